import { necCited } from './necCited';

/** Demand of one household range on its own branch circuit, by note 4. */
export const RANGE_DEMAND = necCited('220.55, table 220.55 and notes 1, 3, 4');
/** Least rating of the branch circuit of a range of 8.75 kW or more. */
export const RANGE_DEVICE = necCited({ 'nec-2017': '210.19(A)(3)', 'nec-2023': '210.19(C)' });
export const RANGE_LEAST_A = 40;
export const LARGE_RANGE_W = 8750;
/** Storage water heaters of 120 gallons or less are continuous loads. */
export const WATER_HEATER = necCited('422.13');
/** Branch circuits of fixed electric space heating. */
export const SPACE_HEATING = necCited({ 'nec-2017': '424.3(B)', 'nec-2020': '424.4(B)' });
/** Charging of vehicles is a continuous load. */
export const VEHICLE_CHARGER = necCited('625.41, 625.42');
