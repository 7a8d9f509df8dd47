import { factAt, factPaths, showFact, stepsToSet } from '../facts/read';
import type { FactValue } from '../facts/spec';
import type { CollectionName } from '../job/collections';
import type { Command } from '../job/commands';
import type { Provenance } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { edit } from './steps';

/**
 * What is commonly alike all over a house, by collection: the surroundings and make of cables, what devices of one make break,
 * how long loads run. What is each row's own (a length, a size, a rating), and what relieves from a rule for one reason or
 * another, is looked at one by one.
 */
const ALIKE: Readonly<Partial<Record<CollectionName, ReadonlySet<string>>>> = {
  segments: new Set([
    'material',
    'protectiveMaterial',
    'insulation',
    'method',
    'ambientC',
    'groupedCircuits',
    'loadedConductors',
    'soilKmPerW',
    'concealed',
  ]),
  devices: new Set([
    'settings.icnA',
    'settings.icsA',
    'settings.aicA',
    'settings.breakingA',
    'settings.conditionalA',
    'settings.energyClass',
    'settings.listedHere',
    'settings.voltageMarking',
  ]),
  points: new Set(['tamperResistant', 'weatherResistant', 'heightM', 'readilyAccessible', 'receptacles']),
  loads: new Set(['cosPhi', 'continuous']),
  circuits: new Set(['continuous']),
};

const isPresent = (row: unknown): boolean => (row as { state?: string }).state !== 'removed';

/**
 * Paths of the same fact on all other rows that lack it, in a job where such a fact is commonly alike.
 * @param path of a fact, for instance `segments.tails.ambientC`
 */
export function othersLacking(job: Job, path: string): string[] {
  const [on, id, ...field] = path.split('.') as [CollectionName, string, ...string[]];
  const name = field.join('.');
  if (ALIKE[on]?.has(name) !== true) return [];
  return Object.values(job[on]).flatMap((row) => {
    const circuitId = 'circuitId' in row ? row.circuitId : undefined;
    if (row.id === id || !isPresent(row) || (circuitId !== undefined && !isPresent(job.circuits[circuitId] ?? {}))) return [];
    const there = `${on}.${row.id}.${name}`;
    // Circuits together say the same as conductors do.
    const said = name === 'loadedConductors' && 'groupedCircuits' in row && row.groupedCircuits !== undefined;
    return !said && factPaths(job, on, row.id).includes(there) && factAt(job, there)?.fact === undefined ? [there] : [];
  });
}

/** One command that gives a fact, and the same fact of others, one value from one source. */
export function setFacts(job: Job, paths: readonly string[], to: { value: FactValue; from: Provenance }): Command {
  const first = factAt(job, paths[0]!);
  const [name, shown] = first === undefined ? ['', ''] : [first.name, showFact(job.dialect, first.how, to.value)];
  return edit(
    `${name.charAt(0).toUpperCase()}${name.slice(1)}: ${shown}, ${paths.length} times`,
    paths.flatMap((path) => stepsToSet(job, path, to)),
  );
}
