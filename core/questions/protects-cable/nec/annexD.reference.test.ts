import { describe, expect, it } from 'vitest';
import { check } from '../../../study/testing/ask';
import { mouldedCase, splitHouse } from '../../../testing/houses';
import { device, stated } from '../../../testing/jobs';
import { askCable } from '../../../testing/necCircuit';

/**
 * Worked examples of NEC annex D (from memory). D7: a dwelling's service of 175 A asks 0.83 · 175 = 145.25 A of its conductors,
 * 1/0 AWG copper. D3(a): 119 A on eight current-carrying conductors of 90 °C at 35 °C: 1/0 AWG carries 114 A, 2/0 AWG 131 A.
 */
describe('worked examples of NEC annex D', () => {
  it.each([
    ['1AWG', 130, 'stop', 175],
    ['1/0AWG', 150, 'pass', 145.25],
  ])('D7: %s on a service of 175 A', (size, limit, verdict, demand) => {
    const job = splitHouse();
    job.devices.main = device('main', 'service', mouldedCase(175, '2P'), { lines: ['L1', 'L2'], seat: 'end' });
    job.circuits.service = {
      ...job.circuits.service!,
      designCurrentA: stated(100),
      continuous: stated(false),
      wholeDwelling: stated(true),
    };
    const of = {
      lineSize: stated(size),
      material: stated('Cu' as const),
      insulation: stated('THW75' as const),
      terminalC: stated(75 as const),
    };
    job.segments.drop = { ...job.segments.drop!, ...of, ambientC: stated(30), groupedCircuits: stated(1) };
    expect(check(askCable(job, 'service'), 'overload')).toMatchObject({ verdict, demand, limit });
  });
  it.each([
    ['1/0AWG', 114.24, 'stop'],
    ['2/0AWG', 131.04, 'pass'],
  ] as const)('D3(a): 119 A through %s', (size, limit, verdict) => {
    const place = {
      construction: 'singles' as const,
      place: 'raceway' as const,
      ambientC: stated(35),
      groupedCircuits: stated(4),
    };
    const found = check(
      askCable({ ratingA: 150, size, poles: '2P', loadA: 119, segment: { ...place, terminalC: stated(75 as const) } }),
      'ampacity',
    );
    expect(found).toMatchObject({ verdict, demand: 119 });
    expect(found.limit).toBeCloseTo(limit, 9);
  });
});
