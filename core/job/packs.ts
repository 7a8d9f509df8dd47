/** A rule book in one edition. */
interface Pack {
  name: string;
  dialect: 'iec' | 'nec';
  standard: string;
  edition: string;
  /** The pack whose rules hold where this one says nothing of its own. */
  extends?: string;
}

/** Every rule book in the order it is offered: all else that goes by packs is made from this list. */
export const PACKS = {
  'iec-60364': { name: 'IEC 60364', dialect: 'iec', standard: 'IEC 60364', edition: '' },
  'bs-7671-2018-a2': {
    name: 'BS 7671:2018+A2:2022',
    dialect: 'iec',
    standard: 'BS 7671',
    edition: '2018+A2:2022',
    extends: 'iec-60364',
  },
  'nec-2023': { name: 'NEC 2023', dialect: 'nec', standard: 'NEC', edition: '2023', extends: 'nec-2020' },
  'nec-2020': { name: 'NEC 2020', dialect: 'nec', standard: 'NEC', edition: '2020', extends: 'nec-2017' },
  'nec-2017': { name: 'NEC 2017', dialect: 'nec', standard: 'NEC', edition: '2017' },
} as const satisfies Readonly<Record<string, Pack>>;
export type RulePackId = keyof typeof PACKS;
export const PACK_IDS = Object.keys(PACKS) as RulePackId[];

/** The packs of a dialect, the usual one first. */
export const packsOf = (dialect: Pack['dialect']): RulePackId[] => PACK_IDS.filter((id) => PACKS[id].dialect === dialect);

/** The pack one extends. */
export const extendedBy = (id: RulePackId): RulePackId | undefined => {
  const pack = PACKS[id];
  return 'extends' in pack ? pack.extends : undefined;
};

/**
 * What holds under a pack: its own, else that of the one it extends.
 * @returns undefined where none of them says anything; `{ 'nec-2017': 'a', 'nec-2023': 'b' }` gives `a` under NEC 2020
 */
export function heldBy<T>(pack: RulePackId, said: Readonly<Partial<Record<RulePackId, T>>>): T | undefined {
  for (let at: RulePackId | undefined = pack; at !== undefined; at = extendedBy(at)) if (said[at] !== undefined) return said[at];
  return undefined;
}
