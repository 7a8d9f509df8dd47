/** An instant as milliseconds since 1970. Read, not asked for: the core has no clock. */
export const instantMs = (text: string): number =>
  // biome-ignore lint/style/noRestrictedGlobals: an instant that was written down
  Date.parse(text);

const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
const isLeap = (year: number): boolean => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;

/** A date so many months later; the last day of a month that is too short. @param date `YYYY-MM-DD` */
export function monthsLater(date: string, months: number): string {
  const [year, month, day] = date.split('-').map(Number) as [number, number, number];
  const total = year * 12 + month - 1 + months;
  const [then, at] = [Math.floor(total / 12), total % 12];
  const days = at === 1 && isLeap(then) ? 29 : MONTH_DAYS[at]!;
  const two = (value: number): string => String(value).padStart(2, '0');
  return `${String(then).padStart(4, '0')}-${two(at + 1)}-${two(Math.min(day, days))}`;
}
