import type { DeviceFamily } from './schema/device';

/** What is seen on any device of a board. */
export const MOUNTING = ['terminalWires', 'terminalTorqueNm', 'widthModules', 'spaceUse', 'neutralLead', 'listedHere'] as const;
/** What a device without a breaking capacity stands, and with what. */
export const CONDITIONAL = ['conditionalA', 'conditionalWithDeviceId', 'conditionalWithAs'] as const;

/** What a family of a published standard is, beside its settings in the schema and what it does over time. */
interface Family {
  /** What it is called. */
  word: string;
  /** Whose rules know it. */
  home: 'iec' | 'nec' | 'both';
  /** The rules under which a plain one is put on a circuit by hand. */
  put: 'iec' | 'nec' | 'both' | 'never';
  /** Its fields, apart from the schema so that a page need not read all of it to show a device. A test holds the two together. */
  fields: readonly string[];
  /** It opens on overcurrent: it has a band, a rating and a breaking capacity. */
  onOvercurrent: boolean;
  /** It opens on residual current: always, where its ground-fault protection is set, or never. */
  onResidual: 'always' | 'as-set' | 'never';
  /** Question 1: what carries the current is judged as a switch, as a residual switch, or it carries nothing of the circuit. */
  carries?: 'switch' | 'residual-switch' | 'nothing';
  /** Question 3, where it opens no fault itself: it stands one together with an overcurrent device, or breaks nothing. */
  breaks?: 'conditionally' | 'nothing';
  /** Open, it parts what is behind it. A switch does by its duty. */
  parts: boolean;
  /** It may be listed to break more together with a device ahead. */
  combined?: true;
  /** It can stand ahead of a surge device and open it when it fails. */
  opensSurge?: true;
  /** The ratings it is made in. */
  ratings: 'breaker' | 'fuse' | 'nec';
}

const METRIC_BREAKER = [
  'ratingA',
  'curve',
  'poles',
  'icnA',
  'icsA',
  'energyClass',
  'makerLetThrough',
  'curvePoints',
  'ownFactor',
  ...MOUNTING,
];

/** Every family. One that is not here does not compile; every list of families is made from this one. */
export const FAMILIES: Readonly<Record<DeviceFamily, Family>> = {
  mcb: {
    word: 'circuit-breaker of IEC 60898',
    home: 'iec',
    put: 'iec',
    ratings: 'breaker',
    onOvercurrent: true,
    onResidual: 'never',
    parts: true,
    combined: true,
    opensSurge: true,
    fields: METRIC_BREAKER,
  },
  rcbo: {
    word: 'RCBO',
    home: 'iec',
    put: 'iec',
    ratings: 'breaker',
    onOvercurrent: true,
    onResidual: 'always',
    parts: true,
    combined: true,
    fields: [...METRIC_BREAKER, 'residual', 'bidirectional'],
  },
  rccb: {
    word: 'RCCB',
    home: 'iec',
    put: 'iec',
    ratings: 'breaker',
    onOvercurrent: false,
    onResidual: 'always',
    carries: 'residual-switch',
    breaks: 'conditionally',
    parts: true,
    fields: ['ratingA', 'poles', 'residual', ...CONDITIONAL, ...MOUNTING],
  },
  'moulded-case-nec': {
    word: 'molded-case breaker of UL 489',
    home: 'nec',
    put: 'nec',
    ratings: 'nec',
    onOvercurrent: true,
    onResidual: 'as-set',
    parts: true,
    combined: true,
    opensSurge: true,
    fields: [
      'ratingA',
      'poles',
      'aicA',
      'unmarked',
      'voltageMarking',
      'curvePoints',
      'instantaneousLowTimes',
      'instantaneousHighTimes',
      'hundredPercentListed',
      'arcFault',
      'groundFault',
      ...MOUNTING,
    ],
  },
  fuse: {
    word: 'fuse',
    home: 'both',
    put: 'both',
    ratings: 'fuse',
    onOvercurrent: true,
    onResidual: 'never',
    parts: true,
    combined: true,
    opensSurge: true,
    fields: ['system', 'ratingA', 'poles', 'breakingA', 'unmarked', 'timeDelay', 'curvePoints', ...MOUNTING],
  },
  mccb: {
    word: 'breaker of IEC 60947-2',
    home: 'iec',
    put: 'iec',
    ratings: 'breaker',
    onOvercurrent: true,
    onResidual: 'never',
    parts: true,
    opensSurge: true,
    fields: ['frameA', 'poles', 'irA', 'trS', 'isdA', 'tsdS', 'iiA', 'curvePoints', 'icuA', 'icsA', ...MOUNTING],
  },
  'outlet-protection': {
    word: 'protective receptacle',
    home: 'both',
    put: 'never',
    ratings: 'breaker',
    onOvercurrent: false,
    onResidual: 'as-set',
    parts: false,
    fields: ['groundFault', 'arcFault', 'residual', 'ratingA', 'weatherResistant', 'tamperResistant', 'reversed', ...CONDITIONAL],
  },
  afdd: {
    word: 'AFDD',
    home: 'iec',
    put: 'iec',
    ratings: 'breaker',
    onOvercurrent: false,
    onResidual: 'never',
    carries: 'switch',
    breaks: 'conditionally',
    parts: false,
    fields: ['ratingA', 'poles', ...CONDITIONAL, ...MOUNTING],
  },
  switch: {
    word: 'switch',
    home: 'both',
    put: 'both',
    ratings: 'breaker',
    onOvercurrent: false,
    onResidual: 'never',
    carries: 'switch',
    breaks: 'conditionally',
    parts: true,
    fields: ['duty', 'ratingA', 'poles', ...CONDITIONAL, ...MOUNTING],
  },
  spd: {
    word: 'surge device',
    home: 'both',
    put: 'never',
    ratings: 'breaker',
    onOvercurrent: false,
    onResidual: 'never',
    carries: 'nothing',
    breaks: 'nothing',
    parts: false,
    fields: [
      'type',
      'ucV',
      'upKv',
      'inKa',
      'iimpKa',
      'npeInKa',
      'npeIimpKa',
      'sccrA',
      'leadM',
      'connection',
      'backupDeviceId',
      'backupAs',
      'ownDisconnector',
      'mount',
      'indicator',
      'nearAllowed',
      'warranties',
    ],
  },
  monitor: {
    word: 'monitor',
    home: 'both',
    put: 'never',
    ratings: 'breaker',
    onOvercurrent: false,
    onResidual: 'never',
    carries: 'nothing',
    breaks: 'nothing',
    parts: false,
    fields: ['watches', 'opens', 'thresholdA'],
  },
};
export const FAMILY_NAMES = Object.keys(FAMILIES) as DeviceFamily[];

/** Families a circuit's device can be made of by hand, in each dialect, the usual one first. */
export const familiesPut = (dialect: 'iec' | 'nec'): DeviceFamily[] =>
  FAMILY_NAMES.filter((name) => ['both', dialect].includes(FAMILIES[name].put));

/** Whether a device opens on residual current. */
export function opensOnResidual(settings: { family: DeviceFamily; groundFault?: string | undefined }): boolean {
  const { onResidual } = FAMILIES[settings.family];
  return onResidual === 'always' || (onResidual === 'as-set' && (settings.groundFault ?? 'none') !== 'none');
}

/** Whether a device parts what is behind it when it is open: a contactor, a monitor or a surge device does not. */
export const partsWhenOpen = (settings: { family: DeviceFamily; duty?: string }): boolean =>
  FAMILIES[settings.family].parts && settings.duty !== 'contactor';
