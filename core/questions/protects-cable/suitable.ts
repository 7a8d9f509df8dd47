import type { CircuitFacts } from '../../house/facts';
import { need } from '../../job/known';
import type { Segment } from '../../job/sealed';
import type { Check } from '../../judging/answer';
import { ruled } from '../../judging/judge';
import type { Stretch } from '../../network/paths';
import { necSource } from '../../tables/necAmpacity';
import type { Source } from '../../tables/source';

type Place = NonNullable<Segment['place']>;
interface Unsuited {
  construction: NonNullable<Segment['construction']>;
  places: readonly Place[];
  why: string;
  clause: string;
}

/** Kinds of cable that may not lie somewhere, by the NEC. From memory. */
const NEC: readonly Unsuited[] = [
  { construction: 'NM-B', places: ['wet', 'buried'], why: 'is for dry places only', clause: '334.12(B)' },
  { construction: 'AC', places: ['wet', 'buried'], why: 'is for dry places only', clause: '320.12' },
  { construction: 'SE', places: ['buried'], why: 'is not for the ground', clause: '338.12' },
  {
    construction: 'singles',
    places: ['in-wall', 'roof-space', 'under-floor'],
    why: 'belong into a raceway',
    clause: '310.3(D), 300.3(A)',
  },
];
/** The same by the IEC. Single cores are not told apart by whether they have a sheath, so nothing is said of them. From memory. */
const IEC: readonly Unsuited[] = [
  {
    construction: 'flat-sheathed',
    places: ['buried', 'wet'],
    why: 'has no armour or duct against the ground',
    clause: '522.8.10, 522.3',
  },
  { construction: 'round-sheathed', places: ['buried'], why: 'has no armour or duct against the ground', clause: '522.8.10' },
];

/** A cable of a kind that may not lie where it lies: a stop, with its clause. A duct, method D1, shelters what is buried. */
export function suitableCheck({ job }: CircuitFacts, { segment, facts }: Stretch): Check[] {
  const { construction, place, method } = segment;
  if (construction === undefined || place === undefined) return [];
  const nec = job.dialect === 'nec';
  const found = (nec ? NEC : IEC).find((each) => each.construction === construction && each.places.includes(place));
  const laid = need(method, facts.at('method'), `installation method of ${facts.name}`);
  if (found === undefined || (!nec && place === 'buried' && laid.known && laid.value === 'D1')) return [];
  const rule: Source = nec
    ? { ...necSource('table', job.pack), clause: found.clause }
    : { standard: 'IEC 60364-5-52', edition: '2009', clause: found.clause, basis: 'memory' };
  const words = `${construction.replaceAll('-', ' ')}, ${place.replaceAll('-', ' ')}: ${found.why}`;
  return [ruled(`place:${segment.id}`, `${facts.name} where it lies`, 'stop', words, rule)];
}
