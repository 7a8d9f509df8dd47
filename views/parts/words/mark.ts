import type { CautionKind, Mark, Verdict } from '@/core/judging/answer';

/** How a check or finding is marked: a caution on assumption is told from the others. */
export const markOf = ({ verdict, caution }: { verdict: Verdict; caution: CautionKind | null }): Mark =>
  caution === 'assumption' ? 'assumption' : verdict;
