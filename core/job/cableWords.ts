import type { Segment, Tap } from './schema/circuit';
import { type Dialect, word } from './terms';

/** A kind or place in words; designations in capitals stay as they are. */
export const plainWords = (name: string): string => (name === name.toUpperCase() ? name : name.replaceAll('-', ' '));

type ProtectivePath = NonNullable<Segment['protectivePath']>;
const WAYS: Readonly<Record<Dialect, Readonly<Record<ProtectivePath, string>>>> = {
  iec: {
    conductor: word('iec', 'protectiveConductor'),
    pen: 'the neutral (PEN)',
    raceway: word('iec', 'raceway'),
    armour: word('iec', 'armour'),
    none: 'none',
  },
  nec: {
    conductor: word('nec', 'protectiveConductor'),
    pen: 'the grounded conductor (neutral)',
    raceway: word('nec', 'raceway'),
    armour: `${word('nec', 'armour')} of the cable`,
    none: 'none',
  },
};
/** What carries a fault back, in words. */
export const protectivePathWords = (dialect: Dialect): Readonly<Record<ProtectivePath, string>> => WAYS[dialect];

/** Where a cable lies, in words. */
export const placeWords = (dialect: Dialect, place: NonNullable<Segment['place']>): string =>
  ({ 'roof-space': { iec: 'roof space', nec: 'attic' }, raceway: { iec: 'conduit or trunking', nec: 'raceway' } })[
    place as 'raceway'
  ]?.[dialect] ?? plainWords(place);

/** A kind of cable in words. */
export const kindWords = (dialect: Dialect, kind: NonNullable<Segment['construction']>): string =>
  kind === 'armoured' && dialect === 'nec' ? 'armored' : plainWords(kind);

export const TAP_WORDS: Readonly<Record<Tap, string>> = {
  'feeder-10-ft': 'feeder tap, up to 10 ft',
  'feeder-25-ft': 'feeder tap, up to 25 ft',
  cooking: 'tap of a range circuit',
  outlet: 'tap to one outlet, up to 18 in',
};

/** What is said of a length of cable that is no fact with a source: kind, place, way back, sun, rule, box. */
export function cableWords(dialect: Dialect, { construction, place, protectivePath, inSun, tap, box }: Segment): string {
  return [
    construction === undefined ? undefined : kindWords(dialect, construction),
    place === undefined ? undefined : placeWords(dialect, place),
    protectivePath === undefined ? undefined : `fault return path: ${WAYS[dialect][protectivePath]}`,
    inSun === true ? 'in the sun' : undefined,
    tap === undefined ? undefined : TAP_WORDS[tap],
    box === undefined ? undefined : `ends in box ${box}`,
  ]
    .filter((part) => part !== undefined)
    .join(' · ');
}
