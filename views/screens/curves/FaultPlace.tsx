'use client';
import { Slider } from 'radix-ui';
import { useMemo } from 'react';
import { showCurrent, showLength, showTime } from '@/core/job/show';
import type { FaultHere, FaultsAlong } from '@/core/reports/whoOpens';
import { cx } from '@/ui/cx';
import { useWidth } from '@/ui/useWidth';
import { useJobState } from '../../client/JobContext';
import { RunDrawing } from '../../parts/run/RunDrawing';
import { heightsOf } from '../../parts/run/runHeights';
import { type Placed, placeStations, runModel } from '../../parts/run/runModel';
import { spanOf } from './curvesModel';

/** The run of the circuit with a fault on it, moved along by hand: the chart follows. */
export function FaultPlace({
  circuitId,
  share,
  along,
  labels,
  onShare,
}: {
  circuitId: string;
  share: number;
  /** Null: it cannot be placed. Undefined: the answer is on its way. */
  along: FaultsAlong | null | undefined;
  /** Devices by as few letters as they are told by. */
  labels: ReadonlyMap<string, string>;
  onShare: (share: number) => void;
}) {
  const job = useJobState((state) => state.job);
  const [available, measure] = useWidth(540);
  const model = useMemo(() => (job.circuits[circuitId] === undefined ? null : runModel(job, circuitId)), [job, circuitId]);
  const { placed, width } = useMemo(() => placeStations(model?.stations ?? [], available), [model, available]);
  const last = placed.at(-1);
  if (model === null || last === undefined) return null;
  const heights = heightsOf(model, true);
  const from = startOf(placed).x;
  return (
    <section
      ref={measure}
      aria-label="A fault along the run"
      data-testid="fault-place"
      className="shrink-0 rounded border border-line bg-raised"
    >
      {/* The end comes first where it does not fit: that is the circuit itself. */}
      <div className="flex justify-end overflow-x-auto">
        <div className="relative shrink-0" style={{ width, height: heights.total }}>
          <RunDrawing job={job} model={model} placed={placed} width={width} heights={heights} />
          {placed.map((station, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: stations have no identity beyond their place
            <Name key={index} station={station} labels={labels} top={station.kind === 'board' ? heights.labelsTop - 2 : 8} />
          ))}
          {along !== null && along !== undefined && (
            <Slider.Root
              className="absolute flex touch-none items-center"
              style={{
                left: from,
                width: last.x - from,
                top: heights.barTop - 20,
                height: heights.barBottom - heights.barTop + 20,
              }}
              value={[Math.round(share * STEPS)]}
              max={STEPS}
              onValueChange={([at]) => onShare(at! / STEPS)}
            >
              <Slider.Track className="h-full grow cursor-pointer" />
              <Slider.Thumb
                aria-label="Place of the fault"
                aria-valuetext={placeText(along, job.dialect)}
                className="relative block h-full w-9 cursor-grab outline-none pointer-coarse:w-11 focus-visible:outline-2 focus-visible:outline-copper"
              >
                <svg viewBox="0 0 20 18" className="absolute top-0 left-1/2 h-[18px] w-5 -translate-x-1/2" aria-hidden>
                  <path d="M1 1H19L10 17Z" fill="var(--copper)" />
                </svg>
                <span className="absolute top-[18px] bottom-0 left-1/2 w-0.5 -translate-x-1/2 bg-copper" />
              </Slider.Thumb>
            </Slider.Root>
          )}
        </div>
      </div>
      <p className="border-line border-t px-3 py-1.5 text-[13px]" data-testid="fault-here" aria-live="polite">
        {along === undefined ? (
          <span aria-busy className="text-quiet">
            Placing the fault …
          </span>
        ) : along === null ? (
          <span className="text-quiet">Without its lengths and bands no fault can be placed on the run.</span>
        ) : (
          <Here along={along} place={placeText(along, job.dialect)} />
        )}
      </p>
    </section>
  );
}

/** Places along the run. */
const STEPS = 100;

const placeText = ({ metres, ofM }: FaultsAlong, dialect: 'iec' | 'nec'): string =>
  metres === ofM ? `far end, ${showLength(ofM, dialect)}` : `${showLength(metres, dialect)} of ${showLength(ofM, dialect)}`;

/** Where the cable of the circuit itself begins: at its last device, or where it leaves its board. */
const startOf = (placed: readonly Placed[]): Placed =>
  placed.findLast(
    (station) => (station.kind === 'device' && station.own) || station.kind === 'board' || station.kind === 'source',
  ) ?? placed[0]!;

function Name({ station, labels, top }: { station: Placed; labels: ReadonlyMap<string, string>; top: number }) {
  const text =
    station.kind === 'device' ? labels.get(station.device.id) : station.kind === 'board' ? station.board.name : undefined;
  if (text === undefined) return null;
  const device = station.kind === 'device';
  return (
    <span
      className={cx(
        '-translate-x-1/2 absolute truncate text-center leading-tight',
        device ? 'font-semibold text-[13px]' : 'text-[12px] text-quiet',
      )}
      style={{ left: station.x, top, width: station.width }}
      title={device ? station.device.name : text}
    >
      {text}
    </span>
  );
}

/** What flows there, and who opens. */
function Here({ along, place }: { along: FaultsAlong; place: string }) {
  const [most, least] = spanOf(along.faults);
  if (most === undefined || least === undefined) return <span className="text-quiet">{place}: no fault of it is known</span>;
  return (
    <>
      <span className="font-semibold text-copper">{place}</span>
      {': '}
      <Fault fault={most} word="maximum" />
      {'; '}
      <Fault fault={least} word="minimum" />
    </>
  );
}

function Fault({ fault: { currentA, kind, alone, may, byS }, word }: { fault: FaultHere; word: string }) {
  const who =
    alone === null ? (may.length === 0 ? 'no device is certain to trip' : `${may.join(' or ')} opens`) : `only ${alone} opens`;
  return (
    <>
      <span className="font-semibold">{showCurrent(currentA)}</span> {word} ({kind}), {who}
      {byS !== null && <span className="text-quiet"> by {showTime(byS)}</span>}
    </>
  );
}
