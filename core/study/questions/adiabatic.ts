import { timeAt } from '../../curves/edge';
import { overcurrentBand } from '../../devices/bands';
import { type LetThrough, letThroughOf } from '../../devices/letThrough';
import { all, andThen, known, type Maybe } from '../../job/known';
import type { Device } from '../../job/schema/device';
import type { Fault } from '../../network/faults';
import type { Stretch } from '../../network/paths';
import type { SegmentFacts } from '../../network/segmentFacts';
import type { FaultKind } from '../../network/states';
import { K_FACTORS, K_SOURCE } from '../../tables/adiabatic';
import type { Check } from '../answer';
import type { CircuitFacts } from '../facts';
import { type Comparison, figure, fits, holds, judge, line } from '../judge';
import { faultLine } from './breaksFault';

/**
 * Let-through against k²S² for the live and the protective conductor of a segment, for the fault at its start (MAX) and
 * at its far end (MIN); the greater energy counts.
 */
export function adiabaticChecks(facts: CircuitFacts, device: Device, stretch: Stretch): Check[] {
  return [conductorCheck(facts, device, stretch, 'L-N'), conductorCheck(facts, device, stretch, 'L-PE')];
}

function conductorCheck(facts: CircuitFacts, device: Device, stretch: Stretch, kind: FaultKind): Check {
  const { segment } = stretch;
  const conductor =
    kind === 'L-N' ? 'live conductors' : facts.job.dialect === 'nec' ? 'grounding conductor' : 'protective conductor';
  return judge(
    `energy:${segment.id}:${kind}`,
    `Heat in the ${conductor} of ${stretch.facts.name}`,
    compare(facts, device, stretch, kind),
  );
}

function compare(facts: CircuitFacts, device: Device, stretch: Stretch, kind: FaultKind): Maybe<Comparison> {
  const { path, network } = facts;
  if (!path.known) return path;
  const { segment } = stretch;
  const parts = all({
    most: network.faultAt(path.value, stretch.after, kind, 'MAX'),
    least: network.faultAt(path.value, segment.id, kind, 'MIN'),
    letThrough: letThroughOf(device),
    band: overcurrentBand(device, 'standard'),
    withstand: withstandA2s(stretch.facts, kind),
  });
  return andThen(parts, ({ most, least, letThrough, band, withstand }) => {
    const ends = [least, most].map((fault) => ({ fault, energy: letThrough(fault.currentA) }));
    const worst = ends.reduce((a, b) => (b.energy.sureA2s > a.energy.sureA2s ? b : a));
    return known(judged(device, worst, withstand, timeAt(band.slow, worst.fault.currentA)), worst.energy.given);
  });
}

interface Withstand {
  k: number;
  sizeMm2: number;
  a2s: number;
}

function withstandA2s(segment: SegmentFacts, kind: FaultKind): Maybe<Withstand> {
  const facts = all({
    material: segment.material,
    insulation: segment.insulation,
    lineMm2: segment.mm2('lineSize'),
    backMm2: segment.mm2(kind === 'L-N' ? 'neutralSize' : 'protectiveSize'),
  });
  return andThen(facts, ({ material, insulation, lineMm2, backMm2 }) => {
    const sizeMm2 = Math.min(lineMm2, backMm2);
    const k = K_FACTORS[material][insulation];
    return known({ k, sizeMm2, a2s: k ** 2 * sizeMm2 ** 2 });
  });
}

/** Sure value within: pass. Sure value beyond but typical within: caution. Beyond, with no maker's data: not known. */
function judged(
  device: Device,
  { fault, energy }: { fault: Fault; energy: LetThrough },
  withstand: Withstand,
  timeS: number,
): Comparison {
  const { currentA } = fault;
  const magnetic = timeS <= 0.1;
  const typicalFits = fits(energy.typicalA2s, withstand.a2s);
  const beyond = typicalFits ? 'caution' : magnetic && energy.how !== 'maker' ? 'unknown' : 'stop';
  const where = fault.state === 'MAX' ? 'at its start, cold' : 'at its far end, hot';
  const sure = fits(energy.sureA2s, withstand.a2s);
  return {
    demand: energy.sureA2s,
    limit: withstand.a2s,
    unit: 'A²s',
    rule: K_SOURCE,
    beyond,
    because: `${figure(currentA)} A ${where}${sure ? '' : typicalFits ? '; the surest value exceeds, the typical one fits' : beyond === 'unknown' ? "; needs the maker's let-through at this current" : ''}`,
    ...(beyond === 'unknown'
      ? {
          missing: [
            {
              path: `devices.${device.id}.settings.makerLetThrough`,
              what: `let-through of ${device.name} at ${figure(currentA)} A`,
            },
          ],
        }
      : {}),
    working: () => [
      faultLine(fault),
      energyLine(energy, currentA),
      ...(sure
        ? []
        : [
            line(
              'typical let-through',
              'I²·t on the typical slow edge, never above the sure value',
              `${figure(energy.typicalA2s)} A²s`,
              { standard: 'common practice', edition: '', clause: 'typical band', basis: 'practice' },
            ),
          ]),
      line('k²·S²', `${withstand.k}² · ${withstand.sizeMm2}²`, `${figure(withstand.a2s)} A²s`, K_SOURCE),
      line(
        'let-through ≤ k²·S²',
        `${figure(energy.sureA2s)} ≤ ${figure(withstand.a2s)}`,
        holds(energy.sureA2s, withstand.a2s),
        K_SOURCE,
      ),
    ],
  };
}

function energyLine(energy: LetThrough, currentA: number): ReturnType<typeof line> {
  const how = {
    time: 'I²·t, slow edge',
    class: 'energy class, up to its own current',
    maker: "maker's let-through",
    fuse: 'operating I²t, greatest',
  }[energy.how];
  const values = energy.how === 'time' ? `${figure(currentA)}² · ${figure(energy.sureTimeS)} s` : `at ${figure(currentA)} A`;
  return line(how, values, `${figure(energy.sureA2s)} A²s`, energy.source);
}
