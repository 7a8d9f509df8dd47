import { ratedCurrent } from '../../../devices/bands';
import type { CircuitFacts } from '../../../house/facts';
import { all, andThen, type Givens, known, type Maybe, map, NO_GIVENS } from '../../../job/known';
import { ifStated, settingOf } from '../../../job/readers';
import type { Device, Tap } from '../../../job/sealed';
import { showLength } from '../../../job/show';
import type { Check } from '../../../judging/answer';
import { besides, type Comparison, figure, fits, holds, judge, line } from '../../../judging/judge';
import { keyed } from '../../../judging/keys';
import { mayHold } from '../../../judging/relieved';
import { polesOfLoad } from '../../../loads/lines';
import { sizedBy } from '../../../loads/sized';
import { type Applied, applies } from '../../../rules/relaxation';
import { MARKED_DEVICE, MOTOR_DEVICE, MOTOR_DEVICE_TIMES } from '../../../tables/motors';
import { nextStandardA } from '../../../tables/necAmpacity';
import { tapLeastA, tapSource } from '../../../tables/necTaps';
import type { NecCable } from './necCable';
import { MARKED, MOTOR, type OnCircuit } from './relaxations';
import { TAP_RELAXATIONS, tapLengthM } from './tapRelaxations';

/** A rule that may stand in for the plain one, and whether it applies. */
export interface Relief {
  relaxed: Comparison;
  relaxation: () => Maybe<Applied>;
}

/**
 * The plain rule, with what may stand in for it. The first relief that would hold and applies counts; where one would hold but
 * lacks a fact, that is what is missing; else the plain rule stands, with why nothing relieves it.
 */
export function relievedByAny(plain: Comparison, reliefs: readonly Relief[]): Maybe<Comparison> {
  if (fits(plain.demand, plain.limit)) return known(plain);
  let refused = '';
  let lacking: Maybe<Comparison> | undefined;
  for (const { relaxed, relaxation } of reliefs) {
    if (!mayHold(relaxed)) continue;
    const answer = relaxation();
    if (!answer.known) lacking ??= answer;
    else if (answer.value.applies) return known(relaxed, answer.given);
    else refused = besides(refused, answer.value.why);
  }
  return lacking ?? known({ ...plain, because: () => besides(plain.because(), refused) });
}

/** What a motor or marked equipment, as all its circuit feeds, allows its device to be. */
export function equipmentReliefs(facts: CircuitFacts, of: NecCable): Maybe<readonly Relief[]> {
  const load = facts.loads[0];
  if (load === undefined) return NONE;
  const about: OnCircuit = { facts, of };
  const marked = ifStated('loads', load, 'maximumDeviceA');
  const motor =
    load.motorHp === undefined ? undefined : sizedBy(facts.job, load, polesOfLoad(facts.circuit, facts.loads, load, facts.poles));
  const parts = all({ marked, ratedA: ratedCurrent(of.device), ...(motor === undefined ? {} : { motor }) });
  return map(parts, (each) => {
    const reliefs: Relief[] = [];
    const { ratedA } = each;
    const base = { demand: ratedA, unit: 'A' };
    if (each.marked !== undefined) {
      const limit = each.marked;
      const rule = MARKED_DEVICE(facts.job.pack);
      reliefs.push({
        relaxed: {
          ...base,
          limit,
          of: ['In', 'MOCP'],
          rule,
          because: () =>
            `rating of ${of.device.name} against the maximum marked on ${load.name}, which has its own overload protection`,
          working: () => [line('rating ≤ as marked', `${figure(ratedA)} ≤ ${figure(limit)}`, holds(ratedA, limit), rule)],
        },
        relaxation: () => applies(MARKED, about),
      });
    }
    // Marked equipment is held to its marks, whatever motor is in it.
    if ('motor' in each && load.minimumAmpacityA === undefined) {
      const { currentA } = each.motor as { currentA: number };
      const rule = MOTOR_DEVICE(facts.job.pack);
      const { kind, given } = kindOf(of.device);
      const times = MOTOR_DEVICE_TIMES[kind];
      const limit = nextStandardA(times * currentA, facts.job.pack) ?? times * currentA;
      reliefs.push({
        relaxed: {
          ...base,
          limit,
          of: ['In', 'permitted'],
          rule,
          because: () =>
            `rating of ${of.device.name} for a motor of ${figure(currentA)} A, which has its own overload protection`,
          working: () => [
            line(`${times} · table current`, `${kind}: ${times} · ${figure(currentA)}`, `${figure(times * currentA)} A`, rule),
            line('rating ≤ the next standard one', `${figure(ratedA)} ≤ ${figure(limit)}`, holds(ratedA, limit), rule),
          ],
        },
        relaxation: () => andThen(applies(MOTOR, about), (answer) => known(answer, given)),
      });
    }
    return reliefs;
  });
}
const NONE = known<readonly Relief[]>([]);

/** A fuse not known to be fast is taken for a slow one, which may be rated the least. */
function kindOf(device: Device): { kind: keyof typeof MOTOR_DEVICE_TIMES; given: Givens } {
  if (device.settings.family !== 'fuse') return { kind: 'breaker', given: NO_GIVENS };
  const delayed = settingOf(device, 'timeDelay');
  return delayed.known && !delayed.value ? { kind: 'fuse', given: delayed.given } : { kind: 'time-delay fuse', given: NO_GIVENS };
}

/** A tap by its own rule: short enough, carrying enough of its circuit, ending as its rule asks. */
export function tapCheck(facts: CircuitFacts, of: NecCable, tap: Tap, plain: (ratedA: number) => Maybe<Comparison>): Check {
  const { stretch, ampacity, device } = of;
  const { job } = facts;
  const rule = tapSource(tap, job.pack);
  const about: OnCircuit = { facts, of };
  const comparison = andThen(all({ ampacity, ratedA: ratedCurrent(device) }), ({ ampacity: it, ratedA }) => {
    const demand = tapLeastA(tap, ratedA);
    const lengthM = tapLengthM(about);
    const outside = tap === 'feeder-25-ft' && stretch.segment.place !== 'raceway';
    const relaxed: Comparison = {
      demand,
      limit: it.ampacityA,
      unit: 'A',
      of: ['required', 'Iz', 'limit-first'],
      rule,
      within: outside ? 'caution' : 'pass',
      because: () =>
        `minimum tap ampacity behind ${figure(ratedA)} A: ${figure(demand)} A${outside ? '; outside a raceway other approved protection from damage is required' : ''}`,
      working: () => [
        ...(lengthM.known ? [line('length, all of it', showLength(lengthM.value, job.dialect), 'of the tap', rule)] : []),
        line('minimum ampacity of the tap', `behind ${figure(ratedA)} A`, `${figure(demand)} A`, rule),
        line('≤ ampacity', `${figure(demand)} ≤ ${figure(it.ampacityA)}`, holds(demand, it.ampacityA), rule),
      ],
    };
    return andThen(plain(ratedA), (strict) =>
      relievedByAny(strict, [{ relaxed, relaxation: () => applies(TAP_RELAXATIONS[tap], about) }]),
    );
  });
  return judge(keyed('tap', stretch.segment.id), `Tap ${stretch.facts.name}`, comparison);
}
