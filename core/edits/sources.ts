import type { Command, Step } from '../job/commands';
import { keyAfter } from '../job/order';
import type { Job } from '../job/schema/job';
import type { Origin, SourceState, Supply } from '../job/schema/supply';
import { systemWord } from '../job/terms';
import { withoutInspections } from './inspection';
import { edit, set } from './steps';

const last = (rows: Record<string, { order: string }>): string | undefined =>
  Object.values(rows)
    .map((row) => row.order)
    .sort()
    .at(-1);

/** What each kind of source is called until somebody names it. */
export const SOURCE_NAMES: Readonly<Record<Origin['kind'], string>> = {
  network: 'Network',
  transformer: 'Transformer',
  generator: 'Generator',
  inverter: 'Inverter',
};

/**
 * A new source with its lead to a board and a source state of its own: grid for what comes from outside, generator or
 * island for what does not. Not one of its facts is known.
 * @param boardId the board it feeds
 * @param id gives each new row its id
 */
export function addSource(job: Job, kind: Origin['kind'], boardId: string, id: () => string): Command {
  const names = new Set(Object.values(job.origins).map((origin) => origin.name));
  let name = SOURCE_NAMES[kind];
  for (let count = 2; names.has(name); count++) name = `${SOURCE_NAMES[kind]} ${count}`;
  const originId = id();
  const state = { network: 'grid', transformer: 'grid', generator: 'generator', inverter: 'island' }[kind];
  return edit(`New source: ${SOURCE_NAMES[kind]}`, [
    { do: 'put', on: 'origins', row: { id: originId, order: keyAfter(last(job.origins)), name, kind, state: 'new' } },
    {
      do: 'put',
      on: 'sourceStates',
      row: { id: id(), order: keyAfter(last(job.sourceStates)), name, kind: state, originIds: [originId] },
    },
    {
      do: 'put',
      on: 'circuits',
      row: {
        id: id(),
        order: keyAfter(last(job.circuits)),
        number: '',
        name: `${name} lead`,
        kind: 'service',
        state: 'new',
        fromOriginId: originId,
        toBoardId: boardId,
        topology: 'radial',
      },
    },
  ]);
}

/** A new electrode at a board; nothing is known of it. */
export function addElectrode(job: Job, boardId: string, id: string): Command {
  const count = Object.values(job.electrodes).filter((electrode) => electrode.boardId === boardId).length;
  const name = count === 0 ? 'Electrode' : `Electrode ${count + 1}`;
  const row = { id, order: keyAfter(last(job.electrodes)), name, boardId, state: 'new' };
  return edit('Another electrode', [{ do: 'put', on: 'electrodes', row }]);
}

/**
 * Takes a source out with everything that only it has: its lead with cable and devices, its electrodes, its place in the
 * source states, and states that would be left empty.
 */
export function withoutSource(job: Job, originId: string): Step[] {
  const drop =
    (on: 'origins' | 'electrodes' | 'circuits' | 'sourceStates' | 'segments' | 'devices' | 'combinations' | 'readings') =>
    (row: { id: string }): Step => ({ do: 'drop', on, id: row.id });
  const leads = Object.values(job.circuits).filter((circuit) => circuit.fromOriginId === originId);
  const leadIds = new Set(leads.map((lead) => lead.id));
  const devices = Object.values(job.devices).filter(({ circuitId }) => circuitId !== undefined && leadIds.has(circuitId));
  const deviceIds = new Set(devices.map((device) => device.id));
  const segments = Object.values(job.segments).filter((segment) => leadIds.has(segment.circuitId));
  const combinations = Object.values(job.combinations).filter(
    ({ upstreamDeviceId, downstreamDeviceId }) => deviceIds.has(upstreamDeviceId) || deviceIds.has(downstreamDeviceId),
  );
  const states = Object.values(job.sourceStates).filter((state) => state.originIds.includes(originId));
  return [
    ...combinations.map(drop('combinations')),
    ...withoutInspections(job, 'deviceId', deviceIds),
    ...withoutInspections(job, 'segmentId', new Set(segments.map(({ id }) => id))),
    ...devices.map(drop('devices')),
    ...segments.map(drop('segments')),
    ...leads.map(drop('circuits')),
    ...Object.values(job.electrodes)
      .filter((electrode) => electrode.originId === originId)
      .map(drop('electrodes')),
    ...states.map(
      (state): Step =>
        state.originIds.length === 1
          ? { do: 'drop', on: 'sourceStates', id: state.id }
          : {
              do: 'set',
              on: 'sourceStates',
              id: state.id,
              field: ['originIds'],
              to: state.originIds.filter((each) => each !== originId),
            },
    ),
    { do: 'drop', on: 'origins', id: originId },
  ];
}

/** Nominal voltage line to earth of each system; a single-phase one keeps what it has. */
const U0_V: Partial<Record<Supply['voltageSystem'], number>> = {
  'split-phase': 120,
  'three-phase-400-230': 230,
  'three-phase-208-120': 120,
};

/** The voltage system with the nominal voltage that belongs to it. */
export function withVoltageSystem(to: Supply['voltageSystem']): Command {
  const u0 = U0_V[to];
  return edit(`System: ${systemWord(to)}`, [
    { do: 'set-job', field: ['supply', 'voltageSystem'], to },
    ...(u0 === undefined ? [] : [{ do: 'set-job', field: ['supply', 'u0V'], to: u0 } satisfies Step]),
  ]);
}

/** The sources connected in a source state. */
export const connect = ({ origins }: Job, { id, name }: SourceState, originIds: string[]): Command =>
  edit(`${name}: ${originIds.map((each) => origins[each]?.name ?? each).join(', ')}`, [
    set('sourceStates', id, 'originIds', originIds),
  ]);

/** What lies above a transformer. */
export const networkAbove = ({ id, name }: Origin, to: 'infinite' | 'fault-level'): Command =>
  edit(`Network above ${name}: ${to}`, [set('origins', id, ['transformer', 'upstream'], to)]);
