/** Numbers of common practice, with no publication behind them. */

/** A measured fault above this share of the capacity is too near to trust the instrument (practice). */
export const MEASURED_SHARE = 0.8;
/** What a loop tester may be off by: a share of its reading and the last three places of it, Ω (practice). */
export const INSTRUMENT_ERROR = { share: 0.05, ohm: 0.03 } as const;

/** Share of the limit a loop read cold may reach: hot, it grows by about a quarter (practice). */
export const COLD_SHARE = 0.8;
/** Share of its main a board may be asked for before it is called full (practice). */
export const FULL_SHARE = 0.8;

/** How far the inrush of what one switch closes keeps below the device, as a factor (practice). */
export const INRUSH_MARGIN = 1.2;
/** Under this an instantaneous part has no standard time: above its bound only the maker's data tell, s. */
export const MAKER_ONLY_BELOW_S = 0.01;
