'use client';
import { BookOpen, Download } from 'lucide-react';
import dynamic from 'next/dynamic';
import { memo, useMemo, useState } from 'react';
import { showCurrent, showTime } from '@/core/job/show';
import type { ComparedBand, CurrentRead, CurvesStudy } from '@/core/reports/curves';
import type { FaultsAlong } from '@/core/reports/whoOpens';
import { Button } from '@/ui/Button';
import type { ChartModel } from '@/ui/charts/model';
import { Menu } from '@/ui/Menu';
import { saveFile } from '@/ui/saveFile';
import { useJobState, useSession } from '../../client/JobContext';
import { chartSvg, curvesCsv, savePng } from './chartFile';
import { type CurvesMode, curvesModel, withFaults } from './curvesModel';
import type { CurvesPlace } from './place';

const TimeCurrentChart = dynamic(() => import('@/ui/charts/TimeCurrentChart').then((module) => module.TimeCurrentChart), {
  ssr: false,
  loading: () => <div className="min-h-[360px] flex-1" aria-busy="true" />,
});

/** The bands over each other, read at any current by the pointer or the arrow keys. */
export function CurvesChart({
  place,
  items,
  study,
  there,
}: {
  place: CurvesPlace;
  items: readonly string[];
  study: CurvesStudy | undefined;
  /** The faults of a place on the run, drawn beside those of its ends. */
  there: FaultsAlong | undefined;
}) {
  const session = useSession();
  const dialect = useJobState((state) => state.job.dialect);
  const [read, setRead] = useState<(CurrentRead & { shown: number; currentA: number }) | null>(null);
  const [guide, setGuide] = useState(false);
  const ofA = place.multiples && place.mode === 'time' ? study?.bands[0]?.ratedA : undefined;
  const bands = useMemo(() => (study === undefined ? null : curvesModel(study, place.mode, ofA)), [study, place.mode, ofA]);
  const model = useMemo(
    () => (bands === null || there === undefined ? bands : withFaults(bands, there, dialect, ofA)),
    [bands, there, dialect, ofA],
  );
  if (study === undefined || model === null)
    return <section aria-busy className="min-h-[420px] flex-1 rounded border border-line bg-raised" />;
  const guided = place.mode === 'time' || place.mode === 'energy';
  const look = async (shown: number | null) => {
    if (shown === null || place.mode !== 'time') return setRead(null);
    const currentA = shown * (ofA ?? 1);
    const { grade, circuitId } = place;
    const found = await session.study.ask({ kind: 'currentRead', items, grade, circuitId, currentA });
    setRead(found === undefined ? null : { ...found, shown, currentA });
  };
  return (
    <section
      aria-label="Curves"
      data-testid="curves"
      className="relative flex min-h-[460px] flex-1 shrink-0 flex-col rounded border border-line bg-raised"
    >
      <div className="flex flex-wrap items-center gap-2 px-3 pt-2">
        <p className="min-h-10 min-w-0 flex-1 text-[13px] max-lg:basis-full" data-testid="cable-read">
          {read === null ? <span className="text-quiet">{WHAT[place.mode]}</span> : cableSentence(read)}
        </p>
        <Aside model={model} bands={study.bands} guide={guided ? guide : undefined} setGuide={setGuide} />
      </div>
      {guide && guided && <Guide energy={place.mode === 'energy'} />}
      {model.bands.length === 0 ? (
        <p className="p-6 text-quiet">
          {items.length === 0 ? 'Name a device: it is drawn over the others.' : NONE[place.mode]}{' '}
          {study.absent.map(({ name: of, because }) => `${of}: ${because}`).join('; ')}
        </p>
      ) : (
        <TimeCurrentChart
          model={model}
          onProbe={look}
          probeText={
            read === null
              ? null
              : {
                  currentA: read.shown,
                  head: showCurrent(read.currentA),
                  lines: read.lines.map(({ deviceId, fastS, slowS }) => ({ id: deviceId, text: opens(fastS, slowS) })),
                }
          }
          note={[
            ...new Set(
              (place.mode === 'time' || place.mode === 'energy' ? study.bands : study[place.mode]).map(({ grade }) => grade),
            ),
          ]
            .join(' and ')
            .concat(' bands', ofA === undefined ? '' : `, in multiples of ${ofA} A`)}
        />
      )}
    </section>
  );
}

const WHAT: Readonly<Record<CurvesMode, string>> = {
  time: 'Move over the chart, or press the arrow keys on it, to read every band at a current',
  energy: 'Maximum let-through energy of each; dashed typical',
  residual: 'Residual parts on the way of the circuit: current that does not come back, and by when they have opened',
  arc: 'Arc-fault parts on the way of the circuit: current of a series arc, and by when they have opened',
};
const NONE: Readonly<Record<CurvesMode, string>> = {
  time: 'No band can be drawn.',
  energy: 'No let-through is known.',
  residual: 'No residual part is on the way of this circuit.',
  arc: 'No arc-fault part is on the way of this circuit.',
};

/** The guide, and the files the chart is kept as. Apart from what follows the probe, which moves at every frame. */
const Aside = memo(function Aside({
  model,
  bands,
  guide,
  setGuide,
}: {
  model: ChartModel;
  bands: readonly ComparedBand[];
  /** Undefined where there is nothing to be guided through. */
  guide: boolean | undefined;
  setGuide: (open: boolean) => void;
}) {
  const file = `${useJobState((state) => state.job.name)} curves`;
  const svg = () => {
    const style = getComputedStyle(document.documentElement);
    const colours = [1, 2, 3, 4, 5].map((at) => style.getPropertyValue(`--series-${at}`).trim());
    return chartSvg(model, colours, file);
  };
  const keep = [
    { label: 'As a drawing, SVG', run: () => saveFile(`${file}.svg`, new Blob([svg()], { type: 'image/svg+xml' })) },
    { label: 'As a picture, PNG', run: () => void savePng(`${file}.png`, svg()) },
    { label: 'Gates of the bands, CSV', run: () => saveFile(`${file}.csv`, new Blob([curvesCsv(bands)], { type: 'text/csv' })) },
  ];
  return (
    <>
      {guide !== undefined && (
        <Button aria-pressed={guide} onClick={() => setGuide(!guide)} className="inline-flex items-center gap-2">
          <BookOpen size={15} aria-hidden />
          How to read it
        </Button>
      )}
      <Menu
        name="Keep the chart"
        items={keep}
        trigger={
          <Button className="inline-flex items-center gap-2">
            <Download size={15} aria-hidden />
            Keep
          </Button>
        }
      />
    </>
  );
});

const opens = (fastS: number, slowS: number): string => {
  if (fastS === Number.POSITIVE_INFINITY) return 'holds';
  if (slowS === Number.POSITIVE_INFINITY) return `opens after ${showTime(fastS)} or never`;
  return fastS === 0 ? `opens within ${showTime(slowS)}` : `opens in ${showTime(fastS)} to ${showTime(slowS)}`;
};

/** What that current for that long does to the cable. */
function cableSentence({ cable, currentA }: CurrentRead & { currentA: number }): string {
  if (cable === null) return `${showCurrent(currentA)}: no cable is looked at`;
  const { label, timeS, reachesC, mostC } = cable;
  if (timeS === null) return `${showCurrent(currentA)}: no device is certain to trip: ${label} goes on carrying it`;
  if (reachesC === null)
    return `${showCurrent(currentA)}: cleared within ${showTime(timeS)}, so long that ${label} gives its heat off: question 2 judges that`;
  const most = `${Math.round(mostC)} °C is the most its insulation takes`;
  return reachesC > mostC
    ? `${showCurrent(currentA)}: by ${showTime(timeS)} ${label} is past what its insulation takes (${most})`
    : `${showCurrent(currentA)}: by ${showTime(timeS)} ${label} reaches at most ${Math.round(reachesC)} °C; ${most}`;
}

/** For who never read a chart on log-log paper. */
function Guide({ energy }: { energy: boolean }) {
  const lines = energy
    ? [
        'Across: the current a fault would drive. Up: the energy that gets past the device before it has opened.',
        'A line below the dotted one of the cable: the cable survives every such fault. Where it goes above, it may not.',
        'Each step of both scales is ten times the one before.',
      ]
    : [
        'Across: current. Up: how long it flows. Each thick step of both scales is ten times the one before.',
        'Left of a band the device holds. Inside it may trip. Right of it, it has opened: that side is what you can rely on.',
        'A slope is heat, slower the smaller the overload; the drop at the right is the instantaneous part.',
        'Two bands that do not touch: only the left one trips. The ring marks where they come nearest; right of the first overlap both may trip.',
        'A device must be right of a black disc (an inrush or a start) and left of the dotted line (what the cable takes).',
      ];
  return (
    <ol className="mx-3 mt-2 grid gap-1 rounded border border-line bg-ground p-3 text-[13px]" data-testid="guide">
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ol>
  );
}
