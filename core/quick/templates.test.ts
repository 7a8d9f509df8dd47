import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import { demo } from '../testing/demos';
import { readQuickLine } from './read';
import { USUAL_CIRCUITS, usualCircuit } from './templates';

let made = 0;
const ids = () => `t${++made}`;

describe('usual circuits', () => {
  for (const [dialect, name] of [
    ['nec', 'kiln-house'],
    ['iec', 'bindery-yard'],
  ] as const)
    it.each(USUAL_CIRCUITS[dialect])(`${dialect}: $name is read whole and made, with what is asked for`, (usual) => {
      const job = demo(name);
      const reading = readQuickLine(usual.line, job);
      expect(reading.ok).toBe(true);
      expect(reading.unread).toEqual([]);
      const boardId = Object.keys(job.boards)[0]!;
      const circuit = usualCircuit(job, usual, boardId, ids);
      const after = applyCommand(job, circuit!.command);
      const row = after.circuits[circuit!.circuitId]!;
      expect(row).toMatchObject({ fromBoardId: boardId, kind: 'final', state: 'new' });
      expect(row.purpose?.value).toBe(usual.purpose);
      expect(row.use).toBe(usual.use);
      // What the house itself has to say is not made up.
      expect(Object.values(after.segments).find(({ circuitId }) => circuitId === row.id)?.lengthM).toBeUndefined();
    });
});
