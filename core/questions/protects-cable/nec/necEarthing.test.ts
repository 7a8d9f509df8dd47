import { describe, expect, it } from 'vitest';
import type { Electrode } from '../../../job/schema/supply';
import { check } from '../../../study/testing/ask';
import { splitHouse } from '../../../testing/houses';
import { stated } from '../../../testing/jobs';
import { askCable } from '../../../testing/necCircuit';

describe('bonding and electrodes by the NEC', () => {
  const service = (bonding: string | undefined, kind: Electrode['kind'], size: string) => {
    const job = splitHouse();
    if (bonding !== undefined) job.origins[job.circuits.service!.fromOriginId!]!.bondingSize = stated(bonding);
    const boardId = job.circuits.service!.toBoardId!;
    job.electrodes.e = {
      id: 'e',
      order: 'a',
      name: 'ground rod',
      boardId,
      state: 'new',
      conductorSize: stated(size),
      ...(kind === undefined ? {} : { kind }),
    };
    return askCable(job, 'service');
  };
  it('water pipe and electrodes by the lines; a rod never wants more than 6 AWG', () => {
    // 2/0 AWG aluminium lines: 6 AWG copper.
    expect(check(service('6AWG', 'rod', '6AWG'), 'bonding').verdict).toBe('pass');
    expect(check(service('8AWG', 'rod', '6AWG'), 'bonding').verdict).toBe('stop');
    expect(check(service(undefined, 'rod', '6AWG'), 'bonding').verdict).toBe('not-applicable');
    expect(check(service('6AWG', 'rod', '8AWG'), 'electrode:e').verdict).toBe('stop');
    expect(check(service('6AWG', 'rod', '6AWG'), 'electrode:e').verdict).toBe('pass');
  });
});
