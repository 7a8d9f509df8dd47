import { PACKS } from '../job/packs';
import type { RulePackId } from '../job/sealed';
import { type ByEdition, necCited } from '../tables/necCited';
import type { Source } from '../tables/source';

interface Cited {
  /** Part of IEC 60364 and clause, for instance `4-43 433.1`. */
  iec: readonly [standard: string, edition: string, clause: string];
  /** Clause of BS 7671, where it is another. */
  bs?: string;
  nec?: string | ByEdition;
}

const part = (number: string, edition: string, clause: string): Cited['iec'] => [`IEC 60364-${number}`, edition, clause];
const p41 = (clause: string) => part('4-41', '2005+A1:2017', clause);
const p43 = (clause: string) => part('4-43', '2008', clause);
const p52 = (clause: string) => part('5-52', '2009', clause);
const p53 = (clause: string) => part('5-53', '2019', clause);
const p54 = (clause: string) => part('5-54', '2011', clause);

/** Rules the questions cite, each by the clause of the job's own rule book. From memory of the publications. */
const CLAUSES = {
  generalUse: { iec: p43('433.1'), bs: 'appendix 15; 433.1.204', nec: '220.14(J), 210.21(B)(3)' },
  dedicated: { iec: p43('433'), nec: '210.11(C), 210.52(B)(2)' },
  carries: { iec: p43('433.1 (1)'), bs: '433.1.1(i)', nec: '210.20(A), 215.3' },
  panelRating: { iec: ['IEC 61439-3', '2012', 'rated current of the assembly'], bs: '536.4.202', nec: '408.36' },
  sharedBus: {
    iec: part('5-55', '2011', '551.7.2'),
    bs: '551.7.2',
    nec: { 'nec-2017': '705.12(B)(2)(3)', 'nec-2020': '705.12(B)(3)' },
  },
  switchRating: {
    iec: p53('536.4.3, coordination of switches with overload protection'),
    bs: '536.4.3.2',
    nec: '404.15, 110.3(B)',
  },
  needsNeutral: { iec: p52('521.8, conductors of a circuit'), bs: '521.8', nec: '200.6, 210.4; 110.3(B)' },
  overload: { iec: p43('433.1'), bs: '433.1.1', nec: '240.4' },
  overloadElsewhere: { iec: p43('433.2.2, 433.3.1'), bs: '433.2.2, 433.3.1' },
  neutral: { iec: p52('524.2; IEC 60364-4-43 431.2'), bs: '524.2, 431.2', nec: '240.4, 220.61' },
  pen: { iec: p54('543.4'), bs: '543.4; ESQCR 8(4)', nec: '250.142(B)' },
  everyLine: { iec: p43('431.1'), bs: '431.1.1', nec: '240.15(A), (B)' },
  fusedNeutral: { iec: p43('431.3; IEC 60364-4-46 461.2'), bs: '132.14.2, 530.3.2', nec: '240.22' },
  penPole: { iec: part('4-46', '1981', '461.2; IEC 60364-5-54 543.4'), bs: '461.1, 543.4.3' },
  isolation: { iec: part('4-46', '1981', '461.2'), bs: '461.2, 462.1' },
  householdMain: { iec: part('4-46', '1981', '461.2'), bs: '462.1.201' },
  sharedNeutral: { iec: p43('431.2'), bs: '431.2', nec: '210.4, 310.15(E), 240.4' },
  harmonics: { iec: p52('annex E, table E.52.1'), bs: 'appendix 4, 5.5', nec: '310.15(E)(3)' },
  drop: {
    iec: p52('525, annex G table G.52.1'),
    bs: '525, appendix 4 section 6.4',
    nec: '210.19(A) and 215.2(A) informational notes',
  },
  terminals: { iec: p52('526.2'), bs: '526.2, 526.5', nec: '110.14(A)' },
  ring: { iec: p43('433.1'), bs: '433.1.204', nec: '310.10(G)' },
  breaks: { iec: p43('434.5.1'), bs: '434.5.1', nec: '110.9' },
  ratedVoltage: { iec: p53('533.1, rated voltage'), bs: '511, 512.1.1', nec: '240.60(A), 240.85' },
  combination: { iec: p43('434.5.1, listed combination'), bs: '434.5.1, 536.4.2', nec: '240.86' },
  conditional: { iec: ['IEC 61008-1', '2010', 'rated conditional short-circuit current'] },
  conditionalSwitch: { iec: ['IEC 60947-3', '2020', 'rated conditional short-circuit current'], nec: '110.9, 110.10' },
  steelReturn: { iec: p54('543.2.1'), bs: '543.2.1', nec: '250.118' },
  returnPath: { iec: p41('411.3.1.1'), bs: '411.3.1.1', nec: '250.4(A)(5)' },
  mainBond: {
    iec: p54('543.4.3'),
    bs: '543.4.3',
    nec: { 'nec-2017': '250.24(B), 250.28', 'nec-2023': '250.24(C), 250.28' },
  },
  secondBond: {
    iec: p54('543.4.3; IEC 60364-5-53 531.3'),
    bs: '543.4.5, 531.3',
    nec: { 'nec-2017': '250.24(A)(5), 250.142(B)', 'nec-2023': '250.24(B), 250.142(B)' },
  },
  residualPen: { iec: p53('531.3.1, no PEN behind a residual device'), bs: '531.3.1.1, 411.4.4' },
  islandBond: { iec: part('5-55', '2011', '551.4.4, 551.6'), bs: '551.4.3.2, 551.6', nec: '250.30, 250.34' },
  oneWay: { iec: p53('531, bidirectional supply'), bs: '530.3.201', nec: '110.3(B), 705.30(D)' },
  plugFits: { iec: part('5-51', '2005', '512.1.1, 512.1.5'), bs: '512.1.1, 553.1', nec: '110.4, 406.4(F)' },
  boardRoom: { iec: ['IEC 61439-3', '2012', 'what the board is made to hold'], nec: '408.54, 110.3(B)' },
  boardPlace: { iec: part('5-51', '2005', '512.2'), nec: '240.24(D), (E), (F); 230.70(A)(2)' },
  openings: { iec: p41('416.2'), bs: '416.2', nec: '408.7, 110.12(A)' },
  listedHere: { iec: ['IEC 61439-3', '2012', 'devices verified with the board'], bs: '536.4.203', nec: '110.3(B)' },
  backFed: { iec: p53('533'), nec: '408.36(D)' },
  serviceDisconnects: { iec: part('4-46', '1981', '462'), nec: { 'nec-2017': '230.71(A)', 'nec-2020': '230.71(B)' } },
  buildingDisconnects: { iec: part('4-46', '1981', '462'), nec: '225.31, 225.33' },
  boardDisconnect: { iec: part('4-46', '1981', '462'), bs: '462.1', nec: '225.32, 230.70, 404.8' },
  loadDisconnect: { iec: part('4-46', '1981', '463, 464'), bs: '464, 465', nec: '422.31, 430.102, 440.14' },
  intersystem: { iec: p54('544'), nec: '250.94' },
  pipes: { iec: p41('411.3.1.2'), bs: '411.3.1.2', nec: '250.104(A), (B)' },
  enclosure: { iec: ['IEC 61439-3', '2012', 'resistance to heat and fire'], bs: '421.1.201' },
  oneLeg: { iec: p53('536'), nec: '110.3(B), 210.4(A)' },
  neutralTerminal: { iec: p52('526'), bs: '526', nec: '408.41' },
  earthTerminal: { iec: p54('542.4'), bs: '542.4, 526', nec: '408.40, 110.14(A)' },
  sourcesParted: { iec: part('5-55', '2011', '551.6, 551.4'), bs: '551.6.1', nec: '702.5, 110.3(B)' },
  generatorNeutral: { iec: part('5-55', '2011', '551.4.3.2'), bs: '551.4.3.2', nec: '250.30, 702.10' },
  electrodeSecond: { iec: p54('542.2'), nec: '250.53(A)(2)' },
  electrodeApart: { iec: p54('542.2'), nec: '250.53(A)(3)' },
  electrodeLength: { iec: p54('542.2'), nec: { 'nec-2017': '250.53(G)', 'nec-2020': '250.53(A)(4)' } },
  sharedDisconnect: { iec: p52('521.8; IEC 60364-5-53 536.2.2'), bs: '314.4', nec: '210.4(B)' },
  sharedLines: { iec: p52('521.8'), bs: '314.4', nec: '200.4(A), 210.4(A)' },
  commonTrip: { iec: p53('536.2.2'), nec: '210.4(C), 240.15(B)(1)' },
  sharedProtected: { iec: p53('531.3.2'), bs: '531.3.2, 314.4', nec: '210.8, 210.12; 110.3(B)' },
  pigtailed: { iec: p52('521.8'), nec: '300.13(B)' },
  grouped: { iec: p52('521.8'), bs: '514.1', nec: '200.4(B)' },
  neutralLanding: { iec: p53('531.3.1'), bs: '531.3.1.1, 314.4', nec: '110.3(B), 200.4' },
  toldApart: { iec: part('5-51', '2005', '514.4'), bs: '514.8.1', nec: '408.4(A)' },
  askedFor: { iec: p41('411.3.3, 411.3.4; IEC 60364-7'), bs: '411.3.3, 411.3.4, part 7', nec: '210.8, 210.12, 406, 422, 680' },
  roomBonding: {
    iec: part('7-701', '2019', '701.415.2; IEC 60364-7-702 702.415.2'),
    bs: '701.415.2, 702.415.2',
    nec: '680.26, 680.74',
  },
  emergencyOff: {
    iec: part('4-46', '1981', '465'),
    nec: { 'nec-2017': '230.85', 'nec-2020': '230.85', 'nec-2023': '230.85, 225.41' },
  },
  surgeNeed: {
    iec: part('4-44', '2007+A1:2015', '443.4, 443.5'),
    bs: '443.4.1',
    nec: { 'nec-2017': '230.67', 'nec-2020': '230.67', 'nec-2023': '230.67, 215.18, 225.42' },
  },
  surgeLevel: { iec: p53('534.4.4.2, table 534.1'), bs: '534.4.4.2', nec: '110.3(B)' },
  surgeLead: { iec: p53('534.4.8'), bs: '534.4.8', nec: { 'nec-2017': '285.12', 'nec-2020': '242.24' } },
  surgeRating: { iec: p53('534.4.4.3, 534.4.4.4, 534.4.4.5'), bs: '534.4.4', nec: { 'nec-2017': '285.4', 'nec-2020': '242.12' } },
  surgeShort: { iec: p53('534.4.4.6'), bs: '534.4.4.6', nec: { 'nec-2017': '285.7', 'nec-2020': '242.8' } },
  surgePlace: {
    iec: p53('534.4.1, 534.4.9'),
    bs: '534.4.1',
    nec: { 'nec-2017': '285.23, 285.24, 285.25', 'nec-2020': '242.13, 242.14, 242.15' },
  },
  surgeSoil: { iec: p53('534.4.3, connection type CT2'), bs: '534.4.3' },
  surgeResidual: { iec: p53('534.4.7'), bs: '534.4.7', nec: '110.3(B)' },
  surgeOpens: { iec: p53('534.4.5'), bs: '534.4.5', nec: '110.3(B)' },
  inspection: { iec: part('6', '2016', '6.4.2, 6.5.1'), bs: '642, 651', nec: '110.3, 110.12' },
  tests: { iec: part('6', '2016', '6.4.3'), bs: '643', nec: '110.3(B), 110.7' },
  loop: { iec: p41('411.4.4'), bs: '411.4.4' },
  loopTT: { iec: p41('411.5.4'), bs: '411.5.4' },
  touch: { iec: p41('411.5.3'), bs: '411.5.3' },
  everyLive: { iec: p53('531.3.1'), bs: '531.3.1.1' },
  electrodeStable: { iec: p53('531.3.5.3, note on stability'), bs: 'table 41.5, note 2' },
  disconnection: { iec: p41('411.3.2.2 table 41.1, 411.3.2.3, 411.3.2.4'), bs: '411.3.2.2 table 41.1, 411.3.2.3, 411.3.2.4' },
  ownEarth: { iec: p41('411.5, 411.3.1.1'), bs: '411.5, 542.1.3', nec: '250.32(A)' },
  safetyCircuit: { iec: part('5-56', '2018', '560.7.1'), bs: '560.7.1' },
  selective: { iec: p53('535, 536.4'), bs: '536.4.1' },
  standingLeakage: { iec: p53('531.3.2'), bs: '531.3.2', nec: '110.3(B); UL 943, class A from 4 mA' },
  residualType: { iec: p53('531.3.3'), bs: '531.3.3', nec: '110.3(B)' },
  residualDc: { iec: p53('531.3.3; IEC 61008-1, IEC 62423'), bs: '531.3.3', nec: '110.3(B)' },
  dcDetection: { iec: part('7-722', '2018', '722.531.3.101; IEC 62955'), bs: '722.531.3.101' },
  residualSupply: { iec: p53('531.3.4, devices that depend on the line voltage'), bs: '531.3.4', nec: '110.3(B)' },
  mustStay: { iec: part('1', '2005', '314.1'), bs: '314.1', nec: '90.1' },
  selectiveResidual: { iec: p53('535.3, selectivity of residual devices in series'), bs: '536.4.1.4' },
} as const satisfies Record<string, Cited>;
export type ClauseName = keyof typeof CLAUSES;

/**
 * A rule by the clause and edition of the job's own rule book.
 * @returns for instance BS 7671:2018+A2:2022 433.1.1, NEC 2023 110.9, IEC 60364-4-43:2008 433.1
 */
export function clause(pack: RulePackId, name: ClauseName): Source {
  const cited: Cited = CLAUSES[name];
  const { dialect, standard, edition } = PACKS[pack];
  if (dialect === 'nec') return necCited(cited.nec ?? '')(pack);
  if (standard === 'BS 7671' && cited.bs !== undefined) return { standard, edition, clause: cited.bs, basis: 'memory' };
  const [part, of, text] = cited.iec;
  return { standard: part, edition: of, clause: text, basis: 'memory' };
}
