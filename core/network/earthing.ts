import { alike } from '../cells/alike';
import { all, known, type Maybe, map, need } from '../job/known';
import { word } from '../job/terms';
import { WIRED, type Wiring, type Wirings } from './paths';

/** Whether a circuit's main cable has no way back for an earth fault. */
export const lacksReturn = ({ stretches }: Wiring): boolean => stretches.some(({ facts, spur }) => !spur && facts.lacksReturn);

/**
 * How the metalwork of each board is earthed. Earthing belongs to a board: a part of the installation with an electrode of its
 * own and no protective conductor from the supply is earthed through the soil (TT), whatever the supply is, but only where it is
 * said that nothing ties its earth to the supply's and nothing of both is within reach together.
 */
export class Earthings {
  constructor(private readonly wirings: Wirings) {}

  /** Whether faults at a board come home through the soil; unknown where its electrode may or may not stand apart. */
  throughSoil(boardId: string): Maybe<boolean> {
    return soilAt(this.wirings, boardId);
  }

  work(boardId: string): Maybe<boolean> {
    const { job, incoming, byCircuit } = this.wirings;
    if (job.supply.earthing === 'TT') return known(true);
    const feeds = (incoming.get(boardId) ?? []).flatMap(({ id }) => byCircuit.get(id) ?? []);
    if (this.standsApart(boardId)) return this.kept(boardId);
    const above = feeds.find((feed) => !lacksReturn(feed) && feed.circuit.fromBoardId !== undefined)?.circuit.fromBoardId;
    return above === undefined ? known(false) : this.throughSoil(above);
  }

  /** Whether a board has an electrode and no protective conductor from anywhere. */
  standsApart(boardId: string): boolean {
    const { incoming, byCircuit, electrodesAt } = this.wirings;
    const feeds = (incoming.get(boardId) ?? []).flatMap(({ id }) => byCircuit.get(id) ?? []);
    return electrodesAt.has(boardId) && feeds.length > 0 && feeds.every(lacksReturn);
  }

  /** Whether the two earths are kept apart, as somebody has to say. */
  private kept(boardId: string): Maybe<boolean> {
    const { job } = this.wirings;
    const board = job.boards[boardId];
    const name = board?.name ?? boardId;
    const earth = word(job.dialect, 'earth');
    const facts = all({
      tied: need(board?.earthTied, `boards.${boardId}.earthTied`, `whether metal ties the ${earth} of ${name} to the supply's`),
      reach: need(
        board?.earthsWithinReach,
        `boards.${boardId}.earthsWithinReach`,
        `whether metal of both earths is within reach together at ${name}`,
      ),
    });
    return map(facts, ({ tied, reach }) => !tied && !reach);
  }
}

/** Boards in a circle are refused with the job; of a job nobody checked they are earthed as the supply is. */
const soilAt = WIRED.cell(
  'earthing',
  (wirings: Wirings, boardId) => new Earthings(wirings).work(boardId),
  alike,
  () => known(false),
);
