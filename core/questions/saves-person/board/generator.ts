import type { CircuitFacts } from '../../../house/facts';
import { factOf } from '../../../job/readers';
import type { Check } from '../../../judging/answer';
import { opensNeutral } from '../../../network/poles';
import { clause } from '../../../rules/clauses';
import { saidCheck } from '../said';

/**
 * The neutral of a generator behind a transfer switch: joined to earth at the generator only where the switch parts the two neutrals,
 * and not joined there only where it does not; else it is joined twice, or stands loose.
 */
export function generatorChecks({ job, circuit, house }: CircuitFacts): Check[] {
  const origin = job.origins[circuit.fromOriginId ?? ''];
  if (origin?.kind !== 'generator' || circuit.toBoardId === undefined) return [];
  const switches = (house.wirings.incoming.get(circuit.toBoardId) ?? []).flatMap(({ id }) => {
    const { startDevices, endDevices } = house.wirings.byCircuit.get(id)!;
    return [...startDevices, ...endDevices].filter(
      ({ settings }) => settings.family === 'switch' && settings.duty === 'transfer',
    );
  });
  if (switches.length === 0) return [];
  const parted = switches.every(opensNeutral);
  return [
    saidCheck({
      ...{ id: `generator-neutral:${origin.id}`, title: `Neutral of ${origin.name}`, rule: clause(job.pack, 'generatorNeutral') },
      fact: factOf('origins', origin, 'neutralBond', `whether the neutral of ${origin.name} is joined to its frame`),
      judge: (joined) => {
        if (joined === parted)
          return [
            'pass',
            parted ? 'joined at the generator, and parted by the switch' : 'joined where the service is, and nowhere else',
          ];
        return joined
          ? [
              'stop',
              'joined at the generator and at the service: the switch leaves the neutral closed, and what comes home is shared out over metal',
            ]
          : ['stop', 'joined nowhere while the generator feeds: the switch parts it from where it is joined'];
      },
    }),
  ];
}
