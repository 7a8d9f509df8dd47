import { opensOnOvercurrent } from '../devices/bands';
import type { Maybe } from '../job/known';
import type { Circuit, Load } from '../job/schema/circuit';
import type { Device } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { type DesignCurrent, designCurrent, loadsByCircuit } from '../loads/designCurrent';
import { FaultNetwork } from '../network/faults';
import { pathTo, type Wiring, type Wirings, wiringsOf } from '../network/paths';

/** A device with where on the path it sits: which circuit, and at which end of it. */
export interface Seated {
  device: Device;
  wiring: Wiring;
  /** Position of its circuit in the path from the origin. */
  depth: number;
}

/** What the eight questions need to know of one circuit. */
export interface CircuitFacts {
  job: Job;
  circuit: Circuit;
  wiring: Wiring;
  /** Circuits from the origin, this one last. */
  path: Maybe<Wiring[]>;
  /** Devices that open on overcurrent, from the origin to this circuit's start, own ones last. */
  chain: Seated[];
  /** Those of this circuit itself. */
  own: Seated[];
  /** The one that protects the cable: the last overcurrent device at the circuit's start. */
  protective: Device | undefined;
  design: Maybe<DesignCurrent>;
  loads: readonly Load[];
  network: FaultNetwork;
  wirings: Wirings;
  /** Design currents of the circuits on the path, for the drop from the origin. */
  designOf: (circuit: Circuit) => Maybe<DesignCurrent>;
  loadsOf: (circuitId: string) => readonly Load[];
}

/** The job read once: facts of every circuit that is not removed, in the order of the boards. */
export function circuitFacts(job: Job): CircuitFacts[] {
  const wirings = wiringsOf(job);
  const network = new FaultNetwork(wirings);
  const loads = loadsByCircuit(job);
  const loadsOf = (circuitId: string) => loads.get(circuitId) ?? [];
  const designs = new Map<string, Maybe<DesignCurrent>>();
  const designOf = (circuit: Circuit) => {
    const cached = designs.get(circuit.id) ?? designCurrent(job, circuit, loadsOf(circuit.id));
    designs.set(circuit.id, cached);
    return cached;
  };
  return [...wirings.byCircuit.values()].map((wiring) => {
    const { circuit } = wiring;
    const path = pathTo(wirings, circuit);
    const steps = path.known ? path.value : [wiring];
    const chain = steps.flatMap((step, depth) =>
      overcurrentDevices(step, step === wiring).map((device) => ({ device, wiring: step, depth })),
    );
    const own = chain.filter((seated) => seated.wiring === wiring);
    return {
      job,
      circuit,
      wiring,
      path,
      chain,
      own,
      protective: wiring.startDevices.filter((device) => opensOnOvercurrent(device.settings)).at(-1),
      design: designOf(circuit),
      loads: loadsOf(circuit.id),
      network,
      wirings,
      designOf,
      loadsOf,
    };
  });
}

/** Overcurrent devices of a circuit in the order from the source; the last circuit of a path ends at its own start. */
function overcurrentDevices(wiring: Wiring, isLast: boolean): Device[] {
  const seated = isLast && wiring.circuit.kind === 'final' ? wiring.startDevices : [...wiring.startDevices, ...wiring.endDevices];
  return seated.filter((device) => opensOnOvercurrent(device.settings));
}

const ASSESSED_FAMILIES = new Set(['mcb', 'rcbo', 'fuse', 'switch']);

/** Devices of the circuit this version cannot judge yet: other families, other fuses, and anything seated at a point. */
export const unassessedDevices = ({ wiring }: CircuitFacts): Device[] => [
  ...[...wiring.startDevices, ...wiring.endDevices, ...wiring.groupDevices].filter(
    ({ settings }) => !ASSESSED_FAMILIES.has(settings.family) || (settings.family === 'fuse' && settings.system !== 'gG'),
  ),
  ...wiring.pointDevices,
];
