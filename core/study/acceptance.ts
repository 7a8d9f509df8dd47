import { sameItems } from '../cells/alike';
import type { Job } from '../job/schema/job';
import type { Acceptance } from '../job/schema/records';
import type { QuestionId } from '../job/terms';
import { READ, rowsOf, type TrackedJob } from '../job/tracked';
import type { Check, Standing, Verdict } from '../judging/answer';

const OPEN: Standing = { kind: 'open' };

/** A verdict that somebody can take on: one that is not in order. */
export const isFinding = (verdict: Verdict): boolean => verdict !== 'pass' && verdict !== 'not-applicable';

/**
 * What a check's result rests on, as one short key: the same inputs give the same key, any other input another. Figures
 * enter with nine digits, so that the arithmetic's own rounding reopens nothing.
 */
export function inputsKey(job: Pick<Job, 'pack'>, check: Check): string {
  const digits = (value: number | null): string => value?.toPrecision(9) ?? '-';
  const facts = check.given.map(({ path, from }) => [path, from, valueAt(job, path)]);
  const missing = check.missing.map(({ path, what }) => [path, what]);
  const figures = [digits(check.demand), digits(check.limit), check.unit];
  return hash(JSON.stringify([job.pack, check.id, check.verdict, check.rule, check.grade, figures, facts, missing]));
}

/** The value a fact's path leads to, or null. */
function valueAt(job: object, path: string): unknown {
  let found: unknown = job;
  for (const name of path.split('.')) {
    if (typeof found !== 'object' || found === null || !Object.hasOwn(found, name)) return null;
    found = (found as Record<string, unknown>)[name];
  }
  return typeof found === 'object' && found !== null && 'value' in found ? found.value : null;
}

/** Two 32-bit hashes (FNV-1a, forward and backward) side by side: a name for a text, not a safeguard. */
function hash(text: string): string {
  let forward = 0x811c9dc5;
  let backward = 0x811c9dc5;
  for (let at = 0; at < text.length; at++) {
    forward = Math.imul(forward ^ text.charCodeAt(at), 0x01000193);
    backward = Math.imul(backward ^ text.charCodeAt(text.length - 1 - at), 0x01000193);
  }
  return [forward, backward].map((half) => (half >>> 0).toString(16).padStart(8, '0')).join('');
}

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
export function standingOf(job: TrackedJob, circuitId: string, question: QuestionId, check: Check): Standing {
  const acceptances = ofCircuit(job, circuitId).filter((each) => each.question === question && each.check === check.id);
  if (acceptances.length === 0 || !isFinding(check.verdict)) return OPEN;
  const key = inputsKey(job, check);
  const holding = acceptances.find((each) => each.inputsKey === key);
  if (holding !== undefined) return { kind: 'accepted', acceptance: holding };
  const latest = acceptances.reduce((a, b) => (a.on >= b.on ? a : b));
  return { kind: 'reopened', acceptance: latest };
}
