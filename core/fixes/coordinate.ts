import type { Command } from '../job/commands';
import { cutName } from '../job/ids';
import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import { type Mark, rankOf, type Verdict } from '../judging/answer';
import { saidOf } from '../judging/figures';
import type { Progress } from '../study/progress';
import { type Counts, type Study, studyJob } from '../study/study';
import { type Coordinating, type Option, optionsOf, withAll } from './coordinateOptions';
import { type Change, changes } from './fixes';
import { kindOf, lessThan, type Merit, NO_PRICE, priceOfAll, type Ranked, rankedAlone, shortestFirst } from './rankedAlone';

/** A circuit as it would be: another device, another size of cable, or both. */
export interface Coordinated1 {
  circuitId: string;
  circuit: string;
  says: readonly string[];
  /** Another device is fitted, which nobody has seen yet. */
  fits: boolean;
  price: number | null;
  before: readonly Mark[];
  after: readonly Mark[];
}

/** What comes of it: nothing of it is worse than it was, and no protection that was there is given up. */
export interface Coordinated {
  circuits: readonly Coordinated1[];
  /** All of it as one command; nothing where nothing is better. */
  command: Command | null;
  before: Counts;
  after: Counts;
  improves: readonly Change[];
  price: number | null;
  /** What no choice mends, with what stands in its way. */
  left: readonly { circuitId: string; circuit: string; question: QuestionId; verdict: Verdict; says: string; tried: number }[];
  /** Every combination was tried on the whole job. */
  exact: boolean;
  /**
   * Answers better that the circuits could have one by one, were nothing else looked at, and do not have together: none where no choice of
   * these is better.
   */
  gap: number;
  tried: number;
}

/** Passes over all circuits: each begins from what the last chose. */
const PASSES = 3;
/** Combinations that are all tried. */
const EXACT_UP_TO = 160;

/** Final circuits that may change. */
const unitsOf = (job: Job, { circuitId, boardId, onlyNew }: Coordinating): string[] =>
  Object.values(job.circuits)
    .filter(
      ({ id, kind, state, fromBoardId }) =>
        kind === 'final' &&
        state !== 'removed' &&
        (circuitId === undefined || id === circuitId) &&
        (boardId === undefined || fromBoardId === boardId) &&
        (onlyNew !== true || state === 'new' || state === 'altered'),
    )
    .sort((a, b) => (a.order < b.order ? -1 : a.order > b.order ? 1 : a.id < b.id ? -1 : 1))
    .map(({ id }) => id);

/** Fewest stops, then unknown, then cautions, then those of question 6, then price, then changes: what is less is better. */
function meritOf(study: Study, price: number | null, changed: number): Merit {
  const { stop, unknown, caution } = study.counts;
  const unselective = study.circuits.filter((circuit) => rankOf(circuit.verdictOf('only-one-trips')) < rankOf('pass')).length;
  return [stop, unknown, caution, unselective, price ?? NO_PRICE, changed];
}
const worsensNothing = (begun: Study, after: Study): boolean => changes(begun, after).worsens.length === 0;

/** Question 5 is bettered by no device of a higher rating. */
const protectsStill = (begun: Study, after: Study, chosen: ReadonlyMap<string, Option>): boolean =>
  changes(begun, after).improves.every(
    ({ circuitId, question }) => question !== 'saves-person' || chosen.get(circuitId)?.raises !== true,
  );

interface Chosen {
  job: Job;
  study: Study;
  options: ReadonlyMap<string, Option>;
}

/**
 * The same a choice at a time, so that whoever waits for something else can have it in between, or leave.
 * @param exactUpTo so many combinations are all tried
 */
export function* tryCoordinate(
  job: Job,
  begun: Study,
  how: Coordinating,
  exactUpTo = EXACT_UP_TO,
): Generator<Progress, Coordinated> {
  const units = unitsOf(job, how);
  const options = new Map(units.map((id) => [id, optionsOf(job, id, how)]));
  let tried = 0;
  let at: Chosen = { job, study: begun, options: new Map() };
  const merit = ({ study, options: of }: Chosen): Merit => meritOf(study, priceOfAll(job, [...of.values()]), of.size);
  const open = units.filter((id) => begun.circuits.find(({ circuitId }) => circuitId === id)!.verdicts.some(isOpen));
  /** What each circuit may become, the best of it alone first. */
  const ranked = new Map<string, readonly Ranked[]>();
  /** How the shortest of circuits that are alike is ranked: the others are tried in that order, and rarely to its end. */
  const guides = new Map<string, readonly Ranked[]>();
  let done = 0;
  for (const id of shortestFirst(job, open)) {
    const guide = guides.get(kindOf(job, id));
    const found = rankedAlone(job, begun, id, options.get(id)!, guide);
    for (;;) {
      const step = found.next();
      if (step.done === true) {
        ranked.set(id, step.value);
        if (guide === undefined) guides.set(kindOf(job, id), step.value);
        break;
      }
      tried += 1;
      yield { done, of: 2 * open.length };
    }
    done += 1;
  }
  /** Whether some choice of a circuit, alone, comes to more than its answers do now, or as much for less. */
  const hopeful = (id: string): boolean => {
    const [first] = ranked.get(id)!;
    if (first === undefined || first.option === at.options.get(id)) return false;
    const has = countsOf(at.study, id);
    return at.options.has(id) ? !lessThan(has, first.counts) : lessThan(first.counts, has);
  };
  for (let pass = 0; pass < PASSES; pass++) {
    let better = false;
    const take = (chosen: ReadonlyMap<string, Option>): boolean => {
      const next = withAll(job, chosen);
      const found = { job: next, study: studyJob(next, at.study), options: chosen };
      tried += 1;
      if (!worsensNothing(begun, found.study) || !lessThan(merit(found), merit(at))) return false;
      at = found;
      better = true;
      return true;
    };
    for (const [index, id] of open.entries()) {
      // Neither alone nor beside the others it comes to more than what it has.
      if (!hopeful(id)) continue;
      yield { done: open.length + (pass === 0 ? index : open.length - 1), of: 2 * open.length, stops: at.study.counts.stop };
      const others = new Map(at.options);
      others.delete(id);
      // What was there may do as well beside what others became.
      if (at.options.has(id)) take(others);
      for (const { option } of ranked.get(id)!) if (option !== at.options.get(id) && take(new Map(others).set(id, option))) break;
    }
    if (!better) break;
  }
  const combinations = units.reduce((times, id) => times * options.get(id)!.length, 1);
  const exact = combinations <= exactUpTo;
  if (exact && units.length > 0)
    for (const each of product(units.map((id) => options.get(id)!.map((option) => [id, option] as const)))) {
      const chosen = new Map(each.filter(([, { command }]) => command !== undefined));
      yield { done: 2 * open.length, of: 2 * open.length, stops: at.study.counts.stop };
      tried += 1;
      const next = withAll(job, chosen);
      const study = studyJob(next, begun);
      const found = { job: next, study, options: chosen };
      if (worsensNothing(begun, study) && protectsStill(begun, study, chosen) && lessThan(merit(found), merit(at))) at = found;
    }
  return resultOf(job, begun, at, units, { tried, exact, ranked, options });
}

/** Stops, unknowns and cautions a circuit has. */
function countsOf(study: Study, id: string): readonly number[] {
  const { verdicts } = study.circuits.find(({ circuitId }) => circuitId === id)!;
  return (['stop', 'unknown', 'caution'] as const).map((kind) => verdicts.filter((each) => each === kind).length);
}

const isOpen = (verdict: Verdict): boolean => rankOf(verdict) < rankOf('pass');

function* product<T>(lists: readonly (readonly T[])[]): Generator<T[]> {
  const [first, ...rest] = lists;
  if (first === undefined) yield [];
  else for (const each of first) for (const others of product(rest)) yield [each, ...others];
}

interface Searched {
  tried: number;
  exact: boolean;
  ranked: ReadonlyMap<string, readonly Ranked[]>;
  options: ReadonlyMap<string, readonly Option[]>;
}

function resultOf(job: Job, begun: Study, at: Chosen, units: readonly string[], searched: Searched): Coordinated {
  const circuitsOf = (study: Study) => new Map(study.circuits.map((each) => [each.circuitId, each]));
  const [was, is] = [circuitsOf(begun), circuitsOf(at.study)];
  const nameOf = (id: string): string => `${job.circuits[id]!.number} ${job.circuits[id]!.name}`.trim();
  const circuits = [...at.options].map(
    ([circuitId, option]): Coordinated1 => ({
      circuitId,
      circuit: nameOf(circuitId),
      says: option.says,
      fits: option.part !== undefined,
      price: priceOfAll(job, [option]),
      before: was.get(circuitId)!.marks,
      after: is.get(circuitId)!.marks,
    }),
  );
  const steps = [...at.options.values()].flatMap((option) => option.steps);
  return {
    circuits,
    command:
      steps.length === 0 ? null : { label: cutName(`Coordinated: ${circuits.map(({ circuit }) => circuit).join(', ')}`), steps },
    before: begun.counts,
    after: at.study.counts,
    improves: changes(begun, at.study).improves,
    price: priceOfAll(job, [...at.options.values()]),
    left: units.flatMap((circuitId) =>
      is.get(circuitId)!.answers.flatMap(({ question, verdict, head }) =>
        verdict !== 'stop'
          ? []
          : [
              {
                circuitId,
                circuit: nameOf(circuitId),
                question,
                verdict,
                says: saidOf(head, job.dialect),
                tried: searched.options.get(circuitId)!.length,
              },
            ],
      ),
    ),
    exact: searched.exact,
    gap: searched.exact ? 0 : gapOf(is, units, searched.ranked),
    tried: searched.tried,
  };
}

/** Stops and unknowns that a circuit alone could be rid of, and is not. */
function gapOf(
  is: ReadonlyMap<string, { verdicts: readonly Verdict[] }>,
  units: readonly string[],
  ranked: ReadonlyMap<string, readonly Ranked[]>,
): number {
  return units.reduce((sum, id) => {
    const best = ranked.get(id)?.[0]?.counts;
    if (best === undefined) return sum;
    const has = (verdict: Verdict): number => is.get(id)!.verdicts.filter((each) => each === verdict).length;
    return sum + Math.max(0, has('stop') - best[0]!) + Math.max(0, has('unknown') - best[1]!);
  }, 0);
}

/**
 * Devices and sizes of all circuits together, so that the answers improve and none gets worse anywhere: fewest stops, then unknown, then cautions, then
 * selectivity, then price, then changes. Where all combinations are few each is tried; else circuit by circuit, in passes, each choice tried on the whole job.
 * The board, mains and feeders stay.
 */
export function coordinated(job: Job, study: Study, how: Coordinating = {}, exactUpTo = EXACT_UP_TO): Coordinated {
  const under = tryCoordinate(job, study, how, exactUpTo);
  for (;;) {
    const step = under.next();
    if (step.done === true) return step.value;
  }
}
