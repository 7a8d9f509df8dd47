import { FAMILIES } from './families';
import { PACKS } from './packs';
import type { Circuit } from './schema/circuit';
import type { DeviceFamily } from './schema/device';
import type { FactOrigin, Line, Provenance } from './schema/facts';
import type { Job } from './schema/job';

/** The words shown, one place for both dialects. Identifiers in code use the IEC terms. */
export type Dialect = Job['dialect'];

const QUESTIONS = {
  'carries-load': 'Does it carry the load?',
  'protects-cable': 'Does it protect the cable?',
  'breaks-fault': 'Can it break the worst fault?',
  'clears-in-time': 'Does it clear a fault in time?',
  'saves-person': 'Is everyone protected?',
  'only-one-trips': 'Does only the right one trip?',
  'stays-on': 'Does it stay on in use?',
  'rides-surge': 'Are surges held low enough?',
} as const;
export type QuestionId = keyof typeof QUESTIONS;
export const QUESTION_IDS = Object.keys(QUESTIONS) as QuestionId[];
export const questionWords = (id: QuestionId): string => QUESTIONS[id];

const WORDS = {
  board: { iec: 'board', nec: 'panel' },
  protectiveConductor: { iec: 'protective conductor', nec: 'equipment grounding conductor' },
  protectiveLetter: { iec: 'PE', nec: 'G' },
  earth: { iec: 'earth', nec: 'ground' },
  earthFault: { iec: 'earth fault', nec: 'ground fault' },
  earthing: { iec: 'Earthing', nec: 'Grounding' },
  toEarth: { iec: 'U0', nec: 'To ground' },
  breakingCapacity: { iec: 'breaking capacity', nec: 'interrupting rating' },
  protective: { iec: 'protective', nec: 'ground' },
  earthLoop: { iec: 'earth fault loop', nec: 'ground-fault path' },
  residualDevice: { iec: 'RCD', nec: 'GFCI' },
  furtherProtection: { iec: 'RCD, AFDD', nec: 'GFCI, AFCI' },
  breaker: { iec: 'circuit-breaker', nec: 'breaker' },
  socket: { iec: 'socket-outlet', nec: 'receptacle' },
  cable: { iec: 'cable', nec: 'cable' },
  line: { iec: 'line conductor', nec: 'ungrounded (hot) conductor' },
  neutral: { iec: 'neutral', nec: 'grounded conductor (neutral)' },
  neutralBond: { iec: 'neutral joined to earth here', nec: 'main or system bonding jumper here' },
  aluminium: { iec: 'aluminium', nec: 'aluminum' },
  armour: { iec: 'armour', nec: 'armor' },
  raceway: { iec: 'metal conduit or trunking', nec: 'metal raceway' },
  diversity: { iec: 'diversity factor', nec: 'demand factor' },
  diversityBehind: { iec: 'rated diversity factor of the circuits behind it', nec: 'demand factor of the circuits behind it' },
  declaredFault: { iec: 'declared prospective fault current', nec: 'available fault current, as declared' },
  designCurrent: { iec: 'design current', nec: 'load current' },
  continuous: { iec: 'runs three hours or more', nec: 'continuous load, three hours or more' },
  grouped: { iec: 'loaded circuits grouped together', nec: 'circuits in the raceway or bundle, with this one' },
  service: { iec: 'supply intake', nec: 'service' },
  spaces: { iec: 'ways', nec: 'spaces' },
  lineOfBoard: { iec: 'Phase', nec: 'Leg' },
  outlets: { iec: 'Points', nec: 'Outlets' },
  /** What is lost when a device opens. */
  power: { iec: 'supply', nec: 'power' },
  /** Where the supply comes in. */
  atOrigin: { iec: 'origin', nec: 'service' },
  /** What separates equipment to work on it. */
  isolation: { iec: 'Isolation', nec: 'Disconnect' },
  surelyAbove: { iec: 'certain to trip instantaneously above', nec: 'instantaneous pickup, high' },
  mayAbove: { iec: 'may trip instantaneously above', nec: 'instantaneous pickup, low' },
} as const;
export type Word = keyof typeof WORDS;

/** What the British call the protective conductor of a circuit, which the rest of the IEC world does not. */
export const protectiveWord = (job: Pick<Job, 'dialect' | 'pack'>): string =>
  PACKS[job.pack].standard === 'BS 7671' ? 'cpc' : word(job.dialect, 'protectiveConductor');

/** The word for a thing in the job's dialect. */
export const word = (dialect: Dialect, name: Word): string => WORDS[name][dialect];

/** What a circuit is for, in words. */
export const wordOfUse = (dialect: Dialect, use: NonNullable<Circuit['use']>): string =>
  use === 'sockets' && dialect === 'nec' ? 'receptacles' : use;

/** A device family in words. */
export const familyWord = (family: DeviceFamily): string => FAMILIES[family].word;
/** The dialect by the name of its rules. */
export const dialectName = (dialect: Dialect): string => (dialect === 'nec' ? 'NEC' : 'IEC');

export const packName = (pack: Job['pack']): string => PACKS[pack].name;

const SYSTEMS: Record<Job['supply']['voltageSystem'], string> = {
  'single-phase': 'single-phase',
  'split-phase': '120/240 V split-phase',
  'three-phase-400-230': '400/230 V three-phase',
  'three-phase-208-120': '208Y/120 V three-phase',
};
export const systemName = (supply: Job['supply']): string =>
  supply.voltageSystem === 'single-phase' ? `${supply.u0V} V single-phase` : SYSTEMS[supply.voltageSystem];

export const systemWord = (system: Job['supply']['voltageSystem']): string => SYSTEMS[system];

const LINES: Record<Job['supply']['voltageSystem'], readonly Line[]> = {
  'single-phase': ['L1'],
  'split-phase': ['L1', 'L2'],
  'three-phase-400-230': ['L1', 'L2', 'L3'],
  'three-phase-208-120': ['L1', 'L2', 'L3'],
};
/** How a supply is earthed; the NEC has one way for the services of dwellings, and no letters for it. */
export const earthingWords = ({ dialect, supply }: Pick<Job, 'dialect' | 'supply'>): string => {
  if (dialect === 'iec') return supply.earthing;
  return supply.earthing === 'TN-C-S' ? 'solidly grounded' : 'grounded as under other rules';
};

/** The lines of a system. */
export const linesOf = ({ voltageSystem }: Job['supply']): readonly Line[] => LINES[voltageSystem];

/** Whether all three lines of a system are there. */
export const hasThreeLines = (supply: Job['supply']): boolean => linesOf(supply).length === 3;

/** Letter of a line conductor: `L` where there is only one. */
export const lineLetter = (supply: Job['supply'], line: Line): string => (supply.voltageSystem === 'single-phase' ? 'L' : line);

/** A fault kind in the dialect: the earth return is PE or G. */
export const faultWord = (dialect: Dialect, kind: string): string =>
  kind === 'L-PE' ? `L-${word(dialect, 'protectiveLetter')}` : kind === 'L-L-L' ? '3-ph' : kind;

/** A fault kind in full. */
export const faultWords = (dialect: Dialect, kind: string): string =>
  ({ 'L-N': 'line to neutral', 'L-L': 'line to line', 'L-L-L': 'three-phase' })[kind] ?? `line to ${word(dialect, 'earth')}`;

export const VERDICT_WORDS = {
  stop: 'stop',
  unknown: 'unknown',
  caution: 'caution',
  pass: 'pass',
  'not-applicable': 'not applicable',
} as const;

/** The same of how an answer is marked. */
export const MARK_WORDS = { ...VERDICT_WORDS, assumption: 'on assumption' } as const;

/** Where a value is from, as shown beside it. */
export const PROVENANCE_WORDS = { measured: 'measured', stated: 'stated', assumed: 'assumed' } as const;

const ORIGIN_WORDS = { specified: 'as specified', usual: 'assumed, usual', inferred: 'by its name' } as const;
/** Where a value is from, and how it came there where nobody entered it by itself. */
export const fromWords = ({ from, origin }: { from: Provenance; origin?: FactOrigin | undefined }): string =>
  origin === undefined
    ? PROVENANCE_WORDS[from]
    : origin === 'inferred' && from === 'assumed'
      ? 'assumed, by its name'
      : ORIGIN_WORDS[origin];
