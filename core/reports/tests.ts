import { hash } from '../cells/hash';
import { hasResidual, residualPart } from '../devices/residual';
import type { CircuitFacts } from '../house/facts';
import { latestOf, standingOf } from '../inspection/readings';
import { designOhm, type Judged, judgeReading, restsOn, type TestKind, valueIn } from '../inspection/tests';
import type { Job } from '../job/schema/job';
import type { Device, Reading } from '../job/sealed';
import { rowsOf } from '../job/tracked';
import { type Verdict, worstVerdict } from '../judging/answer';
import { figure, fits } from '../judging/judge';
import { type LoopLimit, loopLimit } from '../questions/clears-in-time/measuredLoop';
import type { Study } from '../study/study';
import { COLD_SHARE } from '../tables/customary';
import { INSULATION_MOHM } from '../tables/insulation';
import { BREAK_S, UNSTABLE_ELECTRODE_OHM } from '../tables/residualTimes';
import { milli } from '../units';
import { deviceLabel } from './chart';

type Outcome = NonNullable<Reading['outcome']>;

/** One test of a circuit: what is typed, what it is held to, and what was read last. */
export interface TestLine {
  key: string;
  kind: TestKind;
  deviceId: string | null;
  pointId: string | null;
  name: string;
  /** Dead tests come first: no live one is opened before they are right. */
  stage: 'dead' | 'live';
  /** Practice beyond the rule: it does not count among those to be done. */
  optional: boolean;
  /** A figure in this unit, or one of these words. */
  unit: NonNullable<Reading['unit']>;
  outcomes: readonly { value: Outcome; label: string }[];
  /** What it is held to, as it is read beside the entry. */
  limit: string;
  reading: { id: string; value: number | null; unit: string; outcome: Outcome | null; at: string; by: string | null } | null;
  verdict: Verdict | null;
  because: string;
  /** Why it is not to be done yet. */
  blocked: string | null;
  /** A short name of what a reading taken now rests on. */
  takenOn: string;
}
export interface CircuitTests {
  circuitId: string;
  number: string;
  name: string;
  kind: Job['circuits'][string]['kind'];
  /** Device and cable, as they are told apart at the board. */
  label: string;
  lines: TestLine[];
  done: number;
  of: number;
  verdict: Verdict | null;
}
/** The sheet of a job: every circuit with its tests, in the order they are done. */
export interface TestsStudy {
  circuits: CircuitTests[];
  done: number;
  of: number;
  stops: number;
}

interface Planned extends Pick<TestLine, 'kind' | 'name' | 'stage' | 'unit' | 'limit' | 'outcomes'> {
  device?: Device;
  point?: { id: string; name: string };
  optional?: boolean;
}

const RIGHT_WRONG = [
  { value: 'right', label: 'Right' },
  { value: 'wrong', label: 'Wrong' },
] as const;
const OPEN = [{ value: 'off-scale', label: 'Off scale' }] as const;
const BEYOND = [{ value: 'off-scale', label: 'Beyond scale' }] as const;
const TRIPS = [
  { value: 'trips', label: 'Opens' },
  { value: 'holds', label: 'Holds' },
] as const;
const HOLDS = [{ value: 'holds', label: 'Does not open' }] as const;

/** Every circuit's sheet, in the order of the boards. */
export function testsStudy(job: Job, study: Study): TestsStudy {
  // A board fed by two has its group devices tested with the first.
  const listed = new Set<string>();
  const circuits = study.circuits.map(({ facts }) => circuitTests(job, facts, listed)).filter(({ lines }) => lines.length > 0);
  return {
    circuits,
    done: circuits.reduce((sum, { done }) => sum + done, 0),
    of: circuits.reduce((sum, each) => sum + each.of, 0),
    stops: circuits.reduce((sum, { lines }) => sum + lines.filter(({ verdict }) => verdict === 'stop').length, 0),
  };
}

function circuitTests(job: Job, facts: CircuitFacts, listed: Set<string>): CircuitTests {
  const { circuit, house, protective } = facts;
  const planned = [...alongTheCircuit(facts), ...ownResidual(facts), ...ofTheBoard(facts, listed), ...functional(facts)];
  const all = [
    ...house.readingsOf(circuit.id),
    ...planned.flatMap(({ device }) => (device === undefined ? [] : house.readingsOn(device.id))),
  ].filter((reading, at, each) => each.indexOf(reading) === at);
  const read = { latest: latestOf(all), standing: standingOf(facts, all) };
  const bare = [...planned, ...atPoints(job, planned, read.latest)].map((each) => lineOf(facts, each, read));
  const lines = bare.map((line): TestLine => ({ ...line, blocked: blockedBy(facts, line, bare) }));
  const counted = lines.filter(({ optional }) => !optional);
  const judged = lines.flatMap(({ verdict }) => verdict ?? []);
  return {
    circuitId: circuit.id,
    number: circuit.number,
    name: circuit.name,
    kind: circuit.kind,
    label: [...(protective === undefined ? [] : [deviceLabel(job.devices[protective.id]!)]), ...sizesOf(facts)].join(' · '),
    lines,
    done: counted.filter(({ verdict }) => verdict !== null && verdict !== 'unknown').length,
    of: counted.length,
    verdict: judged.length === 0 ? null : worstVerdict(judged),
  };
}

const sizesOf = ({ wiring }: CircuitFacts): string[] => [
  ...new Set(wiring.stretches.flatMap(({ facts }) => (facts.size('lineSize').known ? [sizeWords(facts)] : []))),
];
const sizeWords = (facts: CircuitFacts['wiring']['stretches'][number]['facts']): string => {
  const size = facts.size('lineSize');
  return size.known ? size.value.replace('mm2', ' mm²').replace('AWG', ' AWG') : '';
};

/** Dead tests along the cable, then what is read of it live. */
function alongTheCircuit(facts: CircuitFacts): Planned[] {
  const { job, circuit, wiring } = facts;
  const nec = job.dialect === 'nec';
  const final = circuit.kind === 'final';
  const lines: Planned[] = [];
  const continuity = (kind: TestKind, name: string): Planned => {
    const design = designOhm(facts, kind);
    return {
      kind,
      name,
      stage: 'dead',
      unit: 'Ω',
      outcomes: OPEN,
      limit: design.known ? `by its length ${shown(design.value)} Ω` : 'its length is not known',
      ...(nec ? { optional: true } : {}),
    };
  };
  const earthed = !wiring.stretches.every((stretch) => stretch.facts.lacksReturn) || wiring.stretches.length === 0;
  if (circuit.kind !== 'service' && earthed) {
    if (circuit.topology === 'ring') {
      lines.push(continuity('ring-r1', 'Ring, line end to end (r1)'), continuity('ring-rn', 'Ring, neutral end to end (rn)'));
      lines.push(continuity('ring-r2', 'Ring, protective conductor end to end (r2)'));
    }
    const name = nec ? 'Continuity, hot and ground at the far end' : 'Continuity R1 + R2 at the far end';
    lines.push(continuity('r1-r2', name));
  }
  if (circuit.kind !== 'service')
    lines.push({
      kind: 'insulation',
      name: nec ? 'Insulation, hots and neutral to ground' : 'Insulation, live conductors to earth',
      stage: 'dead',
      unit: 'MΩ',
      outcomes: BEYOND,
      limit: `at least ${INSULATION_MOHM} MΩ${nec ? ' (practice)' : ''}`,
      ...(nec ? { optional: true } : {}),
    });
  lines.push({
    kind: 'polarity',
    name: circuit.kind === 'service' ? 'Polarity where the supply comes in' : 'Polarity',
    stage: circuit.kind === 'service' ? 'live' : 'dead',
    unit: '',
    outcomes: RIGHT_WRONG,
    limit: '',
  });
  const loop = loopLimit(facts);
  if (circuit.kind !== 'service' && loop !== undefined)
    lines.push({
      kind: 'zs',
      name: 'Loop Zs at the far end',
      stage: 'live',
      unit: 'Ω',
      outcomes: [],
      limit: loop.known ? loopWords(loop.value) : 'its limit is not known',
    });
  if (nec && final)
    lines.push({ kind: 'voltage', name: 'Voltage at the farthest outlet', stage: 'live', unit: 'V', outcomes: [], limit: '' });
  return lines;
}
/** Ohms with as many figures as an instrument shows. */
const shown = (ohm: number): string => (ohm < 10 ? ohm.toFixed(2) : figure(Number(ohm.toPrecision(3))));
const loopWords = ({ ohm, by }: LoopLimit): string =>
  by === 'residual'
    ? `at most 50 V / IΔn = ${shown(ohm)} Ω`
    : `cold at most ${shown(COLD_SHARE * ohm)} Ω, 0.8 of ${shown(ohm)} Ω`;

/** The residual devices of a circuit itself, at its ends or at its outlets. */
const ownResidual = ({ wiring }: CircuitFacts): Planned[] =>
  [...wiring.startDevices, ...wiring.endDevices, ...wiring.pointDevices]
    .filter(hasResidual)
    .flatMap((device) => residualTests(device));

/**
 * Those in the board a circuit leads to, which several circuits hang behind: tested once, with what feeds the board.
 * @param listed devices that stand on the sheet already
 */
function ofTheBoard({ circuit, house }: CircuitFacts, listed: Set<string>): Planned[] {
  if (circuit.toBoardId === undefined) return [];
  const groups = rowsOf(house.job.devices)
    .filter((device) => device.state !== 'removed' && device.seat === 'board' && device.boardId === circuit.toBoardId)
    .filter((device) => hasResidual(device) && !listed.has(device.id));
  for (const { id } of groups) listed.add(id);
  return groups.flatMap((device) => residualTests(device));
}

function residualTests(device: Device, nec = device.settings.family === 'moulded-case-nec'): Planned[] {
  const { name, settings } = device;
  if (nec || settings.family === 'outlet-protection')
    return [
      { kind: 'gfci-trip', name: `${name}, test button`, stage: 'live', unit: '', outcomes: TRIPS, limit: 'opens', device },
    ];
  const part = residualPart(device);
  const { once, five } = BREAK_S[part?.known === true ? part.value.delay : 'general'];
  const timed = (kind: TestKind, times: string, limitS: number): Planned => ({
    kind,
    name: `${name} at ${times} IΔn`,
    stage: 'live',
    unit: 'ms',
    outcomes: HOLDS,
    limit: `at most ${figure(milli(limitS))} ms`,
    device,
  });
  return [
    {
      kind: 'rcd-half',
      name: `${name} at ½ IΔn`,
      stage: 'live',
      unit: '',
      outcomes: [...TRIPS].reverse(),
      limit: 'holds',
      device,
      optional: true,
    },
    timed('rcd-one', '1', once),
    { ...timed('rcd-five', '5', five), optional: true },
    { kind: 'rcd-button', name: `${name}, test button`, stage: 'live', unit: '', outcomes: TRIPS, limit: 'opens', device },
  ];
}

/** What was read at one outlet stands beside what is read of the circuit: a defect there is not cleared by a reading elsewhere. */
const atPoints = (job: Job, planned: readonly Planned[], standing: readonly Reading[]): Planned[] =>
  standing.flatMap(({ kind, pointId, deviceId }) => {
    const point = job.points[pointId ?? ''];
    const like = planned.find((each) => each.kind === kind && each.device?.id === deviceId) ?? OF_KIND[kind];
    return point === undefined || like === undefined
      ? []
      : [{ ...like, point, optional: true, name: `${like.name}, ${point.name}` }];
  });
/** Kinds that are read at an outlet, though the sheet of this circuit does not ask them. */
const OF_KIND: Readonly<Partial<Record<TestKind, Planned>>> = {
  'r1-r2': { kind: 'r1-r2', name: 'Continuity R1 + R2', stage: 'dead', unit: 'Ω', outcomes: OPEN, limit: '' },
  r2: { kind: 'r2', name: 'Continuity R2', stage: 'dead', unit: 'Ω', outcomes: OPEN, limit: '' },
  insulation: { kind: 'insulation', name: 'Insulation', stage: 'dead', unit: 'MΩ', outcomes: BEYOND, limit: '' },
  polarity: { kind: 'polarity', name: 'Polarity', stage: 'dead', unit: '', outcomes: RIGHT_WRONG, limit: '' },
  functional: { kind: 'functional', name: 'Function', stage: 'live', unit: '', outcomes: RIGHT_WRONG, limit: '' },
  'gfci-trip': { kind: 'gfci-trip', name: 'Test button', stage: 'live', unit: '', outcomes: TRIPS, limit: 'opens' },
};

const functional = ({ circuit }: CircuitFacts): Planned[] =>
  circuit.kind === 'final'
    ? [{ kind: 'functional', name: 'What it feeds, switched on', stage: 'live', unit: '', outcomes: RIGHT_WRONG, limit: '' }]
    : [];

interface Readings {
  /** What was entered last of a kind at a place, and what was read last that proves something. */
  latest: readonly Reading[];
  standing: readonly Reading[];
}

function lineOf(
  facts: CircuitFacts,
  { device, point, optional = false, ...planned }: Planned,
  { latest, standing }: Readings,
): Omit<TestLine, 'blocked'> {
  const isHere = (each: Reading): boolean =>
    each.kind === planned.kind && each.deviceId === device?.id && (each.pointId === point?.id || device !== undefined);
  const reading = latest.find(isHere);
  const proved = standing.find(isHere);
  const judge = (of: Reading): Judged | undefined => judgeReading(facts, of, standing) ?? judgeLoop(facts, of);
  const last = reading === undefined ? undefined : judge(reading);
  const before = proved === undefined || proved === reading ? undefined : judge(proved);
  // What failed has failed until something proves it right.
  const judged =
    last?.verdict === 'unknown' && before?.verdict === 'stop'
      ? { verdict: before.verdict, because: `${last.because}; before that ${before.because}` }
      : last;
  return {
    ...planned,
    key: `${planned.kind} ${device?.id ?? point?.id ?? ''}`.trim(),
    deviceId: device?.id ?? null,
    pointId: point?.id ?? null,
    optional,
    reading:
      reading === undefined
        ? null
        : {
            id: reading.id,
            value: reading.value ?? null,
            unit: reading.unit ?? planned.unit,
            outcome: reading.outcome ?? null,
            at: reading.at,
            by: reading.by ?? null,
          },
    verdict: judged?.verdict ?? null,
    because: judged?.because ?? '',
    takenOn: hash(restsOn(facts, planned.kind, device?.id)),
  };
}

/** A loop as it is read cold, against the limit of what clears the circuit. */
function judgeLoop(facts: CircuitFacts, reading: Reading): Judged | undefined {
  if (reading.kind !== 'zs') return undefined;
  const ohm = valueIn(reading, 'Ω')!;
  const limit = loopLimit(facts);
  if (limit === undefined || !limit.known) return { verdict: 'unknown', because: 'what it is held to is not known' };
  const { ohm: most, by } = limit.value;
  if (!fits(ohm, most)) return { verdict: 'stop', because: `${figure(ohm)} Ω > ${figure(most)} Ω` };
  if (by === 'residual')
    return fits(ohm, UNSTABLE_ELECTRODE_OHM)
      ? { verdict: 'pass', because: `${figure(ohm)} Ω ≤ ${figure(most)} Ω` }
      : { verdict: 'caution', because: `${figure(ohm)} Ω: above ${UNSTABLE_ELECTRODE_OHM} Ω it may not be stable` };
  return fits(ohm, COLD_SHARE * most)
    ? { verdict: 'pass', because: `${figure(ohm)} Ω ≤ 0.8 · ${figure(most)} Ω` }
    : { verdict: 'caution', because: `${figure(ohm)} Ω: above 0.8 of ${figure(most)} Ω it may be too much when warm` };
}

/**
 * Why a live test is not to be done: a dead one of its circuit is not right. Of work that stood before, one that cannot be done is a
 * limitation; under the NEC dead tests are practice, and one that was done must be right.
 */
function blockedBy(
  { circuit, job }: CircuitFacts,
  line: Omit<TestLine, 'blocked'>,
  all: readonly Omit<TestLine, 'blocked'>[],
): string | null {
  if (line.stage === 'dead') return null;
  const bad = all.find(({ stage, verdict, optional, reading }) => {
    if (stage !== 'dead') return false;
    if (reading?.outcome === 'not-tested') return circuit.state !== 'existing' && !optional;
    if (verdict === null) return !optional && job.dialect !== 'nec';
    return verdict === 'stop' || verdict === 'unknown';
  });
  if (bad === undefined) return null;
  return bad.verdict === 'stop'
    ? `not before this is put right: ${bad.name}`
    : `not before the dead tests are right: ${bad.name}`;
}
