import type { Requirement, RequirementPack } from './row';
import { atMost, every, is, named, not, some } from './vocabulary';

const SOCKET = is('outlet', 'receptacle');
const LIVE_OUTLET = is('outlet', 'receptacle', 'lighting', 'switch', 'hardwired');
const SAFE = is('fedBy', 'selv', 'separated');

/** By a device that covers nothing else. */
const own30 = (place: string, where: Requirement['where'], clause: string, mA = 30): Requirement => ({
  asks: { kind: 'own-residual', mA },
  place,
  where,
  clause,
});
export const within30 = (
  place: string,
  where: Requirement['where'],
  clause: string,
  more: Partial<Requirement> = {},
): Requirement => ({
  asks: { kind: 'residual', mA: 30 },
  place,
  where,
  clause,
  ...more,
});
const wants = (asks: Requirement['asks'], place: string, where: Requirement['where'], clause: string): Requirement => ({
  asks,
  place,
  where,
  clause,
});

/**
 * IEC 60364, parts 4-41:2005+A1:2017, 4-42:2010+A1:2014 and 7-701 to 7-753: where additional protection by 30 mA, arc detection and a
 * circuit of its own are asked for, and where no outlet may be. From memory of the publications.
 */
export const IEC_60364: RequirementPack = {
  names: {
    household: is('premises', 'household', 'high-rise', 'shared'),
    // Where people sleep and would learn late of a fire.
    sleeping: is('premises', 'household', 'high-rise', 'shared', 'student', 'care'),
    // A shaver unit may stand in zone 2.
    'bath-socket': every(
      SOCKET,
      is('use', 'bath'),
      is('zone', '0', '1', '2'),
      not(SAFE),
      not(every(is('zone', '2'), is('fedBy', 'shaver'))),
    ),
    'pool-place': some(is('use', 'pool'), is('holds', 'spa')),
  },
  rows: {
    socket: within30('socket-outlets up to 32 A for general use', every(SOCKET, atMost('ratedA', 32), not(SAFE)), '411.3.3', {
      except: [
        {
          id: 'supervised',
          says: 'used under the supervision of skilled or instructed persons',
          where: is('premises', 'work'),
          justified: true,
        },
        { id: 'labelled', says: 'for one item of equipment, and marked so', where: is('serves', 'appliance'), justified: true },
      ],
    }),
    mobile: within30(
      'mobile equipment outdoors, up to 32 A',
      every(is('outlet', 'hardwired'), is('use', 'outdoors'), is('fastened', false), atMost('circuitA', 32), not(SAFE)),
      '411.3.3',
    ),
    luminaire: within30('luminaires of households', every(is('outlet', 'lighting'), named('household'), not(SAFE)), '411.3.4'),
    bath: within30('rooms with a bath or shower', every(LIVE_OUTLET, is('use', 'bath'), not(SAFE)), '701.415.1'),
    'bath-socket': wants({ kind: 'no-outlet' }, 'socket-outlets by a bath or shower', named('bath-socket'), '701.512.3'),
    'bath-zone-0': wants(
      { kind: 'no-outlet' },
      'zone 0 of a bath or shower: all but SELV to 12 V',
      every(LIVE_OUTLET, is('use', 'bath'), is('zone', '0'), not(every(is('fedBy', 'selv'), atMost('selvV', 12)))),
      '701.55, 701.414.4.5',
    ),
    'bath-zone-1': wants(
      { kind: 'no-outlet' },
      'zone 1 of a bath or shower: all but fixed equipment 701.55 names, and SELV to 25 V',
      every(
        is('outlet', 'hardwired'),
        is('use', 'bath'),
        is('zone', '1'),
        not(every(is('fedBy', 'selv'), atMost('selvV', 25))),
        not(is('equipment', 'water-heater', 'hydromassage', 'spa', 'fan', 'towel-rail')),
      ),
      '701.55',
    ),
    'bath-switch': wants(
      { kind: 'no-outlet' },
      'switches in zones 0 and 1 of a bath or shower: all but those of SELV to 12 V',
      every(
        is('outlet', 'switch'),
        is('use', 'bath'),
        is('zone', '0', '1'),
        not(every(is('fedBy', 'selv'), atMost('selvV', 12))),
      ),
      '701.512.3',
    ),
    spa: within30('hot tubs and spas', is('equipment', 'spa', 'hydromassage'), '702.410.3.101.2, 701.415.1'),
    'bath-wet': wants(
      { kind: 'ingress', ipX: 4 },
      'zones 1 and 2 of a bath or shower',
      every(LIVE_OUTLET, is('use', 'bath'), is('zone', '1', '2')),
      '701.512.2',
    ),
    'bath-in': wants(
      { kind: 'ingress', ipX: 7 },
      'zone 0 of a bath or shower',
      every(LIVE_OUTLET, is('use', 'bath'), is('zone', '0')),
      '701.512.2',
    ),
    pool: within30(
      'pools, outside zones 0 and 1',
      every(LIVE_OUTLET, named('pool-place'), is('zone', '2', 'outside'), not(SAFE)),
      '702.410.3.101.2',
    ),
    'pool-socket': wants(
      { kind: 'no-outlet' },
      'socket-outlets in zones 0 and 1 of a pool',
      every(SOCKET, named('pool-place'), is('zone', '0', '1')),
      '702.512.2',
    ),
    'pool-mains': wants(
      { kind: 'no-outlet' },
      'mains in zones 0 and 1 of a pool',
      every(is('outlet', 'lighting', 'switch', 'hardwired'), named('pool-place'), is('zone', '0', '1'), not(SAFE)),
      '702.410.3.101.2',
    ),
    'pool-wet': wants(
      { kind: 'ingress', ipX: 4 },
      'zones 1 and 2 of a pool',
      every(LIVE_OUTLET, named('pool-place'), is('zone', '1', '2')),
      '702.512.2',
    ),
    'pool-in': wants(
      { kind: 'ingress', ipX: 8 },
      'zone 0 of a pool',
      every(LIVE_OUTLET, named('pool-place'), is('zone', '0')),
      '702.512.2',
    ),
    sauna: within30(
      'rooms with a sauna heater, the heater left aside',
      every(LIVE_OUTLET, is('use', 'sauna'), not(SAFE)),
      '703.411.3.3',
      {
        except: [
          { id: 'heater', says: 'the sauna heater alone', where: every(is('equipment', 'sauna-heater'), is('alone', true)) },
        ],
      },
    ),
    'sauna-socket': wants(
      { kind: 'no-outlet' },
      'socket-outlets in a room with a sauna heater',
      every(SOCKET, is('use', 'sauna')),
      '703.537.5',
    ),
    'caravan-30': own30('pitches of caravans', is('equipment', 'caravan-supply'), '708.531.3'),
    'caravan-own': wants({ kind: 'own-circuit' }, 'pitches of caravans', is('equipment', 'caravan-supply'), '708.531.3'),
    'caravan-poles': wants({ kind: 'all-live' }, 'pitches of caravans', is('equipment', 'caravan-supply'), '708.531.3'),
    'caravan-earth': wants({ kind: 'own-earth' }, 'pitches of caravans', is('equipment', 'caravan-supply'), '708.411.4'),
    'boat-30': own30('berths of boats, up to 63 A', every(is('equipment', 'boat-supply'), atMost('circuitA', 63)), '709.531.2'),
    'boat-300': own30(
      'berths of boats, above 63 A',
      every(is('equipment', 'boat-supply'), not(atMost('circuitA', 63))),
      '709.531.2',
      300,
    ),
    'boat-own': wants({ kind: 'own-circuit' }, 'berths of boats', is('equipment', 'boat-supply'), '709.531.2'),
    'boat-poles': wants({ kind: 'all-live' }, 'berths of boats', is('equipment', 'boat-supply'), '709.531.2'),
    'boat-earth': wants({ kind: 'own-earth' }, 'berths of boats', is('equipment', 'boat-supply'), '709.411.4'),
    sign: within30('lit signs, shelters and town plans', is('equipment', 'sign'), '714.411.3.4'),
    'vehicle-30': own30('connecting points of vehicles', is('equipment', 'vehicle-charger'), '722.531.3'),
    'vehicle-own': wants({ kind: 'own-circuit' }, 'connecting points of vehicles', is('equipment', 'vehicle-charger'), '722.311'),
    'vehicle-poles': wants(
      { kind: 'all-live' },
      'connecting points of vehicles',
      is('equipment', 'vehicle-charger'),
      '722.531.3',
    ),
    'vehicle-earth': wants(
      { kind: 'own-earth' },
      'connecting points of vehicles outdoors',
      every(is('equipment', 'vehicle-charger'), some(is('use', 'outdoors'), is('wetness', 'wet'))),
      '722.411.4',
    ),
    heating: within30(
      'heating cables in floors, ceilings and outdoors',
      is('equipment', 'floor-heating', 'floor-heating-concrete', 'snow-melting', 'pipe-heating'),
      '753.411.3.2',
    ),
    arc: {
      asks: { kind: 'arc-detection' },
      place: 'socket-outlets where people sleep',
      clause: '421.7',
      recommended: true,
      where: every(SOCKET, is('lines', 1), atMost('ratedA', 32), named('sleeping')),
    },
  },
};
