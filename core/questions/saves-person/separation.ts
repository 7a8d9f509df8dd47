import type { CircuitFacts } from '../../house/facts';
import { ifStated } from '../../job/readers';
import type { Check } from '../../judging/answer';
import { clause } from '../../rules/clauses';
import { asFor, ifSaid } from './said';

/** What separates a load from the supply when it is worked on. Which of them a code asks for by kind of load is looked at with what it wants. */
export const separationChecks = ({ job, circuit, loads }: CircuitFacts): Check[] =>
  loads.flatMap((load) =>
    ifSaid({
      ...{ id: `off:${load.id}`, title: `Separating ${load.name}`, rule: clause(job.pack, 'loadDisconnect') },
      fact: ifStated('loads', load, 'disconnect'),
      judge: (by) =>
        by === 'none' ? [asFor(circuit.state), 'nothing in sight, and nothing that can be locked off'] : ['pass', SAID[by]],
    }),
  );
const SAID = {
  plug: 'by its plug',
  'in-sight': 'by a switch in sight of it',
  lockable: 'by a device that can be locked off',
} as const;
