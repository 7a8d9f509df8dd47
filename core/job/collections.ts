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
] as const;
export type CollectionName = (typeof COLLECTIONS)[number];
