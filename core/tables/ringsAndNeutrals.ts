/** Ring final circuits by BS 7671 433.1.204: ratings ahead, what each leg carries, least sections. From memory. */
export const RING = { deviceA: [30, 32], legA: 20, liveMm2: 2.5, mineralMm2: 1.5, protectiveMm2: 1.5 } as const;

/** Lines above this may have a thinner neutral in three phases, and the neutral has this at least, mm² (524.2.3). From memory. */
export const REDUCED_NEUTRAL_MM2 = { Cu: 16, Al: 25 } as const;

/** Least section of a conductor that is neutral and protective at once, mm² (543.4.1). From memory. */
export const PEN_MM2 = { Cu: 10, Al: 16 } as const;

/** Thinnest neutral that may ground an old range or dryer (NEC 250.140). */
export const OLD_RANGE_NEUTRAL = { Cu: '10AWG', Al: '8AWG' } as const;
