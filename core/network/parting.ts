import { alike } from '../cells/alike';
import type { Origin } from '../job/sealed';
import { supplyCases } from './cases';
import { WIRED, type Wirings } from './paths';

/**
 * Sources a source may not feed beside, and that no transfer switch drawn keeps it from: they hang on the same boards, and one
 * source state has the one without the other.
 */
export const unpartedFrom = (wirings: Wirings, { id }: Origin): readonly Origin[] => unparted(wirings, id);

const unparted = WIRED.cell(
  'sources nothing drawn parts',
  (wirings: Wirings, originId): readonly Origin[] => {
    const together = wirings.states.map(({ originIds }) => new Set(originIds));
    const apart = (other: string): boolean => together.some((state) => state.has(originId) !== state.has(other));
    const met = new Set(supplyCases(wirings, '').maxCases.flatMap(({ open }) => [...sourcesMet(wirings, originId, open)]));
    return [...met].filter((other) => other !== originId && apart(other)).flatMap((other) => wirings.origins.get(other) ?? []);
  },
  alike,
);

/** Sources on the boards a source's leads come to, along every circuit no transfer switch has off. */
function sourcesMet(wirings: Wirings, originId: string, open: ReadonlySet<string>): ReadonlySet<string> {
  const closed = ({ id }: { id: string }): boolean => !open.has(id);
  const pending = wirings
    .leadsFrom(originId)
    .map(({ circuit }) => circuit)
    .filter(closed)
    .flatMap(({ toBoardId }) => toBoardId ?? []);
  const boards = new Set<string>();
  const met = new Set<string>();
  while (pending.length > 0) {
    const boardId = pending.pop()!;
    if (boards.has(boardId)) continue;
    boards.add(boardId);
    for (const { fromOriginId, fromBoardId } of (wirings.incoming.get(boardId) ?? []).filter(closed)) {
      if (fromOriginId !== undefined) met.add(fromOriginId);
      if (fromBoardId !== undefined) pending.push(fromBoardId);
    }
    for (const { toBoardId } of (wirings.outgoing.get(boardId) ?? []).filter(closed))
      if (toBoardId !== undefined) pending.push(toBoardId);
  }
  return met;
}
