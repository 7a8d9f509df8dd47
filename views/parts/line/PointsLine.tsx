'use client';
import { type KeyboardEvent, type Ref, useMemo, useState } from 'react';
import type { PointDraft } from '@/core/job/points/draft';
import type { Job } from '@/core/job/schema/job';
import { MAX_POINTS_LINE, readPointsLine } from '@/core/quick/points';
import { cx } from '@/ui/cx';
import { AsRead } from './AsRead';
import { LINE_BOX, LineInput } from './LineInput';
import { useTyped } from './useTyped';

const EXAMPLE: Record<Job['dialect'], string> = {
  nec: '4 outlets counter feed-through, first ground-fault',
  iec: '3 sockets bench feed-through, in Folding room',
};

/**
 * Shop talk to outlets: what Enter makes is shown before. Enter puts them in after the chosen one, Tab beside it as a branch.
 * @param make says why it cannot be, or nothing
 */
export function PointsLine({
  job,
  circuitId,
  after,
  box,
  make,
  leave,
  goOn,
}: {
  job: Job;
  circuitId: string;
  /** Name of the point they come after. */
  after: string | undefined;
  box: Ref<HTMLInputElement>;
  make: (drafts: readonly PointDraft[], branch: boolean) => string | undefined;
  leave: () => void;
  /** Enter on an empty line. */
  goOn: (() => void) | undefined;
}) {
  const [text, setText] = useTyped(`outlets ${job.id} ${circuitId}`);
  const [answer, setAnswer] = useState('');
  const reading = useMemo(() => readPointsLine(text, job), [text, job]);
  const typed = text.trim() !== '';
  const take = (branch: boolean) => {
    if (!typed || !reading.ok) return;
    const problem = make(reading.drafts, branch);
    setAnswer(problem ?? '');
    if (problem === undefined) setText('');
  };
  const press = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Enter') {
      event.preventDefault();
      if (typed) take(false);
      else goOn?.();
    } else if (event.key === 'Tab' && !event.shiftKey && typed) {
      event.preventDefault();
      take(true);
    } else if (event.key === 'Escape') {
      setText('');
      leave();
    } else return;
    event.stopPropagation();
  };
  return (
    <div className={cx('relative flex min-w-0 flex-1 items-center', LINE_BOX)}>
      <LineInput
        ref={box}
        data-points-line
        text={text}
        setText={(to) => {
          setText(to);
          setAnswer('');
        }}
        before={
          after !== undefined && (
            <span className="max-w-40 shrink-0 truncate pl-2 text-[13px] text-quiet max-sm:hidden">after {after}</span>
          )
        }
        maxLength={MAX_POINTS_LINE}
        onKeyDown={press}
        aria-label={after === undefined ? 'New outlets, in shop talk' : `New outlets after ${after}, in shop talk`}
        aria-describedby="points-reading"
        placeholder={EXAMPLE[job.dialect]}
        className="min-h-9"
      />
      <div id="points-reading" role="status" className="absolute inset-x-0 top-full z-10">
        {answer !== '' && <p className="mt-1 rounded border border-stop bg-stop-ground px-3 py-2 text-[13px]">{answer}</p>}
        {typed && answer === '' && <Makes reading={reading} after={after} />}
      </div>
    </div>
  );
}

/** A line as it is read, word by word, and what Enter makes of it. */
function Makes({ reading, after }: { reading: ReturnType<typeof readPointsLine>; after: string | undefined }) {
  return (
    <div className="mt-1 grid gap-1 rounded border border-line-strong bg-raised px-3 py-2 text-[13px] shadow-raised">
      <AsRead words={reading.tokens} />
      {reading.ok && (
        <p>
          <span className="text-quiet">makes</span>{' '}
          <b className="font-semibold">{reading.drafts.map(({ name }) => name).join(', ')}</b>
          <span className="text-quiet"> · Enter {after === undefined ? 'at the end' : 'in the line'}, Tab as a branch</span>
        </p>
      )}
    </div>
  );
}
