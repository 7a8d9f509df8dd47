import type { CircuitFacts } from '../../house/facts';
import { livedIn } from '../../house/premises';
import { type SurgeStage, surgeStages } from '../../house/surge';
import { all, andThen, join, type Known, known, list, type Maybe, map } from '../../job/known';
import { heldBy } from '../../job/packs';
import { ifStated, settingIfEntered, settingOf } from '../../job/readers';
import { showLength } from '../../job/show';
import { word } from '../../job/terms';
import type { Answer, Check } from '../../judging/answer';
import {
  answer,
  type Comparison,
  figure,
  fits,
  holds,
  judge,
  line,
  notApplicable,
  ruled,
  unknownCheck,
} from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { clause } from '../../rules/clauses';
import { leadDropV, leadVolts } from '../../surge/lead';
import { DOUBLED_FROM_M, LEAD_SOURCE, PROTECTED_SHARE, WITHSTAND_KV, WITHSTAND_SOURCE } from '../../tables/surge';
import { kilo } from '../../units';
import { type Need, surgeNeed } from './need';
import { stageChecks } from './stage';

/** Question 8: whether surge protection is asked for, whether it is there and made for its place, and what it leaves for the equipment. */
export function ridesSurge(facts: CircuitFacts): Answer {
  const stages = surgeStages(facts);
  if (!stages.known) return answer('rides-surge', [unknownCheck(keyed('surge-need'), TITLE, stages.missing)]);
  const need = surgeNeed(facts);
  return answer('rides-surge', [
    needCheck(facts, need, stages.value),
    ...stages.value.flatMap((stage) => stageChecks(facts, stage)),
    ...afterEachOther(facts, stages.value),
    ...levelChecks(facts, stages.value),
  ]);
}
const TITLE = 'Surge protection';

/** One whose window shows that it has failed is no stage. */
const isGood = ({ device }: SurgeStage): boolean => settingIfEntered(device, 'indicator').value !== 'failed';

/** Where it is asked for something has to stand where the supply comes in; by the NEC of 2023 in another building's panel too. */
function needCheck(facts: CircuitFacts, need: Maybe<Need>, stages: readonly SurgeStage[]): Check {
  const { job, circuit } = facts;
  const rule = clause(job.pack, 'surgeNeed');
  const there = stages.filter(({ atOrigin }) => atOrigin);
  const names = there.map(({ device }) => device.name).join(', ');
  const apart = inPanel(facts, stages);
  if (!need.known) {
    // Whether or not it is asked for, it is there.
    if (there.some(isGood) && (apart === undefined || (apart.known && apart.value.verdict === 'pass' && !apart.given.assumed)))
      return ruled(keyed('surge-need'), TITLE, 'pass', `${names} installed, whether required or not`, rule);
    return unknownCheck(keyed('surge-need'), TITLE, need.missing);
  }
  const { is, why } = need.value;
  if (!is)
    return stages.length === 0
      ? ruled(keyed('surge-need'), TITLE, 'pass', `not required: ${why}`, rule, need.given)
      : ruled(keyed('surge-need'), TITLE, 'pass', `not required, and fitted: ${why}`, rule, need.given);
  // The American rule binds service equipment where that is new or replaced; the others any new circuit.
  const old = job.dialect === 'nec' ? serviceStands(facts) : circuit.state === 'existing' && serviceStands(facts);
  if (there.length === 0) {
    const lacks = `${why}: none installed at the ${word(job.dialect, 'atOrigin')}`;
    return ruled(keyed('surge-need'), TITLE, old ? 'caution' : 'stop', lacks, rule, need.given);
  }
  if (apart?.known === false) return unknownCheck(keyed('surge-need'), TITLE, apart.missing);
  const given = apart === undefined ? need.given : join(need.given, apart.given);
  if (apart !== undefined && apart.value.verdict !== 'pass') {
    const { verdict, because } = apart.value;
    return ruled(keyed('surge-need'), TITLE, circuit.state === 'existing' ? 'caution' : verdict, because, rule, given);
  }
  return ruled(keyed('surge-need'), TITLE, 'pass', `${why}: ${names} installed`, rule, given);
}

/** Whether the service and its equipment stand as they stood: the lead, the board it comes to and the devices on it. */
function serviceStands({ path, job }: CircuitFacts): boolean {
  if (!path.known) return false;
  const { circuit, startDevices, endDevices } = path.value[0]!;
  const equipment = [circuit, job.boards[circuit.toBoardId ?? ''], ...startDevices, ...endDevices];
  return equipment.every((each) => each === undefined || each.state === 'existing');
}

/**
 * What the panel of a feeder lacks by the NEC of 2023: a building where people live or sleep has one of its own (225.42); of a panel in the
 * same dwelling the words ask the same (215.18, from memory).
 * @returns undefined where nothing is asked of it
 */
function inPanel(
  facts: CircuitFacts,
  stages: readonly SurgeStage[],
): Maybe<{ verdict: 'stop' | 'caution' | 'pass'; because: string }> | undefined {
  const { job, circuit } = facts;
  const board = job.boards[circuit.toBoardId ?? ''];
  if (board === undefined || circuit.kind !== 'distribution' || heldBy(job.pack, { 'nec-2023': true }) !== true) return undefined;
  if (stages.some(({ at, seated }) => at === 'board' && seated.wiring.circuit.id === circuit.id)) return undefined;
  if (board.otherBuilding !== true)
    return known({ verdict: 'caution', because: 'none installed in the panel of this feeder: 215.18 may require one' });
  const lived = livedIn(facts.house, board.id);
  if (!lived.known) return lived;
  return lived.value
    ? known({ verdict: 'stop', because: 'dwelling or sleeping rooms in that building: none installed in its panel' }, lived.given)
    : known({ verdict: 'pass', because: '' }, lived.given);
}

/** Two stages share a surge only with some cable between them, or where their maker says so, which nobody is asked. */
function afterEachOther({ job }: CircuitFacts, stages: readonly SurgeStage[]): Check[] {
  const fixed = stages.filter(({ at }) => at !== 'outlet');
  return fixed.slice(1).map((stage, index) => {
    const before = fixed[index]!;
    const [id, title] = [keyed('surge-after', stage.device.id), `${stage.device.name} after ${before.device.name}`];
    const between = map(all({ far: before.distanceM, near: stage.distanceM }), ({ far, near }) => far - near);
    if (!between.known) return unknownCheck(id, title, between.missing);
    const metres = `${showLength(between.value, job.dialect)} of cable between them`;
    return fits(DOUBLED_FROM_M, between.value)
      ? ruled(id, title, 'pass', metres, STAGES, between.given)
      : ruled(id, title, 'caution', `${metres}: the first may leave all of it to the second`, STAGES, between.given);
  });
}
const STAGES = {
  standard: 'common practice',
  edition: '',
  clause: '10 m of cable between two stages',
  basis: 'practice',
} as const;

/** The surge the most sensitive thing of a circuit stands: as said, else what equipment of category II has to. */
export function withstand({ job, loads }: CircuitFacts): Known<{ kV: number; what: string; named: boolean }> {
  const usual = WITHSTAND_KV[job.supply.u0V > 150 ? '230/400' : '120/240'].II;
  let found: Known<{ kV: number; what: string; named: boolean }> = known({
    kV: usual,
    what: job.dialect === 'nec' ? 'ordinary equipment' : 'equipment of category II',
    named: false,
  });
  for (const load of loads) {
    const said = ifStated('loads', load, 'withstandKv');
    if (said.value === undefined) continue;
    found = known(
      said.value < found.value.kV ? { kV: said.value, what: load.name, named: true } : found.value,
      join(found.given, said.given),
    );
  }
  return found;
}

/** A device in an outlet covers what hangs there, and a circuit only where nothing else hangs on it. */
function reaches({ loads, house, circuit }: CircuitFacts, { at, device }: SurgeStage): boolean {
  if (at !== 'outlet') return true;
  const here = (pointId: string | undefined) => pointId === device.pointId;
  return loads.length > 0 && loads.every((load) => here(load.pointId)) && house.socketsOf(circuit.id).every(({ id }) => here(id));
}

/** Whether the level that may double on the way is judged so: something there is named sensitive, or is a safety service. */
export const doublingCounts = (facts: CircuitFacts): boolean =>
  withstand(facts).value.named || facts.loads.some(({ safetyService }) => safetyService === true);

/** What the last stage lets through, its leads and the way to the equipment counted, against what that stands. */
function levelChecks(facts: CircuitFacts, stages: readonly SurgeStage[]): Check[] {
  const { circuit, job } = facts;
  if (circuit.kind !== 'final') return [];
  const last = stages.filter((stage) => isGood(stage) && reaches(facts, stage)).at(-1);
  if (last === undefined) return stages.length > 0 ? [] : [notApplicable(keyed('surge-level'), LEVEL, 'no SPD ahead')];
  const nec = job.dialect === 'nec';
  const rule = clause(job.pack, 'surgeLevel');
  const stands = withstand(facts);
  const comparison = map(all({ level: levelOf(last), stands }), ({ level, stands: most }): Comparison => {
    const { upKv, dropKv } = level;
    const limit = PROTECTED_SHARE * most.kV;
    // That it doubles on the way is custom: it counts where something there is sensitive, costly or a safety service, else it is advice.
    const counts = level.doubled && doublingCounts(facts);
    const kV = counts ? level.kV : upKv + dropKv;
    const advised = level.doubled && !counts && !fits(level.kV, limit);
    return {
      demand: kV,
      limit,
      unit: 'kV',
      of: ['Up', 'Uw'],
      rule,
      // By the NEC no rule holds equipment to a withstand: the figures are shown, and what they say is advice.
      ...(nec
        ? ({ within: 'not-applicable', beyond: 'not-applicable', secondary: true } as const)
        : { beyond: fits(upKv + dropKv, most.kV) ? 'caution' : 'stop' }),
      advice: nec && !fits(kV, limit) ? 'surge-level' : advised ? 'doubling' : undefined,
      because: () =>
        `${figure(kV)} kV behind ${last.device.name}${counts ? ', doubled along the cable' : ''}; ${most.what} withstands ${figure(most.kV)} kV${
          advised
            ? `; up to ${figure(level.kV)} kV where it doubles along the cable: a second stage near the equipment is advised`
            : ''
        }${nec && !fits(kV, limit) ? '; no rule requires more: a nearer stage is advised' : ''}`,
      working: () => [
        ...leadVolts(level.leadM).map(({ says, volts }) =>
          line('lead', `${showLength(level.leadM, job.dialect)}, ${says}`, `${figure(volts)} V`, LEAD_SOURCE),
        ),
        line(
          'protection level and the largest of them',
          `${figure(upKv)} + ${figure(dropKv)}`,
          `${figure(upKv + dropKv)} kV`,
          rule,
        ),
        ...(level.doubled
          ? [
              line(
                `level doubled beyond ${showLength(DOUBLED_FROM_M, job.dialect)}`,
                `2 · ${figure(upKv)} + ${figure(dropKv)}`,
                `${figure(level.kV)} kV`,
                DOUBLING,
              ),
            ]
          : []),
        line('withstand', most.what, `${figure(most.kV)} kV`, WITHSTAND_SOURCE),
        line('≤ 0.8 of that', `${figure(kV)} ≤ ${figure(limit)}`, holds(kV, limit), rule),
      ],
    };
  });
  if (nec && !comparison.known) return [notApplicable(keyed('surge-level'), LEVEL, 'no rule holds equipment to a withstand')];
  return [judge(keyed('surge-level'), LEVEL, comparison)];
}
const LEVEL = 'Surge at the equipment';
const DOUBLING = {
  standard: 'common practice',
  edition: '',
  clause: 'the voltage may double on a long way from the last stage',
  basis: 'practice',
} as const;

/** What a stage leaves at the equipment behind it, kV. */
export interface Level {
  upKv: number;
  leadM: number;
  dropKv: number;
  distanceM: number;
  doubled: boolean;
  kV: number;
}

/** Protection level with the drop of the leads, doubled where the equipment is far. In an outlet the leads are in the level. */
export function levelOf({ device, distanceM, at }: SurgeStage): Maybe<Level> {
  const leadM: Maybe<number> = at === 'outlet' ? known(0) : settingOf(device, 'leadM');
  return andThen(list([settingOf(device, 'upKv'), leadM, distanceM]), ([upKv, lead, metres]) => {
    const dropKv = kilo(leadDropV(lead!));
    const doubled = !fits(metres!, DOUBLED_FROM_M);
    return known({ upKv: upKv!, leadM: lead!, dropKv, distanceM: metres!, doubled, kV: upKv! * (doubled ? 2 : 1) + dropKv });
  });
}
