'use client';
import { Printer } from 'lucide-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { Collapsible } from 'radix-ui';
import { useState } from 'react';
import { showAmount } from '@/core/job/show';
import { questionWords, VERDICT_WORDS } from '@/core/job/terms';
import type { ShownAnswer } from '@/core/judging/answer';
import type { Fix } from '@/core/study/fixes';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { MarginBar } from '@/ui/MarginBar';
import { VerdictMark } from '@/ui/VerdictMark';
import { Panel } from '../../facts/Panel';
import { useAnswer, useJobState, useProgress, useSession } from '../../job/JobContext';
import { hrefOf } from '../../job/places';
import { Standing } from './Standing';
import { Because, CheckWorking } from './Working';

/** The eight questions for the chosen circuit. */
export function Ladder({ circuitId }: { circuitId: string }) {
  const study = useAnswer({ kind: 'circuit', circuitId });
  const fixes = useAnswer({ kind: 'fixes', circuitId });
  const jobId = useJobState((state) => state.job.id);
  const circuit = useJobState((state) =>
    study === undefined || study === null ? undefined : state.job.circuits[study.circuitId],
  );
  if (study === undefined || study === null)
    return <aside aria-busy="true" aria-label="Answers" className="border-line bg-raised lg:border-l" />;
  const load = study.answers.find((answer) => answer.question === 'carries-load');
  return (
    <aside
      aria-label="Answers"
      data-testid="ladder"
      data-circuit={study.circuitId}
      className="border-line bg-raised max-lg:border-t lg:overflow-y-auto lg:border-l"
    >
      <h2 className="flex min-h-11 items-baseline gap-2 border-line border-b px-3 pt-3 pb-2 font-semibold text-base">
        {circuit === undefined ? (
          `${study.number} ${study.name}`
        ) : (
          <Panel
            key={circuitId}
            label={`Circuit ${study.number} ${study.name}`}
            trigger={`${study.number} ${study.name}`}
            className="-mx-1 min-w-0 border-line-strong border-b border-dotted px-1 text-left"
          >
            <CircuitFacts circuit={circuit} />
          </Panel>
        )}
        {load?.demand !== undefined && load.demand !== null && (
          <span className="ml-auto whitespace-nowrap font-normal text-[13px] text-quiet">
            {showAmount(load.demand, load.demand, 'A').demand} A design
          </span>
        )}
        <Link
          href={hrefOf(jobId, { step: 'handover', circuitId: study.circuitId, print: 'report' }, false)}
          prefetch={false}
          aria-label="This circuit on one page, to print (P)"
          title="This circuit on one page, to print (P)"
          className="grid size-7 shrink-0 place-items-center self-center rounded text-quiet hover:text-ink pointer-coarse:size-11"
        >
          <Printer size={15} aria-hidden />
        </Link>
      </h2>
      <ol>
        {study.answers.map((answer) => (
          <LadderRow
            key={`${study.circuitId} ${answer.question}`}
            circuitId={study.circuitId}
            answer={answer}
            fixes={fixes?.filter((fix) => fix.question === answer.question) ?? []}
          />
        ))}
      </ol>
      <Trying circuitId={circuitId} />
    </aside>
  );
}

/** How far the trying of fixes has come, where it takes its time. */
function Trying({ circuitId }: { circuitId: string }) {
  const far = useProgress({ kind: 'fixes', circuitId });
  if (far === undefined) return null;
  return (
    <p className="p-3 text-[12px] text-quiet transition-[visibility] delay-500 starting:invisible">
      trying fixes: {far.done} of {far.of}
    </p>
  );
}

// Opened now and then: read when it is.
const CircuitFacts = dynamic(() => import('../../facts/CircuitPanel').then((module) => module.CircuitFacts));

const TONE = {
  pass: 'text-ink',
  caution: 'text-caution',
  stop: 'text-stop',
  unknown: 'text-quiet',
  'not-applicable': 'text-quiet',
} as const;

function LadderRow({ circuitId, answer, fixes }: { circuitId: string; answer: ShownAnswer; fixes: Fix[] }) {
  const [open, setOpen] = useState(false);
  const { verdict, demand, limit, unit } = answer;
  const later = answer.id === 'later';
  return (
    <li
      data-question={answer.question}
      data-verdict={verdict}
      tabIndex={-1}
      className={cx('border-line border-b px-3 py-[9px]', verdict === 'stop' && 'bg-stop-ground')}
    >
      <Collapsible.Root open={open} onOpenChange={setOpen}>
        <div className="grid grid-cols-[22px_minmax(0,1fr)_auto] items-baseline gap-x-2">
          <span className="self-start pt-[3px]">
            <VerdictMark kind={verdict} size={15} label={VERDICT_WORDS[verdict]} />
          </span>
          <h3 className="font-semibold">{questionWords(answer.question)}</h3>
          <Amount answer={answer} />
          <div className="col-start-2 col-end-4 mt-1">
            {demand !== null && limit !== null && unit !== '' && <MarginBar demand={demand} limit={limit} kind={verdict} />}
            <Because check={answer} />
            {verdict !== 'not-applicable' && !later && (
              <p className="mt-[2px] flex flex-wrap items-baseline gap-x-3 text-[12px] text-quiet">
                {answer.rule}
                <Collapsible.Trigger className="min-h-6 font-semibold text-copper underline decoration-dotted underline-offset-4 pointer-coarse:min-h-11">
                  {open ? 'Hide working' : 'Show working'}
                </Collapsible.Trigger>
                <Standing circuitId={circuitId} question={answer.question} check={answer} />
              </p>
            )}
            {fixes.map((fix) => (
              <FixCard key={fix.command.label} fix={fix} />
            ))}
          </div>
        </div>
        <Collapsible.Content className="mt-2 ml-[30px]">
          {answer.checks.map((check) => (
            <CheckWorking key={check.id} circuitId={circuitId} question={answer.question} check={check} />
          ))}
        </Collapsible.Content>
      </Collapsible.Root>
    </li>
  );
}

/** Demand / limit, always in that order; a word where nothing was compared. */
function Amount({ answer: { verdict, demand, limit, unit } }: { answer: ShownAnswer }) {
  if (demand === null || limit === null)
    return <span className={cx('text-[13px]', TONE[verdict])}>{VERDICT_WORDS[verdict]}</span>;
  const shown = showAmount(demand, limit, unit);
  return (
    <span className="whitespace-nowrap text-[13px] text-quiet">
      <b className={cx('text-base', TONE[verdict])}>{shown.demand}</b> / {shown.limit} {shown.unit}
    </span>
  );
}

function FixCard({ fix }: { fix: Fix }) {
  const session = useSession();
  const [refusal, setRefusal] = useState<string>();
  const worse =
    fix.worsens.length === 0
      ? 'none worse'
      : `worse: ${fix.worsens.map((change) => `${change.circuit}: ${questionWords(change.question)}`).join(', ')}`;
  return (
    <div data-fix className="mt-2 flex items-center gap-3 rounded border border-line bg-raised px-3 py-2">
      <div className="min-w-0 text-[13px]">
        <p className="font-semibold">{fix.command.label}</p>
        <p className="text-quiet">
          {fix.improves.length} better · {worse}
        </p>
        {refusal !== undefined && <p className="font-semibold text-stop">{refusal}</p>}
      </div>
      <Button primary className="ml-auto" onClick={() => setRefusal(session.edit(fix.command))}>
        Apply
      </Button>
    </div>
  );
}
