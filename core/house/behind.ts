import { all, join, type Known, known, lack, list, type Maybe, type Missing, map, NO_GIVENS, unknown } from '../job/known';
import { factOf } from '../job/readers';
import type { Device, Load, Origin, Point } from '../job/sealed';
import type { Wiring } from '../network/paths';
import { circuitsBehind } from './chains';
import type { House, Seated } from './facts';
import { perDevice } from './perDevice';

/** What is fed through a device. */
export interface Behind {
  loads: readonly { load: Load; wiring: Wiring }[];
  /** Circuits whose cable lies behind it; behind a device in an outlet the whole of its circuit's, which is more than there is. */
  circuits: readonly Wiring[];
  /** Inverters whose current passes it: they come in behind it, or by its own circuit. */
  inverters: readonly Origin[];
  /** Circuits of which nobody entered what they feed. */
  bare: readonly Missing[];
}

/** What is fed through a device in a board or at a circuit's start or end: everything down from there. */
function behindSeat(house: House, seated: Seated): Known<Behind> {
  const circuits: Wiring[] = [];
  const pending = [...circuitsBehind({ house }, seated)];
  for (const wiring of pending) {
    if (circuits.includes(wiring)) continue;
    circuits.push(wiring);
    for (const { id } of house.wirings.outgoing.get(wiring.circuit.toBoardId ?? '') ?? []) {
      const next = house.wirings.byCircuit.get(id);
      if (next !== undefined) pending.push(next);
    }
  }
  const loads = circuits.flatMap((wiring) => house.loadsOf(wiring.circuit.id).map((load) => ({ load, wiring })));
  let given = NO_GIVENS;
  const bare = circuits.flatMap(({ circuit }): readonly Missing[] => {
    if (circuit.kind !== 'final' || house.loadsOf(circuit.id).length > 0) return [];
    // What is plugged into outlets for anything changes from day to day: nothing of it is listed (220.14(J)), and none of it may leak
    // smooth DC that a device of type A does not bear (IEC 61140 7.5.2; from memory).
    const general = house.generalOf(circuit.id);
    if (general === undefined) return [lack('feeds', `circuits.${circuit.id}`, `what ${circuit.name} feeds`)];
    if (!general.known) return general.missing;
    given = join(given, general.given);
    return [];
  });
  const leads = [
    seated.wiring.circuit,
    ...circuits.flatMap(({ circuit }) => [
      ...(house.wirings.incoming.get(circuit.toBoardId ?? '') ?? []),
      // A device at the end of a lead, or in the board itself, has the board's other leads behind it too.
      ...(seated.seat === 'start' ? [] : (house.wirings.incoming.get(circuit.fromBoardId ?? '') ?? [])),
    ]),
  ];
  const inverters = leads.flatMap(({ fromOriginId }) => house.wirings.origins.get(fromOriginId ?? '') ?? []);
  return known({ loads, circuits, bare, inverters: [...new Set(inverters)].filter(({ kind }) => kind === 'inverter') }, given);
}

/** What hangs on the load side of a device in an outlet; equipment nobody gave an outlet may hang there too. */
function behindOutlet(house: House, wiring: Wiring, at: Point): Maybe<Behind> {
  const points = house.pointsOf(wiring.circuit.id);
  const onward = (point: Point): Maybe<readonly Point[]> => {
    const next = points.filter(({ parentPointId }) => parentPointId === point.id);
    if (next.length === 0) return known([point]);
    return map(
      all({ fed: factOf('points', point, 'onward'), next: list(next.filter((each) => each !== at).map(onward)) }),
      ({ fed, next: there }) => (fed === 'feed-through' ? [point, ...there.flat()] : [point]),
    );
  };
  return map(onward(at), (reached) => {
    const ids = new Set(reached.map(({ id }) => id));
    const own = house.loadsOf(wiring.circuit.id);
    const loads = own.filter(({ pointId }) => pointId === undefined || ids.has(pointId)).map((load) => ({ load, wiring }));
    const bare = loads.length === 0 ? [{ path: `points.${at.id}`, what: `what is used at ${at.name}` }] : [];
    return { loads, circuits: [wiring], inverters: [], bare };
  });
}

/** What is fed through a device, wherever it sits. */
export const behindOf = perDevice('what hangs behind', (house, seated): Maybe<Behind> => {
  const { device, wiring } = seated;
  if (device.seat !== 'point') return behindSeat(house, seated);
  const at = house.job.points[device.pointId ?? ''];
  return at === undefined
    ? unknown(`devices.${device.id}.pointId`, `the outlet ${device.name} sits in`)
    : behindOutlet(house, wiring, at);
});

/** Residual and other devices of a circuit's outlets, seated as those ahead are. */
export const atOutlets = (wiring: Wiring): Seated[] =>
  wiring.pointDevices.map((device: Device) => ({ device, wiring, seat: 'start' as const }));
