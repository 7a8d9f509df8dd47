import { describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import { studyJob } from '../study/study';
import { boardInspected, measured, panelInspected, seen, wrong } from '../testing/inspectedHouse';
import { stated } from '../testing/jobs';
import { circuitInspection, type InspectionStudy, inspectionStudy } from './inspection';
import { labelsStudy } from './labels';

const of = (job: Job, boardId = 'board'): InspectionStudy => inspectionStudy(job, studyJob(job), boardId)!;
const row = (study: InspectionStudy, key: string) => study.rows.find((each) => each.key === key || each.key === `${key}:board`);

describe('the inspection of a board', () => {
  it('counts what is asked, seen and wrong, devices with it', () => {
    const job = panelInspected();
    expect(of(job).counts).toEqual({ asked: of(job).counts.asked, seen: of(job).counts.asked, wrong: 0 });
    job.inspections = { ...job.inspections, 'tug-board': seen(job, 'tug', 'board', wrong) };
    expect(of(job).counts.wrong).toBe(1);
    expect(of({ ...job, inspections: {} }).counts).toMatchObject({ seen: 0, wrong: 0 });
    expect(inspectionStudy(job, studyJob(job), 'nowhere')).toBeNull();
  });
  it('what nobody looked at has no verdict', () => {
    expect(row(of({ ...panelInspected(), inspections: {} }), 'tug')).toMatchObject({ verdict: null, rowId: null, because: '' });
  });
  it('says what was measured in the words of its trade', () => {
    const job = panelInspected();
    job.inspections = { ...job.inspections, 'space-depth-board': seen(job, 'space-depth', 'board', measured(0.9144)) };
    expect(row(of(job), 'space-depth')).toMatchObject({
      value: '36 in.',
      verdict: 'pass',
      rowId: 'space-depth-board',
    });
    expect(of(job).devices[0]?.rows.find(({ item }) => item === 'torque')).toMatchObject({ value: '4 N·m (35.4 lb·in)' });
  });
  it('shows what facts say and what is worked out beside what was seen', () => {
    const job = panelInspected();
    job.boards.board = { ...job.boards.board!, openingsClosed: stated(false), neutralBonded: stated(true) };
    const study = of(job);
    expect(row(study, 'openings')).toMatchObject({ kind: 'fact', verdict: 'stop', path: 'boards.board.openingsClosed' });
    expect(row(study, 'strap')).toMatchObject({ verdict: 'pass' });
    expect(row(study, 'gauge')).toMatchObject({ kind: 'judged', zone: 'devices' });
    job.boards.board = { ...job.boards.board, neutralBonded: stated(false) };
    expect(row(of(job), 'strap')).toMatchObject({ verdict: 'stop' });
  });
  it('an assumed strap does not pass', () => {
    const job = panelInspected();
    job.boards.board = { ...job.boards.board!, neutralBonded: stated(true, 'assumed') };
    expect(row(of(job), 'strap')).toMatchObject({ verdict: 'caution' });
  });
  it('proposes a code where the rules have them, for what is wrong alone', () => {
    const job = boardInspected();
    job.inspections = { ...job.inspections, 'tug-board': { ...seen(job, 'tug', 'board', wrong), code: 'FI' } };
    const study = of(job);
    expect(study.codes).toBe(true);
    expect(row(study, 'tug')).toMatchObject({ proposed: 'C2', code: 'FI' });
    expect(row(study, 'bushings')).toMatchObject({ proposed: null, code: null });
    expect(of(panelInspected()).codes).toBe(false);
  });
  it('is satisfactory only where all was seen, and every fault bears a code that allows it', () => {
    const job = boardInspected();
    job.boards.board = { ...job.boards.board!, openingsClosed: stated(true), nonCombustible: stated(true) };
    job.origins.net = { ...job.origins.net!, pipes: stated('bonded') };
    const device = job.devices['c-device']!;
    job.devices['c-device'] = { ...device, settings: { ...device.settings, listedHere: stated(true) } as typeof device.settings };
    // Of its outlet nobody said which room it is in: whether it is covered as that wants is open.
    expect(of(job).coded.outcome).toBe('open');
    job.inspections = Object.fromEntries(Object.entries(job.inspections).filter(([, { pointId }]) => pointId === undefined));
    expect(of(job).coded).toEqual({ counts: [], unconfirmed: 0, outcome: 'satisfactory' });
    // What is worked out stops it as well, and what nobody said.
    const closed = job.boards.board;
    job.boards.board = { ...closed, openingsClosed: stated(false) };
    expect(of(job).coded).toMatchObject({ unconfirmed: 1, outcome: 'open' });
    const { openingsClosed: _o, ...unsaid } = closed;
    job.boards.board = unsaid;
    expect(of(job).coded).toMatchObject({ unconfirmed: 0, outcome: 'open' });
    job.boards.board = closed;
    const coded = (item: 'tug' | 'bushings', code?: 'C2' | 'C3') => {
      job.inspections = {
        ...job.inspections,
        [`${item}-board`]: { ...seen(job, item, 'board', wrong), ...(code === undefined ? {} : { code }) },
      };
      return of(job).coded;
    };
    expect(coded('bushings', 'C3')).toEqual({ counts: [{ code: 'C3', count: 1 }], unconfirmed: 0, outcome: 'satisfactory' });
    expect(coded('tug')).toMatchObject({ unconfirmed: 1, outcome: 'open' });
    expect(coded('tug', 'C2')).toMatchObject({ unconfirmed: 0, outcome: 'unsatisfactory' });
    expect(coded('tug', 'C3').outcome).toBe('satisfactory');
    const { 'damp-board': _, ...unseen } = job.inspections;
    job.inspections = unseen;
    expect(of(job).coded.outcome).toBe('open');
  });
  it('goes on along the circuits, outlet by outlet', () => {
    const job = panelInspected();
    const study = studyJob(job);
    const outlets = inspectionStudy(job, study, 'board')!.circuits.find(({ circuitId }) => circuitId === 'outlets');
    expect(outlets).toMatchObject({ asked: 16, seen: 16, wrong: 0 });
    const { parts } = circuitInspection(job, study.circuits.find(({ circuitId }) => circuitId === 'outlets')!);
    expect(parts.map(({ id, on }) => `${on} ${id}`)).toEqual(['segmentId outlets', 'pointId outlet']);
    expect(parts[1]!.rows.find(({ key }) => key === 'box-fill')).toMatchObject({ verdict: 'pass' });
  });
});

describe('labels', () => {
  it('of an outlet say what feeds it, what protects it, where that is reset', () => {
    const job = panelInspected();
    job.boards.board = { ...job.boards.board!, name: 'Main panel' };
    job.circuits.outlets = { ...job.circuits.outlets!, number: '7' };
    job.rooms.k = { id: 'k', order: 'a', name: 'Kitchen' };
    job.points.outlet = { ...job.points.outlet!, roomId: 'k' };
    const label = () => labelsStudy(job, studyJob(job)).points[0];
    expect(label()).toMatchObject({ fedFrom: 'Main panel · 7', protectedBy: ['20 A'], resetsAt: null, lacks: [] });
    const device = job.devices['outlets-device']!;
    job.devices['outlets-device'] = {
      ...device,
      settings: { ...device.settings, groundFault: 'class-A' } as typeof device.settings,
    };
    expect(label()).toMatchObject({ protectedBy: ['20 A', 'class A'], resetsAt: 'Main panel' });
    job.circuits.outlets = { ...job.circuits.outlets, number: '' };
    delete job.points.outlet.roomId;
    expect(label()?.lacks).toEqual(['number of outlets', 'its room']);
  });
  it('of an appliance say where it is switched off, or that nobody knows', () => {
    const job = panelInspected();
    job.circuits.outlets = { ...job.circuits.outlets!, number: '7' };
    const label = (by?: 'plug' | 'lockable' | 'in-sight' | 'none') => {
      job.loads.l = {
        id: 'l',
        circuitId: 'outlets',
        order: 'a',
        name: 'pump',
        fastened: stated(true),
        ...(by === undefined ? {} : { disconnect: stated(by) }),
      };
      return labelsStudy(job, studyJob(job)).appliances[0];
    };
    expect(label('plug')).toBeUndefined();
    expect(label('lockable')).toMatchObject({ disconnectAt: 'Board · 7, locked off', lacks: [] });
    expect(label('in-sight')).toMatchObject({ disconnectAt: 'switch in sight of it' });
    expect(label('none')).toMatchObject({ disconnectAt: null, lacks: ['a disconnect: there is none'] });
    expect(label()).toMatchObject({ disconnectAt: null, lacks: ['where it is disconnected'] });
    job.points.off = { id: 'off', circuitId: 'outlets', order: 'b', name: 'Pump switch', kind: 'isolator', state: 'new' };
    expect(label('in-sight')).toMatchObject({ disconnectAt: 'Pump switch' });
  });
});
