import type { CircuitFacts } from '../house/facts';
import { lacks, type Maybe, unknown } from '../job/known';
import { factOf } from '../job/readers';
import type { Board, Electrode } from '../job/sealed';
import { showLength } from '../job/show';
import type { Check } from '../judging/answer';
import { fits, ruled } from '../judging/judge';
import { type CheckName, keyed } from '../judging/keys';
import { asFor, saidCheck } from '../judging/said';
import { clause } from '../rules/clauses';
import { ENOUGH_ALONE_OHM, MADE_ELECTRODE } from '../tables/electrodes';

/**
 * What a service is tied to the earth by: metal pipes bonded, a place for the earths of other systems, and by the NEC electrodes in
 * number, length and distance, at the service and at a building fed from another.
 */
export function earthingChecks(facts: CircuitFacts): Check[] {
  const { circuit, job, house } = facts;
  const board = job.boards[circuit.toBoardId ?? ''];
  if (board === undefined) return [];
  const service = circuit.kind === 'service';
  const building = circuit.kind === 'distribution' && board.otherBuilding === true;
  const electrodes = house.wirings.electrodesAt.get(board.id) ?? [];
  return [
    ...(service ? pipes(facts) : []),
    ...(service && job.dialect === 'nec' ? [otherSystems(facts, board)] : []),
    ...((service || building) && job.dialect === 'nec' ? madeElectrodes(facts, board, electrodes) : []),
  ];
}

function pipes({ job, circuit }: CircuitFacts): Check[] {
  const origin = job.origins[circuit.fromOriginId ?? ''];
  if (origin === undefined || (origin.kind !== 'network' && origin.kind !== 'transformer')) return [];
  return [
    saidCheck({
      id: keyed('pipes'),
      title: 'Bonding of metal pipes and frames',
      rule: clause(job.pack, 'pipes'),
      fact: factOf('origins', origin, 'pipes'),
      judge: (are) =>
        are === 'not-bonded'
          ? ['stop', 'metal comes in and is not bonded: a fault elsewhere makes it live']
          : are === 'none'
            ? ['pass', 'no metal pipe or frame enters']
            : ['pass', 'bonded'],
    }),
  ];
}

function otherSystems({ job }: CircuitFacts, board: Board): Check {
  return saidCheck({
    id: keyed('board-intersystem', board.id),
    title: 'Bonding of other systems',
    rule: clause(job.pack, 'intersystem'),
    fact: factOf('boards', board, 'intersystemBonding'),
    judge: (there) =>
      there
        ? ['pass', 'a termination for telephone, aerial and cable']
        : [asFor(board.state), 'no termination for telephone, aerial and cable'],
  });
}

const isMade = ({ kind }: Electrode): boolean => kind === 'rod' || kind === 'pipe' || kind === 'plate';

/** One rod, pipe or plate is enough by itself only where it was measured so. */
function madeElectrodes({ job }: CircuitFacts, board: Board, electrodes: readonly Electrode[]): Check[] {
  const unnamed = electrodes.filter(({ kind }) => kind === undefined);
  const made = electrodes.filter(isMade);
  const title = `Electrodes of ${board.name}`;
  const id = keyed('electrodes', board.id);
  const rule = clause(job.pack, 'electrodeSecond');
  if (electrodes.length === 0)
    return [
      saidCheck({
        id,
        title,
        rule,
        fact: lacks('electrode', `boards.${board.id}`, `an electrode of ${board.name}`),
        judge: () => ['pass', ''],
      }),
    ];
  if (unnamed.length > 0) {
    const fact = lacks('feeds', `electrodes.${unnamed[0]!.id}.kind`, `what ${unnamed.map(({ name }) => name).join(', ')} is`);
    return [saidCheck({ id, title, rule, fact, judge: () => ['pass', ''] })];
  }
  // A water pipe counts for itself only with another beside it, and what stands beside it is held to the same as one alone.
  const others = electrodes.filter(({ kind }) => kind !== 'water-pipe');
  const [only] = others;
  const checks: Check[] = [
    only === undefined
      ? ruled(id, title, 'stop', 'a water pipe requires a second electrode', rule)
      : others.length === 1 && isMade(only)
        ? enoughAlone(job.pack, only, id, title)
        : ruled(id, title, 'pass', `${electrodes.length} electrodes`, rule),
  ];
  for (const electrode of made) {
    if (electrode.kind !== 'plate') checks.push(longEnough(job, electrode));
    if (made.length > 1) checks.push(farEnough(job, electrode));
  }
  return checks;
}

function enoughAlone(pack: CircuitFacts['job']['pack'], electrode: Electrode, id: CheckName, title: string): Check {
  const rule = clause(pack, 'electrodeSecond');
  return saidCheck({
    id,
    title,
    rule,
    fact: measured(electrode),
    judge: (ohm) =>
      fits(ohm, ENOUGH_ALONE_OHM)
        ? ['pass', `single electrode, measured ${ohm} Ω ≤ ${ENOUGH_ALONE_OHM} Ω`]
        : ['stop', `single electrode, measured ${ohm} Ω > ${ENOUGH_ALONE_OHM} Ω: add a second`],
  });
}
/** What was entered otherwise proves nothing. */
function measured(electrode: Electrode): Maybe<number> {
  const ohm = factOf('electrodes', electrode, 'resistanceOhm');
  if (ohm.known && electrode.resistanceOhm?.from !== 'measured')
    return unknown(`electrodes.${electrode.id}.resistanceOhm`, `resistance of ${electrode.name}, measured`);
  return ohm;
}

function longEnough({ dialect, pack }: CircuitFacts['job'], electrode: Electrode): Check {
  return saidCheck({
    id: keyed('electrode-length', electrode.id),
    title: `Length of ${electrode.name}`,
    rule: clause(pack, 'electrodeLength'),
    fact: factOf('electrodes', electrode, 'lengthM'),
    judge: (lengthM) => [
      fits(MADE_ELECTRODE.lengthM, lengthM) ? 'pass' : 'stop',
      `${showLength(lengthM, dialect)} in the soil, minimum ${showLength(MADE_ELECTRODE.lengthM, dialect)}`,
    ],
  });
}

function farEnough({ dialect, pack }: CircuitFacts['job'], electrode: Electrode): Check {
  return saidCheck({
    id: keyed('electrode-apart', electrode.id),
    title: `Spacing of ${electrode.name}`,
    rule: clause(pack, 'electrodeApart'),
    fact: factOf('electrodes', electrode, 'spacingM'),
    judge: (spacingM) => [
      fits(MADE_ELECTRODE.apartM, spacingM) ? 'pass' : 'stop',
      `${showLength(spacingM, dialect)} from the nearest other, minimum ${showLength(MADE_ELECTRODE.apartM, dialect)}`,
    ],
  });
}
