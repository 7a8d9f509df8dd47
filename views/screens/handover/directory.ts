import { showSize } from '@/core/job/edges';
import type { Circuit, Segment } from '@/core/job/schema/circuit';
import type { Device } from '@/core/job/schema/device';
import type { Job } from '@/core/job/schema/job';
import type { Board } from '@/core/job/schema/supply';
import { lineLetter, linesOf } from '@/core/job/terms';
import { coverOf } from '../../parts/words/deviceWords';
import { slotOf, spaceOf } from './spaces';

/** A line of the circuit directory, as it hangs in the board's door. */
export interface DirectoryRow {
  circuitId: string;
  number: string;
  /** Space its device is put in, where that is another than its number says; else ''. */
  space: string;
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
        space: slotOf(starting[0]) === spaceOf(circuit.number) ? '' : (slotOf(starting[0]) ?? ''),
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

/**
 * A cable as its dialect writes it: `2.5/1.5 mm² flat`; `10-3 NM-B, G 10`, by size and number of insulated conductors, so that
 * one without a neutral is told from one with it.
 */
export function cableOf(segment: Segment, { dialect }: Pick<Job, 'dialect'>): string {
  const { lineSize, protectiveSize, material, construction } = segment;
  if (lineSize === undefined) return '?';
  const bare = (size: string): string => showSize(size).replace(' mm²', '').replace(' AWG', '');
  const metal = material?.value === 'Al' ? ' Al' : '';
  if (dialect === 'iec') {
    const protective = protectiveSize === undefined ? '' : `/${bare(protectiveSize.value)}`;
    const kind = construction === undefined ? '' : ` ${construction.replace('-sheathed', '')}`;
    const unit = lineSize.value.endsWith('mm2') ? ' mm²' : lineSize.value.endsWith('AWG') ? ' AWG' : '';
    return `${bare(lineSize.value)}${protective}${unit}${metal}${kind}`;
  }
  const insulated = segment.roles?.filter((role) => role !== 'protective' && role !== 'signal').length;
  const size = insulated === undefined ? showSize(lineSize.value) : `${bare(lineSize.value)}-${insulated}`;
  const ground = protectiveSize === undefined ? '' : `, G ${bare(protectiveSize.value)}`;
  return `${size}${metal}${construction === undefined ? '' : ` ${construction}`}${ground}`;
}

/** What feeds a board, in words. */
export function feedOf(job: Job, boardId: string): string | undefined {
  const feeds = Object.values(job.circuits).filter((circuit) => circuit.toBoardId === boardId && circuit.state !== 'removed');
  if (feeds.length === 0) return undefined;
  return `fed by ${feeds
    .map((feed) => {
      const from =
        feed.fromBoardId === undefined ? job.origins[feed.fromOriginId ?? '']?.name : job.boards[feed.fromBoardId]?.name;
      return `${feed.name}${from === undefined ? '' : ` from ${from}`}`;
    })
    .join(' and ')}`;
}
