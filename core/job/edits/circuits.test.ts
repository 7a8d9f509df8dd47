import { describe, expect, it } from 'vitest';
import { demo } from '../../testing/demos';
import { splitHouse, star, threePhaseHouse } from '../../testing/houses';
import { breaker, device, jobWith } from '../../testing/jobs';
import { applyCommand } from '../commands';
import { moveCircuit, renameCircuit } from './circuits';
import { addDevice } from './parts';

describe('a circuit', () => {
  it('renamed takes the devices called after it along, and no other', () => {
    const job = jobWith([
      { id: 'Hob', settings: breaker('B', 16) },
      { id: 'Hobby', settings: breaker('B', 16) },
    ]);
    job.devices['Hob-device']!.name = 'Hob breaker';
    job.devices.spare = device('spare', 'Hob', breaker('B', 16), { name: 'Hobby room switch' });
    job.devices['Hobby-device']!.name = 'Hob breaker';
    const renamed = applyCommand(job, renameCircuit(job, job.circuits.Hob!, 'Range'));
    expect(renamed.circuits.Hob!.name).toBe('Range');
    expect(renamed.devices['Hob-device']!.name).toBe('Range breaker');
    expect(renamed.devices.spare!.name).toBe('Hobby room switch');
    expect(renamed.devices['Hobby-device']!.name).toBe('Hob breaker');
    job.circuits.Hob!.name = '';
    expect(renameCircuit(job, job.circuits.Hob!, 'Range').steps).toHaveLength(1);
  });

  it('moved to another board is the last there, behind no group device, and goes on sharing its neutral', () => {
    const job = demo('bindery-yard');
    const circuit = { ...job.circuits.hob!, behindDeviceId: undefined };
    job.circuits.water = { ...job.circuits.water!, sharesNeutralWith: 'hob' };
    const [other] = Object.keys(job.boards).filter((id) => id !== circuit.fromBoardId);
    const moved = applyCommand(job, moveCircuit(job, circuit, other!, 'Y9'));
    expect(moved.circuits.hob).toMatchObject({ fromBoardId: other, number: 'Y9' });
    expect(moved.circuits.water!.sharesNeutralWith).toBe('hob');
    const orders = Object.values(moved.circuits).filter(({ fromBoardId }) => fromBoardId === other);
    expect(orders.sort((a, b) => (a.order < b.order ? -1 : 1)).at(-1)!.id).toBe('hob');
  });

  it('of a service gets a device of as many poles as the supply has lines', () => {
    const deviceOf = (job: ReturnType<typeof splitHouse>) =>
      applyCommand(job, addDevice(job, job.circuits.service!, 'fresh')).devices.fresh!;
    expect(deviceOf(splitHouse())).toMatchObject({ lines: ['L1', 'L2'], settings: { poles: '2P' } });
    expect(deviceOf(threePhaseHouse(star()))).toMatchObject({ lines: ['L1', 'L2', 'L3'], settings: { poles: '3P' } });
    expect(deviceOf(jobWith([]))).toMatchObject({ lines: ['L1'], settings: { poles: '1P' } });
    const final = threePhaseHouse(star());
    expect(applyCommand(final, addDevice(final, final.circuits.sockets!, 'fresh')).devices.fresh).toMatchObject({ lines: [] });
  });
});
