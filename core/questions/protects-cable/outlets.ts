import { ratedCurrent } from '../../devices/bands';
import type { CircuitFacts } from '../../house/facts';
import { all, andThen, known, lack, list, type Maybe, map } from '../../job/known';
import { factOf } from '../../job/readers';
import type { Point } from '../../job/sealed';
import { word } from '../../job/terms';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, judge, line, ruled, unknownCheck } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { OUTLET_SOURCE, outletsAllowedA } from '../../tables/receptacles';
import type { Source } from '../../tables/source';

const SUITED: Source = { standard: 'IEC 60364-5-51', edition: '2005', clause: '512.1.2', basis: 'memory' };

/**
 * Ratings of the outlets on a circuit. The NEC has a table: a single receptacle on a circuit of its own is rated at least as its
 * device, several as listed beside it. Without the outlets and their ratings nothing is known.
 */
export function outletsInfo(facts: CircuitFacts): Check[] {
  const { circuit, house, job, protective } = facts;
  const sockets = house.socketsOf(circuit.id);
  const plugs = circuit.use === 'sockets' || circuit.use === 'mixed' || sockets.length > 0;
  if (circuit.kind !== 'final' || !plugs) return [];
  const outlets = `${word(job.dialect, 'socket')}s`;
  const title = `Ratings of the ${outlets}`;
  if (job.dialect === 'iec')
    return [
      ruled(
        keyed('outlets'),
        title,
        'not-applicable',
        `no rule for these here: look whether the ${outlets} suit the device`,
        SUITED,
      ),
    ];
  if (sockets.length === 0)
    return [
      unknownCheck(keyed('outlets'), title, [lack('outlets', `circuits.${circuit.id}`, `the ${outlets} on ${circuit.name}`)]),
    ];
  if (protective === undefined) return [];
  const ratings = list(sockets.map((socket) => factOf('points', socket, 'ratedA')));
  const comparison = andThen(all({ ratings, deviceA: ratedCurrent(protective) }), ({ ratings: each, deviceA }) =>
    compare(facts, each, deviceA),
  );
  return [judge(keyed('outlets'), title, comparison)];
}

function compare({ job, house, circuit }: CircuitFacts, ratings: readonly number[], deviceA: number): Maybe<Comparison> {
  const rule = OUTLET_SOURCE(job.pack);
  const allowed = outletsAllowedA(deviceA);
  const least = Math.min(...ratings);
  const most = Math.max(...ratings);
  const listed = allowed !== undefined && ratings.every((each) => allowed.includes(each));
  const fed = house.pointsOf(circuit.id).filter(({ kind }) => OUTLETS.has(kind));
  // One outlet may be two receptacles on one yoke: too small for one alone and right for two, or the reverse.
  const asks = fed.length === 1 && listed !== least >= deviceA && (least <= DUPLEX_TO_A || fed[0]!.receptacles !== undefined);
  const only = asks ? factOf('points', fed[0]!, 'receptacles') : ONE;
  if (!only.known) return only;
  const single = fed.length === 1 && only.value === 1;
  const fitsTable = single ? least >= deviceA : listed;
  const wanted = single ? `${figure(deviceA)} A or more for a single one` : `${(allowed ?? []).join(' or ')} A`;
  const comparison: Comparison = {
    demand: fitsTable ? least : least < deviceA ? deviceA : most,
    limit: fitsTable ? least : least < deviceA ? least : (allowed?.at(-1) ?? 0),
    unit: 'A',
    of: fitsTable ? 'whether' : least < deviceA ? ['In', 'outletRating'] : ['outletRating', 'permitted'],
    rule,
    secondary: true,
    because: () => `${[...new Set(ratings)].map(figure).join(' and ')} A on a ${figure(deviceA)} A circuit; permitted: ${wanted}`,
    working: () => [
      line('ratings by the table', `behind ${figure(deviceA)} A: ${wanted}`, fitsTable ? 'holds' : 'does not hold', rule),
    ],
  };
  return map(only, () => comparison);
}

/** Points something draws current at: a switch or a junction is none. */
const OUTLETS: ReadonlySet<Point['kind']> = new Set(['socket', 'light', 'appliance', 'spur']);
const ONE = known(1);
/** Larger ones are made one to a yoke: common practice. */
const DUPLEX_TO_A = 20;
