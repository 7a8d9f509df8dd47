import { BREAKER_RATINGS, GG_RATINGS, NEC_RATINGS } from '../facts/preferred';
import type { Command, Step } from '../job/commands';
import { CONDITIONAL, MOUNTING } from '../job/families';
import type { Device, DeviceSettings } from '../job/schema/device';
import type { Fact } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { milli } from '../units';
import { edit, set } from './steps';

/** What could stand at a place of a circuit: a device at its start, its cable in another size, or a surge device on its way. */
export interface Standable {
  id: string;
  /** What it is called, without what it is besides: "RCBO B16", "20 A". */
  name: string;
  /** Its residual or arc-fault part: "A 30 mA", "GFCI"; empty where it has none. */
  besides: string;
  /** What a price may be entered under. */
  part: string;
  /** Of a cable, where all of it is known. */
  metres?: number;
  /** What it is sized by: A of a device, mm² of a cable, kV of a surge device. */
  size: number;
  /** Puts it there; nothing for the one that stands. */
  command: Command | null;
}

const stated = <T>(value: T): Fact<T> => ({ value, from: 'stated' });
/** Ratings looked at below and above the one that stands: farther away it is another circuit. */
const AROUND = 3;
const CURVES = ['B', 'C', 'D'] as const;
const SENSITIVE_A = 0.03;
/** Residual parts that a circuit's own device is made with, as usual for outlets: sensitivity, type. */
const RESIDUALS = ['A', 'F', 'B'] as const;
/** Arc-fault breakers are made for outlet circuits up to so many A (common practice). */
const ARC_MOST_A = 20;
/** Ground-fault breakers of class A up to so many (common practice). */
const CLASS_A_MOST_A = 60;
const AMERICAN = [
  { besides: '', part: 'breaker', groundFault: 'none', arcFault: 'none' },
  { besides: 'GFCI', part: 'GFCI breaker', groundFault: 'class-A', arcFault: 'none' },
  { besides: 'AFCI', part: 'AFCI breaker', groundFault: 'none', arcFault: 'combination' },
  { besides: 'AFCI and GFCI', part: 'combined AFCI and GFCI breaker', groundFault: 'class-A', arcFault: 'combination' },
] as const;

/** The device a circuit starts with; of a service without one the main it ends at. */
export function startOf(job: Job, circuitId: string): Device | undefined {
  const own = Object.values(job.devices).filter((each) => each.circuitId === circuitId && each.state !== 'removed');
  const main = job.circuits[circuitId]?.kind === 'service' ? own.find(({ seat }) => seat === 'end') : undefined;
  return own.find(({ seat }) => seat === 'start') ?? main;
}
function around(ratings: readonly number[], now: number): number[] {
  const at = ratings.findIndex((each) => each >= now);
  const from = Math.max(0, (at < 0 ? ratings.length - 1 : at) - AROUND);
  return [...new Set([...ratings.slice(from, from + 2 * AROUND + 1), now])].sort((a, b) => a - b);
}

/**
 * What could stand at the start of a circuit: families, curves, residual and arc-fault parts of its dialect, in ratings around the one there,
 * the one that stands among them. Poles stay; marks of the series (breaking capacity, class, listing) are taken as specified; what is said of
 * the very device is not.
 * @returns nothing where the circuit has no breaker or fuse of a known rating
 */
export function standableAt(job: Job, circuitId: string): Standable[] {
  const device = startOf(job, circuitId);
  const ratingA = device !== undefined && 'ratingA' in device.settings ? device.settings.ratingA?.value : undefined;
  if (device === undefined || ratingA === undefined) return [];
  const could = madeFor(job, circuitId, device, ratingA);
  if (could.length === 0 || could.some(({ command }) => command === null)) return could;
  // What stands is none of the usual ones.
  return [{ id: 'now', name: device.name, besides: 'as it is', part: '', size: ratingA, command: null }, ...could];
}

function madeFor(job: Job, circuitId: string, device: Device, now: number): Standable[] {
  const { settings } = device;
  switch (settings.family) {
    case 'mcb':
    case 'rcbo':
      return metric(job, circuitId, device, settings, now);
    case 'moulded-case-nec':
      return american(device, settings, now);
    case 'fuse':
      return settings.system !== 'gG'
        ? []
        : around(GG_RATINGS, now).map((ratingA) =>
            row(
              device,
              { name: `gG ${ratingA}`, besides: '', part: 'fuse', size: ratingA },
              [set('devices', device.id, 'settings', { ...asSpecified(settings), ratingA: stated(ratingA) })],
              ratingA === now,
            ),
          );
    default:
      return [];
  }
}

/** Another device than the one a maker spoke of, and new work. */
const anew = ({ id, grade, state }: Device): Step[] => [
  ...(grade === 'maker' ? [set('devices', id, 'grade', 'standard')] : []),
  ...(state === 'existing' ? [set('devices', id, 'state', 'new')] : []),
];

/** What is said of the very device that stands: where it sits, what its maker says of it, what it was tested with. */
const ITS_OWN: ReadonlySet<string> = new Set([
  ...MOUNTING.filter((field) => field !== 'listedHere'),
  ...CONDITIONAL,
  ...(['makerLetThrough', 'curvePoints', 'icsA', 'instantaneousLowTimes', 'instantaneousHighTimes'] as const),
  // A credit that no series has as such.
  'hundredPercentListed',
]);
const isFact = (value: unknown): value is Fact<unknown> => typeof value === 'object' && value !== null && 'from' in value;
/** Marks of the series, of one that nobody has seen yet: as specified, to be checked when it is fitted. What is assumed stays so. */
const asSpecified = (settings: object): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(settings).flatMap(([field, value]) => {
      if (ITS_OWN.has(field)) return [];
      if (!isFact(value) || value.from === 'assumed') return [[field, value]];
      return [[field, { value: value.value, from: 'stated', origin: 'specified' }]];
    }),
  );

/** Its whole name. */
export const whole = ({ name, besides }: Pick<Standable, 'name' | 'besides'>): string =>
  `${name}${besides === '' ? '' : ` ${besides}`}`;

function row(device: Device, of: Omit<Standable, 'id' | 'command'>, steps: readonly Step[], isNow: boolean): Standable {
  return {
    id: whole(of),
    ...of,
    command: isNow ? null : edit(`Fit ${whole(of)} as ${device.name}`.slice(0, 190), [...anew(device), ...steps]),
  };
}

type Metric = Extract<DeviceSettings, { family: 'mcb' | 'rcbo' }>;
function metric(job: Job, circuitId: string, device: Device, settings: Metric, now: number): Standable[] {
  const { residual: _, ...plain } = asSpecified(settings);
  const narrow = { '1P+N': '1P', '3P+N': '3P' } as Readonly<Record<string, string>>;
  const wide = { '1P': '1P+N', '3P': '3P+N' } as Readonly<Record<string, string>>;
  const behind = job.circuits[circuitId]?.behindDeviceId;
  return around(BREAKER_RATINGS, now).flatMap((ratingA) =>
    CURVES.flatMap((curve): Standable[] => {
      const common = {
        ...plain,
        ratingA: stated(ratingA),
        curve: stated(curve),
      };
      const isSize = ratingA === now && settings.curve?.value === curve;
      const mcb = row(
        device,
        {
          name: `MCB ${curve}${ratingA}`,
          besides: behind === undefined ? '' : `behind ${job.devices[behind]?.name ?? 'an RCD'}`,
          part: 'MCB',
          size: ratingA,
        },
        [set('devices', device.id, 'settings', { ...common, family: 'mcb', poles: narrow[settings.poles] ?? settings.poles })],
        isSize && settings.family === 'mcb',
      );
      // Beside the usual type the dearer ones in the curve that stands.
      const types = settings.curve?.value === curve ? RESIDUALS : RESIDUALS.slice(0, 1);
      const rcbos = types.map((type) => {
        const isSo =
          settings.family === 'rcbo' &&
          settings.residual.type?.value === type &&
          settings.residual.sensitivityA?.value === SENSITIVE_A &&
          settings.residual.delay?.value === 'general';
        const residual = { sensitivityA: stated(SENSITIVE_A), type: stated(type), delay: stated('general') };
        return row(
          device,
          { name: `RCBO ${curve}${ratingA}`, besides: `${type} ${milli(SENSITIVE_A)} mA`, part: 'RCBO', size: ratingA },
          [
            set('devices', device.id, 'settings', {
              ...common,
              family: 'rcbo',
              poles: wide[settings.poles] ?? settings.poles,
              residual,
            }),
            ...(behind === undefined ? [] : [set('circuits', circuitId, 'behindDeviceId', undefined)]),
          ],
          isSize && isSo,
        );
      });
      return [mcb, ...rcbos];
    }),
  );
}

type American = Extract<DeviceSettings, { family: 'moulded-case-nec' }>;
function american(device: Device, settings: American, now: number): Standable[] {
  return around(NEC_RATINGS, now).flatMap((ratingA) =>
    AMERICAN.filter(
      ({ arcFault, groundFault }) =>
        (arcFault === 'none' || ratingA <= ARC_MOST_A) && (groundFault === 'none' || ratingA <= CLASS_A_MOST_A),
    ).map(({ besides, part, groundFault, arcFault }) =>
      row(
        device,
        { name: `${ratingA} A`, besides, part, size: ratingA },
        [set('devices', device.id, 'settings', { ...asSpecified(settings), ratingA: stated(ratingA), groundFault, arcFault })],
        ratingA === now && (settings.groundFault ?? 'none') === groundFault && (settings.arcFault ?? 'none') === arcFault,
      ),
    ),
  );
}
