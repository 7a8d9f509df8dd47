import { Fragment } from 'react';
import { meaningOf, QUANTITIES, type QuantityId } from '@/core/job/quantities';
import type { Dialect } from '@/core/job/terms';

const TRADES = { iec: 'IEC, BS', nec: 'NEC' } as const;

/** What quantities are and what the two trades call them, the job's own first. */
export function Meanings({ of, dialect }: { of: readonly QuantityId[]; dialect: Dialect }) {
  const trades = dialect === 'iec' ? (['iec', 'nec'] as const) : (['nec', 'iec'] as const);
  return (
    <dl className="grid gap-3 text-[13px]">
      {of.map((id) => (
        <div key={id} data-quantity={id}>
          <dt className="font-semibold text-[15px]">{QUANTITIES[id][dialect].symbol || QUANTITIES[id][dialect].name}</dt>
          <dd>{meaningOf(id, dialect)}</dd>
          <dd className="mt-1 grid grid-cols-[52px_minmax(0,1fr)] gap-x-2 text-[12px] text-quiet">
            {trades.map((trade) => {
              const { symbol, name } = QUANTITIES[id][trade];
              const clause = QUANTITIES[id].clauses[trade];
              return (
                <Fragment key={trade}>
                  <span>{TRADES[trade]}</span>
                  <span>
                    <span className="text-ink">{symbol === name || symbol === '' ? name : `${symbol}, ${name}`}</span>
                    {clause !== '–' && ` · ${clause}`}
                  </span>
                </Fragment>
              );
            })}
          </dd>
        </div>
      ))}
    </dl>
  );
}
