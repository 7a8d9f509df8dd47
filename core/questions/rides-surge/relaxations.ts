import { map } from '../../job/known';
import { factOf, settingOf } from '../../job/readers';
import type { Device, Origin } from '../../job/sealed';
import { clause } from '../../rules/clauses';
import type { Relaxation } from '../../rules/relaxation';

/** A type 3 device nearer to where the supply comes in than 10 m (30 ft). */
export const TYPE_3_NEAR: Relaxation<Device> = {
  id: 'type-3-near',
  name: 'place by its instructions',
  clause: (pack) => clause(pack, 'surgePlace'),
  conditions: [
    {
      id: 'instructions',
      wants: 'is not allowed so near by its instructions',
      holds: (device) => settingOf(device, 'nearAllowed'),
    },
  ],
};

/** Who bears the damage of a surge declared in writing that he wants no protection (BS 7671 443.4.1). */
export const DECLINED: Relaxation<Origin> = {
  id: 'surge-declined',
  name: 'declaration',
  clause: (pack) => clause(pack, 'surgeNeed'),
  conditions: [
    {
      id: 'no-more',
      wants: 'lifts the cost of equipment and no more',
      holds: (origin) => map(factOf('origins', origin, 'surgeCosts'), (costs) => costs === 'no-more'),
    },
    {
      id: 'declared',
      wants: 'was not made',
      holds: (origin) => factOf('origins', origin, 'surgeDeclined'),
    },
  ],
};
