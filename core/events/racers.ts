import { timeAt } from '../curves/edge';
import { opensOnOvercurrent, overcurrentBand } from '../devices/bands';
import { arcBand, residualBand } from '../devices/otherAxes';
import { hasResidual } from '../devices/residual';
import { chainFrom } from '../house/chains';
import { coverOf } from '../house/cover';
import type { CircuitFacts } from '../house/facts';
import { BOTH_SIDES, RESIDUAL } from '../house/relaxations';
import type { EventAsked } from '../job/events';
import { all, andThen, known, list, type Maybe, map } from '../job/known';
import type { Device } from '../job/sealed';
import { linesOpened } from '../network/poles';
import { applies } from '../rules/relaxation';
import { type Driven, pointOf } from './driven';
import type { Racer } from './race';

/** Why nothing is counted on a device or its residual part, at all or above a current. */
export interface Spoiled {
  why: string;
  part: 'residual' | 'all';
  aboveA: number;
}
type Seen = Pick<Racer, 'by' | 'seesA' | 'earliestS' | 'latestS'>;

/**
 * Every device the current of an event passes, from the source on, with when it may and when it has certainly opened by what it sees.
 * Nothing is counted on one that is stuck, or that the study says is no good for it.
 * @returns unknown where a band on the way is
 */
export function racersOf(
  facts: CircuitFacts,
  asked: EventAsked,
  driven: Driven,
  spoiled: ReadonlyMap<string, readonly Spoiled[]>,
): Maybe<readonly Racer[]> {
  return andThen(onTheWay(facts, asked, driven), (passed) =>
    map(
      list(
        passed
          .filter(({ device: { lines } }) => lines.length === 0 || lines.some((line) => driven.lines.includes(line)))
          .map((each) => map(seenBy(each, asked, driven), (seen) => racerOf(each, seen, asked, driven, spoiled))),
      ),
      (each) => each.filter((racer) => racer !== undefined),
    ),
  );
}

/** A device current passes from the source of an event to its place. */
interface Passed {
  device: Device;
  /** Whether its residual part sees an earth fault there, and opens what it must; from the side it is fed. In an outlet, whether the place is behind it. */
  covers: Maybe<boolean>;
  /** Whether it works from the side it is fed. */
  works: Maybe<boolean>;
}

/** The devices from the source of an event to its place: those of the way from that source, then those in outlets before the place. */
function onTheWay(facts: CircuitFacts, { place }: EventAsked, { origin }: Driven): Maybe<readonly Passed[]> {
  const { wiring } = facts;
  const point = pointOf(facts, place);
  return map(all({ chain: chainFrom(facts, origin), cover: coverOf(facts, point) }), ({ chain, cover }) => [
    ...chain
      .filter((seated) => !(seated.wiring === wiring && seated.seat === 'end'))
      .map((seated): Passed => {
        const sides = map(applies(BOTH_SIDES, { facts, seated }), (of) => of.applies);
        const sees = hasResidual(seated.device) ? map(applies(RESIDUAL, { facts, seated }), (of) => of.applies) : known(true);
        return { device: seated.device, works: sides, covers: map(all({ sides, sees }), (of) => of.sides && of.sees) };
      }),
    ...cover.flatMap(({ device, point: at, covers }): Passed[] =>
      at === undefined ? [] : [{ device, covers, works: known(true) }],
    ),
  ]);
}

function racerOf(
  { device, works }: Passed,
  seen: readonly Seen[],
  { kind, stuck = [] }: EventAsked,
  { faultA, lines }: Driven,
  spoiled: ReadonlyMap<string, readonly Spoiled[]>,
): Racer | undefined {
  const { id, name } = device;
  const spoiltBy = (by: Racer['by']): string | undefined =>
    spoiled.get(id)?.find(({ part, aboveA }) => faultA > aboveA && (part === 'all' || by === part))?.why;
  const counted = seen.filter(({ by }) => spoiltBy(by) === undefined);
  // What is left of it is counted on; where nothing else of it would open, it is said why.
  const parts = counted.some(({ earliestS }) => Number.isFinite(earliestS)) ? counted : seen;
  const first = [...parts].sort((a, b) => a.latestS - b.latestS || a.earliestS - b.earliestS)[0];
  if (first === undefined) return undefined;
  const opens = parts.some(({ earliestS }) => Number.isFinite(earliestS));
  // A fault between two lines ends with one of them open; anything else goes on in the lines that are left.
  const partly = kind !== 'lines' && linesOpened(device) < lines.length;
  const because = stuck.includes(id)
    ? 'stuck'
    : partly
      ? `opens ${linesOpened(device)} of ${lines.length} lines`
      : !(works.known && works.value)
        ? 'fed from its load side, for which it is not known to work'
        : spoiltBy(first.by);
  const why = opens ? because : undefined;
  return {
    deviceId: id,
    name,
    ...first,
    earliestS: Math.min(...parts.map(({ earliestS }) => earliestS)),
    ...(why === undefined ? {} : { notCounted: why }),
  };
}

/** A fault between two lines against one of three. */
const LINE_TO_LINE = Math.sqrt(3) / 2;

/** What a device sees of an event, by each of its parts. */
function seenBy(
  { device, covers }: Passed,
  { kind }: EventAsked,
  { lineA, residualA, faultA, lines }: Driven,
): Maybe<readonly Seen[]> {
  const parts: Maybe<Seen>[] = [];
  // One element of three that opens leaves a fault between two lines: the next takes its time at what is left.
  const lastA = lines.length === 3 && device.settings.family === 'fuse' ? lineA * LINE_TO_LINE : lineA;
  if (opensOnOvercurrent(device.settings))
    parts.push(
      map(overcurrentBand(device), ({ holdsA, minimum, maximum }): Seen => {
        const carries = lineA <= holdsA;
        return {
          by: 'overcurrent',
          seesA: lineA,
          earliestS: carries ? Number.POSITIVE_INFINITY : timeAt(minimum, lineA),
          latestS: timeAt(maximum, lastA),
        };
      }),
    );
  const residual = hasResidual(device) ? residualBand(device) : undefined;
  if (residual !== undefined)
    parts.push(
      andThen(residual, ({ minimum, maximum }): Maybe<Seen> => {
        // Below what it need not trip on it never does: that is where its minimum begins.
        if (residualA < minimum.vertices[0]!.currentA)
          return known({
            by: 'residual',
            seesA: residualA,
            earliestS: Number.POSITIVE_INFINITY,
            latestS: Number.POSITIVE_INFINITY,
          });
        // What it may not see, or not open wholly, is not counted on; it may open all the same.
        return map(covers, (reaches) => ({
          by: 'residual',
          seesA: residualA,
          earliestS: timeAt(minimum, residualA, 'above'),
          latestS: reaches ? timeAt(maximum, residualA) : Number.POSITIVE_INFINITY,
        }));
      }),
    );
  const arc = kind === 'arc' ? arcBand(device) : undefined;
  if (arc !== undefined)
    parts.push(
      map(covers, (reaches) => ({
        by: 'arc',
        seesA: faultA,
        earliestS: 0,
        latestS: reaches ? timeAt(arc.maximum, faultA) : Number.POSITIVE_INFINITY,
      })),
    );
  return list(parts);
}
