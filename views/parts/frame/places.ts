import type { QuestionId } from '@/core/job/terms';
import { type PlacePart, SCREENS } from './screens';

/** A place in an open job: its step, and what is chosen there. */
export interface JobPlace {
  step: string;
  circuitId?: string | undefined;
  question?: QuestionId | undefined;
  /** Path of the field to go to. */
  at?: string | undefined;
  /** What is laid out for print. */
  print?: string | undefined;
  /** How it is shown, where not as usual. */
  view?: 'table' | undefined;
}

/** How each part of a place is called in its address. */
const IN_ADDRESS: Readonly<Record<PlacePart, string>> = { circuitId: 'c', question: 'q', at: 'at', print: 'print', view: 'view' };

/** What the address of the card holds. */
const OF_CARD: readonly PlacePart[] = ['at'];

/** Address of a place, by what its screen keeps of it; whether the findings lie open stays as it is. */
export function hrefOf(jobId: string, place: JobPlace, findings: boolean): string {
  const { step } = place;
  const query = new URLSearchParams();
  for (const part of SCREENS.find(({ route }) => route === step)?.query ??
    (place.at?.startsWith('card.') === true ? OF_CARD : [])) {
    const value = place[part];
    if (value !== undefined) query.set(IN_ADDRESS[part], value);
  }
  if (findings) query.set('findings', 'open');
  return `/jobs/${jobId}/${step}${query.size === 0 ? '' : `?${query}`}`;
}

/** Whether the findings lie open, by the address. */
export const findingsOpen = (): boolean => new URLSearchParams(window.location.search).has('findings');

/** Shows a circuit on the desk, on which one is already. */
export function goToCircuit(jobId: string, circuitId: string): void {
  window.history.pushState(null, '', hrefOf(jobId, { step: 'circuits', circuitId }, findingsOpen()));
}

/** The address as it is, with the findings open or closed. */
export function withFindings(open: boolean): string {
  const query = new URLSearchParams(window.location.search);
  if (open) query.set('findings', 'open');
  else query.delete('findings');
  return `${window.location.pathname}${query.size === 0 ? '' : `?${query}`}`;
}

const INSPECTED = /^(seen|inspection|box-fill|raceway-fill|jacket):/;
const SUPPLY_PATHS = /^(origins|electrodes|sourceStates|supply)\b/;

/** Where a finding is put right: on the supply's screen what belongs to the supply, among the outlets what is asked for there, else on the circuit's desk. */
export function placeOfFinding(finding: { circuitId: string; question: QuestionId; check?: string; path: string }): JobPlace {
  const { circuitId, question, check, path } = finding;
  // What is asked for at outlets stands with them.
  const isFact = path.split('.').length > 2;
  if (check?.startsWith('asked:') === true && (path.startsWith('points.') || !(isFact || path.startsWith('card.'))))
    return { step: 'people', circuitId, ...(path.startsWith('points.') ? { at: path } : {}) };
  // What an inspector found stands with what he looked at.
  if (check !== undefined && INSPECTED.test(check)) return { step: 'board', at: path };
  if (SUPPLY_PATHS.test(path)) return { step: 'supply', at: path };
  if (path.startsWith('card.')) return { step: '', at: path };
  return { step: 'circuits', circuitId, question, ...(isFact ? { at: path } : {}) };
}

/** A plain click with the left button: one that stays in this tab. */
export const staysHere = (event: { metaKey: boolean; ctrlKey: boolean; shiftKey: boolean }): boolean =>
  !(event.metaKey || event.ctrlKey || event.shiftKey);
