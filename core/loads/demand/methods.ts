import { known, type Maybe, map } from '../../job/known';
import { factOf } from '../../job/readers';
import * as table from '../../tables/demand';
import type { Source } from '../../tables/source';
import { inPercent, kilo } from '../../units';
import { chargersVa, chargersWords, type DemandLine, generalLines, names, partThree, shareOf } from './partThree';
import { ofKind, type Read, vaOf } from './read';
import type { DemandMethod, TakenLoad } from './taken';

/** What the optional methods take together, whole to a step and a share of the rest. */
function together(read: Read, { wholeVa, share }: { wholeVa: number; share: number }, rule: Source): DemandLine[] {
  const general = generalLines(read);
  const rest = ofKind(read.taken, 'range', 'cooking-unit', 'dryer', 'water-heater', 'fixed', 'motor');
  const connectedVa = general.connectedVa + vaOf(rest);
  return [
    ...general.lines,
    ...rest.map(
      ({ load, va }): DemandLine => ({
        id: load.id,
        what: load.name,
        factor: 'as marked',
        connectedVa: va,
        demandVa: null,
        rule,
      }),
    ),
    {
      id: 'together',
      what: 'these together',
      factor: `first ${kilo(wholeVa)} kVA at 100 %, the rest at ${inPercent(share)} %`,
      connectedVa,
      demandVa: Math.min(connectedVa, wholeVa) + share * Math.max(0, connectedVa - wholeVa),
      rule,
      shares: [{ va: general.connectedVa, on: undefined }, ...rest.map(shareOf)],
    },
  ];
}

/** Heating or cooling under the optional methods: the way that comes to most. */
function optionalClimate({ taken }: Read, shares: { few: number; many: number }, rule: Source): DemandLine[] {
  const space = ofKind(taken, 'space-heating');
  const pumps = ofKind(taken, 'heat-pump');
  const cooling = ofKind(taken, 'cooling');
  const many = space.length >= table.HEATING_UNITS;
  // Beside a heat pump they are its supplement, however many there are.
  const share = many && pumps.length === 0 ? shares.many : shares.few;
  const heat = {
    what: 'heating',
    connectedVa: vaOf(pumps) + vaOf(space),
    demandVa: vaOf(pumps) + share * vaOf(space),
    shares: [...pumps.map(shareOf), ...space.map((each) => ({ ...shareOf(each), va: share * each.va }))],
  };
  const cool = {
    what: 'cooling',
    connectedVa: vaOf(pumps) + vaOf(cooling),
    demandVa: vaOf(pumps) + vaOf(cooling),
    shares: [...pumps, ...cooling].map(shareOf),
  };
  const most = heat.demandVa >= cool.demandVa ? heat : cool;
  if (most.connectedVa === 0) return [];
  const factor =
    most === cool || space.length === 0
      ? '100 %'
      : `${inPercent(share)} % of ${space.length} heater${space.length === 1 ? '' : 's'}`;
  return [{ id: 'climate', ...most, factor, rule }];
}

const chargerLines = ({ job, taken }: Read): DemandLine[] => {
  const chargers = ofKind(taken, 'vehicle-charger');
  if (chargers.length === 0) return [];
  return [
    {
      id: 'chargers',
      what: `vehicle charger: ${names(chargers)}`,
      factor: chargersWords(job),
      connectedVa: vaOf(chargers),
      demandVa: chargersVa(job, chargers),
      rule: table.CHARGERS(job.pack),
      shares: chargers.map(shareOf),
    },
  ];
};

/** What is neither fastened in place nor on a circuit of its own kind counts whole. */
const plainLines = ({ job, taken }: Read): DemandLine[] =>
  ofKind(taken, 'plain').map((each) => wholeLine(each, each.load.name, table.OTHER_LOADS(job.pack)));

const wholeLine = (each: TakenLoad, what: string, rule: Source): DemandLine => ({
  id: each.load.id,
  what,
  factor: '100 %',
  connectedVa: each.va,
  demandVa: each.va,
  rule,
  shares: [shareOf(each)],
});

/** A new charger beside a metered demand runs for hours: its plate, or what 220.57 has at least, and a quarter more (625.42). */
function newCharger({ job }: Read, each: TakenLoad): DemandLine {
  const va = chargersVa(job, [each]);
  const demandVa = table.METERED_TIMES * va;
  return {
    id: each.load.id,
    what: `${each.load.name}, new`,
    factor: `${inPercent(table.METERED_TIMES)} % of ${chargersWords(job)}`,
    connectedVa: va,
    demandVa,
    rule: table.CHARGERS(job.pack),
    shares: [{ ...shareOf(each), va: demandVa }],
  };
}

type Method = (read: Read) => Maybe<readonly DemandLine[]>;

/** The ways to calculate, each with its lines. */
export const METHODS: Readonly<Record<DemandMethod, Method>> = {
  standard: (read) => known(partThree(read)),
  optional: (read) => {
    const rule = table.OPTIONAL(read.job.pack);
    return known([
      ...together(read, table.OPTIONAL_STEP, rule),
      ...optionalClimate(read, table.HEATING_SHARES.optional, rule),
      ...chargerLines(read),
      ...plainLines(read),
    ]);
  },
  existing: (read) => {
    const rule = table.EXISTING(read.job.pack);
    return known([
      ...together(read, table.EXISTING_STEP, rule),
      ...optionalClimate(read, table.HEATING_SHARES.existing, rule),
      ...chargerLines(read),
      ...plainLines(read),
    ]);
  },
  metered: (read) => {
    const rule = table.METERED(read.job.pack);
    const added = read.taken.filter(({ isNew, kind }) => isNew && kind !== 'general');
    return map(factOf('boards', read.board, 'meteredVa'), (meteredVa) => [
      {
        id: 'metered',
        what: 'greatest demand metered over a year',
        factor: `${inPercent(table.METERED_TIMES)} %`,
        connectedVa: meteredVa,
        demandVa: table.METERED_TIMES * meteredVa,
        rule,
      },
      ...added.map((each) =>
        each.kind === 'vehicle-charger' ? newCharger(read, each) : wholeLine(each, `${each.load.name}, new`, rule),
      ),
    ]);
  },
};
