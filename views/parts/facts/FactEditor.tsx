'use client';
import { type KeyboardEvent, type ReactNode, type RefObject, useEffect, useId, useMemo, useRef, useState } from 'react';
import { othersLacking } from '@/core/edits/lacking';
import { factAt, showFact } from '@/core/facts/read';
import type { FactKind, FactValue, Option } from '@/core/facts/spec';
import { entryText, readFact } from '@/core/facts/typed';
import { sizeMm2 } from '@/core/job/edges';
import type { Fact, Provenance } from '@/core/job/schema/facts';
import type { Job } from '@/core/job/schema/job';
import { PROVENANCE_WORDS } from '@/core/job/terms';
import { Button } from '@/ui/Button';
import { Choice, Pick } from '@/ui/Choice';
import { cx } from '@/ui/cx';
import { useJobState } from '../../client/JobContext';

const PROVENANCES = (['measured', 'stated', 'assumed'] as const).map((value) => ({ value, label: PROVENANCE_WORDS[value] }));

/** Keeps a value, of other facts too where they are named; says why it cannot. */
type Set = (value: FactValue | undefined, from: Provenance, others?: readonly string[]) => string | undefined;
interface Props<K extends FactKind> {
  label: string;
  path: string;
  fact: Fact<FactValue> | undefined;
  /** Nobody keeps where it is from. */
  plain: boolean;
  how: K;
  set: Set;
  /** Called when the panel is left: keeps what is typed, and says whether the panel may close. */
  leave: RefObject<() => boolean>;
  close: () => void;
}
/** Whether others are to get it too. */
interface Asked {
  forAll: ReactNode;
}
type Typing = Exclude<FactKind, { kind: 'choice' }>;
type Choosing = Extract<FactKind, { kind: 'choice' }>;

/** Edits one fact: its value and where it is from. */
export function FactEditor({ how, set, ...rest }: Props<FactKind>) {
  const job = useJobState((state) => state.job);
  const { path, fact } = rest;
  const others = useMemo(() => (fact === undefined ? othersLacking(job, path) : []), [job, path, fact]);
  const [all, setAll] = useState(false);
  const wide: Set = (value, from) => set(value, from, all ? others : []);
  const forAll = others.length === 0 ? null : <ForAll job={job} others={others} all={all} setAll={setAll} />;
  const given = { ...rest, set: wide, forAll };
  return how.kind === 'choice' ? <ChoiceEditor how={how} {...given} /> : <TextEditor how={how} {...given} />;
}

/** How many names are said before the rest are only counted. */
const NAMED = 6;

/** Whether all others that lack the same fact get it too, with who they are. */
function ForAll({
  job,
  others,
  all,
  setAll,
}: {
  job: Job;
  others: readonly string[];
  all: boolean;
  setAll: (all: boolean) => void;
}) {
  const names = others.slice(0, NAMED).map((path) => factAt(job, path)?.owner?.replace(/^the /, '') ?? path);
  const more = others.length - names.length;
  return (
    <div className="text-[13px]">
      <label className="flex min-h-9 cursor-pointer items-center gap-2 font-semibold pointer-coarse:min-h-11">
        <input
          type="checkbox"
          checked={all}
          onChange={(event) => setAll(event.target.checked)}
          className="size-5 accent-copper pointer-coarse:size-11"
        />
        {others.length === 1 ? 'also for the one other that lacks it' : `also for the ${others.length} others that lack it`}
      </label>
      <p className="text-[12px] text-quiet">
        {names.join(', ')}
        {more > 0 && ` and ${more} more`}
      </p>
    </div>
  );
}

/** What stands in the box when it opens: the value in the unit it is usually written in. */
const startText = (how: Typing, fact: Fact<FactValue> | undefined): string =>
  fact === undefined ? '' : entryText(how, fact.value);

const isMetric = (size: FactValue | undefined): boolean => String(size).endsWith('mm2');

/** The values made just below and above one that is not made; nothing where it is made, or no list of its kind says. */
function madeBeside(how: Typing, value: FactValue): FactValue[] | undefined {
  const steps: readonly FactValue[] = ('steps' in how ? how.steps : undefined) ?? [];
  if (steps.length === 0 || steps.includes(value)) return undefined;
  if (how.kind === 'size' && isMetric(value) !== isMetric(steps[0])) return undefined;
  const asNumber = (one: FactValue): number => (how.kind === 'size' ? sizeMm2(String(one)) : Number(one));
  const typed = asNumber(value);
  const [below, above] = [steps.findLast((step) => asNumber(step) < typed), steps.find((step) => asNumber(step) > typed)];
  return [below, above].filter((step) => step !== undefined);
}

function TextEditor({ label, fact, plain, how, set, leave, close, forAll }: Props<Typing> & Asked) {
  const { dialect } = useJobState((state) => state.job);
  const [text, setText] = useState(startText(how, fact));
  const [from, setFrom] = useState<Provenance>(fact?.from ?? 'stated');
  const [refusal, setRefusal] = useState<string>();
  /** A value that is not made is asked about once. */
  const [asked, setAsked] = useState<FactValue>();
  const hint = useId();
  const typed = readFact(how, text);
  const keep = (): boolean => {
    if (!typed.ok) {
      setRefusal(typed.message);
      return false;
    }
    const { value } = typed;
    const beside = value === fact?.value ? undefined : madeBeside(how, value);
    if (beside !== undefined && asked !== value) {
      const near = beside.map((each) => showFact(dialect, how, each)).join(' or ');
      setAsked(value);
      setRefusal(`${showFact(dialect, how, value)} is not made${near === '' ? '' : `: ${near}?`} Enter again keeps it.`);
      return false;
    }
    const problem = set(value, from);
    setRefusal(problem);
    return problem === undefined;
  };
  leave.current = () => (text === startText(how, fact) && from === (fact?.from ?? 'stated')) || text.trim() === '' || keep();
  const message = refusal ?? (typed.ok ? `reads as ${typed.readAs}` : typed.message);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (keep()) close();
      }}
      className="grid gap-2"
    >
      <label className="grid gap-1 font-semibold text-[13px]">
        {label}
        <input
          // biome-ignore lint/a11y/noAutofocus: the panel opens to type into
          autoFocus
          value={text}
          onFocus={(event) => event.target.select()}
          onChange={(event) => {
            setText(event.target.value);
            setRefusal(undefined);
          }}
          aria-describedby={hint}
          aria-invalid={refusal !== undefined}
          className="min-h-9 rounded border border-line-strong bg-ground px-2 font-normal text-base"
        />
      </label>
      <p id={hint} role="status" className={cx('text-[12px]', refusal === undefined ? 'text-quiet' : 'font-semibold text-stop')}>
        {message}
      </p>
      {!plain && <Pick label="Where this value is from" value={from} options={PROVENANCES} onChange={setFrom} />}
      {forAll}
      <div className="flex gap-2">
        <Button primary type="submit">
          Keep
        </Button>
        <MakeUnknown set={set} from={from} refuse={setRefusal} close={close} />
      </div>
    </form>
  );
}

/** How long what is typed to find a choice counts as one word. */
const WORD_MS = 1000;

function ChoiceEditor({ label, fact, plain, how, set, leave, close, forAll }: Props<Choosing> & Asked) {
  const [from, setFrom] = useState<Provenance>(fact?.from ?? 'stated');
  const [refusal, setRefusal] = useState<string>();
  const group = useRef<HTMLDivElement>(null);
  const word = useRef({ text: '', at: 0 });
  leave.current = () => true;
  useEffect(() => {
    // On nothing where nothing is chosen yet: Enter then changes nothing.
    (group.current?.querySelector<HTMLElement>('[data-state=on]') ?? group.current)?.focus();
  }, []);
  const keep = (value: FactValue) => {
    const problem = set(value, from);
    setRefusal(problem);
    if (problem === undefined) close();
  };
  /** Typing goes to the option that begins with it, or has it in it; Enter then chooses. */
  const seek = (event: KeyboardEvent) => {
    if (event.key.length !== 1 || event.key === ' ' || event.ctrlKey || event.metaKey || event.altKey) return;
    const now = performance.now();
    const text = (now - word.current.at < WORD_MS ? word.current.text : '') + event.key.toLowerCase();
    word.current = { text, at: now };
    const at = optionFor(how.options, text);
    (at < 0 ? group.current : group.current?.querySelectorAll('button')[at])?.focus();
  };
  return (
    <div className="grid gap-2">
      <span className="font-semibold text-[13px]">{label}</span>
      {/* biome-ignore lint/a11y/useSemanticElements: a place for the focus to be on none of the options */}
      <div ref={group} role="group" aria-label={label} tabIndex={-1} onKeyDown={seek} className="outline-none">
        <Choice
          label={label}
          value={fact === undefined ? undefined : String(fact.value)}
          options={how.options.map((option) => ({ value: String(option.value), label: option.label }))}
          onChange={(chosen) => keep(how.options.find((option) => String(option.value) === chosen)!.value)}
        />
      </div>
      {refusal !== undefined && (
        <p role="status" className="font-semibold text-[12px] text-stop">
          {refusal}
        </p>
      )}
      {!plain && <Pick label="Where this value is from" value={from} options={PROVENANCES} onChange={setFrom} />}
      {forAll}
      <div className="flex gap-2">
        {fact !== undefined && from !== fact.from && (
          <Button primary onClick={() => keep(fact.value)}>
            Keep
          </Button>
        )}
        <MakeUnknown set={set} from={from} refuse={setRefusal} close={close} />
      </div>
    </div>
  );
}

/** The option that begins with a text, else the first that has it in it. @returns its place, or -1 */
function optionFor(options: readonly Option[], text: string): number {
  const begins = options.findIndex(({ label }) => label.toLowerCase().startsWith(text));
  return begins >= 0 ? begins : options.findIndex(({ label }) => label.toLowerCase().includes(text));
}

function MakeUnknown({
  set,
  from,
  refuse,
  close,
}: {
  set: Set;
  from: Provenance;
  refuse: (problem: string | undefined) => void;
  close: () => void;
}) {
  return (
    <Button
      onClick={() => {
        const problem = set(undefined, from);
        refuse(problem);
        if (problem === undefined) close();
      }}
    >
      Clear
    </Button>
  );
}
