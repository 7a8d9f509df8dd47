import type { CircuitFacts } from '../../house/facts';
import type { Maybe } from '../../job/known';
import { protectiveWord } from '../../job/terms';
import type { Check } from '../../judging/answer';
import { notApplicable, ruled, unknownCheck } from '../../judging/judge';
import type { Wiring } from '../../network/paths';
import { clause } from '../../rules/clauses';
import { earned } from '../../rules/credit';
import { UNGROUNDED } from './credits';

/**
 * What there is to say where a cable has no way back for an earth fault: nothing will open, unless metalwork behind it is earthed
 * through the soil by an electrode of its own.
 * @returns undefined where every length on the way has one
 */
export function wayBack(facts: CircuitFacts, title: string): Check | undefined {
  const { path, wiring } = facts;
  const own = bareIn(wiring);
  if (own !== undefined) return withoutOwn(facts, own, title);
  const before = path.known ? path.value.slice(0, -1) : [];
  for (const step of [...before].reverse()) {
    const bare = bareIn(step);
    if (bare === undefined) continue;
    const soil = earthedBehind(facts, step);
    if (!soil.known) return unknownCheck('return', title, soil.missing);
    if (soil.value && facts.job.dialect === 'iec') return undefined;
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
    const soil = earthedBehind(facts, wiring);
    if (!soil.known) return unknownCheck('return', title, soil.missing);
    if (soil.value) {
      const what = circuit.kind === 'service' ? 'a service' : 'a feeder';
      return notApplicable('return', title, `no metalwork is earthed along ${what} without a protective conductor`);
    }
  }
  if (job.dialect === 'iec' || circuit.kind !== 'final') return stops(facts, bare, title);
  const credit = earned(UNGROUNDED, facts);
  if (!credit.known) return unknownCheck('return', title, credit.missing);
  return credit.value.earned
    ? ruled(
        'return',
        title,
        'caution',
        'outlets without an equipment ground, marked so, behind class A protection',
        UNGROUNDED.clause(job.pack),
        credit.given,
      )
    : stops(facts, bare, title, credit.value.why);
}

function stops({ job }: CircuitFacts, bare: string, title: string, why?: string): Check {
  const words =
    job.dialect === 'iec'
      ? `${bare} has no ${protectiveWord(job)}`
      : `${bare} has no equipment ground: earth itself would be the way back`;
  return ruled('return', title, 'stop', `${words}${why === undefined ? '' : `; ${why}`}`, clause(job.pack, 'wayBack'));
}
