import { readQuantity, showSize, sizeMm2 } from '../job/edges';
import { BREAKER_RATINGS, GG_RATINGS, METRIC_SIZES, sizesOf } from '../job/preferred';
import type { Job } from '../job/schema/job';
import { showLength, showNumber } from '../job/show';
import { type Dialect, word } from '../job/terms';
import type { QuickDraft } from './draft';

/** What a word was read as: what it says of the circuit and how that is shown, or what is wrong with it. */
export type ReadWord = { sets: QuickDraft; shown: string; warns?: true } | { problem: string } | { name: true };

/** One kind of word of shop talk. */
export interface WordKind {
  /** Matched where a word begins; must end where one ends. */
  pattern: string;
  dialect?: Dialect;
  /** @returns undefined where it is not such a word after all */
  read: (parts: readonly (string | undefined)[], job: Job, said: Said) => ReadWord | undefined;
}

/** What the words before said, all of them and the last one, and what the line says besides. */
export interface Said {
  draft: QuickDraft;
  last: QuickDraft | undefined;
  /** The line without this word. */
  rest: string;
}
/** A rating said in a word of its own. */
const RATED = /(?:^|[\s,;·])(?:[bcd]\s?(?:[3-9]|\d{2,3})\s?a?|\d{1,4}\s?(?:a|amps?)|(?:fuse|gg)\s?\d+)(?=[\s,;·]|$)/i;
/** Whether the word before spoke of a cable: what follows may be one of its short words, else it is a name. */
const ofCable = ({ last }: Said): boolean =>
  last !== undefined &&
  (['lineSize', 'construction', 'insulation', 'material', 'cores'] as const).some((field) => last[field] !== undefined);

const BARE: QuickDraft = { protectivePath: 'none' };
/** A gauge by its number. */
const GAUGE = '(\\d{1,2}|[1-4]/0)';
const NUMBER = '\\d+(?:[.,]\\d+)?';
const FRACTIONS: Readonly<Record<string, number>> = { '½': 0.5, '¼': 0.25, '¾': 0.75 };
const numberOf = (text: string | undefined): number => Number((text ?? '').replace(',', '.'));
const mm2 = (text: string | undefined): string => `${numberOf(text)}mm2`;
const plain = (shown: string, sets: QuickDraft) => (): ReadWord => ({ sets, shown });

/** A size of the other dialect is taken as it is, with what it comes to: no table of this dialect lists it. */
function foreignSize(size: string, dialect: Dialect): { shown: string; warns?: true } {
  const metric = size.endsWith('mm2');
  if (metric === (dialect === 'iec')) return { shown: showSize(size) };
  const other = dialect === 'iec' ? `${showSize(size)} = ${showNumber(sizeMm2(size))} mm²` : showSize(size);
  return { shown: `${other}, not a size of the ${dialect === 'iec' ? 'IEC' : 'NEC'} tables`, warns: true };
}

function cable(size: string, protectiveSize: string | undefined, more: QuickDraft, words: string, { dialect }: Job): ReadWord {
  const { shown, ...warns } = foreignSize(size, dialect);
  const protective = protectiveSize === undefined ? '' : `, ${word(dialect, 'protective')} ${showSize(protectiveSize)}`;
  return {
    sets: { lineSize: size, ...(protectiveSize === undefined ? {} : { protectiveSize }), ...more },
    shown: `${shown}${words}${protective}`,
    ...warns,
  };
}

function length(text: string, job: Job): ReadWord {
  const read = readQuantity(text, 'length');
  if (!read.ok) return { problem: read.message };
  if (read.value < 0.01 || read.value > 5000) return { problem: 'a length is 0.01 to 5000 m' };
  const here = showLength(read.value, job.dialect);
  const foreign = /m/i.test(text) === (job.dialect === 'nec');
  return { sets: { lengthM: read.value }, shown: foreign ? `${text.trim()} = ${here}` : here };
}

function temperature(value: number, fahrenheit: boolean, job: Job): ReadWord {
  const celsius = fahrenheit ? ((value - 32) * 5) / 9 : value;
  if (celsius < -40 || celsius > 90) return { problem: 'a temperature around a cable is -40 to 90 °C' };
  const typed = `${value} ${fahrenheit ? '°F' : '°C'}`;
  const foreign = fahrenheit !== (job.dialect === 'nec');
  const other = fahrenheit ? `${showNumber(celsius)} °C` : `${showNumber((celsius * 9) / 5 + 32)} °F`;
  return { sets: { ambientC: celsius }, shown: `${foreign ? `${typed} = ${other}` : typed} around it` };
}

const within = (value: number, least: number, most: number, unit: string, good: () => ReadWord): ReadWord =>
  value >= least && value <= most ? good() : { problem: `must be within ${least} to ${most} ${unit}`.trim() };

/** Metric sizes as shop talk writes them without a unit: with a decimal they can be nothing else. */
const isMetric = (text: string): boolean => (METRIC_SIZES as readonly string[]).includes(mm2(text));

const IEC_CONSTRUCTIONS: Readonly<Record<string, readonly [NonNullable<QuickDraft['construction']>, string]>> = {
  flat: ['flat-sheathed', 'flat sheathed cable'],
  round: ['round-sheathed', 'round sheathed cable'],
  armoured: ['armoured', 'armoured cable'],
  singles: ['singles', 'single cores'],
  mineral: ['mineral', 'mineral-insulated cable'],
};
const NEC_CONSTRUCTIONS: Readonly<Record<string, QuickDraft['construction']>> = {
  nm: 'NM-B',
  'nm-b': 'NM-B',
  uf: 'UF-B',
  'uf-b': 'UF-B',
  ac: 'AC',
  mc: 'MC',
  se: 'SE',
  ser: 'SE',
};
/** Short words that say a kind of cable only next to another word of one. */
const AMBIGUOUS: ReadonlySet<string> = new Set(['ac', 'mc', 'se']);
const NEC_INSULATIONS: Readonly<Record<string, QuickDraft['insulation']>> = {
  tw: 'TW60',
  thw: 'THW75',
  thwn: 'THW75',
  thhn: 'THHN90',
  'thwn-2': 'THHN90',
};
const USES: readonly [RegExp, NonNullable<QuickDraft['use']>][] = [
  [/^(sockets?|receptacles?|outlets?)$/i, 'sockets'],
  [/^(lights?|lighting|luminaires?)$/i, 'lighting'],
];

/** The words of shop talk, the more particular before the more general. */
export const WORDS: readonly WordKind[] = [
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
      return { problem: `${found.length === 0 ? 'no' : 'more than one'} board is called that: ${names}` };
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
        sets: { sensitivityA: numberOf(value) / 1000, family: 'rcbo' },
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
    read: ([, metric, american]) => {
      const kiloAmps = numberOf(metric ?? american);
      return within(kiloAmps, 0.1, 200, 'kA', () => ({ sets: { capacityA: kiloAmps * 1000 }, shown: `breaks ${kiloAmps} kA` }));
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
    pattern: `(?:(\\d+)[/⁄](\\d+)|([½¼¾])|(${NUMBER}))\\s?hp`,
    dialect: 'nec',
    read: ([, top, bottom, sign, plainHp]) => {
      const hp = sign !== undefined ? FRACTIONS[sign]! : top !== undefined ? Number(top) / Number(bottom) : numberOf(plainHp);
      return within(hp, 0.1, 200, 'hp', () => ({
        sets: { motorHp: hp, use: 'fixed' },
        shown: `motor of ${showNumber(hp)} hp, by its table current`,
      }));
    },
  },

  // Cables.
  {
    pattern: `${GAUGE}-${GAUGE}-${GAUGE}(?:-${GAUGE})?`,
    dialect: 'nec',
    read: ([, line, line2, neutral, ground], job) => {
      const gauges = [line, line2, neutral, ground].flatMap((gauge) => (gauge === undefined ? [] : [`${gauge}AWG`]));
      if (!gauges.every((gauge) => sizesOf('nec').includes(gauge)))
        return { problem: 'sizes of a cable are gauges, as in 2-2-2-4' };
      if (line !== line2) return { problem: 'the two lines of a cable are of one size' };
      const protective = ground === undefined ? undefined : `${ground}AWG`;
      const words = `, two lines, neutral ${showSize(`${neutral}AWG`)}${ground === undefined ? ', no ground in it' : ''}`;
      return cable(
        `${line}AWG`,
        protective,
        { neutralSize: `${neutral}AWG`, cores: 3, poles: '2P', ...(ground === undefined ? BARE : {}) },
        words,
        job,
      );
    },
  },
  {
    pattern: '(\\d{1,2}|[1-4]/0)[-/]([234])',
    dialect: 'nec',
    read: ([, size, cores], job) =>
      cable(`${size}AWG`, undefined, { cores: Number(cores) }, `, ${cores} conductors and ${word(job.dialect, 'earth')}`, job),
  },
  {
    pattern: `(\\d)\\s?[x×g]\\s?(${NUMBER})\\s?(?:mm2|mm²|mm)?`,
    dialect: 'iec',
    read: ([, cores, size], job) =>
      within(Number(cores), 3, 5, 'cores', () =>
        cable(mm2(size), mm2(size), { cores: Number(cores) - 1 }, `, ${cores} cores`, job),
      ),
  },
  {
    pattern: `(${NUMBER})\\s?/\\s?(${NUMBER})\\s?(?:mm2|mm²|mm)?`,
    dialect: 'iec',
    read: ([, size, protective], job) =>
      isMetric(size!) && isMetric(protective!) ? cable(mm2(size), mm2(protective), {}, '', job) : undefined,
  },
  {
    pattern: `(${NUMBER})\\s?(?:mm2|mm²|mm|sq\\.?(?:\\s?mm)?)`,
    read: ([, size], job) => cable(mm2(size), undefined, {}, '', job),
  },
  { pattern: `#?${GAUGE}\\s?(?:awg|ga\\.?|gauge)`, read: ([, size], job) => cable(`${size}AWG`, undefined, {}, '', job) },
  { pattern: '([1-4]/0)', dialect: 'nec', read: ([, size], job) => cable(`${size}AWG`, undefined, {}, '', job) },
  { pattern: '(\\d{3,4})\\s?kcmil', read: ([, size], job) => cable(`${size}kcmil`, undefined, {}, '', job) },
  {
    pattern: `(${NUMBER})(?=\\s+(?:flat|round|armoured|singles|mineral|pvc|xlpe|cu|al)\\b)|(\\d+[.,]\\d+)`,
    dialect: 'iec',
    read: ([, before, decimal], job) => {
      const size = before ?? decimal!;
      return isMetric(size) ? cable(mm2(size), undefined, {}, '', job) : undefined;
    },
  },
  {
    pattern: 't\\s?&\\s?e|twin\\s?(?:and|&|\\+)\\s?earth',
    dialect: 'iec',
    read: plain('flat sheathed cable, two cores and earth', { construction: 'flat-sheathed', cores: 2 }),
  },
  { pattern: 'swa', dialect: 'iec', read: plain('armoured cable', { construction: 'armoured' }) },
  {
    pattern: `(${Object.keys(IEC_CONSTRUCTIONS).join('|')})`,
    dialect: 'iec',
    read: ([, name]) => {
      const [construction, shown] = IEC_CONSTRUCTIONS[name!.toLowerCase()]!;
      return { sets: { construction }, shown };
    },
  },
  {
    pattern: `(${Object.keys(NEC_CONSTRUCTIONS)
      .sort((a, b) => b.length - a.length)
      .join('|')})`,
    dialect: 'nec',
    read: ([, name], _, said) => {
      // Two letters may be any word of a name.
      if (AMBIGUOUS.has(name!.toLowerCase()) && !ofCable(said)) return { name: true };
      const construction = NEC_CONSTRUCTIONS[name!.toLowerCase()]!;
      return { sets: { construction }, shown: `${construction} cable` };
    },
  },
  {
    pattern: '(?:emt|metal\\s?conduit)',
    dialect: 'nec',
    read: plain('metal raceway', { place: 'raceway', construction: 'singles' }),
  },
  {
    pattern: `(${Object.keys(NEC_INSULATIONS)
      .sort((a, b) => b.length - a.length)
      .join('|')})`,
    dialect: 'nec',
    read: ([, name]) => ({
      sets: { insulation: NEC_INSULATIONS[name!.toLowerCase()]! },
      shown: `${name!.toUpperCase()} insulation`,
    }),
  },
  { pattern: 'pvc', dialect: 'iec', read: plain('PVC 70 °C', { insulation: 'PVC70' }) },
  { pattern: 'xlpe', dialect: 'iec', read: plain('XLPE 90 °C', { insulation: 'XLPE90' }) },
  { pattern: 'cu|copper', read: plain('copper', { material: 'Cu' }) },
  { pattern: 'alumini?um', read: plain('aluminium', { material: 'Al' }) },
  {
    pattern: 'al',
    read: (_, __, said) => (ofCable(said) ? { sets: { material: 'Al' }, shown: 'aluminium' } : { name: true }),
  },

  // How it lies.
  {
    pattern: 'method\\s?(a1|a2|b1|b2|c|d1|d2|e|f|10[0-3])|(a1|a2)',
    dialect: 'iec',
    read: ([, named, bare]) => {
      const method = (named ?? bare)!.toUpperCase() as 'C';
      return { sets: { method }, shown: `method ${method}` };
    },
  },
  { pattern: 'clipped', dialect: 'iec', read: plain('method C, on the wall', { method: 'C' }) },
  { pattern: '(\\d+\\s?[\'′](?:\\s?\\d+\\s?["″])?)', read: ([, text], job) => length(text!, job) },
  { pattern: `(${NUMBER}\\s?(?:metres?|meters?|m|ft|feet|foot))`, read: ([, text], job) => length(text!, job) },
  {
    pattern: `(-?${NUMBER})\\s?°?(c|f)`,
    read: ([, value, unit], job) => temperature(numberOf(value), unit!.toLowerCase() === 'f', job),
  },
  { pattern: 'alone', read: plain('no other circuit beside it', { grouped: 1 }) },
  {
    pattern: '(?:bunched|grouped)\\s?(\\d{1,2})',
    read: ([, count]) =>
      within(Number(count), 1, 40, '', () => ({ sets: { grouped: Number(count) }, shown: `${count} circuits bunched` })),
  },

  // What it feeds.
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
