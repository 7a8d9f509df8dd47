'use client';
import { X } from 'lucide-react';
import Link from 'next/link';
import { usePathname, useSearchParams } from 'next/navigation';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { MARK_WORDS, questionWords } from '@/core/job/terms';
import type { Mark } from '@/core/judging/answer';
import type { Cause } from '@/core/study/causes';
import type { Finding } from '@/core/study/findings';
import { Pick } from '@/ui/Choice';
import { cx } from '@/ui/cx';
import { IconButton } from '@/ui/IconButton';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer, useJobState } from '../../client/JobContext';
import { withAsk } from '../ask/place';
import { markOf } from '../words/mark';
import { hrefOf, placeOfFinding, staysHere, withFindings } from './places';

type Shown = Mark | 'all' | 'accepted' | 'advice';
const SHOWN: readonly { value: Shown; label: string }[] = [
  { value: 'all', label: 'all' },
  { value: 'stop', label: 'stops' },
  { value: 'unknown', label: 'unknown' },
  { value: 'caution', label: 'cautions' },
  { value: 'assumption', label: 'on assumption' },
  { value: 'accepted', label: 'accepted' },
  { value: 'advice', label: 'advice' },
];

const isShown = (finding: Finding, shown: Shown): boolean => {
  const accepted = finding.standing.kind === 'accepted';
  return shown === 'all' || (shown === 'accepted' ? accepted : !accepted && markOf(finding) === shown);
};

/**
 * Everything to put right or to find out, worst first, at the foot of the screen: each leads to its field, and the list
 * stays while one works through it.
 */
export function FindingsDrawer() {
  const open = useSearchParams().has('findings');
  return open ? <Drawer /> : null;
}

function Drawer() {
  const findings = useAnswer({ kind: 'causes' });
  const advice = useAnswer({ kind: 'advice' });
  const jobId = useJobState((state) => state.job.id);
  const [shown, setShown] = useState<Shown>('all');
  const panel = useRef<HTMLElement>(null);
  useEffect(() => panel.current?.focus(), []);
  const listed = useMemo(
    () => (shown === 'advice' ? advice : findings?.filter(({ lead }) => isShown(lead, shown))),
    [findings, advice, shown],
  );
  const close = () => window.history.pushState(null, '', withFindings(false));
  const walk = (event: KeyboardEvent) => {
    if (event.key === 'Escape') return close();
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step === undefined) return;
    const rows = [...(panel.current?.querySelectorAll<HTMLAnchorElement>('a[data-finding]') ?? [])];
    const next = rows[rows.indexOf(document.activeElement as HTMLAnchorElement) + step];
    if (next === undefined) return;
    event.preventDefault();
    next.focus();
  };
  return (
    <section
      ref={panel}
      tabIndex={-1}
      onKeyDown={walk}
      aria-label="Findings"
      data-testid="findings"
      data-screen
      className="sticky bottom-0 z-10 flex h-[46vh] shrink-0 flex-col border-line-strong border-t bg-raised outline-none lg:h-[272px]"
    >
      <header className="flex min-h-11 shrink-0 flex-wrap items-center gap-x-4 border-line border-b px-4 py-1">
        <h2 className="font-semibold">Findings</h2>
        <div className="max-sm:order-last max-sm:w-full">
          <Pick label="Which findings" value={shown} options={SHOWN} onChange={setShown} />
        </div>
        <span className="ml-auto text-[13px] text-quiet">{listed?.length ?? ''}</span>
        <IconButton name="Close the findings" onClick={close}>
          <X size={16} aria-hidden />
        </IconButton>
      </header>
      {listed !== undefined && listed.length === 0 && (
        <p className="p-4 text-quiet">{shown === 'all' ? 'Nothing to put right among what is assessed.' : 'None of these.'}</p>
      )}
      <ul className="min-h-0 flex-1 overflow-y-auto">
        {listed?.map((cause) => (
          <CauseRow key={cause.id} jobId={jobId} cause={cause} />
        ))}
      </ul>
    </section>
  );
}

/** One row for a cause: it leads to its field, or where several rows lack the same to the question that sets them all. */
function CauseRow({ jobId, cause }: { jobId: string; cause: Cause }) {
  const here = usePathname().split('/')[3];
  const { lead, text, circuits, findings, paths } = cause;
  const { verdict, question, rule, standing } = lead;
  const mark = markOf(lead);
  const alike = paths.length > 1 && verdict === 'unknown';
  const place = placeOfFinding(paths.length > 0 ? { ...lead, path: paths[0]! } : lead);
  const href = alike ? withAsk(cause.id) : hrefOf(jobId, place, true);
  return (
    <li className="[contain-intrinsic-height:37px] [content-visibility:auto]">
      <Link
        href={href}
        prefetch={false}
        data-finding={verdict}
        onClick={(event) => {
          if (!staysHere(event) || (place.step !== here && !alike)) return;
          event.preventDefault();
          window.history.pushState(null, '', href);
        }}
        className="grid min-h-9 pointer-coarse:min-h-11 grid-cols-[20px_minmax(0,1fr)] items-baseline gap-x-2 border-line border-b px-4 py-2 text-[13px] hover:bg-chosen focus-visible:-outline-offset-2 sm:grid-cols-[20px_168px_212px_minmax(0,1fr)]"
      >
        {lead.advice === null ? (
          <VerdictMark kind={mark} size={13} label={MARK_WORDS[mark]} />
        ) : (
          <span role="img" aria-label="advice" className="ml-[3px] size-[7px] self-center rounded-full bg-copper" />
        )}
        <b className="truncate font-semibold" title={circuits.join(', ')}>
          {circuits.length === 1 ? circuits[0] : `${circuits.length} circuits`}
        </b>
        <span className="truncate max-sm:col-start-2">
          {findings > 1 && circuits.length !== findings ? `${findings} checks` : questionWords(question)}
        </span>
        <span className={cx('text-quiet max-sm:col-start-2', standing.kind === 'open' && 'sm:truncate')} title={text}>
          {standing.kind === 'accepted' && (
            <b className="font-semibold text-ink">
              {lead.advice === null ? 'accepted' : 'dismissed'} by {standing.acceptance.by}, {standing.acceptance.on}:{' '}
              {standing.acceptance.reason} ·{' '}
            </b>
          )}
          {standing.kind === 'reopened' && (
            <b className="font-semibold text-ink">
              open again, {standing.earlier ? 'accepted under an earlier version' : 'its inputs changed'} ·{' '}
            </b>
          )}
          {text}
          {rule !== '' && ` · ${rule}`}
        </span>
      </Link>
    </li>
  );
}
