import { CurvesScreen } from '@/views/curves/CurvesScreen';

export default function CurvesPage() {
  return <CurvesScreen />;
}
