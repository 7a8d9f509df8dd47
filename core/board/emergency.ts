import type { CircuitFacts } from '../house/facts';
import { heldBy } from '../job/packs';
import { factOf } from '../job/readers';
import type { Check } from '../judging/answer';
import { keyed } from '../judging/keys';
import { asFor, saidCheck } from '../judging/said';
import { clause } from '../rules/clauses';

/**
 * What switches a dwelling off from outdoors in an emergency: of services since the NEC of 2020, of a feeder to another building since 2023.
 */
export function emergencyChecks({ job, circuit }: CircuitFacts): Check[] {
  const board = job.boards[circuit.toBoardId ?? ''];
  const origin = job.origins[circuit.fromOriginId ?? ''];
  if (job.dialect !== 'nec' || board === undefined) return [];
  const ofService = circuit.kind === 'service' && (origin?.kind === 'network' || origin?.kind === 'transformer');
  const ofFeeder = circuit.kind === 'distribution' && board.otherBuilding === true && board.areaM2 !== undefined;
  const wanted = heldBy(job.pack, { 'nec-2017': false, 'nec-2020': ofService, 'nec-2023': ofService || ofFeeder });
  if (wanted !== true) return [];
  return [
    saidCheck({
      id: keyed('board-emergency', board.id),
      title: `Emergency disconnect of ${board.name}`,
      rule: clause(job.pack, 'emergencyOff'),
      fact: factOf('boards', board, 'emergencyDisconnect'),
      judge: (there) => (there ? ['pass', 'outdoors, within reach'] : [asFor(circuit.state), 'none outdoors within reach']),
    }),
  ];
}
