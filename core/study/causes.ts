import { factAt } from '../facts/read';
import type { Missing } from '../job/known';
import type { Job } from '../job/schema/job';
import { ADVICE_WORDS, rankOf } from '../judging/answer';
import type { Finding } from './findings';

/** A missing or assumed fact, a wrong thing or a reservation, once: with the circuits and findings it stands behind. */
export interface Cause {
  /** Names it; of a missing fact collection and field. */
  id: string;
  /** The finding it is read and put right by. */
  lead: Finding;
  text: string;
  /** Names of the circuits, each once. */
  circuits: readonly string[];
  findings: number;
  /** Fields that settle it; of one that is wrong none. Of one that is assumed, those to be looked at. */
  paths: readonly string[];
}

interface Gathered {
  lead: Finding;
  missing: Missing | undefined;
  circuits: Set<string>;
  findings: number;
  paths: Set<string>;
}

/** What of a path is alike for several rows; a thing that is lacked is each row's own. */
const stemOf = ({ path, lack }: Missing): string => {
  const [on, , ...field] = path.split('.');
  return lack === undefined && field.length > 0 ? `${on}.${field.join('.')}` : `${path}:${lack ?? ''}`;
};

/** What a finding lacks; an inspection that is begun is one thing to go on with, however much of it was not looked at. */
function atOnce({ missing, text }: Finding): readonly Missing[] {
  const unseen = missing.filter(({ lack }) => lack === 'inspection');
  if (unseen.length < 2) return missing;
  const what = `${text.split(':')[0]}, ${unseen.length} things not inspected`;
  return [...missing.filter(({ lack }) => lack !== 'inspection'), { ...unseen[0]!, what }];
}

/** Findings by what is behind them: one row for each missing fact, for each thing that is wrong, for each reservation. */
export function causesOf(job: Job, findings: readonly Finding[]): Cause[] {
  const all = new Map<string, Gathered>();
  const put = (id: string, lead: Finding, missing?: Missing): void => {
    const present = all.get(id) ?? { lead, missing, circuits: new Set(), findings: 0, paths: new Set() };
    present.circuits.add(lead.circuit);
    present.findings += 1;
    if (missing !== undefined) present.paths.add(missing.path);
    all.set(id, present);
  };
  for (const finding of findings) {
    const { verdict, missing, assumed, said, rule, standing, key } = finding;
    const accepted = standing.kind === 'open' ? '' : `${standing.kind} ${standing.acceptance.id}`;
    if (finding.advice !== null) put(`advice ${finding.advice} ${rule} ${accepted}`, finding);
    else if (verdict === 'unknown' && missing.length > 0 && accepted === '')
      for (const each of atOnce(finding)) put(stemOf(each), finding, each);
    else if (assumed.length > 0 && accepted === '') for (const each of assumed) put(`assumed ${stemOf(each)}`, finding, each);
    else put(`${verdict} ${key} ${rule} ${said} ${accepted}`, finding);
  }
  return [...all]
    .map(([id, { lead, missing, circuits, findings: count, paths }]): Cause => {
      const named = [...paths];
      const name = named.length > 1 ? factAt(job, named[0]!)?.name : undefined;
      const fact = name === undefined ? missing?.what : `${name}, ${named.length} of them`;
      const advice = lead.advice === null ? undefined : ADVICE_WORDS[lead.advice][job.dialect];
      const own = advice ?? (count > 1 ? lead.said : lead.text);
      const text = fact === undefined ? own : lead.verdict === 'unknown' ? fact : `assumed: ${fact}`;
      return { id, lead, text, circuits: [...circuits], findings: count, paths: named };
    })
    .sort(
      (a, b) =>
        Number(a.lead.standing.kind === 'accepted') - Number(b.lead.standing.kind === 'accepted') ||
        rankOf(a.lead.verdict) - rankOf(b.lead.verdict) ||
        (a.lead.verdict === 'unknown' ? b.findings - a.findings : 0),
    );
}
