import type { Appliance, Configuration, Load } from '../../job/schema/circuit';
import type { Dialect } from '../../job/terms';

/**
 * A generic appliance with the values such things usually have. All of them are common practice without a source, save the leakage
 * of the standards named beside it: whoever takes one assumes them until the plate is read.
 */
export interface Catalogued {
  id: string;
  name: string;
  /** Only where its name or kind is one dialect's. */
  dialect?: Dialect;
  kind?: Appliance;
  powerW: number;
  /** What it is taken for where that is less than its power. */
  currentA?: number;
  /** Voltage its power is marked at, where that is not the supply's. */
  plateV?: number;
  cosPhi: number;
  continuous: boolean;
  voltages?: 'line' | 'line-line' | 'either';
  /** Peak at switching on, as a multiple of the running current's peak, and for how long. */
  inrush?: { times: number; s: number };
  /** Of a motor: starting current as a multiple of the running one, and for how long. */
  start?: { times: number; s: number };
  leakageMa: number;
  dcLeakageMa?: number;
  waveform: NonNullable<Load['waveform']>['value'];
  electronics: boolean;
  touched: boolean;
  wet: boolean;
  fastened: boolean;
  mustStayOn?: true;
  safetyService?: true;
  plug?: Partial<Record<Dialect, Configuration>>;
}

const SMALL: Partial<Record<Dialect, Configuration>> = { nec: '5-15', iec: 'BS1363' };
const plain = {
  cosPhi: 1,
  continuous: false,
  voltages: 'line',
  waveform: 'sine',
  electronics: false,
  touched: true,
  wet: false,
} as const;
const fixedIn = { ...plain, touched: false, fastened: true } as const;
const pluggedIn = { ...plain, fastened: false, plug: SMALL } as const;
const motor = { cosPhi: 0.75, start: { times: 6, s: 0.5 }, inrush: { times: 8, s: 0.02 } } as const;
const converter = { waveform: 'mixed-frequency', electronics: true, cosPhi: 0.95 } as const;

/** Leakage: IEC 60335-1 limits for portable class I 0.75 mA, fixed motors 3.5 mA, heating 0.75 mA/kW to 5 mA, class II 0.25 mA (memory). */
export const APPLIANCES: readonly Catalogued[] = [
  { ...pluggedIn, id: 'kettle', name: 'Kettle', powerW: 2000, leakageMa: 0.75, wet: true },
  { ...pluggedIn, id: 'toaster', name: 'Toaster', powerW: 1200, leakageMa: 0.75 },
  {
    ...pluggedIn,
    ...converter,
    id: 'microwave',
    name: 'Microwave oven',
    powerW: 1300,
    leakageMa: 0.75,
    waveform: 'pulsating-dc',
    inrush: { times: 10, s: 0.01 },
  },
  { ...pluggedIn, id: 'refrigerator', name: 'Refrigerator', powerW: 150, ...motor, leakageMa: 0.75, mustStayOn: true },
  { ...pluggedIn, id: 'freezer', name: 'Freezer', powerW: 200, ...motor, leakageMa: 0.75, mustStayOn: true },
  { ...pluggedIn, ...converter, id: 'washer', name: 'Washing machine', powerW: 1200, leakageMa: 3.5, wet: true },
  { ...pluggedIn, id: 'dishwasher-plugged', name: 'Dishwasher, plugged in', powerW: 1300, leakageMa: 3.5, wet: true },
  { ...fixedIn, id: 'dishwasher', name: 'Dishwasher, wired in', kind: 'fixed', powerW: 1300, leakageMa: 3.5, wet: true },
  { ...fixedIn, ...motor, id: 'disposer', name: 'Waste disposer', kind: 'fixed', powerW: 550, leakageMa: 3.5, wet: true },
  {
    ...fixedIn,
    id: 'range',
    name: 'Range',
    dialect: 'nec',
    kind: 'range',
    powerW: 12_000,
    voltages: 'line-line',
    leakageMa: 5,
    touched: true,
  },
  {
    ...fixedIn,
    id: 'cooker',
    name: 'Cooker',
    dialect: 'iec',
    kind: 'cooking-unit',
    powerW: 12_000,
    // Of 52 A at 230 V the first 10 A, three tenths of the rest, and 5 A for the outlet on its switch (custom of the trade).
    currentA: 27.7,
    leakageMa: 5,
    touched: true,
  },
  {
    ...fixedIn,
    id: 'shower',
    name: 'Instantaneous shower',
    dialect: 'iec',
    kind: 'water-heater',
    powerW: 9500,
    // Showers are marked at 240 V (custom of the trade, from memory).
    plateV: 240,
    leakageMa: 5,
    wet: true,
  },
  {
    ...fixedIn,
    id: 'oven',
    name: 'Wall oven',
    kind: 'cooking-unit',
    powerW: 3500,
    voltages: 'either',
    leakageMa: 2.6,
    touched: true,
  },
  {
    ...fixedIn,
    ...converter,
    id: 'hob',
    name: 'Hob',
    kind: 'cooking-unit',
    powerW: 7200,
    voltages: 'line-line',
    leakageMa: 5,
    touched: true,
  },
  {
    ...fixedIn,
    id: 'dryer',
    name: 'Clothes dryer',
    kind: 'dryer',
    powerW: 5000,
    voltages: 'line-line',
    leakageMa: 3.5,
    touched: true,
  },
  {
    ...fixedIn,
    id: 'water-heater',
    name: 'Storage water heater',
    kind: 'water-heater',
    powerW: 3000,
    continuous: true,
    voltages: 'either',
    leakageMa: 2.3,
    wet: true,
  },
  {
    ...fixedIn,
    id: 'space-heater',
    name: 'Fixed space heater',
    kind: 'space-heating',
    powerW: 2000,
    continuous: true,
    voltages: 'either',
    leakageMa: 1.5,
  },
  {
    ...fixedIn,
    ...converter,
    id: 'heat-pump',
    name: 'Heat pump',
    kind: 'heat-pump',
    powerW: 3500,
    continuous: true,
    voltages: 'line-line',
    leakageMa: 3.5,
    waveform: 'smooth-dc',
    dcLeakageMa: 4,
  },
  {
    ...fixedIn,
    ...motor,
    id: 'air',
    name: 'Air conditioner',
    kind: 'cooling',
    powerW: 1800,
    continuous: true,
    voltages: 'either',
    leakageMa: 3.5,
  },
  {
    ...fixedIn,
    ...converter,
    id: 'charger',
    name: 'Vehicle charger',
    kind: 'vehicle-charger',
    powerW: 7400,
    continuous: true,
    voltages: 'line-line',
    leakageMa: 3.5,
    waveform: 'smooth-dc',
    dcLeakageMa: 6,
    wet: true,
  },
  {
    ...fixedIn,
    ...motor,
    id: 'well-pump',
    name: 'Water pump',
    kind: 'fixed',
    powerW: 750,
    voltages: 'either',
    leakageMa: 3.5,
    wet: true,
  },
  { ...fixedIn, ...motor, id: 'garage-door', name: 'Garage door', kind: 'fixed', powerW: 400, leakageMa: 3.5 },
  { ...fixedIn, ...motor, id: 'fan', name: 'Extract fan', kind: 'other', powerW: 40, leakageMa: 0.25, wet: true },
  {
    ...fixedIn,
    ...converter,
    id: 'lights',
    name: 'LED lights',
    powerW: 60,
    cosPhi: 0.9,
    continuous: true,
    leakageMa: 0.5,
    inrush: { times: 40, s: 0.0005 },
  },
  {
    ...fixedIn,
    ...converter,
    id: 'escape-light',
    name: 'Escape-route light',
    powerW: 10,
    cosPhi: 0.9,
    continuous: true,
    leakageMa: 0.25,
    safetyService: true,
  },
  {
    ...fixedIn,
    id: 'alarm',
    name: 'Alarm',
    powerW: 10,
    continuous: true,
    leakageMa: 0.25,
    electronics: true,
    inrush: { times: 40, s: 0.0005 },
    safetyService: true,
  },
  {
    ...pluggedIn,
    ...converter,
    id: 'computer',
    name: 'Computer and screen',
    powerW: 300,
    leakageMa: 3.5,
    waveform: 'pulsating-dc',
    inrush: { times: 20, s: 0.005 },
  },
  { ...pluggedIn, ...converter, id: 'television', name: 'Television', powerW: 120, leakageMa: 0.25, waveform: 'pulsating-dc' },
  {
    ...pluggedIn,
    ...converter,
    id: 'network',
    name: 'Network equipment',
    powerW: 40,
    continuous: true,
    leakageMa: 0.25,
    waveform: 'pulsating-dc',
    mustStayOn: true,
  },
  { ...pluggedIn, id: 'hair-dryer', name: 'Hair dryer', powerW: 1500, leakageMa: 0.25, wet: true },
  { ...pluggedIn, id: 'portable-heater', name: 'Portable heater', powerW: 1500, continuous: true, leakageMa: 1.1 },
  { ...pluggedIn, ...motor, id: 'vacuum', name: 'Vacuum cleaner', powerW: 900, leakageMa: 0.25 },
  { ...pluggedIn, ...motor, id: 'power-tool', name: 'Power tool', powerW: 1200, leakageMa: 0.25 },
  { ...pluggedIn, id: 'iron', name: 'Iron', powerW: 1800, leakageMa: 0.75, wet: true },
];

/** Those of a dialect, by name. */
export const appliancesOf = (dialect: Dialect): readonly Catalogued[] =>
  APPLIANCES.filter((each) => each.dialect === undefined || each.dialect === dialect);

/** A heater is switched on at little more than its running peak; of electronics and motors it is their own. */
const COLD_HEATER = { times: 1.1, s: 0.5 } as const;
export const inrushOf = ({ inrush, cosPhi, electronics, start }: Catalogued): { times: number; s: number } | undefined =>
  inrush ?? (cosPhi === 1 && !electronics && start === undefined ? COLD_HEATER : undefined);
