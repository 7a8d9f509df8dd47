import { andThen, join, type Known, known, type Maybe, map, NO_GIVENS, unknown } from '../job/known';
import { factOf, ifStated, settingOf } from '../job/readers';
import type { Device, Load } from '../job/sealed';
import type { Wiring } from '../network/paths';
import { clause } from '../rules/clauses';
import { type Credit, drawn, earned } from '../rules/credit';
import { DC_TOLERANCE_A } from '../tables/leakage';
import { behindOf } from './behind';
import type { House, Seated } from './facts';

/** Residual currents a load may leak, from the plainest to what only type B sees. */
export const WAVEFORMS = ['sine', 'pulsating-dc', 'mixed-frequency', 'smooth-dc'] as const;
export type Waveform = (typeof WAVEFORMS)[number];

/** What residual current a load can leak: as said, but no plain sine with electronics in it; without electronics nothing but a sine. */
export function waveformOf(load: Load): Maybe<Waveform> {
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
export const DC_DETECTION: Credit<Watched> = {
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
    const credit = earned(DC_DETECTION, { monitor, load });
    if (!credit.known) missing = credit;
    else if (credit.value.earned) return known({ is: true, why: monitor.name }, credit.given);
    else why = `${monitor.name} ${credit.value.reason}`;
  }
  return missing ?? known({ is: false, why });
}

/** Smooth DC a load can leak, A: what it is said to; none where its residual current holds none; no more than what cuts it off. */
export function smoothDcOf(wiring: Wiring, load: Load): Maybe<number> {
  const said = ifStated('loads', load, 'dcLeakageMa');
  const plain: Maybe<number> =
    said.value !== undefined
      ? known(said.value / 1000, said.given)
      : andThen(waveformOf(load), (waveform) =>
          waveform === 'smooth-dc' ? unknown(`loads.${load.id}.dcLeakageMa`, `DC leakage of ${load.name}`) : known(0),
        );
  if (plain.known && plain.value <= DC_TOLERANCE_A.A) return plain;
  const cut = detected(wiring, load);
  if (!cut.known || !cut.value.is) return plain.known && !cut.known ? cut : plain;
  return known(DC_TOLERANCE_A.A, plain.known ? join(plain.given, cut.given) : cut.given);
}

/** Smooth DC through a device: of everything behind it, added up. */
export interface SmoothDc {
  sumA: number;
  from: readonly { load: Load; circuitId: string; dcA: number }[];
}

const kept = new WeakMap<House, Map<string, Maybe<SmoothDc>>>();

/** All that can leak through a device at once; worked out once a study. */
export function smoothDcThrough(house: House, seated: Seated): Maybe<SmoothDc> {
  let ofHouse = kept.get(house);
  if (ofHouse === undefined) kept.set(house, (ofHouse = new Map()));
  let found = ofHouse.get(seated.device.id);
  if (found === undefined) ofHouse.set(seated.device.id, (found = summed(house, seated)));
  return found;
}

/** What is already too much is so whatever else is not said: the least it comes to goes with what is missing. */
function summed(house: House, seated: Seated): Maybe<SmoothDc> {
  return andThen(behindOf(house, seated), ({ loads, bare }): Maybe<SmoothDc> => {
    const each = loads.map(({ load, wiring }) => ({ load, wiring, dcA: smoothDcOf(wiring, load) }));
    const missing = [...bare, ...each.flatMap(({ dcA }) => (dcA.known ? [] : dcA.missing))];
    if (missing.length > 0) return { known: false, missing };
    const from = each.map(({ load, wiring, dcA }) => ({ load, circuitId: wiring.circuit.id, dcA: (dcA as Known<number>).value }));
    const given = each.reduce((sum, { dcA }) => (dcA.known ? join(sum, dcA.given) : sum), NO_GIVENS);
    return known({ sumA: from.reduce((sum, { dcA }) => sum + dcA, 0), from: from.filter(({ dcA }) => dcA > 0) }, given);
  });
}

/** The least smooth DC through a device by what is said of some of what hangs there. */
export function atLeastDc(house: House, seated: Seated): Known<SmoothDc> {
  const behind = behindOf(house, seated);
  const each = (behind.known ? behind.value.loads : []).flatMap(({ load, wiring }) => {
    const dcA = smoothDcOf(wiring, load);
    return dcA.known && dcA.value > 0 ? [{ load, circuitId: wiring.circuit.id, dcA }] : [];
  });
  const given = each.reduce((sum, { dcA }) => join(sum, dcA.given), NO_GIVENS);
  return known(
    { sumA: each.reduce((sum, { dcA }) => sum + dcA.value, 0), from: each.map(({ dcA, ...of }) => ({ ...of, dcA: dcA.value })) },
    given,
  );
}
