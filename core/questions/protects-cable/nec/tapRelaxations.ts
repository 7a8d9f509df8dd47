import { ratedCurrent } from '../../../devices/bands';
import { isOvercurrent } from '../../../house/facts';
import { all, list, type Maybe, map, unknown } from '../../../job/known';
import { factOf } from '../../../job/readers';
import type { Tap } from '../../../job/sealed';
import type { Stretch } from '../../../network/paths';
import { type Condition, drawn, type Relaxation } from '../../../rules/relaxation';
import { TAPS, tapSource } from '../../../tables/necTaps';
import { fits } from '../../../tables/rounding';
import { deviceA, type OnCircuit } from './relaxations';

/** All of a tap: from where it leaves the larger conductor to the end of its circuit. */
const wholeTap = ({ facts: { wiring }, of: { stretch } }: OnCircuit): Stretch[] => {
  const way: Stretch[] = [];
  for (let at: Stretch | undefined = stretch; at?.segment.tap !== undefined; ) {
    way.unshift(at);
    const before: string | undefined = at.after;
    at = wiring.stretches.find(({ segment }) => segment.id === before);
  }
  // What goes on behind it is tap as well, whether anybody called it so or not.
  for (const next of wiring.stretches)
    if (way.some(({ segment }) => segment.id === next.after) && !way.includes(next)) way.push(next);
  return way;
};

export const tapLengthM = (about: OnCircuit): Maybe<number> =>
  map(list(wholeTap(about).map(({ facts }) => facts.lengthM)), (lengths) => lengths.reduce((sum, lengthM) => sum + lengthM, 0));

const endDevice = ({ facts: { own } }: OnCircuit) => own.find((seated) => seated.seat === 'end' && isOvercurrent(seated))?.device;

function feederTap(tap: 'feeder-10-ft' | 'feeder-25-ft'): Relaxation<OnCircuit> {
  return {
    id: tap,
    name: 'feeder tap',
    clause: (pack) => tapSource(tap, pack),
    conditions: [
      { id: 'kind', wants: 'is for feeders', holds: ({ facts: { circuit } }) => drawn(circuit.kind === 'distribution') },
      tapLength(tap),
      {
        id: 'end',
        wants: 'ends in one overcurrent device',
        holds: (about) => {
          const { circuit } = about.facts;
          return endDevice(about) === undefined
            ? unknown(`circuits.${circuit.id}`, 'the overcurrent device the tap ends in')
            : drawn(true);
        },
      },
      {
        id: 'held',
        wants: 'ends in a device that holds it to its ampacity',
        holds: (about) => {
          const device = endDevice(about);
          if (device === undefined)
            return unknown(`circuits.${about.facts.circuit.id}`, 'the overcurrent device the tap ends in');
          return map(all({ ampacity: about.of.ampacity, ratedA: ratedCurrent(device) }), ({ ampacity, ratedA }) =>
            fits(ratedA, ampacity.ampacityA),
          );
        },
      },
      {
        id: 'shelter',
        wants: 'lies in a raceway',
        holds: ({ of: { stretch } }) => {
          const { place } = stretch.segment;
          if (place === undefined) return unknown(stretch.facts.at('place'), `where ${stretch.facts.name} lies`);
          // The longer one may be sheltered by other approved means, which only people can tell: a caution where it is used.
          return drawn(place === 'raceway' || tap === 'feeder-25-ft');
        },
      },
    ],
  };
}

const tapLength = (tap: Tap): Condition<OnCircuit> => ({
  id: 'length',
  wants: `is at most ${TAPS[tap].mostWords} long, all of it that follows`,
  holds: (about) => map(tapLengthM(about), (lengthM) => fits(lengthM, TAPS[tap].mostM ?? Number.POSITIVE_INFINITY)),
});

const branch: Condition<OnCircuit> = {
  id: 'kind',
  wants: 'is for branch circuits',
  holds: ({ facts: { circuit } }) => drawn(circuit.kind === 'final'),
};
const upTo50: Condition<OnCircuit> = {
  id: 'device',
  wants: 'is for branch circuits up to 50 A',
  holds: (about) => map(deviceA(about), (ratedA) => fits(ratedA, 50)),
};
const noReceptacle: Condition<OnCircuit> = {
  id: 'no-receptacle',
  wants: 'never feeds a receptacle',
  holds: ({ facts: { circuit, house } }) => {
    if (house.socketsOf(circuit.id).length > 0) return drawn(false);
    return circuit.use === undefined
      ? unknown(`circuits.${circuit.id}.use`, `what ${circuit.name} feeds`)
      : drawn(circuit.use === 'lighting' || circuit.use === 'fixed');
  },
};

/** Each tap's rule, whole: how long, how it ends, what it feeds. Never with the next standard size. */
export const TAP_RELAXATIONS: Readonly<Record<Tap, Relaxation<OnCircuit>>> = {
  'feeder-10-ft': feederTap('feeder-10-ft'),
  'feeder-25-ft': feederTap('feeder-25-ft'),
  cooking: {
    id: 'cooking',
    name: 'cooking tap',
    clause: (pack) => tapSource('cooking', pack),
    conditions: [
      branch,
      upTo50,
      noReceptacle,
      {
        id: 'range',
        wants: 'feeds a range, and nothing else',
        holds: ({ facts: { loads, circuit } }) =>
          loads.length === 0
            ? unknown(`circuits.${circuit.id}`, `the range ${circuit.name} feeds`)
            : map(list(loads.map((load) => factOf('loads', load, 'appliance'))), (kinds) =>
                kinds.every((kind) => kind === 'range'),
              ),
      },
    ],
  },
  outlet: {
    id: 'outlet',
    name: 'outlet tap',
    clause: (pack) => tapSource('outlet', pack),
    conditions: [branch, upTo50, tapLength('outlet'), noReceptacle],
  },
};
