/** Joins class names, leaving out what is false. */
export const cx = (...names: (string | false | undefined)[]): string => names.filter(Boolean).join(' ');
