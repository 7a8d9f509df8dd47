import { inUnit, readQuantity, type Typed } from './edges';

/** One point of a maker's let-through: good up to its own prospective current. */
interface LetThroughPoint {
  upToA: number;
  letThroughA2s: number;
}

/**
 * Reads a maker's let-through as it is typed off a data sheet: current and energy, points parted by semicolons.
 * @param text for instance `3 kA 12 kA²s; 6 kA 24 kA²s`
 */
export function readLetThrough(text: string): Typed<LetThroughPoint[]> {
  const points: LetThroughPoint[] = [];
  for (const part of text
    .replace(/a2s/gi, 'A²s')
    .split(';')
    .filter((each) => each.trim() !== '')) {
    const halves = /^\s*(\S+\s*k?A)[\s,:]+(.+?)\s*$/i.exec(part);
    if (halves === null) return { ok: false, message: `"${part.trim()}": write a current and its energy, as 6 kA 24 kA²s` };
    const current = readQuantity(halves[1]!, 'current');
    if (!current.ok) return current;
    const energy = readQuantity(halves[2]!, 'let-through');
    if (!energy.ok) return energy;
    points.push({ upToA: current.value, letThroughA2s: energy.value });
  }
  if (points.length === 0) return { ok: false, message: 'write a current and its energy, as 6 kA 24 kA²s' };
  return { ok: true, value: points, readAs: showLetThrough(points) };
}

/** The same as it is typed. */
export const showLetThrough = (points: readonly LetThroughPoint[]): string =>
  points
    .map(
      ({ upToA, letThroughA2s }) => `${inUnit(upToA, 'current', 'kA')} kA ${inUnit(letThroughA2s, 'let-through', 'kA²s')} kA²s`,
    )
    .join('; ');
