import { type Figure, type Figures, QUANTITIES, type QuantityId } from '../job/quantities';
import { NM_PER_LBIN, showAmount } from '../job/show';
import type { Dialect } from '../job/terms';
import { fits } from '../tables/rounding';
import type { Check } from './answer';
import { besides } from './judge';

/** Units of which the American trade has another. */
const OF_NEC: Readonly<Record<string, { per: number; unit: string }>> = { N·m: { per: NM_PER_LBIN, unit: 'lb·in' } };
/** Counts: only of what they are is said once, if at all. */
const COUNTED: ReadonlySet<QuantityId> = new Set(['waysUsed', 'ways', 'conductors', 'terminals', 'ratio']);
/** Units of which the symbol beside them says the rest. */
const IN_SHORT: Readonly<Record<string, string>> = { 'A peak': 'A', '% of evenings': '%', '× IΔn': '' };

/**
 * The figures of a check in the words of a trade, as unequal as they are.
 * @returns nothing where it compares no quantities
 * @example a 32 A device over a cable of 22.3 A: `In 32 A > Iz 22.3 A`
 */
export function figuresOf(
  { demand, limit, unit, compared }: Pick<Check, 'demand' | 'limit' | 'unit' | 'compared'>,
  dialect: Dialect,
): Figures | undefined {
  if (demand === null || limit === null || compared === null || compared === 'whether') return undefined;
  const by = dialect === 'nec' ? OF_NEC[unit] : undefined;
  const shown = by === undefined ? showAmount(demand, limit, unit) : showAmount(demand / by.per, limit / by.per, by.unit);
  const side = (quantity: QuantityId, value: string): Figure => ({
    quantity,
    symbol: QUANTITIES[quantity][dialect].symbol,
    value,
    unit: value === 'never' || (COUNTED.has(quantity) && quantity !== 'ways') ? '' : (IN_SHORT[shown.unit] ?? shown.unit),
  });
  const [asked, bound] = [side(compared[0], shown.demand), side(compared[1], shown.limit)];
  const within = fits(demand, limit);
  return compared[2] === 'limit-first'
    ? { first: bound, relation: within ? '≥' : '<', second: asked }
    : { first: asked, relation: within ? '≤' : '>', second: bound };
}

/** The same as one text. */
export function figuresText(check: Parameters<typeof figuresOf>[0], dialect: Dialect): string | undefined {
  const figures = figuresOf(check, dialect);
  if (figures === undefined) return undefined;
  const { first, relation, second } = figures;
  return `${written(first)} ${relation} ${written(second)}`;
}
/** What a check says where it stands alone: its figures, and what they do not say. */
export const saidOf = (check: Parameters<typeof figuresOf>[0] & Pick<Check, 'because'>, dialect: Dialect): string =>
  besides(figuresText(check, dialect) ?? '', check.because);

const written = ({ symbol, value, unit }: Figure): string => [symbol, value, unit].filter((part) => part !== '').join(' ');
