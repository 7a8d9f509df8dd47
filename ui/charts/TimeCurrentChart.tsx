'use client';
import type { ApexOptions } from 'apexcharts';
import { useEffect, useMemo, useState } from 'react';
import ReactApexChart from 'react-apexcharts';
import { cx } from '../cx';
import { ChartLayer } from './ChartLayer';
import { bandArea, type ChartModel, decadeLabel, type PlotArea, type ProbeText } from './model';

/** What the adapter reads of the chart's inner geometry: the one place that knows it. */
interface ChartInside {
  el: HTMLElement;
  w: { globals: { translateX: number; translateY: number; gridWidth: number; gridHeight: number } };
}

interface Props {
  model: ChartModel;
  onProbe: (currentA: number | null) => void;
  probeText: ProbeText | null;
  note: string;
  /** On paper it has the paper's colours and height, whatever the theme. */
  paper?: boolean;
}

const SERIES = ['--series-1', '--series-2', '--series-3', '--series-4', '--series-5'] as const;

/** Resolved theme colours, read again when the theme turns; on paper those of the sheet. */
function useColours(paper: boolean) {
  const read = () => {
    const sheet = paper ? document.querySelector('.sheet') : null;
    const style = getComputedStyle(sheet ?? document.documentElement);
    const of = (name: string) => style.getPropertyValue(name).trim();
    return { series: SERIES.map(of), line: of('--line'), quiet: of('--quiet') };
  };
  const [colours, setColours] = useState(read);
  // biome-ignore lint/correctness/useExhaustiveDependencies: subscribes once
  useEffect(() => {
    const turn = () => setColours(read());
    window.addEventListener('isotrip-theme', turn);
    return () => window.removeEventListener('isotrip-theme', turn);
  }, []);
  return colours;
}

/** Bands on log-log paper. The bands' fill is the chart's; grid detail, edges, faults and the probe are our layer over its plot area. */
export function TimeCurrentChart({ model, onProbe, probeText, note, paper = false }: Props) {
  const colours = useColours(paper);
  const [area, setArea] = useState<PlotArea | null>(null);
  const measure = (chart: unknown) => {
    const { translateX: x, translateY: y, gridWidth: width, gridHeight: height } = (chart as ChartInside).w.globals;
    setArea((now) =>
      now !== null && now.x === x && now.y === y && now.width === width && now.height === height ? now : { x, y, width, height },
    );
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: measure only sets state
  const options = useMemo<ApexOptions>(
    () => ({
      chart: {
        animations: { enabled: false },
        toolbar: { show: false },
        zoom: { enabled: false },
        selection: { enabled: false },
        background: 'transparent',
        fontFamily: 'inherit',
        events: { mounted: measure, updated: measure },
      },
      colors: model.bands.map((_, index) => colours.series[index % colours.series.length]!),
      fill: { type: 'solid', opacity: 0.17 },
      stroke: { curve: 'straight', width: 0 },
      dataLabels: { enabled: false },
      markers: { size: 0 },
      legend: { show: false },
      tooltip: { enabled: false },
      states: { hover: { filter: { type: 'none' } }, active: { filter: { type: 'none' } } },
      grid: {
        borderColor: colours.line,
        xaxis: { lines: { show: true } },
        yaxis: { lines: { show: true } },
        padding: { top: 38, right: 18, bottom: 0, left: 8 },
      },
      xaxis: {
        type: 'numeric',
        min: model.decadesA[0],
        max: model.decadesA[1],
        tickAmount: model.decadesA[1] - model.decadesA[0],
        labels: {
          formatter: (value) => decadeLabel(Math.round(Number(value)), 'A'),
          style: { colors: colours.quiet, fontSize: '12px' },
          hideOverlappingLabels: false,
        },
        axisTicks: { show: false },
        axisBorder: { color: colours.line },
        crosshairs: { show: false },
        tooltip: { enabled: false },
      },
      yaxis: {
        min: model.decadesS[0],
        max: model.decadesS[1],
        tickAmount: model.decadesS[1] - model.decadesS[0],
        labels: {
          formatter: (value) => decadeLabel(Math.round(value), 's'),
          style: { colors: colours.quiet, fontSize: '12px' },
          minWidth: 52,
        },
      },
    }),
    [model, colours],
  );
  const series = useMemo(() => model.bands.map((band) => ({ name: band.name, data: bandArea(band, model) })), [model]);
  return (
    <div
      className={cx('relative', paper ? 'h-full' : 'min-h-[400px] flex-1')}
      data-bands={model.bands.map((band) => band.label).join(' ')}
    >
      <div className="absolute inset-0">
        <ReactApexChart type="rangeArea" options={options} series={series} height="100%" width="100%" />
      </div>
      {area !== null && (
        <ChartLayer area={area} model={model} colours={colours.series} onProbe={onProbe} probeText={probeText} note={note} />
      )}
    </div>
  );
}
