'use client';
import { memo, useEffect } from 'react';
import type { BoardLayout, Place, Seat } from '@/core/job/board/layout';
import type { Board } from '@/core/job/schema/supply';
import { showCurrent } from '@/core/job/show';
import { lineLetter } from '@/core/job/terms';
import { cx } from '@/ui/cx';
import { useWidth } from '@/ui/useWidth';
import { DeviceCard, DeviceMark, type Drawn, groupHue } from './DeviceCard';
import { useDropPlace } from './dragging';
import { MainBar } from './MainBar';
import { useStep } from './useStep';

/** A module at its narrowest, px: a finger finds it, and a name fits along it. */
const LEAST_W = 42;
const MOST_W = 62;
/** Room for a name along a device; a board of many rails has less of it. */
const HEIGHT = { few: 224, many: 172 };
const GAP = 2;

/** Rails of modules with their devices, what hangs behind one group device under one bracket. */
export function RailsBoard({ layout, board, ...drawn }: Drawn & { layout: BoardLayout; board: Board }) {
  const { job, place, seats, study } = drawn;
  const [available, measure] = useWidth(760);
  const modules = layout.halves / 2;
  const width = Math.min(MOST_W, Math.max(LEAST_W, Math.floor((available - 26) / modules)));
  // What is chosen is on the screen, where the rail is longer than that.
  useEffect(() => {
    if (place.deviceId !== null)
      document.querySelector(`[data-device="${place.deviceId}"]`)?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [place.deviceId]);
  const height = layout.tracks <= 2 ? HEIGHT.few : HEIGHT.many;
  const step = useStep(layout);
  const placed = seats.filter((seat): seat is Seat & { place: Place } => seat.place !== undefined);
  const ofDevice = (id: string) => study?.devices.find(({ deviceId }) => deviceId === id);
  const most = Math.max(1, ...(study?.devices.map(({ amps }) => amps ?? 0) ?? []));
  return (
    <section ref={measure} aria-label={board.name} data-testid="board" className="rounded border border-line bg-raised p-3">
      <MainBar drawn={drawn} />
      <div className="grid gap-4 overflow-x-auto pb-1">
        {Array.from({ length: layout.tracks }, (_, track) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rails are their numbers
          <div key={track} style={{ width: modules * width }}>
            <div className="relative" style={{ height }}>
              <span
                aria-hidden
                className="absolute inset-x-0 top-1/2 h-[14px] -translate-y-1/2 rounded-sm border border-line bg-ground"
              />
              <Modules track={track} modules={modules} width={width} closed={board.openingsClosed?.value} placed={placed} />
              {placed
                .filter((seat) => seat.place.track === track)
                .map((seat) => (
                  <DeviceCard
                    key={seat.device.id}
                    drawn={drawn}
                    seat={seat}
                    step={(key) => step(seat.device.id, seat.place, key)}
                    className="top-0 bottom-0 flex flex-col items-center gap-1 py-1.5 text-center"
                    style={{ left: (seat.place.at * width) / 2 + GAP / 2, width: (seat.place.span * width) / 2 - GAP }}
                  >
                    {({ name, label, cover, number }, of) => (
                      <>
                        <span className="h-4 text-[12px] text-quiet">{number}</span>
                        <span className="w-full px-0.5 text-center font-semibold text-[13px] leading-tight">{label}</span>
                        <span className="flex min-h-0 flex-1 items-center [writing-mode:vertical-rl]">
                          <span className="max-h-full truncate text-[13px]">
                            {name}
                            {seat.place.span > 3 && cover !== '' && <span className="text-quiet"> {cover}</span>}
                          </span>
                        </span>
                        <span className="text-[12px] text-quiet leading-tight">
                          {place.view === 'load' || (place.view === 'line' && seat.device.lines.length === 0)
                            ? of?.amps == null
                              ? ''
                              : showCurrent(of.amps)
                            : seat.device.lines.map((line) => lineLetter(job.supply, line)).join(' ')}
                        </span>
                        {place.view === 'load' ? (
                          <span aria-hidden className="h-1.5 w-[70%] rounded-sm bg-line">
                            <span
                              className="block h-1.5 rounded-sm bg-ink"
                              style={{ width: `${(100 * (of?.amps ?? 0)) / most}%` }}
                            />
                          </span>
                        ) : (
                          <span className="h-4">
                            <DeviceMark of={of} />
                          </span>
                        )}
                      </>
                    )}
                  </DeviceCard>
                ))}
            </div>
            <Groups track={track} width={width} drawn={drawn} placed={placed} ofDevice={ofDevice} />
          </div>
        ))}
      </div>
    </section>
  );
}

/** Brackets under what hangs together, each with the name of the device it hangs behind. */
function Groups({
  track,
  width,
  drawn: { job, seats },
  placed,
  ofDevice,
}: {
  track: number;
  width: number;
  drawn: Drawn;
  placed: readonly (Seat & { place: Place })[];
  ofDevice: (id: string) => Parameters<typeof groupHue>[3];
}) {
  const row = placed.filter((seat) => seat.place.track === track).sort((a, b) => a.place.at - b.place.at);
  const runs: { hue: string; from: number; to: number; name: string }[] = [];
  for (const seat of row) {
    const hue = groupHue(job, seats, seat, ofDevice(seat.device.id));
    const { at, span } = seat.place;
    const last = runs.at(-1);
    if (hue === undefined) continue;
    if (last !== undefined && last.hue === hue && last.to === at) last.to = at + span;
    else {
      const behind =
        seat.device.seat === 'board' ? seat.device : job.devices[job.circuits[seat.device.circuitId ?? '']?.behindDeviceId ?? ''];
      runs.push({ hue, from: at, to: at + span, name: behind?.name ?? 'one neutral' });
    }
  }
  if (runs.length === 0) return null;
  return (
    <div className="relative h-6" aria-hidden>
      {runs.map(({ hue, from, to, name }) => (
        <span
          key={from}
          className="absolute top-1 truncate border-t-4 pt-0.5 text-center text-[12px] leading-tight"
          style={{ left: (from * width) / 2 + 2, width: ((to - from) * width) / 2 - 4, borderColor: hue }}
        >
          {name}
        </span>
      ))}
    </div>
  );
}

const Modules = memo(function Modules({
  track,
  modules,
  width,
  closed,
  placed,
}: {
  track: number;
  modules: number;
  width: number;
  closed: boolean | undefined;
  placed: readonly (Seat & { place: Place })[];
}) {
  const taken = new Set(
    placed.flatMap(({ place: { track: on, at, span } }) =>
      on === track ? Array.from({ length: span }, (_, half) => at + half) : [],
    ),
  );
  return (
    <>
      {Array.from({ length: modules }, (_, at) => (
        <Module
          // biome-ignore lint/suspicious/noArrayIndexKey: modules are their numbers
          key={at}
          track={track}
          at={2 * at}
          left={at * width}
          width={width}
          open={taken.has(2 * at) || taken.has(2 * at + 1) ? undefined : closed !== true}
          bare={closed === false}
        />
      ))}
    </>
  );
});

function Module({
  track,
  at,
  left,
  width,
  open,
  bare,
}: {
  track: number;
  at: number;
  left: number;
  width: number;
  open: boolean | undefined;
  bare: boolean;
}) {
  const { setNodeRef, isOver } = useDropPlace({ track, at });
  return (
    <div
      ref={setNodeRef}
      data-space={`${track}:${at}`}
      className={cx(
        'absolute inset-y-0 rounded border',
        isOver
          ? 'border-copper bg-chosen'
          : open === undefined
            ? 'border-transparent'
            : bare
              ? 'border-stop border-dashed'
              : 'border-line border-dashed',
      )}
      style={{ left: left + 1, width: width - 2 }}
    />
  );
}
