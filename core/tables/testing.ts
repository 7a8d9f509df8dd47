/** Numbers of testing an installation, beside those of the design. From memory unless said to be practice. */

/** Insulation below this is looked into, though it is enough, MΩ (practice; BS 7671 guidance). */
export const INSULATION_LOOK_MOHM = 2;
/** Ends of a ring read alike, and legs in proportion to their sections, within this, Ω (practice). */
export const RING_ALIKE_OHM = 0.05;
/** How far a continuity reading may stand from what its length gives, as shares and Ω: below, it is read again; above, a joint is looked for (practice). */
export const CONTINUITY = { fromShare: 0.7, toShare: 1.25, ohm: 0.05 } as const;
/** Above so many times what its length gives and an ohm, or above so much where that is not known, a conductor is as good as open, Ω (practice). */
export const OPEN = { times: 10, ohm: 1, unknownOhm: 100 } as const;
/** What may be read as voltage of a circuit: ±5 % of the nominal (practice; ANSI C84.1, range A, from memory). */
export const VOLTAGE_SHARE = 0.05;
/** Below this nothing is there: an open conductor, or a device that is open, V. */
export const DEAD_V = 10;
