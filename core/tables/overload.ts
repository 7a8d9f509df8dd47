/** Drop allowed from the origin, % of U0. IEC: lighting, and everything else; NEC: 5 % over feeder and branch, as information. */
export const DROP_PERCENT = { lighting: 3, other: 5 } as const;

/** Times its ampacity a cable may carry for the conventional time (433.1). */
export const CONVENTIONAL_TIMES = 1.45;

/** Times its rating up to which a current counts as overload: beyond, what takes longer than 5 s is judged by its heat (common practice, no source). */
export const OVERLOAD_TIMES = 10;
