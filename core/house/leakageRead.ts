import { map } from '../job/known';
import { factOf } from '../job/readers';
import type { Device } from '../job/sealed';
import { clause } from '../rules/clauses';
import { drawn, type Relaxation } from '../rules/relaxation';

/** Standing leakage as read by clamp stands for what was worked out, though it be less. */
export const LEAKAGE_READ: Relaxation<Device> = {
  id: 'leakage-read',
  name: 'reading of the standing leakage',
  clause: (pack) => clause(pack, 'standingLeakage'),
  conditions: [
    {
      id: 'measured',
      wants: 'was not read, but said',
      holds: ({ standingMa }) => drawn(standingMa?.from === 'measured'),
    },
    {
      id: 'all-on',
      wants: 'was read with some of it off',
      holds: (device) => map(factOf('devices', device, 'standingAllOn'), (on) => on),
    },
  ],
};
