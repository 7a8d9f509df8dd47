import { CircuitDesk } from '@/views/circuits/CircuitDesk';

export default function CircuitsPage() {
  return <CircuitDesk />;
}
