import { andThen, known, type Maybe, map, unknown } from '../../job/known';
import { factOf } from '../../job/readers';
import type { Board } from '../../job/sealed';
import { type Applied, applies } from '../../rules/relaxation';
import { type Legs, legsOf, type NeutralDemand, neutralOf } from './legs';
import { METHODS } from './methods';
import type { DemandLine } from './partThree';
import { type DwellingLoads, sum, systemVolts } from './read';
import { ARTICLE_220, METHOD_RELAXATIONS } from './relaxations';
import type { DemandMethod } from './taken';

/** A demand with its lines, as it is written down, and how it lies on the lines of the system. */
export interface Calculation extends Legs {
  method: DemandMethod;
  lines: readonly DemandLine[];
  totalVa: number;
  /** As the article has it, spread over the whole system. */
  totalA: number;
}

/** What the loads of a dwelling, or of a part of it, come to. */
interface DwellingDemand {
  board: Board;
  calculation: Calculation;
  /** Why the method chosen may not be taken, where it may not. */
  refused: string | undefined;
  neutral: NeutralDemand;
}

/** A calculation by one method, whether it may be taken or not. */
export const calculated = ({ read, about }: DwellingLoads, method: DemandMethod): Maybe<Calculation> =>
  andThen(read, (from) =>
    map(METHODS[method](from), (lines) => {
      const totalVa = sum(lines.map(({ demandVa }) => demandVa ?? 0));
      return { method, lines, totalVa, totalA: totalVa / systemVolts(about.job), ...legsOf(about.job, lines) };
    }),
  );

/**
 * The demand of a dwelling: by the method chosen for it where that may be taken, else by part III.
 * @returns with why a chosen method may not be taken; unknown with everything that is missing
 */
export function dwellingDemand(dwelling: DwellingLoads): Maybe<DwellingDemand> {
  const { about, read } = dwelling;
  const method = about.board.demandMethod === undefined ? STANDARD : factOf('boards', about.board, 'demandMethod');
  return andThen(applies(ARTICLE_220, about), (article) => {
    if (!article.applies) return unknown(`boards.${about.board.id}.areaM2`, article.why);
    return andThen(method, (by) => {
      const relaxation = by === 'standard' ? NEEDS_NONE : applies(METHOD_RELAXATIONS[by], about);
      return andThen(relaxation, (answer) =>
        andThen(calculated(dwelling, answer.applies ? by : 'standard'), (calculation) =>
          map(read, (from) => ({
            board: about.board,
            calculation,
            refused: answer.applies ? undefined : answer.why,
            neutral: neutralOf(from),
          })),
        ),
      );
    });
  });
}
const STANDARD = known<DemandMethod>('standard');
const NEEDS_NONE = known<Applied>({ applies: true });
