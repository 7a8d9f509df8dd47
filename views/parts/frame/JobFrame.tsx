'use client';
import { ClipboardCheck, Redo2, Search as SearchIcon, Undo2 } from 'lucide-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { usePathname, useSearchParams } from 'next/navigation';
import { type MouseEvent, type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { countSpecified } from '@/core/edits/specified';
import { earthingWords, packName, systemName, VERDICT_WORDS } from '@/core/job/terms';
import type { Verdict } from '@/core/judging/answer';
import { cx } from '@/ui/cx';
import { IconButton } from '@/ui/IconButton';
import { Menu } from '@/ui/Menu';
import { Notices } from '@/ui/Notices';
import { Sign } from '@/ui/Sign';
import { SkipLink, WORK_ID } from '@/ui/SkipLink';
import { ThemeSwitch, useTheme } from '@/ui/ThemeSwitch';
import { useNarrow } from '@/ui/useMedia';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer, useJobState, useSession } from '../../client/JobContext';
import { mayLeave } from '../../client/mayLeave';
import { withAsk } from '../ask/place';
import { useAsking } from '../ask/useAsking';
import { FindingsDrawer } from './FindingsDrawer';
import { hrefOf, staysHere, withFindings } from './places';
import { StandStill } from './StandStill';
import { SCREENS, type Screen, screenName } from './screens';
import { useArrival } from './useArrival';
import { useEarlyKeys } from './useEarlyKeys';
import { useFocusKept } from './useFocusKept';
import { useKeys } from './useKeys';

// Looked for now and then: read when they are wanted.
const Search = dynamic(() => import('./Search').then((module) => module.Search), { ssr: false });
const AskMode = dynamic(() => import('../ask/AskMode').then((module) => module.AskMode), { ssr: false });
const Glossary = dynamic(() => import('../words/Glossary').then((module) => module.Glossary), { ssr: false });
const KeysHelp = dynamic(() => import('./KeysHelp').then((module) => module.KeysHelp), { ssr: false });

/** Rail of the ten steps, top bar with counts, history and saved state, and the step's screen. */
export function JobFrame({ copyTrouble, children }: { copyTrouble: string | undefined; children: ReactNode }) {
  const session = useSession();
  const notices = useJobState((state) => state.notices);
  const [search, setSearch] = useState(false);
  const [help, setHelp] = useState(false);
  const [quantity, setQuantity] = useState<string>();
  const openSearch = useCallback(() => setSearch(true), []);
  const early = useEarlyKeys(search);
  const openHelp = useCallback(() => setHelp(true), []);
  useKeys({ search: openSearch, help: openHelp });
  const stay = (event: MouseEvent) => {
    const link = event.target instanceof Element ? event.target.closest('a') : null;
    if (link === null || link.download !== '' || !staysHere(event) || mayLeave(session, link.href)) return;
    event.preventDefault();
    event.stopPropagation();
  };
  const asking = useAsking();
  useArrival();
  useFocusKept();
  return (
    <div
      data-frame
      onClickCapture={stay}
      className="flex min-h-screen flex-col lg:h-screen lg:overflow-hidden print:block print:h-auto"
    >
      <SkipLink />
      <TopBar openSearch={openSearch} />
      <StandStill copyTrouble={copyTrouble} />
      <div className="flex min-h-0 flex-1 flex-col lg:flex-row print:block">
        <Rail openHelp={openHelp} />
        <div className="flex min-h-0 min-w-0 flex-1 flex-col print:block">
          <div id={WORK_ID} tabIndex={-1} className="flex min-h-0 flex-1 flex-col outline-none lg:flex-row print:block">
            {asking ? <AskMode /> : children}
          </div>
          <FindingsDrawer />
        </div>
      </div>
      {search && <Search open onOpenChange={setSearch} early={early} showKeys={openHelp} showQuantity={setQuantity} />}
      {quantity !== undefined && <Glossary open begun={quantity} onOpenChange={() => setQuantity(undefined)} />}
      {help && <KeysHelp open onOpenChange={setHelp} />}
      <Notices notices={notices} dismiss={session.dismiss} />
    </div>
  );
}

function Rail({ openHelp }: { openHelp: () => void }) {
  const verdicts = useAnswer({ kind: 'house' })?.steps;
  const jobId = useJobState((state) => state.job.id);
  const here = usePathname().split('/')[3];
  const search = useSearchParams();
  const findings = search.has('findings');
  // The circuit looked at goes along to the next step.
  const circuitId = search.get('c') ?? undefined;
  const steps = useRef<HTMLOListElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: at every step
  useEffect(() => {
    const step = steps.current?.querySelector('[aria-current]')?.parentElement;
    // Sideways alone, on a phone: the page itself stays where it is.
    if (step instanceof HTMLElement) steps.current?.scrollTo({ left: step.offsetLeft - 24 });
  }, [here]);
  return (
    <nav
      aria-label="Steps of the work"
      className="flex shrink-0 flex-col border-line bg-raised lg:w-[124px] lg:border-r"
      data-screen
    >
      <ol ref={steps} className="relative flex overflow-x-auto border-line border-b lg:flex-col lg:border-b-0 lg:pt-2">
        {SCREENS.map((step, index) => (
          <li key={step.name}>
            <RailStep
              step={step}
              number={index + 1}
              href={hrefOf(jobId, { step: step.route ?? '', circuitId }, findings)}
              current={step.route !== undefined && step.route === here}
              verdict={step.verdict === undefined ? undefined : verdicts?.[step.verdict]}
            />
          </li>
        ))}
      </ol>
      <button
        type="button"
        onClick={openHelp}
        className="mt-auto hidden min-h-10 px-3 pointer-coarse:min-h-11 text-left text-[12px] text-quiet hover:text-ink lg:block"
      >
        <kbd className="rounded border border-line px-[5px] font-sans">?</kbd> keys
      </button>
    </nav>
  );
}

function RailStep({
  step,
  number,
  href,
  current,
  verdict,
}: {
  step: Screen;
  number: number;
  href: string;
  current: boolean;
  verdict: Verdict | undefined;
}) {
  const { route } = step;
  const name = screenName(
    step,
    useJobState((state) => state.job.dialect),
  );
  const inside = (
    <>
      <span className="w-4 text-right text-[12px] text-quiet">{number}</span>
      {name}
      <span className="ml-auto">
        {verdict !== undefined && <VerdictMark kind={verdict} size={12} label={`worst verdict: ${VERDICT_WORDS[verdict]}`} />}
      </span>
    </>
  );
  const looks = cx(
    'flex min-h-10 shrink-0 items-center gap-2 px-3 text-[13px] pointer-coarse:min-h-11 lg:border-l-[3px]',
    current ? 'border-copper bg-chosen font-semibold max-lg:border-b-[3px]' : 'border-transparent',
    route === undefined ? 'text-quiet' : 'text-ink',
  );
  if (route === undefined)
    return (
      <span className={looks} title={`${name}: not built yet`}>
        {inside}
      </span>
    );
  return (
    <Link
      href={href}
      prefetch={false}
      aria-current={current ? 'step' : undefined}
      className={cx(looks, !current && 'font-medium hover:bg-chosen')}
    >
      {inside}
    </Link>
  );
}

type Counted = 'stop' | 'unknown' | 'caution' | 'assumption';
const COUNTED: readonly { verdict: Counted; one: string; many: string; colour: string }[] = [
  { verdict: 'stop', one: 'stop', many: 'stops', colour: 'text-stop' },
  { verdict: 'unknown', one: 'unknown', many: 'unknown', colour: 'text-quiet' },
  { verdict: 'caution', one: 'caution', many: 'cautions', colour: 'text-caution' },
  { verdict: 'assumption', one: 'assumed', many: 'assumed', colour: 'text-caution' },
];

function TopBar({ openSearch }: { openSearch: () => void }) {
  const job = useJobState((state) => state.job);
  const rules = `${packName(job.pack)} · ${systemName(job.supply)} · ${earthingWords(job)}`;
  const narrow = useNarrow();
  return (
    <header
      data-screen
      className="flex min-h-12 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-line border-b bg-raised px-3 py-1 max-lg:gap-x-2 max-lg:px-1"
    >
      <Link
        href="/"
        prefetch={false}
        aria-label="All jobs"
        className="grid h-9 w-[100px] place-items-center max-lg:w-9 pointer-coarse:h-11 pointer-coarse:min-w-11"
      >
        <Sign />
      </Link>
      <h1 className="min-w-0 font-semibold text-base max-lg:flex-1 max-lg:truncate">
        <Link
          href={`/jobs/${job.id}`}
          prefetch={false}
          className="underline-offset-4 hover:underline pointer-coarse:inline-block pointer-coarse:py-3"
          title="The job's card and history"
        >
          {job.name}
        </Link>
      </h1>
      {!narrow && (
        <span
          title={rules}
          className="min-w-0 max-w-[190px] shrink truncate rounded border border-line px-2 py-[3px] text-[13px] text-quiet 2xl:max-w-none"
        >
          {rules}
        </span>
      )}
      <SavedState />
      <span className="ml-auto max-lg:hidden" />
      <ToCheckCount />
      <AskButton />
      <Counts />
      <Actions openSearch={openSearch} folded={narrow ? rules : undefined} />
    </header>
  );
}

/** Undo, redo, search and theme; where there is no room only undo, the rest in a menu under what is shown beside them elsewhere. */
function Actions({ openSearch, folded }: { openSearch: () => void; folded: string | undefined }) {
  const session = useSession();
  const { undo, redo } = useJobState((state) => state.reach);
  const { other, turn } = useTheme();
  const redoName = redo === null ? 'Nothing to redo' : `Redo: ${redo}`;
  return (
    <span className="flex gap-2 max-lg:gap-1">
      <IconButton name={undo === null ? 'Nothing to undo' : `Undo: ${undo}`} disabled={undo === null} onClick={session.undo}>
        <Undo2 size={16} aria-hidden />
      </IconButton>
      {folded === undefined ? (
        <>
          <IconButton name={redoName} disabled={redo === null} onClick={session.redo}>
            <Redo2 size={16} aria-hidden />
          </IconButton>
          <IconButton name="Search (Ctrl K)" onClick={openSearch}>
            <SearchIcon size={16} aria-hidden />
          </IconButton>
          <ThemeSwitch />
        </>
      ) : (
        <Menu
          name="More"
          head={folded}
          items={[
            { label: redoName, run: session.redo, disabled: redo === null },
            { label: 'Search', run: openSearch },
            { label: other, run: turn },
          ]}
        />
      )}
    </span>
  );
}

/** Stops, unknowns and cautions counted; a press opens the findings. */
function Counts() {
  const house = useAnswer({ kind: 'house' });
  const open = useSearchParams().has('findings');
  if (house === undefined) return null;
  const { stop, unknown, caution } = house.counts;
  const counts: Record<Counted, number> = {
    stop,
    unknown,
    caution: caution - house.onAssumption,
    assumption: house.onAssumption,
  };
  return (
    <button
      type="button"
      data-testid="counts"
      aria-expanded={open}
      title="Findings, worst first"
      onClick={() => window.history.pushState(null, '', withFindings(!open))}
      className={cx(
        'flex min-h-9 items-center gap-3 rounded border px-2 text-[13px] max-lg:gap-2 pointer-coarse:min-h-11',
        open ? 'border-copper bg-chosen' : 'border-transparent hover:border-line-strong',
      )}
    >
      {COUNTED.map(({ verdict, one, many, colour }) => (
        <span
          key={verdict}
          className={cx(
            'flex items-center gap-[5px] whitespace-nowrap font-semibold',
            // Where there is little room, what is wrong and what is not known.
            (verdict === 'caution' || verdict === 'assumption') && 'max-lg:hidden',
            colour,
          )}
        >
          <VerdictMark kind={verdict} size={14} />
          {counts[verdict]}{' '}
          <span className={verdict === 'stop' || verdict === 'unknown' ? 'max-lg:sr-only' : 'max-2xl:sr-only'}>
            {counts[verdict] === 1 ? one : many}
          </span>
        </span>
      ))}
    </button>
  );
}

/** What stands as specified until somebody has looked, where anything does: leads to the list to take along. */
function ToCheckCount() {
  const job = useJobState((state) => state.job);
  const many = useMemo(() => countSpecified(job), [job]);
  if (many === 0) return null;
  const says = many === 1 ? 'One fact as specified, to be checked' : `${many} facts as specified, to be checked`;
  return (
    <Link
      href={hrefOf(job.id, { step: 'handover', print: 'check' }, false)}
      prefetch={false}
      aria-label={says}
      title={says}
      data-testid="to-check-count"
      className="flex min-h-9 items-center gap-1 rounded px-1 font-semibold text-[13px] text-quiet hover:text-ink max-lg:hidden"
    >
      <ClipboardCheck size={15} aria-hidden />
      {many}
    </Link>
  );
}

/** Opens the questions over whatever is shown, and closes them. */
function AskButton() {
  const open = useAsking();
  return (
    <button
      type="button"
      aria-pressed={open}
      title="What is not known, one question at a time (A)"
      onClick={() => window.history.pushState(null, '', withAsk(!open))}
      className={cx(
        'min-h-9 rounded border px-3 font-semibold text-[13px] pointer-coarse:min-h-11 pointer-coarse:min-w-11 max-lg:px-2',
        open ? 'border-copper bg-chosen' : 'border-line hover:border-line-strong',
      )}
    >
      Ask
    </button>
  );
}

const twoDigits = (value: number): string => String(value).padStart(2, '0');

function SavedState() {
  const saved = useJobState((state) => state.saved);
  const away = useJobState((state) => state.away) && saved.kind !== 'gone';
  const bad = away || saved.kind === 'waiting' || saved.kind === 'gone';
  const at = saved.kind === 'saved' && saved.at !== null ? new Date(saved.at) : null;
  return (
    <span
      role="status"
      data-testid="saved"
      data-saved={away ? 'waiting' : saved.kind}
      className={cx(
        'text-[13px]',
        bad ? 'font-semibold text-stop max-sm:order-last max-sm:basis-full max-sm:px-2' : 'text-quiet max-sm:sr-only',
      )}
    >
      {away
        ? 'waiting: the server is away'
        : saved.kind === 'waiting' || saved.kind === 'gone'
          ? saved.because
          : saved.kind === 'saving'
            ? 'saving'
            : `saved${at === null ? '' : ` ${twoDigits(at.getHours())}:${twoDigits(at.getMinutes())}`}`}
    </span>
  );
}
