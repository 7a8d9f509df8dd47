import { sameItems } from '../../../cells/alike';
import { ratedCurrent } from '../../../devices/bands';
import { CONTACTS } from '../../../facts/configurations';
import type { CircuitFacts } from '../../../house/facts';
import { ofCircuit } from '../../../house/perDevice';
import { andThen, type Known, known, lacks, list, type Maybe, map, unknown } from '../../../job/known';
import { factOf, ifStated } from '../../../job/readers';
import type { Load, Point, Room } from '../../../job/sealed';
import { READ, rowsOf, type TrackedJob } from '../../../job/tracked';

/** Farther than any code asks. */
export const FAR_M = Number.POSITIVE_INFINITY;

/** What a requirement is held against: an outlet with what is fed there, equipment without an outlet, or the circuit's cable. */
export interface Place {
  id: string;
  name: string;
  point: Point | undefined;
  loads: readonly Load[];
  /** It is the cable. */
  cable: boolean;
}

export const roomOf = ({ job }: CircuitFacts, { point, name, id, cable }: Place): Maybe<Room> => {
  const room = job.rooms[point?.roomId ?? ''];
  if (room !== undefined) return known(room);
  return point === undefined
    ? lacks('room', `${cable ? 'circuits' : 'loads'}.${id}`, `the room ${name} is in`)
    : unknown(`points.${id}.roomId`, `the room ${name} is in`);
};

export const usedAs = (room: Room): Maybe<string> => factOf('rooms', room, 'use');

/** What an outlet, or equipment without one, is wired for: its contacts say it, else a circuit of one line, else what it takes. */
export function voltsAt(
  { poles, loads: all, circuit }: CircuitFacts,
  point: Point | undefined,
  loads: readonly Load[],
): Maybe<string> {
  const contacts = point === undefined ? undefined : ifStated('points', point, 'configuration');
  if (contacts?.value !== undefined) return known(CONTACTS[contacts.value].between, contacts.given);
  return andThen(poles, ({ lines, neutral }): Maybe<string> => {
    if (lines === 1) return known('line', poles.known ? poles.given : undefined);
    if (lines === 2 && !neutral) return known('line-line');
    const only = all.length === 1 && loads[0] === all[0] ? all[0] : undefined;
    const takes = only === undefined ? undefined : ifStated('loads', only, 'voltages');
    if (takes?.value === 'line' || takes?.value === 'line-line') return known(takes.value, takes.given);
    // The one thing on a circuit of two lines takes both; an outlet among others may hang on either.
    if (only !== undefined && (point === undefined || point.kind === 'appliance')) return known('both');
    // Of several each says what it takes itself: it has no contacts to tell it by.
    if (point?.kind === 'appliance' && loads.length > 0)
      return map(list(loads.map((load) => factOf('loads', load, 'voltages'))), (each) => {
        const [first] = each;
        return first !== 'either' && each.every((one) => one === first) ? first! : 'both';
      });
    return point === undefined
      ? lacks('outlets', `circuits.${circuit.id}`, `the outlets of ${circuit.name}`)
      : unknown(`points.${point.id}.configuration`, `configuration of ${point.name}`);
  });
}

/**
 * What an outlet is rated: said, by its contacts, else no more than what protects its circuit, where that is no more than the usual ones
 * are; behind a larger device it may be one of those all the same.
 */
export function ratedAt(point: Point, facts: CircuitFacts): Maybe<number> {
  const stated = ifStated('points', point, 'ratedA');
  if (stated.value !== undefined) return stated as Known<number>;
  const contacts = ifStated('points', point, 'configuration');
  if (contacts.value !== undefined) return known(CONTACTS[contacts.value].ratedA, contacts.given);
  const usualA = facts.job.dialect === 'nec' ? 20 : 32;
  return andThen(circuitRating(facts), (circuitA) => (circuitA <= usualA ? known(circuitA) : factOf('points', point, 'ratedA')));
}

/** What protects a circuit, A; read apart, so that what is asked for rests on that figure and not on all of the device. */
export const circuitRating = ofCircuit(
  'rating of what protects it',
  ({ protective, circuit }: CircuitFacts): Maybe<number> =>
    protective === undefined
      ? lacks('device', `circuits.${circuit.id}`, `an overcurrent device for ${circuit.name}`)
      : ratedCurrent(protective),
);

const OF_POOL: ReadonlySet<string> = new Set(['pool-pump', 'pool-light', 'spa']);
/** Distance to a pool or spa: where none is drawn there is none; where there is one it counts in its own room and outdoors. */
export function poolAt(facts: CircuitFacts, place: Place): Maybe<number> {
  const { point } = place;
  if (point === undefined) return known(FAR_M);
  const stated = ifStated('points', point, 'poolDistanceM');
  if (stated.value !== undefined) return stated as Known<number>;
  if (!hasPool(facts.job, '')) return known(FAR_M);
  return andThen(roomOf(facts, place), (room) =>
    andThen(usedAs(room), (use) =>
      use === 'pool' || use === 'outdoors' || holdsPool(facts.job, room.id)
        ? factOf('points', point, 'poolDistanceM')
        : known(FAR_M),
    ),
  );
}
/** A pool's or spa's equipment stands in a room. */
const holdsPool = (job: TrackedJob, roomId: string): boolean =>
  poolEquipment(job, '').some(({ pointId }) => job.points[pointId ?? '']?.roomId === roomId);
const hasPool = READ.cell(
  'a pool',
  (job: TrackedJob): boolean =>
    rowsOf(job.rooms).some((room) => ifStated('rooms', room, 'use').value === 'pool') || poolEquipment(job, '').length > 0,
);
const poolEquipment = READ.cell(
  'equipment of pools',
  ({ loads }: TrackedJob): readonly Load[] =>
    rowsOf(loads).filter((load) => OF_POOL.has(ifStated('loads', load, 'equipment').value ?? '')),
  sameItems,
);

/** An outlet's own, else its room's; outdoors every outlet stands otherwise. */
export function wetnessAt(facts: CircuitFacts, place: Place): Maybe<string> {
  const { point } = place;
  if (point === undefined) return known('any');
  const own = ifStated('points', point, 'wetness');
  if (own.value !== undefined) return own as Known<string>;
  const room = facts.job.rooms[point.roomId ?? ''];
  if (room === undefined || ifStated('rooms', room, 'use').value === 'outdoors') return factOf('points', point, 'wetness');
  return factOf('rooms', room, 'wetness');
}
