import type { CircuitFacts } from '../../house/facts';
import type { Maybe } from '../../job/known';
import { protectiveWord } from '../../job/terms';
import type { Check } from '../../judging/answer';
import { notApplicable, ruled, unknownCheck } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import type { Wiring } from '../../network/paths';
import { clause } from '../../rules/clauses';
import { applies } from '../../rules/relaxation';
import { UNGROUNDED } from './relaxations';

/**
 * What there is to say where a cable has no way back for an earth fault: nothing will open, unless metalwork behind it is earthed
 * through the soil by an electrode of its own.
 * @returns undefined where every length on the way has one
 */
export function returnPath(facts: CircuitFacts, title: string): Check | undefined {
  const { path, wiring } = facts;
  const own = bareIn(wiring);
  if (own !== undefined) return withoutOwn(facts, own, title);
  const before = path.known ? path.value.slice(0, -1) : [];
  for (const step of [...before].reverse()) {
    const bare = bareIn(step);
    if (bare === undefined) continue;
    const tt = earthedBehind(facts, step);
    if (!tt.known) return unknownCheck(keyed('return'), title, tt.missing);
    if (tt.value && facts.job.dialect === 'iec') return undefined;
    return stops(facts, bare, title);
  }
  return undefined;
}

const bareIn = ({ stretches }: Wiring): string | undefined => stretches.find(({ facts }) => facts.lacksReturn)?.facts.name;

/** Whether what a circuit leads to is earthed through the soil. */
const earthedBehind = ({ house }: CircuitFacts, { circuit }: Wiring): Maybe<boolean> =>
  house.network.earthings.throughSoil(circuit.toBoardId!);

function withoutOwn(facts: CircuitFacts, bare: string, title: string): Check {
  const { circuit, wiring, job, house } = facts;
  const boardId = circuit.toBoardId;
  const kept = boardId !== undefined && (circuit.kind === 'service' || house.wirings.electrodesAt.has(boardId));
  if (kept && job.dialect === 'iec') {
    const tt = earthedBehind(facts, wiring);
    if (!tt.known) return unknownCheck(keyed('return'), title, tt.missing);
    if (tt.value) {
      const what = circuit.kind === 'service' ? 'a service' : 'a feeder';
      return notApplicable(keyed('return'), title, `no metalwork is earthed along ${what} without a protective conductor`);
    }
  }
  if (job.dialect === 'iec' || circuit.kind !== 'final') return stops(facts, bare, title);
  const relaxation = applies(UNGROUNDED, facts);
  if (!relaxation.known) return unknownCheck(keyed('return'), title, relaxation.missing);
  return relaxation.value.applies
    ? ruled(
        keyed('return'),
        title,
        'caution',
        'outlets without an equipment ground, marked so, behind class A protection',
        UNGROUNDED.clause(job.pack),
        relaxation.given,
      )
    : stops(facts, bare, title, relaxation.value.why);
}

function stops({ job }: CircuitFacts, bare: string, title: string, why?: string): Check {
  const words =
    job.dialect === 'iec'
      ? `${bare} has no ${protectiveWord(job)}`
      : `${bare} has no equipment ground: earth itself would be the way back`;
  return ruled(keyed('return'), title, 'stop', `${words}${why === undefined ? '' : `; ${why}`}`, clause(job.pack, 'returnPath'));
}
