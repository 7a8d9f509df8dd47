import type { Point } from '../schema/circuit';

/**
 * How a point is fed: by the load side of the one before (`through`), past that one (`past`), by the circuit's own cable
 * (`cable`); `unsaid` where nobody said it of the one before, or the one before is gone.
 */
export type Fed = 'through' | 'past' | 'cable' | 'unsaid';

/** A point in its place on the circuit: columns from the board outwards, lanes from the main line downwards. */
export interface PlacedPoint<P extends Treed = Point> {
  point: P;
  /** The point before it; none where it hangs from the cable. */
  parent: PlacedPoint<P> | undefined;
  fed: Fed;
  column: number;
  lane: number;
  /** It stands beside the line, which runs on past it. */
  dropped: boolean;
}

/** What of a point the tree is made of. */
type Treed = Pick<Point, 'id' | 'circuitId' | 'order' | 'parentPointId' | 'state' | 'onward'>;

const byOrder = (a: { order: string }, b: { order: string }): number => (a.order < b.order ? -1 : a.order > b.order ? 1 : 0);

/**
 * The points of a circuit as a tree in the order they are fed, each with a column of its own. What hung from a point that was
 * taken out, or from one of another circuit, hangs from what stands before it, and how it is fed is unsaid.
 * @param points of the whole job, by id
 * @returns in the order of their columns
 */
export function placedPoints<P extends Treed>(points: Readonly<Record<string, P>>, circuitId: string): PlacedPoint<P>[] {
  const present = Object.values(points)
    .filter((point) => point.circuitId === circuitId && point.state !== 'removed')
    .sort(byOrder);
  const below = new Map<string | undefined, { point: P; broken: boolean }[]>();
  for (const point of present) {
    const { parentId, broken } = standing(points, point);
    below.set(parentId, [...(below.get(parentId) ?? []), { point, broken }]);
  }
  const placed: PlacedPoint<P>[] = [];
  let column = 0;
  const put = (point: P, broken: boolean, parent: PlacedPoint<P> | undefined, lane: number): PlacedPoint<P> => {
    const onward = parent?.point.onward?.value;
    const fed =
      broken || (parent !== undefined && onward === undefined)
        ? 'unsaid'
        : parent === undefined
          ? 'cable'
          : onward === 'feed-through'
            ? 'through'
            : 'past';
    const last = (below.get(point.id) ?? []).length === 0;
    const here: PlacedPoint<P> = {
      point,
      parent,
      fed,
      column: column++,
      lane,
      dropped: !last && point.onward?.value === 'pigtail',
    };
    placed.push(here);
    return here;
  };
  const sizes = new Map<string, number>();
  /** How many points hang behind one, itself counted. */
  const size = (id: string): number => {
    let found = sizes.get(id);
    if (found === undefined) {
      found = 1 + (below.get(id) ?? []).reduce((sum, each) => sum + size(each.point.id), 0);
      sizes.set(id, found);
    }
    return found;
  };
  /** The one the line goes on to: behind it hangs most. */
  const longest = (fed: readonly { point: P; broken: boolean }[]) =>
    fed.reduce<(typeof fed)[number] | undefined>(
      (best, next) => (best === undefined || size(next.point.id) > size(best.point.id) ? next : best),
      undefined,
    );
  /** Places a chain along a lane, its branches below it. @returns the lowest lane taken */
  const chain = (point: P, broken: boolean, parent: PlacedPoint<P> | undefined, lane: number): number => {
    const here = put(point, broken, parent, lane);
    const fed = below.get(point.id) ?? [];
    const next = longest(fed);
    const branches = fed.filter((each) => each !== next);
    let lowest = lane;
    for (const branch of branches) lowest = chain(branch.point, branch.broken, here, lowest + 1);
    return next === undefined ? lowest : Math.max(lowest, chain(next.point, next.broken, here, lane));
  };
  const first = below.get(undefined) ?? [];
  const isChain = ({ point }: { point: P }) => below.has(point.id);
  const main = longest(first.filter(isChain)) ?? first.at(-1);
  let lowest = 0;
  for (const start of first) {
    if (start === main) continue;
    if (isChain(start)) lowest = chain(start.point, start.broken, undefined, lowest + 1);
    else put(start.point, start.broken, undefined, 0).dropped = true;
  }
  if (main !== undefined) chain(main.point, main.broken, undefined, 0);
  return placed;
}

/** The nearest point before one that still stands on the same circuit, and whether one was passed over. */
function standing<P extends Treed>(
  points: Readonly<Record<string, P>>,
  point: P,
): { parentId: string | undefined; broken: boolean } {
  const seen = new Set([point.id]);
  let broken = false;
  let id = point.parentPointId;
  while (id !== undefined) {
    const parent = points[id];
    if (parent === undefined || parent.circuitId !== point.circuitId || seen.has(id))
      return { parentId: undefined, broken: true };
    if (parent.state !== 'removed') return { parentId: id, broken };
    broken = true;
    seen.add(id);
    id = parent.parentPointId;
  }
  return { parentId: undefined, broken };
}

/** Points next to each other along the columns that stand in one room. */
export interface Band {
  roomId: string | undefined;
  from: number;
  to: number;
}

export function roomBands(placed: readonly PlacedPoint[]): Band[] {
  const bands: Band[] = [];
  for (const { point, column } of placed) {
    const last = bands.at(-1);
    if (last !== undefined && last.roomId === point.roomId) last.to = column;
    else bands.push({ roomId: point.roomId, from: column, to: column });
  }
  return bands;
}

/** The one a point's line goes on to, in the drawing and where one is put in between; without a point the first of the circuit. */
export const nextInLine = <P extends Treed>(placed: readonly PlacedPoint<P>[], id: string | undefined): P | undefined =>
  placed.find(({ parent, lane }) => parent?.point.id === id && lane === (parent?.lane ?? 0))?.point;

/** The last point of the main line: where the next one goes. */
export function endOfLine<P extends Treed>(placed: readonly PlacedPoint<P>[]): P | undefined {
  return placed.filter(({ lane }) => lane === 0).at(-1)?.point;
}
