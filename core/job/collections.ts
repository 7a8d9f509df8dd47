/** The collections of a job, parents before children. */
export const COLLECTIONS = [
  'origins',
  'sourceStates',
  'rooms',
  'boards',
  'electrodes',
  'circuits',
  'segments',
  'points',
  'loads',
  'devices',
  'readings',
  'acceptances',
  'amendments',
  'prices',
  'combinations',
  'inspections',
  'logEntries',
  'keptEvents',
] as const;
export type CollectionName = (typeof COLLECTIONS)[number];
export const isCollection = (name: string | undefined): name is CollectionName =>
  name !== undefined && (COLLECTIONS as readonly string[]).includes(name);
