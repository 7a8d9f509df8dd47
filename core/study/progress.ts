/** How far a long question has come. */
export interface Progress {
  done: number;
  of: number;
}
