import { hasResidual, residualPart } from '../../../devices/residual';
import { behindOf } from '../../../house/behind';
import type { Covering } from '../../../house/cover';
import { coverOf } from '../../../house/cover';
import type { CircuitFacts } from '../../../house/facts';
import { all, andThen, type Givens, known, list, type Maybe, map, unknown } from '../../../job/known';
import { factOf, ifStated, settingOf } from '../../../job/readers';
import type { Device, Point } from '../../../job/sealed';
import { linesOpened, opensNeutral } from '../../../network/poles';
import { applies } from '../../../rules/relaxation';
import type { Asks } from '../../../rules/requirements/row';
import { fromMilli, milli } from '../../../units';
import type { Place } from './outletFacts';
import { equipmentOf } from './place';
import { ARC_OUTLET } from './relaxations';

/** Whether what is asked for is there, by what, and where it is not, why. */
export interface Met {
  is: boolean;
  /** The device or the fact that gives it, or what stands in its way. */
  by: string;
  device?: Device | undefined;
  /** The outlet that device sits in. */
  seatedAt?: Point | undefined;
}

/** 8 ft over the highest rim of a tub, 2 ft 6 in (practice). */
const OVER_A_TUB_M = 10.5 * 0.3048;
const NONE: ReadonlySet<string | undefined> = new Set();
const yes = (by: string, more: Partial<Met> = {}): Met => ({ is: true, by, ...more });
const no = (by: string): Met => ({ is: false, by });

/**
 * Whether a place has what is asked for there; unknown with what is missing.
 * @param besides ids of devices that are left aside
 */
export function metAt(
  facts: CircuitFacts,
  place: Place,
  asks: Asks,
  besides: ReadonlySet<string | undefined> = NONE,
): Maybe<Met> {
  switch (asks.kind) {
    case 'ground-fault':
    case 'equipment-ground-fault':
    case 'arc-fault':
    case 'residual':
    case 'own-residual':
    case 'arc-detection':
      return byCover(facts, place, asks, besides);
    case 'alarm-only':
      return map(coverOf(facts, place.point), (cover) => {
        const opens = cover.find(({ device }) => hasResidual(device));
        return opens === undefined
          ? yes(facts.job.dialect === 'nec' ? 'nothing opens it on a ground fault' : 'nothing opens it on residual current')
          : no(`${opens.device.name} opens it`);
      });
    case 'tamper-resistant':
      return ofPoint(place, (point) => resistant(facts, point, 'tamperResistant', 'tamper-resistant'));
    case 'weather-resistant':
      return ofPoint(place, (point) => resistant(facts, point, 'weatherResistant', 'weather-resistant'));
    case 'cover':
      return ofPoint(place, (point) =>
        map(factOf('points', point, 'cover'), (cover) =>
          cover === 'in-use' || (cover === 'weatherproof' && asks.in === 'weatherproof') ? yes(COVERS[cover]) : no(COVERS[cover]),
        ),
      );
    case 'ingress':
      return ofPoint(place, (point) =>
        map(factOf('points', point, 'ipX'), (ipX) => (ipX >= asks.ipX ? yes(`IPX${ipX}`) : no(`IPX${ipX}`))),
      );
    case 'no-outlet':
      return known(no('it is there'));
    case 'not-hanging':
      return ofPoint(place, (point) =>
        map(all({ hanging: factOf('points', point, 'hanging'), heightM: ifStated('points', point, 'heightM') }), (read) =>
          read.hanging && (read.heightM ?? 0) <= OVER_A_TUB_M
            ? no('hanging luminaire')
            : yes(read.hanging ? 'above that height' : 'fixed'),
        ),
      );
    case 'own-circuit':
      return known(ownCircuit(facts, place));
    case 'all-live':
      return allLive(facts);
    case 'in-cord':
      return inCord(place, asks.of);
    case 'own-earth':
      return ownEarth(facts, place);
    case 'accessible':
      return ofPoint(place, (point) =>
        point.behind !== undefined
          ? known(no(`behind ${point.behind}`))
          : map(factOf('points', point, 'readilyAccessible'), (reached) => (reached ? yes('within reach') : no('out of reach'))),
      );
    case 'guarded':
      return known(no('no armour, earthed conduit or screen'));
    case 'earthed':
      return known(no('its current returns that way'));
  }
}
const COVERS = { plain: 'a plain cover', weatherproof: 'a cover that is weatherproof while closed', 'in-use': 'a cover for use' };

const ofPoint = (place: Place, make: (point: Point) => Maybe<Met>): Maybe<Met> =>
  place.point === undefined ? unknown(`loads.${place.id}.pointId`, `the outlet of ${place.name}`) : make(place.point);

/** A receptacle with protection of its own bears the mark itself. */
function resistant(facts: CircuitFacts, point: Point, field: 'tamperResistant' | 'weatherResistant', word: string): Maybe<Met> {
  const own = facts.wiring.pointDevices.find(
    ({ pointId, settings }) => pointId === point.id && settings.family === 'outlet-protection' && settings[field] !== undefined,
  );
  const said = point[field] === undefined && own !== undefined ? settingOf(own, field) : factOf('points', point, field);
  return map(said, (marked) => (marked ? yes(word) : no(`not ${word}`)));
}

/** What covers a place, nearest first, each with whether it is of the kind asked for. */
function byCover(facts: CircuitFacts, place: Place, asks: Asks, besides: ReadonlySet<string | undefined> = NONE): Maybe<Met> {
  const cover = coverOf(facts, place.point);
  if (!cover.known) return cover;
  let missing: Maybe<Met> | undefined;
  let assumed: Maybe<Met> | undefined;
  const near: string[] = [];
  for (const each of [...cover.value].reverse()) {
    if (besides.has(each.device.id)) continue;
    const kind = gives(facts, each, asks);
    if (kind.known && !kind.value) {
      const part = outletReason(facts, each, asks) ?? said(each.device);
      if (part !== undefined) near.push(part);
      continue;
    }
    const both = all({ kind, covers: each.covers });
    if (!both.known) missing ??= both;
    else if (both.value.covers) {
      const met = known(
        yes(each.point === undefined || each.point === place.point ? each.device.name : `${each.device.name}, fed through`, {
          device: each.device,
          seatedAt: each.point,
        }),
        both.given,
      );
      if (!both.given.assumed) return met;
      assumed ??= met;
    } else near.push(`${each.device.name} does not cover it`);
  }
  // What is on its way but unsure may be the one.
  if (missing !== undefined) return missing;
  return assumed ?? known(no(near[0] ?? 'none fitted: fit one'));
}

/** Why arc-fault protection in an outlet does not count here. */
function outletReason(facts: CircuitFacts, { device, point }: Covering, { kind }: Asks): string | undefined {
  if (kind !== 'arc-fault' || point === undefined || device.settings.family !== 'outlet-protection') return undefined;
  if (device.settings.arcFault !== 'outlet') return undefined;
  const relaxation = applies(ARC_OUTLET, { facts, point });
  return relaxation.known && !relaxation.value.applies ? `${device.name} ${relaxation.value.reason}` : undefined;
}

/** What a device gives that may be taken for what is asked for. */
function said(device: Device): string | undefined {
  const { settings, name } = device;
  if (settings.family === 'moulded-case-nec') {
    if (settings.groundFault === 'equipment-30mA') return `${name} is GFPE at 30 mA, for equipment`;
    if (settings.groundFault === 'class-A') return `${name} is GFCI, class A`;
    if (settings.arcFault === 'branch-feeder') return `${name} is a branch/feeder AFCI, not a combination type`;
    return settings.arcFault === 'combination' ? `${name} is AFCI` : undefined;
  }
  const part = residualPart(device);
  return part?.known === true
    ? `${name} is an RCD of ${milli(part.value.sensitivityA)} mA${part.value.delay === 'S' ? ', type S' : ''}`
    : undefined;
}

/** Whether a device is of the kind asked for: never one kind for another. */
function gives(facts: CircuitFacts, covering: Covering, asks: Asks): Maybe<boolean> {
  const { device, point } = covering;
  const { settings } = device;
  const breaker = settings.family === 'moulded-case-nec' ? settings : undefined;
  const outlet = settings.family === 'outlet-protection' ? settings : undefined;
  switch (asks.kind) {
    case 'ground-fault':
      return known(breaker?.groundFault === 'class-A' || outlet?.groundFault === 'class-A');
    case 'equipment-ground-fault':
      return known(breaker?.groundFault === 'equipment-30mA');
    case 'arc-fault':
      if (breaker?.arcFault === 'combination') return known(true);
      return outlet?.arcFault === 'outlet' && point !== undefined
        ? map(applies(ARC_OUTLET, { facts, point }), (relaxation) => relaxation.applies)
        : known(false);
    case 'arc-detection':
      return known(settings.family === 'afdd');
    case 'residual':
      return residualWithin(device, fromMilli(asks.mA));
    case 'own-residual':
      return map(
        all({ within: residualWithin(device, fromMilli(asks.mA)), alone: coversOne(facts, covering) }),
        (of) => of.within && of.alone,
      );
    default:
      return known(false);
  }
}

/** Nothing else hangs behind a device than the circuit it is asked for. */
const coversOne = ({ house, circuit }: CircuitFacts, { seated }: Covering): Maybe<boolean> =>
  seated === undefined
    ? known(true)
    : map(behindOf(house, seated), ({ circuits }) =>
        circuits.every(({ circuit: each }) => each.id === circuit.id || each.kind !== 'final'),
      );

/** Of at most so much, equality included, and without delay. A device for equipment, or of the other code, is none. */
function residualWithin(device: Device, limitA: number): Maybe<boolean> {
  const { settings } = device;
  const american =
    settings.family === 'moulded-case-nec' || (settings.family === 'outlet-protection' && settings.groundFault !== 'residual');
  const part = american ? undefined : residualPart(device);
  return part === undefined
    ? known(false)
    : map(part, ({ sensitivityA, delay }) => sensitivityA <= limitA && delay === 'general');
}

/** Nothing else hangs on the circuit, of what draws current. */
function ownCircuit({ house, circuit, loads }: CircuitFacts, place: Place): Met {
  const others = [
    ...loads.filter((load) => !place.loads.includes(load)),
    ...house
      .pointsOf(circuit.id)
      .filter(({ id, kind }) => id !== place.point?.id && kind !== 'isolator' && kind !== 'junction' && kind !== 'switch'),
  ];
  return others.length === 0 ? yes('alone on its circuit') : no(`${others.map(({ name }) => name).join(', ')} on it as well`);
}

/** Some device of the circuit's own opens every live conductor, the neutral with them. */
function allLive({ own, poles, circuit }: CircuitFacts): Maybe<Met> {
  return map(poles, ({ lines, neutral }) => {
    const device = own.find((seated) => linesOpened(seated.device) >= lines && (!neutral || opensNeutral(seated.device)))?.device;
    return device === undefined ? no(`no device of ${circuit.name} opens them all`) : yes(device.name, { device });
  });
}

function inCord({ loads }: Place, of: readonly string[]): Maybe<Met> {
  return map(list(loads.map((load) => factOf('loads', load, 'inCord'))), (cords) => {
    const bare = loads.filter((_, index) => !of.includes(cords[index]!));
    return bare.length === 0 ? yes('in its cord') : no(`nothing in the cord of ${bare.map(({ name }) => name).join(', ')}`);
  });
}

/** Protection in the cord of everything fed there. */
export const cordGives = ({ loads }: Place): { is: boolean; given: Givens } | undefined => {
  if (loads.length === 0) return undefined;
  const cords = loads.map((load) => ifStated('loads', load, 'inCord'));
  const read = list(cords);
  return read.known && read.value.every((cord) => cord === 'gfci') ? { is: true, given: read.given } : undefined;
};

/** An earth that does not hang on the supplier's neutral: of its own, of a supply that has one apart, or parted when that neutral opens. */
function ownEarth(facts: CircuitFacts, place: Place): Maybe<Met> {
  const { job, isTT: tt, wiring } = facts;
  if (job.supply.earthing !== 'TN-C-S') return known(yes(`the supply is ${job.supply.earthing}`));
  const vehicle = list(place.loads.map(equipmentOf));
  return andThen(all({ tt, vehicle }), (read) => {
    if (read.tt) return known(yes('an electrode of its own'));
    const monitor = [...wiring.startDevices, ...wiring.pointDevices].find(
      ({ settings }) => settings.family === 'monitor' && settings.watches === 'open-pen' && settings.opens,
    );
    return known(
      monitor !== undefined && read.vehicle.flat().every((kind) => kind === 'vehicle-charger')
        ? yes(monitor.name, { device: monitor })
        : no('its earth is the neutral of the supply'),
    );
  });
}
