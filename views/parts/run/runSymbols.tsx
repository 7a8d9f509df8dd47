import type { ReactElement } from 'react';
import type { Device } from '@/core/job/schema/device';
import type { Origin } from '@/core/job/schema/supply';
import type { RunHeights } from './runHeights';
import type { Conductor, RunModel } from './runModel';

export const GAP = 13;

const polesOf = ({ settings }: Device): string => ('poles' in settings ? settings.poles : '1P');

/** Whether a device stands across a conductor. */
export function opens(device: Device, conductor: Conductor): boolean {
  if (conductor === 'PE') return false;
  const poles = polesOf(device);
  if (conductor !== 'N') return device.lines.length === 0 || device.lines.includes(conductor);
  if (poles === '1P+N' || poles === '3P+N' || poles === '4P') return true;
  return poles === '2P' && device.lines.length === 1 && device.settings.family !== 'moulded-case-nec';
}

/** Whether the pole in the neutral protects it, or merely opens with the others. */
const protectsNeutral = (device: Device): boolean => ['2P', '4P'].includes(polesOf(device));

/** Poles a device opens: a protected pole carries a solid block, a merely switched pole none, a fuse is a cartridge. */
export function Contacts({
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

/** Where power comes in; where the earth conductor starts there, it is joined below. */
export function Source({
  x,
  origin,
  heights,
  model,
}: {
  x: number;
  origin: Origin | undefined;
  heights: RunHeights;
  model: RunModel;
}) {
  const live = model.rows.filter((conductor) => conductor !== 'PE').map((conductor) => heights.rowY.get(conductor)!);
  const y = (live[0]! + live.at(-1)!) / 2;
  const protective = heights.rowY.get('PE');
  const joined = protective !== undefined && model.spans[0]?.conductors.includes('PE') === true;
  return (
    <g fill="var(--raised)" stroke="var(--ink)" strokeWidth="1.6">
      {SOURCE[origin?.kind ?? 'network'](x, y)}
      {joined && <line x1={x} x2={x} y1={y + 11} y2={protective} />}
    </g>
  );
}

/** Two windings, a hatched network, a turning machine, a box that makes the wave. */
const SOURCE: Record<Origin['kind'], (x: number, y: number) => ReactElement> = {
  transformer: (x, y) => (
    <>
      <circle cx={x - 6} cy={y} r="11" />
      <circle cx={x + 6} cy={y} r="11" fill="none" />
    </>
  ),
  network: (x, y) => (
    <>
      <rect x={x - 14} y={y - 11} width="28" height="22" rx="2" />
      <path
        d={`M${x - 14} ${y - 1}l10 -10M${x - 14} ${y + 10}l21 -21M${x - 5} ${y + 11}l19 -19M${x + 5} ${y + 11}l9 -9`}
        strokeWidth="1"
      />
    </>
  ),
  generator: (x, y) => (
    <>
      <circle cx={x} cy={y} r="14" />
      <path d={`M${x - 7} ${y}q3.5 -8 7 0t7 0`} fill="none" />
    </>
  ),
  inverter: (x, y) => (
    <>
      <rect x={x - 14} y={y - 12} width="28" height="24" rx="2" />
      <path
        d={`M${x - 14} ${y + 12}L${x + 14} ${y - 12}M${x + 1} ${y + 6}q2.5 -5 5 0t5 0M${x - 10} ${y - 7}h7`}
        fill="none"
        strokeWidth="1.3"
      />
    </>
  ),
};
