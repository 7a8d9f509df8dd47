import { ifEntered, join, type Known, known, NO_GIVENS } from '../job/known';
import type { Device, Sealed } from '../job/sealed';

/**
 * A device in one line, as a listing names it: family, rating, curve, poles, capacity. What a tested combination holds on
 * to: when either device no longer reads so, the combination is void. What is not entered reads `?`.
 * @returns the line with the facts it is made of, for instance `mcb B16 1P+N 6000 A`
 */
export function identityOf({ settings, id, name }: Device): Known<string> {
  let given = NO_GIVENS;
  const value = <T>(fact: Sealed<T> | undefined, field: string): string => {
    const read = ifEntered(fact, `devices.${id}.settings.${field}`, `${field} of ${name}`);
    given = join(given, read.given);
    return read.value === undefined ? '?' : String(read.value);
  };
  const poles = 'poles' in settings ? settings.poles : '';
  const line = (): string => {
    switch (settings.family) {
      case 'mcb':
      case 'rcbo':
        return `${settings.family} ${value(settings.curve, 'curve')}${value(settings.ratingA, 'ratingA')} ${poles} ${value(settings.icnA, 'icnA')} A`;
      case 'moulded-case-nec': {
        const bare = value(settings.unmarked, 'unmarked') === 'true';
        const volts = value(settings.voltageMarking, 'voltageMarking');
        return `moulded-case ${value(settings.ratingA, 'ratingA')} A ${poles} ${volts} V ${bare ? 'unmarked' : `${value(settings.aicA, 'aicA')} A`}`;
      }
      case 'fuse':
        return `fuse ${settings.system} ${value(settings.ratingA, 'ratingA')} A ${poles}`;
      case 'mccb':
        return `mccb ${value(settings.frameA, 'frameA')} A ${poles} Ir ${value(settings.irA, 'irA')} Ii ${value(settings.iiA, 'iiA')} ${value(settings.icuA, 'icuA')} A`;
      case 'rccb': {
        const { sensitivityA, type, delay } = settings.residual;
        const residual = `${value(sensitivityA, 'residual.sensitivityA')} A ${value(type, 'residual.type')} ${value(delay, 'residual.delay')}`;
        return `rccb ${value(settings.ratingA, 'ratingA')} A ${poles} ${residual}`;
      }
      default:
        return 'ratingA' in settings
          ? `${settings.family} ${value(settings.ratingA, 'ratingA')} A ${poles}`.trim()
          : settings.family;
    }
  };
  return known(line(), given);
}

/** The line alone, to be kept with a listing. */
export const deviceLine = (device: Device): string => identityOf(device).value;

/** What a device is to whoever has it in his hand: family, rating, poles. What was seen on it holds while it is that. */
export function asHeld({ settings, id, name }: Device): Known<string> {
  const [field, fact] = 'frameA' in settings ? (['frameA', settings.frameA] as const) : (['ratingA', ratedIn(settings)] as const);
  const rated = ifEntered(fact, `devices.${id}.settings.${field}`, `rating of ${name}`);
  const poles = 'poles' in settings ? ` ${settings.poles}` : '';
  return known(`${settings.family} ${rated.value ?? '?'} A${poles}`, rated.given);
}
const ratedIn = (settings: Device['settings']): Sealed<number> | undefined =>
  'ratingA' in settings ? settings.ratingA : undefined;
