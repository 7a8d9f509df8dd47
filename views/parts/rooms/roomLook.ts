import type { DarkRoom } from '@/core/reports/board';

/** How a room looks with something switched off. */
export const ROOM_LOOK: Readonly<Record<DarkRoom['state'], string>> = {
  lit: 'border-line bg-(--room-lit)',
  empty: 'border-line border-dashed bg-transparent text-quiet',
  part: 'border-quiet border-dashed bg-(--room-part) text-(--on-room-dark)',
  dark: 'border-quiet bg-(--room-dark) text-(--on-room-dark)',
};
export const ROOM_WORDS: Readonly<Record<DarkRoom['state'], string>> = {
  lit: 'stays on',
  empty: 'no outlets',
  part: 'goes dark in part',
  dark: 'goes dark',
};
