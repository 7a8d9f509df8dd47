import type { Job, RulePackId } from './schema/job';

/** A rule book in one edition. */
export interface Pack {
  name: string;
  dialect: Job['dialect'];
  standard: string;
  edition: string;
  /** The pack whose rules hold where this one says nothing of its own. */
  extends: RulePackId | undefined;
}

export const PACKS: Readonly<Record<RulePackId, Pack>> = {
  'iec-60364': { name: 'IEC 60364', dialect: 'iec', standard: 'IEC 60364', edition: '', extends: undefined },
  'bs-7671-2018-a2': {
    name: 'BS 7671:2018+A2:2022',
    dialect: 'iec',
    standard: 'BS 7671',
    edition: '2018+A2:2022',
    extends: 'iec-60364',
  },
  'nec-2017': { name: 'NEC 2017', dialect: 'nec', standard: 'NEC', edition: '2017', extends: undefined },
  'nec-2020': { name: 'NEC 2020', dialect: 'nec', standard: 'NEC', edition: '2020', extends: 'nec-2017' },
  'nec-2023': { name: 'NEC 2023', dialect: 'nec', standard: 'NEC', edition: '2023', extends: 'nec-2020' },
};

/**
 * What holds under a pack: its own, else that of the one it extends.
 * @returns undefined where none of them says anything; `{ 'nec-2017': 'a', 'nec-2023': 'b' }` gives `a` under NEC 2020
 */
export function heldBy<T>(pack: RulePackId, said: Readonly<Partial<Record<RulePackId, T>>>): T | undefined {
  for (let at: RulePackId | undefined = pack; at !== undefined; at = PACKS[at].extends)
    if (said[at] !== undefined) return said[at];
  return undefined;
}
