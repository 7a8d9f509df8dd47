/** A figure as it enters a key. */
export const digits = (value: number | null): string => value?.toPrecision(9) ?? '-';

/** The value a fact's path leads to, or null. */
export function valueAt(job: object, path: string): unknown {
  let found: unknown = job;
  for (const name of path.split('.')) {
    if (typeof found !== 'object' || found === null || !Object.hasOwn(found, name)) return null;
    found = (found as Record<string, unknown>)[name];
  }
  return typeof found === 'object' && found !== null && 'value' in found ? found.value : null;
}
