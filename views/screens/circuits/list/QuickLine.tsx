'use client';
import Link from 'next/link';
import { type KeyboardEvent, useMemo, useState } from 'react';
import { cutName } from '@/core/job/ids';
import type { Job } from '@/core/job/schema/job';
import { word } from '@/core/job/terms';
import { completeQuick, type QuickCircuit } from '@/core/quick/circuit';
import { isSourceName } from '@/core/quick/infer';
import type { PointReading } from '@/core/quick/points';
import { MAX_QUICK, type QuickReading } from '@/core/quick/read';
import { readWalkLine, walkSteps } from '@/core/quick/walk';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { useJobState, useSession } from '../../../client/JobContext';
import { findingsOpen, hrefOf } from '../../../parts/frame/places';
import { AsRead } from '../../../parts/line/AsRead';
import { LINE_BOX, LineInput } from '../../../parts/line/LineInput';
import { usePast } from '../../../parts/line/usePast';
import { useTyped } from '../../../parts/line/useTyped';

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
  const [text, setText] = useTyped(`circuit ${job.id}`);
  const [answered, setAnswered] = useState('');
  const past = usePast();
  const { reading, outlets, outletsAt, draft, ready, inferred, infers, setInfers } = useRead(job, text, chosen);
  const typed = text.trim() !== '';
  const make = () => {
    if (!typed) return goOn?.();
    if (!ready || draft === undefined) return;
    const { circuitId, steps } = walkSteps(job, draft, outlets, () => crypto.randomUUID(), infers);
    const problem = session.edit({ label: cutName(`New circuit: ${draft.number} ${draft.name}`), steps });
    if (problem !== undefined) return setAnswered(problem);
    past.remember(text);
    setAnswered(`${draft.number} ${draft.name} is on ${job.boards[draft.boardId]?.name}`);
    setText('');
    setInfers(true);
    if (made !== undefined) made(circuitId);
    else window.history.pushState(null, '', hrefOf(job.id, { step: 'circuits', circuitId }, findingsOpen()));
  };
  const press = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Escape') {
      setText('');
      event.currentTarget.blur();
    }
    if (event.altKey && event.key.toLowerCase() === 'i') {
      event.preventDefault();
      setInfers(!infers);
    }
    const line = past.line(event.key);
    if (line === undefined) return;
    event.preventDefault();
    setText(line);
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        make();
      }}
      aria-label="Quick line"
      data-testid="quick"
      className={cx('relative min-w-0 flex-1 shrink-0', LINE_BOX)}
    >
      <div className="flex items-center gap-2 pr-1">
        <LineInput
          data-quick-line
          text={text}
          setText={(to) => {
            setText(to);
            setAnswered('');
          }}
          maxLength={MAX_QUICK}
          onKeyDown={press}
          aria-label="New circuit, in shop talk"
          aria-describedby="quick-reading"
          placeholder={answered === '' ? EXAMPLE[job.dialect] : answered}
          className="min-h-10"
        />
        {typed ? (
          <Button primary type="submit" disabled={!ready} className="disabled:opacity-40">
            Make it
          </Button>
        ) : (
          <kbd className="mr-2 rounded border border-line px-[6px] font-sans text-[12px] text-quiet max-lg:hidden">N</kbd>
        )}
      </div>
      <div id="quick-reading" role="status" className="absolute inset-x-0 top-full z-10">
        {typed && (
          <Reading
            reading={reading}
            outlets={outlets}
            outletsAt={outletsAt}
            draft={draft}
            job={job}
            inferred={{ words: inferred, taken: infers, turn: () => setInfers(!infers) }}
          />
        )}
      </div>
    </form>
  );
}

/** A line as it is read, and the circuit it would make. */
function useRead(job: Job, text: string, chosen: string | null) {
  const { circuit: reading, outlets, outletsAt } = useMemo(() => readWalkLine(text, job), [text, job]);
  const draft = useMemo(() => completeQuick(job, reading, boardOf(job, chosen)), [job, reading, chosen]);
  /** Whether what follows from names is taken along; taken back for this one line. */
  const [infers, setInfers] = useState(true);
  const ready = reading.ok && outlets?.ok !== false && draft !== undefined && draft.wrong === undefined;
  const inferred = useMemo(
    () => (ready && draft !== undefined ? walkSteps(job, draft, outlets, counted()).words : []),
    [ready, job, draft, outlets],
  );
  return { reading, outlets, outletsAt, draft, ready, inferred, infers, setInfers };
}

/** Ids for a circuit that is only looked at. */
const counted = (): (() => string) => {
  let count = 0;
  return () => `look-${++count}`;
};

/** The board a new circuit goes on: the one the chosen circuit feeds, or its own. */
function boardOf(job: Job, circuitId: string | null): string | undefined {
  const circuit = circuitId === null ? undefined : job.circuits[circuitId];
  return circuit?.toBoardId ?? circuit?.fromBoardId;
}

/** Every word with what it was read as, what is taken besides, and what stays unknown. */
function Reading({
  reading,
  outlets,
  outletsAt,
  draft,
  job,
  inferred,
}: {
  reading: QuickReading;
  outlets: PointReading | undefined;
  outletsAt: number;
  draft: QuickCircuit | undefined;
  job: Job;
  /** What follows from names, whether it is taken, and the other way round. */
  inferred: { words: readonly string[]; taken: boolean; turn: () => void };
}) {
  const tokens = [
    ...reading.tokens,
    ...(outlets?.tokens ?? []).map((token) => ({ ...token, start: outletsAt + token.start, warns: false })),
  ];
  return (
    <div className="mt-1 grid gap-2 rounded border border-line-strong bg-raised px-3 py-2 shadow-raised">
      <AsRead words={tokens} />
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
          {isSourceName(draft.name) && (
            <>
              <dt className="text-quiet">but</dt>
              <dd data-testid="source">
                it gives current: a source is entered on the supply, with what parts it from the others.{' '}
                <Link
                  href={hrefOf(job.id, { step: 'supply' }, false)}
                  prefetch={false}
                  className="font-semibold text-copper underline pointer-coarse:inline-flex pointer-coarse:min-h-11 pointer-coarse:items-center"
                >
                  Add it there
                </Link>
              </dd>
            </>
          )}
          {draft.taken.length > 0 && (
            <>
              <dt className="text-quiet">taken</dt>
              <dd>{draft.taken.map(({ words, from }) => (from === 'assumed' ? `${words} (assumed)` : words)).join(' · ')}</dd>
            </>
          )}
          {inferred.words.length > 0 && (
            <>
              <dt className="text-quiet">inferred</dt>
              <dd data-testid="inferred" className={cx(!inferred.taken && 'text-quiet line-through')}>
                {inferred.words.join(' · ')}{' '}
                <button type="button" onClick={inferred.turn} className="min-h-6 underline pointer-coarse:min-h-11">
                  {inferred.taken ? 'leave out' : 'take'} <kbd className="font-sans text-[12px] text-quiet">Alt I</kbd>
                </button>
              </dd>
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
