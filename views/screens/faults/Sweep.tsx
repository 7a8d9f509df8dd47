'use client';
import { useMemo } from 'react';
import type { EventAsked } from '@/core/job/events';
import { showNumber, showTime } from '@/core/job/show';
import type { Swept } from '@/core/reports/event';
import { cx } from '@/ui/cx';
import { useWidth } from '@/ui/useWidth';
import { useAnswer } from '../../client/JobContext';

/** A stretch of resistances over which the same devices may be first. */
interface Stretch {
  first: string;
  fromOhm: number;
  toOhm: number;
  /** The longest it takes over it, s; null: no device is certain to trip. */
  byS: number | null;
}

function stretchesOf(swept: readonly Swept[]): Stretch[] {
  const found: Stretch[] = [];
  for (const { ohm, byS, first } of swept) {
    const name = byS === null ? '' : first.join(' or ');
    const last = found.at(-1);
    if (last !== undefined && last.first === name && (last.byS === null) === (byS === null)) {
      last.toOhm = ohm;
      last.byS = byS === null || last.byS === null ? null : Math.max(last.byS, byS);
    } else found.push({ first: name, fromOhm: ohm, toOhm: ohm, byS });
  }
  return found;
}

/** The fault over its resistance, from a good joint to a burnt track: who opens where, and from where on nobody is certain to. */
export function Sweep({ asked }: { asked: EventAsked }) {
  const swept = useAnswer({ kind: 'sweep', what: asked });
  const [width, measure] = useWidth(540);
  const stretches = useMemo(() => stretchesOf(swept ?? []), [swept]);
  if (swept === undefined || swept.length === 0) return null;
  const [from, to] = [Math.log10(swept[0]!.ohm), Math.log10(swept.at(-1)!.ohm)];
  const x = (ohm: number): number => ((Math.log10(ohm) - from) / (to - from)) * (width - 24);
  return (
    <section
      ref={measure}
      aria-label="Over the resistance of the fault"
      data-testid="sweep"
      className="rounded border border-line bg-raised px-3 py-2"
    >
      <h2 className="text-[13px] text-quiet">the same with more or less resistance in the fault</h2>
      <div className="relative mt-2 h-[26px]" aria-hidden>
        {stretches.map(({ first, fromOhm, byS }, at) => (
          <span
            key={fromOhm}
            className={cx(
              'absolute inset-y-0 truncate border px-2 text-[13px] leading-6',
              byS === null ? 'border-stop border-dashed' : 'border-copper bg-chosen',
            )}
            style={{ left: x(fromOhm), width: Math.max(2, x(stretches[at + 1]?.fromOhm ?? swept.at(-1)!.ohm) - x(fromOhm) - 1) }}
          >
            {byS === null ? 'nobody for certain' : first}
          </span>
        ))}
      </div>
      <div className="relative h-5 text-[12px] text-quiet" aria-hidden>
        {[0.01, 0.1, 1, 10, 100, 1000].map((ohm, at, all) => (
          <span
            key={ohm}
            className="absolute whitespace-nowrap"
            style={at === all.length - 1 ? { right: 0 } : { left: x(ohm), transform: at === 0 ? undefined : 'translateX(-50%)' }}
          >
            {showNumber(ohm)} Ω
          </span>
        ))}
      </div>
      <ul className="mt-1 grid gap-x-6 text-[13px] sm:grid-cols-2">
        {stretches.map(({ first, fromOhm, toOhm, byS }) => (
          <li key={fromOhm}>
            {fromOhm === swept[0]!.ohm
              ? `up to ${showNumber(toOhm)} Ω`
              : toOhm === swept.at(-1)!.ohm
                ? `from ${showNumber(fromOhm)} Ω`
                : `${showNumber(fromOhm)} to ${showNumber(toOhm)} Ω`}
            :{' '}
            <b className="font-semibold">{byS === null ? 'no device is certain to trip' : `${first}, within ${showTime(byS)}`}</b>
          </li>
        ))}
      </ul>
    </section>
  );
}
