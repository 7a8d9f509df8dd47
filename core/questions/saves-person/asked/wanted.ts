import type { CircuitFacts } from '../../../house/facts';
import { ofCircuit } from '../../../house/perDevice';
import { join, type Known, known, type Maybe, type Missing, NO_GIVENS } from '../../../job/known';
import type { Amendment } from '../../../job/sealed';
import { rowsOf } from '../../../job/tracked';
import { requirementsOf } from '../../../rules/requirements/requirements';
import type { AskKind, Asks, Requirement } from '../../../rules/requirements/row';
import { SCHEDULE } from '../../../rules/requirements/schedule';
import { ALWAYS, type Asked, holdsFor, type Where } from '../../../rules/requirements/vocabulary';
import type { Place } from './outletFacts';
import { askedOf, cableOf, placesOf } from './place';

/** A row that asks for something at a place, and how sure that is. */
export interface Wanted {
  row: string;
  requirement: Requirement;
  /** It asks; it does not; nobody knows; or it would, and somebody lifted it or took an exception that is a matter of judgement. */
  asks: Maybe<boolean>;
  /** Written over or taken by a person, for this job. */
  amendment: Amendment | undefined;
  /** A custom of the trade that was switched on, no rule. */
  custom: boolean;
}

/** Amendments by the row they speak of. */
const spokenOf = (amendments: readonly Amendment[], row: string, { point }: Place, circuitId: string): Amendment[] =>
  amendments.filter(
    (each) =>
      each.row === row &&
      (each.circuitId === undefined || each.circuitId === circuitId) &&
      (each.pointId === undefined || each.pointId === point?.id),
  );

/** Row of an amendment that switches the customary schedule on. */
export const SCHEDULE_ROW = 'schedule';

/** What the rows of the job's pack ask at a place, rows that surely do not left out. */
function wantedAt(facts: CircuitFacts, place: Place): Wanted[] {
  const { job, circuit } = facts;
  const { names, rows } = requirementsOf(job.pack);
  const ask = askedOf(facts, place);
  const amendments = rowsOf(job.amendments).filter(({ row }) => row !== undefined);
  const found: Wanted[] = [];
  const look = (row: string, requirement: Requirement, custom: boolean) => {
    const spoken = amendments.length === 0 ? [] : spokenOf(amendments, row, place, circuit.id);
    const added = spoken.find(({ effect }) => effect === 'asks');
    const where = added !== undefined && isOutlet(place) ? known(true) : holdsFor(requirement.where, ask, names);
    if (where.known && !where.value && !where.given.assumed) return;
    const relieved = added === undefined ? exceptions(requirement, ask, names) : NOT_RELIEVED;
    const asks = without(where, relieved);
    const lifted = spoken.find(({ effect }) => effect === 'lifts');
    const taken = spoken.find(({ effect, exception }) => effect === 'exception' && mayTake(requirement, exception, ask, names));
    if (asks.known && !asks.value && !asks.given.assumed) return;
    found.push({ row, requirement, asks, amendment: lifted ?? taken ?? added, custom });
  };
  for (const [row, requirement] of rows) look(row, requirement, false);
  if (amendments.some(({ row, effect }) => row === SCHEDULE_ROW && effect === 'asks'))
    for (const [row, requirement] of Object.entries(SCHEDULE[job.dialect])) look(row, requirement, true);
  return found;
}
const NOT_RELIEVED: Known<boolean> = known(false);
const isOutlet = ({ cable, point }: Place): boolean => !cable && point?.kind !== 'switch' && point?.kind !== 'junction';

/** Whether an exception that nobody has to judge holds. */
function exceptions({ except = [] }: Requirement, ask: Asked, names: Readonly<Record<string, Where>>): Maybe<boolean> {
  const plain = except.filter(({ justified }) => justified !== true).map(({ where }) => where);
  return plain.length === 0 ? NOT_RELIEVED : holdsFor({ some: plain }, ask, names);
}

/** An exception a person took counts only where it may be taken. */
const mayTake = (
  { except = [] }: Requirement,
  taken: string | undefined,
  ask: Asked,
  names: Readonly<Record<string, Where>>,
): boolean =>
  except.some(({ id, justified, where }) => {
    if (id !== taken || justified !== true) return false;
    const holds = where === ALWAYS ? NOT_RELIEVED_YES : holdsFor(where, ask, names);
    return holds.known && holds.value;
  });
const NOT_RELIEVED_YES: Known<boolean> = known(true);

/** Asked for where the place is and no exception relieves. */
function without(where: Maybe<boolean>, relieved: Maybe<boolean>): Maybe<boolean> {
  if (where.known && !where.value) return where;
  if (relieved.known && relieved.value) return known(false, relieved.given);
  if (!where.known) return relieved.known ? where : { known: false, missing: [...where.missing, ...relieved.missing] };
  return relieved.known ? known(true, join(where.given, relieved.given)) : relieved;
}

/** What is asked for of one kind at a place. */
export interface Demand {
  kind: AskKind;
  /** The strictest of what is, or may be, asked for. */
  asks: Asks;
  sure: readonly Wanted[];
  unsure: readonly Wanted[];
  /** Lifted or excepted by somebody. */
  lifted: readonly Wanted[];
  /** Not asked for only if something assumed is right. */
  assumed: readonly Wanted[];
  missing: readonly Missing[];
}

const strictness = (asks: Asks): number => {
  if (asks.kind === 'residual' || asks.kind === 'own-residual') return -asks.mA;
  if (asks.kind === 'ingress') return asks.ipX;
  return asks.kind === 'cover' ? Number(asks.in === 'in-use') : 0;
};

/** What is asked for at each place of a circuit: by kind, each with the strictest row first. */
export const demandsOf = ofCircuit('what is asked for', (facts): readonly { place: Place; demands: readonly Demand[] }[] => {
  // Outlets on a feeder or a service are asked for what any others are.
  // Of one without it is the cable: it lies in the wall as any other.
  const places = feedsOutlets(facts) ? placesOf(facts) : facts.circuit.kind === 'distribution' ? [cableOf(facts)] : [];
  return places.map((place) => ({ place, demands: demandsAt(facts, place) }));
});

/** A final circuit, or another that somebody drew an outlet on. */
export const feedsOutlets = ({ circuit, house }: CircuitFacts): boolean =>
  circuit.kind === 'final' || house.pointsOf(circuit.id).length > 0;

/** By kind, each with the strictest row first. */
export function demandsAt(facts: CircuitFacts, place: Place): Demand[] {
  const byKind = new Map<AskKind, Wanted[]>();
  for (const wanted of wantedAt(facts, place)) {
    const { kind } = wanted.requirement.asks;
    byKind.set(kind, [...(byKind.get(kind) ?? []), wanted]);
  }
  return [...byKind].map(([kind, each]): Demand => {
    const released = ({ amendment }: Wanted) => amendment !== undefined && amendment.effect !== 'asks';
    const live = each.filter((wanted) => !released(wanted));
    const strictest = (of: readonly Wanted[]): Wanted[] =>
      [...of].sort((a, b) => strictness(b.requirement.asks) - strictness(a.requirement.asks));
    const sure = strictest(live.filter(({ asks }) => asks.known && asks.value));
    const unsure = strictest(live.filter(({ asks }) => !asks.known));
    return {
      kind,
      asks: (strictest([...sure, ...unsure])[0] ?? each[0]!).requirement.asks,
      sure,
      unsure,
      lifted: each.filter(released),
      assumed: live.filter(({ asks }) => asks.known && !asks.value),
      missing: unsure.flatMap(({ asks }) => (asks.known ? [] : asks.missing)),
    };
  });
}

/** Every fact some rows rest on. */
export const restsOn = (wanted: readonly Wanted[]) =>
  wanted.reduce((given, { asks }) => (asks.known ? join(given, asks.given) : given), NO_GIVENS);
