'use client';
import { word } from '@/core/job/terms';
import { Select } from '@/ui/Field';
import { useJobState } from '../../client/JobContext';
import { boardsInOrder } from './boards';
import { type BoardPlace, showBoard } from './place';

/** Which board is shown; what was chosen on another is left there. */
export function BoardSelect({ place }: { place: BoardPlace }) {
  const job = useJobState((state) => state.job);
  return (
    <Select
      aria-label={word(job.dialect, 'board')}
      className="w-52 max-w-full"
      value={place.boardId ?? ''}
      options={boardsInOrder(job).map(({ id, name }) => ({ value: id, label: name }))}
      onChange={(boardId) => showBoard(place, { boardId, deviceId: null, roomId: null, zone: null, walkId: null })}
    />
  );
}
