import type { CircuitFacts } from '../../house/facts';
import { need } from '../../job/known';
import type { RulePackId } from '../../job/sealed';
import type { Check } from '../../judging/answer';
import { ruled, unknownCheck } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import type { Stretch } from '../../network/paths';
import { necSource } from '../../tables/necAmpacity';
import type { Source } from '../../tables/source';
import { type Place, UNSUITED_IEC, UNSUITED_INSULATION, UNSUITED_NEC } from '../../tables/suitability';

/** Conductors without a sheath, in the wet with an insulation that is not for it. */
function wetCheck(pack: RulePackId, segment: Stretch['segment'], facts: Stretch['facts'], place: Place): Check[] {
  const { insulation, places, why, clause } = UNSUITED_INSULATION;
  const entered = need(segment.insulation, facts.at('insulation'), `insulation of ${facts.name}`);
  if (!places.includes(place) || !entered.known || entered.value !== insulation) return [];
  const rule: Source = { ...necSource('table', pack), clause };
  return [ruled(keyed('place', segment.id), `Location of ${facts.name}`, 'stop', `${place}: ${why}`, rule, entered.given)];
}

const DRY_ONLY: ReadonlySet<string> = new Set(['NM-B', 'AC']);

/** A cable of a kind that may not lie where it lies: a stop, with its clause. A duct, method D1, shelters what is buried. */
export function suitableCheck({ job }: CircuitFacts, { segment, facts }: Stretch): Check[] {
  const { construction, place, method } = segment;
  const nec = job.dialect === 'nec';
  if (construction === undefined) return [];
  // Of a cable for dry places it is asked where it lies; whoever says it is in the ground by its method said it.
  if (place === undefined)
    return nec && DRY_ONLY.has(construction)
      ? [
          unknownCheck(keyed('place', segment.id), `Location of ${facts.name}`, [
            { path: facts.at('place'), what: `where ${facts.name} runs` },
          ]),
        ]
      : [];
  const wet = nec && construction === 'singles' ? wetCheck(job.pack, segment, facts, place) : [];
  if (wet.length > 0) return wet;
  const found = (nec ? UNSUITED_NEC : UNSUITED_IEC).find(
    (each) => each.construction === construction && each.places.includes(place),
  );
  const laid = need(method, facts.at('method'), `installation method of ${facts.name}`);
  if (found === undefined || (!nec && place === 'buried' && laid.known && laid.value === 'D1')) return [];
  const rule: Source = nec
    ? { ...necSource('table', job.pack), clause: found.clause }
    : { standard: 'IEC 60364-5-52', edition: '2009', clause: found.clause, basis: 'memory' };
  const words = `${construction.replaceAll('-', ' ')}, ${place.replaceAll('-', ' ')}: ${found.why}`;
  return [ruled(keyed('place', segment.id), `Location of ${facts.name}`, 'stop', words, rule)];
}
