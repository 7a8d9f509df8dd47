import { known, type Maybe, unknown } from '../job/known';
import { factOf } from '../job/readers';
import type { Circuit, Device, Job } from '../job/sealed';
import { NEC_FUSES } from '../tables/necFuses';
import type { Wiring } from './paths';
import { LINES_OF, type Poles } from './states';

const LINES_OPENED: Readonly<Partial<Record<string, 1 | 2 | 3>>> = { '1P': 1, '1P+N': 1, '2P': 2, '3P': 3, '3P+N': 3, '4P': 3 };

/**
 * How many lines a device is made to open. A two-pole device of the metric families opens line and neutral, unless two lines
 * are named; an American one opens two lines.
 */
function linesMadeFor(device: Device): 1 | 2 | 3 {
  const { settings } = device;
  if (!('poles' in settings)) return 1;
  const lines = LINES_OPENED[settings.poles] ?? 1;
  // No more than it has poles, whatever lines it is said to be on.
  if (device.lines.length > 1) return Math.min(device.lines.length, lines) as 1 | 2 | 3;
  return lines === 2 && !isAmerican(device) ? 1 : lines;
}

/** Breakers and fuses of the American classes: none of their two poles is for the neutral. */
const isAmerican = ({ settings }: Device): boolean =>
  settings.family === 'moulded-case-nec' || (settings.family === 'fuse' && settings.system in NEC_FUSES);

/** How many lines a device opens where it sits: two poles on one line open one, whatever they are made for. */
export function linesOpened(device: Device): 1 | 2 | 3 {
  return device.lines.length === 1 ? 1 : linesMadeFor(device);
}

/** Whether a device opens the neutral too. */
export function opensNeutral(device: Device): boolean {
  const { settings } = device;
  if (!('poles' in settings)) return false;
  if (settings.poles === '1P+N' || settings.poles === '3P+N' || settings.poles === '4P') return true;
  return settings.poles === '2P' && linesMadeFor(device) === 1 && !isAmerican(device);
}

/** Whether what opens the neutral would do so on its own current: of a fuse every pole but a `+N` has an element. */
export const fusesNeutral = (device: Device): boolean =>
  device.settings.family === 'fuse' && opensNeutral(device) && !device.settings.poles.endsWith('+N');

/**
 * The conductors of a circuit. Services without other word carry every line of the system and the neutral, and so do feeders
 * without a device. Any other circuit says it by its conductors' roles, else by its device: one line always has its neutral; two lines or three
 * have one only where a neutral size is entered.
 * @returns unknown where a final circuit has neither roles nor a device
 */
export function polesOf(job: Job, wiring: Wiring): Maybe<Poles> {
  const system: 1 | 2 | 3 = LINES_OF[job.supply.voltageSystem];
  if (system === 1) return ONE_LINE;
  const roles = wiring.stretches.find(({ segment }) => segment.roles !== undefined)?.segment.roles;
  if (roles?.includes('line') === true) {
    const lines = (['line', 'line2', 'line3'] as const).filter((role) => roles.includes(role)).length as 1 | 2 | 3;
    return known({ lines, neutral: roles.includes('neutral') });
  }
  // The supplier's service brings whatever the system has; too few poles on it leave a line without.
  const from = job.origins[wiring.circuit.fromOriginId ?? '']?.kind;
  if (wiring.circuit.kind === 'service' && (from === 'network' || from === 'transformer'))
    return known<Poles>({ lines: system, neutral: true });
  const device = [...wiring.startDevices, ...wiring.endDevices][0];
  const neutralSized = wiring.stretches.some(({ segment }) => segment.neutralSize !== undefined);
  if (device !== undefined) {
    const lines = linesMadeFor(device);
    return known({ lines, neutral: lines === 1 || opensNeutral(device) || neutralSized });
  }
  if (wiring.circuit.kind !== 'final') return known<Poles>({ lines: system, neutral: true });
  return unknown(`circuits.${wiring.circuit.id}`, `conductors of ${wiring.circuit.name}: its device, or the roles of its cable`);
}
const ONE_LINE = known<Poles>({ lines: 1, neutral: true });

/** Only a final circuit is a ring, and none is under the NEC (310.10(G)): drawn round elsewhere it is taken for the radial it may be. */
export const isRing = ({ dialect }: Job, { topology, kind }: Circuit): boolean =>
  topology === 'ring' && kind === 'final' && dialect === 'iec';

/** Whether a ring is closed all round; a broken one is two long radials, at worst one of its whole length. */
export const ringHolds = (job: Job, { circuit }: Wiring): Maybe<boolean> =>
  isRing(job, circuit) ? factOf('circuits', circuit, 'ringContinuity') : NO_RING;
const NO_RING = known(false);
