import type { DeviceFamily } from './schema/device';

/** What is seen on any device of a board. */
export const BODY = ['terminalWires', 'terminalTorqueNm', 'widthModules', 'spaceUse', 'neutralLead', 'listedHere'] as const;
/** What a device without a breaking capacity stands, and with what. */
export const CONDITIONAL = ['conditionalA', 'conditionalWithDeviceId', 'conditionalWithAs'] as const;

/**
 * The fields of each device family, apart from the schema so that a page need not read all of it to show a device. A test
 * holds the two together.
 */
export const FAMILY_FIELDS: Readonly<Record<DeviceFamily, readonly string[]>> = {
  mcb: ['ratingA', 'curve', 'poles', 'icnA', 'icsA', 'energyClass', 'makerLetThrough', 'curvePoints', 'ownFactor', ...BODY],
  rcbo: [
    'ratingA',
    'curve',
    'poles',
    'icnA',
    'icsA',
    'energyClass',
    'makerLetThrough',
    'curvePoints',
    'ownFactor',
    ...BODY,
    'residual',
    'bidirectional',
  ],
  rccb: ['ratingA', 'poles', 'residual', ...CONDITIONAL, ...BODY],
  fuse: ['system', 'ratingA', 'poles', 'breakingA', 'unmarked', 'timeDelay', 'curvePoints', ...BODY],
  mccb: ['frameA', 'poles', 'irA', 'trS', 'isdA', 'tsdS', 'iiA', 'curvePoints', 'icuA', 'icsA', ...BODY],
  'moulded-case-nec': [
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
    ...BODY,
  ],
  'outlet-protection': [
    'groundFault',
    'arcFault',
    'residual',
    'ratingA',
    'weatherResistant',
    'tamperResistant',
    'reversed',
    ...CONDITIONAL,
  ],
  afdd: ['ratingA', 'poles', ...CONDITIONAL, ...BODY],
  switch: ['duty', 'ratingA', 'poles', ...CONDITIONAL, ...BODY],
  spd: [
    ...[
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
    ],
    ...['ownDisconnector', 'mount', 'indicator', 'nearAllowed', 'warranties'],
  ],
  monitor: ['watches', 'opens', 'thresholdA'],
};
