import type { Band } from '../curves/band';
import { timeAt } from '../curves/edge';
import { overcurrentBand } from '../devices/bands';
import { type ResidualPart, residualPart } from '../devices/residual';
import { partWay } from '../events/partWay';
import { type CircuitFacts, houseOf, isOvercurrent, isResidual } from '../house/facts';
import { RESIDUAL } from '../house/relaxations';
import { known, list, type Maybe, map } from '../job/known';
import type { Job } from '../job/schema/job';
import { faultWord } from '../job/terms';
import { isRing } from '../network/poles';
import { MID_RING } from '../network/reach';
import { kindsAmong, NETWORK_STATES, type NetworkState } from '../network/states';
import { applies } from '../rules/relaxation';

/** A real fault somewhere on a circuit, and who opens for it. */
export interface FaultHere {
  kind: string;
  state: NetworkState;
  currentA: number;
  /** The one that surely opens before any other may, if there is one. */
  alone: string | null;
  /** Those that may be first. */
  may: string[];
  /** By when one of them surely has, s; null: perhaps never. */
  byS: number | null;
}
export interface WhoOpens extends FaultHere {
  place: 'at its start' | 'half way' | 'at the far end';
}
/** Faults at a place of a circuit's main run. */
export interface FaultsAlong {
  metres: number;
  ofM: number;
  faults: FaultHere[];
}

/**
 * Who opens for the faults of a circuit: at its start, half way along its main run and at its far end, of every kind, the greatest
 * and the least.
 * @returns unknown where a band on the way is
 */
export function whoOpens(job: Job, facts: CircuitFacts): Maybe<WhoOpens[]> {
  const half = halfWay(job, facts);
  return map(bandsAhead(facts), (bands) =>
    (
      [
        ['at its start', faultsAt(facts, bands, 'start')],
        ['half way', half === undefined ? [] : faultsAt(half, bands, 'end')],
        ['at the far end', faultsAt(facts, bands, 'end')],
      ] as const
    ).flatMap(([place, faults]) => faults.map((fault) => ({ place, ...fault }))),
  );
}

function halfWay(job: Job, { circuit, house }: CircuitFacts): CircuitFacts | undefined {
  const half = partWay(job, circuit.id, 0.5);
  return half === undefined ? undefined : houseOf(half.job, house.cells).factsOf(circuit.id);
}

/**
 * The faults at any place along a circuit's main run.
 * @param share 0 at its start, 1 at its far end
 * @returns null where a length on the way or a band ahead is not known
 */
export function faultsAlong(job: Job, facts: CircuitFacts, share: number): FaultsAlong | null {
  const bands = bandsAhead(facts);
  const way = partWay(job, facts.circuit.id, share);
  if (way === undefined || !bands.known) return null;
  const { metres, ofM } = way;
  if (share <= 0) return { metres: 0, ofM, faults: faultsAt(facts, bands.value, 'start') };
  const there = houseOf(way.job, facts.house.cells).factsOf(facts.circuitId);
  return { metres, ofM, faults: faultsAt(there, bands.value, 'end') };
}

/** A device ahead, and when it may and surely has opened for a current; by its residual part only for a fault to earth. */
interface Opener {
  name: string;
  band: Band | undefined;
  residual: ResidualPart | undefined;
}

/** What question 4 counts, and for the other kinds the overcurrent devices alone. */
const bandsAhead = (facts: CircuitFacts): Maybe<Opener[]> =>
  list(
    facts.ahead
      .filter((seated) => isOvercurrent(seated) || isResidual(seated))
      .map((seated) => {
        const { device } = seated;
        const band: Maybe<Band | undefined> = isOvercurrent(seated) ? overcurrentBand(device) : known(undefined);
        const relaxation = isResidual(seated) ? applies(RESIDUAL, { facts, seated: { ...seated, reversed: false } }) : undefined;
        const part = relaxation?.known === true && relaxation.value.applies ? residualPart(device) : undefined;
        return map(
          band,
          (of): Opener => ({ name: device.name, band: of, residual: part?.known === true ? part.value : undefined }),
        );
      }),
  );

function faultsAt(facts: CircuitFacts, bands: readonly Opener[], place: 'start' | 'end'): FaultHere[] {
  const { poles, job, isTT: tt } = facts;
  const kinds = poles.known ? kindsAmong(poles.value) : [];
  return kinds.flatMap((kind) =>
    NETWORK_STATES.flatMap((state): FaultHere[] => {
      // Through the soil the electrodes hold a fault to earth; what the source could drive without them never flows there.
      if (kind === 'L-PE' && state === 'MAX' && tt.known && tt.value) return [];
      const fault = faultThere(facts, kind, state, place);
      if (fault === undefined || !fault.known) return [];
      const { currentA } = fault.value;
      return [{ kind: faultWord(job.dialect, kind), state, currentA, ...opensAt(bands, currentA, kind === 'L-PE') }];
    }),
  );
}

function faultThere(
  { wiring, house: { network }, job }: CircuitFacts,
  kind: Parameters<CircuitFacts['house']['network']['most']>[2],
  state: NetworkState,
  place: 'start' | 'end',
) {
  if (place === 'start') return state === 'MAX' ? network.most(wiring, undefined, kind) : network.least(wiring, undefined, kind);
  if (state === 'MIN') return network.leastAtEnd(wiring, kind);
  const last = isRing(job, wiring.circuit) ? MID_RING : wiring.stretches.findLast((stretch) => stretch.last)?.segment.id;
  return last === undefined ? undefined : network.most(wiring, last, kind);
}

function opensAt(bands: readonly Opener[], currentA: number, toEarth: boolean): Pick<FaultHere, 'alone' | 'may' | 'byS'> {
  const times = bands
    .filter(({ band, residual }) => band !== undefined || (toEarth && residual !== undefined))
    .map(({ name, band, residual }) => {
      const carries = band === undefined || currentA <= band.holdsA;
      const by = toEarth ? residual : undefined;
      return {
        name,
        // From half its sensitivity on a residual device may open at any time.
        fastS:
          by !== undefined && currentA > by.sensitivityA / 2
            ? 0
            : carries
              ? Number.POSITIVE_INFINITY
              : timeAt(band.minimum, currentA),
        slowS: Math.min(
          band === undefined ? Number.POSITIVE_INFINITY : timeAt(band.maximum, currentA),
          by === undefined ? Number.POSITIVE_INFINITY : timeAt(by.maximum, currentA),
        ),
      };
    });
  const byS = Math.min(...times.map(({ slowS }) => slowS));
  const may = times.filter(({ fastS }) => fastS < byS || fastS === 0).map(({ name }) => name);
  const first = times.find(({ slowS }) => slowS === byS && Number.isFinite(byS));
  const alone = first !== undefined && times.every((other) => other === first || other.fastS >= first.slowS) ? first.name : null;
  return { alone, may: alone === null ? may : [alone], byS: Number.isFinite(byS) ? byS : null };
}
