import { timeAt } from '../curves/edge';
import { residualBand } from '../devices/otherAxes';
import { residualPart } from '../devices/residual';
import { APPLIANCES } from '../edits/catalogue/appliances';
import { atOutlets, behindOf } from '../house/behind';
import { atLeastDc, smoothDcThrough } from '../house/directCurrent';
import { isResidual, type Seated } from '../house/facts';
import { eveningOf, mayTrip, type TripLimits, tripLimits } from '../house/standingLeakage';
import type { Missing } from '../job/known';
import type { Job } from '../job/schema/job';
import { showTime } from '../job/show';
import { type Verdict, worstVerdict } from '../judging/answer';
import type { CheckKey } from '../judging/keys';
import { bodyCurrentA, heartLimit, heartLimitA } from '../leakage/body';
import { type Chance, Evenings } from '../leakage/nuisance';
import { standingVerdict, weighed } from '../questions/stays-on/standingLeakage';
import type { Progress } from '../study/progress';
import type { CircuitStudy, Study } from '../study/study';
import { BODY_SOURCE, type BodyPath, type Skin } from '../tables/body';
import { DC_TOLERANCE_A, OBSERVED_TRIP } from '../tables/leakage';
import { cite } from '../tables/source';
import { fromMilli, milli } from '../units';
import { darkStudy } from './board';
import { type DrawnBand, deviceLabel } from './chart';

/** What stands on a residual device, against where it opens. */
export interface ResidualGauge {
  deviceId: string;
  name: string;
  /** `63 A · 30 mA · AC`. */
  label: string;
  circuitId: string | null;
  /** Of its leakage, its type and its smooth DC together, over every circuit behind it. */
  verdict: Verdict;
  /** Of its leakage alone. */
  standing: Verdict;
  worstMa: number | null;
  allOnMa: number | null;
  cableMa: number;
  readMa: number | null;
  byReading: boolean;
  /** What may stand, from where it may open, where it surely does; null where its sensitivity is not said. */
  limits: { passMa: number; fromMa: number; surelyMa: number; observedMa: [number, number] | null } | null;
  parts: { loadId: string; name: string; circuitId: string; mA: number; worst: boolean }[];
  missing: readonly Missing[];
  dc: {
    verdict: Verdict;
    because: string;
    sumMa: number | null;
    /** Null: it has no limit, or no type. */
    toleranceMa: number | null;
    from: { loadId: string; name: string; circuitId: string; mA: number }[];
  };
  /** Circuits behind it, rooms that go dark, and what must not. */
  dark: { circuits: { circuitId: string; name: string }[]; rooms: string[]; safety: string[]; mustStayOn: string[] };
  /** One more appliance behind it: what stands then. */
  next: { id: string; name: string; mA: number; totalMa: number; verdict: Verdict }[];
  /** What a test at half its sensitivity tells. */
  half: string;
  /** Whether it needs line and neutral to work, in words. */
  alive: string;
}
export interface ResidualStudy {
  devices: ResidualGauge[];
}

/** Every residual device of the house once, from the source on, with a circuit's study that passes it. */
export function residualSeats(study: Study): { seated: Seated; circuit: CircuitStudy }[] {
  const found = new Map<string, { seated: Seated; circuit: CircuitStudy }>();
  for (const circuit of study.circuits)
    for (const seated of [...circuit.facts.chain.filter(isResidual), ...atOutlets(circuit.facts.wiring).filter(isResidual)])
      if (!found.has(seated.device.id)) found.set(seated.device.id, { seated, circuit });
  return [...found.values()];
}

export function residualStudy(job: Job, study: Study): ResidualStudy {
  return { devices: residualSeats(study).map(({ seated }) => gaugeOf(job, study, seated)) };
}

/** Checks of a residual device itself. */
const OF_DEVICE: ReadonlySet<CheckKey> = new Set(['dc', 'type', 'leakage']);

function gaugeOf(job: Job, study: Study, seated: Seated): ResidualGauge {
  const { device } = seated;
  const house = study.house;
  const row = job.devices[device.id]!;
  const standing = weighed(house, seated);
  const limits = tripLimits(seated);
  const behind = behindOf(house, seated);
  const ids = new Set(behind.known ? behind.value.circuits.map(({ circuit }) => circuit.id) : []);
  const checks = study.circuits
    .filter(({ circuitId }) => ids.has(circuitId))
    .flatMap((circuit) =>
      circuit.answers.flatMap((answer) =>
        answer.checks.filter(({ name }) => OF_DEVICE.has(name.key) && name.of('device') === device.id),
      ),
    );
  const leak = checks.find(({ name }) => name.key === 'leakage');
  const ofDc = checks.find(({ name }) => name.key === 'dc');
  const part = residualPart(device);
  const type = part?.known === true ? part.value.type : undefined;
  const dc = smoothDcThrough(house, seated);
  const dcFrom = dc.known ? dc.value : atLeastDc(house, seated).value;
  const tolerance = type?.known === true ? DC_TOLERANCE_A[type.value] : Number.POSITIVE_INFINITY;
  const inWorst = new Set(standing.known ? standing.value.worst.map(({ id }) => id) : []);
  const dark = darkStudy(job, study, [device.id]);
  return {
    deviceId: device.id,
    name: device.name,
    label: labelOf(job, seated),
    circuitId: seated.seat === 'group' ? null : seated.wiring.circuit.id,
    verdict: worstVerdict(checks.map(({ verdict }) => verdict)),
    standing: leak?.verdict ?? 'unknown',
    worstMa: standing.known ? milli(standing.value.worstA) : null,
    allOnMa: standing.known ? milli(standing.value.allOnA) : null,
    cableMa: standing.known ? milli(standing.value.cableA) : 0,
    readMa: standing.known && standing.value.readA !== undefined ? milli(standing.value.readA) : null,
    byReading: standing.known && standing.value.byReading,
    limits: limits.known
      ? {
          passMa: milli(limits.value.passA),
          fromMa: milli(limits.value.trip.least),
          surelyMa: milli(limits.value.trip.most),
          observedMa: observed(limits.value),
        }
      : null,
    parts: standing.known
      ? standing.value.parts.map(({ id, name, circuitId, sizeA }) => ({
          loadId: id,
          name,
          circuitId,
          mA: milli(sizeA),
          worst: inWorst.has(id),
        }))
      : [],
    missing: standing.known ? [] : standing.missing,
    dc: {
      verdict: ofDc?.verdict ?? 'not-applicable',
      because: ofDc?.because ?? '',
      sumMa: dc.known ? milli(dc.value.sumA) : null,
      toleranceMa: Number.isFinite(tolerance) ? milli(tolerance) : null,
      from: dcFrom.from.map(({ id, name: of, circuitId, dcA }) => ({ loadId: id, name: of, circuitId, mA: milli(dcA) })),
    },
    dark: {
      circuits: dark.circuits.map(({ circuitId, number, name }) => ({ circuitId, name: `${number} ${name}`.trim() })),
      rooms: dark.rooms.filter(({ state }) => state === 'dark' || state === 'part').map(({ name }) => name),
      safety: dark.safety,
      mustStayOn: dark.mustStayOn,
    },
    next: standing.known && limits.known ? nextOf(job, standing.value.worstA, limits.value) : [],
    half: limits.known && standing.known ? halfSaid(standing.value.worstA, limits.value) : '',
    alive: aliveSaid(row),
  };
}

/** Where devices of its kind were seen to open; nobody looked at those of class A. */
const observed = ({ sensitivityA, opensA }: TripLimits): [number, number] | null =>
  opensA > sensitivityA / 2 ? null : [milli(OBSERVED_TRIP.least * sensitivityA), milli(OBSERVED_TRIP.most * sensitivityA)];

/** Appliances of the catalogue one by one behind it, each in the worst direction. */
function nextOf({ dialect }: Job, worstA: number, limits: TripLimits): ResidualGauge['next'] {
  return APPLIANCES.filter((each) => each.dialect === undefined || each.dialect === dialect).map(({ id, name, leakageMa }) => {
    const totalA = worstA + fromMilli(leakageMa);
    return { id, name, mA: leakageMa, totalMa: milli(totalA), verdict: standingVerdict(totalA, limits) };
  });
}

/**
 * A test at half its sensitivity parts standing leakage from a device that is too fine: what stands adds to the test current, and with
 * the circuits off it does not. Of class A there is no such test.
 */
function halfSaid(worstA: number, limits: TripLimits): string {
  const { sensitivityA } = limits;
  if (observed(limits) === null) return '';
  const half = sensitivityA / 2;
  const figure = (currentA: number) => `${Number(milli(currentA).toPrecision(3))} mA`;
  const usual = [OBSERVED_TRIP.least * sensitivityA, OBSERVED_TRIP.most * sensitivityA] as const;
  const sees = `Tested at ${figure(half)} with everything on it sees up to ${figure(worstA + half)}`;
  return worstA + half >= usual[0]
    ? `${sees}, and such devices open at ${figure(usual[0])} to ${figure(usual[1])}: if it holds with the circuits off, it is leakage and no fault of the device.`
    : `${sees} and should hold: if it opens, on or off, the device is too fine or something leaks that is not entered.`;
}

function labelOf(job: Job, { device }: Seated): string {
  const part = residualPart(device);
  const row = job.devices[device.id]!;
  const classA = 'groundFault' in row.settings && row.settings.groundFault === 'class-A';
  const type = part?.known === true && part.value.type?.known === true ? part.value.type.value : undefined;
  const rating = 'ratingA' in row.settings ? row.settings.ratingA : undefined;
  const own = rating === undefined ? [] : [row.settings.family === 'rccb' ? `${rating.value} A` : deviceLabel(row)];
  const sensitivity =
    part?.known === true
      ? [
          classA
            ? 'class A'
            : `${Number(milli(part.value.sensitivityA).toPrecision(3))} mA${part.value.delay === 'S' ? ' S' : ''}`,
        ]
      : ['? mA'];
  const types = classA || job.dialect === 'nec' ? [] : [type ?? '?'];
  return [...own, ...sensitivity, ...types].join(' · ');
}

function aliveSaid({ settings }: Job['devices'][string]): string {
  if (settings.family === 'moulded-case-nec' || settings.family === 'outlet-protection' || settings.family === 'afdd') {
    const residual = settings.family === 'outlet-protection' && settings.groundFault === 'residual';
    if (!residual) return 'Works only while line and neutral reach it: with the neutral lost ahead it is dead and its line live.';
  }
  const residual = 'residual' in settings ? settings.residual : undefined;
  if (residual?.functionalEarth?.value === 'loose')
    return 'Its functional-earth lead is loose: with the neutral lost ahead it is dead.';
  if (residual?.voltageDependent?.value === undefined) return 'Whether it works without the neutral ahead is not said.';
  if (!residual.voltageDependent.value) return 'Works by the fault current alone, with or without the neutral ahead.';
  return residual.functionalEarth?.value === 'landed'
    ? 'Works with the neutral lost ahead, by its functional-earth lead.'
    : 'Works only while line and neutral reach it: with the neutral lost ahead it is dead and its line live.';
}

/** How often each opens in an evening without a fault; null where something is missing to say so. */
export interface Nuisance {
  deviceId: string;
  chance: Chance | null;
}
/** Trials between two looks at whether anybody still waits. */
const PIECE = 20_000;

/** So many evenings for every device, a piece at a time. */
export function* tryEvenings(study: Study, trials: number, seed: number): Generator<Progress, Nuisance[]> {
  const house = study.house;
  const runs = residualSeats(study).map(({ seated }) => {
    const standing = house === undefined ? undefined : weighed(house, seated);
    const limits = tripLimits(seated);
    const evening = standing?.known === true && limits.known ? eveningOf(standing.value, limits.value) : undefined;
    return { deviceId: seated.device.id, evening };
  });
  const tried = runs.filter(({ evening }) => evening !== undefined && mayTrip(evening));
  const of = Math.max(1, tried.length) * trials;
  let done = 0;
  const found: Nuisance[] = [];
  for (const [index, { deviceId, evening }] of runs.entries()) {
    if (evening === undefined) {
      found.push({ deviceId, chance: null });
      continue;
    }
    const evenings = new Evenings(evening, seed + index);
    if (!mayTrip(evening)) evenings.run(trials);
    else
      for (let left = trials; left > 0; left -= PIECE) {
        evenings.run(Math.min(PIECE, left));
        done += Math.min(PIECE, left);
        yield { done, of };
      }
    found.push({ deviceId, chance: evenings.chance });
  }
  return found;
}

/** All of them at once. */
export function triedEvenings(study: Study, trials: number, seed: number): Nuisance[] {
  const trying = tryEvenings(study, trials, seed);
  for (;;) {
    const step = trying.next();
    if (step.done === true) return step.value;
  }
}

/** What flows through whom for how long. */
export interface ShockStudy {
  bands: DrawnBand[];
  /** Where the heart is at risk, by rising current. */
  heart: { currentA: number; timeS: number }[];
  touchV: number;
  bodyA: number;
  /** Of the device chosen; null where it may never open on it. */
  opensS: number | null;
  limitA: number | null;
  /** The heart is not at risk by then. */
  within: boolean;
  /** It is fine enough to be meant for persons. */
  forPersons: boolean;
  sentence: string;
  source: string;
}
/** The coarsest device that is meant for persons, A. */
const PERSON_A = 0.03;
const SKIN_WORDS: Readonly<Record<Skin, string>> = {
  dry: 'dry skin, shoes and floor',
  wet: 'wet skin',
  'salt-wet': 'skin wet with salt water',
};
const PATH_WORDS: Readonly<Record<BodyPath, string>> = { 'hand-to-feet': 'hand to feet', 'hand-to-hand': 'hand to hand' };

/** Somebody touches a line behind a device: the current through the body, and whether the device opens before the heart is at risk. */
export function shockStudy(
  job: Job,
  study: Study,
  { deviceId, skin, path }: { deviceId: string; skin: Skin; path: BodyPath },
): ShockStudy | null {
  const seats = residualSeats(study);
  const chosen = seats.find(({ seated }) => seated.device.id === deviceId)?.seated.device ?? seats[0]?.seated.device;
  if (chosen === undefined) return null;
  const touchV = job.supply.u0V;
  const bodyA = bodyCurrentA(touchV, skin, path);
  const band = residualBand(chosen);
  const slowS = band?.known === true ? timeAt(band.value.maximum, bodyA) : Number.POSITIVE_INFINITY;
  const opensS = Number.isFinite(slowS) ? slowS : null;
  const limitA = opensS === null ? null : heartLimitA(opensS, path);
  const within = limitA !== null && bodyA <= limitA;
  const part = residualPart(chosen);
  const forPersons = part?.known === true && part.value.sensitivityA <= PERSON_A;
  const figure = (currentA: number) => `${Number(milli(currentA).toPrecision(2))} mA`;
  const who = `${touchV} V ${PATH_WORDS[path]}, ${SKIN_WORDS[skin]}: ${figure(bodyA)}`;
  const bands = new Map<string, DrawnBand>();
  for (const { seated } of [...seats].sort(
    (a, b) => Number(b.seated.device.id === chosen.id) - Number(a.seated.device.id === chosen.id),
  )) {
    const of = residualBand(seated.device);
    if (of?.known !== true || bands.has(of.value.label)) continue;
    bands.set(of.value.label, {
      deviceId: seated.device.id,
      circuitId: seated.wiring.circuit.id,
      name: seated.device.name,
      label: of.value.label,
      grade: 'standard',
      minimum: [...of.value.minimum.vertices],
      maximum: [...of.value.maximum.vertices],
      minimumBeyond: of.value.minimum.beyond,
      maximumBeyond: of.value.maximum.beyond,
    });
  }
  return {
    bands: [...bands.values()],
    heart: heartLimit(path),
    touchV,
    bodyA,
    opensS,
    limitA,
    within,
    forPersons,
    sentence:
      opensS === null
        ? `${who}. ${chosen.name} may never open on it.`
        : `${who} for at most ${showTime(opensS)} behind ${chosen.name}. ${
            within
              ? `So long the heart is hardly at risk below ${figure(limitA!)}.`
              : `So long the heart is at risk from ${figure(limitA!)} on: ${chosen.name} alone protects no person.`
          }`,
    source: cite(BODY_SOURCE),
  };
}
