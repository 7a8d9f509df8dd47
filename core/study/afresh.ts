import type { Job } from '../job/schema/job';
import { QUESTION_IDS } from '../job/terms';
import type { Progress } from './progress';
import { type CircuitStudy, openStudy, type Study, studyOf } from './study';

/** All that is shown of a circuit's answers, as one text. */
const said = ({ circuitId, verdicts, settled, findings }: CircuitStudy): string =>
  JSON.stringify([circuitId, verdicts, settled, findings]);

/**
 * Studies a job from nothing, a circuit at a time, and holds what was carried on from edit to edit against it: where something that an
 * answer rests on was not noted, an old verdict would stand.
 * @returns the study from nothing and what is unlike; nothing where the two are alike
 */
export function* studiedAfresh(job: Job, study: Study): Generator<Progress, { study: Study; unlike: string } | undefined> {
  const { house, judge } = openStudy(job);
  const ids = house.wirings.byCircuit.keys();
  const circuits: CircuitStudy[] = [];
  let unlike = ids.join() === study.circuits.map(({ circuitId }) => circuitId).join() ? undefined : 'which circuits there are';
  for (const [at, id] of ids.entries()) {
    const circuit = judge(id);
    circuits.push(circuit);
    const kept = study.circuits[at];
    if (unlike === undefined && kept !== undefined && said(kept) !== said(circuit)) {
      const which = QUESTION_IDS.filter((question) => kept.verdictOf(question) !== circuit.verdictOf(question));
      unlike = `${id}: ${which.length === 0 ? 'its findings' : which.join(', ')}`;
    }
    yield { done: at + 1, of: ids.length };
  }
  return unlike === undefined ? undefined : { study: studyOf(job, house, circuits), unlike };
}
