import type { Device } from '../job/schema/device';

const value = (fact: { value: unknown } | undefined): string => (fact === undefined ? '?' : String(fact.value));

/**
 * A device in one line, as a listing names it: family, rating, curve, poles, capacity. What a tested combination holds on
 * to: when either device no longer reads so, the combination is void.
 */
export function deviceLine({ settings }: Device): string {
  const poles = 'poles' in settings ? settings.poles : '';
  switch (settings.family) {
    case 'mcb':
    case 'rcbo':
      return `${settings.family} ${value(settings.curve)}${value(settings.ratingA)} ${poles} ${value(settings.icnA)} A`;
    case 'moulded-case-nec':
      return `moulded-case ${value(settings.ratingA)} A ${poles} ${value(settings.voltageMarking)} V ${settings.unmarked?.value === true ? 'unmarked' : `${value(settings.aicA)} A`}`;
    case 'fuse':
      return `fuse ${settings.system} ${value(settings.ratingA)} A ${poles}`;
    case 'mccb':
      return `mccb ${value(settings.frameA)} A ${poles} Ir ${value(settings.irA)} Ii ${value(settings.iiA)} ${value(settings.icuA)} A`;
    case 'rccb':
      return `rccb ${value(settings.ratingA)} A ${poles} ${value(settings.residual.sensitivityA)} A ${value(settings.residual.type)} ${value(settings.residual.delay)}`;
    default:
      return 'ratingA' in settings ? `${settings.family} ${value(settings.ratingA)} A ${poles}`.trim() : settings.family;
  }
}
