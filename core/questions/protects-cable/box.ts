import { alike } from '../../cells/alike';
import { type CircuitFacts, HOUSE, type House } from '../../house/facts';
import { showSize } from '../../job/edges';
import type { ConductorSize } from '../../job/sealed';
import { rowsOf } from '../../job/tracked';
import type { Check } from '../../judging/answer';
import { ruled } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import type { Stretch } from '../../network/paths';
import type { Source } from '../../tables/source';

const PRACTICE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'each size behind its own device',
  basis: 'practice',
};

interface InBox {
  circuitId: string;
  of: string;
  size: ConductorSize;
}
const NOBODY: readonly InBox[] = [];
/** Sizes of the cables that end in a box, by its name. */
const sizesIn = (house: House, box: string): readonly InBox[] => boxes(house, '').get(box) ?? NOBODY;
const boxes = HOUSE.cell(
  'sizes in boxes',
  ({ wirings, job }: House): ReadonlyMap<string, readonly InBox[]> => {
    const found = new Map<string, InBox[]>();
    const boxed = new Set(rowsOf(job.segments).flatMap((each) => (each.box === undefined ? [] : each.circuitId)));
    for (const circuitId of wirings.byCircuit.keys()) {
      if (!boxed.has(circuitId)) continue;
      const { circuit, stretches } = wirings.byCircuit.get(circuitId)!;
      for (const { segment, facts } of stretches) {
        const size = facts.size('lineSize');
        if (segment.box === undefined || !size.known) continue;
        const there = found.get(segment.box) ?? [];
        found.set(segment.box, [...there, { circuitId, of: `${circuit.number} ${circuit.name}`, size: size.value }]);
      }
    }
    return found;
  },
  alike,
);

/** Other circuits' conductors of another size in the box a cable ends in: to be known, no fault of itself. */
export function boxInfo({ circuit, house }: CircuitFacts, { segment, facts }: Stretch): Check[] {
  const own = facts.size('lineSize');
  if (segment.box === undefined || !own.known) return [];
  const size = own.value;
  const others = sizesIn(house, segment.box).flatMap((there) =>
    there.circuitId === circuit.id || there.size === size ? [] : [`${showSize(there.size)} of ${there.of}`],
  );
  if (others.length === 0) return [];
  const words = `${showSize(size)} here beside ${others.join(', ')} in box ${segment.box}: two circuits of two sizes are no fault`;
  return [ruled(keyed('box', segment.id), `Sizes in the box ${facts.name} ends in`, 'not-applicable', words, PRACTICE)];
}
