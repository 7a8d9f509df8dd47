import { quantity, type Specs } from './spec';

/** Facts of combinations, in the order they are asked. */
export const SPECS: Specs = {
  capacityA: quantity('rating of the combination', 'current', 'kA'),
};
