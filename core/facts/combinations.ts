import type { Combination } from '../job/schema/device';
import { type Asks, asked } from './question';
import { quantity, type SpecsOf } from './spec';

/** Facts of combinations, in the order they are asked. */
export const SPECS: SpecsOf<Combination> = {
  capacityA: quantity('rating of the combination', 'current', 'kA'),
};

/** Each of them as it is asked. */
export const ASKED: Asks<typeof SPECS> = {
  capacityA: asked('plate', ['What is the rating of the combination {x}?', 'What is the series rating {x}?']),
};
