import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mergedFirm } from './firmMerge';
import { Firm } from './schema/firm';

const EMPTY = Firm.parse({});
const price = (id: string, amount: number) => ({ id, order: 'a', part: id, per: 'piece' as const, amount });
const firm = (more: object): Firm => Firm.parse({ ...EMPTY, ...more });
const priced = (...prices: object[]) => firm({ iec: { defaults: {}, prices } });

describe('a firm changed in two places', () => {
  it('keeps both, field by field and row by row', () => {
    const base = firm({
      installer: 'A',
      licence: '1',
      iec: { defaults: { currency: 'EUR' }, prices: [price('p', 1), price('q', 2)] },
    });
    const wanted = { ...base, installer: 'B', iec: { defaults: { currency: 'EUR' }, prices: [price('p', 5), price('q', 2)] } };
    const present = firm({
      ...base,
      licence: '2',
      iec: { defaults: { currency: 'GBP' }, prices: [price('p', 1), price('r', 3)] },
    });
    const merged = mergedFirm(base, wanted, present);
    expect(merged).toEqual({
      ok: true,
      firm: firm({
        installer: 'B',
        licence: '2',
        iec: { defaults: { currency: 'GBP' }, prices: [price('p', 5), price('r', 3)] },
      }),
    });
  });
  it('takes away what one side takes away', () => {
    const base = firm({ installer: 'A', licence: '1' });
    const { installer: _, ...without } = base;
    expect(mergedFirm(base, without, { ...base, licence: '2' })).toEqual({ ok: true, firm: firm({ licence: '2' }) });
  });
  it('takes rows whatever they are called', () => {
    const [none, one] = [priced(), priced(price('constructor', 1))];
    expect(mergedFirm(none, one, priced(price('p', 2)))).toEqual({
      ok: true,
      firm: priced(price('constructor', 1), price('p', 2)),
    });
    expect(mergedFirm(one, none, one)).toEqual({ ok: true, firm: none });
  });
  it('names what both changed, and takes nothing then', () => {
    const base = priced(price('p', 1));
    expect(mergedFirm(base, priced(price('p', 2)), priced(price('p', 3)))).toEqual({ ok: false, paths: ['iec.prices.p.amount'] });
    // The same change twice is one.
    expect(mergedFirm(base, priced(price('p', 2)), priced(price('p', 2)))).toMatchObject({ ok: true });
    // One takes a row away that the other changed.
    expect(mergedFirm(base, priced(), priced(price('p', 2)))).toMatchObject({ ok: false, paths: ['iec.prices.p'] });
  });
  it('on what is kept now is what was wanted', () => {
    const any = fc.record({
      installer: fc.constantFrom('A', 'B'),
      dialect: fc.constantFrom('iec', 'nec'),
      prices: fc.uniqueArray(fc.constantFrom('p', 'q', 'r')).map((ids) => ids.map((id) => price(id, 1))),
    });
    fc.assert(
      fc.property(any, any, (one, other) => {
        const [base, wanted] = [one, other].map(({ prices, ...rest }) => firm({ ...rest, iec: { defaults: {}, prices } })) as [
          Firm,
          Firm,
        ];
        const merged = mergedFirm(base, wanted, base);
        expect(merged.ok && new Set(merged.firm.iec.prices)).toEqual(new Set(wanted.iec.prices));
        expect(merged.ok && merged.firm.installer).toBe(wanted.installer);
      }),
    );
  });
});
