import type { Band } from '../../curves/band';
import { timeAt } from '../../curves/edge';
import { overcurrentBand } from '../../devices/bands';
import { type CircuitFacts, isOvercurrent } from '../../house/facts';
import { all, andThen, type Known, known, lack, list, type Maybe, type Missing, map, unknown } from '../../job/known';
import { factOf, ifStated } from '../../job/readers';
import type { Device, Line, Load } from '../../job/sealed';
import type { Check, Verdict } from '../../judging/answer';
import { type Comparison, figure, fits, holds, judge, line, notAssessed, ruled, unknownCheck } from '../../judging/judge';
import { type CheckName, keyed } from '../../judging/keys';
import { drawnOn } from '../../loads/designCurrent';
import { LINES } from '../../loads/lines';
import { clause } from '../../rules/clauses';
import { INRUSH_MARGIN, MAKER_ONLY_BELOW_S } from '../../tables/customary';
import type { Source } from '../../tables/source';

export const INRUSH_PRACTICE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'inrush of all that one switch closes stays below the lower bound of instantaneous opening',
  basis: 'practice',
};

/** What a load takes while it is switched on. */
interface Surge {
  load: Load;
  at: readonly Line[];
  runningA: number;
  /** Greatest instantaneous value, never below that of its running current, A. */
  peakA: number;
  /** How long it lasts; not said: undefined. */
  lastsS: number | undefined;
  /** Starting current of a motor, rms, and for how long. */
  start: { currentA: number; timeS: number } | undefined;
}

/**
 * Whether the devices of a final circuit stay closed when they switch everything on it on at once: its peaks together against √2
 * times the lower bound of instantaneous opening, and what starts together against the edge before which they never open.
 * A current below that bound never opens a breaker at once, however short; above it, under 10 ms, only its maker knows.
 */
export function inrushChecks(facts: CircuitFacts): Check[] {
  const { circuit, loads, own } = facts;
  if (circuit.kind !== 'final') return [];
  if (loads.length === 0) {
    const general = facts.house.generalOf(circuit.id);
    // Nothing that surges is listed, and what hangs there changes from day to day.
    if (general?.known === true)
      return [
        ruled(
          keyed('inrush-loads'),
          'Inrush',
          'pass',
          'general use: no load with inrush listed',
          clause(facts.job.pack, 'generalUse'),
          general.given,
        ),
      ];
    if (general !== undefined && !general.known) return [unknownCheck(keyed('inrush-loads'), 'Inrush', general.missing)];
    return [unknownCheck(keyed('inrush-loads'), 'Inrush', [lack('loads', `circuits.${circuit.id}`, `loads of ${circuit.name}`)])];
  }
  const surges = list(loads.map((load) => surgeOf(facts, load)));
  return own.filter(isOvercurrent).flatMap(({ device, seat }) => {
    // It closes other circuits as well: what those take is not summed.
    if (seat === 'group')
      return [notAssessed(keyed('inrush', device.id), device.name, `all that ${device.name} closes is not summed yet`)];
    const title = `Inrush through ${device.name}`;
    if (!surges.known) return [unknownCheck(keyed('inrush', device.id), title, surges.missing)];
    return [...peakChecks(device, surges, title), ...startCheck(device, surges)];
  });
}

function surgeOf({ job, circuit, loads, poles }: CircuitFacts, load: Load): Maybe<Surge> {
  const entered = factOf('loads', load, 'inrushPeakA');
  const lasts = ifStated('loads', load, 'inrushS');
  const facts = all({ drawn: drawnOn(job, circuit, loads, load, poles), entered, lasts, start: startOf(load) });
  return map(facts, ({ drawn, entered: inrushA, lasts: lastsS, start }) => ({
    load,
    at: drawn.lines.at,
    runningA: drawn.currentA,
    lastsS,
    start,
    peakA: Math.max(inrushA, Math.SQRT2 * drawn.currentA),
  }));
}

/** Equipment with a motor that starts across the line, unless electronics bring it up. */
const MOTORS: ReadonlySet<string> = new Set([
  'heat-pump',
  'air-conditioner',
  'sump-pump',
  'pool-pump',
  'fire-pump',
  'boat-hoist',
  'cooling',
]);
const isMotor = (load: Load): boolean =>
  ifStated('loads', load, 'electronics').value !== true &&
  (MOTORS.has(ifStated('loads', load, 'equipment').value ?? '') || MOTORS.has(ifStated('loads', load, 'appliance').value ?? ''));

/** A motor starts; that of anything else is said by one of the two facts or there is none. */
function startOf(load: Load): Maybe<Surge['start']> {
  const said = load.motorHp !== undefined || load.startCurrentA !== undefined || load.startTimeS !== undefined;
  if (!said && !isMotor(load)) return NO_START;
  return all({ currentA: factOf('loads', load, 'startCurrentA'), timeS: factOf('loads', load, 'startTimeS') });
}
const NO_START: Maybe<Surge['start']> = known(undefined);

/** The loads on the line where what they take together is the most. */
function fullest(each: readonly Surge[], takes: (surge: Surge) => number): { sum: number; on: readonly Surge[] } {
  const perLine = LINES.map((at) => each.filter((surge) => surge.at.includes(at)));
  const sums = perLine.map((on) => ({ on, sum: on.reduce((total, surge) => total + takes(surge), 0) }));
  return sums.reduce((most, next) => (next.sum > most.sum ? next : most));
}

/** Enough above the demand is a pass, less a caution. */
const within = (demand: number, limit: number): Verdict => (fits(INRUSH_MARGIN * demand, limit) ? 'pass' : 'caution');
const named = (on: readonly Surge[]): string => on.map(({ load }) => load.name).join(', ');

/**
 * The peaks against the instantaneous part, and their heat for as long as they last: below that part a long pulse still opens a
 * breaker by its overload part. A fuse knows heat alone.
 */
function peakChecks(device: Device, surges: Known<readonly Surge[]>, title: string): Check[] {
  const heat = map(all({ band: overcurrentBand(device, 'standard'), surges }), ({ band, surges: each }) => {
    const { sum, on } = fullest(each, ({ peakA }) => peakA);
    return { band, on, rmsA: sum / Math.SQRT2 };
  });
  const judged = (id: CheckName, named: string) =>
    judge(
      id,
      named,
      map(heat, ({ band, on, rmsA }) => againstHeat(device, band, on, rmsA)),
    );
  if (device.settings.family === 'fuse') return [judged(keyed('inrush', device.id), title)];
  // Above the bound the instantaneous part settles it.
  const slowly = heat.known && heat.value.on.some(rushes) && fits(heat.value.rmsA, heat.value.band.instantaneous?.lowerA ?? 0);
  return [
    peakCheck(device, surges, title),
    ...(slowly ? [judged(keyed('pulse', device.id), `Inrush heating, ${device.name}`)] : []),
  ];
}

/** It takes more when it is switched on than while it runs. */
const rushes = ({ peakA, runningA }: Surge): boolean => peakA > Math.SQRT2 * runningA;
/** What is not said of how long the inrush of those lasts. */
const unsaidOf = (on: readonly Surge[]): Missing[] =>
  on
    .filter((surge) => rushes(surge) && surge.lastsS === undefined)
    .map(({ load }) => ({ path: `loads.${load.id}.inrushS`, what: `how long the inrush of ${load.name} lasts` }));

function peakCheck(device: Device, surges: Known<readonly Surge[]>, title: string): Check {
  const comparison = andThen(
    all({ band: overcurrentBand(device, 'standard'), surges }),
    ({ band, surges: each }): Maybe<Comparison> => {
      const { sum, on } = fullest(each, ({ peakA }) => peakA);
      const source = band.sources.at(-1)!;
      const lowerA = band.instantaneous?.lowerA;
      if (lowerA === undefined) return unknown(`devices.${device.id}`, `instantaneous bounds of ${device.name}`);
      const limit = Math.SQRT2 * lowerA;
      const rushing = on.filter(rushes);
      const unsaid = unsaidOf(on);
      const short = rushing.length > 0 && rushing.every(({ lastsS }) => lastsS !== undefined && lastsS < MAKER_ONLY_BELOW_S);
      const missing = short
        ? [lack('makers-word', `devices.${device.id}`, `what ${device.name} does under 10 ms, which only its maker can say`)]
        : unsaid;
      return known({
        demand: sum,
        limit,
        unit: 'A peak',
        of: ['inrush', 'holdsPeak'],
        rule: INRUSH_PRACTICE,
        missing,
        grade: boundIsCustomary(device, band) ? 'typical' : band.grade,
        within: within(sum, limit),
        beyond: missing.length > 0 ? 'unknown' : 'stop',
        because: () => `${named(on)} switched on together; minimum instantaneous trip of ${device.name}`,
        working: () => [
          line('Σ peak', on.map(({ peakA }) => figure(peakA)).join(' + '), `${figure(sum)} A`, INRUSH_PRACTICE),
          line('√2 · lower instantaneous bound', `1.414 · ${figure(lowerA)} A`, `${figure(limit)} A`, source),
          line(
            `Σ peak ≤ bound; ${INRUSH_MARGIN} times to pass`,
            `${figure(sum)} ≤ ${figure(limit)}`,
            holds(sum, limit),
            INRUSH_PRACTICE,
          ),
        ],
      });
    },
  );
  return judge(keyed('inrush', device.id), title, comparison);
}

/** An American breaker's bound is one of custom where nobody entered its own. */
const boundIsCustomary = ({ settings }: Device, band: Band): boolean =>
  settings.family === 'moulded-case-nec' && band.overloadOnly === true;

/** What flows opens by its heat: the longest of the pulses at the rms value of all peaks together, never below half a cycle. */
function againstHeat(device: Device, band: Band, on: readonly Surge[], rmsA: number): Comparison {
  if (fits(rmsA, band.holdsA)) return carried(band, rmsA, `${named(on)}, switched on together`);
  const unsaid = unsaidOf(on);
  const demand = Math.max(MAKER_ONLY_BELOW_S, ...on.filter(rushes).map(({ lastsS }) => lastsS ?? 0));
  const custom = overcurrentBand(device, 'typical');
  const sureS = timeAt(band.minimum, rmsA);
  // Where its standard has no least time the bound of its instantaneous part has been held already: custom tells its heat.
  const byCustom = sureS === 0 && custom.known;
  const limit = byCustom ? timeAt(custom.value.minimum, rmsA) : sureS;
  const usual = custom.known && fits(demand, timeAt(custom.value.minimum, rmsA));
  const missing = unsaid.length > 0 ? unsaid : [{ path: `devices.${device.id}`, what: `least times of ${device.name}` }];
  const lacks = unsaid.length > 0;
  return {
    demand,
    limit,
    unit: 's',
    of: ['pulse', 'minTrip'],
    rule: INRUSH_PRACTICE,
    grade: byCustom ? 'typical' : band.grade,
    missing,
    within: lacks ? 'unknown' : within(demand, limit),
    beyond: lacks || byCustom || (limit === 0 && !usual) ? 'unknown' : usual ? 'caution' : 'stop',
    because: () => `${named(on)} switched on together; minimum trip time of ${device.name} at that current`,
    working: () => [
      line('I = Σ peak / √2', on.map(({ peakA }) => figure(peakA)).join(' + '), `${figure(rmsA)} A`, INRUSH_PRACTICE),
      line(
        byCustom ? 't, customary min trip time' : 't, min trip time',
        `${figure(rmsA)} A`,
        `${figure(limit)} s`,
        (byCustom ? custom.value : band).sources.at(-1)!,
      ),
      line('t of the pulse ≤ t', `${figure(demand)} ≤ ${figure(limit)} s`, holds(demand, limit), INRUSH_PRACTICE),
    ],
  };
}

/** What a device carries for ever opens it never, however long it flows. */
const carried = (band: Band, currentA: number, what: string): Comparison => ({
  demand: currentA,
  limit: band.holdsA,
  unit: 'A',
  of: ['draws', 'In'],
  rule: INRUSH_PRACTICE,
  grade: band.grade,
  because: () => what.replace(/,$/, ''),
  working: () => [
    line('I ≤ rating', `${figure(currentA)} ≤ ${figure(band.holdsA)}`, holds(currentA, band.holdsA), band.sources[0]!),
  ],
});

/** What starts together, with all else that runs on the line, against the time before which the device never opens. */
function startCheck(device: Device, surges: Known<readonly Surge[]>): Check[] {
  if (surges.value.every(({ start }) => start === undefined)) return [];
  const bands = all({ sure: overcurrentBand(device, 'standard'), custom: overcurrentBand(device, 'typical'), surges });
  const comparison = map(bands, ({ sure, custom, surges: each }): Comparison => {
    const { sum, on } = fullest(each, ({ start, runningA }) => start?.currentA ?? runningA);
    const demand = Math.max(...on.map(({ start }) => start?.timeS ?? 0));
    if (fits(sum, sure.holdsA)) return carried(sure, sum, `${named(on)} starting together`);
    const limit = timeAt(sure.minimum, sum);
    const customS = timeAt(custom.minimum, sum);
    return {
      demand,
      limit,
      unit: 's',
      of: ['pulse', 'minTrip'],
      rule: INRUSH_PRACTICE,
      grade: sure.grade,
      within: within(demand, limit),
      beyond: fits(demand, customS) ? 'caution' : 'stop',
      because: () => `${named(on)} starting together, ${figure(sum)} A; minimum trip time of ${device.name} at that current`,
      working: () => [
        line(
          'I = Σ starting, else running',
          on.map(({ start, runningA }) => figure(start?.currentA ?? runningA)).join(' + '),
          `${figure(sum)} A`,
          INRUSH_PRACTICE,
        ),
        line('t, min trip time, standard', `${figure(sum)} A`, `${figure(limit)} s`, sure.sources[0]!),
        line('t, min trip time, customary', `${figure(sum)} A`, `${figure(customS)} s`, custom.sources.at(-1)!),
        line('t of the start ≤ t', `${figure(demand)} ≤ ${figure(limit)} s`, holds(demand, limit), INRUSH_PRACTICE),
      ],
    };
  });
  return [judge(keyed('start', device.id), `Starting current through ${device.name}`, comparison)];
}
