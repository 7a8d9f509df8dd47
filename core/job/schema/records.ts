import * as z from 'zod';
import { DateText, Id, InstantText, LongText, OrderKey, quantity, ShortText } from './facts';

/** A field reading. Readings are only ever added; a wrong one is superseded by the next. */
export const Reading = z.strictObject({
  id: Id,
  at: InstantText,
  kind: z.enum([
    'r1-r2',
    'r2',
    'ring-r1',
    'ring-rn',
    'ring-r2',
    'insulation',
    'polarity',
    'ze',
    'zs',
    'pscc',
    'pefc',
    'rcd-half',
    'rcd-one',
    'rcd-five',
    'rcd-button',
    'gfci-trip',
    'voltage',
    'phase-order',
    'electrode',
    'torque',
    'functional',
  ]),
  value: z.number().min(-1e6).max(1e9).optional(),
  unit: z.enum(['Ω', 'MΩ', 'A', 'mA', 's', 'ms', 'V', 'N·m', '']).optional(),
  outcome: z.enum(['right', 'wrong', 'holds', 'trips', 'off-scale', 'not-tested']).optional(),
  reason: ShortText.optional(),
  originId: Id.optional(),
  boardId: Id.optional(),
  circuitId: Id.optional(),
  pointId: Id.optional(),
  deviceId: Id.optional(),
  instrument: ShortText.optional(),
  by: ShortText.optional(),
  supersedes: Id.optional(),
  /** A short name of the cables or the device it was read on: another one now, and it proves nothing any more. */
  takenOn: ShortText.optional(),
});
export type Reading = z.infer<typeof Reading>;

/** A finding taken on by somebody, with the reason. Reopens when `inputsKey` no longer matches. */
export const Acceptance = z.strictObject({
  id: Id,
  circuitId: Id.optional(),
  boardId: Id.optional(),
  question: ShortText,
  check: ShortText,
  reason: LongText,
  by: ShortText,
  on: DateText,
  inputsKey: ShortText,
});
export type Acceptance = z.infer<typeof Acceptance>;

/**
 * A local rule written over a rule of the pack, for this job only: it asks for a row of the pack where that does not, lifts it, or
 * takes one of its exceptions that somebody has to judge. Without a row it is a note.
 */
export const Amendment = z.strictObject({
  id: Id,
  order: OrderKey,
  rule: ShortText,
  effect: z.enum(['asks', 'lifts', 'exception']).optional(),
  /** Row of the pack, and of an exception its own name. */
  row: ShortText.optional(),
  exception: ShortText.optional(),
  /** Where: a circuit or an outlet; everywhere where neither is named. */
  circuitId: Id.optional(),
  pointId: Id.optional(),
  text: LongText,
  reason: LongText,
  by: ShortText.optional(),
});
export type Amendment = z.infer<typeof Amendment>;

/** One line of the price list a job is reckoned with, in the job's currency. */
export const Price = z.strictObject({
  id: Id,
  order: OrderKey,
  part: ShortText.min(1, 'name the part'),
  per: z.enum(['piece', 'm', 'ft', 'h']),
  amount: quantity(0, 1_000_000, ''),
});
export type Price = z.infer<typeof Price>;
