import { METRIC_SIZES, sizesOf } from '../facts/preferred';
import { readQuantity, showSize, sizeMm2 } from '../job/edges';
import type { Job } from '../job/schema/job';
import { showLength, showNumber } from '../job/show';
import { type Dialect, word } from '../job/terms';
import type { QuickDraft } from './draft';

import { GAUGE, mm2, NUMBER, numberOf, plain, type ReadWord, type Said, type WordKind, within } from './wordKind';

const BARE: QuickDraft = { protectivePath: 'none' };
/** A size of the other dialect is taken as it is, with what it comes to: no table of this dialect lists it. */
function foreignSize(size: string, dialect: Dialect): { shown: string; warns?: true } {
  const metric = size.endsWith('mm2');
  if (metric === (dialect === 'iec')) return { shown: showSize(size) };
  const other = dialect === 'iec' ? `${showSize(size)} = ${showNumber(sizeMm2(size))} mm²` : showSize(size);
  return { shown: `${other}, not a size of the ${dialect === 'iec' ? 'IEC' : 'NEC'} tables`, warns: true };
}

export function cable(
  size: string,
  protectiveSize: string | undefined,
  more: QuickDraft,
  words: string,
  { dialect }: Job,
): ReadWord {
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
  thwn: 'THWN75',
  thhn: 'THHN90',
  'thwn-2': 'THWN2-90',
  'xhhw-2': 'XHHW2-90',
  'use-2': 'USE2-90',
};
/** Metric sizes as shop talk writes them without a unit: with a decimal they can be nothing else. */
const isMetric = (text: string): boolean => (METRIC_SIZES as readonly string[]).includes(mm2(text));

/** Whether the word before spoke of a cable: what follows may be one of its short words, else it is a name. */
const ofCable = ({ last }: Said): boolean =>
  last !== undefined &&
  (['lineSize', 'construction', 'insulation', 'material', 'cores'] as const).some((field) => last[field] !== undefined);

/** Words of cables, and of how they lie. */
export const CABLE_WORDS: readonly WordKind[] = [
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
  { pattern: 'alumini?um', read: (_, { dialect }) => ({ sets: { material: 'Al' }, shown: word(dialect, 'aluminium') }) },
  {
    pattern: 'al',
    read: (_, { dialect }, said) =>
      ofCable(said) ? { sets: { material: 'Al' }, shown: word(dialect, 'aluminium') } : { name: true },
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
      within(Number(count), 1, 40, '', () => ({ sets: { grouped: Number(count) }, shown: `${count} circuits together` })),
  },
];
