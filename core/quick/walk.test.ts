import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import { demo } from '../testing/demos';
import { completeQuick } from './circuit';
import { readWalkLine, walkSteps } from './walk';

const job = demo('kiln-house');
let made = 0;
const ids = () => `w${++made}`;
const make = (text: string) => {
  const { circuit, outlets } = readWalkLine(text, job);
  const { circuitId, steps } = walkSteps(job, completeQuick(job, circuit, 'main')!, outlets, ids);
  const after = applyCommand(job, { label: 'walk', steps });
  return {
    circuit: after.circuits[circuitId]!,
    points: Object.values(after.points).filter((point) => point.circuitId === circuitId),
  };
};

describe('a line of circuit and outlets', () => {
  it('makes both at once, the outlets at the end of the new cable', () => {
    const { circuit, points } = make('12-2 NM 20A DF 55ft counter: 4 FT Kitchen');
    expect(circuit.name).toBe('Counter');
    expect(points.map(({ name, roomId, onward }) => [name, roomId, onward?.value])).toEqual(
      [1, 2, 3, 4].map((at) => [`Receptacle ${at}`, 'kitchen', 'feed-through']),
    );
    expect(new Set(points.map(({ segmentId }) => segmentId)).size).toBe(1);
    expect(points[0]!.segmentId).toBeDefined();
  });
  it('makes the circuit alone without a colon, or with nothing behind it', () => {
    expect(make('12-2 NM 20A counter').points).toEqual([]);
    expect(make('12-2 NM 20A counter:  ').points).toEqual([]);
  });
  it('says where outlets cannot be read', () => {
    expect(readWalkLine('12-2 NM 20A counter: wet outlet dry', job).outlets?.ok).toBe(false);
  });
});
