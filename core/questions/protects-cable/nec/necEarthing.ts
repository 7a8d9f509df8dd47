import type { NecAmpacity } from '../../../conductors/necAmpacity';
import { ratedCurrent } from '../../../devices/bands';
import type { CircuitFacts } from '../../../house/facts';
import { showSize, sizeMm2 } from '../../../job/edges';
import { all, andThen, known, type Maybe, map, unknown } from '../../../job/known';
import type { Check } from '../../../judging/answer';
import { type Comparison, figure, fits, holds, judge, line, ruled } from '../../../judging/judge';
import { keyed } from '../../../judging/keys';
import { egcSize } from '../../../tables/equipmentGrounding';
import {
  electrodeConductor,
  type NecColumn,
  necSizes,
  necSource,
  necTableA,
  smallConductorA,
  standardRatingsA,
} from '../../../tables/necAmpacity';
import { bondingCheck, conductorsToEarth } from '../bonding';
import type { NecCable } from './necCable';

/** The conductors to the electrodes of a service or a building's feeder, and the one that bonds its metal water pipe, by the size of its lines. */
export function electrodeChecks(facts: CircuitFacts): Check[] {
  const { circuit, wiring, job } = facts;
  const last = wiring.stretches.at(-1);
  if (circuit.kind === 'final' || last === undefined) return [];
  const sizes = all({ size: last.facts.size('lineSize'), material: last.facts.material });
  const rule = necSource('electrode', job.pack);
  const least = map(sizes, ({ size, material }) => ({
    size: electrodeConductor(material, (most) => fits(sizeMm2(size), sizeMm2(most))),
    why: `for ${showSize(size)}`,
    rule,
  }));
  if (!least.known) return [];
  const toEarth = conductorsToEarth(facts, (kind) => {
    // Where a rod, or concrete, is all it leads to, more conductor than these would not help (250.66(A), (B)).
    const enough = kind === 'rod' || kind === 'pipe' || kind === 'plate' ? '6AWG' : kind === 'foundation' ? '4AWG' : undefined;
    return map(least, (of) =>
      enough !== undefined && fits(sizeMm2(enough), sizeMm2(of.size)) ? { ...of, size: enough, why: `to a ${kind} alone` } : of,
    );
  });
  const none = `${showSize(least.value.size)} copper required ${least.value.why}; no electrode is entered`;
  return [
    ...(toEarth.length === 0 && circuit.kind === 'service'
      ? [ruled(keyed('electrode'), 'Grounding electrode conductor', 'not-applicable', none, rule)]
      : toEarth),
    ...bondingCheck(
      facts,
      map(least, (of) => ({ ...of, rule: necSource('bonding', job.pack) })),
    ),
  ];
}

/**
 * The equipment grounding conductor by table 250.122, grown with its lines where those are larger than the load's device
 * needs (250.122(B)); never larger than they are.
 */
export function groundingCheck(facts: CircuitFacts, { stretch, device, ampacity }: NecCable): Check[] {
  const { job, circuit } = facts;
  const path = stretch.facts.returnPath;
  if (circuit.kind === 'service' || (path.known && path.value !== 'conductor')) return [];
  const rule = necSource('grounding', job.pack);
  const parts = all({
    path,
    size: stretch.facts.size('protectiveSize'),
    lineSize: stretch.facts.size('lineSize'),
    material: stretch.facts.protectiveMaterial,
    ratedA: ratedCurrent(device),
    ampacity,
  });
  const comparison = andThen(parts, ({ size, lineSize, material, ratedA, ampacity: it }): Maybe<Comparison> => {
    const listed = egcSize(ratedA, material);
    if (listed === undefined) return unknown(`devices.${device.id}.settings.ratingA`, `a grounding conductor for ${ratedA} A`);
    const least = leastLine(facts, it, ratedA);
    const times = least === undefined ? 1 : Math.max(1, sizeMm2(lineSize) / sizeMm2(least));
    const demand = Math.min(sizeMm2(listed) * times, sizeMm2(lineSize));
    const limit = sizeMm2(size);
    const grown = times > 1 + 1e-9;
    return known({
      demand,
      limit,
      unit: 'mm²',
      of: ['requiredSize', 'S', 'limit-first'],
      rule,
      secondary: true,
      because: () =>
        `${showSize(listed)} required behind ${figure(ratedA)} A${grown ? `, increased ${figure(times)} times with the lines` : ''}; ${showSize(size)} fitted`,
      working: () => [
        line('by the table', `behind ${figure(ratedA)} A`, showSize(listed), rule),
        ...(grown
          ? [
              line(
                'grown with its lines',
                `${showSize(lineSize)} over the ${showSize(least!)} that would do`,
                `${figure(times)} times`,
                rule,
              ),
            ]
          : []),
        line('section required ≤ section fitted', `${inKcmil(demand)} ≤ ${inKcmil(limit)}`, holds(demand, limit), rule),
      ],
    });
  });
  return [judge(keyed('egc', stretch.segment.id), `Grounding conductor of ${stretch.facts.name}`, comparison)];
}

/** A section as the American tables name what has no gauge: 1 kcmil is 0.5067 mm². */
const inKcmil = (mm2: number): string => `${figure(mm2 / sizeMm2('1kcmil'))} kcmil`;

/** The thinnest conductor that would do for a rating where this one lies: its column, its factors, its terminals. */
function leastLine({ job, circuit }: CircuitFacts, it: NecAmpacity, ratedA: number): string | undefined {
  const { column, ambient, bundling } = it.insulation;
  const upward = circuit.use !== 'sockets' && circuit.use !== 'mixed';
  return necSizes(it.material).find((size) => {
    const small = smallConductorA(it.material, size);
    if (small !== undefined && ratedA > small) return false;
    const cellA = (at: NecColumn) => necTableA(it.material, size, at) ?? 0;
    const capA = it.cable === undefined ? Number.POSITIVE_INFINITY : cellA(60);
    const ampacityA = Math.min(cellA(column) * ambient * bundling, cellA(it.terminal.column), capA);
    if (fits(ratedA, ampacityA)) return true;
    const next = standardRatingsA(job.pack).find((each) => each > ampacityA);
    return upward && next !== undefined && !standardRatingsA(job.pack).includes(ampacityA) && ratedA <= next && ampacityA > 0;
  });
}
