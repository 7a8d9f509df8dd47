/** What a log is made of, in the words it is entered with. */

/** What was known when a device opened, each in a few words both trades use. */
export const AFTER = {
  starting: 'as something was switched on',
  minutes: 'after minutes of use',
  hours: 'after hours of use',
  idle: 'with nothing switched',
} as const;
export const WEATHER = { dry: 'dry', rain: 'rain', thunder: 'thunderstorm', frost: 'frost', heat: 'heat' } as const;
export const RESET = {
  held: 'reset and held',
  again: 'tripped again at once',
  cooled: 'held after some time off',
  dried: 'held when it was dry again',
} as const;
export type After = keyof typeof AFTER;
export type Weather = keyof typeof WEATHER;
export type Reset = keyof typeof RESET;

export const ENTRY_KINDS = ['trip', 'visit', 'work'] as const;
export type EntryKind = (typeof ENTRY_KINDS)[number];

/** Why a device opens, as far as a log can tell. */
export const CAUSES = [
  ...(['overload', 'stalled', 'loose', 'warm', 'inrush', 'short'] as const),
  ...(['leakage', 'pulse', 'damp', 'element', 'earth-fault', 'neutral-earth', 'surge'] as const),
  ...(['series-arc', 'arc-noise', 'worn'] as const),
] as const;
export type CauseId = (typeof CAUSES)[number];

/** What somebody noticed, as a table of causes weighs it. */
export type Clue = `after:${After}` | `weather:${Weather}` | `reset:${Reset}` | 'together';
