import type { Job } from '@/core/job/schema/job';
import { type Dialect, lineLetter, word } from '@/core/job/terms';
import type { RunHeights } from './runHeights';
import type { Conductor, Placed, RunModel } from './runModel';
import { Contacts, GAP, opens, Source } from './runSymbols';

/** Conductors in the colours the region's code gives them. */
export const COLOURS: Record<Dialect, Record<Conductor, string>> = {
  iec: {
    L1: 'var(--wire-brown)',
    L2: 'var(--wire-black)',
    L3: 'var(--wire-grey)',
    N: 'var(--wire-blue)',
    PE: 'var(--wire-green)',
  },
  nec: {
    L1: 'var(--wire-black)',
    L2: 'var(--wire-red)',
    L3: 'var(--wire-blue)',
    N: 'var(--wire-white)',
    PE: 'var(--wire-green)',
  },
};

interface Props {
  job: Job;
  model: RunModel;
  placed: readonly Placed[];
  width: number;
  heights: RunHeights;
}

/** Conductors as parallel lines from the source to the far end, devices across the poles they open. */
export function RunDrawing({ job, model, placed, width, heights }: Props) {
  const { rowY } = heights;
  const last = placed.at(-1);
  if (last === undefined) return null;
  const lastSpan = model.spans.at(-1);
  return (
    <svg width={width} height={heights.total} className="absolute inset-0" aria-hidden>
      {model.tt && <Soil model={model} placed={placed} heights={heights} />}
      {model.spans.map((span) =>
        span.conductors.map((conductor) => {
          const [from, to] = [placed[span.from]!, placed[span.to]!];
          const gaps = placed
            .slice(span.from, span.to + 1)
            .flatMap((station) => (station.kind === 'device' && opens(station.device, conductor) ? [station.x] : []));
          return (
            <Wire
              key={`${span.from} ${conductor}`}
              y={rowY.get(conductor)!}
              from={from.kind === 'source' ? from.x + (conductor === 'PE' ? 0 : 17) : from.x}
              to={to.x}
              gaps={gaps}
              dialect={job.dialect}
              conductor={conductor}
            />
          );
        }),
      )}
      {placed.map((station) => {
        if (station.kind === 'source')
          return <Source key="source" x={station.x} origin={station.origin} heights={heights} model={model} />;
        if (station.kind === 'device')
          return (
            <Contacts
              key={station.device.id}
              x={station.x}
              device={station.device}
              conductors={spanAt(model, placed, station)}
              rowY={rowY}
            />
          );
        if (station.kind === 'board' || station.kind === 'end')
          return (
            <line
              key={station.kind === 'board' ? station.board.id : 'end'}
              x1={station.x}
              x2={station.x}
              y1={heights.barTop}
              y2={heights.barBottom}
              stroke="var(--ink)"
              strokeWidth="3"
            />
          );
        return null;
      })}
      {job.supply.earthing === 'TN-C-S' && <Join model={model} placed={placed} heights={heights} />}
      {lastSpan?.conductors.map((conductor) => (
        <text key={conductor} x={last.x + 6} y={rowY.get(conductor)! + 4} className="fill-quiet" fontSize="12">
          {conductor === 'N'
            ? 'N'
            : conductor === 'PE'
              ? word(job.dialect, 'protectiveLetter')
              : lineLetter(job.supply, conductor)}
        </text>
      ))}
    </svg>
  );
}

/** Conductors that run past a station. */
function spanAt({ spans }: RunModel, placed: readonly Placed[], station: Placed): readonly Conductor[] {
  const index = placed.indexOf(station);
  return spans.find((span) => index > span.from && index <= span.to)?.conductors ?? [];
}

/** A conductor with an edge that survives both themes, open where a pole stands. The earth conductor is striped in IEC. */
function Wire({
  y,
  from,
  to,
  gaps,
  dialect,
  conductor,
}: {
  y: number;
  from: number;
  to: number;
  gaps: readonly number[];
  dialect: Dialect;
  conductor: Conductor;
}) {
  const colour = COLOURS[dialect][conductor];
  const striped = conductor === 'PE' && dialect === 'iec';
  const pieces: [number, number][] = [];
  let start = from;
  for (const gap of gaps) {
    pieces.push([start, gap - GAP]);
    start = gap + GAP;
  }
  pieces.push([start, to]);
  return (
    <>
      {pieces.map(([x1, x2]) => (
        <g key={x1}>
          <line x1={x1} x2={x2} y1={y} y2={y} stroke="var(--wire-edge)" strokeWidth="5" />
          <line x1={x1} x2={x2} y1={y} y2={y} stroke={striped ? 'var(--wire-yellow)' : colour} strokeWidth="3" />
          {striped && <line x1={x1} x2={x2} y1={y} y2={y} stroke={colour} strokeWidth="3" strokeDasharray="9 5" />}
        </g>
      ))}
    </>
  );
}

/** Where the protective conductor parts from the neutral: joined at the board the PEN leads to. */
function Join({ model, placed, heights }: Pick<Props, 'model' | 'placed' | 'heights'>) {
  const at = model.spans.findIndex(
    (span, index) => index > 0 && span.conductors.includes('PE') && !model.spans[index - 1]!.conductors.includes('PE'),
  );
  const [neutral, protective] = [heights.rowY.get('N'), heights.rowY.get('PE')];
  if (at < 0 || neutral === undefined || protective === undefined) return null;
  const x = placed[model.spans[at]!.from]!.x + 9;
  return (
    <g stroke="var(--ink)" fill="var(--ink)" strokeWidth="1.6">
      <line x1={x} x2={x} y1={neutral} y2={protective} />
      <circle cx={x} cy={neutral} r="2.6" />
      <circle cx={x} cy={protective} r="2.6" />
    </g>
  );
}

/** How far beside its board an electrode is drawn, clear of the board's own labels. */
const BESIDE = 56;

/** Where a station's electrode goes down, if it has one. */
export function electrodeX(station: Placed): number | undefined {
  if ((station.kind !== 'source' && station.kind !== 'board') || station.electrodes.length === 0) return undefined;
  return station.kind === 'source' ? station.x : station.x - BESIDE;
}

/** In TT the way back: down at each electrode, and through the soil between them. */
function Soil({ model, placed, heights }: Pick<Props, 'model' | 'placed' | 'heights'>) {
  const places = placed.flatMap((station) => {
    const x = electrodeX(station);
    return x === undefined ? [] : [{ station, x }];
  });
  const [first, last] = [places[0], places.at(-1)];
  const live = model.rows.filter((conductor) => conductor !== 'PE').map((conductor) => heights.rowY.get(conductor)!);
  return (
    <g stroke="var(--ink)" strokeWidth="1.5" fill="none">
      {places.map(({ station, x }) => (
        <g key={x}>
          {station.kind === 'source' ? (
            <path d={`M${x} ${(live[0]! + live.at(-1)!) / 2 + 11}V${heights.soilY}`} />
          ) : (
            <path d={`M${station.x} ${heights.barBottom}H${x}V${heights.soilY}`} stroke="var(--wire-green)" strokeWidth="2" />
          )}
          {[0, 1, 2].map((bar) => (
            <line
              key={bar}
              x1={x - 11 + bar * 4}
              x2={x + 11 - bar * 4}
              y1={heights.soilY + bar * 4}
              y2={heights.soilY + bar * 4}
            />
          ))}
        </g>
      ))}
      {first !== undefined && last !== undefined && first.x !== last.x && (
        <path
          d={`M${first.x + 14} ${heights.soilY + 10} Q${(first.x + last.x) / 2} ${heights.soilY + 26} ${last.x - 14} ${heights.soilY + 10}`}
          stroke="var(--quiet)"
          strokeDasharray="3 4"
        />
      )}
    </g>
  );
}
