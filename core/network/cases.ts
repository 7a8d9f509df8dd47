import { alike } from '../cells/alike';
import { type Givens, join, type Missing, NO_GIVENS } from '../job/known';
import { factOf } from '../job/readers';
import type { Origin, SourceState } from '../job/sealed';
import { originsOf, WIRED, type Wirings } from './paths';

/** A supply case: what is connected. MAX looks at whole source states, MIN at every single source. */
export interface SupplyCase {
  id: string;
  state: SourceState;
  origins: readonly Origin[];
  when: string;
  /** Circuits a transfer switch has off. */
  open: ReadonlySet<string>;
  /** Whether the case is real is not said: its source may only follow another. */
  doubt: Missing | undefined;
}

/**
 * The ways a house can be fed. MAX: each source state with all its sources together, but only one of the ways a transfer switch
 * chooses between. MIN: each single source that can feed by itself; one that only follows another never does.
 * @returns the cases, and the facts on which it rests that a source is left out of MIN
 */
export const supplyCases = WIRED.cell('supply cases', casesIn, alike);

function casesIn(wirings: Wirings): { maxCases: readonly SupplyCase[]; minCases: readonly SupplyCase[]; given: Givens } {
  const positions = transferPositions(wirings);
  const maxCases = wirings.states.flatMap((state): SupplyCase[] =>
    positions.map(({ open, name }, index) => ({
      id: index === 0 ? state.id : `${state.id} ${index}`,
      state,
      origins: originsOf(wirings, state),
      when: name === '' ? state.name : `${state.name}, ${name}`,
      open,
      doubt: undefined,
    })),
  );
  let given = NO_GIVENS;
  const minCases = maxCases.flatMap((at) => {
    const single = at.origins.flatMap((origin): SupplyCase[] => {
      const { alone, rests, doubt } = runsAlone(origin, at.origins.length);
      given = join(given, rests);
      if (!alone) return [];
      const when = at.origins.length === 1 ? at.when : `${at.when}, ${origin.name} alone`;
      return [{ ...at, id: `${at.id} ${origin.id}`, origins: [origin], when, doubt }];
    });
    return single.length > 0 || at.origins.length === 0 ? single : [{ ...at, doubt: nobodyAlone(at) }];
  });
  return { maxCases, minCases, given };
}

/** A state in which no source can feed by itself cannot be as it is drawn. */
const nobodyAlone = ({ origins, state }: SupplyCase): Missing => ({
  path: `origins.${origins[0]!.id}.runsAlone`,
  what: `a source of ${state.name} that can feed the house by itself`,
});

/** What comes from outside feeds alone, and so does what a state has nothing beside; else somebody has to say. */
function runsAlone(origin: Origin, count: number): { alone: boolean; rests: Givens; doubt: SupplyCase['doubt'] } {
  const { kind } = origin;
  if (kind === 'network' || kind === 'transformer') return { alone: true, rests: NO_GIVENS, doubt: undefined };
  const runs = factOf('origins', origin, 'runsAlone');
  if (runs.known) return { alone: runs.value, rests: runs.value ? NO_GIVENS : runs.given, doubt: undefined };
  return { alone: true, rests: NO_GIVENS, doubt: count > 1 ? runs.missing[0] : undefined };
}

interface Position {
  open: ReadonlySet<string>;
  name: string;
}

/** What transfer switches can have off: of the circuits that come into a board with one, all but one. */
function transferPositions({ meetings, parted, byCircuit }: Wirings): Position[] {
  let positions: Position[] = [{ open: NONE, name: '' }];
  for (const circuits of meetings) {
    if (!circuits.some(({ id }) => parted.has(id))) continue;
    positions = positions.flatMap((position) =>
      circuits.map((on) => ({
        open: new Set([...position.open, ...circuits.filter(({ id }) => id !== on.id).map(({ id }) => id)]),
        name: [position.name, `by ${byCircuit.get(on.id)?.circuit.name ?? on.id}`].filter((part) => part !== '').join(', '),
      })),
    );
  }
  return positions;
}
const NONE: ReadonlySet<string> = new Set();
