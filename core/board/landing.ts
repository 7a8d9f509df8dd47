import { hasResidual } from '../devices/residual';
import type { CircuitFacts } from '../house/facts';
import { ifStated } from '../job/readers';
import type { Check } from '../judging/answer';
import { ifSaid } from '../judging/said';
import { clause } from '../rules/clauses';

/** Where the neutral of a circuit lands: on another circuit's device never, on the bar not where its own device compares it with the line. */
export function landingChecks({ job, wiring }: CircuitFacts): Check[] {
  return wiring.startDevices.flatMap((device) =>
    ifSaid({
      ...{ id: `neutral-at:${device.id}`, title: `Neutral behind ${device.name}`, rule: clause(job.pack, 'neutralLanding') },
      fact: ifStated('devices', device, 'neutralAt'),
      judge: (at) => {
        if (at === 'other-device') return ['stop', 'lands on another device: both see a current that is not theirs'];
        const compares =
          hasResidual(device) ||
          (device.settings.family === 'moulded-case-nec' && (device.settings.arcFault ?? 'none') !== 'none');
        // Behind one residual device for several there are two bars, and only its own is right.
        if (at === 'bar' && wiring.groupDevices.some(hasResidual))
          return ['unknown', 'lands on a bar: whether on that of the residual device it hangs behind is not said'];
        return at === 'bar' && compares
          ? ['stop', `lands on the bar, past ${device.name}: it opens as soon as something runs`]
          : ['pass', at === 'bar' ? 'lands on the bar' : 'lands on its own device'];
      },
    }),
  );
}
