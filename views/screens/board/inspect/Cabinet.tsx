'use client';
import type { ReactNode } from 'react';
import { MARK_WORDS } from '@/core/job/terms';
import type { InspectionStudy } from '@/core/reports/inspection';
import type { Zone } from '@/core/rules/inspection/item';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState } from '../../../client/JobContext';
import { markOf, rowsIn, ZONE_WORDS } from './zones';

interface Drawn {
  study: InspectionStudy;
  zone: Zone | null;
  choose: (zone: Zone) => void;
}

/** The board with its cover off, its door swung out and the room before it: where an inspector looks, each place with its mark. */
export function Cabinet(drawn: Drawn) {
  return (
    <div className="rounded border-2 border-line-strong border-dashed p-2" data-testid="cabinet">
      <Place {...drawn} of="space" className="mb-2" />
      <div className="grid grid-cols-[84px_minmax(0,1fr)]">
        <Place
          {...drawn}
          of="door"
          className="my-1 flex-col items-start justify-center rounded-r-none border-2 border-line-strong border-r-0"
        >
          <Lines count={7} />
        </Place>
        <div className="rounded border-2 border-ink p-1">
          <Place {...drawn} of="enclosure" />
          <div className="mt-1 grid gap-1 border border-line bg-ground p-1">
            <Place {...drawn} of="supply">
              <Lugs />
            </Place>
            <div className="grid grid-cols-[74px_minmax(0,1fr)] gap-1">
              <Place {...drawn} of="bars" className="flex-col justify-center">
                <Screws />
              </Place>
              <Place {...drawn} of="devices" className="min-h-16 flex-col sm:min-h-28 justify-center">
                <Blocks count={drawn.study.devices.length} />
              </Place>
            </div>
            <Place {...drawn} of="wires">
              <Bundle />
            </Place>
          </div>
        </div>
      </div>
    </div>
  );
}

/** A place to look at: its name, how much of it was seen, its mark. */
function Place({ study, zone, choose, of, className, children }: Drawn & { of: Zone; className?: string; children?: ReactNode }) {
  const dialect = useJobState((state) => state.job.dialect);
  const rows = rowsIn(study, of);
  const mark = markOf(rows);
  const looked = rows.filter(({ kind }) => kind === 'seen');
  const seen = looked.filter(({ verdict }) => verdict !== null).length;
  return (
    <button
      type="button"
      data-zone={of}
      aria-pressed={zone === of}
      onClick={() => choose(of)}
      className={cx(
        'flex min-h-9 w-full items-center gap-x-2 gap-y-1 overflow-hidden rounded px-2 py-1 text-left text-[13px] pointer-coarse:min-h-11',
        zone === of ? 'bg-chosen shadow-[inset_0_0_0_2px_var(--copper)]' : 'bg-raised hover:bg-sunk',
        className,
      )}
    >
      <VerdictMark kind={mark} label={MARK_WORDS[mark]} />
      <span className="min-w-0 font-semibold leading-tight">{ZONE_WORDS[of][dialect]}</span>
      <span className="whitespace-nowrap text-[12px] text-quiet">{looked.length === 0 ? '' : `${seen} of ${looked.length}`}</span>
      {children !== undefined && (
        <span
          aria-hidden
          className={cx('text-line-strong max-sm:hidden', of === 'supply' || of === 'wires' ? 'ml-auto' : 'mt-1')}
        >
          {children}
        </span>
      )}
    </button>
  );
}

const Lines = ({ count }: { count: number }) => (
  <svg aria-hidden="true" width="56" height={count * 6} className="block">
    {Array.from({ length: count }, (_, at) => (
      // biome-ignore lint/suspicious/noArrayIndexKey: lines of a drawing
      <path key={at} d={`M0 ${at * 6 + 3} h${at % 3 === 2 ? 34 : 52}`} stroke="currentColor" strokeWidth="1.5" />
    ))}
  </svg>
);
const Lugs = () => (
  <svg aria-hidden="true" width="52" height="24" className="block">
    {[8, 26, 44].map((x) => (
      <g key={x} fill="none" stroke="currentColor" strokeWidth="1.5">
        <path d={`M${x} 0 V7`} strokeWidth="4" />
        <rect x={x - 6} y="7" width="12" height="13" rx="2" />
        <circle cx={x} cy="13.5" r="3" />
      </g>
    ))}
  </svg>
);
const Screws = () => (
  <svg aria-hidden="true" width="52" height="26" className="block">
    <rect x="1" y="8" width="50" height="10" rx="2" fill="none" stroke="currentColor" strokeWidth="1.5" />
    {[8, 17, 26, 35, 44].map((x) => (
      <circle key={x} cx={x} cy="13" r="2.4" fill="currentColor" />
    ))}
  </svg>
);
const MOST_DRAWN = 16;
const Blocks = ({ count }: { count: number }) => {
  const drawn = Math.min(count, MOST_DRAWN);
  const rows = Math.ceil(drawn / 2);
  return (
    <svg aria-hidden="true" width="110" height={rows * 9} className="block">
      {Array.from({ length: drawn }, (_, at) => (
        <rect
          // biome-ignore lint/suspicious/noArrayIndexKey: blocks of a drawing
          key={at}
          x={(at % 2) * 58 + 1}
          y={Math.floor(at / 2) * 9 + 1}
          width="50"
          height="6"
          rx="1.5"
          fill="none"
          stroke="currentColor"
          strokeWidth="1.5"
        />
      ))}
    </svg>
  );
};
const Bundle = () => (
  <svg aria-hidden="true" width="84" height="24" className="block">
    {[0, 1, 2, 3].map((at) => (
      <path
        key={at}
        d={`M${2 + at * 26} 0 C ${2 + at * 26} 12, ${30 + at * 8} 10, ${30 + at * 8} 24`}
        fill="none"
        stroke="currentColor"
        strokeWidth="1.5"
      />
    ))}
  </svg>
);
