import { fromKilo, kilo, ofPercent } from '../units';
import { necCited } from './necCited';

/** Loads of dwellings by NEC article 220, from memory; examples of annex D hold them. */
export const GENERAL_LIGHTING = necCited({ 'nec-2017': '220.12, table 220.12', 'nec-2020': '220.14(J)', 'nec-2023': '220.41' });
export const GENERAL_FACTORS = necCited({ 'nec-2017': 'table 220.42', 'nec-2023': '220.45, table 220.45' });
export const SMALL_APPLIANCE = necCited('220.52(A), 210.11(C)(1)');
export const LAUNDRY = necCited('220.52(B), 210.11(C)(2)');
export const FIXED_APPLIANCES = necCited('220.53');
export const DRYERS = necCited('220.54, table 220.54');
export const RANGES = necCited('220.55, table 220.55');
export const HEATING_OR_COOLING = necCited('220.51, 220.60');
export const CHARGERS = necCited({ 'nec-2017': '625.41, 625.42', 'nec-2023': '220.57' });
export const MOTORS = necCited('220.50, 430.24');
export const OTHER_LOADS = necCited({ 'nec-2017': '220.14', 'nec-2023': '220.14, 220.40' });
export const CONTINUOUS_PART = necCited('215.2(A)(1), 215.3; 230.42(A)');
export const NEUTRAL = necCited('220.61');
export const OPTIONAL = necCited('220.82(B), (C)');
export const EXISTING = necCited('220.83');
export const MANAGED = necCited('220.70, 750.30');
export const METERED = necCited('220.87');

/** VA for each square foot of a dwelling, by its outside dimensions. */
export const GENERAL_VA_PER_FT2 = 3;
/** The outlets that stand for are those of 15 and 20 A between a line and the neutral (220.14(J)). */
export const GENERAL_TO_A = 20;
export const FT2_M2 = 0.09290304;
/** VA of each small-appliance and laundry circuit. */
export const CIRCUIT_VA = 1500;
/** Small-appliance and laundry circuits a dwelling has at least. */
export const LEAST_CIRCUITS = { 'small-appliance': 2, laundry: 1 } as const;
/** Demand of what is alike general lighting: all of the first, a part of the next, less of the rest. VA and shares. */
const GENERAL_STEPS = [
  [3_000, 1],
  [120_000, 0.35],
  [Number.POSITIVE_INFINITY, 0.25],
] as const;
/** From so many appliances fastened in place on a part of them counts. */
export const FIXED_COUNT = 4;
export const FIXED_SHARE = 0.75;
/** Smaller ones are not counted among them, VA. */
export const FIXED_LEAST_VA = 500;
export const DRYER_LEAST_W = 5000;
/** A vehicle charger counts as so much at least, from 2023 on. VA. */
export const CHARGER_LEAST_VA = 7200;
export const LARGEST_MOTOR_SHARE = 0.25;
/** Of ranges and dryers on the neutral. The relief above 200 A is not taken. */
export const NEUTRAL_SHARE = 0.7;

/** The optional methods: so much whole, of the rest a share. */
export const OPTIONAL_STEP = { wholeVa: 10_000, share: 0.4 } as const;
export const EXISTING_STEP = { wholeVa: 8_000, share: 0.4 } as const;
/** Shares of electric space heating under the optional methods, by how many units are controlled apart. */
export const HEATING_UNITS = 4;
export const HEATING_SHARES = { optional: { few: 0.65, many: 0.4 }, existing: { few: 1, many: 0.4 } } as const;
/** Of the greatest demand metered. */
export const METERED_TIMES = 1.25;

/** @returns VA of what is as general lighting */
export function generalDemandVa(connectedVa: number): number {
  let [demand, from] = [0, 0];
  for (const [to, share] of GENERAL_STEPS) {
    demand += Math.max(0, Math.min(connectedVa, to) - from) * share;
    from = to;
  }
  return demand;
}

/** Share of household dryers, by their number, %. */
export function dryerPercent(count: number): number {
  const listed = [100, 100, 100, 100, 85, 75, 65, 60, 55, 50, 47];
  if (count <= listed.length) return listed[count - 1]!;
  if (count <= 23) return 47 - (count - 11);
  return count <= 42 ? 35 - 0.5 * (count - 23) : 25;
}

/** Columns A and B of table 220.55, %, for 1 to 25 appliances; column C, kW. */
const COLUMN_A = [80, 75, 70, 66, 62, 59, 56, 53, 51, 49, 47, 45, 43, 41, 40, 39, 38, 37, 36, 35, 34, 33, 32, 31, 30];
const COLUMN_B = [80, 65, 55, 50, 45, 43, 40, 36, 35, 34, 32, 32, 32, 32, 32, 28, 28, 28, 28, 28, 26, 26, 26, 26, 26];
const COLUMN_C = [8, 11, 14, 17, 20, 21, 22, 23, 24, 25, 26, 27, 28, 29, 30, 31, 32, 33, 34, 35, 36, 37, 38, 39, 40];

/** @returns % of appliances under 3.5 kW */
export const columnA = (count: number): number => COLUMN_A[count - 1] ?? 30;
/** @returns % of appliances of 3.5 to 8.75 kW */
export function columnB(count: number): number {
  const listed = COLUMN_B[count - 1];
  if (listed !== undefined) return listed;
  return [30, 40, 50, 60].findIndex((to) => count <= to) === -1 ? 16 : 24 - 2 * [30, 40, 50, 60].findIndex((to) => count <= to);
}
/** @returns kW of appliances of up to 12 kW */
export const columnC = (count: number): number => COLUMN_C[count - 1] ?? (count <= 40 ? 15 + count : 25 + 0.75 * count);

/** What the table is for, W; an appliance below counts as it is, one above is not in it. */
const COOKING = { over: 1_750, small: 3_500, medium: 8_750, plain: 12_000, most: 27_000 } as const;

/**
 * Demand of household cooking appliances by table 220.55 and its notes 1 to 3: column C for their number, a twentieth more for each
 * kilowatt or major part of one the average lies above 12 kW (those below counted as 12); or, where that is less, each group to
 * 8.75 kW by its own column and the rest by column C.
 * @param ratedW by their plates, at least one
 * @returns W, and by which columns
 */
export function cookingDemandW(ratedW: readonly number[]): { demandW: number; by: string } {
  const outside = ratedW.filter((each) => each <= COOKING.over || each > COOKING.most);
  const within = ratedW.filter((each) => each > COOKING.over && each <= COOKING.most);
  const asIs = outside.reduce((sum, each) => sum + each, 0);
  if (within.length === 0) return { demandW: asIs, by: 'as marked' };
  const small = within.filter((each) => each < COOKING.small);
  const medium = within.filter((each) => each >= COOKING.small && each <= COOKING.medium);
  const large = within.filter((each) => each > COOKING.medium);
  const sum = (each: readonly number[]) => each.reduce((total, one) => total + one, 0);
  const together = byColumnC(within);
  const apart =
    ofPercent(sum(small) * columnA(small.length)) + ofPercent(sum(medium) * columnB(medium.length)) + byColumnC(large);
  const columns = [small.length > 0 && 'A', medium.length > 0 && 'B', large.length > 0 && 'C'].filter((each) => each !== false);
  return apart < together
    ? { demandW: apart + asIs, by: `column ${columns.join(', ')}` }
    : { demandW: together + asIs, by: 'column C' };
}

function byColumnC(ratedW: readonly number[]): number {
  if (ratedW.length === 0) return 0;
  const average = ratedW.reduce((sum, each) => sum + Math.max(each, COOKING.plain), 0) / ratedW.length;
  const above = Math.floor(kilo(average - COOKING.plain) + 0.5);
  return fromKilo(columnC(ratedW.length)) * (1 + 0.05 * above);
}
