import type { Device } from '@/core/job/schema/device';
import type { Job } from '@/core/job/schema/job';
import { type Dialect, lineLetter, word } from '@/core/job/terms';
import type { Conductor, Placed, RunModel } from './runModel';

/** Heights in the drawing, px: labels above end here, the first conductor lies below, rows apart. */
export const LABELS_BOTTOM = 74;
const FIRST_Y = 92;
const ROW = 13;
/** Space for three lines of labels under the conductors, and the soil under those. */
const LABELS_BELOW = 74;
const SOIL = 44;

export interface RunHeights {
  rowY: ReadonlyMap<Conductor, number>;
  barTop: number;
  barBottom: number;
  labelsTop: number;
  soilY: number;
  total: number;
}

export function heightsOf({ rows, soil }: RunModel): RunHeights {
  const rowY = new Map(rows.map((conductor, index) => [conductor, FIRST_Y + index * ROW]));
  const barBottom = FIRST_Y + (rows.length - 1) * ROW + 11;
  const labelsTop = barBottom + 5;
  const soilY = labelsTop + LABELS_BELOW + 12;
  return { rowY, barTop: FIRST_Y - 11, barBottom, labelsTop, soilY, total: labelsTop + LABELS_BELOW + (soil ? SOIL : 0) };
}

/** Conductors in the colours the region's code gives them. */
const COLOURS: Record<Dialect, Record<Conductor, string>> = {
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
      {model.soil && <Soil model={model} placed={placed} heights={heights} />}
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
              from={from.kind === 'source' ? from.x + (conductor === 'PE' ? 0 : 14) : from.x}
              to={to.x}
              gaps={gaps}
              dialect={job.dialect}
              conductor={conductor}
            />
          );
        }),
      )}
      {placed.map((station) => {
        if (station.kind === 'source') return <Source key="source" x={station.x} heights={heights} model={model} />;
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

const GAP = 13;

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

const polesOf = ({ settings }: Device): string => ('poles' in settings ? settings.poles : '1P');

/** Whether a device stands across a conductor. */
function opens(device: Device, conductor: Conductor): boolean {
  if (conductor === 'PE') return false;
  const poles = polesOf(device);
  if (conductor !== 'N') return device.lines.length === 0 || device.lines.includes(conductor);
  if (poles === '1P+N' || poles === '3P+N' || poles === '4P') return true;
  return poles === '2P' && device.lines.length === 1 && device.settings.family !== 'moulded-case-nec';
}

/** Whether the pole in the neutral protects it, or merely opens with the others. */
const protectsNeutral = (device: Device): boolean => ['2P', '4P'].includes(polesOf(device));

/** Poles a device opens: a protected pole carries a solid block, a merely switched pole none, a fuse is a cartridge. */
function Contacts({
  x,
  device,
  conductors,
  rowY,
}: {
  x: number;
  device: Device;
  conductors: readonly Conductor[];
  rowY: ReadonlyMap<Conductor, number>;
}) {
  const { family } = device.settings;
  const across = conductors.filter((conductor) => opens(device, conductor));
  const { settings } = device;
  const residual =
    family === 'rcbo' ||
    family === 'rccb' ||
    (settings.family === 'moulded-case-nec' && settings.groundFault !== undefined && settings.groundFault !== 'none');
  const ys = conductors.filter((conductor) => conductor !== 'PE').map((conductor) => rowY.get(conductor)!);
  return (
    <g>
      {across.length > 1 && (
        <line
          x1={x}
          x2={x}
          y1={rowY.get(across[0]!)! - 4}
          y2={rowY.get(across.at(-1)!)! - 4}
          stroke="var(--ink)"
          strokeWidth="1"
          strokeDasharray="2 2"
        />
      )}
      {across.map((conductor) => (
        <Pole
          key={conductor}
          x={x}
          y={rowY.get(conductor)!}
          kind={
            family === 'fuse'
              ? 'fuse'
              : family === 'switch' || family === 'rccb' || (conductor === 'N' && !protectsNeutral(device))
                ? 'switched'
                : 'protected'
          }
        />
      ))}
      {residual && ys.length > 0 && (
        <ellipse
          cx={x + GAP + 8}
          cy={(ys[0]! + ys.at(-1)!) / 2}
          rx="4.5"
          ry={(ys.at(-1)! - ys[0]!) / 2 + 8}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="1.4"
        />
      )}
    </g>
  );
}

function Pole({ x, y, kind }: { x: number; y: number; kind: 'fuse' | 'protected' | 'switched' }) {
  if (kind === 'fuse')
    return (
      <>
        <rect
          x={x - GAP}
          y={y - 4}
          width={2 * GAP}
          height="8"
          rx="2"
          fill="var(--raised)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <line x1={x - GAP} x2={x + GAP} y1={y} y2={y} stroke="var(--ink)" strokeWidth="1.2" />
      </>
    );
  return (
    <>
      <line x1={x - GAP} y1={y} x2={x + GAP - 3} y2={y - 7} stroke="var(--ink)" strokeWidth="1.8" />
      {kind === 'protected' && (
        <rect x={x - 3} y={y - 7} width="6" height="6" fill="var(--ink)" transform={`rotate(-16 ${x} ${y - 4})`} />
      )}
      <circle cx={x - GAP} cy={y} r="2" fill="var(--ink)" />
      <circle cx={x + GAP} cy={y} r="2" fill="var(--ink)" />
    </>
  );
}

/** Two windings; where the earth conductor starts here, it is joined below them. */
function Source({ x, heights, model }: { x: number; heights: RunHeights; model: RunModel }) {
  const live = model.rows.filter((conductor) => conductor !== 'PE').map((conductor) => heights.rowY.get(conductor)!);
  const y = (live[0]! + live.at(-1)!) / 2;
  const protective = heights.rowY.get('PE');
  const joined = protective !== undefined && model.spans[0]?.conductors.includes('PE') === true;
  return (
    <g fill="var(--raised)" stroke="var(--ink)" strokeWidth="1.6">
      <circle cx={x - 6} cy={y} r="11" />
      <circle cx={x + 6} cy={y} r="11" fill="none" />
      {joined && <line x1={x} x2={x} y1={y + 11} y2={protective} />}
    </g>
  );
}

/** How far beside its board an electrode is drawn, clear of the board's own labels. */
const BESIDE = 44;

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
