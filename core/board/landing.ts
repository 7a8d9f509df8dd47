import { hasResidual } from '../devices/residual';
import type { CircuitFacts } from '../house/facts';
import { ifStated } from '../job/readers';
import type { Check } from '../judging/answer';
import { keyed } from '../judging/keys';
import { ifSaid } from '../judging/said';
import { clause } from '../rules/clauses';

/** Where the neutral of a circuit lands: on another circuit's device never, on the bar not where its own device compares it with the line. */
export function landingChecks({ job, wiring }: CircuitFacts): Check[] {
  return wiring.startDevices.flatMap((device) =>
    ifSaid({
      id: keyed('neutral-at', device.id),
      title: `Neutral behind ${device.name}`,
      rule: clause(job.pack, 'neutralLanding'),
      fact: ifStated('devices', device, 'neutralAt'),
      judge: (at) => {
        if (at === 'other-device') return ['stop', 'at another device: both see a current that is not theirs'];
        const compares =
          hasResidual(device) ||
          (device.settings.family === 'moulded-case-nec' && (device.settings.arcFault ?? 'none') !== 'none');
        // Behind one residual device for several there are two bars, and only its own is right.
        if (at === 'bar' && wiring.groupDevices.some(hasResidual))
          return ['unknown', 'on a bar: whether on that of the residual device ahead of it is not said'];
        return at === 'bar' && compares
          ? ['stop', `bypasses ${device.name}, which trips as soon as something runs: move it to the device`]
          : ['pass', at === 'bar' ? 'on the bar' : 'on its own device'];
      },
    }),
  );
}
