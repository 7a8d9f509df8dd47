import type { CircuitFacts } from '../../house/facts';
import { andThen, known, list, type Maybe, map, unknown } from '../../job/known';
import { factOf, ifStated } from '../../job/readers';
import type { Point } from '../../job/sealed';
import type { Check } from '../../judging/answer';
import { judge, line } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { clause } from '../../rules/clauses';

/** Rooms a circuit of each purpose may feed (a pantry is used as a kitchen is, a store is none), and whether it may feed more than receptacles in one room of them. */
const FEEDS = {
  'small-appliance': { uses: ['kitchen', 'dining'], alone: false },
  laundry: { uses: ['laundry'], alone: false },
  bathroom: { uses: ['bath'], alone: true },
  garage: { uses: ['garage', 'outdoors'], alone: false },
} as const;
const OUTLETS: ReadonlySet<Point['kind']> = new Set(['socket', 'light', 'spur', 'appliance']);

/**
 * A circuit the NEC asks for by its purpose feeds nothing else: receptacles of its rooms, and of one bathroom alone all that is in it
 * (210.11(C), 210.52(B)(2)).
 */
export function dedicatedCheck(facts: CircuitFacts): Check[] {
  const { job, circuit, house } = facts;
  if (job.dialect !== 'nec' || circuit.purpose === undefined) return [];
  const points = house.pointsOf(circuit.id).filter(({ kind }) => OUTLETS.has(kind));
  if (points.length === 0) return [];
  const rule = clause(job.pack, 'dedicated');
  const comparison = andThen(factOf('circuits', circuit, 'purpose'), (purpose) => {
    const of = FEEDS[purpose as keyof typeof FEEDS];
    if (of === undefined) return known(undefined);
    const rooms = new Set(points.map(({ roomId }) => roomId));
    const alone = of.alone && rooms.size === 1;
    const each = list(points.map((point) => map(mayFeed(facts, point, of.uses, alone), (may) => (may ? [] : [point.name]))));
    return map(each, (names) => ({ purpose, others: names.flat() }));
  });
  if (comparison.known && comparison.value === undefined) return [];
  return [
    judge(
      keyed('dedicated'),
      'Circuit type',
      map(comparison, (read) => ({
        demand: read!.others.length,
        limit: 0,
        unit: '',
        of: 'whether',
        rule,
        secondary: true,
        beyond: circuit.state === 'existing' ? 'caution' : 'stop',
        because: () =>
          read!.others.length === 0
            ? `supplies only what a ${read!.purpose} circuit is permitted to`
            : `${read!.others.join(', ')}: a ${read!.purpose} circuit is permitted to supply no other outlets: separate it`,
        working: () => [
          line('other outlets ≤ none', `${read!.others.length} ≤ 0`, read!.others.length === 0 ? 'holds' : 'does not hold', rule),
        ],
      })),
    ),
  ];
}

function mayFeed({ job, loads }: CircuitFacts, point: Point, uses: readonly string[], alone: boolean): Maybe<boolean> {
  const room = job.rooms[point.roomId ?? ''];
  if (room === undefined) return unknown(`points.${point.id}.roomId`, `the room ${point.name} is in`);
  if (point.kind !== 'socket' && !alone) return known(false);
  // A laundry is where the washer stands, whatever the room is called.
  const washer = loads.some(
    (load) => load.pointId === point.id && /^clothes-/.test(ifStated('loads', load, 'equipment').value ?? ''),
  );
  if (washer && uses.includes('laundry')) return known(true);
  return map(factOf('rooms', room, 'use'), (use) => uses.includes(use));
}
