import { Evenings, type Leaking } from '../core/leakage/nuisance';
import { type Figure, figure, spread } from './study.bench';

/** Twenty appliances on one device of 30 mA, on two lines and both ways. */
const SOME: readonly Leaking[] = Array.from({ length: 20 }, (_, at) => ({
  sizeA: 0.001 + (at % 5) / 2000,
  atA: at % 7 === 0 ? undefined : { along: at % 2 === 0 ? 0.001 + (at % 5) / 2000 : 0, ahead: at % 2 === 0 ? 0 : 0.001 },
  on: 0.3 + (at % 7) / 10,
  spread: { least: 0.3, usual: 0.6, most: 1 },
}));
const TRIALS = 1_000_000;
const PIECE = 20_000;

/** A million evenings as the worker tries them, and the longest it is deaf to being stopped. */
export function residualFigures(): Figure[] {
  const evening = { always: { along: 0.001, ahead: 0.002 }, some: SOME, trip: { least: 0.015, usual: 0.0225, most: 0.03 } };
  const pieces: number[] = [];
  const evenings = new Evenings(evening, 1);
  const from = performance.now();
  for (let tried = 0; tried < TRIALS; tried += PIECE) {
    const at = performance.now();
    evenings.run(PIECE);
    pieces.push(performance.now() - at);
  }
  const wholeMs = performance.now() - from;
  return [
    {
      what: `a million evenings of ${SOME.length} appliances`,
      measured: `${(wholeMs / 1000).toFixed(2)} s, ${evenings.chance.trips} trips`,
      wanted: 'under 3 s',
      ok: wholeMs < 3000,
    },
    figure('a piece of them, after which they can be stopped', spread(pieces), 100),
  ];
}
