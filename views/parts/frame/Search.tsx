'use client';
import { Command } from 'cmdk';
import { useRouter } from 'next/navigation';
import { type RefObject, useDeferredValue, useMemo, useState } from 'react';
import { Dialog } from '@/ui/Dialog';
import { useAnswer, useJobState, useSession } from '../../client/JobContext';
import { mayLeave } from '../../client/mayLeave';
import { withAsk } from '../ask/place';
import { type Act, fieldGoals, findingGoals, type Goal, goalsOf } from './goals';
import { findingsOpen, hrefOf, withFindings } from './places';

const NO_CAUSES = [] as const;

/**
 * Goes to anything that has a name, and does what can be done from anywhere.
 * @param early what was typed since it was asked for, before there was anything to type into
 */
export function Search({
  open,
  onOpenChange,
  early,
  showKeys,
  showQuantity,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  early: RefObject<string>;
  showKeys: () => void;
  /** Explains a quantity by its name. */
  showQuantity: (name: string) => void;
}) {
  const job = useJobState((state) => state.job);
  const session = useSession();
  const router = useRouter();
  const [text, setText] = useState(() => early.current);
  const causes = useAnswer({ kind: 'causes' }) ?? NO_CAUSES;
  const late = useDeferredValue(text);
  const named = useMemo(() => (open ? goalsOf(job) : []), [open, job]);
  const goals = useMemo(() => [...named, ...fieldGoals(job, late), ...findingGoals(causes, late)], [named, job, late, causes]);
  const leave = (href: string) => {
    if (mayLeave(session, href)) router.push(href);
  };
  const acts: Readonly<Record<Act, () => void>> = {
    ask: () => window.history.pushState(null, '', withAsk(true)),
    findings: () => window.history.pushState(null, '', withFindings(true)),
    undo: session.undo,
    redo: session.redo,
    keys: showKeys,
    print: () => leave(hrefOf(job.id, { step: 'handover', print: 'report' }, false)),
  };
  const go = ({ to }: Goal) => {
    onOpenChange(false);
    if ('act' in to) acts[to.act]();
    else if ('quantity' in to) showQuantity(to.quantity);
    else if ('ask' in to) window.history.pushState(null, '', withAsk(to.ask));
    else leave(hrefOf(job.id, to.place, findingsOpen()));
  };
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Search">
      <Command label="Search" loop className="flex max-h-[60vh] flex-col">
        <Command.Input
          value={text}
          onValueChange={setText}
          placeholder="circuit, field, finding, clause, quantity, step, action"
          className="min-h-12 shrink-0 border-line border-b bg-raised px-4 text-base -outline-offset-2 placeholder:text-quiet"
        />
        <Command.List className="min-h-0 flex-1 overflow-y-auto p-1">
          <Command.Empty className="px-3 py-3 text-quiet">Nothing in this job is called that.</Command.Empty>
          {goals.map((goal) => (
            <Command.Item
              key={goal.key}
              value={`${goal.name} ${goal.kind} ${goal.key}`}
              onSelect={() => go(goal)}
              className="flex min-h-9 cursor-pointer items-center gap-3 rounded px-3 data-[selected=true]:bg-chosen pointer-coarse:min-h-11"
            >
              <span className="min-w-0 flex-1 truncate">{goal.name}</span>
              <span className="text-[12px] text-quiet">{goal.kind}</span>
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </Dialog>
  );
}
