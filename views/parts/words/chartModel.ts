import { showCurrent } from '@/core/job/show';
import type { CircuitChart } from '@/core/reports/chart';
import type { ChartBand, ChartModel } from '@/ui/charts/model';

/** Bands nearest device first, faults and cable limit, over whole decades that hold them all. */
export function chartModelOf(chart: CircuitChart): ChartModel {
  const currents = [
    ...chart.bands.flatMap((band) => [...band.minimum, ...band.maximum].map((gate) => gate.currentA)),
    ...chart.faults.map((fault) => fault.currentA),
  ];
  const least = Math.min(...currents, 100);
  const most = Math.max(...currents, 1000);
  const bands: ChartBand[] = chart.bands.map((band) => ({
    id: band.deviceId,
    name: band.name,
    label: band.label,
    minimum: band.minimum,
    maximum: band.maximum,
    minimumBeyond: band.minimumBeyond,
    maximumBeyond: band.maximumBeyond,
  }));
  return {
    bands,
    decadesA: [Math.floor(Math.log10(least)), Math.ceil(Math.log10(most * 1.05))],
    decadesS: [-3, 4],
    verticals: chart.faults.map((fault) => ({
      currentA: fault.currentA,
      label: `${fault.symbol} ${showCurrent(fault.currentA)}`,
      title: fault.label,
    })),
    diagonal: chart.cable === null ? null : { a2s: chart.cable.a2s, label: chart.cable.label },
  };
}
