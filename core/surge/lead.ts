import { LEAD_WAVES } from '../tables/surge';

/** What a connecting conductor adds to the level of its surge device, V, by each current it is stated at. */
export const leadVolts = (leadM: number): { id: string; says: string; volts: number }[] =>
  LEAD_WAVES.map(({ id, says, voltsPerM }) => ({ id, says, volts: voltsPerM * leadM }));

/** The largest of them: what is judged with. */
export const leadDropV = (leadM: number): number => Math.max(...leadVolts(leadM).map(({ volts }) => volts));
