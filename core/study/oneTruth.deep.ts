import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseJobText } from '../job/parse';
import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import { rankOf, type Verdict, worstVerdict } from '../judging/answer';
import { outcomesOf } from '../questions/saves-person/asked/outcome';
import { demandStudy } from '../reports/demand';
import { peopleStudy } from '../reports/people';
import { residualStudy } from '../reports/residual';
import { selectivityStudy } from '../reports/selectivity';
import { surgeStudy } from '../reports/surge';
import { whoOpens } from '../reports/whoOpens';
import { FIELDS, holderOf, JOBS } from '../testing/leaves';
import { type CircuitStudy, type Study, studyJob } from './study';
import { editedRow } from './testing/answers';

const SEED = Number(process.env.SEED ?? 1);

/** A job of the collection with a few facts otherwise, or gone. */
const anyHouse = fc
  .record({
    job: fc.constantFrom(...JOBS),
    edits: fc.array(fc.record({ pick: fc.nat(), value: fc.nat(), gone: fc.boolean() }), { maxLength: 5 }),
  })
  .map(({ job, edits }) =>
    edits.reduce((from, { pick, value, gone }): Job => {
      const places = FIELDS.flatMap((leaf) =>
        Object.keys(from[leaf.on]).flatMap((id) =>
          holderOf(from, leaf, id)?.[leaf.field.at(-1)!] === undefined ? [] : [{ leaf, id }],
        ),
      );
      if (places.length === 0) return from;
      const { leaf, id } = places[pick % places.length]!;
      const last = leaf.field.at(-1)!;
      const to = editedRow(from, leaf.on, id, (copy) => {
        const holder = holderOf(copy, leaf, id)!;
        const present = leaf.isFact ? (holder[last] as { value: unknown }).value : holder[last];
        const times = [0.1, 0.5, 2, 10];
        const other =
          leaf.values.length > 0
            ? leaf.values[value % leaf.values.length]
            : typeof present === 'number'
              ? present * times[value % times.length]!
              : present;
        if (gone) delete holder[last];
        else holder[last] = leaf.isFact ? { ...(holder[last] as object), value: other } : other;
      });
      return parseJobText(JSON.stringify(to)).ok ? to : from;
    }, job),
  );

const checksOf = ({ answers }: CircuitStudy, question: QuestionId) => answers.find((each) => each.question === question)!.checks;
const worstOf = (verdicts: readonly Verdict[]): Verdict | undefined =>
  verdicts.length === 0 ? undefined : worstVerdict([...verdicts]);

/** Everything another screen says that the eight answers say otherwise. */
function contradictions(job: Job, study: Study): string[] {
  const wrong: string[] = [];
  const all = (question: QuestionId) => study.circuits.flatMap((circuit) => checksOf(circuit, question));

  // Every pair of the house is as bad as its worst circuit, and not worse.
  for (const { downstreamId, upstreamId, verdict } of selectivityStudy(study).pairs) {
    const said = worstOf(
      all('only-one-trips')
        .filter(({ name: { key } }) => key === 'overcurrent' || key === 'residual')
        .filter(({ name }) => name.of('device') === downstreamId && name.of('upstream') === upstreamId)
        .map((check) => check.verdict),
    );
    if (said !== verdict) wrong.push(`pair ${downstreamId} under ${upstreamId}: ${verdict}, answered ${said}`);
  }

  // Who opens for the least fault to earth at the far end: perhaps nobody never stands beside a pass.
  for (const circuit of study.circuits) {
    const found = whoOpens(job, circuit.facts);
    const last = found.known
      ? found.value.filter(({ place, state, kind }) => place === 'at the far end' && state === 'MIN' && /PE|ground/i.test(kind))
      : [];
    for (const { byS, kind } of last)
      if (byS === null && circuit.verdictOf('clears-in-time') === 'pass')
        wrong.push(`${circuit.circuitId}: for ${kind} perhaps nobody opens, answered pass`);
  }

  // An outlet is as its circuit is answered: of each kind of thing asked for, the worst of all outlets.
  const points = peopleStudy(job, study).rooms.flatMap((room) => room.points);
  for (const circuit of study.circuits) {
    const own = points.filter(({ circuitId }) => circuitId === circuit.circuitId);
    for (const { name, verdict } of checksOf(circuit, 'saves-person').filter((check) => check.name.key === 'asked')) {
      const kind = name.of('requirement');
      const outlets = own.flatMap(({ asked }) => asked.filter((each) => each.kind === kind).map((each) => each.verdict));
      // What is asked of the cable itself stands at no outlet.
      const cables = outcomesOf(circuit.facts).filter((each) => each.place.cable && each.kind === kind);
      const said = worstOf([...outlets, ...cables.map((each) => each.verdict)]);
      if (outlets.length > 0 && said !== verdict)
        wrong.push(`${circuit.circuitId} ${kind}: outlets ${said}, answered ${verdict}`);
    }
  }

  // What stands on a residual device.
  for (const { deviceId, standing } of residualStudy(job, study).devices) {
    const said = all('stays-on')
      .filter(({ id }) => id === `leakage:${deviceId}`)
      .map((check) => check.verdict);
    if (said.length > 0 && worstOf(said) !== standing) wrong.push(`leakage ${deviceId}: ${standing}, answered ${worstOf(said)}`);
  }

  for (const circuit of study.circuits) {
    const surge = surgeStudy(job, study, circuit.circuitId);
    const listed = surge?.circuits.find(({ circuitId }) => circuitId === circuit.circuitId)?.verdict;
    if (listed !== undefined && listed !== circuit.verdictOf('rides-surge'))
      wrong.push(`surge ${circuit.circuitId}: ${listed}, answered ${circuit.verdictOf('rides-surge')}`);
    // A stage that fails fails its circuit.
    for (const { deviceId, verdict } of surge?.stages ?? [])
      if (rankOf(verdict) < rankOf(circuit.verdictOf('rides-surge')))
        wrong.push(`stage ${deviceId} on ${circuit.circuitId}: ${verdict}, answered ${circuit.verdictOf('rides-surge')}`);
  }

  // What a board is asked for.
  for (const boardId of Object.keys(job.boards)) {
    const demand = demandStudy(job, study, boardId);
    const over =
      demand?.calculation != null && demand.ratedA !== null && demand.calculation.fullestA > demand.ratedA * (1 + 1e-9);
    const check = all('carries-load').find(({ id }) => id === `demand:${boardId}`);
    if (over && check?.verdict === 'pass' && job.boards[boardId]!.managedA === undefined)
      wrong.push(`demand of ${boardId}: above its rating, answered pass`);
    if (demand?.calculation == null && check?.verdict === 'pass') wrong.push(`demand of ${boardId}: not known, answered pass`);
  }
  return wrong;
}

describe('one truth on every screen', () => {
  it('none of them says otherwise than the eight answers, whatever a job holds', () => {
    fc.assert(
      fc.property(anyHouse, (job) => {
        expect(contradictions(job, studyJob(job))).toEqual([]);
      }),
      { numRuns: 200, seed: SEED },
    );
  });
});
