import { hasResidual } from '../devices/residual';
import { COLLECTIONS } from '../job/collections';
import { perRow } from '../job/perRow';
import type { Device } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import type { Circuit, Segment } from '../job/sealed';
import type { Wirings } from '../network/paths';
import { GENERAL_TO_A } from '../tables/demand';

/** What a cable's own circuit alone looks at. Anything not named here counts for every circuit. */
const OF_ITS_CABLE = new Set<keyof Segment>([
  ...(['lengthM', 'lineSize', 'material', 'protectiveMaterial', 'insulation', 'construction', 'place', 'method'] as const),
  ...(['ambientC', 'groupedCircuits', 'loadedConductors', 'soilKmPerW', 'terminalC', 'inSun'] as const),
]);
/** And in the settings of the device at its start. */
const OF_ITS_DEVICE = new Set(['ratingA', 'curve', 'icnA', 'icsA', 'aicA', 'breakingA', 'energyClass', 'makerLetThrough']);

const without = (names: ReadonlySet<unknown>, row: object): string =>
  JSON.stringify(row, (name, value) => (names.has(name) ? undefined : value));
/** What the others see of it, put in words only where a row is another than before. */
class Seen {
  constructor(
    readonly row: object,
    private readonly words: (row: object) => string,
  ) {}
  equals(other: unknown): boolean {
    return other instanceof Seen && (this.row === other.row || this.words(this.row) === other.words(other.row));
  }
}
const cableSeen = perRow((segment: object) => without(OF_ITS_CABLE, segment));
/** Ahead of several circuits a residual device sees the leakage of every cable behind it. */
const OF_ITS_CABLE_BUT_LENGTH = new Set([...OF_ITS_CABLE].filter((field) => field !== 'lengthM'));
const lengthSeen = perRow((segment: object) => without(OF_ITS_CABLE_BUT_LENGTH, segment));
/** And whether it is one of those the floor area of a dwelling stands for: what feeds its board is asked for less then. */
const deviceSeen = perRow((device: object) => `${without(OF_ITS_DEVICE, device)} ${general(device as Device)}`);
function general({ settings }: Device): string {
  const rating = 'ratingA' in settings ? settings.ratingA : undefined;
  return rating === undefined ? 'unknown' : `${rating.value <= GENERAL_TO_A} ${rating.from}`;
}

/**
 * Everything in a job that what is judged of a circuit can rest on: what counts for every circuit, and what counts for one
 * final circuit that stands alone, on a neutral of its own, behind no group device and in no box with others.
 */
export class Ground {
  private readonly shared: unknown[];
  private readonly own = new Map<string, unknown[]>();
  private readonly compared = new WeakMap<Ground, { shared: boolean; whole: boolean }>();

  constructor(job: Job, { byCircuit, neutralGroups }: Wirings) {
    const named = new Set(
      Object.values(job.devices).map(({ settings }) => 'conditionalWithDeviceId' in settings && settings.conditionalWithDeviceId),
    );
    for (const { circuit, stretches, pointDevices } of byCircuit.values())
      if (
        circuit.kind === 'final' &&
        circuit.behindDeviceId === undefined &&
        !neutralGroups.has(circuit.id) &&
        pointDevices.length === 0 &&
        stretches.every(({ segment }) => segment.box === undefined)
      )
        this.own.set(circuit.id, []);
    const { segments, devices, ...others } = job;
    this.shared = Object.entries(others).flatMap(([name, value]) =>
      (COLLECTIONS as readonly string[]).includes(name) ? Object.values(value) : [value],
    );
    const add = (rows: Job['segments'] | Job['devices'], seen: (row: object) => string, mayBeOwn: (id: string) => boolean) => {
      for (const row of Object.values(rows)) {
        const own = mayBeOwn(row.id) ? this.own.get(row.circuitId ?? '') : undefined;
        own?.push(row);
        this.shared.push(own === undefined ? row : new Seen(row, seen));
      }
    };
    const shared = Object.values(devices).some((device) => hasResidual(device) && !ofOneFinal(device, job));
    add(segments, shared ? lengthSeen : cableSeen, () => true);
    add(devices, deviceSeen, (id) => !named.has(id));
  }

  /** Whether all that can count for a circuit is as it was. */
  same(before: Ground, circuitId: string): boolean {
    const own = this.own.get(circuitId);
    const { shared, whole } = this.comparedWith(before);
    return own === undefined ? whole : shared && equal(own, before.own.get(circuitId));
  }

  private comparedWith(before: Ground): { shared: boolean; whole: boolean } {
    let found = this.compared.get(before);
    if (found === undefined) {
      const shared = equal(this.shared, before.shared);
      found = { shared, whole: shared && [...this.own].every(([id, own]) => equal(own, before.own.get(id))) };
      this.compared.set(before, found);
    }
    return found;
  }
}

const ofOneFinal = ({ seat, circuitId }: Device, { circuits }: Job): boolean =>
  seat === 'point' || (seat === 'start' && circuits[circuitId ?? '']?.kind === 'final');

const equal = (a: readonly unknown[], b: readonly unknown[] | undefined): boolean =>
  b !== undefined &&
  a.length === b.length &&
  a.every((each, index) => each === b[index] || (each instanceof Seen && each.equals(b[index])));

/**
 * Makes something of every circuit once, and again only when something it may rest on has changed: after an edit of one
 * cable the other circuits of a house are as they were.
 */
export function keptPerCircuit<T>(): (ground: Ground, circuit: Circuit, make: () => T) => T {
  const kept = new WeakMap<Circuit, { ground: Ground; made: T }>();
  return (ground, circuit, make) => {
    const before = kept.get(circuit);
    const made = before !== undefined && ground.same(before.ground, circuit.id) ? before.made : make();
    kept.set(circuit, { ground, made });
    return made;
  };
}
