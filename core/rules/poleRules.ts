import type { ClauseName } from './clauses';

/** Devices a rule on poles is for, by what they do. */
export type PoleSubject = 'overcurrent' | 'fuse' | 'residual' | 'main' | 'isolator' | 'transfer';

/** Where a rule on poles binds. */
export type PolePlace =
  | 'everywhere'
  /** Earth faults of what it feeds come home through the soil: the neutral may stand well away from earth. */
  | 'tt'
  /** Protective conductor from the supply: a rule book may take its neutral to be at earth, or leave that to the supplier. */
  | 'tn'
  /** A single-phase supply which ordinary persons switch off (BS 7671). */
  | 'household'
  /** What leaves the device is neutral and protective conductor in one. */
  | 'pen';

/** One rule on the poles a device must have, or must not. */
export interface PoleRule {
  id: string;
  of: readonly PoleSubject[];
  where: PolePlace;
  /** `lines`: one pole for each line; `neutral`: a pole for the neutral; `no-fuse`: none with a fuse in it; `no-neutral`: none at all. */
  wants: 'lines' | 'neutral' | 'no-fuse' | 'no-neutral';
  otherwise: 'stop' | 'caution';
  clause: ClauseName;
  why: string;
}

const PARTING = ['main', 'isolator', 'transfer'] as const;

/**
 * Poles by rule. Poles that protect and poles that only switch are told apart by family: of a fuse every pole has an element;
 * of breakers `P` protects and `+N` only switches; switches and residual devices protect with none. A contactor switches what its
 * use wants and needs no pole for each line (IEC 60364-5-53 536.5, functional switching).
 */
export const POLE_RULES: readonly PoleRule[] = [
  {
    id: 'lines',
    of: ['overcurrent', 'residual', ...PARTING],
    where: 'everywhere',
    wants: 'lines',
    otherwise: 'stop',
    clause: 'everyLine',
    why: 'what is left has no protection and stays live',
  },
  {
    id: 'fused-neutral',
    of: ['fuse'],
    where: 'everywhere',
    wants: 'no-fuse',
    otherwise: 'stop',
    clause: 'fusedNeutral',
    why: 'when that one blows, what is behind is dead to use and live to touch',
  },
  {
    id: 'pen',
    of: ['overcurrent', 'residual', ...PARTING],
    where: 'pen',
    wants: 'no-neutral',
    otherwise: 'stop',
    clause: 'penPole',
    why: 'open, it leaves every metal part behind it without earth and at the voltage of the line',
  },
  {
    id: 'isolation',
    of: PARTING,
    where: 'tt',
    wants: 'neutral',
    otherwise: 'stop',
    clause: 'isolation',
    why: 'through the soil the neutral may be away from earth: it is opened with the lines',
  },
  {
    id: 'isolation-tn',
    of: PARTING,
    where: 'tn',
    wants: 'neutral',
    otherwise: 'caution',
    clause: 'isolation',
    why: 'only where the supplier keeps the neutral reliably at earth may it stay closed',
  },
  {
    id: 'household-main',
    of: ['main'],
    where: 'household',
    wants: 'neutral',
    otherwise: 'stop',
    clause: 'householdMain',
    why: 'the main switch of a household opens both live conductors of a single-phase supply',
  },
];
