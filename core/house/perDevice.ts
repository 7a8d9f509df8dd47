import type { House, Seated } from './facts';

/** What is worked out of a device as it is seated, worked out once a study. */
export function perDevice<T>(make: (house: House, seated: Seated) => T): (house: House, seated: Seated) => T {
  const kept = new WeakMap<House, Map<string, T>>();
  return (house, seated) => {
    const ofHouse = kept.get(house) ?? new Map<string, T>();
    kept.set(house, ofHouse);
    const { id } = seated.device;
    if (!ofHouse.has(id)) ofHouse.set(id, make(house, seated));
    return ofHouse.get(id)!;
  };
}
