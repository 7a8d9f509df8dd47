import {
  ARRANGEMENTS,
  type ArrangementKind,
  arrange,
  arrangedCircuits,
  type Hanging,
  LABELS,
  piecesOf,
  typeFor,
} from '../edits/arrangements';
import { behindOf } from '../house/behind';
import type { House, Seated } from '../house/facts';
import { eveningOf, mayTrip, tripLimits } from '../house/standingLeakage';
import { applyCommand, type Command } from '../job/commands';
import type { Maybe } from '../job/known';
import type { Job } from '../job/schema/job';
import { type Verdict, worstVerdict } from '../judging/answer';
import type { CheckKey } from '../judging/keys';
import { Evenings } from '../leakage/nuisance';
import { bestSplit, type Item } from '../leakage/split';
import { standingVerdict, weighed } from '../questions/stays-on/standingLeakage';
import { darkStudy } from '../reports/board';
import { residualSeats } from '../reports/residual';
import type { Progress } from '../study/progress';
import { type Study, studyJob } from '../study/study';
import { STANDING_SHARE } from '../tables/leakage';
import { EVENINGS } from '../tables/occupancy';
import { fromMilli, milli } from '../units';
import { priceOf } from './pricing';

/** One arrangement of a board's residual devices, tried on the whole job. */
export interface Arranged {
  kind: ArrangementKind | 'now';
  label: string;
  command: Command | null;
  /** Rooms in which something goes dark when the worst of its residual devices opens. */
  rooms: number;
  /** Whether stairs and halls keep something lit whichever shared one opens; null where none is drawn. */
  stairs: boolean | null;
  worstMa: number | null;
  /** Where that is not known: what is said of it so far, and what is not. */
  saidMa: number;
  lacks: readonly string[];
  limitMa: number | null;
  leakage: Verdict;
  /** Trips without a fault in a year, with the ends of their interval; null where something is missing to say so. */
  nuisance: { perYear: number; low: number; high: number } | null;
  dc: Verdict;
  /** The most circuits there are to look through when one opens. */
  search: number;
  modules: number;
  price: number | null;
  /** Checks of questions 5 to 7 of the board's circuits that stop, and that lack something. */
  stops: number;
  unknowns: number;
}

const TRIALS = 100_000;

/** Every arrangement of a board beside each other, as it stands first; nothing where no circuit of it can be arranged. */
export function* tryArrangements(job: Job, study: Study, boardId: string): Generator<Progress, Arranged[]> {
  if (job.dialect !== 'iec' || job.boards[boardId] === undefined || arrangedCircuits(job, boardId).length < 2) return [];
  const rows: Arranged[] = [row(job, study, boardId, undefined)];
  for (const [index, kind] of ARRANGEMENTS.entries()) {
    yield { done: index, of: ARRANGEMENTS.length };
    const command = arrange(job, boardId, kind, hangingFor(job, study, boardId, kind));
    const after = applyCommand(job, command);
    rows.push(row(after, studyJob(after, study), boardId, { kind, command }));
  }
  return rows;
}

export function triedArrangements(job: Job, study: Study, boardId: string): Arranged[] {
  const trying = tryArrangements(job, study, boardId);
  for (;;) {
    const step = trying.next();
    if (step.done === true) return step.value;
  }
}

/** Where each circuit hangs: over two the best split there is; of a hybrid those apart that must stay on or leak what others do not stand. */
function hangingFor(job: Job, study: Study, boardId: string, kind: ArrangementKind): Hanging {
  if (kind !== 'two' && kind !== 'hybrid') return {};
  const circuits = arrangedCircuits(job, boardId);
  const apart = new Set(
    kind === 'hybrid' ? circuits.filter(({ circuit }) => standsApart(job, circuit.id)).map(({ circuit }) => circuit.id) : [],
  );
  const items = circuits
    .filter(({ circuit }) => !apart.has(circuit.id))
    .map(({ circuit }): Item => ({ id: circuit.id, leakA: leakOf(job, study, circuit.id), rooms: roomsOf(job, circuit.id) }));
  const split = bestSplit(items, STANDING_SHARE.pass * 0.03);
  return { ...split, ...Object.fromEntries([...apart].map((id) => [id, 'own' as const])) };
}

const standsApart = (job: Job, circuitId: string): boolean =>
  Object.values(job.loads).some(
    (load) => load.circuitId === circuitId && (load.mustStayOn === true || load.safetyService === true),
  ) || typeFor(job, [circuitId]) !== 'A';

const leakOf = (job: Job, study: Study, circuitId: string): number => {
  const own = Object.values(job.loads).filter((load) => load.circuitId === circuitId);
  const wiring = study.circuits.find((each) => each.circuitId === circuitId)?.facts.wiring;
  const metres = wiring?.stretches.reduce((sum, { segment }) => sum + (job.segments[segment.id]?.lengthM?.value ?? 0), 0) ?? 0;
  return own.reduce((sum, { leakageMa }) => sum + fromMilli(leakageMa?.value ?? 0), 0) + metres * 18e-6;
};

const roomsOf = (job: Job, circuitId: string): string[] => [
  ...new Set(
    Object.values(job.points)
      .filter((point) => point.circuitId === circuitId && point.state !== 'removed')
      .flatMap(({ roomId }) => roomId ?? []),
  ),
];

/** Residual devices of a board: shared in it, or at the start of a circuit of its own. */
const ofBoard = (study: Study, job: Job, boardId: string): Seated[] =>
  residualSeats(study)
    .map(({ seated }) => seated)
    .filter(({ device, wiring, seat }) =>
      seat === 'group'
        ? job.devices[device.id]?.boardId === boardId
        : seat === 'start' && wiring.circuit.fromBoardId === boardId && device.seat !== 'point',
    );

/** Checks of what smooth direct current does to a residual device. */
const SMOOTH: ReadonlySet<CheckKey> = new Set(['dc', 'type']);

function row(
  job: Job,
  study: Study,
  boardId: string,
  arranged: { kind: ArrangementKind; command: Command } | undefined,
): Arranged {
  const seats = ofBoard(study, job, boardId);
  const pieces = piecesOf(job, boardId);
  const house = study.house;
  const circuits = study.circuits.filter((circuit) => circuit.boardId === boardId);
  const checks = circuits.flatMap(({ answers }) =>
    answers
      .filter(({ question }) => question === 'saves-person' || question === 'only-one-trips' || question === 'stays-on')
      .flatMap((answer) => answer.checks),
  );
  const darks = seats.map((seated) => ({
    alone: finalsBehind(house, seated) < 2,
    rooms: darkStudy(job, study, [seated.device.id]).rooms.filter(({ state }) => state === 'dark' || state === 'part'),
  }));
  const stairs = Object.values(job.rooms).filter(({ use }) => use?.value === 'stairs' || use?.value === 'hall');
  const loads = seats.map((seated) => ({ seated, standing: weighed(house, seated), limits: tripLimits(seated) }));
  const worst = loads
    .flatMap(({ standing, limits }) =>
      standing.known && limits.known ? [{ standing: standing.value, limits: limits.value }] : [],
    )
    .sort((a, b) => b.standing.worstA / b.limits.passA - a.standing.worstA / a.limits.passA)[0];
  const whole = loads.every(({ standing, limits }) => standing.known && limits.known);
  return {
    kind: arranged?.kind ?? 'now',
    label: arranged === undefined ? 'as it is' : LABELS[arranged.kind],
    command: arranged?.command ?? null,
    rooms: Math.max(0, ...darks.map(({ rooms }) => rooms.length)),
    stairs:
      stairs.length === 0
        ? null
        : // Of its own circuit's fault every light goes out.
          darks.every(
            ({ alone, rooms }) =>
              alone || !rooms.some(({ roomId, state }) => state === 'dark' && stairs.some(({ id }) => id === roomId)),
          ),
    worstMa: worst === undefined || !whole ? null : milli(worst.standing.worstA),
    saidMa: milli(Math.max(0, ...seats.map((seated) => saidA(job, study, seated)))),
    lacks: [...new Set(loads.flatMap(({ standing, limits }) => [standing, limits].flatMap(whatOf)))],
    limitMa: worst === undefined ? null : milli(worst.limits.passA),
    leakage: !whole ? 'unknown' : worst === undefined ? 'not-applicable' : standingVerdict(worst.standing.worstA, worst.limits),
    nuisance: whole ? perYear(loads) : null,
    dc: worstVerdict(
      checks
        .filter(({ name }) => SMOOTH.has(name.key) && seats.some(({ device }) => name.of('device') === device.id))
        .map(({ verdict }) => verdict),
    ),
    search: Math.max(0, ...seats.map((seated) => finalsBehind(house, seated))),
    modules: pieces.modules,
    price: priceOf(job, pieces.parts, 0),
    stops: checks.filter(({ verdict }) => verdict === 'stop').length,
    unknowns: checks.filter(({ verdict }) => verdict === 'unknown').length,
  };
}

/** Final circuits there are to look through when it opens. */
function finalsBehind(house: House, seated: Seated): number {
  const behind = behindOf(house, seated);
  return behind.known ? behind.value.circuits.filter(({ circuit }) => circuit.kind === 'final').length : 0;
}

const whatOf = (maybe: Maybe<unknown>): string[] => (maybe.known ? [] : maybe.missing.map(({ what }) => what));
/** Standing leakage behind a residual device of what is entered so far, its lines added up. */
function saidA(job: Job, study: Study, seated: Seated): number {
  const behind = behindOf(study.house, seated);
  return behind.known ? behind.value.circuits.reduce((sum, { circuit }) => sum + leakOf(job, study, circuit.id), 0) : 0;
}

type Loaded = { seated: Seated; standing: ReturnType<typeof weighed>; limits: ReturnType<typeof tripLimits> };

/** Trips of all its devices in a year of evenings. */
function perYear(loads: readonly Loaded[]): Arranged['nuisance'] {
  const sum = { perYear: 0, low: 0, high: 0 };
  for (const [index, { standing, limits }] of loads.entries()) {
    if (!standing.known || !limits.known) return null;
    const evening = eveningOf(standing.value, limits.value);
    if (!mayTrip(evening)) continue;
    const evenings = new Evenings(evening, 1 + index);
    evenings.run(TRIALS);
    const { share, low, high } = evenings.chance;
    sum.perYear += EVENINGS * share;
    sum.low += EVENINGS * low;
    sum.high += EVENINGS * high;
  }
  return sum;
}
