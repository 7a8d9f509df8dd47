import { describe, expect, it } from 'vitest';
import type { Job } from '../../job/schema/job';
import { ask } from '../../study/testing/ask';
import { splitHouse, star, threePhaseHouse } from '../../testing/houses';
import { stated } from '../../testing/jobs';

const electrode = (job: Job, circuitId = 'feeder') =>
  ask(job, 'clears-in-time', circuitId).checks.find(({ id }) => id.startsWith('electrode:'));

describe('the electrode of a second building, by the NEC', () => {
  it('is asked for where its board has none', () => {
    expect(electrode(splitHouse())).toMatchObject({
      id: 'electrode:studio',
      verdict: 'unknown',
      missing: [{ path: 'boards.studio', what: expect.stringContaining('250.32(A)') }],
    });
  });

  it('is not asked for where there is one, nor in the same building, nor of what ends at no board', () => {
    const job = splitHouse();
    job.electrodes.rod = { id: 'rod', order: 'a', name: 'Rod', boardId: 'studio', resistanceOhm: stated(20), state: 'new' };
    expect(electrode(job)).toBeUndefined();
    const inside = splitHouse();
    const { otherBuilding: _, ...studio } = inside.boards.studio!;
    inside.boards.studio = studio;
    expect(electrode(inside)).toBeUndefined();
    inside.boards.studio = { ...studio, otherBuilding: false };
    expect(electrode(inside)).toBeUndefined();
    expect(electrode(splitHouse(), 'kiln')).toBeUndefined();
    const elsewhere = splitHouse();
    elsewhere.boards.board = { ...elsewhere.boards.board!, otherBuilding: true };
    expect(electrode(elsewhere, 'service')).toBeUndefined();
  });

  it('is no matter of the IEC', () => {
    const job = threePhaseHouse(star());
    job.boards.annex = { ...job.boards.annex!, otherBuilding: true };
    expect(electrode(job)).toBeUndefined();
  });
});
