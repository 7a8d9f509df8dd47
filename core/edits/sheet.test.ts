import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import { newJob } from '../job/newJob';
import { Firm } from '../job/schema/firm';
import { linedHouse } from '../testing/linedHouses';
import { refusals } from '../testing/refusedWords';
import { changeSheet, readOwn, type SheetLine, sheetLines, sheetWith } from './sheet';
import { ownSheet, usualOf } from './usual';

const nec = linedHouse('nec-2023');
const british = linedHouse('bs-7671-2018-a2');
const lineOf = (job: typeof nec, id: string): SheetLine => sheetLines(job).find((line) => line.id === id)!;
const cable = (job: typeof nec): string => Object.keys(job.segments).at(-1)!;

describe.each([
  ['nec', nec],
  ['iec', british],
] as const)('the usual sheet of the %s', (dialect, job) => {
  it('is read as questions with what is usual, in the order of the work', () => {
    const lines = sheetLines(job);
    expect(lines.length).toBeGreaterThan(30);
    expect(refusals(lines.map(({ text }) => text).join('\n'), dialect)).toEqual([]);
    expect(lines.filter(({ text }) => !text.endsWith('?') || text.includes('{'))).toEqual([]);
    expect(new Set(lines.map(({ on }) => on)).size).toBeGreaterThan(6);
    expect(lines[0]!.on).toBe('origins');
    expect(lines.every(({ taken, own }) => taken && own?.changed !== true)).toBe(true);
  });
});

describe('an entry said otherwise', () => {
  it('is asked instead, and taken again as it ships', () => {
    const line = lineOf(nec, 'points.tamperResistant');
    const [point] = Object.keys(nec.points);
    expect(usualOf(nec, line.id, point!)?.value).toBe(true);
    const without = applyCommand(nec, changeSheet(nec, line, 'ask'));
    expect(usualOf(without, line.id, point!)).toBeUndefined();
    expect(lineOf(without, line.id).taken).toBe(false);
    const again = applyCommand(without, changeSheet(without, line, 'as-shipped'));
    expect(again.defaults).toEqual(nec.defaults);
    expect(usualOf(again, line.id, point!)?.value).toBe(true);
  });

  it('has another value where it asks no less', () => {
    const line = lineOf(nec, 'segments.loadedConductors');
    const more = applyCommand(nec, changeSheet(nec, line, { value: 20 }));
    expect(usualOf(more, line.id, cable(more))).toMatchObject({
      value: 20,
      reach: 'stricter',
      says: expect.stringMatching(/, here 20$/),
    });
    expect(lineOf(more, line.id).own).toMatchObject({ value: 20, changed: true });
    expect(applyCommand(more, changeSheet(more, line, { value: 9 })).defaults).toEqual(nec.defaults);
  });

  it('is not taken to what asks less, whatever a file says', () => {
    for (const said of ['8', 'NaN', 'Infinity', '-20', 'x']) {
      const file = { ...nec, defaults: { ...nec.defaults, sheet: [`segments.loadedConductors=${said}`] } };
      expect([said, usualOf(file, 'segments.loadedConductors', cable(file))?.value]).toEqual([said, 9]);
      expect(ownSheet(file).size).toBe(0);
    }
    // A fact that has no entry gets none, and one that is by its row stays so.
    const odd = { ...nec, defaults: { sheet: ['origins.zeOhm=0.1', 'origins.zeOhm=ask', 'rooms.wetness=dry'] } };
    expect(usualOf(odd, 'origins.zeOhm', 'network')).toBeUndefined();
    expect(ownSheet(odd).size).toBe(0);
  });

  it('takes the place of one value alone: what is alone stays alone', () => {
    const line = lineOf(british, 'segments.groupedCircuits');
    const more = applyCommand(british, changeSheet(british, line, { value: 5 }));
    const grouped = Object.fromEntries(
      Object.values(more.segments).map(({ id, circuitId }) => [
        more.circuits[circuitId]?.name,
        usualOf(more, line.id, id)?.value,
      ]),
    );
    expect(grouped).toMatchObject({ Cooker: 1, Immersion: 5 });
  });

  it('is typed in the words of the trade, and refused with what would be right', () => {
    expect(readOwn(nec, lineOf(nec, 'electrodes.lengthM'), '10 ft')).toMatchObject({ ok: true, value: expect.closeTo(3.048, 6) });
    expect(readOwn(nec, lineOf(nec, 'electrodes.lengthM'), '8 ft')).toMatchObject({ ok: true });
    expect(readOwn(nec, lineOf(nec, 'electrodes.lengthM'), '7 ft')).toMatchObject({
      ok: false,
      message: expect.stringContaining('from 8 ft'),
    });
    expect(readOwn(nec, lineOf(nec, 'segments.loadedConductors'), '9')).toMatchObject({ ok: true, value: 9 });
    expect(readOwn(nec, lineOf(nec, 'segments.loadedConductors'), '8')).toMatchObject({ ok: false });
    expect(readOwn(british, lineOf(british, 'devices.settings.icnA'), '10 kA')).toMatchObject({ ok: true, value: 10_000 });
    expect(readOwn(british, lineOf(british, 'devices.settings.icnA'), '16 kA')).toMatchObject({ ok: false });
    expect(readOwn(nec, lineOf(nec, 'rooms.wetness'), 'dry')).toMatchObject({ ok: false });
  });
});

describe('the firm’s sheet', () => {
  it('comes with each new job of its dialect', () => {
    const empty = newJob({ id: 'a', name: 'A', dialect: 'nec', pack: 'nec-2023' });
    const sheet = sheetWith(empty, 'points.tamperResistant', 'ask');
    const firm = Firm.parse({ nec: { defaults: { sheet } } });
    expect(lineOf(newJob({ id: 'b', name: 'B', dialect: 'nec', pack: 'nec-2023' }, firm), 'points.tamperResistant').taken).toBe(
      false,
    );
    expect(newJob({ id: 'c', name: 'C', dialect: 'iec', pack: 'bs-7671-2018-a2' }, firm).defaults).toEqual({});
  });

  it('takes entries of a fact and a value alone', () => {
    for (const entry of ['segments.loadedConductors', 'loadedConductors=9', 'segments.a=1,2', 'segments.a='])
      expect(Firm.safeParse({ nec: { defaults: { sheet: [entry] } } }).success).toBe(false);
  });
});
