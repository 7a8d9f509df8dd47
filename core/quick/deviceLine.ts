import type { Typed } from '../job/edges';
import type { Device, DeviceSettings } from '../job/schema/device';
import type { Dialect } from '../job/terms';

type FuseSystem = Extract<DeviceSettings, { family: 'fuse' }>['system'];
const stated = <T>(value: T) => ({ value, from: 'stated' as const });
const rating = (text: string) => stated(Number(text.replace(',', '.')));

const fuse = (system: FuseSystem, rated: string, more: object = {}): DeviceSettings =>
  ({ family: 'fuse', system, poles: '1P', ratingA: rating(rated), ...more }) as DeviceSettings;
const BRITISH: Readonly<Record<string, FuseSystem>> = {
  '88-2': 'BS88-2',
  '88-3': 'BS88-3',
  '1361': 'BS1361',
  '1362': 'BS1362',
  '3036': 'semi-enclosed',
};
const NUMBER = '(\\d+(?:[.,]\\d+)?)';

interface Grammar {
  pattern: RegExp;
  dialect?: Dialect;
  make: (found: RegExpExecArray) => DeviceSettings;
}
const whole = (pattern: string): RegExp => new RegExp(`^${pattern}$`, 'i');
const WAYS: readonly Grammar[] = [
  {
    pattern: whole(`([bcdkz])\\s?${NUMBER}\\s?a?`),
    make: ([, curve, rated]) => ({
      family: 'mcb',
      poles: '1P',
      ratingA: rating(rated!),
      curve: stated(curve!.toUpperCase() as 'B'),
    }),
  },
  { pattern: whole(`gg\\s?${NUMBER}\\s?a?`), make: ([, rated]) => fuse('gG', rated!) },
  {
    pattern: whole(`bs\\s?(88-[23]|1361|1362|3036)\\s${NUMBER}\\s?a?`),
    make: ([, standard, rated]) => fuse(BRITISH[standard!]!, rated!),
  },
  {
    pattern: whole(`(?:class\\s)?(j|r|t|cc|g|plug)\\s?${NUMBER}\\s?a?(\\s(?:td|time delay))?`),
    make: ([, of, rated, delayed]) =>
      fuse((of!.toLowerCase() === 'plug' ? 'plug' : of!.toUpperCase()) as FuseSystem, rated!, {
        timeDelay: stated(delayed !== undefined),
      }),
  },
  {
    pattern: whole(`mccb\\sir\\s?${NUMBER}(?:\\str\\s?${NUMBER})?(?:\\sisd\\s?${NUMBER}\\stsd\\s?${NUMBER})?\\sii\\s?${NUMBER}`),
    make: ([, ir, tr, isd, tsd, ii]) => ({
      family: 'mccb',
      poles: '3P',
      frameA: rating(ir!),
      irA: rating(ir!),
      iiA: rating(ii!),
      ...(tr === undefined ? {} : { trS: rating(tr) }),
      ...(isd === undefined ? {} : { isdA: rating(isd), tsdS: rating(tsd!) }),
    }),
  },
  {
    pattern: whole(`${NUMBER}\\s?a?(?:\\sbreaker)?`),
    dialect: 'nec',
    make: ([, rated]) => ({ family: 'moulded-case-nec', poles: '1P', ratingA: rating(rated!) }),
  },
];

/** What may be typed, as an example of each kind, by dialect. */
export const DEVICE_LINES: Readonly<Record<Dialect, string>> = {
  iec: 'C16, gG 63, BS 88-3 80, BS 3036 30, MCCB Ir 100 tr 8 Ii 1000',
  nec: '20 A, class J 60 TD, class T 100, plug 20',
};

/**
 * A device by itself, typed the way it is called in the trade, to be compared without standing in a job.
 * @param text for instance `C16`, `gG 63`, `BS 88-3 80`, `class J 60 TD`, `MCCB Ir 100 Ii 1000`
 * @returns a device no circuit has, at grade typical as any new one, or what may be typed
 */
export function readDeviceLine(text: string, dialect: Dialect): Typed<Device> {
  const plain = text.trim().replace(/\s+/g, ' ');
  for (const { pattern, dialect: of, make } of WAYS) {
    const found = of !== undefined && of !== dialect ? null : pattern.exec(plain);
    if (found === null) continue;
    const row = { id: `t:${plain}`, order: 'a', name: plain, state: 'new', seat: 'board', lines: [] } as const;
    return { ok: true, readAs: plain, value: { ...row, lines: [], grade: 'typical', settings: make(found) } };
  }
  const part = /^bs\s?88\s(\d+)\s?a?$/i.exec(plain)?.[1];
  if (part !== undefined) return { ok: false, message: `which part of BS 88: "BS 88-2 ${part}" or "BS 88-3 ${part}"` };
  return { ok: false, message: `"${plain}" is no device; for instance ${DEVICE_LINES[dialect]}` };
}
