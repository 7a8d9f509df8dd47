import { all, andThen, type Known, known, list, type Maybe, type Missing, map, type Unknown, unknown } from '../job/known';
import { factOf, ifStated } from '../job/readers';
import type { Circuit, Job, Line, Load } from '../job/sealed';
import { rowsOf } from '../job/tracked';
import { byOrder } from '../network/paths';
import type { Poles } from '../network/states';
import { circuitShare } from './diversity';
import { drawNotSaid, drawnCurrent } from './drawn';
import { LINES, type LoadLines, loadLines } from './lines';
import { sizedBy } from './sized';
import { type Part, type Share, sumOf } from './sum';

/** What a demand is at least where something not said makes it the worst it can be, and what would settle it. */
export interface AtLeast {
  demandA: number;
  missing: readonly Missing[];
}

/** Design current of a circuit and the power factor it flows at. */
export interface DesignCurrent {
  /** The greatest it can be by what is known. */
  ibA: number;
  atLeast: AtLeast | undefined;
  /** Unknown power factor: drop then takes the whole impedance, the worst case. */
  cosPhi: number | undefined;
  /** Part of it hangs on fewer lines than its circuit has: its neutral then carries current too. */
  uneven: boolean;
  /** How it came about, for the working. */
  formula: string;
  values: string;
}

/** A circuit of the board another feeds: what it asks, and the lines it hangs on where they are said. */
export interface Below<T> {
  name: string;
  lines: readonly Line[];
  /** Undefined where nothing at all is entered of what it feeds. */
  asks: Maybe<T> | undefined;
}

const round = (value: number): string => String(Number(value.toPrecision(4)));

/** Loads per circuit, built once per study. */
export function loadsByCircuit(job: Job): Map<string, Load[]> {
  const byCircuit = new Map<string, Load[]>();
  for (const load of [...rowsOf(job.loads)].sort(byOrder)) {
    const present = byCircuit.get(load.circuitId);
    if (present === undefined) byCircuit.set(load.circuitId, [load]);
    else present.push(load);
  }
  return byCircuit;
}

/**
 * Design current Ib: the greatest of what was entered, what the loads come to and what hangs below.
 * A load's current is its own, else P/(U·cosφ) by its lines. Diversity counts where it is allowed and stated.
 * @param calculatedA demand of the dwelling it feeds, in place of what hangs below as it is
 * @param wants what is asked for in the first place, where that is not its current
 * @returns A; unknown when neither a design current nor the loads say it, or one of them cannot be reckoned
 */
export function designCurrent(
  job: Job,
  circuit: Circuit,
  loads: readonly Load[],
  below: readonly Below<DesignCurrent>[],
  poles: Maybe<Poles>,
  calculatedA?: Known<number>,
  wants?: Unknown,
): Maybe<DesignCurrent> {
  const path = `circuits.${circuit.id}.designCurrentA`;
  const entered = factOf('circuits', circuit, 'designCurrentA');
  const ways: Maybe<DesignCurrent>[] = [];
  if (entered.known)
    ways.push(
      map(entered, (ibA) => ({
        ibA,
        atLeast: undefined,
        cosPhi: undefined,
        uneven: false,
        formula: 'Ib as entered',
        values: `${round(ibA)} A`,
      })),
    );
  if (loads.length > 0) ways.push(ofLoads(job, circuit, loads, poles));
  if (calculatedA !== undefined)
    ways.push(
      map(calculatedA, (ibA) => ({
        ibA,
        atLeast: undefined,
        cosPhi: undefined,
        uneven: false,
        formula: 'demand of the dwelling, by article 220',
        values: `${round(ibA)} A`,
      })),
    );
  const hanging = calculatedA === undefined ? listedBelow(circuit, below, entered.known, wants) : undefined;
  if (hanging !== undefined) ways.push(ofBelow(job, circuit, hanging));
  if (ways.length === 0) return wants ?? unknown(path, `design current or loads of ${circuit.name}`);
  return map(list(ways), (found) => greatest(found));
}

/** Of several ways to reckon it the one that asks most; the others are named in its working. */
function greatest(found: readonly DesignCurrent[]): DesignCurrent {
  const most = found.reduce((best, next) => (next.ibA > best.ibA ? next : best));
  if (found.length === 1) return most;
  const least = Math.max(...found.map(({ ibA, atLeast }) => atLeast?.demandA ?? ibA));
  const others = found.filter((each) => each !== most);
  return {
    ...most,
    atLeast: most.atLeast === undefined || least >= most.ibA ? undefined : { ...most.atLeast, demandA: least },
    formula: `${most.formula}; the larger counts`,
    values: `${most.values}; ${others.map(({ formula, values }) => `${formula}: ${values}`).join('; ')}`,
  };
}

/**
 * The circuits below that count. One of which nothing is entered is left to the current entered for the feeder; where none is
 * entered either, nothing can be reckoned.
 */
export function listedBelow<T>(
  { id, name }: Circuit,
  below: readonly Below<T>[],
  entered: boolean,
  wants: Unknown | undefined,
): readonly { name: string; lines: readonly Line[]; asks: Maybe<T> }[] | undefined {
  const listed = below.map((each) => ({
    ...each,
    asks:
      each.asks ??
      wants ??
      (unknown(`circuits.${id}.designCurrentA`, `design current of ${name}, or of ${each.name}`) as Maybe<T>),
  }));
  const counted = entered ? listed.filter((_, index) => below[index]!.asks !== undefined) : listed;
  return counted.length === 0 ? undefined : counted;
}

const words = (share: Share): string => (share.kind === 'stated' ? ' · diversity' : '');
const factor = (share: Share): string => (share.kind === 'stated' ? ` · ${share.share}` : '');

function ofBelow(
  job: Job,
  circuit: Circuit,
  below: NonNullable<ReturnType<typeof listedBelow<DesignCurrent>>>,
): Maybe<DesignCurrent> {
  const asked = list(below.map(({ asks, lines }) => map(asks, (design) => ({ ...design, lines }))));
  return map(all({ asked, share: circuitShare(job, circuit, below.length) }), ({ asked: each, share }) => {
    const parts = each.map(({ ibA, atLeast, lines }): Part => partOf(ibA, atLeast, lines));
    const sum = sumOf(parts, share);
    const where = sum.line === undefined ? '' : ` on ${sum.line} (highest)`;
    return {
      ibA: sum.mostA,
      atLeast: atLeastOf(sum),
      cosPhi: undefined,
      uneven: sum.line !== undefined,
      formula: `Ib = Σ Ib below${words(share)}${where}`,
      values: `${sum.on.map((index) => round(parts[index]!.mostA)).join(' + ')}${factor(share)} A`,
    };
  });
}

/** A circuit's demand as part of a greater one. */
export const partOf = (mostA: number, atLeast: AtLeast | undefined, lines: readonly Line[]): Part => ({
  lines,
  mostA,
  leastA: atLeast?.demandA ?? mostA,
  missing: atLeast?.missing ?? [],
});

/** What a sum is at least, where that is less. */
export const atLeastOf = ({ mostA, leastA, missing }: ReturnType<typeof sumOf>): AtLeast | undefined =>
  leastA < mostA ? { demandA: leastA, missing } : undefined;

interface Drawn {
  currentA: number;
  cosPhi: number | undefined;
  leastA: number;
  lines: LoadLines;
}

/** What a load draws on the lines it hangs on; where they are not said, at most and at least. */
export function drawnOn(job: Job, circuit: Circuit, loads: readonly Load[], load: Load, poles: Maybe<Poles>): Maybe<Drawn> {
  const lines = loadLines(circuit, loads, load, poles);
  const own = map(lines, (on) => on.poles);
  return andThen(all({ lines, current: loadCurrent(job, load, own, loads) }), ({ lines: on, current }) => {
    if (on.unsaid === undefined) return known({ ...current, leastA: current.currentA, lines: on });
    return map(loadCurrent(job, load, poles, loads), ({ currentA }) => ({ ...current, leastA: currentA, lines: on }));
  });
}

function ofLoads(job: Job, circuit: Circuit, loads: readonly Load[], poles: Maybe<Poles>): Maybe<DesignCurrent> {
  const drawn = list(loads.map((load) => drawnOn(job, circuit, loads, load, poles)));
  return map(all({ drawn, share: circuitShare(job, circuit, loads.length) }), ({ drawn: each, share }) => {
    const sum = sumOf(each.map(partOfLoad), share);
    const most = sum.on.map((index) => each[index]!);
    const total = most.reduce((amount, { currentA }) => amount + currentA, 0);
    const cosPhi = most.every((one) => one.cosPhi !== undefined)
      ? most.reduce((amount, one) => amount + one.currentA * (one.cosPhi ?? 0), 0) / total
      : undefined;
    const where = sum.line === undefined ? '' : ` on ${sum.line} (highest)`;
    return {
      ibA: sum.mostA,
      atLeast: atLeastOf(sum),
      cosPhi,
      uneven: most.some(({ lines }) => lines.fewer),
      formula: `Ib = Σ I${words(share)}${where}`,
      values: `${most.map(({ currentA }) => round(currentA)).join(' + ')}${factor(share)} A`,
    };
  });
}

const partOfLoad = ({ currentA, leastA, lines }: Drawn): Part => ({
  lines: lines.at,
  mostA: currentA,
  leastA,
  missing: lines.unsaid === undefined ? [] : [lines.unsaid],
});

/** Lines of a device that hangs on some of a system's, else all: what is not said may be any. */
export const linesOrAll = (lines: readonly Line[], count: number): readonly Line[] => (lines.length === count ? lines : LINES);

/**
 * Current of one load in each of its lines.
 * @param poles its own: as many lines as it hangs on
 */
function loadCurrent(
  job: Job,
  load: Load,
  poles: Maybe<Poles>,
  loads: readonly Load[],
): Maybe<{ currentA: number; cosPhi: number | undefined }> {
  const cosPhi = ifStated('loads', load, 'cosPhi');
  const at = (currentA: Maybe<number>) => all({ currentA, cosPhi });
  const drawn = drawnCurrent(job, load, poles);
  if (drawn !== undefined) return at(drawn);
  const sized = sizedBy(job, load, poles, loads);
  return at(sized === undefined ? drawNotSaid(load) : map(sized, ({ currentA }) => currentA));
}
