import { all, andThen, known, type Maybe, map, need, unknown } from '../job/known';
import type { Origin, Supply } from '../job/sealed';
import { impedanceTolerance, SPLIT_T, UPSTREAM_R_OVER_X } from '../tables/transformer';
import { ofPercent } from '../units';
import { add, atRatio, type Complex, scale, ZERO } from './complex';
import { type FaultKind, LINES_OF, lineVoltageV, type NetworkState } from './states';

/** A transformer seen from its secondary: its own impedance and that of the network above, both referred to the full winding. */
interface Referred {
  own: Complex;
  above: Complex;
}

function referred(origin: Origin, supply: Supply, state: NetworkState): Maybe<Referred> {
  const { transformer } = origin;
  const path = `origins.${origin.id}.transformer`;
  if (transformer === undefined) return unknown(path, `transformer of ${origin.name}`);
  const facts = all({
    ratedVA: need(transformer.ratedVA, `${path}.ratedVA`, `rating of ${origin.name}`),
    percent: need(transformer.impedancePercent, `${path}.impedancePercent`, `impedance of ${origin.name}`),
    xOverR: need(transformer.xOverR, `${path}.xOverR`, `X/R of ${origin.name}`),
    above: networkAbove(origin, supply, state),
  });
  return map(facts, ({ ratedVA, percent, xOverR, above }) => {
    const volts = lineVoltageV(supply);
    const tolerance = impedanceTolerance(percent, transformer.standard ?? 'iec');
    const ohm = ofPercent(percent) * (1 + (state === 'MAX' ? -tolerance : tolerance)) * (volts ** 2 / ratedVA);
    return { own: atRatio(ohm, xOverR), above };
  });
}

/** The network above, referred to the full secondary: infinite serves MAX only; a fault level its own state. */
function networkAbove(origin: Origin, supply: Supply, state: NetworkState): Maybe<Complex> {
  const { transformer } = origin;
  const path = `origins.${origin.id}.transformer`;
  if (state === 'MAX' && transformer?.upstream === 'infinite') return known(ZERO);
  const field = state === 'MAX' ? 'upstreamFaultVA' : 'upstreamLeastVA';
  const what =
    state === 'MAX'
      ? `maximum fault level above ${origin.name}`
      : `minimum fault level above ${origin.name} (an infinite network above gives no minimum current)`;
  return map(need(transformer?.[field], `${path}.${field}`, what), (levelVA) => {
    const factor = state === 'MAX' ? supply.cMax : supply.cMin;
    const ohm = (factor * lineVoltageV(supply) ** 2) / levelVA;
    return atRatio(ohm, 1 / UPSTREAM_R_OVER_X);
  });
}

/**
 * Loop impedance at a transformer's terminals.
 * Split phase: the T of a centre-tapped winding; the network above enters the half at a quarter of its full-winding value.
 * Three phases: delta above, star below; the network above is no part of the zero sequence, so a single-line fault sees two
 * thirds of it. `L` is one line's own share, for a return through the soil.
 * @returns Ω; unknown when a plate value or the network above is
 */
export function transformerLoop(origin: Origin, supply: Supply, kind: FaultKind | 'L', state: NetworkState): Maybe<Complex> {
  return andThen(referred(origin, supply, state), ({ own, above }): Maybe<Complex> => {
    if (LINES_OF[supply.voltageSystem] === 2) return known(splitLoop(own, above, kind));
    if (LINES_OF[supply.voltageSystem] === 1) return known(add(own, above));
    if (kind === 'L-L') return known(scale(add(own, above), 2));
    if (kind === 'L-L-L') return known(add(own, above));
    return known(add(own, scale(above, 2 / 3)));
  });
}

function splitLoop(own: Complex, above: Complex, kind: FaultKind | 'L'): Complex {
  if (kind === 'L-L') return add(own, above);
  const { primary, half } = SPLIT_T;
  const tap = { re: own.re * (primary.r + half.r), im: own.im * (primary.x + half.x) };
  return add(tap, scale(above, 0.25));
}
