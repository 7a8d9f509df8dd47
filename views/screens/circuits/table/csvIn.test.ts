import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type ForeignTable, guessColumns, readTable, type TableReading, takenColumns } from '@/core/edits/grid/intake';
import { applyCommand } from '@/core/job/commands';
import type { Job } from '@/core/job/schema/job';
import { demo, demoJobs } from '@/core/testing/demos';
import { csvOf } from './csv';
import { type CsvTable, MAX_TABLE_BYTES, parseCsv } from './csvIn';

const bytes = (text: string) => new TextEncoder().encode(text);
const table = (text: string): CsvTable => {
  const parsed = parseCsv('plan.csv', bytes(text));
  if ('wrong' in parsed) throw new Error(parsed.wrong);
  return parsed;
};
let made = 0;
function read(job: Job, text: string, as?: ForeignTable['as'], taken?: ForeignTable['taken']): TableReading {
  const { heads, rows } = table(text);
  const foreign = { heads, rows, as: as ?? guessColumns(job.dialect, heads), from: 'stated', taken } as const;
  const reader = readTable(job, foreign as ForeignTable, () => `n${++made}`);
  let step = reader.next();
  while (step.done !== true) step = reader.next();
  return step.value;
}
const kiln = demo('kiln-house');
const yard = demo('bindery-yard');

describe('a foreign table as text', () => {
  it.each([
    ['commas', 'No.,Name\n21,Loft\n'],
    ['semicolons', 'No.;Name\n21;Loft\n'],
    ['tabs', 'No.\tName\n21\tLoft'],
    ['quotes, empty lines, carriage returns, a mark of its encoding', '\uFEFF"No.","Name"\r\n\r\n"21","Loft"\r\n,\r\n'],
  ])('with %s', (_, text) => {
    expect(table(text)).toEqual({ heads: ['No.', 'Name'], rows: [['21', 'Loft']] });
  });
  it('in UTF-16, and as old spreadsheets write it', () => {
    const utf16 = new Uint8Array([
      0xff,
      0xfe,
      ...[...'No.\tName\n1\tÖfen'].flatMap((sign) => [sign.charCodeAt(0) & 255, sign.charCodeAt(0) >> 8]),
    ]);
    expect(parseCsv('x', utf16)).toEqual({ heads: ['No.', 'Name'], rows: [['1', 'Öfen']] });
    const old = new Uint8Array([...'No.;Name\n1;'].map((sign) => sign.charCodeAt(0)).concat(0xd6, 0x66));
    expect(parseCsv('x', old)).toEqual({ heads: ['No.', 'Name'], rows: [['1', 'Öf']] });
  });
  it.each([
    ['', /holds no rows/],
    ['No.,Name\n', /holds no rows/],
    ['No.,Name\n1,"Loft\n', /quotation mark is not closed/],
    ['a\0b', /is no text/],
    [`No.\n${'1\n'.repeat(1001)}`, /1001 rows; a job holds at most 1000/],
  ])('refuses %j', (text, message) => {
    expect(parseCsv('plan.csv', bytes(text))).toEqual({ wrong: expect.stringMatching(message) });
  });
  it('refuses 20 MB before it reads them', () => {
    expect(parseCsv('plan.csv', new Uint8Array(20_000_000))).toEqual({
      wrong: 'plan.csv has 20.0 MB; a table of circuits has at most 5 MB',
    });
    expect(parseCsv('plan.csv', new Uint8Array(MAX_TABLE_BYTES))).toEqual({ wrong: expect.stringMatching(/is no text/) });
  });
});

describe('a foreign table taken into circuits', () => {
  it('finds its columns by their heads, each of ours once', () => {
    expect(guessColumns('nec', ['Ckt', 'Description', 'Breaker', 'Wire', 'Length (ft)', 'Colour', 'No.'])).toEqual([
      'number',
      'name',
      'rating',
      'size',
      'length',
      undefined,
      undefined,
    ]);
    expect(guessColumns('iec', ['Way', 'Feeds', 'Curve', 'In', 'CSA', 'cpc', 'Length [m]'])).toEqual([
      'number',
      'name',
      'curve',
      'rating',
      'size',
      'protective',
      'length',
    ]);
  });
  it('makes what is new, with units of the head, decimal commas and what is assumed', () => {
    const {
      made: count,
      command,
      problems,
    } = read(
      kiln,
      'Ckt;Description;Panel;Use;Breaker;Poles;Wire;Length (m);Power\n31;Attic fan;Studio panel;fixed;15 ?;1;14;10,5;0,4 kW\n',
    );
    expect([count, problems]).toEqual([1, []]);
    const job = applyCommand(kiln, command!);
    const circuit = Object.values(job.circuits).find(({ number }) => number === '31')!;
    expect(circuit).toMatchObject({ name: 'Attic fan', fromBoardId: 'studio', use: 'fixed', kind: 'final', state: 'new' });
    const of = <T extends { circuitId?: string | undefined }>(rows: Record<string, T>) =>
      Object.values(rows).find(({ circuitId }) => circuitId === circuit.id)!;
    expect(of(job.devices).settings).toEqual({
      family: 'moulded-case-nec',
      poles: '1P',
      ratingA: { value: 15, from: 'assumed' },
    });
    expect(of(job.segments)).toMatchObject({ lengthM: { value: 10.5, from: 'stated' }, lineSize: { value: '14AWG' } });
    expect(of(job.loads)).toMatchObject({ powerW: { value: 400, from: 'stated' } });
  });
  it('brings what is there up to date, by its panel and number, and leaves the rest', () => {
    const { made: count, changed, same, command } = read(kiln, 'No.,Panel,Length\n5,Main panel,40 ft\n7,Main panel,48 ft\n');
    expect([count, changed, same]).toEqual([0, 1, 1]);
    expect(applyCommand(kiln, command!).segments['pantry-cable']!.lengthM).toEqual({ value: 40 * 0.3048, from: 'stated' });
  });
  it('names each row that does not fit, with its line, and takes the others', () => {
    const {
      made: count,
      problems,
      command,
    } = read(
      kiln,
      [
        'No.,Name,Panel,Use,Rating,Length,Hot',
        '41,Good,Main panel,fixed,20,30,12',
        '42,Bad unit,Main panel,fixed,20,3 furlongs,12',
        '43,Nowhere,Cellar panel,fixed,20,30,12',
        '44,Formula,Main panel,fixed,=1+1,30,12',
        '41,Again,Main panel,fixed,20,30,12',
        '45,Out of range,Main panel,fixed,20,-3,12',
        '46,What,Main panel,heating,20,30,twelve',
      ].join('\n'),
    );
    expect(count).toBe(1);
    expect(problems.map(({ line, head, message }) => `${line} ${head}: ${message}`)).toEqual([
      '3 Length: "furlongs" is not a unit used here: use m, cm, mm, km, ft, in, yd',
      '4 Panel: "Cellar panel" is none of Main panel, Studio panel',
      '5 Rating: "=1+1" is a formula: a value is wanted',
      '6 No.: number 41 is on line 2 already',
      expect.stringMatching(/^7 Length: .*0.01 to 5000 m/),
      '8 Use: "heating" is none of lighting, receptacles, fixed, mixed',
      expect.stringMatching(/^8 Hot: "twelve" is not a conductor size/),
    ]);
    expect(applyCommand(kiln, command!)).toBeDefined();
  });
  it('of a job as it was saved changes nothing', () => {
    for (const job of demoJobs()) {
      const circuits = Object.values(job.circuits).filter(({ kind }) => kind === 'final');
      const { heads, rows } = table(csvOf(job, circuits));
      const as = guessColumns(job.dialect, heads);
      expect(as.every((each) => each !== undefined)).toBe(true);
      const several = new Set(
        circuits
          .filter(({ id }) => Object.values(job.segments).filter(({ circuitId }) => circuitId === id).length > 1)
          .map(({ number }) => number),
      );
      const single = rows.filter(([number]) => !several.has(number!));
      const reader = readTable(job, { heads, rows: single, as, from: 'stated' }, () => 'x');
      let step = reader.next();
      while (step.done !== true) step = reader.next();
      expect(step.value).toMatchObject({ made: 0, changed: 0, same: single.length, problems: [], command: undefined });
    }
  });
  it('never throws, whatever stands in it, and makes no command the job refuses', () => {
    const ids = takenColumns('iec').map(({ id }) => id);
    fc.assert(
      fc.property(
        fc.array(
          fc.array(fc.oneof(fc.string({ maxLength: 12 }), fc.constantFrom('16', '2,5', 'B', '30 m', '1.5', 'Upper board')), {
            maxLength: 6,
          }),
          { maxLength: 5 },
        ),
        fc.array(fc.option(fc.constantFrom(...ids), { nil: undefined }), { minLength: 6, maxLength: 6 }),
        (rows, as) => {
          const once = as.map((each, at) => (as.indexOf(each) === at ? each : undefined));
          const reader = readTable(
            yard,
            { heads: ['a', 'b', 'c', 'd', 'e', 'f'], rows, as: once, from: 'stated' },
            () => `f${++made}`,
          );
          let step = reader.next();
          while (step.done !== true) step = reader.next();
          if (step.value.command !== undefined) applyCommand(yard, step.value.command);
        },
      ),
      { numRuns: 200 },
    );
  });

  describe('under a number that is there', () => {
    const { number, name } = kiln.circuits.pantry!;
    const cable = Object.values(kiln.segments).find(({ circuitId }) => circuitId === 'pantry')!;
    const highest = Math.max(...Object.values(kiln.circuits).map((each) => Number(each.number) || 0));

    it('of the same name changes that circuit, and says each cell before and after', () => {
      const found = read(kiln, `No.,Name,Length (m)\n${number},${name.toUpperCase()},33.5\n`);
      expect(found).toMatchObject({ made: 0, changed: 1, renumbered: [] });
      expect(found.changes.map(({ head, before, after }) => [head, before, after])).toContainEqual([
        'Length (m)',
        expect.stringMatching(/ft$/),
        '33.5 m',
      ]);
      expect(applyCommand(kiln, found.command!).segments[cable.id]!.lengthM).toEqual({ value: 33.5, from: 'stated' });
    });
    it('without a name changes it too', () => {
      expect(read(kiln, `No.,Length (m)\n${number},33.5\n`)).toMatchObject({ changed: 1, changes: [{ after: '33.5 m' }] });
    });
    it('of another name is a circuit of its own under the next number, and what is there stays', () => {
      const found = read(kiln, `No.,Name,Length (m)\n${number},Sauna,33.5\n${highest + 1},Attic,5\n`);
      expect(found).toMatchObject({
        made: 2,
        changed: 0,
        changes: [],
        renumbered: [{ line: 2, name: 'Sauna', from: number, to: `${highest + 2}` }],
      });
      const after = applyCommand(kiln, found.command!);
      expect(after.circuits.pantry).toBe(kiln.circuits.pantry);
      expect(after.segments[cable.id]).toBe(kiln.segments[cable.id]);
      expect(Object.values(after.circuits).find((each) => each.name === 'Sauna')!.number).toBe(`${highest + 2}`);
    });
    it('changes it, name and all, where that is wanted', () => {
      const found = read(kiln, `No.,Name,Length (m)\n${number},Sauna,33.5\n`, undefined, 'change');
      expect(found).toMatchObject({ made: 0, changed: 1, renumbered: [] });
      expect(found.changes).toContainEqual({ line: 2, circuit: name, head: 'Name', before: name, after: 'Sauna' });
      expect(applyCommand(kiln, found.command!).circuits.pantry!.name).toBe('Sauna');
    });
  });
});
