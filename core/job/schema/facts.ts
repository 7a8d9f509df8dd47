import * as z from 'zod';
import { NAME_LETTERS } from '../ids';
import { SIZE_TEXT, WIRES_TEXT } from '../sizeText';

/** Where an entered fact comes from. An absent fact is unknown: there is no default. */
export const Provenance = z.enum(['measured', 'stated', 'assumed']);
export type Provenance = z.infer<typeof Provenance>;

/** How a fact came to stand there without anybody entering it by itself: from what else is entered, from what is usual, as designed. */
export const FactOrigin = z.enum(['inferred', 'usual', 'specified']);
export type FactOrigin = z.infer<typeof FactOrigin>;

export const Id = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$/, 'an id is 1 to 64 letters, digits, "-" or "_", starting with a letter or digit');
export type Id = z.infer<typeof Id>;

/** Text every store and file keeps as it is: no lone surrogates, no NUL. */
const text = (most: number) =>
  z
    .string()
    .max(most, `at most ${most} characters`)
    .refine((value) => value.isWellFormed() && !value.includes('\0'), 'text that cannot be kept: broken characters');

export const ShortText = text(NAME_LETTERS);
export const LongText = text(4000);
/** Fractional order key: rows sort by it as plain text. */
export const OrderKey = z.string().regex(/^[0-9A-Za-z]{1,64}$/, 'an order key is 1 to 64 letters or digits');
export const DateText = z.iso.date('a date is written YYYY-MM-DD');
export const InstantText = z.iso.datetime({ error: 'an instant is written YYYY-MM-DDThh:mm:ssZ' });

/** A finite number inside [min, max], both admitted, whose message names the range and the unit. */
export function quantity(min: number, max: number, unit: string) {
  const range = `${min} to ${max}${unit === '' ? '' : ` ${unit}`}`;
  return z
    .number({ error: `a number is wanted here, ${range}` })
    .min(min, `must be within ${range}`)
    .max(max, `must be within ${range}`);
}

/**
 * A fact that can decide a verdict: its value, where it comes from, and optionally how it came there, a remark and a date.
 * @returns schema of `{value, from, origin?, note?, on?}`
 */
export function fact<T extends z.ZodType>(value: T) {
  return z.strictObject({
    value,
    from: Provenance,
    origin: FactOrigin.optional(),
    note: ShortText.optional(),
    on: DateText.optional(),
  });
}

export interface Fact<T> {
  value: T;
  from: Provenance;
  origin?: FactOrigin | undefined;
  note?: string | undefined;
  on?: string | undefined;
}

/** Planned and built state of a thing on the job. */
export const WorkState = z.enum(['existing', 'new', 'altered', 'removed']);
export type WorkState = z.infer<typeof WorkState>;

/** Line conductors by their place in the system; the words and colours shown follow the dialect. */
export const Line = z.enum(['L1', 'L2', 'L3']);
export type Line = z.infer<typeof Line>;

export const Lines = z
  .array(Line)
  .max(3, 'at most L1, L2 and L3')
  .refine((lines) => new Set(lines).size === lines.length, 'each line once');

/** Conductor sizes are kept as designated: metric `2.5mm2`, American `12AWG`, `1/0AWG`, `250kcmil`. */
export const ConductorSize = z.string().regex(SIZE_TEXT, 'a size is written like 2.5mm2, 12AWG, 1/0AWG or 250kcmil');
export type ConductorSize = z.infer<typeof ConductorSize>;

/** Wires counted by size: `4x14AWG 2x12AWG`, or `0` for none. */
export const WireList = z
  .string()
  .max(NAME_LETTERS)
  .regex(WIRES_TEXT, 'wires are written like "4x14AWG 2x12AWG", or "0" for none');
