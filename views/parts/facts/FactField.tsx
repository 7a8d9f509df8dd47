'use client';

import { createContext, type KeyboardEvent, useContext, useRef, useState } from 'react';
import { setFacts } from '@/core/edits/lacking';
import { setFact } from '@/core/edits/rows';
import { factAt } from '@/core/facts/read';
import type { FactKind, FactValue } from '@/core/facts/spec';
import type { Provenance } from '@/core/job/schema/facts';
import { fromWords } from '@/core/job/terms';
import { cx } from '@/ui/cx';
import { Popover } from '@/ui/Popover';
import { useJobState, useSession } from '../../client/JobContext';
import { FactEditor } from './FactEditor';

function stepsOf(how: FactKind): readonly FactValue[] {
  if (how.kind === 'choice') return how.options.map((option) => option.value);
  return 'steps' in how ? (how.steps ?? []) : [];
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

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Where facts are only shown: in a panel's button, which opens to edit them, or on paper. */
export const ShownOnly = createContext<'in a button' | 'on paper' | undefined>(undefined);

/**
 * A fact shown where it stands and edited there: dotted underline, Enter to edit, arrow keys to step. What is typed and left is
 * kept where it can be; Escape alone drops it.
 * @param path its place in the job; where that leads to no fact, nothing is shown
 * @param shown how it is shown, where not as usual
 */
export function FactField({ path, shown, className }: { path: string; shown?: string | undefined; className?: string }) {
  const session = useSession();
  const [open, setOpen] = useState(false);
  const escaped = useRef(false);
  /** Keeps what was typed. Says whether the panel may close: what cannot be kept stays, with the reason. */
  const leave = useRef(() => true);
  const job = useJobState((state) => state.job);
  const shownOnly = useContext(ShownOnly);
  const place = factAt(job, path);
  if (place === undefined) return null;
  const { label, how, fact } = place;
  const value = (
    <span
      className={cx(
        'whitespace-nowrap',
        shownOnly !== 'on paper' && 'border-b border-dotted',
        'group-hover/fact:border-copper group-hover/fact:text-copper',
        fact === undefined ? 'border-quiet text-quiet italic' : fact.from === 'assumed' ? 'border-caution' : 'border-line-strong',
        className,
      )}
    >
      {shown ?? place.shown}
      {fact?.from === 'assumed' && <span className="text-caution"> ?</span>}
    </span>
  );
  if (shownOnly !== undefined) return value;
  const set = (value: FactValue | undefined, from: Provenance, others: readonly string[] = []): string | undefined =>
    session.edit(
      value !== undefined && others.length > 0
        ? setFacts(job, [path, ...others], { value, from })
        : setFact(job, path, value === undefined ? undefined : { value, from }),
    );
  const turn = (next: boolean) => {
    const drops = escaped.current;
    escaped.current = false;
    if (next || drops || leave.current()) setOpen(next);
  };
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
      onOpenChange={turn}
      onEscape={() => {
        escaped.current = true;
      }}
      label={capital(label)}
      trigger={
        <button
          type="button"
          onKeyDown={step}
          data-fact={path}
          aria-label={`${capital(label)}: ${place.shown}${fact === undefined || place.plain ? '' : `, ${fromWords(fact)}`}. Edit`}
          className="group/fact inline-flex items-center justify-end pointer-coarse:min-h-11 pointer-coarse:min-w-11"
        >
          {value}
        </button>
      }
    >
      <FactEditor
        label={capital(label)}
        path={path}
        fact={fact}
        plain={place.plain}
        how={how}
        set={set}
        leave={leave}
        close={() => setOpen(false)}
      />
    </Popover>
  );
}
