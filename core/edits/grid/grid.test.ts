import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { factAt } from '../../facts/read';
import { readFact } from '../../facts/typed';
import { applyCommand } from '../../job/commands';
import type { Job } from '../../job/schema/job';
import { demo, demoJobs } from '../../testing/demos';
import { type GridColumn, gridColumns } from './columns';
import { fillCells, takenText } from './fill';

const column = (job: Job, id: string): GridColumn => gridColumns(job.dialect).find((each) => each.id === id)!;
const cell = (job: Job, circuit: string, id: string) => column(job, id).cell(job, job.circuits[circuit]!);
const fill = (
  job: Job,
  cells: readonly (readonly [circuit: string, column: string, text: string])[],
  from: 'stated' | 'measured' = 'stated',
) =>
  fillCells(
    job,
    cells.map(([circuit, id, text]) => ({ circuit: job.circuits[circuit]!, column: column(job, id), text })),
    from,
  );
const filled = (job: Job, cells: Parameters<typeof fill>[1], from?: 'measured'): Job => {
  const made = fill(job, cells, from);
  if ('wrong' in made) throw new Error(made.wrong.map(({ message }) => message).join('; '));
  return made.command === undefined ? job : applyCommand(job, made.command);
};
const wrongOf = (job: Job, cells: Parameters<typeof fill>[1]) => {
  const made = fill(job, cells);
  return 'wrong' in made ? made.wrong.map(({ circuit, column: { id }, message }) => [circuit.id, id, message]) : [];
};

describe('the table of circuits', () => {
  it('shows each fact in the words of the dialect, and says why what it does not edit is not edited there', () => {
    const [iec, nec] = [demo('bindery-yard'), demo('kiln-house')];
    expect(cell(iec, 'press', 'size')).toMatchObject({
      kind: 'fact',
      shown: '4 mm²',
      entry: '4',
      path: 'segments.press-cable.lineSize',
    });
    expect(cell(nec, 'range', 'size')).toMatchObject({ kind: 'fact', shown: '6 AWG', entry: '6' });
    expect(cell(nec, 'range', 'breaking')).toMatchObject({ path: 'devices.range-device.settings.aicA' });
    expect(cell(nec, 'wheel', 'length')).toMatchObject({ kind: 'fixed', shown: '2 lengths' });
    expect(cell(nec, 'range', 'board')).toMatchObject({ kind: 'fixed', shown: 'Main panel' });
    const heads = (job: Job) => gridColumns(job.dialect).map(({ head }) => head);
    expect(heads(iec)).toContain('Method');
    expect(heads(nec)).not.toContain('Method');
    const bare = structuredClone(nec);
    for (const device of Object.values(bare.devices)) device.state = 'removed';
    expect(cell(bare, 'range', 'rating')).toMatchObject({ kind: 'fixed', why: 'there is no device yet: it is made on the desk' });
  });

  it('what is typed as it stands changes nothing: every cell of every demo job gives its value back', () => {
    for (const job of demoJobs())
      for (const { id } of Object.values(job.circuits))
        for (const each of gridColumns(job.dialect)) {
          const there = each.cell(job, job.circuits[id]!);
          expect(fill(job, [[id, each.id, there.entry]]), `${id} ${each.id}`).toEqual({ command: undefined });
          if (there.kind !== 'fact' || there.from === undefined) continue;
          const value = factAt(job, there.path)!.fact!.value;
          const read = readFact(there.how, there.entry);
          expect(read.ok, `${id} ${each.id}`).toBe(true);
          if (typeof value === 'number') expect(read.ok && Math.abs(Number(read.value) / value - 1)).toBeLessThan(1e-5);
          else expect(read).toMatchObject({ value });
        }
  });

  it('puts a value in its place with its source, in SI, and a text of nothing makes it unknown', () => {
    const job = demo('kiln-house');
    const longer = filled(job, [['range', 'length', '50']], 'measured');
    expect(longer.segments['range-cable']!.lengthM).toEqual({ value: 15.24, from: 'measured' });
    expect(filled(job, [['range', 'length', '12 m']]).segments['range-cable']!.lengthM).toEqual({ value: 12, from: 'stated' });
    expect(filled(job, [['range', 'length', ' ']]).segments['range-cable']!.lengthM).toBeUndefined();
    expect(filled(job, [['range', 'insulation', 'xhhw']]).segments['range-cable']!.insulation).toEqual({
      value: 'XHHW2-90',
      from: 'stated',
    });
    expect(filled(job, [['range', 'name', 'Cooker']]).devices['range-device']!.name).toMatch(/^Cooker/);
    expect(fill(job, [['range', 'length', '50']])).toMatchObject({ command: { label: 'Range: Length 50' } });
  });

  it('takes many at once as one command, or none of them: each that does not fit is named', () => {
    const job = demo('bindery-yard');
    const made = fill(job, [
      ['hob', 'length', '11'],
      ['water', 'length', '9'],
      ['hob', 'rating', '20'],
    ]);
    expect(made).toMatchObject({ command: { label: '3 values of the table' } });
    const wrong = wrongOf(job, [
      ['hob', 'length', '11'],
      ['hob', 'rating', 'much'],
      ['water', 'curve', 'Q'],
      ['water', 'board', 'Nowhere'],
      ['hob', 'name', ' '],
      ['water', 'length', '1,250'],
    ]);
    expect(wrong.map(([circuit, id]) => `${circuit} ${id}`)).toEqual([
      'hob rating',
      'water curve',
      'water board',
      'hob name',
      'water length',
    ]);
    expect(wrong[1]![2]).toBe('"Q" is none of B, C, D, K, Z');
    expect(wrong[3]![2]).toBe('a circuit needs a name');
  });

  it('what is assumed stays assumed wherever it is taken: its text says so', () => {
    const job = demo('kiln-house');
    const taken = takenText(cell(job, 'loft', 'length'));
    expect(taken).toMatch(/^[\d.]+ \?$/);
    expect(takenText(cell(job, 'range', 'length'))).not.toContain('?');
    for (const text of [taken, taken.replace(' ', '')]) {
      const there = filled(job, [['range', 'length', text]], 'measured').segments['range-cable']!.lengthM!;
      expect(there.from).toBe('assumed');
      expect(there.value).toBeCloseTo(job.segments['loft-cable']!.lengthM!.value, 3);
    }
    // A value that stands there already keeps the source it has.
    expect(fill(job, [['range', 'length', '42 ft ?']])).toEqual({ command: undefined });
    expect(wrongOf(job, [['range', 'length', '?']])).toHaveLength(1);
    expect(filled(job, [['range', 'name', 'Why?']]).circuits.range!.name).toBe('Why?');
  });

  it('never makes a command the job refuses in form, whatever is typed', () => {
    const job = demo('bindery-yard');
    const columns = gridColumns('iec').map(({ id }) => id);
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.keys(job.circuits)),
        fc.constantFrom(...columns),
        fc.string({ maxLength: 12 }),
        (circuit, id, text) => {
          const made = fill(job, [[circuit, id, text]]);
          if ('wrong' in made) expect(made.wrong[0]!.message).toMatch(/\S/);
          else if (made.command !== undefined) expect(made.command.steps.length).toBeGreaterThan(0);
        },
      ),
      { numRuns: 400 },
    );
  });
});

describe('a typed choice', () => {
  const how = {
    kind: 'choice',
    options: [
      { value: 'THW75', label: 'THW 75 °C' },
      { value: 'THWN75', label: 'THWN 75 °C' },
      { value: true, label: 'yes' },
    ],
  } as const;
  it.each([
    ['thw 75 °c', 'THW75'],
    ['THWN', 'THWN75'],
    ['thwn75', 'THWN75'],
    ['Y', true],
    ['true', true],
  ])('%s is %s', (text, value) => expect(readFact(how, text)).toMatchObject({ ok: true, value }));
  it.each(['thw', 'x', '', 'yess'])('%j is none, or could be more than one', (text) =>
    expect(readFact(how, text).ok).toBe(false),
  );
});
