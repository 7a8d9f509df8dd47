import { word } from '../terms';
import { type Applies, type AppliesTo, british, iec, quantity, type Specs, yesNo } from './spec';

/** A board with an electrode of its own: only there its earth may be another than the supply's. */
const ownEarth: AppliesTo = ({ electrodes }, { id }) => Object.values(electrodes).some(({ boardId }) => boardId === id);

/** Facts of boards, in the order they are asked. */
export const SPECS: Specs = {
  deviceFactor: quantity('share of its rating a device may carry here', 'factor'),
  ratedA: quantity('rating', 'current'),
  neutralBonded: (job, row) => yesNo(`neutral joined to ${word(job.dialect, 'earth')} here`)(job, row),
  earthTied: (job, row) =>
    yesNo(`metal path or bond to the ${word(job.dialect, 'earth')} of the supply`, 'yes', 'none')(job, row),
  earthsWithinReach: yesNo('metal of both earths within reach together'),
  annexZB: yesNo('marked by BS EN 61439-3 annex ZB, 16 kA'),
  spaces: quantity('spaces', 'count'),
};

/** Where a fact says something; one that is not named here does everywhere. */
export const APPLIES: Applies = {
  deviceFactor: iec,
  earthTied: ownEarth,
  earthsWithinReach: ownEarth,
  annexZB: british,
};
