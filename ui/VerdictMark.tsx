import { cx } from './cx';

export type MarkKind = 'pass' | 'caution' | 'stop' | 'unknown' | 'not-applicable';

const COLOUR: Record<MarkKind, string> = {
  pass: 'text-pass',
  caution: 'text-caution',
  stop: 'text-stop',
  unknown: 'text-quiet',
  'not-applicable': 'text-quiet',
};

/** A verdict by shape as well as colour: filled disc, half-filled disc, barred ring, dashed ring, short dash. */
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
      {kind === 'pass' && <circle cx="8" cy="8" r="6.5" fill="currentColor" />}
      {kind === 'caution' && (
        <>
          <circle cx="8" cy="8" r="6" fill="none" stroke="currentColor" strokeWidth="1.8" />
          <path d="M8 2 A6 6 0 0 0 8 14 Z" fill="currentColor" />
        </>
      )}
      {kind === 'stop' && (
        <>
          <circle cx="8" cy="8" r="6" fill="none" stroke="currentColor" strokeWidth="2" />
          <path d="M4.5 8 H11.5" stroke="currentColor" strokeWidth="2.4" />
        </>
      )}
      {kind === 'unknown' && (
        <circle cx="8" cy="8" r="6" fill="none" stroke="currentColor" strokeWidth="1.6" strokeDasharray="2.3 2.41" />
      )}
      {kind === 'not-applicable' && <path d="M5 8 H11" stroke="currentColor" strokeWidth="1.6" />}
    </svg>
  );
}
