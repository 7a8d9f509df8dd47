import { type EventAsked, readEvent, writeEvent } from '@/core/job/events';
import type { Job } from '@/core/job/schema/job';

/** What is tried, as the address holds it: a fault to earth at the far end of the circuit until something else is chosen. */
export function eventOf(text: string | null, circuitId: string): EventAsked {
  const read = text === null ? undefined : readEvent(text);
  if (read === undefined || 'wrong' in read) return { kind: 'earth', circuitId, place: 'end', state: 'MIN' };
  // Of another circuit the kind alone goes along: its places and devices are others.
  return read.circuitId === circuitId ? read : { ...read, circuitId, place: 'end', stuck: [] };
}

/** Keeps it in the address. */
export function keepEvent(asked: EventAsked): void {
  const query = new URLSearchParams(window.location.search);
  query.set('c', asked.circuitId);
  query.set('e', writeEvent(asked));
  window.history.replaceState(null, '', `${window.location.pathname}?${query}`);
}

/** Final circuits and feeders, in the order of their boards. */
export const circuitsOf = (job: Job): { value: string; label: string }[] =>
  Object.values(job.circuits)
    .filter(({ state, kind }) => state !== 'removed' && kind !== 'service')
    .sort((a, b) => (a.fromBoardId ?? '').localeCompare(b.fromBoardId ?? '') || (a.order < b.order ? -1 : 1))
    .map(({ id, number, name }) => ({ value: id, label: `${number} ${name}`.trim() }));
