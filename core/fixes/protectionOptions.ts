import { type ProtectionKind, type ProtectionOption, protectionOptions } from '../edits/protect';
import { applyCommand, type Command } from '../job/commands';
import type { Job } from '../job/schema/job';
import type { Verdict } from '../judging/answer';
import { saidOf } from '../judging/figures';
import type { CheckKey } from '../judging/keys';
import { peoplePoints, peopleStudy } from '../reports/people';
import type { Progress } from '../study/progress';
import { type CircuitStudy, type Study, studyJob } from '../study/study';
import type { Change } from './fixes';
import { changes } from './fixes';
import { priceOf } from './pricing';

/** A way of giving a circuit its protection, tried on the whole job. */
export interface OptionTried {
  /** `now`: as it stands. */
  kind: ProtectionKind | 'now';
  label: string;
  command: Command | null;
  /** Question 5 of the circuit with it, what lacks a fact left aside, and how many checks lack one. */
  verdict: Verdict;
  unknowns: number;
  /** Outlets of the circuit behind ground-fault and behind arc-fault protection, of how many. */
  ground: number;
  arc: number;
  outlets: number;
  /** What stays open of what is asked for, worst first. */
  remains: { title: string; verdict: Verdict; because: string }[];
  /** What it wants of the neutral. */
  neutral: string;
  /** Where its reset is; false: out of reach, null: nobody said. */
  reset: string;
  reached: boolean | null;
  /** Spaces or modules more than now; null where that is not known. */
  spaces: number | null;
  /** By the prices of the job, with labour where an hourly rate is entered; null where a part has none. */
  price: number | null;
  hours: number;
  directory: string;
  worsens: Change[];
}

/** Every way a circuit can be given its protection, beside each other, as it stands first. */
export function* tryOptions(job: Job, study: Study, circuitId: string): Generator<Progress, OptionTried[]> {
  const ways = protectionOptions(job, circuitId);
  const own = study.circuits.find((each) => each.circuitId === circuitId);
  if (own === undefined || own.kind !== 'final') return [];
  const rows: OptionTried[] = [tried(job, study, own, undefined, study)];
  for (const [index, way] of ways.entries()) {
    yield { done: index, of: ways.length };
    const after = applyCommand(job, way.command);
    const studied = studyJob(after, study);
    const circuit = studied.circuits.find((each) => each.circuitId === circuitId);
    if (circuit !== undefined) rows.push(tried(after, studied, circuit, way, study));
  }
  return rows;
}

/** All of them at once. */
export function triedOptions(job: Job, study: Study, circuitId: string): OptionTried[] {
  const trying = tryOptions(job, study, circuitId);
  for (;;) {
    const step = trying.next();
    if (step.done === true) return step.value;
  }
}

/** Checks that tell one way of protecting a circuit from another. */
const OF_PROTECTION: ReadonlySet<CheckKey> = new Set(['asked', 'shared', 'seat']);

function tried(job: Job, study: Study, circuit: CircuitStudy, way: ProtectionOption | undefined, before: Study): OptionTried {
  const points = peoplePoints(job, circuit);
  const { verdict, unknowns } = circuit.settledOf('saves-person');
  const answer = circuit.answerTo('saves-person');
  const remains = answer.checks
    .filter(
      (check) =>
        OF_PROTECTION.has(check.name.key) &&
        (check.verdict === 'stop' || check.verdict === 'unknown' || check.verdict === 'caution'),
    )
    .map((check) => ({ title: check.title, verdict: check.verdict, because: saidOf(check, job.dialect) }));
  const buttons = peopleStudy(job, study).buttons.filter(({ kills }) =>
    kills.some(({ circuitId }) => circuitId === circuit.circuitId),
  );
  const button = buttons.at(-1);
  return {
    kind: way?.kind ?? 'now',
    label: way?.command.label ?? 'as it is',
    command: way?.command ?? null,
    verdict,
    unknowns,
    ground: points.filter(({ columns }) => columns.groundFault.label !== null).length,
    arc: points.filter(({ columns }) => columns.arc.label !== null).length,
    outlets: points.length,
    remains,
    neutral: way === undefined ? '' : neutralOf(job, circuit, way.kind),
    reset: button?.where ?? '',
    reached: button?.reached ?? null,
    spaces: way === undefined ? 0 : spacesOf(way.kind),
    price: way === undefined ? null : priceOf(job, way.parts, way.hours),
    hours: way?.hours ?? 0,
    directory: directoryOf(circuit, button === undefined ? '' : `${button.label}, reset ${button.where}`),
    worsens: way === undefined ? [] : changes(before, study).worsens,
  };
}

/** What a device asks of the neutral it compares the line with. */
function neutralOf(job: Job, { facts }: CircuitStudy, kind: ProtectionKind): string {
  const { circuit, house } = facts;
  if (kind === 'first-outlet' || kind === 'first-outlet-both' || kind === 'blank-face' || kind === 'socket-rcd')
    return 'line and neutral through it, the next ones on its load terminals';
  if (kind === 'shared-rcd') return 'a neutral bar of its own';
  if (kind === 'afdd') return 'its neutral through it';
  if (house.wirings.neutralGroups.has(circuit.id)) return 'a two-pole one: the neutral is shared';
  if (job.dialect === 'iec') return 'its neutral through it';
  return job.boards[circuit.fromBoardId ?? '']?.plugOnNeutral?.value === true
    ? 'plugs onto the neutral bar'
    : 'a pigtail to the neutral bar';
}

/** Modules or spaces more than the breaker there takes. */
function spacesOf(kind: ProtectionKind): number | null {
  if (kind === 'shared-rcd') return 2;
  return kind === 'afdd' ? 1 : 0;
}

const directoryOf = ({ number, name }: CircuitStudy, by: string): string =>
  `${number} ${name}${by === '' ? '' : ` – ${by}`}`.trim();
