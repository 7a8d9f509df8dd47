'use client';
import { addMonths, differenceInCalendarMonths, format, startOfMonth } from 'date-fns';
import type { LogMark, LogRow } from '@/core/reports/log';
import { cx } from '@/ui/cx';
import { useWidth } from '@/ui/useWidth';
import { HAPPENING_WORDS, type Happening, HappeningSign, happeningOf } from './signs';

/** Height of a line and of the months, px; where time begins, and how wide a mark is to the finger. */
const LINE = 56;
const HEAD = 28;
const LEFT = 190;
const MARK = 36;
const NARROW = 560;
/** Months are named as far apart as this, px. */
const NAMED_APART = 74;

/** What opened and what was done, a line a device, over the months. */
export function Story({
  rows,
  shown,
  choose,
}: {
  rows: readonly LogRow[];
  shown: string | undefined;
  choose: (entryId: string) => void;
}) {
  const [width, measure] = useWidth(720);
  const left = width < NARROW ? MARK / 2 + 4 : LEFT;
  const at = rows.flatMap(({ marks }) => marks.map((mark) => new Date(mark.at)));
  const first = startOfMonth(new Date(Math.min(...at.map(Number))));
  const last = startOfMonth(addMonths(new Date(Math.max(...at.map(Number))), 1));
  const months = differenceInCalendarMonths(last, first);
  const perMs = (width - left - MARK / 2 - 8) / (last.getTime() - first.getTime());
  const x = (time: Date): number => left + (time.getTime() - first.getTime()) * perMs;
  const every = Math.max(1, Math.ceil(NAMED_APART / ((width - left) / Math.max(1, months))));
  const used = [...new Set(rows.flatMap(({ marks }) => marks.map(happeningOf)))];
  return (
    <section aria-label="What tripped, what was done" data-testid="story" className="rounded border border-line bg-raised p-3">
      <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h2 className="mr-auto font-semibold text-base">What tripped, what was done</h2>
        {used.map((each) => (
          <Legend key={each} of={each} />
        ))}
      </div>
      <div ref={measure} className="relative" style={{ height: HEAD + rows.length * LINE }}>
        <svg width="100%" height="100%" aria-hidden className="absolute inset-0">
          {Array.from({ length: months + 1 }, (_, index) => {
            const month = addMonths(first, index);
            return (
              <g key={month.getTime()}>
                <line x1={x(month)} x2={x(month)} y1={HEAD - 6} y2={HEAD + rows.length * LINE} className="stroke-line" />
                {index % every === 0 && index < months && (
                  <text x={x(month) + 4} y={14} className="fill-quiet text-[12px]">
                    {format(month, index === 0 || month.getMonth() === 0 ? 'MMM yyyy' : 'MMM')}
                  </text>
                )}
              </g>
            );
          })}
        </svg>
        <ol className="absolute inset-x-0 top-0" style={{ paddingTop: HEAD }}>
          {rows.map((row) => (
            <li key={row.deviceId ?? ''} className="relative border-line border-t" style={{ height: LINE }}>
              <p className={cx('leading-tight', width < NARROW ? 'pt-[2px] text-[13px]' : 'w-[176px] pt-2')}>
                <b className="block truncate font-semibold">{row.name}</b>
                {width >= NARROW && <span className="block truncate text-[12px] text-quiet">{row.label}</span>}
              </p>
              {row.marks.map((mark) => (
                <Mark
                  key={mark.entryId}
                  row={row}
                  mark={mark}
                  x={x(new Date(mark.at))}
                  low={width < NARROW}
                  pressed={mark.entryId === shown}
                  choose={() => choose(mark.entryId)}
                />
              ))}
            </li>
          ))}
        </ol>
      </div>
    </section>
  );
}

const Legend = ({ of }: { of: Happening }) => (
  <span className="flex items-center gap-1 text-[12px] text-quiet">
    <HappeningSign of={of} />
    {HAPPENING_WORDS[of]}
  </span>
);

function Mark({
  row,
  mark,
  x,
  low,
  pressed,
  choose,
}: {
  row: LogRow;
  mark: LogMark;
  x: number;
  low: boolean;
  pressed: boolean;
  choose: () => void;
}) {
  const of = happeningOf(mark);
  return (
    <button
      type="button"
      data-entry={mark.entryId}
      aria-pressed={pressed}
      aria-label={`${row.name} ${HAPPENING_WORDS[of]}, ${format(new Date(mark.at), 'd MMM yyyy')}`}
      title={format(new Date(mark.at), 'd MMM yyyy, HH:mm')}
      onClick={choose}
      className={cx(
        'absolute grid h-9 w-9 place-items-center rounded-full pointer-coarse:h-11 pointer-coarse:w-11',
        low ? 'bottom-0' : 'top-[10px] pointer-coarse:top-[6px]',
        '-translate-x-1/2',
        pressed ? 'border-2 border-copper bg-chosen' : 'hover:bg-sunk',
      )}
      style={{ left: x }}
    >
      <HappeningSign of={of} />
    </button>
  );
}
