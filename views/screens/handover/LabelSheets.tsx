'use client';
import type { ReactNode } from 'react';
import type { LabelsStudy } from '@/core/reports/labels';
import { useAnswer, useJobState } from '../../client/JobContext';
import { boardsOf, feedOf } from './directory';
import { MARGIN_MM, PAPERS, type PaperName } from './paper';
import { Sheet } from './Sheet';

/** One label, mm, with what is cut away between two. */
const LABEL = { width: 58, height: 32 };
/** Head, foot and the line above the labels, mm. */
const BESIDE_MM = 46;

interface Label {
  key: string;
  content: ReactNode;
}

/** Labels for boards, outlets and appliances, to be cut out; what nobody knows yet is a line to write on. */
export function LabelSheets({ paper }: { paper: PaperName }) {
  const job = useJobState((state) => state.job);
  const study = useAnswer({ kind: 'labels' });
  if (study === undefined) return <p aria-busy="true">studying</p>;
  const { width, height } = PAPERS[paper];
  const columns = Math.floor((width - 2 * MARGIN_MM) / LABEL.width);
  const rows = Math.floor((height - 2 * MARGIN_MM - BESIDE_MM) / LABEL.height);
  const labels: Label[] = [
    ...boardsOf(job).map((board) => ({
      key: board.id,
      content: (
        <Written
          name={board.name}
          room={board.place ?? null}
          lines={[['fed by', feedOf(job, board.id)?.replace(/^fed by /, '') ?? null]]}
        />
      ),
    })),
    ...ofPoints(study),
    ...ofAppliances(study),
  ];
  const lacking = [...study.points, ...study.appliances].filter(({ lacks }) => lacks.length > 0).length;
  const each = Math.max(1, columns * rows);
  const pages = Math.max(1, Math.ceil(labels.length / each));
  return Array.from({ length: pages }, (_, page) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: pages are their numbers
    <Sheet key={page} paper={paper} title="Labels" page={page + 1} pages={pages}>
      <p className="mb-2 text-[12px]">
        {labels.length} labels
        {lacking > 0 && `; ${lacking} ${lacking === 1 ? 'lacks' : 'lack'} something, named on it and to be written in`}
      </p>
      <ul className="grid" style={{ gridTemplateColumns: `repeat(${columns}, ${LABEL.width}mm)` }}>
        {labels.slice(page * each, (page + 1) * each).map(({ key, content }) => (
          <li
            key={key}
            data-label={key}
            className="overflow-hidden border border-line-strong border-dashed p-[2.5mm]"
            style={{ height: `${LABEL.height}mm` }}
          >
            {content}
          </li>
        ))}
      </ul>
    </Sheet>
  ));
}

const ofPoints = ({ points }: LabelsStudy): Label[] =>
  points.map(({ pointId, name, room, fedFrom, protectedBy, resetsAt, lacks }) => ({
    key: pointId,
    content: (
      <Written
        name={name}
        room={room}
        lines={[
          ['fed from', fedFrom],
          ['protected by', protectedBy.length === 0 ? null : protectedBy.join(', ')],
          ...(resetsAt === null ? [] : [['resets at', resetsAt] as const]),
        ]}
        lacks={lacks}
      />
    ),
  }));

const ofAppliances = ({ appliances }: LabelsStudy): Label[] =>
  appliances.map(({ loadId, name, room, fedFrom, disconnectAt, lacks }) => ({
    key: loadId,
    content: (
      <Written
        name={name}
        room={room}
        lines={[
          ['disconnect at', disconnectAt],
          ['fed from', fedFrom],
        ]}
        lacks={lacks}
      />
    ),
  }));

function Written({
  name,
  room,
  lines,
  lacks = [],
}: {
  name: string;
  room: string | null;
  lines: readonly (readonly [what: string, says: string | null])[];
  lacks?: readonly string[];
}) {
  return (
    <>
      <p className="flex items-baseline gap-2 leading-tight">
        <b className="truncate font-semibold text-[14px]">{name}</b>
        {room !== null && <span className="ml-auto truncate text-[11px] text-quiet">{room}</span>}
      </p>
      <dl className="mt-[1mm] text-[11.5px] leading-[4.4mm]">
        {lines.map(([what, says]) => (
          <div key={what} className="flex gap-1">
            <dt className="shrink-0 text-quiet">{what}</dt>
            <dd className="min-w-0 flex-1 font-semibold">{says ?? <span className="block h-[3.6mm] border-ink border-b" />}</dd>
          </div>
        ))}
      </dl>
      {lacks.length > 0 && <p className="truncate text-[10.5px] text-quiet">not known: {lacks.join(', ')}</p>}
    </>
  );
}
