import { Suspense } from 'react';
import { copyTrouble } from '@/server/upkeep';
import { CompareScreen } from '@/views/screens/curves/CompareScreen';
import { withStore } from '../withStore';

export default function ComparePage() {
  return withStore(({ folder, firm }) => (
    <Suspense>
      <CompareScreen dialect={firm.load().dialect} trouble={copyTrouble(folder)} />
    </Suspense>
  ));
}
