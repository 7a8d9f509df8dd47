import { showFact } from '../facts/read';
import type { Step } from '../job/commands';
import { showSize, sizeMm2 } from '../job/edges';
import type { Segment } from '../job/schema/circuit';
import type { ConductorSize } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { FLAT_PROTECTIVE_MM2, NM_PROTECTIVE_AWG } from '../tables/cableSizes';
import { cableSizes } from './cableSizes';
import type { Standable } from './standable';
import { edit, set } from './steps';

/** Sizes looked at below and above the one that lies there: farther away it is another circuit. */
const BELOW = 2;
const ABOVE = 4;

/**
 * The cable of a circuit in the sizes it is made in, the one that lies there among them: every part of it that is of a known size, its lengths
 * and its way kept. What was read off the cable itself (sheath, width) goes with it.
 * @returns nothing where no part of it has a known size
 */
export function cablesAt(job: Job, circuitId: string): Standable[] {
  const parts = Object.values(job.segments).filter(
    (each) => each.circuitId === circuitId && each.state !== 'removed' && each.lineSize !== undefined,
  );
  const sizes = [...new Set(parts.map(({ lineSize }) => lineSize!.value))].sort((a, b) => sizeMm2(a) - sizeMm2(b));
  const thinnest = sizes[0];
  if (thinnest === undefined) return [];
  const metal = parts.some(({ material }) => material?.value === 'Al') ? 'Al' : 'Cu';
  const made = cableSizes(thinnest, metal);
  const at = made.findIndex((size) => sizeMm2(size) >= sizeMm2(thinnest) * (1 - 1e-9));
  const from = at < 0 ? made.length : at;
  const metres = parts.reduce((sum, { lengthM }) => sum + (lengthM?.value ?? Number.NaN), 0);
  const could = made.slice(Math.max(0, from - BELOW), from + ABOVE + 1).flatMap((size): Standable[] => {
    const pairs = parts.map((part) => ({ part, protective: protectiveIn(part, size) }));
    // One that is not made so is none that could be laid.
    if (pairs.some(({ protective }) => protective === null)) return [];
    const isNow = pairs.every(
      ({ part, protective }) =>
        part.lineSize!.value === size &&
        (part.neutralSize?.value ?? size) === size &&
        part.protectiveSize?.value === (protective ?? undefined),
    );
    return [row(job, size, pairs, isNow, metres)];
  });
  if (could.some(({ command }) => command === null)) return could;
  const now = row(
    job,
    thinnest,
    parts.map((part) => ({ part, protective: part.protectiveSize?.value })),
    true,
    metres,
  );
  return [{ ...now, id: 'now', name: sizes.map(showSize).join(' and ') }, ...could];
}

type Pair = { part: Segment; protective: ConductorSize | null | undefined };

function row(job: Job, size: ConductorSize, pairs: readonly Pair[], isNow: boolean, metres: number): Standable {
  const inside = [...new Set(pairs.flatMap(({ protective }) => protective ?? []))].map(showSize).join(' and ');
  const besides = inside === '' ? '' : `${job.dialect === 'nec' ? 'G' : 'PE'} ${inside}`;
  const name = showSize(size);
  return {
    id: name,
    name,
    besides,
    part: `cable ${name}`,
    ...(Number.isFinite(metres) ? { metres } : {}),
    size: sizeMm2(size),
    command: isNow
      ? null
      : edit(
          `Lay ${name}${besides === '' ? '' : ` with ${besides}`}${Number.isFinite(metres) ? `, ${showFact(job.dialect, { kind: 'quantity', edge: 'length' }, metres)}` : ''}`,
          pairs.flatMap((pair) => laid(size, pair)),
        ),
  };
}

function laid(size: ConductorSize, { part, protective }: Pair): Step[] {
  const sized = (field: string, to: ConductorSize): Step => set('segments', part.id, field, { value: to, from: 'stated' });
  return [
    sized('lineSize', size),
    ...(part.neutralSize === undefined ? [] : [sized('neutralSize', size)]),
    ...(protective == null ? [] : [sized('protectiveSize', protective)]),
    ...(part.state === 'existing' ? [set('segments', part.id, 'state', 'new')] : []),
    ...(['jacket', 'diameterM'] as const).flatMap((field) =>
      part[field] === undefined ? [] : [set('segments', part.id, field, undefined)],
    ),
  ];
}

/**
 * The protective conductor of a cable in another size: as such cables are made, else in its proportion, never thinner than it is where it is
 * a conductor of its own.
 * @returns null where no such cable is made; undefined where it has none
 */
function protectiveIn(
  { construction, lineSize, protectiveSize }: Segment,
  size: ConductorSize,
): ConductorSize | null | undefined {
  if (protectiveSize === undefined) return undefined;
  const [line, now] = [lineSize!.value, protectiveSize.value];
  // As it is made, so it stays made.
  const made = madeAs(construction);
  if (made?.(line) === now) return made(size);
  if (now === line) return size;
  const wanted = Math.max(sizeMm2(now), (sizeMm2(now) / sizeMm2(line)) * sizeMm2(size));
  const found = cableSizes(now, 'Cu').find((each) => sizeMm2(each) >= wanted * (1 - 1e-9));
  return found === undefined ? null : sizeMm2(found) > sizeMm2(size) ? size : found;
}

/** How the protective conductor of a construction goes with its lines; nothing where each is chosen by itself. */
export const madeAs = (construction: Segment['construction']): ((size: ConductorSize) => ConductorSize | null) | undefined =>
  construction === 'flat-sheathed' ? asFlat : construction === 'NM-B' || construction === 'UF-B' ? asNm : undefined;
const asFlat = (size: ConductorSize) => madeWith(FLAT_PROTECTIVE_MM2, size, 'mm2');
const asNm = (size: ConductorSize) => madeWith(NM_PROTECTIVE_AWG, size, 'AWG');
/** @returns null where no such cable is made */
function madeWith(table: Readonly<Record<number, number>>, size: ConductorSize, unit: 'mm2' | 'AWG'): ConductorSize | null {
  const found = size.endsWith(unit) ? table[Number(size.slice(0, -unit.length))] : undefined;
  return found === undefined ? null : `${found}${unit}`;
}
