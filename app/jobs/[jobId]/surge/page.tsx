import { SurgeScreen } from '@/views/surge/SurgeScreen';

export default function SurgePage() {
  return <SurgeScreen />;
}
