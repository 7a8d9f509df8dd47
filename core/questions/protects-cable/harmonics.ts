import type { Ampacity } from '../../conductors/ampacity';
import { ratedCurrent } from '../../devices/bands';
import type { CircuitFacts } from '../../house/facts';
import { all, andThen, known, list, type Maybe, map, need } from '../../job/known';
import type { Device } from '../../job/schema/device';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, holds, judge, line } from '../../judging/judge';
import { loadCurrent } from '../../loads/designCurrent';
import { LINES, loadLines } from '../../loads/lines';
import type { Source } from '../../tables/source';
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
 * @param protective the device that holds the lines, where none of the loads does: what it lets pass may not be too much either
 */
export function harmonicCheck(facts: CircuitFacts, { id, name, iz }: Cable, protective?: Device): Check[] {
  const { loads, job } = facts;
  // Circuits of three phases on one neutral lie in their cable as one of three lines would.
  const poles = cablePoles(facts);
  if (!poles.known || poles.value.lines !== 3 || !poles.value.neutral) return [];
  if (loads.every((load) => load.thirdHarmonicPercent === undefined)) return [];
  const comparison = andThen(
    all({ iz, design: facts.design, percent: shareOf(facts) }),
    ({ iz: ampacity, design, percent }): Maybe<Comparison> => {
      const row = rowOf(percent);
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
  const checks = [judge(`harmonics:${id}`, `Harmonic currents in ${name}`, comparison)];
  if (protective !== undefined)
    checks.push(
      judge(`harmonics-in:${id}`, `${protective.name} over harmonic currents in ${name}`, behind(protective, iz, shareOf(facts))),
    );
  return checks;

  /** The third harmonic's share of what flows, on the line where it is most. */
  function shareOf({ circuit, poles: on }: CircuitFacts): Maybe<number> {
    const each = list(
      loads.map((load) => {
        const lines = loadLines(circuit, loads, load, on);
        return all({
          lines,
          current: map(
            loadCurrent(
              job,
              load,
              map(lines, (own) => own.poles),
            ),
            ({ currentA }) => currentA,
          ),
          percent:
            load.thirdHarmonicPercent === undefined
              ? known(0)
              : need(load.thirdHarmonicPercent, `loads.${load.id}.thirdHarmonicPercent`, `third harmonic of ${load.name}`),
        });
      }),
    );
    return map(each, (drawn) =>
      Math.max(
        ...LINES.map((line) => {
          const there = drawn.filter(({ lines }) => lines.at.includes(line));
          const sum = there.reduce((total, one) => total + one.current, 0);
          return sum === 0 ? 0 : there.reduce((total, one) => total + one.current * one.percent, 0) / sum;
        }),
      ),
    );
  }
}

/** Four protected poles hold the neutral to the rating; fewer hold the lines, and the neutral carries three times their third harmonic. */
function behind(device: Device, iz: Maybe<Ampacity>, percent: Maybe<number>): Maybe<Comparison> {
  const { settings } = device;
  const neutralHeld = 'poles' in settings && settings.poles === '4P';
  return map(all({ iz, percent, ratedA: ratedCurrent(device) }), ({ iz: ampacity, percent: third, ratedA }): Comparison => {
    const row = rowOf(third);
    const times = row.neutral && !neutralHeld ? (3 * third) / 100 : 1;
    const demand = times * ratedA;
    const limit = row.factor * ampacity.izA;
    return {
      demand,
      limit,
      unit: 'A',
      rule: HARMONICS,
      because: () =>
        `${figure(third)} % third harmonic: what ${device.name} lets pass in the ${row.neutral && !neutralHeld ? 'neutral' : 'lines'} for ever`,
      working: () => [
        ...ampacityLines(ampacity),
        ...(times === 1
          ? []
          : [line('3 · h · In', `3 · ${figure(third / 100)} · ${figure(ratedA)}`, `${figure(demand)} A`, HARMONICS)]),
        line(
          '≤ factor · Iz',
          `${figure(demand)} ≤ ${row.factor} · ${figure(ampacity.izA)} = ${figure(limit)}`,
          holds(demand, limit),
          HARMONICS,
        ),
      ],
    };
  });
}

const rowOf = (percent: number) => ROWS.find(({ upTo }) => percent <= upTo)!;
