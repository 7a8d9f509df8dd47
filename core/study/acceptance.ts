import { sameItems } from '../cells/alike';
import type { Job } from '../job/schema/job';
import type { Acceptance } from '../job/schema/records';
import type { QuestionId } from '../job/terms';
import { READ, rowsOf, type TrackedJob } from '../job/tracked';
import type { AcceptanceState, Check, Verdict } from '../judging/answer';
import { firstKey } from './firstKeys';
import { digits, hash, valueAt } from './naming';

const OPEN: AcceptanceState = { kind: 'open' };

/** A verdict that somebody can take on: one that is not in order. */
export const isFinding = (verdict: Verdict): boolean => verdict !== 'pass' && verdict !== 'not-applicable';

/** What a key of data alone begins with. Keys of the first form (firstKeys.ts) held words as well, and begin with none. */
const FORM = '2:';
export const isOfData = (key: string): boolean => key.startsWith(FORM);

/**
 * What a check's result rests on, as one short key: the same inputs give the same key, any other input another. It holds no word that
 * is shown, so that another word reopens nothing, and of a rule its numbers alone; but where no fact is missing but a thing (a cable, a
 * device, loads), the path of its row alone would not say which. Figures enter with nine digits, so that the
 * arithmetic's own rounding reopens nothing. Which check it is of stands beside it in an acceptance.
 */
export function inputsKey(job: Pick<Job, 'pack'>, { demand, limit, given, missing, verdict, rule, grade }: Check): string {
  const facts = given.map(({ path, from }) => JSON.stringify([path, from, valueAt(job, path)]));
  const lacking = missing.map(({ path, what }) => (isOfFact(path) ? path : `${path} ${what}`));
  const clauses = rule.match(/\S*\d\S*/g) ?? [];
  const inputs = [job.pack, verdict, clauses, grade, [demand, limit].map(digits), once(facts), once(lacking)];
  return FORM + hash(JSON.stringify(inputs));
}
const isOfFact = (path: string): boolean => path.split('.').length > 2 || path.startsWith('supply.');
/** In whatever order, and however often, something is named. */
const once = (names: readonly string[]): string[] => [...new Set(names)].sort();

const byCircuit = READ.cell('acceptances', ({ acceptances }: TrackedJob): ReadonlyMap<string, readonly Acceptance[]> => {
  const map = new Map<string, Acceptance[]>();
  for (const each of rowsOf(acceptances))
    if (each.circuitId !== undefined) map.set(each.circuitId, [...(map.get(each.circuitId) ?? []), each]);
  return map;
});

const ofCircuit = READ.cell(
  'acceptances of a circuit',
  (job: TrackedJob, id): readonly Acceptance[] => byCircuit(job, '').get(id) ?? [],
  sameItems,
);

/** How the finding of one check stands. Of several acceptances the one that still holds counts, else the latest. */
export function acceptanceStateOf(job: TrackedJob, circuitId: string, question: QuestionId, check: Check): AcceptanceState {
  const acceptances = ofCircuit(job, circuitId).filter((each) => each.question === question && isOf(each, check));
  if (acceptances.length === 0 || !(isFinding(check.verdict) || check.advice !== null)) return OPEN;
  const holding = acceptances.find((each) => holdsStill(job, check, each));
  if (holding !== undefined) return { kind: 'accepted', acceptance: holding };
  const latest = acceptances.reduce((a, b) => (a.on >= b.on ? a : b));
  return { kind: 'reopened', acceptance: latest };
}

/** An acceptance of this check, under its id or the one it had. */
const isOf = ({ check }: Acceptance, { id, name }: Check): boolean => check === id || check === name.formerly;

const holdsStill = (job: TrackedJob, check: Check, { inputsKey: key }: Acceptance): boolean =>
  key === (isOfData(key) ? inputsKey(job, check) : firstKey(job, check));
