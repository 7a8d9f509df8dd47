import { describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import { sharedNeutralA, starVolts } from '../loads/sharedNeutral';
import { american, mouldedCase, soilHouse, splitHouse, star, threePhaseHouse, transformerOrigin } from '../testing/houses';
import { breaker, device, jobWith, measuredOrigin, segment, stated } from '../testing/jobs';
import { Netlist, type Ohm, ohmAtRatio, solve } from '../testing/simulator';
import { FaultNetwork } from './faults';
import { wiringsOf } from './paths';
import type { FaultKind, NetworkState } from './states';

/*
 * Whole supplies against a general-purpose circuit simulator. Every netlist is drawn conductor by conductor: windings,
 * lines, neutrals, protective conductors, electrodes. Resistances and reactances are written out here again, from
 * IEC 60228 and NEC chapter 9 tables 8 and 9 (from memory), apart from the program's own tables.
 */
const wire = (mohmPerM: number, factor: number, lengthM: number, reactance = 0): Ohm => [
  (mohmPerM / 1000) * factor * lengthM,
  reactance * lengthM,
];
/** Metric copper: cold 20 °C, hot 70 °C (1.2) or 90 °C (1.28); 0.08 mΩ/m from 16 mm². */
const cu = { 2.5: 7.41, 1.5: 12.1, 4: 4.61, 6: 3.08, 16: 1.15, 25: 0.727, 35: 0.524 } as const;
const metric = (mm2: keyof typeof cu, lengthM: number, factor = 1): Ohm =>
  wire(cu[mm2], factor, lengthM, mm2 >= 16 ? 0.00008 : 0);

/** American: Ω and reactance per 1000 ft at 75 °C; cold, at 25 °C, copper 1 − 50 · 0.00323 and aluminium 1 − 50 · 0.0033. */
const KFT = 304.8;
const COLD = { Cu: 1 - 50 * 0.00323, Al: 1 - 50 * 0.0033 } as const;
const awg = (ohmPerKft: number, reactancePerKft: number, lengthM: number, factor = 1): Ohm => [
  (ohmPerKft / KFT) * factor * lengthM,
  (reactancePerKft / KFT) * lengthM,
];

function computed(job: Job, circuitId: string, segmentId: string | undefined, kind: FaultKind, state: NetworkState): number {
  const wirings = wiringsOf(job);
  const network = new FaultNetwork(wirings);
  const wiring = wirings.byCircuit.get(circuitId)!;
  const fault = state === 'MAX' ? network.most(wiring, segmentId, kind) : network.least(wiring, segmentId, kind);
  if (!fault.known) throw new Error(fault.missing.map((each) => each.what).join('; '));
  return fault.value.currentA;
}

/** Within 0.1 % of the simulator. */
const agrees = (found: number, expected: number) => expect(Math.abs(found / expected - 1)).toBeLessThan(0.001);

/**
 * A centre-tapped transformer of 25 kVA, 2 %, X/R 1.5 as an ideal one with a branch ahead of it and one in each half.
 * MAX: impedance a tenth less. Network above infinite, or 2 MVA least with X/R 10 for MIN.
 */
function splitSource(state: NetworkState): Netlist {
  const ohm = 0.02 * (240 ** 2 / 25_000) * (state === 'MAX' ? 0.9 : 1.1);
  const [r, x] = ohmAtRatio(ohm, 1.5);
  const [ur, ux] = state === 'MAX' ? [0, 0] : ohmAtRatio(240 ** 2 / 2_000_000, 10);
  return new Netlist(60)
    .source('p0', '0', 120)
    .z('p0', 'p', [0.125 * r + ur / 4, 0.2 * x + ux / 4])
    .ideal('p', '0', 'h1', 'n', 1)
    .ideal('p', '0', 'n', 'h2', 1)
    .z('h1', 'L1', [0.25 * r, 0.1 * x])
    .z('h2', 'L2', [0.25 * r, 0.1 * x])
    .z('n', '0', [1e-6, 0]);
}

/** The service drop of 80 ft, 2/0 aluminium lines and 1 AWG neutral, to the panel. */
const drop = (net: Netlist, state: NetworkState): Netlist => {
  const factor = state === 'MAX' ? COLD.Al : 1;
  return net
    .z('L1', 'b1', awg(0.159, 0.043, 24.384, factor))
    .z('L2', 'b2', awg(0.159, 0.043, 24.384, factor))
    .z('n', 'bn', awg(0.253, 0.046, 24.384, factor));
};
const feeder = (net: Netlist, state: NetworkState): Netlist => {
  const factor = state === 'MAX' ? COLD.Al : 1;
  return net
    .z('b1', 's1', awg(0.319, 0.045, 30.48, factor))
    .z('b2', 's2', awg(0.319, 0.045, 30.48, factor))
    .z('bn', 'sn', awg(0.319, 0.045, 30.48, factor))
    .z('bn', 'sg', awg(0.808, 0.051, 30.48, factor));
};

describe('split phase', () => {
  it('25 kVA, 2 %, X/R 1.5 at its terminals: 5208 A line to line, 8015 A line to neutral', async () => {
    const [r, x] = ohmAtRatio(0.02 * (240 ** 2 / 25_000), 1.5);
    const net = (fault: (net: Netlist) => Netlist) =>
      fault(
        new Netlist(60)
          .source('p0', '0', 120)
          .z('p0', 'p', [0.125 * r, 0.2 * x])
          .ideal('p', '0', 'h1', 'n', 1)
          .ideal('p', '0', 'n', 'h2', 1)
          .z('h1', 'L1', [0.25 * r, 0.1 * x])
          .z('h2', 'L2', [0.25 * r, 0.1 * x])
          .z('n', '0', [1e-6, 0]),
      );
    expect((await solve(net((one) => one.sense('f', 'L1', 'L2')))).amperes('f')).toBeCloseTo(5208, 0);
    expect((await solve(net((one) => one.sense('f', 'L1', 'n')))).amperes('f')).toBeCloseTo(8015, 0);
    // The program takes the plate at its lower tolerance for MAX: a tenth more current.
    agrees(computed(splitHouse(), 'service', undefined, 'L-L', 'MAX'), 5208.33 / 0.9);
    agrees(computed(splitHouse(), 'service', undefined, 'L-N', 'MAX'), 8015 / 0.9);
  });

  it('line to neutral at a bolted fault is 1.33 times line to line for pure resistance, 1.67 for pure reactance', () => {
    for (const [xOverR, times] of [
      [0, 1.3333],
      [30, 1.6655],
    ] as const) {
      const job = splitHouse(transformerOrigin({ xOverR: stated(xOverR) }));
      const ratio = computed(job, 'service', undefined, 'L-N', 'MAX') / computed(job, 'service', undefined, 'L-L', 'MAX');
      expect(ratio).toBeCloseTo(times, 2);
    }
  });

  it('line to neutral at the panel, cold', async () => {
    const { amperes } = await solve(drop(splitSource('MAX'), 'MAX').sense('f', 'b1', 'bn'));
    agrees(computed(splitHouse(), 'outlets', undefined, 'L-N', 'MAX'), amperes('f'));
  });

  it('line to line at the second panel, cold', async () => {
    const { amperes } = await solve(feeder(drop(splitSource('MAX'), 'MAX'), 'MAX').sense('f', 's1', 's2'));
    agrees(computed(splitHouse(), 'kiln', undefined, 'L-L', 'MAX'), amperes('f'));
  });

  it('line to ground at the end of an outlet circuit, hot, home by its ground and the service neutral', async () => {
    const net = drop(splitSource('MIN'), 'MIN')
      .z('b1', 'end', awg(1.98, 0.054, 27.432))
      .z('bn', 'g', awg(1.98, 0.054, 27.432))
      .sense('f', 'end', 'g');
    agrees(computed(splitHouse(), 'outlets', 'outlets', 'L-PE', 'MIN'), (await solve(net)).amperes('f'));
  });

  it('line to ground at the kiln behind the feeder, hot', async () => {
    const net = feeder(drop(splitSource('MIN'), 'MIN'), 'MIN')
      .z('s1', 'end', awg(0.308, 0.048, 18.9))
      .z('sg', 'g', awg(0.778, 0.052, 18.9))
      .sense('f', 'end', 'g');
    agrees(computed(splitHouse(), 'kiln', 'kiln', 'L-PE', 'MIN'), (await solve(net)).amperes('f'));
  });

  it('a metal raceway as the way back', async () => {
    const job = splitHouse();
    job.segments.outlets = american('outlets', 'outlets', 27.432, '12AWG', '12AWG', undefined, {
      protectivePath: 'raceway',
      returnMohmPerM: stated(2.1),
    });
    const net = drop(splitSource('MIN'), 'MIN')
      .z('b1', 'end', awg(1.98, 0.068, 27.432))
      .z('bn', 'g', wire(2.1, 1 + 0.004 * 55, 27.432))
      .sense('f', 'end', 'g');
    agrees(computed(job, 'outlets', 'outlets', 'L-PE', 'MIN'), (await solve(net)).amperes('f'));
  });
});

/** Three phases, star point earthed; per phase the plate's impedance and two thirds or all of the network above. */
function starSource(state: NetworkState): Netlist {
  const volts = state === 'MAX' ? 1.1 * 230 : 0.9 * 230;
  const line = Math.sqrt(3) * 230;
  const plate = ohmAtRatio(0.04 * (line ** 2 / 100_000) * (state === 'MAX' ? 0.9 : 1.1), 2);
  const above = ohmAtRatio(((state === 'MAX' ? 1.1 : 0.9) * line ** 2) / (state === 'MAX' ? 100e6 : 40e6), 10);
  const net = new Netlist(50);
  for (const [index, phase] of ['a', 'b', 'c'].entries()) {
    net.source(`e${phase}`, '0', volts, -120 * index).z(`e${phase}`, `P${phase}`, above);
  }
  // Delta above, star below: each secondary phase stands on two primary lines, √3 turns to one.
  const turns = 1 / Math.sqrt(3);
  net.ideal('Pa', 'Pb', 'sa', 'star', turns).ideal('Pb', 'Pc', 'sb', 'star', turns).ideal('Pc', 'Pa', 'sc', 'star', turns);
  for (const phase of ['a', 'b', 'c']) net.z(`s${phase}`, `T${phase}`, plate);
  return net.z('star', '0', [1e-6, 0]);
}
const tails = (net: Netlist, factor = 1): Netlist => {
  for (const phase of ['a', 'b', 'c']) net.z(`T${phase}`, `B${phase}`, metric(35, 20, factor));
  return net.z('star', 'Bn', metric(35, 20, factor)).z('star', 'Bpe', metric(16, 20, factor));
};
const annex = (net: Netlist, factor: number): Netlist => {
  for (const phase of ['a', 'b', 'c']) net.z(`B${phase}`, `A${phase}`, metric(16, 25, factor));
  return net.z('Bn', 'An', metric(16, 25, factor)).z('Bpe', 'Ape', metric(16, 25, factor));
};

describe('three phases', () => {
  const job = threePhaseHouse(star());
  it('all three lines at the first board, cold', async () => {
    const net = tails(starSource('MAX')).sense('f', 'Ba', 'short').sense('g', 'Bb', 'short').sense('h', 'Bc', 'short');
    agrees(computed(job, 'motor', undefined, 'L-L-L', 'MAX'), (await solve(net)).amperes('f'));
  });

  it('two lines at the first board, cold', async () => {
    const { amperes } = await solve(tails(starSource('MAX')).sense('f', 'Ba', 'Bb'));
    agrees(computed(job, 'motor', undefined, 'L-L', 'MAX'), amperes('f'));
  });

  it('line to neutral at the first board, cold: the network above counts by two thirds', async () => {
    const { amperes } = await solve(tails(starSource('MAX')).sense('f', 'Ba', 'Bn'));
    agrees(computed(job, 'sockets', undefined, 'L-N', 'MAX'), amperes('f'));
  });

  it('line to earth at the end of a circuit behind a feeder at 90 °C', async () => {
    const net = annex(tails(starSource('MIN'), 1.2), 1.28)
      .z('Aa', 'end', metric(2.5, 15, 1.2))
      .z('Ape', 'pe', metric(1.5, 15, 1.2))
      .sense('f', 'end', 'pe');
    agrees(computed(job, 'far', 'far-cable', 'L-PE', 'MIN'), (await solve(net)).amperes('f'));
  });

  it('208Y/120 V, two lines at the end of a two-pole circuit, hot', async () => {
    const nec = threePhaseHouse(star());
    nec.dialect = 'nec';
    nec.pack = 'nec-2023';
    nec.supply = { ...nec.supply, voltageSystem: 'three-phase-208-120', u0V: 120, frequencyHz: 60, cMax: 1, cMin: 1 };
    nec.segments.tails = american('tails', 'service', 20, '2/0AWG', '2/0AWG', '2AWG');
    nec.segments['motor-cable'] = american('motor-cable', 'motor', 18, '12AWG', undefined, '12AWG', {
      roles: ['line', 'line2', 'protective'],
    });
    nec.devices['motor-device'] = device('motor-device', 'motor', mouldedCase(20, '2P'), { lines: ['L1', 'L2'] });
    const line = Math.sqrt(3) * 120;
    const plate = ohmAtRatio(0.04 * (line ** 2 / 100_000) * 1.1, 2);
    const above = ohmAtRatio(line ** 2 / 40e6, 10);
    const net = new Netlist(60);
    for (const [index, phase] of ['a', 'b'].entries())
      net
        .source(`e${phase}`, '0', 120, -120 * index)
        .z(`e${phase}`, `end${phase}`, above, plate, awg(0.0967, 0.043, 20), awg(1.98, 0.054, 18));
    agrees(computed(nec, 'motor', 'motor-cable', 'L-L', 'MIN'), (await solve(net.sense('f', 'enda', 'endb'))).amperes('f'));
  });
});

describe('TT', () => {
  it('the loop through both electrodes, and the voltage that stays on the metalwork', async () => {
    const job = soilHouse();
    const plate = ohmAtRatio(0.04 * (230 ** 2 / 50_000) * 1.1, 1.2);
    const above = ohmAtRatio((0.95 * 230 ** 2) / 2_000_000, 10);
    const net = new Netlist(50)
      .source('e', 'star', 0.95 * 230)
      .z('e', 'end', plate, above, metric(25, 180, 1.2), metric(6, 38, 1.2))
      .z('star', '0', [1.2, 0])
      .z('case', 'met', metric(6, 38, 1.2))
      .z('met', '0', [19, 0])
      .sense('f', 'end', 'case');
    const { amperes, volts } = await solve(net);
    const current = computed(job, 'sauna', 'sauna-cable', 'L-PE', 'MIN');
    agrees(current, amperes('f'));
    agrees(19 * current, volts('met'));
  });

  it('two electrodes at one board stand in parallel', async () => {
    const job = soilHouse();
    job.electrodes.second = {
      id: 'second',
      order: 'c',
      name: 'Second rod',
      boardId: 'board',
      resistanceOhm: stated(40),
      state: 'new',
    };
    const plate = ohmAtRatio(0.04 * (230 ** 2 / 50_000) * 1.1, 1.2);
    const above = ohmAtRatio((0.95 * 230 ** 2) / 2_000_000, 10);
    const net = new Netlist(50)
      .source('e', 'star', 0.95 * 230)
      .z('e', 'end', plate, above, metric(25, 180, 1.2), metric(6, 38, 1.2))
      .z('star', '0', [1.2, 0])
      .z('case', 'met', metric(6, 38, 1.2))
      .z('met', '0', [19, 0])
      .z('met', '0', [40, 0])
      .sense('f', 'end', 'case');
    agrees(computed(job, 'sauna', 'sauna-cable', 'L-PE', 'MIN'), (await solve(net)).amperes('f'));
  });
});

describe('rings', () => {
  const ring = (): Job => {
    const job = jobWith(
      [{ id: 'ring', settings: breaker('B', 32), circuit: { topology: 'ring', ringContinuity: stated(true, 'measured') } }],
      measuredOrigin({ xOverR: stated(0.5) }),
    );
    job.segments.r1 = segment('r1', 'ring', 20, 2.5, 1.5);
    job.segments.r2 = segment('r2', 'ring', 30, 2.5, 1.5, { order: 'b' });
    job.segments.spur = segment('spur', 'ring', 9, 2.5, 1.5, { order: 'c', branchOf: 'r1' });
    return job;
  };
  /** The ring from its start round to its start again, cut at a place. */
  const around = (first: number, second: number): Netlist =>
    new Netlist(50)
      .source('e', '0', 0.95 * 230)
      .z('e', 'bl', ohmAtRatio(0.3, 0.5))
      .z('bl', 'at', metric(2.5, first, 1.2))
      .z('bl', 'at', metric(2.5, second, 1.2))
      .z('0', 'pe', metric(1.5, first, 1.2))
      .z('0', 'pe', metric(1.5, second, 1.2));

  it('half way round is a quarter of the ring end to end', async () => {
    const wirings = wiringsOf(ring());
    const fault = new FaultNetwork(wirings).leastAtEnd(wirings.byCircuit.get('ring')!, 'L-PE');
    const middle = (await solve(around(25, 25).sense('f', 'at', 'pe'))).amperes('f');
    const spur = await solve(
      around(20, 30)
        .z('at', 'end', metric(2.5, 9, 1.2))
        .z('pe', 'spe', metric(1.5, 9, 1.2))
        .sense('f', 'end', 'spe'),
    );
    expect(fault.known && fault.value.segmentId).toBe('spur');
    agrees(fault.known ? fault.value.currentA : 0, Math.min(middle, spur.amperes('f')));
    const bare = ring();
    delete bare.segments.spur;
    const round = wiringsOf(bare);
    const mid = new FaultNetwork(round).leastAtEnd(round.byCircuit.get('ring')!, 'L-PE');
    agrees(mid.known ? mid.value.currentA : 0, middle);
  });

  it('is unknown until its continuity is stated or measured', () => {
    const job = ring();
    delete job.circuits.ring!.ringContinuity;
    const wirings = wiringsOf(job);
    expect(new FaultNetwork(wirings).leastAtEnd(wirings.byCircuit.get('ring')!, 'L-PE')).toMatchObject({
      known: false,
      missing: [{ path: 'circuits.ring.ringContinuity' }],
    });
  });
});

describe('two sources', () => {
  /** A network at the first board, a generator at the annex; both with their angle. */
  const twoSources = (together: boolean): Job => {
    const job = jobWith([{ id: 'sockets', settings: breaker('B', 16), lengthM: 20 }], measuredOrigin({ xOverR: stated(0.6) }));
    job.origins.set = {
      id: 'set',
      order: 'b',
      name: 'Generator',
      kind: 'generator',
      runsAlone: stated(true),
      state: 'existing',
      zLnOhm: stated(0.9, 'measured'),
      zeOhm: stated(0.95, 'measured'),
      xOverR: stated(3),
      neutralBond: stated(true, 'measured'),
    };
    job.sourceStates = together
      ? { both: { id: 'both', order: 'a', name: 'Both', kind: 'grid', originIds: ['net', 'set'] } }
      : {
          grid: { id: 'grid', order: 'a', name: 'Grid', kind: 'grid', originIds: ['net'] },
          set: { id: 'set', order: 'b', name: 'Set', kind: 'generator', originIds: ['set'] },
        };
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
    job.circuits.own = {
      ...job.circuits.feeder,
      id: 'own',
      order: 'd',
      name: 'Generator cable',
      kind: 'service',
      fromOriginId: 'set',
    };
    delete job.circuits.own.fromBoardId;
    job.segments.feed = segment('feed', 'feeder', 40, 16, 16);
    job.segments.lead = segment('lead', 'own', 12, 6, 6);
    job.circuits.far = { ...job.circuits.sockets!, id: 'far', order: 'e', fromBoardId: 'annex' };
    job.segments['far-cable'] = segment('far-cable', 'far', 15, 2.5, 1.5);
    return job;
  };
  const both = (): Netlist =>
    new Netlist(50)
      .source('g', '0', 1.1 * 230)
      .z('g', 'bl', ohmAtRatio(0.25, 0.6))
      .source('s', 'sn', 1.1 * 230)
      .z('s', 'al', ohmAtRatio(0.9, 3), metric(6, 12), metric(6, 12))
      .z('bl', 'al', metric(16, 40), metric(16, 40))
      .z('sn', '0', [1e-9, 0]);

  it('that run together add up: at the annex, and back at the first board', async () => {
    const job = twoSources(true);
    agrees(computed(job, 'far', undefined, 'L-N', 'MAX'), (await solve(both().sense('f', 'al', '0'))).amperes('f'));
    agrees(computed(job, 'sockets', undefined, 'L-N', 'MAX'), (await solve(both().sense('f', 'bl', '0'))).amperes('f'));
  });

  it('for MIN each counts alone, the weaker one; from the generator the feeder is passed in reverse', async () => {
    const net = new Netlist(50)
      .source('s', '0', 0.95 * 230)
      .z('s', 'al', ohmAtRatio(0.95, 3), metric(6, 12, 1.2), metric(6, 12, 1.2))
      .z('al', 'bl', metric(16, 40, 1.2), metric(16, 40, 1.2))
      .z('bl', 'end', metric(2.5, 20, 1.2), metric(1.5, 20, 1.2))
      .sense('f', 'end', '0');
    const expected = (await solve(net)).amperes('f');
    for (const together of [true, false])
      agrees(computed(twoSources(together), 'sockets', 'sockets-cable', 'L-PE', 'MIN'), expected);
  });

  it('that are interlocked do not add', async () => {
    const net = new Netlist(50)
      .source('g', '0', 1.1 * 230)
      .z('g', 'bl', ohmAtRatio(0.25, 0.6))
      .sense('f', 'bl', '0');
    agrees(computed(twoSources(false), 'sockets', undefined, 'L-N', 'MAX'), (await solve(net)).amperes('f'));
  });

  it('of unknown angle are added up by size, which is never less than the truth', async () => {
    const job = twoSources(true);
    delete job.origins.net!.xOverR;
    delete job.origins.set!.xOverR;
    const bound = computed(job, 'far', undefined, 'L-N', 'MAX');
    for (const [a, b] of [
      [0, 0],
      [0, 30],
      [30, 0],
      [1, 4],
    ] as const) {
      const net = new Netlist(50)
        .source('g', '0', 1.1 * 230)
        .z('g', 'bl', ohmAtRatio(0.25, a))
        .source('s', '0', 1.1 * 230)
        .z('s', 'al', ohmAtRatio(0.9, b), metric(6, 12), metric(6, 12))
        .z('bl', 'al', metric(16, 40), metric(16, 40))
        .sense('f', 'al', '0');
      expect(bound).toBeGreaterThanOrEqual((await solve(net)).amperes('f') * 0.9999);
    }
  });
});

describe('a shared neutral', () => {
  /** Loads as current sources would be unkind to a simulator: resistances that draw the current at 120 V. */
  it('carries what two opposite lines differ by: 12 A and 10 A leave 2 A; on one line they add (trade check values)', async () => {
    const net = (degrees: number) =>
      new Netlist(60)
        .source('a', 'n', 120)
        .source('b', 'n', 120, degrees)
        .z('a', 'x', [120 / 12, 0])
        .z('b', 'x', [120 / 10, 0])
        .sense('f', 'x', 'n')
        .z('n', '0', [1, 0]);
    const loads = (line: 0 | 1) => [
      { line: 0 as const, currentA: 12, cosPhi: 1 },
      { line, currentA: 10, cosPhi: 1 },
    ];
    agrees(sharedNeutralA(loads(1), 2), (await solve(net(180))).amperes('f'));
    agrees(sharedNeutralA(loads(0), 2), (await solve(net(0))).amperes('f'));
    expect(sharedNeutralA(loads(1), 2)).toBeCloseTo(2, 9);
    expect(sharedNeutralA(loads(0), 2)).toBeCloseTo(22, 9);
  });

  it('of three phases carries the vector sum', async () => {
    const net = new Netlist(60).z('n', '0', [1, 0]).sense('f', 'x', 'n');
    for (const [index, amperes] of [12, 10, 6].entries())
      net.source(`p${index}`, 'n', 120, -120 * index).z(`p${index}`, 'x', [120 / amperes, 0]);
    const loads = [12, 10, 6].map((currentA, line) => ({ line: line as 0 | 1 | 2, currentA, cosPhi: 1 }));
    agrees(sharedNeutralA(loads, 3), (await solve(net)).amperes('f'));
  });

  it('opened puts both lots of loads in series across both lines: a small load burns', async () => {
    const ohm = (watts: number) => 120 ** 2 / watts;
    const net = new Netlist(60)
      .source('a', '0', 240)
      .z('a', 'x', [ohm(60), 0])
      .z('x', '0', [ohm(1500), 0]);
    const lamp = { line: 0, powerW: 60, ratedV: 120 } as const;
    const heater = { line: 1, powerW: 1500, ratedV: 120 } as const;
    const expected = (await solve(net)).volts('a', 'x');
    agrees(starVolts([lamp, heater], [true, true], 2, 120)![0]!, expected);
    expect(expected).toBeCloseTo(230.77, 1);
  });
});
