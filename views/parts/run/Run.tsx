'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Place } from '@/core/house/places';
import { cx } from '@/ui/cx';
import { useWidth } from '@/ui/useWidth';
import { useAnswer, useJobState } from '../../client/JobContext';
import { ShownOnly } from '../facts/FactField';
import { RunDrawing } from './RunDrawing';
import { StationLabels } from './RunLabels';
import { heightsOf } from './runHeights';
import { placeStations, runModel } from './runModel';

/** The run of the chosen circuit, from the source to its far end. */
export function Run({ circuitId }: { circuitId: string }) {
  const study = useAnswer({ kind: 'circuit', circuitId });
  return <RunStrip circuitId={circuitId} places={study?.circuitId === circuitId ? study.places : NO_PLACES} />;
}
const NO_PLACES: readonly Place[] = [];

/** A run: conductors and devices from the source to the end of a circuit, its values edited where they stand. */
export function RunStrip({
  circuitId,
  places,
  framed = true,
  fitted = false,
}: {
  circuitId: string;
  places: readonly Place[];
  framed?: boolean;
  /** Drawn smaller where there is no room, instead of scrolled: on paper. */
  fitted?: boolean;
}) {
  const job = useJobState((state) => state.job);
  const [available, measure] = useWidth(540);
  const scroller = useRef<HTMLDivElement>(null);
  const [cutOff, setCutOff] = useState(false);
  const model = useMemo(() => (job.circuits[circuitId] === undefined ? null : runModel(job, circuitId)), [job, circuitId]);
  const { placed, width } = useMemo(() => placeStations(model?.stations ?? [], available), [model, available]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: on every other circuit, and when the drawing takes its size
  useEffect(() => {
    // Where the drawing does not fit, its end comes first: that is the circuit itself.
    scroller.current?.scrollTo({ left: scroller.current.scrollWidth });
  }, [circuitId, width]);
  if (model === null) return null;
  const heights = heightsOf(model);
  return (
    <section
      ref={measure}
      aria-label={`The run of ${job.circuits[circuitId]?.name ?? ''}`}
      data-testid="run"
      className={cx('shrink-0 bg-raised', framed && 'rounded border border-line')}
    >
      {/* biome-ignore lint/a11y/useSemanticElements: a scrolled region, not a form's fieldset */}
      <div
        ref={scroller}
        className={cx(fitted ? 'overflow-hidden' : 'overflow-x-auto', cutOff && 'mask-l-from-[calc(100%-56px)]')}
        onScroll={(event) => setCutOff(event.currentTarget.scrollLeft > 4)}
        tabIndex={!fitted && width > available + 1 ? 0 : undefined}
        role="group"
        aria-label={`From the source to the far end of ${job.circuits[circuitId]?.name ?? ''}`}
      >
        <div
          className="relative"
          style={{ width, height: heights.total, ...(fitted ? { zoom: Math.min(1, available / width) } : {}) }}
        >
          <RunDrawing job={job} model={model} placed={placed} width={width} heights={heights} />
          <ShownOnly value={fitted ? 'on paper' : undefined}>
            {placed.map((station, index) => (
              <StationLabels
                // biome-ignore lint/suspicious/noArrayIndexKey: stations have no identity beyond their place
                key={`${circuitId} ${index}`}
                job={job}
                station={station}
                drawingW={width}
                heights={heights}
                places={places}
              />
            ))}
          </ShownOnly>
        </div>
      </div>
    </section>
  );
}
