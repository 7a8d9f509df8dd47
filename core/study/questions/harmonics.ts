import { all, andThen, known, list, type Maybe, map, need } from '../../job/known';
import { loadCurrent } from '../../loads/designCurrent';
import type { Source } from '../../tables/source';
import type { Check } from '../answer';
import type { CircuitFacts } from '../facts';
import { type Comparison, figure, holds, judge, line } from '../judge';
import { ampacityLines, type Cable } from './cable';
import { cablePoles } from './sharedNeutral';

const HARMONICS: Source = { standard: 'IEC 60364-5-52', edition: '2009', clause: 'annex E, table E.52.1', basis: 'memory' };

/** Third harmonic in the lines, %, up to which the lines decide; from there to the next the neutral, at the factor. */
const ROWS: readonly { upTo: number; factor: number; neutral: boolean }[] = [
  { upTo: 15, factor: 1, neutral: false },
  { upTo: 33, factor: 0.86, neutral: false },
  { upTo: 45, factor: 0.86, neutral: true },
  { upTo: Number.POSITIVE_INFINITY, factor: 1, neutral: true },
];

/**
 * Third harmonics of three loaded lines add up in their neutral: it heats the cable like a fourth line, and above a third of
 * the lines' current it decides. Between one line and neutral the neutral carries what its line does, and nothing is added.
 */
export function harmonicCheck(facts: CircuitFacts, { id, name, iz }: Cable): Check[] {
  const { loads, job } = facts;
  // Circuits of three phases on one neutral lie in their cable as one of three lines would.
  const poles = cablePoles(facts);
  if (!poles.known || poles.value.lines !== 3 || !poles.value.neutral) return [];
  if (loads.every((load) => load.thirdHarmonicPercent === undefined)) return [];
  const comparison = andThen(
    all({ iz, design: facts.design, percent: shareOf(facts) }),
    ({ iz: ampacity, design, percent }): Maybe<Comparison> => {
      const row = ROWS.find(({ upTo }) => percent <= upTo)!;
      const demand = row.neutral ? (3 * percent * design.ibA) / 100 : design.ibA;
      const limit = row.factor * ampacity.izA;
      return known({
        demand,
        limit,
        unit: 'A',
        rule: HARMONICS,
        because: () => `${figure(percent)} % third harmonic: ${row.neutral ? 'the neutral decides' : 'the lines decide'}`,
        working: () => [
          ...ampacityLines(ampacity),
          line('third harmonic', 'of the loads, by their currents', `${figure(percent)} %`, HARMONICS),
          ...(row.neutral
            ? [
                line(
                  'I neutral = 3 · h · Ib',
                  `3 · ${figure(percent / 100)} · ${figure(design.ibA)}`,
                  `${figure(demand)} A`,
                  HARMONICS,
                ),
              ]
            : []),
          line(
            '≤ factor · Iz',
            `${figure(demand)} ≤ ${row.factor} · ${figure(ampacity.izA)} = ${figure(limit)}`,
            holds(demand, limit),
            HARMONICS,
          ),
        ],
      });
    },
  );
  return [judge(`harmonics:${id}`, `Harmonic currents in ${name}`, comparison)];

  function shareOf({ poles: on }: CircuitFacts): Maybe<number> {
    const each = list(
      loads.map((load) =>
        all({
          current: map(loadCurrent(job, load, on), ({ currentA }) => currentA),
          percent:
            load.thirdHarmonicPercent === undefined
              ? known(0)
              : need(load.thirdHarmonicPercent, `loads.${load.id}.thirdHarmonicPercent`, `third harmonic of ${load.name}`),
        }),
      ),
    );
    return map(each, (all3) => {
      const sum = all3.reduce((total, one) => total + one.current, 0);
      return sum === 0 ? 0 : all3.reduce((total, one) => total + one.current * one.percent, 0) / sum;
    });
  }
}
