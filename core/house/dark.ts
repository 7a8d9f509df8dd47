import { partsWhenOpen } from '../job/families';
import type { Device, Job, SourceState } from '../job/sealed';
import type { Wiring, Wirings } from '../network/paths';
import { linesOpened, opensNeutral, polesOf } from '../network/poles';

/** Boards and circuits a supply reaches with some devices open. */
interface Live {
  boards: ReadonlySet<string>;
  circuits: ReadonlySet<string>;
}

const isOpen = (opened: ReadonlySet<string>, ...devices: readonly (readonly Device[])[]): boolean =>
  devices.some((each) => each.some(({ id }) => opened.has(id)));

/**
 * What the sources of one state reach through devices that are closed; from a board on to what feeds it too, where its own source is
 * not parted from that by a transfer switch.
 * @param opened ids of devices that are open
 */
export function liveWith(
  { byCircuit, incoming, outgoing, parted, origins }: Wirings,
  state: Pick<SourceState, 'originIds'>,
  opened: ReadonlySet<string>,
  /** Boards live whatever feeds them: nobody drew what does. */
  besides: readonly string[] = [],
): Live {
  const boards = new Set<string>();
  const circuits = new Set<string>();
  const pending: string[] = [];
  const reach = (boardId: string | undefined) => {
    if (boardId === undefined || boards.has(boardId)) return;
    boards.add(boardId);
    pending.push(boardId);
  };
  for (const wiring of byCircuit.values()) {
    const { circuit, startDevices, endDevices } = wiring;
    if (
      circuit.fromOriginId === undefined ||
      !state.originIds.includes(circuit.fromOriginId) ||
      !origins.has(circuit.fromOriginId)
    )
      continue;
    // The line to an open device stays live up to it.
    circuits.add(circuit.id);
    if (!isOpen(opened, startDevices, endDevices)) reach(circuit.toBoardId);
  }
  for (const boardId of besides) reach(boardId);
  for (const boardId of pending) {
    for (const { id } of outgoing.get(boardId) ?? []) {
      const wiring = byCircuit.get(id)!;
      if (isOpen(opened, wiring.groupDevices, wiring.startDevices)) continue;
      circuits.add(id);
      if (!isOpen(opened, wiring.endDevices)) reach(wiring.circuit.toBoardId);
    }
    for (const { id } of incoming.get(boardId) ?? []) {
      const wiring = byCircuit.get(id)!;
      if (parted.has(id) || isOpen(opened, wiring.endDevices)) continue;
      circuits.add(id);
      if (!isOpen(opened, wiring.startDevices, wiring.groupDevices)) reach(wiring.circuit.fromBoardId);
    }
  }
  return { boards, circuits };
}

/** Live in any of the source states, or from a source of which nobody said when it feeds: what nobody may count on being dead. */
export function liveInAny(wirings: Wirings, opened: ReadonlySet<string>): Live {
  const stray = { originIds: wirings.strays.map(({ id }) => id) };
  const each = [...wirings.states, stray].map((state) => liveWith(wirings, state, opened));
  const all = (of: (live: Live) => ReadonlySet<string>) => new Set(each.flatMap((live) => [...of(live)]));
  return { boards: all(({ boards }) => boards), circuits: all(({ circuits }) => circuits) };
}

/** Devices that open with some, tied by their handles or tripping together. */
export function openedWith({ devices }: Job, ids: readonly string[]): Set<string> {
  const all = Object.values(devices).filter(({ state }) => state !== 'removed');
  const found = new Set(ids);
  for (const id of found)
    for (const other of all) if (other.tiedTo === id || devices[id]?.tiedTo === other.id) found.add(other.id);
  return found;
}

/** A device to open before something is worked on, and the neutral it leaves connected. */
interface ToOpen {
  device: Device;
  wiring: Wiring;
}

const parts = ({ settings }: Device): boolean => partsWhenOpen(settings);

/**
 * Before a box is opened: every circuit that has a conductor in it, what opens each, and what may be live or carry current even so.
 * Circuits that share a neutral with one of them are opened as well: their current comes home through it.
 * @param circuitIds those that pass the box
 */
export function beforeOpening(wirings: Wirings, circuitIds: readonly string[]) {
  const inIt = circuitIds.flatMap((id) => wirings.byCircuit.get(id) ?? []);
  const sharing = inIt
    .flatMap(({ circuit }) => wirings.neutralGroups.get(circuit.id) ?? [])
    .filter(({ id }) => !circuitIds.includes(id))
    .flatMap(({ id }) => wirings.byCircuit.get(id) ?? []);
  const wanted = [...new Set([...inIt, ...sharing])];
  const open: ToOpen[] = [];
  const closed: Wiring[] = [];
  for (const wiring of wanted) {
    // The one nearest the circuit that parts every line of it: what stands ahead of it darkens more than is wanted.
    const poles = polesOf(wirings.job, wiring);
    const device = [...wiring.groupDevices, ...wiring.startDevices].findLast(
      (each) => parts(each) && poles.known && linesOpened(each) >= poles.value.lines,
    );
    if (device === undefined) closed.push(wiring);
    else if (!open.some((each) => each.device.id === device.id)) open.push({ device, wiring });
  }
  const opened = openedWith(
    wirings.job,
    open.map(({ device }) => device.id),
  );
  const live = liveInAny(wirings, opened);
  return {
    open,
    sharing: [...new Set(sharing)],
    /** Circuits nothing is drawn to open, or that another source reaches all the same. */
    live: wanted.filter((wiring) => closed.includes(wiring) || live.circuits.has(wiring.circuit.id)),
    /** Those whose neutral stays joined to the bar. */
    neutralStays: open.filter(({ device }) => !opensNeutral(device)).map(({ wiring }) => wiring),
  };
}
