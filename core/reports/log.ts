import { atOutlets, behindOf } from '../house/behind';
import { isOvercurrent, isResidual, type Seated } from '../house/facts';
import { instantMs } from '../job/instants';
import type { Clue, EntryKind } from '../job/logged';
import { AFTER, RESET, WEATHER } from '../job/logged';
import type { Job } from '../job/schema/job';
import type { LogEntry } from '../job/schema/log';
import type { Check } from '../judging/answer';
import { figure } from '../judging/judge';
import type { CheckKey } from '../judging/keys';
import type { Study } from '../study/study';
import { deviceLabel } from './chart';
import { residualStudy } from './residual';
import { type Likelier, type NextTest, nextTest, type RankedCause, rankCauses } from './tripCauses';
import { type Part, TRIP_CAUSES } from './tripCauseTable';

/** One thing that happened, as it is drawn and read. */
export interface LogMark {
  entryId: string;
  at: string;
  kind: EntryKind;
  /** It tripped again at once when it was reset. */
  again: boolean;
  /** What was noticed, in words: rain, reset and held. */
  noticed: string[];
  /** What was on, by name. */
  on: string[];
  /** Devices that opened with it. */
  together: string[];
  /** What it was found to be. */
  found: string | null;
  note: string | null;
  by: string | null;
  /** Of a trip: its causes by what was noticed then, the likeliest first. */
  causes: RankedCause[];
}
/** A device, or the house, with what happened to it. */
export interface LogRow {
  deviceId: string | null;
  circuitId: string | null;
  name: string;
  label: string;
  marks: LogMark[];
  /** Of the trips since it was last worked on or a cause was found. */
  sentence: string;
  /** There are such trips: nobody has settled them. */
  open: boolean;
  /** When it was settled, where it has not tripped since. */
  since: string | null;
  causes: RankedCause[];
  next: NextTest | null;
  /** What must not be done meanwhile. */
  warning: string | null;
}
/** A device that may trip, and what hangs behind it. */
export interface LogDevice {
  deviceId: string;
  circuitId: string;
  name: string;
  label: string;
  loads: { id: string; name: string }[];
}
export interface LogStudy {
  /** Newest first. */
  rows: LogRow[];
  devices: LogDevice[];
}

/** Trips that close together are one event, ms. */
const TOGETHER_MS = 120_000;

/** What happened in a house, device by device, with what may be behind it by this house's own figures. */
export function logStudy(job: Job, study: Study): LogStudy {
  const seats = seatsOf(study);
  const standing = new Set(Object.keys(job.logEntries));
  for (const { supersedes } of Object.values(job.logEntries)) if (supersedes !== undefined) standing.delete(supersedes);
  const entries = [...standing]
    .map((id) => job.logEntries[id]!)
    .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : 1));
  const by = grouped(entries, ({ deviceId }) => deviceId ?? '');
  const gauges = entries.length === 0 ? [] : residualStudy(job, study).devices;
  const rows = [...by].map(([deviceId, own]) =>
    rowOf(
      job,
      study,
      entries,
      own,
      seats.get(deviceId),
      gauges.find((each) => each.deviceId === deviceId),
    ),
  );
  rows.sort((a, b) => (a.marks.at(-1)!.at < b.marks.at(-1)!.at ? 1 : -1));
  return { rows, devices: [...seats.values()].map((seated) => deviceOf(job, study, seated)) };
}

function grouped<T, K>(all: readonly T[], keyOf: (each: T) => K): Map<K, T[]> {
  const found = new Map<K, T[]>();
  for (const each of all) found.set(keyOf(each), [...(found.get(keyOf(each)) ?? []), each]);
  return found;
}

/** Every device that opens by itself once, from the source on. */
function seatsOf(study: Study): Map<string, Seated> {
  const found = new Map<string, Seated>();
  for (const { facts } of study.circuits)
    for (const seated of [...facts.chain, ...atOutlets(facts.wiring)])
      if (partsOf(seated).length > 0 && !found.has(seated.device.id)) found.set(seated.device.id, seated);
  return found;
}

function partsOf(seated: Seated): Part[] {
  const { settings } = seated.device;
  const arc =
    settings.family === 'afdd' || ('arcFault' in settings && settings.arcFault !== undefined && settings.arcFault !== 'none');
  return [
    ...(isOvercurrent(seated) ? ['overcurrent' as const] : []),
    ...(isResidual(seated) ? ['residual' as const] : []),
    ...(arc ? ['arc' as const] : []),
  ];
}

const circuitsBehind = (study: Study, seated: Seated): string[] => {
  const behind = behindOf(study.house, seated);
  return behind.known ? behind.value.circuits.map(({ circuit }) => circuit.id) : [seated.wiring.circuit.id];
};

function deviceOf(job: Job, study: Study, seated: Seated): LogDevice {
  const { device, wiring } = seated;
  const behind = new Set(circuitsBehind(study, seated));
  return {
    deviceId: device.id,
    circuitId: wiring.circuit.id,
    name: device.name,
    label: deviceLabel(job.devices[device.id]!),
    loads: Object.values(job.loads)
      .filter(({ circuitId }) => behind.has(circuitId))
      .map(({ id, name }) => ({ id, name })),
  };
}

type Gauge = ReturnType<typeof residualStudy>['devices'][number];

function rowOf(
  job: Job,
  study: Study,
  all: readonly LogEntry[],
  own: readonly LogEntry[],
  seated: Seated | undefined,
  gauge: Gauge | undefined,
): LogRow {
  const device = job.devices[own[0]!.deviceId ?? ''];
  const parts = seated === undefined ? [] : partsOf(seated);
  const house = seated === undefined ? {} : likelier(job, study, seated, gauge);
  const ranked = (trips: readonly LogEntry[]): RankedCause[] =>
    trips.length === 0 || parts.length === 0
      ? []
      : rankCauses(
          parts,
          // What was on when it tripped speaks for that trip alone.
          trips.length === 1 ? { ...house, ...ofWhatWasOn(job, trips[0]!, house) } : house,
          trips.map((trip) => cluesOf(all, trip)),
          job.dialect,
        );
  const settled = own.findLastIndex(({ kind, found }) => kind === 'work' || found !== undefined);
  const open = own.slice(settled + 1).filter(({ kind }) => kind === 'trip');
  const causes = ranked(open);
  const name = device?.name ?? 'The installation';
  return {
    deviceId: device?.id ?? null,
    circuitId: seated?.wiring.circuit.id ?? null,
    name,
    label: device === undefined ? 'visits, work' : (gauge?.label ?? deviceLabel(device)),
    marks: own.map((entry) => ({
      entryId: entry.id,
      at: entry.at,
      kind: entry.kind,
      again: entry.reset === 'again',
      noticed: noticedAt(entry),
      on: (entry.loadsOn ?? []).flatMap((id) => job.loads[id]?.name ?? []),
      together: togetherWith(all, entry).flatMap(({ deviceId }) => job.devices[deviceId ?? '']?.name ?? []),
      found: entry.found === undefined ? null : TRIP_CAUSES[entry.found].words[job.dialect],
      note: entry.note ?? null,
      by: entry.by ?? null,
      causes: entry.kind === 'trip' ? ranked([entry]) : [],
    })),
    sentence: open.length > 0 ? sentenceOf(name, open) : `${name}: ${quietSince(own[settled])}`,
    open: open.length > 0,
    since: open.length > 0 ? null : (own[settled]?.at ?? null),
    causes,
    next: nextTest(causes, job.dialect),
    warning: isLeftOff(own) ? 'It tripped again at once: leave it off until it is tested and put right.' : null,
  };
}

const quietSince = (settled: LogEntry | undefined): string =>
  settled === undefined
    ? 'no trip is logged'
    : `no trip since ${settled.kind === 'work' ? 'it was worked on' : 'its cause was found'}`;

/** It came back at once when it tripped last, and nobody worked on it since: a cause that was found is not put right by that. */
function isLeftOff(own: readonly LogEntry[]): boolean {
  const last = own.findLastIndex(({ kind }) => kind === 'trip');
  return own[last]?.reset === 'again' && own.slice(last).every(({ kind }) => kind !== 'work');
}

const noticedAt = ({ after, weather, reset }: LogEntry): string[] => [
  ...(after === undefined ? [] : [AFTER[after]]),
  ...(weather === undefined ? [] : [WEATHER[weather]]),
  ...(reset === undefined ? [] : [RESET[reset]]),
];

function togetherWith(all: readonly LogEntry[], entry: LogEntry): LogEntry[] {
  if (entry.kind !== 'trip') return [];
  const at = instantMs(entry.at);
  return all.filter(
    (each) => each.kind === 'trip' && each.deviceId !== entry.deviceId && Math.abs(instantMs(each.at) - at) <= TOGETHER_MS,
  );
}

function cluesOf(all: readonly LogEntry[], entry: LogEntry): Clue[] {
  const { after, weather, reset } = entry;
  return [
    ...(after === undefined ? [] : [`after:${after}` as const]),
    ...(weather === undefined ? [] : [`weather:${weather}` as const]),
    ...(reset === undefined ? [] : [`reset:${reset}` as const]),
    ...(togetherWith(all, entry).length > 0 ? (['together'] as const) : []),
  ];
}

/** How often, and what most of them have in common: "4 trips of RCD 2, 3 of them in rain". */
function sentenceOf(name: string, open: readonly LogEntry[]): string {
  const many = open.length === 1 ? `One trip of ${name}` : `${open.length} trips of ${name}`;
  const counted = grouped(
    open.flatMap(({ weather }) => (weather === undefined || weather === 'dry' ? [] : [weather])),
    (each) => each,
  );
  const [most] = [...counted].sort((a, b) => b[1].length - a[1].length);
  if (most === undefined || most[1].length * 2 < open.length) return many;
  const [weather, times] = most;
  return `${many}, ${times.length === open.length ? (times.length === 1 ? '' : times.length === 2 ? 'both of them ' : 'all of them ') : `${times.length} of them `}in ${weather === 'thunder' ? 'a thunderstorm' : WEATHER[weather]}`;
}

/** Loads that heat in water or dirt, and whose elements begin to leak. */
const HEATERS: ReadonlySet<string> = new Set([
  'range',
  'cooking-unit',
  'dryer',
  'water-heater',
  'space-heating',
  'wall-oven',
  'counter-cooking',
  'dishwasher',
  'sauna',
]);
const isHeater = ({ appliance, equipment }: Job['loads'][string]): boolean =>
  HEATERS.has(appliance?.value ?? '') || HEATERS.has(equipment?.value ?? '');
const isMotor = ({ motorHp, startCurrentA, appliance }: Job['loads'][string]): boolean =>
  motorHp !== undefined || startCurrentA !== undefined || appliance?.value === 'heat-pump' || appliance?.value === 'cooling';
const WET = new Set(['damp', 'wet']);

/** Names, as far as they are read at a glance. */
const named = (all: readonly string[]): string =>
  all.length <= 2 ? all.join(', ') : `${all.slice(0, 2).join(', ')} and ${all.length - 2} more`;

/** What this house's own figures say of each cause. */
function likelier(job: Job, study: Study, seated: Seated, gauge: Gauge | undefined): Likelier {
  const { device } = seated;
  const behind = new Set(circuitsBehind(study, seated));
  const checks = study.circuits
    .filter(({ circuitId }) => behind.has(circuitId) || circuitId === seated.wiring.circuit.id)
    .flatMap(({ answers }) => answers.flatMap((answer) => answer.checks));
  const ofDevice = (key: CheckKey) => checks.filter(({ name }) => name.key === key && name.of('device') === device.id);
  const loads = Object.values(job.loads).filter(({ circuitId }) => behind.has(circuitId));
  const points = Object.values(job.points).filter((each) => behind.has(each.circuitId) && each.state !== 'removed');
  const wet = points.filter(({ wetness, roomId }) => WET.has(wetness?.value ?? job.rooms[roomId ?? '']?.wetness?.value ?? ''));
  const [heaters, motors] = [loads.filter(isHeater), loads.filter(isMotor)];
  const earthed = checks.filter(({ name, verdict }) => name.key === 'neutral-earthed' && verdict === 'stop');
  const torque = Object.values(job.inspections).filter(
    ({ item, deviceId, result }) => item === 'torque' && deviceId === device.id && result?.value === 'by-feel',
  );
  const found: Record<string, Likelier[keyof Likelier] | undefined> = {
    overload: shareOf(ofDevice('carries'), 'A'),
    inrush: shareOf(ofDevice('inrush'), 'A'),
    leakage: gauge === undefined ? undefined : leakageOf(gauge),
    damp: wet.length === 0 ? undefined : { times: 3, because: `${named(wet.map(({ name }) => name))} in the wet` },
    element: heaters.length === 0 ? { times: 0.2, because: '' } : { times: 3, because: named(heaters.map(({ name }) => name)) },
    stalled: motors.length === 0 ? { times: 0.2, because: '' } : { times: 4, because: named(motors.map(({ name }) => name)) },
    'neutral-earth': earthed.length === 0 ? undefined : { times: 20, because: earthed[0]!.title },
    loose: torque.length === 0 ? undefined : { times: 3, because: 'torqued by feel' },
  };
  return Object.fromEntries(Object.entries(found).filter(([, each]) => each !== undefined)) as Likelier;
}

/** How near its limit the design comes: far below it, that is hardly the cause; beyond it, it is. */
const weightOf = (share: number): number => (share >= 1 ? 6 : share >= 0.8 ? 2 : share >= 0.5 ? 1 : 0.3);

function shareOf(checks: readonly Check[], unit: string): Likelier[keyof Likelier] {
  const compared = checks.filter(({ demand, limit }) => demand !== null && limit !== null && limit > 0);
  const [worst] = compared.sort((a, b) => b.demand! / b.limit! - a.demand! / a.limit!);
  if (worst === undefined) return undefined;
  const share = worst.demand! / worst.limit!;
  return { times: weightOf(share), because: `${figure(worst.demand!)} of ${figure(worst.limit!)} ${unit}` };
}

function leakageOf({ worstMa, limits }: Gauge): Likelier[keyof Likelier] {
  if (worstMa === null || limits === null) return undefined;
  return {
    times: weightOf(worstMa / limits.fromMa),
    because: `${figure(worstMa)} mA, may trip from ${figure(limits.fromMa)} mA`,
  };
}

/** Heating or motors among what was on: those, and not the others. */
function ofWhatWasOn(job: Job, { loadsOn }: LogEntry, house: Likelier): Likelier {
  const on = (loadsOn ?? []).flatMap((id) => job.loads[id] ?? []);
  if (on.length === 0) return {};
  const [heaters, motors] = [on.filter(isHeater), on.filter(isMotor)];
  const spoken = (those: typeof on, usual: number) =>
    those.length === 0
      ? { times: 0.2, because: '' }
      : { times: usual * 2, because: `on: ${named(those.map(({ name }) => name))}` };
  return { element: spoken(heaters, house.element?.times ?? 1), stalled: spoken(motors, house.stalled?.times ?? 1) };
}
