import { TestsScreen } from '@/views/screens/tests/TestsScreen';

export default function TestsPage() {
  return <TestsScreen />;
}
