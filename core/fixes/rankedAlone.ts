import { startOf } from '../edits/standable';
import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import { rankOf } from '../judging/answer';
import { openStudy, type Study, verdictIn } from '../study/study';
import { segmentsOf } from './cableCandidates';
import { CABLE } from './candidate';
import { type Option, withAll } from './coordinateOptions';
import { priceOf } from './pricing';

/** What is asked first is cheap, and decides most: a choice that is worse anywhere is left at once. */
const CHEAP_FIRST: readonly QuestionId[] = [
  'carries-load',
  'protects-cable',
  'breaks-fault',
  'clears-in-time',
  'stays-on',
  'saves-person',
  'only-one-trips',
  'rides-surge',
];
/** Of a circuit so many of the best are tried on the whole job. */
const WHOLE = 6;

/** What is less is better, the first that differs decides. */
export type Merit = readonly number[];
export const lessThan = (a: Merit, b: Merit): boolean => {
  for (const [at, value] of a.entries()) if (value !== b[at]) return value < b[at]!;
  return false;
};
export const NO_PRICE = 1e9;

/** Of devices; what a larger cable costs is in no price of a piece. */
export const priceOfAll = (job: Job, chosen: readonly Option[]): number | null =>
  chosen.reduce<number | null>((sum, { part, fitted }) => {
    const price = fitted !== undefined ? null : part === undefined ? 0 : priceOf(job, [{ part, pieces: 1 }], 0);
    return sum === null || price === null ? null : sum + price;
  }, 0);
/** What a circuit's own answers come to with a choice. */
interface OwnAnswers {
  counts: readonly number[];
  /** What a larger cable may better. */
  cable: boolean;
}
/** A circuit's own answers with a choice; nothing where one of them is worse than it was, or question 5 only asks less of a larger device. */
function ownAnswers(
  job: Job,
  study: Study,
  begun: Study,
  circuitId: string,
  { raises }: Option,
): OwnAnswers | 'worse' | 'carries' {
  const { house } = openStudy(job, study);
  const was = begun.circuits.find((each) => each.circuitId === circuitId)!;
  const counts = [0, 0, 0];
  let [cable, worse] = [false, false];
  for (const question of CHEAP_FIRST) {
    const verdict = verdictIn(house, circuitId, question);
    const change = rankOf(verdict) - rankOf(was.verdictOf(question));
    if (change < 0 && question === 'carries-load') return 'carries';
    if ((change > 0 && raises && question === 'saves-person') || (change < 0 && !OF_CABLE.has(question))) return 'worse';
    if (change < 0) worse = true;
    if (OF_CABLE.has(question) && rankOf(verdict) < rankOf('pass')) cable = true;
    if (rankOf(verdict) < counts.length) counts[rankOf(verdict)]! += 1;
  }
  return worse ? 'worse' : { counts, cable };
}
const OF_CABLE: ReadonlySet<QuestionId> = new Set(CABLE);

/** A row as it is, whatever it is called and wherever it belongs. */
const bare = ({ id: _, order: __, name: ___, circuitId: ____, pointId: _____, ...rest }: Record<string, unknown>) => rest;

/** What a circuit, its device and all that hangs on it are, ids, names and lengths aside. */
export function kindOf(job: Job, circuitId: string): string {
  const { use, topology, state, fromBoardId, behindDeviceId } = job.circuits[circuitId]!;
  const own = (rows: object): Record<string, unknown>[] =>
    Object.values(rows as Record<string, Record<string, unknown>>)
      .filter((row) => row.circuitId === circuitId)
      .map(bare);
  const cables = segmentsOf(job, circuitId).map(({ lineSize, protectiveSize, method, construction }) => [
    lineSize?.value,
    protectiveSize?.value,
    method?.value,
    construction,
  ]);
  return JSON.stringify([
    [use, topology, state, fromBoardId, behindDeviceId],
    startOf(job, circuitId)?.settings,
    cables,
    own(job.loads),
    own(job.points).map(({ roomId, parentPointId: _, segmentId: __, ...rest }) => [rest, job.rooms[String(roomId)]?.use?.value]),
  ]);
}
const metresOf = (job: Job, circuitId: string): number =>
  segmentsOf(job, circuitId).reduce((sum, { lengthM }) => sum + (lengthM?.value ?? 0), 0);
export const shortestFirst = (job: Job, ids: readonly string[]): string[] => {
  const metres = new Map(ids.map((id) => [id, metresOf(job, id)]));
  return [...ids].sort((a, b) => metres.get(a)! - metres.get(b)!);
};

export interface Ranked {
  option: Option;
  counts: readonly number[];
  price: number;
}
const rankedBy = ({ counts, price, option }: Ranked): Merit => [...counts, price, option.steps.length];

const compared = (a: readonly number[], b: readonly number[]): number => (lessThan(a, b) ? -1 : lessThan(b, a) ? 1 : 0);

/**
 * What a circuit may become by its own answers, the best first and no more than are tried on the whole job.
 * @param guide how one like it and no longer is ranked. Where as many of those come to as much here, the rest need not be tried.
 */
export function* rankedAlone(
  job: Job,
  begun: Study,
  id: string,
  options: readonly Option[],
  guide: readonly Ranked[] | undefined,
): Generator<undefined, readonly Ranked[]> {
  const of = new Map<Option, OwnAnswers | 'worse' | 'carries'>();
  const tryOne = (option: Option) => {
    const own = of.get(option) ?? ownAnswers(withAll(job, new Map([[id, option]])), begun, begun, id, option);
    of.set(option, own);
    return own;
  };
  const best = guide?.[0]?.counts;
  const asGuided = guide?.flatMap(({ option }) => options.find((each) => saysOf(each) === saysOf(option)) ?? []) ?? [];
  for (const option of asGuided) {
    tryOne(option);
    yield;
  }
  const asGood = [...of.values()].filter((own) => typeof own === 'object' && best !== undefined && !lessThan(best, own.counts));
  if (asGuided.length === 0 || asGood.length < asGuided.length)
    for (const fitted of options.filter((option) => option.fitted === undefined)) {
      const own = tryOne(fitted);
      yield;
      // A larger cable carries no more through a device that carries too little, and betters nothing where the cable is in order.
      if (own === 'carries' || (typeof own === 'object' && !own.cable)) continue;
      const larger = options.filter((option) => option.fitted === fitted);
      const largest = larger.at(-1);
      if (largest === undefined) continue;
      const most = tryOne(largest);
      yield;
      const isAsMost = (each: OwnAnswers | 'worse' | 'carries') =>
        typeof most === 'object' && typeof each === 'object' && !lessThan(most.counts, each.counts);
      // What the largest does not better, no other does; what is as good as the largest, the next does not better.
      if (isAsMost(own)) continue;
      for (const option of larger.slice(0, -1)) {
        const found = tryOne(option);
        yield;
        if (isAsMost(found)) break;
      }
    }
  const alone = options.flatMap((option): Ranked[] => {
    const own = of.get(option);
    return typeof own !== 'object' || option.command === undefined
      ? []
      : [{ option, counts: own.counts, price: priceOfAll(job, [option]) ?? NO_PRICE }];
  });
  return alone.sort((a, b) => compared(rankedBy(a), rankedBy(b))).slice(0, WHOLE);
}
const saysOf = ({ says }: Option): string => says.join();
