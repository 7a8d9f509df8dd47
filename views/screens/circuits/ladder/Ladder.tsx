'use client';
import { ListFilter, Network, Printer } from 'lucide-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useSearchParams } from 'next/navigation';
import { Collapsible } from 'radix-ui';
import { type ReactNode, useEffect, useState } from 'react';
import type { Fix } from '@/core/fixes/fixes';
import { asSpecified } from '@/core/job/known';
import { showAmount } from '@/core/job/show';
import { MARK_WORDS, questionWords, VERDICT_WORDS } from '@/core/job/terms';
import type { ShownAnswer } from '@/core/judging/answer';
import { cx } from '@/ui/cx';
import { MarginBar } from '@/ui/MarginBar';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer, useJobState, useOwnAnswer, useProgress } from '../../../client/JobContext';
import { Accepting } from '../../../parts/answers/Accepting';
import { Because, CheckWorking } from '../../../parts/answers/Working';
import { FixCard } from '../../../parts/facts/FixCard';
import { Panel } from '../../../parts/facts/Panel';
import { hrefOf } from '../../../parts/frame/places';
import { Figures } from '../../../parts/words/Figures';

/**
 * The eight questions for the chosen circuit.
 * @param folded each in one line that opens: where all eight are to be seen at once on a phone
 */
export function Ladder({ circuitId, folded }: { circuitId: string; folded: boolean }) {
  const study = useAnswer({ kind: 'circuit', circuitId });
  const fixes = useOwnAnswer({ kind: 'fixes', circuitId });
  const jobId = useJobState((state) => state.job.id);
  const dialect = useJobState((state) => state.job.dialect);
  const circuit = useJobState((state) =>
    study === undefined || study === null ? undefined : state.job.circuits[study.circuitId],
  );
  if (study === undefined || study === null)
    return (
      // In one column, as high as it will be: what stands below must not move away from under a finger.
      <aside
        aria-busy="true"
        aria-label="Answers"
        className="border-line bg-raised max-lg:min-h-[374px] max-lg:pointer-coarse:min-h-[406px] lg:border-l"
      />
    );
  const desk = hrefOf(jobId, { step: 'circuits', circuitId: study.circuitId }, false);
  const load = study.answers.find((answer) => answer.question === 'carries-load');
  return (
    <aside
      aria-label="Answers"
      data-testid="ladder"
      data-circuit={study.circuitId}
      className="border-line bg-raised max-lg:border-b lg:overflow-y-auto lg:border-l"
    >
      <h2 className="flex min-h-11 items-center gap-2 border-line border-b px-3 font-semibold text-base lg:items-baseline lg:pt-3 lg:pb-2">
        {circuit === undefined ? (
          `${study.number} ${study.name}`
        ) : (
          <Panel
            key={circuitId}
            label={`Circuit ${study.number} ${study.name}`}
            trigger={folded ? 'what this circuit is' : `${study.number} ${study.name}`}
            around="-mx-1 min-w-0 items-center px-1 text-left"
            className={cx('border-line-strong border-b border-dotted', folded && 'font-normal text-[13px] text-quiet')}
          >
            <CircuitFacts circuit={circuit} />
          </Panel>
        )}
        {folded && <Trying circuitId={circuitId} />}
        {load?.demand !== undefined && load.demand !== null && (
          <span className="ml-auto whitespace-nowrap font-normal text-[13px] text-quiet">
            {showAmount(load.demand, load.demand, 'A').demand} A {dialect === 'nec' ? 'load' : 'design'}
          </span>
        )}
        <HeadLink to={`${desk}&choose=device`} name="What fits at its start" goal="device">
          <ListFilter size={15} aria-hidden />
        </HeadLink>
        <HeadLink to={`${desk}&choose=coordinate`} name="Coordinate devices and sizes" goal="coordinate">
          <Network size={15} aria-hidden />
        </HeadLink>
        <HeadLink
          to={hrefOf(jobId, { step: 'handover', circuitId: study.circuitId, print: 'report' }, false)}
          name="This circuit on one page, to print (P)"
          goal="print"
        >
          <Printer size={15} aria-hidden />
        </HeadLink>
      </h2>
      <ol>
        {study.answers.map((answer) => (
          <LadderRow
            key={`${study.circuitId} ${answer.question}`}
            circuitId={study.circuitId}
            answer={answer}
            fixes={fixes?.filter((fix) => fix.question === answer.question) ?? []}
            folded={folded}
          />
        ))}
      </ol>
      {!folded && (
        <div className="p-3">
          <Trying circuitId={circuitId} />
        </div>
      )}
    </aside>
  );
}

/** A sign beside the circuit's name that leads on. */
function HeadLink({ to, name, goal, children }: { to: string; name: string; goal: string; children: ReactNode }) {
  return (
    <Link
      href={to}
      prefetch={false}
      aria-label={name}
      title={name}
      data-goal={goal}
      className="grid size-7 shrink-0 place-items-center self-center rounded text-quiet hover:text-ink pointer-coarse:size-11"
    >
      {children}
    </Link>
  );
}

/** How far the trying of fixes has come, where it takes its time. */
function Trying({ circuitId }: { circuitId: string }) {
  const far = useProgress({ kind: 'fixes', circuitId });
  if (far === undefined) return null;
  return (
    <span className="font-normal text-[12px] text-quiet transition-[visibility] delay-500 starting:invisible">
      trying fixes: {far.done} of {far.of}
    </span>
  );
}

// Opened now and then: read when it is.
const CircuitFacts = dynamic(() => import('../../../parts/facts/CircuitPanel').then((module) => module.CircuitFacts));

const TONE = {
  pass: 'text-ink',
  caution: 'text-caution',
  stop: 'text-stop',
  unknown: 'text-quiet',
  'not-applicable': 'text-quiet',
} as const;

interface RowProps {
  circuitId: string;
  answer: ShownAnswer;
  fixes: Fix[];
}

function LadderRow({ folded, ...row }: RowProps & { folded: boolean }) {
  const { question, verdict } = row.answer;
  const wanted = useSearchParams().get('q') === question;
  const [open, setOpen] = useState(wanted);
  useEffect(() => {
    if (wanted) setOpen(true);
  }, [wanted]);
  return (
    <li
      data-question={question}
      data-verdict={verdict}
      tabIndex={-1}
      className={cx('border-line border-b px-3', !folded && 'py-[9px]', verdict === 'stop' && 'bg-stop-ground')}
    >
      {folded ? (
        <Collapsible.Root open={open} onOpenChange={setOpen}>
          <h3>
            <Collapsible.Trigger
              data-unfold
              className={cx(ROW, 'min-h-10 w-full items-center text-left pointer-coarse:min-h-11')}
            >
              <RowHead answer={row.answer} />
            </Collapsible.Trigger>
          </h3>
          <Collapsible.Content className="pb-[9px] pl-[30px]">
            <RowBody {...row} />
          </Collapsible.Content>
        </Collapsible.Root>
      ) : (
        <div className={cx(ROW, 'items-baseline')}>
          <RowHead answer={row.answer} heading />
          <div className="col-start-2 col-end-4 mt-1">
            <RowBody {...row} />
          </div>
        </div>
      )}
    </li>
  );
}

const ROW = 'grid grid-cols-[22px_minmax(0,1fr)_auto] gap-x-2';

function RowHead({ answer, heading = false }: { answer: ShownAnswer; heading?: boolean }) {
  const Question = heading ? 'h3' : 'span';
  return (
    <>
      <span className={heading ? 'self-start pt-[3px]' : 'flex'}>
        <VerdictMark kind={answer.mark} size={15} label={MARK_WORDS[answer.mark]} />
      </span>
      <Question className="font-semibold">{questionWords(answer.question)}</Question>
      <Amount answer={answer} />
    </>
  );
}

/** Why, by which rule, what would mend it, and the working behind a press. */
function RowBody({ circuitId, answer, fixes }: RowProps) {
  const [open, setOpen] = useState(false);
  const { verdict, demand, limit, figures } = answer;
  // What a finding leads to may be missed by a check that is not the headline: its field stands in the working.
  const at = useSearchParams().get('at');
  const inWorking =
    at !== null &&
    !(verdict === 'unknown' && answer.missing.some(({ path }) => path === at)) &&
    answer.checks.some(({ missing }) => missing.some(({ path }) => path === at));
  useEffect(() => {
    if (inWorking) setOpen(true);
  }, [inWorking]);
  return (
    <Collapsible.Root open={open} onOpenChange={setOpen}>
      {demand !== null && limit !== null && figures !== null && <MarginBar demand={demand} limit={limit} kind={verdict} />}
      <Figures check={answer} className="mt-1 block text-[14px]" />
      <Because check={answer} />
      <AsSpecified answer={answer} />
      {verdict !== 'not-applicable' && (
        <p className="mt-[2px] flex flex-wrap items-baseline gap-x-3 text-[12px] text-quiet">
          {answer.rule}
          <Collapsible.Trigger
            data-working
            className="min-h-6 font-semibold text-copper underline decoration-dotted underline-offset-4 pointer-coarse:min-h-11"
          >
            {open ? 'Hide working' : 'Show working'}
          </Collapsible.Trigger>
          <Accepting circuitId={circuitId} question={answer.question} check={answer} />
        </p>
      )}
      {fixes.map((fix) => (
        <FixCard key={fix.command.label} fix={fix} />
      ))}
      <Collapsible.Content className="mt-2">
        {answer.checks.map((check) => (
          <CheckWorking key={check.id} circuitId={circuitId} question={answer.question} check={check} />
        ))}
      </Collapsible.Content>
    </Collapsible.Root>
  );
}

/** How much of a good answer is the designer's word alone, and where it is confirmed. */
function AsSpecified({ answer: { verdict, checks } }: { answer: ShownAnswer }) {
  const many = verdict === 'pass' || verdict === 'caution' ? asSpecified(checks) : 0;
  if (many === 0) return null;
  return (
    <p className="text-[12px] text-quiet" data-specified={many}>
      rests on {many === 1 ? 'one fact' : `${many} facts`} as specified
    </p>
  );
}

/** Demand / limit, always in that order; a word where nothing was compared. */
function Amount({ answer: { verdict, demand, limit, unit, figures } }: { answer: ShownAnswer }) {
  if (demand === null || limit === null || figures === null)
    return <span className={cx('text-[13px]', TONE[verdict])}>{VERDICT_WORDS[verdict]}</span>;
  const shown = showAmount(demand, limit, unit);
  return (
    <span className="whitespace-nowrap text-[13px] text-quiet">
      <b className={cx('text-base', TONE[verdict])}>{shown.demand}</b> / {shown.limit} {shown.unit}
    </span>
  );
}
