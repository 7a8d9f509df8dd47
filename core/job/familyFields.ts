import type { DeviceFamily } from './schema/device';

/**
 * The fields of each device family, apart from the schema so that a page need not read all of it to show a device. A test
 * holds the two together.
 */
export const FAMILY_FIELDS: Readonly<Record<DeviceFamily, readonly string[]>> = {
  mcb: ['ratingA', 'curve', 'poles', 'icnA', 'icsA', 'energyClass', 'makerLetThrough', 'curvePoints', 'ownFactor'],
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
    'residual',
    'bidirectional',
  ],
  rccb: ['ratingA', 'poles', 'residual', 'conditionalA', 'conditionalWithDeviceId', 'conditionalWithAs'],
  fuse: ['system', 'ratingA', 'poles', 'breakingA', 'unmarked', 'timeDelay', 'curvePoints'],
  mccb: ['frameA', 'poles', 'irA', 'trS', 'isdA', 'tsdS', 'iiA', 'curvePoints', 'icuA', 'icsA'],
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
  ],
  'outlet-protection': ['groundFault', 'arcFault', 'residual', 'ratingA', 'weatherResistant', 'tamperResistant'],
  afdd: ['ratingA', 'poles'],
  switch: ['duty', 'ratingA', 'poles'],
  spd: ['type', 'ucV', 'upKv', 'inKa', 'iimpKa', 'sccrA', 'leadM', 'connection', 'backupDeviceId'],
  monitor: ['watches', 'opens', 'thresholdA'],
};
