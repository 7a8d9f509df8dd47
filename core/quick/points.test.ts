import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../testing/demos';
import { MAX_POINTS, readPointsLine } from './points';

const nec = demo('kiln-house');
const iec = demo('bindery-yard');
const read = (text: string, job = nec) => readPointsLine(text, job);
const wrong = (text: string, job = nec) => read(text, job).tokens.filter(({ kind }) => kind === 'wrong');

describe('a line that makes points', () => {
  it('says how many, of what kind, how each feeds the next, and what the first protects by', () => {
    const { drafts, ok } = read('4 outlets counter feed-through, first ground-fault');
    expect(ok).toBe(true);
    expect(drafts).toHaveLength(4);
    expect(drafts[0]).toEqual({ name: 'Counter 1', kind: 'socket', onward: 'feed-through', protects: 'ground-fault' });
    expect(drafts[3]).toEqual({ name: 'Counter 4', kind: 'socket', onward: 'feed-through' });
  });
  it('reads what protects beside what it is, kinds of lights, and a room by a name that is one', () => {
    expect(read('1 GFCI receptacle patio').drafts).toEqual([
      { name: 'Patio', kind: 'socket', protects: 'ground-fault', newRoom: 'Patio' },
    ]);
    expect(read('8 downlights').drafts).toHaveLength(8);
    expect(read('8 downlights').drafts[0]).toEqual({ name: 'Light 1', kind: 'light' });
    // A name that has a room's in it says nothing of where it is.
    expect(read('1 receptacle patio heater').drafts).toEqual([{ name: 'Patio heater', kind: 'socket' }]);
    expect(wrong('1 GFCI socket patio', iec)).toHaveLength(1);
  });
  it('takes ratings, heights, yokes and what they bear', () => {
    expect(read('duplex 20A TR WR wet readily, at 18 in').drafts).toEqual([
      {
        name: 'Receptacle',
        kind: 'socket',
        receptacles: 2,
        ratedA: 20,
        tamperResistant: true,
        weatherResistant: true,
        wetness: 'wet',
        readilyAccessible: true,
        heightM: 18 * 0.0254,
      },
    ]);
    expect(read('2 sockets twin pigtailed at 0.45 m', iec).drafts[1]).toMatchObject({
      receptacles: 2,
      onward: 'pigtail',
      heightM: 0.45,
    });
    expect(read('at 4', nec).drafts[0]!.heightM).toBeCloseTo(4 * 0.3048);
    expect(read('spare, not readily accessible').drafts[0]).toMatchObject({ name: 'Spare', readilyAccessible: false });
  });
  it('short: a number alone, FT and PT, a room by its name', () => {
    expect(read('4 FT upper hall').drafts).toHaveLength(4);
    expect(read('4 FT upper hall').drafts[0]).toEqual({
      name: 'Receptacle 1',
      kind: 'socket',
      onward: 'feed-through',
      roomId: 'hall',
    });
    expect(read('2 PT TR Yard').drafts[1]).toMatchObject({ onward: 'pigtail', tamperResistant: true, roomId: 'yard' });
    expect(read('20 A').drafts).toEqual([{ name: 'Receptacle', kind: 'socket', ratedA: 20 }]);
    expect(wrong('4 3')[0]!.shown).toBe('said otherwise before');
  });
  it('finds a room of the job, else makes one', () => {
    expect(read('light in the upper hall').drafts[0]).toEqual({ name: 'Light', kind: 'light', roomId: 'hall' });
    expect(read('light in larder, dry').drafts[0]).toMatchObject({ newRoom: 'Larder', wetness: 'dry' });
  });
  it.each([
    ['41 outlets', `1 to ${MAX_POINTS} at once`],
    ['0 outlets', `1 to ${MAX_POINTS} at once`],
    ['wet outlet dry', 'said otherwise before'],
    ['outlet at 5 furlongs', '"furlongs" is not a unit used here'],
  ])('%s: %s', (text, message) => {
    expect(wrong(text)[0]!.shown).toContain(message);
    expect(read(text).ok).toBe(false);
  });
  it('of the IEC makes no protecting outlet', () => {
    expect(wrong('socket first gfci', iec)[0]!.shown).toMatch(/NEC/);
  });
  it('reads any text to its end, each piece where it stands', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (text) => {
        for (const token of read(text).tokens) expect(text.slice(token.start, token.start + token.text.length)).toBe(token.text);
      }),
    );
  });
});
