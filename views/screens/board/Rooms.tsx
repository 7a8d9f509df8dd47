'use client';
import { useMemo } from 'react';
import type { Job } from '@/core/job/schema/job';
import type { DarkRoom, DarkStudy } from '@/core/reports/board';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer, useJobState } from '../../client/JobContext';
import { ROOM_LOOK, ROOM_WORDS } from '../../parts/rooms/roomLook';
import type { BoardPlace } from './place';

/** Rooms by floor: what a device takes away when it is switched off; a room pressed shows what feeds it. */
export function Rooms({ place, show }: { place: BoardPlace; show: (change: Partial<BoardPlace>) => void }) {
  const job = useJobState((state) => state.job);
  const { deviceId, roomId } = place;
  const ids = useMemo(() => (deviceId === null ? [] : [deviceId]), [deviceId]);
  const dark = useAnswer({ kind: 'dark', deviceIds: ids });
  const device = job.devices[deviceId ?? ''];
  const room = job.rooms[roomId ?? ''];
  if (dark === undefined) return <section aria-busy className="min-h-40" />;
  const floors = [...new Set(dark.rooms.map(({ floor }) => floor))];
  return (
    <section aria-label="Rooms" data-testid="rooms">
      <h2 className="font-semibold text-[17px]">
        {device !== undefined
          ? `Switch off ${device.name} and see`
          : room === undefined
            ? 'Switch off and see'
            : `What feeds ${room.name}`}
      </h2>
      <p className="mb-2 text-[13px] text-quiet">
        {said(dark, device !== undefined, room === undefined ? undefined : feeds(job, room.id))}
      </p>
      {dark.rooms.length === 0 && <p className="text-[13px] text-quiet">No room is entered.</p>}
      {floors.map((floor) => (
        <div key={floor} className="mb-2">
          {floor !== null && <h3 className="mb-0.5 text-[12px] text-quiet first-letter:uppercase">{floor}</h3>}
          <ul className="grid grid-cols-2 gap-0.5">
            {dark.rooms
              .filter((each) => each.floor === floor)
              .map((each) => (
                <RoomTile
                  key={each.roomId ?? 'none'}
                  room={each}
                  says={device === undefined && each.roomId !== null ? numbersIn(job, each.roomId) : undefined}
                  chosen={each.roomId !== null && each.roomId === roomId}
                  choose={() =>
                    each.roomId !== null && show({ roomId: each.roomId === roomId ? null : each.roomId, deviceId: null })
                  }
                />
              ))}
          </ul>
        </div>
      ))}
      {device !== undefined && <Losses dark={dark} />}
    </section>
  );
}

/** The circuits with an outlet in a room. */
function feeding(job: Job, roomId: string) {
  const ids = new Set(
    Object.values(job.points).flatMap((point) => (point.roomId === roomId && point.state !== 'removed' ? [point.circuitId] : [])),
  );
  return [...ids].flatMap((id) => {
    const circuit = job.circuits[id];
    return circuit === undefined || circuit.state === 'removed' ? [] : [circuit];
  });
}
const feeds = (job: Job, roomId: string): string[] => feeding(job, roomId).map(({ number, name }) => `${number} ${name}`.trim());
const numbersIn = (job: Job, roomId: string): string => {
  const numbers = feeding(job, roomId).map(({ number, name }) => number || name);
  return numbers.length === 0 ? '' : `fed by ${numbers.join(', ')}`;
};

function said(dark: DarkStudy, chosen: boolean, fed: readonly string[] | undefined): string {
  if (fed !== undefined) return fed.length === 0 ? 'nothing with an outlet in it' : fed.join(', ');
  if (!chosen) return 'Press a device to switch it off, or a room to see what feeds it.';
  const lost = dark.rooms.filter(({ state }) => state === 'dark' || state === 'part').length;
  const circuits = `${dark.circuits.length} circuit${dark.circuits.length === 1 ? '' : 's'}`;
  const tied = dark.opened.length > 1 ? `; with it opens ${dark.opened.slice(1).join(', ')}` : '';
  return `${circuits}, ${lost} room${lost === 1 ? '' : 's'} ${lost === 1 ? 'loses' : 'lose'} something${tied}`;
}

function RoomTile({
  room,
  says,
  chosen,
  choose,
}: {
  room: DarkRoom;
  /** Where nothing is switched off: what feeds it. */
  says: string | undefined;
  chosen: boolean;
  choose: () => void;
}) {
  const { name, state, lost } = room;
  return (
    <li>
      <button
        type="button"
        aria-pressed={chosen}
        data-room={state}
        onClick={choose}
        className={cx(
          'h-full min-h-12 w-full rounded border px-2 py-1 text-left',
          ROOM_LOOK[state],
          chosen && 'border-2 border-copper',
        )}
      >
        <span className="block truncate font-semibold text-[13px]">{name}</span>
        <span className="line-clamp-2 text-[12px] leading-tight">
          {lost.length > 0 ? lost.join(', ') : says || ROOM_WORDS[state]}
        </span>
        <span className="sr-only">{ROOM_WORDS[state]}</span>
      </button>
    </li>
  );
}

/** What is worse than a dark room. */
function Losses({ dark }: { dark: DarkStudy }) {
  const rows = [
    {
      kind: 'stop' as const,
      names: dark.safety,
      what: 'Safety goes with it',
      plain: 'No safety service goes with it',
      unknown: 'Whether safety goes with it is not known',
    },
    {
      kind: 'caution' as const,
      names: dark.mustStayOn,
      what: 'Meant to stay on',
      plain: 'Nothing that must stay on',
      unknown: 'Whether something must stay on is not known',
    },
  ];
  return (
    <ul className="mt-3 border-line border-t" data-testid="losses">
      {rows.map(({ kind, names, what, plain, unknown }) => (
        <li key={kind} className="flex items-start gap-2 border-line border-b py-1.5 text-[13px]">
          <span className="mt-0.5">
            <VerdictMark kind={names.length > 0 ? kind : dark.unsaid.length > 0 ? 'unknown' : 'pass'} />
          </span>
          <span>
            <span className="font-semibold">{names.length > 0 ? what : dark.unsaid.length > 0 ? unknown : plain}</span>
            {names.length > 0 && <span className="block text-quiet">{names.join(', ')}</span>}
            {names.length === 0 && dark.unsaid.length > 0 && (
              <span className="block text-quiet">what {dark.unsaid.join(', ')} feeds is not entered</span>
            )}
          </span>
        </li>
      ))}
      {dark.fedElsewhere.length > 0 && (
        <li className="flex items-start gap-2 border-line border-b py-1.5 text-[13px]">
          <span className="mt-0.5">
            <VerdictMark kind="stop" />
          </span>
          <span>
            <span className="font-semibold">May be fed by another source: not dead</span>
            <span className="block text-quiet">{dark.fedElsewhere.join(', ')}</span>
          </span>
        </li>
      )}
    </ul>
  );
}
