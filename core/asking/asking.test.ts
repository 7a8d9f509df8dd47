import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { answerSeen, answerUsual, answerWith } from '../edits/answers';
import { set } from '../edits/steps';
import { usualOf } from '../edits/usual';
import { factAt } from '../facts/read';
import { applyCommand } from '../job/commands';
import type { Job } from '../job/schema/job';
import { QUESTION_IDS } from '../job/terms';
import { type Study, studyJob } from '../study/study';
import { demo } from '../testing/demos';
import { linedHouse } from '../testing/linedHouses';
import { askedOf, settledBy, walkUsual } from './asking';
import { lackingIn } from './lacking';
import { takeSheet } from './taking';

const nec = linedHouse('nec-2023');
const necStudy = studyJob(nec);
const british = linedHouse('bs-7671-2018-a2');
const britishStudy = studyJob(british);

/** Both houses with the sheet taken either way, each worked out once. */
const HOUSES = [
  { job: nec, study: necStudy },
  { job: british, study: britishStudy },
].map(({ job, study }) => ({
  job,
  study,
  assumed: takeSheet(job, study, 'assumed'),
  specified: takeSheet(job, study, 'specified'),
}));
const [ofNec] = HOUSES as [(typeof HOUSES)[number]];

/** Answers of the final circuits alone. */
const unknownIn = (study: Study): number =>
  study.circuits
    .filter(({ kind }) => kind === 'final')
    .flatMap(({ verdicts }) => verdicts)
    .filter((each) => each === 'unknown').length;
const set1 = (job: Job, on: 'boards' | 'circuits' | 'devices' | 'segments', id: string, field: string, to: unknown): Job =>
  applyCommand(job, { label: 'set', steps: [set(on, id, field.split('.'), to)] });

describe('two houses from their lines alone', () => {
  it('have at most 35 answers of their final circuits unknown with the usual sheet', () => {
    for (const { study, specified } of HOUSES) {
      expect(unknownIn(specified.study)).toBeLessThanOrEqual(35);
      expect(unknownIn(specified.study)).toBeLessThan(unknownIn(study));
    }
  });

  it('stop nowhere for what is usual, whichever way it is taken', () => {
    const stops = (of: Study) => of.circuits.map(({ verdicts }) => verdicts.map((each) => each === 'stop'));
    for (const { study, assumed, specified } of HOUSES)
      for (const taken of [assumed, specified])
        for (const [at, circuit] of stops(taken.study).entries())
          for (const [question, stopped] of circuit.entries()) expect(stopped && !stops(study)[at]![question]!).toBe(false);
  });

  it('pass nothing new on what is merely assumed', () => {
    for (const { study, assumed } of HOUSES) {
      const passed = settledBy(study, assumed.study).filter(
        ({ circuitId, question }) =>
          assumed.study.circuits.find((each) => each.circuitId === circuitId)!.verdictOf(question) === 'pass',
      );
      expect(passed).toEqual([]);
      expect(assumed.study.onAssumption).toBeGreaterThan(10);
    }
  });

  it('say of each fact as specified how it came there, and assume what a plate alone says', () => {
    const { job } = ofNec.specified;
    const origins = new Map<string, string>();
    for (const each of Object.values(job.devices))
      if ('aicA' in each.settings && each.settings.aicA !== undefined)
        origins.set('aicA', `${each.settings.aicA.from} ${each.settings.aicA.origin}`);
    for (const each of Object.values(job.loads))
      if (each.leakageMa !== undefined) origins.set('leakage', `${each.leakageMa.from} ${each.leakageMa.origin}`);
    expect(Object.fromEntries(origins)).toEqual({ aicA: 'stated specified', leakage: 'assumed usual' });
  });

  it('make of what was assumed alike somebody’s word, and of nothing else', () => {
    const marked = Object.values(nec.devices).filter(({ settings }) => 'voltageMarking' in settings);
    const [first, second] = marked.map(({ id }) => id) as [string, string];
    const at = (id: string) => `devices.${id}.settings.voltageMarking`;
    expect(factAt(nec, at(first))!.fact).toMatchObject({ value: '120/240', from: 'assumed', origin: expect.any(String) });
    const other = set1(nec, 'devices', second, 'settings.voltageMarking', { value: '120', from: 'assumed', origin: 'usual' });
    const own = set1(other, 'devices', marked[2]!.id, 'settings.voltageMarking', { value: '120/240', from: 'assumed' });
    const taken = takeSheet(own, studyJob(own), 'specified').job;
    expect(factAt(taken, at(first))!.fact).toEqual({ value: '120/240', from: 'stated', origin: 'specified' });
    expect(factAt(taken, at(second))!.fact).toMatchObject({ value: '120', from: 'assumed' });
    expect(factAt(taken, at(marked[2]!.id))!.fact).toEqual({ value: '120/240', from: 'assumed' });
    expect(factAt(takeSheet(nec, necStudy, 'assumed').job, at(first))!.fact).toMatchObject({ from: 'assumed' });
  });

  it('never write over what is entered', () => {
    const id = Object.keys(nec.devices)[1]!;
    const own = set1(nec, 'devices', id, 'settings.aicA', { value: 22_000, from: 'measured' });
    const { job } = takeSheet(own, studyJob(own), 'specified');
    expect(factAt(job, `devices.${id}.settings.aicA`)!.fact).toEqual({ value: 22_000, from: 'measured' });
  });

  it('are walked through in at most 40 questions that have a usual value', () => {
    const walked = walkUsual(nec, necStudy);
    expect(walked.asked.length).toBeLessThanOrEqual(40);
    expect(walked.asked.reduce((sum, { settles }) => sum + settles, 0)).toBe(
      necStudy.counts.unknown - walked.study.counts.unknown,
    );
    // Nothing usual is left.
    expect(
      askedOf(walked.job, walked.study)
        .questions.filter(({ usual }) => usual !== undefined)
        .map(({ id }) => id),
    ).toEqual(expect.not.arrayContaining(walked.asked.map(({ id }) => id)));
  });
});

describe('existing work', () => {
  const found: Job = {
    ...nec,
    boards: Object.fromEntries(Object.entries(nec.boards).map(([id, board]) => [id, { ...board, state: 'existing' as const }])),
    circuits: Object.fromEntries(Object.entries(nec.circuits).map(([id, each]) => [id, { ...each, state: 'existing' as const }])),
    devices: Object.fromEntries(Object.entries(nec.devices).map(([id, each]) => [id, { ...each, state: 'existing' as const }])),
    segments: Object.fromEntries(Object.entries(nec.segments).map(([id, each]) => [id, { ...each, state: 'existing' as const }])),
    electrodes: Object.fromEntries(
      Object.entries(nec.electrodes).map(([id, each]) => [id, { ...each, state: 'existing' as const }]),
    ),
    points: Object.fromEntries(Object.entries(nec.points).map(([id, each]) => [id, { ...each, state: 'existing' as const }])),
  };

  it('is given nothing that is usual of new work alone, and nothing as specified', () => {
    const { job, paths } = takeSheet(found, studyJob(found), 'specified');
    expect(paths.length).toBeGreaterThan(0);
    for (const path of paths) expect(factAt(job, path)!.fact, path).toMatchObject({ from: 'assumed', origin: 'usual' });
    const fields = new Set(paths.map((path) => path.split('.').toSpliced(1, 1).join('.')));
    for (const never of ['devices.settings.aicA', 'devices.settings.listedHere', 'points.earthTo', 'boards.openingsClosed'])
      expect([...fields]).not.toContain(never);
  });
});

describe('answering as usual', () => {
  const [segment] = Object.values(nec.segments);
  const existing = applyCommand(nec, {
    label: 'there already',
    steps: [set('segments', segment!.id, 'state', 'existing'), set('segments', segment!.id, 'place', undefined)],
  });
  const of = (field: string) => ({ paths: [`segments.${segment!.id}.${field}`], of: 'it' });

  it('of existing work is assumed, however it is asked for', () => {
    const job = applyCommand(existing, answerUsual(existing, of('ambientC'), 'specified')!);
    expect(job.segments[segment!.id]!.ambientC).toMatchObject({ from: 'assumed', origin: 'usual' });
  });

  it('is never assumed in a field that cannot say so, but may be seen there', () => {
    const fresh = applyCommand(nec, { label: 'unsaid', steps: [set('segments', segment!.id, 'place', undefined)] });
    expect(answerUsual(fresh, of('place'), 'assumed')).toBeUndefined();
    expect(answerUsual(existing, of('place'), 'specified')).toBeUndefined();
    expect(applyCommand(fresh, answerSeen(fresh, of('place'), 'stated')!).segments[segment!.id]!.place).toBe('in-wall');
  });
});

describe('what is never usual', () => {
  it.each([
    ...['origins.zeOhm', 'origins.psccA', 'origins.maxFaultA', 'boards.neutralBonded', 'boards.premises', 'segments.lengthM'],
    ...[
      'electrodes.resistanceOhm',
      'loads.dcDetection',
      'points.tubDistanceM',
      'origins.surgeCosts',
      'devices.settings.residual.voltageDependent',
    ],
    ...['circuits.wholeDwelling', 'devices.settings.hundredPercentListed', 'boards.earthTied', 'rooms.bonding', 'points.zone'],
  ])('%s', (id) => {
    for (const job of [nec, british])
      for (const row of Object.keys(job[id.split('.')[0] as 'boards'])) expect(usualOf(job, id, row)).toBeUndefined();
  });
});

describe('questions', () => {
  const asked = askedOf(nec, necStudy);

  it('come with what settles most first, each answer it names unknown now', () => {
    const settles = asked.questions.map(({ settles: of }) => of.length);
    expect(settles[0]).toBe(Math.max(...settles.slice(0, 5)));
    expect(settles[0]).toBeGreaterThanOrEqual(8);
    for (const { circuitId, question } of asked.questions[0]!.settles)
      expect(necStudy.circuits.find((each) => each.circuitId === circuitId)!.verdictOf(question)).toBe('unknown');
    expect([asked.unknown, asked.answers]).toEqual([necStudy.counts.unknown, necStudy.circuits.length * QUESTION_IDS.length]);
  });

  it('give what is usual to the rows it stops nothing of, and ask the others when these are known', () => {
    const id = 'segments.loadedConductors';
    const before = askedOf(nec, necStudy).questions.find((each) => each.id === id)!;
    const walked = walkUsual(nec, necStudy);
    const after = askedOf(walked.job, walked.study).questions.find((each) => each.id === id)!;
    expect(walked.asked.some((each) => each.id === id)).toBe(true);
    expect(after.usual).toBeUndefined();
    expect(after.paths.length).toBeGreaterThan(0);
    expect(after.paths.length).toBeLessThan(before.paths.length);
    // Nine together do stop these.
    for (const path of after.paths) {
      const [, segment] = path.split('.') as [string, string];
      const nine = studyJob(set1(walked.job, 'segments', segment, 'loadedConductors', { value: 9, from: 'stated' }));
      expect(nine.counts.stop).toBeGreaterThan(walked.study.counts.stop);
    }
    expect(walked.study.counts.stop).toBe(necStudy.counts.stop);
  });

  it('settle, answered as usual, what they said they would, in one command that is undone as one', () => {
    const [first] = asked.questions;
    const command = answerUsual(nec, first!, 'specified')!;
    const after = studyJob(applyCommand(nec, command), necStudy);
    expect(settledBy(necStudy, after)).toEqual(first!.settles);
    expect(command.steps.length).toBeGreaterThanOrEqual(first!.paths.length);
  });

  it('are the same in the same order for the same job', () => {
    const again = askedOf(structuredClone(nec), studyJob(structuredClone(nec)));
    expect(again.questions.map(({ id }) => id)).toEqual(asked.questions.map(({ id }) => id));
  });

  it('of what a dwelling’s service carries begin with its floor area: by it the demand is worked out', () => {
    const asks = (job: Job) => {
      const { checks } = studyJob(job)
        .circuits.find(({ kind }) => kind === 'service')!
        .answerTo('carries-load');
      return [
        ...new Set(checks.flatMap(({ verdict, missing }) => (verdict === 'unknown' ? missing : [])).map(({ path }) => path)),
      ];
    };
    expect(asks(nec)).toEqual(['boards.main.areaM2']);
    // Of what is no dwelling, or nobody said what it is, the current is asked; so it is where a share of it is stated.
    const current = ['circuits.service.designCurrentA'];
    expect(asks(set1(nec, 'boards', 'main', 'premises', { value: 'work', from: 'stated' }))).toEqual(current);
    expect(asks(set1(nec, 'boards', 'main', 'premises', undefined))).toEqual(current);
    expect(asks(set1(nec, 'circuits', 'service', 'diversity', { value: 0.5, from: 'stated' }))).not.toContain(
      'boards.main.areaM2',
    );
    const walked = walkUsual(nec, necStudy).job;
    const known = set1(walked, 'boards', 'main', 'areaM2', { value: 180, from: 'measured' });
    expect(asks(known)).toEqual([]);
  });

  it('called for comes first, tried like the best', () => {
    const { questions } = askedOf(nec, necStudy);
    const last = questions.filter(({ usual }) => usual !== undefined).at(-1)!;
    const [first, ...rest] = askedOf(nec, necStudy, new Set(), last.id).questions;
    expect(first!.id).toBe(last.id);
    expect(rest.map(({ id }) => id).sort()).toEqual(questions.flatMap(({ id }) => (id === last.id ? [] : [id])).sort());
    const row = questions.find(({ id }) => id.includes('@'))!;
    expect(askedOf(nec, necStudy, new Set(), row.id.split('@')[0]).questions[0]!.id.split('@')[0]).toBe(row.id.split('@')[0]);
    expect(askedOf(nec, necStudy, new Set(), 'open').questions).toEqual(questions);
  });

  it('set aside are asked no more', () => {
    const aside = new Set(asked.questions.slice(0, 3).map(({ id }) => id));
    const left = askedOf(nec, necStudy, aside).questions.map(({ id }) => id);
    expect(left.filter((id) => aside.has(id))).toEqual([]);
    expect(left).toHaveLength(asked.questions.length - 3);
  });

  it('speak of several things as of several, and of one by its name', () => {
    const texts = asked.questions.map(({ text }) => text);
    expect(texts).toContain('Which AIC is marked on these 13 breakers?');
    expect(texts.every((text) => text.endsWith('?') && !text.includes('{'))).toBe(true);
    expect(texts.filter((text) => /\b(is|has|does) these\b/i.test(text))).toEqual([]);
  });

  it('of what has no row lead to the row it belongs to', () => {
    const { job, study } = HOUSES[1]!.specified;
    const thing = askedOf(job, study).questions.find(({ how }) => how === undefined)!;
    const [on, id] = thing.paths[0]!.split('.');
    expect(job[on as 'devices'][id!]).toBeDefined();
    expect(thing.usual).toBeUndefined();
  });

  it('of what its maker alone says is one for all devices of a kind', () => {
    const { job, study } = HOUSES[1]!.specified;
    const asked = askedOf(job, study).questions.filter(({ id }) => id.endsWith(':makers-word'));
    expect(asked.map(({ paths }) => paths.length)).toEqual([2]);
    const [one] = asked[0]!.paths;
    const other = applyCommand(job, {
      label: 'another size',
      steps: [
        {
          do: 'set',
          on: 'devices',
          id: one!.split('.')[1]!,
          field: ['settings', 'ratingA'],
          to: { value: 10, from: 'stated' },
        },
      ],
    });
    const apart = askedOf(other, studyJob(other)).questions.filter(({ id }) => id.endsWith(':makers-word'));
    expect(apart.map(({ paths }) => paths.length)).toEqual([1, 1]);
  });

  it('ask for the class on a device before what its maker says it lets through', () => {
    const ids = askedOf(british, britishStudy).questions.map(({ id }) => id);
    const taken = HOUSES[1]!.specified;
    expect([...ids, ...taken.paths.map((path) => path.split('.').toSpliced(1, 1).join('.'))]).toContain(
      'devices.settings.energyClass',
    );
    expect(askedOf(taken.job, taken.study).questions.filter(({ id }) => id.endsWith(':let-through'))).toEqual([]);
  });

  it('answered with one value give it to every row, from one source', () => {
    const aic = asked.questions.find(({ id }) => id === 'devices.settings.aicA')!;
    const job = applyCommand(nec, answerWith(nec, aic, { value: 22_000, from: 'stated' }));
    for (const path of aic.paths) expect(factAt(job, path)!.fact).toEqual({ value: 22_000, from: 'stated' });
    expect(lackingIn(job, studyJob(job, necStudy)).groups.has('devices.settings.aicA')).toBe(false);
  });
});

describe('on other jobs', () => {
  it.each(['kiln-house', 'skerry-light', 'bindery-yard'] as const)(
    '%s: what is usual stops nothing and passes nothing on an assumption',
    (name) => {
      const job = demo(name);
      const study = studyJob(job);
      const taken = takeSheet(job, study, 'assumed');
      expect(taken.study.counts.stop).toBe(study.counts.stop);
      for (const { circuitId, question } of settledBy(study, taken.study))
        expect(taken.study.circuits.find((each) => each.circuitId === circuitId)!.verdictOf(question)).not.toBe('pass');
    },
  );

  it('two circuits at random with facts taken away: the sheet stops nothing, passes nothing on what is assumed, and is done at once', () => {
    const small = fc.record({
      of: fc.constantFrom('nec-2023', 'bs-7671-2018-a2'),
      at: fc.uniqueArray(fc.nat(8), { minLength: 2, maxLength: 2 }),
      gone: fc.subarray(['lengthM', 'lineSize', 'insulation', 'protectiveSize']),
    });
    fc.assert(
      fc.property(small, ({ of, at, gone }) => {
        const whole = linedHouse(of, undefined, at);
        const cables = Object.keys(whole.segments);
        const steps = cables.flatMap((id) => gone.map((field) => set('segments', id, field, undefined)));
        const job = steps.length === 0 ? whole : applyCommand(whole, { label: 'gone', steps });
        const study = studyJob(job);
        const taken = takeSheet(job, study, 'assumed');
        expect(taken.study.counts.stop).toBeLessThanOrEqual(study.counts.stop);
        for (const { circuitId, question } of settledBy(study, taken.study))
          expect(taken.study.circuits.find((each) => each.circuitId === circuitId)!.verdictOf(question)).not.toBe('pass');
        expect(takeSheet(taken.job, taken.study, 'assumed').paths.filter((path) => taken.paths.includes(path))).toEqual([]);
      }),
      { numRuns: 25 },
    );
  });
});
