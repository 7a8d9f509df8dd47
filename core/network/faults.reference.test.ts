import { Simulation } from 'eecircuit-engine';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import { breaker, device, jobWith, measuredOrigin, segment, stated } from '../testing/jobs';
import { FaultNetwork } from './faults';
import { wiringsOf } from './paths';
import type { FaultKind, NetworkState } from './states';

/*
 * The network against a general-purpose circuit simulator. Each netlist is written conductor by conductor from the
 * resistances of IEC 60228 and the reactance of 0.08 mΩ/m, apart from the program's own tables and algebra.
 */
const OMEGA = 2 * Math.PI * 50;
const R20: Record<string, number> = {
  Cu1: 18.1,
  'Cu1.5': 12.1,
  'Cu2.5': 7.41,
  Cu4: 4.61,
  Cu6: 3.08,
  Cu10: 1.83,
  Cu16: 1.15,
  Cu25: 0.727,
  Al35: 0.868,
  Al16: 1.91,
};

let simulation: Simulation;
beforeAll(async () => {
  simulation = new Simulation();
  await simulation.start();
}, 60_000);

/** Current in A driven through a chain of impedances written as `[ohm, ohmReactive]`. */
async function simulatedA(emfV: number, chain: readonly (readonly [number, number])[]): Promise<number> {
  const lines = chain.flatMap(([r, x], index) => [
    `R${index} n${index} m${index} ${r}`,
    `L${index} m${index} n${index + 1} ${Math.max(x, 1e-12) / OMEGA}`,
  ]);
  simulation.setNetList(
    ['fault', `Vemf n0 0 DC 0 AC ${emfV}`, ...lines, `Vsense n${chain.length} 0 0`, '.ac lin 1 50 50', '.end'].join('\n'),
  );
  const result = await simulation.runSim();
  const current = result.data.find((each) => each.name === 'i(vsense)')!.values[0] as { real: number; img: number };
  return Math.hypot(current.real, current.img);
}

/** One conductor: material and section, length, temperature. */
const conductor = (name: string, lengthM: number, celsius: number): [number, number] => [
  (R20[name]! / 1000) * (1 + 0.004 * (celsius - 20)) * lengthM,
  Number(name.slice(2)) >= 16 ? 0.00008 * lengthM : 0,
];

const fromXr = (ohm: number, xr: number): [number, number] => [ohm / Math.hypot(1, xr), (ohm * xr) / Math.hypot(1, xr)];

function computedA(job: Job, circuitId: string, segmentId: string | undefined, kind: FaultKind, state: NetworkState): number {
  const wirings = wiringsOf(job);
  const network = new FaultNetwork(wirings);
  const wiring = wirings.byCircuit.get(circuitId)!;
  const fault = state === 'MAX' ? network.most(wiring, segmentId, kind) : network.least(wiring, segmentId, kind);
  if (!fault.known) throw new Error(fault.missing.map((each) => each.what).join('; '));
  return fault.value.currentA;
}

/** Service of 9 m 25 mm² Cu, feeder of 30 m 35 mm² Al, final circuit with a spur. */
function house(origin = measuredOrigin({ xOverR: stated(0.7) })): Job {
  const job = jobWith([{ id: 'sockets', settings: breaker('B', 16), lengthM: 22, line: 2.5, protective: 1.5 }], origin);
  job.segments.tails = segment('tails', 'service', 9, 25, 16);
  job.boards.annex = { id: 'annex', order: 'b', name: 'Annex', state: 'new', deviceFactor: stated(1) };
  job.circuits.feeder = {
    id: 'feeder',
    order: 'c',
    number: '2',
    name: 'Feeder',
    kind: 'distribution',
    state: 'new',
    fromBoardId: 'board',
    toBoardId: 'annex',
    topology: 'radial',
  };
  job.segments.feed = segment('feed', 'feeder', 30, 35, 16, {
    material: stated('Al' as const),
    insulation: stated('XLPE90' as const),
  });
  job.circuits.far = {
    id: 'far',
    order: 'd',
    number: '3',
    name: 'Far',
    kind: 'final',
    state: 'new',
    fromBoardId: 'annex',
    topology: 'radial',
  };
  job.segments.far1 = segment('far1', 'far', 12, 6, 4);
  job.segments.far2 = segment('far2', 'far', 8, 4, 2.5, { order: 'b' });
  job.segments.spur = segment('spur', 'far', 17, 1.5, 1, { order: 'c', branchOf: 'far1' });
  job.devices.main = device('main', 'feeder', breaker('C', 63));
  return job;
}

describe('fault currents against the circuit simulator, within 0.1 %', () => {
  const source = measuredOrigin({ xOverR: stated(0.7) });
  const cases: {
    name: string;
    job: Job;
    circuit: string;
    segment?: string;
    kind: FaultKind;
    state: NetworkState;
    emfV: number;
    chain: [number, number][];
  }[] = [
    {
      name: 'line to neutral at the first board, cold',
      job: house(),
      circuit: 'sockets',
      kind: 'L-N',
      state: 'MAX',
      emfV: 1.1 * 230,
      chain: [fromXr(0.25, 0.7), conductor('Cu25', 9, 20), conductor('Cu25', 9, 20)],
    },
    {
      name: 'line to earth at the end of a final circuit, hot',
      job: house(),
      circuit: 'sockets',
      segment: 'sockets-cable',
      kind: 'L-PE',
      state: 'MIN',
      emfV: 0.95 * 230,
      chain: [
        fromXr(0.3, 0.7),
        conductor('Cu25', 9, 70),
        conductor('Cu16', 9, 70),
        conductor('Cu2.5', 22, 70),
        conductor('Cu1.5', 22, 70),
      ],
    },
    {
      name: 'line to neutral at a board behind an aluminium feeder, cold',
      job: house(),
      circuit: 'far',
      kind: 'L-N',
      state: 'MAX',
      emfV: 1.1 * 230,
      chain: [
        fromXr(0.25, 0.7),
        conductor('Cu25', 9, 20),
        conductor('Cu25', 9, 20),
        conductor('Al35', 30, 20),
        conductor('Al35', 30, 20),
      ],
    },
    {
      name: 'line to earth at the end of two sizes in a row, hot, feeder at 90 °C',
      job: house(),
      circuit: 'far',
      segment: 'far2',
      kind: 'L-PE',
      state: 'MIN',
      emfV: 0.95 * 230,
      chain: [
        fromXr(0.3, 0.7),
        conductor('Cu25', 9, 70),
        conductor('Cu16', 9, 70),
        conductor('Al35', 30, 90),
        conductor('Al16', 30, 90),
        conductor('Cu6', 12, 70),
        conductor('Cu4', 12, 70),
        conductor('Cu4', 8, 70),
        conductor('Cu2.5', 8, 70),
      ],
    },
    {
      name: 'line to neutral at the end of a spur, hot',
      job: house(),
      circuit: 'far',
      segment: 'spur',
      kind: 'L-N',
      state: 'MIN',
      emfV: 0.95 * 230,
      chain: [
        fromXr(0.25, 0.7),
        conductor('Cu25', 9, 70),
        conductor('Cu25', 9, 70),
        conductor('Al35', 30, 90),
        conductor('Al35', 30, 90),
        conductor('Cu6', 12, 70),
        conductor('Cu6', 12, 70),
        conductor('Cu1.5', 17, 70),
        conductor('Cu1.5', 17, 70),
      ],
    },
    {
      name: 'a declared greatest current, no voltage factor on it',
      job: house({ ...source, zLnOhm: undefined, maxFaultA: stated(3200) } as unknown as typeof source),
      circuit: 'sockets',
      kind: 'L-N',
      state: 'MAX',
      emfV: 230,
      chain: [fromXr(230 / 3200, 0.7), conductor('Cu25', 9, 20), conductor('Cu25', 9, 20)],
    },
  ];
  for (const each of cases)
    it(each.name, async () => {
      const expected = await simulatedA(each.emfV, each.chain);
      const computed = computedA(each.job, each.circuit, each.segment, each.kind, each.state);
      expect(Math.abs(computed / expected - 1)).toBeLessThan(0.001);
      expect(Math.abs(computed / expected - 1)).toBeLessThan(0.0001);
    });

  it('brackets a source of unknown angle: MIN is the least and MAX the most over all angles', async () => {
    const job = house(measuredOrigin());
    const least = computedA(job, 'sockets', 'sockets-cable', 'L-PE', 'MIN');
    const most = computedA(job, 'far', undefined, 'L-N', 'MAX');
    for (const xr of [0, 0.3, 1, 3, 30]) {
      const min = await simulatedA(0.95 * 230, [
        fromXr(0.3, xr),
        conductor('Cu25', 9, 70),
        conductor('Cu16', 9, 70),
        conductor('Cu2.5', 22, 70),
        conductor('Cu1.5', 22, 70),
      ]);
      const max = await simulatedA(1.1 * 230, [
        fromXr(0.25, xr),
        conductor('Cu25', 9, 20),
        conductor('Cu25', 9, 20),
        conductor('Al35', 30, 20),
        conductor('Al35', 30, 20),
      ]);
      expect(least).toBeLessThanOrEqual(min * 1.0001);
      expect(most).toBeGreaterThanOrEqual(max * 0.9999);
    }
  });
});
