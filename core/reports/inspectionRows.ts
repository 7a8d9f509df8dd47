import { howMeasured, measuredIn } from '../facts/inspections';
import { factAt, showFact } from '../facts/read';
import type { CircuitFacts } from '../house/facts';
import { type Looked, placeOf, type Subject } from '../inspection/looked';
import type { InspectedItem, InspectedOn, ObservationCode } from '../job/inspected';
import { PACKS } from '../job/packs';
import type { Provenance } from '../job/schema/facts';
import type { InspectionResult } from '../job/schema/inspection';
import type { Job } from '../job/schema/job';
import { type Dialect, word } from '../job/terms';
import { type Check, rankOf, type Verdict, worstVerdict } from '../judging/answer';
import { saidOf } from '../judging/figures';
import type { CheckKey } from '../judging/keys';
import { citedBy, outcomesOf } from '../questions/saves-person/asked/outcome';
import { clauseOfItem, inWords, type Zone } from '../rules/inspection/item';
import type { AskKind } from '../rules/requirements/row';
import type { CircuitStudy } from '../study/study';
import { cite } from '../tables/source';

/** A thing that is looked at: by somebody, by a fact that says it, or worked out from others. */
export interface InspectionRow {
  key: string;
  kind: 'seen' | 'fact' | 'judged';
  /** Of what is seen: the item, and what it is looked at on. */
  item: InspectedItem | null;
  on: InspectedOn | null;
  id: string;
  zone: Zone | null;
  name: string;
  right: string;
  fix: string;
  rule: string;
  /** Null where nobody looked. */
  verdict: Verdict | null;
  because: string;
  /** It may not apply. */
  optional: boolean;
  measured: 'length' | 'torque' | 'count' | null;
  /** What was seen, or the figure as people read it. */
  result: InspectionResult | null;
  value: string | null;
  from: Provenance | null;
  /** When, by whom, and what he noted. */
  dated: string | null;
  by: string | null;
  note: string | null;
  rowId: string | null;
  /** Observation code where the rules have them: proposed, and as confirmed. */
  proposed: ObservationCode | null;
  code: ObservationCode | null;
  /** Of a fact: its place in the job. */
  path: string | null;
}
/** A circuit with its answers, made once. */
export type Answered = Pick<CircuitStudy, 'facts' | 'answers'>;

/** Whether these rules give observations a code. */
export const hasCodes = ({ pack }: Job): boolean => PACKS[pack].standard === 'BS 7671';

export const isWrong = (verdict: Verdict): boolean => verdict === 'stop' || verdict === 'caution';
/** An item somebody looks at. */
export function seenRow(job: Job, { item, of, subject, rows, check }: Looked): InspectionRow {
  const row = job.inspections[rows[0]?.id ?? ''];
  const fact = row?.result ?? row?.value;
  const source = clauseOfItem(job.pack, of);
  return {
    key: `${item}:${subject.id}`,
    kind: 'seen',
    item,
    on: subject.on,
    id: subject.id,
    zone: of.zone ?? null,
    name: inWords(job.pack, of.name),
    right: inWords(job.pack, of.right),
    fix: inWords(job.pack, of.fix),
    rule: source === undefined ? '' : cite(source),
    verdict: check?.verdict ?? null,
    because: check === undefined ? '' : saidOf(check, job.dialect),
    optional: of.optional === true,
    measured: measuredIn(item) ?? null,
    result: row?.result?.value ?? null,
    value: row?.value === undefined ? null : showFact(job.dialect, howMeasured(job, item), row.value.value),
    from: fact?.from ?? null,
    dated: fact?.on ?? null,
    note: fact?.note ?? null,
    by: row?.by ?? null,
    rowId: row?.id ?? null,
    proposed: hasCodes(job) && check !== undefined && isWrong(check.verdict) ? (of.code ?? null) : null,
    code: row?.code ?? null,
    path: null,
  };
}

const WORST_OF_NOTHING = 'not-applicable';
/** A thing that is worked out, or said by a fact, from checks made of it. */
function judgedRow(
  dialect: Dialect,
  zone: Zone | null,
  key: string,
  name: string,
  subject: string,
  checks: readonly Check[],
  path: string | null = null,
): InspectionRow {
  const verdict = worstVerdict(checks.map((check) => check.verdict));
  const worst = checks.find((check) => check.verdict === verdict);
  const inOrder = verdict === 'pass' || verdict === WORST_OF_NOTHING;
  return {
    key,
    kind: path === null ? 'judged' : 'fact',
    item: null,
    on: null,
    id: subject,
    zone,
    name,
    right: '',
    fix: '',
    rule: worst?.rule ?? '',
    verdict: checks.length === 0 ? null : verdict,
    because:
      inOrder && checks.length > 1
        ? `${checks.length} in order`
        : worst === undefined
          ? ''
          : checks.length > 1
            ? `${worst.title}: ${saidOf(worst, dialect)}`
            : saidOf(worst, dialect),
    optional: false,
    measured: null,
    result: null,
    value: null,
    from: null,
    dated: null,
    by: null,
    note: null,
    rowId: null,
    proposed: null,
    code: null,
    path,
  };
}

/** What is said of a board by its facts and worked out of its circuits, in the place an inspector looks for it. */
export function besides(job: Job, feed: Answered, own: readonly Answered[], boardId: string): InspectionRow[] {
  const all = (circuit: Answered, question: string): readonly Check[] =>
    circuit.answers.filter((each) => each.question === question).flatMap(({ checks }) => checks);
  const ofFeed = all(feed, 'saves-person');
  const ofOwn = own.flatMap((circuit) => all(circuit, 'saves-person'));
  const bonds = [feed, ...own]
    .flatMap((circuit) => all(circuit, 'clears-in-time'))
    .filter(({ name }) => name.key === 'bond' && name.of('board') === boardId);
  // What a drop of voltage says of a cable is not what its device may be.
  const gauges = own.flatMap((circuit) => all(circuit, 'protects-cable')).filter(({ name }) => name.key !== 'drop');
  const keyedAs = (checks: readonly Check[], ...keys: readonly CheckKey[]): readonly Check[] =>
    checks.filter(({ name }) => keys.includes(name.key));
  const here = (...keys: readonly CheckKey[]): readonly Check[] => keyedAs(ofFeed, ...keys);
  const nec = job.dialect === 'nec';
  const at = (field: string): string => `boards.${boardId}.${field}`;
  const rows = [
    judgedRow(
      job.dialect,
      'devices',
      'openings',
      nec ? 'Fillers' : 'Blanks',
      boardId,
      here('board-openings'),
      at('openingsClosed'),
    ),
    judgedRow(job.dialect, 'enclosure', 'enclosure', 'Enclosure', boardId, here('board-enclosure'), at('nonCombustible')),
    strapRow(
      job,
      judgedRow(
        job.dialect,
        'supply',
        'strap',
        nec ? 'Bonding strap, once' : 'Neutral and earth joined once',
        boardId,
        bonds.slice(0, 1),
        at('neutralBonded'),
      ),
    ),
    judgedRow(
      job.dialect,
      'supply',
      'other-systems',
      'Other systems',
      boardId,
      here('board-intersystem'),
      at('intersystemBonding'),
    ),
    judgedRow(
      job.dialect,
      'supply',
      'electrodes',
      'Electrodes',
      boardId,
      here('electrodes', 'electrode-length', 'electrode-apart'),
    ),
    judgedRow(job.dialect, 'supply', 'pipes', 'Pipes and frames', boardId, here('pipes')),
    judgedRow(job.dialect, 'bars', 'landing', 'Where neutrals land', boardId, keyedAs(ofOwn, 'neutral-at')),
    judgedRow(job.dialect, 'bars', 'neutral-bar', 'Terminals for neutrals', boardId, here('board-neutrals')),
    judgedRow(
      job.dialect,
      'bars',
      'earth-bar',
      nec ? 'Terminals for grounds' : 'Terminals for protective conductors',
      boardId,
      here('board-earths'),
    ),
    judgedRow(job.dialect, 'devices', 'listed', 'Made for it', boardId, here('board-listed')),
    judgedRow(job.dialect, 'devices', 'fastened', 'Back-fed devices held', boardId, here('board-fastened')),
    judgedRow(
      job.dialect,
      'devices',
      'places',
      nec ? 'Spaces and legs' : 'Places and phases',
      boardId,
      keyedAs(ofOwn, 'seat', 'leg', 'half'),
    ),
    judgedRow(job.dialect, 'devices', 'gauge', 'Gauge against device', boardId, gauges),
    judgedRow(
      job.dialect,
      'door',
      'told-apart',
      `Numbers on the ${word(job.dialect, 'board')}`,
      boardId,
      keyedAs(ofOwn, 'number-shared', 'directory'),
    ),
  ];
  // A fact that says nothing here is not asked; what nothing was judged of is not shown.
  return rows.filter(({ verdict, path }) => verdict !== null || (path !== null && factAt(job, path)?.fact !== undefined));
}

/** Where nothing is wrong with how neutral and earth are joined here, no check says so: the fact itself does. */
function strapRow(job: Job, row: InspectionRow): InspectionRow {
  const place = factAt(job, row.path ?? '');
  if (row.verdict !== null || place?.fact === undefined) return row;
  const verdict = place.fact.from === 'assumed' ? 'caution' : 'pass';
  return { ...row, verdict, because: `${place.name}: ${place.shown}` };
}

const COVERS: ReadonlySet<AskKind> = new Set(['cover', 'weather-resistant', 'ingress']);

/** Whether an outlet is covered as its place wants it; nothing where it wants nothing. */
function coverRow(facts: CircuitFacts, pointId: string): InspectionRow[] {
  const asked = outcomesOf(facts)
    .filter(({ place, kind }) => place.id === pointId && COVERS.has(kind))
    .sort((a, b) => rankOf(a.verdict) - rankOf(b.verdict));
  const [worst] = asked;
  if (worst === undefined) return [];
  const missing = worst.missing.map(({ what }) => what).join('; ');
  const because = worst.because === '' ? `missing: ${missing}` : worst.because;
  return [
    {
      ...judgedRow(facts.job.dialect, null, 'cover', 'Cover for its place', pointId, []),
      verdict: worst.verdict,
      because,
      rule: citedBy(worst),
    },
  ];
}

/** What is worked out of an outlet or a cable. */
export function besidesPart(job: Job, facts: CircuitFacts, subject: Subject, checks: readonly Check[]): InspectionRow[] {
  const here = (key: CheckKey): readonly Check[] => checks.filter(({ name, at }) => at === placeOf(subject) && name.key === key);
  const nec = job.dialect === 'nec';
  const worked = (key: string, name: string, of: readonly Check[]): InspectionRow[] =>
    of.length === 0 ? [] : [judgedRow(job.dialect, null, key, name, subject.id, of)];
  if (subject.on === 'pointId') {
    const fill = here('box-fill');
    const uncounted = {
      ...judgedRow(job.dialect, null, 'box-fill', 'Box fill', subject.id, []),
      because: 'not counted: what is in the box is below',
    };
    return [...coverRow(facts, subject.id), ...(nec && fill.length === 0 ? [uncounted] : worked('box-fill', 'Box fill', fill))];
  }
  return [
    ...worked('raceway-fill', 'Fill', here('raceway-fill')),
    ...worked('sheath', nec ? 'Color of the sheath' : 'Colour of the sheath', here('jacket')),
    ...worked(
      'sizes',
      'Sizes that meet',
      checks.filter(({ name }) => name.key === 'box' && name.of('segment') === subject.id),
    ),
  ];
}
