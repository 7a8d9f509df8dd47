import type { House } from '../house/facts';
import type { Missing } from '../job/known';
import type { Job } from '../job/schema/job';
import type { Reading } from '../job/schema/records';
import type { Origin } from '../job/schema/supply';
import type { QuestionId } from '../job/terms';
import { type Verdict, worstVerdict } from '../judging/answer';
import type { Wiring } from '../network/paths';
import { originLoop } from '../network/source';
import { drivingVoltageV, type FaultKind, kindsAmong, LINES_OF, NETWORK_STATES, type NetworkState } from '../network/states';
import { isOfBoard, isOfSeat } from '../questions/saves-person/savesPerson';
import type { Study } from '../study/study';

/** A prospective current that was read, as it compares with what is computed. */
export interface SupplyReading {
  /** Path of the fact, or of the reading. */
  path: string;
  what: string;
  currentA: number;
  /** Below the computed least, above the computed most, or between them; null where one of them is not known. */
  lies: 'within' | 'below' | 'above' | null;
}
/** A bolted fault of one kind at a place of the supply: the most there can be, the least, and what was read of it. */
export interface SupplyFault {
  kind: FaultKind;
  most: SupplyCurrent;
  least: SupplyCurrent;
  readings: SupplyReading[];
}
export interface SupplyCurrent {
  currentA: number | null;
  loopOhm: number | null;
  missing: readonly Missing[];
}
/** What is known of an origin at its own terminals, and of the board its service leads to with everything connected. */
export interface OriginStudy {
  originId: string;
  circuitId: string | null;
  boardId: string | null;
  atTerminals: SupplyFault[];
  atBoard: SupplyFault[];
}
export interface SupplyStudy {
  verdict: Verdict;
  origins: OriginStudy[];
}

const OWN_READINGS = ['zeOhm', 'zLnOhm', 'psccA', 'psccLlA', 'pscc3A', 'pefcA'] as const;
const SPEAKS_OF: Readonly<Record<(typeof OWN_READINGS)[number], FaultKind>> = {
  zeOhm: 'L-PE',
  zLnOhm: 'L-N',
  psccA: 'L-N',
  psccLlA: 'L-L',
  pscc3A: 'L-L-L',
  pefcA: 'L-PE',
};
/** Kinds of reading taken at an origin or a board, and the fault each speaks of. */
const READ_AS: Partial<Record<Reading['kind'], FaultKind>> = { ze: 'L-PE', zs: 'L-PE', pscc: 'L-N', pefc: 'L-PE' };

/**
 * The supply of a job: for every origin the faults at its terminals, from its declared or transformer values, beside what
 * was measured of them, and the same at the board it feeds.
 */
export function supplyStudy(job: Job, study: Study): SupplyStudy {
  const { house } = study;
  const kinds = kindsAmong({ lines: LINES_OF[job.supply.voltageSystem], neutral: true });
  const origins = Object.values(job.origins)
    .filter((origin) => origin.state !== 'removed')
    .sort((a, b) => (a.order < b.order ? -1 : 1))
    .map((origin) => originStudy(job, house, origin, kinds));
  return { verdict: origins.length === 0 ? 'unknown' : worstVerdict(origins.map((each) => verdictOf(job, each))), origins };
}

function originStudy(job: Job, house: House, origin: Origin, kinds: readonly FaultKind[]): OriginStudy {
  const { wirings } = house;
  const service = [...wirings.byCircuit.values()].find(({ circuit }) => circuit.fromOriginId === origin.id);
  const boardId = service?.circuit.toBoardId ?? null;
  return {
    originId: origin.id,
    circuitId: service?.circuit.id ?? null,
    boardId,
    atTerminals: kinds
      .filter((kind) => kind !== 'L-PE' || !throughSoil(job, origin))
      .map((kind) =>
        fault(kind, atTerminals(job, origin, kind), [
          ...ownReadings(job, origin, kind),
          ...readingsAt(job, kind, (reading) => reading.originId === origin.id),
        ]),
      ),
    atBoard:
      service === undefined || boardId === null
        ? []
        : kinds.map((kind) =>
            fault(
              kind,
              atBoard(house, service, kind),
              readingsAt(job, kind, (reading) => reading.boardId === boardId),
            ),
          ),
  };
}

/** In TT a transformer's own earth loop ends at its star point: what flows to earth is decided where the other electrode is. */
const throughSoil = ({ supply }: Job, { kind, zeOhm, pefcA }: Origin): boolean =>
  supply.earthing === 'TT' && kind === 'transformer' && zeOhm === undefined && pefcA === undefined;

type Range = Record<NetworkState, SupplyCurrent>;

/**
 * An origin alone at its terminals. Where it is a transformer its own data count, so that a reading stands beside them;
 * where that is not enough, or there is no transformer, what is declared or measured counts.
 */
function atTerminals(job: Job, origin: Origin, kind: FaultKind): Range {
  const bare: Origin = { ...origin };
  for (const field of OWN_READINGS) delete bare[field];
  const at = (state: NetworkState): SupplyCurrent => {
    const computed = origin.kind === 'transformer' ? originLoop(job, bare, kind, state) : undefined;
    const loop = computed?.known === true ? computed : originLoop(job, origin, kind, state);
    if (!loop.known) return { currentA: null, loopOhm: null, missing: loop.missing };
    return { currentA: loop.value.emfV / loop.value.ohm, loopOhm: loop.value.ohm, missing: [] };
  };
  return rangeOf(at);
}

const rangeOf = (at: (state: NetworkState) => SupplyCurrent): Range =>
  Object.fromEntries(NETWORK_STATES.map((state) => [state, at(state)])) as Range;

function atBoard({ network }: House, service: Wiring, kind: FaultKind): Range {
  const last = service.stretches.filter(({ spur }) => !spur).at(-1)?.segment.id;
  return rangeOf((state) => {
    const found = state === 'MAX' ? network.most(service, last, kind) : network.leastAtEnd(service, kind);
    if (!found.known) return { currentA: null, loopOhm: null, missing: found.missing };
    return { currentA: found.value.currentA, loopOhm: found.value.loopOhm, missing: [] };
  });
}

const fault = (kind: FaultKind, range: Range, read: readonly Omit<SupplyReading, 'lies'>[]): SupplyFault => ({
  kind,
  most: range.MAX,
  least: range.MIN,
  readings: read.map((each) => ({ ...each, lies: lies(each.currentA, range) })),
});

/** Measured cold, with the network as it happened to be: a reading belongs between the two. */
function lies(currentA: number, { MAX, MIN }: Range): SupplyReading['lies'] {
  if (MAX.currentA === null || MIN.currentA === null) return null;
  if (currentA > MAX.currentA * (1 + 1e-9)) return 'above';
  return currentA < MIN.currentA * (1 - 1e-9) ? 'below' : 'within';
}

/** What the origin's own facts say was measured of a kind, as a current at U0. */
function ownReadings(job: Job, origin: Origin, kind: FaultKind): Omit<SupplyReading, 'lies'>[] {
  return OWN_READINGS.flatMap((field) => {
    const fact = origin[field];
    if (fact === undefined || fact.from !== 'measured' || SPEAKS_OF[field] !== kind) return [];
    const ohm = field === 'zeOhm' || field === 'zLnOhm';
    const currentA = ohm ? drivingVoltageV(job.supply, kind) / fact.value : fact.value;
    return [{ path: `origins.${origin.id}.${field}`, what: ohm ? `${fact.value} Ω measured` : 'measured', currentA }];
  });
}

function readingsAt(job: Job, kind: FaultKind, here: (reading: Reading) => boolean): Omit<SupplyReading, 'lies'>[] {
  const superseded = new Set(Object.values(job.readings).map((reading) => reading.supersedes));
  return Object.values(job.readings).flatMap((reading) => {
    const { id, value, unit } = reading;
    if (READ_AS[reading.kind] !== kind || value === undefined || value <= 0 || superseded.has(id) || !here(reading)) return [];
    const currentA = unit === 'Ω' ? drivingVoltageV(job.supply, kind) / value : unit === 'A' ? value : undefined;
    const what = unit === 'Ω' ? `${value} Ω read ${reading.at.slice(0, 10)}` : `read ${reading.at.slice(0, 10)}`;
    return currentA === undefined ? [] : [{ path: `readings.${id}`, what, currentA }];
  });
}

/** Unknown where the most or the least of any fault is not known, caution where a reading lies outside or a fact is assumed. */
function verdictOf(job: Job, { originId, atTerminals, atBoard }: OriginStudy): Verdict {
  const faults = [...atTerminals, ...atBoard];
  if (faults.some(({ most, least }) => most.currentA === null || least.currentA === null)) return 'unknown';
  const outside = faults.some(({ readings }) => readings.some((each) => each.lies !== 'within'));
  return outside || assumes(job.origins[originId]) || Object.values(job.electrodes).some(assumes) ? 'caution' : 'pass';
}

function assumes(row: unknown): boolean {
  if (typeof row !== 'object' || row === null) return false;
  if ('from' in row && row.from === 'assumed') return true;
  return Object.values(row).some(assumes);
}

/** The worst verdict of each step of the work that this version can say something of. */
export interface StepVerdicts {
  supply: Verdict;
  circuits: Verdict;
  board: Verdict;
  curves: Verdict;
  people: Verdict;
  surge: Verdict;
}

/** What was found of boards as they are built. */
const ofBoards = ({ findings }: Study): Verdict[] =>
  findings
    .filter(({ question, check }) => question === 'saves-person' && (isOfBoard(check) || isOfSeat(check)))
    .map(({ verdict }) => verdict);

export function stepVerdicts(study: Study, supply: SupplyStudy, required: { verdict: Verdict }): StepVerdicts {
  const worstOf = (question: QuestionId): Verdict => worstVerdict(study.circuits.map((circuit) => circuit.verdictOf(question)));
  return {
    supply: supply.verdict,
    circuits: worstVerdict([study.verdict, required.verdict]),
    board: worstVerdict([worstOf('breaks-fault'), ...ofBoards(study)]),
    curves: worstOf('only-one-trips'),
    people: worstOf('saves-person'),
    surge: worstOf('rides-surge'),
  };
}
