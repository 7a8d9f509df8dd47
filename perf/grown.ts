import type { Job } from '../core/job/schema/job';
import { breaker, jobWith, measuredOrigin, stated } from '../core/testing/jobs';
import { switchOf } from '../core/testing/leakyHouse';

/** How the circuits of a large house hang: each by itself, in groups of eight behind residual devices, or all behind one. */
export type Hanging = 'apart' | 'groups' | 'one';

/** A house of so many circuits, each with three outlets and a load, a room to every four. */
export function grownHouse(circuits: number, hanging: Hanging): Job {
  const job = jobWith(
    Array.from({ length: circuits }, (_, at) => ({
      id: `c${at}`,
      settings: breaker(at % 5 === 0 ? 'D' : 'B', [6, 10, 16, 20, 32][at % 5]!),
      lengthM: 8 + ((at * 7) % 40),
      line: [1.5, 1.5, 2.5, 4, 6][at % 5]!,
      protective: 1.5,
    })),
    measuredOrigin(),
  );
  job.circuits.service!.designCurrentA = stated(60);
  for (let at = 0; at < circuits; at++) {
    const roomId = `r${Math.floor(at / 4)}`;
    job.rooms[roomId] = { id: roomId, order: roomId, name: `Room ${roomId}`, use: stated('bedroom' as const) };
    for (const [which, parent] of [undefined, 0, 1].entries()) {
      const id = `p${at}-${which}`;
      const own = { id, order: `p${which}`, circuitId: `c${at}`, name: `outlet ${which}`, kind: 'socket', state: 'new' } as const;
      job.points[id] = {
        ...own,
        roomId,
        ratedA: stated(13),
        ...(parent === undefined ? {} : { parentPointId: `p${at}-${parent}` }),
      };
    }
    job.loads[`l${at}`] = {
      id: `l${at}`,
      order: 'a',
      circuitId: `c${at}`,
      name: `load ${at}`,
      powerW: stated(500),
      cosPhi: stated(1),
      leakageMa: stated(0.2),
      waveform: stated('sine' as const),
      electronics: stated(false),
    };
    if (hanging === 'apart') continue;
    const behind = hanging === 'one' ? 'group' : `group${Math.floor(at / 8)}`;
    const board = { seat: 'board', boardId: 'board', state: 'new', grade: 'standard', lines: ['L1'] as ['L1'] } as const;
    job.devices[behind] ??= {
      id: behind,
      order: behind,
      name: behind,
      ...board,
      lines: [...board.lines],
      settings: switchOf('A'),
    };
    job.circuits[`c${at}`]!.behindDeviceId = behind;
  }
  return job;
}
