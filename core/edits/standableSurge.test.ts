import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import type { DeviceSettings } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { demo } from '../testing/demos';
import { boardsTo, surgesAt } from './standableSurge';

type Surge = Extract<DeviceSettings, { family: 'spd' }>;
const stagesOf = (job: Job) =>
  Object.values(job.devices).filter(({ settings, state }) => settings.family === 'spd' && state !== 'removed');
const taken = (job: Job, circuitId: string, id: string): Job =>
  applyCommand(job, surgesAt(job, circuitId).find((each) => each.id === id)!.command!);

describe('the surge device of a circuit', () => {
  it('is the one of the nearest board that has one', () => {
    const job = demo('bindery-yard');
    const boards = boardsTo(job, 'water');
    expect(boards.length).toBeGreaterThan(1);
    const [stage] = stagesOf(job).sort((a, b) => boards.indexOf(a.boardId!) - boards.indexOf(b.boardId!));
    const [row] = surgesAt(job, 'water').filter(({ command }) => command !== null);
    expect(row!.command!.steps[0]).toMatchObject({ do: 'set', on: 'devices', id: stage!.id });
  });

  it('comes in its types and protection levels, with its leads and with short ones, the one there once', () => {
    const job = structuredClone(demo('bindery-yard'));
    const [stage] = stagesOf(job);
    Object.assign(stage!.settings, {
      type: { value: '2', from: 'stated' },
      upKv: { value: 1.5, from: 'stated' },
      leadM: { value: 0.5, from: 'measured' },
    });
    for (const { id } of stagesOf(job).slice(1)) job.devices[id]!.state = 'removed';
    const could = surgesAt(job, 'water');
    expect(could).toHaveLength(16);
    expect(could.filter(({ command }) => command === null).map(({ id }) => id)).toEqual(['1.5 kV type 2, leads 0.5 m']);
    expect(new Set(could.map(({ id }) => id)).size).toBe(16);
    // Leads that are short already are not offered longer.
    (stage!.settings as Surge).leadM = { value: 0.2, from: 'measured' };
    expect(surgesAt(job, 'water').every(({ besides }) => besides.endsWith('leads 0.2 m'))).toBe(true);
  });

  it('marks of the series are as specified, assumed ones stay assumed, what was seen of the very device goes', () => {
    const job = structuredClone(demo('bindery-yard'));
    for (const { id } of stagesOf(job).slice(1)) job.devices[id]!.state = 'removed';
    const [stage] = stagesOf(job);
    Object.assign(stage!, { state: 'existing', grade: 'maker' });
    Object.assign(stage!.settings, {
      ucV: { value: 320, from: 'measured' },
      inKa: { value: 20, from: 'assumed' },
      indicator: { value: 'good', from: 'measured' },
      warranties: [{ of: 'product', until: '2031-01-01' }],
      nearAllowed: { value: true, from: 'stated' },
      npeInKa: { value: 30, from: 'measured' },
      ownDisconnector: undefined,
      backupDeviceId: 'upper-feeder-device',
      backupAs: 'gG 80 A',
    });
    const after = taken(job, 'water', '1.2 kV type 1+2, leads 0.3 m').devices[stage!.id]!;
    expect(after).toMatchObject({ state: 'new', grade: 'standard' });
    expect(after.settings).toMatchObject({
      type: { value: '1+2', from: 'stated', origin: 'specified' },
      upKv: { value: 1.2, origin: 'specified' },
      ucV: { value: 320, from: 'stated', origin: 'specified' },
      inKa: { value: 20, from: 'assumed' },
      iimpKa: { value: 12.5, origin: 'specified' },
      leadM: { value: 0.3, origin: 'specified' },
      npeInKa: { value: 30, from: 'stated', origin: 'specified' },
      ownDisconnector: { value: true, origin: 'specified' },
    });
    for (const field of ['indicator', 'warranties', 'nearAllowed', 'backupDeviceId', 'backupAs'])
      expect(after.settings).not.toHaveProperty(field);
    // A type 2 has no impulse current to speak of.
    expect(taken(job, 'water', '1.2 kV type 2, leads 0.3 m').devices[stage!.id]!.settings).not.toHaveProperty('iimpKa');
  });

  it('is put in the nearest board where none has one; in volts under the NEC', () => {
    const job = structuredClone(demo('kiln-house'));
    for (const { id } of stagesOf(job)) job.devices[id]!.state = 'removed';
    const could = surgesAt(job, 'pantry');
    expect(could[0]).toMatchObject({ id: 'now', name: 'none', command: null });
    expect(could).toHaveLength(9);
    const after = stagesOf(taken(job, 'pantry', could.find(({ id }) => id.startsWith('700 V type 2'))!.id));
    expect(after).toMatchObject([
      {
        boardId: boardsTo(job, 'pantry')[0],
        settings: { upKv: { value: 0.7 }, ownDisconnector: { value: true, origin: 'specified' } },
      },
    ]);
  });

  it('is nothing where no board is ahead', () => {
    expect(surgesAt(demo('kiln-house'), 'nowhere')).toEqual([]);
  });
});
