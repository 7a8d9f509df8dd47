import { casesOf, type Driven, driven, pointOf } from '../events/driven';
import { type LostNeutral, lostNeutral } from '../events/lostNeutral';
import { chances, type Race, type Racer, race } from '../events/race';
import { racersOf, type Spoiled } from '../events/racers';
import { EVENTS, type EventAsked, needsOhm, PLACES, readEvent } from '../job/events';
import { andThen, type Givens, listed, type Maybe, type Missing, map } from '../job/known';
import type { Job } from '../job/schema/job';
import { showCurrent, showNumber, showTime } from '../job/show';
import { word } from '../job/terms';
import { heartLimitA } from '../leakage/body';
import { randomFrom } from '../leakage/nuisance';
import { longestS } from '../questions/clears-in-time/clearsInTime';
import type { Progress } from '../study/progress';
import type { CircuitStudy, Study } from '../study/study';
import { milli } from '../units';
import { type DarkStudy, darkStudy } from './board';

/** A device in the race. */
export interface RacerShown {
  deviceId: string;
  name: string;
  by: Racer['by'];
  sees: string;
  /** s; null: never sooner than never, perhaps never. */
  earliestS: number | null;
  latestS: number | null;
  notCounted: string | null;
  /** It may be the first. */
  first: boolean;
  /** Of all trials it was first in so many; null where no chance is known. */
  share: number | null;
}
/** What comes of an event in a line: what is wrong bears a mark; a figure alone says nothing of right or wrong. */
export interface EventLine {
  mark: 'stop' | 'caution' | null;
  label: string;
  value: string;
}
export interface EventStudy {
  title: string;
  circuit: string;
  where: string;
  when: string;
  cases: { id: string; when: string }[];
  places: { id: string; name: string }[];
  /** What is not known; empty where the event could be worked out. */
  missing: readonly Missing[];
  currentA: number | null;
  metalV: number | null;
  racers: RacerShown[];
  /** Certain to be off by then, s; null: no device is certain to trip. */
  byS: number | null;
  sentence: string;
  why: string;
  lines: EventLine[];
  /** Voltages of the lines with the supply's neutral lost, and what belongs there, V. */
  legs: { line: string; volts: number }[];
  belongsV: number;
  /** With the first that is certain open. */
  dark: DarkStudy | null;
}

/** An event kept with the job, and what comes of it now. */
export interface KeptShown {
  id: string;
  event: string;
  on: string;
  /** Null: it can no longer be worked out. */
  study: EventStudy | null;
  wrong: string | null;
}

/** Events kept with the job in their order, each worked out as the house is now. */
export function* keptEvents(job: Job, study: Study): Generator<Progress, KeptShown[]> {
  const rows = Object.values(job.keptEvents).sort((a, b) =>
    a.order < b.order ? -1 : a.order > b.order ? 1 : a.id < b.id ? -1 : 1,
  );
  const found: KeptShown[] = [];
  for (const [index, { id, event, on }] of rows.entries()) {
    yield { done: index, of: rows.length };
    const asked = readEvent(event);
    const came = 'wrong' in asked ? null : eventStudy(job, study, asked);
    const gone =
      'wrong' in asked ? `${event}: no such event` : came === null ? `${event}: its circuit is gone` : goneIn(job, came, asked);
    found.push({ id, event, on, study: gone === null ? came : null, wrong: gone });
  }
  return found;
}

/** What an event names and the house no longer has: another place or a device taken out is another event. */
function goneIn({ devices }: Job, came: EventStudy, { place, caseId, stuck = [] }: EventAsked): string | null {
  if (!(place in PLACES) && came.places.every(({ id }) => id !== place)) return 'its place is gone';
  if (caseId !== undefined && came.cases.every(({ id }) => id !== caseId)) return 'the way it was fed is gone';
  const lost = stuck.filter((id) => devices[id] === undefined || devices[id].state === 'removed');
  return lost.length === 0 ? null : 'a device taken for broken is gone';
}

const TO_METAL: ReadonlySet<EventAsked['kind']> = new Set(['earth', 'touch-metal']);
/** Trials of who is first, from a seed of their own: the same question has the same answer. */
const TRIALS = 100_000;
const SEED = 1;
/** Voltage metal may stand at for any time where people walk: 50 V (IEC 60364-4-41, from memory). */
const LONG_V = 50;
/** Current that may hold a hand, A: let-go, long (IEC 60479-1, from memory). */
const LET_GO_A = 0.005;
/** Beyond it electronics and lamps are at risk (common practice: ten in a hundred above what they are made for). */
const OVER_TIMES = 1.1;

/** What happens on an event: what flows, who opens and by when, what goes dark, and what somebody in it would feel. */
export function eventStudy(job: Job, study: Study, asked: EventAsked): EventStudy | null {
  const circuit = study.circuits.find(({ circuitId }) => circuitId === asked.circuitId);
  if (circuit === undefined) return null;
  const { facts } = circuit;
  const own = job.circuits[asked.circuitId]!;
  const base = {
    title: EVENTS[asked.kind][job.dialect],
    circuit: `${own.number} ${own.name}`.trim(),
    where: asked.place in PLACES ? PLACES[asked.place as keyof typeof PLACES] : `at ${pointOf(facts, asked.place)?.name ?? '?'}`,
    cases: casesOf(facts, asked.state).map(({ id, when }) => ({ id, when })),
    places: facts.house.pointsOf(asked.circuitId).map(({ id, name }) => ({ id, name })),
    belongsV: job.supply.u0V,
  };
  if (asked.kind === 'lost-neutral') return { ...base, ...ofLostNeutral(job, lostNeutral(job, facts, asked)) };
  const { spoiled, doubts } = saidOfDevices(job, circuit);
  const happened = happens(job, circuit, asked, spoiled);
  if (!happened.known) return { ...base, ...NOTHING, missing: happened.missing, sentence: 'Not known what happens', when: '' };
  const { drives, racers, result } = happened.value;
  const dark = Number.isFinite(result.byS) ? darkStudy(job, study, [result.first[0]!.deviceId]) : null;
  const shares = result.first.length > 1 ? chances(result.first, TRIALS, randomFrom(SEED)) : undefined;
  return {
    ...base,
    when: drives.when,
    missing: [],
    currentA: drives.faultA,
    metalV: drives.metalV ?? null,
    racers: racers.map((racer) => shownRacer(racer, result, shares)),
    byS: finite(result.byS),
    sentence: sentenceOf(job, asked, drives, result, racers),
    why: whyOf(job, asked, drives, racers),
    lines: [
      ...linesOf(job, asked, drives, result, dark, {
        allowedS: TO_METAL.has(asked.kind) ? longestS(facts) : undefined,
        tt: facts.isTT.known && facts.isTT.value,
      }),
      ...stopsAt(circuit, asked),
      ...doubted(result, doubts),
      ...assumedIn(happened.given),
    ],
    legs: [],
    dark,
  };
}

/** What an event drives, and who is first. */
const happens = (job: Job, { facts }: CircuitStudy, asked: EventAsked, spoiled: ReadonlyMap<string, readonly Spoiled[]>) =>
  andThen(driven(job, facts, asked), (drives) =>
    map(racersOf(facts, asked, drives, spoiled), (racers) => ({ drives, racers, result: race(racers) })),
  );

/** The same event with another resistance in it. */
export interface Swept {
  ohm: number;
  currentA: number;
  /** Certain to be off by then, s; null: no device is certain to trip. */
  byS: number | null;
  /** Who may be first. */
  first: string[];
}
/** Resistances a fault is tried with, Ω: from a good joint to a burnt track, twelve to a decade. */
const SWEPT_OHM = Array.from({ length: 61 }, (_, at) => 10 ** (-2 + at / 12));

/** An event over the resistance of its fault: where who opens changes, and from where on nobody is certain to. */
export function eventSweep(job: Job, study: Study, asked: EventAsked): Swept[] {
  const circuit = study.circuits.find(({ circuitId }) => circuitId === asked.circuitId);
  if (circuit === undefined || !needsOhm(asked.kind)) return [];
  const { spoiled } = saidOfDevices(job, circuit);
  return SWEPT_OHM.flatMap((ohm): Swept[] => {
    const happened = happens(job, circuit, { ...asked, ohm }, spoiled);
    if (!happened.known) return [];
    const { drives, result } = happened.value;
    return [{ ohm, currentA: drives.faultA, byS: finite(result.byS), first: result.first.map(({ name }) => name) }];
  });
}

const NOTHING = {
  currentA: null,
  metalV: null,
  racers: [],
  byS: null,
  why: '',
  lines: [],
  legs: [],
  dark: null,
} satisfies Partial<EventStudy>;
const finite = (timeS: number): number | null => (Number.isFinite(timeS) ? timeS : null);

/** Checks of question 5 after which nothing is counted on a residual device: blinded, of too low a type, without its supply, wrong at its test. */
const OF_RESIDUAL = new Set(['dc', 'type', 'alive', 'tested']);
/** What a breaking capacity nobody knows may be at least, A: the least there is of a circuit-breaker (IEC 60898-1, from memory). */
const LEAST_BREAKING_A = 1500;

/** What the study says of a device that an event counts on. */
interface SaidOfDevices {
  spoiled: ReadonlyMap<string, readonly Spoiled[]>;
  /** Devices of which it is not known whether their residual part works, with what is missing. */
  doubts: ReadonlyMap<string, string>;
}
function saidOfDevices(job: Job, { answers }: CircuitStudy): SaidOfDevices {
  const spoiled = new Map<string, Spoiled[]>();
  const doubts = new Map<string, string>();
  const spoil = (deviceId: string, each: Spoiled) => spoiled.set(deviceId, [...(spoiled.get(deviceId) ?? []), each]);
  for (const { question, checks } of answers)
    for (const { name, verdict, because, limit, missing } of checks) {
      const deviceId = name.about.device ?? job.readings[name.about.reading ?? '']?.deviceId;
      if (deviceId === undefined) continue;
      if (question === 'saves-person' && OF_RESIDUAL.has(name.key)) {
        if (verdict === 'stop') spoil(deviceId, { why: because, part: 'residual', aboveA: 0 });
        if (verdict === 'unknown') doubts.set(deviceId, missing.map(({ what }) => what).join('; '));
      }
      if (question !== 'breaks-fault' || name.key !== 'breaks') continue;
      if (verdict === 'stop' && limit !== null)
        spoil(deviceId, { why: `rated to break ${showCurrent(limit)}`, part: 'all', aboveA: limit });
      if (verdict === 'unknown' && limit === null)
        spoil(deviceId, { why: 'what it is rated to break is not known', part: 'all', aboveA: LEAST_BREAKING_A });
    }
  return { spoiled, doubts };
}

function shownRacer(racer: Racer, { first }: Race, shares: ReadonlyMap<string, number> | undefined): RacerShown {
  const { deviceId, name, by, seesA, earliestS, latestS, notCounted } = racer;
  return {
    deviceId,
    name,
    by,
    sees: showCurrent(seesA),
    earliestS: finite(earliestS),
    latestS: finite(latestS),
    notCounted: notCounted ?? null,
    first: first.includes(racer),
    share: shares?.get(deviceId) ?? null,
  };
}

function sentenceOf(
  job: Job,
  { kind }: EventAsked,
  { faultA }: Driven,
  { alone, first, byS }: Race,
  racers: readonly Racer[],
): string {
  // A fuse opens, anything else trips.
  const isFuse = ({ deviceId }: Racer): boolean => job.devices[deviceId]?.settings.family === 'fuse';
  if (alone !== undefined) return `${alone.name} ${isFuse(alone) ? 'opens' : 'trips'} within ${showTime(byS)}`;
  const names = first.map(({ name }) => name).join(' or ');
  if (Number.isFinite(byS))
    return `${names} may ${first.some(isFuse) ? 'open' : 'trip'} first, one of them within ${showTime(byS)}`;
  const stays = kind === 'arc' ? 'the arc goes on' : `${showCurrent(faultA)} keeps flowing`;
  // What is not counted on may open all the same.
  return racers.every(({ earliestS }) => !Number.isFinite(earliestS))
    ? `No device trips: ${stays}`
    : `No device is certain to trip: ${stays}`;
}

function whyOf(job: Job, { kind, ohm }: EventAsked, { faultA, residualA }: Driven, racers: readonly Racer[]): string {
  const residual = word(job.dialect, 'residualDevice');
  const parts: string[] = [];
  if (kind === 'lost-earth')
    parts.push(`Until somebody touches it nothing flows and nothing trips: the times count from the touch.`);
  if (kind === 'across') parts.push(`What flows comes back by the neutral: no ${residual} sees it.`);
  const below = racers.filter(({ earliestS, by }) => by === 'overcurrent' && !Number.isFinite(earliestS)).map(({ name }) => name);
  if (below.length > 0) parts.push(`${showCurrent(faultA)} is no overcurrent for ${below.join(', ')}.`);
  if (residualA > 0 && racers.every(({ by }) => by !== 'residual')) parts.push(`No ${residual} is ahead.`);
  if (ohm !== undefined && ohm > 0 && needsOhm(kind))
    parts.push(`The fault itself is ${showNumber(ohm)} Ω and takes ${showNumber(faultA ** 2 * ohm)} W.`);
  for (const { name, notCounted } of racers)
    if (notCounted !== undefined) parts.push(`${name} is not counted on: ${notCounted}.`);
  return parts.join(' ');
}

function linesOf(
  job: Job,
  asked: EventAsked,
  drives: Driven,
  { byS, first, alone }: Race,
  dark: DarkStudy | null,
  { allowedS, tt }: { allowedS: number | undefined; tt: boolean },
): EventLine[] {
  const lines: EventLine[] = [];
  const add = (label: string, value: string, mark: EventLine['mark'] = null) => lines.push({ label, value, mark });
  if (Number.isFinite(byS))
    add(
      'Certain to be off within',
      allowedS === undefined ? showTime(byS) : `${showTime(byS)} of ${showTime(allowedS)}`,
      allowedS !== undefined && byS > allowedS ? 'stop' : null,
    );
  else add('Certain to be off', 'no device', 'stop');
  if (drives.metalV !== undefined && asked.kind === 'lost-earth')
    add('Metal before anybody touches it', `${showNumber(drives.metalV)} V, no device trips`, 'stop');
  else if (drives.metalV !== undefined)
    add(
      tt ? 'Metal against true earth' : `Metal against the ${word(job.dialect, 'earth')} bar`,
      `${showNumber(drives.metalV)} V`,
      drives.metalV > LONG_V && (!Number.isFinite(byS) || (allowedS !== undefined && byS > allowedS)) ? 'stop' : null,
    );
  if (drives.bodyA !== undefined) lines.push(bodyLine(asked, drives.bodyA, byS, tt));
  if (alone === undefined && first.length > 1) add('Only the right one', first.map(({ name }) => name).join(' or '), 'caution');
  if (dark !== null) {
    for (const name of dark.safety) add(`Loses ${word(job.dialect, 'power')}`, name, 'stop');
    for (const name of dark.mustStayOn) add(`Loses ${word(job.dialect, 'power')}`, name, 'caution');
  }
  return lines;
}

/** What question 4 has against that circuit: a fault to metal that ends is not right by that alone. */
function stopsAt(circuit: CircuitStudy, { kind }: EventAsked): EventLine[] {
  if (!TO_METAL.has(kind)) return [];
  const verdict = circuit.verdictOf('clears-in-time');
  if (verdict !== 'stop' && verdict !== 'unknown') return [];
  const value = circuit.answerTo('clears-in-time').head.title;
  return [
    verdict === 'stop'
      ? { mark: 'stop', label: 'Clearing in time stops at', value }
      : { mark: 'caution', label: 'Clearing in time is not known', value },
  ];
}

/** What is not known of the residual devices that are counted on. */
const doubted = ({ first }: Race, doubts: ReadonlyMap<string, string>): EventLine[] =>
  first.flatMap(({ deviceId, name, by }): EventLine[] => {
    const what = by === 'residual' ? doubts.get(deviceId) : undefined;
    return what === undefined ? [] : [{ mark: 'caution', label: `Not known of ${name}`, value: what }];
  });

/** What is assumed is certain of nothing. */
function assumedIn(given: Givens): EventLine[] {
  const assumed = listed(given).filter(({ from }) => from === 'assumed');
  return assumed.length === 0 ? [] : [{ mark: 'caution', label: 'Assumed', value: assumed.map(({ what }) => what).join(', ') }];
}

/** What flows through somebody against what the heart is at risk from; below it nothing is said to be harmless. */
function bodyLine({ kind }: Pick<EventAsked, 'kind'>, bodyA: number, byS: number, toSoil: boolean): EventLine {
  const path = kind === 'across' ? 'hand-to-hand' : 'hand-to-feet';
  const limitA = Number.isFinite(byS) ? heartLimitA(byS, path) : LET_GO_A;
  const figure = (currentA: number) => `${showNumber(milli(currentA))} mA`;
  const value = Number.isFinite(byS)
    ? `${figure(bodyA)}, heart at risk from ${figure(limitA)}`
    : `${figure(bodyA)}, for as long as it lasts`;
  // Outdoors the supply's own way back adds to what stands on bonded metal: nobody said how much.
  const where = kind === 'touch-metal' && !toSoil ? ', standing on what is bonded' : '';
  return { label: `Through the body, adult${where}`, value, mark: bodyA > limitA ? 'stop' : 'caution' };
}

function ofLostNeutral(
  job: Job,
  found: Maybe<LostNeutral>,
): Omit<EventStudy, 'title' | 'circuit' | 'where' | 'cases' | 'places' | 'belongsV'> {
  if (!found.known) return { ...NOTHING, missing: found.missing, sentence: 'Not known what happens', when: '' };
  const { lines, metalV, touchV, bodyA, left } = found.value;
  const { u0V } = job.supply;
  const highest = Math.max(...lines.map(({ volts }) => volts));
  const shown: EventLine[] = lines.map(({ line, volts }) => ({
    label: `${line} to neutral`,
    value: `${showNumber(volts)} V`,
    mark: volts > OVER_TIMES * u0V ? 'stop' : volts < u0V / OVER_TIMES ? 'caution' : null,
  }));
  if (metalV !== undefined)
    shown.push({
      label: 'Metal against true earth',
      value: `${showNumber(metalV)} V`,
      mark: metalV > LONG_V ? 'stop' : 'caution',
    });
  if (bodyA !== undefined && touchV !== undefined)
    shown.push(bodyLine({ kind: 'touch-metal' }, bodyA, Number.POSITIVE_INFINITY, true));
  const earth = word(job.dialect, 'earth');
  return {
    ...NOTHING,
    missing: [],
    when: 'every load that is entered switched on',
    metalV: metalV ?? null,
    sentence:
      lines.length === 1
        ? `Nothing runs, and no device is certain to trip${metalV === undefined ? '' : `: metal joined to that neutral stands at ${showNumber(metalV)} V`}`
        : `No device is certain to trip: up to ${showNumber(highest)} V where ${showNumber(u0V)} V belong`,
    why: [
      lines.length === 1 ? '' : 'What flows comes back by another line.',
      metalV === undefined ? `The metal keeps an ${earth} of its own.` : '',
      left.length === 0 ? '' : `Not counted, as too little is said of them: ${left.join(', ')}.`,
    ]
      .filter((part) => part !== '')
      .join(' '),
    lines: [...shown, ...assumedIn(found.given)],
    legs: lines.map(({ line, volts }) => ({ line, volts })),
  };
}
