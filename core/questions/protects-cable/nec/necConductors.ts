import { type NecAmpacity, necAmpacity } from '../../../conductors/necAmpacity';
import { ratedCurrent } from '../../../devices/bands';
import { type CircuitFacts, isOvercurrent } from '../../../house/facts';
import { NIPPLE } from '../../../house/nipple';
import { showSize } from '../../../job/edges';
import { all, andThen, known, lack, type Maybe, map } from '../../../job/known';
import type { Device } from '../../../job/sealed';
import type { Answer, Check } from '../../../judging/answer';
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
  ruled,
  unknownCheck,
} from '../../../judging/judge';
import { keyed } from '../../../judging/keys';
import type { AtLeast } from '../../../loads/designCurrent';
import { cableMissing, lacksCable, type Stretch } from '../../../network/paths';
import type { ConductorName } from '../../../network/segmentFacts';
import { clause } from '../../../rules/clauses';
import { applies } from '../../../rules/relaxation';
import { NEC_COUNTS_ABOVE, NEC_DECIDES_ABOVE } from '../../../tables/harmonics';
import { DWELLING_SHARE, necSource, nextStandardA, smallConductorA } from '../../../tables/necAmpacity';
import type { Source } from '../../../tables/source';
import { polesChecks } from '../../poles';
import { boxInfo } from '../box';
import { cablePoles, sharedNeutralCheck } from '../commonNeutral';
import { cableHarmonic, holdsHarmonics } from '../harmonics';
import { outletsInfo } from '../outlets';
import { suitableCheck } from '../suitable';
import { dropCheck } from '../voltageDrop';
import { equipmentReliefs, relievedByAny, tapCheck } from './necAllowances';
import { ampacityLines, type NecCable } from './necCable';
import { electrodeChecks, groundingCheck } from './necEarthing';
import { heatCheck } from './necHeat';
import { necNeutralChecks } from './necNeutral';
import { DWELLING, NEXT_SIZE } from './relaxations';

/**
 * Question 2 by the NEC, for every segment: the load against the ampacity with and without factors, the device against the
 * ampacity or by the next standard size, small conductors, the equipment grounding conductor, heat in a fault, and the drop.
 */
export function necConductors(facts: CircuitFacts): Answer {
  const { circuit, wiring } = facts;
  const checks: Check[] = [...polesChecks(facts)];
  const device = protectiveOf(facts);
  if (lacksCable(facts.house.wirings, wiring)) checks.push(unknownCheck(keyed('cable'), 'Cable', [cableMissing(circuit)]));
  else if (wiring.stretches.length === 0)
    checks.push(notApplicable(keyed('cable'), 'Cable', 'no length of cable is entered here'));
  if (device === undefined)
    checks.push(
      unknownCheck(keyed('device'), 'Overcurrent device', [
        lack('device', `circuits.${circuit.id}`, `an overcurrent device for ${circuit.name}`),
      ]),
    );
  else {
    checks.push(...noRing(facts));
    for (const stretch of wiring.stretches) {
      const of: NecCable = { stretch, device, ampacity: ampacityOf(facts, stretch, device) };
      const { tap } = stretch.segment;
      checks.push(...loadChecks(facts, of));
      if (tap !== undefined)
        checks.push(tapCheck(facts, of, tap, (ratedA) => map(of.ampacity, (it) => plainly(facts, of, it, ratedA))));
      else checks.push(overloadCheck(facts, of), ...smallCheck(facts, of));
      const neutral = ampacityOf(facts, stretch, device, 'neutralSize');
      checks.push(
        ...necNeutralChecks(facts, of, neutral),
        ...sharedNeutralCheck(
          facts,
          stretch,
          map(neutral, ({ ampacityA }) => ampacityA),
        ),
        ...suitableCheck(facts, stretch),
        ...boxInfo(facts, stretch),
        ...groundingCheck(facts, of),
        ...heatCheck(facts, of),
      );
    }
  }
  return answer('protects-cable', [
    ...checks,
    ...harmonicsCheck(facts),
    ...electrodeChecks(facts),
    dropCheck(facts),
    ...outletsInfo(facts),
  ]);
}

/** No conductors in parallel below 1/0 AWG: what is drawn round is a stop, whatever it may carry. */
function noRing({ circuit, job }: CircuitFacts): Check[] {
  if (circuit.topology !== 'ring') return [];
  const words = `${circuit.name} is drawn round: no conductors under 1/0 AWG may be in parallel`;
  return [ruled(keyed('ring'), 'Ring circuit', 'stop', words, clause(job.pack, 'ring'))];
}

/** The device that protects the conductors: at their start, or for a service at their end, where the service disconnect is. */
function protectiveOf({ protective, own, circuit }: CircuitFacts): Device | undefined {
  if (protective !== undefined || circuit.kind !== 'service') return protective;
  return own.find((seated) => seated.seat === 'end' && isOvercurrent(seated))?.device;
}

/** Third harmonic in the three lines and neutral a circuit lies in; of other cables none is asked for. */
const harmonicOf = (facts: CircuitFacts): Maybe<number> => (holdsHarmonics(facts) ? cableHarmonic(facts) : NO_HARMONIC);
const NO_HARMONIC = known(0);

/** A neutral of three lines that carries more than they do is not assessed; one nobody has said anything of is not known. */
function harmonicsCheck(facts: CircuitFacts): Check[] {
  const percent = harmonicOf(facts);
  const title = 'Harmonic currents';
  if (!percent.known) return [unknownCheck(keyed('neutral-harmonics'), title, percent.missing)];
  if (percent.value <= NEC_DECIDES_ABOVE) return [];
  const words = `a neutral of more than ${NEC_DECIDES_ABOVE} % third harmonic is not assessed by the NEC`;
  return [notAssessed(keyed('neutral-harmonics'), title, words)];
}

const ampacityOf = (
  facts: CircuitFacts,
  stretch: Stretch,
  device: Device,
  conductor: ConductorName = 'lineSize',
): Maybe<NecAmpacity> => {
  const { facts: of } = stretch;
  const nipple =
    of.segment.place === 'raceway' ? map(applies(NIPPLE, { facts, stretch }), (relaxation) => relaxation.applies) : known(false);
  return andThen(
    all({ poles: cablePoles(facts), ratedA: terminalRating(facts, device), nipple }),
    ({ poles, ratedA, nipple: short }) => {
      const percent = harmonicOf(facts);
      // Where nothing is said of harmonics the neutral is counted: the fewer amperes.
      const counts = !percent.known || percent.value > NEC_COUNTS_ABOVE;
      const ampacity = necAmpacity(of, poles, facts.system, ratedA, facts.job.pack, counts, conductor, short);
      return percent.known && !counts ? andThen(percent, () => ampacity) : ampacity;
    },
  );
};

/** The rating the terminals at both ends go by: the smaller of the two. */
function terminalRating({ own }: CircuitFacts, device: Device): Maybe<number> {
  const end = own.find((seated) => seated.seat === 'end' && isOvercurrent(seated))?.device ?? device;
  return map(all({ start: ratedCurrent(device), end: ratedCurrent(end) }), ({ start, end: at }) => Math.min(start, at));
}

const loadSource = ({ circuit, job }: CircuitFacts): Source =>
  necSource(circuit.kind === 'final' ? 'branchLoad' : circuit.kind === 'distribution' ? 'feederLoad' : 'serviceLoad', job.pack);

/** 1.25 times the continuous part and the rest against the ampacity before factors, and all of it against the ampacity. */
function loadChecks(facts: CircuitFacts, { stretch, ampacity }: NecCable): Check[] {
  const name = stretch.facts.name;
  const rule = loadSource(facts);
  const parts = all({ load: facts.continuous, ampacity });
  const before = map(parts, ({ load, ampacity: it }): Comparison => {
    // Before any factor the terminals limit, and the insulation by its own column.
    const limit = Math.min(it.insulation.tableA, it.terminal.tableA, it.cable?.tableA ?? Number.POSITIVE_INFINITY);
    return {
      demand: load.factoredA,
      limit,
      unit: 'A',
      of: ['Ib', 'IzLower'],
      rule,
      atLeast: least(load.atLeast.factored),
      because: () => '125 % of the continuous load, before adjustment',
      working: () => [
        ...ampacityLines(it),
        line(load.formula, load.values, `${figure(load.factoredA)} A`, rule),
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
      of: ['Ib', 'Iz'],
      rule,
      atLeast: least(load.atLeast.whole),
      because: () => 'as installed, after its factors',
      working: () => [
        ...ampacityLines(it),
        line('I ≤ ampacity', `${figure(demand)} ≤ ${figure(it.ampacityA)}`, holds(demand, it.ampacityA), rule),
      ],
    };
  });
  return [
    judge(keyed('load', stretch.segment.id), `Continuous load through ${name}`, before),
    judge(keyed('ampacity', stretch.segment.id), `Load through ${name}, as installed`, after),
  ];
}

const least = (atLeast: AtLeast | undefined): Comparison['atLeast'] =>
  atLeast === undefined ? undefined : { demand: atLeast.demandA, missing: atLeast.missing };

/** The device's rating against the ampacity, as it is. */
function plainly({ job, wiring }: CircuitFacts, { stretch }: NecCable, it: NecAmpacity, ratedA: number): Comparison {
  const rule = necSource('protection', job.pack);
  return {
    demand: ratedA,
    limit: it.ampacityA,
    unit: 'A',
    of: ['In', 'Iz'],
    rule,
    because: () =>
      fits(ratedA, it.ampacityA)
        ? ''
        : `${wiring.stretches.length > 1 ? stretch.facts.name : 'the cable'} may overheat: fit a smaller device or a larger conductor`,
    working: () => [
      ...ampacityLines(it),
      line('rating ≤ ampacity', `${figure(ratedA)} ≤ ${figure(it.ampacityA)}`, holds(ratedA, it.ampacityA), rule),
    ],
  };
}

/** The device's rating against the ampacity; above it only where a rule that applies stands in. */
function overloadCheck(facts: CircuitFacts, of: NecCable): Check {
  const { stretch, device, ampacity } = of;
  const name = stretch.facts.name;
  const parts = all({ ampacity, ratedA: ratedCurrent(device), equipment: equipmentReliefs(facts, of) });
  const comparison = andThen(parts, ({ ampacity: it, ratedA, equipment }) =>
    relievedByAny(plainly(facts, of, it, ratedA), [
      ...equipment,
      { relaxed: dwellingShare(facts, it, ratedA, name), relaxation: () => applies(DWELLING, { facts, of }) },
      { relaxed: nextSize(facts, it, ratedA), relaxation: () => applies(NEXT_SIZE, { facts, of }) },
    ]),
  );
  return judge(keyed('overload', stretch.segment.id), `${device.name} over ${name}`, comparison);
}

function nextSize({ job }: CircuitFacts, it: NecAmpacity, ratedA: number): Comparison {
  const rule = necSource('nextSize', job.pack);
  const limit = nextStandardA(it.ampacityA, job.pack) ?? it.ampacityA;
  return {
    demand: ratedA,
    limit,
    unit: 'A',
    of: ['In', 'nextSize'],
    rule,
    because: () => `ampacity ${figure(it.ampacityA)} A is not a standard rating: next size up ${figure(limit)} A permitted`,
    working: () => [
      ...ampacityLines(it),
      line('rating ≤ next standard rating', `${figure(ratedA)} ≤ ${figure(limit)}`, holds(ratedA, limit), rule),
    ],
  };
}

/** 83 % of the rating stands in its place, in every limit of the ampacity. */
function dwellingShare({ job }: CircuitFacts, it: NecAmpacity, ratedA: number, name: string): Comparison {
  const rule = necSource('dwelling', job.pack);
  const demand = DWELLING_SHARE * ratedA;
  return {
    demand,
    limit: it.ampacityA,
    unit: 'A',
    of: ['dwellingIn', 'Iz'],
    rule,
    because: () => `${name} carries the whole dwelling: 83 % of ${figure(ratedA)} A`,
    working: () => [
      ...ampacityLines(it),
      line('0.83 · rating', `0.83 · ${figure(ratedA)}`, `${figure(demand)} A`, rule),
      line('≤ ampacity', `${figure(demand)} ≤ ${figure(it.ampacityA)}`, holds(demand, it.ampacityA), rule),
    ],
  };
}

/** Small conductors have a greatest protection whatever their ampacity, where no rule of their own applies. */
function smallCheck(facts: CircuitFacts, of: NecCable): Check[] {
  const { stretch, device } = of;
  const size = all({ size: stretch.facts.size('lineSize'), material: stretch.facts.material });
  if (size.known && smallConductorA(size.value.material, size.value.size) === undefined) return [];
  const rule = necSource('small', facts.job.pack);
  const parts = all({ of: size, ratedA: ratedCurrent(device), equipment: equipmentReliefs(facts, of) });
  const comparison = andThen(parts, ({ of: wire, ratedA, equipment }) => {
    const limit = smallConductorA(wire.material, wire.size)!;
    const plain: Comparison = {
      demand: ratedA,
      limit,
      unit: 'A',
      of: ['In', 'permitted'],
      rule,
      because: () => `${showSize(wire.size)} ${wire.material} behind ${figure(ratedA)} A`,
      working: () => [line('rating ≤ small conductor', `${figure(ratedA)} ≤ ${limit}`, holds(ratedA, limit), rule)],
    };
    return relievedByAny(plain, equipment);
  });
  return [judge(keyed('small', stretch.segment.id), `Small conductor ${stretch.facts.name}`, comparison)];
}
