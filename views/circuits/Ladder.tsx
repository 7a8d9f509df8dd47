'use client';
import { Collapsible } from 'radix-ui';
import { useState } from 'react';
import { showAmount } from '@/core/job/show';
import { PROVENANCE_WORDS, questionWords, VERDICT_WORDS } from '@/core/job/terms';
import type { ShownAnswer, ShownCheck, WorkingLine } from '@/core/study/answer';
import type { Fix } from '@/core/study/fixes';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { MarginBar } from '@/ui/MarginBar';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState, useSession } from '../job/JobContext';

/** The eight questions for the chosen circuit. */
export function Ladder() {
  const study = useJobState((state) => state.desk?.circuit);
  const fixes = useJobState((state) => state.fixes);
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
        {study.number} {study.name}
        {load?.demand !== undefined && load.demand !== null && (
          <span className="ml-auto whitespace-nowrap font-normal text-[13px] text-quiet">
            {showAmount(load.demand, load.demand, 'A').demand} A design
          </span>
        )}
      </h2>
      <ol>
        {study.answers.map((answer) => (
          <LadderRow
            key={`${study.circuitId} ${answer.question}`}
            answer={answer}
            fixes={fixes?.filter((fix) => fix.question === answer.question) ?? []}
          />
        ))}
      </ol>
    </aside>
  );
}

const TONE = {
  pass: 'text-ink',
  caution: 'text-caution',
  stop: 'text-stop',
  unknown: 'text-quiet',
  'not-applicable': 'text-quiet',
} as const;

function LadderRow({ answer, fixes }: { answer: ShownAnswer; fixes: Fix[] }) {
  const [open, setOpen] = useState(false);
  const { verdict, demand, limit, unit } = answer;
  const later = answer.checks.length === 1 && answer.checks[0]!.id === 'later';
  return (
    <li
      data-question={answer.question}
      data-verdict={verdict}
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
            <p className="mt-1 break-words text-[13px] text-quiet">{answer.because}</p>
            {verdict !== 'not-applicable' && !later && (
              <p className="mt-[2px] flex flex-wrap items-baseline gap-x-3 text-[12px] text-quiet">
                {answer.rule}
                <Collapsible.Trigger className="min-h-6 font-semibold text-copper underline decoration-dotted underline-offset-4 pointer-coarse:min-h-11">
                  {open ? 'Hide working' : 'Show working'}
                </Collapsible.Trigger>
              </p>
            )}
            {fixes.map((fix) => (
              <FixCard key={fix.command.label} fix={fix} />
            ))}
          </div>
        </div>
        <Collapsible.Content className="mt-2 ml-[30px]">
          {answer.checks.map((check) => (
            <CheckWorking key={check.id} check={check} />
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

function CheckWorking({ check }: { check: ShownCheck }) {
  const shown = check.demand === null || check.limit === null ? null : showAmount(check.demand, check.limit, check.unit);
  return (
    <section className="border-line border-t py-2 text-[13px]">
      <h4 className="flex items-baseline gap-2 font-semibold">
        <VerdictMark kind={check.verdict} size={12} label={VERDICT_WORDS[check.verdict]} />
        <span className="min-w-0 flex-1">{check.title}</span>
        {shown !== null && (
          <span className="whitespace-nowrap font-normal text-quiet">
            {shown.demand} / {shown.limit} {shown.unit}
          </span>
        )}
      </h4>
      {check.working.length === 0 && <p className="mt-1 text-quiet">{check.because}</p>}
      <ul>
        {check.working.map((line) => (
          <Working key={`${line.formula} ${line.values}`} line={line} />
        ))}
      </ul>
      {check.given.length > 0 && (
        <p className="mt-1 text-[12px] text-quiet">
          {check.given.map((given) => `${given.what}: ${PROVENANCE_WORDS[given.from]}`).join(' · ')}
          {check.working.length > 0 && ` · read at ${check.grade} grade`}
        </p>
      )}
    </section>
  );
}

const BASIS_WORDS = { published: 'published', practice: 'common practice', memory: 'from memory of the publication' } as const;

function Working({ line }: { line: WorkingLine }) {
  return (
    <li className="mt-1">
      <p className="flex flex-wrap gap-x-2">
        <span className="min-w-[66%] flex-1 break-words">
          {line.formula}
          {line.values !== '' && <span className="text-quiet"> : {line.values}</span>}
        </span>
        <b className="ml-auto whitespace-nowrap font-semibold">{line.result}</b>
      </p>
      <p className="text-[12px] text-quiet">
        {line.source} · {BASIS_WORDS[line.basis]}
      </p>
    </li>
  );
}
