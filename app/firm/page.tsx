import { copyTrouble } from '@/server/upkeep';
import { FirmScreen } from '@/views/screens/firm/FirmScreen';
import { withStore } from '../withStore';

export default function FirmPage() {
  return withStore(({ folder, firm }) => <FirmScreen firm={firm.load()} trouble={copyTrouble(folder)} />);
}
