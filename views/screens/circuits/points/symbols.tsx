import type { ReactElement } from 'react';
import type { Point } from '@/core/job/schema/circuit';
import type { Dialect } from '@/core/job/terms';
import { SYMBOL } from './geometry';

const HALF = SYMBOL / 2;

/** An outlet or connection as it stands on the line; a taken-through line is hidden behind it. */
export function PointSymbol({
  x,
  y,
  point,
  dialect,
  active,
  protects,
}: {
  x: number;
  y: number;
  point: Point;
  dialect: Dialect;
  active: boolean;
  protects: boolean;
}) {
  return (
    <g
      transform={`translate(${x} ${y})`}
      fill="var(--raised)"
      stroke={active ? 'var(--copper)' : 'var(--ink)'}
      strokeWidth={active ? 2.4 : 1.5}
      strokeDasharray={point.state === 'new' ? undefined : point.state === 'altered' ? '5 2' : undefined}
    >
      {point.kind === 'socket' ? <Outlet point={point} dialect={dialect} /> : SYMBOLS[point.kind]}
      {protects && <circle cx={HALF - 1} cy={-HALF + 1} r="5" fill="var(--copper)" stroke="var(--raised)" strokeWidth="1.5" />}
    </g>
  );
}

/** An outlet with its pairs of contacts; split-wired it is parted in two. */
function Outlet({ point, dialect }: { point: Point; dialect: Dialect }) {
  const several = (point.receptacles?.value ?? 1) > 1;
  const split = point.splitWithId !== undefined;
  return (
    <>
      <rect x={-HALF} y={-HALF} width={SYMBOL} height={SYMBOL} rx="5" />
      {(several ? [-7, 7] : [0]).map((at) => (
        <g key={at} strokeWidth="1.8" fill="none">
          {dialect === 'nec' ? (
            <path d={`M-5 ${at - 3.5}v7M5 ${at - 3.5}v7`} />
          ) : (
            <>
              <circle cx="-5" cy={at} r="2" />
              <circle cx="5" cy={at} r="2" />
            </>
          )}
        </g>
      ))}
      {split && <path d={`M${-HALF} 0H${HALF}`} strokeDasharray="3 2" />}
    </>
  );
}

const SYMBOLS: Record<Exclude<Point['kind'], 'socket'>, ReactElement> = {
  light: (
    <>
      <circle r={HALF - 2} />
      <path d="M-9.9 -9.9L9.9 9.9M-9.9 9.9L9.9 -9.9" fill="none" />
    </>
  ),
  switch: (
    <>
      <rect x={-HALF} y={-HALF} width={SYMBOL} height={SYMBOL} rx="5" stroke="none" />
      <circle cx="-6" cy="6" r="5" />
      <path d="M-2.5 2.5L11 -11M11 -11l-6 -2" fill="none" />
    </>
  ),
  spur: (
    <>
      <rect x={-HALF} y={-HALF} width={SYMBOL} height={SYMBOL} rx="5" />
      <path d="M-12 0h24M-7 -4h14v8h-14z" fill="none" />
    </>
  ),
  appliance: (
    <>
      <rect x={-HALF} y={-HALF} width={SYMBOL} height={SYMBOL} rx="2" />
      <path d="M-9 9V-3l9 -6l9 6V9z" fill="none" />
    </>
  ),
  junction: <circle r="7" fill="var(--ink)" />,
  isolator: (
    <>
      <rect x={-HALF} y={-HALF} width={SYMBOL} height={SYMBOL} rx="5" />
      <path d="M-12 4h6L7 -7M6 4h6M6 0v8" fill="none" />
    </>
  ),
};
