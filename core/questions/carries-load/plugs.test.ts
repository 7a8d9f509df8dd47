import { describe, expect, it } from 'vitest';
import { houseOf } from '../../house/facts';
import type { Load, Point } from '../../job/schema/circuit';
import type { Job } from '../../job/schema/job';
import { studyJob } from '../../study/study';
import { stated } from '../../testing/jobs';
import { branch, load } from '../../testing/reliefJobs';

const job = (poles: '1P' | '2P', more: Partial<Load>, outlet: Partial<Point> = {}): Job => {
  const found = branch(20, '10AWG', { poles, circuit: { use: 'sockets' } });
  delete found.circuits.c!.designCurrentA;
  found.points.p = { id: 'p', circuitId: 'c', order: 'a', name: 'outlet', kind: 'socket', state: 'new', ...outlet };
  found.loads.l = load('c', { pointId: 'p', currentA: stated(5), continuous: stated(false), ...more });
  return found;
};
const verdict = (of: Job, id: string) =>
  studyJob(of)
    .circuits.find(({ circuitId }) => circuitId === 'c')!
    .answers.flatMap(({ checks }) => checks)
    .find((check) => check.id === id)?.verdict;

describe('a plug and its outlet', () => {
  it('fit, or stop; one said without the other is unknown, neither is not asked, assumed is a caution', () => {
    const at = (plug: Load['plug'], configuration?: Point['configuration']) =>
      verdict(job('1P', plug === undefined ? {} : { plug }, configuration === undefined ? {} : { configuration }), 'plug:l');
    expect(at(stated('5-15'), stated('5-20'))).toBe('pass');
    expect(at(stated('5-20'), stated('5-15'))).toBe('stop');
    expect(at(stated('5-20'))).toBe('unknown');
    expect(at(undefined, stated('5-20'))).toBeUndefined();
    expect(at({ value: '5-15', from: 'assumed' }, stated('5-20'))).toBe('caution');
    const elsewhere = job('1P', { plug: stated('5-15') }, { configuration: stated('5-20') });
    elsewhere.points.p = { ...elsewhere.points.p!, circuitId: 'outlets' };
    expect(verdict(elsewhere, 'plug:l')).toBe('unknown');
  });
});

describe('the voltage of a load', () => {
  it.each([
    ['1P', 'line', 'pass'],
    ['1P', 'line-line', 'stop'],
    ['1P', 'either', 'pass'],
    ['2P', 'line', 'stop'],
    ['2P', 'line-line', 'pass'],
    ['2P', 'either', 'pass'],
  ] as const)('%s, %s: %s', (poles, voltages, wanted) => {
    expect(verdict(job(poles, { voltages: stated(voltages) }), 'voltage:l')).toBe(wanted);
  });
  it('between a line and the neutral is there beside two lines where the cable has one', () => {
    const three = job('2P', { voltages: stated('line'), lines: stated('L1') });
    three.segments.c = { ...three.segments.c!, roles: ['line', 'line2', 'neutral', 'protective'] };
    expect(verdict(three, 'voltage:l')).toBe('pass');
    const on = (voltages: 'line' | 'line-line', lines: 'L1' | 'L1-L2' | 'all') => {
      three.loads.l = { ...three.loads.l!, voltages: stated(voltages), lines: stated(lines) };
      return verdict(three, 'voltage:l');
    };
    // What its circuit has is not what it hangs on.
    expect([on('line-line', 'L1'), on('line-line', 'L1-L2')]).toEqual(['stop', 'pass']);
    expect([on('line', 'all'), on('line', 'L1')]).toEqual(['stop', 'pass']);
  });
});

describe('the plate of a heater', () => {
  const drawn = (more: Partial<Load>) => {
    const of = job('2P', { powerW: stated(9500), cosPhi: stated(1), ...more });
    delete of.loads.l!.currentA;
    of.loads.l = { ...of.loads.l!, lines: stated('all') };
    return houseOf(of).factsOf('c').design;
  };
  const amperes = (more: Partial<Load>): number => {
    const found = drawn(more);
    return found.known ? found.value.ibA : Number.NaN;
  };
  it('says its resistance: more above its plate, less below; what is no resistance keeps its power', () => {
    expect(amperes({})).toBeCloseTo(9500 / 240, 9);
    expect(amperes({ plateV: stated(208) })).toBeCloseTo((9500 / 240) * (240 / 208) ** 2, 9);
    for (const heater of [{ electronics: stated(false) }, { equipment: stated('water-heater' as const) }])
      expect(amperes({ plateV: stated(277), ...heater })).toBeCloseTo((9500 / 240) * (240 / 277) ** 2, 9);
    // What nobody said to be a heater is not let off.
    expect(amperes({ plateV: stated(277) })).toBeCloseTo(9500 / 240, 9);
    // Relief is for what is known to be a resistance, the rise for all that may be one.
    for (const more of [{ electronics: stated(true) }, { equipment: stated('heat-pump' as const) }]) {
      expect(amperes({ plateV: stated(277), ...more })).toBeCloseTo(9500 / 240, 9);
      expect(amperes({ plateV: stated(208), ...more })).toBeGreaterThan(9500 / 240);
    }
  });
  it('well below what it gets is the wrong voltage', () => {
    const plate = (volts: number) => verdict(job('2P', { plateV: stated(volts), lines: stated('all') }), 'plate:l');
    expect([plate(208), plate(218.2), plate(240), plate(277)]).toEqual(['stop', 'pass', 'pass', 'pass']);
  });
});

describe('a circuit the code asks for by its purpose', () => {
  const asked = (
    purpose: 'small-appliance' | 'laundry' | 'bathroom' | 'garage',
    uses: readonly string[],
    kinds: readonly Point['kind'][] = [],
  ) => {
    const of = job('1P', {});
    of.circuits.c = { ...of.circuits.c!, purpose: stated(purpose) };
    of.rooms = Object.fromEntries(
      uses.map((use, at) => [`r${at}`, { id: `r${at}`, order: 'a', name: use, use: stated(use as never) }]),
    );
    of.points = Object.fromEntries(
      uses.map((_, at) => [
        `p${at}`,
        { ...of.points.p!, id: `p${at}`, name: `outlet ${at}`, kind: kinds[at] ?? 'socket', roomId: `r${at}` },
      ]),
    );
    return verdict(of, 'dedicated');
  };
  it.each([
    ['small-appliance', ['kitchen', 'dining'], [], 'pass'],
    ['small-appliance', ['kitchen', 'outdoors'], [], 'stop'],
    ['small-appliance', ['kitchen', 'store'], [], 'stop'],
    ['small-appliance', ['kitchen', 'kitchen'], ['socket', 'light'], 'stop'],
    ['laundry', ['laundry'], [], 'pass'],
    ['laundry', ['laundry', 'hall'], [], 'stop'],
    ['bathroom', ['bath', 'bath'], ['socket', 'socket'], 'pass'],
    ['bathroom', ['bath'], ['light'], 'pass'],
    ['bathroom', ['bath', 'hall'], [], 'stop'],
    ['garage', ['garage', 'outdoors'], [], 'pass'],
    ['garage', ['garage', 'garage'], ['socket', 'light'], 'stop'],
  ] as const)('%s in %j, %j: %s', (purpose, uses, kinds, expected) => {
    expect(asked(purpose, uses, kinds)).toBe(expected);
  });
});
