import { brokenContacts } from '../house/contacts';
import type { CircuitFacts } from '../house/facts';
import type { Check } from '../judging/answer';
import { ruled } from '../judging/judge';
import { keyed } from '../judging/keys';
import { clause } from '../rules/clauses';

/** What is wrong with earth contacts and neutrals in the boxes of a circuit: a danger by itself, whatever its age. */
export const contactChecks = (facts: CircuitFacts): Check[] =>
  brokenContacts(facts).map(({ point, because, given, neutral }) =>
    ruled(
      keyed(neutral ? 'neutral-earthed' : 'earth-contact', point.id),
      facts.job.dialect === 'nec' ? `Ground contact of ${point.name}` : `Earth contact of ${point.name}`,
      'stop',
      because,
      clause(facts.job.pack, neutral ? 'secondBond' : 'returnPath'),
      given,
    ),
  );
