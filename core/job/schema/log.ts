import * as z from 'zod';
import { AFTER, CAUSES, ENTRY_KINDS, RESET, WEATHER } from '../logged';
import { DateText, Id, InstantText, LongText, OrderKey, ShortText } from './facts';

const oneOf = <K extends string>(words: Readonly<Record<K, string>>) => z.enum(Object.keys(words) as [K, ...K[]]);

/** An event that was tried and kept with the job, as it is written in an address: what comes of it is worked out each time. */
export const KeptEvent = z.strictObject({
  id: Id,
  order: OrderKey,
  event: LongText,
  on: DateText,
});
export type KeptEvent = z.infer<typeof KeptEvent>;

/** Something that happened in the house. Entries are only ever added; a wrong one is superseded by the next. */
export const LogEntry = z.strictObject({
  id: Id,
  at: InstantText,
  kind: z.enum(ENTRY_KINDS),
  /** What opened, or what was worked on. */
  deviceId: Id.optional(),
  after: oneOf(AFTER).optional(),
  weather: oneOf(WEATHER).optional(),
  reset: oneOf(RESET).optional(),
  /** What was on, by the loads of the job. */
  loadsOn: z.array(Id).max(40, 'at most 40 loads').optional(),
  /** What it was found to be. */
  found: z.enum(CAUSES).optional(),
  note: LongText.optional(),
  by: ShortText.optional(),
  supersedes: Id.optional(),
});
export type LogEntry = z.infer<typeof LogEntry>;
