'use client';
import { rename, setField } from '@/core/edits/rows';
import { factPaths } from '@/core/facts/read';
import type { Room } from '@/core/job/schema/supply';
import { KeptText } from '@/ui/Field';
import { useJobState, useSession } from '../../client/JobContext';
import { FoldedFacts } from './Panel';

/** What a room is, and on which floor. */
export function RoomFacts({ room }: { room: Room }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const { id } = room;
  return (
    <div className="grid gap-2">
      <div className="grid grid-cols-2 gap-2">
        <KeptText label="Room" value={room.name} keep={(text) => session.edit(rename('rooms', id, text, 'Room'))} />
        <KeptText
          label="Floor"
          value={room.floor ?? ''}
          keep={(text) =>
            session.edit(
              setField(job, 'rooms', id, 'floor', text === '' ? undefined : text, text === '' ? 'no floor' : `floor ${text}`),
            )
          }
        />
      </div>
      <FoldedFacts paths={factPaths(job, 'rooms', id)} first={['use', 'water', 'wetness']} />
    </div>
  );
}
