import { expect, it } from 'vitest';
import { timeAt } from './curves/edge';
import { breakerBand } from './devices/breakerBand';
import { applyCommand } from './job/commands';
import { readQuantity } from './job/edges';
import { parseJobText } from './job/parse';
import { studyJob } from './study/study';
import { disconnectionTimeS } from './tables/disconnection';
import { breaker, jobWith } from './testing/jobs';

// What the examples in the docstrings of the core's front doors say.
it('the examples of the front doors hold', () => {
  expect(parseJobText('{}')).toMatchObject({ ok: false, problems: [{ path: 'format' }] });
  expect(readQuantity('60 ft', 'length')).toMatchObject({ ok: true, value: expect.closeTo(18.288, 9) });
  expect(timeAt(breakerBand('B', 16, 'standard').maximum, 80)).toBe(0.1);
  expect([
    disconnectionTimeS(230, false, false),
    disconnectionTimeS(230, true, false),
    disconnectionTimeS(230, true, true),
  ]).toEqual([0.4, 0.2, 1]);
  const job = jobWith([{ id: 'hob', settings: breaker('B', 32), lengthM: 10, line: 6, protective: 2.5 }]);
  const renamed = applyCommand(job, {
    label: 'Rename',
    steps: [{ do: 'set', on: 'circuits', id: 'hob', field: ['name'], to: 'Cooker' }],
  });
  expect([job.circuits.hob!.name, renamed.circuits.hob!.name]).toEqual(['hob', 'Cooker']);
  const load = studyJob(job)
    .circuits.find(({ circuitId }) => circuitId === 'hob')!
    .answerTo('carries-load');
  expect(load).toMatchObject({ verdict: 'pass', head: { limit: 32, unit: 'A' } });
});
