import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import { newJob } from '../job/newJob';
import type { Job } from '../job/schema/job';
import { readSupplyLine, supplySteps } from './supply';

const nec = newJob({ id: 'n', name: 'N', dialect: 'nec', pack: 'nec-2023' });
const iec = newJob({ id: 'b', name: 'B', dialect: 'iec', pack: 'bs-7671-2018-a2' });

function entered(text: string, job: Job): Job {
  let count = 0;
  const reading = readSupplyLine(text, job);
  expect(reading.tokens.filter(({ kind }) => kind === 'wrong')).toEqual([]);
  const steps = supplySteps(job, reading, () => `s${++count}`);
  return steps.length === 0 ? job : applyCommand(job, { label: 'supply', steps });
}

describe('a line of what stands at the supply', () => {
  it('makes the main of an American service with its rating, and enters what the utility declares', () => {
    const job = entered('200 A main overhead, 10 kA declared, bonded, 22 kAIC, 2 rods, dwelling, new house', nec);
    expect(job.origins.network!.maxFaultA).toEqual({ value: 10_000, from: 'stated' });
    expect(job.boards.main).toMatchObject({ state: 'new', neutralBonded: { value: true }, premises: { value: 'household' } });
    expect(Object.values(job.devices)).toMatchObject([
      {
        seat: 'end',
        circuitId: 'service',
        state: 'new',
        settings: { family: 'moulded-case-nec', poles: '2P', ratingA: { value: 200 }, aicA: { value: 22_000 } },
      },
    ]);
    expect(Object.values(job.electrodes).map(({ kind, boardId }) => [kind, boardId])).toEqual([
      ['rod', 'main'],
      ['rod', 'main'],
    ]);
  });

  it('makes a cut-out of a British one, which was there before, and enters what was measured', () => {
    const job = entered('TT 100 A cut-out BS 88-3, 1.2 kA, Ze 21, RA 19 measured, new house', iec);
    expect(job.supply.earthing).toBe('TT');
    expect(job.origins.network).toMatchObject({
      psccA: { value: 1200, from: 'measured' },
      zeOhm: { value: 21, from: 'measured' },
    });
    expect(Object.values(job.devices)).toMatchObject([
      { seat: 'start', state: 'existing', settings: { family: 'fuse', ratingA: { value: 100 } } },
    ]);
    expect(Object.values(job.electrodes)).toMatchObject([{ resistanceOhm: { value: 19, from: 'measured' } }]);
  });

  it('takes the least current into a fault in kA', () => {
    expect(entered('at least 1.3 kA', iec).origins.network!.minFaultA).toEqual({ value: 1300, from: 'stated' });
  });

  it('makes no cut-out whose fuse nobody said, and no kind of electrode from its resistance', () => {
    const job = entered('TT 100 A cut-out, RA 19 measured', iec);
    expect(job.devices).toEqual({});
    expect(Object.values(job.electrodes)[0]).not.toHaveProperty('kind');
  });

  it('sets the rating of a main that stands there already, and makes none beside it', () => {
    const once = entered('200 A main', nec);
    const twice = entered('150 A main', once);
    expect(Object.values(twice.devices)).toMatchObject([{ settings: { ratingA: { value: 150 } } }]);
  });

  it('says of a least current that it is declared, and of three phases which lines there are', () => {
    expect(entered('three-phase, at least 900 A', iec)).toMatchObject({
      supply: { voltageSystem: 'three-phase-400-230' },
      origins: { network: { minFaultA: { value: 900, from: 'stated' } } },
    });
  });

  it.each([
    ['100 A cut-out BS 88', 'BS 88', 'which part'],
    ['TT PME', 'PME', 'said otherwise before'],
    ['200 A main 150 A', '150 A', 'said otherwise before'],
    ['5000 A main', '5000 A', 'must be within 6 to 4000 A'],
    ['400 kA', '400 kA', 'must be within 1 to 200000 A'],
    ['bananas', 'bananas', 'not understood'],
  ])('%s: %s, %s', (text, wrong, why) => {
    const reading = readSupplyLine(text, iec);
    expect(reading.ok).toBe(false);
    expect(reading.tokens.find(({ kind }) => kind === 'wrong')).toMatchObject({
      text: wrong,
      shown: expect.stringContaining(why),
    });
  });

  it('never throws, and gives every piece of the text back where it stands', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (text) => {
        for (const { text: piece, start } of readSupplyLine(text, nec).tokens)
          expect(text.slice(start, start + piece.length)).toBe(piece);
      }),
      { numRuns: 200 },
    );
  });
});
