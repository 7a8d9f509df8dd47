import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { known, unknown } from '../job/known';
import type { Load } from '../job/schema/circuit';
import type { Poles } from '../network/states';
import { splitHouse } from '../testing/houses';
import { jobWith, stated } from '../testing/jobs';
import { cookingHouse } from '../testing/reliefJobs';
import { continuousCurrent } from './continuous';
import { designCurrent } from './designCurrent';
import { sizedBy } from './sized';

const ONE = known<Poles>({ lines: 1, neutral: true });
const TWO = known<Poles>({ lines: 2, neutral: false });
const load = (more: Partial<Load>, id = 'l'): Load => ({
  id,
  circuitId: 'c',
  order: id,
  name: `load ${id}`,
  cosPhi: stated(1),
  ...more,
});
const circuit = { ...splitHouse().circuits.range!, designCurrentA: undefined };
const nec = splitHouse();
const total = (loads: Load[], more: object = {}, poles = ONE) =>
  continuousCurrent(nec, { ...circuit, ...more } as typeof circuit, loads, [], poles);

/*
 * Table 220.55 and its notes, as NEC annex D and handbooks work them (from memory): 12 kW is 8 kW; 14 kW is 8.8 kW; 16 kW is
 * 9.6 kW; 12.4 kW still 8 kW and 12.5 kW 8.4 kW, a major part of a kilowatt counting as one.
 */
describe('appliances the NEC has rules for', () => {
  it.each([
    [3000, 2400],
    [8000, 6400],
    [9000, 8000],
    [12_000, 8000],
    [12_400, 8000],
    [12_500, 8400],
    [14_000, 8800],
    [16_000, 9600],
    [27_000, 14_000],
    [28_000, 28_000],
    [1500, 1500],
  ])('a range of %d W asks %d W', (ratedW, demandW) => {
    const sized = sizedBy(nec, load({ appliance: stated('range' as const), powerW: stated(ratedW) }), TWO)!;
    expect(sized.known && sized.value.neededA * 240).toBeCloseTo(demandW, 6);
  });

  it('a unit in the counter with one or two ovens in the wall is one range, each with its part of it', () => {
    const of = (...kinds: ('counter-cooking' | 'wall-oven')[]) => {
      const job = cookingHouse();
      const [hob] = Object.values(job.loads);
      const units = kinds.map((kind, at) => ({
        ...hob!,
        id: `${at}`,
        equipment: stated(kind),
        powerW: stated([7200, 6000, 2800][at]!),
      }));
      return units.map((each) => {
        const sized = sizedBy(job, each, TWO, units);
        return sized?.known ? Math.round(sized.value.neededA * 240) : undefined;
      });
    };
    // 13.2 kW is 8.4 kW, 16 kW 9.6 kW.
    expect(of('counter-cooking', 'wall-oven')).toEqual([Math.round((8400 * 7.2) / 13.2), Math.round((8400 * 6) / 13.2)]);
    expect(of('counter-cooking', 'wall-oven', 'wall-oven')).toEqual([4320, 3600, 1680]);
    const none = [undefined, undefined, undefined];
    expect(of('wall-oven', 'wall-oven', 'wall-oven')).toEqual(none);
    expect(of('counter-cooking', 'counter-cooking', 'wall-oven')).toEqual(none);
    expect(of('counter-cooking')).toEqual([undefined]);
    expect(of('wall-oven')).toEqual([undefined]);
    // Called a range, and yet in the wall: by its plate.
    const oven = load({ appliance: stated('range'), equipment: stated('wall-oven'), powerW: stated(12_000) });
    expect(sizedBy(nec, oven, TWO)).toBeUndefined();
  });

  it('water and fixed space heating count 1.25 times, whatever is said of how long they run', () => {
    const heater = (appliance: 'water-heater' | 'space-heating') =>
      sizedBy(nec, load({ appliance: stated(appliance), powerW: stated(4500), continuous: stated(false) }), TWO)!;
    // 4500 W at 240 V: 18.75 A, 23.4 A of circuit.
    expect(heater('water-heater')).toMatchObject({ known: true, value: { currentA: 18.75, neededA: 1.25 * 18.75 } });
    expect(heater('space-heating')).toMatchObject({ known: true, value: { neededA: 1.25 * 18.75 } });
    expect(sizedBy(nec, load({ appliance: stated('water-heater' as const), currentA: stated(12) }), TWO)).toMatchObject({
      value: { neededA: 15 },
    });
  });

  it('are unknown without a power, and any other load is what it draws', () => {
    expect(sizedBy(nec, load({ appliance: stated('range' as const), currentA: stated(30) }), TWO)?.known).toBe(false);
    expect(sizedBy(nec, load({ appliance: stated('water-heater' as const) }), TWO)?.known).toBe(false);
    expect(sizedBy(nec, load({ appliance: stated('other' as const), powerW: stated(900) }), TWO)).toBeUndefined();
    expect(sizedBy(jobWith([]), load({ appliance: stated('range' as const), powerW: stated(9000) }), ONE)).toBeUndefined();
  });

  it('a guess at what it is stays a guess', () => {
    const guess = sizedBy(nec, load({ appliance: { value: 'range', from: 'assumed' }, powerW: stated(12_000) }), TWO)!;
    expect(guess.known && guess.given.assumed).toBe(true);
  });
});

describe('loads sized by a table or a marking', () => {
  it.each([
    ['120 V', ONE, 16],
    ['240 V', TWO, 8],
  ] as const)('1 hp at %s', (_, poles, tableA) => {
    const sized = sizedBy(nec, load({ motorHp: stated(1) }), poles)!;
    expect(sized).toMatchObject({ known: true, value: { currentA: tableA, neededA: 1.25 * tableA } });
  });

  it('of three lines goes by the table of three', () => {
    const three = { ...nec, supply: { ...nec.supply, voltageSystem: 'three-phase-208-120' as const } };
    const at = (lines: 1 | 2 | 3) => sizedBy(three, load({ motorHp: stated(2) }), known<Poles>({ lines, neutral: false }));
    const read = at(3);
    expect(read).toMatchObject({ known: true, value: { currentA: 7.5, values: expect.stringContaining('430.250') } });
    expect(at(1)).toMatchObject({ known: true, value: { values: expect.stringContaining('430.248') } });
  });
  it('marked equipment is held to its marking, a motor in it or not', () => {
    const unit = load({ motorHp: stated(5), minimumAmpacityA: stated(21.3), powerW: stated(3000) });
    expect(sizedBy(nec, unit, TWO)).toMatchObject({ known: true, value: { neededA: 21.3 } });
  });

  it('any other load, and every load under the IEC, is sized by what it draws', () => {
    expect(sizedBy(nec, load({ powerW: stated(1000) }), ONE)).toBeUndefined();
    expect(sizedBy(jobWith([]), load({ motorHp: stated(1) }), ONE)).toBeUndefined();
  });

  it('is unknown where the motor is on no table, or its lines are not known', () => {
    const lines = unknown('circuits.c', 'conductors of c');
    for (const found of [sizedBy(nec, load({ motorHp: stated(1.1) }), ONE), sizedBy(nec, load({ motorHp: stated(1) }), lines)])
      expect(found?.known).toBe(false);
  });

  it('stands in for a current nobody entered, and for no other', () => {
    const drawn = (more: Partial<Load>) => designCurrent(nec, circuit, [load({ motorHp: stated(1), ...more })], [], ONE);
    expect(drawn({})).toMatchObject({ known: true, value: { ibA: 16 } });
    const guessed = drawn({ cosPhi: { value: 0.8, from: 'assumed' } });
    expect(guessed.known && guessed.given.assumed).toBe(true);
    expect(drawn({ currentA: stated(11) })).toMatchObject({ known: true, value: { ibA: 11 } });
    expect(drawn({ powerW: stated(1200) })).toMatchObject({ known: true, value: { ibA: 10 } });
  });

  it('adds to the rest: 1.25 of a motor, a marking as it is, 1.25 of what is continuous', () => {
    const loads = [
      load({ motorHp: stated(0.5) }, 'motor'),
      load({ minimumAmpacityA: stated(10) }, 'unit'),
      load({ currentA: stated(4), continuous: stated(true) }, 'lamp'),
      load({ currentA: stated(3), continuous: stated(false) }, 'iron'),
    ];
    const found = total(loads);
    expect(found).toMatchObject({ known: true, value: { wholeA: 12.25 + 10 + 7, sized: [{ neededA: 12.25 }, { neededA: 10 }] } });
    if (found.known) expect(found.value.factoredA).toBeCloseTo(12.25 + 10 + 5 + 3, 9);
  });

  it('never asks for less with more loads, and no share of a branch circuit', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ amperes: fc.double({ min: 0.1, max: 40, noNaN: true }), marked: fc.boolean() }), {
          minLength: 1,
          maxLength: 6,
        }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        (each, share) => {
          const loads = each.map(({ amperes, marked }, at) =>
            load(
              marked ? { minimumAmpacityA: stated(amperes) } : { currentA: stated(amperes), continuous: stated(false) },
              `l${at}`,
            ),
          );
          const sum = (some: Load[], diversity?: number) => {
            const found = total(some, diversity === undefined ? {} : { diversity: stated(diversity) });
            return found.known ? found.value.factoredA : Number.NaN;
          };
          const marked = each.filter((one) => one.marked).reduce((all, { amperes }) => all + amperes, 0);
          const plain = each.filter((one) => !one.marked).reduce((all, { amperes }) => all + amperes, 0);
          expect(sum(loads, share)).toBeCloseTo(marked + plain, 9);
          expect(sum(loads)).toBeGreaterThanOrEqual(loads.length > 1 ? sum(loads.slice(1)) : 0);
        },
      ),
    ));
});
