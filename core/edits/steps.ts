import type { CollectionName } from '../job/collections';
import type { Command, Step } from '../job/commands';
import { cutName } from '../job/ids';

/** An edit under its label, cut to what a label may hold. */
export const edit = (label: string, steps: Step[]): Command => ({ label: cutName(label), steps });

/** A field given another value, or made absent where there is none. */
export const set = (on: CollectionName, id: string, field: string | string[], to: unknown): Step => ({
  do: 'set',
  on,
  id,
  field: typeof field === 'string' ? [field] : field,
  ...(to === undefined ? {} : { to }),
});
