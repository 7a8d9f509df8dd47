import type { Missing, Unknown } from '../job/known';
import { cableMissing, lacksCable, WIRED, type Wiring, type Wirings } from './paths';
import { ringHolds } from './poles';
import { inRow, midRing, NO_LENGTH, onRing, type SegmentOhm, segmentOhm } from './segmentLoop';
import type { NetworkState } from './states';

/** Key of the place half way round a ring. */
export const MID_RING = '(half way round)';

/** A length that another leaves from, and that has been taken out: nothing says where the other hangs now. */
const lost = (segmentId: string): SegmentOhm =>
  missing({ path: `segments.${segmentId}.state`, what: 'where a spur leaves from: that length is taken out' });

function missing(each: Missing): SegmentOhm {
  const gone: Unknown = { known: false, missing: [each] };
  return { line: gone, neutral: gone, back: gone };
}

/** How far circuits reach: impedances from a circuit's start to the places along it. */
export class Reach {
  constructor(private readonly wirings: Wirings) {}

  /** Impedances from a circuit's start to the end of each of its segments. */
  along({ circuit }: Pick<Wiring, 'circuit'>, state: NetworkState): ReadonlyMap<string, SegmentOhm> {
    return ohmsAlong(this.wirings, `${circuit.id} ${state}`);
  }

  /** Impedances from a circuit's start to the end of one of its segments. */
  to(wiring: Wiring, segmentId: string, state: NetworkState): SegmentOhm {
    return this.along(wiring, state).get(segmentId) ?? lost(segmentId);
  }

  /** Impedances of a circuit from its start to its board. */
  through(wiring: Wiring, state: NetworkState): SegmentOhm {
    const end = wiring.stretches.filter(({ spur }) => !spur).at(-1);
    if (end === undefined) return lacksCable(this.wirings, wiring) ? missing(cableMissing(wiring.circuit)) : NO_LENGTH;
    return this.to(wiring, end.segment.id, state);
  }
}

const ohmsAlong = WIRED.cell('impedances along', (wirings: Wirings, key: string): ReadonlyMap<string, SegmentOhm> => {
  const [id, state] = key.split(' ') as [string, NetworkState];
  const wiring = wirings.byCircuit.get(id)!;
  const { dialect } = wirings.job;
  const ring = closed(wirings, wiring, state);
  const round = new Map<string, SegmentOhm>();
  let whole = NO_LENGTH;
  for (const { segment, facts, spur } of wiring.stretches) {
    if (spur) continue;
    whole = inRow(whole, segmentOhm(facts, state, dialect));
    round.set(segment.id, whole);
  }
  const toEndOf = new Map<string, SegmentOhm>();
  for (const { segment, facts, after, spur } of wiring.stretches) {
    const own = segmentOhm(facts, state, dialect);
    if (!spur) toEndOf.set(segment.id, ring ? onRing(round.get(segment.id)!, whole) : round.get(segment.id)!);
    else toEndOf.set(segment.id, inRow(after === undefined ? NO_LENGTH : (toEndOf.get(after) ?? lost(after)), own));
  }
  if (ring) toEndOf.set(MID_RING, midRing(whole));
  return toEndOf;
});

/**
 * Whether current comes round both ways. MAX takes what is drawn round for closed, which is the most; MIN only a ring that is
 * known to be.
 */
function closed({ job }: Wirings, wiring: Wiring, state: NetworkState): boolean {
  if (wiring.circuit.topology !== 'ring') return false;
  const holds = ringHolds(job, wiring);
  return state === 'MAX' || (holds.known && holds.value);
}
