import { correctedAmpacity } from '../../conductors/ampacity';
import type { CircuitFacts } from '../../house/facts';
import { all, andThen, known, type Maybe, map } from '../../job/known';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, fits, holds, judge, line, unknownCheck } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { relieved } from '../../judging/relieved';
import type { Stretch } from '../../network/paths';
import { clause } from '../../rules/clauses';
import { applies } from '../../rules/relaxation';
import { harmonicRow } from '../../tables/harmonics';
import { ofPercent } from '../../units';
import { ampacityLines } from './cable';
import { cablePoles } from './commonNeutral';
import { cableHarmonic } from './harmonics';
import { REDUCED_NEUTRAL } from './relaxations';

/** The neutral of a cable: as thick as its line, which is judged, or allowed by what flows in it. Nothing is said of one as thick. */
export function neutralChecks(facts: CircuitFacts, stretch: Stretch): Check[] {
  const poles = cablePoles(facts);
  if (!poles.known || !poles.value.neutral) return [];
  const { facts: of, segment } = stretch;
  const id = keyed('neutral', segment.id);
  const title = `Neutral of ${of.name}`;
  const rule = clause(facts.job.pack, 'neutral');
  const sizes = all({ lineMm2: of.mm2('lineSize'), neutralMm2: of.mm2('neutralSize'), material: of.material });
  if (!sizes.known) return [unknownCheck(id, title, sizes.missing)];
  const { lineMm2, neutralMm2, material } = sizes.value;
  if (fits(lineMm2, neutralMm2)) return [];
  const plain: Comparison = {
    demand: lineMm2,
    limit: neutralMm2,
    unit: 'mm²',
    of: ['requiredSize', 'SN', 'limit-first'],
    rule,
    secondary: true,
    because: () => `${figure(neutralMm2)} mm² beside lines of ${figure(lineMm2)} mm², whose device does not watch it`,
    working: () => [
      line(
        'section of the line ≤ of the neutral',
        `${figure(lineMm2)} ≤ ${figure(neutralMm2)}`,
        holds(lineMm2, neutralMm2),
        rule,
      ),
    ],
  };
  const { lines } = poles.value;
  const relaxation = applies(REDUCED_NEUTRAL, { lines, lineMm2, neutralMm2, material });
  // Where the sizes alone refuse it, nothing that flows could make it right, and what is missing of that is not asked for.
  const comparison = andThen(
    sizes,
    (): Maybe<Comparison> =>
      relaxation.known && !relaxation.value.applies
        ? relieved(
            plain,
            () => known({ ...plain, demand: 0 }),
            () => relaxation,
          )
        : relieved(
            plain,
            () => flows(facts, stretch),
            () => relaxation,
          ),
  );
  return [judge(id, title, comparison)];
}

/** What may flow in the neutral of three lines: all of the fullest line, or three times its third harmonic, against what it bears. */
function flows(facts: CircuitFacts, { facts: of }: Stretch): Maybe<Comparison> {
  const rule = clause(facts.job.pack, 'neutral');
  const parts = all({
    iz: correctedAmpacity(of, cablePoles(facts), facts.system, facts.job.pack, 'neutralSize'),
    design: facts.design,
    percent: cableHarmonic(facts),
  });
  return map(parts, ({ iz, design, percent }): Comparison => {
    const times = harmonicRow(percent).neutral ? ofPercent(3 * percent) : 1;
    const demand = times * design.ibA;
    return {
      demand,
      limit: iz.izA,
      unit: 'A',
      of: ['IN', 'IzN'],
      rule,
      atLeast:
        design.atLeast === undefined ? undefined : { demand: times * design.atLeast.demandA, missing: design.atLeast.missing },
      because: () => `its greatest unbalanced load, against what ${of.name} lets a neutral of its section carry`,
      working: () => [
        ...ampacityLines(iz),
        line('I in the neutral ≤ Iz of it', `${figure(demand)} ≤ ${figure(iz.izA)}`, holds(demand, iz.izA), rule),
      ],
    };
  });
}
