import { SurgeScreen } from '@/views/screens/surge/SurgeScreen';

export default function SurgePage() {
  return <SurgeScreen />;
}
