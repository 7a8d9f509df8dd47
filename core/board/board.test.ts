import { describe, expect, it } from 'vitest';
import type { Circuit } from '../job/schema/circuit';
import type { Device } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import type { Board, Electrode, RoomUse } from '../job/schema/supply';
import { ask, check } from '../study/testing/ask';
import { mouldedCase, splitHouse } from '../testing/houses';
import { breaker, device, jobWith, stated } from '../testing/jobs';
import { behindSwitch, rcbo, rccb } from '../testing/residuals';

const verdict = (job: Job, id: string, circuitId = 'service') => check(ask(job, 'saves-person', circuitId), id)?.verdict;
const why = (job: Job, id: string, circuitId = 'service') => check(ask(job, 'saves-person', circuitId), id)?.because;

/** A panel of 20 spaces fed by a service, with a main, and two circuits at 5 (L1) and 7 (L2). */
function panel(board: Partial<Board> = {}, one: Partial<Device> = {}, two: Partial<Device> = {}): Job {
  const job = splitHouse();
  const circuit = (id: string, more: Partial<Circuit> = {}): Circuit => ({
    id,
    order: `b${id}`,
    number: id,
    name: id,
    kind: 'final',
    state: 'new',
    fromBoardId: 'board',
    topology: 'radial',
    ...more,
  });
  job.circuits = { service: job.circuits.service!, one: circuit('one'), two: circuit('two') };
  job.segments = {};
  job.boards.board = { ...job.boards.board!, spaces: stated(20), state: 'new', ...board };
  job.devices = {
    main: device('main', 'service', mouldedCase(200, '2P'), { seat: 'end', lines: ['L1', 'L2'] }),
    a: device('a', 'one', mouldedCase(20, '1P'), { slot: '5', lines: ['L1'], ...one }),
    b: device('b', 'two', mouldedCase(20, '1P'), { slot: '7', lines: ['L2'], ...two }),
  };
  return job;
}
const metric = (board: Partial<Board> = {}, pack: Job['pack'] = 'bs-7671-2018-a2'): Job => {
  const job = jobWith([{ id: 'c', settings: breaker('B', 16) }]);
  job.pack = pack;
  job.boards.board = { ...job.boards.board!, ...board };
  return job;
};

describe('a device in its place', () => {
  it.each<[string, Partial<Device>, Partial<Device>, string | undefined]>([
    ['each in its own, on its leg', {}, {}, undefined],
    ['two in one space', {}, { slot: '5' }, 'seat'],
    ['a wide one reaching into the next', { settings: mouldedCase(20, '2P'), lines: ['L1', 'L2'] }, {}, 'seat'],
    ['no such space', { slot: '21' }, {}, 'seat'],
    ['said to be on the other leg', { lines: ['L2'] }, {}, 'leg'],
    ['two poles in one space', { slot: '13a', settings: mouldedCase(20, '2P', { spaceUse: stated('half') }) }, {}, 'leg'],
    ['words of one’s own are no place', { slot: 'left of the door' }, {}, undefined],
    ['nobody said which leg', { lines: [] }, {}, undefined],
  ])('%s', (_, one, two, id) => {
    const stops = ask(panel({ halfFrom: stated(11) }, one, two), 'saves-person', 'one').checks.filter(
      (each) => each.verdict === 'stop',
    );
    expect(stops.map((each) => each.id.split(':')[0])).toEqual(id === undefined ? [] : [id]);
  });
  it.each([
    [undefined, 'unknown'],
    [0, 'stop'],
    [15, 'stop'],
    [13, 'pass'],
  ] as const)('half-size from space %s: one at 13 is %s', (from, expected) => {
    const twin = { slot: '13b', settings: mouldedCase(15, '1P', { spaceUse: stated('twin') }) };
    const board = from === undefined ? {} : { halfFrom: stated(from) };
    expect(verdict(panel(board, { ...twin, lines: ['L1'] }), 'half:', 'one')).toBe(expected);
  });
  it('behind a jumper two poles have nothing between them, and a neutral is shared on one leg', () => {
    const two = { settings: mouldedCase(20, '2P'), slot: '9', lines: ['L1', 'L2'] as const };
    const job = panel({ oneLineJumper: stated(true) }, { ...two, lines: [...two.lines] });
    expect(verdict(job, 'leg:', 'one')).toBe('stop');
    expect(verdict(job, 'board-jumper')).toBe('stop');
    const shared = panel({ oneLineJumper: stated(true) }, {}, { lines: ['L1'] });
    expect(verdict(shared, 'board-jumper')).toBe('pass');
    shared.circuits.two = { ...shared.circuits.two!, sharesNeutralWith: 'one' };
    expect(verdict(shared, 'board-jumper')).toBe('stop');
    // Two poles want two legs, whether or not somebody said which.
    const unsaid = panel({ oneLineJumper: stated(true) }, {
      settings: mouldedCase(20, '2P'),
      slot: undefined,
      lines: [],
    } as Partial<Device>);
    expect(verdict(unsaid, 'board-jumper')).toBe('stop');
    expect(verdict(panel({ oneLineJumper: stated(false) }), 'board-jumper')).toBe('pass');
    expect(verdict(panel(), 'board-jumper')).toBeUndefined();
  });
});

describe('a board as it is built', () => {
  it.each([
    [2, 0, 'pass', null],
    [1, 0, 'stop', null],
    [1, 50, 'stop', null],
    [3, 50, 'pass', null],
    // What is kept free beyond what they take is good practice.
    [2, 50, 'pass', 'room'],
  ] as const)('two devices in %i spaces, %i %% kept free: %s, advice %s', (spaces, growth, expected, advice) => {
    const job = panel({ spaces: stated(spaces), growthPercent: stated(growth) }, { slot: '1' }, { slot: '2', lines: ['L1'] });
    expect(verdict(job, 'board-room')).toBe(expected);
    expect(check(ask(job, 'saves-person', 'service'), 'board-room')?.advice).toBe(advice);
    // Its main has a place of its own; among the spaces it takes two of them.
    const among = { ...job, devices: { ...job.devices, main: { ...job.devices.main!, slot: '1' } } };
    if (spaces === 3) expect(verdict(among, 'board-room')).toBe('stop');
  });
  it('without a number of spaces nothing is said to fit', () => {
    expect(verdict(panel({ spaces: undefined }), 'board-room')).toBe('unknown');
    expect(verdict(panel({ spaces: stated(20, 'assumed') }), 'board-room')).toBe('caution');
  });
  it('every device belongs in it: one that does not is a stop, one nobody looked at unknown', () => {
    const listing = (value: boolean | undefined) =>
      ({ settings: mouldedCase(20, '1P', value === undefined ? {} : { listedHere: stated(value) }) }) as Partial<Device>;
    const job = (a: boolean | undefined, b: boolean | undefined) => {
      const made = panel({}, listing(a), listing(b));
      made.devices.main = { ...made.devices.main!, settings: mouldedCase(200, '2P', { listedHere: stated(true) }) };
      return made;
    };
    expect(verdict(job(true, true), 'board-listed')).toBe('pass');
    expect(verdict(job(true, undefined), 'board-listed')).toBe('unknown');
    expect(verdict(job(false, undefined), 'board-listed')).toBe('stop');
    const gone = job(false, true);
    gone.devices.a = { ...gone.devices.a!, state: 'removed' };
    expect(verdict(gone, 'board-listed')).toBe('pass');
  });
  it('openings are a hazard whatever their age; a combustible enclosure is one of today', () => {
    expect(verdict(panel(), 'board-openings')).toBe('unknown');
    expect(verdict(panel({ openingsClosed: stated(true) }), 'board-openings')).toBe('pass');
    expect(verdict(panel({ openingsClosed: stated(true, 'assumed') }), 'board-openings')).toBe('caution');
    expect(verdict(panel({ openingsClosed: stated(false), state: 'existing' }), 'board-openings')).toBe('stop');
    const enclosed = (holds: boolean, state: 'new' | 'existing') =>
      verdict(metric({ nonCombustible: stated(holds), state }), 'board-enclosure');
    expect([enclosed(true, 'new'), enclosed(false, 'new'), enclosed(false, 'existing')]).toEqual(['pass', 'stop', 'caution']);
    expect(verdict(metric({}), 'board-enclosure')).toBe('unknown');
    expect(verdict(metric({}, 'iec-60364'), 'board-enclosure')).toBeUndefined();
  });
  it('a main among the spaces is fed from behind, and held', () => {
    const main = (more: Partial<Device>) => {
      const job = panel();
      job.devices.main = { ...job.devices.main!, ...more };
      return verdict(job, 'board-fastened');
    };
    expect(main({})).toBeUndefined();
    expect(main({ slot: '1' })).toBe('unknown');
    expect(main({ slot: '1', fastened: stated(true) })).toBe('pass');
    expect(main({ slot: '1', fastened: stated(false) })).toBe('stop');
    expect(main({ backFed: stated(true), fastened: stated(false) })).toBe('stop');
    expect(main({ backFed: stated(false) })).toBeUndefined();
  });
  it.each([
    ['nec-2017', 6, 'pass'],
    ['nec-2017', 7, 'stop'],
    ['nec-2020', 1, 'pass'],
    ['nec-2020', 2, 'stop'],
    ['nec-2023', 2, 'stop'],
  ] as const)('%s: a service of %i devices and no main: %s', (pack, count, expected) => {
    const job = panel();
    job.pack = pack;
    delete job.devices.main;
    const [{ one }, { a }] = [job.circuits, job.devices];
    for (const id of ['one', 'two']) delete job.circuits[id];
    for (const id of ['a', 'b']) delete job.devices[id];
    for (let at = 0; at < count; at += 1) {
      job.circuits[`n${at}`] = { ...one!, id: `n${at}` };
      job.devices[`d${at}`] = { ...a!, id: `d${at}`, circuitId: `n${at}`, slot: String(2 * at + 1) };
    }
    expect(verdict(job, 'board-disconnects')).toBe(expected);
    expect(verdict(job, 'board-off')).toBe('unknown');
    const off = (disconnect: 'remote' | 'lockable' | 'own-main') =>
      verdict({ ...job, boards: { board: { ...job.boards.board!, disconnect: stated(disconnect) } } }, 'board-off');
    expect([off('remote'), off('lockable'), off('own-main')]).toEqual(['stop', 'pass', 'unknown']);
  });
  it('what parts an inverter from the panel is no disconnect of the service', () => {
    const job = panel();
    const main = job.devices.main!;
    job.origins.inv = { ...Object.values(job.origins)[0]!, id: 'inv', kind: 'inverter' };
    job.circuits.lead = { ...job.circuits.service!, id: 'lead', order: 'z', fromOriginId: 'inv' };
    job.devices.inv = { ...main, id: 'inv', circuitId: 'lead' };
    expect(verdict(job, 'board-disconnects')).toBe('pass');
    const twice = { ...job, devices: { ...job.devices, inv: { ...main, id: 'inv' } } };
    expect(verdict(twice, 'board-disconnects')).toBe('stop');
  });
  it('a surge device or a contactor at the end of the feed switches nothing off', () => {
    for (const settings of [
      { family: 'spd' as const },
      { family: 'switch' as const, duty: 'contactor' as const, poles: '2P' as const },
    ]) {
      const job = panel();
      job.devices.main = { ...job.devices.main!, settings };
      expect(verdict(job, 'board-off')).toBe('unknown');
    }
  });
  it('on rails every main takes modules, and a width nobody read is custom', () => {
    const rails = (width: number | undefined, spaces: number) => {
      const wide = width === undefined ? {} : { widthModules: stated(width) };
      const job = jobWith([{ id: 'c', settings: breaker('B', 16, wide) }]);
      job.boards.board = { ...job.boards.board!, spaces: stated(spaces) };
      job.devices.sw = device('sw', 'service', { family: 'switch', duty: 'main', poles: '2P', ...wide }, { seat: 'end' });
      return verdict(job, 'board-room');
    };
    expect([rails(undefined, 3), rails(undefined, 2), rails(1.5, 3), rails(2, 3)]).toEqual(['pass', 'stop', 'pass', 'stop']);
  });
  it('a main on one of its feeds does not switch the board off', () => {
    const job = panel();
    job.origins.inv = { ...Object.values(job.origins)[0]!, id: 'inv', kind: 'inverter' };
    job.circuits.lead = { ...job.circuits.service!, id: 'lead', order: 'z', fromOriginId: 'inv' };
    expect(verdict(job, 'board-off')).toBe('unknown');
    const both = { ...job, devices: { ...job.devices, inv: { ...job.devices.main!, id: 'inv', circuitId: 'lead' } } };
    expect(verdict(both, 'board-off')).toBe('pass');
  });
  it('half a space counts only where the board takes half-size devices', () => {
    const twins = (halfFrom: number | undefined, spaces: number) => {
      const twin = { slot: undefined, settings: mouldedCase(15, '1P', { spaceUse: stated('twin') }) };
      const board = { spaces: stated(spaces), ...(halfFrom === undefined ? {} : { halfFrom: stated(halfFrom) }) };
      return verdict(panel(board, twin as Partial<Device>, twin as Partial<Device>), 'board-room');
    };
    expect([twins(1, 1), twins(0, 1), twins(0, 2), twins(undefined, 2)]).toEqual(['pass', 'stop', 'pass', 'unknown']);
  });
  it('with a main it is switched off by that', () => {
    expect(verdict(panel(), 'board-disconnects')).toBe('pass');
    expect(verdict(panel(), 'board-off')).toBe('pass');
  });
  it('bars have a terminal for each neutral, and each ground or as many as they are listed for', () => {
    expect(verdict(panel(), 'board-neutrals')).toBeUndefined();
    // The service and two circuits.
    expect(verdict(panel({ neutralTerminals: stated(3) }), 'board-neutrals')).toBe('pass');
    expect(verdict(panel({ neutralTerminals: stated(2) }), 'board-neutrals')).toBe('stop');
    const plugged = { settings: mouldedCase(20, '1P', { neutralLead: stated('plug-on') }) };
    expect(verdict(panel({ neutralTerminals: stated(2), plugOnNeutral: stated(true) }, plugged), 'board-neutrals')).toBe('pass');
    expect(verdict(panel({ neutralTerminals: stated(2) }, plugged), 'board-neutrals')).toBe('stop');
    expect(verdict(panel({ earthTerminals: stated(2) }), 'board-earths')).toBe('stop');
    expect(verdict(panel({ earthTerminals: stated(2), earthWiresPerTerminal: stated(2) }), 'board-earths')).toBe('pass');
    expect(verdict(panel({ earthTerminals: stated(3) }), 'board-earths')).toBe('pass');
  });
  it('the neutral lands where its own device sees it', () => {
    const gf = { settings: mouldedCase(20, '1P', { groundFault: 'class-A' }) };
    const af = { settings: mouldedCase(20, '1P', { arcFault: 'combination' }) };
    const at = (more: Partial<Device>, where: 'bar' | 'this-device' | 'other-device') =>
      verdict(panel({}, { ...more, neutralAt: stated(where) }), 'neutral-at', 'one');
    expect([at({}, 'bar'), at({}, 'other-device'), at(gf, 'bar'), at(af, 'bar'), at(gf, 'this-device')]).toEqual([
      'pass',
      'stop',
      'stop',
      'stop',
      'pass',
    ]);
    expect(verdict(panel(), 'neutral-at', 'one')).toBeUndefined();
  });
});

describe('behind one residual device for several', () => {
  it('a bar is not known to be its own', () => {
    const job = behindSwitch(
      jobWith([{ id: 'c', settings: breaker('B', 16), device: { neutralAt: stated('bar') } }]),
      rccb(),
      'c',
    );
    expect(verdict(job, 'neutral-at', 'c')).toBe('unknown');
  });
});

describe('a neutral that circuits share', () => {
  const tie = { tiedTo: 'a', tie: stated('handle' as const) };
  const shared = (one: Partial<Device> = {}, two: Partial<Device> = tie, circuit: Partial<Circuit> = {}): Job => {
    const job = panel({}, one, two);
    job.circuits.two = { ...job.circuits.two!, sharesNeutralWith: 'one' };
    job.circuits.one = { ...job.circuits.one!, ...circuit };
    return job;
  };
  it('on opposite legs, opened together: a pass on both; on one leg, or one by one: a stop', () => {
    for (const id of ['one', 'two']) {
      expect(verdict(shared(), 'shared:lines', id)).toBe('pass');
      expect(verdict(shared(), 'shared:together', id)).toBe('pass');
    }
    expect(verdict(shared({}, { ...tie, slot: '6', lines: ['L1'] }), 'shared:lines', 'one')).toBe('stop');
    expect(verdict(shared({}, {}), 'shared:together', 'one')).toBe('stop');
    expect(verdict(shared({}, { tiedTo: 'a' }), 'shared:together', 'one')).toBe('unknown');
    expect(verdict(shared({}, { tiedTo: 'a', tie: stated('handle', 'assumed') }), 'shared:together', 'one')).toBe('unknown');
    expect(verdict(shared({ lines: [] }), 'shared:lines', 'one')).toBe('unknown');
    const none = shared();
    delete none.devices.b;
    expect(verdict(none, 'shared:together', 'one')).toBe('unknown');
  });
  it('nor is anything tied across two boards', () => {
    const job = shared();
    job.boards.other = { ...job.boards.board!, id: 'other' };
    job.circuits.two = { ...job.circuits.two!, fromBoardId: 'other' };
    expect(verdict(job, 'shared:together', 'one')).toBe('stop');
  });
  it('a tie reaches no farther than the next device', () => {
    expect(why(shared({}, { ...tie, slot: '11' }), 'shared:together', 'one')).toBe('tied, and yet apart: at 5 and 11');
    expect(verdict(shared({}, { ...tie, slot: '8' }), 'shared:together', 'one')).toBe('stop');
  });
  it('with a load between the lines a handle tie is not enough: one trips and the other stays', () => {
    const across = (kind: 'handle' | 'common-trip', more: object) => {
      const job = shared({}, { tiedTo: 'a', tie: stated(kind) });
      job.loads.l = { id: 'l', circuitId: 'one', order: 'a', name: 'heater', ...more };
      return verdict(job, 'shared:together', 'two');
    };
    expect(across('handle', { lines: stated('L1-L2') })).toBe('stop');
    expect(across('handle', { voltages: stated('line-line') })).toBe('stop');
    expect(across('handle', { lines: stated('L1'), voltages: stated('line') })).toBe('pass');
    expect(across('common-trip', { lines: stated('L1-L2') })).toBe('pass');
    expect(across('handle', { lines: stated('L1', 'assumed') })).toBe('caution');
  });
  it('two devices that each compare one line with the neutral of both trip for nothing, or see nothing', () => {
    const watched = (settings: object) => shared({ settings: mouldedCase(20, '1P', settings) }, tie);
    expect(verdict(shared(), 'shared:watched', 'one')).toBeUndefined();
    expect(verdict(watched({ groundFault: 'class-A' }), 'shared:watched', 'one')).toBe('stop');
    expect(verdict(watched({ arcFault: 'combination' }), 'shared:watched', 'two')).toBe('stop');
    const metricPair = (settings = rcbo()) => {
      const job = jobWith([
        { id: 'c', settings },
        { id: 'd', settings: breaker('B', 16), circuit: { sharesNeutralWith: 'c' } },
      ]);
      return job;
    };
    expect(verdict(metricPair(), 'shared:watched', 'd')).toBe('stop');
    const behind = behindSwitch(metricPair(breaker('B', 16)), rccb(), 'c', 'd');
    expect(verdict(behind, 'shared:watched', 'd')).toBe('pass');
    expect(verdict({ ...behind, pack: 'bs-7671-2018-a2' }, 'shared:own', 'd')).toBe('stop');
    expect(verdict(behindSwitch(metricPair(breaker('B', 16)), rccb(), 'c'), 'shared:watched', 'd')).toBe('stop');
  });
  it.each([
    ['shared:pigtail', 'neutralPigtailed'],
    ['shared:grouped', 'neutralGrouped'],
  ] as const)('%s is asked of each', (id, field) => {
    const said = (value: boolean | undefined) =>
      verdict(shared({}, tie, value === undefined ? {} : { [field]: stated(value) }), id, 'one');
    expect([said(true), said(false), said(undefined)]).toEqual(['pass', 'stop', 'unknown']);
  });
  it('one among several is told from the others', () => {
    const job = shared({}, tie, { neutralMark: stated('none') });
    expect(verdict(job, 'shared:told', 'one')).toBeUndefined();
    for (const [id, other] of [
      ['three', undefined],
      ['four', 'three'],
    ] as const) {
      job.circuits[id] = { ...job.circuits.one!, id, ...(other === undefined ? {} : { sharesNeutralWith: other }) };
      job.devices[id] = { ...job.devices.a!, id, circuitId: id, slot: id === 'three' ? '13' : '15' };
    }
    expect(verdict(job, 'shared:told', 'one')).toBe('caution');
    job.circuits.one = { ...job.circuits.one!, neutralMark: stated('tape') };
    expect(verdict(job, 'shared:told', 'one')).toBe('pass');
  });
});

describe('what a service is tied to the earth by', () => {
  const rod = (id: string, more: Partial<Electrode> = {}): Electrode => ({
    id,
    order: id,
    name: id,
    boardId: 'board',
    kind: 'rod',
    state: 'existing',
    lengthM: stated(2.4384),
    ...more,
  });
  const rods = (...electrodes: Electrode[]): Job => ({
    ...panel(),
    electrodes: Object.fromEntries(electrodes.map((each) => [each.id, each])),
  });
  it.each([
    [{}, 'unknown'],
    [{ resistanceOhm: stated(25, 'measured') }, 'pass'],
    [{ resistanceOhm: stated(25.1, 'measured') }, 'stop'],
    [{ resistanceOhm: stated(10, 'assumed') }, 'unknown'],
    [{ resistanceOhm: stated(10) }, 'unknown'],
    [{ kind: 'foundation' as const }, 'pass'],
    [{ kind: 'water-pipe' as const }, 'stop'],
    [{ kind: undefined }, 'unknown'],
  ] as const)('one electrode, %o: %s', (more, expected) => {
    expect(verdict(rods(rod('r', more)), 'electrodes')).toBe(expected);
  });
  it('none is unknown; a rod beside a water pipe is held to what one alone is', () => {
    expect(verdict(rods(), 'electrodes')).toBe('unknown');
    const pipe = rod('w', { kind: 'water-pipe' });
    expect(verdict(rods(pipe, rod('r')), 'electrodes')).toBe('unknown');
    expect(verdict(rods(pipe, rod('r', { resistanceOhm: stated(20, 'measured') })), 'electrodes')).toBe('pass');
    expect(verdict(rods(pipe, rod('f', { kind: 'foundation' })), 'electrodes')).toBe('pass');
  });
  it.each([
    [2.4384, 1.8288, 'pass', 'pass'],
    [2.43, 1.82, 'stop', 'stop'],
  ] as const)('two rods of %d m, %d m apart: %s, %s', (lengthM, spacingM, long, far) => {
    const job = rods(...['r', 's'].map((id) => rod(id, { lengthM: stated(lengthM), spacingM: stated(spacingM) })));
    expect([verdict(job, 'electrodes:'), verdict(job, 'electrode-length:r'), verdict(job, 'electrode-apart:s')]).toEqual([
      'pass',
      long,
      far,
    ]);
  });
  it('a length or distance nobody measured is unknown; a plate has no length', () => {
    expect(verdict(rods(rod('r', { lengthM: undefined })), 'electrode-length')).toBe('unknown');
    expect(verdict(rods(rod('r'), rod('s')), 'electrode-apart')).toBe('unknown');
    expect(verdict(rods(rod('r', { kind: 'plate', lengthM: undefined })), 'electrode-length')).toBeUndefined();
  });
  it('metal that comes in is bonded, or there is none', () => {
    const pipes = (value: 'bonded' | 'not-bonded' | 'none' | undefined) => {
      const job = metric();
      if (value !== undefined) job.origins.net = { ...job.origins.net!, pipes: stated(value) };
      return verdict(job, 'pipes');
    };
    expect([pipes('bonded'), pipes('none'), pipes('not-bonded'), pipes(undefined)]).toEqual(['pass', 'pass', 'stop', 'unknown']);
  });
  it.each([
    [true, '3P', 'this-device', 'pass'],
    [true, '3P', 'bar', 'stop'],
    [true, '3P', undefined, 'unknown'],
    [true, '3P+N', undefined, 'pass'],
    [true, '2P', undefined, 'stop'],
    [false, '3P', 'this-device', 'stop'],
    [false, '2P', undefined, 'pass'],
    [undefined, '2P', undefined, 'unknown'],
  ] as const)('a generator joined to earth %s behind a switch of %s, neutral at %s: %s', (joined, poles, at, expected) => {
    const job = panel();
    const [origin] = Object.values(job.origins);
    job.origins.gen = {
      ...origin!,
      id: 'gen',
      kind: 'generator',
      ...(joined === undefined ? {} : { neutralBond: stated(joined) }),
    };
    job.circuits.lead = { ...job.circuits.service!, id: 'lead', order: 'z', fromOriginId: 'gen' };
    expect(verdict(job, 'generator-neutral', 'lead')).toBeUndefined();
    const transfer = device(
      ...(['sw', 'service', { family: 'switch', duty: 'transfer', ratingA: stated(200), poles }] as const),
      { seat: 'end', lines: ['L1', 'L2'], ...(at === undefined ? {} : { neutralAt: stated(at) }) },
    );
    const switched = { ...job, devices: { ...job.devices, sw: transfer } };
    expect(verdict(switched, 'generator-neutral', 'lead')).toBe(expected);
    expect(verdict(switched, 'generator-neutral', 'service')).toBeUndefined();
  });
  it('other systems have a place to bond to', () => {
    expect(verdict(panel({ intersystemBonding: stated(true) }), 'board-intersystem')).toBe('pass');
    expect(verdict(panel({ intersystemBonding: stated(false) }), 'board-intersystem')).toBe('stop');
    expect(verdict(panel({ intersystemBonding: stated(false), state: 'existing' }), 'board-intersystem')).toBe('caution');
    expect(verdict(panel(), 'board-intersystem')).toBe('unknown');
    expect(verdict(metric(), 'board-intersystem')).toBeUndefined();
  });
});

describe('where a panel stands', () => {
  const inA = (use: RoomUse, board: Partial<Board> = {}, circuitId = 'service'): string | undefined => {
    const job = panel({ roomId: 'r', ...board });
    job.rooms.r = { id: 'r', order: 'a', name: 'Room', use: stated(use) };
    return verdict(job, 'board-place:board', circuitId);
  };
  it.each<[RoomUse, Partial<Board>, string | undefined]>([
    ['bath', {}, 'stop'],
    ['bath', { state: 'existing' }, 'caution'],
    ['closet', {}, 'stop'],
    ['utility', {}, undefined],
    ['stairs', {}, 'unknown'],
    ['stairs', { overSteps: stated(false) }, 'pass'],
    ['stairs', { overSteps: stated(true) }, 'stop'],
    ['stairs', { overSteps: stated(true), state: 'existing' }, 'caution'],
    ['hall', { overSteps: stated(true) }, 'stop'],
    // A word about steps hides no bathroom.
    ['bath', { overSteps: stated(false) }, 'stop'],
    // No bathroom takes what switches off the service.
    ['bath', { premises: stated('work') }, 'stop'],
  ])('in a room used as %s, %o: %s', (use, board, expected) => {
    expect(inA(use, board)).toBe(expected);
  });
  it('a workplace may have one in its bathroom, as long as it does not switch off the service', () => {
    const job = splitHouse();
    job.rooms.r = { id: 'r', order: 'a', name: 'Room', use: stated('bath') };
    job.boards.studio = { ...job.boards.studio!, roomId: 'r' };
    expect(verdict(job, 'board-place:studio', 'feeder')).toBe('stop');
    job.boards.studio = { ...job.boards.studio!, premises: stated('work') };
    expect(verdict(job, 'board-place:studio', 'feeder')).toBeUndefined();
    job.rooms.r = { ...job.rooms.r!, use: stated('closet') };
    expect(verdict(job, 'board-place:studio', 'feeder')).toBe('stop');
  });
  it('is no matter of the other book', () => {
    const job = metric({ roomId: 'r' });
    job.rooms.r = { id: 'r', order: 'a', name: 'Room', use: stated('stairs') };
    expect(verdict(job, 'board-place:board')).toBeUndefined();
  });
});
