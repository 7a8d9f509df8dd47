/** What an outlet is dropped on: another, to stand behind it, or a room. */
export type Onto = { kind: 'point'; id: string } | { kind: 'room'; id: string | undefined };
