'use client';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { ResidualGauge } from '@/core/reports/residual';
import { VerdictMark } from '@/ui/VerdictMark';
import { figure } from './figures';

const WIDE = 376;
const ROW = 46;

/** The smooth DC of each load on its way through the device, and what is left unprotected where it is too much. */
export function DirectPath({ gauge }: { gauge: ResidualGauge }) {
  const { dc, name } = gauge;
  if (dc.from.length === 0) return null;
  const rows = dc.from.slice(0, 4);
  const height = Math.max(ROW * rows.length, ROW) + 8;
  const middle = height / 2;
  const blind = dc.verdict === 'stop';
  const sum = dc.from.reduce((total, { mA }) => total + mA, 0);
  return (
    <section aria-label="Smooth DC" data-testid="direct-path">
      <h3 className="flex items-center gap-2 font-semibold">
        <VerdictMark kind={dc.verdict} label={VERDICT_WORDS[dc.verdict]} />
        <span>
          {figure(sum)} mA smooth DC{dc.toleranceMa === null ? '' : ` of ${figure(dc.toleranceMa)}`}
        </span>
      </h3>
      <svg width="100%" viewBox={`0 0 ${WIDE} ${height}`} role="img" aria-label={dc.because} className="my-1">
        {rows.map(({ loadId, name: of, mA }, at) => {
          const y = middle + (at - (rows.length - 1) / 2) * ROW;
          return (
            <g key={loadId}>
              <rect x="1" y={y - 17} width="122" height="34" rx="6" fill="var(--raised)" stroke="var(--line-strong)" />
              <text x="62" y={y + 4} textAnchor="middle" fontSize="13" fill="var(--ink)">
                {short(of, 17)}
              </text>
              <path
                d={`M123 ${y}H150L168 ${middle}H196`}
                fill="none"
                stroke="var(--copper)"
                strokeWidth={1.5 + Math.min(3, mA / 4)}
              />
              <text x="128" y={y - 6} fontSize="12" fontWeight="600" fill="var(--ink)">
                {figure(mA)} mA
              </text>
            </g>
          );
        })}
        <path d={`M190 ${middle - 5}L200 ${middle}L190 ${middle + 5}Z`} fill="var(--copper)" />
        <rect
          x="200"
          y={middle - 20}
          width="110"
          height="40"
          rx="6"
          fill="var(--raised)"
          stroke={blind ? 'var(--stop)' : 'var(--ink)'}
          strokeWidth={blind ? 2 : 1.4}
        />
        <text x="255" y={middle + 4} textAnchor="middle" fontSize="13" fontWeight="600" fill="var(--ink)">
          {short(name, 14)}
        </text>
        <path
          d={`M310 ${middle}H372`}
          stroke={blind ? 'var(--stop)' : 'var(--ink)'}
          strokeWidth="1.6"
          strokeDasharray={blind ? '3 4' : undefined}
        />
        <text
          x="341"
          y={middle - 7}
          textAnchor="middle"
          fontSize="12"
          fill={blind ? 'var(--stop)' : 'var(--quiet)'}
          fontWeight={blind ? 600 : 400}
        >
          {blind ? 'blinded' : 'works'}
        </text>
      </svg>
      <p className="text-[13px]">{dc.because}.</p>
    </section>
  );
}
const short = (text: string, letters: number): string =>
  text.length <= letters ? text : `${text.slice(0, letters - 1).trimEnd()}…`;
