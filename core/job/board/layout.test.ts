import { describe, expect, it } from 'vitest';
import { mouldedCase, splitHouse } from '../../testing/houses';
import { breaker, stated } from '../../testing/jobs';
import type { Device } from '../schema/device';
import type { Job } from '../schema/job';
import { type BoardLayout, boardLayout, linesAt, numberAt, overlap, placeOf, placeText, polesWide, spanOf } from './layout';

const slots: BoardLayout = { kind: 'slots', tracks: 2, halves: 42, bus: ['L1', 'L2'] };
const three: BoardLayout = { ...slots, bus: ['L1', 'L2', 'L3'] };
const rails: BoardLayout = { kind: 'rails', tracks: 2, halves: 36, bus: [] };
const pole = (poles: '1P' | '2P' | '3P', spaceUse?: 'full' | 'half' | 'twin') => ({
  settings: mouldedCase(20, poles, spaceUse === undefined ? {} : { spaceUse: stated(spaceUse) }),
});
const legs = (poles: '1P' | '2P' | '3P', text: string, layout = slots, use?: 'half' | 'twin') => {
  const device = pole(poles, use);
  return linesAt(device, placeOf(text, layout, spanOf(device, layout))!, layout).join(' ');
};

describe('two columns of spaces', () => {
  it.each([
    ['1', 'L1'],
    ['2', 'L1'],
    ['3', 'L2'],
    ['4', 'L2'],
    ['5', 'L1'],
    ['40', 'L2'],
    ['41', 'L1'],
  ])('space %s is on %s', (text, line) => expect(legs('1P', text)).toBe(line));
  it('of three lines every third row comes round', () => {
    expect(['1', '3', '5', '7', '8'].map((text) => legs('1P', text, three))).toEqual(['L1', 'L2', 'L3', 'L1', 'L1']);
    expect(legs('3P', '5', three)).toBe('L3 L1 L2');
  });
  it('a device of two poles takes both legs, wherever it begins', () => {
    expect(legs('2P', '9')).toBe('L1 L2');
    expect(legs('2P', '11')).toBe('L2 L1');
  });
  it('half-size poles of one space are on one leg: only across two spaces are they on both', () => {
    expect(legs('2P', '13a', slots, 'half')).toBe('L1 L1');
    expect(legs('2P', '13b', slots, 'half')).toBe('L1 L2');
    expect(legs('1P', '13b', slots, 'twin')).toBe('L1');
  });
  it('a jumper makes every space one leg', () => {
    const house = splitHouse();
    const board = { ...house.boards.board!, spaces: stated(20), oneLineJumper: stated(true) };
    expect(legs('2P', '9', boardLayout(house, board)!)).toBe('L1 L1');
    expect(boardLayout(house, { ...board, spaces: undefined })).toBeUndefined();
  });
  it('places end within the board', () => {
    expect(placeOf('41', slots, 2)).toEqual({ track: 0, at: 40, span: 2 });
    expect(placeOf('41', slots, 4)).toBeUndefined();
    expect(placeOf('43', slots, 2)).toBeUndefined();
    for (const text of ['', '0', 'S1', '9c', '1.2', undefined]) expect(placeOf(text, slots, 2)).toBeUndefined();
  });
  it('numbers are those a directory writes', () => {
    const number = (text: string, span: number) => numberAt(placeOf(text, slots, span)!, slots);
    expect([number('9', 2), number('9', 4), number('10', 6), number('13a', 1), number('13b', 1), number('13b', 2)]).toEqual([
      '9',
      '9,11',
      '10,12,14',
      '13a',
      '13b',
      '13b,15a',
    ]);
  });
});

describe('rails of modules', () => {
  it('as many as are said, else eighteen modules to a rail', () => {
    const job = { dialect: 'iec', supply: { voltageSystem: 'single-phase' } } as Job;
    const of = (spaces: number, more: object = {}) => boardLayout(job, { spaces: stated(spaces), ...more });
    expect(of(18)).toMatchObject({ kind: 'rails', tracks: 1, halves: 36 });
    expect(of(36)).toMatchObject({ tracks: 2, halves: 36 });
    expect(of(19)).toMatchObject({ tracks: 2, halves: 20 });
    expect(of(24, { rails: stated(3) })).toMatchObject({ tracks: 3, halves: 16 });
    expect(of(24, { layout: 'slots' })).toMatchObject({ kind: 'slots', halves: 24 });
  });
  it.each([
    ['1P', 1],
    ['1P+N', 1],
    ['2P', 2],
    ['3P', 3],
    ['3P+N', 4],
    ['4P', 4],
  ] as const)('a device of %s is %i poles wide', (poles, wide) =>
    expect(polesWide({ settings: { ...mouldedCase(20, '1P'), poles } as Device['settings'] }, 'rails')).toBe(wide),
  );
  it.each([
    ['1+1', 2],
    ['2+0', 2],
    ['3+1', 4],
    ['4+0', 4],
    ['L-N-G', 2],
  ] as const)('a surge device connected %s is %i wide on rails, two in spaces', (connection, wide) => {
    expect(polesWide({ settings: { family: 'spd', connection } }, 'rails')).toBe(wide);
    expect(polesWide({ settings: { family: 'spd', connection } }, 'slots')).toBe(2);
  });
  it('a device is as wide as is said, else a module a pole; its lines are none of the geometry', () => {
    expect(spanOf({ settings: breaker('B', 16, { poles: '1P+N' }) }, rails)).toBe(2);
    expect(spanOf({ settings: breaker('B', 16, { poles: '4P' }) }, rails)).toBe(8);
    expect(spanOf({ settings: breaker('B', 16, { widthModules: stated(1.5) }) }, rails)).toBe(3);
    expect(spanOf({ settings: { family: 'spd', connection: '3+1' } }, rails)).toBe(8);
    expect(linesAt({ settings: breaker('B', 16) }, { at: 0 }, rails)).toEqual([]);
  });
  it('text and place are each other', () => {
    expect(placeOf('2.5h', rails, 3)).toEqual({ track: 1, at: 9, span: 3 });
    for (const layout of [slots, rails])
      for (let track = 0; track < 2; track += 1)
        for (let at = 0; at < layout.halves; at += 1)
          for (const half of [false, true]) {
            const place = { track, at, span: 1 };
            expect(placeOf(placeText(place, layout, half), layout, 1)).toEqual(place);
          }
  });
  it('places overlap in one half and more', () => {
    const at = (from: number, span: number, track = 0) => ({ track, at: from, span });
    expect(overlap(at(0, 2), at(2, 2))).toBe(false);
    expect(overlap(at(0, 3), at(2, 2))).toBe(true);
    expect(overlap(at(0, 3), at(2, 2, 1))).toBe(false);
  });
});
