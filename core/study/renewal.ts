import { applyCommand, type Command, type Step } from '../job/commands';
import type { Job } from '../job/schema/job';
import { QUESTION_IDS } from '../job/terms';
import { inputsKey, isOfData } from './acceptanceKey';
import { earlierKey } from './earlierKeys';
import { studyJob } from './study';

/**
 * Acceptances whose keys named things in words, under keys of data alone: those that hold. One that does not stays as it is, and open.
 * @returns nothing where there is none to renew
 */
export function renewal(job: Job): Command | undefined {
  const old = Object.values(job.acceptances).filter((each) => !isOfData(each.inputsKey));
  if (old.length === 0) return undefined;
  const study = studyJob(job);
  const steps = old.flatMap(({ id, circuitId, question, check: of, inputsKey: key }): Step[] => {
    const circuit = study.circuits.find((each) => each.circuitId === circuitId);
    const asked = QUESTION_IDS.find((each) => each === question);
    const check =
      asked === undefined
        ? undefined
        : circuit?.answerTo(asked).checks.find((each) => each.id === of || each.name.formerly === of);
    if (check === undefined || earlierKey(job, check) !== key) return [];
    return [{ do: 'set', on: 'acceptances', id, field: ['inputsKey'], to: inputsKey(job, check) }];
  });
  return steps.length === 0 ? undefined : { label: 'Acceptances kept under keys without words', steps };
}

/** A job with its acceptances renewed. */
export function renewed(job: Job): Job {
  const command = renewal(job);
  return command === undefined ? job : applyCommand(job, command);
}
