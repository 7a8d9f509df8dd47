import type { House } from '../house/facts';
import { need } from '../job/known';
import type { Room, RoomUse } from '../job/schema/supply';
import type { Circuit, Job, Load, Point, RulePackId } from '../job/sealed';
import type { Verdict } from '../judging/answer';
import type { ByEdition } from '../tables/necCited';

/** The dwelling as it was walked through. */
export interface Walk {
  job: Job;
  house: House;
  finals: readonly Circuit[];
  roomsOf: (...uses: RoomUse[]) => readonly Room[];
  socketsIn: (roomId: string) => readonly Point[];
  asked: (purpose: string) => readonly Circuit[];
  /** Rating of a circuit's device, where it is known and not merely assumed. */
  ratedA: (circuitId: string) => number | undefined;
}

export interface Found {
  id: string;
  verdict: Exclude<Verdict, 'pass' | 'not-applicable'>;
  what: string;
  circuitId?: string;
  roomId?: string;
}

/** One thing a code wants: its clause by edition, the first edition that wants it, and how it is looked for. */
export interface Row {
  clause: string | ByEdition;
  from?: RulePackId;
  look: (walk: Walk) => Found[];
}

const presentIn = (rows: readonly { state: string }[]): boolean =>
  rows.some(({ state }) => state === 'new' || state === 'altered');
/** What is wanted of new work stops; of what stands untouched it is said. */
const asFor = (isNew: boolean): 'stop' | 'caution' => (isNew ? 'stop' : 'caution');
const plural = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`;
export const said = <T>(fact: Parameters<typeof need<T>>[0]): { value: T; assumed: boolean } | undefined => {
  const read = need<T>(fact, '', '');
  return read.known ? { value: read.value, assumed: read.given.assumed } : undefined;
};

/** Longest stretch of wall and of counter one outlet serves, m: 6 ft and 24 in to either side. */
const WALL_M = 3.6576;
const COUNTER_M = 1.2192;
const BASIN_M = 0.9144;

const dwellingIsNew = ({ job }: Walk): boolean =>
  Object.values(job.circuits).some(
    ({ kind, toBoardId, state }) => kind === 'service' && state !== 'removed' && job.boards[toBoardId ?? '']?.state === 'new',
  );
/** A room of a new dwelling, or one in which something is new. */
const roomIsNew = (walk: Walk, roomId: string): boolean =>
  dwellingIsNew(walk) ||
  presentIn(Object.values(walk.job.points).filter((point) => point.roomId === roomId && point.state !== 'removed'));

/** So many outlets for a length, where the length is entered. */
const along =
  (field: 'wallM' | 'counterM', perM: number, word: string, ...uses: RoomUse[]): Row['look'] =>
  (walk) => {
    const rooms = walk.roomsOf(...uses).map((room) => ({ room, lengthM: said<number>(room[field]) }));
    const short = rooms.flatMap(({ room, lengthM }): Found[] => {
      if (lengthM === undefined) return [];
      const wanted = Math.ceil(lengthM.value / perM - 1e-9);
      const there = walk.socketsIn(room.id).length;
      if (there >= wanted && !lengthM.assumed) return [];
      if (there >= wanted)
        return [
          { id: `${field}:${room.id}`, verdict: 'caution', what: `${room.name}: assumed length of the ${word}`, roomId: room.id },
        ];
      const what = `${room.name}: ${plural(there, 'outlet')} of ${wanted} along the ${word}`;
      return [{ id: `${field}:${room.id}`, verdict: asFor(roomIsNew(walk, room.id)), what, roomId: room.id }];
    });
    const unsaid = rooms.filter(({ lengthM }) => lengthM === undefined).map(({ room }) => room);
    if (unsaid.length === 0) return short;
    const what = `length of the ${word} outlets are spaced along: ${unsaid.map(({ name }) => name).join(', ')}`;
    return [...short, { id: field, verdict: 'unknown', what, roomId: unsaid[0]!.id }];
  };

/** At least one outlet in every such room. */
const oneIn =
  (what: string, ...uses: RoomUse[]): Row['look'] =>
  (walk) =>
    walk.roomsOf(...uses).flatMap((room): Found[] =>
      walk.socketsIn(room.id).length > 0
        ? []
        : [
            {
              id: `outlet:${room.id}`,
              verdict: asFor(roomIsNew(walk, room.id)),
              what: `${room.name}: no ${what}`,
              roomId: room.id,
            },
          ],
    );

/** What the circuits a code asks for by name are rated, A: no other counts. */
const ASKED_A = 20;

/** So many circuits asked for by name, where there is a room that wants them. */
const circuitsFor =
  (purpose: 'small-appliance' | 'laundry' | 'bathroom' | 'garage', least: number, ...uses: RoomUse[]): Row['look'] =>
  (walk) => {
    const rooms = uses.length === 0 ? [] : walk.roomsOf(...uses);
    if (uses.length > 0 && rooms.length === 0) return [];
    const named = walk.asked(purpose).map((circuit) => ({ circuit, ratedA: walk.ratedA(circuit.id) }));
    const there = named.filter(({ ratedA }) => ratedA === ASKED_A).length;
    if (there >= least) return [];
    const unrated = named.filter(({ ratedA }) => ratedA === undefined).map(({ circuit }) => circuit);
    if (there + unrated.length >= least) {
      const what = `rating of ${unrated.map(({ name }) => name).join(', ')}, ${purpose} circuit: ${ASKED_A} A is required`;
      return [{ id: `circuit:${purpose}`, verdict: 'unknown', what, circuitId: unrated[0]!.id }];
    }
    const isNew = dwellingIsNew(walk) || rooms.some(({ id }) => roomIsNew(walk, id));
    const what =
      least === 1
        ? `no ${purpose} circuit of ${ASKED_A} A`
        : `${plural(there, `${purpose} circuit`)} of ${ASKED_A} A, of ${least}`;
    return [
      { id: `circuit:${purpose}`, verdict: asFor(isNew), what, ...(rooms[0] === undefined ? {} : { roomId: rooms[0].id }) },
    ];
  };

/** A bathroom circuit feeds bathrooms alone. */
function bathroomsAlone(walk: Walk): Found[] {
  const baths = new Set(walk.roomsOf('bath').map(({ id }) => id));
  return walk.asked('bathroom').flatMap((circuit): Found[] => {
    const outlets = walk.house.pointsOf(circuit.id).filter(({ kind }) => kind !== 'switch' && kind !== 'junction');
    const other = outlets.find(({ roomId }) => roomId !== undefined && !baths.has(roomId));
    const unsaid = outlets.filter(({ roomId }) => roomId === undefined);
    const id = `bathroom-alone:${circuit.id}`;
    if (other === undefined && unsaid.length > 0) {
      const what = `${circuit.number} ${circuit.name}: in which room ${unsaid.map(({ name }) => name).join(', ')} is`;
      return [{ id, verdict: 'unknown', what, circuitId: circuit.id }];
    }
    if (other === undefined) return [];
    const what = `${circuit.number} ${circuit.name} feeds ${other.name} as well: a bathroom circuit feeds bathrooms alone`;
    return [{ id, verdict: asFor(circuit.state !== 'existing'), what, circuitId: circuit.id }];
  });
}

/** An outlet within three feet of the basin. */
function byTheBasin(walk: Walk): Found[] {
  return walk.roomsOf('bath').flatMap((room): Found[] => {
    const sockets = walk.socketsIn(room.id);
    const near = sockets.map(({ sinkDistanceM }) => said<number>(sinkDistanceM));
    if (near.some((each) => each !== undefined && each.value <= BASIN_M && !each.assumed)) return [];
    const unsaid = near.some((each) => each === undefined || each.assumed);
    const verdict = sockets.length > 0 && unsaid ? 'unknown' : asFor(roomIsNew(walk, room.id));
    const what = `${room.name}: ${unsaid ? 'how far an outlet is from the basin' : 'no outlet within 3 ft of the basin'}`;
    return [{ id: `basin:${room.id}`, verdict, what, roomId: room.id }];
  });
}

/** Outdoors at the front and at the back. */
function outdoors(walk: Walk): Found[] {
  const rooms = walk.roomsOf('outdoors');
  const there = rooms.reduce((sum, { id }) => sum + walk.socketsIn(id).length, 0);
  if (there >= 2) return [];
  const isNew = dwellingIsNew(walk) || rooms.some(({ id }) => roomIsNew(walk, id));
  return [{ id: 'outdoors', verdict: asFor(isNew), what: `${plural(there, 'outlet')} of 2 outdoors, front and back` }];
}

/** Equipment that wants a disconnect: said to have none, or of which nobody said and none is drawn on its circuit. */
const disconnects =
  (word: string, is: (load: Load) => boolean, ...enough: readonly ('plug' | 'in-sight' | 'lockable')[]): Row['look'] =>
  ({ finals, house }) => {
    const asked = finals.flatMap((circuit) =>
      house
        .loadsOf(circuit.id)
        .filter(is)
        .map((load) => ({ circuit, load })),
    );
    const without = asked.filter(({ load }) => {
      const by = said<string>(load.disconnect)?.value;
      return by !== undefined && !enough.some((each) => each === by);
    });
    const unsaid = asked.filter(
      ({ circuit, load }) => load.disconnect === undefined && !house.pointsOf(circuit.id).some(({ kind }) => kind === 'isolator'),
    );
    const guessed = asked.filter(
      ({ load }) => said<string>(load.disconnect)?.assumed === true && !without.some((each) => each.load === load),
    );
    const names = (of: typeof asked) => of.map(({ load }) => load.name).join(', ');
    const found: Found[] = without.map(({ circuit, load }) => ({
      id: `disconnect:${load.id}`,
      verdict: asFor(circuit.state !== 'existing'),
      circuitId: circuit.id,
      what: `${word}: ${load.name} has ${said<string>(load.disconnect)?.value === 'none' ? 'none' : 'another'}`,
    }));
    if (unsaid.length > 0)
      found.push({
        id: `disconnect:${word}`,
        verdict: 'unknown',
        what: `${word}: ${names(unsaid)}`,
        circuitId: unsaid[0]!.circuit.id,
      });
    if (guessed.length > 0)
      found.push({ id: `disconnect-assumed:${word}`, verdict: 'caution', what: `assumed: ${word}: ${names(guessed)}` });
    return found;
  };
const applianceIn =
  (...kinds: string[]) =>
  (load: Load): boolean =>
    kinds.includes(said<string>(load.appliance)?.value ?? '');

const LIVED_IN: RoomUse[] = ['kitchen', 'living', 'dining', 'bedroom'];

export const NEC: readonly Row[] = [
  { clause: '210.11(C)(1), 210.52(B)', look: circuitsFor('small-appliance', 2, 'kitchen') },
  { clause: '210.11(C)(2), 210.52(F)', look: circuitsFor('laundry', 1) },
  { clause: '210.11(C)(3)', look: circuitsFor('bathroom', 1, 'bath') },
  { clause: '210.11(C)(3)', look: bathroomsAlone },
  { clause: '210.11(C)(4)', look: circuitsFor('garage', 1, 'garage') },
  { clause: '210.52(A)(1)', look: along('wallM', WALL_M, 'wall', ...LIVED_IN) },
  { clause: '210.52(C)(1)', look: along('counterM', COUNTER_M, 'counter', 'kitchen') },
  { clause: '210.52(D)', look: byTheBasin },
  { clause: '210.52(E)(1)', look: outdoors },
  { clause: '210.52(F)', look: oneIn('outlet for the laundry', 'laundry') },
  { clause: '210.52(G)', look: oneIn('outlet', 'garage', 'basement-unfinished', 'basement-finished') },
  {
    clause: '440.14',
    look: disconnects('a disconnect in sight of it', applianceIn('heat-pump', 'cooling'), 'in-sight'),
  },
  {
    clause: '422.31, 422.33',
    look: disconnects(
      'a disconnect in sight or a breaker that can be locked',
      applianceIn('water-heater', 'fixed', 'cooking-unit'),
      ...(['plug', 'in-sight', 'lockable'] as const),
    ),
  },
  {
    clause: '430.102',
    look: disconnects('a disconnect in sight of the motor', (load) => load.motorHp !== undefined, 'plug', 'in-sight'),
  },
  { clause: '230.85', from: 'nec-2020', look: emergencyDisconnect },
];

/** An emergency disconnect outdoors: its place is not entered anywhere yet. */
function emergencyDisconnect({ job }: Walk): Found[] {
  const services = Object.values(job.circuits).filter(({ kind, state }) => kind === 'service' && state !== 'removed');
  return services.map(({ id, state }) => ({
    id: `emergency:${id}`,
    circuitId: id,
    verdict: state === 'existing' ? ('caution' as const) : ('unknown' as const),
    what: 'an emergency disconnect outdoors, marked',
  }));
}

/** Lighting divided, so that one fault does not darken all of it. */
function lightsDivided({ finals, house, job }: Walk): Found[] {
  const lit = finals.filter(({ id, use }) => use === 'lighting' || house.pointsOf(id).some(({ kind }) => kind === 'light'));
  if (lit.length === 0) return [];
  if (lit.length === 1 && finals.length > 2)
    return [
      { id: 'lights', verdict: 'caution', what: `all lights are on ${lit[0]!.number} ${lit[0]!.name}`, circuitId: lit[0]!.id },
    ];
  const ahead = new Set(lit.map(({ behindDeviceId }) => behindDeviceId));
  const [only] = ahead;
  if (ahead.size !== 1 || only === undefined) return [];
  return [{ id: 'lights', verdict: 'caution', what: `all lights are behind ${job.devices[only]?.name ?? 'one device'}` }];
}

export const IEC: readonly Row[] = [{ clause: '', look: lightsDivided }];
