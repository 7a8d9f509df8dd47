import { heldBy } from '../job/packs';
import type { RulePackId } from '../job/sealed';

/** What differs from pack to pack beside words and clauses. */
export interface Rules {
  /** Ring final circuits have a rule of their own (BS 7671 433.1.204). */
  ringFinals: boolean;
  /** Flat cable with a bare protective conductor has a table of its own (BS 7671 table 4D5). */
  flatCableTable: boolean;
  /** Greatest loops of fuses are tabulated, and shown (BS 7671 tables 41.2 to 41.4). */
  tabulatedLoops: boolean;
  /** Consumer units have a rating of their own behind the cut-out (BS EN 61439-3 annex ZB). */
  consumerUnits: boolean;
  /** The neutral may be the protective conductor behind the supply terminals. */
  penBehindSupply: boolean;
  /** The main switch of a household opens line and neutral of a single-phase supply (BS 7671 462.1.201). */
  householdMain: boolean;
  /** No final circuit shares its neutral with another (BS 7671 314.4). */
  ownNeutrals: boolean;
  /** A protective conductor from the supply means a neutral at earth, which isolation may leave closed (BS 7671 461.2; NEC 250.24). */
  neutralAtEarth: boolean;
  /** Supplementary bonding of a bathroom may be left out (BS 7671 701.415.2). */
  bathBondingLeftOut: boolean;
  /** Bonding behind a multiply earthed neutral goes by that neutral (BS 7671 table 54.8). */
  bondingByNeutral: boolean;
  /** Type AC serves fixed equipment alone, whose residual current holds no DC (BS 7671 531.3.3). */
  acFixedOnly: boolean;
}

/** Without a word of its own a pack has none of them. */
const PLAIN: Rules = {
  ringFinals: false,
  flatCableTable: false,
  tabulatedLoops: false,
  consumerUnits: false,
  penBehindSupply: true,
  householdMain: false,
  ownNeutrals: false,
  neutralAtEarth: false,
  bathBondingLeftOut: false,
  bondingByNeutral: false,
  acFixedOnly: false,
};

/** Whole, where a pack differs from the one it extends. */
const OWN: Readonly<Partial<Record<RulePackId, Rules>>> = {
  'iec-60364': PLAIN,
  'bs-7671-2018-a2': {
    ringFinals: true,
    flatCableTable: true,
    tabulatedLoops: true,
    consumerUnits: true,
    penBehindSupply: false,
    householdMain: true,
    ownNeutrals: true,
    neutralAtEarth: true,
    bathBondingLeftOut: true,
    bondingByNeutral: true,
    acFixedOnly: true,
  },
  'nec-2017': { ...PLAIN, neutralAtEarth: true },
};

/** The rules a job is judged by. Nothing else asks which pack it is. */
export const rulesOf = (pack: RulePackId): Rules => heldBy(pack, OWN)!;
