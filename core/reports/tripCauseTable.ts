import type { CauseId, Clue } from '../job/logged';
import type { Dialect } from '../job/terms';

/** What a device opens on. */
export type Part = 'overcurrent' | 'residual' | 'arc';
type Both = Readonly<Record<Dialect, string>>;
const same = (text: string): Both => ({ iec: text, nec: text });

export const TRIP_TESTS = {
  'clamp-load': {
    minutes: 30,
    dead: false,
    does: same('clamp each line with everything on, for half an hour'),
    tells: same('below its rating throughout: no overload'),
  },
  'one-by-one': {
    minutes: 10,
    dead: false,
    does: same('switch the loads on one by one, the motors last'),
    tells: same('it trips with one of them: that load'),
  },
  torque: {
    minutes: 15,
    dead: true,
    does: same('isolate; torque its terminals, look for scorch and give'),
    tells: same('a terminal that gives, or is scorched: that joint'),
  },
  'line-neutral': {
    minutes: 15,
    dead: true,
    does: same('isolate, unplug all; insulation line to neutral'),
    tells: { iec: 'below 1 MΩ: the cable or what is fixed to it', nec: 'below 1 MΩ: the cable or what is fixed to it' },
  },
  'clamp-leak': {
    minutes: 10,
    dead: false,
    does: {
      iec: 'clamp lines and neutral together at the device, all on, then one circuit off at a time',
      nec: 'clamp hot and neutral together at the device, all on, then one load off at a time',
    },
    tells: same('what falls with each: where it leaks'),
  },
  'line-earth': {
    minutes: 15,
    dead: true,
    does: {
      iec: 'isolate, unplug all; lines and neutral joined, insulation to earth',
      nec: 'isolate, unplug all; hot and neutral joined, insulation to ground',
    },
    tells: same('below 1 MΩ: the cable or what is fixed to it'),
  },
  'outdoor-part': {
    minutes: 10,
    dead: true,
    does: {
      iec: 'isolate; insulation to earth of the outdoor part alone',
      nec: 'isolate; insulation to ground of the outdoor part alone',
    },
    tells: same('below 1 MΩ there and not indoors: water'),
  },
  'unplug-heater': {
    minutes: 5,
    dead: true,
    does: {
      iec: 'isolate, disconnect the heating appliances; insulation to earth of each',
      nec: 'isolate, disconnect the heating appliances; insulation to ground of each',
    },
    tells: same('below 1 MΩ: that element'),
  },
  'neutral-earth': {
    minutes: 10,
    dead: true,
    does: {
      iec: 'isolate line and neutral; insulation neutral to earth',
      nec: 'isolate, lift the neutral; insulation neutral to ground',
    },
    tells: {
      iec: 'below 1 MΩ: the neutral touches earth, or another circuit’s neutral',
      nec: 'below 1 MΩ: the neutral touches ground, or another circuit’s neutral',
    },
  },
  'surge-look': {
    minutes: 5,
    dead: false,
    does: same('look at the status indicators of the surge devices'),
    tells: same('one that failed: it took the surge'),
  },
  joints: {
    minutes: 60,
    dead: true,
    does: {
      iec: 'isolate; open the outlets in order, pull at each joint',
      nec: 'isolate; open the outlets in order, pull at each joint',
    },
    tells: same('one that gives, or is scorched: that joint'),
  },
  'move-load': {
    minutes: 10,
    dead: false,
    does: same('run the suspected appliance on another circuit with such a device'),
    tells: same('it trips there too: the appliance'),
  },
  device: {
    minutes: 10,
    dead: false,
    does: {
      iec: 'disconnect its load side; RCD ramp test',
      nec: 'disconnect its load side; press its test button, then load it with a known current',
    },
    tells: same('it trips below its band with nothing behind it: the device'),
  },
} as const satisfies Record<string, { minutes: number; dead: boolean; does: Both; tells: Both }>;
export type TripTestId = keyof typeof TRIP_TESTS;

/** A cause: which part it works on, what makes it likelier or less, what tells it apart. */
interface Cause {
  /** What it weighs where nothing is known of the house, by the part of the device that opens on it; the greatest counts. */
  opens: Readonly<Partial<Record<Part, number>>>;
  words: Both;
  tells: Readonly<Partial<Record<Clue, number>>>;
  test: TripTestId;
}

/**
 * Causes of a trip and how much likelier each thing noticed makes them: a judgement of the trade, from common practice without a source.
 * A load that starts is no overload; what trips again at once is no sum of leakage; what holds when dry was water.
 */
export const TRIP_CAUSES: Readonly<Record<CauseId, Cause>> = {
  overload: {
    opens: { overcurrent: 1 },
    words: same('More is on than it carries'),
    tells: {
      'after:minutes': 4,
      'after:hours': 3,
      'after:starting': 0.2,
      'after:idle': 0.02,
      'reset:again': 0.1,
      'reset:cooled': 4,
      'reset:held': 1.5,
      together: 0.5,
      'weather:heat': 1.3,
    },
    test: 'clamp-load',
  },
  stalled: {
    opens: { overcurrent: 0.1 },
    words: same('A motor that does not start'),
    tells: {
      'after:starting': 1.5,
      'after:minutes': 2,
      'after:hours': 0.5,
      'after:idle': 0.1,
      'reset:again': 0.4,
      'reset:cooled': 2,
      'weather:frost': 2,
    },
    test: 'one-by-one',
  },
  loose: {
    opens: { overcurrent: 0.5 },
    words: same('A loose terminal that heats it'),
    tells: {
      'after:hours': 4,
      'after:minutes': 1.5,
      'after:starting': 0.3,
      'after:idle': 0.2,
      'reset:cooled': 3,
      'reset:again': 0.1,
      'weather:heat': 1.5,
    },
    test: 'torque',
  },
  warm: {
    opens: { overcurrent: 0.3 },
    words: same('Warm neighbours in the enclosure'),
    tells: {
      'after:hours': 3,
      'after:starting': 0.1,
      'after:idle': 0.1,
      'reset:cooled': 3,
      'reset:again': 0.05,
      'weather:heat': 4,
      'weather:frost': 0.1,
    },
    test: 'clamp-load',
  },
  inrush: {
    opens: { overcurrent: 1 },
    words: same('Inrush as something starts'),
    tells: {
      'after:starting': 6,
      'after:minutes': 0.2,
      'after:hours': 0.1,
      'after:idle': 0.1,
      'reset:held': 3,
      'reset:again': 0.4,
    },
    test: 'one-by-one',
  },
  short: {
    opens: { overcurrent: 0.7 },
    words: same('Short circuit behind it'),
    tells: {
      'after:starting': 1.5,
      'after:hours': 0.3,
      'after:minutes': 0.3,
      'reset:again': 10,
      'reset:held': 0.15,
      'reset:cooled': 0.1,
      together: 4,
    },
    test: 'line-neutral',
  },
  leakage: {
    opens: { residual: 1 },
    words: same('Standing leakage adds up'),
    tells: {
      'after:idle': 0.5,
      'after:starting': 1.5,
      'reset:held': 2,
      'reset:again': 0.1,
      'reset:dried': 0.3,
      together: 0.3,
      'weather:rain': 0.8,
    },
    test: 'clamp-leak',
  },
  pulse: {
    opens: { residual: 0.4 },
    words: same('Filters switched on together'),
    tells: {
      'after:starting': 4,
      'after:minutes': 0.1,
      'after:hours': 0.1,
      'after:idle': 0.1,
      'reset:held': 2,
      'reset:again': 0.3,
    },
    test: 'one-by-one',
  },
  damp: {
    opens: { residual: 0.4 },
    words: same('Water in a fitting or a cable outside'),
    tells: {
      'weather:rain': 8,
      'weather:dry': 0.3,
      'weather:thunder': 2,
      'weather:frost': 0.5,
      'weather:heat': 0.2,
      'reset:dried': 8,
      'reset:again': 1.5,
      'reset:held': 0.7,
      'after:idle': 1.5,
    },
    test: 'outdoor-part',
  },
  element: {
    opens: { residual: 0.3 },
    words: same('A heating element that leaks'),
    tells: {
      'after:minutes': 3,
      'after:starting': 1.5,
      'after:idle': 0.3,
      'reset:again': 0.8,
      'reset:held': 1.2,
      'weather:rain': 0.6,
    },
    test: 'unplug-heater',
  },
  'earth-fault': {
    opens: { residual: 1.2, overcurrent: 0.5 },
    words: { iec: 'Earth fault in a cable or an appliance', nec: 'Ground fault in a cable or an appliance' },
    tells: { 'reset:again': 10, 'reset:held': 0.15, 'reset:cooled': 0.1, 'reset:dried': 0.3, together: 4 },
    test: 'line-earth',
  },
  'neutral-earth': {
    opens: { residual: 0.4 },
    words: {
      iec: 'Neutral connected to earth, or to another circuit, behind it',
      nec: 'Neutral connected to ground, or to another circuit, behind it',
    },
    tells: {
      'after:starting': 2,
      'after:idle': 1.5,
      'reset:again': 2,
      'reset:held': 0.8,
      'weather:dry': 1.2,
      'weather:rain': 0.6,
    },
    test: 'neutral-earth',
  },
  surge: {
    opens: { residual: 0.1, overcurrent: 0.1, arc: 0.1 },
    words: same('Surge of a thunderstorm'),
    tells: {
      'weather:thunder': 40,
      'weather:dry': 0.2,
      'reset:held': 1.5,
      'reset:again': 0.3,
      'reset:dried': 0.2,
      'after:idle': 2,
      together: 2,
    },
    test: 'surge-look',
  },
  'series-arc': {
    opens: { arc: 1.5 },
    words: same('A loose joint that arcs'),
    tells: { 'after:minutes': 2, 'after:hours': 1.5, 'after:starting': 0.8, 'after:idle': 0.1, 'reset:again': 1.2 },
    test: 'joints',
  },
  'arc-noise': {
    opens: { arc: 1 },
    words: same('An appliance it takes for an arc'),
    tells: { 'after:starting': 4, 'after:minutes': 0.8, 'after:hours': 0.5, 'after:idle': 0.1, 'reset:held': 1.5 },
    test: 'move-load',
  },
  worn: {
    opens: { residual: 0.2, overcurrent: 0.2, arc: 0.2 },
    words: same('The device itself'),
    tells: { 'after:idle': 2, 'reset:again': 1.2 },
    test: 'device',
  },
};
