'use client';
import { Fragment } from 'react';
import { Dialog } from '@/ui/Dialog';

const KEYS: readonly (readonly [keys: readonly string[], what: string])[] = [
  [['Ctrl', 'K'], 'search: circuits, fields, findings, clauses, quantities, steps, actions'],
  [['Ctrl', 'Z'], 'undo'],
  [['Ctrl', 'Y'], 'redo'],
  [['N'], 'new circuit on the quick line'],
  [['P'], 'the chosen circuit on one page, to print'],
  [['A'], 'ask: one question at a time, the most answers first'],
  [['F'], 'findings, open and closed'],
  [['G', '1 … 0'], 'go to a step of the work'],
  [['↑', '↓'], 'walk circuits, findings, or the steps of a value'],
  [['Alt', '↑ ↓'], 'move the circuit in its list, and past its end to the next'],
  [['←', '→'], 'walk the outlets of a circuit; with Alt, move the outlet; Delete takes it out'],
  [['Enter'], 'edit a value, keep it; on an outlet, type the next one; on an empty line, go to the other'],
  [['Tab'], 'what is typed of outlets, as a branch'],
  [['Esc'], 'leave it as it was, close what is open'],
  [['?'], 'these keys'],
];

/** The keys, listed. */
export function KeysHelp({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Keys">
      <h2 className="border-line border-b px-4 py-3 font-semibold text-base">Keys</h2>
      <dl className="grid grid-cols-[132px_minmax(0,1fr)] items-baseline gap-x-4 gap-y-2 p-4">
        {KEYS.map(([keys, what]) => (
          <Fragment key={what}>
            <dt className="flex gap-1">
              {keys.map((key) => (
                <kbd key={key} className="rounded border border-line-strong bg-ground px-[6px] font-sans text-[12px]">
                  {key}
                </kbd>
              ))}
            </dt>
            <dd>{what}</dd>
          </Fragment>
        ))}
      </dl>
    </Dialog>
  );
}
