'use client';
import { showTorque } from '@/core/job/show';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { InspectionStudy, Seen } from '@/core/reports/inspection';
import type { InspectionRow } from '@/core/reports/inspectionRows';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer, useJobState } from '../../client/JobContext';
import { boardsOf } from './directory';
import type { PaperName } from './paper';
import { Sheet } from './Sheet';

/** The inspection of every board: what was found with what is to be done, what is in order, and what nobody looked at. */
export function InspectionSheets({ paper }: { paper: PaperName }) {
  const job = useJobState((state) => state.job);
  const boards = boardsOf(job);
  return boards.map(({ id, name }, index) => (
    <Sheet key={id} paper={paper} title={`${name}: inspection`} page={index + 1} pages={boards.length}>
      <OfBoard boardId={id} />
    </Sheet>
  ));
}

const isWrong = ({ verdict }: InspectionRow): boolean => verdict === 'stop' || verdict === 'caution';
const RANK = { stop: 0, unknown: 1, caution: 2, pass: 3, 'not-applicable': 4 } as const;

/** Rows with whose they are, where not the board's own. */
interface Named {
  row: InspectionRow;
  whose: string | null;
}

/** Of what is found the widest; the rest by what stands in it. */
const WIDTHS: Readonly<Record<string, string>> = { Found: 'w-[42%]', Code: 'w-16', Rule: 'w-40' };

function OfBoard({ boardId }: { boardId: string }) {
  const study = useAnswer({ kind: 'inspection', boardId });
  if (study === undefined) return <p aria-busy="true">studying</p>;
  if (study === null) return <p>Nothing feeds it.</p>;
  const all: Named[] = [
    ...study.rows.map((row) => ({ row, whose: null })),
    ...study.devices.flatMap(({ name, rows }) => rows.map((row) => ({ row, whose: name }))),
    ...study.parts.flatMap(({ name, rows, counts }) =>
      rows.filter(({ verdict }) => counts.seen > 0 || verdict !== null).map((row) => ({ row, whose: name })),
    ),
  ];
  const found = all
    .filter(({ row }) => isWrong(row) || row.verdict === 'unknown')
    .sort((a, b) => RANK[a.row.verdict ?? 'unknown'] - RANK[b.row.verdict ?? 'unknown']);
  const right = all.filter(({ row }) => row.verdict === 'pass' || row.verdict === 'not-applicable');
  const unseen = all.filter(({ row }) => row.verdict === null);
  return (
    <>
      <p className="mb-2 text-[12px]">
        {said(study.counts)}
        {study.codes && study.counts.seen > 0 && `; ${codesSaid(study)}`}
      </p>
      {found.length > 0 && (
        <table className="w-full table-fixed border-collapse text-[12px]" data-testid="found">
          <thead>
            <tr className="border-ink border-b text-left text-[11px]">
              {['Found', 'To do', ...(study.codes ? ['Code'] : []), 'Rule'].map((head) => (
                <th key={head} scope="col" className={cx('py-1 pr-3 font-semibold', WIDTHS[head])}>
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {found.map(({ row, whose }) => (
              <tr key={row.key} className="border-line-strong border-b align-top">
                <td className="py-1 pr-3">
                  <span className="flex items-start gap-2">
                    <span className="mt-0.5">
                      <VerdictMark kind={row.verdict ?? 'unknown'} label={VERDICT_WORDS[row.verdict ?? 'unknown']} />
                    </span>
                    <span>
                      <b className="font-semibold">{row.name}</b>
                      {whose !== null && `, ${whose}`}
                      {(row.kind !== 'seen' || row.value !== null || row.verdict === 'unknown') && (
                        <span className="block text-[11px]">{row.because}</span>
                      )}
                      {row.kind === 'seen' && row.value === null && row.verdict !== 'unknown' && (
                        <span className="block text-[11px]">required: {row.right}</span>
                      )}
                      {row.note !== null && <span className="block text-[11px]">{row.note}</span>}
                    </span>
                  </span>
                </td>
                <td className="py-1 pr-3">{row.fix}</td>
                {study.codes && (
                  <td className="py-1 pr-3 font-semibold">{row.code ?? (row.proposed === null ? '' : 'not confirmed')}</td>
                )}
                <td className="py-1 text-[11px]">{row.rule}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Torques study={study} />
      <Names title="Not seen" rows={unseen} />
      <Names title="In order" rows={right} />
    </>
  );
}

/** Terminals with the torque marked on them and what they were tightened to, in both units. */
function Torques({ study }: { study: InspectionStudy }) {
  const devices = useJobState((state) => state.job.devices);
  const rows = study.devices.flatMap(({ deviceId, name, rows: items }) => {
    const torque = items.find(({ item }) => item === 'torque');
    const settings = devices[deviceId]?.settings;
    const marked = settings !== undefined && 'terminalTorqueNm' in settings ? settings.terminalTorqueNm?.value : undefined;
    if (torque === undefined || (torque.verdict === null && marked === undefined)) return [];
    const done = torque.value ?? (torque.result === 'by-feel' ? 'by feel' : torque.verdict === null ? '' : (torque.result ?? ''));
    return [{ deviceId, name, marked: marked === undefined ? 'not known' : showTorque(marked), done }];
  });
  if (rows.length === 0) return null;
  return (
    <section aria-label="Torque" className="mt-3 text-[12px]">
      <h2 className="font-semibold">Torque</h2>
      <ul className="grid grid-cols-2 gap-x-6">
        {rows.map(({ deviceId, name, marked, done }) => (
          <li key={deviceId} className="grid grid-cols-[minmax(0,1fr)_auto_96px] gap-x-2 border-line border-b py-0.5">
            <span className="truncate">{name}</span>
            <span className="whitespace-nowrap text-[11px] text-quiet">{marked}</span>
            <span className={done === '' ? 'border-ink border-b' : 'text-right font-semibold text-[11px]'}>{done}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Names({ title, rows }: { title: string; rows: readonly Named[] }) {
  if (rows.length === 0) return null;
  // By what was looked at, with how many of a kind.
  const names = new Map<string, number>();
  for (const { row, whose } of rows) {
    const name = whose === null ? row.name : `${row.name} (device or outlet)`;
    names.set(name, (names.get(name) ?? 0) + 1);
  }
  return (
    <section aria-label={title} className="mt-3 text-[12px]">
      <h2 className="font-semibold">{title}</h2>
      <p>{[...names].map(([name, count]) => (count === 1 ? name : `${name} × ${count}`)).join('; ')}</p>
    </section>
  );
}

const said = ({ asked, seen, wrong }: Seen): string =>
  seen === 0
    ? 'not inspected'
    : `${seen} of ${asked} inspected, ${wrong === 1 ? 'one defect' : `${wrong} defects`}${seen < asked ? `, ${asked - seen} not inspected` : ''}`;

/** Codes as confirmed, and what they come to; nothing is called satisfactory while a fault has no code or something was not seen. */
function codesSaid({ coded: { counts, unconfirmed, outcome } }: InspectionStudy): string {
  const counted = counts.map(({ code, count }) => `${count} × ${code}`).join(', ') || 'no code confirmed';
  const open = unconfirmed === 0 ? '' : `, ${unconfirmed} without a code`;
  return `${counted}${open}: ${outcome === 'open' ? 'not settled' : outcome}`;
}
