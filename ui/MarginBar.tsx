import { cx } from './cx';
import type { MarkKind } from './VerdictMark';

/** Where the limit's tick stands: the bar shows the demand as a share of the limit, up to a quarter over. */
const LIMIT_AT = 80;
const FILL: Record<MarkKind, string> = {
  pass: 'bg-pass',
  caution: 'bg-caution',
  assumption: 'bg-caution',
  stop: 'bg-stop',
  unknown: 'bg-line-strong',
  'not-applicable': 'bg-line-strong',
};

/** Demand as a share of its limit; the tick is the limit, always at the same place. */
export function MarginBar({ demand, limit, kind }: { demand: number; limit: number; kind: MarkKind }) {
  const share = limit > 0 ? demand / limit : 2;
  const width = Math.max(1, Math.min(100, (Number.isFinite(share) ? share : 2) * LIMIT_AT));
  return (
    <div className="relative h-[6px] rounded-full bg-sunk" aria-hidden>
      <div className={cx('h-full rounded-full', FILL[kind])} style={{ width: `${width}%` }} />
      <div className="absolute -top-[3px] h-3 w-[2px] bg-ink" style={{ left: `${LIMIT_AT}%` }} />
    </div>
  );
}
