import type { Requirement, RequirementPack } from './row';
import { ALWAYS, atMost, every, is, named, not, some } from './vocabulary';

/** Distances of the code, m: 6 ft, 20 ft, 10 ft, 3 ft and 5 1/2 ft. */
const SIX_FT_M = 1.8288;
const TWENTY_FT_M = 6.096;
const TEN_FT_M = 3.048;
export const THREE_FT_M = 0.9144;
const HIGH_M = 1.6764;

const RECEPTACLE = is('outlet', 'receptacle');
export const ground = (
  place: string,
  where: Requirement['where'],
  clause: string,
  more: Partial<Requirement> = {},
): Requirement => ({
  asks: { kind: 'ground-fault' },
  place,
  where,
  clause,
  replaced: '406.4(D)(3)',
  ...more,
});

/** A receptacle out of reach that feeds nothing but heating against snow, or along pipes (426.28, 427.22). */
export const SNOW = {
  id: 'snow',
  says: 'not readily accessible, and on a circuit for nothing but melting snow or heating pipes',
  where: every(is('readily', false), is('equipment', 'snow-melting', 'pipe-heating'), is('alike', true)),
};
const ALARM_ONLY = {
  id: 'alarm',
  says: 'feeds nothing but a fire or burglar alarm that stays',
  where: every(is('equipment', 'fire-alarm', 'burglar-alarm'), is('alone', true), is('fastened', true)),
};
const ASSURED = {
  id: 'assured',
  says: 'an assured equipment grounding conductor program, written and kept',
  where: ALWAYS,
  justified: true as const,
};

/** What 406.12 names as too high, in place for one appliance, or without a grounding contact. */
const TAMPER_EXCEPTIONS = [
  { id: 'high', says: 'more than 5 1/2 ft above the floor', where: not(atMost('heightM', HIGH_M)) },
  {
    id: 'dedicated',
    says: 'in the space of an appliance not easily moved, with a place for no more than stands there',
    where: every(is('serves', 'appliance'), is('spareHalf', false)),
  },
  {
    id: 'non-grounding',
    says: 'replaces one without a grounding contact, by one without',
    where: every(is('work', 'altered'), is('earthTo', 'none')),
    justified: true as const,
  },
];

/** Rooms of a dwelling with lamps and outlets people sit and sleep beside: those 210.12 lists. */
const LIVED_IN = [
  'kitchen',
  'living',
  'dining',
  'bedroom',
  'hall',
  'stairs',
  'store',
  'closet',
  'laundry',
  'basement-finished',
] as const;

/**
 * NEC 2017: where protection is asked for. 210.8(A) is about 125 V receptacles of 15 and 20 A of dwellings; no outdoor outlet but a
 * receptacle is named, and a way through a door ends the distance to a sink. From memory of the publication.
 */
export const NEC_2017: RequirementPack = {
  names: {
    dwelling: not(is('part', 'other')),
    // 210.8(A): which receptacles.
    'receptacle-a': every(RECEPTACLE, is('volts', 'line'), atMost('ratedA', 20)),
    // 210.8(B): other than dwellings.
    'receptacle-b': every(
      RECEPTACLE,
      is('part', 'other'),
      some(every(is('lines', 1, 2), atMost('ratedA', 50)), every(is('lines', 3), atMost('ratedA', 100))),
    ),
    'near-sink': every(atMost('sinkM', SIX_FT_M), is('sinkThroughDoor', false)),
    'near-tub': atMost('tubM', SIX_FT_M),
    accessory: every(is('accessory', true), is('atGrade', true), is('habitable', false)),
    basement: is('use', 'basement-unfinished'),
    // Where a washer or dryer stands, whatever the room is called; in a room for much else it is its own outlet.
    'laundry-area': some(
      is('use', 'laundry'),
      is('equipment', 'clothes-washer', 'clothes-dryer'),
      every(
        is('use', 'closet', 'utility', 'store', 'other', 'basement-unfinished', 'basement-finished'),
        is('holds', 'clothes-washer', 'clothes-dryer'),
      ),
    ),
    'kitchen-outlet': every(is('use', 'kitchen'), is('serves', 'countertop')),
    'arc-circuit': every(
      named('dwelling'),
      is('outlet', 'receptacle', 'lighting', 'switch', 'hardwired'),
      is('volts', 'line'),
      atMost('circuitA', 20),
    ),
    'arc-room': some(
      is('use', ...LIVED_IN),
      named('laundry-area'),
      every(is('use', 'utility', 'workshop', 'attic', 'outbuilding', 'other'), is('habitable', true)),
    ),
    'tamper-receptacle': every(RECEPTACLE, is('volts', 'line', 'line-line'), atMost('ratedA', 20), is('locking', false)),
    // The places of 210.52, garages and accessory buildings among them.
    'tamper-room': every(named('dwelling'), not(is('use', 'attic', 'crawl-space'))),
    'wet-receptacle': every(RECEPTACLE, is('volts', 'line', 'line-line'), atMost('ratedA', 20)),
    'cord-appliance': atMost('circuitA', 60),
    // A spa indoors reaches 10 ft, all else 20 ft (680.43(A)(2), 680.22(A)).
    'pool-distance': every(
      atMost('poolM', TWENTY_FT_M),
      some(
        is('use', 'pool', 'outdoors'),
        not(is('holds', 'spa')),
        is('holds', 'pool-pump', 'pool-light'),
        atMost('poolM', TEN_FT_M),
      ),
    ),
    'pool-receptacle': every(RECEPTACLE, is('volts', 'line'), atMost('ratedA', 20), named('pool-distance')),
    'pool-motor': every(is('equipment', 'pool-pump'), is('lines', 1, 2)),
    'within-tub': every(RECEPTACLE, atMost('tubM', 0)),
    'boat-hoist': every(named('dwelling'), is('equipment', 'boat-hoist')),
  },
  rows: {
    bath: ground('bathrooms', every(named('dwelling'), named('receptacle-a'), is('use', 'bath')), '210.8(A)(1)'),
    garage: ground('garages', every(named('dwelling'), named('receptacle-a'), is('use', 'garage')), '210.8(A)(2)'),
    accessory: ground(
      'accessory buildings with a floor at grade or below, not lived in',
      every(named('receptacle-a'), named('accessory')),
      '210.8(A)(2)',
    ),
    outdoors: ground('outdoors', every(named('dwelling'), named('receptacle-a'), is('use', 'outdoors')), '210.8(A)(3)', {
      except: [SNOW],
    }),
    crawl: ground('crawl spaces', every(named('dwelling'), named('receptacle-a'), is('use', 'crawl-space')), '210.8(A)(4)'),
    basement: ground('basements', every(named('dwelling'), named('receptacle-a'), named('basement')), '210.8(A)(5)', {
      except: [ALARM_ONLY],
    }),
    kitchen: ground('kitchens', every(named('dwelling'), named('receptacle-a'), named('kitchen-outlet')), '210.8(A)(6)'),
    sink: ground('within 6 ft of a sink', every(named('dwelling'), named('receptacle-a'), named('near-sink')), '210.8(A)(7)'),
    boathouse: ground('boathouses', every(named('dwelling'), named('receptacle-a'), is('use', 'boathouse')), '210.8(A)(8)'),
    tub: ground(
      'within 6 ft of a tub or shower',
      every(named('dwelling'), named('receptacle-a'), named('near-tub')),
      '210.8(A)(9)',
    ),
    laundry: ground('laundry areas', every(named('dwelling'), named('receptacle-a'), named('laundry-area')), '210.8(A)(10)'),
    'other-bath': ground('bathrooms, no dwelling', every(named('receptacle-b'), is('use', 'bath')), '210.8(B)(1)'),
    'other-kitchen': ground('kitchens, no dwelling', every(named('receptacle-b'), is('use', 'kitchen')), '210.8(B)(2)'),
    'other-outdoors': ground('outdoors, no dwelling', every(named('receptacle-b'), is('use', 'outdoors')), '210.8(B)(4)', {
      except: [SNOW],
    }),
    'other-sink': ground('within 6 ft of a sink, no dwelling', every(named('receptacle-b'), named('near-sink')), '210.8(B)(5)'),
    'other-wet': ground(
      'indoor wet locations, no dwelling',
      every(named('receptacle-b'), not(is('use', 'outdoors')), is('wetness', 'wet')),
      '210.8(B)(6)',
    ),
    'other-garage': ground(
      'garages and service bays, no dwelling',
      every(named('receptacle-b'), is('use', 'garage')),
      '210.8(B)(8)',
    ),
    'other-crawl': ground('crawl spaces, no dwelling', every(named('receptacle-b'), is('use', 'crawl-space')), '210.8(B)(9)'),
    'other-basement': ground(
      'unfinished basements, no dwelling',
      every(named('receptacle-b'), is('use', 'basement-unfinished')),
      '210.8(B)(10)',
    ),
    'boat-hoist': ground('outlets of boat hoists', named('boat-hoist'), '210.8(C)'),
    dishwasher: ground('outlets of dishwashers', every(named('dwelling'), is('equipment', 'dishwasher')), '210.8(D)', {
      cordServes: true,
    }),
    'crawl-light': ground(
      'lighting outlets in crawl spaces',
      every(is('outlet', 'lighting'), is('volts', 'line'), is('use', 'crawl-space')),
      '210.8(E)',
    ),
    'vacuum-machine': ground(
      'vacuum machines for the public',
      every(is('equipment', 'vacuum-machine'), named('cord-appliance')),
      '422.5(A)(1)',
      {
        cordServes: true,
      },
    ),
    'drinking-cooler': ground(
      'drinking water coolers',
      every(is('equipment', 'drinking-cooler'), named('cord-appliance')),
      '422.5(A)(2)',
      {
        cordServes: true,
      },
    ),
    'spray-washer': ground(
      'high-pressure spray washers',
      every(is('equipment', 'pressure-washer'), named('cord-appliance')),
      '422.5(A)(3)',
      { cordServes: true },
    ),
    'tire-inflator': ground(
      'tire inflators for the public',
      every(is('equipment', 'tire-inflator'), named('cord-appliance')),
      '422.5(A)(4)',
      {
        cordServes: true,
      },
    ),
    vending: ground('vending machines', every(is('equipment', 'vending-machine'), named('cord-appliance')), '422.5(A)(5)', {
      cordServes: true,
    }),
    'floor-concrete': ground(
      'heating cables in floors of concrete or masonry: bathrooms, kitchens, hydromassage tubs',
      every(is('equipment', 'floor-heating-concrete'), some(is('use', 'bath', 'kitchen'), is('equipment', 'hydromassage'))),
      '424.44(G)',
    ),
    'floor-covering': ground('heating cables under floor coverings', is('equipment', 'floor-heating'), '424.45(E)'),
    snow: {
      asks: { kind: 'equipment-ground-fault' },
      place: 'fixed outdoor heating against snow and ice',
      where: is('equipment', 'snow-melting'),
      clause: '426.28',
      except: [
        {
          id: 'mineral',
          says: 'mineral-insulated, metal-sheathed cable embedded in a noncombustible medium',
          where: ALWAYS,
          justified: true,
        },
      ],
    },
    pipe: {
      asks: { kind: 'equipment-ground-fault' },
      place: 'heating of pipelines and vessels',
      where: is('equipment', 'pipe-heating'),
      clause: '427.22',
      except: [
        {
          id: 'supervised',
          says: 'alarm, continued operation and qualified service where it must run',
          where: ALWAYS,
          justified: true,
        },
      ],
    },
    'room-air': {
      asks: { kind: 'in-cord', of: ['lcdi', 'afci', 'hdci'] },
      place: 'room air conditioners with a cord and plug',
      where: every(is('equipment', 'room-air-conditioner'), is('fastened', false)),
      clause: '440.65',
    },
    temporary: ground(
      'temporary receptacles of 15, 20 and 30 A at 125 V',
      every(RECEPTACLE, is('temporary', true), is('volts', 'line'), atMost('ratedA', 30)),
      '590.6(A)',
    ),
    'temporary-other': ground(
      'other temporary receptacles',
      every(RECEPTACLE, is('temporary', true), not(every(is('volts', 'line'), atMost('ratedA', 30)))),
      '590.6(B)',
      { except: [ASSURED] },
    ),
    'vehicle-receptacle': ground(
      'receptacles for charging vehicles',
      every(RECEPTACLE, is('equipment', 'vehicle-charger')),
      '625.54',
    ),
    'vehicle-circuit': {
      asks: { kind: 'own-circuit' },
      place: 'outlets for charging vehicles',
      where: is('equipment', 'vehicle-charger'),
      clause: '625.40',
    },
    'pool-motor': ground('motors of pool pumps', named('pool-motor'), '680.21(C)'),
    'pool-receptacle': ground('receptacles within 20 ft of a pool', named('pool-receptacle'), '680.22(A)(4)'),
    'pool-close': {
      asks: { kind: 'no-outlet' },
      place: 'receptacles within 6 ft of a pool, spa or fountain',
      where: every(RECEPTACLE, atMost('poolM', SIX_FT_M)),
      clause: '680.22(A)',
    },
    'pool-light': ground(
      'underwater luminaires above the low-voltage contact limit',
      every(is('equipment', 'pool-light'), is('fedBy', 'mains')),
      '680.23(A)(3)',
    ),
    // A listed one with protection built in needs none ahead.
    spa: ground('outlets of spas and hot tubs', is('equipment', 'spa'), '680.44', { cordServes: true }),
    'spa-receptacle': ground(
      'receptacles within 10 ft of an indoor spa',
      every(RECEPTACLE, not(is('use', 'outdoors')), atMost('ratedA', 30), is('volts', 'line'), atMost('poolM', TEN_FT_M)),
      '680.43(A)(2)',
    ),
    hydromassage: ground('hydromassage bathtubs', is('equipment', 'hydromassage'), '680.71'),
    'hydromassage-circuit': {
      asks: { kind: 'own-circuit' },
      place: 'hydromassage bathtubs',
      where: is('equipment', 'hydromassage'),
      clause: '680.71',
    },
    arc: {
      asks: { kind: 'arc-fault' },
      place: 'outlets and devices of rooms lived in',
      where: every(named('arc-circuit'), named('arc-room')),
      clause: '210.12(A)',
      replaced: '406.4(D)(4)',
      except: [
        {
          id: 'alarm',
          says: 'feeds a fire alarm system alone, wired in metal',
          where: every(is('equipment', 'fire-alarm'), is('alone', true), is('metalWiring', true)),
        },
      ],
    },
    tamper: {
      asks: { kind: 'tamper-resistant' },
      place: 'receptacles of 15 and 20 A of dwellings',
      where: every(named('tamper-receptacle'), named('tamper-room')),
      clause: '406.12',
      replaced: '406.4(D)(5)',
      except: TAMPER_EXCEPTIONS,
    },
    weather: {
      asks: { kind: 'weather-resistant' },
      place: 'receptacles of 15 and 20 A in damp and wet locations',
      where: every(named('wet-receptacle'), is('locking', false), is('wetness', 'damp', 'wet')),
      clause: '406.9(A), (B)',
      replaced: '406.4(D)(6)',
    },
    'cover-damp': {
      asks: { kind: 'cover', in: 'weatherproof' },
      place: 'receptacles in damp locations',
      where: every(RECEPTACLE, is('wetness', 'damp')),
      clause: '406.9(A)',
    },
    'cover-wet': {
      asks: { kind: 'cover', in: 'in-use' },
      place: 'receptacles of 15 and 20 A in wet locations',
      where: every(named('wet-receptacle'), is('wetness', 'wet')),
      clause: '406.9(B)(1)',
    },
    'tub-space': {
      asks: { kind: 'no-outlet' },
      place: 'receptacles within or over a tub or shower',
      where: named('within-tub'),
      clause: '406.9(C)',
    },
    'damp-light': {
      asks: { kind: 'weather-resistant' },
      place: 'luminaires in damp and wet locations',
      where: every(is('outlet', 'lighting'), is('wetness', 'damp', 'wet')),
      clause: '410.10(A)',
    },
    'built-in-plug': {
      asks: { kind: 'accessible' },
      place: 'receptacles of dishwashers and waste disposers',
      where: every(RECEPTACLE, is('equipment', 'dishwasher', 'disposer')),
      clause: '422.16(B)',
    },
    'fire-pump': {
      asks: { kind: 'alarm-only' },
      place: 'fire pumps',
      clause: '695.6(G)',
      where: every(is('equipment', 'fire-pump'), not(is('premises', 'household'))),
    },
    'fire-pump-home': {
      // Article 695 leaves one- and two-family houses to others (695.1(B)).
      asks: { kind: 'alarm-only' },
      place: 'fire pumps of a house',
      clause: '695.6(G), 695.1(B)',
      recommended: true,
      where: every(is('equipment', 'fire-pump'), is('premises', 'household')),
    },
    'fire-alarm': {
      asks: { kind: 'alarm-only' },
      place: 'fire alarm systems',
      clause: '760.41(B), 760.121(B)',
      where: is('equipment', 'fire-alarm'),
    },
    'central-heating': {
      asks: { kind: 'own-circuit' },
      place: 'central heating',
      clause: '422.12',
      where: is('equipment', 'central-heating'),
    },
    'tub-light': {
      asks: { kind: 'not-hanging' },
      place: 'luminaires and fans within 3 ft of a tub or shower',
      clause: '410.10(D)',
      where: every(is('outlet', 'lighting'), atMost('showerM', THREE_FT_M)),
    },
    'tub-switch': {
      asks: { kind: 'no-outlet' },
      place: 'switches within a tub or shower space',
      clause: '404.4(C)',
      where: every(is('outlet', 'switch'), atMost('showerM', 0)),
    },
    'switch-earth': {
      asks: { kind: 'earthed' },
      place: 'electronic switches that return through the equipment ground',
      where: every(is('outlet', 'switch'), is('earthTo', 'used-as-neutral')),
      clause: '404.22',
    },
  },
};
