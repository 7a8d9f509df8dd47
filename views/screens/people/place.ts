import type { Job } from '@/core/job/schema/job';

/** What the People screen shows: outlets, with a circuit and one of its outlets; or residual devices, with one of them. It stands in its address. */
export interface PeoplePlace {
  view: 'outlets' | 'devices';
  circuitId: string | null;
  pointId: string | null;
  deviceId: string | null;
}

/** The place an address names; without one the circuit, or the device, that wants it sooner is for the screen to choose. */
export function peoplePlace(job: Job, query: URLSearchParams): PeoplePlace {
  const point = job.points[(query.get('at') ?? '').split('.')[1] ?? ''];
  const circuit = job.circuits[query.get('c') ?? point?.circuitId ?? ''];
  const there = circuit !== undefined && circuit.state !== 'removed' && circuit.kind === 'final';
  const own = there && point?.circuitId === circuit.id && point.state !== 'removed';
  const device = job.devices[query.get('d') ?? ''];
  return {
    view: query.get('view') === 'devices' ? 'devices' : 'outlets',
    circuitId: there ? circuit.id : null,
    pointId: own ? point.id : null,
    deviceId: device === undefined || device.state === 'removed' ? null : device.id,
  };
}

/** Shows another place; what is not named stays as it is. */
export function showPeople(to: Partial<PeoplePlace>): void {
  const query = new URLSearchParams(window.location.search);
  const put = (name: string, value: string | null | undefined) => {
    if (value === undefined) return;
    if (value === null) query.delete(name);
    else query.set(name, value);
  };
  put('view', to.view === 'outlets' ? null : to.view);
  put('c', to.circuitId);
  put('d', to.deviceId);
  put('at', to.pointId === undefined || to.pointId === null ? to.pointId : `points.${to.pointId}`);
  window.history.pushState(null, '', `${window.location.pathname}?${query}`);
}
