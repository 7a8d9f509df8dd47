import { ratedCurrent } from '../../devices/bands';
import type { CircuitFacts } from '../../house/facts';
import { all, known, list, type Maybe, type Missing, map } from '../../job/known';
import { factOf } from '../../job/readers';
import type { Load } from '../../job/sealed';
import type { Check } from '../../judging/answer';
import { besides, type Comparison, figure, holds, judge, line } from '../../judging/judge';
import { type CheckName, keyed } from '../../judging/keys';
import { drawnOn } from '../../loads/designCurrent';
import {
  FASTENED_SHARE,
  FASTENED_SOURCE,
  FASTENED_TO_A,
  PLUGGED_SHARE,
  PLUGGED_SOURCE,
  PLUGGED_TO_A,
} from '../../tables/receptacles';

/** A load with what it draws and how it is connected, where that is said. */
interface Connected {
  load: Load;
  currentA: number;
  fastened: Maybe<boolean>;
}

/**
 * What outlet circuits of the NEC may feed besides their rating: one load that is plugged in four fifths of it, and all that is
 * fastened in place, luminaires left aside, half of it where something can be plugged in or lit besides. A circuit of one load at one
 * single receptacle may feed it whole: a second on the same yoke lets something else be plugged in.
 */
export function pluggedChecks(facts: CircuitFacts): Check[] {
  const { job, circuit, loads, house, protective, poles } = facts;
  const sockets = house.socketsOf(circuit.id);
  if (job.dialect !== 'nec' || circuit.kind !== 'final' || protective === undefined) return [];
  if (loads.length === 0 || (circuit.use !== 'sockets' && circuit.use !== 'mixed' && sockets.length === 0)) return [];
  const alone = loads.length === 1 && sockets.length === 1 && house.pointsOf(circuit.id).length === 1;
  const others = alone ? map(factOf('points', sockets[0]!, 'receptacles'), (count) => count > 1) : SEVERAL;
  const lit = (load: Load): boolean => house.pointsOf(circuit.id).some(({ id, kind }) => id === load.pointId && kind === 'light');
  const connected = list(
    loads
      .filter((load) => !lit(load))
      .map((load) =>
        map(
          drawnOn(job, circuit, loads, load, poles),
          ({ currentA }): Connected => ({
            load,
            currentA,
            fastened: factOf('loads', load, 'fastened'),
          }),
        ),
      ),
  );
  const parts = all({ connected, ratedA: ratedCurrent(protective) });
  if (!parts.known) return [judge(keyed('plugged-all'), 'What is plugged in', parts)];
  const { connected: each, ratedA } = parts.value;
  return [
    ...(ratedA > PLUGGED_TO_A ? [] : each.map((one) => pluggedIn(facts, one, ratedA))),
    ...(ratedA > FASTENED_TO_A || each.length === 0 ? [] : [fastenedIn(facts, each, ratedA)]),
  ].map(({ id, title, comparison }) =>
    judge(
      id,
      title,
      map(all({ comparison: ofSeveral(others, comparison), parts }), (both) => both.comparison),
    ),
  );
}
const SEVERAL = known(true);

/** What is asked of a circuit of several outlets only: of one alone nothing, where that is not said nobody knows. */
function ofSeveral(others: Maybe<boolean>, asked: Maybe<Comparison>): Maybe<Comparison> {
  if (!others.known)
    return map(asked, (each) => ({
      ...each,
      atLeast: { demand: 0, missing: [...(each.atLeast?.missing ?? []), ...others.missing] },
    }));
  return map(all({ others, asked }), ({ others: several, asked: each }) =>
    several ? each : { ...each, demand: 0, because: () => besides(each.because(), 'on a circuit of its own') },
  );
}

interface Asked {
  id: CheckName;
  title: string;
  comparison: Maybe<Comparison>;
}

/** One load: four fifths, if it is plugged in; where that is not said it is no matter as long as it holds. */
function pluggedIn({ job }: CircuitFacts, { load, currentA, fastened }: Connected, ratedA: number): Asked {
  const rule = PLUGGED_SOURCE(job.pack);
  const limit = PLUGGED_SHARE * ratedA;
  const asked = map(
    fastened.known ? fastened : known(false),
    (is): Comparison => ({
      demand: is ? 0 : currentA,
      limit,
      unit: 'A',
      of: ['plugged', 'permitted'],
      rule,
      secondary: true,
      atLeast: fastened.known ? undefined : { demand: 0, missing: fastened.missing },
      because: () =>
        is ? `${load.name} is fastened in place` : `one cord-and-plug load on a ${figure(ratedA)} A circuit: 80 % permitted`,
      working: () => [
        line(
          'I of one load plugged in ≤ 0.8 · rating',
          `${figure(is ? 0 : currentA)} ≤ ${figure(limit)}`,
          holds(is ? 0 : currentA, limit),
          rule,
        ),
      ],
    }),
  );
  return { id: keyed('plugged', load.id), title: `Cord-and-plug load ${load.name}`, comparison: asked };
}

/** All that is fastened in place together: half. */
function fastenedIn({ job }: CircuitFacts, each: readonly Connected[], ratedA: number): Asked {
  const rule = FASTENED_SOURCE(job.pack);
  const limit = FASTENED_SHARE * ratedA;
  const known_ = each.filter(({ fastened }) => fastened.known);
  const said = list(known_.map(({ fastened }) => fastened));
  const missing: readonly Missing[] = each.flatMap(({ fastened }) => (fastened.known ? [] : fastened.missing));
  const comparison = map(said, (answers): Comparison => {
    const least = known_.reduce((sum, { currentA }, at) => sum + (answers[at] === true ? currentA : 0), 0);
    const unsaid = each.reduce((sum, { currentA, fastened }) => sum + (fastened.known ? 0 : currentA), 0);
    const demand = least + unsaid;
    return {
      demand,
      limit,
      unit: 'A',
      of: ['plugged', 'permitted'],
      rule,
      secondary: true,
      atLeast: unsaid === 0 ? undefined : { demand: least, missing },
      because: () => `with receptacles or lighting on a ${figure(ratedA)} A circuit: 50 % permitted`,
      working: () => [
        line('Σ I fastened in place ≤ 0.5 · rating', `${figure(demand)} ≤ ${figure(limit)}`, holds(demand, limit), rule),
      ],
    };
  });
  return { id: keyed('fastened'), title: 'Fastened-in-place load', comparison };
}
