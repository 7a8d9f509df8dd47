import { describe, expect, it } from 'vitest';
import { deviceLine } from '../../devices/identity';
import { triedFixes } from '../../fixes/fixes';
import type { Job } from '../../job/schema/job';
import { studyJob } from '../../study/study';
import { ask, check } from '../../study/testing/ask';
import { mouldedCase, splitHouse } from '../../testing/houses';
import { breaker, device, stated } from '../../testing/jobs';
import { switchOf } from '../../testing/leakyHouse';
import { backFed } from '../../testing/reliefJobs';
import { backedHouse, surgeHouse, surgeIn } from '../../testing/surgeHouse';

const of = (job: Job, id: string, circuitId = 'c') => check(ask(job, 'rides-surge', circuitId), id);
const verdict = (job: Job, id: string, circuitId = 'c') => of(job, id, circuitId)?.verdict;
const origin = (job: Job, more: object): Job => ({ ...job, origins: { ...job.origins, net: { ...job.origins.net!, ...more } } });
const board = (job: Job, premises: string): Job => ({
  ...job,
  boards: { board: { ...job.boards.board!, premises: stated(premises as never) } },
});

describe('whether surge protection is asked for', () => {
  it('by the risk of the line: asked for and absent is a stop, there a pass, not asked for a pass', () => {
    const absent = surgeHouse();
    delete absent.devices.spd;
    expect(verdict(absent, 'surge-need')).toBe('stop');
    expect(verdict(surgeHouse(), 'surge-need')).toBe('pass');
    const calm = origin(absent, {
      surroundings: stated('suburban'),
      flashesPerKm2: stated(0.1),
      overheadLvM: stated(0),
      cableHvM: stated(1000),
      overheadHvM: stated(0),
    });
    expect(of(calm, 'surge-need').because).toContain('CRL 4250');
    expect(verdict(calm, 'surge-need')).toBe('pass');
    expect(ask(calm, 'rides-surge').verdict).toBe('pass');
  });
  it('is not known without the surroundings, the flashes, any length of line, or what the house is', () => {
    const both = (change: (job: Job) => Job) => {
      const without = surgeHouse();
      delete without.devices.spd;
      // Fitted it stands there, whether or not it is asked for.
      return [verdict(change(without), 'surge-need'), verdict(change(surgeHouse()), 'surge-need')];
    };
    for (const field of ['surroundings', 'flashesPerKm2'])
      expect(both((job) => origin(job, { [field]: undefined }))).toEqual(['unknown', 'pass']);
    expect(both((job) => origin(job, { overheadLvM: undefined, overheadHvM: undefined }))).toEqual(['unknown', 'pass']);
    expect(
      both((job) => {
        const { premises: _, ...bare } = job.boards.board!;
        return { ...job, boards: { board: bare } };
      }),
    ).toEqual(['unknown', 'pass']);
    const failed = origin(surgeHouse(), { surroundings: undefined });
    failed.devices.spd = surgeIn('board', { indicator: stated('failed') }, { id: 'spd' });
    expect(verdict(failed, 'surge-need')).toBe('unknown');
  });
  it('whatever the risk where life, work or many people hang on it', () => {
    const calm = origin(surgeHouse(), { flashesPerKm2: stated(0.01), surroundings: stated('urban') });
    delete calm.devices.spd;
    expect(verdict(calm, 'surge-need')).toBe('pass');
    for (const premises of ['care', 'work', 'high-rise', 'shared', 'student'])
      expect(verdict(board(calm, premises), 'surge-need')).toBe('stop');
    calm.loads.l = { ...calm.loads.l!, safetyService: true };
    expect(verdict(calm, 'surge-need')).toBe('stop');
  });
  it('is relieved by what the board says where the line comes in, not by one further down', () => {
    const lent = origin(backFed(), {
      surroundings: stated('urban'),
      flashesPerKm2: stated(0.01),
      overheadLvM: stated(0),
      cableLvM: stated(1000),
    });
    lent.boards.sub = { ...lent.boards.sub!, premises: stated('household') };
    expect(verdict(lent, 'surge-need', 'feeder')).toBe('unknown');
    lent.boards.board = { ...lent.boards.board!, premises: stated('household') };
    expect(verdict(lent, 'surge-need', 'feeder')).toBe('pass');
    lent.boards.sub = { ...lent.boards.sub, premises: stated('care') };
    expect(verdict(lent, 'surge-need', 'feeder')).not.toBe('pass');
  });
  it('by BS 7671 by what it could cost: no declaration lifts life, services, money and data', () => {
    const british = (costs: string | undefined, declined?: boolean) => {
      const job: Job = {
        ...origin(surgeHouse(), {
          ...(costs === undefined ? {} : { surgeCosts: stated(costs) }),
          ...(declined === undefined ? {} : { surgeDeclined: stated(declined) }),
        }),
        pack: 'bs-7671-2018-a2',
      };
      delete job.devices.spd;
      return verdict(job, 'surge-need');
    };
    expect(british(undefined)).toBe('unknown');
    for (const costs of ['life', 'safety-service', 'money-or-data']) expect(british(costs, true)).toBe('stop');
    expect(british('no-more')).toBe('unknown');
    expect(british('no-more', false)).toBe('stop');
    expect(british('no-more', true)).toBe('pass');
    const cared: Job = {
      ...origin(board(surgeHouse(), 'care'), { surgeCosts: stated('no-more'), surgeDeclined: stated(true) }),
      pack: 'bs-7671-2018-a2',
    };
    delete cared.devices.spd;
    expect(verdict(cared, 'surge-need')).toBe('stop');
  });
  it('by the NEC since 2020 at the service of a dwelling, since 2023 in the panel of another building', () => {
    const house = (pack: Job['pack'], spd: boolean): Job => {
      const job = splitHouse();
      job.pack = pack;
      job.boards.board = { ...job.boards.board!, premises: stated('household') };
      if (spd) job.devices.spd = surgeIn('board', { ucV: stated(150) }, { id: 'spd', lines: ['L1', 'L2'] });
      job.circuits.service = { ...job.circuits.service!, state: 'new' };
      return job;
    };
    expect(verdict(house('nec-2017', false), 'surge-need', 'range')).toBe('pass');
    expect(verdict(house('nec-2020', false), 'surge-need', 'range')).toBe('stop');
    // A new circuit on a service that stands untouched: the rule is one of the service.
    const old = house('nec-2023', false);
    old.circuits.service = { ...old.circuits.service!, state: 'existing' };
    expect(verdict(old, 'surge-need', 'range')).toBe('stop');
    old.boards.board = { ...old.boards.board!, state: 'existing' };
    for (const [id, each] of Object.entries(old.devices))
      if (each.circuitId === 'service') old.devices[id] = { ...each, state: 'existing' };
    expect(verdict(old, 'surge-need', 'range')).toBe('caution');
    // Its main is replaced: that is service equipment.
    const replaced = {
      ...old,
      devices: { ...old.devices, main: device('main', 'service', mouldedCase(100, '2P'), { seat: 'end' }) },
    };
    expect(verdict(replaced, 'surge-need', 'range')).toBe('stop');
    expect(verdict(house('nec-2023', true), 'surge-need', 'range')).toBe('pass');
    const apart = house('nec-2023', true);
    const feeder = Object.values(apart.circuits).find(({ kind }) => kind === 'distribution')!;
    apart.boards[feeder.toBoardId!] = { ...apart.boards[feeder.toBoardId!]!, otherBuilding: true };
    // Of the building nobody said what it is; lived in it wants one, a workshop does not.
    expect(verdict(apart, 'surge-need', feeder.id)).toBe('unknown');
    const used = (use: 'living' | 'workshop') => ({
      ...apart,
      boards: { ...apart.boards, [feeder.toBoardId!]: { ...apart.boards[feeder.toBoardId!]!, roomId: 'r' } },
      rooms: { r: { id: 'r', order: 'a', name: 'r', use: stated(use) } },
    });
    expect([verdict(used('living'), 'surge-need', feeder.id), verdict(used('workshop'), 'surge-need', feeder.id)]).toEqual([
      'stop',
      'pass',
    ]);
    // An outlet of which nobody said where it is proves nothing.
    const shop = used('workshop');
    const out = { ...Object.values(shop.circuits).find(({ fromBoardId }) => fromBoardId === feeder.toBoardId)! };
    const unplaced: Job = {
      ...shop,
      points: { p: { id: 'p', circuitId: out.id, order: 'a', name: 'outlet', kind: 'socket', state: 'new' } },
    };
    expect(verdict(unplaced, 'surge-need', feeder.id)).toBe('unknown');
    const said = (premises: 'household' | 'work') => ({
      ...apart,
      boards: { ...apart.boards, [feeder.toBoardId!]: { ...apart.boards[feeder.toBoardId!]!, premises: stated(premises) } },
    });
    expect(verdict(said('household'), 'surge-need', feeder.id)).toBe('stop');
    // In the same dwelling the words ask it of a panel too.
    const same = {
      ...apart,
      boards: { ...apart.boards, [feeder.toBoardId!]: { ...apart.boards[feeder.toBoardId!]!, otherBuilding: false } },
    };
    expect(verdict(same, 'surge-need', feeder.id)).toBe('caution');
    expect(verdict({ ...apart, pack: 'nec-2020' }, 'surge-need', feeder.id)).toBe('pass');
    // In of 10 kA since 2023.
    const weak = house('nec-2023', false);
    weak.devices.spd = surgeIn('board', { ucV: stated(150), inKa: stated(9.9) }, { id: 'spd', lines: ['L1', 'L2'] });
    expect(verdict(weak, 'surge-in', 'range')).toBe('stop');
    expect(verdict({ ...weak, pack: 'nec-2020' }, 'surge-in', 'range')).toBeUndefined();
  });
});

describe('a surge device where it stands', () => {
  const spd = (more: object, row: object = {}): Job => {
    const job = surgeHouse();
    job.devices.spd = surgeIn('board', more, { id: 'spd', ...row });
    return job;
  };
  it('of type 3 is none for where the supply comes in, of type 2 none ahead of the main', () => {
    expect(verdict(spd({ type: stated('3') }), 'surge-place')).toBe('stop');
    expect(verdict(spd({ mount: stated('line-side') }), 'surge-place')).toBe('stop');
    expect(verdict(spd({ type: stated('1+2'), mount: stated('line-side'), iimpKa: stated(12.5) }), 'surge-place')).toBe('pass');
    expect(verdict(spd({ type: undefined }), 'surge-place')).toBe('unknown');
  });
  it('of type 3 in an outlet stands 10 m from there, or nearer by its instructions', () => {
    const at = (lengthM: number, more: object = {}): Job => {
      const job = surgeHouse(lengthM);
      job.points.p = { id: 'p', circuitId: 'c', order: 'a', name: 'outlet', kind: 'socket', state: 'new' };
      job.devices.fine = device('fine', 'c', surgeIn('board', { type: stated('3'), ...more }).settings, {
        seat: 'point',
        pointId: 'p',
        lines: [],
      });
      delete job.devices.fine.circuitId;
      return job;
    };
    expect(verdict(at(10), 'surge-place:fine')).toBe('pass');
    expect(verdict(at(9.9), 'surge-place:fine')).toBe('unknown');
    expect(verdict(at(9.9, { nearAllowed: stated(true) }), 'surge-place:fine')).toBe('pass');
    expect(verdict(at(9.9, { nearAllowed: stated(false) }), 'surge-place:fine')).toBe('stop');
    // What hangs elsewhere on the circuit is not behind it.
    expect(of(at(40), 'surge-level').demand).toBeCloseTo(1.8, 9);
    // It is the last stage where all there is hangs there: no way is left, and no lead.
    const all = at(40);
    all.loads.l = { ...all.loads.l!, pointId: 'p' };
    expect(of(all, 'surge-level')).toMatchObject({ demand: 1.2, verdict: 'pass' });
    const beside = { ...all, points: { ...all.points, q: { ...all.points.p!, id: 'q', order: 'b' } } };
    expect(of(beside, 'surge-level').demand).toBeCloseTo(1.8, 9);
  });
  it.each([
    ['ucV', 253, 252.9, 'surge-uc'],
    ['inKa', 5, 4.9, 'surge-in'],
  ] as const)('%s is %d at the least', (field, most, less, id) => {
    expect(verdict(spd({ [field]: stated(most) }), id)).toBe('pass');
    expect(verdict(spd({ [field]: stated(less) }), id)).toBe('stop');
    expect(verdict(spd({ [field]: undefined }), id)).toBe('unknown');
  });
  it('stands the greatest fault there is there', () => {
    const fault = of(spd({}), 'surge-sccr').demand!;
    expect(fault).toBeGreaterThan(500);
    expect(verdict(spd({ sccrA: stated(fault) }), 'surge-sccr')).toBe('pass');
    expect(verdict(spd({ sccrA: stated(0.99 * fault) }), 'surge-sccr')).toBe('stop');
  });
  it('is opened by what it was listed with, or by itself', () => {
    expect(verdict(backedHouse(), 'surge-opens')).toBe('pass');
    expect(verdict(spd({ ownDisconnector: undefined }), 'surge-opens')).toBe('unknown');
    const other = backedHouse();
    other.devices.cutout = device('cutout', 'service', {
      ...(other.devices.cutout!.settings as object),
      ratingA: stated(100),
    } as never);
    expect(verdict(other, 'surge-opens')).toBe('stop');
    const gone = backedHouse();
    gone.devices.cutout = { ...gone.devices.cutout!, state: 'removed' };
    expect(verdict(gone, 'surge-opens')).toBe('stop');
  });
  it('what opens it stands ahead of it, and is known', () => {
    const beside = backedHouse();
    beside.devices.spd = surgeIn(
      'board',
      { ownDisconnector: undefined, backupDeviceId: 'c-device', backupAs: deviceLine(beside.devices['c-device']!) },
      { id: 'spd' },
    );
    expect(verdict(beside, 'surge-opens')).toBe('stop');
    const bare = backedHouse();
    bare.devices.cutout = device('cutout', 'service', {
      ...(bare.devices.cutout!.settings as object),
      ratingA: undefined,
    } as never);
    bare.devices.spd = surgeIn(
      'board',
      { ownDisconnector: undefined, backupDeviceId: 'cutout', backupAs: deviceLine(bare.devices.cutout) },
      { id: 'spd' },
    );
    expect(verdict(bare, 'surge-opens')).toBe('unknown');
  });
  it.each([
    [0.5, 'pass'],
    [0.501, 'caution'],
    [1, 'caution'],
    [1.001, 'stop'],
  ] as const)('leads of %d m: %s', (leadM, wanted) => {
    expect(verdict(spd({ leadM: stated(leadM) }), 'surge-lead')).toBe(wanted);
  });
  it('what opens it opens a short circuit, on every line', () => {
    const named = (settings: object, more: object = {}) => {
      const job = backedHouse();
      const backup = device('backup', 'service', settings as never, { seat: 'end', ...more });
      job.devices.backup = backup;
      job.devices.spd = surgeIn(
        'board',
        { ownDisconnector: undefined, backupDeviceId: 'backup', backupAs: deviceLine(backup) },
        { id: 'spd' },
      );
      return verdict(job, 'surge-opens');
    };
    expect(named(breaker('C', 40))).toBe('pass');
    expect(named({ family: 'switch', duty: 'main', ratingA: stated(100), poles: '2P' })).toBe('stop');
    expect(named(switchOf('A'))).toBe('stop');
  });
  it('on two lines wants both opened, by the panel\u2019s own breaker too', () => {
    const fed = (poles: '1P' | '2P', lines: ('L1' | 'L2')[], more: object = {}) => {
      const job: Job = { ...splitHouse(), pack: 'nec-2023' };
      const backup = { ...device('own', 'range', mouldedCase(30, poles), { lines }), seat: 'board' as const, boardId: 'board' };
      delete (backup as { circuitId?: string }).circuitId;
      job.devices.own = backup;
      job.devices.spd = surgeIn(
        'board',
        { ownDisconnector: undefined, backupDeviceId: 'own', backupAs: deviceLine(backup), ...more },
        { id: 'spd', lines: ['L1', 'L2'] },
      );
      return verdict(job, 'surge-opens', 'range');
    };
    expect(fed('2P', ['L1', 'L2'])).toBe('pass');
    expect(fed('1P', ['L1'])).toBe('stop');
  });
  it('that does not open itself and names nothing that does stops', () => {
    expect(verdict(spd({ ownDisconnector: stated(false) }), 'surge-opens')).toBe('stop');
    expect(verdict(spd({ ownDisconnector: undefined }), 'surge-opens')).toBe('unknown');
  });
  it.each([
    ['general', {}, 'caution'],
    ['general', { surgeImmune: stated(true) }, 'pass'],
    ['S', {}, 'pass'],
  ] as const)('behind a residual device, %s: %j: %s', (delay, more, expected) => {
    const job = spd({ connection: '2+0' });
    const settings = switchOf('A', 0.1, delay);
    job.devices.head = device(
      'head',
      'service',
      { ...settings, residual: { ...('residual' in settings ? settings.residual : {}), ...more } } as never,
      { seat: 'end' },
    );
    expect(verdict(job, 'surge-behind:spd:head')).toBe(expected);
    const soil: Job = { ...job, supply: { ...job.supply, earthing: 'TT' } };
    expect(verdict(soil, 'surge-soil')).toBeUndefined();
    // Tapped ahead of the main it passes nothing, and in TT is joined over the neutral alone.
    const tapped: Job = {
      ...soil,
      devices: { ...soil.devices, spd: spd({ connection: '2+0', mount: stated('line-side') }).devices.spd! },
    };
    expect([verdict(tapped, 'surge-behind'), verdict(tapped, 'surge-soil')]).toEqual([undefined, 'stop']);
  });
  it('behind external lightning protection is of type 1 where the supply comes in', () => {
    const behind = (type: '1+2' | '2', there: boolean | undefined) => {
      const job = spd({ type: stated(type), iimpKa: stated(12.5) });
      if (there !== undefined) job.origins.net = { ...job.origins.net!, lightningProtection: stated(there) };
      return verdict(job, 'surge-place');
    };
    expect([behind('2', true), behind('2', false), behind('2', undefined), behind('1+2', true)]).toEqual([
      'stop',
      'pass',
      'pass',
      'pass',
    ]);
  });
  it.each([
    ['1+1', 'npeInKa', 10],
    ['1+1', 'npeIimpKa', 25],
    ['3+1', 'npeInKa', 20],
    ['3+1', 'npeIimpKa', 50],
  ] as const)('%s: %s of its part to earth is %d kA where it is entered', (connection, field, kA) => {
    const of = (value: number | undefined) =>
      verdict(spd({ connection, [field]: value === undefined ? undefined : stated(value) }), `surge-${field}`);
    expect([of(kA), of(kA - 0.1), of(undefined)]).toEqual(['pass', 'stop', undefined]);
    expect(verdict(spd({ connection: '2+0', [field]: stated(1) }), `surge-${field}`)).toBeUndefined();
  });
  it('behind a contactor stops', () => {
    const job = spd({});
    job.devices.k = device(
      'k',
      'service',
      { family: 'switch', duty: 'contactor', ratingA: stated(63), poles: '2P' },
      { seat: 'end' },
    );
    expect(verdict(job, 'surge-behind:spd:k')).toBe('stop');
  });
  it('through the soil ahead of the residual device is joined over the neutral alone', () => {
    const soil = (connection: string | undefined): Job => ({
      ...spd({ connection }),
      supply: { ...surgeHouse().supply, earthing: 'TT' },
    });
    expect(verdict(soil('1+1'), 'surge-soil')).toBe('pass');
    expect(verdict(soil('2+0'), 'surge-soil')).toBe('stop');
    expect(verdict(soil(undefined), 'surge-soil')).toBe('unknown');
    expect(verdict(spd({ connection: '2+0' }), 'surge-soil')).toBeUndefined();
  });
  it('on fewer lines than there are leaves one out', () => {
    const three = (lines: ('L1' | 'L2' | 'L3')[]): Job => ({
      ...spd({ connection: '3+1' }, { lines }),
      supply: { ...surgeHouse().supply, voltageSystem: 'three-phase-400-230' },
    });
    expect(verdict(three(['L1', 'L2']), 'surge-lines')).toBe('stop');
    expect(verdict(three([]), 'surge-lines')).toBe('unknown');
    expect(verdict(three(['L1', 'L2', 'L3']), 'surge-lines')).toBeUndefined();
  });
  it('whose window shows that it has failed protects nothing', () => {
    expect(verdict(spd({ indicator: stated('failed') }), 'surge-window')).toBe('stop');
    expect(verdict(spd({ indicator: stated('failed') }), 'surge-level')).toBeUndefined();
    expect(verdict(spd({ indicator: stated('good') }), 'surge-window')).toBe('pass');
    expect(verdict(spd({}), 'surge-window')).toBeUndefined();
    expect(verdict(spd({}, { state: 'existing' }), 'surge-window')).toBe('unknown');
  });
  it('taken out is none', () => {
    expect(verdict(spd({}, { state: 'removed' }), 'surge-need')).toBe('stop');
  });
});

describe('what is left at the equipment', () => {
  const level = (lengthM: number, more: object = {}, load: object = {}) => {
    const job = surgeHouse(lengthM, more);
    job.loads.l = { ...job.loads.l!, ...load };
    return of(job, 'surge-level');
  };
  it('is the protection level with the largest drop of its leads, against 80 % of what category II stands', () => {
    expect(level(8, { upKv: stated(1.4), leadM: stated(0.4) })).toMatchObject({
      verdict: 'pass',
      demand: 2,
      limit: 2,
      unit: 'kV',
    });
    expect(level(8, { upKv: stated(1.41), leadM: stated(0.4) }).verdict).toBe('caution');
    expect(level(8, { upKv: stated(1.9), leadM: stated(0.4) }).verdict).toBe('caution');
    expect(level(8, { upKv: stated(1.91), leadM: stated(0.4) }).verdict).toBe('stop');
  });
  it('of the most sensitive thing there, where one says it stands less', () => {
    expect(level(8, {}, { withstandKv: stated(1.5) })).toMatchObject({ limit: 1.2000000000000002, verdict: 'stop' });
    expect(level(8, {}, { withstandKv: stated(4) }).limit).toBe(2);
  });
  it('is not known where no cable is drawn', () => {
    const job = surgeHouse();
    job.segments = {};
    expect(verdict(job, 'surge-level')).toBe('unknown');
  });
  it('the level doubles beyond 10 m: advice, and a caution where what stands there was named sensitive or is a safety service', () => {
    expect(level(10)).toMatchObject({ verdict: 'pass' });
    expect(level(10).because).not.toContain('advised');
    const far = level(10.01);
    expect(far.demand).toBeCloseTo(1.8, 9);
    expect(far).toMatchObject({ verdict: 'pass' });
    expect(far.because).toContain('a second stage near the equipment is advised');
    const served = level(10.01, {}, { safetyService: true });
    expect(served.demand).toBeCloseTo(3, 9);
    expect(served.verdict).toBe('caution');
    expect(level(10.01, {}, { withstandKv: stated(2.4) })).toMatchObject({ verdict: 'caution' });
  });
  it('by the NEC no rule holds equipment to a withstand: figures and advice', () => {
    const job: Job = { ...splitHouse(), pack: 'nec-2023' };
    job.devices.spd = surgeIn('board', { upKv: stated(5) }, { id: 'spd', lines: ['L1', 'L2'] });
    const shown = of(job, 'surge-level', 'range');
    expect(shown).toMatchObject({ verdict: 'not-applicable', unit: 'kV' });
    expect(shown.demand).toBeGreaterThan(shown.limit!);
  });
  it('two stages have 10 m of cable between them, or it is a caution', () => {
    const apart = (lengthM: number | undefined) => {
      const job = backFed();
      const feeder = job.segments.feed!;
      job.segments.feed = lengthM === undefined ? { ...feeder, lengthM: undefined } : { ...feeder, lengthM: stated(lengthM) };
      job.devices.first = surgeIn('board', {}, { id: 'first' });
      job.devices.second = surgeIn('sub', {}, { id: 'second' });
      return verdict(job, 'surge-after:second', 'feeder');
    };
    expect(apart(10)).toBe('pass');
    expect(apart(9.9)).toBe('caution');
    expect(apart(undefined)).toBe('unknown');
  });
  it('what opened it and is gone: what feeds its board is tried in its place', () => {
    const job = backedHouse();
    job.devices.old = { ...job.devices.cutout!, id: 'old', state: 'removed' };
    job.devices.spd = surgeIn(
      'board',
      { ownDisconnector: undefined, backupDeviceId: 'old', backupAs: 'fuse gG 63 A 1P' },
      { id: 'spd' },
    );
    const labels = triedFixes(job, studyJob(job), 'c')
      .filter(({ question }) => question === 'rides-surge')
      .map(({ command }) => command.label);
    expect(labels).toContain('cutout opens SPD when it fails');
  });
  it('fixes are tried: shorter leads, and another stage', () => {
    const job = surgeHouse(8, { leadM: stated(1.2), upKv: stated(1) });
    const labels = triedFixes(job, studyJob(job), 'c')
      .filter(({ question }) => question === 'rides-surge')
      .map(({ command }) => command.label);
    expect(labels).toEqual(['Lay the leads of SPD within 0.5 m']);
    const bare = surgeHouse();
    delete bare.devices.spd;
    const put = triedFixes(bare, studyJob(bare), 'c').filter(({ question }) => question === 'rides-surge');
    expect(put.map(({ command }) => command.label)).toEqual(['Put a surge device in Board, Up 1 kV, leads of 0.3 m']);
  });
});
