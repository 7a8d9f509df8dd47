import { showNumber } from '@/core/job/show';
import type { ShownCalculation } from '@/core/reports/demand';

/** How a calculation is called, in the words of its code. */
export const METHOD_WORDS: Readonly<Record<ShownCalculation['method'], string>> = {
  standard: 'article 220 part III',
  optional: '220.82, optional',
  existing: '220.83, existing',
  metered: '220.87, metered',
  diversity: 'circuits × diversity on the highest phase, common practice',
};

/** A figure of a calculation: whole volt-amperes, amperes to three digits. */
export const demandFigure = (value: number, unit: ShownCalculation['unit']): string =>
  showNumber(unit === 'VA' ? Math.round(value) : value);
