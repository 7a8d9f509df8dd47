import type { CircuitFacts } from '../../house/facts';
import { need } from '../../job/known';
import type { Check } from '../../judging/answer';
import { ruled } from '../../judging/judge';
import type { Stretch } from '../../network/paths';
import { necSource } from '../../tables/necAmpacity';
import type { Source } from '../../tables/source';
import { UNSUITED_IEC, UNSUITED_NEC } from '../../tables/suitability';

/** A cable of a kind that may not lie where it lies: a stop, with its clause. A duct, method D1, shelters what is buried. */
export function suitableCheck({ job }: CircuitFacts, { segment, facts }: Stretch): Check[] {
  const { construction, place, method } = segment;
  if (construction === undefined || place === undefined) return [];
  const nec = job.dialect === 'nec';
  const found = (nec ? UNSUITED_NEC : UNSUITED_IEC).find(
    (each) => each.construction === construction && each.places.includes(place),
  );
  const laid = need(method, facts.at('method'), `installation method of ${facts.name}`);
  if (found === undefined || (!nec && place === 'buried' && laid.known && laid.value === 'D1')) return [];
  const rule: Source = nec
    ? { ...necSource('table', job.pack), clause: found.clause }
    : { standard: 'IEC 60364-5-52', edition: '2009', clause: found.clause, basis: 'memory' };
  const words = `${construction.replaceAll('-', ' ')}, ${place.replaceAll('-', ' ')}: ${found.why}`;
  return [ruled(`place:${segment.id}`, `${facts.name} where it lies`, 'stop', words, rule)];
}
