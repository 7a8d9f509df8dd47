import { SupplyScreen } from '@/views/supply/SupplyScreen';

export default function SupplyPage() {
  return <SupplyScreen />;
}
