import type { CircuitFacts } from '../../house/facts';
import { originOf } from '../../house/surge';
import { all, andThen, join, type Known, known, type Maybe, map, NO_GIVENS } from '../../job/known';
import { heldBy, PACKS } from '../../job/packs';
import { factOf, ifStated } from '../../job/readers';
import type { Board, Origin } from '../../job/sealed';
import { READ, rowsOf, type TrackedJob } from '../../job/tracked';
import { figure, fits } from '../../judging/judge';
import { applies } from '../../rules/relaxation';
import { type LineName, lineLength, riskLevel } from '../../surge/risk';
import { CRL_LIMIT } from '../../tables/surge';
import { kilo } from '../../units';
import { DECLINED } from './relaxations';

/** Whether surge protection is asked for where a circuit hangs, and why. */
export interface Need {
  is: boolean;
  why: string;
}
const yes = (why: string): Need => ({ is: true, why });
const no = (why: string): Need => ({ is: false, why });

/** Asked for by what a surge could cost, or by how likely one is; under the NEC by what is fed. */
export function surgeNeed(facts: CircuitFacts): Maybe<Need> {
  const { job } = facts;
  return andThen(originOf(facts), (origin) => {
    if (origin.kind !== 'network' && origin.kind !== 'transformer') return known(no('its source brings no line from outside'));
    if (job.dialect === 'nec') return american(facts);
    return PACKS[job.pack].standard === 'BS 7671' ? british(facts, origin) : metric(facts, origin);
  });
}

/** Safety services anywhere in the house: life hangs on them. */
const safety = ({ job }: CircuitFacts): string | undefined => safetyAnywhere(job, '');
const safetyAnywhere = READ.cell(
  'safety service anywhere',
  ({ loads }: TrackedJob): string | undefined => rowsOf(loads).find(({ safetyService }) => safetyService === true)?.name,
);

/** What the premises are, by every board on the way that says so. */
function premisesOn({
  job,
  path,
}: CircuitFacts): Maybe<{ boards: readonly Board[]; kinds: readonly Known<string | undefined>[] }> {
  return map(path, (way) => {
    const boards = way.flatMap(({ circuit }) => job.boards[circuit.toBoardId ?? circuit.fromBoardId ?? ''] ?? []);
    return { boards, kinds: boards.map((board) => ifStated('boards', board, 'premises')) };
  });
}

/** Asked for by what one of the boards serves; relieved only where the first of them, which brings the line in, says what it is. */
function byPremises(facts: CircuitFacts, asks: (kind: string) => string | undefined, relieved: () => Maybe<Need>): Maybe<Need> {
  return andThen(premisesOn(facts), ({ boards, kinds }) => {
    const asking = kinds.find(({ value }) => value !== undefined && asks(value) !== undefined);
    if (asking !== undefined) return known(yes(asks(asking.value!)!), asking.given);
    const first = boards[0];
    if (first === undefined) return relieved();
    const others = kinds.reduce((sum, each) => join(sum, each.given), NO_GIVENS);
    const need = andThen(factOf('boards', first, 'premises'), relieved);
    return need.known ? known(need.value, join(need.given, others)) : need;
  });
}

const MANDATORY: Readonly<Record<string, string>> = {
  care: 'care home, risk to life',
  work: 'place of work',
  'high-rise': 'residence of many people',
  shared: 'residence of many people',
  student: 'residence of many people',
};

function metric(facts: CircuitFacts, origin: Origin): Maybe<Need> {
  const service = safety(facts);
  if (service !== undefined) return known(yes(`supplies a safety service, ${service}`));
  return byPremises(
    facts,
    (kind) => MANDATORY[kind],
    () => byRisk(origin),
  );
}

const LINES: readonly (readonly [LineName, 'overheadLvM' | 'cableLvM' | 'overheadHvM' | 'cableHvM'])[] = [
  ['overheadLvKm', 'overheadLvM'],
  ['cableLvKm', 'cableLvM'],
  ['overheadHvKm', 'overheadHvM'],
  ['cableHvKm', 'cableHvM'],
];

/** By the calculated risk level; what nobody entered of the line counts as overhead, but something has to be entered. */
export function byRisk(origin: Origin): Maybe<Need> {
  const lengths = LINES.map(([name, field]) => ({ name, field, metres: ifStated('origins', origin, field) }));
  const entered = lengths.filter(({ metres }) => metres.value !== undefined);
  const line = entered.length === 0 ? factOf('origins', origin, 'overheadLvM') : known(0);
  const given = entered.reduce((sum, { metres }) => join(sum, metres.given), NO_GIVENS);
  const need = map(
    all({ surroundings: factOf('origins', origin, 'surroundings'), flashes: factOf('origins', origin, 'flashesPerKm2'), line }),
    ({ surroundings, flashes }) => {
      const of = Object.fromEntries(entered.map(({ name, metres }) => [name, kilo(metres.value!)]));
      const level = riskLevel({ surroundings, flashes, lengths: of });
      const says = `CRL ${figure(level)}, over ${figure(lineLength(of))} km of weighted line`;
      return fits(CRL_LIMIT, level) ? no(`${says}: not below ${CRL_LIMIT}`) : yes(`${says}: below ${CRL_LIMIT}`);
    },
  );
  return need.known ? known(need.value, join(need.given, given)) : need;
}

function british(facts: CircuitFacts, origin: Origin): Maybe<Need> {
  const service = safety(facts);
  if (service !== undefined) return known(yes(`supplies a safety service, ${service}`));
  const care = andThen(premisesOn(facts), ({ kinds }) => kinds.find(({ value }) => value === 'care') ?? NO_CARE);
  // No owner bears what a surge does to who is cared for there.
  if (care.known && care.value === 'care') return known(yes('care home, risk to life'), care.given);
  return andThen(factOf('origins', origin, 'surgeCosts'), (costs) => {
    if (costs !== 'no-more') return known(yes(`overvoltage could cost ${COSTS[costs]}`));
    return map(applies(DECLINED, origin), (relaxation) =>
      relaxation.applies ? no('declined in writing by the owner') : yes('not declined in writing by the owner'),
    );
  });
}
const NO_CARE: Known<string | undefined> = known(undefined);
const COSTS = { life: 'life or limb', 'safety-service': 'a safety service', 'money-or-data': 'significant money or data' };

/** Since 2020 the service of a dwelling; since 2023 feeders to dwelling units and other buildings too. */
function american(facts: CircuitFacts): Maybe<Need> {
  if (heldBy(facts.job.pack, { 'nec-2020': true }) !== true) return known(no('this edition asks for none at a dwelling'));
  return byPremises(
    facts,
    (kind) => (kind === 'work' ? undefined : 'it serves a dwelling'),
    () => known(no('it is no dwelling')),
  );
}
