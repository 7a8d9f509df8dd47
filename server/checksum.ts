import { createHash } from 'node:crypto';
import type { RowChange, RowName } from '@/core/job/changes';
import { COLLECTIONS } from '@/core/job/collections';
import type { Job } from '@/core/job/schema/job';

const ROUND = 2n ** 64n;

/** Equal for equal values, in whatever order their fields came. */
export const sorted = (_: string, value: unknown): unknown =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;

function ofRow({ on, id }: RowName, row: object | null): bigint {
  if (row === null) return 0n;
  const digest = createHash('sha256').update(`${on} ${id} `).update(JSON.stringify(row, sorted)).digest();
  return digest.readBigUInt64BE();
}
const written = (sum: bigint): string => (((sum % ROUND) + ROUND) % ROUND).toString(16).padStart(16, '0');

/**
 * The checksum of a job: the sum of what its rows hash to, so that an edit changes it by the rows it touched. A bit that flips
 * on the disk changes a row, and with it the sum.
 */
export function checksumOf(job: Job): string {
  const { name, dialect, pack, card, defaults, supply } = job;
  let sum = ofRow({ on: 'job', id: job.id }, { name, dialect, pack, card, defaults, supply });
  for (const on of COLLECTIONS) for (const row of Object.values(job[on])) sum += ofRow({ on, id: row.id }, row);
  return written(sum);
}

/** The checksum after changes. */
export const checksumAfter = (checksum: string, changes: readonly RowChange[]): string =>
  written(changes.reduce((sum, each) => sum - ofRow(each, each.before) + ofRow(each, each.after), BigInt(`0x${checksum}`)));
