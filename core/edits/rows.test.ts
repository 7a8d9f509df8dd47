import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import { demo } from '../testing/demos';
import { splitHouse } from '../testing/houses';
import { breaker, jobWith, stated } from '../testing/jobs';
import { RELAXATION_JOBS } from '../testing/relaxations';
import { addBoard, addCable, addDevice, addLoad, addOutlet, asFamily, copyOfCircuit } from './parts';
import { accept, rename, setFact, setField, setOfJob, takeOut, underRules } from './rows';
import { addSource, connect, networkAbove, withVoltageSystem } from './sources';

const house = () => jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20, line: 2.5, protective: 1.5 }]);

describe('edits by name', () => {
  it('what has no name is called by its id', () => {
    const job = house();
    expect(setField(job, 'circuits', 'gone', 'use', 'fixed', 'fixed').label).toBe('gone: fixed');
    job.readings.r = {
      id: 'r',
      circuitId: 'c',
      kind: 'zs',
      value: 0.5,
      unit: 'Ω',
      at: '2026-03-01T10:00:00.000Z',
      by: 'A',
    } as never;
    expect(takeOut(job, 'readings', 'r').label).toBe('Without r');
  });

  it('a load, an outlet and a first device hang on their circuit', () => {
    const job = house();
    const [loaded, wired] = [addLoad(job, job.circuits.c!, 'l'), addOutlet(job, job.circuits.c!, 'p')];
    expect(applyCommand(job, loaded).loads.l).toMatchObject({ circuitId: 'c', name: 'Load 1' });
    expect(applyCommand(job, wired).points.p).toMatchObject({ circuitId: 'c', name: 'Socket 1', kind: 'socket', state: 'new' });
  });

  it('a field is set, or made absent, and the history says whose', () => {
    const job = house();
    const boxed = setField(job, 'segments', 'c-cable', 'box', 'J1', 'box J1');
    expect(boxed.label).toBe('Cable: box J1');
    const there = applyCommand(job, boxed);
    expect(there.segments['c-cable']!.box).toBe('J1');
    expect(
      'box' in applyCommand(there, setField(there, 'segments', 'c-cable', 'box', undefined, 'no box')).segments['c-cable']!,
    ).toBe(false);
    expect(setField(job, 'circuits', 'c', 'use', 'fixed', 'fixed').label).toBe(`${job.circuits.c!.name}: fixed`);
    expect(setField(job, 'circuits', 'c', 'name', 'x', 'y'.repeat(300)).label).toHaveLength(200);
  });

  it('a fact is set with what goes along, and says its value as the dialect reads it', () => {
    const job = applyCommand(house(), setField(house(), 'segments', 'c-cable', 'neutralSize', stated('2.5mm2'), 'neutral'));
    const thicker = setFact(job, 'segments.c-cable.lineSize', { value: '4mm2', from: 'stated' });
    expect(thicker.label).toMatch(/^Size of the line conductor of .*: 4 mm²$/);
    const segment = applyCommand(job, thicker).segments['c-cable']!;
    expect([segment.lineSize!.value, segment.neutralSize!.value, segment.protectiveSize!.value]).toEqual([
      '4mm2',
      '4mm2',
      '1.5mm2',
    ]);
    expect(setFact(job, 'segments.c-cable.lengthM', undefined)).toMatchObject({ label: expect.stringMatching(/: unknown$/) });
    expect(applyCommand(job, setFact(job, 'segments.c-cable.lengthM', undefined)).segments['c-cable']!.lengthM).toBeUndefined();
  });

  it('of the job itself a text of nothing takes a field out', () => {
    const named = applyCommand(house(), setOfJob(['card', 'client'], 'A. Reader', 'Client: A. Reader'));
    expect(named.card.client).toBe('A. Reader');
    expect(applyCommand(named, setOfJob(['card', 'client'], '', 'Client: none')).card).toEqual({});
    expect(applyCommand(named, underRules('bs-7671-2018-a2')).pack).toBe('bs-7671-2018-a2');
    expect(applyCommand(splitHouse(), underRules('iec-60364')).dialect).toBe('iec');
  });

  it('a board goes with the feeders that lead to it, and with nothing else', () => {
    const job = house();
    const fed = applyCommand(job, addBoard(job, job.circuits.c!, 'shed'));
    const gone = applyCommand(fed, takeOut(fed, 'boards', 'shed'));
    expect([gone.boards.shed!.state, gone.circuits.c!.state, gone.boards.board!.state]).toEqual(['removed', 'removed', 'new']);
    expect(gone.circuits.service!.state).not.toBe('removed');
  });

  it('circuits, cables and devices stay as removed; what is only entered is gone', () => {
    const job = RELAXATION_JOBS.combination!.job();
    for (const [on, id] of [
      ['circuits', 'c'],
      ['segments', 'c-cable'],
      ['devices', 'c-device'],
    ] as const) {
      const command = takeOut(house(), on, id);
      expect(applyCommand(house(), command)[on][id]).toMatchObject({ state: 'removed' });
      expect(command.label).toMatch(/: deleted$/);
    }
    const [listing] = Object.values(job.combinations);
    expect(takeOut(job, 'combinations', listing!.id).label).toBe(`Without ${listing!.reference}`);
    expect(applyCommand(job, takeOut(job, 'combinations', listing!.id)).combinations).toEqual({});
    const row = { id: 'a', circuitId: 'c', question: 'carries-load', check: 'x', reason: 'r', by: 'b', on: '2026-01-02' };
    const taken = applyCommand(house(), accept('Load', { ...row, inputsKey: 'k' } as Parameters<typeof accept>[1]));
    expect(applyCommand(taken, takeOut(taken, 'acceptances', 'a')).acceptances).toEqual({});
  });

  it('a source comes with its lead and a state of its own, and goes with all that only it has', () => {
    const job = house();
    let count = 0;
    const added = applyCommand(
      job,
      addSource(job, 'inverter', 'board', () => `new${++count}`),
    );
    expect(Object.keys(added.origins)).toHaveLength(2);
    expect(added.circuits.new3).toMatchObject({ kind: 'service', fromOriginId: 'new1', toBoardId: 'board' });
    expect(added.sourceStates.new2).toMatchObject({ kind: 'island', originIds: ['new1'] });
    expect(applyCommand(added, takeOut(added, 'origins', 'new1'))).toEqual(job);
    const both = connect(added, added.sourceStates.grid!, ['net', 'new1']);
    expect(both.label).toBe('Grid: Network, Inverter');
    expect(applyCommand(added, both).sourceStates.grid!.originIds).toEqual(['net', 'new1']);
    expect(networkAbove(added.origins.net!, 'infinite').steps[0]).toMatchObject({ field: ['transformer', 'upstream'] });
    expect(withVoltageSystem('three-phase-208-120').steps).toHaveLength(2);
    expect(withVoltageSystem('single-phase').steps).toHaveLength(1);
  });

  it('the first cable of a circuit is like none, the next like the last but for where it lies', () => {
    const job = house();
    const second = addCable(job, 'c', 's2');
    expect(second.label).toBe('Another length of cable');
    expect(applyCommand(job, second).segments.s2).toMatchObject({ lineSize: { value: '2.5mm2' }, circuitId: 'c' });
    expect(applyCommand(job, second).segments.s2!.lengthM).toBeUndefined();
    const bare = { ...job, segments: {} };
    expect(addCable(bare, 'c', 's1').label).toBe(`${job.circuits.c!.name}: a cable`);
  });

  it('a copy stands in the rooms of the first, whatever these are called', () => {
    const kiln = demo('kiln-house');
    let count = 0;
    for (const { id, kind } of Object.values(kiln.circuits)) {
      if (kind !== 'final') continue;
      const { circuitId, command } = copyOfCircuit(kiln, id, '99', () => `made${++count}`);
      const after = applyCommand(kiln, command);
      const rooms = (of: string) =>
        Object.values(after.points)
          .filter((point) => point.circuitId === of)
          .map(({ roomId }) => roomId)
          .sort();
      expect(rooms(circuitId)).toEqual(rooms(id));
    }
  });
  it('a device of another family keeps what both have; a copy names its own parts', () => {
    const job = house();
    const fuse = applyCommand(job, asFamily(job.devices['c-device']!, 'fuse', 'iec')).devices['c-device']!.settings;
    expect(fuse).toMatchObject({ family: 'fuse', ratingA: { value: 16 }, system: 'gG' });
    expect('curve' in fuse).toBe(false);
    expect(rename('loads', 'l', 'Oven', 'Load')).toMatchObject({ label: 'Load: Oven' });
    expect(addDevice(job, job.circuits.c!, 'd').label).toBe(`${job.circuits.c!.name}: a device`);
    let count = 0;
    const { circuitId, command } = copyOfCircuit(job, 'c', '2', () => `copy${++count}`);
    const copied = applyCommand(job, command);
    expect(copied.circuits[circuitId]).toMatchObject({ number: '2', state: 'new' });
    expect(Object.values(copied.segments).filter((each) => each.circuitId === circuitId)).toHaveLength(1);
    // A name or a place in the order that reads like an id stays what it is.
    const alike = setField(job, 'circuits', 'c', 'name', 'c-cable', 'name');
    const twin = copyOfCircuit(applyCommand(job, alike), 'c', '2', () => `copy${++count}`);
    expect(applyCommand(job, twin.command).circuits[twin.circuitId]!.name).toBe('c-cable');
  });
});
