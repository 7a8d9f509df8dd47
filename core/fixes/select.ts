import { type Standable, standableAt, startOf } from '../edits/standable';
import { cablesAt } from '../edits/standableCable';
import { surgesAt } from '../edits/standableSurge';
import { applyCommand } from '../job/commands';
import type { Job } from '../job/schema/job';
import { type Answer, type Check, type Mark, rankOf, type Verdict } from '../judging/answer';
import { figuresText, saidOf } from '../judging/figures';
import { darkStudy } from '../reports/board';
import type { Progress } from '../study/progress';
import { type Study, studyJob } from '../study/study';
import { type Change, changes } from './fixes';
import { priceOf } from './pricing';

/** What of a circuit is chosen: the device at its start, its cable, or the surge device nearest to it. */
export type Chosen = 'device' | 'cable' | 'surge';
const COULD: Readonly<Record<Chosen, (job: Job, circuitId: string) => Standable[]>> = {
  device: standableAt,
  cable: cablesAt,
  surge: surgesAt,
};

/** What could stand at a place, with what the whole job says of it there. */
export interface Selected extends Standable {
  /** The eight answers of the circuit, and what each compares: its own comparison, else none. */
  answers: readonly Mark[];
  figures: readonly (string | null)[];
  /** Answers of the circuit by verdict. */
  stops: number;
  unknowns: number;
  cautions: number;
  /** Checks of the circuit that stop: of equals the one that leaves fewer open. */
  open: number;
  /** The two comparisons that are nearest to their limits, or farthest beyond. */
  nearest: readonly { verdict: Verdict; figures: string }[];
  /** Rooms in which something goes dark when it opens. */
  rooms: number;
  price: number | null;
  /** What decides against it, worst first. */
  inTheWay: string | null;
  improves: readonly Change[];
  worsens: readonly Change[];
}

/** Everything that could stand at a place of a circuit, each tried on the whole job: fewest stops first, then unknown, cautions, price. */
export function* trySelect(job: Job, study: Study, circuitId: string, of: Chosen = 'device'): Generator<Progress, Selected[]> {
  const could = COULD[of](job, circuitId);
  const rows: Selected[] = [];
  for (const [index, each] of could.entries()) {
    yield { done: index, of: could.length };
    const after = each.command === null ? job : applyCommand(job, each.command);
    rows.push(selected(after, each.command === null ? study : studyJob(after, study), study, circuitId, each, of));
  }
  return rows.sort(inOrder);
}

/** The job with one of them at its place; as it is where that is the one. */
export function withSelected(job: Job, circuitId: string, id: string, of: Chosen = 'device'): Job {
  const command = COULD[of](job, circuitId).find((each) => each.id === id)?.command;
  return command == null ? job : applyCommand(job, command);
}

/** All of them at once. */
export function triedSelect(job: Job, study: Study, circuitId: string, of: Chosen = 'device'): Selected[] {
  const trying = trySelect(job, study, circuitId, of);
  for (;;) {
    const step = trying.next();
    if (step.done === true) return step.value;
  }
}

const stopsElsewhere = ({ worsens }: Selected): number => worsens.filter(({ to }) => to === 'stop').length;
const inOrder = (a: Selected, b: Selected): number =>
  a.stops + stopsElsewhere(a) - (b.stops + stopsElsewhere(b)) ||
  a.open - b.open ||
  a.unknowns - b.unknowns ||
  a.cautions - b.cautions ||
  a.worsens.length - b.worsens.length ||
  Number(b.command === null) - Number(a.command === null) ||
  (a.price ?? Number.MAX_VALUE) - (b.price ?? Number.MAX_VALUE) ||
  a.size - b.size ||
  (a.id < b.id ? -1 : 1);

function selected(job: Job, study: Study, before: Study, circuitId: string, of: Standable, chosen: Chosen): Selected {
  const circuit = study.circuits.find((each) => each.circuitId === circuitId)!;
  const count = (verdict: Verdict): number => circuit.verdicts.filter((each) => each === verdict).length;
  const checks = circuit.answers.flatMap((answer) => answer.checks);
  // Of a surge device only what it does to surges is near or in the way.
  const decide = chosen === 'surge' ? [circuit.answerTo('rides-surge')] : circuit.answers;
  const device = startOf(job, circuitId);
  const { rooms } = darkStudy(job, study, device === undefined ? [] : [device.id]);
  return {
    ...of,
    answers: circuit.marks,
    figures: circuit.answers.map(({ head }) => figuresText(head, job.dialect) ?? null),
    stops: count('stop'),
    unknowns: count('unknown'),
    cautions: count('caution'),
    open: checks.filter(({ verdict }) => verdict === 'stop').length,
    nearest: nearestOf(
      job,
      decide.flatMap((answer) => answer.checks),
    ),
    rooms: rooms.filter(({ state }) => state === 'dark' || state === 'part').length,
    price: priceOf(job, [of.metres === undefined ? { part: of.part, pieces: 1 } : { part: of.part, metres: of.metres }], 0),
    inTheWay: inTheWay(job, decide),
    ...changes(before, study),
  };
}

/** How many comparisons are named beside a device. */
const NAMED = 2;
const nearestOf = (job: Job, checks: readonly Check[]): Selected['nearest'] =>
  checks
    .filter(({ margin, verdict }) => margin !== null && verdict !== 'unknown')
    .sort((a, b) => a.margin! - b.margin!)
    .flatMap((check) => {
      const figures = figuresText(check, job.dialect);
      return figures === undefined ? [] : [{ verdict: check.verdict, figures }];
    })
    .slice(0, NAMED);

function inTheWay(job: Job, answers: readonly Answer[]): string | null {
  const worst = answers.reduce((a, b) => (rankOf(b.verdict) < rankOf(a.verdict) ? b : a));
  return worst.verdict === 'pass' || worst.verdict === 'not-applicable' ? null : saidOf(worst.head, job.dialect);
}
