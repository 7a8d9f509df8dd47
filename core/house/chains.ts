import { known, type Maybe, unknown } from '../job/known';
import type { Origin } from '../job/sealed';
import { pathTo, type Wiring } from '../network/paths';
import type { CircuitFacts, Seated } from './facts';
import { perDevice } from './perDevice';

/** Whether current of a source reaches a device from its load side. */
export interface OnThePath extends Seated {
  reversed: boolean;
}

/**
 * The devices current from one origin passes on its way to a circuit, nearest the circuit last. For the usual source that
 * is the circuit's own chain. A source that comes in elsewhere passes the feeders between in reverse.
 * @returns unknown where the origin's service or the way to it is not entered
 */
export function chainFrom(facts: CircuitFacts, origin: Origin): Maybe<readonly OnThePath[]> {
  const { path, chain, house, circuit } = facts;
  if (!path.known) return path;
  const forward = chain.map((seated) => ({ ...seated, reversed: false }));
  if (path.value[0]!.circuit.fromOriginId === origin.id) return known(forward);
  const service = house.wirings.leadsFrom(origin.id)[0];
  if (service === undefined || service.circuit.toBoardId === undefined)
    return unknown(`origins.${origin.id}`, `how ${origin.name} is connected`);
  const way = boardsFrom(facts, service.circuit.toBoardId);
  if (!way.known) return way;
  const onPath = new Set(path.value.flatMap((wiring) => wiring.circuit.toBoardId ?? []));
  const back: OnThePath[] = [];
  let meets = service.circuit.toBoardId;
  for (const feeder of way.value) {
    if (onPath.has(meets)) break;
    back.push(
      ...devicesOf(feeder)
        .reverse()
        .map((seated) => ({ ...seated, reversed: true })),
    );
    meets = feeder.circuit.fromBoardId ?? meets;
  }
  const from = path.value.findIndex((wiring) => wiring.circuit.toBoardId === meets);
  if (from < 0) return unknown(`circuits.${circuit.id}`, `how ${origin.name} reaches ${circuit.name}`);
  const below = new Set(path.value.slice(from + 1).map((wiring) => wiring.circuit.id));
  const own = devicesOf(service).map((seated) => ({ ...seated, reversed: false }));
  return known([...own, ...back, ...forward.filter(({ wiring }) => below.has(wiring.circuit.id))]);
}

/** The ways to a circuit from every source but its usual one; a service has none, it is its own source's. */
export function otherWays(facts: CircuitFacts): { origin: Origin; way: Maybe<readonly OnThePath[]> }[] {
  const { circuit, path, house } = facts;
  if (circuit.fromOriginId !== undefined || !path.known) return [];
  const usual = path.value[0]!.circuit.fromOriginId;
  const origins = new Set(house.network.minCases.flatMap((at) => at.origins).filter(({ id }) => id !== usual));
  return [...origins].map((origin) => ({ origin, way: chainFrom(facts, origin) }));
}

const devicesOf = (wiring: Wiring): Seated[] => [
  ...wiring.startDevices.map((device) => ({ device, wiring, seat: 'start' as const })),
  ...wiring.endDevices.map((device) => ({ device, wiring, seat: 'end' as const })),
];

/** Feeders from a board back towards the usual source, nearest first; the service last. */
function boardsFrom({ house }: CircuitFacts, boardId: string): Maybe<Wiring[]> {
  const { wirings } = house;
  const feeds = (wirings.incoming.get(boardId) ?? []).filter((circuit) => circuit.fromOriginId === undefined);
  const feeder = feeds[0];
  if (feeder === undefined) return known([]);
  const path = pathTo(wirings, feeder);
  return path.known ? known([...path.value].reverse()) : path;
}

/**
 * Whether a device can be fed from its load side: a source comes in behind it, alone or beside others. Of a source's own lead only
 * where the two run together: alone, the lead is off.
 */
export const fedFromBehind = ({ house }: CircuitFacts, seated: Seated): boolean => fedBehind(house, seated);

const fedBehind = perDevice('fed from behind', (house, seated): boolean => {
  const { wirings, network } = house;
  const { wiring, seat } = seated;
  const next = seat === 'group' ? circuitsBehind({ house }, seated) : [wiring];
  const excluded = new Set<string>(next.map(({ circuit }) => circuit.id));
  const pending = next.flatMap(({ circuit }) => circuit.toBoardId ?? []);
  const behind = new Set<string>();
  const sources = new Set<string>();
  while (pending.length > 0) {
    const boardId = pending.pop()!;
    if (behind.has(boardId)) continue;
    behind.add(boardId);
    for (const circuit of wirings.incoming.get(boardId) ?? []) {
      if (excluded.has(circuit.id)) continue;
      if (circuit.fromOriginId !== undefined) sources.add(circuit.fromOriginId);
      if (circuit.fromBoardId !== undefined) pending.push(circuit.fromBoardId);
    }
    for (const circuit of wirings.outgoing.get(boardId) ?? [])
      if (circuit.toBoardId !== undefined && !excluded.has(circuit.id) && !wirings.parted.has(circuit.id))
        pending.push(circuit.toBoardId);
  }
  const own = wiring.circuit.fromOriginId;
  return network.maxCases.some(
    ({ origins }) =>
      origins.some(({ id }) => sources.has(id) && id !== own) && (own === undefined || origins.some(({ id }) => id === own)),
  );
});

/** The circuits next behind a device: those of its board for one at a feeder's end, those of its group, else its own. */
export function circuitsBehind({ house }: Pick<CircuitFacts, 'house'>, { device, wiring, seat }: Seated): readonly Wiring[] {
  const { byCircuit, outgoing } = house.wirings;
  if (seat === 'start') return [wiring];
  if (seat === 'group') return house.wirings.behindGroup(device.id);
  return (outgoing.get(wiring.circuit.toBoardId ?? '') ?? []).flatMap((circuit) => byCircuit.get(circuit.id) ?? []);
}
