import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import { newJob } from '../job/newJob';
import { parseJob } from '../job/parse';
import type { Job } from '../job/schema/job';
import { shownCircuit, studyJob } from '../study/study';
import { completeQuick, nextNumber } from './circuit';
import { readQuickLine } from './read';
import { quickSteps } from './steps';

const demo = (name: string): unknown => JSON.parse(readFileSync(`demo/${name}.json`, 'utf8'));
const bindery = demo('bindery-yard');
const kiln = demo('kiln-house');
const jobOf = (file: unknown): Job => {
  const parsed = parseJob(file);
  if (!parsed.ok) throw new Error(parsed.problems[0]!.message);
  return parsed.job;
};
const iec = jobOf(bindery);
const nec = jobOf(kiln);
const single = newJob({ id: 'j', name: 'New', dialect: 'iec', pack: 'iec-60364' });

const read = (text: string, job: Job) => readQuickLine(text, job);
const shownOf = (text: string, job: Job) => read(text, job).tokens.map((token) => token.shown);
let count = 0;
const ids = () => `q${++count}`;
function made(text: string, job: Job, boardId?: string) {
  const reading = read(text, job);
  expect(reading.tokens.filter(({ kind }) => kind === 'wrong')).toEqual([]);
  const circuit = completeQuick(job, reading, boardId)!;
  const { circuitId, steps } = quickSteps(job, circuit, ids);
  const after = applyCommand(job, { label: 'quick', steps });
  const of = <T extends { circuitId?: string | undefined }>(rows: Record<string, T>) =>
    Object.values(rows).find((row) => row.circuitId === circuitId);
  return {
    circuit,
    after,
    circuitId,
    segment: of(after.segments),
    device: of(after.devices),
    load: of(after.loads),
    row: after.circuits[circuitId]!,
  };
}

describe('the quick line', () => {
  it('reads a metric line word by word', () => {
    const { draft, name, ok } = read('ring B32 2.5/1.5 flat 38 m workshop sockets', iec);
    expect(ok).toBe(true);
    expect(name).toBe('Workshop sockets');
    expect(draft).toEqual({
      topology: 'ring',
      curve: 'B',
      ratingA: 32,
      lineSize: '2.5mm2',
      protectiveSize: '1.5mm2',
      construction: 'flat-sheathed',
      lengthM: 38,
      use: 'sockets',
    });
    expect(shownOf('ring B32 2.5/1.5 flat 38 m', iec)).toEqual([
      'ring circuit',
      'curve B, 32 A',
      '2.5 mm², protective 1.5 mm²',
      'flat sheathed cable',
      '38 m',
    ]);
  });

  it('reads an American line word by word', () => {
    const { draft, name } = read('12-2 NM 20A AF 45ft loft', nec);
    expect(name).toBe('Loft');
    expect(draft).toEqual({
      lineSize: '12AWG',
      cores: 2,
      construction: 'NM-B',
      ratingA: 20,
      arcFault: 'combination',
      lengthM: 45 * 0.3048,
    });
    expect(shownOf('12-2 NM 20A AF 45ft loft', nec)).toEqual([
      '12 AWG, 2 conductors and ground',
      'NM-B cable',
      'breaker 20 A',
      'arc-fault protection',
      '45 ft',
      'name',
    ]);
  });

  it.each([
    ['45ft', iec, '45ft = 13.7 m'],
    ['38 m', nec, '38 m = 125 ft'],
    [`12'6"`, iec, `12'6" = 3.81 m`],
    ['12 AWG', iec, '12 AWG = 3.31 mm², not a size of the IEC tables'],
    ['2.5mm2', nec, '2.5 mm², not a size of the NEC tables'],
    ['86F', iec, '86 °F = 30 °C around it'],
    ['30C', nec, '30 °C = 86 °F around it'],
  ] as const)('shows a foreign unit converted: %s', (text, job, shown) => expect(shownOf(text, job)).toEqual([shown]));

  it.each([
    ['5G4', iec, { cores: 4, lineSize: '4mm2', protectiveSize: '4mm2' }],
    ['3x2,5', iec, { cores: 2, lineSize: '2.5mm2', protectiveSize: '2.5mm2' }],
    ['6 flat', iec, { lineSize: '6mm2', construction: 'flat-sheathed' }],
    ['method C alone', iec, { method: 'C', grouped: 1 }],
    ['A2 bunched 4', iec, { method: 'A2', grouped: 4 }],
    [
      '30mA type A 10kA class 3',
      iec,
      { sensitivityA: 0.03, family: 'rcbo', residualType: 'A', capacityA: 10_000, energyClass: '3' },
    ],
    ['3kW cos 0,95', iec, { powerW: 3000, cosPhi: 0.95 }],
    ['load 16A', iec, { designA: 16 }],
    ['C20 3P+N L2', iec, { curve: 'C', ratingA: 20, poles: '3P+N', line: 'L2' }],
    ['80A gg', iec, { ratingA: 80, family: 'fuse' }],
    ['xlpe al', iec, { insulation: 'XLPE90', material: 'Al' }],
    ['10-3 NM 30A 240V', nec, { lineSize: '10AWG', cores: 3, construction: 'NM-B', ratingA: 30, poles: '2P' }],
    [
      '1/0 al se 120/240 22k',
      nec,
      { lineSize: '1/0AWG', material: 'Al', construction: 'SE', voltageMarking: '120/240', capacityA: 22_000 },
    ],
    ['1/0-3', nec, { lineSize: '1/0AWG', cores: 3 }],
    [
      '12awg thhn emt dual',
      nec,
      {
        lineSize: '12AWG',
        insulation: 'THHN90',
        place: 'raceway',
        construction: 'singles',
        arcFault: 'combination',
        groundFault: 'class-A',
      },
    ],
    ['4500W continuous pf 1', nec, { powerW: 4500, continuous: true, cosPhi: 1 }],
    ['MCA 18.4 MOCP 30', nec, { minimumAmpacityA: 18.4, maximumDeviceA: 30, use: 'fixed' }],
    ['3/4 hp', nec, { motorHp: 0.75, use: 'fixed' }],
    ['½hp', nec, { motorHp: 0.5 }],
    ['1 1/2 hp', nec, { motorHp: 1.5 }],
    ['7-1/2 hp', nec, { motorHp: 7.5 }],
    ['2½ hp', nec, { motorHp: 2.5 }],
    ['22k', nec, { capacityA: 22_000 }],
    ['1.5hp', nec, { motorHp: 1.5 }],
    ['250kcmil ckt 14 @Studio', nec, { lineSize: '250kcmil', number: '14', boardId: 'studio' }],
    ['#12 THHN', nec, { lineSize: '12AWG', insulation: 'THHN90' }],
    ['#S3', iec, { number: 'S3' }],
    ['gG 63 16/10 12 m', iec, { family: 'fuse', ratingA: 63, lineSize: '16mm2', lengthM: 12 }],
    ['fuse 20A gG', iec, { family: 'fuse', ratingA: 20 }],
    ['gG 40 m', iec, { family: 'fuse', lengthM: 40 }],
    ['T&E 2.5mm', iec, { construction: 'flat-sheathed', cores: 2, lineSize: '2.5mm2' }],
    ['twin and earth', iec, { construction: 'flat-sheathed', cores: 2 }],
    ['4 sq SWA', iec, { lineSize: '4mm2', construction: 'armoured' }],
    ['2.5sqmm', iec, { lineSize: '2.5mm2' }],
    ['C16', iec, { curve: 'C', ratingA: 16 }],
    ['16 C', iec, { curve: 'C', ratingA: 16 }],
    ['16A C curve', iec, { curve: 'C', ratingA: 16 }],
    ['B16 30 C', iec, { curve: 'B', ratingA: 16, ambientC: 30 }],
    ['2.5/1.5 B1 16 C', iec, { lineSize: '2.5mm2', method: 'B1', curve: 'C', ratingA: 16 }],
    ['40 C 20A', iec, { ratingA: 20, ambientC: 40 }],
    ['2.5/1.5 B1 B16', iec, { lineSize: '2.5mm2', method: 'B1', curve: 'B', ratingA: 16 }],
    ['2.5/1.5 D2', iec, { lineSize: '2.5mm2', method: 'D2' }],
    ['2-2-2-4 SER', nec, { lineSize: '2AWG', neutralSize: '2AWG', protectiveSize: '4AWG', cores: 3, construction: 'SE' }],
    ['4/0-4/0-2/0', nec, { lineSize: '4/0AWG', neutralSize: '2/0AWG', poles: '2P' }],
    ['12-3 MWBC 20A', nec, { lineSize: '12AWG', cores: 3, poles: '2P', ratingA: 20 }],
    ['20A tandem', nec, { ratingA: 20, poles: '1P' }],
    ['12 ga', nec, { lineSize: '12AWG' }],
    ['10 gauge', nec, { lineSize: '10AWG' }],
  ] as const)('%s', (text, job, draft) => expect(read(text, job)).toMatchObject({ ok: true, draft, name: '' }));

  it.each([
    ['B32 C16', iec, 'two curves'],
    ['12-2 MWBC', nec, 'two numbers of cores'],
    ['2-4-2-4', nec, 'the two lines of a cable are of one size'],
    ['2-2-2-5', nec, 'sizes of a cable are gauges, as in 2-2-2-4'],
    ['38 m 40 m', iec, 'two lengths'],
    ['mcb 30mA', iec, 'two kinds of device'],
    ['9000 m', iec, 'a length is 0.01 to 5000 m'],
    ['B300', iec, 'must be within 1 to 125 A'],
    ['@Nowhere', nec, 'no panel is called that: Main panel, Studio panel'],
    ['0/0 hp', nec, 'must be within 0.1 to 200 hp'],
    ['sockets MCA 18', nec, 'two uses'],
    ['200C', iec, 'a temperature around a cable is -40 to 90 °C'],
    ['pf 1.5', nec, 'must be within 0.1 to 1'],
    ['#15 NM', nec, "#15 is no gauge; a circuit's number is written ckt 15"],
  ] as const)('%s is wrong, and why', (text, job, why) => {
    const { ok, tokens } = read(text, job);
    expect(ok).toBe(false);
    expect(tokens.find(({ kind }) => kind === 'wrong')!.shown).toBe(why);
  });

  it('makes nothing of a cable with too few conductors for its poles', () => {
    const wrong = (text: string, job: Job) => completeQuick(job, read(text, job), undefined)!.wrong;
    expect(wrong('3x2.5 20 m C16 3P', iec)).toBe('3P wants 3 conductors besides the protective one; this cable has 2');
    expect(wrong('4x2.5 20 m C16 3P', iec)).toBeUndefined();
    expect(wrong('4x2.5 20 m C16 4P', iec)).toMatch(/wants 4 .* has 3$/);
    expect(wrong('5x2.5 20 m C16 4P', iec)).toBeUndefined();
    expect(wrong('12-2 NM 20A 2P', nec)).toBeUndefined();
    expect(wrong('20A 2P', nec)).toBeUndefined();
    expect(wrong('20A 3P', nec)).toBe('3P wants 3 lines; this supply has 2');
    expect(wrong('C16 3P', single)).toBe('3P wants 3 lines; this supply has 1');
    expect(wrong('C16 2P', single)).toBeUndefined();
  });

  it('leaves words of the other dialect, and numbers that say nothing, to the name', () => {
    expect(read('NM sockets 2', iec)).toMatchObject({ name: 'NM sockets 2', draft: { use: 'sockets' } });
    expect(read('flat 4', nec).name).toBe('Flat 4');
    expect(read('mcbath lamp', iec).name).toBe('Mcbath lamp');
  });

  it('never throws, covers every word once, and reads the same twice', () => {
    const word = fc.oneof(
      fc.constantFrom(
        'B32',
        '2.5/1.5',
        '12-2',
        '38',
        'm',
        'ft',
        '#',
        '@',
        '1/0',
        '½',
        "5'",
        'C',
        'ring',
        '30mA',
        '×',
        '20A',
        'kW',
      ),
      fc.string({ maxLength: 8 }),
      fc.integer().map(String),
    );
    fc.assert(
      fc.property(fc.array(word, { maxLength: 12 }), fc.constantFrom(iec, nec, single), (words, job) => {
        const text = words.join(' ');
        const { tokens } = read(text, job);
        let at = 0;
        for (const token of tokens) {
          expect(text.slice(token.start, token.end)).toBe(token.text);
          expect(text.slice(at, token.start)).toMatch(/^[\s,;·]*$/);
          at = token.end;
        }
        expect(text.slice(at)).toMatch(/^[\s,;·]*$/);
        expect(read(text, job).tokens).toEqual(tokens);
      }),
      { numRuns: 400 },
    );
  });

  it('reads the same whatever the order of the words', () => {
    const words = ['ring', 'B32', '2.5/1.5', 'flat', '38m', 'clipped', '25C', 'alone', '30mA'];
    const { draft } = read(words.join(' '), iec);
    fc.assert(
      fc.property(fc.shuffledSubarray(words, { minLength: words.length }), (shuffled) => {
        expect(read(shuffled.join(' '), iec).draft).toEqual(draft);
      }),
    );
  });
});

describe('short words', () => {
  it.each([
    ['AC unit 20A', nec, 'AC unit'],
    ['SE corner lights', nec, 'SE corner lights'],
    ['12-2 NM SE corner', nec, 'SE corner'],
    ['al fresco B16', iec, 'Al fresco'],
    ['Al sat here', nec, 'Al sat here'],
    ['ac bench', nec, 'Ac bench'],
  ] as const)('of a name are the name: %s', (text, job, name) => {
    const found = read(text, job);
    expect(found).toMatchObject({ ok: true, name });
    expect(found.draft).not.toHaveProperty('material');
    if (!text.includes('NM')) expect(found.draft).not.toHaveProperty('construction');
  });
  it('next to a size are of the cable', () => {
    expect(read('12-2 AC 20A unit', nec)).toMatchObject({ draft: { construction: 'AC' }, name: 'Unit' });
    expect(read('2 AWG al', nec).draft).toMatchObject({ material: 'Al' });
  });
  it('an appliance is of the name and said of the load', () => {
    expect(read('40A range 8kW', nec)).toMatchObject({ name: 'Range', draft: { appliance: 'range' } });
    expect(made('30A 10-2 NM 240V 4500W water heater', nec).load).toMatchObject({
      name: 'Water heater',
      appliance: { value: 'water-heater', from: 'stated' },
    });
    expect(read('dryer B16', iec).draft).not.toHaveProperty('appliance');
  });
});

describe('a figure nobody could read', () => {
  it('takes nothing usual in its place, and is named', () => {
    const usual = { ...iec, defaults: { lineSize: '2.5mm2', breakingA: 6000 } };
    const known = completeQuick(usual, readQuickLine('B16 sockets', usual), 'upper')!;
    expect(known.draft).toMatchObject({ lineSize: '2.5mm2', capacityA: 6000 });
    const found = completeQuick(usual, readQuickLine('B16 4qm sockets', usual), 'upper')!;
    expect(found.draft).not.toHaveProperty('lineSize');
    expect(found.draft).not.toHaveProperty('capacityA');
    expect(found.lacks).toContain('what “4qm” says');
  });
});

describe('a circuit from the quick line', () => {
  it('is a whole circuit in one action, next in its board, and studied at once', () => {
    const { row, segment, device, after, circuitId } = made(
      'radial C16 mcb 2.5/1.5 flat method 102 25C alone 21 m load 11A sander',
      iec,
      'upper',
    );
    expect(row).toMatchObject({ name: 'Sander', number: nextNumber(iec, 'upper'), fromBoardId: 'upper', topology: 'radial' });
    expect(segment).toMatchObject({
      lengthM: { value: 21, from: 'stated' },
      neutralSize: { value: '2.5mm2', from: 'stated' },
      roles: ['line', 'neutral', 'protective'],
      material: { value: 'Cu', from: 'stated' },
    });
    expect(device!.settings).toMatchObject({ family: 'mcb', poles: '1P', ratingA: { value: 16 } });
    const verdicts = shownCircuit(studyJob(after).circuits.find((each) => each.circuitId === circuitId)!).answers;
    expect(verdicts.find((each) => each.question === 'carries-load')).toMatchObject({ verdict: 'pass', demand: 11 });
    expect(verdicts.find((each) => each.question === 'protects-cable')!.demand).not.toBeNull();
  });

  it('takes what the words imply, the firm fits and the trade expects, and says so; the rest stays unknown', () => {
    const { circuit, segment, device } = made('12-2 NM 20A AF 45ft loft', nec, 'main');
    expect(segment).toMatchObject({ protectiveSize: { value: '12AWG', from: 'stated' }, insulation: { value: 'THHN90' } });
    expect(segment).not.toHaveProperty('ambientC');
    expect(device).toMatchObject({ lines: [expect.stringMatching(/L[12]/)], settings: { arcFault: 'combination', poles: '1P' } });
    expect(device!.settings).toMatchObject({ voltageMarking: { value: '120/240', from: 'assumed' } });
    expect(circuit.lacks).toEqual(['interrupting rating', 'ambient temperature', 'conductors in the raceway or bundle', 'load']);
    expect(circuit.taken.map(({ field }) => field)).toContain('voltageMarking');
  });

  it('has its neutral where cable and device have room for one', () => {
    const roles = (text: string, job: Job) => made(text, job).segment!.roles;
    expect(roles('10-3 NM 30A dryer', nec)).toEqual(['line', 'line2', 'neutral', 'protective']);
    expect(roles('10-2 NM 30A 240V heater', nec)).toEqual(['line', 'line2', 'protective']);
    expect(roles('14-3 NM 15A 1P hall lights', nec)).toEqual(['line', 'neutral', 'switched', 'protective']);
    expect(roles('4G4 C16 hoist', iec)).toEqual(['line', 'line2', 'line3', 'protective']);
    expect(roles('5G4 C16 hob', iec)).toEqual(['line', 'line2', 'line3', 'neutral', 'protective']);
    expect(roles('6 flat B32 hob', single)).toEqual(['line', 'neutral', 'protective']);
  });

  it('a cable without a ground in it has none', () => {
    expect(made('4/0-4/0-2/0 SER al 200A barn', nec).segment).toMatchObject({
      protectivePath: 'none',
      roles: ['line', 'line2', 'neutral'],
      neutralSize: { value: '2/0AWG' },
    });
    expect(made('2-2-2-4 SER al 100A barn', nec).segment).toMatchObject({
      protectivePath: 'conductor',
      protectiveSize: { value: '4AWG' },
    });
  });

  it('goes on the line with the fewest circuits, or the one asked for', () => {
    const lineOf = (text: string) => made(text, iec, 'upper').device!.lines;
    const used = (line: string) =>
      Object.values(iec.devices).filter(
        (device) =>
          device.lines.length === 1 && device.lines[0] === line && iec.circuits[device.circuitId ?? '']?.fromBoardId === 'upper',
      ).length;
    const least = ['L1', 'L2', 'L3'].reduce((a, b) => (used(b) < used(a) ? b : a));
    expect(lineOf('B16 2.5/1.5 lamp')).toEqual([least]);
    expect(lineOf('B16 2.5/1.5 L3 lamp')).toEqual(['L3']);
  });

  it('a load has its own row; a metal raceway is the way back', () => {
    expect(made('B16 2.5/1.5 3kW cos 1 kettle', iec).load).toMatchObject({ powerW: { value: 3000 }, cosPhi: { value: 1 } });
    expect(made('12awg thhn emt 20A bench', nec).segment).toMatchObject({ protectivePath: 'raceway', place: 'raceway' });
  });

  it('has a name and number even where the line gives none, and follows an order key', () => {
    const { row, after } = made('B16', single);
    expect(row).toMatchObject({ name: 'Circuit 1', number: '1' });
    expect(parseJob(after).ok).toBe(true);
    const second = made('B10 lights', after);
    expect(second.row.number).toBe('2');
    expect(second.row.order > row.order).toBe(true);
  });

  it('needs a board', () => {
    const boardless = { ...single, boards: {} };
    expect(completeQuick(boardless, read('B16', boardless), undefined)).toBeUndefined();
  });
});

describe('a load by its plate', () => {
  it('with its voltage, and a charger with its detection', () => {
    expect(read('shower 9.5kW at 240V 10/4 flat', iec).draft).toMatchObject({ powerW: 9500, plateV: 240 });
    expect(read('shower 9.5 kW @ 240 V', iec).draft).toMatchObject({ powerW: 9500, plateV: 240 });
    expect(read('heater 3kW', iec).draft).not.toHaveProperty('plateV');
    expect(read('heater 3kW at 700V', iec).ok).toBe(false);
    // As far as the fields go.
    for (const volts of ['', ' at 240V'])
      expect([read(`x 1000kW${volts}`, iec).ok, read(`x 1001kW${volts}`, iec).ok]).toEqual([true, false]);
    expect([50, 49, 500, 501].map((volts) => read(`x 3kW at ${volts}V`, iec).ok)).toEqual([true, false, true, false]);
    const charger = read('EV charger C32 7.4 kW 30mA type A 6 mA DC detection', iec);
    expect(charger.draft).toMatchObject({ dcDetection: true, sensitivityA: 0.03, powerW: 7400 });
    expect(read('sockets B16 6mA', iec).draft).not.toHaveProperty('dcDetection');
    expect(read('charger RDC-DD', iec).draft).toMatchObject({ dcDetection: true });
  });
});

it('a number with a k beside what cools is no fault current', () => {
  const line = (text: string) => readQuickLine(text, nec);
  expect(line('10-2 NM 30A 2P mini-split 12k').draft.capacityA).toBeUndefined();
  expect(line('12k air conditioner').draft.capacityA).toBeUndefined();
  expect(line('10-2 NM 30A 2P 10k pantry').draft.capacityA).toBe(10_000);
});
