'use client';
import { Delete } from 'lucide-react';
import type { TestLine } from '@/core/reports/tests';
import { cx } from '@/ui/cx';

const KEYS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0'] as const;
const KEY = 'grid min-h-[54px] place-items-center rounded border border-line bg-sunk font-semibold active:bg-chosen';

/** Keys for one hand, where there is no keyboard: as large as a thumb, and kept with one that is larger. */
export function Keypad({
  text,
  setText,
  enter,
  off,
  take,
}: {
  text: string;
  setText: (text: string) => void;
  enter: () => void;
  /** What stands for a reading the instrument has no figure for. */
  off: TestLine['outcomes'][number] | undefined;
  take: (outcome: TestLine['outcomes'][number]['value']) => void;
}) {
  return (
    <div
      data-testid="keypad"
      className="sticky bottom-0 hidden grid-cols-4 gap-2 border-line border-t bg-raised p-3 pointer-coarse:grid"
    >
      {KEYS.map((key, index) => (
        <button
          key={key}
          type="button"
          onClick={() => setText(text + key)}
          className={cx(
            KEY,
            'text-[20px]',
            index < 3 && 'row-start-1',
            index >= 3 && index < 6 && 'row-start-2',
            index >= 6 && index < 9 && 'row-start-3',
            index >= 9 && 'row-start-4',
          )}
        >
          {key}
        </button>
      ))}
      <button
        type="button"
        aria-label="Take back a figure"
        onClick={() => setText(text.slice(0, -1))}
        className={cx(KEY, 'col-start-4 row-start-1')}
      >
        <Delete size={20} aria-hidden />
      </button>
      <button
        type="button"
        disabled={off === undefined}
        onClick={() => off !== undefined && take(off.value)}
        className={cx(KEY, 'col-start-3 row-start-4 px-1 text-[13px] leading-tight disabled:opacity-40')}
      >
        {off?.label ?? ''}
      </button>
      <button
        type="button"
        onClick={enter}
        className="col-start-4 row-span-3 row-start-2 grid place-items-center rounded bg-copper font-semibold text-[16px] text-on-copper"
      >
        Keep, next
      </button>
    </div>
  );
}
