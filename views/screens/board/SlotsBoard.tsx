'use client';
import { memo } from 'react';
import { type BoardLayout, linesAt, type Place, placeText, poleStep, polesWide, type Seat } from '@/core/job/board/layout';
import type { Line } from '@/core/job/schema/facts';
import type { Board } from '@/core/job/schema/supply';
import { showCurrent } from '@/core/job/show';
import { lineLetter } from '@/core/job/terms';
import { cx } from '@/ui/cx';
import { useCoarse } from '@/ui/useMedia';
import { DeviceCard, DeviceMark, type Drawn, groupHue } from './DeviceCard';
import { useDropPlace } from './dragging';
import { MainBar } from './MainBar';
import { useStep } from './useStep';

const ROW = { fine: 30, coarse: 44 };
const GAP = 2;

/** Two columns of spaces on alternating lines, devices reaching across the poles they have. */
export function SlotsBoard({ layout, board, ...drawn }: Drawn & { layout: BoardLayout; board: Board }) {
  const { job, place, seats, study } = drawn;
  const row = useCoarse() ? ROW.coarse : ROW.fine;
  const rows = layout.halves / 2;
  const height = rows * row;
  const step = useStep(layout);
  const placed = seats.filter((seat): seat is Seat & { place: Place } => seat.place !== undefined);
  const taken = new Set(
    placed.flatMap(({ place: { track, at, span } }) => Array.from({ length: span }, (_, half) => `${track}:${at + half}`)),
  );
  const loads = Math.max(1, ...(study?.devices.map(({ amps }) => amps ?? 0) ?? []));
  const track = (side: 0 | 1) => (
    <div className="relative" style={{ height }}>
      <Spaces
        side={side}
        rows={rows}
        row={row}
        halfFrom={board.halfFrom?.value ?? 0}
        taken={taken}
        closed={board.openingsClosed?.value}
      />
      {placed
        .filter((seat) => seat.place.track === side)
        .map((seat) => {
          const hue =
            place.view === 'group'
              ? groupHue(
                  job,
                  seats,
                  seat,
                  study?.devices.find(({ deviceId }) => deviceId === seat.device.id),
                )
              : undefined;
          return (
            <DeviceCard
              key={seat.device.id}
              drawn={drawn}
              seat={seat}
              step={(key) => step(seat.device.id, seat.place, key)}
              className={cx('right-0 left-0 flex items-center gap-2', side === 0 ? 'pr-5 pl-2' : 'pr-2 pl-5')}
              style={{
                top: (seat.place.at * row) / 2 + GAP / 2,
                height: (seat.place.span * row) / 2 - GAP,
                ...(hue === undefined ? {} : { boxShadow: `inset ${side === 0 ? 5 : -5}px 0 ${hue}` }),
              }}
            >
              {({ name, label, cover }, of) => (
                <>
                  <span className="min-w-0 flex-1 truncate">{name}</span>
                  {place.view === 'load' ? (
                    <Bar amps={of?.amps ?? null} of={loads} />
                  ) : (
                    <span className="shrink-0 whitespace-nowrap text-quiet max-sm:hidden">
                      {place.view === 'line' && of?.amps != null ? showCurrent(of.amps) : `${label} ${cover}`}
                    </span>
                  )}
                  {place.view !== 'load' && <DeviceMark of={of} />}
                  <Stabs seat={seat} layout={layout} side={side} row={row} />
                  {of !== undefined && of.tiedTo.length > 0 && <Tie side={side} />}
                </>
              )}
            </DeviceCard>
          );
        })}
    </div>
  );
  return (
    <section
      aria-label={board.name}
      data-testid="board"
      className="mx-auto max-w-[860px] rounded border border-line bg-raised p-3 max-sm:p-2"
    >
      <MainBar drawn={drawn} />
      <div className="grid grid-cols-[26px_minmax(0,1fr)_52px_minmax(0,1fr)_26px] gap-x-1 max-sm:grid-cols-[20px_minmax(0,1fr)_30px_minmax(0,1fr)_20px]">
        <Numbers side={0} rows={rows} row={row} layout={layout} />
        {track(0)}
        <Bus rows={rows} row={row} layout={layout} letter={(line) => lineLetter(job.supply, line)} />
        {track(1)}
        <Numbers side={1} rows={rows} row={row} layout={layout} />
      </div>
    </section>
  );
}

const Numbers = memo(function Numbers({
  side,
  rows,
  row,
  layout,
}: {
  side: 0 | 1;
  rows: number;
  row: number;
  layout: BoardLayout;
}) {
  return (
    <ol aria-hidden className={cx('text-[12px] text-quiet', side === 0 ? 'text-right' : 'text-left')}>
      {Array.from({ length: rows }, (_, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: rows are their numbers
        <li key={at} style={{ height: row, lineHeight: `${row}px` }}>
          {placeText({ track: side, at: 2 * at }, layout)}
        </li>
      ))}
    </ol>
  );
});

/** The bars between the columns: which line each row is on, told by its letter and by solid, outlined and hatched. */
const Bus = memo(function Bus({
  rows,
  row,
  layout,
  letter,
}: {
  rows: number;
  row: number;
  layout: BoardLayout;
  letter: (line: Line) => string;
}) {
  return (
    <ol aria-hidden className="relative">
      {Array.from({ length: rows }, (_, at) => {
        const line = layout.bus[at % layout.bus.length]!;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: rows are their numbers
          <li key={at} className="flex items-center" style={{ height: row }}>
            <span
              className={cx(
                'w-full rounded-sm border border-ink text-center font-semibold text-[11px] leading-[15px]',
                LOOK[line],
              )}
            >
              {letter(line)}
            </span>
          </li>
        );
      })}
    </ol>
  );
});
const LOOK: Readonly<Record<Line, string>> = {
  L1: 'bg-ink text-raised',
  L2: 'bg-raised text-ink',
  L3: 'hatched text-ink',
};

/** The poles of a device at the bars. */
function Stabs({ seat, layout, side, row }: { seat: Seat & { place: Place }; layout: BoardLayout; side: 0 | 1; row: number }) {
  const { device, place } = seat;
  const lines = linesAt(device, place, layout);
  const step = poleStep(device, layout.kind);
  return (
    <>
      {Array.from({ length: polesWide(device, layout.kind) }, (_, pole) => (
        <span
          // biome-ignore lint/suspicious/noArrayIndexKey: poles have no identity beyond their place
          key={pole}
          aria-hidden
          className={cx(
            'absolute w-[7px] rounded-[1px] border border-ink',
            side === 0 ? 'right-1' : 'left-1',
            LOOK[lines[pole] ?? 'L1'],
          )}
          style={{ top: (pole * step * row) / 2 + 5, height: (step * row) / 2 - 14 }}
        />
      ))}
    </>
  );
}

/** Tied to its neighbour: a bar at the outer edge. */
const Tie = ({ side }: { side: 0 | 1 }) => (
  <span aria-hidden className={cx('absolute inset-y-0 w-[3px] bg-ink', side === 0 ? 'left-0' : 'right-0')} />
);

/** What it carries, as a share of the greatest here. */
export function Bar({ amps, of }: { amps: number | null; of: number }) {
  return (
    <span className="flex w-28 shrink-0 items-center gap-2 max-sm:w-16">
      <span className="h-2 min-w-0 flex-1 rounded-sm bg-line">
        <span className="block h-2 rounded-sm bg-ink" style={{ width: `${(100 * (amps ?? 0)) / of}%` }} />
      </span>
      <span className="w-12 text-right font-semibold">{amps === null ? '?' : showCurrent(amps)}</span>
    </span>
  );
}

/** Spaces something may be put into; those without a device say whether they are closed. */
const Spaces = memo(function Spaces({
  side,
  rows,
  row,
  halfFrom,
  taken,
  closed,
}: {
  side: 0 | 1;
  rows: number;
  row: number;
  halfFrom: number;
  taken: ReadonlySet<string>;
  closed: boolean | undefined;
}) {
  return (
    <>
      {Array.from({ length: rows }, (_, at) => {
        const halves = halfFrom > 0 && 2 * at + 1 + side >= halfFrom;
        const free = !taken.has(`${side}:${2 * at}`) && !taken.has(`${side}:${2 * at + 1}`);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: rows are their numbers
          <div key={at} className="absolute right-0 left-0" style={{ top: at * row, height: row }}>
            {free && (
              <span
                className={cx(
                  'absolute inset-x-0 inset-y-px truncate rounded border border-dashed px-2 text-[12px]',
                  closed === false ? 'border-stop text-stop' : 'border-line text-quiet',
                )}
                style={{ lineHeight: `${row - 4}px` }}
              >
                {closed === false ? 'open, nothing closes it' : closed === true ? 'closed' : 'no device'}
              </span>
            )}
            {halves ? (
              <>
                <Target track={side} at={2 * at} height={row / 2} top={0} />
                <Target track={side} at={2 * at + 1} height={row / 2} top={row / 2} />
              </>
            ) : (
              <Target track={side} at={2 * at} height={row} top={0} />
            )}
          </div>
        );
      })}
    </>
  );
});

function Target({ track, at, height, top }: { track: number; at: number; height: number; top: number }) {
  const { setNodeRef, isOver } = useDropPlace({ track, at });
  return (
    <div
      ref={setNodeRef}
      data-space={`${track}:${at}`}
      className={cx('absolute inset-x-0 rounded', isOver && 'bg-chosen outline-2 outline-copper')}
      style={{ top, height }}
    />
  );
}
