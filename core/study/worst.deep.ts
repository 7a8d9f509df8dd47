import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { RECORDED } from '../job/recorded';
import { rankOf, type Verdict } from '../judging/answer';
import { demoJobs } from '../testing/demos';
import { FIELDS, holderOf, type Leaf } from '../testing/leaves';
import { necFlat, ttCottage } from '../testing/wholeHouses';
import { type Answers, answersOf, editedRow, isJobStill } from './testing/answers';

/** The demo houses, and two in which nothing stops and nothing is missing. */
const WHOLE = [ttCottage(), necFlat()];
const HOUSES = [...WHOLE, ...demoJobs()];

const verdicts = ({ all }: Answers): Map<string, Verdict> =>
  new Map(
    all.flatMap(({ circuitId, question, checks }) =>
      checks.map(({ id, verdict }) => [`${circuitId} ${question} ${id}`, verdict] as const),
    ),
  );
/** Whether some check is answered worse, or one that was not there asks for something. */
const worsened = (before: Map<string, Verdict>, after: Map<string, Verdict>): boolean =>
  [...after].some(([id, verdict]) => rankOf(verdict) < rankOf(before.get(id) ?? 'pass'));

const SIZES = ['1mm2', '2.5mm2', '300mm2', '14AWG', '8AWG', '4/0AWG'];
/** What a value may be changed to: anything else of its list, far less and far more, nothing. */
function others({ values, isFact }: Leaf, present: unknown): unknown[] {
  const value = isFact ? (present as { value: unknown }).value : present;
  const of =
    values.length > 0 && !Array.isArray(value)
      ? values
      : typeof value === 'number'
        ? [0, 0.1 * value, 0.5 * value, 2 * value, 10 * value].flatMap((each) => [each, Math.round(each)])
        : Array.isArray(value)
          ? value.map((_, at) => value.toSpliced(at, 1))
          : typeof value === 'string'
            ? SIZES
            : [];
  const changed = of.filter((each) => each !== value).map((each) => (isFact ? { ...(present as object), value: each } : each));
  return [undefined, ...changed];
}

/** Fields that stand in some house, and of them those of which no change worsens anything in any. */
function worsening(): { tried: Set<string>; none: string[] } {
  const tried = new Set<string>();
  const worse = new Set<string>();
  for (const job of HOUSES) {
    const answers = answersOf(job);
    const before = verdicts(answers);
    for (const leaf of FIELDS.filter(({ path }) => !(path in RECORDED) && !worse.has(path)))
      for (const id of Object.keys(job[leaf.on])) {
        const last = leaf.field.at(-1)!;
        const present = holderOf(job, leaf, id)?.[last];
        if (present === undefined || worse.has(leaf.path)) continue;
        tried.add(leaf.path);
        for (const to of others(leaf, present)) {
          const other = editedRow(job, leaf.on, id, (copy) => {
            const holder = holderOf(copy, leaf, id)!;
            if (to === undefined) delete holder[last];
            else holder[last] = to;
          });
          if (!isJobStill(other, leaf.on, id) || !worsened(before, verdicts(answersOf(other, answers)))) continue;
          worse.add(leaf.path);
          break;
        }
      }
  }
  return { tried, none: [...tried].filter((path) => !worse.has(path)).sort() };
}

/** The fields docs/worse.md gives a reason for. */
const reasoned = (): string[] =>
  [...readFileSync('docs/worse.md', 'utf8').matchAll(/^\| `([\w.]+)` \|/gm)].map(([, path]) => path!).sort();

describe('one fact for the worse', () => {
  it.each(WHOLE.map((job) => [job.id, job] as const))(
    'in a house in which nothing stops and nothing is missing: %s',
    (_, job) => {
      const found = [...verdicts(answersOf(job))].filter(([, verdict]) => verdict === 'stop' || verdict === 'unknown');
      expect(found).toEqual([]);
    },
  );
  it('worsens an answer, or stands in the list with why it does not', () => {
    const { tried, none } = worsening();
    expect(tried.size).toBeGreaterThan(120);
    expect(none).toEqual(reasoned());
  });
});
