import { correctedAmpacity } from '../../conductors/ampacity';
import type { CircuitFacts } from '../../house/facts';
import { showSize, sizeMm2 } from '../../job/edges';
import { ifEntered, lack, map } from '../../job/known';
import type { Answer, Check } from '../../judging/answer';
import { answer, unknownCheck } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { cableMissing, lacksCable, type Stretch } from '../../network/paths';
import { isRing } from '../../network/poles';
import { rulesOf } from '../../rules/packs';
import { BONDING_SOURCE, bondingMm2, ELECTRODE_SOURCE, PME_SOURCE, pmeBondingMm2 } from '../../tables/protectiveSizes';
import { polesChecks } from '../poles';
import { adiabaticChecks } from './adiabatic';
import { bondingCheck, conductorsToEarth } from './bonding';
import { boxInfo } from './box';
import type { Cable } from './cable';
import { cablePoles, sharedNeutralCheck } from './commonNeutral';
import { harmonicCheck } from './harmonics';
import { necConductors } from './nec/necConductors';
import { neutralChecks } from './neutral';
import { outletsInfo } from './outlets';
import { leftToTheLoad, loadWithinRating, overloadChecks } from './overload';
import { penChecks } from './pen';
import { ringChecks, ringTerminal } from './ringFinal';
import { suitableCheck } from './suitable';
import { dropCheck } from './voltageDrop';

/** Compares the device's rating and trip current with every segment's ampacity, its let-through with what each conductor withstands, and the drop. */
export function protectsCable(facts: CircuitFacts): Answer {
  const { circuit, wiring, protective } = facts;
  if (facts.job.dialect === 'nec') return necConductors(facts);
  const checks: Check[] = [...polesChecks(facts)];
  if (lacksCable(facts.house.wirings, wiring)) checks.push(unknownCheck(keyed('cable'), 'Cable', [cableMissing(circuit)]));
  const asTheyLie = (stretch: Stretch): Check[] => [
    ...neutralChecks(facts, stretch),
    ...penChecks(facts, stretch),
    ...suitableCheck(facts, stretch),
    ...boxInfo(facts, stretch),
  ];
  if (protective === undefined) {
    checks.push(
      unknownCheck(keyed('device'), 'Overcurrent device', [
        lack('device', `circuits.${circuit.id}`, `an overcurrent device at the start of ${circuit.name}`),
      ]),
    );
    return answer('protects-cable', [
      ...checks,
      ...wiring.stretches.flatMap(asTheyLie),
      ...earthingChecks(facts),
      dropCheck(facts),
    ]);
  }
  checks.push(loadWithinRating(facts, protective));
  if (isRing(facts.job, circuit)) checks.push(...ringTerminal(facts, protective));
  for (const stretch of wiring.stretches) {
    const cable = cableOf(facts, stretch);
    const ring = circuit.topology === 'ring' && circuit.kind === 'final';
    checks.push(
      ...(ring ? ringChecks(facts, protective, cable, stretch) : overloadChecks(facts, protective, cable)),
      ...harmonicCheck(facts, cable, protective),
      ...sharedNeutralCheck(
        facts,
        stretch,
        map(correctedAmpacity(stretch.facts, cablePoles(facts), facts.system, facts.job.pack, 'neutralSize'), ({ izA }) => izA),
      ),
      ...asTheyLie(stretch),
      ...adiabaticChecks(facts, protective, stretch, ring || !leftToTheLoad(facts, protective, cable)),
    );
  }
  checks.push(...earthingChecks(facts), dropCheck(facts), ...outletsInfo(facts));
  return answer('protects-cable', checks);
}

const cableOf = (facts: CircuitFacts, { segment, facts: of }: Stretch): Cable => ({
  id: segment.id,
  name: of.name,
  iz: correctedAmpacity(of, cablePoles(facts), facts.system, facts.job.pack),
});

/** The main bonding conductor behind a service, and those to the electrodes of a board. */
function earthingChecks(facts: CircuitFacts): Check[] {
  const { circuit, wiring, job } = facts;
  const last = wiring.stretches.at(-1);
  if (circuit.kind === 'final' || last === undefined) return [];
  const size = last.facts.size('lineSize');
  // Where the supplier's neutral is earthed all along, bonding may carry its current; without its size that of the lines counts.
  const pme = rulesOf(job.pack).bondingByNeutral && job.supply.earthing === 'TN-C-S';
  const neutral = ifEntered(last.segment.neutralSize, last.facts.at('neutralSize'), `neutral of ${last.facts.name}`);
  const counts = neutral.value === undefined || !pme ? size : { ...neutral, value: neutral.value };
  const least = map(counts, (of) =>
    pme
      ? { size: `${pmeBondingMm2(sizeMm2(of))}mm2`, why: `for a multiply earthed neutral of ${showSize(of)}`, rule: PME_SOURCE }
      : { size: `${bondingMm2(sizeMm2(of))}mm2`, why: `for lines of ${showSize(of)}`, rule: BONDING_SOURCE },
  );
  return [
    ...bondingCheck(facts, least),
    ...conductorsToEarth(facts, () =>
      map(size, () => ({ size: '6mm2', why: 'protected against corrosion and blows', rule: ELECTRODE_SOURCE })),
    ),
  ];
}
