/** A matter on which practitioners differ: what each school holds, and what is taken here unless somebody says otherwise, with why. */
export interface Disputed {
  id: string;
  title: string;
  schools: readonly string[];
  here: string;
  /** Only where it is one trade's. */
  dialect?: 'iec' | 'nec';
}

/** Ours, from the practice of the trade; no source. */
export const DISPUTED: readonly Disputed[] = [
  {
    id: 'residual-arrangement',
    title: 'One RCD for all, two, a hybrid, or an RCBO for each circuit',
    schools: [
      'one or two are cheap, and darken half the house',
      'one for each circuit costs modules, and only the faulty one opens',
    ],
    here: 'compared on this very job; one for each circuit is the default, as it leaves the rest on',
    dialect: 'iec',
  },
  {
    id: 'breaker-or-first-outlet',
    title: 'Ground- and arc-fault protection at the breaker, or at the first outlet',
    schools: ['at the breaker the whole run is covered', 'at the first outlet the reset is where the fault is'],
    here: 'both are compared; the breaker where the first outlet is out of reach or there is none, otherwise either',
    dialect: 'nec',
  },
  {
    id: 'multiwire',
    title: 'Multiwire branch circuits',
    schools: [
      'two circuits on one neutral save copper and drop less',
      'one lost neutral puts both legs in series across what is plugged in',
    ],
    here: 'allowed and judged; advised against where ground- or arc-fault protection is needed',
    dialect: 'nec',
  },
  {
    id: 'feed-through',
    title: 'Outlets fed through, or pigtailed',
    schools: [
      'through the device is quicker, and a GFCI covers what follows',
      'a pigtail leaves the next ones on when one is removed',
    ],
    here: 'each outlet says which; what is not said covers nothing behind it',
    dialect: 'nec',
  },
  {
    id: 'one-size',
    title: 'One size of cable everywhere, or by load',
    schools: ['one size makes no mistakes on site', 'by load saves copper, and drop decides long runs'],
    here: 'judged by load, drop and fault; no size is preferred',
  },
  {
    id: 'lights-apart',
    title: 'Lights and outlets together, or apart',
    schools: ['together every room keeps something when one circuit opens', 'apart the light stays on when an appliance fails'],
    here: 'judged by what goes dark when one device is off',
  },
  {
    id: 'rcd-tests',
    title: 'RCD tests at half, once and five times IΔn, or at once alone',
    schools: [
      'three tests find a device that is slow or too quick',
      'BS 7671 has asked for one at IΔn since 2022; more wears nothing out',
    ],
    here: 'a reading at each is taken, none is demanded beyond the edition of the job',
    dialect: 'iec',
  },
  {
    id: 'torque',
    title: 'Torque by tool, or by feel',
    schools: ['a tool, as the maker marks it and 110.14(D) asks', 'a practised hand'],
    here: 'by tool; by feel can be recorded and is a caution',
  },
  {
    id: 'heater-sensitivity',
    title: 'A water heater in a wet room on 10 mA or 30 mA',
    schools: ['10 mA opens before a hand is held', '30 mA is what the code asks, and opens less for nothing'],
    here: '30 mA is in order; its standing leakage decides whether 10 mA stays on',
    dialect: 'iec',
  },
  {
    id: 'surge-need',
    title: 'Surge protection always, or by computed need',
    schools: ['always: it costs little beside what it saves', 'by need: a density of lightning and a length of line decide'],
    here: 'what the code of the job asks; where it leaves the choice, the owner says what an overvoltage could cost',
  },
  {
    id: 'switched-neutral',
    title: 'Neutral opened with the lines, or not',
    schools: ['two poles keep a fault of the neutral from the dead circuit', 'one pole is what the code asks in TN'],
    here: 'judged where a code asks (TT, shared neutrals, RCDs); else either',
    dialect: 'iec',
  },
  {
    id: 'board-change',
    title: 'Inspection before a board is changed, or after',
    schools: ['before: faults are found while the old board still stands', 'after: a new residual device finds them at once'],
    here: 'before; a board that cannot be energised is no better than the one it replaced',
    dialect: 'iec',
  },
  {
    id: 'how-sure-a-curve',
    title: 'How sure a time-current curve is',
    schools: ['the standard gives limits every device keeps', 'a maker gives one device’s band, narrower'],
    here: 'each curve says its grade: standard, typical or by its maker; what passes on a typical one alone says so',
  },
];
export const disputedIn = (dialect: 'iec' | 'nec'): readonly Disputed[] =>
  DISPUTED.filter((each) => each.dialect === undefined || each.dialect === dialect);
