import type { CircuitFacts } from '../../../house/facts';
import { all, known, list, type Maybe, map } from '../../../job/known';
import { factOf } from '../../../job/readers';
import type { Device } from '../../../job/sealed';
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
  const parted = map(list(switches.map(partsNeutral)), (each) => each.every((parts) => parts));
  return [
    saidCheck({
      ...{ id: `generator-neutral:${origin.id}`, title: `Neutral of ${origin.name}`, rule: clause(job.pack, 'generatorNeutral') },
      fact: all({
        joined: factOf('origins', origin, 'neutralBond', `whether the neutral of ${origin.name} is joined to its frame`),
        parted,
      }),
      judge: ({ joined, parted }) => {
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

/** A switch of three poles on two lines may have its third in the neutral: whether it has is seen on it. */
function partsNeutral(device: Device): Maybe<boolean> {
  const { settings, lines } = device;
  const third = 'poles' in settings && settings.poles === '3P' && lines.length === 2;
  return third ? map(factOf('devices', device, 'neutralAt'), (at) => at === 'this-device') : known(opensNeutral(device));
}
