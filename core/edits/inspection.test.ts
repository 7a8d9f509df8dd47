import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import { panelInspected } from '../testing/inspectedHouse';
import { confirmCode, type Looking, look, unlook } from './inspection';
import { removePoint } from './points';

const tug: Looking = { item: 'tug', on: 'boardId', id: 'board', says: 'Tug, Main panel' };
const torque: Looking = { item: 'torque', on: 'deviceId', id: 'main', says: 'Torque, main' };
const bare = () => ({ ...panelInspected(), inspections: {} });

describe('what was seen', () => {
  it('is one row, with by whom and when', () => {
    const job = bare();
    const seen = applyCommand(
      job,
      look(job, tug, { result: 'wrong' }, 'a', { from: 'measured', on: '2026-11-27', by: 'J. Marlow' }),
    );
    expect(seen.inspections).toEqual({
      a: {
        id: 'a',
        order: expect.any(String),
        item: 'tug',
        boardId: 'board',
        by: 'J. Marlow',
        result: { value: 'wrong', from: 'measured', on: '2026-11-27' },
      },
    });
  });
  it('seen again stands in its place, its code gone with what it was given to', () => {
    const job = bare();
    const first = applyCommand(job, look(job, tug, { result: 'wrong' }, 'a', { from: 'measured' }));
    const coded = applyCommand(first, confirmCode(first.inspections.a!, 'C2', 'Tug'));
    expect(coded.inspections.a!.code).toBe('C2');
    const again = applyCommand(coded, look(coded, tug, { result: 'right' }, 'b', { from: 'measured' }));
    expect(Object.values(again.inspections)).toEqual([{ ...first.inspections.a, result: { value: 'right', from: 'measured' } }]);
    expect(applyCommand(coded, confirmCode(coded.inspections.a!, undefined, 'Tug')).inspections.a).not.toHaveProperty('code');
  });
  it('of two rows for one thing one is left', () => {
    const job = panelInspected();
    job.inspections = { ...job.inspections, twice: { ...job.inspections['tug-board']!, id: 'twice' } };
    const seen = applyCommand(job, look(job, tug, { result: 'right' }, 'x', { from: 'stated' }));
    expect(Object.values(seen.inspections).filter(({ item }) => item === 'tug')).toHaveLength(1);
  });
  it('a figure takes the place of a word, on the device as it is', () => {
    const job = bare();
    const felt = applyCommand(job, look(job, torque, { result: 'by-feel' }, 'a', { from: 'measured' }));
    const tight = applyCommand(felt, look(felt, torque, { value: 4 }, 'b', { from: 'measured' }));
    expect(tight.inspections.a).toMatchObject({ value: { value: 4 }, deviceAs: 'moulded-case-nec 200 A 2P' });
    expect(tight.inspections.a).not.toHaveProperty('result');
  });
  it('can be unseen', () => {
    const job = panelInspected();
    expect(applyCommand(job, unlook(job, tug)!).inspections).not.toHaveProperty('tug-board');
    expect(unlook(bare(), tug)).toBeUndefined();
  });
  it('leaves the job with the outlet it was seen on', () => {
    const job = panelInspected();
    const without = applyCommand(job, removePoint(job, job.points.outlet!));
    expect(without.points).not.toHaveProperty('outlet');
    expect(Object.values(without.inspections).filter(({ pointId }) => pointId !== undefined)).toEqual([]);
  });
});
