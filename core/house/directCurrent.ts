import { andThen, type Givens, join, type Known, known, type Maybe, map, NO_GIVENS, unknown } from '../job/known';
import { factOf, ifStated, settingOf } from '../job/readers';
import type { Device, Load } from '../job/sealed';
import { loadLines } from '../loads/lines';
import type { Wiring } from '../network/paths';
import { clause } from '../rules/clauses';
import { applies, drawn, type Relaxation } from '../rules/relaxation';
import { DC_TOLERANCE_A } from '../tables/leakage';
import { fromMilli } from '../units';
import { behindOf } from './behind';
import type { House } from './facts';
import { perDevice } from './perDevice';

/** Residual currents a load may leak, from the plainest to what only type B sees. */
export const WAVEFORMS = ['sine', 'pulsating-dc', 'mixed-frequency', 'smooth-dc'] as const;
export type Waveform = (typeof WAVEFORMS)[number];

/** Equipment that rectifies between lines where it has several: it leaks smooth DC, whatever is said of it. */
const RECTIFIES: ReadonlySet<string> = new Set(['inverter', 'battery', 'heat-pump', 'air-conditioner']);
const RECTIFYING: ReadonlySet<string> = new Set(['heat-pump', 'cooling']);
/** Whose electronics lie between a line and the neutral, however many lines it has. */
const LINE_TO_NEUTRAL: ReadonlySet<string> = new Set(['range', 'counter-cooking', 'wall-oven']);
const COOKING: ReadonlySet<string> = new Set(['range', 'cooking-unit']);

/** A vehicle charger by what it is said to be, with where that is from; undefined for anything else. */
function chargerSaid(load: Load): Givens | undefined {
  const said = [ifStated('loads', load, 'equipment'), ifStated('loads', load, 'appliance')];
  return said.find(({ value }) => value === 'vehicle-charger')?.given;
}

/** How a load sits between the lines of a supply of three, where it hangs on more than one of them. */
export type Between = 'line-neutral' | 'rectifies' | 'unsaid' | 'other';

/** Where the electronics of a load on several lines lie: what it is says it. */
export function betweenLines(load: Load): Known<Between> {
  const kind = ifStated('loads', load, 'equipment');
  const appliance = ifStated('loads', load, 'appliance');
  const given = join(kind.given, appliance.given);
  if (RECTIFIES.has(kind.value ?? '') || RECTIFYING.has(appliance.value ?? '')) return known('rectifies', given);
  if (LINE_TO_NEUTRAL.has(kind.value ?? '') || COOKING.has(appliance.value ?? '')) return known('line-neutral', given);
  return known(kind.value === undefined && appliance.value === undefined ? 'unsaid' : 'other', given);
}

/** Lines of a three-phase supply a load hangs on; one on any other. */
const linesTaken = (house: House, { circuit }: Wiring, load: Load): Maybe<number> => {
  if (!house.job.supply.voltageSystem.startsWith('three-phase')) return ONE;
  const poles = house.polesOf(house.wirings.byCircuit.get(circuit.id)!);
  return map(loadLines(circuit, house.loadsOf(circuit.id), load, poles), (found) => found.poles.lines);
};
const ONE = known(1);

/** Whether a load rectifies between lines. */
export const rectifiesBetween = (house: House, wiring: Wiring, load: Load): Maybe<boolean> =>
  betweenLines(load).value === 'rectifies' ? map(linesTaken(house, wiring, load), (lines) => lines > 1) : NO;
const NO = known(false);
/** Whether it hangs on several lines of a three-phase supply. */
export const onSeveral = (house: House, wiring: Wiring, load: Load): Maybe<boolean> =>
  map(linesTaken(house, wiring, load), (lines) => lines > 1);

/**
 * What residual current a load can leak: as said, but no plain sine with electronics in it; without electronics nothing but a sine. A
 * vehicle's battery, and a rectifier between lines, leak smooth DC whatever is said.
 */
export function waveformIn(house: House, wiring: Wiring, load: Load): Maybe<Waveform> {
  const charger = chargerSaid(load);
  if (charger !== undefined) return known<Waveform>('smooth-dc', charger);
  return andThen(rectifiesBetween(house, wiring, load), (between) => (between ? SMOOTH : waveformOf(load)));
}
const SMOOTH = known<Waveform>('smooth-dc');

/** By what is said of it alone. */
function waveformOf(load: Load): Maybe<Waveform> {
  const said = factOf('loads', load, 'waveform');
  const electronics = ifStated('loads', load, 'electronics');
  if (!said.known) return electronics.value === false ? known<Waveform>('sine', electronics.given) : said;
  if (said.value === 'sine' && electronics.value === true)
    return known<Waveform>('pulsating-dc', join(said.given, electronics.given));
  return said;
}

/** A device that watches for smooth DC, and the load behind it. */
interface Watched {
  monitor: Device;
  load: Load;
}

/** A charger that opens at 6 mA of smooth DC lets no more of it through: what is ahead need not see it. */
export const DC_DETECTION: Relaxation<Watched> = {
  id: 'dc-detection',
  name: 'detection of smooth DC',
  clause: (pack) => clause(pack, 'dcDetection'),
  conditions: [
    {
      id: 'opens',
      wants: 'alarms and opens nothing',
      holds: ({ monitor: { settings } }) => drawn(settings.family === 'monitor' && settings.opens),
    },
    {
      id: 'threshold',
      wants: 'opens above 6 mA only',
      holds: ({ monitor }) => map(settingOf(monitor, 'thresholdA'), (thresholdA) => thresholdA <= DC_TOLERANCE_A.A),
    },
    {
      id: 'place',
      wants: 'sits in another outlet',
      holds: ({ monitor, load }) => drawn(monitor.pointId === undefined || monitor.pointId === load.pointId),
    },
  ],
};

const watches = ({ settings }: Device): boolean => settings.family === 'monitor' && settings.watches === 'dc-6mA';

/** Whether a load's smooth DC is detected and cut off at 6 mA; where it is not, why. */
export function detected({ startDevices, endDevices, pointDevices }: Wiring, load: Load): Maybe<{ is: boolean; why: string }> {
  let why = '';
  let missing: Maybe<never> | undefined;
  for (const monitor of [...startDevices, ...endDevices, ...pointDevices].filter(watches)) {
    const relaxation = applies(DC_DETECTION, { monitor, load });
    if (!relaxation.known) missing = relaxation;
    else if (relaxation.value.applies) return known({ is: true, why: monitor.name }, relaxation.given);
    else why = `${monitor.name} ${relaxation.value.reason}`;
  }
  const own = ifStated('loads', load, 'dcDetection');
  // The detection is one of chargers: elsewhere it says nothing.
  if (own.value === true && chargerSaid(load) !== undefined)
    return known({ is: true, why: `${load.name} detects it` }, own.given);
  // Of a charger it is told by its plate: nobody looked yet.
  if (own.value === undefined && missing === undefined && why === '' && chargerSaid(load) !== undefined)
    return factOf('loads', load, 'dcDetection') as Maybe<never>;
  return missing ?? known({ is: false, why });
}

/** Smooth DC a load can leak, A: what it is said to; none where its residual current holds none; no more than what cuts it off. */
function smoothDcOf(house: House, wiring: Wiring, load: Load): Maybe<number> {
  const said = ifStated('loads', load, 'dcLeakageMa');
  const waveform = waveformIn(house, wiring, load);
  const plain: Maybe<number> =
    said.value !== undefined
      ? known(fromMilli(said.value), said.given)
      : andThen(waveform, (shape) =>
          shape === 'smooth-dc' ? unknown(`loads.${load.id}.dcLeakageMa`, `DC leakage of ${load.name}`) : known(0),
        );
  if (plain.known && plain.value <= DC_TOLERANCE_A.A) return plain;
  const cut = detected(wiring, load);
  if (!cut.known) return cut;
  if (!cut.value.is) return plain;
  const given = waveform.known ? join(cut.given, waveform.given) : cut.given;
  return known(DC_TOLERANCE_A.A, plain.known ? join(plain.given, given) : given);
}

/** Smooth DC through a device: of everything behind it, added up. */
export interface SmoothDc {
  sumA: number;
  from: readonly { id: string; name: string; load: Load | undefined; circuitId: string; dcA: number }[];
}

/** What each thing behind a device, and each inverter whose current passes it, can leak through it. */
const sourcesOf = perDevice('smooth DC of each', (house, seated) =>
  map(behindOf(house, seated), ({ loads, inverters, bare }) => ({
    bare,
    each: [
      ...loads.map(({ load, wiring }) => ({
        id: load.id,
        name: load.name,
        load: load as Load | undefined,
        circuitId: wiring.circuit.id,
        dcA: smoothDcOf(house, wiring, load),
      })),
      ...inverters.map((origin) => ({
        id: origin.id,
        name: origin.name,
        load: undefined,
        circuitId: '',
        dcA: map(factOf('origins', origin, 'dcLeakageMa'), (leakMa) => fromMilli(leakMa)),
      })),
    ],
  })),
);

const summed = (each: readonly (SmoothDc['from'][number] & { given: Givens })[]): Known<SmoothDc> =>
  known(
    {
      sumA: each.reduce((sum, { dcA }) => sum + dcA, 0),
      from: each.flatMap(({ given: _, ...of }) => (of.dcA > 0 ? [of] : [])),
    },
    each.reduce((sum, { given }) => join(sum, given), NO_GIVENS),
  );

/** All that can leak through a device at once. */
export const smoothDcThrough = perDevice(
  'smooth DC',
  (house, seated): Maybe<SmoothDc> =>
    andThen(sourcesOf(house, seated), ({ each, bare }) => {
      const missing = [...bare, ...each.flatMap(({ dcA }) => (dcA.known ? [] : dcA.missing))];
      return missing.length > 0 ? { known: false, missing } : saidOf(each);
    }),
);

/** The least smooth DC through a device by what is said of some of what hangs there. */
export const atLeastDc = perDevice('smooth DC by what is said', (house, seated): Known<SmoothDc> => {
  const sources = sourcesOf(house, seated);
  return sources.known ? saidOf(sources.value.each) : summed([]);
});

const saidOf = (each: readonly (Omit<SmoothDc['from'][number], 'dcA'> & { dcA: Maybe<number> })[]): Known<SmoothDc> =>
  summed(each.flatMap(({ dcA, ...of }) => (dcA.known ? [{ ...of, dcA: dcA.value, given: dcA.given }] : [])));
