import { HandoverScreen } from '@/views/screens/handover/HandoverScreen';

export default function HandoverPage() {
  return <HandoverScreen />;
}
