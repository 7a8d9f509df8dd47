'use client';
import { cx } from '@/ui/cx';
import { cardText, type Drawn } from './DeviceCard';
import { useDragged } from './dragging';
import { showBoard } from './place';

/** Devices of the board that have no place in it yet: dragged there, or given one beside. */
export function Tray({ job, place, seats, study }: Drawn) {
  const loose = seats.filter((seat) => seat.as !== 'main' && seat.place === undefined);
  if (loose.length === 0) return null;
  return (
    <section aria-label="Without a place" data-testid="tray" className="mt-3">
      <h2 className="mb-1 text-[13px] text-quiet">Without a place: drag it there</h2>
      <ul className="flex flex-wrap gap-2">
        {loose.map((seat) => {
          const { name, label } = cardText(
            job,
            seat,
            study?.devices.find(({ deviceId }) => deviceId === seat.device.id),
          );
          return (
            <li key={seat.device.id}>
              <Loose
                id={seat.device.id}
                name={name}
                label={label}
                chosen={place.deviceId === seat.device.id}
                choose={() => showBoard(place, { deviceId: seat.device.id, roomId: null })}
              />
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function Loose({
  id,
  name,
  label,
  chosen,
  choose,
}: {
  id: string;
  name: string;
  label: string;
  chosen: boolean;
  choose: () => void;
}) {
  const { ref, listeners, isDragging } = useDragged(id, name);
  return (
    <button
      ref={ref}
      {...listeners}
      type="button"
      data-device={id}
      aria-pressed={chosen}
      onClick={choose}
      className={cx(
        'rounded border px-3 py-1.5 text-[13px] pointer-coarse:min-h-11',
        chosen ? 'border-copper bg-chosen' : 'border-line bg-raised',
        isDragging && 'opacity-50',
      )}
    >
      {name} <span className="text-quiet">{label}</span>
    </button>
  );
}
