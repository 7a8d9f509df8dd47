/** How far a long question has come. */
export interface Progress {
  done: number;
  of: number;
  /** Stops of the best that was found so far, where one is looked for. */
  stops?: number;
}
