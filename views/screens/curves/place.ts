import type { ShownGrade } from '@/core/reports/curves';
import type { CurvesMode } from './curvesModel';

/** What the curves screen shows: all of it stands in its address. */
export interface CurvesPlace {
  circuitId: string | null;
  /** Devices somebody chose; none: those on the way of the circuit. */
  items: readonly string[] | null;
  grade: ShownGrade;
  mode: CurvesMode;
  multiples: boolean;
  /** Every pair of the house in place of the bands. */
  board: boolean;
  /** Where on the circuit's main run a fault is, 0 at its start; 1, at its far end, is usual. */
  share: number;
}

/** Parted by a sign no id and nothing typed holds. */
const APART = '~';
export const itemsOf = (text: string | null): readonly string[] | null =>
  text === null ? null : text.split(APART).filter((item) => item !== '');
export const modeOf = (text: string | null): CurvesMode =>
  text === 'energy' || text === 'residual' || text === 'arc' ? text : 'time';
export const gradeOf = (text: string | null): ShownGrade => (text === 'standard' || text === 'typical' ? text : 'own');

export function shareOf(text: string | null): number {
  const share = text === null ? 1 : Number(text);
  return share >= 0 && share <= 1 ? share : 1;
}

/** Keeps in the address how far along the run the fault is, without a step back for every move. */
export function keepShare(share: number): void {
  const query = new URLSearchParams(window.location.search);
  if (share === 1) query.delete('at');
  else query.set('at', String(share));
  window.history.replaceState(null, '', `${window.location.pathname}?${query}`);
}

/** Goes to another place of the screen; what stays usual is not in the address. */
export function showCurves(place: CurvesPlace, change: Partial<CurvesPlace>): void {
  const { circuitId, items, grade, mode, multiples, board } = { ...place, ...change };
  const query = new URLSearchParams(window.location.search);
  const put = (name: string, value: string | null) => (value === null ? query.delete(name) : query.set(name, value));
  put('c', circuitId);
  put('d', items === null ? null : items.join(APART));
  put('g', grade === 'own' ? null : grade);
  put('m', mode === 'time' ? null : mode);
  put('x', multiples ? 'in' : null);
  put('view', board ? 'board' : null);
  if (change.circuitId !== undefined) put('at', null);
  window.history.pushState(null, '', `${window.location.pathname}?${query}`);
}
