import { andThen, type Given, known, type Maybe, unknown } from '../job/known';
import type { Fact } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import type { Origin } from '../job/schema/supply';
import { add, type Complex, magnitude } from './complex';
import type { FaultKind, NetworkState } from './states';

/** The source side of one loop: an impedance of known size whose angle may not be known, behind a voltage. */
export interface SourceLoop {
  ohm: number;
  /** Driving voltage with its factor; the bare U0 where the value came from a current. */
  emfV: number;
  /** X/R of the source, if entered. */
  xOverR?: number;
  /** True when read with an instrument: its limits then count. */
  measured: boolean;
  /** Words for the working. */
  from: string;
}

type OriginFact = 'zeOhm' | 'zLnOhm' | 'psccA' | 'pefcA' | 'maxFaultA';
const FACT_WORDS: Record<OriginFact, string> = {
  zeOhm: 'Ze',
  zLnOhm: 'line-neutral impedance',
  psccA: 'line-neutral fault current',
  pefcA: 'line-earth fault current',
  maxFaultA: 'declared maximum fault current',
};

/**
 * What may serve which state. A measured value serves both. A declared current is a maximum and serves MAX; a declared
 * impedance is a maximum and serves MIN. Nothing is borrowed from the other loop.
 */
function serves(field: OriginFact, fact: Fact<number>, state: NetworkState): boolean {
  if (field === 'maxFaultA') return state === 'MAX';
  if (fact.from === 'measured') return true;
  return (field === 'zeOhm' || field === 'zLnOhm') === (state === 'MIN');
}

const CANDIDATES: Record<FaultKind, readonly [impedance: OriginFact, current: OriginFact]> = {
  'L-N': ['zLnOhm', 'psccA'],
  'L-PE': ['zeOhm', 'pefcA'],
};

/**
 * The source loop of an origin for a fault kind and state. Where several facts serve, the one that makes the state
 * extreme counts: most current for MAX, least for MIN.
 * @returns unknown, naming the fact that would do
 */
export function originLoop(job: Job, origin: Origin, kind: FaultKind, state: NetworkState): Maybe<SourceLoop> {
  const { u0V, cMax, cMin } = job.supply;
  if (origin.kind !== 'network')
    return unknown(`origins.${origin.id}.kind`, `${origin.name}: a ${origin.kind} as origin is not assessed yet`);
  const fields: OriginFact[] = [...CANDIDATES[kind], ...(state === 'MAX' ? (['maxFaultA'] as const) : [])];
  const loops: { loop: SourceLoop; given: Given[] }[] = [];
  for (const field of fields) {
    const fact = origin[field];
    if (fact === undefined || !serves(field, fact, state)) continue;
    const isOhm = field === 'zeOhm' || field === 'zLnOhm';
    loops.push({
      loop: {
        ohm: isOhm ? fact.value : u0V / fact.value,
        emfV: isOhm ? u0V * (state === 'MAX' ? cMax : cMin) : u0V,
        ...(origin.xOverR === undefined ? {} : { xOverR: origin.xOverR.value }),
        measured: fact.from === 'measured',
        from: FACT_WORDS[field],
      },
      given: [
        { path: `origins.${origin.id}.${field}`, what: `${FACT_WORDS[field]} of ${origin.name}`, from: fact.from },
        ...(origin.xOverR === undefined
          ? []
          : [{ path: `origins.${origin.id}.xOverR`, what: `X/R of ${origin.name}`, from: origin.xOverR.from }]),
      ],
    });
  }
  const current = ({ loop }: { loop: SourceLoop }) => loop.emfV / loop.ohm;
  const worst = loops.sort((a, b) => (state === 'MAX' ? current(b) - current(a) : current(a) - current(b)))[0];
  if (worst === undefined) return unknown(`origins.${origin.id}.${CANDIDATES[kind][0]}`, wanted(origin, kind, state));
  return known(worst.loop, worst.given);
}

function wanted(origin: Origin, kind: FaultKind, state: NetworkState): string {
  const [impedance, current] = CANDIDATES[kind];
  return state === 'MIN'
    ? `${FACT_WORDS[impedance]} of ${origin.name}, measured or declared (a declared maximum current gives no least one)`
    : `${FACT_WORDS[current]} of ${origin.name}, measured or declared (a declared maximum impedance gives no greatest current)`;
}

/**
 * Size of source and cable together. Where the source's angle is entered the two add as vectors. Where it is not, MIN
 * takes them in line (the most impedance) and MAX takes the angle between 0 and 90° that leaves the least.
 * @returns Ω
 */
export function totalOhm(source: SourceLoop, cable: Complex, state: NetworkState): number {
  if (source.xOverR !== undefined) {
    const re = source.ohm / Math.hypot(1, source.xOverR);
    return magnitude(add({ re, im: re * source.xOverR }, cable));
  }
  if (state === 'MIN') return source.ohm + magnitude(cable);
  return Math.min(magnitude(add({ re: source.ohm, im: 0 }, cable)), magnitude(add({ re: 0, im: source.ohm }, cable)));
}

/** The origin feeding the job in its one source state. More states, or sources together, are not assessed yet. */
export function soleOrigin(job: Job): Maybe<Origin> {
  const states = Object.values(job.sourceStates);
  if (states.length === 0) return unknown('sourceStates', 'a source state: what feeds the job');
  const state = states[0]!;
  if (states.length > 1 || state.kind !== 'grid') return unknown('sourceStates', 'several source states are not assessed yet');
  if (state.originIds.length > 1)
    return unknown(`sourceStates.${state.id}.originIds`, 'sources in parallel are not assessed yet');
  const origin = job.origins[state.originIds[0]!];
  return origin === undefined || origin.state === 'removed'
    ? unknown(`sourceStates.${state.id}.originIds`, 'an origin that is not removed')
    : andThen(known(origin), known);
}
