'use client';
import { useRef } from 'react';
import type { Misfilling } from '@/core/edits/grid/fill';
import type { Provenance } from '@/core/job/schema/facts';
import { MARK_WORDS, PROVENANCE_WORDS, word } from '@/core/job/terms';
import type { Mark } from '@/core/judging/answer';
import { USUAL_CIRCUITS, type UsualCircuit } from '@/core/quick/templates';
import { Button } from '@/ui/Button';
import { Pick } from '@/ui/Choice';
import { Select, TextInput } from '@/ui/Field';
import { Menu } from '@/ui/Menu';
import { useNarrow } from '@/ui/useMedia';
import { useJobState } from '../../../client/JobContext';
import type { Filters } from './filters';

const PROVENANCES = (['measured', 'stated', 'assumed'] as const).map((value) => ({ value, label: PROVENANCE_WORDS[value] }));
const ANY = 'any';
const VERDICTS = (['stop', 'unknown', 'caution', 'assumption', 'pass'] as const).map((value) => ({
  value,
  label: MARK_WORDS[value],
}));
const named = (rows: Readonly<Record<string, { id: string; name: string; order: string }>>) =>
  Object.values(rows)
    .sort((a, b) => (a.order < b.order ? -1 : 1))
    .map(({ id, name }) => ({ value: id, label: name }));
/** How many refusals are said before the rest are only counted. */
const NAMED = 4;

/** Above the table: what is looked for, where what is typed is from, and what was refused. */
export function TableBar({
  search,
  setSearch,
  from,
  setFrom,
  shown,
  wrong,
  circuitId,
  filters,
  setFilters,
  makeUsual,
  duplicate,
  take,
  save,
}: {
  search: string;
  setSearch: (text: string) => void;
  from: Provenance;
  setFrom: (from: Provenance) => void;
  shown: number;
  wrong: readonly Misfilling[] | string;
  /** The circuit at the cursor. */
  circuitId: string | undefined;
  filters: Filters;
  setFilters: (filters: Filters) => void;
  makeUsual: (usual: UsualCircuit) => void;
  duplicate: () => void;
  /** Reads a file of a spreadsheet. */
  take: (file: File) => void;
  /** Keeps what is shown as a file. */
  save: () => void;
}) {
  const job = useJobState((state) => state.job);
  const narrow = useNarrow();
  const controls = (
    <>
      <Sieve search={search} setSearch={setSearch} filters={filters} setFilters={setFilters} shown={shown} />
      <div className="flex flex-wrap items-center gap-2">
        <Menu
          name="Usual circuits"
          items={USUAL_CIRCUITS[job.dialect].map((usual) => ({ label: usual.name, run: () => makeUsual(usual) }))}
          trigger={<Button>Usual circuits</Button>}
        />
        <Button onClick={duplicate} disabled={circuitId === undefined} className="disabled:opacity-40">
          Duplicate
        </Button>
        <CsvButton take={take} />
        <Button onClick={save}>Save as CSV</Button>
        <span className="ml-auto flex items-center gap-2 text-[13px] text-quiet">
          what is typed is
          <Pick label="Where what is typed is from" value={from} options={PROVENANCES} onChange={setFrom} />
        </span>
      </div>
    </>
  );
  return (
    <>
      {narrow ? (
        <details className="rounded border border-line bg-raised px-3 py-1 text-[13px]">
          <summary className="flex min-h-11 cursor-pointer items-center text-quiet">
            Find, make and take circuits · {shown} shown
          </summary>
          <div className="grid gap-2 pb-2">{controls}</div>
        </details>
      ) : (
        controls
      )}
      <Refusals wrong={wrong} />
    </>
  );
}

/** What is looked for: a text, an answer, a board, a room; and how many circuits are left. */
function Sieve({
  search,
  setSearch,
  filters,
  setFilters,
  shown,
}: {
  search: string;
  setSearch: (text: string) => void;
  filters: Filters;
  setFilters: (filters: Filters) => void;
  shown: number;
}) {
  const job = useJobState((state) => state.job);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
      <div className="w-40">
        <TextInput
          type="search"
          aria-label="Only circuits with"
          placeholder="only circuits with …"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
      </div>
      <div className="w-32">
        <Select
          aria-label="Only circuits with an answer"
          value={filters.verdict === '' ? ANY : filters.verdict}
          options={[{ value: ANY, label: 'any answer' }, ...VERDICTS]}
          onChange={(to) => setFilters({ ...filters, verdict: to === ANY ? '' : (to as Mark) })}
        />
      </div>
      <div className="w-36">
        <Select
          aria-label={`Only circuits of a ${word(job.dialect, 'board')}`}
          value={filters.boardId === '' ? ANY : filters.boardId}
          options={[{ value: ANY, label: `any ${word(job.dialect, 'board')}` }, ...named(job.boards)]}
          onChange={(to) => setFilters({ ...filters, boardId: to === ANY ? '' : to })}
        />
      </div>
      <div className="w-36">
        <Select
          aria-label="Only circuits in a room"
          value={filters.roomId === '' ? ANY : filters.roomId}
          options={[{ value: ANY, label: 'any room' }, ...named(job.rooms)]}
          onChange={(to) => setFilters({ ...filters, roomId: to === ANY ? '' : to })}
        />
      </div>
      <span className="text-[13px] text-quiet">{shown === 1 ? 'one circuit' : `${shown} circuits`}</span>
    </div>
  );
}

/** Opens a file of a spreadsheet. */
function CsvButton({ take }: { take: (file: File) => void }) {
  const file = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onClick={() => file.current?.click()}>Take a CSV</Button>
      <input
        ref={file}
        type="file"
        hidden
        accept=".csv,.tsv,.txt,text/csv,text/plain"
        aria-label="A table of circuits to take"
        data-testid="table-file"
        onChange={(event) => {
          const [chosen] = event.currentTarget.files ?? [];
          if (chosen !== undefined) take(chosen);
          // The same file may be chosen again once it is mended.
          event.currentTarget.value = '';
        }}
      />
    </>
  );
}

/** Why what was typed or pasted was not taken. */
function Refusals({ wrong }: { wrong: readonly Misfilling[] | string }) {
  const refused =
    typeof wrong === 'string'
      ? [wrong]
      : wrong.slice(0, NAMED).map(({ circuit, column, message }) => `${circuit.name}, ${column.head}: ${message}`);
  const more = typeof wrong === 'string' ? 0 : wrong.length - refused.length;
  if (refused.length === 0) return null;
  return (
    <div role="alert" className="rounded border border-stop bg-stop-ground px-3 py-2 text-[13px]">
      <b className="font-semibold text-stop">Nothing was changed.</b>
      <ul>
        {refused.map((each) => (
          <li key={each}>{each}</li>
        ))}
        {more > 0 && <li>and {more} more</li>}
      </ul>
    </div>
  );
}
