import { HandoverScreen } from '@/views/handover/HandoverScreen';

export default function HandoverPage() {
  return <HandoverScreen />;
}
