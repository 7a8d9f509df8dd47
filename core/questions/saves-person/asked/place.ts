import { alike } from '../../../cells/alike';
import { type CircuitFacts, HOUSE, type House } from '../../../house/facts';
import { ofCircuit } from '../../../house/perDevice';
import { all, andThen, join, type Known, known, lacks, list, type Maybe, map, need, unknown } from '../../../job/known';
import { factOf, ifStated } from '../../../job/readers';
import type { Board, Load, Point, Room, Segment } from '../../../job/sealed';
import { rowsOf } from '../../../job/tracked';
import type { Asked, Atom, AtomValue } from '../../../rules/requirements/vocabulary';
import { circuitRating, FAR_M, type Place, poolAt, ratedAt, roomOf, usedAs, voltsAt, wetnessAt } from './outletFacts';

/** Places of a final circuit: its outlets with what hangs there, the equipment nobody gave an outlet, and the cable. */
export function placesOf({ house, circuit, loads }: CircuitFacts): Place[] {
  const points = house.pointsOf(circuit.id);
  const ids = new Set(points.map(({ id }) => id));
  const outlets = points.map((point): Place => {
    const here = loads.filter(({ pointId }) => pointId === point.id);
    return { id: point.id, name: point.name, point, loads: here, cable: false };
  });
  const loose = loads
    .filter(({ pointId }) => pointId === undefined || !ids.has(pointId))
    .map((load): Place => ({ id: load.id, name: load.name, point: undefined, loads: [load], cable: false }));
  return [...outlets, ...loose, cableOf({ circuit })];
}

/** The cable of a circuit. */
export const cableOf = ({ circuit: { id, name } }: Pick<CircuitFacts, 'circuit'>): Place => ({
  id,
  name,
  point: undefined,
  loads: [],
  cable: true,
});

const OUTLETS = {
  socket: 'receptacle',
  light: 'lighting',
  switch: 'switch',
  junction: 'junction',
  spur: 'hardwired',
  appliance: 'hardwired',
  isolator: 'hardwired',
} as const;
/** Rooms that are lived in whoever says what, and rooms that are not. */
const LIVED_IN: ReadonlySet<string> = new Set(['bedroom', 'living', 'dining', 'kitchen', 'basement-finished']);
const NOT_LIVED_IN: ReadonlySet<string> = new Set([
  'garage',
  'crawl-space',
  'bath',
  'laundry',
  'store',
  'closet',
  'hall',
  'stairs',
  'basement-unfinished',
  'outdoors',
  'boathouse',
  'sauna',
  'pool',
]);
/** Rooms that are the dwelling's own wherever it stands. */
const OF_DWELLING: ReadonlySet<string> = new Set([
  'kitchen',
  'bath',
  'laundry',
  'bedroom',
  'living',
  'dining',
  'hall',
  'stairs',
  'closet',
  'basement-finished',
  'basement-unfinished',
  'attic',
  'crawl-space',
]);
/** Equipment an older fact names. */
const BY_APPLIANCE: Readonly<Record<string, string>> = {
  range: 'range',
  dryer: 'clothes-dryer',
  'water-heater': 'water-heater',
  'space-heating': 'space-heating',
  'heat-pump': 'heat-pump',
  cooling: 'air-conditioner',
  'vehicle-charger': 'vehicle-charger',
};

/** Reads what the rows of a pack ask about a place; each fact once. */
export function askedOf(facts: CircuitFacts, place: Place): Asked {
  const read = new Map<Atom, Maybe<AtomValue | readonly AtomValue[]>>();
  return (atom) => {
    let found = read.get(atom);
    if (found === undefined) {
      found = READERS[atom](facts, place);
      read.set(atom, found);
    }
    return found;
  };
}

type Reader = (facts: CircuitFacts, place: Place) => Maybe<AtomValue | readonly AtomValue[]>;
/** A fact of the outlet; of equipment without one it is not known where it is fed. */
const ofPoint =
  (make: (point: Point, facts: CircuitFacts, loads: readonly Load[]) => Maybe<AtomValue>, without: Maybe<AtomValue>): Reader =>
  (facts, { point, loads }) =>
    point === undefined ? without : make(point, facts, loads);
const NO = known(false);
/** Neither true nor false: no exception about an outlet's reach is one about equipment without an outlet. */
const NO_OUTLET = known('none');
const ANY = known('any');

const ofRoom =
  (make: (room: Room, facts: CircuitFacts) => Maybe<AtomValue | readonly AtomValue[]>): Reader =>
  (facts, place) =>
    place.cable ? known('none') : andThen(roomOf(facts, place), (room) => make(room, facts));
/** Distance to water: none where the room is said to have none of it. */
const toWater =
  (field: 'sinkDistanceM' | 'tubDistanceM', other: 'sink' | 'tub'): Reader =>
  (facts, place) => {
    const { point } = place;
    if (point === undefined) return known(FAR_M);
    const stated = ifStated('points', point, field);
    if (stated.value !== undefined) return stated as Known<number>;
    return andThen(roomOf(facts, place), (room): Maybe<number> => {
      const water = ifStated('rooms', room, 'water');
      if (water.value === 'none' || water.value === other) return known(FAR_M, water.given);
      // One word settles it for every outlet of the room, or says which of the two is there.
      if (water.value === undefined) return factOf('rooms', room, 'water') as Maybe<never>;
      return factOf('points', point, field);
    });
  };

const READERS: Readonly<Record<Atom, Reader>> = {
  outlet: ({ circuit }, { point, cable, loads }) => {
    if (cable || point === undefined) return known(cable ? 'cable' : 'hardwired');
    const kind = OUTLETS[point.kind];
    // What is joined in a box, or behind a switch that is no light's, is an outlet for it.
    const joined = kind === 'junction' || (kind === 'switch' && circuit.use !== 'lighting');
    return known(joined && loads.length > 0 ? [kind, 'hardwired'] : kind);
  },
  volts: (facts, { point, loads, cable }) => (cable ? ANY : voltsAt(facts, point, loads)),
  ratedA: ofPoint(ratedAt, ANY),
  locking: ofPoint((point) => {
    const { value, given } = ifStated('points', point, 'configuration');
    return known(value?.startsWith('L') === true, given);
  }, NO),
  serves: ofPoint((point) => factOf('points', point, 'serves'), ANY),
  readily: ofPoint(
    (point) => (point.behind === undefined ? factOf('points', point, 'readilyAccessible') : known(false)),
    // Without an outlet it is wired in, and its own place is no matter of a receptacle's.
    NO_OUTLET,
  ),
  heightM: ofPoint((point) => factOf('points', point, 'heightM'), known(0)),
  wetness: wetnessAt,
  sinkM: toWater('sinkDistanceM', 'tub'),
  sinkThroughDoor: ofPoint((point) => factOf('points', point, 'sinkThroughDoor'), NO),
  tubM: toWater('tubDistanceM', 'sink'),
  poolM: (facts, place) => poolAt(facts, place),
  zone: ofPoint((point) => factOf('points', point, 'zone'), ANY),
  fedBy: ofPoint((point) => {
    const { value, given } = ifStated('points', point, 'fedBy');
    return known(value ?? 'mains', given);
  }, known('mains')),
  earthTo: ofPoint((point) => {
    const { value, given } = ifStated('points', point, 'earthTo');
    return known(value ?? 'conductor', given);
  }, ANY),
  use: ofRoom(usedAs),
  part: (facts, place) => {
    if (place.cable) return known('none');
    const room = facts.job.rooms[place.point?.roomId ?? ''];
    if (room === undefined) return known('dwelling');
    const { value, given } = ifStated('rooms', room, 'part');
    if (value !== undefined) return known(value, given);
    const use = ifStated('rooms', room, 'use');
    // What is not said to be no dwelling is one, or belongs to one: which of the two only its use may tell.
    return known(use.value === 'outbuilding' ? 'accessory' : 'dwelling', use.given);
  },
  accessory: ofRoom((room) => {
    const stated = ifStated('rooms', room, 'part');
    if (stated.value !== undefined) return known(stated.value === 'accessory', stated.given);
    return andThen(usedAs(room), (use): Maybe<boolean> => {
      if (use === 'outbuilding') return known(true);
      return OF_DWELLING.has(use) ? known(false) : map(factOf('rooms', room, 'part'), (part) => part === 'accessory');
    });
  }),
  atGrade: ofRoom((room) => factOf('rooms', room, 'atGrade')),
  habitable: ofRoom((room) => {
    const stated = ifStated('rooms', room, 'habitable');
    if (stated.value !== undefined) return stated as Known<boolean>;
    return andThen(usedAs(room), (use) =>
      LIVED_IN.has(use) ? known(true) : NOT_LIVED_IN.has(use) ? known(false) : factOf('rooms', room, 'habitable'),
    );
  }),
  foodPreparation: ofRoom((room) => {
    const water = ifStated('rooms', room, 'water');
    if (water.value === 'none' || water.value === 'tub') return known(false, water.given);
    const stated = ifStated('rooms', room, 'foodPreparation');
    if (stated.value !== undefined) return stated as Known<boolean>;
    return water.value === undefined
      ? (factOf('rooms', room, 'water') as Maybe<never>)
      : factOf('rooms', room, 'foodPreparation');
  }),
  holds: ofRoom((room, { house }) => known(equipmentIn(house, room.id))),
  spareHalf: ofPoint(
    (point, _, loads) => map(factOf('points', point, 'receptacles'), (places) => places > Math.max(1, loads.length)),
    NO,
  ),
  selvV: ofPoint((point) => factOf('points', point, 'selvV'), ANY),
  showerM: (facts, place) => {
    const room = facts.job.rooms[place.point?.roomId ?? ''];
    const stated = place.point === undefined ? undefined : ifStated('points', place.point, 'tubDistanceM');
    if (stated?.value !== undefined) return stated as Known<number>;
    const water = room === undefined ? undefined : ifStated('rooms', room, 'water').value;
    if (place.point === undefined || (water !== 'tub' && water !== 'both')) return known(FAR_M);
    return factOf('points', place.point, 'tubDistanceM');
  },
  throughBath: ofCircuit('through a bath', ({ wiring }) =>
    known(wiring.stretches.some(({ segment }) => ifStated('segments', segment, 'throughBath').value === true)),
  ),
  equipment: (_, { loads, cable, point }) => {
    if (cable) return known([]);
    if (loads.length === 0 && (point?.kind === 'appliance' || point?.kind === 'spur'))
      return lacks('feeds', `points.${point.id}`, `what ${point.name} feeds`);
    return map(list(loads.map(equipmentOf)), (kinds) => kinds.flat());
  },
  alone: ({ loads, house, circuit }) => {
    const using = house.pointsOf(circuit.id).filter(({ kind }) => !PASSIVE.has(kind));
    return known(loads.length <= 1 && using.length <= 1);
  },
  alike: ({ loads: fed, house, circuit }, { loads }) => {
    const idle = house
      .pointsOf(circuit.id)
      .some(({ id, kind }) => !PASSIVE.has(kind) && fed.every(({ pointId }) => pointId !== id));
    return idle
      ? NO
      : map(all({ here: list(loads.map(equipmentOf)), each: list(fed.map(equipmentOf)) }), ({ here, each }) => {
          const kinds = new Set(here.flat());
          return each.every((of) => of.some((kind) => kinds.has(kind)));
        });
  },
  fastened: (_, { loads }) => list(loads.map((load) => factOf('loads', load, 'fastened'))),
  listed: (_, { loads }) => list(loads.map((load) => factOf('loads', load, 'listed'))),
  lines: ({ poles }) => map(poles, ({ lines }) => lines),
  circuitA: circuitRating,
  temporary: ({ circuit }) => {
    const { value, given } = ifStated('circuits', circuit, 'temporary');
    return known(value === true, given);
  },
  concealed: ofCircuit('concealed', ({ wiring, circuit }) =>
    wiring.stretches.length === 0 ? noCable(circuit) : list(wiring.stretches.map(({ segment }) => concealedIn(segment))),
  ),
  premises: ofCircuit('premises', premisesOf),
  metalWiring: ofCircuit('metal wiring', ({ wiring, circuit }) =>
    wiring.stretches.length === 0 ? noCable(circuit) : known(wiring.stretches.every(({ segment }) => isMetal(segment))),
  ),
  date: ({ job }) => (job.card.date === undefined ? lacks('date', 'card.date', 'the date of the job') : known(job.card.date)),
  work: ({ circuit }, { point }) => known(point?.state ?? circuit.state),
};
/** Of a cable nobody entered nothing is known. */
const noCable = ({ id, name }: CircuitFacts['circuit']) => lacks('cable', `circuits.${id}`, `the cable of ${name}`);
const PASSIVE: ReadonlySet<Point['kind']> = new Set(['switch', 'junction', 'isolator']);

/** Kinds of equipment a load is: as stated, and as the older fact has it; where the two differ it is both. */
export function equipmentOf(load: Load): Maybe<readonly string[]> {
  const stated = ifStated('loads', load, 'equipment');
  const appliance = ifStated('loads', load, 'appliance');
  const named = BY_APPLIANCE[appliance.value ?? ''];
  if (named === undefined) return map(factOf('loads', load, 'equipment'), (kind) => [kind]);
  return stated.value === undefined || stated.value === named
    ? known([named], appliance.given)
    : known([stated.value, named], join(stated.given, appliance.given));
}

/** Kinds of the equipment that stands in a room, as said. */
const equipmentIn = HOUSE.cell(
  'equipment in a room',
  ({ job }: House, roomId): readonly string[] =>
    rowsOf(job.loads).flatMap((load) => {
      if (job.points[load.pointId ?? '']?.roomId !== roomId) return [];
      const kinds = equipmentOf(load);
      return kinds.known ? kinds.value : [];
    }),
  alike,
);

/** Where a cable is drawn that is in no wall; a raceway may be. */
const IN_NO_WALL: ReadonlySet<string> = new Set(['exposed', 'roof-space', 'buried', 'under-floor']);

/** How a length lies in a wall; one drawn elsewhere does not. */
function concealedIn(segment: Segment): Maybe<string> {
  if (segment.place !== undefined && IN_NO_WALL.has(segment.place)) return known('not');
  const { place, id, name = 'the cable' } = segment;
  // An earthed armour or metal sheath guards it wherever it lies (522.6.204).
  if ((segment.construction === 'armoured' || segment.construction === 'mineral') && segment.protectivePath !== 'none')
    return known('protected');
  if (place === undefined && segment.concealed === undefined) return unknown(`segments.${id}.place`, `where ${name} runs`);
  return need(segment.concealed, `segments.${id}.concealed`, `depth of ${name} in the wall`);
}
/** A length of metal-armored cable, or in a metal raceway. */
export const isMetal = ({ construction, protectivePath }: Segment): boolean =>
  construction === 'MC' || construction === 'AC' || protectivePath === 'raceway';

/** What the building is: of the circuit's board, else of the next one towards the supply that says it. */
function premisesOf({ job, circuit, path }: CircuitFacts): Maybe<string> {
  const boards: (Board | undefined)[] = path.known
    ? [...path.value].reverse().map((wiring) => job.boards[wiring.circuit.fromBoardId ?? ''])
    : [job.boards[circuit.fromBoardId ?? '']];
  const there = boards.filter((board) => board !== undefined);
  for (const board of there) {
    const stated = ifStated('boards', board, 'premises');
    // Where people work less is asked for: that is said of the board itself, and lent to none below it.
    if (stated.value !== undefined && (board === there[0] || stated.value !== 'work')) return stated as Known<string>;
  }
  const nearest = there[0];
  return nearest === undefined
    ? unknown(`circuits.${circuit.id}`, 'the board that supplies it')
    : factOf('boards', nearest, 'premises');
}
