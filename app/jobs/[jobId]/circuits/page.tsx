import { CircuitDesk } from '@/views/screens/circuits/CircuitDesk';

export default function CircuitsPage() {
  return <CircuitDesk />;
}
