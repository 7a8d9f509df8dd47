import type { CircuitFacts } from '../../../house/facts';
import { factOf, ifStated } from '../../../job/readers';
import { word } from '../../../job/terms';
import type { Check } from '../../../judging/answer';
import { unknownCheck } from '../../../judging/judge';
import { keyed } from '../../../judging/keys';
import { asFor, saidCheck } from '../../../judging/said';
import { clause } from '../../../rules/clauses';

/** What separates a load from the supply when it is worked on; by the NEC of everything fastened in place but a luminaire. */
export const separationChecks = (facts: CircuitFacts): Check[] =>
  facts.loads.flatMap((load) => {
    const { job, circuit } = facts;
    const [id, title] = [keyed('off', load.id), `${word(job.dialect, 'isolation')} of ${load.name}`];
    const point = job.points[load.pointId ?? ''];
    const stated = ifStated('loads', load, 'disconnect');
    const wired = point?.kind === 'appliance' || point?.kind === 'spur';
    // Two facts against each other prove neither.
    if (stated.value === 'plug' && wired) {
      const what = `what separates ${load.name}: it is wired in at ${point.name}, and cannot be unplugged`;
      return [unknownCheck(id, title, [{ path: `loads.${load.id}.disconnect`, what }])];
    }
    const fastened = ifStated('loads', load, 'fastened').value;
    const lights = point?.kind === 'light' || (circuit.use === 'lighting' && !wired);
    const asked = job.dialect === 'nec' && !lights && (fastened ?? wired);
    if (stated.value === undefined && !asked) return [];
    return [
      saidCheck({
        id,
        title,
        rule: clause(job.pack, 'loadDisconnect'),
        fact: factOf('loads', load, 'disconnect'),
        judge: (by) => (by === 'none' ? [asFor(circuit.state), 'neither within sight nor lockable'] : ['pass', SAID[by]]),
      }),
    ];
  });
const SAID = {
  plug: 'plug',
  'in-sight': 'switch within sight',
  lockable: 'lockable device',
} as const;
