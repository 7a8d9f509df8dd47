import type { Ampacity } from '../../conductors/ampacity';
import { ratedCurrent } from '../../devices/bands';
import type { CircuitFacts } from '../../house/facts';
import { all, list, type Maybe, map } from '../../job/known';
import type { Device } from '../../job/sealed';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, holds, judge, line } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { clause } from '../../rules/clauses';
import { harmonicRow } from '../../tables/harmonics';
import type { Source } from '../../tables/source';
import { ofPercent } from '../../units';
import { ampacityLines, type Cable } from './cable';
import { cablePoles } from './commonNeutral';

/** Third harmonic in the three lines a cable holds, in per cent: the most of any circuit on its neutral. */
export function cableHarmonic({ circuit, house }: CircuitFacts): Maybe<number> {
  const group = house.wirings.neutralGroups.get(circuit.id) ?? [circuit];
  const each = list(group.flatMap(({ id }) => house.wirings.byCircuit.get(id) ?? []).map((each) => house.thirdHarmonicOf(each)));
  return map(each, (percents) => Math.max(0, ...percents));
}

/** Whether a cable holds three lines and a neutral, where third harmonics add up. */
export function holdsHarmonics(facts: CircuitFacts): boolean {
  // Circuits of three phases on one neutral lie in their cable as one of three lines would.
  const poles = cablePoles(facts);
  return poles.known && poles.value.lines === 3 && poles.value.neutral;
}

/**
 * Third harmonics of three loaded lines add up in their neutral: it heats the cable like a fourth line, and above a third of
 * the lines' current it decides. Between one line and neutral the neutral carries what its line does, and nothing is added.
 * @param protective the device that holds the lines, where none of the loads does: what it lets pass may not be too much either
 */
export function harmonicCheck(facts: CircuitFacts, { id, name, iz }: Cable, protective?: Device): Check[] {
  if (!holdsHarmonics(facts)) return [];
  const rule = clause(facts.job.pack, 'harmonics');
  const percent = cableHarmonic(facts);
  const comparison = map(all({ iz, design: facts.design, percent }), ({ iz: ampacity, design, percent: third }): Comparison => {
    const row = harmonicRow(third);
    const times = row.neutral ? ofPercent(3 * third) : 1;
    const demand = times * design.ibA;
    const limit = row.factor * ampacity.izA;
    return {
      demand,
      limit,
      unit: 'A',
      of: [row.neutral ? 'IN' : 'Ib', 'IzHarmonic'],
      rule,
      atLeast:
        design.atLeast === undefined ? undefined : { demand: times * design.atLeast.demandA, missing: design.atLeast.missing },
      because: () => `${figure(third)} % third harmonic: ${row.neutral ? 'the neutral decides' : 'the lines decide'}`,
      working: () => [
        ...ampacityLines(ampacity),
        line('third harmonic', 'of what flows, on the fullest line', `${figure(third)} %`, rule),
        ...(row.neutral
          ? [
              line(
                'I neutral = 3 · h · Ib',
                `3 · ${figure(ofPercent(third))} · ${figure(design.ibA)}`,
                `${figure(demand)} A`,
                rule,
              ),
            ]
          : []),
        limitLine(demand, row.factor, ampacity, rule),
      ],
    };
  });
  const checks = [judge(keyed('harmonics', id), `Harmonic currents in ${name}`, comparison)];
  if (protective !== undefined)
    checks.push(
      judge(
        keyed('harmonics-in', id),
        `${protective.name} and harmonic currents in ${name}`,
        behind(protective, iz, percent, rule),
      ),
    );
  return checks;
}

/** Four protected poles hold the neutral to the rating; fewer hold the lines, and the neutral carries three times their third harmonic. */
function behind(device: Device, iz: Maybe<Ampacity>, percent: Maybe<number>, rule: Source): Maybe<Comparison> {
  const { settings } = device;
  const neutralHeld = 'poles' in settings && settings.poles === '4P';
  return map(all({ iz, percent, ratedA: ratedCurrent(device) }), ({ iz: ampacity, percent: third, ratedA }): Comparison => {
    const row = harmonicRow(third);
    const times = row.neutral && !neutralHeld ? ofPercent(3 * third) : 1;
    const demand = times * ratedA;
    return {
      demand,
      limit: row.factor * ampacity.izA,
      unit: 'A',
      of: [times === 1 ? 'In' : 'IN', 'IzHarmonic'],
      rule,
      because: () =>
        `${figure(third)} % third harmonic: what ${device.name} allows in the ${row.neutral && !neutralHeld ? 'neutral' : 'lines'}`,
      working: () => [
        ...ampacityLines(ampacity),
        ...(times === 1
          ? []
          : [line('3 · h · In', `3 · ${figure(ofPercent(third))} · ${figure(ratedA)}`, `${figure(demand)} A`, rule)]),
        limitLine(demand, row.factor, ampacity, rule),
      ],
    };
  });
}

const limitLine = (demand: number, factor: number, { izA }: Ampacity, rule: Source) =>
  line(
    '≤ factor · Iz',
    `${figure(demand)} ≤ ${factor} · ${figure(izA)} = ${figure(factor * izA)}`,
    holds(demand, factor * izA),
    rule,
  );
