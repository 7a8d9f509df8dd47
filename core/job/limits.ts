import type { CollectionName } from './collections';

/** Larger files are refused before they are parsed. A 600-circuit job is about 1 MB. */
export const MAX_JOB_BYTES = 5_000_000;

/** What a job holds at most: more than any dwelling has, and no more than is read, judged and kept in a few seconds. */
export const maxRows = (on: CollectionName): number => MOST[on] ?? 6000;
const MOST: Partial<Record<CollectionName, number>> = { circuits: 1000, readings: 10_000 };

/** Nothing of ours is nested deeper than a dozen levels; what reads far deeper nesting runs out of its stack. */
const DEEPEST = 64;

export const TOO_DEEP = `this is nested deeper than ${DEEPEST} levels: nothing of ours is`;

/** Whether JSON text is nested deeper than anything of ours, told before it is read. */
export function tooDeep(text: string): boolean {
  let depth = 0;
  let quoted = false;
  for (let at = 0; at < text.length; at++) {
    const sign = text.charCodeAt(at);
    if (quoted) {
      if (sign === BACKSLASH) at += 1;
      else if (sign === QUOTE) quoted = false;
    } else if (sign === QUOTE) quoted = true;
    else if (sign === OPEN_LIST || sign === OPEN_OBJECT) {
      depth += 1;
      if (depth > DEEPEST) return true;
    } else if (sign === CLOSE_LIST || sign === CLOSE_OBJECT) depth -= 1;
  }
  return false;
}
const [QUOTE, BACKSLASH, OPEN_LIST, CLOSE_LIST, OPEN_OBJECT, CLOSE_OBJECT] = [0x22, 0x5c, 0x5b, 0x5d, 0x7b, 0x7d];
