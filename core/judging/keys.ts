/** What a check is about: rows of the job by their kind, and what tells several checks of one row apart. */
export type AboutField =
  | 'aspect'
  | 'board'
  | 'device'
  | 'electrode'
  | 'fault'
  | 'item'
  | 'load'
  | 'origin'
  | 'path'
  | 'place'
  | 'point'
  | 'poleRule'
  | 'reading'
  | 'requirement'
  | 'room'
  | 'row'
  | 'segment'
  | 'upstream';
export type About = { readonly [Field in AboutField]?: string };

/**
 * Every check there is, and what it names besides its circuit, in the order that stands in its id; of two, the second may be left out.
 * A check of a whole circuit names nothing.
 */
const ABOUT = {
  // Loads and ratings.
  carries: ['device'],
  range: ['device'],
  dedicated: [],
  demand: ['board'],
  marked: ['load'],
  'motor-overload': ['load'],
  plugged: ['load'],
  fastened: [],
  contacts: ['point'],
  plug: ['load'],
  'plugged-all': [],
  'load-voltage': ['load'],
  plate: ['load'],
  'load-neutral': ['load'],
  bus: ['board'],
  // Cables.
  cable: [],
  'ib-in': [],
  'in-iz': ['segment'],
  i2: ['segment'],
  'ring-leg': ['segment'],
  'ring-load': ['segment'],
  terminal: ['device'],
  drop: [],
  harmonics: ['segment'],
  'neutral-harmonics': [],
  'harmonics-in': ['segment'],
  'shared-neutral': ['segment'],
  energy: ['segment', 'fault'],
  neutral: ['segment'],
  place: ['segment'],
  jacket: ['segment'],
  box: ['segment'],
  pen: ['segment'],
  load: ['segment'],
  ampacity: ['segment'],
  overload: ['segment'],
  small: ['segment'],
  tap: ['segment'],
  egc: ['segment'],
  heat: ['segment'],
  ring: [],
  'main-bonding': [],
  'electrode-conductor': ['electrode'],
  // Faults.
  breaks: ['device', 'fault'],
  voltage: ['device', 'fault'],
  source: [],
  way: ['origin'],
  'way-here': [],
  bond: ['board'],
  'bond-apart': [],
  overcurrent: ['device', 'upstream', 'origin'],
  residual: ['device', 'upstream', 'origin'],
  'residual-above': ['upstream', 'origin'],
  touch: ['device'],
  ground: ['device'],
  grounding: ['segment'],
  'neutral-ground': ['segment'],
  'back-fed': ['device'],
  reading: ['reading'],
  return: [],
  'board-electrode': ['board'],
  path: [],
  pair: [],
  device: [],
  lines: [],
  poles: ['poleRule', 'device'],
  // Persons.
  asked: ['requirement'],
  outlets: [],
  bonding: ['room'],
  off: ['load'],
  type: ['device'],
  'load-type': ['load'],
  'point-type': ['point'],
  dc: ['device'],
  alive: ['device'],
  monitor: ['device'],
  touched: ['point'],
  'load-touched': ['load'],
  special: ['place'],
  'safety-circuit': ['load'],
  directory: [],
  'number-shared': [],
  'earth-contact': ['point'],
  'neutral-earthed': ['point'],
  // Staying on.
  inrush: ['device'],
  'inrush-loads': [],
  pulse: ['device'],
  start: ['device'],
  stay: ['device', 'upstream'],
  leakage: ['device'],
  nuisance: ['device'],
  stays: [],
  // Surges.
  'surge-need': [],
  'surge-level': [],
  'surge-after': ['device'],
  'surge-window': ['device'],
  'surge-place': ['device'],
  'surge-lines': ['device'],
  'surge-uc': ['device'],
  'surge-in': ['device'],
  'surge-iimp': ['device'],
  'surge-npeInKa': ['device'],
  'surge-npeIimpKa': ['device'],
  'surge-sccr': ['device'],
  'surge-opens': ['device'],
  'surge-lead': ['device'],
  'surge-soil': ['device'],
  'surge-behind': ['device', 'upstream'],
  // Boards, and what was looked at.
  board: ['board'],
  'board-room': ['board'],
  'board-place': ['board'],
  'board-listed': ['board'],
  'board-off': ['board'],
  'board-openings': ['board'],
  'board-enclosure': ['board'],
  'board-jumper': ['board'],
  'board-fastened': ['device'],
  'board-disconnects': ['board'],
  'board-neutrals': ['board'],
  'board-earths': ['board'],
  'board-intersystem': ['board'],
  'board-emergency': ['board'],
  electrodes: ['board'],
  'electrode-length': ['electrode'],
  'electrode-apart': ['electrode'],
  electrode: [],
  pipes: [],
  'neutral-at': ['device'],
  seat: ['device'],
  leg: ['device'],
  half: ['device'],
  shared: ['aspect'],
  parted: ['origin'],
  'generator-neutral': ['origin'],
  rules: ['path'],
  'box-fill': ['point'],
  'raceway-fill': ['segment'],
  sight: ['device'],
  seen: ['item', 'row'],
  inspection: ['row'],
  tested: ['reading'],
} as const satisfies Record<string, readonly AboutField[]>;
export type CheckKey = keyof typeof ABOUT;

/** Keys that begin an id as another one does: what they name tells them apart. */
const HEADS: Readonly<Partial<Record<CheckKey, CheckKey>>> = {
  'load-voltage': 'voltage',
  'load-neutral': 'neutral',
  'load-type': 'type',
  'load-touched': 'touched',
  'point-type': 'type',
  'main-bonding': 'bonding',
  'electrode-conductor': 'electrode',
  'board-electrode': 'electrode',
  'bond-apart': 'bond',
  'way-here': 'way',
  'inrush-loads': 'inrush',
  'plugged-all': 'plugged',
  'neutral-harmonics': 'harmonics',
  'residual-above': 'residual',
};

type Ids<Fields> = Fields extends readonly []
  ? []
  : Fields extends readonly [unknown, ...infer More]
    ? [first: string, ...more: { [Index in keyof More]?: string }]
    : never;

/** Which check it is and what it is about; all of that in one text is its id. */
export class CheckName {
  constructor(
    readonly key: CheckKey,
    private readonly ids: readonly (string | undefined)[],
    /** The source state it is made in, as it stands behind its title; empty where there is one alone. */
    private readonly when = '',
    private readonly earlier?: string,
  ) {}
  get id(): string {
    return `${[HEADS[this.key] ?? this.key, ...this.ids].join(':')}${this.when}`;
  }
  /** The id it had when an id could hold the name of a thing, or be that of several checks. */
  get formerly(): string | undefined {
    return this.earlier;
  }
  /** What of that kind it is about. */
  of(field: AboutField): string | undefined {
    return this.ids[(ABOUT[this.key] as readonly AboutField[]).indexOf(field)];
  }
  get about(): About {
    const fields: readonly AboutField[] = ABOUT[this.key];
    return Object.fromEntries(fields.flatMap((field, at) => (this.ids[at] === undefined ? [] : [[field, this.ids[at]]])));
  }
  in(when: string): CheckName {
    return new CheckName(this.key, this.ids, when, this.earlier);
  }
  was(id: string): CheckName {
    return new CheckName(this.key, this.ids, this.when, id);
  }
}

/**
 * Names a check.
 * @param ids what it is about, in the order its key has it
 * @example keyed('breaks', 'cooker-rcbo', 'L-PE').about // { device: 'cooker-rcbo', fault: 'L-PE' }
 * @example keyed('breaks', 'cooker-rcbo', 'L-PE').id // 'breaks:cooker-rcbo:L-PE'
 */
export const keyed = <Key extends CheckKey>(key: Key, ...ids: Ids<(typeof ABOUT)[Key]>): CheckName => new CheckName(key, ids);
