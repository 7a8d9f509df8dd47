import { CardScreen } from '@/views/card/CardScreen';

export default function CardPage() {
  return <CardScreen />;
}
