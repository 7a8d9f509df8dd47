import { showNumber } from '@/core/job/show';

/** A current in mA, three digits. */
export const figure = (mA: number): string => showNumber(mA, 3);
/** A chance: never none. */
export const percentSaid = (share: number): string =>
  share < 0.0001 ? '< 0.01 %' : `${share < 0.1 ? Number((share * 100).toPrecision(2)) : Math.round(share * 100)} %`;
