'use client';
import { DndContext, type DragEndEvent } from '@dnd-kit/core';
import { type KeyboardEvent, memo, type RefObject, useMemo, useRef, useState } from 'react';
import { movePoint, removePoint, stepPoint } from '@/core/edits/points';
import { setField } from '@/core/edits/rows';
import type { PointDraft } from '@/core/job/points/draft';
import { endOfLine, type PlacedPoint, placedPoints } from '@/core/job/points/tree';
import type { Circuit, Point } from '@/core/job/schema/circuit';
import { hangPoints } from '@/core/quick/walk';
import { useDragSensors, usePlaceLetGo } from '@/ui/dragging';
import { useWidth } from '@/ui/useWidth';
import { useJobState, useSession } from '../../../client/JobContext';
import { PointsLine } from '../../../parts/line/PointsLine';
import { runModel } from '../../../parts/run/runModel';
import { BandHead } from './BandHead';
import { roomsGeometry } from './geometry';
import type { Onto } from './onto';
import { PointButton } from './PointButton';
import { RoomsDrawing } from './RoomsDrawing';
import { RunStart } from './RunStart';

/** A final circuit from its board into the rooms: its outlets in the order they are fed, edited where they stand. */
export const RoomsRun = memo(function RoomsRun({ circuitId, goOn }: { circuitId: string; goOn?: () => void }) {
  const job = useJobState((state) => state.job);
  const circuit = job.circuits[circuitId];
  const [width, measure] = useWidth(760);
  const [chosen, setChosen] = useState<string>();
  const line = useRef<HTMLInputElement>(null);
  const placed = useMemo(() => placedPoints(job.points, circuitId), [job.points, circuitId]);
  const geometry = useMemo(() => roomsGeometry(placed, width), [placed, width]);
  const run = useMemo(() => runModel(job, circuitId), [job, circuitId]);
  const sensors = useDragSensors();
  const places = usePlaceLetGo<Onto>();
  const current = placed.find(({ point }) => point.id === chosen)?.point;
  const devices = Object.values(job.devices).filter(
    (device) => device.circuitId === circuitId && device.seat === 'start' && device.state !== 'removed',
  );
  const protecting = new Set(
    Object.values(job.devices).flatMap((device) =>
      device.seat === 'point' && device.state !== 'removed' && device.pointId !== undefined ? [device.pointId] : [],
    ),
  );
  const { focus, make, remove, press, drop } = useHands({ circuit, placed, current, setChosen, line, under: places.under });
  if (circuit === undefined) return null;
  return (
    <section
      aria-label={`The rooms of ${circuit.name}`}
      data-testid="rooms"
      className="flex h-[286px] shrink-0 flex-col rounded border border-line bg-raised"
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 px-3 pt-2">
        <h2 className="font-semibold text-[15px]">
          {circuit.number} {circuit.name}
        </h2>
        <PointsLine
          key={circuitId}
          job={job}
          circuitId={circuit.id}
          box={line}
          after={(current ?? endOfLine(placed))?.name}
          make={make}
          goOn={goOn}
          leave={() => focus(chosen ?? placed.at(-1)?.point.id)}
        />
      </div>
      {/* biome-ignore lint/a11y/useSemanticElements: a scrolled region, not a form's fieldset */}
      <div
        ref={measure}
        className="min-h-0 flex-1 overflow-auto"
        role="group"
        aria-label={`From the board to the last outlet of ${circuit.name}`}
      >
        <DndContext sensors={sensors} collisionDetection={places.detect} onDragEnd={drop}>
          <div className="relative" style={{ width: geometry.width, height: geometry.height }}>
            <RoomsDrawing
              dialect={job.dialect}
              placed={placed}
              conductors={run.spans.at(-1)?.conductors ?? []}
              devices={devices}
              geometry={geometry}
              activeId={chosen}
              protecting={protecting}
            />
            <RunStart job={job} circuitId={circuitId} geometry={geometry} deviceIds={devices.map(({ id }) => id)} />
            {geometry.bands.map((band) => (
              <BandHead key={band.from} job={job} band={band} height={geometry.height} />
            ))}
            {placed.map((each) => (
              <PointButton
                key={each.point.id}
                job={job}
                placed={each}
                geometry={geometry}
                protects={protecting.has(each.point.id)}
                press={(event) => press(event, each)}
                choose={() => setChosen(each.point.id)}
                add={() => {
                  setChosen(each.point.id);
                  line.current?.focus();
                }}
                remove={() => remove(each.point)}
              />
            ))}
            {placed.length === 0 && (
              <p className="absolute text-[13px] text-quiet" style={{ left: geometry.roomsX + 34, top: geometry.laneY(0) - 10 }}>
                no outlets yet: type them above
              </p>
            )}
          </div>
        </DndContext>
      </div>
    </section>
  );
});

/** What keys, the line and dragging do to the outlets of a circuit: each step is one command. */
function useHands({
  circuit,
  placed,
  current,
  setChosen,
  line,
  under,
}: {
  circuit: Circuit | undefined;
  placed: readonly PlacedPoint[];
  /** The chosen outlet. */
  current: Point | undefined;
  setChosen: (id: string | undefined) => void;
  line: RefObject<HTMLInputElement | null>;
  /** What a dragged outlet is over. */
  under: () => Onto | undefined;
}) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const focus = (id: string | undefined) =>
    requestAnimationFrame(() => {
      if (id !== undefined) document.querySelector<HTMLElement>(`[data-point="${id}"]`)?.focus();
    });
  const make = (drafts: readonly PointDraft[], branch: boolean) => {
    if (circuit === undefined) return 'this circuit is gone';
    const made = hangPoints(job, circuit, drafts, { ...(current === undefined ? {} : { afterId: current.id }), branch }, () =>
      crypto.randomUUID(),
    );
    const problem = session.edit(made.command);
    // A branch hangs beside the chosen one: the next goes on from there, the next branch too.
    if (problem === undefined && (!branch || current === undefined)) setChosen(made.pointIds.at(-1));
    return problem;
  };
  const remove = (point: Point) => {
    const at = placed.findIndex((each) => each.point.id === point.id);
    const next = placed[at - 1] ?? placed[at + 1];
    if (session.edit(removePoint(job, point)) === undefined) {
      setChosen(next?.point.id);
      focus(next?.point.id);
    }
  };
  const press = (event: KeyboardEvent, { point, column }: PlacedPoint) => {
    const out = event.key === 'ArrowRight';
    if (event.key === 'ArrowLeft' || out) {
      if (event.altKey) {
        const command = stepPoint(job, point, out);
        if (command !== undefined) session.edit(command);
        focus(point.id);
      } else focus(placed[column + (out ? 1 : -1)]?.point.id);
    } else if (event.key === 'Enter') {
      setChosen(point.id);
      line.current?.focus();
    } else if (event.key === 'Delete') remove(point);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const drop = ({ active }: DragEndEvent) => {
    const point = job.points[String(active.id)];
    const onto = under();
    if (point === undefined || onto === undefined) return;
    const command =
      onto.kind === 'point'
        ? movePoint(job, point, job.points[onto.id])
        : onto.id === point.roomId
          ? undefined
          : setField(job, 'points', point.id, 'roomId', onto.id, job.rooms[onto.id ?? '']?.name ?? 'no room');
    if (command !== undefined) session.edit(command);
  };
  return { focus, make, remove, press, drop };
}
