import { all, andThen, type Known, list, type Maybe, type Missing, map, type Unknown, unknown } from '../job/known';
import { factOf } from '../job/readers';
import type { Circuit, Job, Load } from '../job/sealed';
import type { Poles } from '../network/states';
import { CONTINUOUS_TIMES } from '../tables/necAmpacity';
import { type AtLeast, atLeastOf, type Below, drawnOn, listedBelow, partOf } from './designCurrent';
import { circuitShare } from './diversity';
import { type LoadLines, loadLines } from './lines';
import { oneRange, type Sized, sizedBy } from './sized';
import { type Part, type Share, sumOf } from './sum';

/** What the NEC has device and conductors carry. */
export interface ContinuousCurrent {
  /** 1.25 times what is continuous, and the rest. */
  factoredA: number;
  /** All of it as it is, on the line where that is most. */
  wholeA: number;
  /** The same two where what is not said is taken for the best. */
  atLeast: { factored: AtLeast | undefined; whole: AtLeast | undefined };
  formula: string;
  values: string;
  /** Loads whose conductors are sized by a table or their marking. */
  sized: readonly Sized[];
}

const round = (value: number): string => String(Number(value.toPrecision(4)));

/**
 * What the NEC has a device carry: 1.25 times what runs for three hours or more, and the rest as it is (210.20(A)); motors and
 * marked equipment by what their own articles ask. The greatest of what was entered, what is listed and what hangs below.
 * @param calculatedA demand of the dwelling it feeds, in place of what hangs below as it is
 * @param wants what is asked for in the first place, where that is not its current
 * @returns A; unknown where it is not said of a load, or of an entered current, whether it is continuous
 */
export function continuousCurrent(
  job: Job,
  circuit: Circuit,
  loads: readonly Load[],
  below: readonly Below<ContinuousCurrent>[],
  poles: Maybe<Poles>,
  calculatedA?: Known<number>,
  wants?: Unknown,
): Maybe<ContinuousCurrent> {
  const path = `circuits.${circuit.id}`;
  const entered = circuit.designCurrentA !== undefined;
  const ways: Maybe<ContinuousCurrent>[] = [];
  if (entered)
    ways.push(
      map(
        all({
          ibA: factOf('circuits', circuit, 'designCurrentA'),
          continuous: factOf('circuits', circuit, 'continuous'),
        }),
        ({ ibA, continuous }) => ({
          factoredA: (continuous ? CONTINUOUS_TIMES : 1) * ibA,
          wholeA: ibA,
          atLeast: { factored: undefined, whole: undefined },
          formula: continuous ? '125 % continuous load, as entered' : 'noncontinuous load, as entered',
          values: `${continuous ? '1.25 · ' : ''}${round(ibA)} A`,
          sized: [],
        }),
      ),
    );
  if (loads.length > 0) ways.push(ofLoads(job, circuit, loads, poles));
  if (calculatedA !== undefined) ways.push(map(calculatedA, byCalculation));
  const hanging = calculatedA === undefined ? listedBelow(circuit, below, entered, wants) : undefined;
  if (hanging !== undefined)
    ways.push(
      andThen(circuitShare(job, circuit, hanging.length), (share) =>
        map(list(hanging.map(({ asks, lines }) => map(asks, (one) => ({ ...one, lines })))), (each) => {
          const factored = each.map(({ factoredA, atLeast, lines }) => partOf(factoredA, atLeast.factored, lines));
          const whole = each.map(({ wholeA, atLeast, lines }) => partOf(wholeA, atLeast.whole, lines));
          return summed(factored, whole, share, '1.25 · Σ I continuous + Σ I other below', []);
        }),
      ),
    );
  if (ways.length === 0) return wants ?? unknown(`${path}.designCurrentA`, `design current or loads of ${circuit.name}`);
  return map(list(ways), greatest);
}

/** What hangs below as article 220 has it: the quarter of what is continuous is in it. */
const byCalculation = (demandA: number): ContinuousCurrent => ({
  factoredA: demandA,
  wholeA: demandA,
  atLeast: { factored: undefined, whole: undefined },
  sized: [],
  formula: 'demand of the dwelling, by article 220',
  values: `${round(demandA)} A`,
});

function greatest(found: readonly ContinuousCurrent[]): ContinuousCurrent {
  const most = found.reduce((best, next) => (next.factoredA > best.factoredA ? next : best));
  if (found.length === 1) return most;
  const wholeA = Math.max(...found.map((each) => each.wholeA));
  const least = (of: 'factored' | 'whole', currentA: number): AtLeast | undefined => {
    const demandA = Math.max(
      ...found.map((each) => each.atLeast[of]?.demandA ?? (of === 'factored' ? each.factoredA : each.wholeA)),
    );
    const missing = found.flatMap((each) => each.atLeast[of]?.missing ?? []);
    return demandA < currentA ? { demandA, missing } : undefined;
  };
  const others = found.filter((each) => each !== most);
  return {
    ...most,
    wholeA,
    atLeast: { factored: least('factored', most.factoredA), whole: least('whole', wholeA) },
    formula: `${most.formula}; the larger counts`,
    values: `${most.values}; ${others.map(({ formula, values }) => `${formula}: ${values}`).join('; ')}`,
  };
}

interface Listed {
  lines: LoadLines;
  mostA: number;
  leastA: number;
  continuous: boolean;
  sized?: Sized;
  /** What would settle whether it is less. */
  missing?: readonly Missing[];
}

function ofLoads(job: Job, circuit: Circuit, loads: readonly Load[], poles: Maybe<Poles>): Maybe<ContinuousCurrent> {
  const listed = list(loads.map((load) => listedLoad(job, circuit, loads, load, poles)));
  return map(listed, (each) => {
    const parts = (times: (one: Listed) => number) =>
      each.map(
        (one): Part => ({
          lines: one.lines.at,
          mostA: times(one) * one.mostA,
          leastA: times(one) * one.leastA,
          missing: [...(one.lines.unsaid === undefined ? [] : [one.lines.unsaid]), ...(one.missing ?? [])],
        }),
      );
    const factored = parts(({ continuous }) => (continuous ? CONTINUOUS_TIMES : 1));
    const sized = each.flatMap((one) => one.sized ?? []);
    return summed(
      factored,
      parts(() => 1),
      { kind: 'whole' },
      '1.25 · I continuous + I other',
      sized,
    );
  });
}

/** One load: by a table or its marking, which hold their own factor, else by what it draws and for how long. */
function listedLoad(job: Job, circuit: Circuit, loads: readonly Load[], load: Load, poles: Maybe<Poles>): Maybe<Listed> {
  const lines = loadLines(circuit, loads, load, poles);
  const sized = sizedBy(
    job,
    load,
    map(lines, (on) => on.poles),
    loads,
  );
  if (sized !== undefined) {
    const least = sizedBy(job, load, poles, loads)!;
    return map(all({ sized, least, lines }), (of) => ({
      lines: of.lines,
      mostA: of.sized.neededA,
      leastA: of.lines.unsaid === undefined ? of.sized.neededA : of.least.neededA,
      continuous: false,
      sized: of.sized,
    }));
  }
  const parts = all({
    drawn: drawnOn(job, circuit, loads, load, poles),
    continuous: factOf('loads', load, 'continuous'),
  });
  const one = oneRange(job, load, poles, loads);
  return map(all({ plain: parts, ...(one && { least: one.sized }) }), ({ plain: { drawn, continuous }, least }) => ({
    lines: drawn.lines,
    mostA: drawn.currentA,
    leastA: Math.min(drawn.leastA, least === undefined ? Number.POSITIVE_INFINITY : (least as Sized).neededA),
    continuous,
    ...(one && { missing: one.missing }),
  }));
}

function summed(
  factored: readonly Part[],
  whole: readonly Part[],
  share: Share,
  formula: string,
  sized: readonly Sized[],
): ContinuousCurrent {
  const [most, all] = [sumOf(factored, share), sumOf(whole, share)];
  const where = most.line === undefined ? '' : ` on ${most.line} (highest)`;
  return {
    factoredA: most.mostA,
    wholeA: all.mostA,
    atLeast: { factored: atLeastOf(most), whole: atLeastOf(all) },
    formula: `${formula}${share.kind === 'stated' ? ' · demand factor' : ''}${where}`,
    values: `${most.on.map((index) => round(factored[index]!.mostA)).join(' + ')}${share.kind === 'stated' ? ` · ${share.share}` : ''} A`,
    sized,
  };
}
