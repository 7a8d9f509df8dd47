'use client';
import { X } from 'lucide-react';
import { useSearchParams } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { AnswerRef, Asked, Asking } from '@/core/asking/asking';
import { FINDER_WORDS, FINDERS } from '@/core/facts/question';
import type { Command } from '@/core/job/commands';
import { QUESTION_IDS } from '@/core/job/terms';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { IconButton } from '@/ui/IconButton';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer, useJobState, useSession } from '../../client/JobContext';
import { EightMarks } from '../words/EightMarks';
import { Answering } from './Answering';
import { withAsk } from './place';
import { ToCheck } from './ToCheck';
import { UsualSheet } from './UsualSheet';

/** What was answered here, the last first. */
interface Answered {
  number: number;
  text: string;
  settled: number;
  /** It was set aside. */
  aside: boolean;
}

/** Asks one thing at a time, the most answers settled for one press first: over whatever screen it was called from. */
export function AskMode() {
  const session = useSession();
  const jobId = useJobState((state) => state.job.id);
  const [aside, setAside] = useAside(jobId);
  const [answered, setAnswered] = useState<readonly Answered[]>([]);
  // Called for from a finding, that question comes first.
  const wanted = useSearchParams().get('ask') ?? '';
  const asked = useAnswer({ kind: 'asked', aside, wanted });
  const next = asked?.questions[0];
  const note = (asking: Asking, of: Partial<Answered>) =>
    setAnswered((before) => [
      { number: before.length, text: asking.text, settled: asking.settles.length, aside: false, ...of },
      ...before,
    ]);
  const give = (asking: Asking, command: Command): string | undefined => {
    const problem = session.edit(command);
    if (problem === undefined) note(asking, {});
    return problem;
  };
  const leave = (asking: Asking) => {
    setAside([...aside, asking.id]);
    note(asking, { aside: true, settled: 0 });
  };
  const close = () => window.history.pushState(null, '', withAsk(false));
  return (
    <main data-testid="ask" className="flex min-h-0 flex-1 flex-col lg:flex-row print:block">
      <Ringed settles={next?.settles ?? []} />
      <section
        aria-label="Ask"
        className="flex min-h-0 min-w-0 flex-1 flex-col px-4 py-3 max-lg:pb-0 lg:overflow-y-auto lg:px-8 lg:py-4"
        data-screen
      >
        <header className="flex items-center gap-3 text-[13px] text-quiet">
          {asked !== undefined && <Headway asked={asked} next={next} />}
          <IconButton name="Leave the questions" onClick={close}>
            <X size={16} aria-hidden />
          </IconButton>
        </header>
        {asked !== undefined && next === undefined && <Nothing asked={asked} again={() => setAside([])} aside={aside.length} />}
        {next !== undefined && <Answering key={next.id} asking={next} give={give} leave={leave} />}
      </section>
      <aside className="shrink-0 border-line bg-ground px-4 py-4 text-[13px] lg:w-[300px] lg:overflow-y-auto lg:border-l print:w-full print:border-0">
        {asked?.questions.some(({ usual }) => usual !== undefined) === true && <UsualSheet />}
        <Done answered={answered} />
        <ToCheck />
        {asked !== undefined && <ToFindOut asked={asked} />}
      </aside>
    </main>
  );
}

/** What is set aside, kept with the tab: the questions can be left and resumed. */
function useAside(jobId: string): [readonly string[], (to: readonly string[]) => void] {
  const key = `ask ${jobId}`;
  const [aside, setAside] = useState<readonly string[]>([]);
  useEffect(() => {
    const kept: unknown = JSON.parse(window.sessionStorage.getItem(key) ?? '[]');
    if (Array.isArray(kept)) setAside(kept.map(String));
  }, [key]);
  return [
    aside,
    (to) => {
      setAside(to);
      window.sessionStorage.setItem(key, JSON.stringify(to));
    },
  ];
}

/** How far it has come, and what the present question settles. */
function Headway({ asked, next }: { asked: Asked; next: Asking | undefined }) {
  const { answers, unknown, questions } = asked;
  const settled = answers - unknown;
  const circuits = new Set(next?.settles.map(({ circuitId }) => circuitId)).size;
  return (
    <div className="grid flex-1 gap-2">
      <div className="flex flex-wrap justify-between gap-x-4">
        <span>
          {settled} of {answers} answers settled ·{' '}
          {questions.length === 1 ? 'one question' : `about ${questions.length} questions`} left
        </span>
        {next !== undefined && next.settles.length > 0 && (
          <span data-testid="settles">
            settles{' '}
            <b className="font-semibold text-ink">{next.settles.length === 1 ? '1 answer' : `${next.settles.length} answers`}</b>
            {circuits > 1 && ` of ${circuits} circuits`}
          </span>
        )}
      </div>
      <div className="h-[5px] rounded-full bg-sunk" aria-hidden>
        <div className="h-full rounded-full bg-pass" style={{ width: `${answers === 0 ? 0 : (100 * settled) / answers}%` }} />
      </div>
    </div>
  );
}

function Nothing({ asked, again, aside }: { asked: Asked; again: () => void; aside: number }) {
  return (
    <div className="mt-6 grid justify-items-start gap-3">
      <h2 className="font-semibold text-2xl">
        {asked.unknown === 0 ? 'Nothing is left to ask.' : 'Nothing more can be asked here.'}
      </h2>
      <p className="text-quiet">
        {asked.unknown === 0
          ? 'Every answer is settled.'
          : `${asked.unknown} answers stay unknown: what they lack is set aside, or cannot be entered yet.`}
      </p>
      {aside > 0 && (
        <Button primary onClick={again}>
          Ask the {aside} set aside again
        </Button>
      )}
    </div>
  );
}

/** The circuits with their marks; those the question would settle are ringed. */
function Ringed({ settles }: { settles: readonly AnswerRef[] }) {
  const marks = useAnswer({ kind: 'house' })?.circuits;
  const circuits = useJobState((state) => state.job.circuits);
  const of = useMemo(() => new Set(settles.map(({ circuitId, question }) => `${circuitId} ${question}`)), [settles]);
  return (
    <section
      aria-label="Circuits"
      data-screen
      className="shrink-0 overflow-y-auto border-line bg-raised max-lg:hidden lg:w-[300px] lg:border-r"
    >
      <ul>
        {marks?.map(({ circuitId, answers }) => (
          <li key={circuitId} className="flex items-center gap-2 border-line border-b px-3 py-2 text-[13px]">
            <span className="w-6 shrink-0 text-quiet">{circuits[circuitId]?.number}</span>
            <span className="min-w-0 flex-1 truncate font-medium">{circuits[circuitId]?.name}</span>
            <EightMarks answers={answers} ringed={QUESTION_IDS.map((question) => of.has(`${circuitId} ${question}`))} />
          </li>
        ))}
      </ul>
      <p className="p-3 text-[12px] text-quiet">Marks this question would settle are ringed.</p>
    </section>
  );
}

const SHOWN = 8;
function Done({ answered }: { answered: readonly Answered[] }) {
  if (answered.length === 0) return null;
  return (
    <section aria-label="Answered" className="mb-5" data-screen>
      <h2 className="mb-2 font-semibold text-base">Answered</h2>
      <ul className="grid gap-2">
        {answered.slice(0, SHOWN).map(({ number, text, settled, aside }) => (
          <li key={number} className="grid grid-cols-[20px_1fr]">
            <span className="pt-[2px]">
              <VerdictMark kind={aside ? 'unknown' : 'pass'} size={12} />
            </span>
            <span>
              {text}
              <span className="block text-quiet">{aside ? 'set aside' : settled > 0 ? `settled ${settled}` : 'kept'}</span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What is left, by who can find it out: to print and take along. */
function ToFindOut({ asked }: { asked: Asked }) {
  const dialect = useJobState((state) => state.job.dialect);
  const name = useJobState((state) => state.job.name);
  const list = useRef<HTMLElement>(null);
  if (asked.questions.length === 0) return null;
  return (
    <section ref={list} aria-label="To find out" data-testid="to-find-out">
      <h2 className="mb-2 font-semibold text-base">
        To find out<span className="hidden print:inline">: {name}</span>
      </h2>
      {FINDERS.map((by) => {
        const of = asked.questions.filter((each) => each.by === by);
        return of.length === 0 ? null : (
          <details key={by} open={by !== 'look' && by !== 'design'} className="mb-2">
            <summary className="min-h-6 cursor-pointer font-semibold pointer-coarse:min-h-11">
              {FINDER_WORDS[by][dialect]} <span className="font-normal text-quiet">{of.length}</span>
            </summary>
            <ul className="ml-4 list-disc">
              {of.map(({ id, text }) => (
                <li key={id} className={cx('py-[2px]')}>
                  {text}
                </li>
              ))}
            </ul>
          </details>
        );
      })}
      <Button
        className="print:hidden"
        onClick={() => {
          for (const each of list.current?.querySelectorAll('details') ?? []) each.open = true;
          window.print();
        }}
      >
        Print this list
      </Button>
    </section>
  );
}
