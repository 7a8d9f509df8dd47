'use client';
import { X } from 'lucide-react';
import { setField, takeOut } from '@/core/edits/rows';
import { addElectrode } from '@/core/edits/sources';
import { factPaths } from '@/core/facts/read';
import { ElectrodeKind } from '@/core/job/schema/supply';
import { Button } from '@/ui/Button';
import { Select } from '@/ui/Field';
import { IconButton } from '@/ui/IconButton';
import { useJobState, useSession } from '../../client/JobContext';
import { FoldedFacts } from '../../parts/facts/Panel';

/** The electrodes of a board, each with what is said of it. */
export function Electrodes({ boardId }: { boardId: string | null }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const electrodes = Object.values(job.electrodes)
    .filter((electrode) => electrode.boardId === boardId && electrode.state !== 'removed')
    .sort((a, b) => (a.order < b.order ? -1 : 1));
  return (
    <>
      {electrodes.map(({ id, name, kind }) => (
        <section key={id} aria-label={name} className="border-line border-t pt-1">
          <div className="flex min-h-8 flex-wrap items-center justify-between gap-3 py-1 text-[13px]">
            <span className="mr-auto font-semibold">{name}</span>
            <Select
              aria-label={`What ${name} is`}
              className="max-w-40"
              value={kind ?? ''}
              options={ElectrodeKind.options.map((value) => ({ value, label: value.replaceAll('-', ' ') }))}
              onChange={(to) => session.edit(setField(job, 'electrodes', id, 'kind', to, to))}
            />
            <IconButton name={`Delete ${name}`} onClick={() => session.edit(takeOut(job, 'electrodes', id))}>
              <X size={16} aria-hidden />
            </IconButton>
          </div>
          <FoldedFacts paths={factPaths(job, 'electrodes', id)} first={['resistanceOhm', 'conductorSize']} />
        </section>
      ))}
      {boardId !== null && (
        <Button className="mt-2" onClick={() => session.edit(addElectrode(job, boardId, crypto.randomUUID()))}>
          Add an electrode
        </Button>
      )}
    </>
  );
}

/** Boards no source leads to that have electrodes of their own, or stand in another building, which asks for one. */
export function OtherElectrodes({ led }: { led: ReadonlySet<string> }) {
  const job = useJobState((state) => state.job);
  const own = new Set(
    Object.values(job.electrodes).flatMap(({ state, boardId }) => (state === 'removed' ? [] : (boardId ?? []))),
  );
  const boards = Object.values(job.boards)
    .filter(({ id, state, otherBuilding }) => state !== 'removed' && !led.has(id) && (own.has(id) || otherBuilding === true))
    .sort((a, b) => (a.order < b.order ? -1 : 1));
  return boards.map(({ id, name }) => (
    <section
      key={id}
      aria-label={`Electrodes of ${name}`}
      data-testid="electrodes"
      className="min-w-0 rounded border border-line bg-raised px-4 py-3"
    >
      <h2 className="pb-1 font-semibold text-base">
        {job.dialect === 'nec' ? 'Grounding' : 'Earthing'} of {name}
      </h2>
      <div className="grid gap-x-6 lg:grid-cols-[minmax(0,5fr)_minmax(0,8fr)]">
        <div>
          <Electrodes boardId={id} />
        </div>
      </div>
    </section>
  ));
}
