import { type CircuitFacts, houseOf } from '../house/facts';
import { type EventAsked, type EventKind, PLACES } from '../job/events';
import { andThen, join, known, type Maybe, map, NO_GIVENS, unknown } from '../job/known';
import type { Job } from '../job/schema/job';
import type { Line, Origin, Point } from '../job/sealed';
import { LINES } from '../loads/lines';
import type { SupplyCase } from '../network/cases';
import { add, type Complex, magnitude, scale, ZERO } from '../network/complex';
import type { Fault } from '../network/fault';
import { type Branch, solveNodes } from '../network/nodes';
import { isRing } from '../network/poles';
import { MID_RING } from '../network/reach';
import { electrodesOhm } from '../network/source';
import type { FaultKind } from '../network/states';
import { partWay } from './partWay';
import { withPerson } from './person';

/** What an event drives, in A and V, before anything has opened. */
export interface Driven {
  /** Through the fault, the person or the arc. */
  faultA: number;
  /** In a line conductor of the circuit. */
  lineA: number;
  /** What does not come back by the neutral or another line. */
  residualA: number;
  /** Lines that carry it. */
  lines: readonly Line[];
  /** Metal of the circuit against the earth it is bonded to; in TT against the soil. */
  metalV?: number;
  /** On somebody who touches. */
  touchV?: number;
  bodyA?: number;
  /** The one source it comes from, and in which source state, in words. */
  origin: Origin;
  when: string;
}

type From = Pick<Driven, 'origin' | 'when'>;

/** The bolted fault behind an event: what it is made from. */
const FAULT_OF: Partial<Record<EventKind, FaultKind>> = {
  earth: 'L-PE',
  short: 'L-N',
  lines: 'L-L',
  three: 'L-L-L',
  'touch-line': 'L-PE',
  'touch-metal': 'L-PE',
  'lost-earth': 'L-PE',
  across: 'L-N',
};
/** A joint of nothing. */
const BOLTED: Complex = ZERO;

/** The ways a house can be fed that an event can happen in: by one source, as what several drive no one device sees. */
export const casesOf = (facts: CircuitFacts, state: EventAsked['state']): readonly SupplyCase[] =>
  facts.house.network.casesFor(facts.wiring, state).filter(({ origins, doubt }) => origins.length === 1 && doubt === undefined);

/** The outlet an event happens at; nothing where it is on the cable. */
export const pointOf = ({ house, circuit }: CircuitFacts, place: string): Point | undefined =>
  house.pointsOf(circuit.id).find(({ id }) => id === place);

/**
 * What an event drives in the conductors of a circuit.
 * @param job the job the facts are of
 * @returns unknown, with what is missing, where the loop is not known
 */
export function driven(job: Job, facts: CircuitFacts, asked: EventAsked): Maybe<Driven> {
  const { poles } = facts;
  if (!poles.known) return poles;
  if (!(asked.place in PLACES) && pointOf(facts, asked.place) === undefined)
    return unknown(`circuits.${facts.circuitId}`, `a place ${asked.place} on ${facts.circuit.name}`);
  const lines = linesOf(facts, poles.value.lines);
  const cases = casesOf(facts, asked.state);
  const at = asked.caseId === undefined ? cases[0] : cases.find(({ id }) => id === asked.caseId);
  if (at === undefined)
    return unknown('sourceStates', 'a source state with one source: what several drive together is not raced yet');
  const from = { origin: at.origins[0]!, when: at.when };
  if (asked.kind === 'overload' || asked.kind === 'arc') return carried(facts, asked, lines, from);
  const kind = FAULT_OF[asked.kind];
  if (kind === undefined) return unknown(`circuits.${facts.circuitId}`, 'an event along a circuit');
  if (kind === 'L-N' && !poles.value.neutral) return unknown(`circuits.${facts.circuitId}`, `a neutral of ${facts.circuit.name}`);
  if (kind === 'L-L' && poles.value.lines < 2)
    return unknown(`circuits.${facts.circuitId}`, `a second line of ${facts.circuit.name}`);
  if (kind === 'L-L-L' && poles.value.lines < 3)
    return unknown(`circuits.${facts.circuitId}`, `three lines of ${facts.circuit.name}`);
  const half = asked.place === 'half' ? partWay(job, facts.circuitId, 0.5) : undefined;
  if (asked.place === 'half' && half === undefined)
    return unknown(`circuits.${facts.circuitId}`, `a cable of ${facts.circuit.name} with its length`);
  const there = half === undefined ? facts : houseOf(half.job, facts.house.cells).factsOf(facts.circuitId);
  const found = faultThere(there, at, kind, asked);
  return andThen(found, ({ fault, segmentId }) =>
    map(wayBack(there, segmentId, asked), (back) => ({ ...solved(asked, fault, back, lines, kind, job.supply.u0V), ...from })),
  );
}

/** What the loads draw, or as much as was said. */
function carried(facts: CircuitFacts, { kind, amperes }: EventAsked, lines: readonly Line[], from: From): Maybe<Driven> {
  const drawn = amperes === undefined ? map(facts.design, ({ ibA }) => ibA) : known(amperes);
  return map(drawn, (lineA) => ({
    faultA: lineA,
    lineA,
    residualA: 0,
    lines: kind === 'arc' ? lines.slice(0, 1) : lines,
    ...from,
  }));
}

/** The lines of a circuit by name: those of its device, else the first of the system. */
function linesOf({ protective }: CircuitFacts, count: number): readonly Line[] {
  const named = protective?.lines ?? [];
  return named.length === count ? named : LINES.slice(0, count);
}

type Found = { fault: Fault; segmentId: string | undefined };
function faultThere(facts: CircuitFacts, at: SupplyCase, kind: FaultKind, { state, place }: EventAsked): Maybe<Found> {
  const { house, wiring, job, circuit } = facts;
  const { network } = house;
  const faultIn = (segmentId: string | undefined): Maybe<Found> =>
    map(network.faultIn(at, wiring, segmentId, kind, state), (fault) => ({ fault, segmentId }));
  if (place === 'start') return faultIn(undefined);
  const point = pointOf(facts, place);
  if (point?.segmentId !== undefined) return faultIn(point.segmentId);
  const round = isRing(job, circuit) ? MID_RING : undefined;
  // Where nobody said at which length an outlet hangs, it is where that is worst: farthest for the weakest, nearest for the strongest.
  if (state === 'MIN') return map(network.leastIn(at, wiring, kind), (fault) => ({ fault, segmentId: fault.segmentId ?? round }));
  if (point !== undefined) return faultIn(undefined);
  return faultIn(round ?? wiring.stretches.findLast(({ last, spur }) => last && !spur)?.segment.id);
}

/** What lies between the metal at the fault and the earth of the house, Ω, where that is known; in TT the electrode besides. */
interface WayBack {
  metalOhm: number | undefined;
  electrodeOhm: number;
}
function wayBack(facts: CircuitFacts, segmentId: string | undefined, { place }: EventAsked): Maybe<WayBack> {
  const { path, house, isTT } = facts;
  if (!path.known) return path;
  const way = place === 'start' ? path.value.slice(0, -1) : path.value;
  const metal = house.network.metalOhm(way, place === 'start' ? undefined : segmentId);
  const electrode = electrodeOf(facts);
  return andThen(isTT, (tt) =>
    known(
      {
        metalOhm: metal.known ? metal.value : undefined,
        // What of the loop is the electrode's nobody said: all of it, which puts the most on the metal.
        electrodeOhm: tt ? (electrode?.known === true ? electrode.value : Number.POSITIVE_INFINITY) : 0,
      },
      [metal, ...(tt && electrode !== undefined ? [electrode] : [])].reduce(
        (sum, each) => (each.known ? join(sum, each.given) : sum),
        NO_GIVENS,
      ),
    ),
  );
}

/** Resistance of the electrode a circuit's metal is earthed by; nothing where there is none. */
function electrodeOf({ path, house }: CircuitFacts): Maybe<number> | undefined {
  if (!path.known) return undefined;
  for (const { circuit } of [...path.value].reverse()) {
    const electrodes = house.wirings.electrodesAt.get(circuit.fromBoardId ?? '');
    if (electrodes !== undefined) return electrodesOhm(electrodes, `boards.${circuit.fromBoardId}`, 'electrode');
  }
  return undefined;
}

/** The whole loop as the network reckons it, with its angle where one source feeds it. */
function loopOf({ feeds, loopOhm }: Fault): Complex {
  const [feed] = feeds;
  if (feeds.length !== 1 || feed === undefined) return { re: loopOhm, im: 0 };
  const cable = feed.cable;
  const along = magnitude(cable) === 0 ? { re: 1, im: 0 } : scale(cable, 1 / magnitude(cable));
  const z = add(feed.source.z ?? scale(along, feed.source.ohm), cable);
  return magnitude(z) === 0 ? { re: loopOhm, im: 0 } : scale(z, loopOhm / magnitude(z));
}

/** Of a loop without a part of it that is all resistance; never less than nothing. */
const without = (loop: Complex, ohm: number): Complex => ({ re: Math.max(0, loop.re - ohm), im: loop.im });

function solved(
  asked: EventAsked,
  fault: Fault,
  back: WayBack,
  lines: readonly Line[],
  kind: FaultKind,
  u0V: number,
): Omit<Driven, keyof From> {
  const loop = loopOf(fault);
  const toEarth = kind === 'L-PE';
  const metalOhm = toEarth ? Math.min(back.metalOhm ?? 0, loop.re) : 0;
  const electrodeOhm = toEarth ? Math.min(back.electrodeOhm, Math.max(0, loop.re - metalOhm)) : 0;
  // Everything ahead of the metal, and the supply's own way back; a body between the line and the earth has no part of the metal's way.
  const drive: Branch = {
    id: 'drive',
    from: 'earth',
    to: 'line',
    z: without(loop, metalOhm + electrodeOhm),
    emf: { re: fault.emfV, im: 0 },
  };
  const flawOhm: Complex = asked.ohm === undefined ? BOLTED : { re: asked.ohm, im: 0 };
  const metal: Branch[] = [
    { id: 'metal', from: 'metal', to: 'bar', z: { re: metalOhm, im: 0 } },
    { id: 'electrode', from: 'bar', to: 'earth', z: { re: electrodeOhm, im: 0 } },
  ];
  const flaw: Branch = { id: 'flaw', from: 'line', to: toEarth ? 'metal' : 'earth', z: flawOhm };
  const involved = lines.slice(0, kind === 'L-L' ? 2 : kind === 'L-L-L' ? 3 : 1);
  // What flows through somebody is told at no less than the nominal voltage, whatever the devices may have to open on.
  const atNominal: Branch = { ...drive, emf: { re: Math.max(fault.emfV, u0V), im: 0 } };
  // Metal whose way to the earth is broken stands at the line's voltage: whoever touches it touches the line.
  if (asked.kind === 'touch-line' || asked.kind === 'across' || asked.kind === 'lost-earth') {
    const across = asked.kind === 'across';
    const touched = (by: Branch) =>
      withPerson([by], { from: 'line', to: 'earth' }, 'earth', asked.skin ?? 'dry', across ? 'hand-to-hand' : 'hand-to-feet');
    const { bodyA: faultA } = touched(drive);
    const { bodyA, touchV } = touched(atNominal);
    const metal = asked.kind === 'lost-earth' ? { metalV: Math.max(fault.emfV, u0V) } : {};
    return { bodyA, touchV, lineA: faultA, residualA: across ? 0 : faultA, faultA, lines: involved, ...metal };
  }
  const rest = [flaw, ...(toEarth ? metal : [])];
  const touched = (by: Branch) =>
    withPerson([by, ...rest], { from: 'metal', to: 'earth' }, 'earth', asked.skin ?? 'dry', 'hand-to-feet');
  const atMetal = asked.kind === 'touch-metal';
  const person = atMetal ? touched(atNominal) : undefined;
  const { current, volts } = solveNodes(atMetal ? touched(drive).branches : [drive, ...rest], 'earth');
  const lineA = magnitude(current('drive'));
  return {
    faultA: magnitude(current('flaw')),
    lineA,
    residualA: toEarth ? lineA : 0,
    lines: involved,
    ...(toEarth && back.metalOhm !== undefined ? { metalV: magnitude(volts('metal') ?? ZERO) } : {}),
    ...(person === undefined ? {} : { touchV: person.touchV, bodyA: person.bodyA }),
  };
}
