import { settingOf } from '../../job/readers';
import type { Device } from '../../job/sealed';
import { drawn, type Relaxation } from '../../rules/relaxation';
import { necCited } from '../../tables/necCited';

/** A breaker listed for continuous operation at all of its rating carries a continuous load as it is. */
export const WHOLE_RATING: Relaxation<Device> = {
  id: 'hundred-percent',
  name: '100 % listing',
  clause: necCited('210.20(A) exception, 215.3 exception'),
  conditions: [
    {
      id: 'family',
      wants: 'is for breakers that can be so listed',
      holds: ({ settings }) => drawn(settings.family === 'moulded-case-nec'),
    },
    {
      id: 'listed',
      wants: 'is marked on the breaker and its enclosure',
      holds: (device) => settingOf(device, 'hundredPercentListed'),
    },
  ],
};
