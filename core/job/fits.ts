import { FAMILIES } from './families';
import { need } from './known';
import { perRow } from './perRow';
import { Construction } from './schema/circuit';
import type { Device, Job, Sealed, Segment } from './sealed';
import { type Dialect, dialectName, familyWord } from './terms';

/** Something entered under other rules that the job's present ones do not know: its tables and clauses say nothing of it. */
export interface Misfit {
  path: string;
  what: string;
  /** It is merely not used under these rules: nothing rests on it. */
  idle?: true;
}

const NEC_FUSES: ReadonlySet<string> = new Set(['J', 'R', 'T', 'CC', 'G', 'plug']);
const CONSTRUCTIONS: Readonly<Record<Dialect, ReadonlySet<string>>> = {
  iec: new Set(['flat-sheathed', 'round-sheathed']),
  nec: new Set(['NM-B', 'UF-B', 'AC', 'MC', 'SE']),
};
const INSULATIONS: Readonly<Record<Dialect, ReadonlySet<string>>> = {
  iec: new Set(['PVC70', 'XLPE90']),
  nec: new Set(['TW60', 'THW75', 'THWN75', 'THHN90', 'THWN2-90', 'XHHW2-90', 'USE2-90']),
};
const SYSTEMS: Readonly<Record<Dialect, ReadonlySet<string>>> = {
  iec: new Set(['three-phase-400-230']),
  nec: new Set(['split-phase', 'three-phase-208-120']),
};

const other = (dialect: Dialect): Dialect => (dialect === 'iec' ? 'nec' : 'iec');

/** Kinds of cable the dialect knows. */
export const constructionsOf = (dialect: Dialect): readonly NonNullable<Segment['construction']>[] =>
  Construction.options.filter((kind) => !CONSTRUCTIONS[other(dialect)].has(kind));

const deviceMisfits = {
  iec: perRow((device: Device) => ofDevice(device, 'iec')),
  nec: perRow((device: Device) => ofDevice(device, 'nec')),
};
const segmentMisfits = {
  iec: perRow((segment: Segment) => ofSegment(segment, 'iec')),
  nec: perRow((segment: Segment) => ofSegment(segment, 'nec')),
};

/** Why a device is none of the dialect's, if it is not. */
export const deviceMisfit = (device: Device, dialect: Dialect): readonly Misfit[] => deviceMisfits[dialect](device);
/** What of a cable is none of the dialect's. */
export const segmentMisfit = (segment: Segment, dialect: Dialect): readonly Misfit[] => segmentMisfits[dialect](segment);

function ofDevice({ id, name, settings }: Device, dialect: Dialect): Misfit[] {
  const { family } = settings;
  const foreignFuse = settings.family === 'fuse' && NEC_FUSES.has(settings.system) === (dialect === 'iec');
  if (!foreignFuse && FAMILIES[family].home !== other(dialect)) return [];
  const kind = settings.family === 'fuse' ? `${settings.system} fuse` : familyWord(family);
  return [{ path: `devices.${id}`, what: `${name} is a ${kind}: none of the ${dialectName(dialect)} families` }];
}

/** A value whatever it rests on: what other rules' tables list is no question of who said it. */
function valueIn<T>(fact: Sealed<T> | undefined): T | undefined {
  const read = need(fact, '', '');
  return read.known ? read.value : undefined;
}

function ofSegment(segment: Segment, dialect: Dialect): Misfit[] {
  const { id, construction, insulation, method } = segment;
  const misfits: Misfit[] = [];
  const at = (field: string, what: string) => misfits.push({ path: `segments.${id}.${field}`, what });
  for (const field of ['lineSize', 'neutralSize', 'protectiveSize'] as const) {
    const size = valueIn(segment[field]);
    if (size !== undefined && size.endsWith('mm2') === (dialect === 'nec'))
      at(field, `${size} is no size of the ${dialectName(dialect)} tables`);
  }
  if (construction !== undefined && CONSTRUCTIONS[other(dialect)].has(construction))
    at('construction', `${construction} is no cable of the ${dialectName(dialect)}`);
  const insulated = valueIn(insulation);
  if (insulated !== undefined && INSULATIONS[other(dialect)].has(insulated))
    at('insulation', `${insulated} is no insulation of the ${dialectName(dialect)} tables`);
  if (dialect === 'nec' && method !== undefined)
    misfits.push({
      path: `segments.${id}.method`,
      what: `installation method ${valueIn(method)} is not used under the NEC`,
      idle: true,
    });
  return misfits;
}

/** What of the supply is not of the job's dialect. */
export function supplyMisfits({ dialect, supply }: Job): Misfit[] {
  const misfits: Misfit[] = [];
  if (SYSTEMS[other(dialect)].has(supply.voltageSystem))
    misfits.push({ path: 'supply.voltageSystem', what: `the voltage system is none of the ${dialectName(dialect)}` });
  if (dialect === 'nec' && supply.earthing !== 'TN-C-S')
    misfits.push({ path: 'supply.earthing', what: 'the grounding entered is not how the NEC grounds a service (250.24)' });
  return misfits;
}

/** Everything in a job that its present rules do not know, supply first. */
export function jobMisfits(job: Job): Misfit[] {
  const present = <T extends { state: string }>(rows: Readonly<Record<string, T>>): T[] =>
    Object.values(rows).filter(({ state }) => state !== 'removed');
  return [
    ...supplyMisfits(job),
    ...present(job.devices).flatMap((device) => deviceMisfit(device, job.dialect)),
    ...present(job.segments).flatMap((segment) => segmentMisfit(segment, job.dialect)),
  ];
}
