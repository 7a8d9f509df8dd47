import { isNecFuse } from '../devices/bands';
import { copyOfCircuit } from '../edits/parts';
import { showFact } from '../facts/read';
import type { Step } from '../job/commands';
import { showSize, sizeMm2 } from '../job/edges';
import { BODY } from '../job/families';
import type { Segment } from '../job/schema/circuit';
import type { DeviceSettings } from '../job/schema/device';
import type { ConductorSize, Fact, Line } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import { linesOf, protectiveWord } from '../job/terms';
import { fusesNeutral, linesOpened, opensNeutral } from '../network/poles';
import { BREAKER_RATINGS_A } from '../tables/breakerGates';
import { listedRatingsA } from '../tables/britishFuses';
import { RESISTANCE_MOHM_PER_M } from '../tables/conductorResistance';
import { egcSize } from '../tables/equipmentGrounding';
import { GG_RATINGS_A } from '../tables/fuseGates';
import { necSizes, standardRatingsA } from '../tables/necAmpacity';
import { NEC_FUSES } from '../tables/necFuses';
import { SENSITIVE } from '../tables/residualTimes';
import { milli } from '../units';
import { ON_A_BOARD, startDevice } from './boardCandidates';
import { CABLE, type Candidate, DEVICE, type Maker, maker, RESIDUAL } from './candidate';
import { MARKS, PROTECTIONS } from './outletCandidates';
import { MOVES, RESIDUAL_TYPES, SENSITIVITIES } from './residualCandidates';
import { SURGES } from './surgeCandidates';

/** Most sizes up that are tried; beyond that another route is the better fix. */
const SIZES_UP = 4;

const stated = <T>(value: T): Fact<T> => ({ value, from: 'stated' });

/** Most ratings that are tried, the nearest first: farther away it is another circuit. */
const MOST_RATINGS = 12;

function ratingsOf(settings: DeviceSettings, job: Job): readonly number[] {
  if (settings.family === 'moulded-case-nec') return standardRatingsA(job.pack);
  if (settings.family !== 'fuse') return BREAKER_RATINGS_A;
  if (settings.system === 'gG') return GG_RATINGS_A;
  const { system } = settings;
  return isNecFuse(system)
    ? standardRatingsA(job.pack).filter((ratingA) => ratingA <= NEC_FUSES[system].mostA)
    : listedRatingsA(system);
}

/** Residual devices ahead of a circuit delayed, so that only its own opens; one for shock protection stays as quick as it is. */
function delays(job: Job, circuitId: string): Candidate<'delay'>[] {
  const circuit = job.circuits[circuitId];
  const feeders = Object.values(job.circuits)
    .filter(({ toBoardId, state }) => toBoardId !== undefined && toBoardId === circuit?.fromBoardId && state !== 'removed')
    .map(({ id }) => id);
  const ahead = Object.values(job.devices).filter(
    ({ id, circuitId: at, state }) =>
      state !== 'removed' && (id === circuit?.behindDeviceId || (at !== undefined && feeders.includes(at))),
  );
  return ahead.flatMap(({ id, name, settings }): Candidate<'delay'>[] => {
    if (settings.family !== 'rccb' && settings.family !== 'rcbo') return [];
    const { delay, sensitivityA } = settings.residual;
    if (delay?.value !== 'general' || sensitivityA === undefined || sensitivityA.value <= SENSITIVE.upToA) return [];
    const step: Step = { do: 'set', on: 'devices', id, field: ['settings', 'residual', 'delay'], to: stated('S') };
    return [{ kind: 'delay', command: { label: `Fit ${name} delayed, type S`, steps: [step] } }];
  });
}

/** A pole for every line its cable has. */
function poles(job: Job, circuitId: string): Candidate<'poles'>[] {
  const device = startDevice(job, circuitId);
  const roles = segmentsOf(job, circuitId).find((segment) => segment.roles?.includes('line'))?.roles ?? [];
  const all = linesOf(job.supply);
  const whole = roles.length === 0 && job.circuits[circuitId]?.kind === 'service';
  const wanted = whole ? all.length : (['line', 'line2', 'line3'] as const).filter((role) => roles.includes(role)).length;
  if (device === undefined || !('poles' in device.settings) || wanted < 2 || linesOpened(device) >= wanted) return [];
  const neutral = job.dialect === 'iec' && wanted === 3 && roles.includes('neutral');
  const more = wanted === 2 ? '2P' : neutral ? '3P+N' : '3P';
  const lines: readonly Line[] = [...new Set([...device.lines, ...all])].slice(0, wanted).sort();
  return [
    {
      kind: 'poles',
      command: {
        label: `Fit ${more} instead of ${device.settings.poles}`,
        steps: [
          { do: 'set', on: 'devices', id: device.id, field: ['settings', 'poles'], to: more },
          { do: 'set', on: 'devices', id: device.id, field: ['lines'], to: [...lines] },
        ],
      },
    },
  ];
}

/** A neutral without a fuse in it, and one that opens with its lines where it was left closed. */
function neutralPoles(job: Job, circuitId: string): Candidate<'poles'>[] {
  return Object.values(job.devices).flatMap(({ id, circuitId: at, state, ...device }): Candidate<'poles'>[] => {
    const { settings } = device;
    if (at !== circuitId || state === 'removed' || !('poles' in settings)) return [];
    const of = { id, state, ...device };
    const lines = linesOpened(of);
    if (lines === 2) return [];
    const leftClosed = settings.family === 'switch' && !opensNeutral(of);
    const to = fusesNeutral(of) ? (`${lines}P+N` as const) : leftClosed ? WITH_NEUTRAL[lines] : undefined;
    if (to === undefined) return [];
    const step: Step = { do: 'set', on: 'devices', id, field: ['settings', 'poles'], to };
    return [{ kind: 'poles', command: { label: `Fit ${to} instead of ${settings.poles}`, steps: [step] } }];
  });
}
const WITH_NEUTRAL = { 1: '2P', 3: '4P' } as const;

function ratingAndCurve(job: Job, circuitId: string): Candidate<'rating' | 'curve'>[] {
  const device = startDevice(job, circuitId);
  if (device === undefined) return [];
  const { settings, id } = device;
  const { family } = settings;
  if (family !== 'mcb' && family !== 'rcbo' && family !== 'fuse' && family !== 'moulded-case-nec') return [];
  const now = settings.ratingA?.value;
  const set = (field: string, to: unknown): Step[] => [
    { do: 'set', on: 'devices', id, field: ['settings', field], to: stated(to) },
  ];
  const ratings = ratingsOf(settings, job);
  const byRating = ratings
    .filter((ratingA) => now !== undefined && ratingA !== now)
    .sort((a, b) => Math.abs(a - now!) - Math.abs(b - now!))
    .slice(0, MOST_RATINGS)
    .map(
      (ratingA): Candidate<'rating'> => ({
        kind: 'rating',
        command: { label: `Fit ${ratingA} A instead of ${now} A`, steps: set('ratingA', ratingA) },
      }),
    );
  if (settings.family === 'fuse' || settings.family === 'moulded-case-nec') return byRating;
  const byCurve = (['B', 'C', 'D'] as const)
    .filter((curve) => settings.curve !== undefined && curve !== settings.curve.value)
    .map(
      (curve): Candidate<'curve'> => ({
        kind: 'curve',
        command: { label: `Fit curve ${curve} instead of ${settings.curve!.value}`, steps: set('curve', curve) },
      }),
    );
  return [...byRating, ...byCurve];
}

/** The breaker with a residual part: it sees the earth fault its overcurrent part does not clear in time. */
function families(job: Job, circuitId: string): Candidate<'family'>[] {
  const device = startDevice(job, circuitId);
  if (device === undefined || device.settings.family !== 'mcb' || job.circuits[circuitId]?.kind !== 'final') return [];
  const { id, settings } = device;
  const { makerLetThrough: _l, curvePoints: _p, icsA: _s, ...marked } = settings;
  const kept = Object.fromEntries(Object.entries(marked).filter(([field]) => !OF_ANY_DEVICE.has(field)));
  const poles = settings.poles === '1P' ? '1P+N' : settings.poles === '3P' ? '3P+N' : settings.poles;
  const residual = { sensitivityA: stated(SENSITIVE.upToA), type: stated('A'), delay: stated('general') };
  const to = { ...kept, family: 'rcbo', poles, residual };
  const grade: Step[] = device.grade === 'maker' ? [{ do: 'set', on: 'devices', id, field: ['grade'], to: 'standard' }] : [];
  const steps: Step[] = [...grade, { do: 'set', on: 'devices', id, field: ['settings'], to }];
  return [{ kind: 'family', command: { label: `Fit an RCBO of ${milli(SENSITIVE.upToA)} mA, type A, in its place`, steps } }];
}
const OF_ANY_DEVICE: ReadonlySet<string> = new Set(BODY);

const METRIC_SIZES = Object.keys(RESISTANCE_MOHM_PER_M.Cu)
  .map(Number)
  .filter((size) => size >= 1.5)
  .sort((a, b) => a - b)
  .map((size) => `${size}mm2`);
/** From the least a branch circuit is wired with (310.3(A)). */
const AMERICAN_SIZES = necSizes('Cu').filter((size) => size.endsWith('AWG') && sizeMm2(size) >= sizeMm2('14AWG'));

/** The sizes made in the system of one, thinnest first. */
const sizesLike = (size: ConductorSize): readonly ConductorSize[] => (size.endsWith('mm2') ? METRIC_SIZES : AMERICAN_SIZES);
const upFrom = (size: ConductorSize): readonly ConductorSize[] =>
  sizesLike(size)
    .filter((each) => sizeMm2(each) > sizeMm2(size) * (1 + 1e-9))
    .slice(0, SIZES_UP);
const thinnestOf = (sizes: readonly ConductorSize[]): ConductorSize | undefined =>
  [...sizes].sort((a, b) => sizeMm2(a) - sizeMm2(b))[0];

const segmentsOf = (job: Job, circuitId: string): Segment[] =>
  Object.values(job.segments).filter((segment) => segment.circuitId === circuitId && segment.state !== 'removed');
const sized = (id: string, field: string, size: ConductorSize): Step => ({
  do: 'set',
  on: 'segments',
  id,
  field: [field],
  to: stated(size),
});

/** Protective conductors thinner than a size brought up to it, the lines left as they are, which none of them outgrows. */
function protectiveSizes(job: Job, circuitId: string): Candidate<'protective'>[] {
  const segments = segmentsOf(job, circuitId);
  const own = segments.flatMap(({ id, protectiveSize }) =>
    protectiveSize === undefined ? [] : [{ id, size: protectiveSize.value }],
  );
  const thinnest = thinnestOf(own.map(({ size }) => size));
  const line = thinnestOf(segments.flatMap(({ lineSize }) => lineSize?.value ?? []));
  if (thinnest === undefined || line === undefined) return [];
  return upFrom(thinnest)
    .filter((size) => sizeMm2(size) <= sizeMm2(line))
    .map((size) => ({
      kind: 'protective',
      command: {
        label: `Run ${showSize(size)} ${protectiveWord(job)} instead of ${showSize(thinnest)}`,
        steps: own.filter((each) => sizeMm2(each.size) < sizeMm2(size)).map(({ id }) => sized(id, 'protectiveSize', size)),
      },
    }));
}

/** All of the circuit's segments thinner than a size brought up to it; the protective conductor keeps at least its share. */
function sizes(job: Job, circuitId: string): Candidate<'size'>[] {
  const segments = segmentsOf(job, circuitId);
  const thinnest = thinnestOf(segments.flatMap(({ lineSize }) => lineSize?.value ?? []));
  if (thinnest === undefined) return [];
  const wanted = groundWanted(job, circuitId);
  return upFrom(thinnest).map((size) => ({
    kind: 'size',
    command: {
      label: `Run ${showSize(size)} instead of ${showSize(thinnest)}`,
      steps: segments.flatMap(({ id, lineSize, neutralSize, protectiveSize }): Step[] => {
        if (lineSize === undefined || sizeMm2(lineSize.value) >= sizeMm2(size)) return [];
        const times = sizeMm2(size) / sizeMm2(lineSize.value);
        return [
          sized(id, 'lineSize', size),
          ...(neutralSize === undefined ? [] : [sized(id, 'neutralSize', size)]),
          ...(protectiveSize === undefined
            ? []
            : [sized(id, 'protectiveSize', grown(atLeast(protectiveSize.value, wanted), times) ?? size)]),
        ];
      }),
    },
  }));
}

/** By the NEC the grounding conductor wanted behind the circuit's device: one too thin is not grown from what it is. */
function groundWanted({ dialect, devices }: Job, circuitId: string): ConductorSize | undefined {
  if (dialect !== 'nec') return undefined;
  const settings = Object.values(devices).find((each) => each.circuitId === circuitId && each.state !== 'removed')?.settings;
  const ratedA = settings !== undefined && 'ratingA' in settings ? settings.ratingA?.value : undefined;
  return ratedA === undefined ? undefined : egcSize(ratedA, 'Cu');
}
const atLeast = (size: ConductorSize, least: ConductorSize | undefined): ConductorSize =>
  least !== undefined && sizeMm2(least) > sizeMm2(size) ? least : size;

/** The thinnest size of at least so many times the section of another. */
const grown = (size: ConductorSize, times: number): ConductorSize | undefined =>
  sizesLike(size).find((each) => sizeMm2(each) >= sizeMm2(size) * times * (1 - 1e-9));

/** Air the ampacity tables stand in, °C: out of the heat. */
const COOL_C = 30;
/** Methods that let a cable breathe, or lie in the ground: nothing is gained by the wall. */
const OPEN_METHODS = new Set(['C', 'D1', 'D2', 'E', 'F']);

type Place = 'apart' | 'heat' | 'method';
/** The cable laid another way: apart from others, out of the heat, on the wall. */
function places(job: Job, circuitId: string): Candidate<Place>[] {
  const segments = segmentsOf(job, circuitId);
  const change = (
    kind: Place,
    label: string,
    field: string,
    to: unknown,
    which: (segment: Segment) => boolean,
  ): Candidate<Place>[] => {
    const steps = segments
      .filter(which)
      .map(({ id }): Step => ({ do: 'set', on: 'segments', id, field: [field], to: stated(to) }));
    return steps.length === 0 ? [] : [{ kind, command: { label, steps } }];
  };
  const cool = showFact(job.dialect, { kind: 'quantity', edge: 'temperature' }, COOL_C);
  return [
    ...change(
      'apart',
      'Lay it apart from the others',
      'groupedCircuits',
      1,
      ({ groupedCircuits }) => (groupedCircuits?.value ?? 1) > 1,
    ),
    ...change(
      'heat',
      `Lay it out of the heat, ${cool} around it`,
      'ambientC',
      COOL_C,
      ({ ambientC }) => (ambientC?.value ?? 0) > COOL_C,
    ),
    ...(job.dialect === 'nec'
      ? []
      : change(
          'method',
          'Lay it on the wall, method C',
          'method',
          'C',
          ({ method }) => method !== undefined && !OPEN_METHODS.has(method.value),
        )),
  ];
}

/** Half of the loads on a circuit of their own, made like this one. */
function splits(job: Job, circuitId: string): Candidate<'split'>[] {
  const circuit = job.circuits[circuitId];
  const loads = Object.values(job.loads)
    .filter((load) => load.circuitId === circuitId)
    .sort((a, b) => (b.powerW?.value ?? 0) - (a.powerW?.value ?? 0));
  if (circuit === undefined || circuit.kind !== 'final' || loads.length < 2 || circuit.designCurrentA !== undefined) return [];
  let count = 0;
  const copy = copyOfCircuit(
    job,
    circuitId,
    `${circuit.number}b`.slice(0, 200),
    () => `${circuitId.slice(0, 50)}-split-${++count}`,
  );
  // The largest stays; every second one after it goes.
  const moved = loads.filter((_, index) => index % 2 === 1);
  const names = moved.map((load) => load.name).join(' and ');
  const movedSteps = moved.map(
    ({ pointId: _, ...load }): Step => ({ do: 'put', on: 'loads', row: { ...load, circuitId: copy.circuitId } }),
  );
  const steps = [...copy.command.steps.filter((step) => step.do !== 'put' || step.on !== 'loads'), ...movedSteps];
  return [
    {
      kind: 'split',
      command: { label: `Split it: ${names} on a circuit of its own`.slice(0, 200), steps },
      makes: copy.circuitId,
    },
  ];
}

/**
 * All that is tried, nearest changes first, so that the least intrusive of equals is kept; of each kind what is offered stands in this
 * order too. A fix that is not named here is not tried, and one made here says itself what it can mend.
 */
const MAKERS: readonly Maker[] = [
  maker({ poles: [...DEVICE, 'saves-person'] }, poles, neutralPoles),
  maker({ rating: DEVICE, curve: DEVICE }, ratingAndCurve),
  maker({ family: [...DEVICE, 'saves-person'] }, families),
  maker({ size: CABLE }, sizes),
  maker({ protective: CABLE }, protectiveSizes),
  maker({ apart: ['protects-cable'], heat: ['protects-cable'], method: ['protects-cable'] }, places),
  maker({ split: DEVICE }, splits),
  maker({ delay: RESIDUAL }, delays),
  RESIDUAL_TYPES,
  SENSITIVITIES,
  MOVES,
  SURGES,
  ON_A_BOARD,
  PROTECTIONS,
  MARKS,
];
const MENDED: ReadonlyMap<string, ReadonlySet<QuestionId>> = new Map(MAKERS.flatMap(({ mends }) => [...mends]));

/** Kinds of what is tried; of each the first that reaches the best verdict is offered. */
export const KINDS = [...MENDED.keys()];
/** Whether a kind can mend a question, by what it changes: for others it is not tried. */
export const mends = (kind: string, question: QuestionId): boolean => MENDED.get(kind)?.has(question) === true;

export const candidates = (job: Job, circuitId: string): Candidate[] =>
  MAKERS.flatMap(({ makes }) => makes.flatMap((make) => make(job, circuitId)));
