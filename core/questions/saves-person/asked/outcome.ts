import type { CircuitFacts } from '../../../house/facts';
import {
  type Givens,
  join,
  type Known,
  known,
  list,
  listed,
  type Maybe,
  type Missing,
  NO_GIVENS,
  unknown,
} from '../../../job/known';
import { factOf } from '../../../job/readers';
import type { Point } from '../../../job/sealed';
import type { AdviceKind, Verdict } from '../../../judging/answer';
import { citeRow } from '../../../rules/requirements/requirements';
import type { AskKind, Asks } from '../../../rules/requirements/row';
import { cite, type Source } from '../../../tables/source';
import { cordGives, type Met, metAt } from './met';
import type { Place } from './outletFacts';
import { type Demand, demandsOf, restsOn, SCHEDULE_ROW, type Wanted } from './wanted';

/** What came of one kind of demand at one place. */
export interface Outcome {
  place: Place;
  kind: AskKind;
  asks: Asks;
  /** Rows that decide, strictest first. */
  rows: readonly Wanted[];
  verdict: Verdict;
  because: string;
  rule: Source;
  met: Met | undefined;
  missing: readonly Missing[];
  given: Givens;
  /** Whether it is asked for: surely, perhaps, or not (lifted, or only by something assumed). */
  asked: 'yes' | 'unknown' | 'no';
  /** It is only recommended, and not there. */
  advice?: AdviceKind;
}

const assumedIn = (given: Givens): string =>
  listed(given)
    .filter(({ from }) => from === 'assumed')
    .map(({ what }) => what)
    .join(', ');

/** What 240.24(A) has as the top of what a hand reaches, m: 6 ft 7 in. */
const REACH_M = 2.0066;

/** Every outcome of a circuit, place by place. */
export const outcomesOf = (facts: CircuitFacts): Outcome[] =>
  demandsOf(facts).flatMap(({ place, demands }) => demands.map((demand) => outcomeOf(facts, place, demand)));

/** What is common to all that may come of a demand at a place. */
type Base = Pick<Outcome, 'place' | 'kind' | 'asks' | 'rows' | 'rule' | 'asked'>;

// In order only if what is assumed is right: a caution here as in every check.
const settled = (base: Base, verdict: Verdict, because: string, given: Givens, met: Met | undefined): Outcome => ({
  ...base,
  given,
  met,
  missing: [],
  ...(verdict === 'pass' && given.assumed
    ? { verdict: 'caution', because: `${because}; assumed: ${assumedIn(given)}` }
    : { verdict, because }),
});
const lacking = (base: Base, missing: readonly Missing[], met: Met | undefined): Outcome => ({
  ...base,
  verdict: 'unknown',
  because: '',
  given: NO_GIVENS,
  met,
  missing,
});

function outcomeOf(facts: CircuitFacts, place: Place, demand: Demand): Outcome {
  const { sure, unsure, lifted, assumed, asks, kind } = demand;
  const rows = [sure, unsure, lifted].find((each) => each.length > 0) ?? assumed;
  const deciding = rows[0]!;
  const met = metWith(facts, place, demand);
  const asked = sure.length > 0 ? 'yes' : unsure.length > 0 ? 'unknown' : 'no';
  const base: Base = { place, kind, asks, rows, rule: ruleOf(facts, place, deciding), asked };
  const given = join(restsOn(rows), met.known ? met.given : NO_GIVENS);
  // Given whether or not it is asked for.
  if (met.known && met.value.is) return givenOutcome(facts, base, met.value, given);
  const of = met.known ? met.value : undefined;
  if (asked === 'no') return settled(base, 'caution', whyNotAsked(deciding), given, of);
  if (asked === 'unknown') return lacking(base, demand.missing, of);
  return met.known ? unmetOutcome(facts, base, demand, met) : lacking(base, met.missing, undefined);
}

/** Something gives it: in order as soon as a hand reaches what resets it. */
function givenOutcome(facts: CircuitFacts, base: Base, met: Met, given: Givens): Outcome {
  const { place, kind, asks, rows, asked } = base;
  const reach = asked === 'no' ? undefined : resetOf(facts, met, kind);
  if (reach === undefined) return settled(base, 'pass', met.by, given, met);
  if (!reach.known) return lacking(base, reach.missing, met);
  const reached = join(given, reach.given);
  if (reach.value.is) return settled(base, 'pass', met.by, reached, met);
  // Another one that covers it, and that a hand reaches, gives it as well.
  const other = otherMet(facts, place, asks, met, kind);
  if (other !== undefined) return settled(base, 'pass', other.value.by, join(restsOn(rows), other.given), other.value);
  return settled(base, bound(facts, place, kind) ? 'stop' : 'caution', `${met.by}: ${reach.value.by}`, reached, met);
}

function whyNotAsked({ amendment }: Wanted): string {
  if (amendment === undefined) return 'not required, if what is assumed is right';
  return `${amendment.effect === 'lifts' ? 'lifted for this job' : 'excepted by judgement'}: ${amendment.reason}`;
}

/** Nothing gives it. Row by row: what is only recommended hides no rule, and what may be asked for besides is not there. */
function unmetOutcome(facts: CircuitFacts, base: Base, demand: Demand, met: Known<Met>): Outcome {
  const { place, kind, asks, rows } = base;
  const held = demand.sure.map((wanted) => {
    const { asks: own } = wanted.requirement;
    return { wanted, met: own === asks ? met : metAt(facts, place, own) };
  });
  const soft = ({ wanted }: (typeof held)[number]) => wanted.requirement.recommended === true;
  const lacks = (each: (typeof held)[number]) => each.met.known && !each.met.value.is;
  const hard = held.find((each) => !soft(each) && lacks(each));
  if (hard === undefined) {
    for (const { met: unsaid } of held) if (!unsaid.known) return lacking(base, unsaid.missing, met.value);
    if (demand.unsure.length > 0) return lacking(base, demand.missing, met.value);
  }
  const unmet = hard ?? held.find(lacks)!;
  const of = unmet.met.known ? unmet.met.value : met.value;
  const rule = ruleOf(facts, place, unmet.wanted);
  // Detection of arcs that is recommended and not required binds nobody.
  if (soft(unmet) && kind === 'arc-detection') {
    const given = join(restsOn(rows), met.given);
    return { ...settled(base, 'not-applicable', `${of.by}: recommended`, given, of), rule, advice: 'arc' };
  }
  const verdict = !soft(unmet) && bound(facts, place, kind) ? 'stop' : 'caution';
  const because = soft(unmet)
    ? `${of.by}: recommended`
    : verdict === 'caution'
      ? `${of.by}; existing: required when altered`
      : of.by;
  return { ...settled(base, verdict, because, join(restsOn(rows), met.given), of), rule };
}

/** Of several devices that cover a place the first whose reset is within reach, those already tried left aside. */
function otherMet(facts: CircuitFacts, place: Place, asks: Asks, first: Met, kind: AskKind): Known<Met> | undefined {
  const tried = new Set([first.device?.id]);
  for (;;) {
    const met = metAt(facts, place, asks, tried);
    if (!met.known || !met.value.is || met.value.device === undefined || tried.has(met.value.device.id)) return undefined;
    const reach = resetOf(facts, met.value, kind);
    if (reach?.known === true && reach.value.is) return known(met.value, join(met.given, reach.given));
    tried.add(met.value.device.id);
  }
}

/** What a row rests on: the pack, a local rule, or a custom that was switched on. */
function ruleOf({ job }: CircuitFacts, { point }: Place, { requirement, amendment, custom }: Wanted): Source {
  if (custom) return { standard: 'common practice', edition: '', clause: requirement.clause, basis: 'practice' };
  const replaced = point?.state === 'altered' ? requirement.replaced : undefined;
  const own = citeRow(job.pack, replaced === undefined ? requirement.clause : `${replaced}, ${requirement.clause}`);
  return amendment === undefined || amendment.row === SCHEDULE_ROW
    ? own
    : { ...own, clause: `${own.clause}, amended: ${amendment.rule}` };
}

function metWith(facts: CircuitFacts, place: Place, { asks, sure, unsure }: Demand): Maybe<Met> {
  const met = metAt(facts, place, asks);
  if (met.known && met.value.is) return met;
  const rows = sure.length > 0 ? sure : unsure;
  const cord = rows.length > 0 && rows.every(({ requirement }) => requirement.cordServes === true) ? cordGives(place) : undefined;
  return cord === undefined
    ? met
    : { known: true, value: { is: true, by: 'in the cord of what is fed there' }, given: cord.given };
}

/** New, altered, extended and replaced work is bound; an arc-fault rule by any extension of its circuit. */
function bound({ circuit, house, wiring }: CircuitFacts, { point }: Place, kind: AskKind): boolean {
  if (circuit.state !== 'existing') return true;
  // A switch that is replaced replaces no receptacle (406.4(D)).
  const swapped = kind === 'arc-fault' && point?.kind === 'switch' && point.state === 'altered';
  if (point !== undefined && point.state !== 'existing' && !swapped) return true;
  const extended =
    (kind === 'arc-fault' ? extendedBeyond(wiring) : wiring.stretches.some(({ segment }) => segment.state !== 'existing')) ||
    house.pointsOf(circuit.id).some(({ state }) => state === 'new');
  return extended && (kind === 'arc-fault' || point === undefined);
}

/** A circuit lengthened by no more than 6 ft, with no outlet or device, wants no arc-fault protection for it (210.12, exception). */
function extendedBeyond({ stretches }: CircuitFacts['wiring']): boolean {
  const added = stretches.filter(({ segment }) => segment.state !== 'existing');
  const metres = list(added.map(({ facts }) => facts.lengthM));
  return (
    added.length > 0 &&
    !(metres.known && !metres.given.assumed && metres.value.reduce((sum, each) => sum + each, 0) <= EXTENDED_M + 1e-9)
  );
}
/** 6 ft. */
const EXTENDED_M = 1.8288;

/** Under the NEC a ground-fault or arc-fault device stands where a hand reaches it, without ladder, key or moving anything. */
function resetOf({ job, circuit }: CircuitFacts, { device, seatedAt }: Met, kind: AskKind): Maybe<Met> | undefined {
  if (job.dialect !== 'nec' || device === undefined || (kind !== 'ground-fault' && kind !== 'arc-fault')) return undefined;
  if (seatedAt !== undefined) return reachOf(seatedAt);
  const own = job.circuits[device.circuitId ?? ''];
  const at = device.seat === 'end' ? own?.toBoardId : own?.fromBoardId;
  const board = job.boards[device.boardId ?? at ?? circuit.fromBoardId ?? ''];
  if (board === undefined) return unknown(`devices.${device.id}`, `where ${device.name} sits`);
  const reached = factOf('boards', board, 'readilyAccessible');
  return reached.known
    ? {
        known: true,
        given: reached.given,
        value: { is: reached.value, by: `its reset in ${board.name} is not readily accessible` },
      }
    : reached;
}

/** Whether a reset in an outlet is in reach: nothing before it, no ladder. */
function reachOf(point: Point): Maybe<Met> {
  if (point.behind !== undefined)
    return { known: true, given: NO_GIVENS, value: { is: false, by: `its reset in ${point.name} is behind ${point.behind}` } };
  const reached = factOf('points', point, 'readilyAccessible');
  if (!reached.known) return reached;
  if (!reached.value)
    return {
      known: true,
      given: reached.given,
      value: { is: false, by: `its reset in ${point.name} is not readily accessible` },
    };
  if (point.heightM === undefined) return { known: true, given: reached.given, value: { is: true, by: '' } };
  const height = factOf('points', point, 'heightM');
  if (!height.known) return height;
  const high = height.value > REACH_M + 1e-9;
  return {
    known: true,
    given: join(reached.given, height.given),
    value: { is: !high, by: `its reset in ${point.name} needs a ladder` },
  };
}

export const citedBy = ({ rule }: Outcome): string => cite(rule);
