'use client';
import { type KeyboardEvent, useId, useState } from 'react';
import type { Step } from '@/core/job/commands';
import { type EdgeKind, inUnit, readQuantity, readSize, type Typed } from '@/core/job/edges';
import type { Fact, Provenance } from '@/core/job/schema/facts';
import type { CollectionName } from '@/core/job/schema/job';
import { PROVENANCE_WORDS } from '@/core/job/terms';
import { Choice } from '@/ui/Choice';
import { cx } from '@/ui/cx';
import { Popover } from '@/ui/Popover';
import { useSession } from './JobContext';

/** How a fact is typed, and the values the arrow keys walk through. */
export type FactKind =
  | { kind: 'quantity'; edge: EdgeKind; usual?: string; steps?: readonly number[] }
  | { kind: 'size'; steps: readonly string[] }
  | { kind: 'choice'; options: readonly { value: string; label: string }[] };

interface Props {
  /** Name of the fact, for the panel and for the screen reader. */
  label: string;
  /** How the value is shown; what is absent shows as `unknown`. */
  shown: string;
  fact: Fact<number | string> | undefined;
  how: FactKind;
  at: { on: CollectionName; id: string; field: string[] };
  /** Further steps of the same action, for facts that go together. */
  also?: (value: number | string) => Step[];
  className?: string;
}

const PROVENANCES = (['measured', 'stated', 'assumed'] as const).map((value) => ({ value, label: PROVENANCE_WORDS[value] }));

function stepsOf(how: FactKind): readonly (number | string)[] {
  return how.kind === 'choice' ? how.options.map((option) => option.value) : (how.steps ?? []);
}

/** The next value of the list above or below the present one, which need not be in the list. */
function neighbour(how: FactKind, value: number | string | undefined, up: boolean): number | string | undefined {
  const steps = stepsOf(how);
  if (value === undefined || steps.length === 0) return steps[0];
  const at = steps.indexOf(value);
  if (at >= 0) return steps[at + (up ? 1 : -1)];
  if (typeof value !== 'number') return undefined;
  const numbers = steps as readonly number[];
  return up ? numbers.find((step) => step > value) : [...numbers].reverse().find((step) => step < value);
}

function read(how: FactKind, text: string): Typed<number | string> {
  if (how.kind === 'size') return readSize(text, how.steps[0]?.endsWith('AWG') === true ? 'AWG' : 'mm2');
  if (how.kind === 'quantity') return readQuantity(text, how.edge, how.usual);
  const found = how.options.find((option) => option.value.toLowerCase() === text.trim().toLowerCase());
  return found === undefined
    ? { ok: false, message: `one of ${how.options.map((option) => option.label).join(', ')}` }
    : { ok: true, value: found.value, readAs: found.label };
}

/** A fact shown where it stands and edited there: dotted underline, Enter to edit, arrow keys to step. */
export function FactField({ label, shown, fact, how, at, also, className }: Props) {
  const session = useSession();
  const [open, setOpen] = useState(false);
  const set = (value: number | string | undefined, from: Provenance): string | undefined =>
    session.edit({
      label: `${label}: ${value ?? 'unknown'}`,
      steps: [
        { do: 'set', on: at.on, id: at.id, field: at.field, ...(value === undefined ? {} : { to: { value, from } }) },
        ...(value === undefined ? [] : (also?.(value) ?? [])),
      ],
    });
  const step = (event: KeyboardEvent) => {
    if (open || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    const next = neighbour(how, fact?.value, event.key === 'ArrowUp');
    if (next === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    set(next, fact?.from === 'assumed' ? 'assumed' : 'stated');
  };
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      label={label}
      trigger={
        <button
          type="button"
          onKeyDown={step}
          data-fact={`${at.on}.${at.id}.${at.field.join('.')}`}
          aria-label={`${label}: ${shown}${fact === undefined ? '' : `, ${PROVENANCE_WORDS[fact.from]}`}. Edit`}
          className={cx(
            'whitespace-nowrap border-b border-dotted pointer-coarse:min-h-11',
            fact === undefined
              ? 'border-quiet text-quiet italic'
              : fact.from === 'assumed'
                ? 'border-caution'
                : 'border-line-strong',
            'hover:border-copper hover:text-copper',
            className,
          )}
        >
          {shown}
          {fact?.from === 'assumed' && <span className="text-caution"> ?</span>}
        </button>
      }
    >
      <Editor label={label} fact={fact} how={how} set={set} close={() => setOpen(false)} />
    </Popover>
  );
}

/** What stands in the box when it opens: the value in the unit it is usually written in. */
function startText(how: FactKind, fact: Fact<number | string> | undefined): string {
  if (fact === undefined) return '';
  if (typeof fact.value === 'string') return how.kind === 'size' ? fact.value.replace(/mm2|AWG/, '') : fact.value;
  return how.kind === 'quantity' ? inUnit(fact.value, how.edge, how.usual) : String(fact.value);
}

function Editor({
  label,
  fact,
  how,
  set,
  close,
}: {
  label: string;
  fact: Fact<number | string> | undefined;
  how: FactKind;
  set: (value: number | string | undefined, from: Provenance) => string | undefined;
  close: () => void;
}) {
  const [text, setText] = useState(startText(how, fact));
  const [from, setFrom] = useState<Provenance>(fact?.from ?? 'stated');
  const [refusal, setRefusal] = useState<string>();
  const hint = useId();
  const typed = read(how, text);
  const keep = (value: number | string) => {
    const problem = set(value, from);
    setRefusal(problem);
    if (problem === undefined) close();
  };
  const message = refusal ?? (typed.ok ? `reads as ${typed.readAs}` : typed.message);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (typed.ok) keep(typed.value);
        else setRefusal(typed.message);
      }}
      className="grid gap-2"
    >
      {how.kind === 'choice' ? (
        <>
          <span className="font-semibold text-[13px]">{label}</span>
          <Choice label={label} value={text === '' ? undefined : text} options={how.options} onChange={keep} />
        </>
      ) : (
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
      )}
      {how.kind !== 'choice' && (
        <p
          id={hint}
          role="status"
          className={cx('text-[12px]', refusal === undefined ? 'text-quiet' : 'font-semibold text-stop')}
        >
          {message}
        </p>
      )}
      <Choice label="Where this value is from" value={from} options={PROVENANCES} onChange={setFrom} />
      <div className="flex gap-2">
        {how.kind !== 'choice' && (
          <button
            type="submit"
            className="min-h-8 rounded bg-copper px-3 font-semibold text-[13px] text-on-copper pointer-coarse:min-h-11"
          >
            Keep
          </button>
        )}
        {how.kind === 'choice' && fact !== undefined && from !== fact.from && (
          <button
            type="button"
            onClick={() => keep(fact.value)}
            className="min-h-8 rounded bg-copper px-3 font-semibold text-[13px] text-on-copper pointer-coarse:min-h-11"
          >
            Keep
          </button>
        )}
        <button
          type="button"
          onClick={() => {
            setRefusal(set(undefined, from));
            close();
          }}
          className="min-h-8 rounded border border-line px-3 text-[13px] pointer-coarse:min-h-11"
        >
          Make unknown
        </button>
      </div>
    </form>
  );
}
