import { describe, expect, it } from 'vitest';
import { known } from '../../job/known';
import { newJob } from '../../job/newJob';
import type { Circuit, Load } from '../../job/schema/circuit';
import type { Job } from '../../job/schema/job';
import type { Board } from '../../job/schema/supply';
import { studyJob } from '../../study/study';
import { FT2_M2 } from '../../tables/demand';
import { mouldedCase } from '../../testing/houses';
import { device, stated } from '../../testing/jobs';
import { dwellingOf220 } from '../../testing/reliefJobs';
import { dwellingDemand } from './calculated';
import { dwellingLoads } from './read';
import type { CircuitBelow, DemandMethod } from './taken';

/** A load on a circuit of its own: between lines where nothing else is said, else on one line and the neutral. */
interface Entered {
  name: string;
  kind: NonNullable<Load['appliance']>['value'];
  watts?: number;
  amps?: number;
  line?: 'L1' | 'L2';
}

/** A dwelling as the examples have it: floor area, small-appliance and laundry circuits, and what else is there. */
function dwelling(ft2: number, entered: readonly Entered[], pack: Job['pack'] = 'nec-2023', method?: DemandMethod, ratedA = 100) {
  const job = newJob({ id: 'd', name: 'd', dialect: 'nec', pack });
  const board: Board = {
    ...job.boards.main!,
    areaM2: stated(ft2 * FT2_M2),
    ...(method === undefined ? {} : { demandMethod: stated(method) }),
  };
  const circuit = (id: string, more: Partial<Circuit>): Circuit =>
    ({
      id,
      order: id,
      number: id,
      name: id,
      kind: 'final',
      state: 'existing',
      topology: 'radial',
      fromBoardId: 'main',
      ...more,
    }) as Circuit;
  const asked = (id: string, purpose: 'small-appliance' | 'laundry'): CircuitBelow => ({
    circuit: circuit(id, { use: 'sockets', purpose: stated(purpose) }),
    loads: [],
    poles: known({ lines: 1, neutral: true }),
    lines: [],
    apart: false,
    ratedA: known(20),
  });
  const below: CircuitBelow[] = [
    asked('s1', 'small-appliance'),
    asked('s2', 'small-appliance'),
    asked('laundry', 'laundry'),
    ...entered.map(({ name, kind, watts, amps, line }): CircuitBelow => {
      const load: Load = {
        id: name,
        circuitId: name,
        order: 'a',
        name,
        appliance: stated(kind),
        cosPhi: stated(1),
        continuous: stated(false),
        ...(watts === undefined ? {} : { powerW: stated(watts) }),
        ...(amps === undefined ? {} : { currentA: stated(amps) }),
      };
      return {
        circuit: circuit(name, { use: 'fixed' }),
        loads: [load],
        lines: line === undefined ? [] : [line],
        apart: false,
        ratedA: known(20),
        poles: known({ lines: line === undefined ? 2 : 1, neutral: line !== undefined || kind === 'range' || kind === 'dryer' }),
      };
    }),
  ];
  const found = dwellingDemand(dwellingLoads(job, board, below, { service: true, whole: known(true), ratedA: known(ratedA) }));
  if (!found.known) throw new Error(JSON.stringify(found.missing));
  return found.value;
}

const RANGE: Entered = { name: 'range', kind: 'range', watts: 12_000 };
const DRYER: Entered = { name: 'dryer', kind: 'dryer', watts: 5_500 };

/** NEC informative annex D, worked examples of one-family dwellings, from memory. */
describe('NEC annex D', () => {
  it.each(['nec-2017', 'nec-2020', 'nec-2023'] as const)('D1(a), %s: 1500 ft², 12 kW range, 5.5 kW dryer', (pack) => {
    const { calculation, neutral } = dwelling(1500, [RANGE, DRYER], pack);
    expect(calculation.totalVa).toBeCloseTo(18_600, 6);
    expect(calculation.totalA).toBeCloseTo(77.5, 6);
    expect(neutral.va).toBeCloseTo(14_550, 6);
    expect(neutral.balancedA).toBeCloseTo(60.625, 6);
    expect(neutral.worstA).toBeCloseTo(60.625, 6);
  });

  it('D1(b): with air conditioners of 6 A between lines and 12 A on one, a dishwasher of 10 A and a disposer of 8 A on the other', () => {
    const { calculation } = dwelling(1500, [
      RANGE,
      DRYER,
      { name: 'bedroom air', kind: 'cooling', amps: 6 },
      { name: 'study air', kind: 'cooling', amps: 12, line: 'L1' },
      { name: 'dishwasher', kind: 'fixed', amps: 10, line: 'L2' },
      { name: 'disposer', kind: 'fixed', amps: 8, line: 'L2' },
    ]);
    // The example rounds 77.5 A up to 78 A, and adds a quarter of the largest motor to each line: 99 A and 104 A.
    // The quarter is of the air conditioner of 12 A, on its own line; the example puts a quarter of 8 A on the other as well.
    expect(calculation.legs[0]!.currentA).toBeCloseTo(77.5 + 6 + 12 + 3, 6);
    expect(calculation.legs[1]!.currentA).toBeCloseTo(77.5 + 6 + 10 + 8, 6);
    expect(calculation.fullestA).toBeCloseTo(101.5, 6);
    const largest = calculation.lines.find(({ id }) => id === 'largest-motor')!;
    expect(largest.demandVa).toBeCloseTo(0.25 * 12 * 120, 6);
    expect(calculation.totalVa).toBeCloseTo(18_600 + 6 * 240 + (12 + 10 + 8) * 120 + 360, 6);
  });

  it('D2(a): optional, heating of 9 kW in five rooms is more than cooling', () => {
    const rooms = [1, 2, 3, 4, 5].map((at): Entered => ({ name: `heat ${at}`, kind: 'space-heating', watts: 1_800 }));
    const entered: Entered[] = [
      RANGE,
      ...rooms,
      { name: 'water', kind: 'water-heater', watts: 2_500 },
      { name: 'dishwasher', kind: 'fixed', watts: 1_200, line: 'L1' },
      { name: 'dryer', kind: 'dryer', watts: 5_000 },
      { name: 'air', kind: 'cooling', amps: 6 },
    ];
    const { calculation, neutral } = dwelling(1500, entered, 'nec-2023', 'optional');
    expect(calculation.method).toBe('optional');
    expect(calculation.totalVa).toBeCloseTo(21_480, 6);
    expect(calculation.totalA).toBeCloseTo(89.5, 6);
    // The example has the dishwasher spread over both lines; on its own line it asks 5 A more.
    expect(neutral.va).toBeCloseTo(15_400, 6);
    expect(neutral.balancedA).toBeCloseTo(64.17, 2);
    expect(neutral.worstA).toBeCloseTo((5_100 + 5_600 + 3_500) / 240 + 10, 6);
  });

  it('D2(b): optional, cooling of 10.08 kVA is more than heating', () => {
    const cooling = [1, 2, 3, 4, 5, 6].map((at): Entered => ({ name: `air ${at}`, kind: 'cooling', amps: 7 }));
    const entered: Entered[] = [
      { name: 'oven 1', kind: 'cooking-unit', watts: 4_000 },
      { name: 'oven 2', kind: 'cooking-unit', watts: 4_000 },
      { name: 'cooktop', kind: 'cooking-unit', watts: 5_100 },
      { name: 'water', kind: 'water-heater', watts: 4_500 },
      { name: 'dishwasher', kind: 'fixed', watts: 1_200, line: 'L1' },
      { name: 'washer and dryer', kind: 'dryer', watts: 5_000 },
      { name: 'bath heater', kind: 'space-heating', watts: 1_500 },
      ...cooling,
    ];
    const { calculation, neutral } = dwelling(1500, entered, 'nec-2023', 'optional', 150);
    expect(calculation.totalVa).toBeCloseTo(19_120 + 10_080, 6);
    expect(calculation.totalA).toBeCloseTo(121.67, 2);
    // 13.1 kW of three appliances at 55 %, 70 % of it on the neutral: the example rounds 7205 W to 7.2 kW.
    expect(neutral.va).toBeCloseTo(5_100 + 0.7 * 0.55 * 13_100 + 3_500 + 1_200, 6);
  });
});

describe('the demand of a dwelling', () => {
  it('by an optional method only where it may be taken; else by part III, with why', () => {
    const short = dwelling(1500, [RANGE, DRYER], 'nec-2023', 'optional', 99);
    expect(short.calculation.method).toBe('standard');
    expect(short.refused).toMatch(/100 A and more/);
    expect(dwelling(1500, [RANGE, DRYER], 'nec-2023', 'optional', 100).calculation.method).toBe('optional');
  });
  it('takes four appliances at three quarters, three whole', () => {
    const fixed = (count: number) =>
      Array.from(
        { length: count },
        (_, at): Entered => ({ name: `f${at}`, kind: 'fixed', watts: 1_000, line: at % 2 === 0 ? 'L1' : 'L2' }),
      );
    const line = (count: number) => dwelling(1500, fixed(count)).calculation.lines.find(({ id }) => id === 'fixed')!.demandVa;
    expect(line(3)).toBeCloseTo(3_000);
    expect(line(4)).toBeCloseTo(3_000);
  });
  it('counts no small one as the fourth', () => {
    const three = [1, 2, 3].map((at): Entered => ({ name: `f${at}`, kind: 'fixed', watts: 2_000 }));
    const line = (watts: number) =>
      dwelling(1500, [...three, { name: 'fan', kind: 'fixed', watts }]).calculation.lines.find(({ id }) => id === 'fixed')!
        .demandVa;
    expect(line(499)).toBeCloseTo(6_499);
    expect(line(500)).toBeCloseTo(0.75 * 6_500);
  });
  it('takes a dryer as 5000 W at least, a charger as 7200 VA at least from 2023 on', () => {
    const line = (entered: Entered, id: string, pack: Job['pack']) =>
      dwelling(1000, [entered], pack).calculation.lines.find((each) => each.id === id)!.demandVa;
    expect(line({ name: 'd', kind: 'dryer', watts: 4_999 }, 'dryers', 'nec-2023')).toBe(5_000);
    expect(line({ name: 'd', kind: 'dryer', watts: 5_001 }, 'dryers', 'nec-2023')).toBe(5_001);
    const charger: Entered = { name: 'c', kind: 'vehicle-charger', amps: 16 };
    expect(line(charger, 'chargers', 'nec-2020')).toBe(3_840);
    expect(line(charger, 'chargers', 'nec-2023')).toBe(7_200);
  });
  it('says which circuit moved would even the lines', () => {
    const { move } = dwelling(1000, [
      { name: 'a', kind: 'fixed', watts: 1_800, line: 'L1' },
      { name: 'b', kind: 'fixed', watts: 600, line: 'L1' },
      { name: 'c', kind: 'fixed', watts: 1_200, line: 'L2' },
    ]).calculation;
    expect(move).toMatchObject({ circuit: { id: 'b' }, to: 'L2', differenceA: expect.closeTo(0, 6) });
    expect(dwelling(1000, []).calculation.move).toBeUndefined();
  });
});

describe('the line that carries most', () => {
  const one = (line?: 'L1' | 'L2'): Entered => ({
    name: `on ${line}`,
    kind: 'fixed',
    watts: 12_000,
    ...(line === undefined ? {} : { line }),
  });
  it('is what a device has to carry: 12 kW on one line are 100 A there, spread over both half of it', () => {
    const bare = dwelling(1000, []).calculation;
    const { totalA, fullestA } = dwelling(1000, [one('L1')]).calculation;
    expect(totalA - bare.totalA).toBeCloseTo(50, 6);
    expect(fullestA - bare.fullestA).toBeCloseTo(100, 6);
    expect(dwelling(1000, [one()]).calculation.fullestA - bare.fullestA).toBeCloseTo(50, 6);
  });
  it('stops a main the average would pass', () => {
    const verdict = (line: 'L1' | 'L2') => {
      const job = dwellingOf220(150);
      job.loads.dishwasher = { ...job.loads.dishwasher!, powerW: stated(1_200) };
      job.loads.second = { ...job.loads.dishwasher, id: 'second', circuitId: 'second' };
      job.circuits.second = { ...job.circuits.dishwasher!, id: 'second', order: 'second' };
      job.devices.second = device('second', 'second', mouldedCase(20, '1P'), { lines: [line] });
      const { answers } = studyJob(job).circuits.find(({ circuitId }) => circuitId === 'service')!;
      const checks = answers.find(({ question }) => question === 'carries-load')!.checks;
      return ['demand:board', 'carries:main'].map((id) => checks.find((check) => check.id === id)!.verdict);
    };
    // 141.7 A on each line, or 151.7 A on one and 131.7 A on the other.
    expect(verdict('L2')).toEqual(['pass', 'pass']);
    expect(verdict('L1')).toEqual(['stop', 'stop']);
  });
});

describe('what the floor area stands for', () => {
  /** A load of 1920 VA on an outlet circuit: what it adds to the lines. */
  const added = (job: Job): number => {
    const found = studyJob(job).circuits.find(({ circuitId }) => circuitId === 'service')!.facts.house;
    const loads = found.dwellingOf(found.wirings.byCircuit.get('service')!)!;
    const demand = dwellingDemand(loads);
    if (!demand.known) throw new Error(JSON.stringify(demand.missing));
    return demand.value.calculation.lines.find(({ id }) => id === 'plain')?.connectedVa ?? 0;
  };
  const job = (more: Partial<Load>, ratingA = 20, poles: '1P' | '2P' = '1P'): Job => {
    const found = dwellingOf220(200);
    found.loads.outlets = { ...found.loads.outlets!, currentA: stated(16), ...more };
    found.devices['outlets-device'] = device('outlets-device', 'outlets', mouldedCase(ratingA, poles), {
      lines: poles === '1P' ? ['L1'] : ['L1', 'L2'],
    });
    return found;
  };
  it('is plugged in at 15 or 20 A between a line and the neutral; anything larger counts whole', () => {
    expect(added(job({}))).toBe(0);
    expect(added(job({}, 25))).toBe(16 * 120);
    expect(added(job({ lines: stated('L1-L2') }, 20, '2P'))).toBe(16 * 240);
    expect(added(job({ lines: stated('L1') }, 20, '2P'))).toBe(0);
    expect(() => added(job({}, 20, '2P'))).toThrow(/whether outlets hangs on one line/);
  });
  it('is never a load of which nobody said whether it is plugged in', () => {
    const unsaid = job({});
    delete unsaid.loads.outlets!.fastened;
    expect(() => added(unsaid)).toThrow(/whether outlets is fastened/);
  });
  it('is none of another building: what is plugged in there counts whole', () => {
    const apart = job({});
    apart.boards.shed = { id: 'shed', order: 'b', name: 'Shed', state: 'new', otherBuilding: true };
    apart.circuits.feeder = { ...apart.circuits.range!, id: 'feeder', kind: 'distribution', toBoardId: 'shed' };
    apart.circuits.outlets = { ...apart.circuits.outlets!, fromBoardId: 'shed' };
    expect(added(apart)).toBe(16 * 120);
  });

  it('is, where the current of its feeder is stated and its loads are not, that current; where all are listed, those', () => {
    const apart = job({});
    apart.boards.shed = { id: 'shed', order: 'b', name: 'Shed', state: 'new', otherBuilding: true };
    apart.circuits.feeder = { ...apart.circuits.range!, id: 'feeder', kind: 'distribution', toBoardId: 'shed' };
    apart.devices['feeder-device'] = { ...apart.devices['range-device']!, id: 'feeder-device', circuitId: 'feeder' };
    apart.circuits.outlets = { ...apart.circuits.outlets!, fromBoardId: 'shed' };
    apart.circuits.more = { ...apart.circuits.more!, fromBoardId: 'shed' };
    delete apart.loads.more;
    expect(() => added(apart)).toThrow(/the loads of more/);
    const demandOf = (of: Job): string | undefined =>
      studyJob(of)
        .circuits.find(({ circuitId }) => circuitId === 'feeder')!
        .answers[0]!.checks.find(({ id }) => id === 'demand:shed')?.verdict;
    expect(demandOf(apart)).toBe('unknown');
    const said = (from: 'stated' | 'assumed'): Job => {
      const feeder = { ...apart.circuits.feeder!, designCurrentA: { value: 30, from }, continuous: stated(false) };
      return { ...apart, circuits: { ...apart.circuits, feeder } };
    };
    expect(added(said('stated'))).toBe(30 * 240);
    expect(demandOf(said('stated'))).toBeUndefined();
    // A guess at it stays one in the demand of the house.
    const ofHouse = (of: Job) =>
      studyJob(of)
        .circuits.find(({ circuitId }) => circuitId === 'service')!
        .answers[0]!.checks.find(({ id }) => id === 'demand:board')?.verdict;
    expect(ofHouse(said('stated'))).toBe('pass');
    expect(ofHouse(said('assumed'))).toBe('caution');
    // Somebody sets out to calculate the building, or lists all that hangs there: then it is calculated.
    const listed = said('stated');
    listed.loads = { ...listed.loads, more: { ...listed.loads.outlets!, id: 'more', circuitId: 'more', currentA: stated(5) } };
    expect(added(listed)).toBe(21 * 120);
    const asked = said('stated');
    asked.boards = { ...asked.boards, shed: { ...asked.boards.shed!, demandMethod: stated('standard') } };
    expect(demandOf(asked)).toBe('unknown');
  });
});
