import { ratedCurrent } from '../../devices/bands';
import { neutralReturnBehind } from '../../house/bonds';
import { fedFromBehind, type OnTheWay } from '../../house/chains';
import type { CircuitFacts } from '../../house/facts';
import { andThen, known, list, type Maybe, map, unknown } from '../../job/known';
import { factOf, settingOf } from '../../job/readers';
import { linesOpened, opensNeutral } from '../../network/poles';
import { clause } from '../../rules/clauses';
import { type Condition, type Credit, drawn } from '../../rules/credit';
import { SLOW_ABOVE_A } from '../../tables/disconnection';
import { necCited } from '../../tables/necCited';
import { fits } from '../../tables/rounding';

/** A device on the way of a source's current to a circuit. */
export interface Asked {
  facts: CircuitFacts;
  seated: OnTheWay;
}

/** A device that may be fed from one side only clears nothing that comes from the other. */
export const FROM_THIS_SIDE: Condition<Asked> = {
  id: 'direction',
  wants: 'works from its line side only, and the fault comes from the other',
  holds: ({ seated: { device, reversed } }) => {
    const { settings } = device;
    if (!reversed || settings.family !== 'rcbo') return drawn(true);
    return settingOf(device, 'bidirectional');
  },
};

/** A residual device clears an earth fault of any size, where it sees it and opens what it must. */
export const RESIDUAL: Credit<Asked> = {
  id: 'residual',
  name: 'residual device',
  clause: (pack) => clause(pack, 'everyLive'),
  conditions: [
    {
      id: 'lines',
      wants: 'opens every line of its circuit',
      holds: ({ facts: { poles }, seated: { device } }) => map(poles, ({ lines }) => linesOpened(device) >= lines),
    },
    {
      id: 'neutral',
      wants: 'leaves the neutral closed: in TT it has to open every live conductor',
      holds: ({ facts: { poles, soil }, seated: { device } }) =>
        andThen(soil, (tt) => (tt ? map(poles, ({ neutral }) => !neutral || opensNeutral(device)) : known(true))),
    },
    {
      id: 'return',
      wants: 'does not see a fault that comes home by the neutral behind it, or opens on load',
      holds: ({ facts, seated }) => map(neutralReturnBehind(facts, seated), (place) => place === undefined),
    },
    FROM_THIS_SIDE,
  ],
};

/** A device that may be fed from both sides. */
export const BOTH_SIDES: Credit<Asked> = {
  id: 'both-sides',
  name: 'supply from both sides',
  clause: (pack) => clause(pack, 'oneWay'),
  conditions: [
    {
      id: 'bidirectional',
      wants: 'may be fed from its line side only, and a source behind it can feed it from there',
      holds: ({ facts, seated: { device, ...seat } }) => {
        const { settings } = device;
        const behind = seat.reversed || fedFromBehind(facts, { device, ...seat });
        if (settings.family !== 'rcbo' || !behind) return drawn(true);
        return settingOf(device, 'bidirectional');
      },
    },
  ],
};

/** Large final circuits are given the time of a distribution circuit (411.3.2.3, 411.3.2.4). */
export const SLOW_FINAL: Credit<CircuitFacts> = {
  id: 'slow-final',
  name: 'time of a distribution circuit',
  clause: (pack) => clause(pack, 'disconnection'),
  conditions: [
    {
      id: 'rating',
      wants: `is for fixed circuits above ${SLOW_ABOVE_A.fixed} A, and others above ${SLOW_ABOVE_A.outlets} A`,
      holds: ({ circuit, protective, house }) => {
        const ratedA: Maybe<number> =
          protective === undefined
            ? unknown(`circuits.${circuit.id}`, `an overcurrent device for ${circuit.name}`)
            : ratedCurrent(protective);
        return andThen(ratedA, (rated) => {
          if (!fits(rated, SLOW_ABOVE_A.outlets)) return drawn(true);
          if (fits(rated, SLOW_ABOVE_A.fixed)) return drawn(false);
          if (house.socketsOf(circuit.id).length > 0) return drawn(false);
          return circuit.use === undefined
            ? unknown(`circuits.${circuit.id}.use`, `what ${circuit.name} feeds`)
            : drawn(circuit.use === 'fixed' || circuit.use === 'lighting');
        });
      },
    },
  ],
};

/** Outlets without an equipment ground, replaced, marked and behind class A protection (NEC 406.4(D)(2)). */
export const UNGROUNDED: Credit<CircuitFacts> = {
  id: 'ungrounded',
  name: 'outlet without an equipment ground',
  clause: necCited('406.4(D)(2)'),
  conditions: [
    { id: 'existing', wants: 'is for existing circuits', holds: ({ circuit }) => drawn(circuit.state !== 'new') },
    {
      id: 'class-a',
      wants: 'is behind class A ground-fault protection',
      holds: ({ wiring }) =>
        drawn(
          wiring.startDevices.some(
            ({ settings }) => settings.family === 'moulded-case-nec' && settings.groundFault === 'class-A',
          ),
        ),
    },
    {
      id: 'marked',
      wants: 'is for outlets that are marked so',
      holds: ({ house, circuit }) => {
        const points = house.socketsOf(circuit.id);
        if (points.length === 0) return unknown(`circuits.${circuit.id}`, `the receptacles on ${circuit.name}`);
        const marks = points.map((point) => factOf('points', point, 'noEarthMarked'));
        return map(list(marks), (each) => each.every((marked) => marked));
      },
    },
  ],
};
