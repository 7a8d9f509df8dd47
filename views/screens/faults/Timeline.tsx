'use client';
import type { ReactNode } from 'react';
import type { EventAsked } from '@/core/job/events';
import { showCurrent, showTime } from '@/core/job/show';
import type { EventStudy, RacerShown } from '@/core/reports/event';
import { cx } from '@/ui/cx';
import { useWidth } from '@/ui/useWidth';
import { type TimeAxis, timeAxis } from './axis';

/** Height of a lane and of the head and the foot of the drawing, px; where the axis begins. */
const LANE = 64;
const HEAD = 26;
const FOOT = 34;
const LEFT = 168;
const NARROW = 560;

/** Who would open, and when: a lane for each device the current passes, its times by orders of magnitude. */
export function Timeline({
  event,
  asked,
  atS,
  hidden,
  acts,
  turn,
}: {
  event: EventStudy;
  asked: EventAsked;
  /** The moment that is shown while it is played. */
  atS: number | null;
  /** Somebody is to say first who it will be. */
  hidden: boolean;
  /** What is done with it, at its head. */
  acts: ReactNode;
  turn: (deviceId: string) => void;
}) {
  const [width, measure] = useWidth(540);
  const narrow = width < NARROW;
  const left = narrow ? 8 : LEFT;
  const longest = Math.max(1, ...event.racers.flatMap(({ earliestS, latestS }) => [earliestS ?? 0, latestS ?? 0]));
  const axis = timeAxis(longest, left, width - 16);
  const height = HEAD + event.racers.length * LANE + FOOT;
  if (event.racers.length === 0) return <Legs event={event} />;
  return (
    <section
      ref={measure}
      aria-label="Who would open, and when"
      data-testid="timeline"
      className="rounded border border-line bg-raised p-2"
    >
      <div className="mb-1 flex flex-wrap items-center gap-2">
        <h2 className="min-w-0 flex-1 text-[13px] text-quiet">
          who would open, and when
          {event.currentA !== null && (
            <b className="ml-3 font-semibold text-[20px] text-ink tabular-nums">{showCurrent(event.currentA)}</b>
          )}
        </h2>
        {acts}
      </div>
      <div className="relative" style={{ height }}>
        <svg width="100%" height={height} aria-hidden className="absolute inset-0">
          <Grid axis={axis} height={height} every={narrow ? 2 : 1} />
          {!hidden && event.byS !== null && (
            <line
              x1={axis.x(event.byS)}
              x2={axis.x(event.byS)}
              y1={HEAD - 6}
              y2={height - FOOT}
              className="stroke-ink"
              strokeDasharray="4 3"
            />
          )}
          {atS !== null && (
            <line x1={axis.x(atS)} x2={axis.x(atS)} y1={HEAD - 10} y2={height - FOOT} className="stroke-copper" strokeWidth={2} />
          )}
        </svg>
        <ol className="absolute inset-x-0 top-0" style={{ paddingTop: HEAD }}>
          {event.racers.map((racer) => (
            <Lane
              key={racer.deviceId}
              racer={racer}
              axis={axis}
              narrow={narrow}
              hidden={hidden}
              stuck={(asked.stuck ?? []).includes(racer.deviceId)}
              opened={
                !hidden && event.byS !== null && racer.first && atS !== null && racer.latestS !== null && atS >= racer.latestS
              }
              turn={() => turn(racer.deviceId)}
            />
          ))}
        </ol>
        {!hidden && event.byS !== null && (
          <p
            className="absolute top-0 whitespace-nowrap text-[12px] font-semibold"
            style={axis.x(event.byS) > width / 2 ? { right: width - axis.x(event.byS) - 8 } : { left: axis.x(event.byS) + 5 }}
          >
            certain by {showTime(event.byS)}
          </p>
        )}
      </div>
    </section>
  );
}

/** @param every of so many decades one is named: where it is narrow their names would touch. */
function Grid({ axis, height, every }: { axis: TimeAxis; height: number; every: number }) {
  return (
    <>
      {axis.decades.map((decadeS, at) => (
        <g key={decadeS}>
          <line x1={axis.x(decadeS)} x2={axis.x(decadeS)} y1={HEAD - 6} y2={height - FOOT} className="stroke-line" />
          <text
            x={axis.x(decadeS)}
            y={height - FOOT + 18}
            textAnchor={at === 0 ? 'start' : at === axis.decades.length - 1 ? 'end' : 'middle'}
            className="fill-quiet text-[12px]"
          >
            {at % every === 0 ? showTime(decadeS) : ''}
          </text>
        </g>
      ))}
    </>
  );
}

/** A device: what it sees, when it may and when it certainly has opened, and whether it is taken for stuck. */
function Lane({
  racer,
  axis,
  narrow,
  hidden,
  stuck,
  opened,
  turn,
}: {
  racer: RacerShown;
  axis: TimeAxis;
  narrow: boolean;
  hidden: boolean;
  stuck: boolean;
  opened: boolean;
  turn: () => void;
}) {
  const { name, sees, earliestS, latestS, first, share, notCounted } = racer;
  const opens = !hidden && earliestS !== null;
  const from = axis.x(earliestS ?? axis.fromS);
  const to = latestS === null ? axis.x(axis.toS) : Math.max(axis.x(latestS), from + 10);
  const right = to > axis.x(axis.toS) * 0.62;
  return (
    <li className="relative" style={{ height: LANE }} data-racer={racer.deviceId} data-first={first}>
      <div className={cx('flex items-start gap-2 leading-tight', narrow ? 'max-w-full' : 'w-[156px]')}>
        <span className="min-w-0 flex-1">
          <span className={cx('block truncate font-semibold text-[14px]', stuck && 'line-through')}>{name}</span>
          <span className="block truncate text-[12px] text-quiet">
            sees {sees}
            {narrow && !hidden ? `; ${wordsOf(racer, share, first)}` : ''}
          </span>
        </span>
        <button
          type="button"
          aria-pressed={stuck}
          aria-label={`${name} is stuck`}
          onClick={turn}
          className={cx(
            'shrink-0 rounded border px-1 text-[12px] pointer-coarse:min-h-11 pointer-coarse:min-w-11',
            stuck ? 'border-copper bg-chosen font-semibold' : 'border-line text-quiet hover:text-ink',
          )}
        >
          stuck
        </button>
      </div>
      {opens && (
        <div
          className={cx(
            'absolute rounded-full border-2',
            notCounted !== null ? 'border-quiet border-dashed' : first ? 'border-copper bg-copper' : 'border-copper bg-chosen',
            latestS === null && 'rounded-r-none border-r-0 bg-transparent',
            opened && 'outline-2 outline-ink outline-offset-2',
          )}
          style={{ left: from, width: to - from, top: narrow ? 38 : 4, height: narrow ? 14 : 22 }}
        />
      )}
      {!narrow && !hidden && (
        <p
          className="absolute whitespace-nowrap bg-raised px-1 text-[12px]"
          style={
            !opens
              ? { left: axis.x(axis.fromS) + 8, top: 6 }
              : right
                ? { left: Math.max(LEFT, Math.min(from, axis.x(axis.toS) - 150)), top: 28 }
                : { left: to + 8, top: 6 }
          }
        >
          {wordsOf(racer, share, first)}
        </p>
      )}
    </li>
  );
}

function wordsOf({ earliestS, latestS, notCounted, by }: RacerShown, share: number | null, first: boolean): string {
  if (notCounted !== null) return notCounted === 'stuck' ? 'stuck' : 'not counted on';
  if (earliestS === null) return by === 'overcurrent' ? 'never: within its rating' : 'never: below its trip level';
  const times =
    latestS === null
      ? `from ${earliestS === 0 ? 'at once' : showTime(earliestS)}, perhaps never`
      : `${earliestS === 0 ? 'up' : showTime(earliestS)} to ${showTime(latestS)}`;
  return `${times}${share === null ? (first && latestS !== null ? ', first' : '') : `, first in ${Math.round(100 * share)} %`}`;
}

/** Voltages of the lines with the neutral of the supply lost, as bars against what belongs there. */
function Legs({ event: { legs, belongsV } }: { event: EventStudy }) {
  if (legs.length === 0) return null;
  const highest = 1.15 * Math.max(...legs.map(({ volts }) => volts), belongsV);
  return (
    <section
      aria-label="Voltages of the lines"
      data-testid="legs"
      className="grid gap-3 rounded border border-line bg-raised p-4"
    >
      <h2 className="text-[13px] text-quiet">
        each line against the neutral that is left; dashed the {belongsV} V that belong there
      </h2>
      {legs.map(({ line, volts }) => (
        <p key={line} className="grid grid-cols-[44px_minmax(0,1fr)_84px] items-center gap-3">
          <span className="font-semibold">{line}</span>
          <span className="relative h-6 rounded bg-sunk">
            <span className="block h-6 rounded bg-copper" style={{ width: `${(100 * volts) / highest}%` }} />
            <span
              className="absolute -inset-y-1 border-ink border-l-2 border-dashed"
              style={{ left: `${(100 * belongsV) / highest}%` }}
            />
          </span>
          <span className="text-right font-semibold text-[20px] tabular-nums">{Math.round(volts)} V</span>
        </p>
      ))}
    </section>
  );
}
