import type { Segment, Tap } from '@/core/job/schema/circuit';

/** A kind or place in words; designations in capitals stay as they are. */
export const plainWords = (name: string): string => (name === name.toUpperCase() ? name : name.replaceAll('-', ' '));

export const WAY_WORDS: Readonly<Record<NonNullable<Segment['protectivePath']>, string>> = {
  conductor: 'protective conductor',
  pen: 'the neutral (PEN)',
  raceway: 'metal raceway',
  armour: 'armour',
  none: 'none',
};

export const TAP_WORDS: Readonly<Record<Tap, string>> = {
  'feeder-10-ft': 'feeder tap, up to 10 ft',
  'feeder-25-ft': 'feeder tap, up to 25 ft',
  cooking: 'tap of a range circuit',
  outlet: 'tap to one outlet, up to 18 in',
};

/** What is said of a length of cable that is no fact with a source: kind, place, way back, sun, rule, box. */
export function cableWords({ construction, place, protectivePath, inSun, tap, box }: Segment): string {
  return [
    construction === undefined ? undefined : plainWords(construction),
    place === undefined ? undefined : plainWords(place),
    protectivePath === undefined ? undefined : `a fault comes back by ${WAY_WORDS[protectivePath]}`,
    inSun === true ? 'in the sun' : undefined,
    tap === undefined ? undefined : TAP_WORDS[tap],
    box === undefined ? undefined : `ends in box ${box}`,
  ]
    .filter((part) => part !== undefined)
    .join(' · ');
}
