'use client';
import { ChevronDown, ChevronLeft, ChevronRight } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { IconButton } from '@/ui/IconButton';
import { Popover } from '@/ui/Popover';
import { useAnswer, useJobState } from '../../../client/JobContext';
import { goToCircuit } from '../../../parts/frame/places';
import { EightMarks } from '../../../parts/words/EightMarks';
import { boardRows } from './boardRows';
import { CircuitList } from './CircuitList';
import { useFocusOn } from './useFocusOn';

/** The circuit shown, those before and after it, and the list of all behind its name: one row, where there is no room for the list. */
export function CircuitChooser({ chosen }: { chosen: string | null }) {
  const job = useJobState((state) => state.job);
  const marks = useAnswer({ kind: 'house' })?.circuits;
  const boards = useMemo(() => boardRows(job), [job]);
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  useFocusOn(chosen, () => button.current);
  const rows = boards.flatMap(({ board, circuits }) => circuits.map((row) => ({ ...row, board })));
  const at = rows.findIndex(({ circuit }) => circuit.id === chosen);
  const here = rows[at];
  const answers = marks?.find(({ circuitId }) => circuitId === chosen)?.answers;
  const step = (by: 1 | -1) => {
    const next = rows[at + by];
    if (next !== undefined) goToCircuit(job.id, next.circuit.id);
  };
  if (here === undefined) return null;
  return (
    <div className="flex items-stretch gap-1 border-line border-b bg-ground p-1">
      <IconButton name="The circuit before" disabled={at === 0} onClick={() => step(-1)} className="self-center">
        <ChevronLeft size={16} aria-hidden />
      </IconButton>
      <Popover
        open={open}
        onOpenChange={setOpen}
        label="Circuits"
        flush
        trigger={
          <button
            ref={button}
            type="button"
            data-testid="choose-circuit"
            className="grid min-h-12 min-w-0 flex-1 grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 rounded border border-line bg-raised px-3 text-left"
          >
            <span className="truncate font-semibold">
              {here.circuit.number} {here.circuit.name}
            </span>
            <span className="text-[13px] text-quiet">{here.rating}</span>
            <span className="h-4">{answers !== undefined && <EightMarks answers={answers} />}</span>
            <ChevronDown size={16} aria-hidden className="justify-self-end text-quiet" />
          </button>
        }
      >
        <CircuitList chosen={chosen} onChoose={() => setOpen(false)} />
      </Popover>
      <IconButton name="The next circuit" disabled={at === rows.length - 1} onClick={() => step(1)} className="self-center">
        <ChevronRight size={16} aria-hidden />
      </IconButton>
    </div>
  );
}
