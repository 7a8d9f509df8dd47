'use client';

import { type KeyboardEvent, useId, useState } from 'react';
import { inUnit, readQuantity, readSize, type Typed } from '@/core/job/edges';
import { setFact } from '@/core/job/edits/rows';
import { factAt } from '@/core/job/facts/read';
import type { FactKind, FactValue } from '@/core/job/facts/spec';
import type { Fact, Provenance } from '@/core/job/schema/facts';
import { PROVENANCE_WORDS } from '@/core/job/terms';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { cx } from '@/ui/cx';
import { Popover } from '@/ui/Popover';
import { useJobState, useSession } from '../job/JobContext';

const PROVENANCES = (['measured', 'stated', 'assumed'] as const).map((value) => ({ value, label: PROVENANCE_WORDS[value] }));

function stepsOf(how: FactKind): readonly FactValue[] {
  return how.kind === 'choice' ? how.options.map((option) => option.value) : (how.steps ?? []);
}

/** The next value of the list above or below the present one, which need not be in the list. */
function neighbour(how: FactKind, value: FactValue | undefined, up: boolean): FactValue | undefined {
  const steps = stepsOf(how);
  if (value === undefined || steps.length === 0) return steps[0];
  const at = steps.indexOf(value);
  if (at >= 0) return steps[at + (up ? 1 : -1)];
  if (typeof value !== 'number') return undefined;
  const numbers = steps as readonly number[];
  return up ? numbers.find((step) => step > value) : [...numbers].reverse().find((step) => step < value);
}

function read(how: FactKind, text: string): Typed<FactValue> {
  if (how.kind === 'size') return readSize(text, how.steps[0]?.endsWith('AWG') === true ? 'AWG' : 'mm2');
  if (how.kind === 'quantity') return readQuantity(text, how.edge, how.usual);
  return { ok: false, message: `one of ${how.options.map((option) => option.label).join(', ')}` };
}

/**
 * A fact shown where it stands and edited there: dotted underline, Enter to edit, arrow keys to step.
 * @param path its place in the job; where that leads to no fact, nothing is shown
 * @param shown how it is shown, where not as usual
 */
export function FactField({ path, shown, className }: { path: string; shown?: string | undefined; className?: string }) {
  const session = useSession();
  const [open, setOpen] = useState(false);
  const job = useJobState((state) => state.job);
  const place = factAt(job, path);
  if (place === undefined) return null;
  const { label, how, fact } = place;
  const set = (value: FactValue | undefined, from: Provenance): string | undefined =>
    session.edit(setFact(job, path, value === undefined ? undefined : { value, from }));
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
      label={capital(label)}
      trigger={
        <button
          type="button"
          onKeyDown={step}
          data-fact={path}
          aria-label={`${capital(label)}: ${place.shown}${fact === undefined ? '' : `, ${PROVENANCE_WORDS[fact.from]}`}. Edit`}
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
          {shown ?? place.shown}
          {fact?.from === 'assumed' && <span className="text-caution"> ?</span>}
        </button>
      }
    >
      <Editor label={capital(label)} fact={fact} how={how} set={set} close={() => setOpen(false)} />
    </Popover>
  );
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** What stands in the box when it opens: the value in the unit it is usually written in. */
function startText(how: FactKind, fact: Fact<FactValue> | undefined): string {
  if (fact === undefined) return '';
  if (how.kind === 'size') return String(fact.value).replace(how.steps[0]?.endsWith('AWG') === true ? 'AWG' : 'mm2', '');
  return how.kind === 'quantity' ? inUnit(Number(fact.value), how.edge, how.usual) : '';
}

function Editor({
  label,
  fact,
  how,
  set,
  close,
}: {
  label: string;
  fact: Fact<FactValue> | undefined;
  how: FactKind;
  set: (value: FactValue | undefined, from: Provenance) => string | undefined;
  close: () => void;
}) {
  const [text, setText] = useState(startText(how, fact));
  const [from, setFrom] = useState<Provenance>(fact?.from ?? 'stated');
  const [refusal, setRefusal] = useState<string>();
  const hint = useId();
  const typed = read(how, text);
  const keep = (value: FactValue) => {
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
          <Choice
            label={label}
            value={fact === undefined ? undefined : String(fact.value)}
            options={how.options.map((option) => ({ value: String(option.value), label: option.label }))}
            onChange={(chosen) => keep(how.options.find((option) => String(option.value) === chosen)!.value)}
          />
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
          <Button primary type="submit">
            Keep
          </Button>
        )}
        {how.kind === 'choice' && fact !== undefined && from !== fact.from && (
          <Button primary onClick={() => keep(fact.value)}>
            Keep
          </Button>
        )}
        <Button
          onClick={() => {
            setRefusal(set(undefined, from));
            close();
          }}
        >
          Make unknown
        </Button>
      </div>
    </form>
  );
}
