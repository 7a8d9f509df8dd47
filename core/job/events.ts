import type { Dialect } from './terms';

/** What can be tried in a house, in the words of both trades. */
export const EVENTS = {
  earth: { iec: 'Line to earth', nec: 'Line to ground' },
  short: { iec: 'Line to neutral', nec: 'Line to neutral' },
  lines: { iec: 'Line to line', nec: 'Line to line' },
  three: { iec: 'All three lines', nec: 'All three lines' },
  'touch-line': { iec: 'Somebody touches a line', nec: 'Somebody touches a hot conductor' },
  'touch-metal': { iec: 'Somebody at the faulty metal', nec: 'Somebody at the faulty metal' },
  'lost-earth': {
    iec: 'At live metal, protective conductor lost',
    nec: 'At live metal, grounding conductor lost',
  },
  across: { iec: 'Somebody between line and neutral', nec: 'Somebody between line and neutral' },
  overload: { iec: 'Overload', nec: 'Overload' },
  arc: { iec: 'Arc in series with a load', nec: 'Arc in series with a load' },
  'lost-neutral': { iec: 'Supply neutral lost', nec: 'Service neutral lost' },
} as const satisfies Record<string, Record<Dialect, string>>;
export type EventKind = keyof typeof EVENTS;
export const EVENT_KINDS = Object.keys(EVENTS) as EventKind[];

/** Skin that touches, by what the tables of the body know. */
export const SKINS = ['dry', 'wet', 'salt-wet'] as const;
export type EventSkin = (typeof SKINS)[number];

/** What is tried: where, how, and what is taken for broken. */
export interface EventAsked {
  kind: EventKind;
  circuitId: string;
  /** At its start, half way, at its far end, or at an outlet by its id. */
  place: string;
  /** The weakest supply on warm conductors, or the strongest on cold ones. */
  state: 'MIN' | 'MAX';
  /** One of the ways the house can be fed; the first where none is named. */
  caseId?: string | undefined;
  /** Resistance of the fault, Ω; bolted where it is not named. */
  ohm?: number | undefined;
  /** Current of an overload or an arc, A; that of the circuit's loads where it is not named. */
  amperes?: number | undefined;
  skin?: EventSkin;
  /** Devices that do not open, by id. */
  stuck?: readonly string[];
}
/**
 * An event as it stands in an address and on a command line: `kind circuit [place] [ohm=10] [amperes=40] [skin=wet] [state=MAX] [case=ID]
 * [stuck=ID,ID]`.
 * @returns what is asked, or what is wrong with it
 * @example readEvent('earth sauna end ohm=100')
 */
export function readEvent(text: string): EventAsked | { wrong: string } {
  const [kind, circuitId, ...rest] = text.trim().split(/\s+/);
  if (!EVENT_KINDS.includes(kind as EventKind)) return { wrong: `"${kind ?? ''}": one of ${EVENT_KINDS.join(', ')}` };
  if (circuitId === undefined) return { wrong: 'a circuit, by its id, after the event' };
  const asked: { -readonly [K in keyof EventAsked]: EventAsked[K] } = {
    kind: kind as EventKind,
    circuitId,
    place: 'end',
    state: 'MIN',
  };
  for (const word of rest) {
    const [name, value] = word.includes('=')
      ? [word.slice(0, word.indexOf('=')), word.slice(word.indexOf('=') + 1)]
      : ['place', word];
    const wrong = setOption(asked, name, value);
    if (wrong !== undefined) return { wrong };
  }
  return asked;
}
/** Least and most of a figure somebody may type, Ω or A. */
const TYPED = { least: 0, most: 1_000_000 };
function setOption(asked: { -readonly [K in keyof EventAsked]: EventAsked[K] }, name: string, value: string): string | undefined {
  switch (name) {
    case 'place':
      asked.place = value;
      return undefined;
    case 'case':
      asked.caseId = value;
      return undefined;
    case 'stuck':
      asked.stuck = value.split(',').filter((id) => id !== '');
      return undefined;
    case 'state':
      if (value !== 'MIN' && value !== 'MAX') return `state: MIN or MAX, not "${value}"`;
      asked.state = value;
      return undefined;
    case 'skin':
      if (!SKINS.includes(value as EventSkin)) return `skin: one of ${SKINS.join(', ')}, not "${value}"`;
      asked.skin = value as EventSkin;
      return undefined;
    case 'ohm':
    case 'amperes': {
      const figure = value.trim() === '' ? Number.NaN : Number(value);
      if (!(figure >= TYPED.least && figure <= TYPED.most))
        return `${name}: a figure from ${TYPED.least} to ${TYPED.most}, not "${value}"`;
      asked[name] = figure;
      return undefined;
    }
    default:
      return `"${name}": place, ohm, amperes, skin, state, case or stuck`;
  }
}

/** The same as one text; what is as usual is left out. */
export const writeEvent = ({ kind, circuitId, place, state, caseId, ohm, amperes, skin, stuck = [] }: EventAsked): string =>
  [
    kind,
    circuitId,
    place === 'end' ? '' : place,
    ohm === undefined ? '' : `ohm=${ohm}`,
    amperes === undefined ? '' : `amperes=${amperes}`,
    skin === undefined ? '' : `skin=${skin}`,
    state === 'MIN' ? '' : `state=${state}`,
    caseId === undefined ? '' : `case=${caseId}`,
    stuck.length === 0 ? '' : `stuck=${stuck.join(',')}`,
  ]
    .filter((part) => part !== '')
    .join(' ');

export const PLACES = { start: 'at its start', half: 'half way', end: 'at the far end' } as const;

/** What a fault of a kind needs beside its place. */
export const needsOhm = (kind: EventKind): boolean =>
  kind === 'earth' || kind === 'short' || kind === 'lines' || kind === 'touch-metal';
export const needsAmperes = (kind: EventKind): boolean => kind === 'overload' || kind === 'arc';
export const needsSkin = (kind: EventKind): boolean => kind.startsWith('touch') || kind === 'across' || kind === 'lost-earth';
