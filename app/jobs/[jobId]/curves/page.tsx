import { CurvesScreen } from '@/views/screens/curves/CurvesScreen';

export default function CurvesPage() {
  return <CurvesScreen />;
}
