import type { CircuitFacts } from '../../../house/facts';
import { join, lack, type Missing, NO_GIVENS } from '../../../job/known';
import { type Dialect, word } from '../../../job/terms';
import { type Check, worse } from '../../../judging/answer';
import { ruled, unknownCheck } from '../../../judging/judge';
import { type CheckName, keyed } from '../../../judging/keys';
import { clause } from '../../../rules/clauses';
import type { AskKind } from '../../../rules/requirements/row';
import { contactChecks } from '../../contacts';
import { citedBy, type Outcome, outcomesOf } from './outcome';
import { feedsOutlets } from './wanted';

/** What is asked for, in the words of a dialect. */
export const ASKED: Readonly<Record<AskKind, Readonly<Record<Dialect, string>>>> = {
  'ground-fault': { nec: 'GFCI, class A', iec: 'RCD, additional protection' },
  'equipment-ground-fault': { nec: 'ground-fault protection of equipment', iec: 'ground-fault protection of equipment' },
  'arc-fault': { nec: 'AFCI', iec: 'AFDD' },
  residual: { nec: 'RCD', iec: 'RCD, additional protection' },
  'own-residual': { nec: 'individual RCD', iec: 'individual RCD' },
  'arc-detection': { nec: 'AFDD', iec: 'AFDD' },
  'tamper-resistant': { nec: 'tamper-resistant', iec: 'shutters' },
  'weather-resistant': { nec: 'weather-resistant', iec: 'weather-resistant' },
  cover: { nec: 'weatherproof cover', iec: 'weatherproof cover' },
  'no-outlet': { nec: 'no receptacle there', iec: 'no point there' },
  'not-hanging': { nec: 'no hanging luminaire', iec: 'no hanging luminaire' },
  'own-circuit': { nec: 'individual branch circuit', iec: 'dedicated circuit' },
  'all-live': { nec: 'all ungrounded conductors opened', iec: 'all live conductors disconnected' },
  ingress: { nec: 'protected from water', iec: 'protected from water' },
  'in-cord': { nec: 'LCDI or AFCI in the cord', iec: 'protection in the cord' },
  'own-earth': { nec: 'separate ground', iec: 'TT earth, not PME' },
  accessible: { nec: 'accessible', iec: 'accessible' },
  earthed: { nec: 'no current on the ground', iec: 'no current on the earth' },
  guarded: { nec: 'guarded cable', iec: 'guarded cable' },
  'alarm-only': { nec: 'alarm, no trip', iec: 'alarm, no trip' },
};

/** What the job's rule book asks for at the outlets of a circuit, held against what covers each; one check for each kind of it. */
export function askedChecks(facts: CircuitFacts): Check[] {
  const { job } = facts;
  const outcomes = outcomesOf(facts);
  const kinds = [...new Set(outcomes.map(({ kind }) => kind))];
  const checks = kinds.map((kind) =>
    ofKind(
      keyed('asked', kind),
      job.dialect,
      ASKED[kind][job.dialect],
      outcomes.filter((each) => each.kind === kind),
    ),
  );
  // Of a feeder without outlets it is its cable alone.
  if (!feedsOutlets(facts)) return checks;
  return [...entered(facts, checks.length === 0), ...checks, ...contactChecks(facts)];
}

/** Without outlets or equipment nothing is known of what is asked for; with them it may be that nothing is. */
function entered({ job, house, circuit, loads }: CircuitFacts, nothing: boolean): Check[] {
  const points = house.pointsOf(circuit.id);
  // What is plugged in or lit says nothing of the outlets there are; only what is wired in stands for itself.
  const drawn = circuit.use === 'fixed' ? points.length > 0 || loads.length > 0 : points.length > 0;
  if (drawn && (circuit.use !== 'sockets' || points.some(({ kind }) => kind === 'socket')))
    return nothing
      ? [
          ruled(
            keyed('outlets'),
            word(job.dialect, 'outlets'),
            'pass',
            'no additional protection is required',
            clause(job.pack, 'askedFor'),
          ),
        ]
      : [];
  return [
    unknownCheck(keyed('outlets'), word(job.dialect, 'outlets'), [
      lack('outlets', `circuits.${circuit.id}`, `${word(job.dialect, 'outlets').toLowerCase()} of ${circuit.name}`),
    ]),
  ];
}

/** The worst of one kind: named with the places it is of, so that none hides behind another. */
function ofKind(id: CheckName, dialect: Dialect, title: string, outcomes: readonly Outcome[]): Check {
  const said = (of: readonly Outcome[]) => placesSaid(of, dialect);
  const verdict = outcomes.map((each) => each.verdict).reduce(worse);
  const worst = outcomes.filter((each) => each.verdict === verdict);
  const head = worst[0]!;
  const given = outcomes.reduce((all, each) => join(all, each.given), NO_GIVENS);
  if (verdict === 'unknown') return unknownCheck(id, title, once(worst.flatMap(({ missing }) => missing)));
  const advised = outcomes.filter(({ advice }) => advice !== undefined);
  const others = outcomes.length - worst.length;
  const rest = others === 0 ? '' : `; ${others} other${others === 1 ? '' : 's'} in order`;
  const because =
    verdict === 'pass'
      ? `${said(worst)}: ${[...new Set(worst.map((each) => each.because))].join('; ')}`
      : `${byReason(worst, said)}${rest}`;
  const besides = verdict === 'not-applicable' || advised.length === 0 ? '' : `; ${byReason(advised, said)}`;
  const advice = verdict === 'stop' ? null : (advised[0]?.advice ?? null);
  return ruled(id, title, verdict, `${because}${besides}`, head.rule, given, advice);
}

const once = (missing: readonly Missing[]): Missing[] =>
  missing.filter(({ path, what }, index) => missing.findIndex((other) => other.path === path && other.what === what) === index);

const MANY = 4;
const placesSaid = (outcomes: readonly Outcome[], dialect: Dialect): string => {
  const names = outcomes.map(({ place }) => place.name);
  return names.length <= MANY ? names.join(', ') : `${names.length} ${word(dialect, 'outlets').toLowerCase()}`;
};

/** Places with the same reason together, each reason with its clause. */
function byReason(outcomes: readonly Outcome[], said: (of: readonly Outcome[]) => string): string {
  const groups = new Map<string, Outcome[]>();
  for (const each of outcomes) {
    const key = `${each.because} (${citedBy(each)})`;
    groups.set(key, [...(groups.get(key) ?? []), each]);
  }
  return [...groups].map(([reason, each]) => `${said(each)}: ${reason}`).join('; ');
}
