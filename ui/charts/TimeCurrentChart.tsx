'use client';
import type { ApexOptions } from 'apexcharts';
import { memo, useEffect, useMemo, useState } from 'react';
import ReactApexChart from 'react-apexcharts';
import { cx } from '../cx';
import { ChartLayer } from './ChartLayer';
import { type ChartModel, decadeLabel, PLAIN_UNITS, type PlotArea, type ProbeText } from './model';

/** Compared with itself at every render, were it not kept apart from what moves. */
const Frame = memo(({ options }: { options: ApexOptions }) => (
  <ReactApexChart type="line" options={options} series={FRAME} height="100%" width="100%" />
));

/** What the adapter reads of the chart's inner geometry: the one place that knows it. */
interface ChartInside {
  el: HTMLElement;
  w: { globals: { translateX: number; translateY: number; gridWidth: number; gridHeight: number } };
}

interface Props {
  model: ChartModel;
  onProbe: (currentA: number | null) => void | Promise<void>;
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

/** An axis that has a name. */
const AXIS = (color: string) => ({ color, fontSize: '12px', fontFamily: 'inherit', fontWeight: 400 });

/** The library draws frame and axes, from a series that is the same whatever is shown: it lays itself out anew only with the axes. */
const FRAME = [{ name: 'frame', data: [] }];

/** Bands on log-log paper. Frame, axes and decades are the library's; all that changes with the job is our layer over its plot area. */
export function TimeCurrentChart({ model, onProbe, probeText, note, paper = false }: Props) {
  const colours = useColours(paper);
  const [area, setArea] = useState<PlotArea | null>(null);
  const measure = (chart: unknown) => {
    const { translateX: x, translateY: y, gridWidth: width, gridHeight: height } = (chart as ChartInside).w.globals;
    setArea((now) =>
      now !== null && now.x === x && now.y === y && now.width === width && now.height === height ? now : { x, y, width, height },
    );
  };
  const { units = PLAIN_UNITS, axes: { x: axisX, y: axisY } = { x: undefined, y: undefined } } = model;
  const [fromA, toA] = model.decadesA;
  const [fromS, toS] = model.decadesS;
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
        min: fromA,
        max: toA,
        tickAmount: toA - fromA,
        labels: {
          formatter: (value) => decadeLabel(Math.round(Number(value)), units.x),
          style: { colors: colours.quiet, fontSize: '12px' },
          hideOverlappingLabels: false,
        },
        ...(axisX === undefined ? {} : { title: { text: axisX, style: AXIS(colours.quiet) } }),
        axisTicks: { show: false },
        axisBorder: { color: colours.line },
        crosshairs: { show: false },
        tooltip: { enabled: false },
      },
      yaxis: {
        min: fromS,
        max: toS,
        tickAmount: toS - fromS,
        ...(axisY === undefined ? {} : { title: { text: axisY, style: AXIS(colours.quiet) } }),
        labels: {
          formatter: (value) => decadeLabel(Math.round(value), units.y),
          style: { colors: colours.quiet, fontSize: '12px' },
          minWidth: 52,
        },
      },
    }),
    [fromA, toA, fromS, toS, units.x, units.y, axisX, axisY, colours.line, colours.quiet],
  );
  return (
    <div
      className={cx('relative', paper ? 'h-full' : 'min-h-[400px] flex-1')}
      data-bands={model.bands.map((band) => band.label).join(' ')}
    >
      <div className="absolute inset-0">
        <Frame options={options} />
      </div>
      {area !== null && (
        <ChartLayer area={area} model={model} colours={colours.series} onProbe={onProbe} probeText={probeText} note={note} />
      )}
    </div>
  );
}
