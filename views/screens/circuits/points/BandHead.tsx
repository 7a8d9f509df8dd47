'use client';
import { useDroppable } from '@dnd-kit/core';
import type { Job } from '@/core/job/schema/job';
import { cx } from '@/ui/cx';
import { Panel } from '../../../parts/facts/Panel';
import { RoomFacts } from '../../../parts/facts/RoomPanel';
import type { RoomsGeometry } from './geometry';
import type { Onto } from './onto';

/** A room over its outlets, and what it is; an outlet dropped on it stands in it. */
export function BandHead({ job, band, height }: { job: Job; band: RoomsGeometry['bands'][number]; height: number }) {
  const onto: Onto = { kind: 'room', id: band.roomId };
  const { setNodeRef, isOver } = useDroppable({ id: `room ${band.from}`, data: onto });
  const room = band.roomId === undefined ? undefined : job.rooms[band.roomId];
  const says = [room?.use?.value.replace('-', ' '), room?.floor].filter((each) => each !== undefined).join(' · ');
  return (
    <div
      ref={setNodeRef}
      className={cx('absolute rounded px-2 pt-1 leading-[17px]', isOver && 'outline-2 outline-copper outline-dashed')}
      style={{ left: band.x, top: 6, width: band.width, height: height - 12 }}
    >
      {room === undefined ? (
        <span className="text-[13px] text-quiet italic">room not said</span>
      ) : (
        <Panel
          label={`Room ${room.name}`}
          trigger={
            <>
              <span className="block truncate font-semibold text-[13px]">{room.name}</span>
              {says !== '' && says.toLowerCase() !== room.name.toLowerCase() && (
                <span className="block truncate text-[12px] text-quiet">{says}</span>
              )}
            </>
          }
          className="min-w-0 text-left"
          around="max-w-full"
        >
          <RoomFacts room={room} />
        </Panel>
      )}
    </div>
  );
}
