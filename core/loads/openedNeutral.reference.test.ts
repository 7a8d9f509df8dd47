import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Netlist, solve } from '../testing/simulator';
import { type OnLine, secondBondTouchV, sharedNeutralA, starVolts, worstStarVolts } from './sharedNeutral';

/** Twenty houses of random loads, the same every time. */
const HOUSES = fc.sample(
  fc.record({
    lines: fc.constantFrom(2 as const, 3 as const),
    loads: fc.array(fc.record({ line: fc.nat(2), powerW: fc.integer({ min: 10, max: 4000 }) }), { minLength: 2, maxLength: 6 }),
  }),
  { numRuns: 20, seed: 20 },
);
const onLines = ({ lines, loads }: (typeof HOUSES)[number]): OnLine[] =>
  loads.map(({ line, powerW }, at) => ({ line: (at < 2 ? at : line % lines) as 0 | 1 | 2, powerW, ratedV: 230 }));
const degrees = (line: number, lines: 2 | 3): number => (lines === 2 ? 180 : -120) * line;

describe('against the circuit simulator', () => {
  it('what a shared neutral carries, and what each load gets when it opens, in twenty random houses', async () => {
    for (const house of HOUSES) {
      const { lines } = house;
      const loads = onLines(house);
      const star = (neutralOhm: number) => {
        const net = new Netlist(50);
        for (let line = 0; line < lines; line += 1) net.source(`l${line}`, '0', 230, degrees(line, lines));
        for (const { line, powerW } of loads) net.z(`l${line}`, 'n', [230 ** 2 / powerW, 0]);
        return net.z('n', '0', [neutralOhm, 0]);
      };
      const drawn = loads.map(({ line, powerW }) => ({ line, currentA: powerW / 230, cosPhi: 1 }));
      const closed = (await solve(star(1e-6))).volts('n');
      expect(closed / 1e-6).toBeCloseTo(sharedNeutralA(drawn, lines), 1);
      const volts = starVolts(
        loads,
        loads.map(() => true),
        lines,
        230,
      )!;
      const open = await solve(star(1e9));
      for (const [at, { line }] of loads.entries()) expect(open.volts(`l${line}`, 'n')).toBeCloseTo(volts[at]!, 1);
    }
  }, 60_000);
  it('a second bond with the neutral opened: what stands on the metal', async () => {
    for (const [powerW, lineOhm, protectiveOhm] of [
      [1500, 0.2, 0.3],
      [60, 0.5, 1.2],
      [3000, 0.1, 4],
    ] as const) {
      const net = new Netlist(60)
        .source('l', '0', 120)
        .z('l', 'a', [lineOhm, 0])
        .z('a', 'metal', [120 ** 2 / powerW, 0]);
      expect((await solve(net.z('metal', '0', [protectiveOhm, 0]))).volts('metal')).toBeCloseTo(
        secondBondTouchV({ powerW, ratedV: 120 }, 120, lineOhm, protectiveOhm),
        4,
      );
    }
  }, 30_000);
});

describe('the worst an opened neutral can do', () => {
  const lamp: OnLine = { line: 0, powerW: 60, ratedV: 120 };
  const heater: OnLine = { line: 1, powerW: 1500, ratedV: 120 };
  it('puts 231 V of 240 on a lamp of 60 W beside a heater of 1.5 kW', () => {
    expect(worstStarVolts([lamp, heater], 2, 120)[0]).toBeCloseTo(230.77, 2);
    expect(worstStarVolts([lamp, heater], 2, 120)[1]).toBeCloseTo(9.23, 2);
  });
  it('of three lines a small load against one great one alone gets nearly the voltage between lines', () => {
    const star: OnLine[] = [
      { line: 0, powerW: 10, ratedV: 230 },
      { line: 1, powerW: 3000, ratedV: 230 },
      { line: 2, powerW: 1, ratedV: 230 },
    ];
    expect(worstStarVolts(star, 3, 230)[0]).toBeGreaterThan(395);
    expect(worstStarVolts(star, 3, 230)[0]).toBeLessThan(230 * Math.sqrt(3));
  });
  it('alone a load has nothing against it', () => {
    expect(worstStarVolts([lamp], 2, 120)).toEqual([0]);
    expect(starVolts([lamp, heater], [true, false], 2, 120)).toBeUndefined();
  });
});
