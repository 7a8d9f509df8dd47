import type { Job } from '../job/schema/job';

/** So many of a part, or so much of a cable. */
export type Part = { part: string; pieces: number } | { part: string; metres: number };
const IN_METRES: Readonly<Record<string, number>> = { m: 1, ft: 0.3048 };

/** Parts by the first price that names each, and labour; nothing where a part has no price. */
export function priceOf({ prices, defaults }: Job, parts: readonly Part[], hours: number): number | null {
  const rows = Object.values(prices).sort((a, b) => (a.order < b.order ? -1 : 1));
  let sum = hours * (defaults.labourPerHour ?? 0);
  for (const of of parts) {
    const words = of.part.toLowerCase().split(' ');
    const priced = rows.find(
      ({ part: named, per }) =>
        ('pieces' in of ? per === 'piece' : per in IN_METRES) &&
        words.every((word) =>
          named
            .toLowerCase()
            .split(/[\s,]+/)
            // A cable is sold by the size of its lines, whatever else lies in it: 2.5/1.5.
            .map((token) => ('metres' in of ? token.split('/')[0]! : token))
            .includes(word),
        ),
    );
    if (priced === undefined) return null;
    sum += priced.amount * ('pieces' in of ? of.pieces : of.metres / IN_METRES[priced.per]!);
  }
  return sum;
}
