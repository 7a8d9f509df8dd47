import { describe, expect, it } from 'vitest';
import { askedAt, outcomeAt, type Spot, spotJob } from '../testing/askedPlaces';

/**
 * Where IEC 60364 and BS 7671:2018+A2:2022 ask for additional protection, arc detection and circuits of their own, from memory of the
 * publications: the clause, `-` where they do not, `?` with the fact that is missing.
 */
type Row = [what: string, kind: string, spot: Spot, iec: string, bs: string];

import type { Job } from '../../../job/schema/job';
import { stated } from '../../../testing/jobs';

const R = 'residual';
const OWN = 'own-residual';
const HOME = { premises: 'household' } as const;
const WORK = { premises: 'work' } as const;
const SHALLOW = { place: 'in-wall', concealed: 'shallow' } as const;

const ROWS: readonly Row[] = [
  ['a socket of 16 A', R, { board: HOME }, '411.3.3', '411.3.3'],
  ['a socket of 32 A', R, { ratingA: 32, point: { ratedA: 32 } }, '411.3.3', '411.3.3'],
  ['a socket of 63 A', R, { ratingA: 63, point: { ratedA: 63 } }, '-', '-'],
  ['a socket at a workplace', R, { board: WORK }, '411.3.3', '411.3.3'],
  ['a SELV socket', R, { point: { fedBy: 'selv' } }, '-', '-'],
  ['a mobile pump outdoors', R, { kind: 'spur', use: 'outdoors', load: { fastened: false } }, '411.3.3', '411.3.3'],
  ['a fixed pump outdoors', R, { kind: 'spur', use: 'outdoors', load: { fastened: true } }, '-', '-'],
  [
    'a 32 A socket behind 40 A, arcs',
    'arc-detection',
    { ratingA: 40, point: { ratedA: 32 }, board: { premises: 'care' } },
    '421.7',
    '421.1.7',
  ],
  ['a light of a household', R, { kind: 'light', board: HOME }, '411.3.4', '411.3.4'],
  ['a light of a shared house', R, { kind: 'light', board: { premises: 'shared' } }, '411.3.4', '411.3.4'],
  ['a light at a workplace', R, { kind: 'light', board: WORK }, '-', '-'],
  ['a light, premises not said', R, { kind: 'light' }, '?premises', '?premises'],
  ['a fixed heater of a household', R, { kind: 'appliance', board: HOME }, '-', '-'],
  ['a switch in a hall', R, { kind: 'switch', use: 'hall', board: HOME }, '-', '-'],
  ['a water heater in a bathroom', R, { kind: 'appliance', use: 'bath', equipment: 'water-heater' }, '701.415.1', '701.411.3.3'],
  ['a light in a bathroom at a workplace', R, { kind: 'light', use: 'bath', board: WORK }, '701.415.1', '701.411.3.3'],
  ['a SELV light in a bathroom', R, { kind: 'light', use: 'bath', board: HOME, point: { fedBy: 'selv' } }, '-', '-'],
  [
    'a shaver unit in a bathroom',
    'no-outlet',
    { use: 'bath', point: { zone: '2', fedBy: 'shaver', tubDistanceM: 0.7 } },
    '-',
    '-',
  ],
  [
    'a shaver unit in zone 1',
    'no-outlet',
    { use: 'bath', point: { zone: '1', fedBy: 'shaver', tubDistanceM: 0 } },
    '701.512.3',
    '-',
  ],
  ['a shower in a bedroom, 2 m off', 'no-outlet', { use: 'bedroom', point: { tubDistanceM: 2 } }, '-', '701.512.3'],
  ['a shower in a bedroom, 3 m off', 'no-outlet', { use: 'bedroom', point: { tubDistanceM: 3 } }, '-', '-'],
  ['a bedroom with a shower somewhere', 'no-outlet', { use: 'bedroom', room: { water: 'tub' } }, '-', '?tubDistanceM'],
  [
    'a light in zone 0',
    'no-outlet',
    { kind: 'light', use: 'bath', point: { zone: '0' } },
    '701.55, 701.414.4.5',
    '701.55, 701.414.4.5',
  ],
  [
    'a light of 12 V in zone 0',
    'no-outlet',
    { kind: 'light', use: 'bath', point: { zone: '0', fedBy: 'selv', selvV: 12 } },
    '-',
    '-',
  ],
  [
    'a light of 24 V in zone 0',
    'no-outlet',
    { kind: 'light', use: 'bath', point: { zone: '0', fedBy: 'selv', selvV: 24 } },
    '701.55, 701.414.4.5',
    '701.55, 701.414.4.5',
  ],
  [
    'SELV nobody read in zone 0',
    'no-outlet',
    { kind: 'light', use: 'bath', point: { zone: '0', fedBy: 'selv' } },
    '?selvV',
    '?selvV',
  ],
  ['a switch in zone 1', 'no-outlet', { kind: 'switch', use: 'bath', point: { zone: '1' } }, '701.512.3', '701.512.3'],
  [
    'a switch of 12 V in zone 1',
    'no-outlet',
    { kind: 'switch', use: 'bath', point: { zone: '1', fedBy: 'selv', selvV: 12 } },
    '-',
    '-',
  ],
  ['a switch in zone 2', 'no-outlet', { kind: 'switch', use: 'bath', point: { zone: '2' } }, '-', '701.512.3'],
  [
    'a shower heater in zone 1',
    'no-outlet',
    { kind: 'appliance', use: 'bath', equipment: 'water-heater', point: { zone: '1' } },
    '-',
    '-',
  ],
  ['a fan in zone 1', 'no-outlet', { kind: 'appliance', use: 'bath', equipment: 'fan', point: { zone: '1' } }, '-', '-'],
  [
    'a washer in zone 1',
    'no-outlet',
    { kind: 'appliance', use: 'bath', equipment: 'clothes-washer', point: { zone: '1' } },
    '701.55',
    '701.55',
  ],
  [
    'a fan of SELV to 25 V in zone 1',
    'no-outlet',
    { kind: 'appliance', use: 'bath', equipment: 'other', point: { zone: '1', fedBy: 'selv', selvV: 25 } },
    '-',
    '-',
  ],
  [
    'a hot tub in the yard',
    R,
    { kind: 'appliance', use: 'outdoors', equipment: 'spa', point: { zone: 'outside' } },
    '702.410.3.101.2',
    '702.410.3.101.2',
  ],
  [
    'a socket in zone 1 of a hot tub',
    'no-outlet',
    { use: 'outdoors', equipment: 'spa', point: { zone: '1' } },
    '702.512.2',
    '702.55.2',
  ],
  ['a socket in zone 2', 'no-outlet', { use: 'bath', point: { zone: '2', tubDistanceM: 0.5 } }, '701.512.3', '701.512.3'],
  ['a socket 1 m from a shower', 'no-outlet', { use: 'bath', point: { zone: 'outside', tubDistanceM: 1 } }, '-', '701.512.3'],
  ['a socket 2.5 m from it', 'no-outlet', { use: 'bath', point: { zone: 'outside', tubDistanceM: 2.5 } }, '-', '701.512.3'],
  ['a socket 2.6 m from it', 'no-outlet', { use: 'bath', point: { zone: 'outside', tubDistanceM: 2.6 } }, '-', '-'],
  ['a socket in a bathroom, zone not said', 'no-outlet', { use: 'bath', point: { tubDistanceM: 3 } }, '?zone', '?zone'],
  ['a light in zone 1', 'ingress', { kind: 'light', use: 'bath', point: { zone: '1' } }, '701.512.2', '701.512.2'],
  ['a light outside the zones', 'ingress', { kind: 'light', use: 'bath', point: { zone: 'outside' } }, '-', '-'],
  [
    'a light over a pool',
    R,
    { kind: 'light', use: 'pool', board: WORK, point: { zone: '2' } },
    '702.410.3.101.2',
    '702.410.3.101.2',
  ],
  ['a socket in zone 1 of a pool', 'no-outlet', { use: 'pool', point: { zone: '1' } }, '702.512.2', '702.55.2'],
  [
    'mains in zone 0 of a pool',
    'no-outlet',
    { kind: 'light', use: 'pool', point: { zone: '0' } },
    '702.410.3.101.2',
    '702.410.3.101.2',
  ],
  ['SELV in zone 0 of a pool', 'no-outlet', { kind: 'light', use: 'pool', point: { zone: '0', fedBy: 'selv' } }, '-', '-'],
  ['a light in a sauna', R, { kind: 'light', use: 'sauna', board: WORK }, '703.411.3.3', '703.411.3.3'],
  ['the sauna heater alone', R, { kind: 'appliance', use: 'sauna', equipment: 'sauna-heater' }, '-', '-'],
  [
    'the heater with another outlet',
    R,
    { kind: 'appliance', use: 'sauna', equipment: 'sauna-heater', beside: true },
    '703.411.3.3',
    '703.411.3.3',
  ],
  ['a socket in a sauna', 'no-outlet', { use: 'sauna' }, '703.537.5', '703.537.5'],
  [
    'a berth of 32 A',
    OWN,
    { use: 'outdoors', equipment: 'boat-supply', ratingA: 32, point: { ratedA: 63 } },
    '709.531.2',
    '709.531.2',
  ],
  [
    'a berth of 63 A',
    OWN,
    { use: 'outdoors', equipment: 'boat-supply', ratingA: 63, point: { ratedA: 63 } },
    '709.531.2',
    '709.531.2',
  ],
  ['a berth, its poles', 'all-live', { use: 'outdoors', equipment: 'boat-supply' }, '709.531.2', '709.531.2'],
  ['a berth, its earth', 'own-earth', { use: 'outdoors', equipment: 'boat-supply' }, '709.411.4', '709.411.4'],
  ['a caravan pitch', OWN, { use: 'outdoors', equipment: 'caravan-supply', point: { ratedA: 63 } }, '708.531.3', '708.553.1.13'],
  ['a vehicle charger', OWN, { kind: 'appliance', use: 'garage', equipment: 'vehicle-charger' }, '722.531.3', '722.531.3.1'],
  [
    'a vehicle charger, its circuit',
    'own-circuit',
    { kind: 'appliance', use: 'garage', equipment: 'vehicle-charger' },
    '722.311',
    '722.311.201',
  ],
  [
    'a charger outdoors, its earth',
    'own-earth',
    { kind: 'appliance', use: 'outdoors', equipment: 'vehicle-charger' },
    '722.411.4',
    '722.411.4.1',
  ],
  ['a charger in a garage, its earth', 'own-earth', { kind: 'appliance', use: 'garage', equipment: 'vehicle-charger' }, '-', '-'],
  ['floor heating', R, { kind: 'appliance', use: 'hall', equipment: 'floor-heating' }, '753.411.3.2', '753.411.3.2'],
  ['a lit sign', R, { kind: 'appliance', use: 'outdoors', equipment: 'sign' }, '714.411.3.4', '714.411.3.4'],
  ['sockets of a household, arcs', 'arc-detection', { board: HOME }, '421.7', '421.1.7'],
  ['sockets of a care home, arcs', 'arc-detection', { board: { premises: 'care' } }, '421.7', '421.1.7'],
  ['sockets at a workplace, arcs', 'arc-detection', { board: WORK }, '-', '421.1.7'],
  ['a light of a household, arcs', 'arc-detection', { kind: 'light', board: HOME }, '-', '-'],
];
const CABLES: readonly [string, Spot, string, string][] = [
  ['a cable 30 mm deep', { kind: 'appliance', segment: SHALLOW }, '-', '522.6.202'],
  [
    'a cable outside the zones is not cured by it',
    { kind: 'appliance', segment: { place: 'in-wall', concealed: 'off-zones' } },
    '-',
    '-',
  ],
  [
    'an armoured cable 30 mm deep',
    { kind: 'appliance', segment: { ...SHALLOW, construction: 'armoured', protectivePath: 'armour' } },
    '-',
    '-',
  ],
  [
    'one whose armour is joined to nothing',
    { kind: 'appliance', segment: { ...SHALLOW, construction: 'armoured', protectivePath: 'none' } },
    '-',
    '522.6.202',
  ],
  ['a cable through zone 1', { kind: 'appliance', segment: { place: 'exposed', throughBath: true } }, '-', '701.411.3.3'],
  ['a cable 60 mm deep', { kind: 'appliance', segment: { place: 'in-wall', concealed: 'deep' } }, '-', '-'],
  ['a cable in earthed conduit', { kind: 'appliance', segment: { place: 'in-wall', concealed: 'protected' } }, '-', '-'],
  [
    'a cable in a metal partition',
    { kind: 'appliance', segment: { place: 'in-wall', concealed: 'metal-partition' } },
    '-',
    '522.6.203',
  ],
  ['a cable in a wall, depth not said', { kind: 'appliance', segment: { place: 'in-wall' } }, '-', '?concealed'],
  ['a cable on the wall', { kind: 'appliance', segment: { place: 'exposed' } }, '-', '-'],
];

const PACKS = ['iec-60364', 'bs-7671-2018-a2'] as const;
const CASES = [
  ...ROWS.flatMap(([what, kind, spot, ...by]) =>
    PACKS.map((pack, at) => ({ what, kind, spot, pack, at: 'p' as const, expected: by[at]! })),
  ),
  ...CABLES.flatMap(([what, spot, ...by]) =>
    PACKS.map((pack, at) => ({ what, kind: R, spot, pack, at: 'c' as const, expected: by[at]! })),
  ),
];

describe('what IEC 60364 and BS 7671 ask for', () => {
  it('a guard round a cable outside the zones, on final circuits and feeders', () => {
    const job = spotJob('bs-7671-2018-a2', { kind: 'appliance', segment: { place: 'in-wall', concealed: 'off-zones' } });
    expect(outcomeAt(job, 'guarded', 'c')?.verdict).toBe('stop');
    const feeder: Job = {
      ...job,
      circuits: { ...job.circuits, c: { ...job.circuits.c!, kind: 'distribution' } },
      points: {},
      loads: {},
    };
    expect(outcomeAt(feeder, 'guarded', 'c')?.verdict).toBe('stop');
    const shallow = {
      ...feeder,
      segments: {
        c: {
          ...Object.values(feeder.segments).find(({ circuitId }) => circuitId === 'c')!,
          concealed: stated('shallow' as const),
        },
      },
    };
    expect(outcomeAt(shallow, 'residual', 'c')?.verdict).toBe('stop');
  });

  it('30 mA of a berth up to 63 A, 300 mA above', () => {
    const finest = (ratingA: number) =>
      outcomeAt(spotJob('iec-60364', { use: 'outdoors', equipment: 'boat-supply', ratingA, point: { ratedA: 125 } }), OWN)?.asks;
    expect(finest(63)).toEqual({ kind: 'own-residual', mA: 30 });
    expect(finest(64)).toEqual({ kind: 'own-residual', mA: 300 });
  });

  it.each(CASES)('$pack: $what, $kind: $expected', ({ pack, kind, spot, at, expected }) => {
    const { clauses, missing } = askedAt(spotJob(pack, spot), kind, at);
    if (expected === '-') expect({ clauses, missing }).toEqual({ clauses: [], missing: [] });
    else if (expected.startsWith('?')) {
      expect(clauses).toEqual([]);
      expect(missing.some((path) => path.endsWith(`.${expected.slice(1)}`))).toBe(true);
    } else expect(clauses).toContain(expected);
  });
});
