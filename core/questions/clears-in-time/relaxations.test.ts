import { describe, expect, it } from 'vitest';
import type { Circuit } from '../../job/schema/circuit';
import { applies } from '../../rules/relaxation';
import { circuitOf } from '../../study/testing/ask';
import { breaker, jobWith } from '../../testing/jobs';
import { SLOW_FINAL } from './relaxations';

/** Whether a final circuit is given 5 s: yes, no, or what is missing. */
function longer(ratedA: number, use: Circuit['use'], socket = false): boolean | string {
  const job = jobWith([{ id: 'c', settings: breaker('B', ratedA), lengthM: 20, circuit: { use } }]);
  if (socket) job.points.p = { id: 'p', circuitId: 'c', order: 'a', name: 'p', kind: 'socket', state: 'new' };
  const answer = applies(SLOW_FINAL, circuitOf(job, 'c').facts);
  return answer.known ? answer.value.applies : answer.missing[0]!.path;
}

describe('the time of a distribution circuit for a final one (411.3.2.2: from memory above 32 A fixed, above 63 A with outlets)', () => {
  it.each([
    [32, 'fixed', false, false],
    [33, 'fixed', false, true],
    [33, 'lighting', false, true],
    [33, 'fixed', true, false],
    [33, 'sockets', false, false],
    [33, 'mixed', false, false],
    [33, undefined, false, 'circuits.c.use'],
    [32, undefined, false, false],
    [63, 'sockets', true, false],
    [64, 'sockets', true, true],
    [64, undefined, false, true],
  ] as const)('%d A, %s, with a socket %s: %s', (ratedA, use, socket, is) => {
    expect(longer(ratedA, use, socket)).toBe(is);
  });
});
