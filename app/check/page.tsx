import { Suspense } from 'react';
import { copyTrouble } from '@/server/upkeep';
import { CheckScreen } from '@/views/screens/check/CheckScreen';
import { withStore } from '../withStore';

export default function CheckPage() {
  return withStore(({ folder, firm }) => (
    <Suspense>
      <CheckScreen dialect={firm.load().dialect} trouble={copyTrouble(folder)} />
    </Suspense>
  ));
}
