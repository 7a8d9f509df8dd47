import type { Job } from '../job/schema/job';

/** Parts by the first price that names each, and labour; nothing where a part has no price. */
export function priceOf(
  { prices, defaults }: Job,
  parts: readonly { part: string; pieces: number }[],
  hours: number,
): number | null {
  const rows = Object.values(prices).sort((a, b) => (a.order < b.order ? -1 : 1));
  let sum = hours * (defaults.labourPerHour ?? 0);
  for (const { part, pieces } of parts) {
    const words = part.toLowerCase().split(' ');
    const priced = rows.find(
      ({ part: named, per }) =>
        per === 'piece' &&
        words.every((word) =>
          named
            .toLowerCase()
            .split(/[\s,]+/)
            .includes(word),
        ),
    );
    if (priced === undefined) return null;
    sum += priced.amount * pieces;
  }
  return sum;
}
