import { ratedCurrent } from '../../devices/bands';
import type { CircuitFacts, House } from '../../house/facts';
import { all, andThen, both, known, list, type Maybe, map, unknown } from '../../job/known';
import type { Circuit, Line } from '../../job/sealed';
import { hasThreeLines } from '../../job/terms';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, holds, judge, line } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { sharedNeutralA } from '../../loads/sharedNeutral';
import type { Stretch } from '../../network/paths';
import type { SegmentFacts } from '../../network/segmentFacts';
import type { Poles } from '../../network/states';
import { clause } from '../../rules/clauses';
import { ofPercent } from '../../units';

const ORDER: Readonly<Record<Line, 0 | 1 | 2>> = { L1: 0, L2: 1, L3: 2 };

/** What one circuit may put on the neutral: its line, what its device lets through, and the third harmonic's share of it. */
interface Part {
  circuitId: string;
  at: Line;
  ratedA: number;
  third: number;
}

/** Circuits of a group on one neutral: a part for every line each hangs on, with the device that bounds its current. */
const NO_HARMONIC = known(0);
function partsOf(house: House, group: readonly Circuit[]): Maybe<Part[]> {
  const { wirings, job } = house;
  const each = list(
    group.map((circuit): Maybe<Part[]> => {
      const wiring = wirings.byCircuit.get(circuit.id);
      const device = wiring?.startDevices.at(-1);
      const lines = device?.lines ?? [];
      if (device === undefined || lines.length === 0)
        return unknown(
          device === undefined ? `circuits.${circuit.id}` : `devices.${device.id}.lines`,
          `the line of ${circuit.name}`,
        );
      // Two halves oppose each other in their third harmonics too; those of three phases add up.
      const third = hasThreeLines(job.supply) ? house.thirdHarmonicOf(wiring!) : NO_HARMONIC;
      return map(all({ ratedA: ratedCurrent(device), third }), (of) =>
        lines.map((at) => ({ circuitId: circuit.id, at, ratedA: of.ratedA, third: ofPercent(of.third) })),
      );
    }),
  );
  return map(each, (parts) => parts.flat());
}

/** The conductors of the cable a shared neutral lies in: as many lines as its circuits hang on. */
export function cablePoles({ house, circuit, poles }: CircuitFacts): Maybe<Poles> {
  const group = house.wirings.neutralGroups.get(circuit.id);
  if (group === undefined) return poles;
  return map(partsOf(house, group), (lines) => ({
    lines: new Set(lines.map(({ at }) => at)).size as 1 | 2 | 3,
    neutral: true,
  }));
}

/**
 * The worst its devices let a shared neutral carry: over every choice of lines that run, with all that hangs on each. Third
 * harmonics of three phases add up in it; those of two halves cancel as the rest does.
 */
function worstA(parts: readonly Part[], system: 2 | 3): number {
  const lines = [...new Set(parts.map(({ at }) => at))].map((at) => {
    const own = parts.filter((part) => part.at === at);
    const sum = (of: (part: Part) => number) => own.reduce((total, part) => total + of(part), 0);
    return {
      line: ORDER[at],
      currentA: sum(({ ratedA }) => ratedA),
      thirdA: sum(({ ratedA, third }) => ratedA * third),
      cosPhi: 1,
    };
  });
  let worst = 0;
  for (let choice = 1; choice < 2 ** lines.length; choice += 1) {
    const loaded = lines.filter((_, index) => (choice & (2 ** index)) !== 0);
    const thirdA = system === 3 ? loaded.reduce((total, line) => total + line.thirdA, 0) : 0;
    worst = Math.max(worst, Math.hypot(sharedNeutralA(loaded, system), thirdA));
  }
  return worst;
}

/**
 * What a neutral shared by several circuits may come to carry, against what it bears: on opposite halves or phases no more
 * than one line, on the same line the sum, which no device watches.
 * @param bears ampacity of the neutral where it lies
 */
export function sharedNeutralCheck(
  { circuit, house, job, system }: CircuitFacts,
  { segment, facts: of }: Stretch,
  bears: Maybe<number>,
): Check[] {
  const group = house.wirings.neutralGroups.get(circuit.id);
  if (group === undefined) return [];
  const rule = clause(job.pack, 'sharedNeutral');
  const comparison = andThen(
    all({ lines: partsOf(house, group), bears, thick: isThick(of) }),
    ({ lines, bears: ampacityA, thick }): Maybe<Comparison> => {
      const demand = system === 1 ? lines.reduce((sum, { ratedA }) => sum + ratedA, 0) : worstA(lines, system);
      const ownA = lines.find(({ circuitId }) => circuitId === circuit.id)!.ratedA;
      const same = new Set(lines.map(({ at }) => at)).size < lines.length;
      // As thick as its line, it bears what that may stand behind, which is judged with the line.
      const limit = Math.max(ampacityA, thick ? ownA : 0);
      return known({
        demand,
        limit,
        unit: 'A',
        of: ['IN', 'IzN'],
        rule,
        because: () =>
          `${lines.map(({ at, ratedA }) => `${figure(ratedA)} A on ${at}`).join(', ')}${same ? ': two on one line add up in their neutral' : ''}`,
        working: () => [
          line(
            'neutral, worst of what may run',
            lines.map(({ at, ratedA }) => `${figure(ratedA)} A ${at}`).join(' and '),
            `${figure(demand)} A`,
            rule,
          ),
          line('≤ what it may carry', `${figure(demand)} ≤ ${figure(limit)}`, holds(demand, limit), rule),
        ],
      });
    },
  );
  return [judge(keyed('shared-neutral', segment.id), `Shared neutral in ${of.name}`, comparison)];
}

/** The neutral is as thick as its line. */
const isThick = (of: SegmentFacts): Maybe<boolean> =>
  both(of.size('neutralSize'), of.size('lineSize'), (neutral, line) => neutral === line);
