import { all, andThen, both, known, type Maybe, map, unknown } from '../job/known';
import type { Job } from '../job/sealed';
import { word } from '../job/terms';
import { clause } from '../rules/clauses';
import { applies, type Relaxation } from '../rules/relaxation';
import { timesWarm } from '../tables/conductorResistance';
import { fromMilli } from '../units';
import { add, type Complex, scale, ZERO } from './complex';
import type { ConductorName, SegmentFacts } from './segmentFacts';
import type { FaultKind, NetworkState } from './states';
import { wireOhmPerM } from './wire';

/** Conductor temperatures of the two states. IEC: 20 °C and the insulation's limit; NEC: 25 °C and 75 °C. */
const COLD_C = { iec: 20, nec: 25 } as const;
const HOT_NEC = known(75);

function conductorC(segment: SegmentFacts, state: NetworkState, dialect: Job['dialect']): Maybe<number> {
  if (state === 'MAX') return COLD[dialect];
  return dialect === 'nec' ? HOT_NEC : segment.limitC;
}
const COLD = { iec: known(COLD_C.iec), nec: known(COLD_C.nec) } as const;

/** Impedances of a segment's conductors in one state, Ω over its whole length. */
export interface SegmentOhm {
  line: Maybe<Complex>;
  neutral: Maybe<Complex>;
  /** The way back of an earth fault, whatever it is made of. */
  back: Maybe<Complex>;
}

/**
 * Impedances of a segment: line, neutral and earth return, each by its own size.
 * Where there is no way back (`protectivePath: none`) it is said to be missing; in TT ahead of the electrode nobody asks.
 * @returns each Ω, or what is missing to have it
 */
export const segmentOhm = (segment: SegmentFacts, state: NetworkState, dialect: Job['dialect']): SegmentOhm =>
  segment.once(`ohm ${state} ${dialect}`, () => ohmOf(segment, state, dialect));

function ohmOf(segment: SegmentFacts, state: NetworkState, dialect: Job['dialect']): SegmentOhm {
  const common = all({ lengthM: segment.lengthM, celsius: conductorC(segment, state, dialect) });
  const steel = segment.segment.protectivePath === 'raceway';
  const wire = (conductor: ConductorName): Maybe<Complex> =>
    andThen(
      all({ common, size: segment.size(conductor), material: segment.metalOf(conductor) }),
      ({ common: { lengthM, celsius }, size, material }) => {
        const perM = wireOhmPerM(material, size, celsius, state === 'MAX', steel);
        return perM === undefined
          ? unknown(segment.at(conductor), `no resistance listed for ${size} ${material}`)
          : known(scale(perM, lengthM));
      },
    );
  const neutral = wire('neutralSize');
  return { line: wire('lineSize'), neutral, back: returnPath(segment, neutral, wire, state, dialect) };
}

function returnPath(
  segment: SegmentFacts,
  neutral: Maybe<Complex>,
  wire: (conductor: ConductorName) => Maybe<Complex>,
  state: NetworkState,
  dialect: Job['dialect'],
): Maybe<Complex> {
  return andThen(segment.returnPath, (path): Maybe<Complex> => {
    if (path === 'conductor') return wire('protectiveSize');
    if (path === 'pen') return neutral;
    if (path === 'none')
      return unknown(segment.at('protectivePath'), `${segment.name} has no way back for a fault to ${word(dialect, 'earth')}`);
    return alongSteel(segment, state, dialect);
  });
}

/** Armour or a raceway carries an earth fault back where its resistance is entered: nothing is lent from a table. */
export const STEEL_RETURN: Relaxation<SegmentFacts> = {
  id: 'steel-return',
  name: 'armour or raceway as the way back',
  clause: (pack) => clause(pack, 'steelReturn'),
  conditions: [
    { id: 'resistance', wants: 'is of known resistance', holds: (segment) => map(segment.returnMohmPerM, () => true) },
  ],
};

/** Armour or a raceway as the way back. */
function alongSteel(segment: SegmentFacts, state: NetworkState, dialect: Job['dialect']): Maybe<Complex> {
  const facts = all({
    relaxation: applies(STEEL_RETURN, segment),
    mohmPerM: segment.returnMohmPerM,
    lengthM: segment.lengthM,
    celsius: conductorC(segment, state, dialect),
  });
  return map(facts, ({ mohmPerM, lengthM, celsius }) => ({
    re: fromMilli(mohmPerM) * timesWarm(celsius) * lengthM,
    im: 0,
  }));
}

/** Impedances of several lengths in a row. */
export const inRow = (a: SegmentOhm, b: SegmentOhm): SegmentOhm => ({
  line: both(a.line, b.line, add),
  neutral: both(a.neutral, b.neutral, add),
  back: both(a.back, b.back, add),
});

export const NO_LENGTH: SegmentOhm = { line: known(ZERO), neutral: known(ZERO), back: known(ZERO) };

/** The loop of a fault kind: out and back, or along one line where three lines feed the fault. `L` is the line alone. */
export function loopOf({ line, neutral, back }: SegmentOhm, kind: FaultKind | 'L'): Maybe<Complex> {
  if (kind === 'L-N') return both(line, neutral, add);
  if (kind === 'L-PE') return both(line, back, add);
  if (kind === 'L-L') return map(line, (z) => scale(z, 2));
  return line;
}

/**
 * A ring seen from a place on it: both legs share the current, each conductor by itself.
 * @param to impedances from the start to the place, once round one way
 * @param whole impedances all round
 */
export function onRing(to: SegmentOhm, whole: SegmentOhm): SegmentOhm {
  const legs = (part: Maybe<Complex>, round: Maybe<Complex>): Maybe<Complex> => both(part, round, twoLegs);
  return { line: legs(to.line, whole.line), neutral: legs(to.neutral, whole.neutral), back: legs(to.back, whole.back) };
}

/** Half way round: a quarter of each conductor measured end to end, the most there is on the ring itself. */
export const midRing = (whole: SegmentOhm): SegmentOhm => ({
  line: map(whole.line, (z) => scale(z, 0.25)),
  neutral: map(whole.neutral, (z) => scale(z, 0.25)),
  back: map(whole.back, (z) => scale(z, 0.25)),
});

/** z·(T − z)/T. Along one ring cable both parts have the same angle but for size changes; the general form holds for both. */
function twoLegs(z: Complex, round: Complex): Complex {
  const rest = { re: round.re - z.re, im: round.im - z.im };
  const top = { re: z.re * rest.re - z.im * rest.im, im: z.re * rest.im + z.im * rest.re };
  const square = round.re * round.re + round.im * round.im;
  if (square === 0) return ZERO;
  return {
    re: (top.re * round.re + top.im * round.im) / square,
    im: (top.im * round.re - top.re * round.im) / square,
  };
}
