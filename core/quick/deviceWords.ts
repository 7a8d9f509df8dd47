import { BREAKER_RATINGS, GG_RATINGS, sizesOf } from '../facts/preferred';
import { showNumber } from '../job/show';
import { word } from '../job/terms';
import { fromKilo, fromMilli } from '../units';
import { cable } from './cableWords';

import { NUMBER, numberOf, plain, type WordKind, within } from './wordKind';

/** Words of what cools, beside which a number with a k is no fault current. */
const COOLS = /\b(?:air|a\/?c|cond(?:enser|itioner|itioning)|cooling|mini-?split|heat\s?pump|btu)\b/i;

/** A rating said in a word of its own. */
const RATED = /(?:^|[\s,;·])(?:[bcd]\s?(?:[3-9]|\d{2,3})\s?a?|\d{1,4}\s?(?:a|amps?)|(?:fuse|gg)\s?\d+)(?=[\s,;·]|$)/i;
const FRACTIONS: Readonly<Record<string, number>> = { '½': 0.5, '¼': 0.25, '¾': 0.75 };
/** Words of the circuit's number, its board and its device, and what would be taken for a cable. */
export const DEVICE_WORDS: readonly WordKind[] = [
  // Names that begin like a word of the trade.
  { pattern: 'a/?c\\s+units?|(?:n|s)(?:e|w)\\s+(?:corner|side|wall)|al\\s+fresco', read: () => ({ name: true }) },
  // American shop talk calls a gauge by its number: there a circuit's is written another way.
  { pattern: '#(\\S{1,12})', dialect: 'iec', read: ([, number]) => ({ sets: { number: number! }, shown: `circuit ${number}` }) },
  {
    pattern: 'ckt\\s?(\\S{1,12})',
    dialect: 'nec',
    read: ([, number]) => ({ sets: { number: number! }, shown: `circuit ${number}` }),
  },
  {
    pattern: '#(\\d{1,2}|[1-4]/0)',
    dialect: 'nec',
    read: ([, size], job) =>
      sizesOf('nec').includes(`${size}AWG`)
        ? cable(`${size}AWG`, undefined, {}, '', job)
        : { problem: `#${size} is no gauge; a circuit's number is written ckt ${size}` },
  },
  {
    pattern: '@(\\S+)',
    read: ([, name], job) => {
      const boards = Object.values(job.boards).filter((board) => board.state !== 'removed');
      const found = boards.filter((board) => board.name.toLowerCase().startsWith(name!.toLowerCase()));
      const names = boards.map((board) => board.name).join(', ');
      if (found.length === 1) return { sets: { boardId: found[0]!.id }, shown: `on ${found[0]!.name}` };
      return { problem: `${found.length === 0 ? 'no' : 'more than one'} ${word(job.dialect, 'board')} is called that: ${names}` };
    },
  },
  { pattern: 'ring', dialect: 'iec', read: plain('ring circuit', { topology: 'ring' }) },
  { pattern: 'radial', read: plain('radial circuit', { topology: 'radial' }) },

  // A method after a size; else it would be a curve.
  {
    pattern: '(a1|a2|b1|b2|d1|d2)',
    dialect: 'iec',
    read: ([, method], _, { draft }) =>
      draft.lineSize === undefined
        ? undefined
        : { sets: { method: method!.toUpperCase() as 'C' }, shown: `method ${method!.toUpperCase()}` },
  },

  // Devices.
  {
    pattern: '([bcd])[\\s-]?curve|curve[\\s-]?([bcd])',
    dialect: 'iec',
    read: ([, before, after]) => {
      const curve = (before ?? after)!.toUpperCase() as 'B';
      return { sets: { curve }, shown: `curve ${curve}` };
    },
  },
  {
    pattern: `(${BREAKER_RATINGS.join('|')})\\s?a?\\s?([bcd])([\\s-]?curve)?`,
    dialect: 'iec',
    // With a rating said in another word it is degrees.
    read: ([, rating, curve, named], _, { rest }) =>
      named === undefined && RATED.test(rest)
        ? undefined
        : {
            sets: { curve: curve!.toUpperCase() as 'B', ratingA: Number(rating) },
            shown: `curve ${curve!.toUpperCase()}, ${rating} A`,
          },
  },
  {
    pattern: '([bcd])\\s?(\\d{1,3})\\s?a?',
    dialect: 'iec',
    read: ([, curve, rating]) =>
      within(Number(rating), 1, 125, 'A', () => ({
        sets: { curve: curve!.toUpperCase() as 'B', ratingA: Number(rating) },
        shown: `curve ${curve!.toUpperCase()}, ${rating} A`,
      })),
  },
  {
    pattern: `(${NUMBER})\\s?ma`,
    dialect: 'iec',
    read: ([, value]) =>
      within(numberOf(value), 6, 1000, 'mA', () => ({
        sets: { sensitivityA: fromMilli(numberOf(value)), family: 'rcbo' },
        shown: `residual ${value} mA`,
      })),
  },
  {
    pattern: 'type[\\s-]?(ac|a|f|b)',
    dialect: 'iec',
    read: ([, type]) => ({ sets: { residualType: type!.toUpperCase() as 'A' }, shown: `residual type ${type!.toUpperCase()}` }),
  },
  {
    pattern: 'class\\s?([123])',
    dialect: 'iec',
    read: ([, c]) => ({ sets: { energyClass: c as '3' }, shown: `energy class ${c}` }),
  },
  { pattern: 'mcb|breaker', dialect: 'iec', read: plain('circuit-breaker', { family: 'mcb' }) },
  { pattern: 'rcbo', dialect: 'iec', read: plain('RCBO', { family: 'rcbo' }) },
  {
    pattern: `(?:fuse|gg)\\s?(${GG_RATINGS.join('|')})(?:\\s?a)?(?!\\s?(?:m|ft|mm|k?w|°|c|f)\\b)`,
    dialect: 'iec',
    read: ([, rating]) => ({ sets: { family: 'fuse', ratingA: Number(rating) }, shown: `gG fuse, ${rating} A` }),
  },
  { pattern: 'fuse|gg', dialect: 'iec', read: plain('gG fuse', { family: 'fuse' }) },
  { pattern: 'mwbc|multiwire', dialect: 'nec', read: plain('two lines that share a neutral', { poles: '2P', cores: 3 }) },
  { pattern: 'tandem', dialect: 'nec', read: plain('half-width breaker of one pole', { poles: '1P' }) },
  { pattern: '(?:af|afci|arc)', dialect: 'nec', read: plain('arc-fault protection', { arcFault: 'combination' }) },
  { pattern: '(?:gf|gfci)', dialect: 'nec', read: plain('ground-fault protection, class A', { groundFault: 'class-A' }) },
  {
    pattern: '(?:df|af/gf|gf/af|dual)',
    dialect: 'nec',
    read: plain('arc-fault and ground-fault protection', { arcFault: 'combination', groundFault: 'class-A' }),
  },
  {
    pattern: `(${NUMBER})\\s?ka(?:ic)?|(\\d{1,3})\\s?k(?:aic)?`,
    read: ([, metric, american], _, { rest }) => {
      // Of something that cools it is its size in BTU an hour, and no fault current.
      if (american !== undefined && COOLS.test(rest)) return { name: true };
      const kiloAmps = numberOf(metric ?? american);
      return within(kiloAmps, 0.1, 200, 'kA', () => ({
        sets: { capacityA: fromKilo(kiloAmps) },
        shown: `breaks ${kiloAmps} kA`,
      }));
    },
  },
  {
    pattern: '(1p\\+n|3p\\+n|[1-4]p)',
    read: ([, poles]) => ({ sets: { poles: poles!.toUpperCase() as '1P' }, shown: `poles ${poles!.toUpperCase()}` }),
  },
  { pattern: '3[\\s-]?ph(?:ase)?', read: plain('three lines', { poles: '3P' }) },
  { pattern: '120/240(?:\\s?v)?', dialect: 'nec', read: plain('marked 120/240 V', { voltageMarking: '120/240' }) },
  { pattern: '240\\s?v', dialect: 'nec', read: plain('two lines, 240 V', { poles: '2P' }) },
  { pattern: '120\\s?v', dialect: 'nec', read: plain('one line, 120 V', { poles: '1P' }) },
  {
    pattern: '(l[123])',
    read: ([, line]) => ({ sets: { line: line!.toUpperCase() as 'L1' }, shown: `on ${line!.toUpperCase()}` }),
  },

  // A fraction of a horsepower looks like a cable.
  {
    pattern: `(?:(?:(\\d+)[ -])?(\\d+)[/⁄](\\d+)|(\\d+)?\\s?([½¼¾])|(${NUMBER}))\\s?hp`,
    dialect: 'nec',
    read: ([, whole, top, bottom, wholes, sign, plainHp]) => {
      const part = sign !== undefined ? FRACTIONS[sign]! : top !== undefined ? Number(top) / Number(bottom) : numberOf(plainHp);
      const hp = Number(whole ?? wholes ?? 0) + part;
      return within(hp, 0.1, 200, 'hp', () => ({
        sets: { motorHp: hp, use: 'fixed' },
        shown: `motor of ${showNumber(hp)} hp, by its table current`,
      }));
    },
  },
];
