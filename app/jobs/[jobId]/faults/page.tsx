import { FaultsScreen } from '@/views/screens/faults/FaultsScreen';

export default function FaultsPage() {
  return <FaultsScreen />;
}
