import { FirmScreen } from '@/views/firm/FirmScreen';
import { withStore } from '../withStore';

export default function FirmPage() {
  return withStore(({ firm }) => <FirmScreen firm={firm.load()} />);
}
