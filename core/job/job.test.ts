import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand, CommandRefused, type Step } from './commands';
import { readQuantity, readSize, sizeMm2 } from './edges';
import { MAX_JOB_BYTES, tooDeep } from './limits';
import { parseJob, parseJobText } from './parse';
import type { Job } from './schema/job';
import { showAmount } from './show';

const text = readFileSync('demo/bindery-yard.json', 'utf8');
const fresh = (): Job =>
  ({ prices: {}, combinations: {}, inspections: {}, logEntries: {}, keptEvents: {}, ...JSON.parse(text) }) as Job;

/** The problems of the demo job after a change made with no regard for its type. */
function problemsAfter(change: (job: Record<string, any>) => void) {
  const job = fresh() as unknown as Record<string, any>;
  change(job);
  const parsed = parseJob(job);
  return parsed.ok ? [] : parsed.problems;
}

describe('a circuit behind a device that is not there', () => {
  it('is one problem, not two', () => {
    expect(problemsAfter((job) => (job.circuits.hob.behindDeviceId = 'nowhere'))).toMatchObject([
      { path: 'circuits.hob.behindDeviceId', code: 'reference' },
    ]);
    const [ahead] = Object.keys(fresh().devices);
    expect(problemsAfter((job) => (job.circuits.hob.behindDeviceId = ahead))).toMatchObject([
      { path: 'circuits.hob.behindDeviceId', message: expect.stringMatching(/does not sit in this circuit's board/) },
    ]);
  });
});

describe('a job file of more rows than a job holds', () => {
  const withRooms = (count: number) => {
    const job = fresh();
    const there = Object.keys(job.rooms).length;
    for (let at = 0; at < count - there; at++) job.rooms[`r${at}`] = { id: `r${at}`, order: 'a', name: 'x' };
    return job;
  };
  it('is refused before it is looked at; one row less is not', () => {
    expect(parseJobText(JSON.stringify(withRooms(6000))).ok).toBe(true);
    expect(parseJobText(JSON.stringify(withRooms(6001)))).toEqual({
      ok: false,
      problems: [{ path: 'rooms', code: 'size', message: '6001 are too many: a job holds at most 6000 rooms' }],
    });
    const crowd = Object.fromEntries(Array.from({ length: 1001 }, (_, at) => [`c${at}`, {}]));
    expect(parseJobText(JSON.stringify({ ...fresh(), circuits: crowd }))).toMatchObject({ problems: [{ path: 'circuits' }] });
  });

  it('is not what a command makes either, and what is kept already can still be read', () => {
    const put = (id: string): Step => ({ do: 'put', on: 'rooms', row: { id, order: 'b', name: 'y' } });
    expect(Object.keys(applyCommand(withRooms(5999), { label: 'x', steps: [put('new')] }).rooms)).toHaveLength(6000);
    expect(() => applyCommand(withRooms(6000), { label: 'x', steps: [put('new')] })).toThrow(/at most 6000 rooms/);
    expect(applyCommand(withRooms(6000), { label: 'x', steps: [put('r1')] }).rooms.r1!.name).toBe('y');
    expect(parseJob(withRooms(6001)).ok).toBe(true);
  });
});

describe('a bad job file is refused at the field', () => {
  it.each<[string, (job: Record<string, any>) => void, string, RegExp]>([
    [
      'a wrong type',
      (job) => (job.segments.tails.lengthM.value = '3'),
      'segments.tails.lengthM.value',
      /a number is wanted here, 0.01 to 5000 m/,
    ],
    ['a negative length', (job) => (job.segments.tails.lengthM.value = -3), 'segments.tails.lengthM.value', /0.01 to 5000 m/],
    ['an absurd length', (job) => (job.segments.tails.lengthM.value = 1e9), 'segments.tails.lengthM.value', /0.01 to 5000 m/],
    ['a null', (job) => (job.segments.tails.lengthM.value = null), 'segments.tails.lengthM.value', /number/],
    ['a fact without its source', (job) => delete job.segments.tails.lengthM.from, 'segments.tails.lengthM.from', /measured/],
    ['an unknown field', (job) => (job.segments.tails.lenght = 3), 'segments.tails', /lenght/],
    ['a size that is none', (job) => (job.segments.tails.lineSize.value = 'thick'), 'segments.tails.lineSize.value', /2.5mm2/],
    ['an unknown family', (job) => (job.devices.main.settings.family = 'magic'), 'devices.main.settings.family', /./],
    [
      'a board that is not there',
      (job) => (job.circuits.hob.fromBoardId = 'nowhere'),
      'circuits.hob.fromBoardId',
      /"nowhere" is not one of the job's boards/,
    ],
    ['a key that is not the id', (job) => (job.circuits.hob.id = 'hub'), 'circuits.hob.id', /same as its key/],
    ['a prototype as id', (job) => (job.circuits.hob.fromBoardId = 'constructor'), 'circuits.hob.fromBoardId', /not one of/],
    ['a cable that branches off itself', (job) => (job.segments.tails.branchOf = 'tails'), 'segments.tails.branchOf', /circle/],
    [
      'a final circuit that feeds a board',
      (job) => (job.circuits.hob.toBoardId = 'upper'),
      'circuits.hob.toBoardId',
      /feeds points/,
    ],
    [
      'boards that feed each other',
      (job) => {
        job.circuits.hob.kind = 'distribution';
        job.circuits.hob.toBoardId = 'upper';
      },
      'circuits.hob.toBoardId',
      /own board/,
    ],
    ['a device seated nowhere', (job) => delete job.devices.main.circuitId, 'devices.main.circuitId', /names its circuitId/],
    [
      'falling let-through points',
      (job) =>
        (job.devices['hob-device'].settings.makerLetThrough.value = [
          { upToA: 10, letThroughA2s: 9 },
          { upToA: 20, letThroughA2s: 8 },
        ]),
      'devices.hob-device.settings.makerLetThrough.value',
      /does not fall/,
    ],
  ])('%s', (_, change, path, message) => {
    const [problem] = problemsAfter(change);
    expect(problem?.path).toBe(path);
    expect(problem?.message).toMatch(message);
  });

  it.each([
    ['', /not JSON/],
    ['[1,2', /not JSON/],
    ['NaN', /not JSON/],
    ['[]', /one object/],
    ['{}', /not a job file/],
    ['{"format":"isotrip.job/2"}', /newer version/],
    ['{"format":"isotrip.study/1"}', /not a job file/],
    [text.replace('"value": 4,', '"value": NaN,'), /not JSON/],
    [' '.repeat(MAX_JOB_BYTES + 1), /5.0 MB; a job file is at most 5 MB/],
  ])('junk %#', (junk, message) => {
    const parsed = parseJobText(junk);
    expect(parsed.ok).toBe(false);
    if (!parsed.ok) expect(parsed.problems[0]!.message).toMatch(message);
  });

  it('never throws, whatever is put anywhere', () => {
    const paths = Object.keys(fresh()).flatMap((top) => [
      [top],
      ...Object.keys((fresh() as any)[top] ?? {})
        .slice(0, 2)
        .map((id) => [top, id]),
    ]);
    fc.assert(
      fc.property(fc.constantFrom(...paths), fc.jsonValue(), (path, value) => {
        const job = fresh() as any;
        const holder = path.length === 1 ? job : job[path[0]!];
        if (typeof holder !== 'object' || holder === null) return;
        holder[path.at(-1)!] = value;
        const parsed = parseJob(job);
        if (!parsed.ok) expect(parsed.problems.length).toBeGreaterThan(0);
      }),
      { numRuns: 200 },
    );
  });

  it('names the first twenty of many problems', () => {
    const job = fresh() as any;
    for (let index = 0; index < 30; index++) job.points[`p${index}`] = {};
    const parsed = parseJob(job);
    expect(parsed.ok ? 0 : parsed.problems.length).toBe(20);
  });

  it('reads a file with a byte order mark', () => expect(parseJobText(`\uFEFF${text}`).ok).toBe(true));
});

describe('typed values', () => {
  it.each([
    ['18', 'length', 18],
    ['18 m', 'length', 18],
    ['18,5', 'length', 18.5],
    ['60ft', 'length', 18.288],
    [`5' 6"`, 'length', 1.6764],
    ['1 1/2 in', 'length', 0.0381],
    ['½ m', 'length', 0.5],
    ['12½', 'length', 12.5],
    ['350 cm', 'length', 3.5],
    ['1.2kA', 'current', 1200],
    ['30 mA', 'current', 0.03],
    ['0,35 Ω', 'impedance', 0.35],
    ['350 mohm', 'impedance', 0.35],
    ['2.4 kW', 'power', 2400],
    ['104 °F', 'temperature', 40],
    ['90 %', 'factor', 0.9],
    ['3', 'count', 3],
  ] as const)('%s as %s', (typed, kind, value) => {
    const found = readQuantity(typed, kind);
    expect(found.ok && found.value).toBeCloseTo(value, 10);
  });

  it.each([
    ['', 'length', /empty/],
    ['abc', 'length', /number is wanted/],
    ['18 A', 'length', /"A" is not a unit used here: use m/],
    ['5 5', 'length', /one value is wanted, or each with its unit/],
    ['1,250', 'length', /could be 1250 or 1.250/],
    ['1.2.3', 'length', /more than one decimal mark/],
    ['3 4', 'current', /not a unit|one value/],
    ['2.5', 'count', /whole number/],
    ['1e9', 'length', /"e" is not a unit/],
    ['NaN', 'length', /number/],
    ['1/0', 'length', /not a number that can be used/],
  ] as const)('refuses "%s" as %s', (typed, kind, message) => {
    const found = readQuantity(typed, kind);
    expect(found.ok).toBe(false);
    if (!found.ok) expect(found.message).toMatch(message);
  });

  it.each([
    ['85 m2', 85],
    ['85 m²', 85],
    ['85m2', 85],
    ['100ft2', 9.290304],
    ['100sq ft', 9.290304],
    ['85 sq m', 85],
    ['85 sq. metres', 85],
    ['100 ft²', 9.290304],
    ['100 ft2', 9.290304],
    ['100 ft^2', 9.290304],
    ['100 sq ft', 9.290304],
    ['100 sqft', 9.290304],
    ['100 sq. ft.', 9.290304],
    ['100 square feet', 9.290304],
  ])('an area of %s', (typed, m2) => {
    expect(readQuantity(typed, 'area')).toMatchObject({ ok: true, value: m2 });
  });
  it.each([
    ['18 in3', 294.967152],
    ['18in3', 294.967152],
    ['18 cu. in.', 294.967152],
    ['18 cubic inches', 294.967152],
    ['250 cm3', 250],
  ])('a volume of %s', (typed, cm3) => {
    const found = readQuantity(typed, 'volume');
    expect(found.ok && found.value).toBeCloseTo(cm3, 6);
  });
  it.each([
    ['700 V', 0.7],
    ['700', 0.7],
    ['1.5 kV', 1.5],
  ])('a voltage of %s, in volts', (typed, kV) => {
    expect(readQuantity(typed, 'kilovolts', 'V')).toMatchObject({ ok: true, value: kV });
  });
  it('of a square no length is made', () => expect(readQuantity('9 ft2', 'length')).toMatchObject({ ok: false }));

  it('shows a foreign unit converted', () =>
    expect(readQuantity('60 ft', 'length')).toMatchObject({ readAs: '60 ft = 18.288 m' }));

  it.each([
    ['2.5', 'mm2', '2.5mm2'],
    ['2,5 mm²', 'mm2', '2.5mm2'],
    ['10', 'mm2', '10mm2'],
    ['12', 'AWG', '12AWG'],
    ['#10', 'AWG', '10AWG'],
    ['1/0', 'mm2', '1/0AWG'],
    ['4/0awg', 'mm2', '4/0AWG'],
    ['250 kcmil', 'AWG', '250kcmil'],
    ['250', 'AWG', '250kcmil'],
    ['350', 'AWG', '350kcmil'],
    ['250', 'mm2', '250mm2'],
  ] as const)('size "%s" typed in %s', (typed, usual, size) =>
    expect(readSize(typed, usual)).toMatchObject({ ok: true, value: size }),
  );
  it('refuses a size that is none', () => expect(readSize('thick', 'mm2')).toMatchObject({ ok: false }));

  it('names American sizes, and leaves metric ones as areas', () => {
    expect(showAmount(sizeMm2('10AWG'), sizeMm2('1/0AWG'), 'mm²')).toEqual({ demand: '10', limit: '1/0', unit: 'AWG' });
    expect(showAmount(2.5, 4, 'mm²')).toEqual({ demand: '2.5', limit: '4', unit: 'mm²' });
  });

  it('never shows two different values alike', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 1e5, noNaN: true }),
        fc.double({ min: 1 + 1e-6, max: 1.01, noNaN: true }),
        (limit, times) => {
          const shown = showAmount(limit * times, limit, 'A');
          expect(shown.demand).not.toBe(shown.limit);
        },
      ),
    );
  });
});

describe('commands', () => {
  const run = (...steps: Step[]) => applyCommand(fresh(), { label: 'test', steps });

  it('changes one field and shares the rest', () => {
    const job = fresh();
    const next = applyCommand(job, {
      label: 'longer',
      steps: [{ do: 'set', on: 'segments', id: 'tails', field: ['lengthM'], to: { value: 6, from: 'measured' } }],
    });
    expect(next.segments.tails!.lengthM).toEqual({ value: 6, from: 'measured' });
    expect(job.segments.tails!.lengthM!.value).toBe(4);
    expect(next.devices).toBe(job.devices);
  });

  it.each<[string, Step[], string]>([
    [
      'a value out of range',
      [{ do: 'set', on: 'segments', id: 'tails', field: ['lengthM'], to: { value: -1, from: 'stated' } }],
      'segments.tails.lengthM.value',
    ],
    ['a row that is gone', [{ do: 'set', on: 'segments', id: 'nowhere', field: ['lengthM'] }], 'segments.nowhere'],
    ['a field that is not there', [{ do: 'set', on: 'segments', id: 'tails', field: ['colour'], to: 'red' }], 'segments.tails'],
    ['a required field made absent', [{ do: 'set', on: 'circuits', id: 'hob', field: ['kind'] }], 'circuits.hob.kind'],
    ['a row others stand on', [{ do: 'drop', on: 'boards', id: 'upper' }], 'circuits.attic-fan.fromBoardId'],
    [
      'a way into the prototype',
      [{ do: 'set', on: 'segments', id: 'tails', field: ['constructor', 'name'], to: 'x' }],
      'segments.tails.constructor',
    ],
    ['an id changed under its key', [{ do: 'set', on: 'circuits', id: 'hob', field: ['id'], to: 'hub' }], 'circuits.hob.id'],
  ])('refuses %s, all or nothing', (_, steps, path) => {
    const good: Step = { do: 'set', on: 'circuits', id: 'hob', field: ['name'], to: 'Changed' };
    const job = fresh();
    try {
      applyCommand(job, { label: 'test', steps: [good, ...steps] });
      expect.unreachable();
    } catch (error) {
      expect(error).toBeInstanceOf(CommandRefused);
      expect((error as CommandRefused).problems[0]!.path).toBe(path);
    }
    expect(job).toEqual(fresh());
  });

  it('puts and drops rows, and changes the job itself', () => {
    const put = run({ do: 'put', on: 'rooms', row: { id: 'porch', order: 'z', name: 'Porch' } });
    expect(put.rooms.porch).toEqual({ id: 'porch', order: 'z', name: 'Porch' });
    expect(run({ do: 'drop', on: 'loads', id: 'hob-load1' }).loads['hob-load1']).toBeUndefined();
    expect(run({ do: 'set-job', field: ['supply', 'cMax'], to: 1.05 }).supply.cMax).toBe(1.05);
    expect(() => run({ do: 'set-job', field: ['supply', 'cMax'], to: 9 })).toThrow(CommandRefused);
  });
});

describe('JSON nested without end', () => {
  it.each([
    ['lists', '['.repeat(200_000)],
    ['objects', '{"a":'.repeat(200_000)],
  ])('of %s is refused before it is read', (_, text) => {
    expect(parseJobText(text)).toMatchObject({
      ok: false,
      problems: [{ code: 'syntax', message: expect.stringContaining('64 levels') }],
    });
  });
  it('is told from brackets in a text, and from what is as deep as it may be', () => {
    expect(tooDeep(JSON.stringify({ name: `${'['.repeat(500)}\\"${'{'.repeat(500)}` }))).toBe(false);
    expect(tooDeep('['.repeat(64) + ']'.repeat(64))).toBe(false);
    expect(tooDeep('['.repeat(65))).toBe(true);
    expect(tooDeep('[]'.repeat(500))).toBe(false);
  });
});
