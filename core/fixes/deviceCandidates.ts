import { isNecFuse } from '../devices/bands';
import { copyOfCircuit } from '../edits/parts';
import type { Step } from '../job/commands';
import { MOUNTING } from '../job/families';
import { hasRow } from '../job/freeIds';
import { cutName, endedId, freeId } from '../job/ids';
import type { DeviceSettings } from '../job/schema/device';
import type { Fact, Line } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { linesOf } from '../job/terms';
import { fusesNeutral, linesOpened, opensNeutral } from '../network/poles';
import { BREAKER_RATINGS_A } from '../tables/breakerGates';
import { listedRatingsA } from '../tables/britishFuses';
import { GG_RATINGS_A } from '../tables/fuseGates';
import { standardRatingsA } from '../tables/necAmpacity';
import { NEC_FUSES } from '../tables/necFuses';
import { SENSITIVE } from '../tables/residualTimes';
import { milli } from '../units';
import { startDevice } from './boardCandidates';
import { segmentsOf } from './cableCandidates';
import { type Candidate, DEVICE, maker, RESIDUAL } from './candidate';

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
const OF_ANY_DEVICE: ReadonlySet<string> = new Set(MOUNTING);

/** Half of the loads on a circuit of their own, made like this one. */
function splits(job: Job, circuitId: string): Candidate<'split'>[] {
  const circuit = job.circuits[circuitId];
  const loads = Object.values(job.loads)
    .filter((load) => load.circuitId === circuitId)
    .sort((a, b) => (b.powerW?.value ?? 0) - (a.powerW?.value ?? 0));
  if (circuit === undefined || circuit.kind !== 'final' || loads.length < 2 || circuit.designCurrentA !== undefined) return [];
  const made = new Set<string>();
  const copy = copyOfCircuit(job, circuitId, cutName(`${circuit.number}b`), () => {
    const id = freeId(endedId(circuitId, '-split'), (each) => made.has(each) || hasRow(job, each));
    made.add(id);
    return id;
  });
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
      command: { label: cutName(`Split it: ${names} on a circuit of its own`), steps },
      makes: copy.circuitId,
    },
  ];
}

export const POLES = maker({ poles: [...DEVICE, 'saves-person'] }, poles, neutralPoles);
export const RATINGS = maker({ rating: DEVICE, curve: DEVICE }, ratingAndCurve);
export const RESIDUAL_BREAKERS = maker({ family: [...DEVICE, 'saves-person'] }, families);
export const SPLITS = maker({ split: DEVICE }, splits);
export const DELAYS = maker({ delay: RESIDUAL }, delays);
