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

/** A circuit nobody can tell from another by what the directory says of it: no name, or the same as another's in the same rooms. */
function named({ job, circuit, house }: CircuitFacts): Check[] {
  const say = (because: string): Check[] => [
    ruled('directory', 'A name of its own', 'caution', because, clause(job.pack, 'toldApart')),
  ];
  if (asRead(circuit.name) === '') return say('it has no name: nobody reads what it switches off');
  const rooms = (id: string): string => [...new Set(house.pointsOf(id).map(({ roomId }) => roomId ?? ''))].sort().join(' ');
  const same = (house.wirings.outgoing.get(circuit.fromBoardId ?? '') ?? []).filter(
    ({ id, name }) => id !== circuit.id && asRead(name) === asRead(circuit.name) && rooms(id) === rooms(circuit.id),
  );
  if (same.length === 0) return [];
  return say(`called as ${same.map(({ number }) => number).join(', ')} is: nothing says which of them feeds what`);
}

/**
 * A number that stands twice on a board: whoever switches off by the directory may open the other one.
 * @returns nothing where the number is the circuit's own, or the circuit has none
 */
export function toldApart(facts: CircuitFacts): Check[] {
  const { circuit } = facts;
  if (circuit.fromBoardId === undefined) return [];
  return [...named(facts), ...(asRead(circuit.number) === '' ? [] : numbered(facts))];
}

function numbered({ job, circuit }: CircuitFacts): Check[] {
  const others = (byPlace(job.circuits).get(placeOf(circuit)) ?? []).filter(({ id }) => id !== circuit.id);
  if (others.length === 0) return [];
  const names = others.map(({ name }) => name).join(', ');
  const because = `${circuit.number} on ${job.boards[circuit.fromBoardId ?? '']?.name ?? 'its board'} is also ${names}`;
  return [ruled('number-shared', 'A number of its own', 'caution', because, clause(job.pack, 'toldApart'))];
}
