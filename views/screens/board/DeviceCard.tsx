'use client';
import type { CSSProperties, KeyboardEvent } from 'react';
import type { Seat } from '@/core/job/board/layout';
import type { Job } from '@/core/job/schema/job';
import { showCurrent } from '@/core/job/show';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { BoardDevice, BoardStudy } from '@/core/reports/board';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/VerdictMark';
import { coverOf } from '../../parts/words/deviceWords';
import { useDragged } from './dragging';
import { type BoardPlace, showBoard } from './place';

/** What a board is drawn from. */
export interface Drawn {
  job: Job;
  place: BoardPlace;
  study: BoardStudy | undefined;
  seats: readonly Seat[];
  /** What is held over a place it may not go to. */
  refused: { deviceId: string } | undefined;
}

interface CardText {
  name: string;
  label: string;
  cover: string;
  number: string;
}
const ratingOf = ({ settings }: Seat['device']): string =>
  'ratingA' in settings && settings.ratingA !== undefined ? `${settings.ratingA.value} A` : '';

/** What stands on a device: the circuit it feeds, its rating and poles, what else it does. */
export function cardText(job: Job, { device }: Seat, of: BoardDevice | undefined): CardText {
  const circuit = device.seat === 'board' ? undefined : job.circuits[device.circuitId ?? ''];
  const poles = 'poles' in device.settings && device.settings.poles !== '1P' ? ` ${device.settings.poles}` : '';
  return {
    name: device.seat === 'start' && circuit !== undefined ? circuit.name : device.name,
    label: `${of === undefined || of.label === device.name ? ratingOf(device) : of.label}${poles}`.trim(),
    cover: coverOf(device.settings, job.dialect),
    number: device.seat === 'start' ? (circuit?.number ?? '') : '',
  };
}

/** A stripe for what hangs together: behind one group device, or on one neutral. */
export function groupHue(job: Job, seats: readonly Seat[], { device }: Seat, of: BoardDevice | undefined): string | undefined {
  const groups = seats.filter(({ as }) => as === 'group').map(({ device: { id } }) => id);
  const behind = device.seat === 'board' ? device.id : job.circuits[device.circuitId ?? '']?.behindDeviceId;
  const at = behind === undefined ? -1 : groups.indexOf(behind);
  if (at >= 0) return `var(--series-${(at % 4) + 2})`;
  return of !== undefined && of.sharesWith.length > 0 ? 'var(--copper)' : undefined;
}

/** What a device says to whoever does not see it. */
function spoken(job: Job, seat: Seat, of: BoardDevice | undefined): string {
  const { name, label, number } = cardText(job, seat, of);
  const amps = of === undefined || of.amps === null ? '' : `, ${showCurrent(of.amps)}`;
  return `${number} ${name}, ${label}, on ${seat.device.lines.join(' and ')}${amps}, ${VERDICT_WORDS[of?.verdict ?? 'unknown']}`.trim();
}

/** A device in its place: pressed it is chosen, dragged it is moved, with Alt and the arrow keys too. */
export function DeviceCard({
  drawn,
  seat,
  style,
  className,
  step,
  children,
}: {
  drawn: Drawn;
  seat: Seat;
  style?: CSSProperties;
  className?: string;
  /** One place on, by the keyboard. */
  step: (key: string) => boolean;
  children: (text: CardText, of: BoardDevice | undefined) => React.ReactNode;
}) {
  const { job, place, study, refused } = drawn;
  const { device } = seat;
  const of = study?.devices.find(({ deviceId }) => deviceId === device.id);
  const text = cardText(job, seat, of);
  const { ref, listeners, isDragging } = useDragged(device.id, text.name);
  const chosen = place.deviceId === device.id;
  const circuit = job.circuits[device.circuitId ?? ''];
  const inRoom =
    place.roomId !== null &&
    Object.values(job.points).some(
      ({ roomId, circuitId, state }) => roomId === place.roomId && circuitId === circuit?.id && state !== 'removed',
    );
  const press = (event: KeyboardEvent) => {
    if (!event.altKey || !step(event.key)) return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <button
      ref={ref}
      {...listeners}
      type="button"
      data-device={device.id}
      aria-label={spoken(job, seat, of)}
      aria-pressed={chosen}
      title={`${text.name}, ${text.label} ${text.cover}`.trim()}
      onClick={() => showBoard(place, { deviceId: chosen ? null : device.id, roomId: null })}
      onKeyDown={press}
      className={cx(
        'absolute touch-pan-y select-none overflow-hidden rounded border text-left text-[13px]',
        chosen
          ? 'z-10 border-2 border-copper bg-chosen'
          : inRoom
            ? 'border-copper bg-raised'
            : 'border-line bg-ground hover:border-quiet',
        isDragging && 'opacity-50',
        refused?.deviceId === device.id && 'border-stop',
        className,
      )}
      style={style}
    >
      {children(text, of)}
    </button>
  );
}

/** The verdict of what hangs on a device, what lacks a fact told apart from what is in order. */
export function DeviceMark({ of }: { of: BoardDevice | undefined }) {
  if (of === undefined || of.as === 'group' || of.as === 'surge') return null;
  // What is not known is worse than a caution.
  const kind = of.verdict !== 'stop' && of.unknowns > 0 ? 'unknown' : of.verdict;
  return <VerdictMark kind={kind} label={VERDICT_WORDS[kind]} />;
}
