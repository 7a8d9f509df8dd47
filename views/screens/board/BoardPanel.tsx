'use client';
import { Link2 } from 'lucide-react';
import { useState } from 'react';
import { liftDevice, tieDevices } from '@/core/edits/board';
import { type BoardLayout, numberAt, placeOf, spanOf } from '@/core/job/board/layout';
import type { Board } from '@/core/job/schema/supply';
import type { BoardStudy } from '@/core/reports/board';
import { Button } from '@/ui/Button';
import { Details } from '@/ui/Details';
import { KeptText } from '@/ui/Field';
import { Menu } from '@/ui/Menu';
import { useJobState, useSession } from '../../client/JobContext';
import { BoardFacts } from '../../parts/facts/BoardPanel';
import { DeviceFacts } from '../../parts/facts/DevicePanel';
import { BeforeBox } from './BeforeBox';
import { BoardChecks } from './BoardChecks';
import type { Drop } from './dragging';
import { Neutrals } from './Neutrals';
import type { BoardPlace } from './place';
import { Rooms } from './Rooms';

/** What is chosen on the board: switched off, placed, tied; else the board itself, what is judged of it and its facts. */
export function BoardPanel({
  place,
  board,
  layout,
  study,
  put,
  show,
}: {
  place: BoardPlace;
  board: Board;
  layout: BoardLayout | undefined;
  study: BoardStudy | undefined;
  put: (deviceId: string, drop: Drop) => void;
  show: (change: Partial<BoardPlace>) => void;
}) {
  const job = useJobState((state) => state.job);
  const device = job.devices[place.deviceId ?? ''];
  return (
    <aside
      id="what-it-does"
      aria-label="What it does"
      className="grid content-start gap-5 border-line p-3 lg:overflow-y-auto lg:border-l"
    >
      <Rooms place={place} show={show} />
      {device !== undefined && <Placed key={device.id} deviceId={device.id} layout={layout} study={study} put={put} />}
      {study !== undefined && <Neutrals study={study} place={place} />}
      {study !== undefined && <BoardChecks study={study} deviceId={place.deviceId} />}
      <BeforeBox />
      <Folded title={device === undefined ? `Facts of ${board.name}` : `Facts of ${device.name}`} open={layout === undefined}>
        {device === undefined ? <BoardFacts board={board} /> : <DeviceFacts device={device} />}
      </Folded>
    </aside>
  );
}

function Folded({ title, open: first, children }: { title: string; open: boolean; children: React.ReactNode }) {
  const [open, setOpen] = useState(first);
  return (
    <Details open={open} setOpen={setOpen} className="border-line border-t pt-3">
      <summary className="cursor-pointer font-semibold pointer-coarse:min-h-11">{title}</summary>
      {open && <div className="mt-2">{children}</div>}
    </Details>
  );
}

/** Where a device sits, typed as well as dragged, and what it is tied to. */
function Placed({
  deviceId,
  layout,
  study,
  put,
}: {
  deviceId: string;
  layout: BoardLayout | undefined;
  study: BoardStudy | undefined;
  put: (deviceId: string, drop: Drop) => void;
}) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const device = job.devices[deviceId]!;
  const of = study?.devices.find((each) => each.deviceId === deviceId);
  if (layout === undefined || of === undefined || (of.as === 'main' && device.slot === undefined)) return null;
  const span = spanOf(device, layout);
  const here = placeOf(device.slot, layout, span);
  const beside = Object.values(job.devices).filter((other) => {
    const there =
      other.id === deviceId || other.state === 'removed' ? undefined : placeOf(other.slot, layout, spanOf(other, layout));
    const isHere = study?.devices.some((each) => each.deviceId === other.id && each.as === 'branch') === true;
    if (there === undefined || here === undefined || !isHere || there.track !== here.track) return false;
    return there.at === here.at + here.span || there.at + there.span === here.at;
  });
  const ties = beside.flatMap((other) =>
    of.tiedTo.includes(other.id)
      ? [{ label: `Untie from ${other.name}`, run: () => void session.edit(tieDevices(device, other, undefined)) }]
      : of.as === 'branch'
        ? [
            { label: `Tie its handle to ${other.name}`, run: () => void session.edit(tieDevices(device, other, 'handle')) },
            { label: `Make it trip with ${other.name}`, run: () => void session.edit(tieDevices(device, other, 'common-trip')) },
          ]
        : [],
  );
  const keep = (text: string): string | undefined => {
    const to = placeOf(text.trim().toLowerCase(), layout, span);
    if (to === undefined)
      return `${text} is no place it fits: as ${layout.kind === 'slots' ? '9, or 9b for the lower half' : '1.5, the fifth module of rail 1'}`;
    put(deviceId, to);
    return undefined;
  };
  const said = layout.kind === 'slots' ? 'Space' : 'Rail and module';
  return (
    <section aria-label="Place" className="grid gap-2 border-line border-t pt-3">
      <KeptText
        label={here === undefined || here.span <= 2 ? said : `${said}, takes ${numberAt(here, layout)}`}
        value={here === undefined ? '' : (device.slot ?? '')}
        keep={keep}
      />
      <div className="flex flex-wrap gap-2">
        {here !== undefined && <Button onClick={() => session.edit(liftDevice(device))}>Unplace</Button>}
        {ties.length > 0 && (
          <Menu
            name="Tie it"
            items={ties}
            trigger={
              <Button className="inline-flex items-center gap-2">
                <Link2 size={15} aria-hidden />
                {of.tiedTo.length > 0 ? 'Tied' : 'Tie it'}
              </Button>
            }
          />
        )}
      </div>
    </section>
  );
}
