import { lacksCable, type Wiring } from '../network/paths';
import { type FaultKind, kindsAmong } from '../network/states';
import type { CircuitFacts } from './facts';

/** A fault current shown at a place. */
interface PlaceFault {
  kind: FaultKind;
  currentA: number;
}

/** The most and the least there can be at a board on the way, or at the far end; null where it is not known. */
export interface Place {
  boardId: string | null;
  most: PlaceFault | null;
  least: PlaceFault | null;
}

/**
 * Fault currents along the way of a circuit: at every board it passes, and at its far end. The most of any kind there, with
 * all sources; the least to earth, from the weakest.
 */
export function placesOn(facts: CircuitFacts): Place[] {
  const { path, wiring, house } = facts;
  if (!path.known) return [];
  const { network } = house;
  const boards = path.value.slice(1).map((step): Place => {
    const least = network.least(step, undefined, 'L-PE');
    return {
      boardId: step.circuit.fromBoardId ?? null,
      most: mostAt(facts, step, undefined),
      least: least.known ? { kind: 'L-PE', currentA: least.value.currentA } : null,
    };
  });
  const end = network.leastAtEnd(wiring, 'L-PE');
  const last = wiring.stretches.filter(({ spur }) => !spur).at(-1)?.segment.id;
  // With no length entered there is no far end: what there is at the start says nothing of it.
  const nowhere = last === undefined && (wiring.stretches.length > 0 || lacksCable(house.wirings, wiring));
  return [
    ...boards,
    {
      boardId: wiring.circuit.toBoardId ?? null,
      most: nowhere ? null : mostAt(facts, wiring, last),
      least: end.known ? { kind: 'L-PE', currentA: end.value.currentA } : null,
    },
  ];
}

/** The greatest fault of any kind; unknown as soon as one kind is. */
function mostAt({ house }: CircuitFacts, wiring: Wiring, segmentId: string | undefined): PlaceFault | null {
  const poles = house.polesOf(wiring);
  if (!poles.known) return null;
  let most: PlaceFault | null = null;
  for (const kind of kindsAmong(poles.value)) {
    const fault = house.network.most(wiring, segmentId, kind);
    if (!fault.known) return null;
    if (most === null || fault.value.currentA > most.currentA) most = { kind, currentA: fault.value.currentA };
  }
  return most;
}
