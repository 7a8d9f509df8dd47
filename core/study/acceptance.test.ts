import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import { lack, type Missing } from '../job/known';
import type { Job } from '../job/schema/job';
import type { Check, ShownCheck } from '../judging/answer';
import { breaker, jobWith, measuredOrigin, stated, withField } from '../testing/jobs';
import { JOBS } from '../testing/witnesses';
import { inputsKey } from './acceptanceKey';
import { earlierKey } from './earlierKeys';
import { renewal, renewed } from './renewal';
import { shownCircuit, studyJob } from './study';

/** A 32 A breaker on 2.5 mm²: a stop of question 2 with figures, and unknowns beside it. */
const job = jobWith([{ id: 'c', settings: breaker('B', 32), lengthM: 20 }], measuredOrigin());

const checksOf = (of: Job) =>
  shownCircuit(studyJob(of).circuits.find((each) => each.circuitId === 'c')!).answers.flatMap((answer) =>
    answer.checks.map((check) => ({ question: answer.question, ...check })),
  );
const stopOf = (of: Job) => checksOf(of).find((check) => check.question === 'protects-cable' && check.verdict === 'stop')!;
const findingOf = (of: Job, check: ShownCheck) => studyJob(of).findings.find((each) => each.check === check.id)!;

const accept = (of: Job, check: ShownCheck & { question: string }, id = 'a', on = '2026-03-02'): Job =>
  applyCommand(of, {
    label: 'accept',
    steps: [
      {
        do: 'put',
        on: 'acceptances',
        row: {
          id,
          circuitId: 'c',
          question: check.question,
          check: check.id,
          reason: 'Fed from a fixed heater of 2 kW',
          by: 'Ines Moor',
          on,
          inputsKey: check.inputsKey,
        },
      },
    ],
  });

describe('accepting a finding', () => {
  it('stands with its name and reason, and changes no verdict and no count', () => {
    const before = studyJob(job);
    const accepted = accept(job, stopOf(job));
    expect(stopOf(accepted).standing).toMatchObject({ kind: 'accepted', acceptance: { by: 'Ines Moor' } });
    const after = studyJob(accepted);
    expect(after.counts).toEqual(before.counts);
    expect(after.verdict).toBe('stop');
    expect(after.circuits.map((each) => each.verdicts)).toEqual(before.circuits.map((each) => each.verdicts));
  });

  it('counts under the id its check had before, and for no other check', () => {
    // An id held the name of a load, or was that of the same pair from another source.
    const found = JOBS.flatMap((each) =>
      studyJob(each).circuits.flatMap((circuit) =>
        circuit.answers.flatMap(({ question, checks }) =>
          checks
            .filter(({ name, verdict }) => name.formerly !== undefined && verdict !== 'pass')
            .map((check) => ({ each, circuit, question, check })),
        ),
      ),
    );
    expect(found.length).toBeGreaterThan(0);
    for (const { each, circuit, question, check } of found) {
      const under = (id: string, key: string) => {
        const row = {
          id: 'a',
          circuitId: circuit.circuitId,
          question,
          check: id,
          reason: 'seen',
          by: 'I. M.',
          on: '2026-03-02',
          inputsKey: key,
        };
        const accepted: Job = { ...each, acceptances: { a: row } };
        const { findings } = studyJob(accepted);
        return findings.filter(({ standing }) => standing.kind === 'accepted').map((finding) => finding.check);
      };
      expect(under(check.name.formerly!, inputsKey(each, check))).toEqual([check.id]);
      expect(under(check.name.formerly!, '2:other')).toEqual([]);
      expect(under(`${check.name.formerly} too`, inputsKey(each, check))).toEqual([]);
    }
  });

  it('comes after everything nobody has taken on', () => {
    const accepted = accept(job, stopOf(job));
    const { findings } = studyJob(accepted);
    expect(findings.at(-1)).toMatchObject({ check: stopOf(job).id, verdict: 'stop', standing: { kind: 'accepted' } });
    expect(studyJob(job).findings[0]!.verdict).toBe('stop');
  });

  it('holds while something else changes, reopens when its own inputs do, and closes again when they are put back', () => {
    const accepted = accept(job, stopOf(job));
    const elsewhere = withField(accepted, 'circuits', 'c', ['name'], 'Another name');
    expect(stopOf(elsewhere).standing.kind).toBe('accepted');
    const changed = withField(accepted, 'devices', 'c-device', ['settings', 'ratingA'], stated(40));
    expect(stopOf(changed).standing.kind).toBe('reopened');
    expect(findingOf(changed, stopOf(changed)).standing.kind).toBe('reopened');
    const back = withField(changed, 'devices', 'c-device', ['settings', 'ratingA'], stated(32));
    expect(stopOf(back).standing.kind).toBe('accepted');
  });

  it('reopens when a figure is the same but only assumed now, and under other rules', () => {
    const accepted = accept(job, stopOf(job));
    const assumed = withField(accepted, 'devices', 'c-device', ['settings', 'ratingA'], { value: 32, from: 'assumed' });
    expect(stopOf(assumed).standing.kind).toBe('reopened');
    const otherRules: Job = { ...accepted, pack: 'bs-7671-2018-a2' };
    expect(stopOf(otherRules).standing.kind).toBe('reopened');
  });

  it('of several, the one that holds counts; of those that do not, the latest', () => {
    const twice = accept(accept(job, stopOf(job), 'a', '2026-03-02'), { ...stopOf(job), inputsKey: 'old' }, 'b', '2026-04-01');
    expect(stopOf(twice).standing).toMatchObject({ kind: 'accepted', acceptance: { id: 'a' } });
    const changed = withField(twice, 'devices', 'c-device', ['settings', 'ratingA'], stated(40));
    expect(stopOf(changed).standing).toMatchObject({ kind: 'reopened', acceptance: { id: 'b' } });
  });

  it('says nothing of what is in order, and checks of other inputs have other keys', () => {
    const passing = checksOf(job).find((check) => check.verdict === 'pass')!;
    expect(checksOf(accept(job, passing)).find((check) => check.id === passing.id)!.standing.kind).toBe('open');
    const figured = checksOf(job).filter(({ demand, given }) => demand !== null && given.length > 0);
    expect(figured.length).toBeGreaterThan(5);
    expect(new Set(figured.map((check) => check.inputsKey)).size).toBe(figured.length);
  });
});

describe('the key of what a check rests on', () => {
  const own = studyJob(job)
    .circuits.find((each) => each.circuitId === 'c')!
    .answerTo('protects-cable').head;
  const keyOf = (more: Partial<Check> = {}) => inputsKey(job, { ...plain(own), ...more });
  /** The same check without its class, whose getters a copy would lose. */
  const plain = (check: Check): Check => ({
    name: check.name,
    id: check.id,
    title: check.title,
    verdict: check.verdict,
    caution: check.caution,
    advice: check.advice,
    demand: check.demand,
    limit: check.limit,
    unit: check.unit,
    compared: check.compared,
    margin: check.margin,
    rule: check.rule,
    grade: check.grade,
    because: check.because,
    missing: check.missing,
    given: check.given,
    explain: () => [],
  });
  const key = keyOf();

  it('holds no word: another title, reason, unit, name of a fact or of a rule is the same key', () => {
    expect(key).toMatch(/^3:[0-9a-f]{16}$/);
    expect(inputsKey(job, own)).toBe(key);
    const given = own.given.map((each) => ({ ...each, what: 'otherwise' }));
    expect(keyOf({ title: 'T', because: 'B', unit: 'amps', given })).toBe(key);
    expect(keyOf({ given: [...own.given, own.given[0]!].reverse() })).toBe(key);
    const rule = own.rule.replace(/ \S*$/, (clause) => ` in the words of ${clause.trim()}`);
    expect(rule).not.toBe(own.rule);
    expect(keyOf({ rule })).toBe(key);
    const lacks = (what: string) => keyOf({ missing: [{ path: 'loads.a.powerW', what }] });
    expect(lacks('power of a')).toBe(lacks('rated power of a'));
    // A thing is its kind at its row, whatever it is called.
    const lost = (missing: Missing) => keyOf({ missing: [missing] });
    expect(lost(lack('loads', 'circuits.c', 'loads of c'))).toBe(lost(lack('loads', 'circuits.c', 'the loads')));
    expect(lost(lack('loads', 'circuits.c', 'it'))).not.toBe(lost(lack('outlets', 'circuits.c', 'it')));
    const unseen = (item: string) => lost(lack('inspection', 'boards.b', 'not inspected', item));
    expect(unseen('tug')).not.toBe(unseen('sheath'));
    // Where no kind is said nothing but its name says which.
    const thing = (what: string) => keyOf({ missing: [{ path: 'circuits.c', what }] });
    expect(thing('loads of c')).not.toBe(thing('outlets of c'));
  });
  it.each<[string, Partial<Check>]>([
    ['the verdict', { verdict: 'caution' }],
    ['a figure', { demand: own.demand! * 1.00001 }],
    ['the limit', { limit: own.limit! * 0.99999 }],
    ['the clause', { rule: own.rule.replace(/\d(?=\D*$)/, '9') }],
    ['the grade', { grade: 'maker' }],
    ['what is missing', { missing: [{ path: 'loads.a.powerW', what: '' }] }],
    ['a fact more', { given: [...own.given, { path: 'circuits.c.name', what: '', from: 'stated' }] }],
    ['where a fact is from', { given: own.given.map((each) => ({ ...each, from: 'assumed' as const })) }],
  ])('is another with %s', (_, more) => {
    const other = keyOf(more);
    expect(other).not.toBe(key);
  });
  it('is another under other rules, and with another value of a fact', () => {
    expect(inputsKey({ ...job, pack: 'bs-7671-2018-a2' }, own)).not.toBe(key);
    expect(inputsKey(withField(job, 'devices', 'c-device', ['settings', 'ratingA'], stated(40)), own)).not.toBe(key);
  });
});

describe('an acceptance under a key that held words', () => {
  const head = (of: Job) =>
    studyJob(of)
      .circuits.find((each) => each.circuitId === 'c')!
      .answerTo('protects-cable')
      .checks.find(({ id }) => id === stopOf(job).id)!;
  const old = accept(job, { ...stopOf(job), inputsKey: earlierKey(job, head(job)) });

  it('holds, and is renewed; renewed it holds the same', () => {
    expect(stopOf(old).standing.kind).toBe('accepted');
    const after = renewed(old);
    expect(after.acceptances.a).toEqual({ ...old.acceptances.a, inputsKey: stopOf(job).inputsKey });
    expect(stopOf(after).standing.kind).toBe('accepted');
    expect(renewal(after)).toBeUndefined();
    expect(renewed(after)).toBe(after);
  });
  it('that does not hold stays as it is, and open: none is taken for accepted', () => {
    const changed = withField(old, 'devices', 'c-device', ['settings', 'ratingA'], stated(40));
    expect(renewed(changed)).toBe(changed);
    expect(stopOf(changed).standing.kind).toBe('reopened');
    // Put back, it holds again.
    expect(stopOf(withField(changed, 'devices', 'c-device', ['settings', 'ratingA'], stated(32))).standing.kind).toBe('accepted');
  });
  it('of a version whose words stand no more is open and says so, and so is one of a form nobody knows', () => {
    for (const key of ['0123456789abcdef', '9:0123456789abcdef']) {
      const other = accept(job, { ...stopOf(job), inputsKey: key });
      expect(renewed(other)).toBe(other);
      expect(stopOf(other).standing).toMatchObject({ kind: 'reopened', earlier: true });
    }
    const changed = withField(renewed(old), 'devices', 'c-device', ['settings', 'ratingA'], stated(40));
    expect(stopOf(changed).standing).toMatchObject({ kind: 'reopened', earlier: false });
  });
  it('of a check, a circuit or a question there is none of stays as it is', () => {
    for (const more of [{ check: 'nothing' }, { circuitId: 'main' }, { question: 'of-old' }]) {
      const other = { ...old, acceptances: { a: { ...old.acceptances.a!, ...more } } };
      expect(renewal(other)).toBeUndefined();
    }
  });
});
