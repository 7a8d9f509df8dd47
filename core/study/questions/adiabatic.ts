import { metricWithstand, type Withstand } from '../../conductors/withstand';
import { timeAt } from '../../curves/edge';
import { overcurrentBand } from '../../devices/bands';
import { type LetThrough, letThroughOf } from '../../devices/letThrough';
import { all, andThen, join, known, type Maybe, type Unknown } from '../../job/known';
import type { Device } from '../../job/schema/device';
import type { Fault } from '../../network/faults';
import type { Stretch } from '../../network/paths';
import type { SegmentFacts } from '../../network/segmentFacts';
import { type FaultKind, kindsAmong } from '../../network/states';
import { K_SOURCE } from '../../tables/adiabatic';
import type { Source } from '../../tables/source';
import type { Check, WorkingLine } from '../answer';
import type { CircuitFacts } from '../facts';
import { type Comparison, figure, fits, holds, judge, line, unknownCheck } from '../judge';
import { faultLine } from './faultLine';

const TYPICAL: Source = { standard: 'common practice', edition: '', clause: 'typical band', basis: 'practice' };

/**
 * Let-through against k²S² for the live and the protective conductor of a segment, for the fault at its start (MAX) and at
 * its far end (MIN), every kind there can be; the one that asks most of its conductor counts.
 */
export function adiabaticChecks(facts: CircuitFacts, device: Device, stretch: Stretch): Check[] {
  const { segment } = stretch;
  const live = `Heat in the live conductors of ${stretch.facts.name}`;
  if (!facts.poles.known) return [unknownCheck(`energy:${segment.id}:live`, live, facts.poles.missing)];
  const kinds = kindsAmong(facts.poles.value).filter((kind) => kind !== 'L-PE');
  const checks = kinds.length === 0 ? [] : [judge(`energy:${segment.id}:live`, live, worstOf(facts, device, stretch, kinds))];
  const path = segment.protectivePath ?? 'conductor';
  if (path === 'conductor')
    checks.push(
      judge(
        `energy:${segment.id}:L-PE`,
        `Heat in the protective conductor of ${stretch.facts.name}`,
        worstOf(facts, device, stretch, ['L-PE']),
      ),
    );
  return checks;
}

interface Asked {
  fault: Fault;
  energy: LetThrough;
  withstand: Withstand;
  timeS: number;
}

/** Written out plainly: it is asked twice for every segment, and is most of what a study does. */
function worstOf(
  facts: CircuitFacts,
  device: Device,
  { segment, after, facts: own }: Stretch,
  kinds: readonly FaultKind[],
): Maybe<Comparison> {
  const { network } = facts.house;
  const { wiring } = facts;
  const letThrough = letThroughOf(device);
  const band = overcurrentBand(device, 'standard');
  if (!letThrough.known || !band.known) return all({ letThrough, band }) as Unknown;
  let worst: Asked | undefined;
  let given = join(letThrough.given, band.given);
  for (const kind of kinds) {
    const withstand = withstandOf(own, kind);
    const least = network.least(wiring, segment.id, kind);
    const most = network.most(wiring, after, kind);
    if (!withstand.known || !least.known || !most.known) return all({ withstand, least, most }) as Unknown;
    given = join(given, join(withstand.given, join(least.given, most.given)));
    for (const fault of [least.value, most.value]) {
      const energy = letThrough.value(fault.currentA);
      if (worst !== undefined && energy.sureA2s * worst.withstand.a2s <= worst.energy.sureA2s * withstand.value.a2s) continue;
      worst = { fault, energy, withstand: withstand.value, timeS: timeAt(band.value.slow, fault.currentA) };
    }
  }
  return known(judged(device, worst!), join(given, worst!.energy.given));
}

const withstandOf = (segment: SegmentFacts, kind: FaultKind): Maybe<Withstand> =>
  segment.once(`withstand ${kind}`, () => made(segment, kind));

function made(segment: SegmentFacts, kind: FaultKind): Maybe<Withstand> {
  const back = kind === 'L-N' ? 'neutralSize' : kind === 'L-PE' ? 'protectiveSize' : 'lineSize';
  const facts = all({
    material: segment.material,
    insulation: segment.insulation,
    lineMm2: segment.mm2('lineSize'),
    backMm2: segment.mm2(back),
  });
  return andThen(facts, ({ material, insulation, lineMm2, backMm2 }) =>
    known(metricWithstand(material, insulation, Math.min(lineMm2, backMm2))),
  );
}

/** Sure value within: pass. Sure value beyond but typical within: caution. Beyond, with no maker's data: not known. */
function judged(device: Device, { fault, energy, withstand, timeS }: Asked): Comparison {
  const { currentA } = fault;
  const magnetic = timeS <= 0.1;
  const sure = fits(energy.sureA2s, withstand.a2s);
  const typicalFits = fits(energy.typicalA2s, withstand.a2s);
  // Above the energy classes, and for D, a customary time says nothing of the energy let through.
  const customary = typicalFits && (!magnetic || energy.classed);
  const beyond = customary ? 'caution' : magnetic && energy.how !== 'maker' ? 'unknown' : 'stop';
  const where = fault.state === 'MAX' ? 'at its start, cold' : 'at its far end, hot';
  const why = sure
    ? ''
    : customary
      ? '; the surest value exceeds, the typical one fits'
      : beyond === 'unknown'
        ? "; needs the maker's let-through at this current"
        : '';
  return {
    demand: energy.sureA2s,
    limit: withstand.a2s,
    unit: 'A²s',
    rule: K_SOURCE,
    beyond,
    because: () => `${figure(currentA)} A ${fault.kind} ${where}${why}`,
    missing:
      beyond === 'unknown'
        ? [
            {
              path: `devices.${device.id}.settings.makerLetThrough`,
              what: `let-through of ${device.name} at ${figure(currentA)} A`,
            },
          ]
        : [],
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
              TYPICAL,
            ),
          ]),
      line(withstand.formula, withstand.values, `${figure(withstand.a2s)} A²s`, withstand.source),
      line(
        'let-through ≤ withstand',
        `${figure(energy.sureA2s)} ≤ ${figure(withstand.a2s)}`,
        holds(energy.sureA2s, withstand.a2s),
        withstand.source,
      ),
    ],
  };
}

function energyLine(energy: LetThrough, currentA: number): WorkingLine {
  const how = {
    time: 'I²·t, slow edge',
    class: 'energy class, up to its own current',
    maker: "maker's let-through",
    fuse: 'operating I²t, greatest',
  }[energy.how];
  const values = energy.how === 'time' ? `${figure(currentA)}² · ${figure(energy.sureTimeS)} s` : `at ${figure(currentA)} A`;
  return line(how, values, `${figure(energy.sureA2s)} A²s`, energy.source);
}
