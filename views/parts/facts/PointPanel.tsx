'use client';
import { useState } from 'react';
import { intoRoomNamed } from '@/core/edits/points';
import { rename, setField } from '@/core/edits/rows';
import { factPaths } from '@/core/facts/read';
import { Point } from '@/core/job/schema/circuit';
import { word } from '@/core/job/terms';
import { KeptText, Labelled, Select } from '@/ui/Field';
import { useJobState, useSession } from '../../client/JobContext';
import { AddAppliance, LoadFacts } from './LoadPanel';
import { FoldedFacts } from './Panel';

const byOrder = (a: { order: string }, b: { order: string }): number => (a.order < b.order ? -1 : 1);
/** What is asked of a point first. */
const FIRST = ['onward', 'ratedA', 'receptacles'];
const NONE = 'none';
const NEW = 'new';

/** Everything there is to say of an outlet or connection: what it is, where it stands, what it bears. */
export function PointFacts({ point }: { point: Point }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const { id, circuitId } = point;
  const set = (says: string, field: string, to: string | undefined) => session.edit(setField(job, 'points', id, field, to, says));
  const cables = Object.values(job.segments)
    .filter((segment) => segment.circuitId === circuitId && segment.state !== 'removed')
    .sort(byOrder);
  const others = Object.values(job.points)
    .filter((other) => other.id !== id && other.kind === 'socket' && other.state !== 'removed' && other.roomId === point.roomId)
    .sort(byOrder);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-2">
      <KeptText
        label={job.dialect === 'nec' ? 'Outlet or equipment' : 'Point'}
        value={point.name}
        keep={(text) => session.edit(rename('points', id, text, 'Point'))}
      />
      <div className="grid grid-cols-2 gap-2">
        <Labelled label="Kind">
          {(wiring) => (
            <Select
              {...wiring}
              value={point.kind}
              options={Point.shape.kind.options.map((value) => ({
                value,
                label: value === 'socket' ? word(job.dialect, 'socket') : value,
              }))}
              onChange={(to) => set(to, 'kind', to)}
            />
          )}
        </Labelled>
        <RoomChoice point={point} />
      </div>
      {cables.length > 1 && (
        <Labelled label="At the end of">
          {(wiring) => (
            <Select
              {...wiring}
              value={point.segmentId ?? NONE}
              options={[
                { value: NONE, label: 'not said' },
                ...cables.map((cable, index) => ({ value: cable.id, label: cable.name ?? `length ${index + 1}` })),
              ]}
              onChange={(to) => set('elsewhere', 'segmentId', to === NONE ? undefined : to)}
            />
          )}
        </Labelled>
      )}
      {Object.values(job.loads)
        .filter((load) => load.pointId === id)
        .map((load) => (
          <details key={load.id} className="rounded border border-line px-2 py-1 text-[13px]">
            <summary className="cursor-pointer font-semibold pointer-coarse:min-h-11 pointer-coarse:py-3">{load.name}</summary>
            <LoadFacts load={load} />
          </details>
        ))}
      {job.circuits[circuitId] !== undefined && point.kind !== 'switch' && point.kind !== 'junction' && (
        <AddAppliance circuit={job.circuits[circuitId]} pointId={id} />
      )}
      <FoldedFacts paths={factPaths(job, 'points', id)} first={FIRST} />
      <KeptText
        label="Behind"
        value={point.behind ?? ''}
        keep={(text) => set(text === '' ? 'nothing before it' : `behind ${text}`, 'behind', text === '' ? undefined : text)}
      />
      {point.kind === 'socket' && others.length > 0 && (
        <Labelled label="Split-wired with">
          {(wiring) => (
            <Select
              {...wiring}
              value={point.splitWithId ?? NONE}
              options={[
                { value: NONE, label: 'no other feed' },
                ...others.map((other) => ({
                  value: other.id,
                  label: `${other.name}, ${job.circuits[other.circuitId]?.number ?? ''}`,
                })),
              ]}
              onChange={(to) => set(to === NONE ? 'on one feed' : 'split-wired', 'splitWithId', to === NONE ? undefined : to)}
            />
          )}
        </Labelled>
      )}
    </div>
  );
}

/** The room a point is in: one of the job's, or a new one, named here. */
export function RoomChoice({ point }: { point: Point }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const [naming, setNaming] = useState(false);
  if (naming)
    return (
      <KeptText
        label="New room"
        value=""
        begun
        leave={() => setNaming(false)}
        keep={(text) => {
          if (text === '') return undefined;
          setNaming(false);
          return session.edit(intoRoomNamed(job, point, text, crypto.randomUUID()));
        }}
      />
    );
  return (
    <Labelled label="Room">
      {(wiring) => (
        <Select
          {...wiring}
          value={point.roomId ?? NONE}
          options={[
            { value: NONE, label: 'not said' },
            ...Object.values(job.rooms)
              .sort(byOrder)
              .map((room) => ({ value: room.id, label: room.name })),
            { value: NEW, label: 'another room …' },
          ]}
          onChange={(to) => {
            if (to === NEW) setNaming(true);
            else
              session.edit(
                setField(job, 'points', point.id, 'roomId', to === NONE ? undefined : to, job.rooms[to]?.name ?? 'no room'),
              );
          }}
        />
      )}
    </Labelled>
  );
}
