import { describe, expect, it } from 'vitest';
import { causesOf } from '@/core/study/causes';
import { studyJob } from '@/core/study/study';
import { demo } from '@/core/testing/demos';
import { fieldGoals, findingGoals, goalsOf } from './goals';

const kiln = demo('kiln-house');

describe('what the search leads to', () => {
  it('names every goal once, with what can be done and every quantity beside the rows of the job', () => {
    const goals = goalsOf(kiln);
    expect(new Set(goals.map(({ key }) => key)).size).toBe(goals.length);
    const kinds = new Set(goals.map(({ kind }) => kind));
    expect([...kinds].sort()).toEqual([
      'action',
      'circuit',
      'device',
      'load',
      'point',
      'practitioners disagree',
      'quantity',
      'source',
      'step',
    ]);
    expect(goals.find(({ key }) => key === 'act ask')).toMatchObject({ to: { act: 'ask' } });
  });
  it('finds fields by every word of their label, with what stands there, and leads to the very field', () => {
    const found = fieldGoals(kiln, 'length pantry');
    expect(found.length).toBeGreaterThan(0);
    for (const { name } of found) expect(name.toLowerCase()).toMatch(/length.*pantry|pantry.*length/);
    const [first] = found;
    expect(first).toMatchObject({ kind: 'field', to: { place: { circuitId: 'pantry', at: first!.key } } });
    expect(fieldGoals(kiln, 'l')).toEqual([]);
    expect(fieldGoals(kiln, 'length zeppelin')).toEqual([]);
    expect(fieldGoals(kiln, 'of').length).toBeLessThanOrEqual(30);
  });
  it('finds findings by the clause they cite', () => {
    const causes = causesOf(kiln, studyJob(kiln).findings);
    const found = findingGoals(causes, '210.8');
    expect(found.length).toBeGreaterThan(0);
    for (const { name } of found) expect(name).toContain('210.8');
    expect(findingGoals(causes, '999.9')).toEqual([]);
  });
});
