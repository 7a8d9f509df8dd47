import { lengthOf, type Vector } from './vector';

/** A spread: never less, mostly about, never more. Spread as a triangle between. */
export interface Spread {
  least: number;
  usual: number;
  most: number;
}
/** Something that leaks while it is on. */
export interface Leaking {
  /** At its full size; undefined where its direction is not known: it then counts with whatever the others come to. */
  atA: Vector | undefined;
  sizeA: number;
  /** Chance that it is on. */
  on: number;
  /** Of its full size. */
  spread: Spread;
}
/** What a device sees of an evening. */
export interface Evening {
  always: Vector;
  some: readonly Leaking[];
  /** Where it opens, A. */
  trip: Spread;
}

/** A chance with its interval, each between 0 and 1, after so many trials. */
export interface Chance {
  trials: number;
  trips: number;
  share: number;
  low: number;
  high: number;
}

/** Standard score of the two-sided interval of 99 %. */
const SCORE = 2.576;

/** Wilson's interval of a share. */
export function chanceOf(trips: number, trials: number): Chance {
  const share = trials === 0 ? 0 : trips / trials;
  if (trials === 0) return { trials, trips, share, low: 0, high: 1 };
  const z2 = SCORE * SCORE;
  const middle = (share + z2 / (2 * trials)) / (1 + z2 / trials);
  const half = (SCORE / (1 + z2 / trials)) * Math.sqrt((share * (1 - share)) / trials + z2 / (4 * trials * trials));
  return { trials, trips, share, low: trips === 0 ? 0 : middle - half, high: trips === trials ? 1 : middle + half };
}

/** Numbers spread evenly over [0, 1), the same for the same seed. */
export function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/** Value of a triangular spread at a share of its probability. */
export function spreadAt({ least, usual, most }: Spread, share: number): number {
  const turn = most === least ? 1 : (usual - least) / (most - least);
  return share < turn
    ? least + Math.sqrt(share * (most - least) * (usual - least))
    : most - Math.sqrt((1 - share) * (most - least) * (most - usual));
}

/** The most that can flow: everything at its most, in the worst directions. */
export const mostA = ({ always, some }: Evening): number =>
  lengthOf(always) + some.reduce((sum, { sizeA, spread, on }) => sum + (on > 0 ? sizeA * spread.most : 0), 0);

/**
 * Evenings tried one after another: each appliance is on or not and leaks its share, the device opens where its trip point happens to
 * lie. Seeded; run in pieces, the pieces of one run add up to the same as the whole.
 */
export class Evenings {
  private trips = 0;
  private trials = 0;
  private readonly random: () => number;
  constructor(
    private readonly evening: Evening,
    seed: number,
  ) {
    this.random = randomFrom(seed);
  }

  run(trials: number): void {
    const { evening, random } = this;
    const { always, trip } = evening;
    // Below the current that never opens it there is nothing to try.
    if (mostA(evening) <= trip.least) {
      this.trials += trials;
      return;
    }
    // One list for directed, one for the rest, unpacked: this is the inner loop.
    const some = evening.some.map(({ atA, sizeA, on, spread }) => ({
      on,
      spread,
      along: atA?.along ?? 0,
      ahead: atA?.ahead ?? 0,
      beside: atA === undefined ? sizeA : 0,
    }));
    for (let trial = 0; trial < trials; trial += 1) {
      let { along, ahead } = always;
      let beside = 0;
      for (const each of some) {
        if (random() >= each.on) continue;
        const share = spreadAt(each.spread, random());
        along += share * each.along;
        ahead += share * each.ahead;
        beside += share * each.beside;
      }
      if (Math.sqrt(along * along + ahead * ahead) + beside >= spreadAt(trip, random())) this.trips += 1;
    }
    this.trials += trials;
  }

  get chance(): Chance {
    return chanceOf(this.trips, this.trials);
  }
}
