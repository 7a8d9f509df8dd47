import { backups } from '@/server/backups';
import { BackupsScreen } from '@/views/backups/BackupsScreen';
import { withStore } from '../withStore';

export default function BackupsPage() {
  return withStore(({ folder }) => <BackupsScreen backups={backups(folder)} folder={folder} />);
}
