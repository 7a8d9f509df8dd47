'use client';
import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import type { Chosen } from '@/core/fixes/select';
import { showCurrent, showTime } from '@/core/job/show';
import type { ProbeLine } from '@/core/queries/queries';
import { useAnswer, useJobState, useSession } from '../../client/JobContext';
import { chartModelOf } from '../../parts/words/chartModel';

const TimeCurrentChart = dynamic(() => import('@/ui/charts/TimeCurrentChart').then((module) => module.TimeCurrentChart), {
  ssr: false,
  loading: () => <div className="min-h-[360px] flex-1" aria-busy="true" />,
});

/** The time-current chart of the circuit's device and all those upstream. */
export function TimeCurrent({
  circuitId,
  chosen,
}: {
  circuitId: string;
  /** Another device at its start, or another cable, as it is called where it is chosen. */
  chosen?: { of: Chosen; as: string };
}) {
  const chart =
    useAnswer(chosen === undefined ? { kind: 'chart', circuitId } : { kind: 'chartWith', circuitId, ...chosen }) ?? null;
  const failed = useJobState((state) => state.failed);
  const session = useSession();
  const [probe, setProbe] = useState<{ currentA: number; lines: ProbeLine[] } | null>(null);
  const model = useMemo(() => (chart === null ? null : chartModelOf(chart)), [chart]);
  if (chart === null || model === null)
    return (
      <section aria-busy={failed === null} className="min-h-[420px] flex-1 rounded border border-line bg-raised p-6 text-quiet">
        {failed !== null && 'not drawn: nothing is judged now'}
      </section>
    );
  const grades = [...new Set(chart.bands.map((band) => band.grade))];
  const look = async (currentA: number | null) => {
    if (currentA === null) return setProbe(null);
    const lines = await session.study.ask({ kind: 'probe', deviceIds: chart.bands.map((band) => band.deviceId), currentA });
    setProbe(lines === undefined ? null : { currentA, lines });
  };
  return (
    <section
      aria-label="Time-current chart"
      data-testid="chart"
      className="flex min-h-[420px] flex-1 flex-col rounded border border-line bg-raised"
    >
      {chart.bands.length === 0 ? (
        <p className="p-6 text-quiet">No band can be drawn. {chart.absent.map((each) => each.because).join('; ')}</p>
      ) : (
        <TimeCurrentChart
          model={model}
          onProbe={look}
          probeText={
            probe === null
              ? null
              : {
                  currentA: probe.currentA,
                  head: showCurrent(probe.currentA),
                  lines: probe.lines.map((line) => ({ id: line.deviceId, text: sentence(line) })),
                }
          }
          note={`${grades.join(' and ')} bands${chart.absent.length > 0 ? ` · not drawn: ${chart.absent.map((each) => each.name).join(', ')}` : ''}`}
        />
      )}
    </section>
  );
}

/** When a device opens at the probe's current, in words. */
function sentence({ fastS, slowS }: ProbeLine): string {
  if (fastS === Number.POSITIVE_INFINITY) return 'holds';
  if (slowS === Number.POSITIVE_INFINITY) return `opens after ${showTime(fastS)} or never`;
  return fastS === 0 ? `opens within ${showTime(slowS)}` : `opens in ${showTime(fastS)} to ${showTime(slowS)}`;
}
