import { andThen, known, map } from '../job/known';
import { settingOf } from '../job/readers';
import { linesOpened, opensNeutral } from '../network/poles';
import { clause } from '../rules/clauses';
import { type Condition, drawn, type Relaxation } from '../rules/relaxation';
import { neutralReturnBehind } from './bonds';
import { fedFromBehind, type OnThePath } from './chains';
import type { CircuitFacts } from './facts';

/** A device on the way of a source's current to a circuit. */
export interface Asked {
  facts: CircuitFacts;
  seated: OnThePath;
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
export const RESIDUAL: Relaxation<Asked> = {
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
      holds: ({ facts: { poles, isTT: tt }, seated: { device } }) =>
        andThen(tt, (tt) => (tt ? map(poles, ({ neutral }) => !neutral || opensNeutral(device)) : known(true))),
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
export const BOTH_SIDES: Relaxation<Asked> = {
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
