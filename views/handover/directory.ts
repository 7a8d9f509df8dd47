import { showSize } from '@/core/job/edges';
import type { Circuit, Segment } from '@/core/job/schema/circuit';
import type { Device } from '@/core/job/schema/device';
import type { Job } from '@/core/job/schema/job';
import type { Board } from '@/core/job/schema/supply';
import { lineLetter, linesOf } from '@/core/job/terms';
import { coverOf } from '../words/deviceWords';

/** A line of the circuit directory, as it hangs in the board's door. */
export interface DirectoryRow {
  circuitId: string;
  number: string;
  name: string;
  rooms: string;
  device: string;
  protection: string;
  lines: string;
  cable: string;
}

const inOrder = <T extends { order: string; state: string }>(rows: readonly T[]): T[] =>
  rows.filter((row) => row.state !== 'removed').sort((a, b) => (a.order < b.order ? -1 : 1));

/** Circuits of a board by their numbers, removed ones left out. What is not known is a dash or `?`: nothing is made up. */
export function directoryOf(job: Job, boardId: string): DirectoryRow[] {
  const circuits = inOrder(Object.values(job.circuits).filter((circuit) => circuit.fromBoardId === boardId));
  return circuits
    .sort((a, b) => a.number.localeCompare(b.number, 'en', { numeric: true }))
    .map((circuit) => {
      const own = <T extends { circuitId?: string | undefined; order: string; state: string }>(rows: Record<string, T>): T[] =>
        inOrder(Object.values(rows).filter((row) => row.circuitId === circuit.id));
      const devices = own(job.devices);
      const starting = devices.filter(({ seat }) => seat === 'start');
      const group = circuit.behindDeviceId === undefined ? undefined : job.devices[circuit.behindDeviceId];
      return {
        circuitId: circuit.id,
        number: circuit.number,
        name: circuit.name,
        rooms: roomsOf(job, circuit),
        device: starting.map(ratingOf).join(', ') || '–',
        protection:
          [...starting, ...(group === undefined ? [] : [group])]
            .map((device) => coverOf(device.settings, job.dialect))
            .filter((each) => each !== '')
            .join(', ') || '–',
        lines: linesText(job, starting[0]),
        cable:
          own(job.segments)
            .map((segment) => cableOf(segment, job))
            .join(', ') || '–',
      };
    });
}

/** Boards with circuits on them, in their order. */
export const boardsOf = (job: Job): Board[] => inOrder(Object.values(job.boards));

/** The rooms a circuit feeds, those left out that its name says already. */
function roomsOf(job: Job, { id, name, toBoardId }: Circuit): string {
  if (toBoardId !== undefined) return job.boards[toBoardId]?.place ?? job.boards[toBoardId]?.name ?? '';
  const rooms = Object.values(job.points)
    .filter((point) => point.circuitId === id && point.roomId !== undefined && point.state !== 'removed')
    .map((point) => job.rooms[point.roomId!]?.name ?? '');
  return [...new Set(rooms)].filter((room) => !name.toLowerCase().includes(room.toLowerCase())).join(', ');
}

function ratingOf({ settings }: Device): string {
  const rated = 'ratingA' in settings ? settings.ratingA?.value : undefined;
  const poles = 'poles' in settings ? ` ${settings.poles}` : '';
  if (settings.family === 'mcb' || settings.family === 'rcbo') return `${settings.curve?.value ?? '?'}${rated ?? '?'}${poles}`;
  if (settings.family === 'fuse') return `${rated ?? '?'} A ${settings.system}${poles}`;
  return `${rated ?? '?'} A${poles}`;
}

function linesText({ supply }: Job, device: Device | undefined): string {
  const all = linesOf(supply);
  if (all.length === 1) return '';
  const lines = device?.lines ?? [];
  return lines.length === 0 ? '–' : lines.map((line) => lineLetter(supply, line)).join(' ');
}

function cableOf({ lineSize, protectiveSize, material, construction }: Segment, { dialect }: Job): string {
  if (lineSize === undefined) return '?';
  const bare = (size: string): string => showSize(size).replace(' mm²', '').replace(' AWG', '');
  const protective =
    protectiveSize === undefined
      ? ''
      : dialect === 'nec'
        ? `, G ${bare(protectiveSize.value)}`
        : `/${bare(protectiveSize.value)}`;
  const kind = construction === undefined ? '' : ` ${dialect === 'nec' ? construction : construction.replace('-sheathed', '')}`;
  const unit = lineSize.value.endsWith('mm2') ? ' mm²' : lineSize.value.endsWith('AWG') ? ' AWG' : '';
  return dialect === 'nec'
    ? `${showSize(lineSize.value)}${protective}${material?.value === 'Al' ? ' Al' : ''}${kind}`
    : `${bare(lineSize.value)}${protective}${unit}${material?.value === 'Al' ? ' Al' : ''}${kind}`;
}
