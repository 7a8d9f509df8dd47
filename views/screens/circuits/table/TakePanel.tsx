'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import { guessColumns, readTable, type TableReading, takenColumns } from '@/core/edits/grid/intake';
import type { Provenance } from '@/core/job/schema/facts';
import { Button } from '@/ui/Button';
import { Pick } from '@/ui/Choice';
import { Select } from '@/ui/Field';
import { useJobState, useSession } from '../../../client/JobContext';
import type { CsvTable } from './csvIn';

/** How many rows are shown of what would be taken, and how many that cannot be. */
const SHOWN = 8;
const NAMED = 12;
const LEFT_OUT = 'none';

/**
 * A foreign table before it is taken: what each of its columns is taken as, its first rows, and every row that does not fit. Nothing
 * is changed until it is taken; then it is one step.
 */
export function TakePanel({ name, table, close }: { name: string; table: CsvTable; close: () => void }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const [as, setAs] = useState(() => guessColumns(job.dialect, table.heads));
  const [from, setFrom] = useState<Provenance>('stated');
  const [taken, setTaken] = useState<'renumber' | 'change'>('renumber');
  const [refused, setRefused] = useState('');
  const { read, reading } = useReading(table, as, from, taken);
  const takes = reading === undefined ? 0 : reading.made + reading.changed;
  const take = () => {
    if (reading?.command === undefined) return;
    const problem = session.edit(reading.command);
    if (problem === undefined) close();
    else setRefused(problem);
  };
  return (
    <section
      aria-label={`Taking ${name}`}
      data-testid="take"
      className="grid min-h-60 flex-1 content-start gap-3 overflow-auto rounded border border-line bg-raised p-4"
    >
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="font-semibold text-[15px]">{name}</h2>
        <span className="text-[13px] text-quiet" role="status">
          {reading === undefined
            ? `reading row ${read + 1} of ${table.rows.length}`
            : [
                `${reading.made} new`,
                `${reading.changed} changed`,
                reading.same > 0 ? `${reading.same} as they are` : '',
                reading.problems.length > 0 ? `${new Set(reading.problems.map(({ line }) => line)).size} that do not fit` : '',
              ]
                .filter((each) => each !== '')
                .join(' · ')}
        </span>
        <span className="ml-auto flex flex-wrap gap-2">
          <span className="flex items-center gap-2 text-[13px] text-quiet">
            its values are
            <Select
              aria-label="Where its values are from"
              value={from}
              options={(['measured', 'stated', 'assumed'] as const).map((value) => ({ value, label: value }))}
              onChange={setFrom}
            />
          </span>
          <Button onClick={close}>Cancel</Button>
          <Button primary disabled={takes === 0} className="disabled:opacity-40" onClick={take}>
            {takes === 1 ? 'Take one circuit' : `Take ${takes} circuits`}
          </Button>
        </span>
      </div>
      {refused !== '' && (
        <p role="alert" className="rounded border border-stop bg-stop-ground px-3 py-2 text-[13px]">
          <b className="font-semibold text-stop">Nothing was taken.</b> {refused}
        </p>
      )}
      <Numbers reading={reading} taken={taken} setTaken={setTaken} />
      {reading !== undefined && reading.changes.length > 0 && <Changed changes={reading.changes} />}
      <FirstRows table={table} as={as} setAs={setAs} />
      {table.rows.length > SHOWN && <p className="text-[13px] text-quiet">and {table.rows.length - SHOWN} rows more</p>}
      {reading !== undefined && reading.problems.length > 0 && <Misfits problems={reading.problems} />}
    </section>
  );
}

/** What becomes of rows under a number that another circuit has. */
function Numbers({
  reading,
  taken,
  setTaken,
}: {
  reading: TableReading | undefined;
  taken: 'renumber' | 'change';
  setTaken: (taken: 'renumber' | 'change') => void;
}) {
  const rows = reading?.renumbered ?? [];
  if (rows.length === 0 && taken === 'renumber') return null;
  return (
    <div className="grid gap-2 rounded border border-caution px-3 py-2 text-[13px]" data-testid="numbers">
      <p>
        {taken === 'change'
          ? 'Rows under a number that is there change that circuit, its name too.'
          : `${rows.length === 1 ? 'One row has the number' : `${rows.length} rows have numbers`} of another circuit: ${rows
              .slice(0, SHOWN)
              .map(({ name, from, to }) => `${name} ${from} → ${to}`)
              .join(', ')}${rows.length > SHOWN ? ' …' : ''}`}
      </p>
      <Pick
        label="Numbers that are taken"
        value={taken}
        options={[
          { value: 'renumber', label: 'new circuits, next numbers' },
          { value: 'change', label: 'change the circuits that have them' },
        ]}
        onChange={setTaken}
      />
    </div>
  );
}

/** Every cell that would be another, before and after. */
function Changed({ changes }: { changes: TableReading['changes'] }) {
  const [all, setAll] = useState(false);
  const shown = all ? changes : changes.slice(0, NAMED);
  return (
    <div className="overflow-x-auto">
      <table className="border-collapse text-[13px]" data-testid="changes">
        <caption className="pb-1 text-left font-semibold">What is changed of circuits that are there</caption>
        <thead className="text-left text-quiet">
          <tr>
            {['circuit', 'column', 'before', 'after'].map((head) => (
              <th key={head} scope="col" className="pr-4 font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map(({ line, circuit, head, before, after }) => (
            <tr key={`${line} ${head}`} className="border-line border-t">
              <td className="pr-4">{circuit}</td>
              <td className="pr-4">{head}</td>
              <td className="pr-4 text-quiet">{before}</td>
              <td className="font-semibold">{after}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {changes.length > shown.length && (
        <Button className="mt-1" onClick={() => setAll(true)}>
          Show all {changes.length}
        </Button>
      )}
    </div>
  );
}

/** A table read a piece at a time, so that the page goes on answering: what became of it once all is read, and the row it is at before. */
function useReading(table: CsvTable, as: readonly (string | undefined)[], from: Provenance, taken: 'renumber' | 'change') {
  const job = useJobState((state) => state.job);
  const [read, setRead] = useState(0);
  const [reading, setReading] = useState<TableReading>();
  const latest = useRef(0);
  useEffect(() => {
    latest.current += 1;
    const mine = latest.current;
    setReading(undefined);
    const reader = readTable(job, { ...table, as, from, taken }, () => crypto.randomUUID());
    // What is no longer wanted is left.
    const on = () => {
      if (mine !== latest.current) return;
      const step = reader.next();
      if (step.done === true) return setReading(step.value);
      setRead(step.value);
      setTimeout(on);
    };
    on();
    return () => {
      latest.current += 1;
    };
  }, [job, table, as, from, taken]);
  return { read, reading };
}

/** What each column is taken as, over the first rows. */
function FirstRows({
  table,
  as,
  setAs,
}: {
  table: CsvTable;
  as: readonly (string | undefined)[];
  setAs: (as: (string | undefined)[]) => void;
}) {
  const dialect = useJobState((state) => state.job.dialect);
  const columns = useMemo(() => takenColumns(dialect), [dialect]);
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: wider than the page, scrolled by keyboard too
    <div className="overflow-x-auto" role="region" aria-label="Columns and first rows" tabIndex={0}>
      <table className="border-collapse text-[13px]">
        <thead>
          <tr>
            {table.heads.map((head, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: columns have no identity beyond their place
              <th key={at} scope="col" className="min-w-32 px-1 pb-1 text-left align-bottom font-normal">
                <span className="block truncate px-1 text-quiet">{head === '' ? `column ${at + 1}` : head}</span>
                <Select
                  aria-label={`${head === '' ? `Column ${at + 1}` : head} is taken as`}
                  value={as[at] ?? LEFT_OUT}
                  options={[
                    { value: LEFT_OUT, label: 'left out' },
                    ...columns
                      .filter(({ id }) => id === as[at] || !as.includes(id))
                      .map(({ id, head: ours }) => ({ value: id, label: ours })),
                  ]}
                  onChange={(to) => setAs(as.map((each, index) => (index === at ? (to === LEFT_OUT ? undefined : to) : each)))}
                />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.slice(0, SHOWN).map((cells, row) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: rows have no identity beyond their place
            <tr key={row} className="border-line border-t">
              {table.heads.map((_, at) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: as above
                <td key={at} className={`max-w-48 truncate px-2 py-1 ${as[at] === undefined ? 'text-quiet line-through' : ''}`}>
                  {cells[at] ?? ''}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** The rows that do not fit, with why. */
function Misfits({ problems }: { problems: TableReading['problems'] }) {
  return (
    <div className="rounded border border-stop bg-stop-ground px-3 py-2 text-[13px]" data-testid="misfits">
      <b className="font-semibold text-stop">These rows are left out.</b>
      <ul>
        {problems.slice(0, NAMED).map(({ line, head, message }) => (
          <li key={`${line} ${head} ${message}`}>
            line {line}, {head}: {message}
          </li>
        ))}
        {problems.length > NAMED && <li>and {problems.length - NAMED} more</li>}
      </ul>
    </div>
  );
}
