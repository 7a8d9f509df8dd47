import { readSize, showSize, type Typed } from './edges';
import type { ConductorSize } from './schema/facts';

export interface Wires {
  count: number;
  size: ConductorSize;
}

/** Wires of a kept list, by size. */
export const wiresOf = (kept: string): Wires[] =>
  kept === '0'
    ? []
    : kept.split(' ').map((each) => {
        const [count, size] = each.split('x') as [string, string];
        return { count: Number(count), size };
      });

/** As it is read: `4 × 14 AWG, 2 × 12 AWG`. */
export const showWires = (kept: string): string =>
  kept === '0'
    ? 'none'
    : wiresOf(kept)
        .map(({ count, size }) => `${count} × ${showSize(size)}`)
        .join(', ');

/**
 * Reads wires as they are typed: `4x14, 2 × 12 AWG`, `none`.
 * @param usual system taken for a bare size
 */
export function readWires(text: string, usual: 'mm2' | 'AWG'): Typed<string> {
  const tidy = text.trim().toLowerCase();
  if (tidy === '0' || tidy === 'none') return { ok: true, value: '0', readAs: 'none' };
  const parts: string[] = [];
  for (const part of tidy.split(/[,;+]/)) {
    const found = /^\s*([1-9]\d?)\s*[x×*]\s*(\S.*)$/.exec(part);
    if (found === null)
      return {
        ok: false,
        message: `"${part.trim()}" is no number of wires: write 4 × ${usual === 'mm2' ? '2.5' : '14'}, or none`,
      };
    const size = readSize(found[2]!, usual);
    if (!size.ok) return size;
    parts.push(`${found[1]}x${size.value}`);
  }
  const kept = parts.join(' ');
  return { ok: true, value: kept, readAs: showWires(kept) };
}
