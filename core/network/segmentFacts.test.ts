import { describe, expect, it } from 'vitest';
import type { Segment } from '../job/schema/circuit';
import { segment, stated } from '../testing/jobs';
import { factsOf, SegmentFacts } from './segmentFacts';

const bare: Segment = { id: 's', circuitId: 'c', order: 'a', state: 'new' };
const facts = (more: Partial<Segment> = {}) => new SegmentFacts({ ...bare, ...more }, 'the cable');
const worth = (maybe: { known: boolean; value?: unknown }) => (maybe.known ? maybe.value : 'unknown');
const missingOf = (maybe: { known: boolean; missing?: readonly { path: string; what: string }[] }) => maybe.missing?.[0];

describe('the facts of a length of cable', () => {
  it('absent are unknown, each by its path and name', () => {
    const none = facts();
    for (const [maybe, field, what] of [
      [none.lengthM, 'lengthM', 'length'],
      [none.material, 'material', 'material'],
      [none.protectiveMaterial, 'material', 'material'],
      [none.insulation, 'insulation', 'insulation'],
      [none.americanInsulation, 'insulation', 'insulation'],
      [none.limitC, 'insulation', 'insulation'],
      [none.method, 'method', 'installation method'],
      [none.ambientC, 'ambientC', 'ambient temperature'],
      [none.groupedCircuits, 'groupedCircuits', 'circuits grouped with'],
      [none.returnMohmPerM, 'returnMohmPerM', 'resistance of'],
      [none.size('lineSize'), 'lineSize', 'line conductor size'],
      [none.size('neutralSize'), 'neutralSize', 'neutral size'],
      [none.mm2('protectiveSize'), 'protectiveSize', 'protective conductor size'],
      [none.returnPath, 'protectivePath', 'what carries an earth fault back'],
    ] as const)
      expect(missingOf(maybe)).toMatchObject({ path: `segments.s.${field}`, what: expect.stringContaining(what) });
  });

  it('that may stay unsaid have a value that lends nothing', () => {
    const none = facts();
    expect([none.soilKmPerW, none.terminalC, none.markedTerminalC].map(worth)).toEqual([2.5, 70, undefined]);
    for (const maybe of [none.soilKmPerW, none.terminalC])
      expect(maybe).toMatchObject({ given: { own: undefined, assumed: false } });
    const said = facts({ soilKmPerW: stated(1), terminalC: stated(90) });
    expect([said.soilKmPerW, said.terminalC, said.markedTerminalC].map(worth)).toEqual([1, 90, 90]);
    expect(said.terminalC).toMatchObject({ given: { own: { path: 'segments.s.terminalC' } } });
  });

  it('the protective conductor is of the cable’s metal unless another is said', () => {
    const copper = facts({ material: stated('Cu') });
    expect(worth(copper.protectiveMaterial)).toBe('Cu');
    const mixed = facts({ material: stated('Al'), protectiveMaterial: stated('Cu') });
    expect([mixed.metalOf('lineSize'), mixed.metalOf('neutralSize'), mixed.metalOf('protectiveSize')].map(worth)).toEqual([
      'Al',
      'Al',
      'Cu',
    ]);
  });

  it.each([
    [{ protectivePath: 'armour' }, 'armour'],
    [{ protectivePath: 'none', protectiveSize: stated('2.5mm2') }, 'none'],
    [{ protectivePath: 'pen', roles: ['line', 'neutral', 'protective'] }, 'pen'],
    [{ roles: ['line', 'neutral', 'protective'] }, 'conductor'],
    [{ roles: ['line', 'neutral'], protectiveSize: stated('2.5mm2') }, 'none'],
    [{ roles: ['line', 'neutral'], protectivePath: 'conductor' }, 'none'],
    [{ roles: ['neutral', 'protective'] }, 'unknown'],
    [{ protectivePath: 'conductor' }, 'conductor'],
    [{ protectiveSize: stated('2.5mm2') }, 'conductor'],
    [{}, 'unknown'],
  ] as const)('%o leads a fault home by: %s', (more, path) => {
    const of = facts(more as unknown as Partial<Segment>);
    expect(worth(of.returnPath)).toBe(path);
    expect(of.lacksReturn).toBe(path === 'none');
  });

  it('insulation the metric tables do not know is named, sizes of the other system too', () => {
    expect(missingOf(facts({ insulation: stated('THHN90') }).insulation)!.what).toBe('THHN90 is not assessed yet');
    expect(worth(facts({ insulation: stated('THHN90') }).americanInsulation)).toBe('THHN90');
    expect([facts({ insulation: stated('PVC70') }).limitC, facts({ insulation: stated('XLPE90') }).limitC].map(worth)).toEqual([
      70, 90,
    ]);
    expect(worth(facts({ lineSize: stated('2.5mm2') }).mm2('lineSize'))).toBe(2.5);
    expect(missingOf(facts({ lineSize: stated('12AWG') }).mm2('lineSize'))!.what).toContain('12AWG');
  });

  it('are read once for a row and a name, and anew for another of either', () => {
    const row = segment('s', 'c', 5, 2.5, 2.5);
    expect(factsOf(row, 'a')).toBe(factsOf(row, 'a'));
    expect(factsOf(row, 'b').name).toBe('b');
    expect(factsOf({ ...row }, 'b')).not.toBe(factsOf(row, 'b'));
    let made = 0;
    const of = facts();
    const count = () => {
      made += 1;
      return made;
    };
    expect([of.once('x', count), of.once('x', count), of.once('y', count)]).toEqual([1, 1, 2]);
  });
});
