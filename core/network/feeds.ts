import { add, type Complex, magnitude, multiply, reciprocal, scale, ZERO } from './complex';
import { type SourceLoop, totalOhm } from './source';
import type { NetworkState } from './states';

/** One way current can come: a source, and the loop of cable from it. */
export interface Feed {
  source: SourceLoop;
  cable: Complex;
}

/** Current of several feeds into a fault: vectors where angles are known, sizes added up where not. @returns A */
export function currentOf(feeds: readonly Feed[], state: NetworkState): number {
  if (feeds.length === 1) return feeds[0]!.source.emfV / totalOhm(feeds[0]!.source, feeds[0]!.cable, state);
  let vector: Complex = ZERO;
  let sum = 0;
  for (const feed of feeds) {
    const { z, emfV } = feed.source;
    if (z === undefined) sum += emfV / totalOhm(feed.source, feed.cable, state);
    else vector = add(vector, scale(reciprocal(add(z, feed.cable)), emfV));
  }
  return sum + magnitude(vector);
}

/** Feeds of known angle as one (Thévenin); of unknown angle they stay apart. */
export function together(feeds: Feed[]): Feed[] {
  if (feeds.length < 2 || feeds.some((feed) => feed.source.z === undefined)) return feeds;
  let siemens: Complex = ZERO;
  let amperes: Complex = ZERO;
  for (const { source, cable } of feeds) {
    const z = add(source.z!, cable);
    if (magnitude(z) === 0) return feeds;
    const y = reciprocal(z);
    siemens = add(siemens, y);
    amperes = add(amperes, scale(y, source.emfV));
  }
  const z = reciprocal(siemens);
  return [
    {
      source: {
        z,
        ohm: magnitude(z),
        emfV: magnitude(multiply(amperes, z)),
        measured: feeds.some(({ source }) => source.measured),
        from: feeds.map(({ source }) => source.from).join(' and '),
      },
      cable: ZERO,
    },
  ];
}
