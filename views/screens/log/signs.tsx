import type { LogMark } from '@/core/reports/log';
import { cx } from '@/ui/cx';

/** What happened as a sign: opened, opened again at once, looked at, worked on. */
export type Happening = 'opened' | 'again' | 'visit' | 'work';
export const happeningOf = ({ kind, again }: Pick<LogMark, 'kind' | 'again'>): Happening =>
  kind === 'trip' ? (again ? 'again' : 'opened') : kind;
export const HAPPENING_WORDS: Readonly<Record<Happening, string>> = {
  opened: 'tripped',
  again: 'tripped again at once',
  visit: 'looked at',
  work: 'worked on',
};

const SHAPES: Readonly<Record<Happening, { d: string; className: string }>> = {
  opened: { d: 'M8 1 L13 8 L8 15 L3 8 Z', className: 'fill-ink stroke-ink' },
  again: { d: 'M8 1 L13 8 L8 15 L3 8 Z', className: 'fill-raised stroke-ink' },
  visit: { d: 'M8 3 A5 5 0 1 1 7.99 3 Z', className: 'fill-(--series-2) stroke-(--series-2)' },
  work: { d: 'M3 3 H13 V13 H3 Z', className: 'fill-copper stroke-copper' },
};

export const HappeningSign = ({ of }: { of: Happening }) => (
  <svg width={16} height={16} viewBox="0 0 16 16" aria-hidden className={cx('shrink-0 stroke-2', SHAPES[of].className)}>
    <path d={SHAPES[of].d} />
  </svg>
);
