import { RoomUse } from '../schema/supply';
import { choice, length, type Specs } from './spec';

/** Facts of rooms, in the order they are asked. */
export const SPECS: Specs = {
  use: choice(
    'used as',
    RoomUse.options.map((value) => ({ value, label: value.replace('basement-', 'basement, ').replace('-', ' ') })),
  ),
  wallM: length('wall to space outlets along'),
  counterM: length('counter along the wall'),
};
