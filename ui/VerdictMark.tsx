import type { ReactElement } from 'react';
import { cx } from './cx';

export type MarkKind = 'pass' | 'caution' | 'assumption' | 'stop' | 'unknown' | 'not-applicable';

const COLOUR: Record<MarkKind, string> = {
  pass: 'text-pass',
  caution: 'text-caution',
  assumption: 'text-caution',
  stop: 'text-stop',
  unknown: 'text-quiet',
  'not-applicable': 'text-quiet',
};

/** Filled disc, half-filled disc, ring with a dot, barred ring, dashed ring, short dash, each in a box of 16 around its middle. */
const SHAPE: Record<MarkKind, (x: number) => ReactElement> = {
  pass: (x) => <circle cx={x} cy="8" r="6.5" fill="currentColor" />,
  caution: (x) => (
    <>
      <circle cx={x} cy="8" r="6" fill="none" stroke="currentColor" strokeWidth="1.8" />
      <path d={`M${x} 2 a6 6 0 0 0 0 12 Z`} fill="currentColor" />
    </>
  ),
  // A ring with a dot in it: it holds as long as what was assumed does.
  assumption: (x) => (
    <>
      <circle cx={x} cy="8" r="6" fill="none" stroke="currentColor" strokeWidth="1.8" />
      <circle cx={x} cy="8" r="2.4" fill="currentColor" />
    </>
  ),
  stop: (x) => (
    <>
      <circle cx={x} cy="8" r="6" fill="none" stroke="currentColor" strokeWidth="2" />
      <path d={`M${x - 3.5} 8 h7`} stroke="currentColor" strokeWidth="2.4" />
    </>
  ),
  unknown: (x) => <circle cx={x} cy="8" r="6" fill="none" stroke="currentColor" strokeWidth="1.6" strokeDasharray="2.3 2.41" />,
  'not-applicable': (x) => <path d={`M${x - 3} 8 h6`} stroke="currentColor" strokeWidth="1.6" />,
};

/** A verdict by shape as well as colour. */
export function VerdictMark({ kind, size = 14, label }: { kind: MarkKind; size?: number; label?: string }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 16 16"
      className={cx('inline-block shrink-0', COLOUR[kind])}
      role={label === undefined ? undefined : 'img'}
      aria-label={label}
      aria-hidden={label === undefined}
      data-mark={kind}
    >
      {SHAPE[kind](8)}
    </svg>
  );
}

const STEP = 25;
const STRIP_PX = 12;

/**
 * Small verdict marks in a fixed order, read as one picture; the label says them in words.
 * @param ringed marks with a ring round them: what something under way would settle
 */
export function MarkStrip({ kinds, label, ringed }: { kinds: readonly MarkKind[]; label: string; ringed?: readonly boolean[] }) {
  const width = STEP * (kinds.length - 1) + 16;
  return (
    <svg
      role="img"
      aria-label={label}
      width={(width * STRIP_PX) / 16}
      height={STRIP_PX}
      viewBox={`0 0 ${width} 16`}
      className="inline-block overflow-visible"
    >
      {kinds.map((kind, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the place in the strip is the identity
        <g key={index} className={COLOUR[kind]} data-mark={kind}>
          {SHAPE[kind](8 + STEP * index)}
          {ringed?.[index] === true && (
            <circle cx={8 + STEP * index} cy="8" r="10.5" fill="none" strokeWidth="2" className="stroke-copper" />
          )}
        </g>
      ))}
    </svg>
  );
}
