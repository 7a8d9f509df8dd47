'use client';
import type { EventStudy } from '@/core/reports/event';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/VerdictMark';
import { ROOM_LOOK, ROOM_WORDS } from '../../parts/rooms/roomLook';
import { NOBODY } from './Guess';

/** What came of it: one sentence, its figures, the rooms that go dark. */
export function Outcome({ event, guess, atS }: { event: EventStudy; guess: string | null; atS: number | null }) {
  const { sentence, why, lines, dark, byS, racers } = event;
  const off = byS !== null && (atS === null || atS >= byS);
  const right =
    guess === null
      ? null
      : guess === NOBODY
        ? racers.every(({ first }) => !first)
        : racers.some(({ deviceId, first }) => first && deviceId === guess);
  return (
    <>
      <div data-testid="outcome" role="status">
        {right !== null && (
          <p className="mb-1 font-semibold text-[13px] text-quiet">{right ? 'As you said' : 'Not as you said'}</p>
        )}
        <h2 className="font-semibold text-[21px] leading-snug">{sentence}</h2>
        {why !== '' && <p className="mt-1 text-[13px] text-quiet">{why}</p>}
      </div>
      <dl className="grid gap-2 border-line border-t pt-3">
        {lines.map(({ mark, label, value }) => (
          <div key={`${label} ${value}`} className="grid grid-cols-[18px_minmax(0,1fr)] gap-x-2">
            <dt className="col-start-2 text-[13px] text-quiet">{label}</dt>
            <dd className="col-span-2 grid grid-cols-subgrid items-center font-semibold text-[16px]">
              <span>{mark !== null && <VerdictMark kind={mark} />}</span>
              <span>{value}</span>
            </dd>
          </div>
        ))}
      </dl>
      {dark !== null && dark.rooms.length > 0 && (
        <section aria-label="In the dark" data-testid="in-the-dark" className="border-line border-t pt-3">
          <h3 className="mb-1 font-semibold">
            {off ? 'In the dark' : 'Still lit'}{' '}
            {off && dark.opened[0] !== undefined && (
              <span className="font-normal text-[13px] text-quiet">with {dark.opened[0]} open</span>
            )}
          </h3>
          <ul className="grid grid-cols-2 gap-0.5">
            {dark.rooms.map(({ roomId, name, state, lost }) => {
              const shown = off ? state : state === 'empty' ? 'empty' : 'lit';
              return (
                <li
                  key={roomId ?? 'none'}
                  data-room={shown}
                  className={cx('min-h-11 rounded border px-2 py-1', ROOM_LOOK[shown])}
                >
                  <span className="block truncate font-semibold text-[13px]">{name}</span>
                  <span className="line-clamp-1 text-[12px] leading-tight">
                    {off && lost.length > 0 ? lost.join(', ') : ROOM_WORDS[shown]}
                  </span>
                </li>
              );
            })}
          </ul>
        </section>
      )}
      <p className="border-caution border-l-[3px] pl-3 text-[13px] text-quiet">
        A calculation of what should happen, with everything else as it is entered. Nobody is safe because a device trips: figures
        of the body are for adults, 15 to 100 Hz, and reach no bath or pool.
      </p>
    </>
  );
}
