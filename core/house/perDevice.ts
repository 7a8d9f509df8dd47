import { alike } from '../cells/alike';
import { type CircuitFacts, HOUSE, type House, type Seated } from './facts';

/** What is read of a circuit, made again only where something it rests on has changed, and the one before where it comes to the same. */
export function ofCircuit<T>(name: string, make: (facts: CircuitFacts) => T): (facts: CircuitFacts) => T {
  const made = HOUSE.cell(name, (house: House, id) => make(house.factsOf(id)), alike);
  return ({ house, circuit }) => made(house, circuit.id);
}

/**
 * What is worked out of a device as it is seated, worked out once a study. A group device is one however many circuits hang behind it:
 * it is seated with the first.
 */
export function perDevice<T>(name: string, make: (house: House, seated: Seated) => T): (house: House, seated: Seated) => T {
  const made = HOUSE.cell(
    name,
    (house: House, key: string) => {
      const [seat, deviceId, circuitId] = key.split(' ') as [Seated['seat'], string, string];
      const wiring = seat === 'group' ? house.wirings.behindGroup(deviceId)[0]! : house.wirings.byCircuit.get(circuitId)!;
      return make(house, { device: house.job.devices[deviceId]!, wiring, seat });
    },
    alike,
  );
  return (house, { device, wiring, seat }) => made(house, `${seat} ${device.id} ${seat === 'group' ? '' : wiring.circuit.id}`);
}
