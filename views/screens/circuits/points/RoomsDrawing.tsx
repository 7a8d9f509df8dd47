import type { PlacedPoint } from '@/core/job/points/tree';
import type { Device } from '@/core/job/schema/device';
import type { Dialect } from '@/core/job/terms';
import { COLOURS } from '../../../parts/run/RunDrawing';
import type { Conductor } from '../../../parts/run/runModel';
import { Contacts, GAP, opens } from '../../../parts/run/runSymbols';
import { APART, type RoomsGeometry } from './geometry';
import { PointSymbol } from './symbols';

interface Props {
  dialect: Dialect;
  placed: readonly PlacedPoint[];
  conductors: readonly Conductor[];
  devices: readonly Device[];
  geometry: RoomsGeometry;
  activeId: string | undefined;
  /** Points with a device in them that protects what hangs behind. */
  protecting: ReadonlySet<string>;
}

/** The line from the board into the rooms: through an outlet, past it with a drop, or dashed where nobody said how. */
export function RoomsDrawing({ dialect, placed, conductors, devices, geometry, activeId, protecting }: Props) {
  const { laneY, columnX, symbolY, barX } = geometry;
  const off = (index: number) => (index - (conductors.length - 1) / 2) * APART;
  const rowY = new Map(conductors.map((conductor, index) => [conductor, laneY(0) + off(index)]));
  return (
    <svg width={geometry.width} height={geometry.height} className="absolute inset-0" aria-hidden>
      {geometry.bands.map(({ x, width, from }) => (
        <rect
          key={from}
          x={x}
          y={6}
          width={width}
          height={geometry.height - 12}
          rx={6}
          fill="var(--ground)"
          stroke="var(--line)"
        />
      ))}
      {conductors.map((conductor, index) => (
        <Wires key={conductor} dialect={dialect} placed={placed} conductor={conductor} geometry={geometry} off={off(index)} />
      ))}
      <line x1={barX} x2={barX} y1={laneY(0) - 22} y2={laneY(0) + 22} stroke="var(--ink)" strokeWidth="3" />
      {devices.map((device, index) => {
        const x = barX + 54 + index * 64;
        return (
          <g key={device.id}>
            {conductors
              .filter((conductor) => opens(device, conductor))
              .map((conductor) => (
                <rect
                  key={conductor}
                  x={x - GAP}
                  y={rowY.get(conductor)! - APART / 2}
                  width={2 * GAP}
                  height={APART}
                  fill="var(--raised)"
                />
              ))}
            <Contacts x={x} device={device} conductors={conductors} rowY={rowY} />
          </g>
        );
      })}
      {placed.map((each) => (
        <PointSymbol
          key={each.point.id}
          x={columnX(each.column)}
          y={symbolY(each)}
          point={each.point}
          dialect={dialect}
          active={each.point.id === activeId}
          protects={protecting.has(each.point.id)}
        />
      ))}
      {placed
        .filter(({ fed }) => fed === 'unsaid')
        .map((each) => (
          <text
            key={each.point.id}
            x={columnX(each.column) - geometry.branchX + 8}
            y={laneY(each.lane) - conductors.length * 2.5 - 6}
            textAnchor="middle"
            fontSize="13"
            fontWeight="600"
            className="fill-quiet"
          >
            ?
          </text>
        ))}
    </svg>
  );
}

/** From what feeds a point to it: along its lane, down into it first where it is a branch. */
function pathTo(each: PlacedPoint, { barX, columnX, laneY, branchX }: RoomsGeometry, off: number): string {
  const to = `H${columnX(each.column)}`;
  const y = laneY(each.lane) + off;
  const { parent } = each;
  if (parent === undefined) return each.lane === 0 ? `M${barX} ${y}${to}` : `M${barX + 12 + off} ${laneY(0) + off}V${y}${to}`;
  const x = columnX(parent.column);
  return each.lane === parent.lane ? `M${x} ${y}${to}` : `M${x + branchX + off} ${laneY(parent.lane) + off}V${y}${to}`;
}

/** A conductor in its colour, with an edge that survives both themes; striped where it is the earth of the IEC. */
function Wire({ d, dialect, conductor, dashed }: { d: string; dialect: Dialect; conductor: Conductor; dashed: boolean }) {
  const colour = COLOURS[dialect][conductor];
  const striped = conductor === 'PE' && dialect === 'iec';
  const dash = dashed ? { strokeDasharray: '6 5' } : {};
  return (
    <g fill="none">
      <path d={d} stroke="var(--wire-edge)" strokeWidth="4" {...dash} />
      <path d={d} stroke={striped && !dashed ? 'var(--wire-yellow)' : colour} strokeWidth="2.4" {...dash} />
      {striped && !dashed && <path d={d} stroke={colour} strokeWidth="2.4" strokeDasharray="9 5" />}
    </g>
  );
}

/** One conductor from the board to every point and down into those it passes by, `off` the middle of the line. */
function Wires({
  dialect,
  placed,
  conductor,
  geometry,
  off,
}: Pick<Props, 'dialect' | 'placed' | 'geometry'> & { conductor: Conductor; off: number }) {
  const { laneY, columnX, symbolY, barX } = geometry;
  return (
    <>
      {placed.map((each) => (
        <Wire
          key={each.point.id}
          dialect={dialect}
          conductor={conductor}
          dashed={each.fed === 'unsaid'}
          d={pathTo(each, geometry, off)}
        />
      ))}
      {placed
        .filter(({ dropped }) => dropped)
        .map((each) => {
          const x = columnX(each.column) + off;
          return (
            <Wire
              key={`drop ${each.point.id}`}
              dialect={dialect}
              conductor={conductor}
              dashed={false}
              d={`M${x} ${laneY(each.lane) + off}V${symbolY(each)}`}
            />
          );
        })}
      {placed.length === 0 && (
        <Wire dialect={dialect} conductor={conductor} dashed d={`M${barX} ${laneY(0) + off}H${geometry.roomsX + 24}`} />
      )}
    </>
  );
}
