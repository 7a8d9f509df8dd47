import type { Combination } from '../job/schema/device';
import { quantity, type SpecsOf } from './spec';

/** Facts of combinations, in the order they are asked. */
export const SPECS: SpecsOf<Combination> = {
  capacityA: quantity('rating of the combination', 'current', 'kA'),
};
