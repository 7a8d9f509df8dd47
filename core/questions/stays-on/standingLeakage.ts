import { residualPart } from '../../devices/residual';
import { atOutlets } from '../../house/behind';
import { smoothDcThrough } from '../../house/directCurrent';
import { type CircuitFacts, isResidual, type Seated } from '../../house/facts';
import { perDevice } from '../../house/perDevice';
import {
  eveningOf,
  type LeakPart,
  mayTrip,
  type StandingLeakage,
  standingLeakageOf,
  type TripLimits,
  tripLimits,
} from '../../house/standingLeakage';
import { all, andThen, known, type Maybe, map } from '../../job/known';
import type { Check, Verdict } from '../../judging/answer';
import { type Comparison, figure, fits, holds, judge, line } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { type Chance, type Evening, Evenings } from '../../leakage/nuisance';
import { clause } from '../../rules/clauses';
import { CLASS_A_SOURCE, LEAKAGE_SOURCE, LEAKAGE_SPREAD, NUISANCE_SHARE, NUISANCE_SOURCE } from '../../tables/leakage';
import { inPercent, milli } from '../../units';

/** Trials of a verdict, and where they start: enough to tell a chance of 1 % from one of 10 %, and the same each time. */
const TRIALS = 20_000;
const SEED = 1;

/** Standing leakage of each residual device on the way, and the chance that it opens on that alone. */
export function standingChecks(facts: CircuitFacts): Check[] {
  const devices = [...facts.ahead.filter(isResidual), ...atOutlets(facts.wiring).filter(isResidual)];
  return devices.flatMap((seated) => [leakageCheck(facts, seated), ...chanceCheck(facts, seated)]);
}

/**
 * What a device weighs: the alternating leakage, of type B the smooth DC with it. As rms values they stand at right angles; of an evening
 * each source counts by itself.
 */
export const weighed = perDevice('leakage weighed', (house, seated): Maybe<StandingLeakage> => {
  const standing = standingLeakageOf(house, seated);
  const isB = andThen(residualPart(seated.device) ?? known(undefined), (part) =>
    part?.type === undefined ? known(false) : map(part.type, (type) => type === 'B'),
  );
  if (!isB.known || !isB.value) return standing;
  return map(all({ standing, dc: smoothDcThrough(house, seated) }), ({ standing: ac, dc }) => {
    const direct = dc.from.map(
      ({ id, name, circuitId, dcA }): LeakPart => ({
        id,
        name,
        circuitId,
        sizeA: dcA,
        atA: undefined,
        on: 1,
        spread: LEAKAGE_SPREAD.stated,
      }),
    );
    return {
      ...ac,
      worstA: Math.hypot(ac.worstA, dc.sumA),
      allOnA: Math.hypot(ac.allOnA, dc.sumA),
      parts: [...ac.parts, ...direct],
      worst: [...ac.worst, ...direct],
    };
  });
});

/** In order to a third of what opens it surely, no more than a caution while it cannot open on it. */
export const standingVerdict = (worstA: number, { passA, opensA }: TripLimits): Verdict =>
  fits(worstA, passA) ? 'pass' : worstA < opensA ? 'caution' : 'stop';

function leakageCheck(facts: CircuitFacts, seated: Seated): Check {
  const { device } = seated;
  const rule = clause(facts.job.pack, 'standingLeakage');
  const source = facts.job.dialect === 'nec' ? CLASS_A_SOURCE : LEAKAGE_SOURCE;
  const comparison = map(
    all({ standing: weighed(facts.house, seated), limits: tripLimits(seated) }),
    ({ standing, limits }): Comparison => {
      const { worstA, cableA, worst, byReading, readA } = standing;
      return {
        demand: milli(worstA),
        limit: milli(limits.passA),
        unit: 'mA',
        of: ['leakage', 'holdsLeakage'],
        rule,
        beyond: standingVerdict(worstA, limits) === 'caution' ? 'caution' : 'stop',
        because: () =>
          byReading
            ? `read by clamp through ${device.name}`
            : `${sourcesSaid(facts.house, seated)}: ${device.name} may trip from ${figure(milli(limits.trip.least))} mA${readA === undefined ? '' : `; a clamp read ${figure(milli(readA))} mA`}`,
        working: () => [
          ...(byReading
            ? [line('by clamp', '', `${figure(milli(worstA))} mA`, source)]
            : [
                line('2π·f·C·U of the cables', '250 pF/m', `${figure(milli(cableA))} mA`, NUISANCE_SOURCE),
                line(
                  '|Σ leakage|, the worst mix on',
                  worst.map(({ name, sizeA }) => `${name} ${figure(milli(sizeA))}`).join(' + ') || '0',
                  `${figure(milli(worstA))} mA`,
                  source,
                ),
              ]),
          line(
            '≤ what is left standing',
            `${figure(milli(worstA))} ≤ ${figure(milli(limits.passA))}`,
            holds(worstA, limits.passA),
            source,
          ),
        ],
      };
    },
  );
  return judge(keyed('leakage', device.id), `Standing leakage through ${device.name}`, comparison);
}

/** The largest first, no more than a few by name. */
const sourcesSaid = perDevice('sources of leakage in words', (house, seated): string => {
  const standing = weighed(house, seated);
  if (!standing.known) return '';
  const { worst, cableA } = standing.value;
  const named = [...worst]
    .sort((a, b) => b.sizeA - a.sizeA)
    .slice(0, NAMED)
    .map(({ name, sizeA }) => `${name} ${figure(milli(sizeA))}`);
  const more = worst.length - named.length;
  return [...named, ...(more > 0 ? [`${more} more`] : []), ...(cableA > LEAST_A ? [`cables ${figure(milli(cableA))}`] : [])].join(
    ', ',
  );
});
const NAMED = 3;
/** What two lines against each other leave of a sum is no current. */
const LEAST_A = 1e-9;

/** The chance of a trip in an evening without a fault, tried out; the same for the same house. */
const chanceOf = perDevice('chance of a trip', (house, seated): Chance => {
  const evenings = new Evenings(eveningAt(house, seated)!, SEED);
  evenings.run(TRIALS);
  return evenings.chance;
});

/**
 * An evening at a device by its numbers alone: tried again only where one of them is another. Nothing where it cannot open on what
 * stands: below the current that never opens it there is no chance to speak of.
 */
const eveningAt = perDevice('evening', (house, seated): Evening | undefined => {
  const both = all({ standing: weighed(house, seated), limits: tripLimits(seated) });
  if (!both.known) return undefined;
  const { some, ...evening } = eveningOf(both.value.standing, both.value.limits);
  const numbers = { ...evening, some: some.map(({ atA, sizeA, on, spread }) => ({ atA, sizeA, on, spread })) };
  return mayTrip(numbers) ? numbers : undefined;
});

function chanceCheck({ house }: CircuitFacts, seated: Seated): Check[] {
  if (eveningAt(house, seated) === undefined) return [];
  const { device } = seated;
  const rests = all({ standing: weighed(house, seated), limits: tripLimits(seated) });
  const comparison = map(rests, (): Comparison => {
    const chance = chanceOf(house, seated);
    const surely = !fits(chance.low, NUISANCE_SHARE.stop);
    return {
      demand: inPercent(chance.high),
      limit: inPercent(NUISANCE_SHARE.caution),
      unit: '% of evenings',
      of: ['unwanted', 'permitted'],
      rule: NUISANCE_SOURCE,
      beyond: surely ? 'stop' : 'caution',
      because: () =>
        `${device.name}: ${house.job.dialect === 'nec' ? 'nuisance' : 'unwanted'} trips in ${percent(chance.low)} to ${percent(chance.high)} of evenings`,
      working: () => [
        line('trips / evenings tried', `${chance.trips} / ${chance.trials}`, percent(chance.share), NUISANCE_SOURCE),
        line('interval, 99 %', `of ${chance.trials}`, `${percent(chance.low)} to ${percent(chance.high)}`, NUISANCE_SOURCE),
      ],
    };
  });
  return [
    judge(
      keyed('nuisance', device.id),
      `${house.job.dialect === 'nec' ? 'Nuisance' : 'Unwanted'} trips of ${device.name}`,
      comparison,
    ),
  ];
}

/** Never none: what did not happen may all the same. */
export const percent = (share: number): string => (share < 0.0001 ? '< 0.01 %' : `${Number(inPercent(share).toPrecision(2))} %`);
