import { inspectedOn } from '../house/inspected';
import { andThen, join, type Known, lack, type Maybe, type Missing, NO_GIVENS } from '../job/known';
import { factOf } from '../job/readers';
import type { Device, InspectedItem, InspectedOn, Inspection, Job } from '../job/sealed';
import type { TrackedJob } from '../job/tracked';
import { type Check, rankOf, type Verdict } from '../judging/answer';
import { type Comparison, judge, placed, ruled, unknownCheck } from '../judging/judge';
import { keyed } from '../judging/keys';
import { asFor } from '../judging/said';
import { clause } from '../rules/clauses';
import { clauseOfItem, type Item, inWords } from '../rules/inspection/item';
import { ITEMS } from '../rules/inspection/items';

/** Something that is looked at: a board, a device in one, an outlet, a cable. */
export interface Subject {
  on: InspectedOn;
  id: string;
  name: string;
  state: string;
  /** A device as it is now: what was seen on another holds no longer. */
  as?: Known<string>;
}
/** The figure of an item held against what is wanted; `beyond` is the verdict where it does not hold. */
export type Measured = (value: Maybe<number>, beyond: Wrong) => Maybe<Comparison>;
export type Limits = Partial<Record<InspectedItem, Measured>>;
export type Wrong = Extract<Verdict, 'stop' | 'caution'>;

/** An item of a subject with what came of it; without a check nobody looked at it. */
export interface Looked {
  item: InspectedItem;
  of: Item;
  subject: Subject;
  rows: readonly Inspection[];
  check: Check | undefined;
}

/** Items of a subject, each with what came of it. */
export function lookedAt(job: TrackedJob, subject: Subject, items: readonly InspectedItem[], limits: Limits): Looked[] {
  const seen = inspectedOn(job, subject.on, subject.id);
  // What somebody wrote down counts, though by how the thing is drawn nobody would ask.
  const besides = [...new Set(seen.map(({ item }) => item))].filter(
    (item) => !items.includes(item) && clauseOfItem(job.pack, ITEMS[item]) !== undefined,
  );
  return [...items, ...besides].map((item): Looked => {
    const rows = seen.filter((row) => row.item === item);
    // Looked at twice, what is worse counts.
    const check = rows
      .map((row) => checkOf(job, subject, row, limits[item]))
      .reduce<Check | undefined>(
        (worst, each) => (worst !== undefined && rankOf(worst.verdict) <= rankOf(each.verdict) ? worst : each),
        undefined,
      );
    return { item, of: ITEMS[item], subject, rows, check };
  });
}

/** Verdict on what is wrong, by how it weighs and by the age of what it is found on. */
function onWrong({ weight }: Item, { state }: Subject): Wrong {
  if (weight === 'hazard') return 'stop';
  return weight === 'work' ? asFor(state) : 'caution';
}

/** Place of a subject in the job. */
export const placeOf = ({ on, id }: Pick<Subject, 'on' | 'id'>): string => `${on.slice(0, -2)}s.${id}`;

function checkOf({ pack, devices }: Job, subject: Subject, row: Inspection, measured: Measured | undefined): Check {
  const of = ITEMS[row.item];
  const id = keyed('seen', row.item, subject.id);
  const what = `${inWords(pack, of.name)}, ${subject.name}`;
  const path = `inspections.${row.id}`;
  const at = (check: Check): Check => placed(check, `${placeOf(subject)}.${row.item}`);
  const lacks = (why: string): Check => at(unknownCheck(id, what, [{ path, what: `${what}: ${why}` }]));
  const rule = clauseOfItem(pack, of);
  if (rule === undefined) return lacks('not asked by these rules');
  if (subject.as !== undefined && row.deviceAs !== subject.as.value)
    return lacks(`seen when it was ${row.deviceAs ?? 'not said what'}, now ${subject.as.value}: look again`);
  const beyond = onWrong(of, subject);
  // That it is the device it was rests on what that is.
  const onIt = <T>(seen: Maybe<T>): Maybe<T> => (subject.as === undefined ? seen : andThen(subject.as, () => seen));
  if (row.value !== undefined)
    return measured === undefined
      ? lacks('no figure is wanted')
      : at(judge(id, what, measured(onIt(factOf('inspections', row, 'value', `${what}, measured`)), beyond)));
  const result = onIt(factOf('inspections', row, 'result', what));
  if (!result.known) return lacks('nothing is said');
  const said = (verdict: Verdict, because: string): Check => at(ruled(id, what, verdict, because, rule, result.given));
  const fix = inWords(pack, of.fix);
  switch (result.value) {
    case 'right':
      return measured === undefined ? said('pass', inWords(pack, of.right)) : lacks('not measured');
    case 'wrong':
      return said(beyond, `defect. Required: ${inWords(pack, of.right)}. Action: ${fix}`);
    case 'by-feel':
      return said('caution', `by feel, no torque recorded. Action: ${fix}`);
    case 'not-applicable':
      if (row.item === 'torque' && isMarked(devices[subject.id])) return lacks('a torque is marked on it: it applies');
      // A cover that is not there is no cover to leave out.
      return of.optional === true ? said('not-applicable', 'does not apply') : lacks('it always applies');
  }
}

const isMarked = (device: Device | undefined): boolean =>
  device !== undefined && 'terminalTorqueNm' in device.settings && device.settings.terminalTorqueNm !== undefined;

/**
 * What the items of a subject come to together: nothing where nobody looked at any; not known while some are not looked at, each
 * named; else all seen, resting on what was said of each.
 */
export function together({ pack }: Job, subject: Subject, looked: readonly Looked[]): Check[] {
  const unseen = looked.filter(({ check }) => check === undefined);
  if (unseen.length === looked.length) return [];
  const id = keyed('inspection', subject.id);
  const title = `Inspection of ${subject.name}`;
  if (unseen.length > 0) {
    const missing = unseen.map(({ item, of, subject: on }): Missing => {
      const whose = on.id === subject.id ? '' : ` at ${on.name}`;
      return lack('inspection', placeOf(on), `${inWords(pack, of.name)}${whose}, not inspected`, item);
    });
    return [placed(unknownCheck(id, title, missing), placeOf(subject))];
  }
  const given = looked
    .flatMap(({ rows }) => rows)
    .map((row) => factOf('inspections', row, row.value === undefined ? 'result' : 'value', `${row.item} of ${subject.name}`))
    .reduce((all, fact) => (fact.known ? join(all, fact.given) : all), NO_GIVENS);
  const open = looked.filter(({ check }) => !['pass', 'not-applicable'].includes(check!.verdict)).length;
  const because = `all ${looked.length} inspected, ${open === 0 ? 'no defect' : open === 1 ? 'one defect' : `${open} defects`}`;
  return [placed(ruled(id, title, 'pass', because, clause(pack, 'inspection'), given), placeOf(subject))];
}
