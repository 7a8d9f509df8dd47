import { alike } from '../../../cells/alike';
import { type CircuitFacts, HOUSE, type House } from '../../../house/facts';
import type { Circuit } from '../../../job/sealed';
import { READ, rowsOf, type TrackedJob } from '../../../job/tracked';
import type { Check } from '../../../judging/answer';
import { ruled } from '../../../judging/judge';
import { keyed } from '../../../judging/keys';
import { clause } from '../../../rules/clauses';

/** A number as it is read on a board: neither spaces nor the size of letters tell two apart. */
const asRead = (number: string): string => number.replace(/\s/g, '').toLowerCase();

/** The circuits there are by their board and number, looked up once for all of them. */
const byPlace = READ.cell('circuits by number', ({ circuits }: TrackedJob): ReadonlyMap<string, readonly Numbered[]> => {
  const found = new Map<string, Numbered[]>();
  for (const circuit of rowsOf(circuits)) {
    if (circuit.state === 'removed' || circuit.fromBoardId === undefined) continue;
    const { id, name } = circuit;
    const place = placeOf(circuit);
    const there = found.get(place);
    if (there === undefined) found.set(place, [{ id, name }]);
    else there.push({ id, name });
  }
  return found;
});
type Numbered = Pick<Circuit, 'id' | 'name'>;
/** The circuits of one number on one board. */
const ofPlace = READ.cell(
  'circuits of a number',
  (job: TrackedJob, place): readonly Numbered[] => byPlace(job, '').get(place) ?? [],
  alike,
);
/** What the directory of a board says of its circuits: those of one name, by that name, with the rooms they feed. */
const byName = HOUSE.cell('circuits by name', (house: House, boardId): ReadonlyMap<string, readonly Called[]> => {
  const found = new Map<string, Called[]>();
  for (const { id, name, number } of house.wirings.outgoing.get(boardId) ?? []) {
    const rooms = [...new Set(house.pointsOf(id).map(({ roomId }) => roomId ?? ''))].sort().join(' ');
    found.set(asRead(name), [...(found.get(asRead(name)) ?? []), { id, number, rooms }]);
  }
  return found;
});
interface Called {
  id: string;
  number: string;
  rooms: string;
}
const calledAs = HOUSE.cell(
  'circuits of a name',
  (house: House, id): readonly Called[] => {
    const { fromBoardId, name } = house.job.circuits[id]!;
    const named = byName(house, fromBoardId ?? '').get(asRead(name)) ?? [];
    const own = named.find((each) => each.id === id);
    return named.filter((each) => each !== own && each.rooms === own?.rooms);
  },
  alike,
);
const placeOf = ({ fromBoardId, number }: Circuit): string => `${fromBoardId} ${asRead(number)}`;

/** A circuit nobody can tell from another by what the directory says of it: no name, or the same as another's in the same rooms. */
function named({ job, circuit, house }: CircuitFacts): Check[] {
  const say = (because: string): Check[] => [
    ruled(keyed('directory'), 'Circuit name', 'caution', because, clause(job.pack, 'toldApart')),
  ];
  if (asRead(circuit.name) === '') return say('it has no name: nobody reads what it switches off');
  const same = calledAs(house, circuit.id);
  if (same.length === 0) return [];
  return say(`called as ${same.map(({ number }) => number).join(', ')} is: nothing says which of them feeds what`);
}

/**
 * A number that stands twice on a board: whoever switches off by the directory may open the other one.
 * @returns nothing where the number is the circuit's own, or the circuit has none
 */
export function circuitIdentification(facts: CircuitFacts): Check[] {
  const { circuit } = facts;
  if (circuit.fromBoardId === undefined) return [];
  return [...named(facts), ...(asRead(circuit.number) === '' ? [] : numbered(facts))];
}

function numbered({ job, circuit }: CircuitFacts): Check[] {
  const others = ofPlace(job, placeOf(circuit)).filter(({ id }) => id !== circuit.id);
  if (others.length === 0) return [];
  const names = others.map(({ name }) => name).join(', ');
  const because = `${circuit.number} on ${job.boards[circuit.fromBoardId ?? '']?.name ?? 'its board'} is also ${names}`;
  return [ruled(keyed('number-shared'), 'Circuit number', 'caution', because, clause(job.pack, 'toldApart'))];
}
