'use client';
import { useEffect, useState } from 'react';
import { placeCircuit, stepCircuit } from '@/core/edits/circuits';
import { copyOfCircuit } from '@/core/edits/parts';
import type { Command } from '@/core/job/commands';
import type { Circuit } from '@/core/job/schema/circuit';
import { word } from '@/core/job/terms';
import { nextNumber } from '@/core/quick/circuit';
import { type UsualCircuit, usualCircuit } from '@/core/quick/templates';
import { useJobState, useSession } from '../../../client/JobContext';
import type { ListPlace } from '../list/dragging';
import type { CsvTable } from './csvIn';

/**
 * What is done with whole circuits in the table: made, duplicated, moved, or taken from a file. The cursor goes along.
 * @param every all circuits in their order, those a filter hides among them
 * @param rows those shown
 * @param at the one at the cursor
 * @param go puts the cursor on a row
 * @param say tells why something was refused; nothing where it was not
 */
export function useRowEdits(
  every: readonly Circuit[],
  rows: readonly Circuit[],
  at: Circuit | undefined,
  go: (row: number) => void,
  say: (problem: string | undefined) => void,
) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const [followed, setFollowed] = useState<string>();
  /** A table of a spreadsheet that is looked at before it is taken. */
  const [foreign, setForeign] = useState<{ name: string; table: CsvTable }>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when its row is there
  useEffect(() => {
    const row = rows.findIndex(({ id }) => id === followed);
    if (followed === undefined || row < 0) return;
    setFollowed(undefined);
    go(row);
  }, [followed, rows]);
  const carryOut = (command: Command | undefined, circuitId: string) => {
    if (command === undefined) return;
    const problem = session.edit(command);
    say(problem);
    if (problem === undefined) setFollowed(circuitId);
  };
  const ids = () => crypto.randomUUID();
  return {
    /** The cursor goes to a circuit as soon as its row is there. */
    follow: setFollowed,
    foreign,
    leave: () => setForeign(undefined),
    step: (down: boolean) => {
      if (at !== undefined)
        carryOut(
          stepCircuit(job, at, down, (boardId) => nextNumber(job, boardId)),
          at.id,
        );
    },
    move: (dragged: ListPlace, over: ListPlace, below: boolean) => {
      const circuit = job.circuits[dragged.circuitId ?? ''];
      const there = every.filter(({ fromBoardId }) => fromBoardId === over.boardId);
      if (circuit === undefined) return;
      const place = there.findIndex(({ id }) => id === over.circuitId) + (below ? 1 : 0);
      carryOut(placeCircuit(job, circuit, over.boardId, there[place]?.id, nextNumber(job, over.boardId)), circuit.id);
    },
    makeUsual: (usual: UsualCircuit) => {
      const made = usualCircuit(job, usual, at?.fromBoardId ?? at?.toBoardId, ids);
      if (made === undefined) say(`there is no ${word(job.dialect, 'board')} to put it on`);
      else carryOut(made.command, made.circuitId);
    },
    duplicate: () => {
      if (at === undefined) return;
      const made = copyOfCircuit(job, at.id, nextNumber(job, at.fromBoardId ?? ''), ids);
      carryOut(made.command, made.circuitId);
    },
    take: async (file: File) => {
      const { MAX_TABLE_BYTES, parseCsv } = await import('./csvIn');
      // More than it may have is not read at all.
      const bytes = file.size > MAX_TABLE_BYTES ? new Uint8Array(file.size) : new Uint8Array(await file.arrayBuffer());
      const table = parseCsv(file.name, bytes);
      say('wrong' in table ? table.wrong : undefined);
      if (!('wrong' in table)) setForeign({ name: file.name, table });
    },
  };
}
