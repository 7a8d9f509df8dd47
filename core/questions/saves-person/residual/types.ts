import { doesFor, hasResidual, type ResidualType, residualPart } from '../../../devices/residual';
import { atOutlets } from '../../../house/behind';
import { type Covering, coverOf } from '../../../house/cover';
import {
  atLeastDc,
  betweenLines,
  detected,
  onSeveral,
  rectifiesBetween,
  type SmoothDc,
  smoothDcThrough,
  type Waveform,
  waveformIn,
} from '../../../house/directCurrent';
import { type CircuitFacts, isResidual, type Seated } from '../../../house/facts';
import { all, andThen, join, type Known, known, lack, type Maybe, type Missing, map, unknown } from '../../../job/known';
import { factOf, ifStated } from '../../../job/readers';
import type { Device, Load, Point } from '../../../job/sealed';
import type { Check } from '../../../judging/answer';
import { type Comparison, figure, fits, holds, judge, line, ruled, unknownCheck } from '../../../judging/judge';
import { type CheckName, keyed } from '../../../judging/keys';
import { clause } from '../../../rules/clauses';
import { rulesOf } from '../../../rules/packs';
import { DC_SOURCE, DC_TOLERANCE_A } from '../../../tables/leakage';
import type { Source } from '../../../tables/source';
import { milli } from '../../../units';

/** The least type that sees a residual current of each shape. */
const SEES: Readonly<Record<Waveform, ResidualType>> = {
  sine: 'AC',
  'pulsating-dc': 'A',
  'mixed-frequency': 'F',
  'smooth-dc': 'B',
};
const LEAKS: Readonly<Record<Waveform, string>> = {
  sine: 'an alternating one',
  'pulsating-dc': 'a pulsating one',
  'mixed-frequency': 'one of mixed frequencies',
  'smooth-dc': 'a smooth direct one',
};

/** UL 943 states no smooth DC a class A device must work with. */
const CLASS_A_DC: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'class A has no tolerance of smooth DC stated: try its button while the load runs',
  basis: 'practice',
};

/** Residual devices on the way of a circuit and in its outlets. */
export const residualDevices = ({ ahead, wiring }: CircuitFacts): Seated[] => [
  ...ahead.filter(isResidual),
  ...atOutlets(wiring).filter(isResidual),
];

/** Whether each residual device sees what the loads behind it can leak, and is not blinded by the smooth DC of any of them. */
export function typeChecks(facts: CircuitFacts): Check[] {
  const devices = residualDevices(facts);
  if (devices.length === 0) return [];
  if (facts.job.dialect === 'nec') return devices.flatMap((seated) => directThroughClassA(facts, seated));
  return [...seenChecks(facts), ...devices.map((seated) => blindedCheck(facts, seated))];
}

const typeOf = (device: Device): Maybe<ResidualType> => {
  const part = residualPart(device);
  return part === undefined
    ? unknown(`devices.${device.id}`, `residual part of ${device.name}`)
    : andThen(part, ({ type }) => type ?? unknown(`devices.${device.id}`, `type of ${device.name}`));
};

/**
 * The residual device that opens first for something at a place: the nearest that covers it. One nearer of which that is not known may be
 * the one, and has to see it as well.
 */
function nearest(facts: CircuitFacts, point: Point | undefined): Maybe<readonly Covering[]> {
  return map(coverOf(facts, point), (cover) => {
    const found: Covering[] = [];
    for (const each of [...cover].reverse()) {
      const spared = each.covers.known && !each.covers.value && !each.covers.given.assumed;
      if (!hasResidual(each.device) || spared) continue;
      found.push(each);
      if (each.covers.known && each.covers.value && !each.covers.given.assumed) break;
    }
    return found;
  });
}

/** Something that leaks: a load, or an outlet into which anything may be plugged. */
interface Leaker {
  name: string;
  waveform: Maybe<Waveform>;
  load: Load | undefined;
}

function seenChecks(facts: CircuitFacts): Check[] {
  const { house, circuit, loads } = facts;
  const sockets = house.socketsOf(circuit.id);
  const points = new Map(house.pointsOf(circuit.id).map((point) => [point.id, point]));
  const byDevice = new Map<string, { device: Device; leakers: Leaker[] }>();
  const checks: Check[] = [];
  const put = (point: Point | undefined, leaker: Leaker, of: CheckName) => {
    const devices = nearest(facts, point);
    if (!devices.known)
      checks.push(unknownCheck(of.was(`type:${leaker.name}`), `Residual device of ${leaker.name}`, devices.missing));
    else
      for (const { device } of devices.value) {
        const seen = byDevice.get(device.id) ?? { device, leakers: [] };
        seen.leakers.push(leaker);
        byDevice.set(device.id, seen);
      }
  };
  for (const load of loads)
    put(
      points.get(load.pointId ?? ''),
      { name: load.name, load, waveform: waveformIn(house, facts.wiring, load) },
      keyed('load-type', load.id),
    );
  for (const point of sockets)
    put(point, { name: point.name, load: undefined, waveform: known<Waveform>('pulsating-dc') }, keyed('point-type', point.id));
  return [
    ...checks,
    ...[...byDevice.values()].map(({ device, leakers }) => seenCheck(facts, device, leakers)),
    ...nothingEntered(facts),
  ];
}

/** Where nobody entered what hangs there it is not known what the device has to see. */
function nothingEntered(facts: CircuitFacts): Check[] {
  const { house, circuit, loads } = facts;
  if (circuit.kind !== 'final' || loads.length > 0 || house.socketsOf(circuit.id).length > 0) return [];
  const devices = nearest(facts, undefined);
  const missing = [lack('feeds', `circuits.${circuit.id}`, `what ${circuit.name} feeds`)];
  return (devices.known ? devices.value : []).map(({ device }) =>
    unknownCheck(keyed('type', device.id), titleOf(device), missing),
  );
}

const titleOf = ({ name }: Device): string => `Residual type of ${name}`;

/** The worst of what one device has to see on this circuit. */
function seenCheck(facts: CircuitFacts, device: Device, leakers: readonly Leaker[]): Check {
  const id = keyed('type', device.id);
  const rule = clause(facts.job.pack, 'residualType');
  const type = typeOf(device);
  if (!type.known) return unknownCheck(id, titleOf(device), type.missing);
  let given = type.given;
  // The highest type sees everything.
  if (type.value === 'B') return ruled(id, titleOf(device), 'pass', 'type B detects every residual current', rule, given);
  const missing: Missing[] = [];
  let caution: string | undefined;
  const seen: string[] = [];
  for (const leaker of leakers) {
    const { waveform } = leaker;
    if (!waveform.known) {
      missing.push(...waveform.missing);
      continue;
    }
    given = join(given, waveform.given);
    seen.push(leaker.name);
    if (doesFor(type.value, SEES[waveform.value])) {
      const spread = leaker.load === undefined ? NOTHING : acrossLines(facts, leaker.load, waveform.value);
      if (!spread.known) missing.push(...spread.missing);
      else {
        given = join(given, spread.given);
        caution ??= spread.value;
      }
      continue;
    }
    if (leaker.load === undefined) {
      // The British let type AC serve fixed equipment alone; elsewhere it is the trade that knows better.
      const why = `type AC at ${leaker.name}: plugged-in equipment may leak ${LEAKS['pulsating-dc']}`;
      if (rulesOf(facts.job.pack).acFixedOnly) return ruled(id, titleOf(device), 'stop', why, rule, given);
      caution = why;
      continue;
    }
    const rectifier = rectifiesBetween(facts.house, facts.wiring, leaker.load);
    const mayBeCut = waveform.value === 'smooth-dc' && doesFor(type.value, 'A') && !(rectifier.known && rectifier.value);
    const cut = mayBeCut ? detected(facts.wiring, leaker.load) : NOT_DETECTED;
    if (!cut.known) missing.push(...cut.missing);
    else if (cut.value.is) given = join(given, cut.given);
    else {
      const why = cut.value.why === '' ? '' : `; ${cut.value.why}`;
      const makers = makersWord(facts, leaker.load, type.value);
      if (makers !== undefined) {
        caution = `${leaker.name} rectifies between lines: its maker permits type ${makers} in writing`;
        continue;
      }
      return ruled(
        id,
        titleOf(device),
        'stop',
        `${leaker.name} may leak ${LEAKS[waveform.value]}, ${device.name} is type ${type.value}: fit type ${SEES[waveform.value]}${why}`,
        rule,
        join(given, cut.given),
      );
    }
  }
  if (missing.length > 0) return unknownCheck(id, titleOf(device), missing);
  if (caution !== undefined) return ruled(id, titleOf(device), 'caution', caution, rule, given);
  return ruled(id, titleOf(device), 'pass', `type ${type.value} detects the leakage of ${seen.join(', ')}`, rule, given);
}
/**
 * What is left open of a load on several lines whose residual current its device sees: type F is made for a line and the neutral, and
 * pulses are all there is only where the electronics lie so too.
 */
function acrossLines(facts: CircuitFacts, load: Load, waveform: Waveform): Maybe<string | undefined> {
  if (waveform === 'sine' || waveform === 'smooth-dc') return NOTHING;
  const { value: between, given } = betweenLines(load);
  return andThen(onSeveral(facts.house, facts.wiring, load), (several): Maybe<string | undefined> => {
    if (!several) return NOTHING;
    if (between === 'line-neutral' && waveform === 'pulsating-dc') return known(undefined, given);
    if (between === 'unsaid') return factOf('loads', load, 'equipment') as Maybe<never>;
    return known(`${load.name} is between several lines: types A and F are for electronics between a line and the neutral`);
  });
}
const NOTHING: Known<string | undefined> = known(undefined);

/** The type the maker of what rectifies between lines asks for in writing, where the device is no less. */
function makersWord({ house, wiring }: CircuitFacts, load: Load, type: ResidualType): ResidualType | undefined {
  const between = rectifiesBetween(house, wiring, load);
  const { value } = ifStated('loads', load, 'makersType');
  return between.known && between.value && value !== undefined && doesFor(type, value) ? value : undefined;
}

const NOT_DETECTED: Known<{ is: boolean; why: string }> = known({ is: false, why: '' });

/** The smooth DC of everything behind a device against what it works with undisturbed: above, it may no longer open at all. */
function blindedCheck(facts: CircuitFacts, seated: Seated): Check {
  const { device } = seated;
  const type = typeOf(device);
  const title = `Smooth DC through ${device.name}`;
  const rule = clause(facts.job.pack, 'residualDc');
  if (type.known && type.value === 'B')
    return ruled(keyed('dc', device.id), title, 'pass', 'type B: not affected', rule, type.given);
  const least = atLeastDc(facts.house, seated);
  const surely = map(type, (of) => !fits(least.value.sumA, DC_TOLERANCE_A[of]));
  const sum: Maybe<SmoothDc> = surely.known && surely.value ? least : smoothDcThrough(facts.house, seated);
  const comparison = map(all({ type, sum }), ({ type: of, sum: through }): Comparison => {
    const limit = milli(DC_TOLERANCE_A[of]);
    const from = through.from.map(({ name, dcA }) => `${name} ${figure(milli(dcA))} mA`).join(', ');
    return {
      demand: milli(through.sumA),
      limit,
      unit: 'mA',
      of: ['Idc', 'bearsDc'],
      rule,
      because: () =>
        through.from.length === 0
          ? 'no load behind it leaks smooth DC'
          : `${from}: ${
              !fits(milli(through.sumA), limit)
                ? `saturates ${device.name}, which may trip on no fault behind it any more`
                : `type ${of} still trips`
            }`,
      working: () => [
        line(
          'Σ smooth DC behind it',
          through.from.map(({ dcA }) => figure(milli(dcA))).join(' + ') || '0',
          `${figure(milli(through.sumA))} mA`,
          DC_SOURCE,
        ),
        line(
          `Σ ≤ tolerance of type ${of}`,
          `${figure(milli(through.sumA))} ≤ ${figure(limit)}`,
          holds(milli(through.sumA), limit),
          DC_SOURCE,
        ),
      ],
    };
  });
  return judge(keyed('dc', device.id), title, comparison);
}

/** The American families have no types. Smooth DC that somebody named is said. */
function directThroughClassA(facts: CircuitFacts, seated: Seated): Check[] {
  const { value, given } = atLeastDc(facts.house, seated);
  const shapes = facts.loads
    .map((load) => ({ name: load.name, ...ifStated('loads', load, 'waveform') }))
    .filter((shape) => shape.value === 'smooth-dc');
  const named = [...new Set([...value.from.map(({ name }) => name), ...shapes.map(({ name }) => name)])];
  if (named.length === 0) return [];
  return [
    ruled(
      keyed('dc', seated.device.id),
      `Smooth DC through ${seated.device.name}`,
      'caution',
      `${named.join(', ')} may leak smooth DC: the behavior of a class A device is not stated`,
      CLASS_A_DC,
      shapes.reduce((sum, shape) => join(sum, shape.given), given),
    ),
  ];
}
