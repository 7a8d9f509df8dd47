'use client';
import { type KeyboardEvent, useMemo, useRef, useState } from 'react';
import type { Job } from '@/core/job/schema/job';
import { word } from '@/core/job/terms';
import { completeQuick, type QuickCircuit } from '@/core/quick/circuit';
import type { PointReading } from '@/core/quick/points';
import { MAX_QUICK, type QuickReading } from '@/core/quick/read';
import { readWalkLine, walkSteps } from '@/core/quick/walk';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { useJobState, useSession } from '../../../client/JobContext';
import { findingsOpen, hrefOf } from '../../../parts/frame/places';

const EXAMPLE: Record<Job['dialect'], string> = {
  iec: 'ring B32 2.5/1.5 flat 38 m workshop sockets',
  nec: '12-2 NM 20A AF 45 ft attic',
};

/** Shop talk to a circuit: every word shows how it was read before Enter makes the circuit. Arrow up brings back the last line. */
export function QuickLine({
  chosen,
  made,
  goOn,
}: {
  chosen: string | null;
  /** Told which circuit was made; without it the desk goes to it. */
  made?: (circuitId: string) => void;
  /** Enter on an empty line. */
  goOn?: () => void;
}) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const [text, setText] = useState('');
  const [answered, setAnswered] = useState('');
  const lines = useRef<{ past: string[]; at: number }>({ past: [], at: 0 });
  const { circuit: reading, outlets, outletsAt } = useMemo(() => readWalkLine(text, job), [text, job]);
  const draft = useMemo(() => completeQuick(job, reading, boardOf(job, chosen)), [job, reading, chosen]);
  const typed = text.trim() !== '';
  const make = () => {
    if (!typed) return goOn?.();
    if (!reading.ok || outlets?.ok === false || draft === undefined || draft.wrong !== undefined) return;
    const { circuitId, steps } = walkSteps(job, draft, outlets, () => crypto.randomUUID());
    const problem = session.edit({ label: `New circuit: ${draft.number} ${draft.name}`.slice(0, 200), steps });
    if (problem !== undefined) return setAnswered(problem);
    lines.current.past.push(text);
    lines.current.at = lines.current.past.length;
    setAnswered(`${draft.number} ${draft.name} is on ${job.boards[draft.boardId]?.name}`);
    setText('');
    if (made !== undefined) made(circuitId);
    else window.history.pushState(null, '', hrefOf(job.id, { step: 'circuits', circuitId }, findingsOpen()));
  };
  const press = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Escape') {
      setText('');
      event.currentTarget.blur();
    }
    const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    const { past, at } = lines.current;
    lines.current.at = Math.max(0, Math.min(past.length, at + step));
    setText(past[lines.current.at] ?? '');
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        make();
      }}
      aria-label="Quick line"
      data-testid="quick"
      className="relative min-w-0 flex-1 shrink-0 rounded border border-line bg-raised outline-copper outline-offset-2 has-[input:focus-visible]:border-copper has-[input:focus-visible]:outline-2"
    >
      <div className="flex items-center gap-2 pr-1">
        <label className="flex min-w-0 flex-1 items-center">
          <span className="pl-3 font-semibold text-[13px] text-copper" aria-hidden>
            +
          </span>
          <input
            data-quick-line
            value={text}
            maxLength={MAX_QUICK}
            onChange={(event) => {
              setText(event.target.value);
              setAnswered('');
            }}
            onKeyDown={press}
            aria-label="New circuit, in shop talk"
            aria-describedby="quick-reading"
            placeholder={answered === '' ? EXAMPLE[job.dialect] : answered}
            autoComplete="off"
            spellCheck={false}
            className="min-h-10 w-full min-w-0 bg-transparent px-2 text-base outline-none placeholder:text-quiet pointer-coarse:min-h-11"
          />
        </label>
        {typed ? (
          <Button
            primary
            type="submit"
            disabled={!reading.ok || outlets?.ok === false || draft === undefined || draft.wrong !== undefined}
            className="disabled:opacity-40"
          >
            Make it
          </Button>
        ) : (
          <kbd className="mr-2 rounded border border-line px-[6px] font-sans text-[12px] text-quiet max-lg:hidden">N</kbd>
        )}
      </div>
      <div id="quick-reading" role="status" className="absolute inset-x-0 top-full z-10">
        {typed && <Reading reading={reading} outlets={outlets} outletsAt={outletsAt} draft={draft} job={job} />}
      </div>
    </form>
  );
}

/** The board a new circuit goes on: the one the chosen circuit feeds, or its own. */
function boardOf(job: Job, circuitId: string | null): string | undefined {
  const circuit = circuitId === null ? undefined : job.circuits[circuitId];
  return circuit?.toBoardId ?? circuit?.fromBoardId;
}

const CHIP = 'rounded border px-[7px] py-[1px] text-[13px]';

/** Every word with what it was read as, what is taken besides, and what stays unknown. */
function Reading({
  reading,
  outlets,
  outletsAt,
  draft,
  job,
}: {
  reading: QuickReading;
  outlets: PointReading | undefined;
  outletsAt: number;
  draft: QuickCircuit | undefined;
  job: Job;
}) {
  const tokens = [
    ...reading.tokens,
    ...(outlets?.tokens ?? []).map((token) => ({ ...token, start: outletsAt + token.start, warns: false })),
  ];
  return (
    <div className="mt-1 grid gap-2 rounded border border-line-strong bg-raised px-3 py-2 shadow-raised">
      <ul className="flex flex-wrap items-baseline gap-x-2 gap-y-1" aria-label="As read">
        {tokens.map(({ text, start, kind, shown, warns }) => (
          <li
            key={start}
            data-token={kind}
            className={cx(
              CHIP,
              kind === 'wrong' ? 'border-stop bg-stop-ground' : warns ? 'border-caution' : 'border-line',
              kind === 'name' && 'border-dashed',
            )}
          >
            <span className="text-quiet">{text}</span>{' '}
            {kind !== 'name' && <b className={cx('font-semibold', kind === 'wrong' && 'text-stop')}>{shown}</b>}
            {kind === 'name' && <span className="text-quiet">name</span>}
          </li>
        ))}
      </ul>
      {draft === undefined ? (
        <p className="text-[13px] text-stop">There is no {word(job.dialect, 'board')} to put it on.</p>
      ) : (
        <dl className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-3 gap-y-[2px] text-[13px]">
          <dt className="text-quiet">makes</dt>
          <dd className="font-semibold">
            {draft.number} {draft.name} on {job.boards[draft.boardId]?.name}
            {outlets?.ok === true && `: ${outlets.drafts.map(({ name }) => name).join(', ')}`}
          </dd>
          {draft.wrong !== undefined && (
            <>
              <dt className="text-quiet">but</dt>
              <dd className="font-semibold text-stop">{draft.wrong}</dd>
            </>
          )}
          {draft.taken.length > 0 && (
            <>
              <dt className="text-quiet">taken</dt>
              <dd>{draft.taken.map(({ words, from }) => (from === 'assumed' ? `${words} (assumed)` : words)).join(' · ')}</dd>
            </>
          )}
          {draft.lacks.length > 0 && (
            <>
              <dt className="text-quiet">unknown</dt>
              <dd className="text-quiet">{draft.lacks.join(' · ')}</dd>
            </>
          )}
        </dl>
      )}
    </div>
  );
}
