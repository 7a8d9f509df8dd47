import { list, type Maybe, map, unknown } from '../job/known';
import type { Segment } from '../job/sealed';
import type { Stretch } from '../network/paths';
import { drawn, type Relaxation } from '../rules/relaxation';
import { necCited } from '../tables/necCited';
import { NIPPLE_M } from '../tables/raceway';
import type { CircuitFacts } from './facts';

/** A length in a raceway, on its circuit. */
interface InRaceway {
  facts: Pick<CircuitFacts, 'wiring'>;
  stretch: Stretch;
}

/** Whether a length lies in a raceway; not said where neither its place nor its kind is. */
function liesInOne({ segment, facts }: Stretch): Maybe<boolean> {
  const lies = ({ place, construction, racewaySize }: Segment): boolean =>
    place === 'raceway' || construction === 'singles' || racewaySize !== undefined;
  if (lies(segment)) return drawn(true);
  return segment.place === undefined ? unknown(facts.at('place'), `where ${facts.name} lies`) : drawn(false);
}

/** A short piece of raceway between two boxes: filled to 60 %, its conductors not derated for their number. */
export const NIPPLE: Relaxation<InRaceway> = {
  id: 'nipple',
  name: 'nipple',
  clause: necCited({
    'nec-2017': '310.15(B)(3)(a)(2); chapter 9 table 1 note 4',
    'nec-2020': '310.15(C)(1)(b); chapter 9 table 1 note 4',
  }),
  conditions: [
    {
      id: 'short',
      wants: 'is for 24 in. or less',
      holds: ({ stretch }) => map(stretch.facts.lengthM, (lengthM) => lengthM <= NIPPLE_M + 1e-9),
    },
    {
      id: 'alone',
      wants: 'ends in a box at both ends, and does not go on as raceway',
      holds: ({ facts: { wiring }, stretch }) => {
        const beside = wiring.stretches.filter(
          (each) => each !== stretch && (each.segment.id === stretch.after || each.after === stretch.segment.id),
        );
        return map(list(beside.map(liesInOne)), (lies) => !lies.includes(true));
      },
    },
  ],
};
