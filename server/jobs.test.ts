import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { CommandRefused } from '@/core/job/commands';
import { demoJob } from './demos';
import { JobRepository } from './jobs';
import { Conflict, KeyTaken, StaleBase } from './refusals';
import { openStore } from './store';
import { lengthCommand, storeInFolder } from './testing/store';
import { StoreProblem } from './trouble';

let store: ReturnType<typeof storeInFolder>;
let jobs: JobRepository;
beforeEach(() => {
  store = storeInFolder();
  jobs = store.jobs;
  jobs.insert(demoJob('bindery-yard'));
});
afterEach(() => store.remove());

const ID = 'bindery-yard';
let turn = 0;
const by = (author: string, base: number) => ({ key: `key-${String(turn++).padStart(6, '0')}`, author, base });
const length = (id: string) => jobs.load(ID)!.job.segments[id]!.lengthM?.value;

describe('commands on the kept job', () => {
  it('write what changed, log it, and survive a new connection', () => {
    const outcome = jobs.apply(ID, lengthCommand('tails', 7), by('a', 1));
    expect(outcome).toMatchObject({ revision: 2, reach: { undo: 'Length of tails: 7 m', redo: null } });
    expect(outcome.entries[0]!.changes.map(({ on, id }) => [on, id])).toEqual([['segments', 'tails']]);
    const other = openStore(store.folder);
    expect(other.jobs.load(ID)).toEqual(jobs.load(ID));
    expect(other.jobs.changesAfter(ID, 1, 'a').entries).toEqual(outcome.entries);
    other.db.close();
  });

  it('happen once, however often the same key is sent', () => {
    const action = by('a', 1);
    jobs.apply(ID, lengthCommand('tails', 7), action);
    jobs.apply(ID, lengthCommand('tails', 8), by('a', 2));
    const again = jobs.apply(ID, lengthCommand('tails', 7), action);
    expect(again.revision).toBe(3);
    expect(again.entries.map((entry) => entry.revision)).toEqual([2, 3]);
    expect(length('tails')).toBe(8);
  });

  it('on an older base go through where nobody touched the rows, and bring along what happened', () => {
    jobs.apply(ID, lengthCommand('tails', 7), by('a', 1));
    const outcome = jobs.apply(ID, lengthCommand('hob-cable', 15), by('b', 1));
    expect(outcome.revision).toBe(3);
    expect(outcome.entries.map((entry) => entry.author)).toEqual(['a', 'b']);
    expect([length('tails'), length('hob-cable')]).toEqual([7, 15]);
  });

  it('on an older base are refused where somebody did, with what it was, and nothing is lost', () => {
    jobs.apply(ID, lengthCommand('tails', 7), by('a', 1));
    const before = jobs.load(ID);
    const refused = (() => {
      try {
        return jobs.apply(ID, lengthCommand('tails', 9), by('b', 1));
      } catch (error) {
        return error;
      }
    })();
    expect(refused).toBeInstanceOf(Conflict);
    expect(refused).toMatchObject({ message: 'changed meanwhile: Length of tails: 7 m', revision: 2 });
    expect((refused as Conflict).entries).toHaveLength(1);
    expect(jobs.load(ID)).toEqual(before);
  });

  it('refuse what does not fit, a base of the future, and a job that is not there', () => {
    const before = jobs.load(ID);
    const steps = [lengthCommand('tails', 7).steps[0]!, { do: 'drop' as const, on: 'boards' as const, id: 'upper' }];
    expect(() => jobs.apply(ID, { label: 'x', steps }, by('a', 1))).toThrow(CommandRefused);
    expect(() => jobs.apply(ID, lengthCommand('tails', 7), by('a', 99))).toThrow(StaleBase);
    expect(() => jobs.apply('nowhere', lengthCommand('tails', 7), by('a', 1))).toThrow(StoreProblem);
    expect(jobs.load(ID)).toEqual(before);
  });

  it('under a key that was used for something else are refused, and never answered as done', () => {
    const action = by('a', 1);
    jobs.apply(ID, lengthCommand('tails', 7), action);
    expect(() => jobs.apply(ID, lengthCommand('tails', 8), action)).toThrow(KeyTaken);
    expect(() => jobs.turn(ID, 'undo', action)).toThrow(KeyTaken);
    expect(length('tails')).toBe(7);
    const undo = by('a', 2);
    jobs.turn(ID, 'undo', undo);
    expect(() => jobs.turn(ID, 'redo', undo)).toThrow(KeyTaken);
    expect(jobs.turn(ID, 'undo', undo).revision).toBe(3);
  });

  it('on a deleted job are refused until it is had back', () => {
    jobs.shelve(ID, 'deleted');
    for (const act of [
      () => jobs.apply(ID, lengthCommand('tails', 7), by('a', 1)),
      () => jobs.turn(ID, 'undo', by('a', 1)),
      () => jobs.changesAfter(ID, 1, 'a'),
    ])
      expect(act).toThrow(expect.objectContaining({ kind: 'deleted' }));
    jobs.shelve(ID, 'active');
    expect(jobs.apply(ID, lengthCommand('tails', 7), by('a', 1)).revision).toBe(2);
  });

  it('that change nothing make no revision', () => {
    const { value } = jobs.load(ID)!.job.segments.tails!.lengthM!;
    const same = { ...lengthCommand('tails', value) };
    same.steps = [{ do: 'set', on: 'segments', id: 'tails', field: ['lengthM'], to: jobs.load(ID)!.job.segments.tails!.lengthM }];
    expect(jobs.apply(ID, same, by('a', 1))).toMatchObject({ revision: 1, entries: [], reach: { undo: null } });
  });

  it('drop, put and re-link rows', () => {
    jobs.apply(
      ID,
      {
        label: 'second origin',
        steps: [
          { do: 'put', on: 'origins', row: { id: 'spare', order: 'b', name: 'Spare', kind: 'generator', state: 'new' } },
          { do: 'set', on: 'sourceStates', id: 'grid', field: ['originIds'], to: ['spare', 'street'] },
          { do: 'drop', on: 'loads', id: 'hob-load1' },
        ],
      },
      by('a', 1),
    );
    const kept = new JobRepository(store.db).load(ID)!.job;
    expect(kept.sourceStates.grid!.originIds).toEqual(['spare', 'street']);
    expect(kept.loads['hob-load1']).toBeUndefined();
    jobs.turn(ID, 'undo', by('a', 2));
    expect(new JobRepository(store.db).load(ID)!.job).toEqual(demoJob(ID));
  });
});

describe('undo and redo', () => {
  const edit = (metres: number, author = 'a', id = 'tails') =>
    jobs.apply(ID, lengthCommand(id, metres), by(author, jobs.load(ID)!.revision));
  const go = (kind: 'undo' | 'redo', author = 'a') => jobs.turn(ID, kind, by(author, jobs.load(ID)!.revision));

  it('go back and forth through an author’s actions', () => {
    const start = length('tails');
    edit(7);
    edit(8);
    expect(go('undo').reach).toEqual({ undo: 'Length of tails: 7 m', redo: 'Length of tails: 8 m' });
    expect(length('tails')).toBe(7);
    go('undo');
    expect(length('tails')).toBe(start);
    go('redo');
    expect(go('redo').reach).toEqual({ undo: 'Length of tails: 8 m', redo: null });
    expect(length('tails')).toBe(8);
  });

  it('reach rows whatever they are called', () => {
    const row = { id: 'constructor', order: 'z', name: 'Loft' };
    jobs.apply(ID, { label: 'room', steps: [{ do: 'put', on: 'rooms', row }] }, by('a', 1));
    go('undo');
    expect(Object.keys(jobs.load(ID)!.job.rooms)).not.toContain('constructor');
    go('redo');
    expect(Object.entries(jobs.load(ID)!.job.rooms)).toContainEqual(['constructor', row]);
  });

  it('a new action puts what was undone out of reach', () => {
    edit(7);
    go('undo');
    edit(9);
    expect(() => go('redo')).toThrow(/nothing to redo/);
    go('undo');
    expect(() => go('undo')).toThrow(/nothing to undo/);
  });

  it('leave what others did alone, and pass over what others have changed since', () => {
    const start = length('tails');
    edit(7);
    edit(20, 'a', 'hob-cable');
    edit(21, 'b', 'hob-cable');
    expect(() => go('undo')).toThrow(/cannot undo "Length of hob-cable: 20 m"/);
    expect(length('hob-cable')).toBe(21);
    go('undo');
    expect(length('tails')).toBe(start);
    expect(length('hob-cable')).toBe(21);
  });

  it('an undo sent twice is one undo', () => {
    edit(7);
    edit(8);
    const action = by('a', 3);
    jobs.turn(ID, 'undo', action);
    jobs.turn(ID, 'undo', action);
    expect(length('tails')).toBe(7);
  });

  it('a reading is only ever added, and no undo takes it back', () => {
    const reading = { id: 'r1', at: '2026-11-02T10:00:00Z', kind: 'zs', value: 0.6, unit: 'Ω', circuitId: 'hob' };
    const put = { do: 'put' as const, on: 'readings' as const, row: reading };
    jobs.apply(ID, { label: 'reading', steps: [put] }, by('a', 1));
    expect(() => go('undo')).toThrow(/nothing to undo/);
    for (const step of [
      { ...put, row: { ...reading, value: 0.1 } },
      { do: 'drop' as const, on: 'readings' as const, id: 'r1' },
      { do: 'set' as const, on: 'readings' as const, id: 'r1', field: ['value'], to: 0.1 },
    ])
      expect(() => jobs.apply(ID, { label: 'x', steps: [step] }, by('a', 2))).toThrow(/only ever added/);
    expect(() => store.db.prepare('UPDATE readings SET value = 1').run()).toThrow(/never changed/);
    expect(jobs.load(ID)!.job.readings.r1!.value).toBe(0.6);
  });
});

describe('shelves and housekeeping', () => {
  it('puts a job aside, deletes it and has it back', () => {
    const shelf = () => jobs.list().find((line) => line.id === ID)!.shelf;
    for (const to of ['archived', 'deleted', 'active'] as const) {
      jobs.shelve(ID, to);
      expect(shelf()).toBe(to);
    }
    expect(jobs.load(ID)!.job).toEqual(demoJob(ID));
    expect(() => jobs.shelve('nowhere', 'deleted')).toThrow(StoreProblem);
  });

  it('lets deleted jobs go after thirty days, with everything of theirs', () => {
    let now = '2026-11-01T00:00:00.000Z';
    const dated = new JobRepository(store.db, () => now);
    jobs.apply(ID, lengthCommand('tails', 7), by('a', 1));
    dated.shelve(ID, 'deleted');
    now = '2026-11-30T00:00:00.000Z';
    dated.tidy();
    expect(dated.has(ID)).toBe(true);
    now = '2026-12-02T00:00:00.000Z';
    dated.tidy();
    expect(dated.has(ID)).toBe(false);
    for (const table of ['segments', 'changes', 'change_rows'])
      expect(store.db.prepare(`SELECT count(*) FROM ${table}`).pluck().get(), table).toBe(0);
  });

  it('trims the far end of a history; who has seen less has to open the job again', () => {
    for (let metres = 1; metres <= 6; metres++) jobs.apply(ID, lengthCommand('tails', metres), by('a', metres));
    jobs.history.trim(3);
    expect(jobs.changesAfter(ID, 4, 'a').entries.map((entry) => entry.revision)).toEqual([5, 6, 7]);
    expect(() => jobs.changesAfter(ID, 1, 'a')).toThrow(StaleBase);
  });

  it('finds a free id', () => {
    expect(jobs.freeId('other')).toBe('other');
    expect(jobs.freeId(ID)).toBe(`${ID}-2`);
  });
});

describe('the firm', () => {
  it('is kept whole, and empty until entered', () => {
    expect(store.firm.load()).toMatchObject({ dialect: 'iec', curves: [], iec: { defaults: {}, prices: [] } });
    const firm = {
      installer: 'K. Aalto',
      dialect: 'nec' as const,
      comparisons: [{ id: 'both', name: 'Fuse or breaker', address: '/compare?d=t%3AC16~t%3AgG16&rules=iec' }],
      curves: [
        {
          id: 'b',
          name: 'Usual B16',
          points: [
            { currentA: 20, fastS: 1000, slowS: 3600 },
            { currentA: 80.5, fastS: 0.05, slowS: 0.1 },
          ],
        },
      ],
      iec: { defaults: { lineSize: '2.5mm2', method: 'C' as const }, prices: [] },
      nec: {
        defaults: { currency: 'USD', labourPerHour: 95.5, breakingA: 10_000 },
        prices: [{ id: 'p', order: 'a', part: 'breaker', per: 'piece' as const, amount: 7.25 }],
      },
    };
    store.firm.save(firm);
    store.firm.save(firm);
    expect(openStore(store.folder).firm.load()).toEqual(firm);
  });
});
