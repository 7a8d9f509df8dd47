'use client';
import { Command } from 'cmdk';
import { useRouter } from 'next/navigation';
import { type RefObject, useMemo, useState } from 'react';
import type { Job } from '@/core/job/schema/job';
import { Dialog } from '@/ui/Dialog';
import { useJobState, useSession } from '../../client/JobContext';
import { mayLeave } from '../../client/mayLeave';
import { findingsOpen, hrefOf, type JobPlace } from './places';
import { SCREENS, screenName } from './screens';

interface Goal {
  key: string;
  name: string;
  kind: string;
  place: JobPlace;
}

const present = <T extends { state: string }>(rows: Record<string, T>): T[] =>
  Object.values(rows).filter((row) => row.state !== 'removed');

/** Everything with a name that one can go to. */
function goalsOf(job: Job): Goal[] {
  const desk = (circuitId: string): JobPlace => ({ step: 'circuits', circuitId });
  return [
    ...SCREENS.flatMap((screen) =>
      screen.route === undefined
        ? []
        : [{ key: `step ${screen.route}`, name: screenName(screen, job.dialect), kind: 'step', place: { step: screen.route } }],
    ),
    { key: 'card', name: 'Card and history', kind: 'step', place: { step: '' } },
    ...present(job.circuits).map(({ id, number, name }) => ({
      key: `circuit ${id}`,
      name: `${number} ${name}`.trim(),
      kind: 'circuit',
      place: desk(id),
    })),
    ...present(job.devices).flatMap(({ id, name, circuitId }) =>
      circuitId === undefined ? [] : [{ key: `device ${id}`, name, kind: 'device', place: desk(circuitId) }],
    ),
    ...Object.values(job.loads).map(({ id, name, circuitId }) => ({
      key: `load ${id}`,
      name,
      kind: 'load',
      place: desk(circuitId),
    })),
    ...present(job.points).map(({ id, name, circuitId, roomId }) => ({
      key: `point ${id}`,
      name: `${name}${roomId === undefined ? '' : `, ${job.rooms[roomId]?.name ?? ''}`}`,
      kind: 'point',
      place: desk(circuitId),
    })),
    ...present(job.origins).map(({ id, name }) => ({ key: `origin ${id}`, name, kind: 'source', place: { step: 'supply' } })),
  ];
}

/**
 * Goes to anything that has a name.
 * @param early what was typed since it was asked for, before there was anything to type into
 */
export function Search({
  open,
  onOpenChange,
  early,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  early: RefObject<string>;
}) {
  const job = useJobState((state) => state.job);
  const session = useSession();
  const router = useRouter();
  const [text, setText] = useState(() => early.current);
  const goals = useMemo(() => (open ? goalsOf(job) : []), [open, job]);
  const go = (place: JobPlace) => {
    onOpenChange(false);
    const href = hrefOf(job.id, place, findingsOpen());
    if (mayLeave(session, href)) router.push(href);
  };
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Search">
      <Command label="Search" loop className="flex max-h-[60vh] flex-col">
        <Command.Input
          value={text}
          onValueChange={setText}
          placeholder="circuit, device, load, room or step"
          className="min-h-12 shrink-0 border-line border-b bg-raised px-4 text-base -outline-offset-2 placeholder:text-quiet"
        />
        <Command.List className="min-h-0 flex-1 overflow-y-auto p-1">
          <Command.Empty className="px-3 py-3 text-quiet">Nothing in this job is called that.</Command.Empty>
          {goals.map(({ key, name, kind, place }) => (
            <Command.Item
              key={key}
              value={`${name} ${kind} ${key}`}
              onSelect={() => go(place)}
              className="flex min-h-9 cursor-pointer items-center gap-3 rounded px-3 data-[selected=true]:bg-chosen pointer-coarse:min-h-11"
            >
              <span className="min-w-0 flex-1 truncate">{name}</span>
              <span className="text-[12px] text-quiet">{kind}</span>
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </Dialog>
  );
}
