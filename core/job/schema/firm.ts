import * as z from 'zod';
import { ShortText } from './facts';
import { Dialect, JobDefaults } from './job';
import { Price } from './records';

/** What the firm usually fits and charges in one dialect. */
const FirmUsual = z.strictObject({
  defaults: JobDefaults.default({}),
  prices: z.array(Price).max(500, 'at most 500 prices').default([]),
});

/** The firm: its name and licence on every new job's card, and its usual parts per dialect. */
export const Firm = z.strictObject({
  installer: ShortText.optional(),
  licence: ShortText.optional(),
  dialect: Dialect.default('iec'),
  iec: FirmUsual.prefault({}),
  nec: FirmUsual.prefault({}),
});
export type Firm = z.infer<typeof Firm>;
