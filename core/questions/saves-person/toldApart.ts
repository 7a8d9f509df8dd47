import type { CircuitFacts } from '../../house/facts';
import { perRow } from '../../job/perRow';
import type { Circuit } from '../../job/sealed';
import type { Check } from '../../judging/answer';
import { ruled } from '../../judging/judge';
import { clause } from '../../rules/clauses';

/** A number as it is read on a board: neither spaces nor the size of letters tell two apart. */
const asRead = (number: string): string => number.replace(/\s/g, '').toLowerCase();

/** The circuits there are by their board and number, looked up once for all of them. */
const byPlace = perRow((circuits: CircuitFacts['job']['circuits']): ReadonlyMap<string, Circuit[]> => {
  const found = new Map<string, Circuit[]>();
  for (const circuit of Object.values(circuits)) {
    if (circuit.state === 'removed' || circuit.fromBoardId === undefined) continue;
    const place = placeOf(circuit);
    const there = found.get(place);
    if (there === undefined) found.set(place, [circuit]);
    else there.push(circuit);
  }
  return found;
});
const placeOf = ({ fromBoardId, number }: Circuit): string => `${fromBoardId} ${asRead(number)}`;

/**
 * A number that stands twice on a board: whoever switches off by the directory may open the other one.
 * @returns nothing where the number is the circuit's own, or the circuit has none
 */
export function toldApart({ job, circuit }: CircuitFacts): Check[] {
  if (circuit.fromBoardId === undefined || asRead(circuit.number) === '') return [];
  const others = (byPlace(job.circuits).get(placeOf(circuit)) ?? []).filter(({ id }) => id !== circuit.id);
  if (others.length === 0) return [];
  const names = others.map(({ name }) => name).join(', ');
  const because = `${circuit.number} on ${job.boards[circuit.fromBoardId]?.name ?? 'its board'} is also ${names}`;
  return [ruled('number-shared', 'A number of its own', 'caution', because, clause(job.pack, 'toldApart'))];
}
