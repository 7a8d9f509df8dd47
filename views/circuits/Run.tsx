'use client';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { showSize } from '@/core/job/edges';
import type { Segment } from '@/core/job/schema/circuit';
import type { Device } from '@/core/job/schema/device';
import type { Origin } from '@/core/job/schema/supply';
import { showCurrent, showNumber } from '@/core/job/show';
import type { ShownCircuit } from '@/core/study/study';
import { FactField } from '../job/FactField';
import { useJobState } from '../job/JobContext';
import { BREAKER_RATINGS, CURVES, GG_RATINGS, METRIC_SIZES, withSize } from './choices';
import { familyWord } from './labels';
import { RunDrawing } from './RunDrawing';
import { type Placed, placeStations, stationsOf } from './runModel';

const HEIGHT = 192;
/** Where labels below the conductors begin, and where those above end. */
const LABELS_TOP = 130;
const LABELS_BOTTOM = 66;

/** The run: from the source to the far end of the chosen circuit, its values edited where they stand. */
export function Run() {
  const job = useJobState((state) => state.job);
  const circuitId = useJobState((state) => state.circuitId);
  const study = useJobState((state) => state.desk?.circuit ?? null);
  const frame = useRef<HTMLDivElement>(null);
  const [available, setAvailable] = useState(560);
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => setAvailable(entry?.contentRect.width ?? 560));
    if (frame.current !== null) observer.observe(frame.current);
    return () => observer.disconnect();
  }, []);
  const { placed, width } = useMemo(
    () => placeStations(circuitId === null ? [] : stationsOf(job, circuitId), available),
    [job, circuitId, available],
  );
  if (circuitId === null)
    return <section className="rounded border border-line bg-raised p-6 text-quiet">No circuit yet.</section>;
  return (
    <section aria-label="The run" data-testid="run" className="shrink-0 rounded border border-line bg-raised">
      {/* biome-ignore lint/a11y/useSemanticElements: a scrolled region, not a form's fieldset */}
      <div
        ref={frame}
        className="overflow-x-auto"
        tabIndex={width > available + 1 ? 0 : undefined}
        role="group"
        aria-label="From the source to the far end"
      >
        <div className="relative" style={{ width, height: HEIGHT }}>
          <RunDrawing placed={placed} width={width} height={HEIGHT} />
          {placed.map((station, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: stations have no identity beyond their place
            <StationLabels key={`${circuitId} ${index}`} station={station} drawingW={width} study={study} />
          ))}
        </div>
      </div>
    </section>
  );
}

/** What labels below the conductors may take beyond their own station: their neighbours there are devices, labelled above. */
const BELOW_SPARE = 30;

/** Text centred on a station, above the conductors or below them, kept inside the drawing. */
function Label({
  station,
  drawingW,
  side,
  children,
}: {
  station: Placed;
  drawingW: number;
  side: 'above' | 'below';
  children: ReactNode;
}) {
  const width = station.width + (side === 'below' ? BELOW_SPARE : -4);
  const left = Math.min(Math.max(4, station.x - width / 2), drawingW - width - 4);
  return (
    <div
      className="absolute flex flex-col items-center whitespace-nowrap text-center leading-[18px]"
      style={{ left, width, ...(side === 'below' ? { top: LABELS_TOP } : { bottom: HEIGHT - LABELS_BOTTOM }) }}
    >
      {children}
    </div>
  );
}

interface Place {
  station: Placed;
  drawingW: number;
}

function StationLabels({ station, drawingW, study }: { station: Placed; drawingW: number; study: ShownCircuit | null }) {
  const place = { station, drawingW };
  if (station.kind === 'source') return <SourceLabels place={place} origin={station.origin} />;
  if (station.kind === 'device') return <DeviceLabels place={place} device={station.device} own={station.own} />;
  if (station.kind === 'cable') return <CableLabels place={place} segments={station.segments} own={station.own} />;
  if (station.kind === 'board') return <BoardLabels place={place} name={station.board.name} study={study} />;
  return (
    <Label {...place} side="below">
      <b className="text-[13px]">far end</b>
      <Fault study={study} place="far-end" />
    </Label>
  );
}

function SourceLabels({ place, origin }: { place: Place; origin: Origin | undefined }) {
  if (origin === undefined) return null;
  return (
    <Label {...place} side="below">
      <b className="w-full truncate text-[13px]">{origin.name}</b>
      <span className="text-[13px]">
        Ze{' '}
        <FactField
          label="Ze, earth loop of the supply"
          shown={origin.zeOhm === undefined ? 'unknown' : `${showNumber(origin.zeOhm.value)} Ω`}
          fact={origin.zeOhm}
          how={{ kind: 'quantity', edge: 'impedance' }}
          at={{ on: 'origins', id: origin.id, field: ['zeOhm'] }}
          className="font-semibold"
        />
      </span>
      {origin.maxFaultA !== undefined && (
        <span className="text-[12px] text-quiet">at most {showCurrent(origin.maxFaultA.value)}</span>
      )}
    </Label>
  );
}

function DeviceLabels({ place, device, own }: { place: Place; device: Device; own: boolean }) {
  const { settings, id, name } = device;
  const breaker = settings.family === 'mcb' || settings.family === 'rcbo';
  const rated = breaker || settings.family === 'fuse' || settings.family === 'switch' ? settings.ratingA : undefined;
  const ratings = settings.family === 'fuse' ? GG_RATINGS : BREAKER_RATINGS;
  return (
    <Label {...place} side="above">
      <span className="line-clamp-2 whitespace-normal text-[12px] text-quiet" title={name}>
        {own && breaker ? familyWord(settings.family) : name}
      </span>
      <span className="flex items-baseline gap-1 font-semibold">
        {breaker && (
          <FactField
            label={`Curve of ${name}`}
            shown={settings.curve?.value ?? 'unknown'}
            fact={settings.curve}
            how={{ kind: 'choice', options: CURVES }}
            at={{ on: 'devices', id, field: ['settings', 'curve'] }}
          />
        )}
        <FactField
          label={`Rating of ${name}`}
          shown={rated === undefined ? 'unknown' : `${rated.value} A`}
          fact={rated}
          how={{ kind: 'quantity', edge: 'current', steps: ratings }}
          at={{ on: 'devices', id, field: ['settings', 'ratingA'] }}
        />
        <span className="font-normal text-[12px] text-quiet">
          {settings.family === 'fuse' ? settings.system : breaker ? '' : familyWord(settings.family)}
        </span>
      </span>
    </Label>
  );
}

function CableLabels({ place, segments, own }: { place: Place; segments: readonly Segment[]; own: boolean }) {
  const labels = segments.map((segment) => <CableFields key={segment.id} segment={segment} prominent={own} />);
  return own ? (
    <Label {...place} side="above">
      {labels}
    </Label>
  ) : (
    <Label {...place} side="below">
      {labels}
    </Label>
  );
}

function CableFields({ segment, prominent }: { segment: Segment; prominent: boolean }) {
  const { id, lineSize, protectiveSize, lengthM } = segment;
  const of = segment.name ?? 'the cable';
  return (
    <span className={prominent ? 'flex flex-col items-center' : 'flex flex-col items-center text-[12px] text-quiet'}>
      <span className={prominent ? 'font-semibold' : ''}>
        <FactField
          label={`Size of ${of}`}
          shown={lineSize === undefined ? 'size unknown' : showSize(lineSize.value)}
          fact={lineSize}
          how={{ kind: 'size', steps: METRIC_SIZES }}
          at={{ on: 'segments', id, field: ['lineSize'] }}
          also={(value) => withSize(segment, String(value))}
        />
        {prominent && protectiveSize !== undefined && (
          <span className="font-normal text-[12px] text-quiet"> / {showSize(protectiveSize.value).replace(' mm²', '')}</span>
        )}
      </span>
      <FactField
        label={`Length of ${of}`}
        shown={lengthM === undefined ? 'length unknown' : `${showNumber(lengthM.value)} m`}
        fact={lengthM}
        how={{ kind: 'quantity', edge: 'length', usual: 'm' }}
        at={{ on: 'segments', id, field: ['lengthM'] }}
        className={prominent ? 'font-semibold' : ''}
      />
    </span>
  );
}

function BoardLabels({ place, name, study }: { place: Place; name: string; study: ShownCircuit | null }) {
  return (
    <Label {...place} side="below">
      <b className="w-full truncate text-[13px]">{name}</b>
      {study?.kind === 'final' && <Fault study={study} place="start" />}
      {study?.kind !== 'final' && <Fault study={study} place="far-end" />}
    </Label>
  );
}

/** The fault that decides there: the most at the circuit's start, the least to earth at its far end. */
function Fault({ study, place }: { study: ShownCircuit | null; place: 'start' | 'far-end' }) {
  const here = (study?.faults ?? []).filter((fault) => fault.place === place);
  const known = here.filter((fault) => fault.currentA !== null);
  if (here.length === 0) return null;
  const shown =
    place === 'start' ? known.sort((a, b) => b.currentA! - a.currentA!)[0] : known.find((fault) => fault.kind === 'L-PE');
  if (shown === undefined || (place === 'start' && known.length < here.length))
    return <span className="text-[12px] text-quiet italic">fault unknown</span>;
  return (
    <>
      <b className="text-[15px]">{showCurrent(shown.currentA!)}</b>
      <span className="text-[12px] text-quiet">{place === 'start' ? `${shown.kind}, most` : `${shown.kind}, least`}</span>
    </>
  );
}
