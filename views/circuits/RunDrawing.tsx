import type { Device } from '@/core/job/schema/device';
import type { Placed } from './runModel';

/** Heights of the conductors in the drawing, px. */
export const LINE_Y = 84;
export const NEUTRAL_Y = 98;
export const PROTECTIVE_Y = 114;
export const BAR_TOP = 70;
export const BAR_BOTTOM = 124;

/** Single-phase conductors, line and neutral solid, protective dashed green on yellow, from source to far end. */
export function RunDrawing({ placed, width, height }: { placed: readonly Placed[]; width: number; height: number }) {
  const first = placed[0];
  const last = placed.at(-1);
  if (first === undefined || last === undefined) return null;
  const from = first.kind === 'source' ? first.x + 14 : first.x;
  const devices = placed.filter((station) => station.kind === 'device');
  return (
    <svg width={width} height={height} className="absolute inset-0" aria-hidden>
      <Conductor y={LINE_Y} from={from} to={last.x} colour="var(--wire-brown)" gaps={devices.map((station) => station.x)} />
      <Conductor
        y={NEUTRAL_Y}
        from={from}
        to={last.x}
        colour="var(--wire-blue)"
        gaps={devices.filter((station) => opensNeutral(station.device)).map((station) => station.x)}
      />
      <line x1={from} x2={last.x} y1={PROTECTIVE_Y} y2={PROTECTIVE_Y} stroke="var(--wire-yellow)" strokeWidth="3" />
      <line
        x1={from}
        x2={last.x}
        y1={PROTECTIVE_Y}
        y2={PROTECTIVE_Y}
        stroke="var(--wire-green)"
        strokeWidth="3"
        strokeDasharray="9 5"
      />
      {placed.map((station) => {
        if (station.kind === 'source') return <Source key="source" x={station.x} />;
        if (station.kind === 'device') return <Contacts key={station.device.id} x={station.x} device={station.device} />;
        if (station.kind === 'board') return <Bar key={station.board.id} x={station.x} />;
        return station.kind === 'end' ? <Bar key="end" x={station.x} /> : null;
      })}
      <text x={last.x + 6} y={LINE_Y + 4} className="fill-quiet" fontSize="12">
        L
      </text>
      <text x={last.x + 6} y={NEUTRAL_Y + 4} className="fill-quiet" fontSize="12">
        N
      </text>
      <text x={last.x + 6} y={PROTECTIVE_Y + 4} className="fill-quiet" fontSize="12">
        PE
      </text>
    </svg>
  );
}

const GAP = 15;

/** A conductor with an edge that survives both themes, open where a pole stands. */
function Conductor({ y, from, to, colour, gaps }: { y: number; from: number; to: number; colour: string; gaps: number[] }) {
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
          <line x1={x1} x2={x2} y1={y} y2={y} stroke={colour} strokeWidth="3" />
        </g>
      ))}
    </>
  );
}

const opensNeutral = ({ settings }: Device): boolean => 'poles' in settings && settings.poles !== '1P' && settings.poles !== '3P';
const protectsNeutral = ({ settings }: Device): boolean =>
  'poles' in settings && (settings.poles === '2P' || settings.poles === '4P') && settings.family !== 'switch';

/** Poles a device opens: a protected pole carries a solid block, a merely switched pole none, a fuse is a cartridge. */
function Contacts({ x, device }: { x: number; device: Device }) {
  const fuse = device.settings.family === 'fuse';
  const residual = device.settings.family === 'rcbo' || device.settings.family === 'rccb';
  return (
    <g>
      <Pole x={x} y={LINE_Y} kind={fuse ? 'fuse' : device.settings.family === 'switch' ? 'switched' : 'protected'} />
      {opensNeutral(device) && <Pole x={x} y={NEUTRAL_Y} kind={protectsNeutral(device) ? 'protected' : 'switched'} />}
      {residual && (
        <ellipse cx={x + 24} cy={(LINE_Y + NEUTRAL_Y) / 2} rx="5" ry="15" fill="none" stroke="var(--ink)" strokeWidth="1.4" />
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
          y={y - 5}
          width={2 * GAP}
          height="10"
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
      <line x1={x - GAP} y1={y} x2={x + GAP - 3} y2={y - 9} stroke="var(--ink)" strokeWidth="1.8" />
      {kind === 'protected' && (
        <rect x={x - 3} y={y - 8} width="7" height="7" fill="var(--ink)" transform={`rotate(-18 ${x} ${y - 5})`} />
      )}
      <circle cx={x - GAP} cy={y} r="2.2" fill="var(--ink)" />
      <circle cx={x + GAP} cy={y} r="2.2" fill="var(--ink)" />
    </>
  );
}

function Source({ x }: { x: number }) {
  const y = (LINE_Y + NEUTRAL_Y) / 2;
  return (
    <g fill="var(--raised)" stroke="var(--ink)" strokeWidth="1.6">
      <circle cx={x - 6} cy={y} r="11" />
      <circle cx={x + 6} cy={y} r="11" fill="none" />
      <line x1={x} x2={x} y1={y + 11} y2={PROTECTIVE_Y} />
    </g>
  );
}

const Bar = ({ x }: { x: number }) => <line x1={x} x2={x} y1={BAR_TOP} y2={BAR_BOTTOM} stroke="var(--ink)" strokeWidth="3" />;
