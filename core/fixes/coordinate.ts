import { type Standable, standableAt } from '../edits/standable';
import { applyCommand, type Command, type Step } from '../job/commands';
import { cutName } from '../job/ids';
import type { Device, DeviceSettings } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import { type Mark, rankOf, type Verdict } from '../judging/answer';
import { saidOf } from '../judging/figures';
import type { Progress } from '../study/progress';
import { type Counts, openStudy, type Study, studyJob, verdictIn } from '../study/study';
import { segmentsOf, sizes } from './cableCandidates';
import { CABLE } from './candidate';
import { type Change, changes } from './fixes';
import { priceOf } from './pricing';

/** What is coordinated, and what may not change. */
export interface Coordinating {
  /** A circuit, all circuits of a board, or the whole job where neither is named. */
  circuitId?: string;
  boardId?: string;
  keepCables?: boolean;
  /** Existing circuits stay as they are. */
  onlyNew?: boolean;
  noTypeB?: boolean;
}

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

/** One thing a circuit may become. */
interface Option {
  command: Command | undefined;
  steps: readonly Step[];
  says: readonly string[];
  part: string | undefined;
  /** A device of a higher rating than the one there: where a code asks less of it, nobody is protected by that. */
  raises: boolean;
  /** The same device on the cable that is there, where this is on a larger one. */
  fitted: Option | undefined;
}
const AS_IT_IS: Option = { command: undefined, steps: [], says: [], part: undefined, raises: false, fitted: undefined };

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
/** Passes over all circuits: each begins from what the last chose. */
const PASSES = 3;
/** Of a circuit so many of the best are tried on the whole job. */
const WHOLE = 6;
/** Combinations that are all tried. */
const EXACT_UP_TO = 160;

type Own = Extract<DeviceSettings, { residual: unknown }>['residual'];
const TYPES = ['AC', 'A', 'F', 'B'];
/** What protects on residual current at a circuit's start: its own device, or the one it is put behind. */
function residualAt(job: Job, circuitId: string): Own | undefined {
  const own = startOf(job, circuitId);
  const behind = job.devices[job.circuits[circuitId]?.behindDeviceId ?? ''];
  return (
    (own === undefined ? undefined : residualOf(own.settings)) ?? (behind === undefined ? undefined : residualOf(behind.settings))
  );
}
const isAsFine = (own: Own, other: Own | undefined): boolean => {
  const [coarse, fine] = [own.sensitivityA?.value, other?.sensitivityA?.value];
  const [from, to] = [own.type?.value, other?.type?.value];
  if (coarse === undefined || fine === undefined || from === undefined || to === undefined) return false;
  return fine <= coarse && TYPES.indexOf(to) >= TYPES.indexOf(from);
};
/** Whether a circuit's start protects at least as much as it did, asked for or not: on residual current as fine and of as good a type, for ground faults, for arcs. */
function keepsProtection(before: Job, after: Job, circuitId: string): boolean {
  const residual = residualAt(before, circuitId);
  if (residual !== undefined && residualAt(after, circuitId) !== residual && !isAsFine(residual, residualAt(after, circuitId)))
    return false;
  const [was, is] = [startOf(before, circuitId)?.settings, startOf(after, circuitId)?.settings];
  if (was === undefined || is === undefined) return was === is;
  return (['groundFault', 'arcFault'] as const).every((field) => {
    const [had, has] = [protectionOf(was, field), protectionOf(is, field)];
    return had === undefined || had === 'none' || (has !== undefined && has !== 'none');
  });
}
const residualOf = (settings: DeviceSettings): Own | undefined => ('residual' in settings ? settings.residual : undefined);
const protectionOf = (settings: DeviceSettings, field: 'groundFault' | 'arcFault'): string | undefined =>
  (settings as unknown as Record<string, string | undefined>)[field];

const startOf = (job: Job, circuitId: string): Device | undefined =>
  Object.values(job.devices).find((each) => each.circuitId === circuitId && each.seat === 'start' && each.state !== 'removed');

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

/** Everything a circuit may become: each device of its place, in each size of cable, from what is there up. */
export function optionsOf(job: Job, circuitId: string, how: Coordinating): Option[] {
  const now = standableAt(job, circuitId);
  const nowA = now.find(({ command }) => command === null)?.ratingA ?? 0;
  const devices: (Standable | undefined)[] = [
    undefined,
    ...now.filter(({ command, besides }) => command !== null && !(how.noTypeB === true && /^B \d/.test(besides))),
  ];
  return devices.flatMap((device): Option[] => {
    const command = device?.command ?? undefined;
    const with1 = command === undefined ? job : applyCommand(job, command);
    if (command !== undefined && !keepsProtection(job, with1, circuitId)) return [];
    const fitted: Option =
      device === undefined || command === undefined
        ? AS_IT_IS
        : {
            command,
            steps: command.steps,
            says: [`${device.name} ${device.besides}`.trim()],
            part: device.part,
            raises: device.ratingA > nowA,
            fitted: undefined,
          };
    const larger = how.keepCables === true ? [] : sizes(with1, circuitId);
    return [
      fitted,
      ...larger.map(
        ({ command: { label, steps } }): Option => ({
          command: { label, steps: [...fitted.steps, ...steps] },
          steps: [...fitted.steps, ...steps],
          says: [...fitted.says, label],
          part: fitted.part,
          raises: fitted.raises,
          fitted,
        }),
      ),
    ];
  });
}

/** Fewest stops, then unknown, then cautions, then those of question 6, then price, then changes: what is less is better. */
type Merit = readonly number[];
const lessThan = (a: Merit, b: Merit): boolean => {
  for (const [at, value] of a.entries()) if (value !== b[at]) return value < b[at]!;
  return false;
};
const NO_PRICE = 1e9;
function meritOf(study: Study, price: number | null, changed: number): Merit {
  const { stop, unknown, caution } = study.counts;
  const unselective = study.circuits.filter((circuit) => rankOf(circuit.verdictOf('only-one-trips')) < rankOf('pass')).length;
  return [stop, unknown, caution, unselective, price ?? NO_PRICE, changed];
}
/** Of devices; what a larger cable costs is in no price of a piece. */
const priceOfAll = (job: Job, chosen: readonly Option[]): number | null =>
  chosen.reduce<number | null>((sum, { part, fitted }) => {
    const price = fitted !== undefined ? null : part === undefined ? 0 : priceOf(job, [{ part, pieces: 1 }], 0);
    return sum === null || price === null ? null : sum + price;
  }, 0);
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

/** What a circuit and its device are, ids, names and lengths aside. */
function kindOf(job: Job, circuitId: string): string {
  const { use, topology, state } = job.circuits[circuitId]!;
  const cables = segmentsOf(job, circuitId).map(({ lineSize, protectiveSize, method, construction }) => [
    lineSize?.value,
    protectiveSize?.value,
    method?.value,
    construction,
  ]);
  return JSON.stringify([use, topology, state, startOf(job, circuitId)?.settings, cables]);
}
const metresOf = (job: Job, circuitId: string): number =>
  segmentsOf(job, circuitId).reduce((sum, { lengthM }) => sum + (lengthM?.value ?? 0), 0);
const shortestFirst = (job: Job, ids: readonly string[]): string[] => {
  const metres = new Map(ids.map((id) => [id, metresOf(job, id)]));
  return [...ids].sort((a, b) => metres.get(a)! - metres.get(b)!);
};

/**
 * What a circuit may become by its own answers, the best first and no more than are tried on the whole job.
 * @param guide how one like it and no longer is ranked. Where as many of those come to as much here, the rest need not be tried.
 */
function* rankedAlone(
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

const compared = (a: readonly number[], b: readonly number[]): number => (lessThan(a, b) ? -1 : lessThan(b, a) ? 1 : 0);
const withAll = (job: Job, chosen: ReadonlyMap<string, Option>): Job => {
  const steps = [...chosen.values()].flatMap((option) => option.steps);
  return steps.length === 0 ? job : applyCommand(job, { label: 'coordinated', steps });
};
const isOpen = (verdict: Verdict): boolean => rankOf(verdict) < rankOf('pass');

interface Ranked {
  option: Option;
  counts: readonly number[];
  price: number;
}
const rankedBy = ({ counts, price, option }: Ranked): Merit => [...counts, price, option.steps.length];

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
