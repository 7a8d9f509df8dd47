import type { CircuitFacts } from '../../house/facts';
import { type SurgeStage, surgeStages } from '../../house/surge';
import { all, andThen, join, type Known, known, list, type Maybe, map } from '../../job/known';
import { heldBy } from '../../job/packs';
import { ifStated, settingIfEntered, settingOf } from '../../job/readers';
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
import { clause } from '../../rules/clauses';
import { leadDropV, leadVolts } from '../../surge/lead';
import { DOUBLED_FROM_M, LEAD_SOURCE, PROTECTED_SHARE, WITHSTAND_KV, WITHSTAND_SOURCE } from '../../tables/surge';
import { type Need, surgeNeed } from './need';
import { stageChecks } from './stage';

/** Question 8: whether surge protection is asked for, whether it is there and made for its place, and what it leaves for the equipment. */
export function ridesSurge(facts: CircuitFacts): Answer {
  const stages = surgeStages(facts);
  if (!stages.known) return answer('rides-surge', [unknownCheck('surge-need', TITLE, stages.missing)]);
  const need = surgeNeed(facts);
  return answer('rides-surge', [
    needCheck(facts, need, stages.value),
    ...stages.value.flatMap((stage) => stageChecks(facts, stage)),
    ...afterEachOther(stages.value),
    ...levelChecks(facts, stages.value),
  ]);
}
const TITLE = 'Surge protection';

/** One whose window shows that it has failed is no stage. */
const isGood = ({ device }: SurgeStage): boolean => settingIfEntered(device, 'indicator').value !== 'failed';

/** Where it is asked for something has to stand where the supply comes in; by the NEC of 2023 in another building's panel too. */
function needCheck(facts: CircuitFacts, need: Maybe<Need>, stages: readonly SurgeStage[]): Check {
  const { job, circuit, path } = facts;
  const rule = clause(job.pack, 'surgeNeed');
  if (!need.known) return unknownCheck('surge-need', TITLE, need.missing);
  const { is, why } = need.value;
  const there = stages.filter(({ atOrigin }) => atOrigin);
  if (!is)
    return stages.length === 0
      ? ruled('surge-need', TITLE, 'pass', `not asked for: ${why}`, rule, need.given)
      : ruled('surge-need', TITLE, 'pass', `not asked for, and there: ${why}`, rule, need.given);
  const service = path.known ? path.value[0]!.circuit.state : 'new';
  // The American rule binds the service where that is new or replaced; the others any new circuit.
  const old = service === 'existing' && (job.dialect === 'nec' || circuit.state === 'existing');
  const lacks = old ? 'caution' : 'stop';
  if (there.length === 0)
    return ruled('surge-need', TITLE, lacks, `${why}, and none stands where the supply comes in`, rule, need.given);
  const apart = job.boards[circuit.toBoardId ?? '']?.otherBuilding === true && circuit.kind === 'distribution';
  if (
    apart &&
    heldBy(job.pack, { 'nec-2023': true }) === true &&
    !stages.some(({ at, seated }) => at === 'board' && seated.wiring.circuit.id === circuit.id)
  )
    return ruled(
      'surge-need',
      TITLE,
      circuit.state === 'existing' ? 'caution' : 'stop',
      'another building of a dwelling, and none stands in its panel',
      rule,
      need.given,
    );
  return ruled(
    'surge-need',
    TITLE,
    'pass',
    `${why}; ${there.map(({ device }) => device.name).join(', ')} stands there`,
    rule,
    need.given,
  );
}

/** Two stages share a surge only with some cable between them, or where their maker says so, which nobody is asked. */
function afterEachOther(stages: readonly SurgeStage[]): Check[] {
  const fixed = stages.filter(({ at }) => at !== 'outlet');
  return fixed.slice(1).map((stage, index) => {
    const before = fixed[index]!;
    const [id, title] = [`surge-after:${stage.device.id}`, `${stage.device.name} after ${before.device.name}`];
    const between = map(all({ far: before.distanceM, near: stage.distanceM }), ({ far, near }) => far - near);
    if (!between.known) return unknownCheck(id, title, between.missing);
    const metres = `${figure(between.value)} m of cable between them`;
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
export function withstand({ job, loads }: CircuitFacts): Known<{ kV: number; what: string }> {
  const usual = WITHSTAND_KV[job.supply.u0V > 150 ? '230/400' : '120/240'].II;
  let found: Known<{ kV: number; what: string }> = known({ kV: usual, what: 'equipment of category II' });
  for (const load of loads) {
    const said = ifStated('loads', load, 'withstandKv');
    if (said.value === undefined) continue;
    found = known(said.value < found.value.kV ? { kV: said.value, what: load.name } : found.value, join(found.given, said.given));
  }
  return found;
}

/** A device in an outlet covers what hangs there, and a circuit only where nothing else hangs on it. */
function reaches({ loads, house, circuit }: CircuitFacts, { at, device }: SurgeStage): boolean {
  if (at !== 'outlet') return true;
  const here = (pointId: string | undefined) => pointId === device.pointId;
  return loads.length > 0 && loads.every((load) => here(load.pointId)) && house.socketsOf(circuit.id).every(({ id }) => here(id));
}

/** What the last stage lets through, its leads and the way to the equipment counted, against what that stands. */
function levelChecks(facts: CircuitFacts, stages: readonly SurgeStage[]): Check[] {
  const { circuit, job } = facts;
  if (circuit.kind !== 'final') return [];
  const last = stages.filter((stage) => isGood(stage) && reaches(facts, stage)).at(-1);
  if (last === undefined) return stages.length > 0 ? [] : [notApplicable('surge-level', LEVEL, 'no surge device is on its way')];
  const rule = clause(job.pack, 'surgeLevel');
  const stands = withstand(facts);
  const comparison = map(all({ level: levelOf(last), stands }), ({ level, stands: most }): Comparison => {
    const { kV } = level;
    const limit = PROTECTED_SHARE * most.kV;
    return {
      ...{ demand: kV, limit, unit: 'kV', rule },
      // That it doubles on the way is custom, and its cure a second stage: no more than a caution.
      beyond: fits(level.upKv + level.dropKv, most.kV) || job.dialect === 'nec' ? 'caution' : 'stop',
      because: () =>
        `${last.device.name} lets through ${figure(kV)} kV${level.doubled ? ', doubled on the way' : ''}; ${most.what} stands ${figure(most.kV)}`,
      working: () => [
        ...leadVolts(level.leadM).map(({ says, volts }) =>
          line('lead', `${figure(level.leadM)} m, ${says}`, `${figure(volts)} V`, LEAD_SOURCE),
        ),
        line(
          'protection level and the largest of them',
          `${figure(level.upKv)} + ${figure(level.dropKv)}`,
          `${figure(level.upKv + level.dropKv)} kV`,
          rule,
        ),
        ...(level.doubled
          ? [
              line(
                'level doubled beyond 10 m',
                `2 · ${figure(level.upKv)} + ${figure(level.dropKv)}`,
                `${figure(kV)} kV`,
                DOUBLING,
              ),
            ]
          : []),
        line('surge it stands', most.what, `${figure(most.kV)} kV`, WITHSTAND_SOURCE),
        line('≤ 0.8 of that', `${figure(kV)} ≤ ${figure(limit)}`, holds(kV, limit), rule),
      ],
    };
  });
  return [judge('surge-level', LEVEL, comparison)];
}
const LEVEL = 'Surge at the equipment';
const DOUBLING = {
  standard: 'common practice',
  edition: '',
  clause: 'the voltage may double beyond 10 m from the last stage',
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
    const dropKv = leadDropV(lead!) / 1000;
    const doubled = !fits(metres!, DOUBLED_FROM_M);
    return known({ upKv: upKv!, leadM: lead!, dropKv, distanceM: metres!, doubled, kV: upKv! * (doubled ? 2 : 1) + dropKv });
  });
}
