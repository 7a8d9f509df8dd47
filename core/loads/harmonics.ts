import { all, join, known, list, type Maybe, map } from '../job/known';
import { factOf, ifStated } from '../job/readers';
import type { Circuit, Job, Line, Load } from '../job/sealed';
import type { Poles } from '../network/states';
import { type DesignCurrent, drawnOn } from './designCurrent';
import { LINES } from './lines';

/** A current with the third harmonic in it, on the lines it flows in. */
interface Distorted {
  lines: readonly Line[];
  currentA: number;
  percent: number;
}

/** A circuit below: what it asks, where, and the third harmonic of it. */
interface DistortedBelow {
  lines: readonly Line[];
  design: Maybe<DesignCurrent>;
  percent: Maybe<number>;
}

/**
 * Third harmonic in the lines of a circuit, in per cent of what flows, on the line where it is most: as entered for the circuit,
 * or by its loads and what hangs below, whichever is more. What is not said is not taken for none.
 * @returns %; unknown where neither the circuit says it nor everything on it
 */
export function thirdHarmonic(
  job: Job,
  circuit: Circuit,
  loads: readonly Load[],
  below: readonly DistortedBelow[],
  poles: Maybe<Poles>,
): Maybe<number> {
  const entered = factOf('circuits', circuit, 'thirdHarmonicPercent');
  if (loads.length === 0 && below.length === 0) return entered;
  const ofLoads = loads.map((load) =>
    map(
      all({
        drawn: drawnOn(job, circuit, loads, load, poles),
        percent: harmonicOf(load),
      }),
      ({ drawn, percent }): Distorted => ({ lines: drawn.lines.at, currentA: drawn.currentA, percent }),
    ),
  );
  const ofBelow = below.map(({ lines, design, percent }) =>
    map(all({ design, percent }), (of): Distorted => ({ lines, currentA: of.design.ibA, percent: of.percent })),
  );
  const parts = [...ofLoads, ...ofBelow];
  if (entered.known) {
    const knownParts = list(parts.filter(({ known }) => known));
    return map(all({ entered, knownParts }), ({ entered: own, knownParts: each }) => Math.max(own, most(each)));
  }
  return map(list(parts), most);
}

/** As said; none of a resistance: no electronics in it, or a power factor of 1 and a leakage that is a plain sine. */
function harmonicOf(load: Load): Maybe<number> {
  const [electronics, cosPhi, waveform] = [
    ifStated('loads', load, 'electronics'),
    ifStated('loads', load, 'cosPhi'),
    ifStated('loads', load, 'waveform'),
  ];
  if (load.thirdHarmonicPercent === undefined && load.motorHp === undefined) {
    if (electronics.value === false) return known(0, electronics.given);
    if (electronics.value === undefined && cosPhi.value === 1 && waveform.value === 'sine')
      return known(0, join(cosPhi.given, waveform.given));
  }
  return factOf('loads', load, 'thirdHarmonicPercent');
}

function most(parts: readonly Distorted[]): number {
  return Math.max(
    0,
    ...LINES.map((line) => {
      const there = parts.filter(({ lines }) => lines.includes(line));
      const sum = there.reduce((total, { currentA }) => total + currentA, 0);
      return sum === 0 ? 0 : there.reduce((total, { currentA, percent }) => total + currentA * percent, 0) / sum;
    }),
  );
}
