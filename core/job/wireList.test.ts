import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { entryText, readFact } from '../facts/typed';
import { WireList } from './schema/facts';
import { readWires, showWires, wiresOf } from './wireList';

describe('wires counted by size', () => {
  it.each([
    ['4x14', '4x14AWG'],
    ['4 × 14, 2 x 12 AWG', '4x14AWG 2x12AWG'],
    ['3*1/0; 1x6', '3x1/0AWG 1x6AWG'],
    ['none', '0'],
    ['0', '0'],
  ])('%s reads as %s', (text, kept) => {
    expect(readWires(text, 'AWG')).toMatchObject({ ok: true, value: kept });
    expect(WireList.safeParse(kept).success).toBe(true);
  });
  it.each(['', '14', 'x14', '0x14', '100x14', '4x', '4x14 2x12', 'four x 14'])(
    '"%s" is refused with what would be right',
    (text) => {
      const read = readWires(text, 'AWG');
      expect(read.ok).toBe(false);
      expect(JSON.stringify(read)).toMatch(/write 4 × 14|write 12/);
    },
  );
  it('metric sizes where those are usual', () => {
    expect(readWires('3x2.5', 'mm2')).toMatchObject({ value: '3x2.5mm2', readAs: '3 × 2.5 mm²' });
  });
  it('what is typed comes back as it was kept', () => {
    const size = fc.constantFrom('14AWG', '12AWG', '1/0AWG', '250kcmil');
    const kept = fc
      .array(fc.tuple(fc.integer({ min: 1, max: 99 }), size), { maxLength: 4 })
      .map((list) => list.map(([n, of]) => `${n}x${of}`).join(' ') || '0');
    fc.assert(
      fc.property(kept, (list) => {
        const how = { kind: 'wires', unit: 'AWG' } as const;
        expect(readFact(how, entryText(how, list))).toMatchObject({ ok: true, value: list });
        expect(
          wiresOf(list)
            .map(({ count, size: of }) => `${count}x${of}`)
            .join(' ') || '0',
        ).toBe(list);
        expect(showWires(list)).not.toBe('');
      }),
    );
  });
});
