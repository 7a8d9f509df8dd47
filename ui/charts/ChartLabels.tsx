import { type ChartModel, edgeLine, type PlotArea } from './model';

/** From log10 units to px inside the plot. */
export interface Scales {
  px: (logA: number) => number;
  py: (logS: number) => number;
}

/** Width of a label at 12 to 13 px semibold, near enough to keep labels apart. */
const labelWidth = (text: string): number => 7.2 * text.length + 6;

/** Moves labels right until none touches its left neighbour, keeping all inside the width. */
function spread<T extends { left: number; width: number }>(labels: readonly T[], available: number): T[] {
  const gap = 6;
  const sorted = [...labels].sort((a, b) => a.left - b.left).map((label) => ({ ...label, left: Math.max(0, label.left) }));
  for (let index = 1; index < sorted.length; index++) {
    const before = sorted[index - 1]!;
    sorted[index]!.left = Math.max(sorted[index]!.left, before.left + before.width + gap);
  }
  let limit = available;
  for (const label of [...sorted].reverse()) {
    label.left = Math.min(label.left, limit - label.width);
    limit = label.left - gap;
  }
  return sorted;
}

const BAND_ROW = -32;
const FLAG_HEIGHT = 20;
const FLAG_TOP = -25;

/** Names of the bands above the plot, each over its band's start. */
export function BandLabels({
  model,
  colours,
  area,
  px,
}: {
  model: ChartModel;
  colours: readonly string[];
  area: PlotArea;
  px: Scales['px'];
}) {
  const labels = model.bands.map((band, index) => {
    const width = labelWidth(band.label);
    return {
      id: band.id,
      text: band.label,
      colour: colours[index % colours.length],
      width,
      left: px(Math.log10(((band.line ?? band.minimum)[0]?.currentA ?? 1) * 1.1)) - width / 2,
    };
  });
  return (
    <>
      {spread(labels, area.width).map((label) => (
        <text
          key={label.id}
          x={label.left + label.width / 2}
          y={BAND_ROW}
          textAnchor="middle"
          fontSize="13"
          fontWeight="600"
          fill={label.colour}
        >
          {label.text}
        </text>
      ))}
    </>
  );
}

/** Fault currents: full lines, each with its flag above the plot, where it covers no curve. */
export function Verticals({ model, area, px }: { model: ChartModel; area: PlotArea; px: Scales['px'] }) {
  const flags = spread(
    model.verticals.map((vertical) => {
      const at = px(Math.log10(vertical.currentA));
      const width = labelWidth(vertical.label) + 8;
      return { ...vertical, at, width, left: at - width / 2 };
    }),
    area.width,
  );
  return (
    <>
      {flags.map((flag) => (
        <g key={flag.title}>
          <title>{flag.title}</title>
          <path
            d={`M${Math.min(Math.max(flag.at, flag.left + 4), flag.left + flag.width - 4)} ${FLAG_TOP + FLAG_HEIGHT}L${flag.at} 0V${area.height}`}
            fill="none"
            stroke={flag.chosen ? 'var(--copper)' : 'var(--ink)'}
            strokeWidth={flag.chosen ? 2 : 1.2}
            strokeDasharray={flag.chosen ? '8 4' : undefined}
          />
          <rect
            x={flag.left}
            y={FLAG_TOP}
            width={flag.width}
            height={FLAG_HEIGHT}
            rx="4"
            fill="var(--raised)"
            stroke={flag.chosen ? 'var(--copper)' : 'var(--ink)'}
          />
          <text
            x={flag.left + flag.width / 2}
            y={FLAG_TOP + 14}
            textAnchor="middle"
            fontSize="12"
            fontWeight="600"
            fill={flag.chosen ? 'var(--copper)' : 'var(--ink)'}
          >
            {flag.label}
          </text>
        </g>
      ))}
    </>
  );
}

const heatLogA = (a2s: number, timeS: number): number => Math.log10(Math.sqrt(a2s / timeS));

/** Cable limit I²t = k²S², from 5 s down. */
export function Diagonal({ model, px, py }: { model: ChartModel } & Scales) {
  if (model.diagonal === null) return null;
  const { a2s } = model.diagonal;
  if (model.units?.y === 'A²s')
    return (
      <line
        x1={px(model.decadesA[0])}
        x2={px(model.decadesA[1])}
        y1={py(Math.log10(a2s))}
        y2={py(Math.log10(a2s))}
        stroke="var(--ink)"
        strokeWidth="1.4"
        strokeDasharray="1.5 4"
      />
    );
  return (
    <line
      x1={px(heatLogA(a2s, 5))}
      y1={py(Math.log10(5))}
      x2={px(heatLogA(a2s, 0.001))}
      y2={py(-3)}
      stroke="var(--ink)"
      strokeWidth="1.4"
      strokeDasharray="1.5 4"
      strokeLinecap="round"
    />
  );
}

interface Box {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** Whether a straight piece passes through a box: its part inside, by clipping, has length. */
function crosses([x1, y1]: readonly [number, number], [x2, y2]: readonly [number, number], box: Box): boolean {
  let from = 0;
  let to = 1;
  for (const [p, q] of [
    [x1 - x2, x1 - box.left],
    [x2 - x1, box.right - x1],
    [y1 - y2, y1 - box.top],
    [y2 - y1, box.bottom - y1],
  ] as const) {
    if (p === 0 && q < 0) return false;
    if (p < 0) from = Math.max(from, q / p);
    if (p > 0) to = Math.min(to, q / p);
  }
  return from <= to;
}

/** The cable limit's name beside its line, at the place where it crosses the fewest edges. */
export function DiagonalLabel({ model, area, px, py }: { model: ChartModel; area: PlotArea } & Scales) {
  if (model.diagonal === null) return null;
  const { a2s, label } = model.diagonal;
  if (model.units?.y === 'A²s')
    return (
      <text
        x={8}
        y={py(Math.log10(a2s)) - 6}
        fontSize="12"
        fill="var(--ink)"
        stroke="var(--raised)"
        strokeWidth="4"
        paintOrder="stroke"
      >
        {label}
      </text>
    );
  const width = labelWidth(label);
  const point = ([x, y]: readonly [number, number]): [number, number] => [px(x), py(y)];
  const lines = [
    ...model.bands
      .flatMap((band) => [edgeLine(band.minimum, band.minimumBeyond, model), edgeLine(band.maximum, band.maximumBeyond, model)])
      .map((line) => line.map(point)),
    ...model.verticals.map(
      ({ currentA }) =>
        [Math.log10(currentA)].map((x): [number, number][] => [
          [px(x), 0],
          [px(x), area.height],
        ])[0]!,
    ),
    [point([heatLogA(a2s, 5), Math.log10(5)]), point([heatLogA(a2s, 0.001), -3])],
  ];
  const candidates = [0.0015, 0.002, 0.003, 0.005, 0.007, 0.012, 0.02, 0.04, 0.07, 0.12, 0.2, 0.4, 0.8, 1.5, 3].flatMap((timeS) =>
    (['start', 'end'] as const).map((anchor) => {
      const x = px(heatLogA(a2s, timeS)) + (anchor === 'start' ? 8 : -8);
      const y = py(Math.log10(timeS)) + (anchor === 'start' ? -2 : 12);
      const left = anchor === 'start' ? x : x - width;
      const box = { left: left - 2, right: left + width + 2, top: y - 12, bottom: y + 4 };
      const outside = box.left < 0 || box.right > area.width || box.top < 0 || box.bottom > area.height;
      const crossed = lines.reduce(
        (sum, line) => sum + line.slice(1).filter((end, index) => crosses(line[index]!, end, box)).length,
        0,
      );
      return { x, y, anchor, cost: crossed + (outside ? 100 : 0) };
    }),
  );
  const best = candidates.reduce((least, each) => (each.cost < least.cost ? each : least));
  return (
    <text
      x={best.x}
      y={best.y}
      textAnchor={best.anchor}
      fontSize="12"
      fill="var(--ink)"
      stroke="var(--raised)"
      strokeWidth="4"
      strokeLinejoin="round"
      paintOrder="stroke"
    >
      {label}
    </text>
  );
}
