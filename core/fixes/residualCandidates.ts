import { typeFor } from '../edits/arrangements';
import { protectionOptions } from '../edits/protect';
import type { Step } from '../job/commands';
import type { Device } from '../job/schema/device';
import type { Fact } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { DC_TOLERANCE_A } from '../tables/leakage';
import { milli } from '../units';
import { type Candidate, maker, RESIDUAL } from './candidate';

const stated = <T>(value: T): Fact<T> => ({ value, from: 'stated' });
const present = ({ state }: { state: string }): boolean => state !== 'removed';

/** Devices with a residual part of the metric families from the source to a circuit, nearest last; those of its outlets with them. */
function residualAhead(job: Job, circuitId: string): Device[] {
  const devices = Object.values(job.devices).filter(present);
  const found: Device[] = [];
  const way = [circuitId];
  for (const id of way) {
    const circuit = job.circuits[id];
    if (circuit === undefined) continue;
    const own = devices.filter(
      (each) => each.circuitId === id && (each.seat === 'start' || (each.seat === 'end' && id !== circuitId)),
    );
    const groups: Device[] = [];
    for (
      let at = circuit.behindDeviceId;
      at !== undefined && groups.length < devices.length;
      at = job.devices[at]?.behindDeviceId
    ) {
      const group = job.devices[at];
      if (group !== undefined && present(group)) groups.unshift(group);
    }
    found.unshift(...groups, ...own);
    for (const feed of Object.values(job.circuits))
      if (present(feed) && circuit.fromBoardId !== undefined && feed.toBoardId === circuit.fromBoardId && !way.includes(feed.id))
        way.push(feed.id);
  }
  const atOutlets = devices.filter(({ pointId }) => job.points[pointId ?? '']?.circuitId === circuitId);
  return [...found, ...atOutlets].filter(({ settings }) => 'residual' in settings && settings.residual !== undefined);
}

const TYPES = ['AC', 'A', 'F', 'B'] as const;
const sumOf = ({ loads }: Job, field: 'leakageMa' | 'dcLeakageMa'): number =>
  Object.values(loads).reduce((sum, load) => sum + (load[field]?.value ?? 0), 0);

/** Of the device next to the circuit the type that sees what leaks there; of those further up the ones that stand the DC of the house. */
function types(job: Job, circuitId: string): Candidate<'type'>[] {
  const ahead = residualAhead(job, circuitId);
  const directMa = sumOf(job, 'dcLeakageMa');
  return ahead.flatMap(({ id, name, settings }, at): Candidate<'type'>[] => {
    const type = 'residual' in settings ? settings.residual?.type?.value : undefined;
    if (type === undefined) return [];
    const higher = TYPES.slice(TYPES.indexOf(type) + 1);
    const sees = typeFor(job, [circuitId]);
    const nearest = at === ahead.length - 1;
    const tooMuch = directMa > milli(DC_TOLERANCE_A[type]);
    const wanted = higher.filter((to) => (nearest ? to === sees : tooMuch && directMa <= milli(DC_TOLERANCE_A[to])));
    return wanted.map((to) => ({
      kind: 'type',
      command: {
        label: `Fit ${name} of type ${to}`,
        steps: [{ do: 'set', on: 'devices', id, field: ['settings', 'residual', 'type'], to: stated(to) }],
      },
    }));
  });
}

/** Coarser steps of what is made, A. */
const STEPS_A = [0.1, 0.3] as const;

/** Share of its sensitivity the house has to leak before a coarser one is tried. */
const LEAKS_FROM = 0.2;

/** A device ahead of others, that stands over finer ones, may be coarser: it then leaves more room for what leaks. */
const sensitivities = (job: Job, circuitId: string): Candidate<'sensitivity'>[] =>
  residualAhead(job, circuitId)
    .slice(0, -1)
    .flatMap(({ id, name, settings }): Candidate<'sensitivity'>[] => {
      const now = 'residual' in settings ? settings.residual?.sensitivityA?.value : undefined;
      if (now === undefined || sumOf(job, 'leakageMa') < milli(LEAKS_FROM * now)) return [];
      return STEPS_A.filter((each) => each > now).map((to) => ({
        kind: 'sensitivity',
        command: {
          label: `Fit ${name} of ${milli(to)} mA`,
          steps: [{ do: 'set', on: 'devices', id, field: ['settings', 'residual', 'sensitivityA'], to: stated(to) }],
        },
      }));
    });

/** Most circuits that are tried elsewhere: beyond them it is another arrangement of the board. */
const MOST_MOVED = 3;

/** Circuits taken from behind a shared residual device: to another there is, or to one of their own; what leaks most first. */
function moves(job: Job, circuitId: string): Candidate<'move' | 'apart-residual'>[] {
  const circuit = job.circuits[circuitId];
  const group = job.devices[circuit?.behindDeviceId ?? ''];
  if (circuit === undefined || group === undefined || !('residual' in group.settings)) return [];
  const leaks = (id: string) =>
    Object.values(job.loads).reduce((sum, load) => (load.circuitId === id ? sum + (load.leakageMa?.value ?? 0) : sum), 0);
  const others = Object.values(job.circuits)
    .filter((each) => present(each) && each.behindDeviceId === group.id)
    .sort((a, b) => leaks(b.id) - leaks(a.id))
    .slice(0, MOST_MOVED);
  const neighbours = Object.values(job.devices).filter(
    (each) =>
      present(each) &&
      each.id !== group.id &&
      each.seat === 'board' &&
      each.boardId === group.boardId &&
      'residual' in each.settings,
  );
  return [circuit, ...others.filter(({ id }) => id !== circuitId)].flatMap(
    ({ id, name }): Candidate<'move' | 'apart-residual'>[] => {
      const own = protectionOptions(job, id).find(({ kind }) => kind === 'rcbo');
      return [
        ...neighbours.map((each): Candidate<'move'> => {
          const step: Step = { do: 'set', on: 'circuits', id, field: ['behindDeviceId'], to: each.id };
          return { kind: 'move', command: { label: `Hang ${name} behind ${each.name} instead of ${group.name}`, steps: [step] } };
        }),
        ...(own === undefined
          ? []
          : [
              {
                kind: 'apart-residual',
                command: { ...own.command, label: `Give ${name} an RCBO of its own, off ${group.name}` },
              } as const,
            ]),
      ];
    },
  );
}

export const RESIDUAL_TYPES = maker({ type: [...RESIDUAL, 'saves-person'] }, types);
export const SENSITIVITIES = maker({ sensitivity: RESIDUAL }, sensitivities);
export const MOVES = maker(
  {
    move: [...RESIDUAL, 'carries-load', 'saves-person'],
    'apart-residual': [...RESIDUAL, 'carries-load', 'saves-person'],
  },
  moves,
);
