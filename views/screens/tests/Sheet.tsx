'use client';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { addReading, readFigure, type Taken } from '@/core/edits/readings';
import { showNumber } from '@/core/job/show';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { CircuitTests, TestLine } from '@/core/reports/tests';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { Labelled, TextInput } from '@/ui/Field';
import { Popover } from '@/ui/Popover';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState, useSession } from '../../client/JobContext';
import { Keypad } from './Keypad';

interface Who {
  by: string;
  instrument: string;
}

/** One circuit's tests in their order: what is read is typed on the line that is lit, and the next one lights up. */
export function Sheet({
  circuit,
  at,
  of,
  go,
  who,
}: {
  circuit: CircuitTests;
  at: number;
  of: number;
  go: (to: number) => void;
  who: Who;
}) {
  const { lines, number, name, label, circuitId } = circuit;
  const job = useJobState((state) => state.job);
  const session = useSession();
  const firstOpen = lines.findIndex(({ verdict, optional, blocked }) => verdict === null && !optional && blocked === null);
  const [lit, light] = useState(Math.max(firstOpen, 0));
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string>();
  const line = lines[Math.min(lit, lines.length - 1)]!;
  const turn = (to: number) => {
    light(Math.max(0, Math.min(lines.length - 1, to)));
    setText('');
    setProblem(undefined);
  };
  const take = (taken: Partial<Taken>) => {
    const { kind, deviceId, pointId, unit, takenOn, reading } = line;
    const said: Taken = {
      kind,
      circuitId,
      ...(deviceId === null ? {} : { deviceId }),
      ...(pointId === null ? {} : { pointId }),
      takenOn,
      ...(who.by === '' ? {} : { by: who.by }),
      ...(who.instrument === '' ? {} : { instrument: who.instrument }),
      ...taken,
      ...(taken.value === undefined ? {} : { unit }),
    };
    const refused = session.edit(
      addReading(job, said, { id: crypto.randomUUID(), at: new Date().toISOString(), before: reading?.id }),
    );
    if (refused !== undefined) setProblem(refused);
    else turn(lit + 1);
  };
  /** Keeps what is typed. */
  const enter = (typed = text) => {
    if (typed.trim() === '') return turn(lit + 1);
    const figure = readFigure(typed);
    if (figure === undefined) return setProblem(`a figure${line.unit === '' ? '' : ` in ${line.unit}`}, for instance 0.42`);
    take({ value: figure.value, ...(figure.beyond ? { outcome: 'off-scale' as const } : {}) });
  };
  const danger = lines.filter(({ verdict }) => verdict === 'stop');
  return (
    <div className="mx-auto flex max-w-2xl flex-col">
      <header className="px-3 pt-3 sm:px-4">
        <div className="flex items-center gap-1">
          <Turn label="Circuit before" onClick={() => go(at - 1)}>
            <ChevronLeft size={20} aria-hidden />
          </Turn>
          <h1 className="min-w-0 flex-1 truncate font-semibold text-[19px]">
            {number} {name}
          </h1>
          <Turn label="Next circuit" onClick={() => go(at + 1)}>
            <ChevronRight size={20} aria-hidden />
          </Turn>
          <span className="text-[13px] text-quiet">
            {at + 1} of {of}
          </span>
        </div>
        <p className="text-[13px] text-quiet">{label}</p>
        {danger.length > 0 ? (
          <p role="alert" className="my-2 border-stop border-l-[3px] bg-stop-ground px-3 py-2 font-semibold text-[14px]">
            Danger: {danger.map((each) => `${each.name}: ${each.because}`).join('; ')}. Switch this circuit off and lock it, tell
            whoever answers for it, and write down what was made safe.
          </p>
        ) : (
          <p className="my-2 border-caution border-l-[3px] px-3 py-1 text-[13px]">
            {line.stage === 'dead'
              ? 'Dead tests: isolate, lock off, prove the tester before and after, every pair dead. Other sources off too.'
              : 'Now live: fused probes, guarded, one hand where it can be, clear of metalwork.'}
          </p>
        )}
      </header>
      <ol data-testid="sheet" className="border-line border-t">
        {lines.map((each, index) => (
          <Line
            key={each.key}
            line={each}
            lit={index === lit}
            light={() => turn(index)}
            text={text}
            setText={setText}
            problem={index === lit ? problem : undefined}
            enter={enter}
            step={(by) => turn(lit + by)}
            take={take}
          />
        ))}
      </ol>
      {line.unit !== '' && line.blocked === null && (
        <Keypad
          text={text}
          setText={setText}
          enter={() => enter()}
          off={line.outcomes[0]}
          take={(outcome) => take({ outcome })}
        />
      )}
    </div>
  );
}

function Turn({ label, onClick, children }: { label: string; onClick: () => void; children: React.ReactNode }) {
  return (
    <button
      type="button"
      aria-label={label}
      onClick={onClick}
      className="grid size-9 shrink-0 place-items-center rounded text-quiet hover:bg-sunk hover:text-ink pointer-coarse:size-11"
    >
      {children}
    </button>
  );
}

interface LineProps {
  line: TestLine;
  lit: boolean;
  light: () => void;
  text: string;
  setText: (text: string) => void;
  problem: string | undefined;
  enter: (typed?: string) => void;
  step: (by: number) => void;
  take: (taken: Partial<Taken>) => void;
}

function Line({ line, lit, light, text, setText, problem, enter, step, take }: LineProps) {
  const { name, verdict, because, limit, unit, blocked, reading, optional, key, outcomes } = line;
  const box = useRef<HTMLInputElement>(null);
  const first = useRef<HTMLButtonElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a line that was blocked gets its box when it no longer is
  useEffect(() => {
    // Where there are keys on the screen the box takes no focus: the phone's own would cover them.
    if (lit && !matchMedia('(pointer: coarse)').matches) (box.current ?? first.current)?.focus({ preventScroll: false });
  }, [lit, blocked]);
  return (
    <li
      data-test={key}
      data-verdict={verdict ?? 'none'}
      className={cx(
        'border-line border-b border-l-[3px]',
        lit ? 'border-l-copper bg-chosen' : 'border-l-transparent',
        verdict === 'stop' && !lit && 'bg-stop-ground',
      )}
    >
      <button
        type="button"
        onClick={light}
        aria-expanded={lit}
        className="grid min-h-11 w-full grid-cols-[22px_minmax(0,1fr)_auto] items-center gap-x-2 px-3 py-1 text-left sm:px-4"
      >
        <VerdictMark kind={verdict ?? 'unknown'} size={15} label={verdict === null ? 'not tested' : VERDICT_WORDS[verdict]} />
        <span className={cx('min-w-0', blocked !== null && 'text-quiet')}>
          {name}
          {optional && <span className="text-[12px] text-quiet"> · practice</span>}
        </span>
        <span className="text-right">
          {reading !== null && <b className="font-semibold text-[17px] tabular-nums">{readingWords(line)}</b>}{' '}
          <span className="text-[13px] text-quiet">{reading === null && limit === '' ? unit : limit}</span>
        </span>
        {(verdict === 'caution' || verdict === 'unknown' || verdict === 'stop') && (
          <span className={cx('col-span-2 col-start-2 text-[13px]', verdict === 'stop' ? 'text-stop' : 'text-quiet')}>
            {because}
          </span>
        )}
      </button>
      {lit && (
        <div className="flex flex-wrap items-end gap-2 px-3 pb-3 pl-11 sm:px-4 sm:pl-12">
          {blocked !== null ? (
            <p className="font-semibold text-[13px] text-caution">{blocked}</p>
          ) : (
            <>
              {unit !== '' && (
                <Labelled label={`Reading, ${unit}`} problem={problem} className="w-32">
                  {(wiring) => (
                    <TextInput
                      {...wiring}
                      ref={box}
                      inputMode="none"
                      autoComplete="off"
                      value={text}
                      onChange={({ target }) => setText(target.value)}
                      onKeyDown={(event) => {
                        if (event.key === 'Enter') enter(event.currentTarget.value);
                        else if (event.key === 'ArrowDown') step(1);
                        else if (event.key === 'ArrowUp') step(-1);
                        else return;
                        event.preventDefault();
                      }}
                    />
                  )}
                </Labelled>
              )}
              {outcomes.map(({ value, label }, index) => (
                <Button key={value} ref={index === 0 ? first : undefined} onClick={() => take({ outcome: value })}>
                  {label}
                </Button>
              ))}
              <NotTested take={take} />
            </>
          )}
        </div>
      )}
    </li>
  );
}

/** What was read, as an instrument shows it. */
function readingWords({ reading, outcomes }: TestLine): string {
  const { value, unit, outcome } = reading!;
  if (outcome === 'not-tested') return 'not tested';
  if (value !== null) return `${outcome === 'off-scale' ? '> ' : ''}${showNumber(value)} ${unit}`.trim();
  return outcomes.find((each) => each.value === outcome)?.label.toLowerCase() ?? outcome ?? '';
}

/** A limitation: that it was not tested, and why. It is never a pass. */
function NotTested({ take }: { take: (taken: Partial<Taken>) => void }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  return (
    <Popover open={open} onOpenChange={setOpen} label="Not tested" trigger={<Button>Not tested …</Button>}>
      <form
        className="grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (reason.trim() === '') return;
          setOpen(false);
          take({ outcome: 'not-tested', reason: reason.trim() });
        }}
      >
        <Labelled label="Why, and agreed with whom">
          {(wiring) => <TextInput {...wiring} value={reason} onChange={({ target }) => setReason(target.value)} />}
        </Labelled>
        <Button primary type="submit" disabled={reason.trim() === ''}>
          Keep as a limitation
        </Button>
      </form>
    </Popover>
  );
}
