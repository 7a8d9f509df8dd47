import type { CircuitFacts } from '../house/facts';
import { all, known, list, type Maybe, map } from '../job/known';
import { factOf, ifStated } from '../job/readers';
import type { Board, Device, Origin } from '../job/sealed';
import { word } from '../job/terms';
import type { Check } from '../judging/answer';
import { keyed } from '../judging/keys';
import { saidCheck } from '../judging/said';
import { unpartedFrom } from '../network/parting';
import { opensNeutral } from '../network/poles';
import { clause } from '../rules/clauses';

/**
 * A generator, inverter or battery that feeds the house in place of another source: something keeps the two from feeding together,
 * and its neutral is joined to earth once, whichever of them feeds.
 */
export function sourceChecks(facts: CircuitFacts): Check[] {
  const { job, circuit } = facts;
  const origin = job.origins[circuit.fromOriginId ?? ''];
  const board = job.boards[circuit.toBoardId ?? ''];
  if (origin === undefined || board === undefined) return [];
  // What only follows another source is parted with that one.
  const follows = ifStated('origins', origin, 'runsAlone').value === false;
  const unparted = follows ? [] : unpartedFrom(facts.house.wirings, origin);
  // Of two supplies from outside the later one is asked.
  const beside = ownBond(origin) ? unparted : unparted.filter((other) => !ownBond(other) && other.order < origin.order);
  const drawn = switchesInto(facts, board);
  return [
    ...(beside.length === 0 ? [] : [partedCheck(facts, origin, beside)]),
    ...(ownBond(origin) && (beside.length > 0 || drawn.length > 0) ? neutralCheck(facts, origin, drawn) : []),
  ];
}

const changeoverWord = ({ dialect }: CircuitFacts['job']): string =>
  dialect === 'nec' ? 'transfer switch' : 'changeover switch';

/** A source whose neutral stands by itself until somebody joins it to earth. */
const ownBond = ({ kind }: Origin): boolean => kind === 'generator' || kind === 'inverter';

/** Transfer switches on what comes into a board. */
const switchesInto = ({ house }: CircuitFacts, board: Board): readonly Device[] =>
  (house.wirings.incoming.get(board.id) ?? []).flatMap(({ id }) => {
    const { startDevices, endDevices } = house.wirings.byCircuit.get(id)!;
    return [...startDevices, ...endDevices].filter(
      ({ settings }) => settings.family === 'switch' && settings.duty === 'transfer',
    );
  });

function partedCheck({ job }: CircuitFacts, origin: Origin, beside: readonly Origin[]): Check {
  const others = beside.map(({ name }) => name).join(', ');
  return saidCheck({
    id: keyed('parted', origin.id),
    title: `${origin.name} beside ${others}`,
    rule: clause(job.pack, 'sourcesParted'),
    fact: factOf('origins', origin, 'partedBy'),
    judge: (by) =>
      by === 'nothing'
        ? ['stop', `not interlocked: it feeds into ${others} out of step, and makes live what was switched off`]
        : [
            'pass',
            by === 'interlock'
              ? 'interlocked: only one of the two breakers can be on'
              : `${changeoverWord(job)}: only one of them feeds`,
          ],
  });
}

/**
 * The neutral of a source behind a changeover: joined to earth at that source only where the changeover parts the two neutrals, and not
 * joined there only where it does not; else it is joined twice, or stands loose.
 */
function neutralCheck({ job }: CircuitFacts, origin: Origin, switches: readonly Device[]): Check[] {
  const parted: Maybe<boolean> =
    switches.length > 0
      ? map(list(switches.map(partsNeutral)), (each) => each.every((parts) => parts))
      : map(factOf('origins', origin, 'partedBy'), (by) => by === 'changeover-neutral');
  // What parts them is asked for already.
  if (!parted.known && switches.length === 0) return [];
  const earth = word(job.dialect, 'earth');
  return [
    saidCheck({
      id: keyed('generator-neutral', origin.id),
      title: `Neutral of ${origin.name}`,
      rule: clause(job.pack, 'generatorNeutral'),
      fact: all({
        joined: factOf('origins', origin, 'neutralBond', `whether the neutral of ${origin.name} is joined to its frame`),
        parted,
      }),
      judge: ({ joined, parted: apart }) => {
        if (joined === apart)
          return ['pass', apart ? `joined at it, and switched by the ${changeoverWord(job)}` : 'joined at the service only'];
        return joined
          ? [
              'stop',
              `joined to ${earth} at it and at the service: the ${changeoverWord(job)} leaves the neutral closed, and part of its current returns over metal parts`,
            ]
          : ['stop', `joined nowhere while it feeds: the ${changeoverWord(job)} parts it from where it is joined`];
      },
    }),
  ];
}

/** A switch of three poles on two lines may have its third in the neutral: whether it has is seen on it. */
function partsNeutral(device: Device): Maybe<boolean> {
  const { settings, lines } = device;
  const third = 'poles' in settings && settings.poles === '3P' && lines.length === 2;
  return third ? map(factOf('devices', device, 'neutralAt'), (at) => at === 'this-device') : known(opensNeutral(device));
}
