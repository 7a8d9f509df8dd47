'use client';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { cx } from '@/ui/cx';
import { useJobState } from '../job/JobContext';
import { heightsOf, RunDrawing } from './RunDrawing';
import { StationLabels } from './RunLabels';
import { placeStations, runModel } from './runModel';

/** Width of an element as it is now, and a ref for it. */
function useWidth(): [width: number, ref: (element: HTMLElement | null) => void] {
  const [width, setWidth] = useState(540);
  const observer = useRef<ResizeObserver>(undefined);
  const ref = useCallback((element: HTMLElement | null) => {
    observer.current?.disconnect();
    if (element === null) return;
    observer.current = new ResizeObserver(([entry]) => setWidth(entry?.contentRect.width ?? 540));
    observer.current.observe(element);
  }, []);
  return [width, ref];
}

/** The run: from the source to the far end of the chosen circuit, its values edited where they stand. */
export function Run() {
  const job = useJobState((state) => state.job);
  const circuitId = useJobState((state) => state.circuitId);
  const study = useJobState((state) => state.desk?.circuit ?? null);
  const [available, measure] = useWidth();
  const scroller = useRef<HTMLDivElement>(null);
  const [cutOff, setCutOff] = useState(false);
  const model = useMemo(
    () => (circuitId === null || job.circuits[circuitId] === undefined ? null : runModel(job, circuitId)),
    [job, circuitId],
  );
  const { placed, width } = useMemo(() => placeStations(model?.stations ?? [], available), [model, available]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: on every other circuit, and when the drawing takes its size
  useEffect(() => {
    // Where the drawing does not fit, its end comes first: that is the circuit itself.
    scroller.current?.scrollTo({ left: scroller.current.scrollWidth });
  }, [circuitId, width]);
  if (model === null) return <section className="rounded border border-line bg-raised p-6 text-quiet">No circuit yet.</section>;
  const heights = heightsOf(model);
  const places = study?.circuitId === circuitId ? study.places : [];
  return (
    <section ref={measure} aria-label="The run" data-testid="run" className="shrink-0 rounded border border-line bg-raised">
      {/* biome-ignore lint/a11y/useSemanticElements: a scrolled region, not a form's fieldset */}
      <div
        ref={scroller}
        className={cx('overflow-x-auto', cutOff && 'mask-l-from-[calc(100%-56px)]')}
        onScroll={(event) => setCutOff(event.currentTarget.scrollLeft > 4)}
        tabIndex={width > available + 1 ? 0 : undefined}
        role="group"
        aria-label="From the source to the far end"
      >
        <div className="relative" style={{ width, height: heights.total }}>
          <RunDrawing job={job} model={model} placed={placed} width={width} heights={heights} />
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
        </div>
      </div>
    </section>
  );
}
