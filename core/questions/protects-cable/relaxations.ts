import { ratedCurrent } from '../../devices/bands';
import type { CircuitFacts } from '../../house/facts';
import { sizeMm2 } from '../../job/edges';
import { all, known, map, unknown } from '../../job/known';
import { factOf } from '../../job/readers';
import type { Device } from '../../job/sealed';
import type { Stretch } from '../../network/paths';
import { isRing, ringHolds } from '../../network/poles';
import { clause } from '../../rules/clauses';
import { rulesOf } from '../../rules/packs';
import { type Condition, drawn, type Relaxation } from '../../rules/relaxation';
import { REDUCED_NEUTRAL_MM2, RING } from '../../tables/ringsAndNeutrals';
import { fits } from '../../tables/rounding';

const useOf = ({ circuit }: CircuitFacts) =>
  circuit.use === undefined ? unknown(`circuits.${circuit.id}.use`, `what ${circuit.name} feeds`) : known(circuit.use);

/** Nothing but one load can hang on a circuit: no outlet a plug goes into, no other load, no current entered besides. */
export const ONE_LOAD: readonly Condition<CircuitFacts>[] = [
  { id: 'final', wants: 'is for a circuit that feeds equipment', holds: ({ circuit }) => drawn(circuit.kind === 'final') },
  {
    id: 'fixed',
    wants: 'is for fixed equipment only',
    holds: (facts) => map(useOf(facts), (use) => use === 'fixed'),
  },
  {
    id: 'no-outlet',
    wants: 'is for circuits on which nothing else can hang: there is an outlet',
    holds: ({ circuit, house }) => drawn(house.socketsOf(circuit.id).length === 0),
  },
  {
    id: 'one-load',
    wants: 'is for a single load, and no current entered besides',
    holds: ({ loads, circuit }) => drawn(loads.length === 1 && circuit.designCurrentA === undefined),
  },
];

/** What a circuit feeds holds its cable against overload, so that its own device is for faults only. */
export const OVERLOAD_ELSEWHERE: Relaxation<CircuitFacts> = {
  id: 'overload-elsewhere',
  name: 'overload protection by the load',
  clause: (pack) => clause(pack, 'overloadElsewhere'),
  conditions: [
    ...ONE_LOAD,
    { id: 'radial', wants: 'is for radial circuits', holds: ({ circuit }) => drawn(circuit.topology === 'radial') },
    {
      id: 'own',
      wants: 'is for loads with overload protection of their own',
      holds: ({ loads }) => {
        const load = loads[0]!;
        return factOf('loads', load, 'overloadProtected');
      },
    },
  ],
};

/** A length of a ring with the device ahead of it. */
interface OnRing {
  facts: CircuitFacts;
  stretch: Stretch;
  device: Device;
}

const RING_CONDITIONS: readonly Condition<OnRing>[] = [
  {
    id: 'pack',
    wants: 'is a rule of BS 7671',
    holds: ({ facts: { job } }) =>
      rulesOf(job.pack).ringFinals ? drawn(true) : unknown('pack', 'a rule for ring circuits: BS 7671 has one'),
  },
  {
    id: 'final',
    wants: 'is for final circuits',
    holds: ({ facts: { job, circuit } }) => drawn(isRing(job, circuit)),
  },
  {
    id: 'device',
    wants: `is behind a device of ${RING.deviceA.join(' or ')} A`,
    holds: ({ device }) => map(ratedCurrent(device), (ratedA) => RING.deviceA.some((each) => each === ratedA)),
  },
  {
    id: 'copper',
    wants: 'is of copper',
    holds: ({ stretch: { facts } }) =>
      map(
        all({ live: facts.material, protective: facts.protectiveMaterial }),
        (of) => of.live === 'Cu' && of.protective === 'Cu',
      ),
  },
  {
    id: 'live-section',
    wants: `is of at least ${RING.liveMm2} mm², ${RING.mineralMm2} mm² mineral-insulated`,
    holds: ({ stretch: { facts, segment } }) =>
      map(all({ line: facts.size('lineSize'), neutral: facts.size('neutralSize') }), ({ line, neutral }) => {
        const least = segment.construction === 'mineral' ? RING.mineralMm2 : RING.liveMm2;
        return fits(least, sizeMm2(line)) && fits(least, sizeMm2(neutral));
      }),
  },
  {
    id: 'protective-section',
    wants: `has a protective conductor of at least ${RING.protectiveMm2} mm²`,
    holds: ({ stretch: { facts } }) => map(facts.size('protectiveSize'), (size) => fits(RING.protectiveMm2, sizeMm2(size))),
  },
  {
    id: 'accessories',
    wants: 'is for accessories of BS 1363',
    holds: ({ facts: { circuit } }) => factOf('circuits', circuit, 'bs1363'),
  },
  {
    id: 'continuity',
    wants: 'is for rings that are closed; broken it is two radials',
    holds: ({ facts: { job, wiring } }) => ringHolds(job, wiring),
  },
];

/** A ring final circuit: each leg carries 20 A, whatever the device ahead. */
export const RING_FINAL: Relaxation<OnRing> = {
  id: 'ring-final',
  name: 'ring final circuit',
  clause: (pack) => clause(pack, 'ring'),
  conditions: RING_CONDITIONS,
};

/** A spur of a ring without a fuse of its own feeds one point. */
export const RING_SPUR: Relaxation<OnRing> = {
  id: 'ring-spur',
  name: 'spur of a ring final circuit',
  clause: (pack) => clause(pack, 'ring'),
  conditions: [
    ...RING_CONDITIONS,
    {
      id: 'one-point',
      wants: 'feeds one point',
      holds: ({ facts: { circuit, house }, stretch: { segment, facts } }) => {
        const count = house.pointsOf(circuit.id).filter(({ segmentId }) => segmentId === segment.id).length;
        return count === 0 ? unknown(`circuits.${circuit.id}.points`, `points on the spur ${facts.name}`) : drawn(count === 1);
      },
    },
  ],
};

/** A neutral with the lines it goes with. */
interface Reduced {
  lines: 1 | 2 | 3;
  lineMm2: number;
  neutralMm2: number;
  material: 'Cu' | 'Al';
}

/** In three phases a neutral may be thinner than its lines where what flows in it is known to be less (524.2.3, 431.2). */
export const REDUCED_NEUTRAL: Relaxation<Reduced> = {
  id: 'reduced-neutral',
  name: 'reduced neutral',
  clause: (pack) => clause(pack, 'neutral'),
  conditions: [
    {
      id: 'three-phase',
      wants: 'is for three lines: with one or two it carries what they do',
      holds: ({ lines }) => drawn(lines === 3),
    },
    {
      id: 'lines',
      wants: 'is for lines of more than 16 mm² copper or 25 mm² aluminium',
      holds: ({ lineMm2, material }) => drawn(!fits(lineMm2, REDUCED_NEUTRAL_MM2[material])),
    },
    {
      id: 'neutral',
      wants: 'is of at least 16 mm² copper or 25 mm² aluminium',
      holds: ({ neutralMm2, material }) => drawn(fits(REDUCED_NEUTRAL_MM2[material], neutralMm2)),
    },
  ],
};
