import { backups } from '@/server/backupFiles';
import { secondPlace } from '@/server/secondPlace';
import { copyTrouble } from '@/server/upkeep';
import { BackupsScreen } from '@/views/screens/backups/BackupsScreen';
import { withStore } from '../withStore';

export default function BackupsPage() {
  return withStore(({ folder }) => (
    <BackupsScreen backups={backups(folder)} folder={folder} second={secondPlace(folder) ?? ''} trouble={copyTrouble(folder)} />
  ));
}
