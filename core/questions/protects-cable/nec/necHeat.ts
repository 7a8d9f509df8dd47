import { americanWithstand } from '../../../conductors/withstand';
import { timeAt } from '../../../curves/edge';
import { overcurrentBand } from '../../../devices/bands';
import type { CircuitFacts } from '../../../house/facts';
import { showSize } from '../../../job/edges';
import { all, andThen, known, type Maybe } from '../../../job/known';
import type { Check } from '../../../judging/answer';
import { type Comparison, figure, holds, judge, line } from '../../../judging/judge';
import { keyed } from '../../../judging/keys';
import { kindsAmong } from '../../../network/states';
import type { Source } from '../../../tables/source';
import type { NecCable } from './necCable';

/** Insulation heated in a fault: the NEC asks for protection of components, not for a figure. */
const ICEA_CAUTION: Source = { standard: 'NEC', edition: '', clause: '110.10', basis: 'memory' };

/**
 * Heat in a fault at the start of the conductors, and again where they grow thinner. The NEC asks for protected components and gives
 * no figure: what a customary band comes to is shown, and makes no verdict.
 */
export function heatCheck(facts: CircuitFacts, { stretch, device }: NecCable): Check[] {
  const { wiring, house, poles } = facts;
  const before = facts.wiring.stretches.find(({ segment }) => segment.id === stretch.after)?.facts.size('lineSize');
  const own = stretch.facts.size('lineSize');
  // Behind a length of the same size there is no more current than at its own start.
  if (facts.protective === undefined || (before?.known === true && own.known && before.value === own.value)) return [];
  const parts = all({
    band: overcurrentBand(device),
    size: stretch.facts.size('lineSize'),
    material: stretch.facts.material,
    poles,
  });
  const comparison = andThen(parts, ({ band, size, material, poles: on }): Maybe<Comparison> => {
    const faults = kindsAmong(on).map((kind) => house.network.most(wiring, stretch.after, kind));
    const missing = faults.flatMap((fault) => (fault.known ? [] : fault.missing));
    if (missing.length > 0) return { known: false, missing };
    const currentA = Math.max(...faults.map((fault) => (fault.known ? fault.value.currentA : 0)));
    const timeS = timeAt(band.maximum, currentA);
    const demand = currentA ** 2 * timeS;
    const withstand = americanWithstand(material, size);
    return known({
      demand,
      limit: withstand.a2s,
      unit: 'A²s',
      of: ['I2t', 'k2S2'],
      rule: ICEA_CAUTION,
      within: 'not-applicable',
      beyond: 'not-applicable',
      secondary: true,
      because: () => `${figure(currentA)} A at its start for ${figure(timeS)} s, the maximum; ${showSize(size)} insulation`,
      working: () => [
        line('I²·t', `${figure(currentA)}² · ${figure(timeS)} s`, `${figure(demand)} A²s`, band.sources[0]!),
        line(withstand.formula, withstand.values, `${figure(withstand.a2s)} A²s`, withstand.source),
        line('I²·t ≤ withstand', `${figure(demand)} ≤ ${figure(withstand.a2s)}`, holds(demand, withstand.a2s), ICEA_CAUTION),
      ],
    });
  });
  return comparison.known
    ? [judge(keyed('heat', stretch.segment.id), `Short-circuit withstand of ${stretch.facts.name}`, comparison)]
    : [];
}
