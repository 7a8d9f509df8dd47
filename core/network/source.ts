import { all, andThen, both, type Givens, join, type Known, known, lacks, type Maybe, map, need, unknown } from '../job/known';
import { factOf } from '../job/readers';
import type { Electrode, Job, Origin, Sealed } from '../job/sealed';
import { applies, drawn, type Relaxation } from '../rules/relaxation';
import { rodOhm } from '../tables/electrodes';
import { add, atRatio, type Complex, magnitude } from './complex';
import { drivingVoltageV, type FaultKind, LINES_OF, type NetworkState } from './states';
import { transformerLoop } from './transformer';

/** The source side of one loop: an impedance of known size whose angle may not be known, behind a voltage. */
export interface SourceLoop {
  ohm: number;
  /** With its angle, where that is known. */
  z: Complex | undefined;
  /** Driving voltage with its factor; without it where the value came from a current. */
  emfV: number;
  /** True when read with an instrument: its limits then count. */
  measured: boolean;
  /** Words for the working. */
  from: string;
  /** Of a declared greatest current: the loop as it was read, where it was. */
  read?: SourceLoop;
}

type CurrentFact = 'psccA' | 'psccLlA' | 'pscc3A' | 'pefcA' | 'maxFaultA' | 'minFaultA';
type OhmFact = 'zeOhm' | 'zLnOhm';

const WORDS: Record<CurrentFact | OhmFact, string> = {
  zeOhm: 'earth fault loop impedance Ze',
  zLnOhm: 'line-neutral impedance',
  psccA: 'line-neutral fault current',
  psccLlA: 'line-line fault current',
  pscc3A: 'three-phase fault current',
  pefcA: 'fault current, line to protective conductor',
  maxFaultA: 'declared maximum fault current',
  minFaultA: 'declared minimum fault current',
};

const NEC_WORDS: Partial<typeof WORDS> = { zeOhm: 'impedance of the ground-fault path', pefcA: 'ground-fault current' };
const wordsOf = (dialect: Job['dialect'], field: CurrentFact | OhmFact): string =>
  (dialect === 'nec' ? NEC_WORDS[field] : undefined) ?? WORDS[field];

/** The facts that speak of a kind of fault, its own first; nothing is borrowed from another loop. */
const OWN_FACTS: Record<FaultKind, readonly (CurrentFact | OhmFact)[]> = {
  'L-N': ['zLnOhm', 'psccA'],
  'L-L': ['psccLlA'],
  'L-L-L': ['pscc3A'],
  'L-PE': ['zeOhm', 'pefcA'],
};
const isOhm = (field: CurrentFact | OhmFact): field is OhmFact => field === 'zeOhm' || field === 'zLnOhm';

/** A value read at the place serves the greatest and the least alike; what was declared serves one of them only. */
export const MEASURED: Relaxation<Sealed<number>> = {
  id: 'measured',
  name: 'value read at the origin',
  clause: () => ({ standard: 'IEC 60364-6', edition: '2016', clause: '6.4.3.7', basis: 'memory' }),
  conditions: [{ id: 'read', wants: 'is for values that were measured', holds: ({ from }) => drawn(from === 'measured') }],
};
const isMeasured = (fact: Sealed<number>): boolean => {
  const relaxation = applies(MEASURED, fact);
  return relaxation.known && relaxation.value.applies;
};

/**
 * What may serve which state. A measured value serves both. A declared current is a maximum and serves MAX, a declared
 * impedance a maximum and serves MIN; the declared extremes serve their own state.
 */
function serves(field: CurrentFact | OhmFact, fact: Sealed<number>, state: NetworkState): boolean {
  if (field === 'maxFaultA') return state === 'MAX';
  if (field === 'minFaultA') return state === 'MIN';
  return isMeasured(fact) || isOhm(field) === (state === 'MIN');
}

const needed = (job: Job, origin: Origin, field: CurrentFact | OhmFact) =>
  factOf('origins', origin, field, `${wordsOf(job.dialect, field)} of ${origin.name}`);

/**
 * The source loop of an origin for a fault kind and state. Where several facts serve, the one that makes the state
 * extreme counts: most current for MAX, least for MIN.
 * @returns unknown, naming the fact that would do
 */
export function originLoop(job: Job, origin: Origin, kind: FaultKind, state: NetworkState): Maybe<SourceLoop> {
  if (origin.kind === 'transformer' && !hasOwnFact(origin, kind, state)) {
    const plate = byTransformer(job, origin, kind, state);
    // Where its plate does not tell, what the supplier declares for the state is as good.
    if (plate.known || (state === 'MAX' ? origin.maxFaultA : origin.minFaultA) === undefined) return plate;
  }
  const loops = [...OWN_FACTS[kind], state === 'MAX' ? ('maxFaultA' as const) : ('minFaultA' as const)].flatMap((field) => {
    const fact = origin[field];
    return fact === undefined || !serves(field, fact, state) ? [] : [fromFact(job, origin, field, kind, state)];
  });
  if (loops.length === 0 && state === 'MAX' && (kind === 'L-L' || kind === 'L-L-L')) {
    const twice = twiceTheSingle(job, origin, kind);
    if (twice !== undefined) return twice;
  }
  let worst: Maybe<SourceLoop> | undefined;
  for (const loop of loops)
    if (worst === undefined || (loop.known && worst.known && drives(loop.value, worst.value, state))) worst = loop;
  if (state === 'MAX' && worst?.known === true) return besideReading(job, origin, kind, worst);
  const at = (field: string): string => `origins.${origin.id}.${field}`;
  const [first, ...others] = OWN_FACTS[kind];
  return (
    worst ??
    unknown(at(first!), wanted(job, origin, kind, state), [...others, state === 'MAX' ? 'maxFaultA' : 'minFaultA'].map(at))
  );
}

/** A declared greatest current with what an instrument read of the same loop. */
function besideReading(job: Job, origin: Origin, kind: FaultKind, worst: Known<SourceLoop>): Known<SourceLoop> {
  const field = OWN_FACTS[kind].find((each) => origin[each] !== undefined && isMeasured(origin[each]));
  if (field === undefined || worst.value.measured) return worst;
  const read = fromFact(job, origin, field, kind, 'MAX');
  return read.known ? known({ ...worst.value, read: read.value }, join(worst.given, read.given)) : worst;
}

const drives = (a: SourceLoop, b: SourceLoop, state: NetworkState): boolean =>
  state === 'MAX' ? a.emfV / a.ohm > b.emfV / b.ohm : a.emfV / a.ohm < b.emfV / b.ohm;

const hasOwnFact = (origin: Origin, kind: FaultKind, state: NetworkState): boolean =>
  OWN_FACTS[kind].some((field) => {
    const fact = origin[field];
    return fact !== undefined && serves(field, fact, state);
  });

/** A reading or declaration as a loop. A current is taken without any voltage factor. */
function fromFact(
  job: Job,
  origin: Origin,
  field: CurrentFact | OhmFact,
  kind: FaultKind,
  state: NetworkState,
): Maybe<SourceLoop> {
  const volts = drivingVoltageV(job.supply, kind);
  const factor = state === 'MAX' ? job.supply.cMax : job.supply.cMin;
  const loop = map(needed(job, origin, field), (value): SourceLoop => {
    const ohm = isOhm(field) ? value : volts / value;
    return {
      ohm,
      z: undefined,
      emfV: isOhm(field) ? volts * factor : volts,
      measured: origin[field]?.from === 'measured',
      from: wordsOf(job.dialect, field),
    };
  });
  return withAngle(origin, loop);
}

/** The loop with its angle, where the origin's X/R is entered. */
function withAngle(origin: Origin, loop: Maybe<SourceLoop>): Maybe<SourceLoop> {
  if (origin.xOverR === undefined || !loop.known) return loop;
  const ratio = factOf('origins', origin, 'xOverR');
  return both(loop, ratio, (one, xOverR) => ({ ...one, z: atRatio(one.ohm, xOverR) }));
}

/** Where the neutral of a source is as large as its lines, no fault between lines is more than twice one to the neutral. */
export const FULL_NEUTRAL: Relaxation<{ origin: Origin; kind: FaultKind }> = {
  id: 'full-neutral',
  name: 'twice the line-neutral current',
  clause: () => ({ standard: 'IEC 60909-0', edition: '2016', clause: 'derived: U0/Zl ≤ 2 U0/(Zl + Zn)', basis: 'published' }),
  conditions: [
    {
      id: 'full',
      wants: 'is for a neutral as large as the lines',
      holds: ({ origin, kind }) =>
        factOf(
          'origins',
          origin,
          'fullNeutral',
          `whether the neutral of ${origin.name} is as large as its lines (or its ${WORDS[kind === 'L-L' ? 'psccLlA' : 'pscc3A']})`,
        ),
    },
  ],
};

/**
 * Line to line and three-phase from one measured line-to-neutral current: no more than twice it, but only where the
 * neutral is no worse than a line. I3 = U0/Zl ≤ U0/(½(Zl + Zn)).
 */
function twiceTheSingle(job: Job, origin: Origin, kind: FaultKind): Maybe<SourceLoop> | undefined {
  if (LINES_OF[job.supply.voltageSystem] === 1) return undefined;
  const single = OWN_FACTS['L-N'].find((field) => origin[field]?.from === 'measured');
  if (single === undefined) return undefined;
  return andThen(
    both(applies(FULL_NEUTRAL, { origin, kind }), fromFact(job, origin, single, 'L-N', 'MAX'), (relaxation, loop) => ({
      relaxation,
      loop,
    })),
    ({ relaxation, loop }) => {
      if (!relaxation.applies)
        return unknown(
          `origins.${origin.id}.pscc3A`,
          `${WORDS[kind === 'L-L' ? 'psccLlA' : 'pscc3A']} of ${origin.name}: its neutral is smaller than its lines`,
        );
      const volts = drivingVoltageV(job.supply, kind);
      return known({
        ...loop,
        ohm: volts / (2 * (loop.emfV / loop.ohm)),
        emfV: volts,
        z: undefined,
        from: `twice the ${loop.from}`,
      });
    },
  );
}

function byTransformer(job: Job, origin: Origin, kind: FaultKind, state: NetworkState): Maybe<SourceLoop> {
  const { supply } = job;
  const winding = kind === 'L-PE' && supply.earthing === 'TT' ? 'L' : kind;
  return map(transformerLoop(origin, supply, winding, state), (z) => ({
    ohm: magnitude(z),
    z,
    emfV: drivingVoltageV(supply, kind) * (state === 'MAX' ? supply.cMax : supply.cMin),
    measured: false,
    from: 'the transformer',
  }));
}

function wanted(job: Job, origin: Origin, kind: FaultKind, state: NetworkState): string {
  const own = OWN_FACTS[kind].map((field) => wordsOf(job.dialect, field)).join(' or ');
  return state === 'MIN'
    ? `${own} of ${origin.name}, measured or declared (a declared maximum current gives no minimum one)`
    : `${own} of ${origin.name}, measured or declared (a declared maximum impedance gives no maximum current)`;
}

/** As entered; of a rod or pipe nobody measured, estimated from the soil it stands in, which is never more than assumed. */
function electrodeOhm(electrode: Electrode): Maybe<number> {
  const entered = factOf('electrodes', electrode, 'resistanceOhm');
  const driven = electrode.kind === 'rod' || electrode.kind === 'pipe';
  if (entered.known || !driven || electrode.soilOhmM === undefined) return entered;
  const parts = all({
    soil: factOf('electrodes', electrode, 'soilOhmM'),
    lengthM: factOf('electrodes', electrode, 'lengthM'),
    // Nobody measured it.
    estimated: need<boolean>(
      { value: true, from: 'assumed' },
      `electrodes.${electrode.id}.resistanceOhm`,
      `resistance of ${electrode.name}, estimated`,
    ),
  });
  return map(parts, ({ soil, lengthM }) => rodOhm(soil, lengthM));
}

/** Electrodes of one place in parallel, Ω. Unknown when there is none, or one of them is not known. */
export function electrodesOhm(electrodes: readonly Electrode[], path: string, what: string): Maybe<number> {
  if (electrodes.length === 0) return lacks('electrode', path, what);
  let given: Givens | undefined;
  let siemens = 0;
  for (const electrode of electrodes) {
    const ohm = electrodeOhm(electrode);
    if (!ohm.known) return ohm;
    siemens += 1 / ohm.value;
    given = given === undefined ? ohm.given : join(given, ohm.given);
  }
  return known(1 / siemens, given);
}

/**
 * Size of source and cable together. Where the source's angle is known the two add as vectors. Where it is not, MIN
 * takes them in line (the most impedance) and MAX takes the angle between 0 and 90° that leaves the least.
 * @returns Ω
 */
export function totalOhm(source: SourceLoop, cable: Complex, state: NetworkState): number {
  if (source.z !== undefined) return magnitude(add(source.z, cable));
  if (state === 'MIN') return source.ohm + magnitude(cable);
  return Math.min(magnitude(add({ re: source.ohm, im: 0 }, cable)), magnitude(add({ re: 0, im: source.ohm }, cable)));
}
