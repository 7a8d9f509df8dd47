'use client';
import { type KeyboardEvent, type Ref, useMemo, useState } from 'react';
import type { PointDraft } from '@/core/job/points/draft';
import type { Job } from '@/core/job/schema/job';
import { MAX_POINTS_LINE, readPointsLine } from '@/core/quick/points';
import { cx } from '@/ui/cx';

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
  after,
  box,
  make,
  leave,
  goOn,
}: {
  job: Job;
  /** Name of the point they come after. */
  after: string | undefined;
  box: Ref<HTMLInputElement>;
  make: (drafts: readonly PointDraft[], branch: boolean) => string | undefined;
  leave: () => void;
  /** Enter on an empty line. */
  goOn: (() => void) | undefined;
}) {
  const [text, setText] = useState('');
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
    <div className="relative flex min-w-0 flex-1 items-center gap-2 rounded border border-line bg-raised pl-3 outline-copper outline-offset-2 has-[input:focus-visible]:border-copper has-[input:focus-visible]:outline-2">
      <span className="shrink-0 font-semibold text-[13px] text-copper" aria-hidden>
        +
      </span>
      {after !== undefined && (
        <span className="max-w-40 shrink-0 truncate text-[13px] text-quiet max-sm:hidden">after {after}</span>
      )}
      <input
        ref={box}
        data-points-line
        value={text}
        maxLength={MAX_POINTS_LINE}
        onChange={(event) => {
          setText(event.target.value);
          setAnswer('');
        }}
        onKeyDown={press}
        aria-label={after === undefined ? 'New outlets, in shop talk' : `New outlets after ${after}, in shop talk`}
        aria-describedby="points-reading"
        placeholder={EXAMPLE[job.dialect]}
        autoComplete="off"
        spellCheck={false}
        className="min-h-9 w-full min-w-0 bg-transparent pr-2 text-base outline-none placeholder:text-quiet pointer-coarse:min-h-11"
      />
      <div id="points-reading" role="status" className="absolute inset-x-0 top-full z-10">
        {answer !== '' && <p className="mt-1 rounded border border-stop bg-stop-ground px-3 py-2 text-[13px]">{answer}</p>}
        {typed && answer === '' && (
          <div className="mt-1 grid gap-1 rounded border border-line-strong bg-raised px-3 py-2 text-[13px] shadow-raised">
            <ul className="flex flex-wrap items-baseline gap-x-2 gap-y-1" aria-label="As read">
              {reading.tokens.map(({ text: word, start, kind, shown }) => (
                <li
                  key={start}
                  data-token={kind}
                  className={cx(
                    'rounded border px-[7px] py-[1px]',
                    kind === 'wrong'
                      ? 'border-stop bg-stop-ground'
                      : kind === 'name'
                        ? 'border-line border-dashed'
                        : 'border-line',
                  )}
                >
                  <span className="text-quiet">{word}</span>{' '}
                  <span
                    className={cx(
                      kind === 'wrong' ? 'font-semibold text-stop' : kind === 'name' ? 'text-quiet' : 'font-semibold',
                    )}
                  >
                    {shown}
                  </span>
                </li>
              ))}
            </ul>
            {reading.ok && (
              <p>
                <span className="text-quiet">makes</span>{' '}
                <b className="font-semibold">{reading.drafts.map(({ name }) => name).join(', ')}</b>
                <span className="text-quiet"> · Enter {after === undefined ? 'at the end' : 'in the line'}, Tab as a branch</span>
              </p>
            )}
          </div>
        )}
      </div>
    </div>
  );
}
