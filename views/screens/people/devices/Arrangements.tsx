'use client';
import { useState } from 'react';
import type { Arranged } from '@/core/fixes/arrangements';
import { VERDICT_WORDS } from '@/core/job/terms';
import { Button } from '@/ui/Button';
import { Pick } from '@/ui/Choice';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer, useJobState, useProgress, useSession } from '../../../client/JobContext';
import { figure } from './figures';

/** The ways a board can be given its residual protection, side by side, each tried on the whole job. */
export function Arrangements() {
  const job = useJobState((state) => state.job);
  const finals = (boardId: string) =>
    Object.values(job.circuits).filter(
      (each) => each.fromBoardId === boardId && each.kind === 'final' && each.state !== 'removed',
    ).length;
  // The fullest first.
  const boards = Object.values(job.boards)
    .filter(({ id, state }) => state !== 'removed' && finals(id) > 1)
    .sort((a, b) => finals(b.id) - finals(a.id));
  const [boardId, setBoardId] = useState<string | undefined>(boards[0]?.id);
  if (boardId === undefined || job.boards[boardId] === undefined) return null;
  return (
    <section aria-label="Arrangements" data-testid="arrangements" className="mt-3 rounded border border-line bg-raised">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 border-line border-b px-3 py-2">
        <h2 className="font-semibold">Arrangements of one board</h2>
        {boards.length > 1 && (
          <Pick
            label="Board"
            value={boardId}
            options={boards.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={setBoardId}
          />
        )}
      </div>
      <Rows boardId={boardId} key={boardId} />
    </section>
  );
}

const WORDS: Readonly<Record<Arranged['kind'], string>> = {
  now: 'As it is',
  one: 'One RCD for all',
  two: 'Two RCDs, best split',
  hybrid: 'Two RCDs and RCBOs',
  'per-circuit': 'An RCBO for each',
  'selective-main': 'RCBOs under a type S',
};

function Rows({ boardId }: { boardId: string }) {
  const rows = useAnswer({ kind: 'arrangements', boardId });
  const far = useProgress({ kind: 'arrangements', boardId });
  const [open, setOpen] = useState<Arranged['kind'] | null>(null);
  if (rows === undefined)
    return (
      <p className="px-3 py-2 text-[13px] text-quiet" aria-busy>
        trying: {far?.done ?? 0} of {far?.of ?? '…'}
      </p>
    );
  const lacks = [...new Set(rows.flatMap((row) => row.lacks))];
  if (rows.length === 0)
    return <p className="px-3 py-2 text-[13px] text-quiet">It takes two circuits with breakers to arrange.</p>;
  return (
    <div className="overflow-x-auto">
      <table className="w-full min-w-[620px] text-[13px] tabular-nums">
        <thead className="text-[12px] text-quiet">
          <tr>
            <th className="px-3 py-1 text-left font-normal">arrangement</th>
            <th className="px-1 py-1 text-right font-normal">rooms dark</th>
            <th className="px-1 py-1 text-left font-normal">stairs</th>
            <th className="px-1 py-1 text-right font-normal">max leakage, mA</th>
            <th className="px-1 py-1 text-right font-normal">trips a year</th>
            <th className="px-1 py-1 text-center font-normal">RCD type, DC</th>
            <th className="px-1 py-1 text-right font-normal">circuits to check</th>
            <th className="px-1 py-1 text-right font-normal">modules</th>
            <th className="px-1 py-1 text-right font-normal">price</th>
            <th className="px-3 py-1 text-right font-normal">stops</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <Row key={row.kind} row={row} open={open === row.kind} toggle={() => setOpen(open === row.kind ? null : row.kind)} />
          ))}
        </tbody>
      </table>
      <p className="border-line border-t px-3 py-2 text-[12px] text-quiet">
        {lacks.length > 0 && (
          <span className="block pb-1" data-testid="not-said">
            Compared by what is entered; not said: {lacks.slice(0, NAMED).join(', ')}
            {lacks.length > NAMED && ` and ${lacks.length - NAMED} more`}.
          </span>
        )}
        Trips a year without a fault; circuits to check when one trips; stops of questions 5 to 7 on this board.
      </p>
    </div>
  );
}

const NAMED = 6;

function Row({ row, open, toggle }: { row: Arranged; open: boolean; toggle: () => void }) {
  const session = useSession();
  const [refusal, setRefusal] = useState<string>();
  const {
    kind,
    rooms,
    stairs,
    worstMa,
    limitMa,
    leakage,
    saidMa,
    nuisance,
    dc,
    search,
    modules,
    price,
    stops,
    unknowns,
    command,
  } = row;
  return (
    <>
      <tr data-arrangement={kind} className={cx('border-line border-t', kind === 'now' && 'bg-chosen')}>
        <td className="px-3 py-1">
          {command === null ? (
            <span className="font-semibold">{WORDS[kind]}</span>
          ) : (
            <button
              type="button"
              aria-expanded={open}
              onClick={toggle}
              className="text-left font-semibold hover:text-copper pointer-coarse:min-h-11"
            >
              {WORDS[kind]}
            </button>
          )}
        </td>
        <td className="px-1 py-1 text-right font-semibold">{rooms}</td>
        <td className="px-1 py-1">{stairs === null ? '–' : stairs ? 'lit' : 'dark'}</td>
        <td className="whitespace-nowrap px-1 py-1 text-right">
          <span className="inline-flex items-center gap-1.5">
            <VerdictMark kind={leakage} label={VERDICT_WORDS[leakage]} />
            {worstMa === null ? (saidMa > 0 ? `${figure(saidMa)} so far` : 'not said') : figure(worstMa)}
            <span className="text-quiet">{limitMa === null ? '' : `of ${figure(limitMa)}`}</span>
          </span>
        </td>
        <td className="px-1 py-1 text-right">{nuisance === null ? 'not said' : aYear(nuisance)}</td>
        <td className="px-1 py-1 text-center">
          <VerdictMark kind={dc} label={VERDICT_WORDS[dc]} />
        </td>
        <td className="px-1 py-1 text-right">{search}</td>
        <td className="px-1 py-1 text-right">{modules}</td>
        <td className="px-1 py-1 text-right">{price === null ? '–' : Math.round(price)}</td>
        <td className="whitespace-nowrap px-3 py-1 text-right">
          {stops}
          {unknowns > 0 && <span className="text-quiet"> +{unknowns} unknown</span>}
        </td>
      </tr>
      {open && command !== null && (
        <tr>
          <td colSpan={10} className="px-3 pb-2">
            <Button primary onClick={() => setRefusal(session.edit(command))}>
              Arrange the board so
            </Button>
            {refusal !== undefined && <p className="font-semibold text-stop">{refusal}</p>}
          </td>
        </tr>
      )}
    </>
  );
}

const aYear = ({ perYear, low, high }: NonNullable<Arranged['nuisance']>): string => {
  if (high < 0.1) return '< 0.1';
  if (perYear === 0) return `< ${high.toFixed(1)}`;
  if (low < 0.1) return `< ${high.toFixed(1)}`;
  if (perYear < 1) return `${low.toFixed(1)} to ${high.toFixed(1)}`;
  return `${Math.floor(low)} to ${Math.ceil(high)}`;
};
