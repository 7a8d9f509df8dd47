import { within30 } from './iec60364';
import type { RequirementPack } from './row';
import { atMost, every, is, named, not, some } from './vocabulary';

const SOCKET = is('outlet', 'receptacle');
const SAFE = is('fedBy', 'selv', 'separated', 'shaver');
/** From the edge of zone 1, m. */
const FROM_ZONE_1_M = 2.5;

/** BS 7671:2018+A2:2022 over IEC 60364. From memory of the publication. */
export const BS_7671: RequirementPack = {
  names: {
    // A shower in a bedroom brings its distance with it.
    'bath-socket': every(
      SOCKET,
      some(
        every(is('use', 'bath'), some(is('zone', '0', '1', '2'), atMost('tubM', FROM_ZONE_1_M))),
        atMost('showerM', FROM_ZONE_1_M),
      ),
      not(SAFE),
    ),
    'fire-late': is('premises', 'high-rise', 'shared', 'student', 'care'),
  },
  rows: {
    socket: {
      except: [
        {
          id: 'assessed',
          says: 'no dwelling, and a documented risk assessment finds it unnecessary',
          where: not(named('household')),
          justified: true,
        },
      ],
    },
    bath: { clause: '701.411.3.3' },
    'pool-socket': { clause: '702.55.2' },
    'caravan-30': { clause: '708.553.1.13' },
    'caravan-own': { clause: '708.553.1.13' },
    'caravan-poles': { clause: '708.553.1.13' },
    'caravan-earth': { clause: '708.411.4, 708.553.1.14' },
    'boat-30': { clause: '709.531.2' },
    'vehicle-30': { clause: '722.531.3.1' },
    'vehicle-poles': { clause: '722.531.3.1' },
    'vehicle-own': { clause: '722.311.201' },
    'vehicle-earth': { clause: '722.411.4.1' },
    arc: {
      place: 'socket-outlets of other premises',
      clause: '421.1.7',
      where: every(SOCKET, is('lines', 1), atMost('ratedA', 32), not(named('fire-late'))),
    },
    'arc-must': {
      asks: { kind: 'arc-detection' },
      clause: '421.1.7',
      place: 'socket-outlets of tall or shared residential buildings, student rooms and care homes',
      where: every(SOCKET, is('lines', 1), atMost('ratedA', 32), named('fire-late')),
    },
    concealed: within30(
      'cables in walls, less than 50 mm deep',
      every(is('outlet', 'cable'), is('concealed', 'shallow')),
      '522.6.202',
    ),
    'off-zones': {
      asks: { kind: 'guarded' },
      place: 'cables in walls, less than 50 mm deep, outside the zones',
      clause: '522.6.202, 522.6.204',
      where: every(is('outlet', 'cable'), is('concealed', 'off-zones')),
    },
    'through-bath': within30(
      'cables that pass through zones 1 and 2 of a bath',
      every(is('outlet', 'cable'), is('throughBath', true)),
      '701.411.3.3',
    ),
    'bath-switch-2': {
      asks: { kind: 'no-outlet' },
      place: 'switches in zone 2 of a bath',
      clause: '701.512.3',
      where: every(is('outlet', 'switch'), is('use', 'bath'), is('zone', '2'), not(SAFE)),
    },
    partition: within30(
      'cables in partitions with metal parts',
      every(is('outlet', 'cable'), is('concealed', 'metal-partition')),
      '522.6.203',
    ),
  },
};
