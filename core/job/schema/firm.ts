import * as z from 'zod';
import { CurvePoints } from './device';
import { Id, ShortText } from './facts';
import { Dialect, JobDefaults } from './job';
import { Price } from './records';

/** What the firm usually fits and charges in one dialect. */
const FirmUsual = z.strictObject({
  defaults: JobDefaults.default({}),
  prices: z.array(Price).max(500, 'at most 500 prices').default([]),
});

/** The time-current curve of a device the firm usually fits, typed off its sheet once. */
export const FirmCurve = z.strictObject({ id: Id, name: ShortText.min(1, 'a curve needs a name'), points: CurvePoints });
export type FirmCurve = z.infer<typeof FirmCurve>;

/** A comparison of curves kept by name, as the address that shows it: devices, unit, grade. */
const FirmComparison = z.strictObject({
  id: Id,
  name: ShortText.min(1, 'a comparison needs a name'),
  address: z
    .string()
    .max(2_000, 'at most 2000 characters')
    .regex(/^\/(compare|jobs\/[A-Za-z0-9-]+\/curves)(\?[^\s#]*)?$/, 'the address of a comparison, as /compare?d=…'),
});

/** The firm: its name and licence on every new job's card, and its usual parts per dialect. */
export const Firm = z.strictObject({
  installer: ShortText.optional(),
  licence: ShortText.optional(),
  dialect: Dialect.default('iec'),
  curves: z.array(FirmCurve).max(200, 'at most 200 curves').default([]),
  comparisons: z.array(FirmComparison).max(200, 'at most 200 comparisons').default([]),
  iec: FirmUsual.prefault({}),
  nec: FirmUsual.prefault({}),
});
export type Firm = z.infer<typeof Firm>;
