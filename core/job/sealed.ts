import type * as circuit from './schema/circuit';
import type * as device from './schema/device';
import type { Fact, Provenance } from './schema/facts';
import type * as inspection from './schema/inspection';
import type * as job from './schema/job';
import type * as supply from './schema/supply';

declare const held: unique symbol;

/**
 * A fact as the computation gets it: where it is from is plain, its value only a reader gives out (`need` in `known.ts`), with
 * its place and provenance, so that no value can be used without what it rests on.
 */
export interface Sealed<T> {
  readonly from: Provenance;
  readonly [held]?: T;
}

type SealedField<V> =
  V extends Fact<infer T> ? Sealed<T> : V extends readonly unknown[] ? V : V extends object ? SealedRow<V> : V;
/** A row of the job with every fact in it sealed. A plain row serves as one. */
type SealedRow<R> = { readonly [K in keyof R]: SealedField<R[K]> };

export type Circuit = SealedRow<circuit.Circuit>;
export type Segment = SealedRow<circuit.Segment>;
export type Point = SealedRow<circuit.Point>;
export type Load = SealedRow<circuit.Load>;
/** Settings of a device by family, their facts sealed. */
export type DeviceSettings = SealedField<device.DeviceSettings>;
export type Device = Omit<SealedRow<device.Device>, 'settings'> & { readonly settings: DeviceSettings };
export type Combination = SealedRow<device.Combination>;
export type Inspection = SealedRow<inspection.Inspection>;
export type Origin = SealedRow<supply.Origin>;
export type Electrode = SealedRow<supply.Electrode>;
export type Board = SealedRow<supply.Board>;
export type Room = SealedRow<supply.Room>;
/** The job as the computation gets it. */
export type Job = { readonly [K in keyof job.Job]: K extends keyof Tables ? Readonly<Record<string, Tables[K]>> : job.Job[K] };
interface Tables {
  origins: Origin;
  electrodes: Electrode;
  boards: Board;
  rooms: Room;
  circuits: Circuit;
  segments: Segment;
  points: Point;
  loads: Load;
  devices: Device;
  combinations: Combination;
  inspections: Inspection;
}

export type { InspectedItem, InspectedOn, ObservationCode } from './inspected';
export type { Appliance, Configuration, InstallationMethod, Insulation, Tap } from './schema/circuit';
export type { Grade } from './schema/device';
export type { ConductorSize, Line } from './schema/facts';
export type { RulePackId } from './schema/job';
export type { Amendment, Reading } from './schema/records';
export type { SourceState, Supply } from './schema/supply';
