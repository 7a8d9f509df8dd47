import { Simulation } from 'eecircuit-engine';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { type Complex, magnitude, ZERO } from './complex';
import { type Branch, solveNodes } from './nodes';

const ohm = (re: number, im = 0): Complex => ({ re, im });
const OMEGA = 2 * Math.PI * 50;
let simulation: Simulation;
beforeAll(async () => {
  simulation = new Simulation();
  await simulation.start();
}, 60_000);

/** The same network as the simulator has it: each branch as resistance, inductance and source in a row. */
async function simulated(branches: readonly Branch[], reference: string): Promise<Map<string, number>> {
  const node = (name: string): string => (name === reference ? '0' : name);
  const lines = branches.flatMap(({ id, from, to, z, emf = ZERO }) => {
    const degrees = (Math.atan2(emf.im, emf.re) * 180) / Math.PI;
    return [
      `V${id} ${id}a ${node(from)} DC 0 AC ${magnitude(emf)} ${degrees}`,
      `R${id} ${id}a ${id}b ${Math.max(z.re, 1e-6)}`,
      `L${id} ${id}b ${node(to)} ${Math.max(z.im, 1e-9) / OMEGA}`,
    ];
  });
  simulation.setNetList(['nodes', ...lines, '.ac lin 1 50 50', '.end'].join('\n'));
  const { data } = await simulation.runSim();
  return new Map(
    branches.map(({ id }) => {
      const { real, img } = data.find(({ name }) => name === `i(v${id.toLowerCase()})`)!.values[0] as {
        real: number;
        img: number;
      };
      return [id, Math.hypot(real, img)];
    }),
  );
}

/** A supply of three lines behind their windings, with loads, and a neutral that may be anything. */
function star(neutralOhm: number | undefined, loads: readonly [number, number, number]): Branch[] {
  const line = (at: number): Branch => ({
    id: `s${at}`,
    from: 'star',
    to: `l${at}`,
    z: ohm(0.05, 0.03),
    emf: { re: 230 * Math.cos((at * 2 * Math.PI) / 3), im: 230 * Math.sin((at * 2 * Math.PI) / 3) },
  });
  return [
    ...[0, 1, 2].map(line),
    ...loads.map((re, at) => ({ id: `r${at}`, from: `l${at}`, to: 'n', z: ohm(re) })),
    ...(neutralOhm === undefined ? [] : [{ id: 'neutral', from: 'n', to: 'star', z: ohm(neutralOhm) }]),
  ];
}

describe('a network by its nodes', () => {
  it.each([
    ['a bolted fault on one line', [...star(0.1, [50, 80, 20]), { id: 'f', from: 'l0', to: 'n', z: ZERO }]],
    ['three lines and a neutral', star(0.1, [50, 80, 20])],
    ['the neutral lost', star(undefined, [50, 80, 20])],
    [
      'a fault through the soil',
      [
        ...star(0.1, [50, 80, 20]),
        { id: 'rb', from: 'star', to: 'soil', z: ohm(2) },
        { id: 'ra', from: 'metal', to: 'soil', z: ohm(19) },
        { id: 'f', from: 'l1', to: 'metal', z: ohm(3) },
      ],
    ],
    [
      'somebody at the metal of a broken neutral',
      [
        ...star(undefined, [50, 80, 20]),
        { id: 'rb', from: 'star', to: 'soil', z: ohm(1) },
        { id: 'body', from: 'n', to: 'soil', z: ohm(1900) },
      ],
    ],
    ['a second way for the neutral', [...star(0.4, [12, 300, 25]), { id: 'pipe', from: 'n', to: 'star', z: ohm(0.7, 0.2) }]],
  ] as [string, Branch[]][])('is as the simulator has it: %s', async (_, branches) => {
    const ours = solveNodes(branches, 'star');
    const theirs = await simulated(branches, 'star');
    for (const { id } of branches) expect(magnitude(ours.current(id))).toBeCloseTo(theirs.get(id)!, 3);
  });

  it('has what comes into a node leave it, whatever the impedances', () => {
    const some = fc.double({ min: 0.001, max: 5000, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 0, max: 5 }), some, some), { maxLength: 14 }),
        (of) => {
          const branches: Branch[] = [
            { id: 'drive', from: '0', to: '1', z: ohm(0.1), emf: ohm(230) },
            ...of.map(([a, b, re, im], at) => ({
              id: `b${at}`,
              from: `${a}`,
              to: `${b === a ? (a + 1) % 6 : b}`,
              z: ohm(re, im),
            })),
          ];
          const { current } = solveNodes(branches, '0');
          for (const node of ['1', '2', '3', '4', '5']) {
            const sum = branches.reduce(
              (total, { id, from, to }) => {
                const sign = from === node ? 1 : to === node ? -1 : 0;
                const { re, im } = current(id);
                return { re: total.re + sign * re, im: total.im + sign * im };
              },
              { re: 0, im: 0 },
            );
            expect(magnitude(sum)).toBeLessThan(1e-6);
          }
        },
      ),
      { numRuns: 200 },
    );
  });

  it('knows no voltage of what nothing ties to the reference, and the currents in it all the same', () => {
    const apart: Branch[] = [
      { id: 'g', from: 'a', to: 'b', z: ohm(1), emf: ohm(10) },
      { id: 'r', from: 'b', to: 'a', z: ohm(4) },
      { id: 'x', from: 'E', to: 'y', z: ohm(1), emf: ohm(5) },
    ];
    const solved = solveNodes(apart, 'E');
    expect(magnitude(solved.current('r'))).toBeCloseTo(2, 9);
    expect(solved.volts('b')).toBeUndefined();
    expect(magnitude(solved.volts('y')!)).toBeCloseTo(5, 9);
    expect(() => solved.current('none')).toThrow(RangeError);
    expect(() => solveNodes([{ id: 'bad', from: 'E', to: 'y', z: ohm(Number.NaN) }], 'E')).toThrow(/bad is no number/);
  });
});
