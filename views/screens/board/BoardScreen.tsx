'use client';
import { useSearchParams } from 'next/navigation';
import { useMemo, useState } from 'react';
import { movesTo, putDevice } from '@/core/edits/board';
import { boardLayout, placeOf, type Seat, seatsOf, spanOf } from '@/core/job/board/layout';
import { word } from '@/core/job/terms';
import { useNarrow } from '@/ui/useMedia';
import { useAnswer, useJobState, useSession } from '../../client/JobContext';
import { BoardHead } from './BoardHead';
import { BoardPanel } from './BoardPanel';
import { Draggables, type Drop } from './dragging';
import { InspectionView } from './inspect/InspectionView';
import { type BoardPlace, boardPlace, showBoard } from './place';
import { RailsBoard } from './RailsBoard';
import { SlotsBoard } from './SlotsBoard';
import { Tray } from './Tray';

/** A board: its devices in their places, or what an inspector looks at on it. */
export function BoardScreen() {
  const search = useSearchParams();
  const job = useJobState((state) => state.job);
  const place = useMemo(() => boardPlace(job, search), [job, search]);
  return place.show === 'inspection' && place.boardId !== null ? <InspectionView place={place} /> : <Devices place={place} />;
}

/** A board as the thing itself: its devices in their places, moved by hand, and what each of them switches off. */
function Devices({ place }: { place: BoardPlace }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const board = job.boards[place.boardId ?? ''];
  const study = useAnswer({ kind: 'board', boardId: place.boardId ?? '' }) ?? undefined;
  const layout = useMemo(() => (board === undefined ? undefined : boardLayout(job, board)), [job, board]);
  const seats = useMemo(() => (board === undefined ? [] : seatsOf(job, board, layout)), [job, board, layout]);
  const [over, setOver] = useState<{ deviceId: string; drop: Drop } | undefined>();
  const [refused, setRefused] = useState<string | undefined>();
  // Where everything would be, if what is dragged were let go here.
  const moved = useMemo(() => (over === undefined ? undefined : movesTo(job, over.deviceId, over.drop)), [job, over]);
  const shown = useMemo((): readonly Seat[] => {
    if (moved === undefined || !('moves' in moved)) return seats;
    return seats.map((seat) => ({ ...seat, place: moved.moves.get(seat.device.id) ?? seat.place }));
  }, [moved, seats]);
  if (board === undefined)
    return (
      <main className="p-6 text-quiet">
        No {word(job.dialect, 'board')} is drawn yet: a circuit that leads to one brings it along, on the Circuits screen.
      </main>
    );
  const put = (deviceId: string, drop: Drop | undefined) => {
    setOver(undefined);
    if (drop === undefined) return;
    const tried = putDevice(job, deviceId, drop);
    if (tried.ok) setRefused(session.edit(tried.command));
    else if (layout !== undefined) {
      const now = job.devices[deviceId];
      const before = now === undefined ? undefined : placeOf(now.slot, layout, spanOf(now, layout));
      setRefused(before?.track === drop.track && before.at === drop.at ? undefined : tried.because);
    }
  };
  const drawn = { job, place, study, seats, refused: moved !== undefined && 'because' in moved ? over : undefined };
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <BoardHead place={place} study={study} seats={shown} layout={layout} />
      <div className="grid min-h-0 flex-1 grid-cols-1 max-lg:content-start lg:grid-cols-[minmax(0,1fr)_364px]">
        <main className="min-w-0 p-3 lg:overflow-y-auto">
          <Draggables over={(deviceId, drop) => setOver(drop === undefined ? undefined : { deviceId, drop })} drop={put}>
            {refused !== undefined && (
              <p role="alert" className="mb-2 font-semibold text-[13px] text-stop" data-testid="refused">
                {refused}
              </p>
            )}
            {layout === undefined ? (
              <p className="rounded border border-line bg-raised p-4 text-quiet">
                How many {job.dialect === 'nec' ? 'spaces' : 'ways'} {board.name} has is not entered: enter it beside, under its
                facts.
              </p>
            ) : layout.kind === 'slots' ? (
              <SlotsBoard {...drawn} layout={layout} board={board} />
            ) : (
              <RailsBoard {...drawn} layout={layout} board={board} />
            )}
            <Tray {...drawn} />
          </Draggables>
          <Summary place={place} />
        </main>
        <BoardPanel
          place={place}
          board={board}
          layout={layout}
          study={study}
          put={put}
          show={(change) => showBoard(place, change)}
        />
      </div>
    </div>
  );
}

/** On a phone what goes dark stands below the whole board: in a word at its foot, with the way there. */
function Summary({ place: { deviceId } }: { place: BoardPlace }) {
  const ids = useMemo(() => (deviceId === null ? [] : [deviceId]), [deviceId]);
  const dark = useAnswer({ kind: 'dark', deviceIds: ids });
  const narrow = useNarrow();
  const name = useJobState((state) => state.job.devices[deviceId ?? '']?.name);
  if (!narrow || dark === undefined || name === undefined) return null;
  const lost = dark.rooms.filter(({ state }) => state === 'dark' || state === 'part').length;
  return (
    <button
      type="button"
      onClick={() => document.getElementById('what-it-does')?.scrollIntoView({ behavior: 'smooth' })}
      className="sticky bottom-2 mt-3 flex min-h-11 w-full items-center justify-between gap-2 rounded border-2 border-copper bg-raised px-3 text-left shadow-raised"
    >
      <span className="min-w-0 flex-1 truncate">
        {name} off:{' '}
        <span className="font-semibold">{lost === 0 ? 'no room loses anything' : `${lost} room${lost === 1 ? '' : 's'}`}</span>
        {dark.safety.length > 0 && <span className="font-semibold text-stop">, {dark.safety.join(', ')}</span>}
      </span>
      <span className="text-copper">See</span>
    </button>
  );
}
