import type { Job } from '../job/schema/job';
import type { QuickDraft } from './draft';

/** How many lines a device of so many poles takes: of the metric two-pole ones one is the neutral's. */
export const LINE_COUNT: Readonly<Record<NonNullable<QuickDraft['poles']>, (dialect: Job['dialect']) => 1 | 2 | 3>> = {
  '1P': () => 1,
  '1P+N': () => 1,
  '2P': (dialect) => (dialect === 'nec' ? 2 : 1),
  '3P': () => 3,
  '3P+N': () => 3,
  '4P': () => 3,
};

/** One line always has its neutral; two and three have one where the device or the cable has room for it. */
export function hasNeutral({ poles, cores, family }: Pick<QuickDraft, 'poles' | 'cores' | 'family'>, lines: number): boolean {
  if (lines === 1) return true;
  if (family === 'moulded-case-nec') return (cores ?? 0) > lines;
  return poles === '3P+N' || poles === '4P';
}
