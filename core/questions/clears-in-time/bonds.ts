import { joinedAt, partsHere, subBoards } from '../../house/bonds';
import type { CircuitFacts } from '../../house/facts';
import { lack } from '../../job/known';
import type { Board, Circuit, Origin } from '../../job/sealed';
import { word } from '../../job/terms';
import type { Check } from '../../judging/answer';
import { ruled, unknownCheck } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { clause } from '../../rules/clauses';

/**
 * Where neutral and protective conductor are joined: once, where they part. Joined again at a board behind, metalwork carries
 * neutral current; not joined where the neutral is the return path of earth faults, nothing does.
 */
export function bondChecks(facts: CircuitFacts): Check[] {
  const { circuit, path, job } = facts;
  // Of a circuit behind the service the same bond is its way home.
  const service = path.known ? path.value[0]!.circuit : circuit;
  const first = job.boards[service.toBoardId ?? ''];
  const main = first === undefined ? [] : mainBond(facts, service, first);
  return [...main, ...subBoards(facts).flatMap(({ board }) => secondBond(facts, board)), ...electrodeOfBuilding(facts)];
}

function mainBond({ house, job, circuit }: CircuitFacts, service: Circuit, board: Board): Check[] {
  const joined = joinedAt(house, board);
  const earth = word(job.dialect, 'earth');
  const id = keyed('bond', board.id);
  const title = `Neutral and ${earth} at ${board.name}`;
  if (partsHere(house, board.id)) {
    // A generator or an inverter says by itself whether its neutral is joined, source by source.
    if (isIsland(job.origins[service.fromOriginId ?? ''])) return [];
    if (!joined.known) return [unknownCheck(id, title, joined.missing)];
    const rule = clause(job.pack, 'mainBond');
    return joined.value
      ? [ruled(id, title, 'pass', `joined here, at the ${word(job.dialect, 'atOrigin')}`, rule, joined.given)]
      : [
          ruled(
            id,
            title,
            'stop',
            `the neutral is the return path of earth faults, and is not joined to ${earth} here`,
            rule,
            joined.given,
          ),
        ];
  }
  if (circuit !== service || !joined.known || !joined.value) return [];
  const rule = clause(job.pack, 'secondBond');
  return [
    ruled(id, title, 'stop', `neutral joined to ${earth} a second time at ${board.name}: separate them`, rule, joined.given),
  ];
}

/** A source that says of itself whether its neutral is joined to earth. */
const isIsland = (origin: Origin | undefined): boolean => origin?.kind === 'generator' || origin?.kind === 'inverter';

/** A board fed from another: the two come apart to it, unless its feeder's neutral is its protective conductor. */
function secondBond({ house, job }: CircuitFacts, board: Board): Check[] {
  const earth = word(job.dialect, 'earth');
  const id = keyed('bond', board.id);
  const title = `Neutral and ${earth} at ${board.name}`;
  if (partsHere(house, board.id)) return [];
  const joined = joinedAt(house, board);
  if (!joined.known) return [unknownCheck(id, title, joined.missing)];
  const rule = clause(job.pack, 'secondBond');
  return joined.value
    ? [
        ruled(
          id,
          title,
          'stop',
          `joined a second time: metalwork carries neutral current, and is live where that neutral opens`,
          rule,
          joined.given,
        ),
      ]
    : [
        ruled(
          id,
          title,
          'pass',
          job.dialect === 'nec' ? 'no neutral-to-ground bond here' : 'neutral and earth are separate here',
          rule,
          joined.given,
        ),
      ];
}

/** By the NEC a second building has an electrode of its own. */
function electrodeOfBuilding({ circuit, job, house }: CircuitFacts): Check[] {
  const board = job.boards[circuit.toBoardId ?? ''];
  if (job.dialect !== 'nec' || circuit.kind !== 'distribution' || board?.otherBuilding !== true) return [];
  if (house.wirings.electrodesAt.has(board.id)) return [];
  return [
    unknownCheck(keyed('board-electrode', board.id), `Electrode of ${board.name}`, [
      lack('electrode', `boards.${board.id}`, `the grounding electrode of the building of ${board.name} (250.32(A))`),
    ]),
  ];
}
