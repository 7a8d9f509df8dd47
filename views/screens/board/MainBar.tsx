'use client';
import { cx } from '@/ui/cx';
import { cardText, type Drawn } from './DeviceCard';
import { showBoard } from './place';

/** The mains of a board that take none of its places, at its head. */
export function MainBar({ drawn }: { drawn: Drawn }) {
  const { job, place, seats, study } = drawn;
  const mains = seats.filter((seat) => seat.as === 'main' && seat.place === undefined);
  if (mains.length === 0 && seats.some((seat) => seat.as === 'main')) return null;
  if (mains.length === 0)
    return <p className="mb-2 text-center text-[13px] text-quiet">no main of its own: all of it is switched off ahead</p>;
  return (
    <div className="mb-2 flex justify-center gap-2">
      {mains.map((seat) => {
        const { device } = seat;
        const { name, label } = cardText(
          job,
          seat,
          study?.devices.find(({ deviceId }) => deviceId === device.id),
        );
        const chosen = place.deviceId === device.id;
        return (
          <button
            key={device.id}
            type="button"
            data-device={device.id}
            aria-pressed={chosen}
            onClick={() => showBoard(place, { deviceId: chosen ? null : device.id, roomId: null })}
            className={cx(
              'rounded border-2 px-4 py-1 text-[13px] pointer-coarse:min-h-11',
              chosen ? 'border-copper bg-chosen' : 'border-ink bg-raised',
            )}
          >
            <span className="font-semibold">{label}</span> {name}
          </button>
        );
      })}
    </div>
  );
}
