import type { ConductorSize } from './schema/facts';
import { SIZE_TEXT } from './sizeText';

/** Kinds of typed value. The core keeps SI; other units live only at this edge. */
export type EdgeKind =
  | 'length'
  | 'area'
  | 'current'
  | 'impedance'
  | 'power'
  | 'apparent-power'
  | 'temperature'
  | 'factor'
  | 'percent'
  | 'ratio'
  | 'rating-multiple'
  | 'resistance-per-length'
  | 'soil'
  | 'soil-resistivity'
  | 'horsepower'
  | 'let-through'
  | 'time'
  | 'torque'
  | 'volume'
  | 'kilovolts'
  | 'count';

export type Typed<T> = { ok: true; value: T; readAs: string } | { ok: false; message: string };

interface Unit {
  /** Symbol shown. */
  symbol: string;
  /** Accepted spellings, lower case. */
  spelled: string[];
  toSi: (value: number) => number;
}

const times = (factor: number) => (value: number) => value * factor;
const unit = (symbol: string, spelled: string[], factor: number): Unit => ({ symbol, spelled, toSi: times(factor) });

/** First unit of each list is the one assumed where none is typed. */
const UNITS: Record<EdgeKind, Unit[]> = {
  length: [
    unit('m', ['m', 'metre', 'metres', 'meter', 'meters'], 1),
    unit('cm', ['cm'], 0.01),
    unit('mm', ['mm'], 0.001),
    unit('km', ['km'], 1000),
    unit('ft', ['ft', 'feet', 'foot', "'", '′'], 0.3048),
    unit('in', ['in', 'inch', 'inches', '"', '″'], 0.0254),
    unit('yd', ['yd', 'yard', 'yards'], 0.9144),
  ],
  area: [unit('m²', ['m²', 'sqm'], 1), unit('ft²', ['ft²', 'sqft'], 0.09290304)],
  current: [unit('A', ['a', 'amp', 'amps'], 1), unit('mA', ['ma'], 0.001), unit('kA', ['ka'], 1000)],
  impedance: [
    unit('Ω', ['ω', 'ohm', 'ohms', 'Ω'.toLowerCase()], 1),
    unit('mΩ', ['mω', 'mohm', 'mohms'], 0.001),
    unit('kΩ', ['kω', 'kohm'], 1000),
  ],
  power: [unit('W', ['w', 'va'], 1), unit('kW', ['kw', 'kva'], 1000)],
  temperature: [
    unit('°C', ['c', '°c', 'degc'], 1),
    { symbol: '°F', spelled: ['f', '°f', 'degf'], toSi: (value) => ((value - 32) * 5) / 9 },
  ],
  'apparent-power': [unit('VA', ['va'], 1), unit('kVA', ['kva'], 1000), unit('MVA', ['mva'], 1e6)],
  factor: [unit('', [''], 1), unit('%', ['%'], 0.01)],
  percent: [unit('%', ['%'], 1)],
  ratio: [unit('', [''], 1)],
  'rating-multiple': [unit('× rating', ['× rating', '×in', '×', 'xin', 'x', 'in'], 1)],
  'resistance-per-length': [unit('mΩ/m', ['mω/m', 'mohm/m'], 1), unit('Ω/km', ['ω/km', 'ohm/km'], 1)],
  soil: [unit('K·m/W', ['k·m/w', 'km/w'], 1)],
  'soil-resistivity': [unit('Ω·m', ['ω·m', 'ωm', 'ohm·m', 'ohmm'], 1)],
  'let-through': [unit('A²s', ['a²s'], 1), unit('kA²s', ['ka²s'], 1000)],
  time: [unit('s', ['s', 'sec'], 1), unit('ms', ['ms'], 0.001)],
  torque: [
    unit('N·m', ['n·m', 'nm'], 1),
    unit('lb·in', ['lb·in', 'lbin', 'lb-in', 'in-lb'], 0.1129848),
    unit('lb·ft', ['lb·ft', 'lbft', 'lb-ft', 'ft-lb'], 1.355818),
  ],
  volume: [unit('cm³', ['cm³', 'ml'], 1), unit('in³', ['in³', 'cuin', 'ci'], 16.387064)],
  horsepower: [unit('hp', ['hp'], 1), unit('kW', ['kw'], 1 / 0.746)],
  kilovolts: [unit('kV', ['kv'], 1), { symbol: 'V', spelled: ['v', 'volts'], toSi: (value) => value / 1000 }],
  count: [unit('', [''], 1)],
};

const FRACTION_SIGNS: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};
const NUMBER = /^([+-])?(?:(\d+)\s+(\d+)\/(\d+)|(\d+)\/(\d+)|(\d*[.,]?\d+|\d+[.,]))/;

/**
 * Reads one number the way people write it: `18`, `18,5`, `1 1/2`, `½`, `.5`.
 * A comma followed by exactly three digits could be a thousands mark, so it is refused rather than guessed.
 * @returns the number and the rest of the text, or a message
 */
function readNumber(text: string): { value: number; rest: string } | string {
  const match = NUMBER.exec(text);
  if (match === null) return 'a number is wanted here';
  const [whole, sign, mixed, top, bottom, simpleTop, simpleBottom, plain] = match;
  const rest = text.slice(whole.length);
  if (/^[.,\d]/.test(rest)) return `"${text}" has more than one decimal mark: write 1250.5`;
  let value: number;
  if (mixed !== undefined) value = Number(mixed) + Number(top) / Number(bottom);
  else if (simpleTop !== undefined) value = Number(simpleTop) / Number(simpleBottom);
  else {
    if (/^[1-9]\d{0,2},\d{3}$/.test(plain!))
      return `"${plain}" could be ${plain!.replace(',', '')} or ${plain!.replace(',', '.')}: write it without the comma`;
    value = Number(plain!.replace(',', '.'));
  }
  if (!Number.isFinite(value)) return `"${whole}" is not a number that can be used`;
  return { value: sign === '-' ? -value : value, rest };
}

const tidy = (text: string): string =>
  text
    .replace(/[½¼¾⅓⅔⅛⅜⅝⅞]/g, (sign) => ` ${FRACTION_SIGNS[sign]}`)
    .replace(/\u2212/g, '-')
    .replace(/\s+/g, ' ')
    .trim();

/** Squares and cubes as they are typed: `85 m2`, `900 sq ft`, `900 square feet`, `18 cu in`. */
const powers = (text: string, kind: EdgeKind): string => {
  if (kind === 'area')
    return text
      .replace(/(?<![a-z])(m|ft)\s?\^?2(?!\d)/gi, '$1²')
      .replace(/(?<![a-z])sq(?:uare)?\.?\s?(m|ft)(?:et(?:er|re)s?)?\b\.?/gi, 'sq$1')
      .replace(/(?<![a-z])sq(?:uare)?\.?\s?f(?:ee|oo)t\b/gi, 'sqft');
  if (kind === 'volume')
    return text
      .replace(/(?<![a-z])(cm|in)\s?\^?3(?!\d)/gi, '$1³')
      .replace(/(?<![a-z])cu(?:bic)?\.?\s?in(?:ch(?:es)?)?\b\.?/gi, 'cuin');
  return text;
};

const trimmed = (value: number): string => String(Number(value.toPrecision(6)));

/**
 * Reads a typed quantity with an optional unit and returns it in SI.
 * @param text for instance `18 m`, `60ft`, `5' 6"`, `1 1/2 in`, `0,35`, `1.2kA`
 * @param usual symbol of the unit assumed when none is typed; default the SI unit
 * @returns value in SI and how the text was read, or a message that says what would be right
 * @example readQuantity('60 ft', 'length') → { ok: true, value: 18.288, … }
 */
export function readQuantity(text: string, kind: EdgeKind, usual?: string): Typed<number> {
  const units = UNITS[kind];
  const assumed = units.find((candidate) => candidate.symbol === usual) ?? units[0]!;
  let rest = powers(tidy(text), kind);
  if (rest === '') return { ok: false, message: 'empty: type a value, or clear the fact to make it unknown' };
  let total = 0;
  const parts: string[] = [];
  while (rest !== '') {
    const number = readNumber(rest);
    if (typeof number === 'string') return { ok: false, message: number };
    const word = /^\s*([^\d\s.,+-]*)\s*/.exec(number.rest)!;
    const spelled = word[1]!.toLowerCase();
    const found =
      spelled === ''
        ? parts.length === 0
          ? assumed
          : undefined
        : units.find((candidate) => candidate.spelled.includes(spelled));
    if (found === undefined && spelled === '')
      return { ok: false, message: `one value is wanted, or each with its unit; this is "${text.trim()}"` };
    if (found === undefined) {
      const known = units.map((candidate) => candidate.symbol).filter((symbol) => symbol !== '');
      return { ok: false, message: `"${word[1]}" is not a unit used here${known.length > 0 ? `: use ${known.join(', ')}` : ''}` };
    }
    if (parts.length > 0 && kind !== 'length') return { ok: false, message: `one value is wanted, not "${text.trim()}"` };
    total += found.toSi(number.value);
    parts.push(`${trimmed(number.value)}${found.symbol === '' ? '' : ` ${found.symbol}`}`);
    rest = number.rest.slice(word[0].length);
  }
  if (kind === 'count' && !Number.isInteger(total)) return { ok: false, message: 'a whole number is wanted here' };
  const si = units[0]!.symbol;
  const shown = parts.join(' ');
  const converted = `${trimmed(total)}${si === '' ? '' : ` ${si}`}`;
  return { ok: true, value: total, readAs: shown === converted ? shown : `${shown} = ${converted}` };
}

/**
 * An SI value as it is typed in a unit: the same text read again in that unit gives the value back, to what six digits bear.
 * @param usual symbol of the unit; default the SI unit
 */
export function inUnit(value: number, kind: EdgeKind, usual?: string): string {
  const unit = UNITS[kind].find((candidate) => candidate.symbol === usual);
  if (unit === undefined) return String(value);
  const [zero, one] = [unit.toSi(0), unit.toSi(1)];
  return trimmed((value - zero) / (one - zero));
}

/** A value with the symbol of its SI unit, as it stands where nobody expects another: `0.35 Ω`, `4 %`. */
export const unitSymbol = (kind: EdgeKind): string => UNITS[kind][0]!.symbol;

/**
 * Reads a typed conductor size: `2.5`, `2,5 mm²`, `12 AWG`, `#12`, `1/0`, `250 kcmil`.
 * @param usual system taken for a bare number: `mm2` or `AWG`, which from 250 on is kcmil
 */
export function readSize(text: string, usual: 'mm2' | 'AWG'): Typed<ConductorSize> {
  const word = tidy(text)
    .toLowerCase()
    .replace(/,/g, '.')
    .replace(/\s+/g, '')
    .replace('mm²', 'mm2')
    .replace(/^(no\.?|#)/, '')
    .replace(/^awg(\d+)$/, '$1awg')
    .replace('mcm', 'kcmil');
  let size: string;
  if (/^[1-4]\/0(awg)?$/.test(word)) size = `${word.slice(0, 3)}AWG`;
  else if (/^\d{1,2}awg$/.test(word)) size = word.replace('awg', 'AWG');
  else if (/^\d+(\.\d+)?$/.test(word)) size = bareSize(word, usual);
  else if (/^\d+(\.\d+)?mm2$/.test(word)) size = `${Number(word.slice(0, -3))}mm2`;
  else size = word;
  if (!SIZE_TEXT.test(size))
    return {
      ok: false,
      message: `"${text.trim()}" is not a conductor size: write ${usual === 'mm2' ? '2.5 or 2.5 mm²' : '12, 12 AWG or 1/0'}`,
    };
  return { ok: true, value: size, readAs: showSize(size) };
}

/** The largest gauge is 4/0: beyond, a bare number counts thousands of circular mils. */
const FIRST_KCMIL = 250;
function bareSize(word: string, usual: 'mm2' | 'AWG'): string {
  if (usual === 'mm2') return `${Number(word)}mm2`;
  return Number(word) >= FIRST_KCMIL ? `${word}kcmil` : `${word}AWG`;
}

/** A size as people read it: `2.5 mm²`, `12 AWG`. */
export function showSize(size: ConductorSize): string {
  return size.replace('mm2', ' mm²').replace('AWG', ' AWG').replace('kcmil', ' kcmil');
}

/**
 * Cross-section of a size.
 * American sizes by the definition of the gauge, d = 0.127 mm · 92^((36 − n)/39) (ASTM B258); kcmil by area.
 * @returns mm²
 */
export function sizeMm2(size: ConductorSize): number {
  if (size.endsWith('mm2')) return Number(size.slice(0, -3));
  if (size.endsWith('kcmil')) return Number(size.slice(0, -5)) * 0.506707479;
  const label = size.slice(0, -3);
  const gauge = label.endsWith('/0') ? 1 - Number(label[0]) : Number(label);
  const diameterMm = 0.127 * 92 ** ((36 - gauge) / 39);
  return (Math.PI / 4) * diameterMm ** 2;
}

/** American wire gauges, thinnest first. */
export const GAUGES = [...Array.from({ length: 20 }, (_, at) => `${20 - at}AWG`), '1/0AWG', '2/0AWG', '3/0AWG', '4/0AWG'];

/** The American gauge of exactly this cross-section, if there is one: `12` for 3.309 mm². */
export function gaugeOf(mm2: number): string | undefined {
  return GAUGES.find((size) => Math.abs(sizeMm2(size) / mm2 - 1) < 1e-9)?.replace('AWG', '');
}
