import { opensOnOvercurrent, ratedCurrent } from '../../devices/bands';
import { circuitsBehind } from '../../house/chains';
import { type CircuitFacts, isOvercurrent, type Seated } from '../../house/facts';
import { perDevice } from '../../house/perDevice';
import { FAMILIES } from '../../job/families';
import { all, andThen, lack, lacks, list, type Maybe, map, unknown } from '../../job/known';
import { factOf, settingOf } from '../../job/readers';
import type { Circuit, Device, Line } from '../../job/sealed';
import { rowsOf } from '../../job/tracked';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, fits, holds, judge, line, notAssessed, ruled, unknownCheck } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { LINES } from '../../loads/lines';
import { linesOpened } from '../../network/poles';
import { clause } from '../../rules/clauses';

export const ratingNotAssessed = ({ id, name }: Device): Check =>
  notAssessed(keyed('carries', id), `Load through ${name}`, `${name}: this family is not assessed yet`);

/** A protective outlet carries what is fed through it: like a residual switch at least what the device ahead lets in, or what there is. */
export function outletRating(facts: CircuitFacts, device: Device): Check {
  const { settings, id, name } = device;
  if (settings.family !== 'outlet-protection') return ratingNotAssessed(device);
  const rule = clause(facts.job.pack, 'switchRating');
  const ahead: Maybe<number> =
    facts.protective === undefined
      ? lacks('device', `circuits.${facts.circuit.id}`, `an overcurrent device for ${facts.circuit.name}`)
      : ratedCurrent(facts.protective);
  const comparison = map(
    all({ limit: settingOf(device, 'ratingA'), demand: ahead }),
    ({ limit, demand }): Comparison => ({
      demand,
      limit,
      unit: 'A',
      of: ['InAhead', 'In'],
      rule,
      secondary: true,
      because: () => `the overcurrent device ahead against what ${name} carries through`,
      working: () => [line('rating ahead ≤ rating', `${figure(demand)} ≤ ${figure(limit)}`, holds(demand, limit), rule)],
    }),
  );
  return judge(keyed('carries', id), `Load through ${name}`, comparison);
}

/** A board is rated for what the device ahead of it lets in: its own main, or the one of its feeder. */
export function boardRating({ circuit, own, job, chain }: CircuitFacts): Check[] {
  const board = job.boards[circuit.toBoardId ?? ''];
  if (board === undefined) return [];
  const rule = clause(job.pack, 'panelRating');
  const ahead = own.filter(isOvercurrent).at(-1) ?? chain.filter(isOvercurrent).at(-1);
  const title = `Rating of ${board.name}`;
  const id = keyed('board', board.id);
  if (ahead === undefined)
    return [
      unknownCheck(id, title, [lack('device-ahead', `circuits.${circuit.id}`, `an overcurrent device ahead of ${board.name}`)]),
    ];
  const { device } = ahead;
  // An old board may bear no rating at all: that is said, and there is nothing to hold against the device.
  if (board.ratedA === undefined)
    return [ruled(id, title, 'not-applicable', `rating of ${board.name} not entered: not compared with ${device.name}`, rule)];
  const parts = all({
    ratedA: ratedCurrent(device),
    boardA: factOf('boards', board, 'ratedA'),
  });
  const comparison = map(
    parts,
    ({ ratedA, boardA }): Comparison => ({
      demand: ratedA,
      limit: boardA,
      unit: 'A',
      of: ['InAhead', 'InA', 'limit-first'],
      rule,
      secondary: true,
      because: () => `${device.name} ahead of ${board.name}`,
      working: () => [line('rating ahead ≤ rating there', `${figure(ratedA)} ≤ ${figure(boardA)}`, holds(ratedA, boardA), rule)],
    }),
  );
  return [judge(id, title, comparison)];
}

/** A load that wants a neutral has one in its circuit. */
export function neutralsWanted({ loads, poles, job }: CircuitFacts): Check[] {
  return loads
    .filter(({ needsNeutral }) => needsNeutral === true)
    .flatMap(({ id: loadId, name }) => {
      const id = keyed('load-neutral', loadId);
      const title = `Neutral for ${name}`;
      if (!poles.known) return [unknownCheck(id, title, poles.missing)];
      return poles.value.neutral
        ? []
        : [ruled(id, title, 'stop', `${name} needs a neutral, its circuit has none`, clause(job.pack, 'needsNeutral'))];
    });
}

/**
 * What feeds a board together with other sources, itself or from another board: its bars carry what all their devices let in. Under the NEC a bus may be asked for a
 * fifth more where the source stands at its far end, which nobody can say yet.
 */
export function sharedBus({ circuit, job, house }: CircuitFacts): Check[] {
  const board = job.boards[circuit.toBoardId ?? ''];
  if (board === undefined || board.ratedA === undefined) return [];
  const feeds = house.wirings.incoming.get(board.id) ?? [];
  if (feeds.length < 2 || feeds[0]!.id !== circuit.id) return [];
  const rule = clause(job.pack, 'sharedBus');
  const states = rowsOf(job.sourceStates);
  const letsIn = (feed: Circuit): Maybe<number> => {
    const { fromOriginId } = feed;
    if (fromOriginId !== undefined && !states.some(({ originIds }) => originIds.includes(fromOriginId)))
      return unknown(`origins.${fromOriginId}`, `in which source state ${feed.name} feeds`);
    const { startDevices, endDevices } = house.wirings.byCircuit.get(feed.id)!;
    const ahead = [...startDevices, ...endDevices].filter(({ settings }) => opensOnOvercurrent(settings)).at(-1);
    return ahead === undefined ? unknown(`circuits.${feed.id}`, `an overcurrent device of ${feed.name}`) : ratedCurrent(ahead);
  };
  const rated = all({ each: list(feeds.map(letsIn)), boardA: factOf('boards', board, 'ratedA') });
  const title = `Sources feeding ${board.name}`;
  const comparison = map(rated, ({ each, boardA }): Comparison => {
    // A feeder from another board is there in every state.
    const [first, ...others] = states.map(({ originIds }) =>
      feeds.flatMap(({ name, fromOriginId }, at) =>
        fromOriginId === undefined || originIds.includes(fromOriginId) ? [{ name, ratedA: each[at]! }] : [],
      ),
    );
    const sumOf = (of: readonly { ratedA: number }[]) => of.reduce((sum, { ratedA }) => sum + ratedA, 0);
    const together = others.reduce((most, next) => (sumOf(next) > sumOf(most) ? next : most), first ?? []);
    const demand = sumOf(together);
    const farEnd = job.dialect === 'nec' && !fits(demand, boardA) && fits(demand, FAR_END_TIMES * boardA);
    return {
      demand,
      limit: boardA,
      unit: 'A',
      of: ['SumIn', 'InA'],
      rule,
      secondary: true,
      ...(farEnd
        ? {
            beyond: 'unknown' as const,
            missing: [
              { path: `boards.${board.id}`, what: `whether the other source is at the far end of the bus of ${board.name}` },
            ],
          }
        : {}),
      because: () =>
        together.length === 1
          ? `${together[0]!.name} alone feeds ${board.name}`
          : `${together.map(({ name }) => name).join(' and ')} feed ${board.name} at the same time`,
      working: () => [
        line(
          'Σ In of what feeds it ≤ rating of its bars',
          `${together.map(({ ratedA }) => figure(ratedA)).join(' + ')} ≤ ${figure(boardA)}`,
          holds(demand, boardA),
          rule,
        ),
      ],
    };
  });
  return [judge(keyed('bus', board.id), title, comparison)];
}
/** NEC 705.12(B), the rule of a fifth: from memory. */
const FAR_END_TIMES = 1.2;

/** A switch, or an arc-fault device without overcurrent protection, carries what the overcurrent device ahead of it lets pass: its rating is at least that device's. */
export function switchRating(facts: CircuitFacts, { device }: Seated): Check {
  const { settings, id, name } = device;
  const rule = clause(facts.job.pack, 'switchRating');
  const ahead = aheadOf(facts, device);
  const own =
    FAMILIES[settings.family].carries === 'switch' ? settingOf(device, 'ratingA') : unknown(`devices.${id}`, `rating of ${name}`);
  const comparison = map(all({ ahead, own }), (parts): Comparison => {
    return {
      demand: parts.ahead,
      limit: parts.own,
      unit: 'A',
      of: ['InAhead', 'In'],
      rule,
      secondary: true,
      because: () => `rating of the device ahead of ${name}`,
      working: () => [
        line('In ahead ≤ In of the switch', `${figure(parts.ahead)} ≤ ${figure(parts.own)}`, holds(parts.ahead, parts.own), rule),
      ],
    };
  });
  return judge(keyed('carries', id), `Rating of ${name}`, comparison);
}

/** Rating of the nearest overcurrent device ahead of another. */
function aheadOf({ chain, circuit }: CircuitFacts, device: Device): Maybe<number> {
  const at = chain.findIndex((each) => each.device.id === device.id);
  const ahead = chain.slice(0, at).filter(isOvercurrent).at(-1)?.device;
  return ahead === undefined
    ? lacks('device-ahead', `circuits.${circuit.id}`, `an overcurrent device ahead of ${device.name}`)
    : ratedCurrent(ahead);
}

/** Ratings of what hangs behind a residual switch, added up by line. */
const ratedBehind = perDevice('ratings behind', (house, seated): Maybe<{ mostA: number; count: number }> => {
  const each = list(
    circuitsBehind({ house }, seated).map(({ circuit, startDevices }) => {
      const own = startDevices.filter((device) => opensOnOvercurrent(device.settings)).at(-1);
      return own === undefined
        ? lacks('device', `circuits.${circuit.id}`, `an overcurrent device for ${circuit.name}`)
        : map(ratedCurrent(own), (ratedA) => ({ ratedA, lines: linesSaid(seated.device, own) }));
    }),
  );
  return map(each, (rated) => ({ mostA: mostOnALine(rated), count: rated.length }));
});

/** What may flow through a switch, and by what. */
interface Through {
  demand: number;
  quantity: 'InAhead' | 'InBehind';
  what: string;
}

/**
 * A residual switch has no overload protection of its own: what is ahead of it must hold it to its rating, or everything
 * behind it together may not exceed it. No diversity counts.
 */
export function residualSwitchRating(facts: CircuitFacts, seated: Seated): Check {
  const { device } = seated;
  const { settings, id, name } = device;
  if (settings.family !== 'rccb') return ratingNotAssessed(device);
  const rule = clause(facts.job.pack, 'switchRating');
  const own = settingOf(device, 'ratingA');
  const ahead = aheadOf(facts, device);
  const behind = ratedBehind(facts.house, seated);
  const comparison = andThen(own, (limit): Maybe<Comparison> => {
    const byAhead: Maybe<Through> = map(ahead, (demand) => ({
      demand,
      quantity: 'InAhead',
      what: 'the overcurrent device ahead',
    }));
    const byBehind: Maybe<Through> = map(behind, ({ mostA, count }) => ({
      demand: mostA,
      quantity: 'InBehind',
      what: `${count} device${count === 1 ? '' : 's'} behind, added up${facts.system === 1 ? '' : ' on the highest phase'}`,
    }));
    const ways = [byAhead, byBehind];
    const better =
      ways.find((each) => each.known && fits(each.value.demand, limit)) ?? ways.find((each) => !each.known) ?? byAhead;
    return map(
      better,
      ({ demand, quantity, what }): Comparison => ({
        demand,
        limit,
        unit: 'A',
        of: [quantity, 'In'],
        rule,
        secondary: true,
        because: () => `${what} against the rating of ${name}, which has no overload protection of its own`,
        working: () => [
          line(
            'rating ahead, or ratings behind added up ≤ rating',
            `${figure(demand)} ≤ ${figure(limit)}`,
            holds(demand, limit),
            rule,
          ),
        ],
      }),
    );
  });
  return judge(keyed('carries', id), `Rating of ${name}`, comparison);
}

/** The lines a device behind another hangs on: all of them unless it is said, and none apart where that other has but one. */
export const linesSaid = (ahead: Device, own: Device | undefined): readonly Line[] =>
  own !== undefined && linesOpened(ahead) > 1 && own.lines.length === linesOpened(own) ? own.lines : LINES;

/** Ratings added up by line. */
const mostOnALine = (devices: readonly { ratedA: number; lines: readonly Line[] }[]): number =>
  Math.max(...LINES.map((at) => devices.reduce((sum, { ratedA, lines }) => sum + (lines.includes(at) ? ratedA : 0), 0)));
