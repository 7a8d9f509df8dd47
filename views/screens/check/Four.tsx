'use client';
import { ChevronDown } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { useState } from 'react';
import { CHECK } from '@/core/edits/check';
import { factAt } from '@/core/facts/read';
import type { Fix } from '@/core/fixes/fixes';
import { MARK_WORDS, type QuestionId, questionWords } from '@/core/job/terms';
import type { ShownAnswer } from '@/core/judging/answer';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer, useJobState, useOwnAnswer, useSession } from '../../client/JobContext';
import { Because, CheckWorking } from '../../parts/answers/Working';
import { FiguresText } from '../../parts/words/Figures';

/** What one circuit by itself can be asked. */
const ASKED: readonly QuestionId[] = ['carries-load', 'protects-cable', 'breaks-fault', 'clears-in-time'];
const TONE = {
  stop: 'text-stop',
  caution: 'text-caution',
  unknown: 'text-quiet',
  pass: 'text-ink',
  'not-applicable': 'text-quiet',
};

/** The four answers, each with its figure, and what would pass instead. */
export function Four() {
  const circuit = useAnswer({ kind: 'circuit', circuitId: CHECK.circuit });
  const fixes = useOwnAnswer({ kind: 'fixes', circuitId: CHECK.circuit });
  if (circuit === undefined || circuit === null) return <p className="text-quiet">studying …</p>;
  const answers = circuit.answers.filter(({ question }) => ASKED.includes(question));
  return (
    <section aria-label="Answers" className="rounded border border-line bg-raised" data-testid="four">
      <ol>
        {answers.map((answer) => (
          <Row key={answer.question} answer={answer} fixes={offered(fixes, answer.question)} />
        ))}
      </ol>
      <p className="px-3 py-2 text-[12px] text-quiet max-lg:hidden">
        People, selectivity, unwanted trips and surge are not checked here: they take the whole house.
      </p>
    </section>
  );
}

/** Fixes of the device or the cable that is checked: what else a board could be given is for a job. */
const offered = (fixes: readonly Fix[] | undefined, question: QuestionId): Fix[] =>
  (fixes ?? []).filter(
    (fix) =>
      fix.question === question &&
      fix.worsens.every((change) => !ASKED.includes(change.question)) &&
      fix.command.steps.every((step) => 'on' in step && ('id' in step ? OWN.has(step.id) : OWN.has(step.row.id))),
  );
const OWN: ReadonlySet<string> = new Set([CHECK.device, CHECK.cable]);

function Row({ answer, fixes }: { answer: ShownAnswer; fixes: readonly Fix[] }) {
  const { question, verdict, mark, figures } = answer;
  const session = useSession();
  const [open, setOpen] = useState(false);
  return (
    <li
      data-question={question}
      data-verdict={verdict}
      className={cx('border-line border-b px-3 py-2', verdict === 'stop' && 'bg-stop-ground')}
    >
      <Collapsible.Root open={open} onOpenChange={setOpen}>
        <h2>
          <Collapsible.Trigger className="grid min-h-9 w-full grid-cols-[24px_minmax(0,1fr)_20px] items-center gap-x-2 text-left pointer-coarse:min-h-11">
            <VerdictMark kind={mark} size={18} label={MARK_WORDS[mark]} />
            <span className="min-w-0">
              <span className="block text-[13px] text-quiet">{questionWords(question)}</span>
              <span className={cx('block text-[19px] leading-tight', TONE[verdict])}>
                {figures === null ? MARK_WORDS[mark] : <FiguresText figures={figures} />}
              </span>
            </span>
            <ChevronDown size={16} aria-hidden className={cx('text-quiet', open && 'rotate-180')} />
          </Collapsible.Trigger>
        </h2>
        {verdict === 'unknown' && <Lacks answer={answer} />}
        {fixes.length > 0 && (
          <p className="flex flex-wrap gap-2 pt-1 pb-1 pl-8" data-testid="instead">
            {fixes.map((fix) => (
              <Button key={fix.command.label} onClick={() => session.edit(fix.command)}>
                {fix.command.label}
              </Button>
            ))}
          </p>
        )}
        <Collapsible.Content className="pl-8">
          <Because check={answer} />
          {answer.checks.map((check) => (
            <CheckWorking key={check.id} circuitId={CHECK.circuit} question={question} check={check} />
          ))}
        </Collapsible.Content>
      </Collapsible.Root>
    </li>
  );
}

/** What is still to be entered, each once: its field stands on this page. */
function Lacks({ answer }: { answer: ShownAnswer }) {
  const job = useJobState((state) => state.job);
  const names = new Set(answer.missing.map(({ path, what }) => factAt(job, path)?.name ?? what));
  return <p className="pl-8 text-[13px] text-quiet">not entered: {[...names].join('; ')}</p>;
}
