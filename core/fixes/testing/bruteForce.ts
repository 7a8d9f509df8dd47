import { applyCommand } from '../../job/commands';
import type { Job } from '../../job/schema/job';
import { QUESTION_IDS } from '../../job/terms';
import { rankOf } from '../../judging/answer';
import { type Study, studyJob } from '../../study/study';
import { breaker, gg, jobWith, stated } from '../../testing/jobs';
import type { Coordinated } from '../coordinate';
import { type Coordinating, optionsOf } from '../coordinateOptions';

/** Seeded, so that a case can be looked at again. */
function random(seed: number): (of: readonly number[]) => number {
  let state = seed;
  return (of) => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    return of[Math.floor((state / 2_147_483_648) * of.length)]!;
  };
}
/** A house of circuits behind fuses or breakers, of any load, length and section. */
export function anyHouse(seed: number, circuits: number, fused: boolean): Job {
  const one = random(seed * 7919 + 17);
  return jobWith(
    Array.from({ length: circuits }, (_, at) => {
      const line = one([1.5, 2.5, 4, 6]);
      const ratedA = one([10, 16, 20, 32]);
      return {
        id: `c${at}`,
        settings: fused ? gg(ratedA) : breaker(one([0, 1]) === 0 ? 'B' : 'C', ratedA),
        lengthM: one([8, 25, 60, 110]),
        line,
        protective: line,
        circuit: { designCurrentA: stated(one([6, 9, 14, 18])) },
      };
    }),
  );
}
/** What counts, written anew: verdicts of all answers, then those of question 6, then how many circuits change. */
export const worthOf = (study: Study, changed: number): number[] => [
  study.counts.stop,
  study.counts.unknown,
  study.counts.caution,
  study.circuits.filter((each) => ['stop', 'unknown', 'caution'].includes(each.verdictOf('only-one-trips'))).length,
  changed,
];
const isBetter = (a: readonly number[], b: readonly number[]): boolean => {
  const at = a.findIndex((value, index) => value !== b[index]);
  return at >= 0 && a[at]! < b[at]!;
};
export const worsens = (before: Study, after: Study): boolean =>
  before.circuits.some((circuit, at) =>
    QUESTION_IDS.some((question) => rankOf(after.circuits[at]!.verdictOf(question)) < rankOf(circuit.verdictOf(question))),
  );
/** Every combination of what the circuits may become, each studied from nothing. */
export function byBruteForce(job: Job, how: Coordinating): number[] {
  const before = studyJob(job);
  const units = Object.values(job.circuits).filter(({ kind }) => kind === 'final');
  let combinations: { steps: ReturnType<typeof optionsOf>[number]['steps'][number][]; raised: string[]; changed: number }[] = [
    { steps: [], raised: [], changed: 0 },
  ];
  for (const { id } of units)
    combinations = combinations.flatMap(({ steps, raised, changed }) =>
      optionsOf(job, id, how).map((option) => ({
        steps: [...steps, ...option.steps],
        raised: option.raises ? [...raised, id] : raised,
        changed: changed + (option.steps.length > 0 ? 1 : 0),
      })),
    );
  let best = worthOf(before, 0);
  for (const { steps, raised, changed } of combinations) {
    if (steps.length === 0) continue;
    const after = studyJob(applyCommand(job, { label: 'tried', steps }));
    const relieved = raised.some((id) => {
      const verdict = (of: Study) => rankOf(of.circuits.find(({ circuitId }) => circuitId === id)!.verdictOf('saves-person'));
      return verdict(after) > verdict(before);
    });
    const worth = worthOf(after, changed);
    if (!worsens(before, after) && !relieved && isBetter(worth, best)) best = worth;
  }
  return best;
}
/** What a suggestion comes to once it is applied. */
export const applied = (job: Job, { command }: Coordinated): Study =>
  studyJob(command === null ? job : applyCommand(job, command));
