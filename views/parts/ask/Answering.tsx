'use client';
import { type ReactNode, useEffect, useId, useRef, useState } from 'react';
import type { Asking } from '@/core/asking/asking';
import { answerSeen, answerUsual, answerWith, usualTo } from '@/core/edits/answers';
import { factAt } from '@/core/facts/read';
import type { FactKind, FactValue } from '@/core/facts/spec';
import { readFact } from '@/core/facts/typed';
import type { Command } from '@/core/job/commands';
import type { Provenance } from '@/core/job/schema/facts';
import type { Job } from '@/core/job/schema/job';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { useJobState } from '../../client/JobContext';
import { FactField } from '../facts/FactField';
import { useTyped } from '../line/useTyped';
import { MakeIt } from './MakeIt';
import { SeenAt } from './SeenAt';
import { SEEN_AT } from './seenPlaces';

interface Way {
  label: string;
  beside: string;
  run: () => void;
  /** Enter takes it, where nothing else is chosen. */
  first?: boolean;
}

/** So many choices are offered for all rows at once, beside what is usual. */
const FEW = 4;

/** One question with its answers, each at a digit. */
export function Answering({
  asking,
  give,
  leave,
}: {
  asking: Asking;
  give: (asking: Asking, command: Command) => string | undefined;
  leave: (asking: Asking) => void;
}) {
  const job = useJobState((state) => state.job);
  const [differ, setDiffer] = useState(false);
  const [refusal, setRefusal] = useState<string>();
  const many = asking.paths.length > 1;
  const say = (command: Command) => setRefusal(give(asking, command));
  const seen: Provenance = asking.by === 'measure' ? 'measured' : 'stated';
  const later: Way = { label: 'Not known', beside: 'set aside, to find out', run: () => leave(asking) };
  const ways = waysOf();
  useDigits(differ ? [later] : ways);

  function waysOf(): Way[] {
    const { usual, how, paths } = asking;
    if (how === undefined) return [later];
    const rest: Way[] = [
      ...(many ? [{ label: 'Some differ', beside: `shows the ${asking.paths.length}`, run: () => setDiffer(true) }] : []),
      later,
    ];
    if (usual !== undefined) {
      const shown = usual.shown.join(', ');
      const specified = paths.every((path) => usualTo(job, path, 'specified')?.origin === 'specified');
      const taken = specified ? answerUsual(job, asking, 'specified') : undefined;
      const assumed = answerUsual(job, asking, 'assumed');
      const found = answerSeen(job, asking, seen);
      return [
        ...(taken === undefined
          ? []
          : [{ label: many ? `All as usual: ${shown}` : shown, beside: 'as specified', first: true, run: () => say(taken) }]),
        ...(found === undefined
          ? []
          : [{ label: many ? `All seen so: ${shown}` : `${shown}, seen`, beside: seen, run: () => say(found) }]),
        // What stands there already is assumed until somebody looked.
        ...(assumed === undefined
          ? []
          : [{ label: `Assume it: ${shown}`, beside: 'passes nothing', first: taken === undefined, run: () => say(assumed) }]),
        ...(how.kind === 'choice' && (!many || how.options.length <= FEW) ? others(how, usual.shown) : []),
        ...rest,
      ];
    }
    if (how.kind === 'choice') return [...others(how, []), ...rest];
    return rest;
  }
  function others(how: Extract<FactKind, { kind: 'choice' }>, but: readonly string[]): Way[] {
    return how.options
      .filter(({ label }) => !but.includes(label))
      .map(({ label, value }) => ({ label, beside: '', run: () => say(answerWith(job, asking, { value, from: seen })) }));
  }

  return (
    <div className="flex flex-1 flex-col">
      <div className="mt-5 max-w-[640px]">
        <h2 data-testid="question" className="font-semibold text-[22px] leading-tight lg:text-[28px]">
          {asking.text}
        </h2>
        <p className="mt-2 text-quiet">
          {asking.see !== undefined && SEEN_AT[asking.id.replace(/@.*$/, '')] === undefined && <>Seen: {asking.see}. </>}
          {asking.usual !== undefined && <>Usual: {asking.usual.says}.</>}
        </p>
        {!differ && <SeenAt id={asking.id.replace(/@.*$/, '')} dialect={job.dialect} see={asking.see} />}
        {asking.how === undefined && <MakeIt asking={asking} give={say} />}
        {!differ && asking.how !== undefined && asking.how.kind !== 'choice' && (
          <Typed
            at={`ask ${job.id} ${asking.id}`}
            how={asking.how}
            many={many}
            beside={asking.usual !== undefined}
            keep={(value) => say(answerWith(job, asking, { value, from: seen }))}
          />
        )}
        {differ && <Rows paths={asking.paths} />}
        {refusal !== undefined && (
          <p role="alert" className="mt-2 font-semibold text-stop">
            {refusal}
          </p>
        )}
      </div>
      <ol className="mt-5 grid max-w-[640px] gap-2 max-lg:sticky max-lg:bottom-0 max-lg:mt-auto max-lg:bg-ground max-lg:py-3">
        {(differ ? [later] : ways).map((way, at) => (
          <li key={way.label}>
            <WayButton digit={at + 1} {...way} />
          </li>
        ))}
        {differ && (
          <li>
            <Button onClick={() => setDiffer(false)}>Back</Button>
          </li>
        )}
      </ol>
    </div>
  );
}

function WayButton({ digit, label, beside, run, first = false }: Way & { digit: number }) {
  return (
    <button
      type="button"
      data-way={digit}
      onClick={run}
      className={cx(
        'flex min-h-12 w-full items-center gap-3 rounded border px-3 py-2 text-left hover:border-copper',
        first ? 'border-copper bg-chosen' : 'border-line bg-raised',
      )}
    >
      <kbd className="grid size-6 shrink-0 place-items-center rounded border border-line bg-raised font-sans text-[12px] pointer-coarse:hidden">
        {digit}
      </kbd>
      <span className="min-w-0 flex-1 font-semibold">{label}</span>
      <span className="text-[13px] text-quiet">{beside}</span>
    </button>
  );
}

/** Digits choose; Enter takes what is usual, and nothing where nothing is. */
function useDigits(ways: readonly Way[]): void {
  const now = useRef(ways);
  now.current = ways;
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.altKey || event.ctrlKey || event.metaKey || event.defaultPrevented) return;
      const { target } = event;
      if (
        target instanceof HTMLElement &&
        target.closest('input, textarea, select, [role=dialog], button, a') !== null &&
        event.key === 'Enter'
      )
        return;
      if (target instanceof HTMLElement && target.closest('input, textarea, select, [role=dialog]') !== null) return;
      const way =
        event.key === 'Enter'
          ? now.current.find(({ first }) => first)
          : /^[1-9]$/.test(event.key)
            ? now.current[Number(event.key) - 1]
            : undefined;
      if (way === undefined) return;
      event.preventDefault();
      way.run();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
}

/** A value typed in the units of the trade: the answer itself, or another one than the usual. */
function Typed({
  at,
  how,
  many,
  beside,
  keep,
}: {
  /** What is typed into. */
  at: string;
  how: FactKind;
  many: boolean;
  /** It stands beside a usual value. */
  beside: boolean;
  keep: (value: FactValue) => void;
}) {
  const [text, setText] = useTyped(at);
  const hint = useId();
  const typed = readFact(how, text);
  const message: ReactNode = text.trim() === '' ? '' : typed.ok ? `reads as ${typed.readAs}` : typed.message;
  return (
    <form
      className="mt-4 grid max-w-[360px] gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (!typed.ok || text.trim() === '') return;
        setText('');
        keep(typed.value);
      }}
    >
      <span className="flex gap-2">
        <input
          aria-label={beside ? 'Another value' : 'Value'}
          placeholder={beside ? `another value${many ? ', for all' : ''}` : undefined}
          value={text}
          onChange={(event) => setText(event.target.value)}
          aria-describedby={hint}
          inputMode="text"
          className="min-h-11 min-w-0 flex-1 rounded border border-line-strong bg-raised px-3 text-lg"
        />
        <Button primary type="submit" className="min-h-11">
          Keep
        </Button>
      </span>
      <span id={hint} role="status" className="min-h-5 text-[13px] text-quiet">
        {message}
      </span>
    </form>
  );
}

/** Whose a fact is, with the circuit it belongs to. */
function whose(job: Job, path: string): string {
  const [on, id] = path.split('.') as ['points', string];
  const name = factAt(job, path)?.owner ?? '';
  const circuit = job.circuits[job[on][id]?.circuitId ?? '']?.name;
  return circuit === undefined || name.includes(circuit) ? name : `${name}, ${circuit}`;
}

/** Each row by itself, edited where it stands. */
function Rows({ paths }: { paths: readonly string[] }) {
  const job = useJobState((state) => state.job);
  return (
    <ul className="mt-4 grid max-w-[480px] gap-1" data-testid="rows">
      {paths.map((path) => (
        <li key={path} className="flex items-center justify-between gap-3 border-line border-b py-1">
          <span className="min-w-0 truncate">{whose(job, path)}</span>
          <FactField path={path} className="font-semibold" />
        </li>
      ))}
    </ul>
  );
}
