import { known, type Maybe, map } from '../job/known';
import { factOf } from '../job/readers';
import type { Circuit, Device, Job } from '../job/sealed';
import { applies, drawn, type Relaxation } from '../rules/relaxation';
import type { Source } from '../tables/source';
import type { Share } from './sum';

const PRACTICE: Source = {
  standard: 'IEC 60364-3 311; NEC article 220',
  edition: '',
  clause: 'diversity, as stated',
  basis: 'practice',
};

/** Something that carries several parts: a circuit its loads or what hangs below it, a group device the circuits behind it. */
interface Carrying {
  job: Job;
  /** Kind of circuit; a group device counts as a feeder. */
  kind: Circuit['kind'];
  parts: number;
  stated: Maybe<number>;
}

/** The share of several loads that runs together. */
export const DIVERSITY: Relaxation<Carrying> = {
  id: 'diversity',
  name: 'diversity',
  clause: () => PRACTICE,
  conditions: [
    { id: 'several', wants: 'is for several loads, never for one', holds: ({ parts }) => drawn(parts > 1) },
    {
      id: 'no-branch',
      wants: 'is for feeders and services: a branch circuit carries what is on it',
      holds: ({ job, kind }) => drawn(job.dialect === 'iec' || kind !== 'final'),
    },
    { id: 'stated', wants: 'is stated', holds: ({ stated }) => map(stated, () => true) },
  ],
};

/**
 * How much of what it carries runs together: all of it unless the relaxation applies. Where nobody said, all that a final circuit
 * feeds; of a whole board that would be a madman's house, so there it is not known.
 */
function shareOf(carrying: Carrying): Maybe<Share> {
  const relaxation = applies(DIVERSITY, carrying);
  if (!relaxation.known)
    return known(carrying.kind === 'final' ? { kind: 'whole' } : { kind: 'unsaid', missing: relaxation.missing[0]! });
  if (!relaxation.value.applies) return known({ kind: 'whole' });
  return map(carrying.stated, (share): Share => ({ kind: 'stated', share }));
}

/** The share of a circuit's loads, or of what hangs below it. */
export function circuitShare(job: Job, circuit: Circuit, parts: number): Maybe<Share> {
  const what = `${job.dialect === 'nec' ? 'demand factor' : 'diversity'} of ${circuit.name}`;
  const stated = factOf('circuits', circuit, 'diversity', what);
  return shareOf({ job, kind: circuit.kind, parts, stated });
}

/** The share of what hangs behind a group device. */
export function groupShare(job: Job, group: Device, parts: number): Maybe<Share> {
  const stated = factOf('devices', group, 'diversity');
  return shareOf({ job, kind: 'distribution', parts, stated });
}
