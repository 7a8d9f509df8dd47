/** An instant as milliseconds since 1970. Read, not asked for: the core has no clock. */
export const instantMs = (text: string): number =>
  // biome-ignore lint/style/noRestrictedGlobals: an instant that was written down
  Date.parse(text);
