import type { Circuit, Line } from '../../job/sealed';
import { linesOf } from '../../job/terms';
import type { Poles } from '../../network/states';
import * as table from '../../tables/demand';
import type { Source } from '../../tables/source';
import type { Ruled } from '../drawn';
import { voltsFor } from '../drawn';
import { type DemandLine, generalLines, groupsOf } from './partThree';
import { type Read, sum, systemVolts, vaOf } from './read';

export interface Leg {
  line: Line;
  currentA: number;
}
/** One circuit of the fuller line moved to the other, and how far apart they then are. */
export interface Move {
  circuit: Circuit;
  to: Line;
  differenceA: number;
}
/** How a demand lies on the lines of a system. */
export interface Legs {
  legs: readonly Leg[];
  /** The fullest line with all on it whose line nobody said: what a device ahead of them has to carry. */
  fullestA: number;
  /** Circuits whose line nobody said: they are on no leg. */
  unsaid: readonly Circuit[];
  move: Move | undefined;
}

/** What each line carries of a calculation: what is general evenly on all (210.11(B)), each load on its own. */
export function legsOf(job: Ruled, lines: readonly DemandLine[]): Legs {
  const system = linesOf(job.supply);
  const parts = lines.flatMap(({ demandVa, shares }) => {
    if (demandVa === null) return [];
    if (shares === undefined) return [{ va: demandVa, on: undefined }];
    const whole = sum(shares.map(({ va }) => va));
    return shares.map(({ va, on }) => ({ va: whole === 0 ? 0 : (demandVa * va) / whole, on }));
  });
  const currentIn = ({ va, on }: (typeof parts)[number], line: Line): number => {
    if (on === undefined) return va / systemVolts(job);
    return on.lines.includes(line) ? va / voltsFor({ lines: on.lines.length as Poles['lines'], neutral: true }, job) : 0;
  };
  const legs = system.map((line): Leg => ({ line, currentA: sum(parts.map((part) => currentIn(part, line))) }));
  const single = (at: (lines: readonly Line[]) => boolean): Map<Circuit, number> => {
    const found = new Map<Circuit, number>();
    for (const { va, on } of parts)
      if (on !== undefined && va > 0 && at(on.lines)) found.set(on.circuit, (found.get(on.circuit) ?? 0) + va / job.supply.u0V);
    return found;
  };
  const unsaid = single((on) => on.length === 0);
  const full = legs.reduce((most, next) => (next.currentA > most.currentA ? next : most));
  return {
    legs,
    fullestA: full.currentA + sum([...unsaid.values()]),
    unsaid: [...unsaid.keys()],
    move: bestMove(
      legs,
      single((on) => on.length === 1 && on[0] === full.line),
    ),
  };
}

/** The one circuit of the fuller line that evens two lines best, if any makes them more even. */
function bestMove(legs: readonly Leg[], onFullest: ReadonlyMap<Circuit, number>): Move | undefined {
  const full = Math.max(...legs.map(({ currentA }) => currentA));
  const empty = legs.reduce((least, next) => (next.currentA < least.currentA ? next : least));
  let best: Move | undefined;
  for (const [circuit, currentA] of onFullest) {
    const differenceA = Math.abs(full - empty.currentA - 2 * currentA);
    if (differenceA < (best?.differenceA ?? full - empty.currentA - 1e-9)) best = { circuit, to: empty.line, differenceA };
  }
  return best;
}

/** The neutral, in volt-amperes over the whole system and by the fullest line. */
export interface NeutralDemand {
  va: number;
  balancedA: number;
  worstA: number;
  rule: Source;
}

/**
 * The neutral by what is between a line and it: in volt-amperes over the whole system as the article's examples have it, and by the
 * fullest line, on which all counts whose line nobody said.
 */
export function neutralOf(read: Read): NeutralDemand {
  const { job } = read;
  const generalVa = table.generalDemandVa(generalLines(read).connectedVa);
  const groups = groupsOf(read);
  const reduced = groups.filter(({ id }) => id === 'cooking' || id === 'dryers');
  const balanced = generalVa + table.NEUTRAL_SHARE * sum(reduced.map(({ demandVa }) => demandVa));
  const single = groups
    .filter((group) => !reduced.includes(group))
    .flatMap(({ loads, demandVa }) => {
      const share = demandVa / Math.max(1, vaOf(loads));
      return loads.filter(({ onNeutral }) => onNeutral).map(({ va, lines }) => ({ va: va * share, lines }));
    });
  const unsaidVa = sum(single.filter(({ lines }) => lines.length === 0).map(({ va }) => va));
  const on = (line: Line) => sum(single.filter(({ lines }) => lines.includes(line)).map(({ va }) => va));
  const va = balanced + sum(single.map((each) => each.va));
  const worstVa = Math.max(...linesOf(job.supply).map(on)) + unsaidVa;
  return {
    va,
    balancedA: va / systemVolts(job),
    worstA: balanced / systemVolts(job) + worstVa / job.supply.u0V,
    rule: table.NEUTRAL(job.pack),
  };
}
