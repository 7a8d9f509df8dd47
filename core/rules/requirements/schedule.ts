import type { Dialect } from '../../job/terms';
import type { Requirement } from './row';
import { every, is, not } from './vocabulary';

const LIVE_OUTLET = is('outlet', 'receptacle', 'lighting', 'hardwired');
const WET = is('use', 'bath', 'pool', 'sauna', 'outdoors', 'boathouse');
const FIRE_PUMP = is('equipment', 'fire-pump');
const common = (asks: Requirement['asks'], place: string, where: Requirement['where']): Requirement => ({
  asks,
  place,
  where,
  clause: 'sensitivity by load',
  recommended: true,
});

/**
 * Sensitivity by kind of load, a custom of the trade without a source: wetter and more touched finer, larger coarser, a fire pump alarms
 * and never trips. Held to only where a job switches it on, and never more than a caution.
 */
export const SCHEDULE: Readonly<Record<Dialect, Readonly<Record<string, Requirement>>>> = {
  iec: {
    'schedule-wet': common(
      { kind: 'residual', mA: 10 },
      'wet places where people touch what they use',
      every(LIVE_OUTLET, WET, not(FIRE_PUMP)),
    ),
    'schedule-plain': common({ kind: 'residual', mA: 30 }, 'all other outlets', every(LIVE_OUTLET, not(FIRE_PUMP))),
    'schedule-fire': common({ kind: 'alarm-only' }, 'fire pumps', FIRE_PUMP),
  },
  nec: {
    'schedule-wet': common(
      { kind: 'ground-fault' },
      'wet places where people touch what they use',
      every(LIVE_OUTLET, WET, not(FIRE_PUMP)),
    ),
    'schedule-fire': common({ kind: 'alarm-only' }, 'fire pumps', FIRE_PUMP),
  },
};
