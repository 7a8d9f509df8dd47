'use client';
import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import { showCurrent, showTime } from '@/core/job/show';
import type { CircuitChart } from '@/core/study/chart';
import type { ChartBand, ChartModel } from '@/ui/charts/model';
import type { ProbeLine } from '@/workers/client';
import { useJobState, useSession } from '../job/JobContext';

const TimeCurrentChart = dynamic(() => import('@/ui/charts/TimeCurrentChart').then((module) => module.TimeCurrentChart), {
  ssr: false,
  loading: () => <div className="min-h-[360px] flex-1" aria-busy="true" />,
});

/** Bands nearest device first, faults and cable limit, over whole decades that hold them all. */
function modelOf(chart: CircuitChart): ChartModel {
  const currents = [
    ...chart.bands.flatMap((band) => [...band.fast, ...band.slow].map((gate) => gate.currentA)),
    ...chart.faults.map((fault) => fault.currentA),
  ];
  const least = Math.min(...currents, 100);
  const most = Math.max(...currents, 1000);
  const bands: ChartBand[] = chart.bands.map((band) => ({
    id: band.deviceId,
    name: band.name,
    label: band.label,
    fast: band.fast,
    slow: band.slow,
    fastBeyond: band.fastBeyond,
    slowBeyond: band.slowBeyond,
  }));
  return {
    bands,
    decadesA: [Math.floor(Math.log10(least)), Math.ceil(Math.log10(most * 1.05))],
    decadesS: [-3, 4],
    verticals: chart.faults.map((fault) => ({
      currentA: fault.currentA,
      label: showCurrent(fault.currentA),
      title: fault.label,
    })),
    diagonal: chart.cable === null ? null : { a2s: chart.cable.a2s, label: chart.cable.label },
  };
}

/** The time-current chart of the circuit's device and all those upstream. */
export function TimeCurrent() {
  const chart = useJobState((state) => state.desk?.chart ?? null);
  const session = useSession();
  const [probe, setProbe] = useState<{ currentA: number; lines: ProbeLine[] } | null>(null);
  const model = useMemo(() => (chart === null ? null : modelOf(chart)), [chart]);
  if (chart === null || model === null)
    return <section aria-busy="true" className="min-h-[420px] flex-1 rounded border border-line bg-raised" />;
  const grades = [...new Set(chart.bands.map((band) => band.grade))];
  const look = async (currentA: number | null) => {
    if (currentA === null) return setProbe(null);
    setProbe({
      currentA,
      lines: await session.study.probe(
        chart.bands.map((band) => band.deviceId),
        currentA,
      ),
    });
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
