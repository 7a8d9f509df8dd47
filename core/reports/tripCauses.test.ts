import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AFTER, CAUSES, type CauseId, type Clue, RESET, WEATHER } from '../job/logged';
import { type Likelier, nextTest, rankCauses } from './tripCauses';
import { type Part, TRIP_CAUSES, TRIP_TESTS, type TripTestId } from './tripCauseTable';

const BREAKER: Part[] = ['overcurrent'];
const RESIDUAL: Part[] = ['residual'];
const BOTH: Part[] = ['overcurrent', 'residual'];
const ARC: Part[] = ['overcurrent', 'arc'];
const DUAL: Part[] = ['overcurrent', 'residual', 'arc'];
/** `starting held rain` as clues. */
const clues = (words: string): Clue[] =>
  words
    .split(' ')
    .filter((word) => word !== '')
    .map((word) =>
      word in AFTER
        ? (`after:${word}` as Clue)
        : word in WEATHER
          ? (`weather:${word}` as Clue)
          : word in RESET
            ? (`reset:${word}` as Clue)
            : (word as Clue),
    );
const so = (of: Partial<Record<CauseId, number>>): Likelier =>
  Object.fromEntries(Object.entries(of).map(([cause, times]) => [cause, { times, because: 'figures' }]));
/** What the house says where no motor and no heating hangs behind it, as it does of most circuits. */
const PLAIN = { stalled: 0.2, element: 0.2 };

/**
 * What an experienced hand would look at first: common practice, without a source.
 * Parts of the device, what the house says, what was noticed at each trip, the first cause, the next test.
 */
const SITUATIONS: readonly (readonly [says: string, Part[], Partial<Record<CauseId, number>>, string[], CauseId, TripTestId])[] =
  [
    [
      'heaters on for half an hour, design beyond the rating',
      BREAKER,
      { ...PLAIN, overload: 6 },
      ['minutes cooled'],
      'overload',
      'clamp-load',
    ],
    [
      'the same three times',
      BREAKER,
      { ...PLAIN, overload: 6 },
      ['minutes cooled', 'minutes held', 'hours cooled'],
      'overload',
      'clamp-load',
    ],
    ['a kitchen near its rating, in the evening', BREAKER, { ...PLAIN, overload: 2 }, ['minutes held'], 'overload', 'clamp-load'],
    ['hours at half load, holds when it has cooled', BREAKER, { ...PLAIN, overload: 0.3 }, ['hours cooled'], 'loose', 'torque'],
    ['torqued by feel, hours of use', BREAKER, { ...PLAIN, overload: 1, loose: 3 }, ['hours cooled'], 'loose', 'torque'],
    [
      'full board in a hot summer, little load',
      BREAKER,
      { ...PLAIN, overload: 0.3, loose: 0.5 },
      ['hours cooled heat'],
      'warm',
      'torque',
    ],
    [
      'a transformer as it is switched on',
      BREAKER,
      { ...PLAIN, inrush: 6, overload: 0.3 },
      ['starting held'],
      'inrush',
      'one-by-one',
    ],
    [
      'many lamps at once, figures near',
      BREAKER,
      { ...PLAIN, inrush: 2, overload: 0.3 },
      ['starting held', 'starting held'],
      'inrush',
      'one-by-one',
    ],
    [
      'inrush far below, as something starts',
      BREAKER,
      { ...PLAIN, inrush: 1, overload: 1 },
      ['starting held'],
      'inrush',
      'one-by-one',
    ],
    [
      'a pump that hums and trips in frost',
      BREAKER,
      { stalled: 20, overload: 0.3, inrush: 0.3 },
      ['minutes cooled frost'],
      'stalled',
      'one-by-one',
    ],
    ['trips again the moment it is reset', BREAKER, PLAIN, ['again'], 'short', 'line-neutral'],
    ['as a lamp was switched, again at once', BREAKER, PLAIN, ['starting again'], 'short', 'line-neutral'],
    [
      'at once, and the main with it',
      BREAKER,
      { ...PLAIN, inrush: 0.3, overload: 0.3 },
      ['together again'],
      'short',
      'line-neutral',
    ],
    ['nothing switched, again at once', BREAKER, PLAIN, ['idle again'], 'short', 'line-neutral'],
    ['in a thunderstorm, held after', BREAKER, PLAIN, ['thunder idle held'], 'surge', 'surge-look'],
    ['leakage far beyond where it may trip', RESIDUAL, { ...PLAIN, leakage: 6 }, ['minutes held dry'], 'leakage', 'clamp-leak'],
    [
      'leakage near, more plugged in every year',
      RESIDUAL,
      { ...PLAIN, leakage: 2 },
      ['held', 'held', 'starting held dry'],
      'leakage',
      'clamp-leak',
    ],
    ['leakage near, without any pattern', RESIDUAL, { ...PLAIN, leakage: 2 }, ['held'], 'leakage', 'clamp-leak'],
    ['in rain, sockets outdoors', RESIDUAL, { ...PLAIN, damp: 3, leakage: 0.3 }, ['rain'], 'damp', 'outdoor-part'],
    ['in rain, holds when dry', RESIDUAL, { ...PLAIN, leakage: 1 }, ['rain dried'], 'damp', 'outdoor-part'],
    [
      'three times in rain, again at once the last',
      RESIDUAL,
      { ...PLAIN, damp: 3, leakage: 0.3 },
      ['rain idle', 'rain dried', 'rain again'],
      'damp',
      'outdoor-part',
    ],
    ['again at once, dry', RESIDUAL, PLAIN, ['again dry'], 'earth-fault', 'line-earth'],
    ['as the drill went into the wall', RESIDUAL, PLAIN, ['together again'], 'earth-fault', 'line-earth'],
    ['a sauna after ten minutes', RESIDUAL, { element: 6, leakage: 0.3 }, ['minutes dry'], 'element', 'unplug-heater'],
    [
      'an oven after minutes, resets',
      RESIDUAL,
      { element: 6, leakage: 0.3 },
      ['minutes held', 'minutes held'],
      'element',
      'unplug-heater',
    ],
    [
      'a neutral that touches earth is known',
      RESIDUAL,
      { ...PLAIN, 'neutral-earth': 20, leakage: 0.3 },
      ['starting'],
      'neutral-earth',
      'neutral-earth',
    ],
    [
      'the same, again as a load starts elsewhere',
      RESIDUAL,
      { ...PLAIN, 'neutral-earth': 20, leakage: 0.3 },
      ['starting again'],
      'neutral-earth',
      'neutral-earth',
    ],
    [
      'many supplies switched on together, leakage low',
      RESIDUAL,
      { ...PLAIN, leakage: 0.3 },
      ['starting held dry'],
      'pulse',
      'one-by-one',
    ],
    ['in a thunderstorm, resets', RESIDUAL, { ...PLAIN, leakage: 1 }, ['thunder held'], 'surge', 'surge-look'],
    [
      'in a thunderstorm, sockets outdoors, holds when dry',
      RESIDUAL,
      { ...PLAIN, damp: 3 },
      ['thunder dried'],
      'damp',
      'outdoor-part',
    ],
    ['an RCBO again at once', BOTH, PLAIN, ['again'], 'earth-fault', 'line-earth'],
    ['an RCBO in rain, holds when dry', BOTH, { ...PLAIN, damp: 3 }, ['rain dried'], 'damp', 'outdoor-part'],
    ['an RCBO after minutes, holds cooled', BOTH, { ...PLAIN, overload: 6 }, ['minutes cooled'], 'overload', 'clamp-load'],
    [
      'an RCBO as a motor starts, inrush beyond',
      BOTH,
      { ...PLAIN, inrush: 6, leakage: 0.3 },
      ['starting held dry'],
      'inrush',
      'one-by-one',
    ],
    [
      'an arc-fault breaker as a vacuum starts',
      ARC,
      { ...PLAIN, inrush: 0.3, overload: 0.3 },
      ['starting held'],
      'arc-noise',
      'move-load',
    ],
    ['an arc-fault breaker after minutes of a heater', ARC, { ...PLAIN, overload: 0.3 }, ['minutes'], 'series-arc', 'joints'],
    [
      'an arc-fault breaker after hours, now and then',
      ARC,
      { ...PLAIN, overload: 0.3, loose: 0.5 },
      ['hours', 'minutes'],
      'series-arc',
      'joints',
    ],
    ['a dual-function breaker in rain', DUAL, { ...PLAIN, damp: 3, leakage: 0.3 }, ['rain'], 'damp', 'outdoor-part'],
    ['a dual-function breaker again at once', DUAL, PLAIN, ['again dry'], 'earth-fault', 'line-earth'],
    [
      'a dual-function breaker, a drill on another circuit too',
      DUAL,
      { ...PLAIN, inrush: 0.3, overload: 0.3, leakage: 0.3 },
      ['starting held', 'starting held'],
      'arc-noise',
      'one-by-one',
    ],
  ];

describe('what may be behind a trip', () => {
  it.each(SITUATIONS)('%s', (_, parts, house, noticed, first, test) => {
    const ranked = rankCauses(parts, so(house), noticed.map(clues), 'iec');
    expect(ranked[0]!.cause, JSON.stringify(ranked.slice(0, 3))).toBe(first);
    expect(nextTest(ranked, 'iec')!.test).toBe(test);
  });
  it('forty of them, every cause but a worn device first in one', () => {
    expect(SITUATIONS.length).toBeGreaterThanOrEqual(40);
    expect(CAUSES.filter((cause) => !SITUATIONS.some(([, , , , first]) => first === cause))).toEqual(['worn']);
  });

  it('names what the house says, then what was noticed and speaks for it, not what speaks against it', () => {
    const [first] = rankCauses(RESIDUAL, { damp: { times: 3, because: 'Yard in the wet' } }, [clues('rain held')], 'iec');
    expect(first).toMatchObject({ cause: 'damp', because: 'Yard in the wet · rain' });
  });

  it('is ranked the same whatever the order of trips; the shares of all causes come to no more than one', () => {
    const trip = fc.subarray(['rain', 'dry', 'starting', 'idle', 'held', 'again', 'together'], { maxLength: 4 });
    fc.assert(
      fc.property(fc.array(trip, { maxLength: 5 }), fc.constantFrom(BREAKER, RESIDUAL, BOTH, ARC, DUAL), (trips, parts) => {
        const noticed = trips.map((words) => clues(words.join(' ')));
        const ranked = rankCauses(parts, {}, noticed, 'nec');
        const backwards = rankCauses(parts, {}, [...noticed].reverse(), 'nec');
        expect(backwards.map(({ cause }) => cause)).toEqual(ranked.map(({ cause }) => cause));
        const sum = ranked.reduce((total, { share }) => total + share, 0);
        expect(sum).toBeLessThanOrEqual(1 + 1e-9);
        // Little is left out.
        expect(sum).toBeGreaterThan(0.8);
        for (const { cause } of ranked) expect(parts.some((part) => part in TRIP_CAUSES[cause].opens)).toBe(true);
      }),
    );
  });

  it('one trip more of the same kind makes nothing surer', () => {
    const once = rankCauses(RESIDUAL, {}, [clues('rain')], 'iec');
    expect(rankCauses(RESIDUAL, {}, [clues('rain'), clues('rain')], 'iec')).toEqual(once);
  });

  it('every test is of some cause, and a dead one begins with isolating', () => {
    const used = new Set(CAUSES.map((cause) => TRIP_CAUSES[cause].test));
    for (const [id, { dead, does }] of Object.entries(TRIP_TESTS)) {
      expect(used.has(id as TripTestId), id).toBe(true);
      if (dead) expect(does.iec.startsWith('isolate')).toBe(true);
    }
  });

  it('of two that tell as much the shorter comes first; of none there is none', () => {
    const one = { words: '', because: '', share: 0.5 };
    const two = [
      { ...one, cause: 'overload' as const, test: 'clamp-load' as const },
      { ...one, cause: 'leakage' as const, test: 'clamp-leak' as const },
    ];
    expect(nextTest(two, 'iec')!.test).toBe('clamp-leak');
    expect(nextTest([], 'iec')).toBeNull();
  });
});
