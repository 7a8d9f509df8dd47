import type { DeviceSettings } from '@/core/job/schema/device';
import { showNumber } from '@/core/job/show';
import { type Dialect, word } from '@/core/job/terms';

/** A setting that is chosen and is no fact with a source. */
interface PlainSetting {
  field: string;
  label: string;
  value: string;
  options: readonly { value: string; label: string }[];
}

const options = (words: Readonly<Record<string, string>>) => Object.entries(words).map(([value, label]) => ({ value, label }));
const FUSES: Readonly<Record<Dialect, Readonly<Record<string, string>>>> = {
  iec: {
    gG: 'gG',
    'BS88-2': 'BS 88-2',
    'BS88-3': 'BS 88-3',
    BS1361: 'BS 1361, found in old cut-outs',
    BS1362: 'BS 1362, in a plug',
    'semi-enclosed': 'semi-enclosed, rewireable',
  },
  nec: { J: 'class J', R: 'class R', T: 'class T', CC: 'class CC', G: 'class G', plug: 'plug' },
};
const ARCS = { none: 'no arc-fault part', combination: 'AFCI, combination', 'branch-feeder': 'AFCI, branch/feeder' };
const GROUNDS = { none: 'no ground-fault part', 'class-A': 'GFCI, class A', 'equipment-30mA': 'GFPE, 30 mA' };
const DUTIES = { main: 'main switch', isolator: 'isolator', transfer: 'transfer switch', contactor: 'contactor' };

/** What of a device is chosen: its fuse system, arc-fault and ground-fault parts, its duty. */
export function plainSettings(settings: DeviceSettings, dialect: Dialect): PlainSetting[] {
  if (settings.family === 'fuse') {
    const words = { [settings.system]: settings.system, ...FUSES[dialect] };
    return [{ field: 'system', label: 'Fuse system', value: settings.system, options: options(words) }];
  }
  if (settings.family === 'moulded-case-nec')
    return [
      { field: 'groundFault', label: 'Ground fault', value: settings.groundFault ?? '', options: options(GROUNDS) },
      { field: 'arcFault', label: 'Arc fault', value: settings.arcFault ?? '', options: options(ARCS) },
    ];
  if (settings.family === 'switch') return [{ field: 'duty', label: 'Duty', value: settings.duty, options: options(DUTIES) }];
  return [];
}

/** What else a device does beside its rating, in a word: residual current, ground faults, arcs. */
export function coverOf(settings: DeviceSettings, dialect: Dialect): string {
  if ('residual' in settings && settings.residual !== undefined && settings.family !== 'outlet-protection') {
    const { sensitivityA, type, delay } = settings.residual;
    const trip = sensitivityA === undefined ? '? mA' : `${showNumber(sensitivityA.value * 1000)} mA`;
    return `${word(dialect, 'residualDevice')} ${trip} ${type?.value ?? '?'}${delay?.value === 'S' ? ' S' : ''}`;
  }
  if (settings.family !== 'moulded-case-nec') return settings.family === 'afdd' ? 'AFDD' : '';
  const arc = settings.arcFault !== undefined && settings.arcFault !== 'none' ? 'AFCI' : '';
  const ground = settings.groundFault === 'class-A' ? 'GFCI' : settings.groundFault === 'equipment-30mA' ? 'GFPE 30 mA' : '';
  return [arc, ground].filter((each) => each !== '').join(' + ');
}
