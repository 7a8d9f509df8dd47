/** A quantity in the words of one trade: how it is written in a figure, and what it is called. */
interface InTrade {
  symbol: string;
  name: string;
}
export interface Quantity {
  iec: InTrade;
  nec: InTrade;
  /** What it is, in a sentence; in two where the trades say it otherwise. */
  is: string | { iec: string; nec: string };
  /** Where it is defined or used: clauses of IEC 60364 or a product standard, and of the NEC. */
  clauses: { iec: string; nec: string };
}

const both = (symbol: string, name: string): Pick<Quantity, 'iec' | 'nec'> => ({ iec: { symbol, name }, nec: { symbol, name } });
const trades = (iec: readonly [string, string], nec: readonly [string, string]): Pick<Quantity, 'iec' | 'nec'> => ({
  iec: { symbol: iec[0], name: iec[1] },
  nec: { symbol: nec[0], name: nec[1] },
});

/**
 * The quantities that checks compare, in both trades. Symbols of the IEC are those of IEC 60050-826 and -442, of IEC 60364 and of the
 * product standards; terms of the NEC are those of its article 100. Both from memory.
 */
export const QUANTITIES = {
  // Loads and ratings.
  Ib: {
    ...trades(['Ib', 'design current'], ['load', 'calculated load']),
    is: 'The current a circuit carries in normal use.',
    clauses: { iec: '433.1', nec: '220, 210.19, 215.2' },
  },
  IbSum: {
    ...trades(['Σ Ib', 'sum of design currents'], ['Σ loads', 'sum of loads']),
    is: 'What all circuits behind a device carry, times the share that runs at once where one is stated.',
    clauses: { iec: '311, 433.1', nec: '220.40' },
  },
  In: {
    ...trades(['In', 'rated current'], ['rating', 'rating']),
    is: 'The current a device is rated to carry; of an adjustable one the setting Ir.',
    clauses: { iec: '433.1', nec: '240.6' },
  },
  InDerated: {
    ...trades(['In × factor', 'rated current, reduced for its place'], ['rating', 'rating']),
    is: 'Devices side by side, or in the heat, carry less than they are rated for.',
    clauses: { iec: '433.1, IEC 61439-3 RDF', nec: '240.6' },
  },
  InAhead: {
    ...trades(['In ahead', 'rated current of the device ahead'], ['OCPD', 'rating of the overcurrent device ahead']),
    is: 'The rating of the overcurrent device nearest on the supply side.',
    clauses: { iec: '433.1', nec: '408.36' },
  },
  InBehind: {
    ...trades(['Σ In behind', 'sum of the rated currents behind it'], ['Σ ratings', 'sum of the ratings behind it']),
    is: 'Ratings of the overcurrent devices on the load side, added up on the line with the highest load.',
    clauses: { iec: '536.4.3', nec: '408.30' },
  },
  InA: {
    ...trades(['InA', 'rated current of the assembly'], ['bus', 'bus rating']),
    is: { iec: 'The current the bars of a board may carry.', nec: 'The current the bus of a panel may carry.' },
    clauses: { iec: 'IEC 61439-3 5.3.1', nec: '408.30' },
  },
  SumIn: {
    ...trades(['Σ In', 'sum of the ratings that feed it'], ['sources', 'sum of the sources']),
    is: {
      iec: 'Ratings of all that may feed a board at once, added up.',
      nec: 'Ratings of all that may feed a panel at once, added up.',
    },
    clauses: { iec: '551.7', nec: '705.12' },
  },
  MOCP: {
    ...trades(['maximum device', 'maximum device marked'], ['MOCP', 'maximum overcurrent protection']),
    is: 'The largest overcurrent device the maker of equipment marks on it.',
    clauses: { iec: '510.3', nec: '440.22, 110.3(B)' },
  },
  plugged: {
    ...trades(['load', 'load on a plug'], ['load', 'cord-and-plug load']),
    is: 'What one appliance on a cord, or all that is fastened in place, draws on a circuit with outlets.',
    clauses: { iec: '–', nec: '210.23' },
  },
  connectedV: {
    ...both('U', 'voltage there'),
    is: 'The voltage that reaches the terminals.',
    clauses: { iec: '512.1.1', nec: '110.4' },
  },
  ratedV: {
    ...trades(['Ur', 'rated voltage'], ['rated', 'rated voltage']),
    is: 'The voltage equipment is rated for.',
    clauses: { iec: '512.1.1', nec: '110.4, 240.85' },
  },
  plateV: {
    ...trades(['1.1 Ur', '1.1 times the rated voltage'], ['110 % of rated', '110 % of the rated voltage']),
    is: 'What equipment takes of overvoltage in the long run: a tenth above its plate.',
    clauses: { iec: '512.1.1, common practice', nec: '110.4, common practice' },
  },
  // Cables.
  Iz: {
    ...trades(['Iz', 'current-carrying capacity'], ['ampacity', 'ampacity']),
    is: 'The current a cable carries for any time where it lies, without growing hotter than its insulation withstands.',
    clauses: { iec: '523', nec: '310.14, 310.16' },
  },
  IzLower: {
    ...trades(['Iz', 'current-carrying capacity'], ['ampacity at terminals', 'ampacity before factors, by its terminals']),
    is: 'What the conductor carries before any factor, held to the temperature of its terminals.',
    clauses: { iec: '523', nec: '110.14(C), 210.19(A)(1)' },
  },
  IzHarmonic: {
    ...trades(['Iz × factor', 'current-carrying capacity, reduced for harmonics'], ['ampacity', 'ampacity']),
    is: 'Where third harmonics heat the neutral a cable carries less.',
    clauses: { iec: '523.6.3, annex E', nec: '310.15(E)' },
  },
  I2: {
    ...trades(['I2', 'current of certain operation'], ['certain operation', 'current of certain operation']),
    is: 'The current at which a device is certain to open within its conventional time.',
    clauses: { iec: '433.1', nec: '–' },
  },
  Iz145: {
    ...trades(['1.45 Iz', '1.45 times the current-carrying capacity'], ['1.45 ampacity', '1.45 times the ampacity']),
    is: 'The overload a cable withstands for the conventional time of its device.',
    clauses: { iec: '433.1', nec: '–' },
  },
  nextSize: {
    ...trades(['next rating', 'next standard rating'], ['next size up', 'next standard rating']),
    is: 'Where what the conductor carries is no standard rating, the next one above it is permitted up to 800 A.',
    clauses: { iec: '–', nec: '240.4(B)' },
  },
  dwellingIn: {
    ...trades(['0.83 In', '83 % of the rating'], ['83 % of rating', '83 % of the rating']),
    is: 'What a conductor that carries the whole load of one dwelling has to carry.',
    clauses: { iec: '–', nec: '310.12' },
  },
  IN: {
    ...trades(['IN', 'current in the neutral'], ['unbalanced load', 'load on the neutral']),
    is: 'What may flow in the neutral: the maximum unbalanced load, and its harmonics.',
    clauses: { iec: '524.2', nec: '220.61' },
  },
  IzN: {
    ...trades(['Iz of the neutral', 'current-carrying capacity of the neutral'], ['neutral ampacity', 'ampacity of the neutral']),
    is: 'The current the neutral carries for any time where it lies.',
    clauses: { iec: '524.2', nec: '220.61, 310.16' },
  },
  dU: {
    ...trades(['ΔU', 'voltage drop'], ['voltage drop', 'voltage drop']),
    is: 'How much lower the voltage is at the load than where the supply comes in, of the nominal voltage.',
    clauses: { iec: '525', nec: '210.19(A) informational note' },
  },
  I2t: {
    ...both('I²t', 'heat let through'),
    is: 'Current squared times the time it flows: the let-through of a device until a fault is cut off.',
    clauses: { iec: '434.5.2', nec: '110.10' },
  },
  k2S2: {
    ...trades(['k²S²', 'heat the conductor withstands'], ['withstand', 'heat the insulation withstands']),
    is: 'What a conductor takes up in a short circuit before its insulation is damaged.',
    clauses: { iec: '434.5.2, 543.1.2', nec: '110.10, ICEA P-32-382' },
  },
  requiredSize: {
    ...trades(['required', 'required cross-section'], ['required', 'required size']),
    is: 'The smallest conductor permitted there.',
    clauses: { iec: '524, 543.1, 544.1', nec: '250.66, 250.122' },
  },
  S: {
    ...trades(['S', 'cross-section'], ['size', 'conductor size']),
    is: 'The cross-section of a conductor.',
    clauses: { iec: '524', nec: '310, chapter 9 table 8' },
  },
  SN: {
    ...trades(['SN', 'cross-section of the neutral'], ['neutral', 'size of the neutral']),
    is: 'The cross-section of the neutral.',
    clauses: { iec: '524.2', nec: '220.61' },
  },
  outletRating: {
    ...trades(['socket-outlet', 'rating of the socket-outlet'], ['receptacle', 'receptacle rating']),
    is: {
      iec: 'What a socket-outlet is rated for, by the circuit it is on.',
      nec: 'What a receptacle is rated for, by the circuit it is on.',
    },
    clauses: { iec: '–', nec: '210.21(B), table 210.21(B)(3)' },
  },
  // Faults.
  Ipf: {
    ...trades(['Ipf', 'prospective fault current'], ['available fault', 'available fault current']),
    is: 'The maximum current a fault of no impedance would draw there.',
    clauses: { iec: '434.1', nec: '110.9, 110.24' },
  },
  Icn: {
    ...trades(['Icn', 'rated short-circuit capacity'], ['AIC', 'interrupting rating']),
    is: 'The maximum fault current a breaker for the household interrupts.',
    clauses: { iec: '434.5.1, IEC 60898-1', nec: '110.9' },
  },
  Icu: {
    ...trades(['Icu', 'ultimate breaking capacity'], ['AIC', 'interrupting rating']),
    is: 'The maximum fault current an industrial breaker interrupts.',
    clauses: { iec: '434.5.1, IEC 60947-2', nec: '110.9' },
  },
  I1: {
    ...trades(['I1', 'rated breaking capacity of a fuse'], ['AIC', 'interrupting rating']),
    is: 'The maximum fault current a fuse interrupts.',
    clauses: { iec: '434.5.1, IEC 60269-1', nec: '110.9' },
  },
  Inc: {
    ...trades(['Inc', 'conditional short-circuit current'], ['SCCR', 'short-circuit current rating']),
    is: {
      iec: 'The fault current a switch or residual device withstands behind the device it is rated with.',
      nec: 'The fault current a switch withstands behind the device it is rated with.',
    },
    clauses: { iec: '536.4.2.4', nec: '110.10' },
  },
  combined: {
    ...trades(['back-up', 'capacity with back-up protection'], ['series rating', 'series combination rating']),
    is: 'What two devices listed together interrupt.',
    clauses: { iec: '434.5.1, 536.4', nec: '240.86' },
  },
  consumerUnit: {
    ...both('consumer unit', 'rating of the consumer unit behind the cut-out'),
    is: '16 kA, by annex ZB of BS EN 61439-3, behind the supplier’s cut-out fuse.',
    clauses: { iec: 'BS EN 61439-3 annex ZB', nec: '–' },
  },
  Zs: {
    ...trades(['Zs', 'earth fault loop impedance'], ['loop', 'ground-fault loop impedance']),
    is: {
      iec: 'Everything the current of an earth fault flows through: source, line, and the way back.',
      nec: 'Everything the current of a ground fault flows through: source, line, and the way back.',
    },
    clauses: { iec: '411.4.4', nec: '250.4(A)(5)' },
  },
  ZsMax: {
    ...trades(['max Zs', 'maximum loop impedance permitted'], ['limit', 'maximum loop impedance']),
    is: 'U0 (times Cmin under BS 7671) over the current that opens the device in time.',
    clauses: { iec: '411.4.4', nec: '–' },
  },
  trip: {
    ...trades(['trip time', 'time to disconnect'], ['trip time', 'opening time']),
    is: 'How long the device takes at the fault current there.',
    clauses: { iec: '411.3.2', nec: '250.4(A)(5)' },
  },
  tMax: {
    ...trades(['permitted', 'longest time permitted'], ['permitted', 'longest time']),
    is: 'The longest a fault may last there.',
    clauses: { iec: '411.3.2, table 41.1; 434.5.2', nec: '–' },
  },
  touchV: {
    ...trades(['RA·IΔn', 'touch voltage at the sensitivity'], ['R·I', 'touch voltage']),
    is: {
      iec: 'What may stay on metal parts without the residual device opening.',
      nec: 'What may stay on metal parts without the device tripping.',
    },
    clauses: { iec: '411.5.3', nec: '–' },
  },
  UL: {
    ...trades(['UL', 'conventional touch voltage limit'], ['limit', 'touch voltage limit']),
    is: 'The touch voltage that may last, 50 V.',
    clauses: { iec: '411.5.3', nec: '–' },
  },
  instantaneous: {
    ...trades(
      ['instantaneous', 'upper instantaneous bound'],
      ['instantaneous trip', 'current that is certain to trip it at once'],
    ),
    is: 'The current at which a device is certain to open without delay.',
    clauses: { iec: 'IEC 60898-1 9.10.2', nec: 'UL 489' },
  },
  groundFault: {
    ...trades(['earth fault', 'minimum earth-fault current'], ['ground fault', 'minimum ground-fault current']),
    is: {
      iec: 'The minimum current a fault to earth draws, at the far end and with warm conductors.',
      nec: 'The minimum current a fault to ground draws, at the far end and with warm conductors.',
    },
    clauses: { iec: '411.4.4', nec: '250.4(A)(5)' },
  },
  // Persons and use.
  IdN: {
    ...trades(['IΔn', 'rated residual operating current'], ['trip level', 'trip level']),
    is: {
      iec: 'The residual current at which a device opens; it does not at half of it.',
      nec: 'The current to ground at which a device trips: 4 to 6 mA for class A.',
    },
    clauses: { iec: '531.3, IEC 61008-1', nec: 'UL 943' },
  },
  permittedIdN: {
    ...trades(['permitted IΔn', 'maximum sensitivity that protects a person'], ['permitted', 'maximum trip level']),
    is: '30 mA for a person who touches it.',
    clauses: { iec: '415.1', nec: '–' },
  },
  Idc: {
    ...trades(['smooth DC', 'smooth direct residual current'], ['smooth DC', 'smooth direct current to ground']),
    is: 'Leakage that does not pulse: it drives the core of a device into saturation, and blinds it.',
    clauses: { iec: '531.3.3', nec: '–' },
  },
  bearsDc: {
    ...both('tolerated', 'smooth DC it stays sound with'),
    is: 'None for type AC, 6 mA for type A, 10 mA for type F; type B sees it.',
    clauses: { iec: '531.3.3, IEC 61008-1, IEC 62423', nec: '–' },
  },
  leakage: {
    ...trades(['leakage', 'protective conductor current'], ['leakage', 'leakage to ground']),
    is: { iec: 'What flows to earth while nothing is wrong.', nec: 'What flows to ground while nothing is wrong.' },
    clauses: { iec: '531.3.2', nec: 'UL 101' },
  },
  holdsLeakage: {
    ...trades(
      ['30 % IΔn', 'share of the sensitivity that leakage may use'],
      ['limit', 'share of the trip level leakage may use'],
    ),
    is: 'Leakage up to it leaves room for what is switched on.',
    clauses: { iec: '531.3.2', nec: '–' },
  },
  unwanted: {
    ...trades(['unwanted trips', 'evenings with an unwanted trip'], ['nuisance trips', 'evenings with a nuisance trip']),
    is: 'Evenings on which leakage by chance opens the device though nothing is wrong, simulated.',
    clauses: { iec: '531.3.2', nec: '–' },
  },
  permitted: {
    ...both('permitted', 'maximum value permitted'),
    is: 'What the rule allows there.',
    clauses: { iec: '–', nec: '–' },
  },
  required: {
    ...both('required', 'minimum value required'),
    is: 'What the rule asks for there.',
    clauses: { iec: '–', nec: '–' },
  },
  inrush: {
    ...both('inrush', 'peak of what is switched on together'),
    is: 'The peak current of lamps, supplies and transformers at the moment of switching on.',
    clauses: { iec: '433.1, common practice', nec: 'common practice' },
  },
  holdsPeak: {
    ...trades(
      ['min magnetic × √2', 'lower instantaneous bound, as a peak'],
      ['min instantaneous × √2', 'lower instantaneous bound, as a peak'],
    ),
    is: 'The peak below which the magnetic part never opens.',
    clauses: { iec: 'IEC 60898-1 9.10.2', nec: 'UL 489' },
  },
  pulse: {
    ...both('pulse', 'how long switching on or starting lasts'),
    is: 'How long the current of switching on or of starting flows.',
    clauses: { iec: 'common practice', nec: '430.52, common practice' },
  },
  minTrip: {
    ...both('min trip time', 'time before which it never opens'),
    is: 'The shortest time of the band at that current.',
    clauses: { iec: 'IEC 60898-1, IEC 60269-1', nec: 'UL 489' },
  },
  draws: {
    ...both('current', 'current drawn together'),
    is: 'What flows while it is switched on or starts.',
    clauses: { iec: '433.1', nec: '–' },
  },
  // One alone.
  Is: {
    ...trades(['Is', 'selectivity limit'], ['coordinated to', 'coordination limit']),
    is: 'Up to this current the device downstream opens alone.',
    clauses: { iec: '536.4.1', nec: '240.12' },
  },
  ratio: {
    ...trades(['ratio of IΔn', 'ratio of sensitivities'], ['ratio', 'ratio of trip levels']),
    is: 'Sensitivity of the device upstream over that downstream.',
    clauses: { iec: '531.3.5', nec: '–' },
  },
  // Surges.
  continuousV: {
    ...trades(['1.1 U0', 'maximum continuous voltage there'], ['line to ground', 'voltage of a line to ground']),
    is: 'The voltage that stays on the device for good.',
    clauses: { iec: '534.4.4.3', nec: '242' },
  },
  Uc: {
    ...trades(['Uc', 'maximum continuous operating voltage'], ['MCOV', 'maximum continuous operating voltage']),
    is: 'The voltage a surge device takes for any time.',
    clauses: { iec: '534.4.4.3, IEC 61643-11', nec: 'UL 1449' },
  },
  spdIn: {
    ...trades(['In (8/20)', 'nominal discharge current'], ['nominal discharge', 'nominal discharge current']),
    is: 'The surge current of the form 8/20 µs a device takes many times.',
    clauses: { iec: '534.4.4.4', nec: '230.67, UL 1449' },
  },
  spdIimp: {
    ...trades(['Iimp (10/350)', 'impulse discharge current'], ['impulse current', 'impulse discharge current']),
    is: 'The lightning current of the form 10/350 µs a device of type 1 takes.',
    clauses: { iec: '534.4.4.5', nec: '–' },
  },
  Isccr: {
    ...trades(['Isccr', 'short-circuit current rating'], ['SCCR', 'short-circuit current rating']),
    is: 'The fault current a surge device withstands, with what opens it.',
    clauses: { iec: '534.4.4.6', nec: '242.8' },
  },
  leads: {
    ...both('leads', 'length of the leads'),
    is: {
      iec: 'From the line to the surge device and on to the earth bar, in a row.',
      nec: 'From the line to the surge device and on to the ground bar, in a row.',
    },
    clauses: { iec: '534.4.8', nec: '242.24' },
  },
  Up: {
    ...trades(['Up/f', 'protection level with its leads'], ['let-through', 'voltage let through, with its leads']),
    is: 'The voltage that is left where the device stands: its own level and what its leads add.',
    clauses: { iec: '534.4.4.2', nec: 'UL 1449 (VPR)' },
  },
  Uw: {
    ...trades(['0.8 Uw', 'four fifths of the impulse withstand'], ['0.8 withstand', 'four fifths of the impulse withstand']),
    is: 'What equipment withstands, with a fifth kept back.',
    clauses: { iec: '443.6.2, 534.4.4.2', nec: '–' },
  },
  // Boards and what is measured on them.
  waysUsed: {
    ...trades(['used', 'ways used'], ['used', 'spaces used']),
    is: { iec: 'Ways that devices take.', nec: 'Spaces that devices take.' },
    clauses: { iec: 'IEC 61439-3', nec: '408.54' },
  },
  ways: {
    ...both('', 'all there are'),
    is: { iec: 'Ways of the board.', nec: 'Spaces of the panel.' },
    clauses: { iec: 'IEC 61439-3', nec: '408.54' },
  },
  conductors: {
    ...both('conductors', 'conductors to be connected'),
    is: 'Conductors that go under terminals there.',
    clauses: { iec: '526', nec: '110.14(A), 408.41' },
  },
  terminals: {
    ...both('terminals for', 'conductors the terminals take'),
    is: 'How many conductors the terminals are rated for.',
    clauses: { iec: '526.2', nec: '110.14(A), 408.40' },
  },
  measured: {
    ...both('measured', 'measured there'),
    is: 'What was measured at the inspection.',
    clauses: { iec: '6.4', nec: '110.26, 240.24, 110.14(D)' },
  },
  volume: {
    ...both('box', 'volume of the box'),
    is: 'The volume marked on a box, or of the table.',
    clauses: { iec: '–', nec: '314.16(A)' },
  },
  fill: {
    ...both('fill', 'area of the wires'),
    is: {
      iec: 'Cross-section of all conductors in a conduit, insulation included.',
      nec: 'Cross-section of all wires in a raceway, insulation included.',
    },
    clauses: { iec: '–', nec: 'chapter 9 tables 1, 5' },
  },
} as const satisfies Record<string, Quantity>;

export type QuantityId = keyof typeof QUANTITIES;

/** What a quantity is, as a trade says it. */
export function meaningOf(id: QuantityId, dialect: 'iec' | 'nec'): string {
  const { is }: Quantity = QUANTITIES[id];
  return typeof is === 'string' ? is : is[dialect];
}

/**
 * What a comparison compares: its demand, its limit, and `limit-first` where the trade reads the limit first ("Uc 275 V ≥ 253 V"). One
 * that only says whether something is so, or counts what must not be there, compares no quantities.
 */
export type Compared = readonly [demand: QuantityId, limit: QuantityId, order?: 'limit-first'] | 'whether';

/** One side of a comparison as it is written: `Ib 21 A`. */
export interface Figure {
  quantity: QuantityId;
  symbol: string;
  /** The value without its unit; of an American size its name. */
  value: string;
  unit: string;
}

/** A comparison as it is read: `Ib 21 A ≤ In 32 A`, or the limit first: `Uc 275 V ≥ 1.1 U0 253 V`. */
export interface Figures {
  first: Figure;
  relation: '≤' | '>' | '≥' | '<';
  second: Figure;
}
