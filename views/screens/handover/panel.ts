import { type BoardLayout, placeOf, poleStep, polesWide, spanOf } from '@/core/job/board/layout';
import type { Device } from '@/core/job/schema/device';
import type { Job } from '@/core/job/schema/job';
import type { DirectoryRow } from './directory';
import { slotOf, spaceOf } from './spaces';

/** A circuit in a space, and which of its poles, from 1. */
export interface Seated {
  circuit: DirectoryRow;
  pole: number;
}
/** A space of a panel: its number, and what sits in it, upper half first; a blank one has nothing. */
export interface Space {
  number: number;
  seated: readonly Seated[];
}

/** A panel as its door shows it: odd spaces on the left, even ones on the right. */
export interface PanelSpaces {
  rows: readonly (readonly [odd: Space, even: Space])[];
  /** Circuits with no place of their own: a number that is none, a space beyond the panel's, or one that another fills. */
  unplaced: readonly DirectoryRow[];
}

/** One space wide, where nobody said what sits there. */
const PLAIN = { settings: {} } as Pick<Device, 'settings'>;

/**
 * The spaces of a panel with what sits in them. A device sits where it is put on the board; where it is put nowhere, its circuit's
 * number says it. One of several poles goes down its column: 1, 3 and 5; two of half a size share a space.
 * @param circuits of the panel, as its directory lists them
 * @param spaces as many as it has; without, as many as its circuits take
 */
export function panelSpaces(job: Job, circuits: readonly DirectoryRow[], spaces: number | undefined): PanelSpaces {
  const most = spaces ?? Number.POSITIVE_INFINITY;
  const layout: BoardLayout = { kind: 'slots', tracks: 2, halves: 2 * Math.ceil(most / 2), bus: [] };
  const filled = new Map<string, Seated>();
  const unplaced: DirectoryRow[] = [];
  for (const circuit of circuits) {
    const device = Object.values(job.devices).find(
      (each) => each.circuitId === circuit.circuitId && each.seat === 'start' && each.state !== 'removed',
    );
    const [step, poles] = [poleStep(device ?? PLAIN, 'slots'), polesWide(device ?? PLAIN, 'slots')];
    const place = placeOf(slotOf(device) ?? spaceOf(circuit.number), layout, spanOf(device ?? PLAIN, layout));
    const halves =
      place === undefined
        ? []
        : Array.from({ length: poles * step }, (_, half) => ({
            number: 2 * Math.floor((place.at + half) / 2) + 1 + place.track,
            key: `${place.track} ${place.at + half}`,
            pole: Math.floor(half / step) + 1,
          }));
    const fits = halves.length > 0 && halves.every(({ number, key }) => !filled.has(key) && number <= most);
    if (!fits) unplaced.push(circuit);
    else for (const { key, pole } of halves) filled.set(key, { circuit, pole });
  }
  const last = Math.max(0, ...[...filled.keys()].map((key) => Math.floor(Number(key.split(' ')[1]) / 2) + 1));
  const at = (track: number, row: number): Space => {
    const found = [0, 1].flatMap((half) => filled.get(`${track} ${2 * row + half}`) ?? []);
    const [upper, lower] = found;
    const same = upper !== undefined && lower !== undefined && upper.circuit === lower.circuit && upper.pole === lower.pole;
    return { number: 2 * row + 1 + track, seated: same ? [upper] : found };
  };
  const count = spaces === undefined ? last : Math.ceil(spaces / 2);
  return { rows: Array.from({ length: count }, (_, row) => [at(0, row), at(1, row)] as const), unplaced };
}
