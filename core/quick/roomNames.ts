import type { Provenance } from '../job/schema/facts';
import type { Room } from '../job/schema/supply';

type Use = NonNullable<Room['use']>['value'];

/** Words before a room's own that leave it what it is. */
export const BEFORE =
  "(?:(?:the|main|master|guest|kids|kid's|children's|upstairs|downstairs|upper|lower|front|back|rear|north|south|east|west|big|small|large|little|old|new|first|second|third|ground|1st|2nd|3rd|left|right)\\s+)*";
const room = (words: string): RegExp => new RegExp(`^${BEFORE}(?:${words})(?:\\s+\\d+)?$`, 'i');

/**
 * Names that are a room's use, whole: "store beside the bath" is no bath, "no kitchen here" no kitchen. What asks for more is taken as
 * stated, whoever calls a room so has said it; what asks for less is assumed.
 */
const ROOMS: readonly [RegExp, Use, Provenance][] = [
  [room('kitchen|kitchenette'), 'kitchen', 'stated'],
  [room('bath|bathroom|shower room|wet room|en-?suite'), 'bath', 'stated'],
  [room('laundry|laundry room'), 'laundry', 'stated'],
  [room('utility|utility room'), 'utility', 'stated'],
  [room('garage'), 'garage', 'stated'],
  [room('patio|yard|garden|deck|porch|outside|outdoors|exterior|terrace|driveway|backyard'), 'outdoors', 'stated'],
  [room('crawl space|crawlspace'), 'crawl-space', 'stated'],
  [room('sauna'), 'sauna', 'stated'],
  [room('basement|cellar'), 'basement-unfinished', 'assumed'],
  [room('attic|roof space'), 'attic', 'assumed'],
  [room('workshop'), 'workshop', 'assumed'],
  [room('shed|outbuilding'), 'outbuilding', 'assumed'],
  [room('bedrooms?|nursery'), 'bedroom', 'assumed'],
  [room('living room|lounge|sitting room|family room|den|library|study'), 'living', 'assumed'],
  [room('dining room|dining'), 'dining', 'assumed'],
  [room('hall|hallway|landing|corridor|foyer|entry'), 'hall', 'assumed'],
  [room('stairs|stairway|staircase'), 'stairs', 'assumed'],
  [room('closet'), 'closet', 'assumed'],
  [room('store|store room|storage|pantry|larder'), 'store', 'assumed'],
];
export const roomUseOf = (name: string): { use: Use; from: Provenance } | undefined => {
  const found = ROOMS.find(([pattern]) => pattern.test(name.trim()));
  return found === undefined ? undefined : { use: found[1], from: found[2] };
};
