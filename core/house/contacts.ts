import { type Givens, join } from '../job/known';
import { ifStated } from '../job/readers';
import type { Point } from '../job/sealed';
import { word } from '../job/terms';
import type { CircuitFacts } from './facts';

/** Something wrong with the earth contact of an outlet, or with the neutral in its box. */
interface BrokenContact {
  point: Point;
  because: string;
  given: Givens;
  /** The neutral touches earth there: it brings earth faults home. */
  neutral: boolean;
}

/** Outlets with an earth terminal for what is fed there. */
const TERMINAL: ReadonlySet<Point['kind']> = new Set(['socket', 'spur', 'appliance', 'light']);

/**
 * Earth contacts of a circuit joined to nothing, to a box that has none, or to what carries current, and neutrals that touch earth in
 * a box: with the first fault, or with the neutral lost, what is held there is live, and a tester may call it right. Said so only.
 */
export function brokenContacts({ job, house, circuit, wiring }: CircuitFacts): BrokenContact[] {
  const earth = word(job.dialect, 'earth');
  const earthed = job.dialect === 'nec' ? 'grounded' : 'earthed';
  const bare = wiring.stretches.some(({ facts }) => facts.lacksReturn);
  return house.pointsOf(circuit.id).flatMap((point): BrokenContact[] => {
    const to = ifStated('points', point, 'earthTo');
    const touches = ifStated('points', point, 'neutralTouchesEarth');
    const contacts = ifStated('points', point, 'configuration');
    const fedBy = ifStated('points', point, 'fedBy');
    const found = (because: string, given: Givens, neutral: boolean): BrokenContact => ({ point, because, given, neutral });
    const neutral = touches.value === true ? [found(`the neutral touches ${earth} in its box`, touches.given, true)] : [];
    // Without an earth contact there is none to be wrong; apart from the mains it is joined to nothing by design.
    if (contacts.value?.startsWith('10-') === true || fedBy.value === 'selv' || fedBy.value === 'separated') return neutral;
    if (to.value === 'used-as-neutral' && point.kind !== 'switch')
      return [...neutral, found(`its ${earth} contact is connected to the neutral, or used as one`, to.given, true)];
    if (to.value === 'unearthed-box') return [...neutral, found(`joined to a box that is not ${earthed}`, to.given, false)];
    if (to.value !== 'none' || !TERMINAL.has(point.kind)) return neutral;
    // Marked so on a cable that has no equipment ground it is a replacement the code knows, judged with the way back.
    const marked = ifStated('points', point, 'noEarthMarked');
    if (job.dialect === 'nec' && bare && marked.value === true) return neutral;
    return [...neutral, found(`its ${earth} contact is not connected`, join(to.given, marked.given), false)];
  });
}
