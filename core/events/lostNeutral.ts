import { joinedAt } from '../house/bonds';
import type { CircuitFacts, House } from '../house/facts';
import type { EventAsked } from '../job/events';
import { andThen, type Givens, join, known, lacks, type Maybe, NO_GIVENS } from '../job/known';
import type { Job } from '../job/schema/job';
import type { Board, Line } from '../job/sealed';
import { drawnOn } from '../loads/designCurrent';
import { LINES } from '../loads/lines';
import { type Complex, magnitude } from '../network/complex';
import { type Branch, solveNodes } from '../network/nodes';
import { electrodesOhm } from '../network/source';
import { LINES_OF, lineVoltageV } from '../network/states';
import { withPerson } from './person';

/** What stands on each line against a neutral that has lost its supply, and on the metal that is joined to it. */
export interface LostNeutral {
  lines: readonly { line: Line; volts: number; loadA: number }[];
  /** Against true earth; nothing where the metal is not joined to that neutral. */
  metalV: number | undefined;
  touchV: number | undefined;
  bodyA: number | undefined;
  /** Loads nobody said enough of: not counted. */
  left: readonly string[];
}

/** Of a supply next to its loads: a part of an ohm that nothing here hangs on. */
const SUPPLY_OHM = 0.05;
const minus = (a: Complex, b: Complex): Complex => ({ re: a.re - b.re, im: a.im - b.im });

/** Direction of a line's voltage: two lines of one winding are against each other, three a third of a turn apart. */
function turned(at: number, lines: 1 | 2 | 3, volts: number): Complex {
  if (lines === 2) return { re: at === 0 ? volts : -volts, im: 0 };
  const angle = (-2 * Math.PI * at) / 3;
  return { re: volts * Math.cos(angle), im: volts * Math.sin(angle) };
}

/**
 * The neutral of the supply opened while every load that is entered is on: what is left joins the loads of the lines to each other, and
 * metal that is joined to the neutral behind the break stands where the neutral then stands.
 * @returns unknown where no load is known, or where it is not said whether neutral and earth are joined
 */
export function lostNeutral(job: Job, facts: CircuitFacts, { skin = 'dry' }: EventAsked): Maybe<LostNeutral> {
  const { house } = facts;
  const count = LINES_OF[job.supply.voltageSystem];
  const { loads, left, given } = loadsOf(house, job, count);
  if (loads.length === 0) return lacks('loads', `circuits.${facts.circuitId}`, 'a load with its power');
  return andThen(metalTied(house, job), (tied) => {
    const lines = LINES.slice(0, count);
    const supply = lines.map(
      (line, at): Branch => ({
        id: `supply ${line}`,
        from: 'star',
        to: line,
        z: { re: SUPPLY_OHM, im: 0 },
        emf: turned(at, count, job.supply.u0V),
      }),
    );
    const earth: Branch[] =
      tied.electrodeOhm === undefined
        ? []
        : [{ id: 'electrode', from: 'neutral', to: 'star', z: { re: tied.electrodeOhm, im: 0 } }];
    const branches = [...supply, ...loads, ...earth];
    const person = tied.joined ? withPerson(branches, { from: 'neutral', to: 'star' }, 'star', skin, 'hand-to-feet') : undefined;
    const { volts, current } = solveNodes(branches, 'star');
    const at = (node: string): Complex => volts(node) ?? { re: 0, im: 0 };
    const found: LostNeutral = {
      lines: lines.map((line) => ({
        line,
        volts: magnitude(minus(at(line), at('neutral'))),
        loadA: magnitude(current(`supply ${line}`)),
      })),
      metalV: tied.joined ? magnitude(at('neutral')) : undefined,
      touchV: person?.touchV,
      bodyA: person?.bodyA,
      left,
    };
    return known(found, given);
  });
}

/** Every load that is entered, as an impedance on its lines. */
function loadsOf(house: House, job: Job, count: 1 | 2 | 3): { loads: Branch[]; left: string[]; given: Givens } {
  const loads: Branch[] = [];
  const left: string[] = [];
  let given = NO_GIVENS;
  for (const wiring of house.wirings.byCircuit.values()) {
    const { circuit, loads: own, poles, protective } = house.factsOf(wiring.circuit.id);
    const named = protective?.lines ?? [];
    for (const load of own) {
      const drawn = drawnOn(house.job, circuit, own, load, poles);
      if (!drawn.known || !(drawn.value.currentA > 0)) {
        left.push(load.name);
        continue;
      }
      given = join(given, drawn.given);
      const { currentA, cosPhi = 1, lines } = drawn.value;
      const of = lines.fewer ? lines.at : named.length > 0 ? named : LINES;
      const at = of.slice(0, Math.min(lines.poles.lines, count));
      const volts = at.length === 2 ? lineVoltageV(job.supply) : job.supply.u0V;
      const ohm = volts / currentA;
      const z: Complex = { re: ohm * cosPhi, im: ohm * Math.sqrt(Math.max(0, 1 - cosPhi ** 2)) };
      if (at.length === 1) loads.push({ id: load.id, from: at[0]!, to: 'neutral', z });
      else if (at.length === 2) loads.push({ id: load.id, from: at[0]!, to: at[1]!, z });
      else loads.push(...at.map((line): Branch => ({ id: `${load.id} ${line}`, from: line, to: `star of ${load.id}`, z })));
    }
  }
  return { loads, left, given };
}

/** Whether the metal of the house is joined to the neutral behind the break, and by which electrodes that is tied to the earth. */
function metalTied(house: House, job: Job): Maybe<{ joined: boolean; electrodeOhm: number | undefined }> {
  const { wirings } = house;
  const main = [...Object.values(job.boards)]
    .filter(({ state }) => state !== 'removed')
    .find(({ id }) => (wirings.incoming.get(id) ?? []).some(({ fromOriginId }) => fromOriginId !== undefined));
  if (main === undefined) return known({ joined: false, electrodeOhm: undefined });
  const electrodes = wirings.electrodesAt.get(main.id) ?? [];
  const ohm = electrodes.length === 0 ? undefined : electrodesOhm(electrodes, `boards.${main.id}`, 'electrode');
  const electrodeOhm = ohm?.known === true ? ohm.value : undefined;
  const rests = ohm?.known === true ? ohm.given : NO_GIVENS;
  // Joined ahead of the house where the supplier parts them; elsewhere the earth is no part of that neutral unless somebody joined them in it.
  const within = Object.values(house.job.boards)
    .filter(({ state }) => state !== 'removed')
    .some((board) => {
      const joined = joinedAt(house, board);
      return joined.known && joined.value;
    });
  const joined: Maybe<boolean> =
    job.dialect === 'iec'
      ? known(job.supply.earthing === 'TN-C-S' || within)
      : within
        ? known(true)
        : joinedAt(house, main as Board);
  return andThen(joined, (is) => known({ joined: is, electrodeOhm: is ? electrodeOhm : undefined }, is ? rests : NO_GIVENS));
}
