import type { CircuitFacts } from '../../../house/facts';
import type { Check } from '../../../judging/answer';
import { ruled } from '../../../judging/judge';
import { keyed } from '../../../judging/keys';
import { asFor } from '../../../judging/said';
import { clause } from '../../../rules/clauses';

/** A safety service hangs on no circuit into which anything may be plugged: whatever is, takes it with it. */
export function safetyCircuitChecks({ job, circuit, loads, house }: CircuitFacts): Check[] {
  const sockets = house.socketsOf(circuit.id);
  if (job.dialect !== 'iec' || sockets.length === 0) return [];
  return loads
    .filter(({ safetyService }) => safetyService === true)
    .map(({ id, name }) =>
      ruled(
        keyed('safety-circuit', id),
        `Circuit of ${name}`,
        asFor(circuit.state),
        `a safety service beside ${sockets.length === 1 ? sockets[0]!.name : `${sockets.length} socket-outlets`}: what is plugged in there may take it off`,
        clause(job.pack, 'safetyCircuit'),
      ),
    );
}
