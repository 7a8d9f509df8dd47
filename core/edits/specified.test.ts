import { describe, expect, it } from 'vitest';
import { factAt } from '../facts/read';
import { applyCommand } from '../job/commands';
import { demo } from '../testing/demos';
import { confirmSpecified, countSpecified, specifiedIn } from './specified';
import { set } from './steps';

const job = demo('kiln-house');
const ids = Object.keys(job.segments).slice(0, 3);
const specified = applyCommand(job, {
  label: 'as designed',
  steps: ids.map((id) => set('segments', id, 'ambientC', { value: 30, from: 'stated', origin: 'specified' })),
});

describe('what is as specified', () => {
  it('is listed with alike facts together, and nothing that was entered', () => {
    expect(specifiedIn(job)).toEqual([]);
    expect(specifiedIn(specified)).toEqual([
      {
        id: 'segments.ambientC',
        name: 'ambient temperature',
        shown: '86 °F',
        byReading: false,
        paths: ids.map((id) => `segments.${id}.ambientC`),
        where: ids.map((id) => job.circuits[job.segments[id]!.circuitId]!.name),
      },
    ]);
  });

  it('says of several of a circuit how many', () => {
    const [first, second] = Object.values(job.points).filter(({ circuitId }, _, all) => circuitId === all[0]!.circuitId);
    const both = applyCommand(job, {
      label: 'as designed',
      steps: [first!, second!].map(({ id }) => set('points', id, 'heightM', { value: 0.4, from: 'stated', origin: 'specified' })),
    });
    expect(specifiedIn(both)).toMatchObject([{ paths: { length: 2 }, where: [`${job.circuits[first!.circuitId]!.name} (2)`] }]);
  });

  it('is seen for all of it in one command, and stands then as any other', () => {
    const [each] = specifiedIn(specified);
    const seen = applyCommand(specified, confirmSpecified(specified, each!, 'measured'));
    expect(specifiedIn(seen)).toEqual([]);
    expect([job, specified, seen].map(countSpecified)).toEqual([0, 3, 0]);
    for (const id of ids) expect(factAt(seen, `segments.${id}.ambientC`)!.fact).toEqual({ value: 30, from: 'measured' });
  });
});
