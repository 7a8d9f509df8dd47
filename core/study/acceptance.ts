import { sameItems } from '../cells/alike';
import type { Acceptance } from '../job/schema/records';
import type { QuestionId } from '../job/terms';
import { READ, rowsOf, type TrackedJob } from '../job/tracked';
import type { AcceptanceState, Check, Verdict } from '../judging/answer';
import { inputsKey, isOfData } from './acceptanceKey';
import { earlierKey } from './earlierKeys';

const OPEN: AcceptanceState = { kind: 'open' };

/** A verdict that somebody can take on: one that is not in order. */
export const isFinding = (verdict: Verdict): boolean => verdict !== 'pass' && verdict !== 'not-applicable';

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
  return { kind: 'reopened', acceptance: latest, earlier: !isOfData(latest.inputsKey) };
}

/** An acceptance of this check, under its id or the one it had. */
const isOf = ({ check }: Acceptance, { id, name }: Check): boolean => check === id || check === name.formerly;

const holdsStill = (job: TrackedJob, check: Check, { inputsKey: key }: Acceptance): boolean =>
  key === (isOfData(key) ? inputsKey(job, check) : earlierKey(job, check));
