import { circuitFacts } from '../../../house/facts';
import type { Circuit, Equipment, Load, Point, Segment } from '../../../job/schema/circuit';
import type { Fact } from '../../../job/schema/facts';
import type { Job, RulePackId } from '../../../job/schema/job';
import type { Board, Room, RoomUse } from '../../../job/schema/supply';
import { mouldedCase } from '../../../testing/houses';
import { device, jobWith, stated } from '../../../testing/jobs';
import { house } from '../../../testing/necCircuit';
import { outcomesOf } from '../asked/outcome';
import { placesOf } from '../asked/place';
import { demandsAt } from '../asked/wanted';

/** Facts without their wrapping: each is taken for stated. */
type Plain<R> = { [K in keyof R]?: NonNullable<R[K]> extends Fact<infer T> ? T : R[K] };

/** An outlet in a room with what it feeds, on a circuit by itself. */
export interface Spot {
  kind?: Point['kind'];
  use?: RoomUse;
  room?: Plain<Room>;
  point?: Plain<Point>;
  equipment?: Equipment;
  load?: Plain<Load>;
  circuit?: Plain<Circuit>;
  segment?: Plain<Segment>;
  board?: Plain<Board>;
  ratingA?: number;
  poles?: '1P' | '2P';
  date?: string;
  /** Another thing on the circuit. */
  beside?: boolean;
}

const PLAIN: ReadonlySet<string> = new Set([
  'id',
  'order',
  'name',
  'kind',
  'state',
  'behind',
  'roomId',
  'circuitId',
  'place',
  'construction',
  'protectivePath',
  'zone-of-room',
  'use-of-circuit',
  'topology',
  'parentPointId',
  'roles',
]);
const wrapped = (row: object, plain: readonly string[] = []): object =>
  Object.fromEntries(
    Object.entries(row).map(([field, value]) => [
      field,
      value === undefined || PLAIN.has(field) || plain.includes(field) ? value : stated(value),
    ]),
  );

/** A job with that outlet on circuit `c`, point `p`, load `l`. In an ordinary room no water is near and it is dry. */
export function spotJob(pack: RulePackId, spot: Spot): Job {
  const nec = pack.startsWith('nec');
  const { kind = 'socket', use = 'living', ratingA = nec ? 20 : 16, poles = '1P', date = '2026-03-01' } = spot;
  const job = nec
    ? house({ ratingA, size: '12AWG', poles })
    : jobWith([
        {
          id: 'c',
          lengthM: 20,
          line: 2.5,
          protective: 2.5,
          settings: { family: 'mcb', poles: '1P+N', ratingA: stated(ratingA), curve: stated('B'), icnA: stated(6000) },
        },
      ]);
  job.pack = pack;
  job.card = { ...job.card, date };
  const dry = use === 'outdoors' ? {} : { wetness: stated('dry' as const) };
  job.rooms = {
    r: {
      id: 'r',
      order: 'a',
      name: 'room',
      use: stated(use),
      water: stated('none' as const),
      part: stated('dwelling' as const),
      ...dry,
      ...wrapped(spot.room ?? {}, ['zone']),
    } as Room,
  };
  const contacts =
    nec && kind === 'socket' ? { configuration: stated(poles === '2P' ? ('6-20' as const) : ('5-20' as const)) } : {};
  job.points = {
    p: {
      id: 'p',
      circuitId: 'c',
      order: 'a',
      name: 'outlet',
      kind,
      roomId: 'r',
      state: 'new',
      ...contacts,
      ...wrapped(spot.point ?? {}),
    } as Point,
  };
  job.loads = {
    l: {
      id: 'l',
      circuitId: 'c',
      order: 'a',
      name: 'machine',
      pointId: 'p',
      equipment: stated(spot.equipment ?? 'other'),
      currentA: stated(1),
      ...wrapped(spot.load ?? {}),
    } as Load,
  };
  if (spot.beside === true) job.points.q = { ...job.points.p!, id: 'q', order: 'b', name: 'beside' };
  job.circuits.c = { ...job.circuits.c!, ...wrapped(spot.circuit ?? {}, ['use']) } as Circuit;
  const [segmentId] = Object.values(job.segments).flatMap(({ id, circuitId }) => (circuitId === 'c' ? [id] : []));
  job.segments[segmentId!] = { ...job.segments[segmentId!]!, ...wrapped(spot.segment ?? {}) } as Segment;
  const boardId = job.circuits.c.fromBoardId!;
  job.boards[boardId] = { ...job.boards[boardId]!, ...wrapped(spot.board ?? {}, ['otherBuilding']) } as Board;
  return job;
}

const factsOf = (job: Job) => circuitFacts(job).find(({ circuit }) => circuit.id === 'c')!;

/** Clauses that surely ask for something at the outlet (or at the cable), by kind; `?` with what is missing where it is not known. */
export function askedAt(job: Job, kind: string, at: 'p' | 'c' | 'l' = 'p'): { clauses: string[]; missing: string[] } {
  const facts = factsOf(job);
  const place = placesOf(facts).find(({ id }) => id === at)!;
  const demand = demandsAt(facts, place).find((each) => each.kind === kind);
  return {
    clauses: demand?.sure.map(({ requirement }) => requirement.clause) ?? [],
    missing: demand?.sure.length === 0 ? demand.missing.map(({ path }) => path) : [],
  };
}

/** What comes of one kind at the outlet. */
export const outcomeAt = (job: Job, kind: string, at = 'p') =>
  outcomesOf(factsOf(job)).find((each) => each.kind === kind && each.place.id === at);

/** An American breaker with protection, on the circuit. */
export const protectedBy = (job: Job, ratingA: number, more: object): Job => {
  job.devices.c = device('c', 'c', { ...mouldedCase(ratingA, '1P'), ...more } as never, { lines: ['L1'] });
  return job;
};
