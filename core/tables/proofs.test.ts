/// <reference types="vite/client" />
import { readFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';

// Imported, so that whoever asks which tests a table has is told of this one.
const TABLES = import.meta.glob(
  ['./*.ts', '../edits/catalogue/*.ts', '../facts/preferred.ts', '!./*.test.ts', '!../edits/catalogue/*.test.ts'],
  {
    eager: true,
  },
);

/** Every number written in a file, in order. */
function numbersOf(file: string): number[] {
  const found: number[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isNumericLiteral(node)) found.push(Number(node.text));
    ts.forEachChild(node, visit);
  };
  visit(ts.createSourceFile(file, readFileSync(path.join(import.meta.dirname, file), 'utf8'), ts.ScriptTarget.Latest));
  return found;
}
const total = (numbers: readonly number[]) => Number(numbers.reduce((sum, each) => sum + each, 0).toPrecision(12));
/** How many, their sum, and their sum each times its place: a slip and two that changed places. */
const proofOf = (numbers: readonly number[]) => [
  numbers.length,
  total(numbers),
  total(numbers.map((each, at) => each * (at + 1))),
];

/**
 * The sums a proof-reader writes under a table, as they were when it was last read against its publication. A number that is changed on
 * purpose changes them: read the row again, then write what is printed.
 */
const PROOFS: Readonly<Record<string, readonly number[]>> = {
  '../edits/catalogue/named.ts': [8, 20253, 91505],
  '../edits/catalogue/appliances.ts': [92, 85212.336, 3301457.2625],
  '../facts/preferred.ts': [11, 6550, 47700],
  'adiabatic.ts': [61, 666771.4422, 19407158.246],
  'ampacity.ts': [667, 65907.5, 22322187],
  'appliances.ts': [2, 8790, 17540],
  'arcTimes.ts': [23, 287.66, 4407.36],
  'body.ts': [68, 37723.85, 1143681.16],
  'breakerGates.ts': [54, 11962.125, 98502.3],
  'britishFuses.ts': [103, 19161.4, 1364246.7],
  'cableSizes.ts': [28, 186.5, 3198],
  'conductorResistance.ts': [61, 2129.3745, 80531.4828],
  'consumerUnit.ts': [2, 16100, 16200],
  'correction.ts': [194, 2538.66, 158811],
  'customary.ts': [7, 3.69, 15.46],
  'demand.ts': [163, 212579.692903, 9960911.97871],
  'disconnection.ts': [16, 1252.97, 10907.98],
  'diversityPractice.ts': [15, 19.77, 177.68],
  'electrodes.ts': [7, 40.2832, 100.4272],
  'equipmentGrounding.ts': [14, 5198, 49076],
  'fuseGates.ts': [172, 1246825.722, 167479483.366],
  'harmonics.ts': [9, 144.72, 773.6],
  'gauges.ts': [0, 0, 0],
  'inspection.ts': [68, 903.512464, 18429.845752],
  'insulation.ts': [1, 1, 1],
  'leakage.ts': [24, 9.59620000025, 158.6138],
  'motors.ts': [90, 3243.76, 199219.9],
  'necAmpacity.ts': [278, 65736.250001, 11547962.8503],
  'necBreakerGates.ts': [48, 32294.925, 931810.317],
  'necCited.ts': [0, 0, 0],
  'necFuses.ts': [101, 10654976.8, 725820066.15],
  'necResistance.ts': [125, 366.31283, 39125.45749],
  'necTaps.ts': [9, 899.1252, 1459.3192],
  'occupancy.ts': [24, 382.83, 9037.34],
  'overload.ts': [4, 19.45, 57.35],
  'protectiveSizes.ts': [33, 1580, 28803.5],
  'raceway.ts': [84, 85.0078, 3579.8624],
  'receptacles.ts': [17, 427.3, 3807.2],
  'residualTimes.ts': [22, 257.12, 4289.734],
  'ringsAndNeutrals.ts': [10, 154.5, 742.5],
  'rounding.ts': [2, 1.000000001, 2.000000001],
  'source.ts': [0, 0, 0],
  'suitability.ts': [0, 0, 0],
  'testing.ts': [10, 125.1, 976.9],
  'surge.ts': [35, 6101.104801, 97689.52002],
  'transformer.ts': [9, 13.45, 20.875],
};

describe('the numbers of the tables', () => {
  const files = Object.keys(TABLES).map((file) => file.replace(/^\.\//, ''));
  it.each(files)('in %s are those that were proof-read', (file) => {
    expect({ [file]: proofOf(numbersOf(file)) }).toEqual({ [file]: PROOFS[file] });
  });
  it('are proved for files that are there', () => {
    expect(Object.keys(PROOFS).filter((file) => !files.includes(file))).toEqual([]);
  });
});
