import { CABLE_WORDS } from './cableWords';
import { DEVICE_WORDS } from './deviceWords';
import type { QuickDraft } from './draft';
import { NUMBER, numberOf, plain, type WordKind, within } from './wordKind';

const USES: readonly [RegExp, NonNullable<QuickDraft['use']>][] = [
  [/^(sockets?|receptacles?|outlets?)$/i, 'sockets'],
  [/^(lights?|lighting|luminaires?)$/i, 'lighting'],
];

/** Words of what a circuit feeds; a current alone comes last. */
const LOAD_WORDS: readonly WordKind[] = [
  // What it feeds.
  {
    pattern: `(${NUMBER})\\s?(k?)w\\s?(?:at|@)\\s?(\\d{2,3})\\s?v`,
    read: ([, value, kilo, volts]) => {
      const [powerW, plateV] = [numberOf(value) * (kilo === '' ? 1 : 1000), Number(volts)];
      return plateV < 50 || plateV > 500
        ? { problem: 'a plate voltage is 50 to 500 V' }
        : within(powerW, 0.1, 1e6, 'W', () => ({
            sets: { powerW, plateV },
            shown: `${value} ${kilo === '' ? '' : 'k'}W at ${plateV} V by its plate`,
          }));
    },
  },
  {
    pattern: `(${NUMBER})\\s?(k?)w`,
    read: ([, value, kilo]) => {
      const powerW = numberOf(value) * (kilo === '' ? 1 : 1000);
      return within(powerW, 0.1, 1e6, 'W', () => ({ sets: { powerW }, shown: `${value} ${kilo === '' ? '' : 'k'}W load` }));
    },
  },
  {
    pattern: `(?:ib|load)\\s?(${NUMBER})\\s?a?`,
    read: ([, value]) =>
      within(numberOf(value), 0.01, 4000, 'A', () => ({
        sets: { designA: numberOf(value) },
        shown: `design current ${value} A`,
      })),
  },
  {
    pattern: `(?:pf|cos)\\s?(${NUMBER})`,
    read: ([, value]) =>
      within(numberOf(value), 0.1, 1, '', () => ({ sets: { cosPhi: numberOf(value) }, shown: `power factor ${value}` })),
  },
  {
    pattern: `mca\\s?(${NUMBER})\\s?a?`,
    dialect: 'nec',
    read: ([, value]) =>
      within(numberOf(value), 0.1, 1000, 'A', () => ({
        sets: { minimumAmpacityA: numberOf(value), use: 'fixed' },
        shown: `minimum circuit ampacity ${value} A, as marked`,
      })),
  },
  {
    pattern: '(?:mocp|mop)\\s?(\\d{1,4})\\s?a?',
    dialect: 'nec',
    read: ([, value]) =>
      within(Number(value), 1, 2000, 'A', () => ({
        sets: { maximumDeviceA: Number(value), use: 'fixed' },
        shown: `device up to ${value} A, as marked`,
      })),
  },
  { pattern: 'continuous', read: plain('three hours or more', { continuous: true }) },
  { pattern: 'not\\s?continuous|noncontinuous', read: plain('less than three hours', { continuous: false }) },
  {
    pattern: '(\\d{1,4})\\s?(?:a|amps?)',
    read: ([, rating], { dialect }) =>
      within(Number(rating), 1, 4000, 'A', () => ({
        sets: { ratingA: Number(rating) },
        shown: `${dialect === 'nec' ? 'breaker ' : ''}${rating} A`,
      })),
  },
];

/** Before any sensitivity: a detection inside a charger is no residual device. */
const DETECTION: WordKind = {
  pattern: '6\\s?ma\\s?dc(?:\\s?(?:detection|detect|sensor))?|rdc-?dd',
  dialect: 'iec',
  read: plain('6 mA DC detection in it', { dcDetection: true }),
};

/** The words of shop talk, the more particular before the more general. */
export const WORDS: readonly WordKind[] = [DETECTION, ...DEVICE_WORDS, ...CABLE_WORDS, ...LOAD_WORDS];

/** Appliances the NEC has rules for, as people call them. */
const APPLIANCES: readonly [RegExp, NonNullable<QuickDraft['appliance']>][] = [
  [/^(electric\s)?range$/i, 'range'],
  [/^(clothes\s)?dryer$/i, 'dryer'],
  [/^water\s?heater$/i, 'water-heater'],
];
/** What a word or two call: an appliance of the NEC's. It belongs to the name all the same. */
export const isAppliance = (text: string): QuickDraft['appliance'] => APPLIANCES.find(([pattern]) => pattern.test(text))?.[1];

/** A word that says what a circuit feeds and belongs to its name all the same. */
export const feeds = (text: string): QuickDraft['use'] => USES.find(([pattern]) => pattern.test(text))?.[1];
