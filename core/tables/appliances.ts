import { necCited } from './necCited';

/** Demand of one household range; its own branch circuit by note 4. */
export const RANGE_DEMAND = necCited('220.55, table 220.55 and notes 1, 3, 4');
/** Least rating of the branch circuit of a range of 8.75 kW or more. */
export const RANGE_DEVICE = necCited({ 'nec-2017': '210.19(A)(3)', 'nec-2023': '210.19(C)' });
export const RANGE_LEAST_A = 40;
export const LARGE_RANGE_W = 8750;
/** Storage water heaters of 120 gallons or less are continuous loads. */
export const WATER_HEATER = necCited('422.13');
/** Branch circuits of fixed electric space heating. */
export const SPACE_HEATING = necCited({ 'nec-2017': '424.3(B)', 'nec-2020': '424.4(B)' });

/**
 * Demand of one household range, by table 220.55 (from memory): four fifths of it to 8.75 kW, 8 kW to 12 kW, and a twentieth
 * more for each kilowatt or major part of one above.
 * @param ratedW by its plate
 * @returns W; the plate's own where the table does not reach, to 1.75 kW and above 27 kW
 */
export function rangeDemandW(ratedW: number): number {
  if (ratedW <= 1750 || ratedW > 27_000) return ratedW;
  if (ratedW <= LARGE_RANGE_W) return 0.8 * ratedW;
  const above = Math.max(0, Math.floor((ratedW - 12_000) / 1000 + 0.5));
  return 8000 * (1 + 0.05 * above);
}
