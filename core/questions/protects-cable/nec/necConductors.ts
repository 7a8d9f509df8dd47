import { type NecAmpacity, necAmpacity } from '../../../conductors/necAmpacity';
import { ratedCurrent } from '../../../devices/bands';
import { type CircuitFacts, isOvercurrent } from '../../../house/facts';
import { showSize } from '../../../job/edges';
import { all, andThen, known, type Maybe, map, unknown } from '../../../job/known';
import type { Device } from '../../../job/schema/device';
import type { Answer, Check, WorkingLine } from '../../../judging/answer';
import {
  answer,
  type Comparison,
  figure,
  fits,
  holds,
  judge,
  line,
  notApplicable,
  notAssessed,
  unknownCheck,
} from '../../../judging/judge';
import { continuousCurrent } from '../../../loads/designCurrent';
import { cableMissing, lacksCable, type Stretch } from '../../../network/paths';
import type { ConductorName } from '../../../network/segmentFacts';
import { DWELLING_A, DWELLING_SHARE, necSource, nextStandardA, smallConductorA } from '../../../tables/necAmpacity';
import type { Source } from '../../../tables/source';
import { everyLineCheck } from '../../everyLine';
import { boxInfo } from '../box';
import { outletsInfo } from '../outlets';
import { cablePoles, sharedNeutralCheck } from '../sharedNeutral';
import { suitableCheck } from '../suitable';
import { dropCheck } from '../voltageDrop';
import { allowanceChecks } from './necAllowances';
import { ampacityLines, type NecCable } from './necCable';
import { electrodeChecks, groundingCheck } from './necEarthing';
import { heatCheck } from './necHeat';

/** Above this a next standard size up is no longer allowed (240.4(B)(3)). */
const NEXT_SIZE_UP_TO_A = 800;

/**
 * Question 2 by the NEC, for every segment: the load against the ampacity with and without factors, the device against the
 * ampacity or by the next standard size, small conductors, the equipment grounding conductor, heat in a fault, and the drop.
 */
export function necConductors(facts: CircuitFacts): Answer {
  const { circuit, wiring } = facts;
  const checks: Check[] = [];
  const device = protectiveOf(facts);
  if (lacksCable(facts.house.wirings, wiring)) checks.push(unknownCheck('cable', 'Cable', [cableMissing(circuit)]));
  else if (wiring.stretches.length === 0) checks.push(notApplicable('cable', 'Cable', 'no length of cable is entered here'));
  if (device === undefined)
    checks.push(
      unknownCheck('device', 'Overcurrent device', [
        { path: `circuits.${circuit.id}`, what: `an overcurrent device for ${circuit.name}` },
      ]),
    );
  else {
    checks.push(...everyLineCheck(facts, device));
    for (const stretch of wiring.stretches) {
      const ampacity = ampacityOf(facts, stretch, device);
      const of: NecCable = { stretch, device, ampacity, dwelling: dwellingOf(facts) };
      const allowed = allowanceChecks(facts, of);
      checks.push(...loadChecks(facts, of), ...(allowed ?? [overloadCheck(facts, of), ...smallCheck(facts, of)]));
      checks.push(
        ...sharedNeutralCheck(
          facts,
          stretch,
          map(ampacityOf(facts, stretch, device, 'neutralSize'), (neutral) => neutral.ampacityA),
        ),
        ...suitableCheck(facts, stretch),
        ...boxInfo(facts, stretch),
        ...groundingCheck(facts, of),
        ...heatCheck(facts, of),
      );
    }
  }
  if (thirdHarmonic(facts) > DECIDES_ABOVE)
    checks.push(
      notAssessed(
        'harmonics',
        'Harmonic currents',
        `a neutral of more than ${DECIDES_ABOVE} % third harmonic is not assessed by the NEC`,
      ),
    );
  return answer('protects-cable', [...checks, ...electrodeChecks(facts), dropCheck(facts), ...outletsInfo(facts)]);
}

/** The device that protects the conductors: at their start, or for a service at their end, where the service disconnect is. */
function protectiveOf({ protective, own, circuit }: CircuitFacts): Device | undefined {
  if (protective !== undefined || circuit.kind !== 'service') return protective;
  return own.find((seated) => seated.seat === 'end' && isOvercurrent(seated))?.device;
}

/** Third harmonic above which a neutral counts, and above which it carries more than a line by itself, % (practice). */
const COUNTS_ABOVE = 15;
const DECIDES_ABOVE = 33;

/** The greatest third harmonic of any load on the three lines and neutral a circuit lies in; of other cables none. */
function thirdHarmonic(facts: CircuitFacts): number {
  const poles = cablePoles(facts);
  if (!poles.known || poles.value.lines !== 3 || !poles.value.neutral) return 0;
  const { circuit, house } = facts;
  const group = house.wirings.neutralGroups.get(circuit.id) ?? [circuit];
  return Math.max(
    0,
    ...group.flatMap(({ id }) => house.loadsOf(id).map(({ thirdHarmonicPercent }) => thirdHarmonicPercent?.value ?? 0)),
  );
}

const ampacityOf = (
  facts: CircuitFacts,
  { facts: of }: Stretch,
  device: Device,
  conductor: ConductorName = 'lineSize',
): Maybe<NecAmpacity> =>
  andThen(all({ poles: cablePoles(facts), ratedA: ratedCurrent(device) }), ({ poles, ratedA }) =>
    necAmpacity(of, poles, facts.system, ratedA, facts.job.pack, thirdHarmonic(facts) > COUNTS_ABOVE, conductor),
  );

/**
 * A service, or a feeder that is all its board feeds, carries the whole load of the dwelling (310.12): of 120/240 V, or as
 * a feeder of two lines and neutral from 208Y/120 V.
 */
function dwellingOf({ circuit, house, job, poles }: CircuitFacts): boolean {
  const twoLines = poles.known && poles.value.lines === 2 && poles.value.neutral;
  if (!twoLines) return false;
  if (circuit.kind === 'service') return job.supply.voltageSystem === 'split-phase';
  if (circuit.kind !== 'distribution' || circuit.fromBoardId === undefined) return false;
  return (house.wirings.outgoing.get(circuit.fromBoardId) ?? []).length === 1;
}

const loadSource = ({ circuit, job }: CircuitFacts): Source =>
  necSource(circuit.kind === 'final' ? 'branchLoad' : circuit.kind === 'distribution' ? 'feederLoad' : 'serviceLoad', job.pack);

/** 1.25 times the continuous part and the rest against the ampacity before factors, and all of it against the ampacity. */
function loadChecks(facts: CircuitFacts, { stretch, ampacity }: NecCable): Check[] {
  const { job, circuit, loads, poles } = facts;
  const name = stretch.facts.name;
  const rule = loadSource(facts);
  const parts = all({ load: continuousCurrent(job, circuit, loads, poles), ampacity });
  const before = map(parts, ({ load, ampacity: it }): Comparison => {
    // Before any factor the terminals limit, and the insulation by its own column.
    const limit = Math.min(it.insulation.tableA, it.terminal.tableA, it.cable?.tableA ?? Number.POSITIVE_INFINITY);
    return {
      demand: load.factoredA,
      limit,
      unit: 'A',
      rule,
      because: () => `1.25 times what is continuous and the rest, through ${name} before any factor`,
      working: () => [
        ...ampacityLines(it),
        line(
          '1.25 · I continuous + I other',
          `1.25 · ${figure(load.continuousA)} + ${figure(load.otherA)}`,
          `${figure(load.factoredA)} A`,
          rule,
        ),
        ...load.sized.map(({ formula, values, neededA, source }) => line(formula, values, `${figure(neededA)} A`, source)),
        line('≤ ampacity before factors', `${figure(load.factoredA)} ≤ ${figure(limit)}`, holds(load.factoredA, limit), rule),
      ],
    };
  });
  const after = map(parts, ({ load, ampacity: it }): Comparison => {
    const demand = load.wholeA;
    return {
      demand,
      limit: it.ampacityA,
      unit: 'A',
      rule,
      because: () => `the load through ${name} where it lies`,
      working: () => [
        ...ampacityLines(it),
        line('I ≤ ampacity', `${figure(demand)} ≤ ${figure(it.ampacityA)}`, holds(demand, it.ampacityA), rule),
      ],
    };
  });
  return [
    judge(`load:${stretch.segment.id}`, `Continuous load through ${name}`, before),
    judge(`ampacity:${stretch.segment.id}`, `Load through ${name} where it lies`, after),
  ];
}

/** Whether cord-and-plug loads other than one can be put on: by what the circuit is said to feed, or by what hangs from it. */
const severalReceptacles = ({ circuit: { id, use }, house }: CircuitFacts): boolean =>
  use === 'sockets' || use === 'mixed' || house.socketsOf(id).length > 1;

/** The device's rating against the ampacity; above it only the next standard size, and only where that is allowed. */
function overloadCheck(facts: CircuitFacts, { stretch, device, ampacity, dwelling }: NecCable): Check {
  const { job, circuit } = facts;
  const name = stretch.facts.name;
  const comparison = andThen(all({ ampacity, ratedA: ratedCurrent(device) }), ({ ampacity: it, ratedA }): Maybe<Comparison> => {
    if (dwelling && ratedA >= DWELLING_A.from && ratedA <= DWELLING_A.to) return known(dwellingShare(facts, it, ratedA, name));
    const next = nextStandardA(it.ampacityA, job.pack);
    const sentence = (why: string) => () => `rating of ${device.name} against what ${name} may carry${why}`;
    const base = { demand: ratedA, unit: 'A', working: () => [] as WorkingLine[] };
    const working = (limit: number, rule: Source, words: string) => () => [
      ...ampacityLines(it),
      line(`In ≤ ${words}`, `${figure(ratedA)} ≤ ${figure(limit)}`, holds(ratedA, limit), rule),
    ];
    const plain = necSource('protection', job.pack);
    const upward = next !== undefined && !fits(ratedA, it.ampacityA) && fits(ratedA, next) && ratedA <= NEXT_SIZE_UP_TO_A;
    if (!upward)
      return known({
        ...base,
        limit: it.ampacityA,
        rule: plain,
        because: sentence(''),
        working: working(it.ampacityA, plain, 'ampacity'),
      });
    if (circuit.kind === 'final' && circuit.use === undefined)
      return unknown(`circuits.${circuit.id}`, `what ${circuit.name} feeds: several receptacles forbid the next standard size`);
    const rule = necSource('nextSize', job.pack);
    if (severalReceptacles(facts))
      return known({
        ...base,
        limit: it.ampacityA,
        rule,
        because: sentence(': several receptacles, no next size up'),
        working: working(it.ampacityA, rule, 'ampacity'),
      });
    return known({
      ...base,
      limit: next,
      rule,
      because: sentence(`: ${figure(it.ampacityA)} A is no standard rating, the next one is ${next} A`),
      working: working(next, rule, 'next standard rating'),
    });
  });
  return judge(`overload:${stretch.segment.id}`, `${device.name} over ${name}`, comparison);
}

/** The service or main feeder of a dwelling carries 83 % of the rating, without factors. */
function dwellingShare({ job }: CircuitFacts, it: NecAmpacity, ratedA: number, name: string): Comparison {
  const rule = necSource('dwelling', job.pack);
  const demand = DWELLING_SHARE * ratedA;
  const limit = Math.min(it.insulation.correctedA, it.terminal.tableA);
  return {
    demand,
    limit,
    unit: 'A',
    rule,
    because: () => `${name} carries the whole dwelling: 83 % of ${figure(ratedA)} A`,
    working: () => [
      ...ampacityLines(it),
      line('0.83 · In', `0.83 · ${figure(ratedA)}`, `${figure(demand)} A`, rule),
      line('≤ ampacity', `${figure(demand)} ≤ ${figure(limit)}`, holds(demand, limit), rule),
    ],
  };
}

/** Small conductors have a greatest protection whatever their ampacity, where no rule of their own is entered. */
function smallCheck({ job }: CircuitFacts, { stretch, device }: NecCable): Check[] {
  const { lineSize, material } = stretch.segment;
  if (lineSize !== undefined && material !== undefined && smallConductorA(material.value, lineSize.value) === undefined)
    return [];
  const rule = necSource('small', job.pack);
  const parts = all({ size: stretch.facts.size('lineSize'), material: stretch.facts.material, ratedA: ratedCurrent(device) });
  const comparison = map(parts, ({ size, material: metal, ratedA }): Comparison => {
    const limit = smallConductorA(metal, size)!;
    return {
      demand: ratedA,
      limit,
      unit: 'A',
      rule,
      because: () =>
        `${showSize(size)} ${metal} behind ${figure(ratedA)} A; no rule for a motor, marked equipment or a tap is entered`,
      working: () => [line('In ≤ small conductor', `${figure(ratedA)} ≤ ${limit}`, holds(ratedA, limit), rule)],
    };
  });
  return [judge(`small:${stretch.segment.id}`, `Small conductor ${stretch.facts.name}`, comparison)];
}
