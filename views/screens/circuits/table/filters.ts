import type { Circuit } from '@/core/job/schema/circuit';
import type { Job } from '@/core/job/schema/job';
import type { Mark } from '@/core/judging/answer';

/** Which circuits the table shows; what is empty leaves none out. */
export interface Filters {
  verdict: Mark | '';
  boardId: string;
  roomId: string;
}
export const NO_FILTERS: Filters = { verdict: '', boardId: '', roomId: '' };

/** Circuits with an answer of a verdict, of a board (and what feeds it), with something in a room. */
export function filtered(
  job: Job,
  circuits: readonly Circuit[],
  answers: ReadonlyMap<string, readonly Mark[]>,
  { verdict, boardId, roomId }: Filters,
): readonly Circuit[] {
  if (verdict === '' && boardId === '' && roomId === '') return circuits;
  const inRoom = new Set(
    roomId === ''
      ? []
      : Object.values(job.points)
          .filter((point) => point.roomId === roomId && point.state !== 'removed')
          .map(({ circuitId }) => circuitId),
  );
  return circuits.filter(
    ({ id, fromBoardId, toBoardId }) =>
      (verdict === '' || answers.get(id)?.includes(verdict) === true) &&
      (boardId === '' || fromBoardId === boardId || toBoardId === boardId) &&
      (roomId === '' || inRoom.has(id)),
  );
}
