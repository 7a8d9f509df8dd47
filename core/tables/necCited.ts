import { heldBy, PACKS } from '../job/packs';
import type { RulePackId } from '../job/schema/job';
import type { Basis, Source } from './source';

/** A clause where each edition has it; an edition without its own has that of the one before. */
export type ByEdition = Readonly<{ 'nec-2017': string } & Partial<Record<RulePackId, string>>>;

/** Cites the NEC by the edition of the job's own pack. */
export const necCited =
  (clause: string | ByEdition, basis: Basis = 'memory') =>
  (pack: RulePackId): Source => ({
    standard: 'NEC',
    edition: PACKS[pack].edition,
    clause: typeof clause === 'string' ? clause : (heldBy(pack, clause) ?? clause['nec-2017']),
    basis,
  });
