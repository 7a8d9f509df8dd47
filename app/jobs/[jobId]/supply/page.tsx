import { SupplyScreen } from '@/views/screens/supply/SupplyScreen';

export default function SupplyPage() {
  return <SupplyScreen />;
}
