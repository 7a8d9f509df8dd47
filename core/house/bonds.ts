import { join, type Known, known, type Maybe } from '../job/known';
import { factOf } from '../job/readers';
import type { Board } from '../job/sealed';
import { word } from '../job/terms';
import type { Wiring } from '../network/paths';
import { rulesOf } from '../rules/packs';
import { circuitsBehind } from './chains';
import { brokenContacts } from './contacts';
import type { CircuitFacts, House, Seated } from './facts';
import { perDevice } from './perDevice';

/** Whether neutral and protective conductor are joined at a board. */
export function joinedAt({ job }: House, board: Board): Maybe<boolean> {
  const what = `whether the neutral is joined to ${word(job.dialect, 'earth')} at ${board.name}`;
  return factOf('boards', board, 'neutralBonded', what);
}

/** Whether a board is where the two part: the neutral brings an earth fault home up to it. */
export function partsHere({ job, wirings }: House, boardId: string): boolean {
  const feeds = (wirings.incoming.get(boardId) ?? []).flatMap(({ id }) => wirings.byCircuit.get(id) ?? []);
  return feeds.some(({ circuit, stretches }) => {
    if (circuit.kind === 'service' && job.dialect === 'nec') return true;
    // Under BS 7671 the supplier parts them, ahead of what is the customer's.
    if (stretches.length === 0)
      return circuit.kind === 'service' && job.supply.earthing === 'TN-C-S' && rulesOf(job.pack).penBehindSupply;
    return stretches.some(({ facts, spur }) => !spur && facts.returnPath.known && facts.returnPath.value === 'pen');
  });
}

/** A place where the neutral brings an earth fault home, in words; undefined where there is none. */
type NeutralReturn = Maybe<string | undefined>;

/**
 * Whether anywhere behind a device the neutral is the way back of an earth fault: a neutral used as protective conductor, or one
 * joined to it a second time. A residual device does not see such a fault, or opens on load.
 * @returns the first such place; unknown where it is not said of a board behind
 */
export const neutralReturnBehind = ({ house }: Pick<CircuitFacts, 'house'>, seated: Seated): NeutralReturn =>
  returnBehind(house, seated);

const returnBehind = perDevice('neutral as the way back', (house, seated): NeutralReturn => {
  const { job, wirings } = house;
  const pending: Wiring[] = [...circuitsBehind({ house }, seated)];
  const seen = new Set<string>();
  let missing: NeutralReturn | undefined;
  let none: Known<undefined> = NONE;
  while (pending.length > 0) {
    const wiring = pending.pop()!;
    if (seen.has(wiring.circuit.id)) continue;
    seen.add(wiring.circuit.id);
    const touching = brokenContacts(house.factsOf(wiring.circuit.id)).find(({ neutral }) => neutral);
    if (touching !== undefined) return known(`${touching.because} at ${touching.point.name}`, touching.given);
    for (const { facts: of } of wiring.stretches) {
      const path = of.returnPath;
      if (!path.known) missing ??= path;
      else if (path.value === 'pen') return known(`the neutral is the protective conductor in ${of.name}`);
    }
    const board = job.boards[wiring.circuit.toBoardId ?? ''];
    if (board === undefined) continue;
    const joined = joinedAt(house, board);
    if (!joined.known) missing ??= joined;
    else if (joined.value) return known(`the neutral is joined to ${word(job.dialect, 'earth')} at ${board.name}`, joined.given);
    else none = known(undefined, join(none.given, joined.given));
    pending.push(...(wirings.outgoing.get(board.id) ?? []).flatMap(({ id }) => wirings.byCircuit.get(id) ?? []));
  }
  return missing ?? none;
});
const NONE: Known<undefined> = known(undefined);

/** The boards on the way to a circuit, and the one it feeds, that are fed by another board. */
export function subBoards({ path, house }: CircuitFacts): readonly { board: Board; feeder: Wiring }[] {
  if (!path.known) return [];
  return path.value.flatMap((feeder) => {
    const { kind, toBoardId } = feeder.circuit;
    const board = house.job.boards[toBoardId ?? ''];
    return kind === 'distribution' && board !== undefined ? [{ board, feeder }] : [];
  });
}
