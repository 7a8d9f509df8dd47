import { ground, SNOW, THREE_FT_M } from './nec2017';
import type { RequirementPack } from './row';
import { atMost, before, every, is, named, not, some } from './vocabulary';

const RECEPTACLE = is('outlet', 'receptacle');
const SINGLE_PHASE = is('lines', 1, 2);
/** 250 V and less: every configuration of the dwelling system. */
const TO_250 = every(RECEPTACLE, SINGLE_PHASE);
const HVAC = is('equipment', 'heat-pump', 'air-conditioner');

/** NEC 2020 over 2017: 250 V receptacles too, every basement, damp locations, outdoor outlets, equipment that is serviced. */
const NEC_2020: RequirementPack = {
  names: {
    'receptacle-a': TO_250,
    'near-sink': atMost('sinkM', 1.8288),
    basement: is('use', 'basement-unfinished', 'basement-finished'),
    'tamper-room': named('dwelling'),
    'outdoor-place': every(named('dwelling'), is('use', 'outdoors')),
    'within-tub': every(RECEPTACLE, atMost('tubM', THREE_FT_M)),
    'pool-motor': every(is('equipment', 'pool-pump'), atMost('circuitA', 60)),
    'pool-receptacle': every(RECEPTACLE, is('volts', 'line', 'line-line'), atMost('ratedA', 20), named('pool-distance')),
  },
  rows: {
    damp: ground(
      'indoor damp and wet locations',
      every(named('dwelling'), named('receptacle-a'), not(is('use', 'outdoors')), is('wetness', 'damp', 'wet')),
      '210.8(A)(11)',
    ),
    'other-wet': {
      place: 'indoor damp and wet locations, no dwelling',
      where: every(named('receptacle-b'), not(is('use', 'outdoors')), is('wetness', 'damp', 'wet')),
    },
    'other-laundry': ground('laundry areas, no dwelling', every(named('receptacle-b'), named('laundry-area')), '210.8(B)(11)'),
    'other-tub': ground(
      'within 6 ft of a tub or shower, no dwelling',
      every(named('receptacle-b'), named('near-tub')),
      '210.8(B)(12)',
    ),
    'other-food': ground(
      'places with a sink and means to prepare food or drink, no dwelling',
      every(named('receptacle-b'), not(is('use', 'kitchen')), is('foodPreparation', true)),
      '210.8(B)(2)',
    ),
    'boat-hoist': { clause: '555.9' },
    'crawl-light': { clause: '210.8(C)' },
    dishwasher: { where: every(is('equipment', 'dishwasher'), named('cord-appliance')), clause: '210.8(D), 422.5(A)(7)' },
    'sump-pump': ground('sump pumps', every(is('equipment', 'sump-pump'), named('cord-appliance')), '210.8(D), 422.5(A)(6)', {
      cordServes: true,
    }),
    servicing: ground(
      'receptacles for servicing equipment',
      every(
        RECEPTACLE,
        not(is('use', 'bedroom', 'living', 'dining', 'hall', 'stairs', 'closet', 'kitchen', 'bath')),
        is('serves', 'servicing'),
      ),
      '210.8(E), 210.63',
    ),
    'outdoor-outlet': ground(
      'outdoor outlets of dwellings, up to 50 A',
      every(named('outdoor-place'), is('outlet', 'hardwired'), SINGLE_PHASE, atMost('circuitA', 50)),
      '210.8(F)',
      {
        except: [SNOW],
      },
    ),
    'floor-concrete': { clause: '424.44' },
    'floor-covering': { clause: '424.45' },
    'tub-space': { place: 'receptacles within 3 ft of a tub or shower' },
  },
};

/** NEC 2023 over 2020: whole kitchens, places with a sink and food, cooking and drying appliances, 10 A arc-fault circuits, garages and sheds. */
const NEC_2023: RequirementPack = {
  names: {
    'kitchen-outlet': is('use', 'kitchen'),
    'outdoor-place': every(
      named('dwelling'),
      some(
        is('use', 'outdoors', 'boathouse'),
        every(is('use', 'garage'), is('atGrade', true)),
        every(is('accessory', true), not(is('use', 'garage'))),
      ),
    ),
    'pool-receptacle': every(RECEPTACLE, SINGLE_PHASE, atMost('ratedA', 60), named('pool-distance')),
  },
  rows: {
    food: ground(
      'places with a sink and means to prepare food or drink',
      every(named('dwelling'), named('receptacle-a'), not(is('use', 'kitchen')), is('foodPreparation', true)),
      '210.8(A)(7)',
    ),
    arc: { clause: '210.12(B)' },
    sink: { clause: '210.8(A)(8)' },
    boathouse: { clause: '210.8(A)(9)' },
    tub: { clause: '210.8(A)(10)' },
    laundry: { clause: '210.8(A)(11)' },
    damp: { clause: '210.8(A)(12)' },
    'other-food': { clause: '210.8(B)(4)' },
    'other-outdoors': { clause: '210.8(B)(6)' },
    'other-sink': { clause: '210.8(B)(7)' },
    'other-wet': { clause: '210.8(B)(8)' },
    'other-garage': { clause: '210.8(B)(10)' },
    'other-crawl': { clause: '210.8(B)(11)' },
    'other-basement': { clause: '210.8(B)(12)' },
    'other-laundry': { clause: '210.8(B)(13)' },
    'other-tub': { clause: '210.8(B)(14)' },
    'vacuum-machine': { clause: '210.8(D)(1)' },
    'drinking-cooler': { clause: '210.8(D)(2)' },
    'spray-washer': { clause: '210.8(D)(3)' },
    'tire-inflator': { clause: '210.8(D)(4)' },
    vending: { clause: '210.8(D)(5)' },
    'sump-pump': { clause: '210.8(D)(6)' },
    dishwasher: { clause: '210.8(D)(7)' },
    range: ground('electric ranges', every(is('equipment', 'range'), named('cord-appliance')), '210.8(D)(8)', {
      cordServes: true,
    }),
    'wall-oven': ground('wall-mounted ovens', every(is('equipment', 'wall-oven'), named('cord-appliance')), '210.8(D)(9)', {
      cordServes: true,
    }),
    'counter-cooking': ground(
      'counter-mounted cooking units',
      every(is('equipment', 'counter-cooking'), named('cord-appliance')),
      '210.8(D)(10)',
      { cordServes: true },
    ),
    dryer: ground('clothes dryers', every(is('equipment', 'clothes-dryer'), named('cord-appliance')), '210.8(D)(11)', {
      cordServes: true,
    }),
    microwave: ground('microwave ovens', every(is('equipment', 'microwave'), named('cord-appliance')), '210.8(D)(12)', {
      cordServes: true,
    }),
    'outdoor-outlet': {
      place: 'outdoor outlets of dwellings, those of garages, accessory buildings and boathouses too, up to 50 A',
      except: [
        SNOW,
        // Ends on 1 September 2026.
        {
          id: 'listed-hvac',
          says: 'listed heating or cooling equipment, until 1 September 2026',
          where: every(some(HVAC, is('equipment', 'space-heating')), is('alone', true), is('listed', true), before('2026-09-01')),
        },
      ],
    },
  },
};

/** The editions after 2017, each with what it says otherwise than the one before. */
export const NEC_LATER = { 'nec-2020': NEC_2020, 'nec-2023': NEC_2023 } as const;
