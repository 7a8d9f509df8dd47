import { type Applies, nec, quantity, type Specs, yesNo } from './spec';

/** Facts of points, in the order they are asked. */
export const SPECS: Specs = {
  ratedA: quantity('rating', 'current'),
  noEarthMarked: yesNo('marked “no equipment ground”', 'marked', 'not marked'),
};

/** Where a fact says something; one that is not named here does everywhere. */
export const APPLIES: Applies = {
  noEarthMarked: nec,
};
