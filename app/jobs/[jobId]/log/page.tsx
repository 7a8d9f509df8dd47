import { LogScreen } from '@/views/screens/log/LogScreen';

export default function LogPage() {
  return <LogScreen />;
}
