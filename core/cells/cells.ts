/**
 * Values that know what they rest on. While a cell is made, everything it reads is noted with what was seen: a row, a whole
 * collection, a field of the job, another cell. In the next study it stands as long as each of these still gives the very same;
 * nothing is listed by hand. Making is synchronous, as all of the core is: what is being made stands in one variable.
 */

/** Something that can be read under a key, and read anew in another study. */
export interface Source {
  readonly name: string;
  /** What it gives there, brought up to date; reading it so is not noted. */
  now(cells: Cells, key: string): unknown;
}

/** One reading: of what, under which key, and what was seen. */
export interface Reading {
  readonly source: Source;
  readonly key: string;
  readonly value: unknown;
  /** Number of the last making that noted it: once is enough. */
  noted: number;
}
/** A value made, and what was read for it, in that order. */
interface Made extends Reading {
  readonly reads: readonly Reading[];
}

interface Making {
  readonly number: number;
  readonly reads: Reading[];
}
let making: Making | undefined;
let makings = 0;

/** Says that a value was seen, to whatever is being made. */
export function note(reading: Reading): void {
  if (making === undefined || reading.noted === making.number) return;
  reading.noted = making.number;
  making.reads.push(reading);
}

/** Whether what is being made has noted a reading already; also where nothing is being made. */
export const isNoted = (reading: Reading): boolean => making === undefined || reading.noted === making.number;

/** What readers of a kind of cell get, to read from: one object a study. */
export interface Holder {
  readonly cells: Cells;
}

/** All that was made for one study. What was made for the study before it serves again where it still stands. */
export class Cells {
  private readonly made = new Map<Source, Map<string, Made | undefined>>();
  private readonly holders = new Map<Kind<never>, Holder>();
  constructor(private before: Cells | undefined) {}

  /** Sets the object cells of a kind read from. */
  hold<H extends Holder>(kind: Kind<H>, holder: H): void {
    this.holders.set(kind as unknown as Kind<never>, holder);
  }
  /** @throws Error where the study holds none */
  holder<H extends Holder>(kind: Kind<H>): H {
    const found = this.holders.get(kind as unknown as Kind<never>);
    if (found === undefined) throw new Error('no study holds what is to be read');
    return found as H;
  }

  /** All that has been made. */
  *values(): Generator<{ name: string; value: unknown }> {
    for (const [{ name }, made] of this.made) for (const each of made.values()) yield { name, value: each?.value };
  }

  /** Lets go of the study before: what nobody asked of this one is made anew when somebody does. */
  close(): void {
    this.before = undefined;
  }

  /**
   * A value of a cell in this study: as it was where all it rests on is, else made.
   * @param same keeps the value there was, so that nothing above is made again
   * @param circular what it is while it is being made itself
   */
  bring<T>(source: Source, key: string, make: () => T, same: (a: T, b: T) => boolean, circular: (() => T) | undefined): Reading {
    let ofSource = this.made.get(source);
    if (ofSource === undefined) {
      ofSource = new Map();
      this.made.set(source, ofSource);
    }
    const there = ofSource.get(key);
    if (there !== undefined) return there;
    if (ofSource.has(key)) {
      if (circular === undefined) throw new Error(`${source.name} of ${key} rests on itself`);
      return { source, key, value: circular(), noted: 0 };
    }
    ofSource.set(key, undefined);
    try {
      const before = this.before?.made.get(source)?.get(key);
      if (before?.reads.every((read) => read.source.now(this, read.key) === read.value)) {
        ofSource.set(key, before);
        return before;
      }
      const outer = making;
      const own: Making = { number: ++makings, reads: [] };
      making = own;
      let value: T;
      try {
        value = make();
      } finally {
        making = outer;
      }
      if (before !== undefined && same(before.value as T, value)) value = before.value as T;
      const made: Made = { source, key, value, noted: 0, reads: own.reads };
      ofSource.set(key, made);
      return made;
    } finally {
      if (ofSource.get(key) === undefined) ofSource.delete(key);
    }
  }
}

/** Cells that read from one kind of holder. */
export class Kind<H extends Holder> {
  /**
   * A value made once a study for each key, and again only when something it rests on has changed.
   * @param make reads all it needs from the holder, by the key alone
   * @param same whether a value made anew is no other than the one before: then that one stays
   * @example const poles = WIRED.cell('poles', (wirings, circuitId) => polesOf(wirings, wirings.byCircuit.get(circuitId)!), alike)
   */
  cell<T, K extends string = string>(
    name: string,
    make: (holder: H, key: K) => T,
    same: (a: T, b: T) => boolean = Object.is,
    circular?: () => T,
  ): (holder: H, key: K) => T {
    const bring = (cells: Cells, key: string): Reading =>
      cells.bring(source, key, () => make(cells.holder(this), key as K), same, circular);
    const source: Source = { name, now: (cells, key) => bring(cells, key).value };
    return ({ cells }, key) => {
      const read = bring(cells, key);
      note(read);
      return read.value as T;
    };
  }
}
