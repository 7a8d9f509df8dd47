import { hasResidual, residualPart } from '../../../devices/residual';
import { coverOf } from '../../../house/cover';
import type { CircuitFacts } from '../../../house/facts';
import { all, andThen, join, type Known, known, list, type Maybe, map } from '../../../job/known';
import { ifStated } from '../../../job/readers';
import type { Load, Point } from '../../../job/sealed';
import { word } from '../../../job/terms';
import type { Check } from '../../../judging/answer';
import { type Comparison, figure, holds, judge, line } from '../../../judging/judge';
import { keyed } from '../../../judging/keys';
import { fits } from '../../../tables/rounding';
import type { Source } from '../../../tables/source';
import { milli } from '../../../units';

const TOUCHED_PRACTICE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'what is held in the wet hangs behind protection fine enough for a person',
  basis: 'practice',
};
/** The coarsest a residual device for persons is, A. */
const PERSON_A = 0.03;

/** What is held or touched in the wet, against the finest residual device that covers it. Only what somebody said counts. */
export function touchedChecks(facts: CircuitFacts): Check[] {
  const { house, circuit, loads } = facts;
  const points = house.pointsOf(circuit.id);
  const places = [
    ...loads.map((load) => ({
      of: keyed('load-touched', load.id),
      name: load.name,
      point: points.find(({ id }) => id === load.pointId),
      load,
    })),
    ...points.map((point) => ({ of: keyed('touched', point.id), name: point.name, point, load: undefined })),
  ];
  return places.flatMap(({ of, name, point, load }) => {
    const held = heldInTheWet(facts, load, point);
    return held.value ? [judge(of, `${name}, wet use`, finest(facts, point, held))] : [];
  });
}

function heldInTheWet({ job }: CircuitFacts, load: Load | undefined, point: Point | undefined): Known<boolean> {
  const room = job.rooms[point?.roomId ?? ''];
  const touched = load === undefined ? ifStated('points', point!, 'touched') : ifStated('loads', load, 'touched');
  const wet = load === undefined ? undefined : ifStated('loads', load, 'wet');
  const at = point === undefined ? undefined : ifStated('points', point, 'wetness');
  const about = room === undefined ? undefined : ifStated('rooms', room, 'wetness');
  const isWet = wet?.value === true || (at?.value ?? about?.value) === 'wet';
  const given = [wet, at, about].reduce((sum, each) => (each === undefined ? sum : join(sum, each.given)), touched.given);
  return known(touched.value === true && isWet, given);
}

function finest(facts: CircuitFacts, point: Point | undefined, held: Known<boolean>): Maybe<Comparison> {
  const parts = andThen(coverOf(facts, point), (cover) =>
    list(
      cover
        .filter(({ device }) => hasResidual(device))
        .map(({ device, covers }) =>
          map(all({ part: residualPart(device)!, covers }), ({ part, covers: reaches }) =>
            reaches ? part.sensitivityA : undefined,
          ),
        ),
    ),
  );
  return map(all({ parts, held }), ({ parts: each }): Comparison => {
    const sensitivityA = Math.min(...each.flatMap((sensitivity) => sensitivity ?? []), Number.POSITIVE_INFINITY);
    return {
      demand: milli(sensitivityA),
      limit: milli(PERSON_A),
      unit: 'mA',
      of: ['IdN', 'permittedIdN'],
      rule: TOUCHED_PRACTICE,
      beyond: 'caution',
      secondary: true,
      because: () =>
        Number.isFinite(sensitivityA)
          ? fits(sensitivityA, PERSON_A)
            ? `${word(facts.job.dialect, 'residualDevice')} of ${figure(milli(sensitivityA))} mA ahead`
            : `most sensitive ${word(facts.job.dialect, 'residualDevice')} ahead ${figure(milli(sensitivityA))} mA: too high for wet skin`
          : `no ${word(facts.job.dialect, 'residualDevice')} covers it`,
      working: () => [
        line('lowest sensitivity ahead', 'of what covers it', `${figure(milli(sensitivityA))} mA`, TOUCHED_PRACTICE),
        line('≤ 30 mA', `${figure(milli(sensitivityA))} ≤ ${milli(PERSON_A)}`, holds(sensitivityA, PERSON_A), TOUCHED_PRACTICE),
      ],
    };
  });
}
