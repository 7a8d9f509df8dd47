import type { Column } from '@/core/reports/people';

/** Heads of the four columns. */
export const COLUMN_WORDS: Readonly<Record<Column, { short: string; long: string }>> = {
  overload: { short: 'overload', long: 'Overload' },
  shortCircuit: { short: 'short circuit', long: 'Short circuit' },
  groundFault: { short: 'people', long: 'Shock' },
  arc: { short: 'arc', long: 'Arcs, fire' },
};
export const COLUMNS: readonly Column[] = ['overload', 'shortCircuit', 'groundFault', 'arc'];
