import { currentWithin } from '../../curves/edge';
import { overcurrentBand, ratedCurrent } from '../../devices/bands';
import type { OnThePath } from '../../house/chains';
import type { CircuitFacts } from '../../house/facts';
import { FROM_THIS_SIDE } from '../../house/relaxations';
import { all, andThen, known, type Maybe, map, unknown } from '../../job/known';
import type { Device } from '../../job/sealed';
import { faultLine, LOOP_SOURCE } from '../../judging/faultLine';
import { besides, type Comparison, figure, holds, judge, line, ruled, unknownCheck } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { relieved } from '../../judging/relieved';
import type { Fault } from '../../network/fault';
import { clause } from '../../rules/clauses';
import { rulesOf } from '../../rules/packs';
import { tabulatedFuse } from '../../tables/britishFuses';
import type { Source } from '../../tables/source';
import { leavesALine } from '../poles';
import type { Allowed, ProtectionOption } from './option';

/** The current that surely makes a device open within a time, and where it is from. */
interface Opening {
  iaA: number;
  what: string;
  sources: readonly Source[];
}

/**
 * Ia of a device: where the job's rule book tabulates the fuse its own current, else the upper instantaneous bound, or where the
 * maximum edge meets the time.
 */
export function openingCurrent({ job }: CircuitFacts, device: Device, timeS: number): Maybe<Opening> {
  const { settings, id, name } = device;
  if (rulesOf(job.pack).tabulatedLoops && settings.family === 'fuse') {
    const listed = map(ratedCurrent(device), (ratedA) => tabulatedFuse(settings.system, ratedA, timeS));
    if (!listed.known) return listed;
    if (listed.value !== undefined) {
      const { iaA, source } = listed.value;
      return known({ iaA, what: `Ia as tabulated for ${timeS} s`, sources: [source] }, listed.given);
    }
  }
  return andThen(overcurrentBand(device, 'standard'), (band): Maybe<Opening> => {
    const iaA = currentWithin(band.maximum, timeS);
    if (iaA === undefined) return unknown(`devices.${id}`, `${name}: no current opens it within ${timeS} s`);
    const sure = band.instantaneous !== undefined && iaA === band.instantaneous.upperA;
    return known({
      iaA,
      what: sure ? 'Ia = upper instantaneous bound' : `Ia = current of max trip time ${timeS} s`,
      sources: band.sources,
    });
  });
}

/**
 * By overcurrent: Zs ≤ U/Ia. In TT it is a caution at best: it leans on an electrode that stays low.
 */
export function overcurrentOption(
  facts: CircuitFacts,
  seated: OnThePath,
  fault: Maybe<Fault>,
  { timeS, longerS, relaxation }: Allowed,
  suffix: string,
): ProtectionOption {
  const { device } = seated;
  const id = keyed('overcurrent', device.id).in(suffix);
  const title = `${device.name} by overcurrent${suffix}`;
  const leaves = leavesALine(facts, device, id, title);
  if (leaves !== undefined) return { checks: [leaves] };
  const side = FROM_THIS_SIDE.holds({ facts, seated });
  if (!side.known) return { checks: [unknownCheck(id, title, side.missing)] };
  if (!side.value)
    return {
      checks: [
        ruled(
          id,
          title,
          'stop',
          'it works from its line side only, and the fault comes from the other',
          clause(facts.job.pack, 'oneWay'),
          side.given,
        ),
      ],
    };
  const within = (allowed: Maybe<number>): Maybe<Comparison> =>
    andThen(all({ fault, tt: facts.isTT, allowedS: allowed, side }), ({ fault: least, tt, allowedS }) =>
      map(openingCurrent(facts, device, allowedS), (opening) => compare(facts, device, least, tt, allowedS, opening)),
    );
  const plain = within(timeS);
  const comparison =
    longerS === undefined ? plain : andThen(plain, (strict) => relieved(strict, () => within(longerS), relaxation));
  return { checks: [judge(id, title, comparison)] };
}

function compare(
  { job }: CircuitFacts,
  device: Device,
  least: Fault,
  tt: boolean,
  allowedS: number,
  { iaA, what, sources }: Opening,
): Comparison {
  const rule = clause(job.pack, tt ? 'loopTT' : 'loop');
  const limitOhm = least.emfV / iaA;
  const british = rulesOf(job.pack).tabulatedLoops;
  return {
    demand: least.loopOhm,
    limit: limitOhm,
    unit: 'Ω',
    of: ['Zs', 'ZsMax'],
    rule,
    grade: 'standard',
    rests: [...sources, LOOP_SOURCE],
    within: tt ? 'caution' : 'pass',
    because: () =>
      besides(
        `fault current ${figure(least.currentA)} A at the far end, conductors at operating temperature; Ia ${figure(iaA)} A for ${allowedS} s`,
        tt ? 'only while the electrode resistance stays as low' : '',
      ),
    working: () => [
      faultLine(least),
      line('longest time allowed', 'U0 line to earth', `${allowedS} s`, clause(job.pack, 'disconnection')),
      line(what, device.name, `${figure(iaA)} A`, sources[0]!),
      line(
        british ? 'Zs ≤ maximum Zs = Cmin·U0/Ia' : 'Zs ≤ U/Ia',
        `${figure(least.loopOhm)} ≤ ${figure(least.emfV)} / ${figure(iaA)} = ${figure(limitOhm)}`,
        holds(least.loopOhm, limitOhm),
        rule,
      ),
    ],
  };
}
