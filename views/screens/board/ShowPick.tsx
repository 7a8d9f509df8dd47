'use client';
import { Pick } from '@/ui/Choice';
import { useJobState } from '../../client/JobContext';
import { type BoardPlace, showBoard } from './place';

/** The two ways to look at a board: its devices in their places, or what an inspector looks at. */
export function ShowPick({ place }: { place: BoardPlace }) {
  const nec = useJobState((state) => state.job.dialect === 'nec');
  return (
    <Pick
      label="Look at"
      value={place.show}
      options={[
        { value: 'devices', label: nec ? 'Breakers' : 'Devices' },
        { value: 'inspection', label: 'Inspection' },
      ]}
      onChange={(show) => showBoard(place, { show })}
    />
  );
}
