import { type Room, RoomUse } from '../job/schema/supply';
import { type Applies, choice, length, nec, type SpecsOf, yesNo } from './spec';

/** Facts of rooms, in the order they are asked. */
export const SPECS: SpecsOf<Room> = {
  use: choice(
    'used as',
    RoomUse.options.map((value) => ({ value, label: value.replace('basement-', 'basement, ').replace('-', ' ') })),
  ),
  part: choice('part of', [
    { value: 'dwelling', label: 'the dwelling' },
    { value: 'accessory', label: 'an accessory building' },
    { value: 'other', label: 'no dwelling' },
  ]),
  water: (job, row) =>
    choice(`within ${job.dialect === 'nec' ? '6 ft' : '2 m'} of its outlets`, [
      { value: 'none', label: 'neither sink nor tub' },
      { value: 'sink', label: 'a sink' },
      { value: 'tub', label: 'a tub or shower' },
      { value: 'both', label: 'a sink, and a tub or shower' },
    ])(job, row),
  wetness: choice('location', ['dry', 'damp', 'wet']),
  foodPreparation: yesNo('food or drink prepared beside a sink'),
  habitable: yesNo('lived in'),
  atGrade: yesNo('floor', 'at grade or below', 'above grade'),
  bonding: (job, row) =>
    choice(job.dialect === 'nec' ? 'equipotential bonding of its metal' : 'supplementary bonding of its metal', [
      { value: 'bonded', label: 'bonded' },
      { value: 'not-bonded', label: 'not bonded' },
      { value: 'no-metal', label: 'no metal to bond' },
    ])(job, row),
  wallM: length('wall to space outlets along'),
  counterM: length('counter along the wall'),
};

/** Where a fact says something; one that is not named here does everywhere. */
export const APPLIES: Applies = {
  part: nec,
  water: nec,
  foodPreparation: nec,
  habitable: nec,
  atGrade: nec,
  bonding: (_, row) => ['bath', 'pool', 'sauna'].includes((row as Room).use?.value ?? ''),
};
