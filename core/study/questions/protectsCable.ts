import { type Ampacity, correctedAmpacity } from '../../conductors/ampacity';
import { overcurrentBand, ratedCurrent } from '../../devices/bands';
import { all, andThen, known, type Maybe, map, unknown } from '../../job/known';
import type { Device } from '../../job/schema/device';
import type { Stretch } from '../../network/paths';
import type { Source } from '../../tables/source';
import type { Answer, Check, WorkingLine } from '../answer';
import type { CircuitFacts } from '../facts';
import { answer, type Comparison, figure, holds, judge, line, notAssessed, unknownCheck } from '../judge';
import { adiabaticChecks } from './adiabatic';
import { dropCheck } from './voltageDrop';

const OVERLOAD: Source = { standard: 'IEC 60364-4-43', edition: '2008', clause: '433.1', basis: 'memory' };
const ENTERED: Source = { standard: 'as entered', edition: '', clause: '', basis: 'published' };

/** Compares the device's rating and trip current with every segment's ampacity, its let-through with what each conductor withstands, and the drop. */
export function protectsCable(facts: CircuitFacts): Answer {
  const { circuit, wiring, protective } = facts;
  if (facts.job.dialect === 'nec')
    return answer('protects-cable', [
      notAssessed('nec', 'Conductors by the NEC', 'ampacity, small conductors and next sizes of the NEC are not assessed yet'),
      dropCheck(facts),
    ]);
  const checks: Check[] = [];
  const ring = circuit.topology === 'ring';
  // Its two legs share the load, so In ≤ Iz of one leg would call a sound ring unsafe.
  if (ring) checks.push(notAssessed('ring', 'Ring circuit', 'overload of ring circuits is not assessed yet'));
  if (circuit.sharesNeutralWith !== undefined)
    checks.push(notAssessed('shared-neutral', 'Shared neutral', 'shared neutrals are not assessed yet'));
  if (facts.loads.some((load) => (load.thirdHarmonicPercent?.value ?? 0) > 15))
    checks.push(notAssessed('harmonics', 'Harmonic currents', 'third harmonics above 15 % are not assessed yet'));
  if (wiring.stretches.length === 0 && circuit.kind === 'final')
    checks.push(unknownCheck('cable', 'Cable', [{ path: `circuits.${circuit.id}`, what: `cable of ${circuit.name}` }]));
  if (protective === undefined) {
    checks.push(
      unknownCheck('device', 'Overcurrent device', [
        { path: `circuits.${circuit.id}`, what: `an overcurrent device at the start of ${circuit.name}` },
      ]),
    );
    return answer('protects-cable', [...checks, dropCheck(facts)]);
  }
  checks.push(loadWithinRating(facts, protective));
  for (const stretch of wiring.stretches) {
    const cable = cableOf(facts, stretch);
    if (!ring) checks.push(ratingWithinAmpacity(protective, cable), tripWithinAmpacity(protective, cable));
    checks.push(...adiabaticChecks(facts, protective, stretch));
  }
  checks.push(dropCheck(facts));
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

interface Cable {
  id: string;
  name: string;
  iz: Maybe<Ampacity>;
}

const cableOf = ({ poles, system }: CircuitFacts, { segment, facts }: Stretch): Cable => ({
  id: segment.id,
  name: facts.name,
  iz: correctedAmpacity(facts, poles, system),
});

/** Iz = table · temperature · grouping, as a line of working. */
function ampacityLines(iz: Ampacity): WorkingLine[] {
  const [table, temperature, grouping] = iz.sources;
  return [
    line('I table', `${iz.sizeMm2} mm² ${iz.column}, method ${iz.method}, ${iz.loaded} loaded`, `${iz.tabulatedA} A`, table!),
    line('factor for temperature', '', String(iz.temperature), temperature!),
    line('factor for circuits together', '', String(iz.grouping), grouping!),
    line('Iz = I table · factors', `${iz.tabulatedA} · ${iz.temperature} · ${iz.grouping}`, `${figure(iz.izA)} A`, table!),
  ];
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
