import * as z from 'zod';
import { CODES, ITEMS } from '../inspected';
import { fact, Id, OrderKey, quantity, ShortText } from './facts';

export const InspectedItem = z.enum(ITEMS);

/** Codes of observations on periodic inspection (BS 7671, model form). */
export const ObservationCode = z.enum(CODES);

/**
 * One thing somebody looked at: right, wrong, not there to be looked at; or what was counted or measured, in SI units. What nobody
 * looked at has no row. A terminal may be tightened by feel; then there is no figure.
 */
export const Inspection = z
  .strictObject({
    id: Id,
    order: OrderKey,
    item: InspectedItem,
    boardId: Id.optional(),
    deviceId: Id.optional(),
    pointId: Id.optional(),
    segmentId: Id.optional(),
    result: fact(z.enum(['right', 'wrong', 'not-applicable', 'by-feel'])).optional(),
    value: fact(quantity(0, 10_000, '')).optional(),
    /** The device as it was when this was seen: family, rating, poles. */
    deviceAs: ShortText.optional(),
    /** As a person confirmed it. */
    code: ObservationCode.optional(),
    by: ShortText.optional(),
  })
  .refine(({ result, value }) => (result === undefined) !== (value === undefined), {
    path: ['result'],
    message: 'either what was seen or what was measured',
  })
  .refine(({ item, result }) => result?.value !== 'by-feel' || item === 'torque', {
    path: ['result'],
    message: 'only a terminal is tightened by feel',
  });
export type Inspection = z.infer<typeof Inspection>;
export type InspectionResult = NonNullable<Inspection['result']>['value'];
