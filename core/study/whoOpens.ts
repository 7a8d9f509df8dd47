import { timeAt } from '../curves/edge';
import { overcurrentBand } from '../devices/bands';
import { type CircuitFacts, isOvercurrent } from '../house/facts';
import { list, type Maybe, map } from '../job/known';
import { faultWord } from '../job/terms';
import type { FaultKind } from '../network/states';
import { kindsAmong } from '../network/states';

/** Who opens for one real fault of a circuit. */
export interface WhoOpens {
  place: 'at its start' | 'half way' | 'at the far end';
  kind: string;
  state: 'MAX' | 'MIN';
  currentA: number;
  /** The one that surely opens before any other may, if there is one. */
  alone: string | null;
  /** Those that may be first. */
  may: string[];
  /** By when one of them surely has, s; null: perhaps never. */
  byS: number | null;
}

/**
 * Who opens for the faults of a circuit: at its start, half way and at its far end, line to neutral or between lines and to earth,
 * the greatest and the least. Half way is half the added impedance, which is half the way where it has one cable.
 * @returns unknown where a band on the way is
 */
export function whoOpens(facts: CircuitFacts): Maybe<WhoOpens[]> {
  const { ahead, wiring, house, poles, job } = facts;
  const bands = list(
    ahead.filter(isOvercurrent).map(({ device }) => map(overcurrentBand(device), (band) => ({ name: device.name, band }))),
  );
  return map(bands, (each) => {
    const kinds: FaultKind[] = poles.known ? [...kindsAmong(poles.value)] : [];
    return kinds.flatMap((kind) =>
      (['MAX', 'MIN'] as const).flatMap((state): WhoOpens[] => {
        const [start, end] =
          state === 'MAX'
            ? [house.network.most(wiring, undefined, kind), mostAtEnd(facts, kind)]
            : [house.network.least(wiring, undefined, kind), house.network.leastAtEnd(wiring, kind)];
        if (start === undefined || end === undefined || !start.known || !end.known) return [];
        const half = 2 / (1 / start.value.currentA + 1 / end.value.currentA);
        const places = [
          ['at its start', start.value.currentA],
          ['half way', half],
          ['at the far end', end.value.currentA],
        ] as const;
        return places.map(([place, currentA]) => {
          const times = each.map(({ name, band }) => ({
            name,
            fastS: currentA <= band.holdsA ? Number.POSITIVE_INFINITY : timeAt(band.fast, currentA),
            slowS: timeAt(band.slow, currentA),
          }));
          const byS = Math.min(...times.map(({ slowS }) => slowS));
          const may = times.filter(({ fastS }) => fastS < byS || fastS === 0).map(({ name }) => name);
          const first = times.find(({ slowS }) => slowS === byS && Number.isFinite(byS));
          const alone =
            first !== undefined && times.every((other) => other === first || other.fastS >= first.slowS) ? first.name : null;
          return {
            ...{ place, kind: faultWord(job.dialect, kind), state, currentA, alone },
            ...{ may: alone === null ? may : [alone], byS: Number.isFinite(byS) ? byS : null },
          };
        });
      }),
    );
  });
}

/** The greatest fault at the far end of the last length of a circuit; nothing where it has none. */
function mostAtEnd({ wiring, house }: CircuitFacts, kind: FaultKind) {
  const last = wiring.stretches.findLast((stretch) => stretch.last);
  return last === undefined ? undefined : house.network.most(wiring, last.segment.id, kind);
}
