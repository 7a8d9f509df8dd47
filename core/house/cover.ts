import { alike } from '../cells/alike';
import { hasResidual } from '../devices/residual';
import { CONTACTS } from '../facts/configurations';
import { all, known, type Maybe, map, unknown } from '../job/known';
import { factOf, ifStated, settingIfEntered } from '../job/readers';
import type { Configuration, Device, Point } from '../job/sealed';
import { linesOpened } from '../network/poles';
import { applies } from '../rules/relaxation';
import { neutralReturnBehind } from './bonds';
import { type CircuitFacts, HOUSE, type House, type Seated } from './facts';
import { BOTH_SIDES, RESIDUAL } from './relaxations';

/** A device current passes on its way to an outlet, or that sits in it. */
export interface Covering {
  device: Device;
  /** The outlet it sits in; ahead of the circuit where there is none. */
  point: Point | undefined;
  seated: Seated | undefined;
  /** Whether what hangs there hangs on its load side, all of it; unknown where nobody said how outlets feed on. */
  covers: Maybe<boolean>;
}

/** Outlets from the cable to one, itself last: what hangs on what. */
export function wayTo({ house, circuit }: CircuitFacts, point: Point): Maybe<readonly Point[]> {
  const there = new Map(house.pointsOf(circuit.id).map((each) => [each.id, each]));
  const way: Point[] = [point];
  for (let at = point; at.parentPointId !== undefined; at = way[0]!) {
    const parent = there.get(at.parentPointId);
    // What hung on an outlet that was taken out, or that hangs on itself, is fed from nobody knows where.
    if (parent === undefined || way.includes(parent)) return unknown(`points.${at.id}.parentPointId`, `what feeds ${at.name}`);
    way.unshift(parent);
  }
  return known(way);
}

/**
 * Every device that may cover an outlet, from the source on: those ahead of its circuit, and those in outlets before it, of which
 * only what is fed through covers what comes after.
 * @param point without one what hangs on the circuit's cable itself
 */
export function coverOf(facts: CircuitFacts, point: Point | undefined): Maybe<readonly Covering[]> {
  const ahead = coverAhead(facts);
  if (point === undefined) return known(ahead);
  return map(wayTo(facts, point), (way) => [
    ...ahead,
    ...way.flatMap((at) =>
      facts.wiring.pointDevices
        .filter(({ pointId }) => pointId === at.id)
        .map((device): Covering => ({ device, seated: undefined, point: at, covers: coversFrom(facts, device, at, point) })),
    ),
  ]);
}

/** The devices ahead of a circuit: the same for all its outlets, worked out once. */
const coverAhead = ({ house, circuitId }: CircuitFacts): readonly Covering[] => coversAhead(house, circuitId);
const coversAhead = HOUSE.cell(
  'cover ahead',
  (house: House, circuitId): readonly Covering[] => {
    const facts = house.factsOf(circuitId);
    return facts.ahead.map((seated): Covering => {
      const { device } = seated;
      return { device, seated, point: undefined, covers: hasResidual(device) ? sees(facts, seated) : opensAll(facts, device) };
    });
  },
  alike,
);

/** A residual device covers only what it sees and opens wholly, from whichever side it is fed: the same as it must to clear a fault. */
function sees(facts: CircuitFacts, seated: Seated): Maybe<boolean> {
  const about = { facts, seated: { ...seated, reversed: false } };
  return map(
    all({ sees: applies(RESIDUAL, about), side: applies(BOTH_SIDES, about) }),
    (read) => read.sees.applies && read.side.applies,
  );
}

/** Any other covers every line it opens, or leaves one without it. */
const opensAll = ({ poles }: CircuitFacts, device: Device): Maybe<boolean> =>
  map(poles, ({ lines }) => linesOpened(device) >= lines);

/**
 * A device in an outlet covers that, and the next ones where they hang on its load terminals; fed at these itself, nothing. It opens one
 * line and its neutral: what takes two lines it leaves on the other.
 */
function coversFrom(facts: CircuitFacts, device: Device, at: Point, point: Point): Maybe<boolean> {
  const { poles, wiring } = facts;
  // What returns by the neutral it does not see.
  const back = hasResidual(device) ? neutralReturnBehind(facts, { device, wiring, seat: 'start' }) : known(undefined);
  const onward = at === point ? known(true) : map(factOf('points', at, 'onward'), (fed) => fed === 'feed-through');
  const plain = ifStated('points', point, 'configuration');
  const oneLine = map(all({ poles, plain }), (read) => read.poles.lines === 1 || isOneLine(read.plain));
  return map(
    all({ reversed: settingIfEntered(device, 'reversed'), onward, oneLine, back }),
    (read) => read.reversed !== true && read.onward && read.oneLine && read.back === undefined,
  );
}
const isOneLine = (configuration: Configuration | undefined): boolean =>
  configuration !== undefined && CONTACTS[configuration].between === 'line';
