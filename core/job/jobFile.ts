import type { Job } from './schema/job';

/** A job as the text of its file: keys sorted inside each row and rows by id, so that equal jobs give equal files. */
export function jobFileText(job: Job): string {
  return `${JSON.stringify(sorted(job), null, 1)}\n`;
}

function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, inner]) => inner !== undefined)
      .sort(([a], [b]) => (rank(a) === rank(b) ? (a < b ? -1 : 1) : rank(a) - rank(b)))
      .map(([key, inner]) => [key, sorted(inner)]),
  );
}

/** What a reader looks for first stands first. */
const FIRST = ['format', 'id', 'order', 'name', 'number', 'kind', 'value', 'from'];
const rank = (key: string): number => {
  const at = FIRST.indexOf(key);
  return at < 0 ? FIRST.length : at;
};
