'use client';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { ResidualGauge } from '@/core/reports/residual';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/VerdictMark';
import { figure, percentSaid } from './figures';

interface Chance {
  trips: number;
  low: number;
  high: number;
}

const COLOUR = {
  pass: 'text-pass',
  caution: 'text-caution',
  stop: 'text-stop',
  unknown: 'text-quiet',
  'not-applicable': 'text-quiet',
} as const;

/** What stands on a device, filled appliance by appliance up to the current that surely opens it. */
export function Gauge({
  gauge,
  chosen,
  nuisance,
  choose,
}: {
  gauge: ResidualGauge;
  chosen: boolean;
  nuisance: Chance | null | undefined;
  choose: () => void;
}) {
  const { name, label, verdict, standing, worstMa, limits } = gauge;
  return (
    <li
      data-device={gauge.deviceId}
      data-verdict={verdict}
      data-standing={standing}
      className="border-line border-b last:border-b-0"
    >
      <button
        type="button"
        aria-pressed={chosen}
        onClick={choose}
        className={cx(
          'grid w-full gap-x-3 px-3 py-2 text-left sm:grid-cols-[184px_minmax(0,1fr)] pointer-coarse:min-h-11',
          chosen ? 'bg-chosen shadow-[inset_3px_0_0_var(--copper)]' : 'hover:bg-sunk',
        )}
      >
        <span className="flex min-w-0 items-start gap-2">
          <span className="mt-0.5">
            <VerdictMark kind={verdict} label={VERDICT_WORDS[verdict]} />
          </span>
          <span className="min-w-0 leading-tight">
            <span className="block truncate font-semibold text-[13px]">{name}</span>
            <span className="block truncate text-[12px] text-quiet">{label}</span>
          </span>
        </span>
        <span className="min-w-0 max-sm:mt-1.5">
          <Bar gauge={gauge} />
          <span className="mt-1 flex flex-wrap items-baseline justify-between gap-x-3">
            <span className={cx('whitespace-nowrap text-[13px] tabular-nums', COLOUR[standing])}>
              {worstMa === null || limits === null ? (
                'not known'
              ) : (
                <>
                  <span className="font-semibold text-[17px]">{figure(worstMa)} mA</span> of {figure(limits.passMa)}
                </>
              )}
            </span>
            <span className="text-[12px] text-quiet">{nuisance === undefined ? '' : opensSaid(nuisance)}</span>
          </span>
        </span>
      </button>
    </li>
  );
}

function opensSaid(chance: Chance | null): string {
  if (chance === null) return 'trips without a fault: not known';
  if (chance.trips === 0) return 'trips without a fault: < 0.01 % of evenings';
  return `trips without a fault: ${percentSaid(chance.low)} to ${percentSaid(chance.high)} of evenings`;
}

/** Narrower than this a part bears no name, % of the bar. */
const NAMED_FROM = 9;

function Bar({ gauge: { worstMa, limits, parts, cableMa, byReading } }: { gauge: ResidualGauge }) {
  if (limits === null) return <span className="block h-6 rounded-sm border border-line border-dashed" />;
  const share = (mA: number) => Math.min(100, (100 * mA) / limits.surelyMa);
  const filled = worstMa === null ? 0 : share(worstMa);
  // Vectors come to less than their parts laid end to end: the parts share what is filled.
  const shown = byReading ? [] : parts.filter(({ worst }) => worst).sort((a, b) => b.mA - a.mA);
  const sum = shown.reduce((total, { mA }) => total + mA, cableMa);
  const scale = sum === 0 ? 0 : filled / sum;
  return (
    <span className="relative block h-6 overflow-hidden rounded-sm border border-line bg-sunk">
      <span className="may-open absolute inset-y-0 right-0" style={{ left: `${share(limits.fromMa)}%` }} />
      {limits.observedMa !== null && (
        <span
          className="seen-open absolute inset-y-0"
          style={{
            left: `${share(limits.observedMa[0])}%`,
            width: `${share(limits.observedMa[1]) - share(limits.observedMa[0])}%`,
          }}
        />
      )}
      <span className="absolute inset-y-0 left-0 flex" style={{ width: `${filled}%` }}>
        {byReading && <span className="grow bg-copper px-1.5 text-[12px] text-on-copper leading-[22px]">by clamp</span>}
        {[...shown.map(({ loadId, name, mA }) => ({ id: loadId, name, mA })), { id: 'cables', name: 'cables', mA: cableMa }]
          .filter(({ mA }) => !byReading && mA > 0)
          .map(({ id, name, mA }) => (
            <span
              key={`${id} ${mA}`}
              title={`${name} ${figure(mA)} mA`}
              className={cx(
                'min-w-0 overflow-hidden whitespace-nowrap border-raised border-r text-[12px] leading-[22px]',
                id === 'cables' ? 'bg-line-strong' : 'bg-copper text-on-copper',
              )}
              style={{ flexGrow: mA, flexBasis: 0 }}
            >
              {id !== 'cables' && mA * scale >= NAMED_FROM && <span className="block truncate px-1.5">{name}</span>}
            </span>
          ))}
      </span>
      <span className="absolute inset-y-0 w-[2px] bg-ink" style={{ left: `${share(limits.passMa)}%` }} />
    </span>
  );
}
