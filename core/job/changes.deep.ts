import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyCommand } from '../testing/anyJob';
import { applyChanges, changesBetween, inverseOf } from './changes';
import { applyCommand, CommandRefused } from './commands';
import { jobFileText } from './jobFile';
import { parseJobText } from './parse';
import type { Job } from './schema/job';

const parsed = parseJobText(readFileSync('demo/bindery-yard.json', 'utf8'));
if (!parsed.ok) throw new Error('the demo is not valid');
const demo: Job = parsed.job;

describe('long sequences of commands', () => {
  it('taken back, and written to a file on the way, always leave the very same job', () => {
    fc.assert(
      fc.property(fc.array(anyCommand(demo), { minLength: 20, maxLength: 60 }), (commands) => {
        const states = [demo];
        for (const command of commands)
          try {
            states.push(applyCommand(states.at(-1)!, command));
          } catch (error) {
            expect(error).toBeInstanceOf(CommandRefused);
          }
        const end = states.at(-1)!;
        expect(parseJobText(jobFileText(end))).toEqual({ ok: true, job: end });
        let back = end;
        for (let at = states.length - 1; at > 0; at--)
          back = applyChanges(back, inverseOf(changesBetween(states[at - 1]!, states[at]!)));
        expect(back).toEqual(demo);
      }),
      { numRuns: 300 },
    );
  });
});
