'use client';
import { type KeyboardEvent, memo, type PointerEvent, useRef } from 'react';
import { BandLabels, Diagonal, DiagonalLabel, type Scales, Verticals } from './ChartLabels';
import { bandPolygon, type ChartBand, type ChartGate, type ChartModel, edgeLine, type PlotArea, type ProbeText } from './model';

interface Props {
  area: PlotArea;
  model: ChartModel;
  colours: readonly string[];
  onProbe: (currentA: number | null) => void | Promise<void>;
  probeText: ProbeText | null;
  note: string;
}

/** One step of the probe by keyboard, in decades. */
const PROBE_STEP = 0.02;

/** Everything drawn over the plot area: minor grid, edges, cable limit, faults, probe. */
export function ChartLayer({ area, model, colours, onProbe, probeText, note }: Props) {
  const { decadesA } = model;
  const { px } = scalesOf(model, area);
  const { move, leave, key } = useProbe(model, probeText, onProbe);
  const probeWords =
    probeText === null
      ? 'no current chosen'
      : `${probeText.head}: ${probeText.lines.map((line) => `${nameOf(model, line.id)} ${line.text}`).join('; ')}`;
  return (
    <>
      <svg
        className="absolute touch-pan-y overflow-visible will-change-transform"
        style={{ left: area.x, top: area.y }}
        width={area.width}
        height={area.height}
        onPointerMove={move}
        onPointerLeave={leave}
        onKeyDown={key}
        tabIndex={0}
        // biome-ignore lint/a11y/noNoninteractiveElementToInteractiveRole: the plot is the slider's track
        role="slider"
        aria-label="Current to read the bands at; left and right arrow keys move it"
        aria-valuemin={10 ** decadesA[0]}
        aria-valuemax={10 ** decadesA[1]}
        aria-valuenow={probeText?.currentA ?? 10 ** decadesA[0]}
        aria-valuetext={probeWords}
        data-testid="plot"
      >
        <rect width={area.width} height={area.height} fill="transparent" />
        <Drawn model={model} colours={colours} area={area} />
      </svg>
      {/* A layer of its own: nothing under it is painted again while it moves. */}
      {probeText !== null && (
        <div
          aria-hidden
          className="pointer-events-none absolute w-0 border-ink border-l border-dashed will-change-transform"
          style={{
            left: area.x,
            top: area.y,
            height: area.height,
            transform: `translateX(${px(Math.log10(probeText.currentA))}px)`,
          }}
        />
      )}
      <p
        className="pointer-events-none absolute rounded border border-line bg-raised px-2 py-[2px] text-[12px] text-quiet"
        style={{ left: area.x + 10, bottom: `calc(100% - ${area.y + area.height - 10}px)` }}
      >
        {note}
      </p>
      {probeText !== null && <ProbeReading area={area} model={model} colours={colours} text={probeText} />}
    </>
  );
}

/** The probe followed by pointer and keys; while an answer is on its way the last place asked for counts. */
function useProbe(model: ChartModel, probeText: ProbeText | null, onProbe: Props['onProbe']) {
  /** What is asked for while an answer is on its way: the last of it counts. */
  const next = useRef<number | null | undefined>(undefined);
  const under = useRef(false);
  const { decadesA } = model;
  const ask = (logA: number) => {
    void probe(10 ** Math.min(decadesA[1], Math.max(decadesA[0], logA)));
  };
  const probe = async (currentA: number | null) => {
    next.current = currentA;
    if (under.current) return;
    under.current = true;
    try {
      while (next.current !== undefined) {
        const at: number | null = next.current;
        next.current = undefined;
        await onProbe(at);
      }
    } finally {
      under.current = false;
    }
  };
  const move = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    ask(decadesA[0] + ((event.clientX - box.left) / box.width) * (decadesA[1] - decadesA[0]));
  };
  const leave = () => void probe(null);
  const key = (event: KeyboardEvent) => {
    const step = { ArrowLeft: -PROBE_STEP, ArrowRight: PROBE_STEP, PageDown: -0.2, PageUp: 0.2 }[event.key];
    if (event.key === 'Escape') leave();
    if (step === undefined) return;
    event.preventDefault();
    ask((probeText === null ? (decadesA[0] + decadesA[1]) / 2 : Math.log10(probeText.currentA)) + step);
  };
  return { move, leave, key };
}

/** Times of every band at the probe's current, in the corner where most bands are not. */
function ProbeReading({ area, model, colours, text }: Pick<Props, 'area' | 'model' | 'colours'> & { text: ProbeText }) {
  return (
    <div
      className="pointer-events-none absolute"
      style={{ right: `calc(100% - ${area.x + area.width - 10}px)`, top: area.y + 10 }}
    >
      <div
        data-testid="probe"
        className="rounded border will-change-transform border-line bg-raised px-3 py-2 text-[13px] leading-[19px]"
      >
        <p className="font-semibold">at {text.head}</p>
        {text.lines.map((line) => {
          const index = model.bands.findIndex((band) => band.id === line.id);
          return (
            <p key={line.id} style={{ color: colours[index % colours.length] }}>
              {model.bands[index]?.label} {line.text}
            </p>
          );
        })}
      </div>
    </div>
  );
}

/** All that stands still while the probe moves: drawn once for what is shown. */
const Drawn = memo(function Drawn({ model, colours, area }: { model: ChartModel; colours: readonly string[]; area: PlotArea }) {
  const scales = scalesOf(model, area);
  return (
    <>
      <MinorGrid model={model} area={area} {...scales} />
      <defs>
        <clipPath id="plot-clip">
          <rect width={area.width} height={area.height} />
        </clipPath>
      </defs>
      <g clipPath="url(#plot-clip)">
        {model.bands.map((band, index) => (
          <BandEdges
            key={band.id}
            band={band}
            model={model}
            colour={colours[index % colours.length]!}
            dashed={index >= colours.length}
            height={area.height}
            {...scales}
          />
        ))}
        <Diagonal model={model} {...scales} />
        <Places model={model} {...scales} />
      </g>
      <Verticals model={model} area={area} px={scales.px} />
      <DiagonalLabel model={model} area={area} {...scales} />
      <BandLabels model={model} colours={colours} area={area} px={scales.px} />
    </>
  );
});

const scalesOf = ({ decadesA, decadesS }: ChartModel, area: PlotArea): Scales => ({
  px: (logA) => ((logA - decadesA[0]) / (decadesA[1] - decadesA[0])) * area.width,
  py: (logS) => ((decadesS[1] - logS) / (decadesS[1] - decadesS[0])) * area.height,
});

const nameOf = (model: ChartModel, id: string): string => model.bands.find((band) => band.id === id)?.label ?? '';

const MINOR = [2, 3, 4, 5, 6, 7, 8, 9].map(Math.log10);

/** Lines at 2 to 9 within each decade, as one path. */
function MinorGrid({ model: { decadesA, decadesS }, area, px, py }: { model: ChartModel; area: PlotArea } & Scales) {
  const within = ([from, to]: readonly [number, number]) =>
    Array.from({ length: to - from }, (_, index) => MINOR.map((minor) => from + index + minor)).flat();
  const path = [
    ...within(decadesA).map((x) => `M${px(x)} 0V${area.height}`),
    ...within(decadesS).map((y) => `M0 ${py(y)}H${area.width}`),
  ].join('');
  return <path d={path} stroke="var(--line)" strokeWidth="0.6" opacity="0.7" />;
}

function BandEdges({
  band,
  model,
  colour,
  dashed,
  height,
  px,
  py,
}: { band: ChartBand; model: ChartModel; colour: string; dashed: boolean; height: number } & Scales) {
  const draw = (line: readonly (readonly [number, number])[]) =>
    line.map(([x, y], index) => `${index === 0 ? 'M' : 'L'}${px(x)} ${py(y)}`).join('');
  const plain = (gates: readonly ChartGate[]) => draw(gates.map((gate) => [Math.log10(gate.currentA), Math.log10(gate.timeS)]));
  const look = { fill: 'none', stroke: colour, strokeWidth: '1.8', ...(dashed ? { strokeDasharray: '7 3' } : {}) };
  if (band.line !== undefined)
    return (
      <g {...look} data-band={band.id}>
        <path d={plain(band.line)} />
        {(band.over ?? []).map((line) => (
          <path key={line.length} d={plain(line)} strokeDasharray="2 4" />
        ))}
      </g>
    );
  const minimum = edgeLine(band.minimum, band.minimumBeyond, model);
  const last = minimum.at(-1);
  return (
    <g {...look} data-band={band.id}>
      <path d={`${draw(bandPolygon(band, model))}Z`} fill={colour} fillOpacity="0.17" stroke="none" />
      <path d={draw(minimum)} />
      <path d={draw(edgeLine(band.maximum, band.maximumBeyond, model))} />
      {band.minimumBeyond === 'open' && last !== undefined && (
        <path d={`M${px(last[0])} ${py(last[1])}V${height}`} strokeDasharray="2 4" />
      )}
      {(band.over ?? []).map((line, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: two edges, always in this order
        <path key={at} d={plain(line)} strokeDasharray="3 3" strokeWidth="2.4" />
      ))}
    </g>
  );
}

/** Single places: a disc where something flows, a ring where two bands come nearest. */
function Places({ model, px, py }: { model: ChartModel } & Scales) {
  return (
    <>
      {(model.places ?? []).map(({ currentA, timeS, label, kind }) => {
        const [x, y] = [px(Math.log10(currentA)), py(Math.log10(timeS))];
        return (
          <g key={label} data-place={kind}>
            <title>{label}</title>
            <circle
              cx={x}
              cy={y}
              r={kind === 'flows' ? 4.5 : 7}
              fill={kind === 'flows' ? 'var(--ink)' : 'none'}
              stroke={kind === 'flows' ? 'var(--raised)' : 'var(--ink)'}
              strokeWidth="1.6"
            />
          </g>
        );
      })}
    </>
  );
}
