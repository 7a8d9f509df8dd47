import { describe, expect, it } from 'vitest';
import type { RulePackId } from '../../job/schema/job';
import { requirementsOf } from './requirements';
import type { Where } from './vocabulary';

const FT_M = 0.3048;
const INCH_M = 0.0254;
const GF_OTHER = ['ratedA 50', 'ratedA 100'];
const CORD = ['circuitA 60'];
const OTHER = ['bath', 'kitchen', 'outdoors', 'wet', 'garage', 'crawl', 'basement'].map((place) => `other-${place}`);
const APPLIANCES = ['vacuum-machine', 'drinking-cooler', 'spray-washer', 'tire-inflator', 'vending'];
const all = (ids: readonly string[], limits: readonly string[]) => Object.fromEntries(ids.map((id) => [id, limits]));

/** Every limit of every row, each from its clause, from memory of the publications; lengths as the codes write them. */
const NEC_ALL = {
  ...all(OTHER, GF_OTHER),
  'other-sink': [...GF_OTHER, `sinkM ${6 * FT_M}`],
  ...all(APPLIANCES, CORD),
  temporary: ['ratedA 30'],
  'temporary-other': ['not ratedA 30'],
  'pool-close': [`poolM ${6 * FT_M}`],
  'spa-receptacle': ['ratedA 30', `poolM ${10 * FT_M}`],
  arc: ['circuitA 20'],
  'tub-light': [`showerM ${3 * FT_M}`],
  'tub-switch': ['showerM 0'],
  // Five and a half feet.
  tamper: ['ratedA 20', `high: not heightM ${66 * INCH_M}`],
  ...all(['weather', 'cover-wet'], ['ratedA 20']),
};
const NEC_2020_ON = {
  ...NEC_ALL,
  sink: [`sinkM ${6 * FT_M}`],
  tub: [`tubM ${6 * FT_M}`],
  'tub-space': [`tubM ${3 * FT_M}`],
  ...all(['other-laundry', 'other-food'], GF_OTHER),
  'other-tub': [...GF_OTHER, `tubM ${6 * FT_M}`],
  ...all(['dishwasher', 'sump-pump', 'pool-motor'], CORD),
};
const IEC_ALL = {
  socket: ['ratedA 32', 'mA 30'],
  mobile: ['circuitA 32', 'mA 30'],
  ...all(['luminaire', 'bath', 'pool', 'sauna', 'caravan-30', 'sign', 'vehicle-30', 'heating'], ['mA 30']),
  spa: ['mA 30'],
  'bath-zone-0': ['not selvV 12'],
  'bath-zone-1': ['not selvV 25'],
  'bath-switch': ['not selvV 12'],
  ...all(['bath-wet', 'pool-wet'], ['ipX 4']),
  'bath-in': ['ipX 7'],
  'pool-in': ['ipX 8'],
  'boat-30': ['circuitA 63', 'mA 30'],
  'boat-300': ['not circuitA 63', 'mA 300'],
  arc: ['ratedA 32'],
};
const LIMITS: Readonly<Record<RulePackId, Readonly<Record<string, readonly string[]>>>> = {
  'nec-2017': {
    ...NEC_ALL,
    ...all(['bath', 'garage', 'accessory', 'outdoors', 'crawl', 'basement', 'kitchen', 'boathouse', 'laundry'], ['ratedA 20']),
    sink: ['ratedA 20', `sinkM ${6 * FT_M}`],
    tub: ['ratedA 20', `tubM ${6 * FT_M}`],
    'tub-space': ['tubM 0'],
    'pool-receptacle': ['ratedA 20', `poolM ${20 * FT_M}`, `poolM ${10 * FT_M}`],
  },
  'nec-2020': {
    ...NEC_2020_ON,
    'pool-receptacle': ['ratedA 20', `poolM ${20 * FT_M}`, `poolM ${10 * FT_M}`],
    'outdoor-outlet': ['circuitA 50'],
  },
  'nec-2023': {
    ...NEC_2020_ON,
    'pool-receptacle': ['ratedA 60', `poolM ${20 * FT_M}`, `poolM ${10 * FT_M}`],
    'outdoor-outlet': ['circuitA 50', 'listed-hvac: before 2026-09-01'],
    ...all(['range', 'wall-oven', 'counter-cooking', 'dryer', 'microwave'], CORD),
  },
  'iec-60364': IEC_ALL,
  'bs-7671-2018-a2': {
    ...IEC_ALL,
    'bath-socket': ['tubM 2.5', 'showerM 2.5'],
    'arc-must': ['ratedA 32'],
    ...all(['concealed', 'partition', 'through-bath'], ['mA 30']),
  },
};

function limitsIn(where: Where, names: Readonly<Record<string, Where>>): string[] {
  if ('named' in where) return limitsIn(names[where.named]!, names);
  if ('every' in where) return where.every.flatMap((part) => limitsIn(part, names));
  if ('some' in where) return where.some.flatMap((part) => limitsIn(part, names));
  if ('not' in where) return limitsIn(where.not, names).map((limit) => `not ${limit}`);
  if ('atMost' in where) return [`${where.atMost} ${Number(where.limit.toFixed(6))}`];
  return 'before' in where ? [`before ${where.before}`] : [];
}

describe('the limits of the rows', () => {
  it.each(Object.entries(LIMITS))('%s', (pack, wanted) => {
    const { rows, names } = requirementsOf(pack as RulePackId);
    const found = [...rows].flatMap(([id, { where, except = [], asks }]) => {
      const limits = [
        ...limitsIn(where, names),
        ...except.flatMap((each) => limitsIn(each.where, names).map((limit) => `${each.id}: ${limit}`)),
        ...('mA' in asks ? [`mA ${asks.mA}`] : []),
        ...('ipX' in asks ? [`ipX ${asks.ipX}`] : []),
      ];
      return limits.length === 0 ? [] : [[id, limits] as const];
    });
    const written = Object.entries(wanted).map(([id, limits]) => [
      id,
      limits.map((limit) => limit.replace(/\d+\.\d{6,}/, (m) => `${Number(Number(m).toFixed(6))}`)),
    ]);
    expect(Object.fromEntries(found)).toEqual(Object.fromEntries(written));
  });
});
