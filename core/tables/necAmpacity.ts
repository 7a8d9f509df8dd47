import { heldBy } from '../job/packs';
import type { RulePackId } from '../job/schema/job';
import { necCited } from './necCited';
import type { Source } from './source';

/** Insulation columns of the table, °C. */
export const NEC_COLUMNS = [60, 75, 90] as const;
export type NecColumn = (typeof NEC_COLUMNS)[number];

type Row = readonly [at60: number, at75: number, at90: number];

/**
 * Ampacity in A of insulated conductors, not more than three current-carrying in raceway, cable or earth, at 30 °C, by
 * size and insulation column. Written from memory of the published table; its cells are the same in the 2017, 2020 and 2023
 * editions. 0 where the table has no cell.
 */
const CU: Readonly<Record<string, Row>> = {
  '18AWG': [0, 0, 14],
  '16AWG': [0, 0, 18],
  '14AWG': [15, 20, 25],
  '12AWG': [20, 25, 30],
  '10AWG': [30, 35, 40],
  '8AWG': [40, 50, 55],
  '6AWG': [55, 65, 75],
  '4AWG': [70, 85, 95],
  '3AWG': [85, 100, 115],
  '2AWG': [95, 115, 130],
  '1AWG': [110, 130, 145],
  '1/0AWG': [125, 150, 170],
  '2/0AWG': [145, 175, 195],
  '3/0AWG': [165, 200, 225],
  '4/0AWG': [195, 230, 260],
  '250kcmil': [215, 255, 290],
  '300kcmil': [240, 285, 320],
  '350kcmil': [260, 310, 350],
  '400kcmil': [280, 335, 380],
  '500kcmil': [320, 380, 430],
  '600kcmil': [350, 420, 475],
  '700kcmil': [385, 460, 520],
  '750kcmil': [400, 475, 535],
  '800kcmil': [410, 490, 555],
  '900kcmil': [435, 520, 585],
  '1000kcmil': [455, 545, 615],
};
const AL: Readonly<Record<string, Row>> = {
  '12AWG': [15, 20, 25],
  '10AWG': [25, 30, 35],
  '8AWG': [35, 40, 45],
  '6AWG': [40, 50, 55],
  '4AWG': [55, 65, 75],
  '3AWG': [65, 75, 85],
  '2AWG': [75, 90, 100],
  '1AWG': [85, 100, 115],
  '1/0AWG': [100, 120, 135],
  '2/0AWG': [115, 135, 150],
  '3/0AWG': [130, 155, 175],
  '4/0AWG': [150, 180, 205],
  '250kcmil': [170, 205, 230],
  '300kcmil': [195, 230, 260],
  '350kcmil': [210, 250, 280],
  '400kcmil': [225, 270, 305],
  '500kcmil': [260, 310, 350],
  '600kcmil': [285, 340, 385],
  '700kcmil': [315, 375, 425],
  '750kcmil': [320, 385, 435],
  '800kcmil': [330, 395, 445],
  '900kcmil': [355, 425, 480],
  '1000kcmil': [375, 445, 500],
};
const TABLE = { Cu: CU, Al: AL } as const;

/** Sizes the table lists for a material, thinnest first. */
export const necSizes = (material: 'Cu' | 'Al'): readonly string[] => Object.keys(TABLE[material]);

/**
 * Ampacity of a conductor by the table, without any factor.
 * @returns A, or undefined where the table has no such cell
 */
export function necTableA(material: 'Cu' | 'Al', size: string, column: NecColumn): number | undefined {
  const cell = TABLE[material][size]?.[NEC_COLUMNS.indexOf(column)];
  return cell === undefined || cell === 0 ? undefined : cell;
}

const AMBIENT_TOP_C = [10, 15, 20, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 75, 80, 85] as const;
/**
 * Factors for ambient temperatures other than 30 °C, by the top of each range of 5 °C. Each is √((Tc − Ta)/(Tc − 30)) at that
 * top, rounded to two places: recomputed in the test. The table ends at 56 to 60 °C below the column's own limit.
 */
const AMBIENT: Readonly<Record<NecColumn, readonly number[]>> = {
  60: [1.29, 1.22, 1.15, 1.08, 1, 0.91, 0.82, 0.71, 0.58, 0.41],
  75: [1.2, 1.15, 1.11, 1.05, 1, 0.94, 0.88, 0.82, 0.75, 0.67, 0.58, 0.47, 0.33],
  90: [1.15, 1.12, 1.08, 1.04, 1, 0.96, 0.91, 0.87, 0.82, 0.76, 0.71, 0.65, 0.58, 0.5, 0.41, 0.29],
};

/** @returns the factor, or undefined where the surroundings are as hot as the column allows */
export function necAmbientFactor(column: NecColumn, ambientC: number): number | undefined {
  const at = AMBIENT_TOP_C.findIndex((top) => ambientC <= top + 1e-9);
  return at < 0 ? undefined : AMBIENT[column][at];
}

/** Factors for more than three current-carrying conductors together, by the most conductors each row holds for. */
const BUNDLED: readonly (readonly [upTo: number, factor: number])[] = [
  [3, 1],
  [6, 0.8],
  [9, 0.7],
  [20, 0.5],
  [30, 0.45],
  [40, 0.4],
  [Number.POSITIVE_INFINITY, 0.35],
];
export const necBundlingFactor = (conductors: number): number => BUNDLED.find(([upTo]) => conductors <= upTo)![1];

/** Standard ratings of fuses and inverse-time breakers; 10 A came with the 2023 edition. */
const STANDARD_A = [
  15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400, 450, 500, 600, 700, 800,
  1000, 1200, 1600, 2000, 2500, 3000, 4000, 5000, 6000,
] as const;
const RATINGS: Readonly<Partial<Record<RulePackId, readonly number[]>>> = {
  'iec-60364': STANDARD_A,
  'nec-2017': STANDARD_A,
  'nec-2023': [10, ...STANDARD_A],
};
export const standardRatingsA = (pack: RulePackId): readonly number[] => heldBy(pack, RATINGS)!;

/** The next standard rating above an ampacity that is none itself; undefined where it is one. */
export function nextStandardA(ampacityA: number, pack: RulePackId): number | undefined {
  const all = standardRatingsA(pack);
  return all.some((ratingA) => Math.abs(ratingA - ampacityA) < 1e-6) ? undefined : all.find((ratingA) => ratingA > ampacityA);
}

/** Greatest overcurrent protection of small conductors whatever their ampacity. */
const SMALL: Readonly<Record<'Cu' | 'Al', Readonly<Record<string, number>>>> = {
  Cu: { '18AWG': 7, '16AWG': 10, '14AWG': 15, '12AWG': 20, '10AWG': 30 },
  Al: { '12AWG': 15, '10AWG': 25 },
};
export const smallConductorA = (material: 'Cu' | 'Al', size: string): number | undefined => SMALL[material][size];

/** Terminals of circuits up to this count for 60 °C unless they are marked for more (110.14(C)(1)), A. */
export const TERMINAL_60_UP_TO_A = 100;
/** Share of the rating a dwelling's service or main feeder must carry at least. */
export const DWELLING_SHARE = 0.83;
export const DWELLING_A = { from: 100, to: 400 } as const;

/** Grounding electrode conductor, copper, by the largest service conductor: the most each row holds for. */
const ELECTRODE_CU: Readonly<Record<'Cu' | 'Al', readonly (readonly [upTo: string, copper: string])[]>> = {
  Cu: [
    ['2AWG', '8AWG'],
    ['1/0AWG', '6AWG'],
    ['3/0AWG', '4AWG'],
    ['350kcmil', '2AWG'],
    ['600kcmil', '1/0AWG'],
    ['1100kcmil', '2/0AWG'],
    ['', '3/0AWG'],
  ],
  Al: [
    ['1/0AWG', '8AWG'],
    ['3/0AWG', '6AWG'],
    ['250kcmil', '4AWG'],
    ['500kcmil', '2AWG'],
    ['900kcmil', '1/0AWG'],
    ['1750kcmil', '2/0AWG'],
    ['', '3/0AWG'],
  ],
};

/**
 * Least copper grounding electrode conductor of a service.
 * @param isWithin whether the service conductor is no larger than a size
 */
export const electrodeConductor = (material: 'Cu' | 'Al', isWithin: (size: string) => boolean): string =>
  ELECTRODE_CU[material].find(([upTo]) => upTo === '' || isWithin(upTo))![1];

const clauses = {
  table: necCited({ 'nec-2017': 'table 310.15(B)(16)', 'nec-2020': 'table 310.16' }),
  ambient: necCited(
    { 'nec-2017': 'table 310.15(B)(2)(a)', 'nec-2020': 'table 310.15(B)(1)', 'nec-2023': 'table 310.15(B)(1)(1)' },
    'published',
  ),
  sun: necCited({ 'nec-2017': '310.15(B)(3)(c)', 'nec-2020': '310.15(B)(2)' }),
  bundling: necCited({ 'nec-2017': 'table 310.15(B)(3)(a)', 'nec-2020': 'table 310.15(C)(1)' }),
  dwelling: necCited({ 'nec-2017': '310.15(B)(7)', 'nec-2020': '310.12' }),
  terminal: necCited('110.14(C)'),
  nonMetallic: necCited('334.80'),
  underground: necCited('340.80'),
  nextSize: necCited('240.4(B), 240.6(A)'),
  protection: necCited('240.4'),
  small: necCited('240.4(D)'),
  branchLoad: necCited('210.19(A)(1)'),
  feederLoad: necCited('215.2(A)(1)'),
  serviceLoad: necCited('230.42(A)'),
  grounding: necCited('250.122(A), (B)'),
  bonding: necCited({ 'nec-2017': '250.104(A)(1), table 250.66', 'nec-2020': '250.104(A)(1), table 250.102(C)(1)' }),
  electrode: necCited('250.66, table 250.66'),
};
type NecClause = keyof typeof clauses;

/** A clause of the job's own edition; ambient factors are recomputed, the rest is from memory. */
export const necSource = (clause: NecClause, pack: RulePackId): Source => clauses[clause](pack);

/** What a roof in the sun adds to the air, K. Wherever a cable lies in the sun it is taken to lie that close to one. */
export const SUN_ADDS_K = 33;
/** What runs for three hours or more counts so many times (210.19(A), 210.20(A), 215.2). */
export const CONTINUOUS_TIMES = 1.25;
