/** How a house is lived in of an evening: chances that a thing is on, by what kind of thing. All of it common practice without a source. */
export const PROFILES = ['quiet', 'usual', 'busy'] as const;
export type Profile = (typeof PROFILES)[number];

/** Kinds of use an evening brings. */
export type UseKind = 'standing' | 'light' | 'cooking' | 'heating' | 'washing' | 'portable' | 'charging';

export const ON_SHARE: Readonly<Record<Profile, Readonly<Record<UseKind, number>>>> = {
  quiet: { standing: 0.95, light: 0.5, cooking: 0.3, heating: 0.4, washing: 0.1, portable: 0.1, charging: 0.2 },
  usual: { standing: 0.98, light: 0.8, cooking: 0.6, heating: 0.6, washing: 0.25, portable: 0.25, charging: 0.4 },
  busy: { standing: 1, light: 1, cooking: 0.9, heating: 0.8, washing: 0.5, portable: 0.5, charging: 0.7 },
};
/** People in the house up to which an evening is quiet, and usual. */
export const PEOPLE_TO = { quiet: 2, usual: 4 } as const;
/** Evenings a year. */
export const EVENINGS = 365;
