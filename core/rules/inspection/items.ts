import type { InspectedItem, RulePackId } from '../../job/sealed';
import { BOARD_ITEMS } from './board';
import { clauseOfItem, type Item } from './item';
import { CABLE_ITEMS, DEVICE_ITEMS, POINT_ITEMS } from './others';

/** Every item that is looked at. */
export const ITEMS: Readonly<Record<InspectedItem, Item>> = { ...BOARD_ITEMS, ...DEVICE_ITEMS, ...POINT_ITEMS, ...CABLE_ITEMS };

const kept = new WeakMap<readonly InspectedItem[], Map<RulePackId, readonly InspectedItem[]>>();

/** The items of a list a rule pack, or its trade, looks at. */
export function asked(pack: RulePackId, items: readonly InspectedItem[]): readonly InspectedItem[] {
  const byPack = kept.get(items) ?? new Map<RulePackId, readonly InspectedItem[]>();
  kept.set(items, byPack);
  const found = byPack.get(pack) ?? items.filter((item) => clauseOfItem(pack, ITEMS[item]) !== undefined);
  byPack.set(pack, found);
  return found;
}
