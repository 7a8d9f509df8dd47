import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import type { Job } from '../job/schema/job';
import { demo } from '../testing/demos';
import { splitHouse, star, threePhaseHouse } from '../testing/houses';
import { breaker, device, jobWith } from '../testing/jobs';
import { moveCircuit, placeCircuit, renameCircuit, stepCircuit } from './circuits';
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

  describe('in its list', () => {
    const listed = (job: Job, boardId: string) =>
      Object.values(job.circuits)
        .filter((circuit) => circuit.fromBoardId === boardId && circuit.state !== 'removed')
        .sort((a, b) => (a.order < b.order ? -1 : 1))
        .map(({ id }) => id);
    const number = (boardId: string) => `${boardId}-next`;

    it('is put before any other or last, keeps its number, and stays where it is when put where it stands', () => {
      const job = demo('kiln-house');
      const board = job.circuits.range!.fromBoardId!;
      const before = listed(job, board);
      for (const id of before)
        for (const to of [...before, undefined]) {
          const command = placeCircuit(job, job.circuits[id]!, board, to, 'another');
          const at = before.indexOf(id);
          if (to === id || to === before[at + 1]) {
            expect(command).toBeUndefined();
            continue;
          }
          const after = applyCommand(job, command!);
          const rest = before.filter((each) => each !== id);
          rest.splice(to === undefined ? rest.length : rest.indexOf(to), 0, id);
          expect(listed(after, board)).toEqual(rest);
          expect(after.circuits[id]!.number).toBe(job.circuits[id]!.number);
        }
    });

    it('goes to another board only as a final circuit, with a number there', () => {
      const job = demo('kiln-house');
      const studio = job.circuits.kiln!.fromBoardId!;
      const [, second] = listed(job, studio);
      const moved = applyCommand(job, placeCircuit(job, job.circuits.range!, studio, second, 'S9')!);
      expect(listed(moved, studio)[1]).toBe('range');
      expect(moved.circuits.range).toMatchObject({ number: 'S9', fromBoardId: studio });
      expect(placeCircuit(job, job.circuits['studio-feeder']!, studio, undefined, 'S9')).toBeUndefined();
    });

    it('steps up and down, past the end of its board to the next one, and nowhere past the ends of all', () => {
      let job = demo('kiln-house');
      const main = job.circuits.range!.fromBoardId!;
      const studio = job.circuits.kiln!.fromBoardId!;
      const [first, second] = listed(job, main);
      const step = (id: string, down: boolean) => {
        const command = stepCircuit(job, job.circuits[id]!, down, number);
        if (command !== undefined) job = applyCommand(job, command);
        return command;
      };
      expect(step(first!, false)).toBeUndefined();
      step(second!, false);
      expect(listed(job, main).slice(0, 2)).toEqual([second, first]);
      step(second!, true);
      expect(listed(job, main).slice(0, 2)).toEqual([first, second]);
      const last = listed(job, main).at(-1)!;
      step(last, true);
      expect(listed(job, studio)[0]).toBe(last);
      expect(job.circuits[last]!.number).toBe(`${studio}-next`);
      step(last, false);
      expect(listed(job, main).at(-1)).toBe(last);
      const end = listed(job, studio).at(-1)!;
      expect(step(end, true)).toBeUndefined();
      expect(stepCircuit(job, job.circuits.service!, true, number)).toBeUndefined();
    });
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
