import { heldBy } from '../../job/packs';
import type { Circuit, Line } from '../../job/sealed';
import * as table from '../../tables/demand';
import type { Source } from '../../tables/source';
import { inPercent, ofPercent } from '../../units';
import type { Ruled } from '../drawn';
import { ofKind, type Read, sum, vaOf } from './read';
import type { TakenLoad } from './taken';

/** One line of a calculation. */
export interface DemandLine {
  id: string;
  what: string;
  /** What was taken of it, in words: `75 %, 4 of them`. */
  factor: string;
  connectedVa: number;
  /** What it adds; null where a later line takes it in. */
  demandVa: number | null;
  rule: Source;
  /** What of it hangs on which lines, by weight; without it all of it hangs evenly on all (210.11(B)). */
  shares?: readonly Share[];
}

/** A part of a line of a calculation, by its connected volt-amperes. */
export interface Share {
  va: number;
  /** Nothing where it is no circuit's: it hangs evenly on all lines. */
  on: { circuit: Circuit; lines: readonly Line[] } | undefined;
}

export const shareOf = ({ circuit, lines, va }: TakenLoad): Share => ({ va, on: { circuit, lines } });

/** Lighting, outlets and the circuits counted with them, connected. */
export function generalLines({ job, areaFt2, circuits }: Read): { lines: DemandLine[]; connectedVa: number } {
  const { smallAppliance, laundry, least } = circuits;
  const counted = (id: 'small-appliance' | 'laundry', count: number, rule: Source): DemandLine[] => {
    const number = least ? Math.max(count, table.LEAST_CIRCUITS[id]) : count;
    const word = `${id} circuit${number === 1 ? '' : 's'}`;
    if (number === 0) return [];
    const factor =
      number > count
        ? `${table.CIRCUIT_VA} VA each; ${count} entered, ${number} counted at least`
        : `${table.CIRCUIT_VA} VA each`;
    const connectedVa = number * table.CIRCUIT_VA;
    return [{ id, what: `${number} ${word}`, factor, connectedVa, demandVa: null, rule }];
  };
  if (areaFt2 === 0) return { lines: [], connectedVa: 0 };
  const lines: DemandLine[] = [
    {
      id: 'general',
      what: `general lighting and receptacles, ${Math.round(areaFt2)} ft²`,
      demandVa: null,
      factor: `${table.GENERAL_VA_PER_FT2} VA/ft²`,
      connectedVa: areaFt2 * table.GENERAL_VA_PER_FT2,
      rule: table.GENERAL_LIGHTING(job.pack),
    },
    ...counted('small-appliance', smallAppliance, table.SMALL_APPLIANCE(job.pack)),
    ...counted('laundry', laundry, table.LAUNDRY(job.pack)),
  ];
  return { lines, connectedVa: sum(lines.map(({ connectedVa }) => connectedVa)) };
}

/** A group of loads as it is counted: what of each volt-ampere, and what all of it comes to. */
export interface Group {
  id: string;
  what: string;
  loads: readonly TakenLoad[];
  demandVa: number;
  factor: string;
  rule: Source;
}

export const names = (loads: readonly TakenLoad[]): string =>
  loads.length <= 2 ? loads.map(({ load }) => load.name).join(' and ') : `${loads.length} of them`;

/** Everything besides general lighting by part III, each group with its share. */
export function groupsOf({ job, taken }: Read): Group[] {
  const { pack } = job;
  const cooking = ofKind(taken, 'range', 'cooking-unit');
  const dryers = ofKind(taken, 'dryer');
  const fixed = ofKind(taken, 'fixed', 'water-heater');
  const counted = fixed.filter(({ va }) => va >= table.FIXED_LEAST_VA);
  const chargers = ofKind(taken, 'vehicle-charger');
  const motors = ofKind(taken, 'motor');
  const plain = ofKind(taken, 'plain');
  const groups: Group[] = [];
  const add = (id: string, what: string, loads: readonly TakenLoad[], demandVa: number, factor: string, rule: Source) => {
    if (loads.length > 0) groups.push({ id, what: `${what}: ${names(loads)}`, loads, demandVa, factor, rule });
  };
  if (cooking.length > 0) {
    const { demandW, by } = table.cookingDemandW(cooking.map(({ va }) => va));
    add('cooking', 'cooking', cooking, demandW, by, table.RANGES(pack));
  }
  const dryersVa = sum(dryers.map(({ va }) => Math.max(va, table.DRYER_LEAST_W)));
  const dryerPercent = dryers.length === 0 ? 100 : table.dryerPercent(dryers.length);
  add(
    'dryers',
    'clothes dryer',
    dryers,
    ofPercent(dryersVa * dryerPercent),
    `5000 W or more each, ${dryerPercent} %`,
    table.DRYERS(pack),
  );
  const share = counted.length >= table.FIXED_COUNT ? table.FIXED_SHARE : 1;
  add(
    'fixed',
    'appliances fastened in place',
    fixed,
    vaOf(fixed) - (1 - share) * vaOf(counted),
    `${inPercent(share)} %, ${counted.length} of ${table.FIXED_LEAST_VA} VA or more`,
    table.FIXED_APPLIANCES(pack),
  );
  const climate = climateOf(taken);
  add('climate', climate.what, climate.loads, vaOf(climate.loads), climate.factor, table.HEATING_OR_COOLING(pack));
  add('chargers', 'vehicle charger', chargers, chargersVa(job, chargers), chargersWords(job), table.CHARGERS(pack));
  add('motors', 'motors', motors, vaOf(motors), '100 %', table.MOTORS(pack));
  add('plain', 'other loads', plain, vaOf(plain), '100 %', table.OTHER_LOADS(pack));
  return groups;
}

/** Heating and cooling never run together: the larger counts. A heat pump is in both. */
function climateOf(taken: readonly TakenLoad[]): { what: string; loads: readonly TakenLoad[]; factor: string } {
  const heating = ofKind(taken, 'space-heating', 'heat-pump');
  const cooling = ofKind(taken, 'cooling', 'heat-pump');
  const [heatVa, coolVa] = [vaOf(heating), vaOf(cooling)];
  const words = Math.min(heatVa, coolVa) > 0 ? '100 %, the larger of heating and cooling' : '100 %';
  return heatVa >= coolVa
    ? { what: 'heating', loads: heating, factor: words }
    : { what: 'cooling', loads: cooling, factor: words };
}

const chargerLeast = (job: Ruled): number => heldBy(job.pack, { 'nec-2017': 0, 'nec-2023': table.CHARGER_LEAST_VA }) ?? 0;
export const chargersVa = (job: Ruled, chargers: readonly TakenLoad[]): number =>
  sum(chargers.map(({ va }) => Math.max(va, chargerLeast(job))));
export const chargersWords = (job: Ruled): string => (chargerLeast(job) > 0 ? '7200 VA or more each' : '100 %');

/** A quarter of the largest motor, where its volt-amperes hold none already. */
function largestMotorLine({ job }: Read, counted: readonly TakenLoad[]): DemandLine[] {
  const motors = counted.filter(({ motor }) => motor);
  if (motors.length === 0) return [];
  const largest = motors.reduce((most, next) =>
    next.va > most.va || (next.va === most.va && next.lines.length < most.lines.length) ? next : most,
  );
  return [
    {
      id: 'largest-motor',
      what: `largest motor: ${largest.load.name}`,
      factor: `${inPercent(table.LARGEST_MOTOR_SHARE)} %`,
      connectedVa: largest.va,
      demandVa: table.LARGEST_MOTOR_SHARE * largest.va,
      rule: table.MOTORS(job.pack),
      shares: [shareOf(largest)],
    },
  ];
}

/** A quarter more of what runs three hours or more, as devices and conductors are sized for it. */
function continuousLine({ job }: Read, groups: readonly Group[]): DemandLine[] {
  const parts = groups.flatMap((group) => {
    const connected = vaOf(group.loads);
    const share = connected === 0 ? 0 : group.demandVa / connected;
    return group.loads.filter(({ continuous }) => continuous).map((each) => ({ each, va: each.va * share }));
  });
  if (parts.length === 0) return [];
  const connectedVa = sum(parts.map(({ va }) => va));
  return [
    {
      id: 'continuous',
      what: `continuous: ${names(parts.map(({ each }) => each))}`,
      factor: '25 % more',
      connectedVa,
      demandVa: 0.25 * connectedVa,
      rule: table.CONTINUOUS_PART(job.pack),
      shares: parts.map(({ each, va }) => ({ ...shareOf(each), va })),
    },
  ];
}

const lineOf = ({ id, what, loads, demandVa, factor, rule }: Group): DemandLine => ({
  id,
  what,
  factor,
  connectedVa: vaOf(loads),
  demandVa,
  rule,
  shares: loads.map(shareOf),
});

const generalDemand = ({ job }: Read, connectedVa: number): DemandLine => ({
  id: 'general-demand',
  what: 'these together',
  connectedVa,
  demandVa: table.generalDemandVa(connectedVa),
  factor: 'first 3000 VA at 100 %, to 120 000 VA at 35 %, the rest at 25 %',
  rule: table.GENERAL_FACTORS(job.pack),
});

/** The lines of part III. */
export function partThree(read: Read): DemandLine[] {
  const general = generalLines(read);
  const groups = groupsOf(read);
  return [
    ...general.lines,
    ...(general.lines.length === 0 ? [] : [generalDemand(read, general.connectedVa)]),
    ...groups.map(lineOf),
    ...largestMotorLine(
      read,
      groups.flatMap(({ loads }) => loads),
    ),
    ...continuousLine(read, groups),
  ];
}
