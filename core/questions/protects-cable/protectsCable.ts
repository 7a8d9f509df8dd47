import { correctedAmpacity } from '../../conductors/ampacity';
import { overcurrentBand, ratedCurrent } from '../../devices/bands';
import type { CircuitFacts } from '../../house/facts';
import { showSize, sizeMm2 } from '../../job/edges';
import { all, andThen, known, list, type Maybe, map, need, unknown } from '../../job/known';
import type { Device } from '../../job/schema/device';
import { packName } from '../../job/terms';
import type { Answer, Check } from '../../judging/answer';
import { answer, type Comparison, figure, holds, judge, line, notAssessed, unknownCheck } from '../../judging/judge';
import { cableMissing, lacksCable, type Stretch } from '../../network/paths';
import { BONDING_SOURCE, bondingMm2, ELECTRODE_SOURCE, PME_SOURCE, pmeBondingMm2 } from '../../tables/protectiveSizes';
import type { Source } from '../../tables/source';
import { everyLineCheck } from '../everyLine';
import { adiabaticChecks } from './adiabatic';
import { bondingCheck, conductorsToEarth } from './bonding';
import { boxInfo } from './box';
import { ampacityLines, type Cable } from './cable';
import { harmonicCheck } from './harmonics';
import { necConductors } from './nec/necConductors';
import { outletsInfo } from './outlets';
import { ringChecks } from './ringFinal';
import { cablePoles, sharedNeutralCheck } from './sharedNeutral';
import { suitableCheck } from './suitable';
import { dropCheck } from './voltageDrop';

const OVERLOAD: Source = { standard: 'IEC 60364-4-43', edition: '2008', clause: '433.1', basis: 'memory' };
const ELSEWHERE: Source = { standard: 'IEC 60364-4-43', edition: '2008', clause: '433.2.2, 433.3.1', basis: 'memory' };
const ENTERED: Source = { standard: 'as entered', edition: '', clause: '', basis: 'published' };

/** Compares the device's rating and trip current with every segment's ampacity, its let-through with what each conductor withstands, and the drop. */
export function protectsCable(facts: CircuitFacts): Answer {
  const { circuit, wiring, protective, job } = facts;
  if (facts.job.dialect === 'nec') return necConductors(facts);
  const checks: Check[] = [];
  const ring = circuit.topology === 'ring';
  // Its two legs share the load, so In ≤ Iz of one leg would call a sound ring unsafe: it has a rule of its own.
  if (ring && job.pack !== 'bs-7671-2018-a2')
    checks.push(
      notAssessed(
        'ring',
        'Ring circuit',
        `overload of ring circuits is not assessed by ${packName(job.pack)}; BS 7671 has a rule for them`,
      ),
    );
  if (lacksCable(facts.house.wirings, wiring)) checks.push(unknownCheck('cable', 'Cable', [cableMissing(circuit)]));
  if (protective === undefined) {
    checks.push(
      unknownCheck('device', 'Overcurrent device', [
        { path: `circuits.${circuit.id}`, what: `an overcurrent device at the start of ${circuit.name}` },
      ]),
    );
    return answer('protects-cable', [...checks, ...earthingChecks(facts), dropCheck(facts)]);
  }
  checks.push(...everyLineCheck(facts, protective), loadWithinRating(facts, protective));
  for (const stretch of wiring.stretches) {
    const cable = cableOf(facts, stretch);
    if (overloadElsewhere(facts)) checks.push(loadWithinAmpacity(facts, cable), ...harmonicCheck(facts, cable));
    else if (!ring)
      checks.push(
        ratingWithinAmpacity(protective, cable),
        tripWithinAmpacity(protective, cable),
        ...harmonicCheck(facts, cable, protective),
      );
    else if (job.pack === 'bs-7671-2018-a2') checks.push(...ringChecks(protective, cable, stretch));
    const neutral = correctedAmpacity(stretch.facts, cablePoles(facts), facts.system, 'neutralSize');
    checks.push(
      ...sharedNeutralCheck(
        facts,
        stretch,
        map(neutral, ({ izA }) => izA),
      ),
    );
    checks.push(...suitableCheck(facts, stretch), ...boxInfo(facts, stretch), ...adiabaticChecks(facts, protective, stretch));
  }
  checks.push(...earthingChecks(facts), dropCheck(facts), ...outletsInfo(facts));
  return answer('protects-cable', checks);
}

function loadWithinRating({ design }: CircuitFacts, device: Device): Check {
  const comparison = map(
    all({ design, ratedA: ratedCurrent(device) }),
    ({ design: ib, ratedA }): Comparison => ({
      demand: ib.ibA,
      limit: ratedA,
      unit: 'A',
      rule: OVERLOAD,
      because: () => `design current against the rating of ${device.name}`,
      working: () => [
        line(ib.formula, ib.values(), `${figure(ib.ibA)} A`, ENTERED),
        line('Ib ≤ In', `${figure(ib.ibA)} ≤ ${figure(ratedA)}`, holds(ib.ibA, ratedA), OVERLOAD),
      ],
    }),
  );
  return judge('ib-in', 'Ib ≤ In', comparison);
}

const cableOf = (facts: CircuitFacts, { segment, facts: of }: Stretch): Cable => ({
  id: segment.id,
  name: of.name,
  iz: correctedAmpacity(of, cablePoles(facts), facts.system),
});

/** Everything a circuit feeds is protected against overload by itself: its cable then wants a device for faults only. */
const overloadElsewhere = ({ circuit, loads }: CircuitFacts): boolean =>
  circuit.kind === 'final' &&
  circuit.topology === 'radial' &&
  circuit.use === 'fixed' &&
  circuit.designCurrentA === undefined &&
  loads.length > 0 &&
  loads.every((load) => load.overloadProtected?.value === true);

function loadWithinAmpacity({ design, loads }: CircuitFacts, { id, name, iz }: Cable): Check {
  const own = list(
    loads.map((load) =>
      need(load.overloadProtected, `loads.${load.id}.overloadProtected`, `overload protection of ${load.name}`),
    ),
  );
  const comparison = map(
    all({ design, iz, own }),
    ({ design: ib, iz: ampacity }): Comparison => ({
      demand: ib.ibA,
      limit: ampacity.izA,
      unit: 'A',
      rule: ELSEWHERE,
      because: () => `what ${name} feeds protects it against overload; its own device is for faults`,
      working: () => [
        ...ampacityLines(ampacity),
        line(ib.formula, ib.values(), `${figure(ib.ibA)} A`, ENTERED),
        line('Ib ≤ Iz', `${figure(ib.ibA)} ≤ ${figure(ampacity.izA)}`, holds(ib.ibA, ampacity.izA), ELSEWHERE),
      ],
    }),
  );
  return judge(`ib-iz:${id}`, `Ib ≤ Iz of ${name}`, comparison);
}

function ratingWithinAmpacity(device: Device, { id, name, iz }: Cable): Check {
  const comparison = map(
    all({ iz, ratedA: ratedCurrent(device) }),
    (parts): Comparison => ({
      demand: parts.ratedA,
      limit: parts.iz.izA,
      unit: 'A',
      rule: OVERLOAD,
      because: () => `rating of ${device.name} against what ${name} may carry`,
      working: () => [
        ...ampacityLines(parts.iz),
        line('In ≤ Iz', `${figure(parts.ratedA)} ≤ ${figure(parts.iz.izA)}`, holds(parts.ratedA, parts.iz.izA), OVERLOAD),
      ],
    }),
  );
  return judge(`in-iz:${id}`, `In ≤ Iz of ${name}`, comparison);
}

/** I2 is the conventional tripping (fusing) current: the first gate of the standard slow edge. */
function tripWithinAmpacity(device: Device, { id, name, iz }: Cable): Check {
  const comparison = andThen(all({ iz, band: overcurrentBand(device, 'standard') }), (parts): Maybe<Comparison> => {
    const i2A = parts.band.slow.vertices[0]?.currentA;
    if (i2A === undefined) return unknown(`devices.${device.id}`, `conventional tripping current of ${device.name}`);
    const limit = 1.45 * parts.iz.izA;
    return known({
      demand: i2A,
      limit,
      unit: 'A',
      rule: OVERLOAD,
      because: () => `current that surely opens ${device.name} against 1.45 Iz of ${name}`,
      working: () => [
        line('I2', `conventional tripping current of ${device.name}`, `${figure(i2A)} A`, parts.band.sources[0]!),
        line('I2 ≤ 1.45 Iz', `${figure(i2A)} ≤ 1.45 · ${figure(parts.iz.izA)} = ${figure(limit)}`, holds(i2A, limit), OVERLOAD),
      ],
    });
  });
  return judge(`i2:${id}`, `I2 ≤ 1.45 Iz of ${name}`, comparison);
}

/** The main bonding conductor behind a service, and those to the electrodes of a board. */
function earthingChecks(facts: CircuitFacts): Check[] {
  const { circuit, wiring, job } = facts;
  const segment = wiring.stretches.at(-1)?.segment;
  const size = segment?.lineSize?.value;
  if (circuit.kind === 'final' || size === undefined) return [];
  // Where the supplier's neutral is earthed all along, bonding may carry its current; without its size that of the lines counts.
  const pme = job.pack.startsWith('bs-7671') && job.supply.earthing === 'TN-C-S';
  const neutral = segment?.neutralSize?.value ?? size;
  const bonding = pme
    ? { mm2: pmeBondingMm2(sizeMm2(neutral)), why: `for a multiply earthed neutral of ${showSize(neutral)}`, rule: PME_SOURCE }
    : { mm2: bondingMm2(sizeMm2(size)), why: `for lines of ${showSize(size)}`, rule: BONDING_SOURCE };
  return [
    ...bondingCheck(facts, { size: `${bonding.mm2}mm2`, ...bonding }),
    ...conductorsToEarth(facts, () => ({ size: '6mm2', why: 'protected against corrosion and blows', rule: ELECTRODE_SOURCE })),
  ];
}
