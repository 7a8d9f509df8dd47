import type { CircuitFacts } from '../house/facts';
import { all, andThen, known, type Maybe, map, unknown } from '../job/known';
import { factOf, settingOf } from '../job/readers';
import type { Device, InspectedItem, Job, RulePackId } from '../job/sealed';
import { showSmall, showTorque } from '../job/show';
import { figure, holds, line } from '../judging/judge';
import type { SegmentFacts } from '../network/segmentFacts';
import { clauseOfItem } from '../rules/inspection/item';
import { ITEMS } from '../rules/inspection/items';
import { applies } from '../rules/relaxation';
import {
  BEND_CUSTOM,
  BEND_DIAMETERS,
  BENDING_SPACE,
  bendingSpaceSource,
  COVER_M,
  FREE_LENGTH_M,
  HANDLE_HEIGHT_M,
  SUPPORTS_M,
  TORQUE_OFF,
  TORQUE_SOURCE,
  WORKING_SPACE_M,
} from '../tables/inspection';
import type { Source } from '../tables/source';
import type { Limits, Measured } from './looked';
import { SHALLOW } from './relaxations';

const ruleOf = (pack: RulePackId, item: InspectedItem): Source => clauseOfItem(pack, ITEMS[item])!;

/** A length that is wanted, or that may not be passed. */
function lengthOf(
  job: Job,
  item: InspectedItem,
  bound: 'no less' | 'no more',
  wanted: Maybe<{ m: number; by?: Source }>,
): Measured {
  const [by, unit] = job.dialect === 'nec' ? [0.0254, 'in.'] : [0.001, 'mm'];
  return (value, beyond) =>
    map(all({ value, wanted }), ({ value: there, wanted: { m, by: source } }) => {
      const rule = source ?? ruleOf(job.pack, item);
      const [demand, limit] = bound === 'no less' ? [m, there] : [there, m];
      return {
        demand: demand / by,
        limit: limit / by,
        unit,
        of: bound === 'no less' ? ['required', 'measured', 'limit-first'] : ['measured', 'permitted'],
        rule,
        beyond,
        secondary: true,
        because: () => '',
        working: () => [
          line(
            bound === 'no less' ? 'required ≤ actual' : 'actual ≤ permitted',
            `${figure(demand / by)} ≤ ${figure(limit / by)}`,
            holds(demand, limit),
            rule,
          ),
        ],
      };
    });
}

/** What is measured on a board. */
export function boardLimits({ job, wiring }: CircuitFacts): Limits {
  const fixed = (m: number): Maybe<{ m: number }> => known({ m });
  return {
    'space-depth': lengthOf(job, 'space-depth', 'no less', fixed(WORKING_SPACE_M.depth)),
    'space-width': lengthOf(job, 'space-width', 'no less', fixed(WORKING_SPACE_M.width)),
    'space-height': lengthOf(job, 'space-height', 'no less', fixed(WORKING_SPACE_M.height)),
    'handle-height': lengthOf(job, 'handle-height', 'no more', fixed(HANDLE_HEIGHT_M)),
    'bending-space': bendingSpace(wiring.stretches.at(-1)?.facts, job),
  };
}

/** Room for the feeding wires: what is enough only where they leave beside the terminal is a caution. */
function bendingSpace(feed: SegmentFacts | undefined, job: Job): Measured {
  const size = feed?.size('lineSize') ?? unknown('segments', 'size of the wires that feed it');
  return (value, beyond) =>
    andThen(all({ value, size }), ({ value: there, size: of }) => {
      const wanted = BENDING_SPACE.find((each) => each.size === of);
      if (wanted === undefined) return unknown(feed?.at('lineSize') ?? 'segments', `bending space of ${of}: not in the table`);
      const enough = there >= wanted.oppositeM - 1e-9;
      const m = enough ? wanted.oppositeM : wanted.besideM;
      const show = (each: number): string => showSmall(each, job.dialect);
      return known({
        demand: m / 0.0254,
        limit: there / 0.0254,
        unit: 'in.',
        of: ['required', 'measured', 'limit-first'],
        rule: bendingSpaceSource(job.pack),
        beyond,
        secondary: true,
        ...(enough ? {} : { within: 'caution' as const }),
        because: () =>
          `${show(there)} for ${of.replace('AWG', ' AWG')}: ${show(wanted.besideM)} where the wire leaves beside its terminal, ${show(wanted.oppositeM)} where it leaves by the wall opposite`,
        working: () => [
          line(
            'required ≤ actual',
            `${figure(m / 0.0254)} ≤ ${figure(there / 0.0254)}`,
            holds(m, there),
            bendingSpaceSource(job.pack),
          ),
        ],
      });
    });
}

/** What is counted and tightened on a device. */
export function deviceLimits({ pack }: Job, device: Device): Limits {
  return {
    wires: (value, beyond) =>
      andThen(value, (there) => {
        // One wire goes under any terminal.
        const listed = there <= 1 ? known(1) : settingOf(device, 'terminalWires');
        return map(listed, (limit) => ({
          demand: there,
          limit,
          unit: 'wires',
          of: ['conductors', 'terminals'],
          rule: ruleOf(pack, 'wires'),
          beyond,
          secondary: true,
          because: () => '',
          working: () => [line('wires ≤ rated', `${there} ≤ ${limit}`, holds(there, limit), ruleOf(pack, 'wires'))],
        }));
      }),
    torque: (value, beyond) =>
      map(all({ value, marked: settingOf(device, 'terminalTorqueNm') }), ({ value: there, marked }) => {
        const [low, high] = [marked * (1 - TORQUE_OFF), marked * (1 + TORQUE_OFF)];
        // Too loose is a fire; too tight is a thread or a wire to be looked at.
        const loose = there < low - 1e-9;
        const [demand, limit] = loose ? [low, there] : [there, high];
        return {
          demand,
          limit,
          unit: 'N·m',
          of: loose ? ['required', 'measured', 'limit-first'] : ['measured', 'permitted'],
          rule: TORQUE_SOURCE,
          beyond: loose ? beyond : 'caution',
          secondary: true,
          because: () => `${showTorque(there)}, marked ${showTorque(marked)}`,
          working: () => [
            line(
              loose ? 'nine tenths of what is marked ≤ tightened to' : 'tightened to ≤ eleven tenths of what is marked',
              `${figure(demand)} ≤ ${figure(limit)}`,
              holds(demand, limit),
              TORQUE_SOURCE,
            ),
          ],
        };
      }),
  };
}

export const pointLimits = (job: Job): Limits => ({
  'free-length': lengthOf(job, 'free-length', 'no less', known({ m: FREE_LENGTH_M })),
});

const isSupported = (kind: string | undefined): kind is keyof typeof SUPPORTS_M => kind !== undefined && kind in SUPPORTS_M;

/** What is measured along a cable. */
export function cableLimits(facts: CircuitFacts, cable: SegmentFacts): Limits {
  const { job } = facts;
  const { segment } = cable;
  const kind = segment.construction;
  const lacksKind = unknown(cable.at('construction'), `kind of cable, ${cable.name}`);
  const supports: Maybe<(typeof SUPPORTS_M)['MC']> = isSupported(kind)
    ? known(SUPPORTS_M[kind] as (typeof SUPPORTS_M)['MC'])
    : lacksKind;
  const diameters: Maybe<{ diameters: number; source?: Source }> =
    kind === undefined
      ? lacksKind
      : known(kind in BEND_DIAMETERS ? { diameters: BEND_DIAMETERS[kind as keyof typeof BEND_DIAMETERS] } : BEND_CUSTOM);
  const diameter = factOf('segments', segment, 'diameterM', `diameter of ${cable.name}`);
  const radius = map(all({ diameter, diameters }), ({ diameter: d, diameters: { diameters: times, source } }) => ({
    m: times * d,
    ...(source === undefined ? {} : { by: source }),
  }));
  return {
    'support-spacing': lengthOf(
      job,
      'support-spacing',
      'no more',
      map(supports, ({ apart }) => ({ m: apart })),
    ),
    'support-end': lengthOf(
      job,
      'support-end',
      'no more',
      map(supports, ({ fromBox }) => ({ m: fromBox })),
    ),
    'bend-radius': lengthOf(job, 'bend-radius', 'no less', radius),
    'burial-depth': lengthOf(job, 'burial-depth', 'no less', coverWanted(facts, cable)),
  };
}

/** Cover by how the cable lies; less for a small branch circuit it applies to. */
function coverWanted(facts: CircuitFacts, cable: SegmentFacts): Maybe<{ m: number }> {
  const { segment } = cable;
  const inRaceway = segment.construction === 'singles' || segment.raceway !== undefined;
  const plain: Maybe<number> = inRaceway
    ? map(factOf('segments', segment, 'raceway', `raceway of ${cable.name}`), (kind) =>
        kind === 'RMC' || kind === 'IMC' ? COVER_M.steel : kind === 'PVC40' || kind === 'PVC80' ? COVER_M.plastic : COVER_M.cable,
      )
    : segment.construction === undefined
      ? unknown(cable.at('construction'), `kind of cable, ${cable.name}`)
      : known(COVER_M.cable);
  return andThen(plain, (m) => {
    if (m <= COVER_M.shallow) return known({ m });
    return map(applies(SHALLOW, facts), (relaxation) => ({ m: relaxation.applies ? COVER_M.shallow : m }));
  });
}
