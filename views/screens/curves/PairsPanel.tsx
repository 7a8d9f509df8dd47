'use client';
import { asFamily } from '@/core/edits/parts';
import { setField } from '@/core/edits/rows';
import { showCurrent, showLength, showTime } from '@/core/job/show';
import type { CurvesStudy } from '@/core/reports/curves';
import type { Swap } from '@/core/reports/swaps';
import type { WhoOpens } from '@/core/reports/whoOpens';
import { Button } from '@/ui/Button';
import { useAnswer, useJobState, useSession } from '../../client/JobContext';
import type { CurvesPlace } from './place';

/** What the bands come to in sentences: each pair, who opens for each fault, and what another device would allow. */
export function PairsPanel({ place, study }: { place: CurvesPlace; study: CurvesStudy | undefined }) {
  return (
    <aside aria-label="What they do" className="order-3 grid content-start gap-5 border-line p-3 lg:overflow-y-auto lg:border-l">
      <section aria-label="Pairs" data-testid="pairs">
        <h2 className="mb-2 font-semibold">One under another</h2>
        {study?.pairs.length === 0 && <p className="text-[13px] text-quiet">Choose two bands to compare.</p>}
        <ul className="grid gap-2">
          {study?.pairs.map(({ downstreamId, upstreamId, sentence, limitA, total, none, grade }) => (
            <li key={`${downstreamId} ${upstreamId}`} className="border-line border-b pb-2">
              <span className="flex items-baseline justify-between gap-2">
                <span className="font-semibold text-[19px]">{total ? 'total' : none ? 'none' : `to ${showCurrent(limitA)}`}</span>
                <span className="text-[12px] text-quiet">{grade}</span>
              </span>
              <span className="block text-[13px]">{sentence}</span>
            </li>
          ))}
        </ul>
      </section>
      {study?.who != null && study.who.length > 0 && <Who who={study.who} />}
      {place.circuitId !== null && <Swaps circuitId={place.circuitId} />}
    </aside>
  );
}

/** Who opens for each fault of the circuit. */
function Who({ who }: { who: readonly WhoOpens[] }) {
  const kinds = [...new Set(who.map(({ kind, state }) => `${kind}, ${state === 'MAX' ? 'maximum' : 'minimum'}`))];
  return (
    <section aria-label="What trips">
      <h2 className="mb-1 font-semibold">What trips on its faults</h2>
      {kinds.map((head) => (
        <div key={head} className="border-line border-b py-2">
          <h3 className="text-[13px] text-quiet">{head}</h3>
          <ul>
            {who
              .filter(({ kind, state }) => head === `${kind}, ${state === 'MAX' ? 'maximum' : 'minimum'}`)
              .map(({ place, currentA, alone, may, byS }) => (
                <li key={place} className="grid grid-cols-[84px_62px_minmax(0,1fr)] gap-x-2 text-[13px]">
                  <span className="text-quiet">{place}</span>
                  <span className="whitespace-nowrap text-right font-semibold">{showCurrent(currentA)}</span>
                  <span>
                    {alone === null ? (may.length === 0 ? 'no device certain to trip' : may.join(' or ')) : `only ${alone}`}
                    {byS !== null && <span className="whitespace-nowrap text-quiet">, by {showTime(byS)}</span>}
                  </span>
                </li>
              ))}
          </ul>
        </div>
      ))}
    </section>
  );
}

/** Other curves, or a fuse for a breaker, in the place of the circuit's device. */
function Swaps({ circuitId }: { circuitId: string }) {
  const swaps = useAnswer({ kind: 'swaps', circuitId });
  const job = useJobState((state) => state.job);
  const session = useSession();
  if (swaps == null) return null;
  const device = Object.values(job.devices).find(
    ({ circuitId: at, seat, state, settings }) =>
      at === circuitId && seat === 'start' && state !== 'removed' && ['mcb', 'rcbo', 'fuse'].includes(settings.family),
  );
  const now = swaps.swaps.find((each) => each.now);
  const put = ({ change, label }: Swap) => {
    if (device === undefined) return;
    session.edit(
      'curve' in change
        ? setField(job, 'devices', device.id, ['settings', 'curve'], { value: change.curve, from: 'stated' }, `fit ${label}`)
        : asFamily(device, change.family, job.dialect),
    );
  };
  return (
    <section aria-label="Alternatives" data-testid="swaps">
      <h2 className="mb-1 font-semibold">Alternatives</h2>
      <p className="mb-2 text-[13px] text-quiet">
        Loop at the far end {swaps.loopOhm.toPrecision(3)} Ω, hot; to open within {showTime(swaps.timeS)} by overcurrent alone.
      </p>
      <ul className="grid gap-2">
        {swaps.swaps.map((swap) => (
          <li key={swap.label} className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-2 border-line border-b pb-2">
            <span className="text-[13px]">
              <span className="font-semibold text-[15px]">{swap.label}</span>{' '}
              {swap.now && <span className="text-quiet">there now</span>}
              <span className="block">
                maximum <span className="font-semibold">{swap.limitOhm.toPrecision(3)} Ω</span>
                {!swap.now && now !== undefined && ` instead of ${now.limitOhm.toPrecision(3)} Ω`}:{' '}
                {swap.holds ? 'holds' : 'does not hold'}
              </span>
              {swap.lengthM !== null && (
                <span className="block text-quiet">cable to {showLength(swap.lengthM, job.dialect)}</span>
              )}
              {swap.energyA2s !== null && (
                <span className="block text-quiet">let-through up to {Math.round(swap.energyA2s).toLocaleString('en')} A²s</span>
              )}
              <span className="block text-quiet">{swap.after}</span>
              <span className="block text-quiet">
                {swap.price === null
                  ? 'no price of it is entered'
                  : `${swap.price.part}: ${swap.price.amount.toFixed(2)} a piece`}
              </span>
            </span>
            {!swap.now && device !== undefined && <Button onClick={() => put(swap)}>Fit {swap.label}</Button>}
          </li>
        ))}
      </ul>
      {swaps.readings.length > 0 && (
        <p className="mt-2 text-[13px]">
          Another device has these taken again: {swaps.readings.map(({ kind }) => kind.replaceAll('-', ' ')).join(', ')}.
        </p>
      )}
    </section>
  );
}
