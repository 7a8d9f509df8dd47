import { type Room, RoomUse } from '../job/schema/supply';
import { type Asks, asked } from './question';
import { type Applies, choice, length, nec, type SpecsOf, yesNo } from './spec';

/** Facts of rooms, in the order they are asked. */
export const SPECS: SpecsOf<Room> = {
  use: choice(
    'room use',
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

/** Each of them as it is asked. */
export const ASKED: Asks<typeof SPECS> = {
  use: asked('look', 'What is {x} used as?'),
  part: asked('look', 'What is {x} part of?'),
  water: asked('look', ['Which water is within 2 m of the points in {x}?', 'Which water is within 6 ft of the outlets in {x}?']),
  wetness: asked('look', 'How wet does it get in {x}?'),
  foodPreparation: asked('look', 'Is food or drink prepared beside a sink in {x}?'),
  habitable: asked('look', 'Is {x} lived in?'),
  atGrade: asked('look', 'Is the floor of {x} at grade or below?'),
  bonding: asked('measure', ['Is the metal in {x} supplementary bonded?', 'Is the metal in {x} in an equipotential bond?']),
  wallM: asked('measure', 'How much wall has {x} to space outlets along?'),
  counterM: asked('measure', ['How much worktop runs along the wall of {x}?', 'How much counter runs along the wall of {x}?']),
};
