import { type Asked, askedOf } from '../asking/asking';
import { type SheetTried, sheetInTurn } from '../asking/taking';
import { timeAt } from '../curves/edge';
import { overcurrentBand } from '../devices/bands';
import type { Taking } from '../edits/answers';
import type { Arranged } from '../fixes/arrangements';
import type { Coordinated } from '../fixes/coordinate';
import type { Coordinating } from '../fixes/coordinateOptions';
import type { Fix } from '../fixes/fixes';
import type { OptionTried } from '../fixes/protectionOptions';
import type { Chosen, Selected } from '../fixes/select';
import type { EventAsked } from '../job/events';
import type { Job, RulePackId } from '../job/schema/job';
import type { Mark, Verdict } from '../judging/answer';
import { type BoardStudy, type BoxStudy, boardStudy, boxStudy, type DarkStudy, darkStudy } from '../reports/board';
import type { BothWays } from '../reports/bothWays';
import { type CircuitChart, circuitChart } from '../reports/chart';
import { type CurrentRead, type CurvesStudy, currentRead, curvesStudy, type ShownGrade } from '../reports/curves';
import { type DemandStudy, demandStudy } from '../reports/demand';
import { type Due, dueStudy } from '../reports/due';
import { type EventStudy, eventStudy, eventSweep, type KeptShown, keptEvents, type Swept } from '../reports/event';
import { type CircuitInspection, circuitInspection, type InspectionStudy, inspectionStudy } from '../reports/inspection';
import { type LabelsStudy, labelsStudy } from '../reports/labels';
import { type LogStudy, logStudy } from '../reports/log';
import { type PeopleStudy, peopleStudy } from '../reports/people';
import { type RequiredStudy, requiredStudy } from '../reports/required';
import { type Nuisance, type ResidualStudy, residualStudy, type ShockStudy, shockStudy, tryEvenings } from '../reports/residual';
import { type SelectivityStudy, selectivityStudy } from '../reports/selectivity';
import { type StepVerdicts, type SupplyStudy, stepVerdicts, supplyStudy } from '../reports/supply';
import { type SurgeStudy, surgeStudy } from '../reports/surge';
import { type SwapsStudy, swapsStudy } from '../reports/swaps';
import { type TestsStudy, testsStudy } from '../reports/tests';
import { type FaultsAlong, faultsAlong } from '../reports/whoOpens';
import { type Compared, compareEditions } from '../rules/requirements/requirements';
import { type Cause, causesOf } from '../study/causes';
import type { Progress } from '../study/progress';
import { type CircuitStudy, type Counts, type ShownCircuit, type Study, shownCircuit, studyJob } from '../study/study';
import type { BodyPath, Skin } from '../tables/body';

/** The house at a glance: its verdict, the marks of every circuit and of every step of the work. */
interface HouseMarks {
  verdict: Verdict;
  counts: Counts;
  /** Of the cautions those that rest on something assumed alone. */
  onAssumption: number;
  circuits: { circuitId: string; verdict: Verdict; answers: readonly Mark[] }[];
  steps: StepVerdicts;
}
/** A circuit with all its answers and its curves. */
export interface CircuitReport {
  circuit: ShownCircuit;
  chart: CircuitChart;
}
/** When the band of a device opens at a current, in s; infinite where it never does. */
export interface ProbeLine {
  deviceId: string;
  fastS: number;
  slowS: number;
}
interface Questions {
  house: { asks: object; answer: HouseMarks };
  /** Findings by what is behind them. */
  causes: { asks: object; answer: readonly Cause[] };
  /** What is recommended and not required, each once. */
  advice: { asks: object; answer: readonly Cause[] };
  /** What is to be asked, what was called for and the most answers settled for one press first; what is set aside left out. */
  asked: { asks: { aside: readonly string[]; wanted?: string }; answer: Asked };
  sheet: { asks: { how: Taking }; answer: SheetTried };
  supply: { asks: object; answer: SupplyStudy };
  /** Null where nothing feeds such a board. */
  demand: { asks: { boardId: string }; answer: DemandStudy | null };
  /** A load on one line and between two, beside each other. */
  bothWays: { asks: { loadId: string }; answer: BothWays };
  required: { asks: object; answer: RequiredStudy };
  /** Null where there is no such circuit. */
  circuit: { asks: { circuitId: string }; answer: ShownCircuit | null };
  chart: { asks: { circuitId: string }; answer: CircuitChart | null };
  probe: { asks: { deviceIds: readonly string[]; currentA: number }; answer: ProbeLine[] };
  /** Bands of any devices over each other; with those of a circuit its faults, its cable and what it starts. */
  curves: {
    asks: { items: readonly string[]; grade: ShownGrade; circuitId: string | null };
    answer: CurvesStudy;
  };
  currentRead: {
    asks: { items: readonly string[]; grade: ShownGrade; circuitId: string | null; currentA: number };
    answer: CurrentRead;
  };
  /** A board with its devices, its shared neutrals and what is judged of it; null where there is none such. */
  board: { asks: { boardId: string }; answer: BoardStudy | null };
  /** A board as somebody inspected it; null where there is none such, or nothing feeds it. */
  inspection: { asks: { boardId: string }; answer: InspectionStudy | null };
  /** The outlets and cables of a circuit as somebody inspected them. */
  inspectedCircuit: { asks: { circuitId: string }; answer: CircuitInspection | null };
  /** Labels for outlets and appliances. */
  labels: { asks: object; answer: LabelsStudy };
  /** What goes dark when devices are opened. */
  dark: { asks: { deviceIds: readonly string[] }; answer: DarkStudy };
  /** What to open before a box, or an outlet, is worked on; null where no circuit passes it. */
  beforeOpening: { asks: { at: { box: string } | { pointId: string } }; answer: BoxStudy | null };
  /** The faults at a place of a circuit's main run, 0 at its start and 1 at its far end. */
  faultsAlong: { asks: { circuitId: string; share: number }; answer: FaultsAlong | null };
  /** Every pair in series of the whole house. */
  selectivity: { asks: object; answer: SelectivityStudy };
  /** Null where there is no such circuit, or its device is none that can be swapped. */
  swaps: { asks: { circuitId: string }; answer: SwapsStudy | null };
  /** Fixes tried by studying the whole job with each. */
  fixes: { asks: { circuitId: string }; answer: Fix[] };
  /** What could stand at the start of a circuit, each tried on the whole job. */
  select: { asks: { circuitId: string; of?: Chosen }; answer: Selected[] };
  /** The chart of a circuit with one of these at its start. */
  chartWith: { asks: { circuitId: string; of: Chosen; as: string }; answer: CircuitChart | null };
  /** Every outlet by room with what covers it, and what each test button kills. */
  people: { asks: object; answer: PeopleStudy };
  /** What the job's edition asks for otherwise than another of its code. */
  editions: { asks: { against: RulePackId }; answer: Compared[] };
  /** Ways of giving a circuit its protection, each tried on the whole job. */
  protectionOptions: { asks: { circuitId: string }; answer: OptionTried[] };
  /** Every residual device with what stands on it, the smooth DC through it and what goes dark with it. */
  residual: { asks: object; answer: ResidualStudy };
  /** What flows through somebody who touches a line behind a device; null where the house has no residual device. */
  shock: { asks: { deviceId: string; skin: Skin; path: BodyPath }; answer: ShockStudy | null };
  /** Surge devices on the way of a circuit, and what each leaves; null where there is no such circuit. */
  surge: { asks: { circuitId: string }; answer: SurgeStudy | null };
  /** How often each residual device opens in an evening without a fault. */
  nuisance: { asks: { trials: number; seed: number }; answer: Nuisance[] };
  /** Ways of arranging a board's residual devices, each tried on the whole job. */
  arrangements: { asks: { boardId: string }; answer: Arranged[] };
  /** Devices and sizes of a circuit, of a board or of all, chosen together. */
  coordinate: { asks: Coordinating; answer: Coordinated };
  /** What comes of something that goes wrong on a circuit; null where there is none such. */
  event: { asks: { what: EventAsked }; answer: EventStudy | null };
  /** The same over the resistance of the fault; none where it has none. */
  sweep: { asks: { what: EventAsked }; answer: Swept[] };
  /** Events kept with the job, each as it comes out now. */
  keptEvents: { asks: object; answer: KeptShown[] };
  /** What is to be done by a date, or now. */
  due: { asks: object; answer: Due[] };
  /** What happened, with what may be behind it. */
  log: { asks: object; answer: LogStudy };
  /** Every circuit with its tests, what each is held to and what was read. */
  tests: { asks: object; answer: TestsStudy };
  /** Reports of several circuits at once, for the print; one that does not exist is left out. */
  reports: { asks: { circuitIds: readonly string[] }; answer: CircuitReport[] };
}
type Kind = keyof Questions;

/** Something asked of a study. */
export type Query = { [K in Kind]: { kind: K } & Questions[K]['asks'] }[Kind];
type QueryOf<K extends Kind> = { kind: K } & Questions[K]['asks'];
/** What comes back. */
export type AnswerTo<Q extends Query> = Questions[Q['kind']]['answer'];

/** Those that take longer than a key press are answered a piece at a time. */
export type LongKind =
  | 'fixes'
  | 'select'
  | 'keptEvents'
  | 'chartWith'
  | 'reports'
  | 'bothWays'
  | 'protectionOptions'
  | 'nuisance'
  | 'arrangements'
  | 'coordinate'
  | 'sheet';
type Answering<K extends Kind> = K extends LongKind ? AsyncGenerator<Progress, Questions[K]['answer']> : Questions[K]['answer'];
const ANSWERS: { [K in Kind]: (study: Study, query: QueryOf<K>, job: Job) => Answering<K> } = {
  house: (study, _, job) => ({
    verdict: study.verdict,
    counts: study.counts,
    onAssumption: study.onAssumption,
    circuits: study.circuits.map(({ circuitId, verdict, marks }) => ({ circuitId, verdict, answers: marks })),
    steps: stepVerdicts(study, supplyStudy(job, study), requiredStudy(job, study)),
  }),
  causes: (study, _, job) => causesOf(job, study.findings),
  advice: (study, _, job) => causesOf(job, study.advice),
  asked: (study, { aside, wanted }, job) => askedOf(job, study, new Set(aside), wanted),
  sheet: sheetInTurn,
  supply: (study, _, job) => supplyStudy(job, study),
  demand: (study, { boardId }, job) => demandStudy(job, study, boardId),
  bothWays: bothWaysInTurn,
  required: (study, _, job) => requiredStudy(job, study),
  circuit: (study, { circuitId }) => ofCircuit(study, circuitId, shownCircuit),
  chart: (study, { circuitId }) => ofCircuit(study, circuitId, ({ facts }) => circuitChart(facts)),
  probe: (_, { deviceIds, currentA }, job) => deviceIds.flatMap((deviceId) => probed(job, deviceId, currentA)),
  curves: (study, { items, grade, circuitId }, job) => curvesStudy(job, study, items, grade, circuitId),
  currentRead: (study, query, job) => currentRead(job, study, query),
  board: (study, { boardId }, job) => boardStudy(job, study, boardId),
  inspection: (study, { boardId }, job) => inspectionStudy(job, study, boardId),
  inspectedCircuit: (study, { circuitId }, job) => ofCircuit(study, circuitId, (circuit) => circuitInspection(job, circuit)),
  labels: (study, _, job) => labelsStudy(job, study),
  tests: (study, _, job) => testsStudy(job, study),
  due: (study, _, job) => dueStudy(job, study),
  log: (study, _, job) => logStudy(job, study),
  event: (study, { what }, job) => eventStudy(job, study, what),
  sweep: (study, { what }, job) => eventSweep(job, study, what),
  dark: (study, { deviceIds }, job) => darkStudy(job, study, deviceIds),
  beforeOpening: (study, { at }, job) => boxStudy(job, study, at),
  faultsAlong: (study, { circuitId, share }, job) => ofCircuit(study, circuitId, ({ facts }) => faultsAlong(job, facts, share)),
  selectivity: selectivityStudy,
  swaps: (study, { circuitId }, job) => ofCircuit(study, circuitId, ({ facts }) => swapsStudy(job, facts)),
  people: (study, _, job) => peopleStudy(job, study),
  editions: (_, { against }, job) => compareEditions(against, job.pack),
  protectionOptions: optionsInTurn,
  residual: (study, _, job) => residualStudy(job, study),
  shock: (study, query, job) => shockStudy(job, study, query),
  nuisance: nuisanceInTurn,
  surge: (study, { circuitId }, job) => surgeStudy(job, study, circuitId),
  arrangements: arrangementsInTurn,
  coordinate: coordinateInTurn,
  fixes: triedInTurn,
  select: selectInTurn,
  keptEvents: keptInTurn,
  chartWith: chartWithInTurn,
  reports: reportsInTurn,
};

const ofCircuit = <T>(study: Study, circuitId: string, make: (circuit: CircuitStudy) => T): T | null => {
  const circuit = study.circuits.find((each) => each.circuitId === circuitId);
  return circuit === undefined ? null : make(circuit);
};

function probed(job: Job, deviceId: string, currentA: number): ProbeLine[] {
  const device = job.devices[deviceId];
  const band = device === undefined ? undefined : overcurrentBand(device);
  if (band === undefined || !band.known) return [];
  const { minimum, maximum, holdsA } = band.value;
  const fastS = currentA <= holdsA ? Number.POSITIVE_INFINITY : timeAt(minimum, currentA);
  return [{ deviceId, fastS, slowS: timeAt(maximum, currentA) }];
}

async function* triedInTurn(study: Study, { circuitId }: QueryOf<'fixes'>, job: Job): AsyncGenerator<Progress, Fix[]> {
  // Read when first wanted: commands bring the whole schema with them, and the first study needs none of it.
  const { tryFixes } = await import('../fixes/fixes');
  return yield* tryFixes(job, study, circuitId);
}

async function* keptInTurn(study: Study, _: object, job: Job): AsyncGenerator<Progress, KeptShown[]> {
  return yield* keptEvents(job, study);
}

async function* selectInTurn(study: Study, { circuitId, of }: QueryOf<'select'>, job: Job): AsyncGenerator<Progress, Selected[]> {
  const { trySelect } = await import('../fixes/select');
  return yield* trySelect(job, study, circuitId, of);
}

async function* chartWithInTurn(
  study: Study,
  { circuitId, of, as }: QueryOf<'chartWith'>,
  job: Job,
): AsyncGenerator<Progress, CircuitChart | null> {
  yield { done: 0, of: 1 };
  const { withSelected } = await import('../fixes/select');
  const after = withSelected(job, circuitId, as, of);
  return ofCircuit(after === job ? study : studyJob(after, study), circuitId, (each) => circuitChart(each.facts));
}

async function* optionsInTurn(
  study: Study,
  { circuitId }: QueryOf<'protectionOptions'>,
  job: Job,
): AsyncGenerator<Progress, OptionTried[]> {
  const { tryOptions: tryWays } = await import('../fixes/protectionOptions');
  return yield* tryWays(job, study, circuitId);
}

async function* nuisanceInTurn(study: Study, { trials, seed }: QueryOf<'nuisance'>): AsyncGenerator<Progress, Nuisance[]> {
  return yield* tryEvenings(study, trials, seed);
}

async function* arrangementsInTurn(
  study: Study,
  { boardId }: QueryOf<'arrangements'>,
  job: Job,
): AsyncGenerator<Progress, Arranged[]> {
  const { tryArrangements } = await import('../fixes/arrangements');
  return yield* tryArrangements(job, study, boardId);
}

async function* coordinateInTurn(
  study: Study,
  { kind: _, ...how }: QueryOf<'coordinate'>,
  job: Job,
): AsyncGenerator<Progress, Coordinated> {
  const { tryCoordinate } = await import('../fixes/coordinate');
  return yield* tryCoordinate(job, study, how);
}

async function* bothWaysInTurn(study: Study, { loadId }: QueryOf<'bothWays'>, job: Job): AsyncGenerator<Progress, BothWays> {
  yield { done: 0, of: 1 };
  const { bothWays } = await import('../reports/bothWays');
  return bothWays(job, loadId, study);
}

async function* reportsInTurn(study: Study, { circuitIds }: QueryOf<'reports'>): AsyncGenerator<Progress, CircuitReport[]> {
  const reports: CircuitReport[] = [];
  for (const [index, circuitId] of circuitIds.entries()) {
    yield { done: index, of: circuitIds.length };
    const report = ofCircuit(study, circuitId, (each) => ({ circuit: shownCircuit(each), chart: circuitChart(each.facts) }));
    if (report !== null) reports.push(report);
  }
  return reports;
}

/**
 * Answers a question about a study, a piece at a time where it takes long: whoever waits for something else can have it in
 * between, and what nobody waits for any more need not be finished.
 */
export async function* answering<Q extends Query>(job: Job, study: Study, query: Q): AsyncGenerator<Progress, AnswerTo<Q>> {
  type Either = AsyncGenerator<Progress, AnswerTo<Q>> | AnswerTo<Q>;
  const answer = ANSWERS[query.kind] as (study: Study, query: Q, job: Job) => Either;
  const found = answer(study, query, job);
  return isUnderWay(found) ? yield* found : found;
}

const isUnderWay = <T>(found: AsyncGenerator<Progress, T> | T): found is AsyncGenerator<Progress, T> =>
  typeof found === 'object' && found !== null && Symbol.asyncIterator in found;
