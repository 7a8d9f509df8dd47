import type { CircuitFacts } from '../../../house/facts';
import { all, andThen, join, known, type Maybe, map, NO_GIVENS, unknown } from '../../../job/known';
import { factOf, ifStated } from '../../../job/readers';
import type { Room } from '../../../job/sealed';
import type { Check } from '../../../judging/answer';
import { ruled, unknownCheck } from '../../../judging/judge';
import { keyed } from '../../../judging/keys';
import { asFor, saidCheck } from '../../../judging/said';
import { clause } from '../../../rules/clauses';
import { rulesOf } from '../../../rules/packs';
import { applies, type Relaxation } from '../../../rules/relaxation';
import { outcomesOf } from '../asked/outcome';

/** A room with a bath, on one circuit that feeds something there. */
interface Bathed {
  facts: CircuitFacts;
  room: Room;
}

/** Supplementary bonding of a bathroom left out (BS 7671 701.415.2). That its circuits open in time is question 4's to say. */
export const BONDING_LEFT_OUT: Relaxation<Bathed> = {
  id: 'bonding-left-out',
  name: 'bathroom without supplementary bonding',
  clause: (pack) => clause(pack, 'roomBonding'),
  conditions: [
    {
      id: 'covered',
      wants: 'is for circuits behind 30 mA in that room',
      holds: ({ facts, room }): Maybe<boolean> => {
        const here = outcomesOf(facts).filter(({ kind, place }) => kind === 'residual' && place.point?.roomId === room.id);
        const open = here.find(({ verdict }) => verdict === 'unknown');
        return open === undefined
          ? known(
              here.every(({ met }) => met?.is === true),
              here.reduce((all, { given }) => join(all, given), NO_GIVENS),
            )
          : { known: false, missing: open.missing };
      },
    },
    {
      id: 'pipes',
      wants: 'is for pipes and frames bonded where they come in',
      holds: ({ facts: { job, path } }): Maybe<boolean> => {
        const origin = path.known ? job.origins[path.value[0]?.circuit.fromOriginId ?? ''] : undefined;
        return origin === undefined
          ? unknown('origins', 'main bonding of pipes and frames')
          : map(factOf('origins', origin, 'pipes'), (pipes) => pipes !== 'not-bonded');
      },
    },
  ],
};

const OF_POOL: ReadonlySet<string> = new Set(['pool-pump', 'pool-light', 'spa', 'hydromassage']);

/** Metal of rooms with a bath or a pool, and of spas, bonded where a code wants it; asked of every circuit that feeds something there. */
export function bondingChecks(facts: CircuitFacts): Check[] {
  const { job, circuit, house, loads } = facts;
  if (circuit.kind !== 'final') return [];
  const ids = [...new Set(house.pointsOf(circuit.id).flatMap(({ roomId }) => roomId ?? []))];
  return ids.flatMap((id) => {
    const room = job.rooms[id];
    if (room === undefined) return [];
    const usedAs = factOf('rooms', room, 'use');
    // Of a room nobody said what it is used as, it may be one of those.
    if (!usedAs.known) return [unknownCheck(keyed('bonding', id), `Bonding in ${room.name}`, usedAs.missing)];
    const use = usedAs.value;
    const wet = house.pointsOf(circuit.id).filter(({ roomId }) => roomId === id);
    const ofPool = loads.some(
      (load) => OF_POOL.has(ifStated('loads', load, 'equipment').value ?? '') && wet.some((point) => point.id === load.pointId),
    );
    const wanted = use === 'pool' || ofPool || (job.dialect === 'iec' && use === 'bath');
    if (wanted) return [bondingOf({ facts, room }, use === 'bath')];
    return usedAs.given.assumed
      ? [
          ruled(
            keyed('bonding', id),
            `Bonding in ${room.name}`,
            'pass',
            `none is required in a room used as ${use}`,
            clause(job.pack, 'roomBonding'),
            usedAs.given,
          ),
        ]
      : [];
  });
}

function bondingOf(about: Bathed, bath: boolean): Check {
  const { facts, room } = about;
  const { job, circuit } = facts;
  const id = keyed('bonding', room.id);
  const title = `Bonding in ${room.name}`;
  const rule = clause(job.pack, 'roomBonding');
  // That it is asked for rests on what the room is.
  const said = andThen(factOf('rooms', room, 'use'), () => factOf('rooms', room, 'bonding'));
  if (bath && rulesOf(job.pack).bathBondingLeftOut && said.known && said.value === 'not-bonded') {
    const read = all({ said, relaxation: applies(BONDING_LEFT_OUT, about) });
    if (!read.known) return unknownCheck(id, title, read.missing);
    const { relaxation } = read.value;
    return relaxation.applies
      ? ruled(id, title, 'pass', 'omitted: RCD 30 mA, and pipes bonded where they enter', rule, read.given)
      : ruled(id, title, asFor(circuit.state), relaxation.why, rule, read.given);
  }
  return saidCheck({
    id,
    title,
    rule,
    fact: said,
    judge: (bonding) =>
      bonding === 'not-bonded'
        ? [asFor(circuit.state), 'its metal is not bonded']
        : ['pass', bonding === 'bonded' ? 'bonded' : 'no metal to bond'],
  });
}
