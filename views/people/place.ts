import type { Job } from '@/core/job/schema/job';

/** What the People screen shows: a circuit, and one of its outlets; both stand in its address. */
export interface PeoplePlace {
  circuitId: string | null;
  pointId: string | null;
}

/** The place an address names; without one the circuit that wants it sooner is for the screen to choose. */
export function peoplePlace(job: Job, query: URLSearchParams): PeoplePlace {
  const point = job.points[(query.get('at') ?? '').split('.')[1] ?? ''];
  const circuit = job.circuits[query.get('c') ?? point?.circuitId ?? ''];
  const there = circuit !== undefined && circuit.state !== 'removed' && circuit.kind === 'final';
  const own = there && point?.circuitId === circuit.id && point.state !== 'removed';
  return { circuitId: there ? circuit.id : null, pointId: own ? point.id : null };
}

export function showPeople({ circuitId, pointId }: PeoplePlace): void {
  const query = new URLSearchParams(window.location.search);
  const put = (name: string, value: string | null) => (value === null ? query.delete(name) : query.set(name, value));
  put('c', circuitId);
  put('at', pointId === null ? null : `points.${pointId}`);
  window.history.pushState(null, '', `${window.location.pathname}?${query}`);
}
