import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import type { InspectionResult } from '../job/schema/inspection';
import type { Job } from '../job/schema/job';
import { panelInspected } from '../testing/inspectedHouse';
import { type Looking, look, unlook } from './inspection';
import { usualOf } from './usual';

type Fact = { value: unknown; from: 'stated' | 'assumed'; origin?: 'specified' | 'usual' };
const as = (origin: 'specified' | 'usual' | undefined, value: unknown): Fact => ({
  value,
  from: origin === 'usual' ? 'assumed' : 'stated',
  ...(origin === undefined ? {} : { origin }),
});
const [segment] = Object.keys(panelInspected().segments);
const knockOuts: Looking = { item: 'knock-outs', on: 'boardId', id: 'board', says: 'Knock-outs' };
const cover: Looking = { item: 'cover-fits', on: 'boardId', id: 'board', says: 'Cover' };
const joined: Looking = { item: 'box-joined', on: 'pointId', id: 'outlet', says: 'Grounds in the box' };
const run: Looking = { item: 'run-protected', on: 'segmentId', id: segment!, says: 'Kept from damage' };

/** The fact after something was looked at. */
function seenThen(
  looking: Looking,
  result: InspectionResult,
  fact: Fact,
  seen: { from: 'measured' | 'assumed'; on?: string } = { from: 'measured' },
) {
  const field = { boardId: 'openingsClosed', pointId: 'earthTo', segmentId: 'concealed', deviceId: '' }[looking.on];
  const on = { boardId: 'boards', pointId: 'points', segmentId: 'segments', deviceId: 'devices' }[looking.on] as 'boards';
  const job = structuredClone({ ...panelInspected(), inspections: {} }) as Job;
  const row = job[on][looking.id] as unknown as Record<string, unknown>;
  row[field] = fact;
  const next = applyCommand(job, look(job, looking, { result }, 'seen', seen));
  return (next[on][looking.id] as unknown as Record<string, unknown>)[field];
}

describe('what was seen', () => {
  it('wrong takes a specified or usual fact back: it is asked again', () => {
    for (const origin of ['specified', 'usual'] as const) {
      expect(seenThen(knockOuts, 'wrong', as(origin, true))).toBeUndefined();
      expect(seenThen(cover, 'wrong', as(origin, true))).toBeUndefined();
      expect(seenThen(joined, 'wrong', as(origin, 'conductor'))).toBeUndefined();
      expect(seenThen(run, 'wrong', as(origin, 'shallow'))).toBeUndefined();
    }
  });

  it('right is that fact seen, with its day; what is joined needs a reading', () => {
    expect(seenThen(cover, 'right', as('specified', true), { from: 'measured', on: '2026-12-01' })).toEqual({
      value: true,
      from: 'stated',
      note: 'seen at the inspection',
      on: '2026-12-01',
    });
    expect(seenThen(run, 'right', as('usual', 'shallow'))).toEqual({
      value: 'shallow',
      from: 'stated',
      note: 'seen at the inspection',
    });
    expect(seenThen(joined, 'right', as('specified', 'conductor'))).toEqual(as('specified', 'conductor'));
    expect(seenThen(knockOuts, 'right', as('specified', true))).toEqual(as('specified', true));
  });

  it('leaves what somebody entered, what says something else, and what does not apply or is assumed itself', () => {
    expect(seenThen(knockOuts, 'wrong', as(undefined, true))).toEqual(as(undefined, true));
    expect(seenThen(run, 'wrong', as('specified', 'deep'))).toEqual(as('specified', 'deep'));
    expect(seenThen(run, 'not-applicable', as('specified', 'shallow'))).toEqual(as('specified', 'shallow'));
    expect(seenThen(run, 'right', as('specified', 'shallow'), { from: 'assumed' })).toEqual(as('specified', 'shallow'));
  });

  it('seen otherwise afterwards, or not seen after all, confirms nothing any more', () => {
    const job = structuredClone({ ...panelInspected(), inspections: {} }) as Job;
    job.boards.board!.openingsClosed = { value: true, from: 'assumed', origin: 'usual' };
    const right = applyCommand(job, look(job, cover, { result: 'right' }, 'seen', { from: 'measured' }));
    expect(right.boards.board!.openingsClosed).toMatchObject({ value: true, from: 'stated' });
    for (const result of ['wrong', 'not-applicable'] as const) {
      const after = applyCommand(right, look(right, cover, { result }, 'again', { from: 'measured' }));
      expect(after.boards.board!.openingsClosed).toBeUndefined();
    }
    expect(applyCommand(right, unlook(right, cover)!).boards.board!.openingsClosed).toBeUndefined();
    // What somebody entered by itself stays.
    job.boards.board!.openingsClosed = { value: true, from: 'stated' };
    const own = applyCommand(job, look(job, cover, { result: 'right' }, 'seen', { from: 'measured' }));
    expect(applyCommand(own, unlook(own, cover)!).boards.board!.openingsClosed).toEqual({ value: true, from: 'stated' });
  });

  it('wrong leaves nothing usual there, whenever the sheet is taken', () => {
    const job = structuredClone({ ...panelInspected(), inspections: {} }) as Job;
    job.boards.board!.state = 'new';
    const of = (result: InspectionResult) =>
      usualOf(applyCommand(job, look(job, cover, { result }, 'seen', { from: 'measured' })), 'boards.openingsClosed', 'board')
        ?.value;
    expect([usualOf(job, 'boards.openingsClosed', 'board')?.value, of('right'), of('wrong')]).toEqual([true, true, undefined]);
  });
});
