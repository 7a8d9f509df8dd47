import equal from 'fast-deep-equal';
import { Firm } from './schema/firm';

/** What became of a firm that somebody changed while others changed it too. */
type Merged = { ok: true; firm: Firm } | { ok: false; paths: string[] };

type Tree = Readonly<Record<string, unknown>>;
const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null && !Array.isArray(value);
const isRows = (value: unknown): value is { id: string }[] =>
  Array.isArray(value) && value.every((each) => isTree(each) && typeof each.id === 'string');
/** A row may be called as what every object has. */
const own = (tree: Tree, name: string): unknown => (Object.hasOwn(tree, name) ? tree[name] : undefined);
const byId = (rows: readonly { id: string }[]): Tree => Object.fromEntries(rows.map((row) => [row.id, row]));

/** Field by field: what one side changed is taken; what both did, otherwise than each other, is named. */
function merge(path: string, base: unknown, wanted: unknown, present: unknown, clashes: string[]): unknown {
  if (equal(base, wanted) || equal(wanted, present)) return present;
  if (equal(base, present)) return wanted;
  if (isRows(wanted) && isRows(present))
    return Object.values(merge(path, byId(isRows(base) ? base : []), byId(wanted), byId(present), clashes) as Tree);
  if (!isTree(wanted) || !isTree(present)) {
    clashes.push(path);
    return present;
  }
  const from = isTree(base) ? base : {};
  const names = new Set([...Object.keys(from), ...Object.keys(wanted), ...Object.keys(present)]);
  return Object.fromEntries(
    [...names].flatMap((name) => {
      const value = merge(
        path === '' ? name : `${path}.${name}`,
        own(from, name),
        own(wanted, name),
        own(present, name),
        clashes,
      );
      return value === undefined ? [] : [[name, value]];
    }),
  );
}

/**
 * The firm after somebody's change, made on what he had seen, is brought to what is kept now: nobody's other fields are lost.
 * @param base what he had seen
 * @param wanted what he made of it
 * @returns the paths both changed, otherwise than each other; nothing is taken then
 */
export function mergedFirm(base: Firm, wanted: Firm, present: Firm): Merged {
  const paths: string[] = [];
  const firm = merge('', base, wanted, present, paths);
  return paths.length > 0 ? { ok: false, paths } : { ok: true, firm: Firm.parse(firm) };
}
