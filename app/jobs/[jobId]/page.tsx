import { CardScreen } from '@/views/screens/card/CardScreen';

export default function CardPage() {
  return <CardScreen />;
}
