/** Something that hangs behind one of two devices: what it leaks, and the rooms it lights or feeds. */
export interface Item {
  id: string;
  leakA: number;
  rooms: readonly string[];
}
/** What a split comes to, the first that matters first: over its limit, rooms wholly dark at once, the fuller of the two, how uneven. */
type Cost = readonly [over: number, dark: number, fuller: number, apart: number];

const isLess = (a: Cost, b: Cost): boolean => {
  for (const [at, value] of a.entries()) if (Math.abs(value - b[at]!) > 1e-12) return value < b[at]!;
  return false;
};

function costOf(items: readonly Item[], side: readonly (0 | 1)[], limitA: number): Cost {
  const leak = [0, 0];
  const count = [0, 0];
  const rooms = new Map<string, Set<number>>();
  for (const [at, item] of items.entries()) {
    leak[side[at]!]! += item.leakA;
    count[side[at]!]! += 1;
    for (const room of item.rooms) {
      const sides = rooms.get(room) ?? new Set<number>();
      rooms.set(room, sides.add(side[at]!));
    }
  }
  const dark = [0, 1].map((which) => [...rooms.values()].filter((sides) => sides.size === 1 && sides.has(which)).length);
  return [
    leak.filter((each) => each > limitA * (1 + 1e-9)).length,
    Math.max(...dark),
    Math.max(...leak),
    Math.abs(count[0]! - count[1]!),
  ];
}

/** To so many items every split is tried. */
const EVERY_TO = 14;

/**
 * The best split of circuits over two devices: fewest over what may stand, fewest rooms dark at one trip, then the least leakage in the
 * fuller. Every split of a few is tried, of more a good one is bettered as long as a move or a swap betters it.
 */
export function bestSplit(items: readonly Item[], limitA: number): Record<string, 0 | 1> {
  let best: (0 | 1)[] = items.map(() => 0);
  if (items.length <= EVERY_TO) {
    let cost = costOf(items, best, limitA);
    // The first stays on its side: the other half are mirror images.
    for (let pattern = 1; pattern < 2 ** Math.max(0, items.length - 1); pattern += 1) {
      const side = items.map((_, at): 0 | 1 => (at > 0 && (pattern >> (at - 1)) & 1 ? 1 : 0));
      const other = costOf(items, side, limitA);
      if (isLess(other, cost)) [best, cost] = [side, other];
    }
  } else best = bettered(items, limitA);
  return Object.fromEntries(items.map(({ id }, at) => [id, best[at]!]));
}

function bettered(items: readonly Item[], limitA: number): (0 | 1)[] {
  const order = items.map((_, at) => at).sort((a, b) => items[b]!.leakA - items[a]!.leakA);
  const side: (0 | 1)[] = items.map(() => 0);
  for (const [rank, at] of order.entries()) side[at] = rank % 4 === 0 || rank % 4 === 3 ? 0 : 1;
  let cost = costOf(items, side, limitA);
  for (let better = true; better; ) {
    better = false;
    for (let a = 0; a < items.length; a += 1)
      for (let b = a; b < items.length; b += 1) {
        if (a !== b && side[a] === side[b]) continue;
        const turn = () => {
          side[a] = side[a] === 0 ? 1 : 0;
          if (a !== b) side[b] = side[b] === 0 ? 1 : 0;
        };
        turn();
        const other = costOf(items, side, limitA);
        if (isLess(other, cost)) [cost, better] = [other, true];
        else turn();
      }
  }
  return side;
}
