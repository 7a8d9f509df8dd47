import { sameItems } from '../cells/alike';
import { hasResidual } from '../devices/residual';
import { known, list, type Maybe, map, unknown } from '../job/known';
import { settingIfEntered } from '../job/readers';
import type { Device, Origin } from '../job/sealed';
import { READ, rowsOf, type TrackedJob } from '../job/tracked';
import { cableLength, type Wiring } from '../network/paths';
import type { CircuitFacts, House, Seated } from './facts';

/** A surge device on the way of a circuit, and where it stands. */
export interface SurgeStage {
  device: Device;
  /** On the lead of a source or in a board, or in an outlet of the circuit. */
  at: 'lead' | 'board' | 'outlet';
  /** Where the greatest fault it has to stand is found. */
  seated: Seated;
  /** The first board from the source, or the lead before it. */
  atOrigin: boolean;
  /** Cable from it to the far end of the circuit, m. */
  distanceM: Maybe<number>;
  /** Residual devices between the source and it, and contactors. */
  behind: readonly Device[];
}

/** What a surge can trip, or what may have been open when it came. */
const stopsSurge = (device: Device): boolean =>
  hasResidual(device) || (device.settings.family === 'switch' && device.settings.duty === 'contactor');

const isSurge = ({ settings }: Device): boolean => settings.family === 'spd';

/** Surge devices of a board itself. */
const surgeIn = READ.cell(
  'surge devices of a board',
  ({ devices }: TrackedJob, id): readonly Device[] =>
    rowsOf(devices).filter(
      ({ state, seat, boardId, settings }) =>
        state !== 'removed' && seat === 'board' && boardId === id && settings.family === 'spd',
    ),
  sameItems,
);

/** The origin a circuit is fed from in the usual state. */
export function originOf({ path, job }: CircuitFacts): Maybe<Origin> {
  if (!path.known) return path;
  const lead = path.value[0]!.circuit;
  const origin = job.origins[lead.fromOriginId ?? ''];
  return origin === undefined ? unknown(`circuits.${lead.id}`, `the source of ${lead.name}`) : known(origin);
}

/** Cable of several circuits in a row, m. */
export const lengthOf = ({ wirings }: House, way: readonly Wiring[]): Maybe<number> =>
  map(list(way.map((each) => cableLength(wirings, each))), (each) => each.reduce((sum, one) => sum + one, 0));

/** Surge devices from the source to a circuit, the nearest to the source first; of a feeder those in the board it leads to as well. */
export function surgeStages({ path, wiring, job, house }: CircuitFacts): Maybe<readonly SurgeStage[]> {
  return map(path, (way) => {
    const stages: SurgeStage[] = [];
    const from = (index: number): Maybe<number> => lengthOf(house, way.slice(index));
    const passed: Device[] = [];
    for (const [index, step] of way.entries()) {
      const atOrigin = index === 0;
      for (const seat of ['start', 'end'] as const)
        for (const device of (seat === 'start' ? step.startDevices : step.endDevices).filter(isSurge))
          stages.push({
            device,
            at: 'lead',
            atOrigin,
            behind: [...passed],
            seated: { device, wiring: step, seat },
            distanceM: from(seat === 'start' ? index : index + 1),
          });
      passed.push(...[...step.groupDevices, ...step.startDevices, ...step.endDevices].filter(stopsSurge));
      const { toBoardId } = step.circuit;
      for (const device of toBoardId === undefined ? [] : surgeIn(job, toBoardId)) {
        // Behind a group device, or its own in the board.
        const own = device.settings.family === 'spd' ? job.devices[device.settings.backupDeviceId ?? ''] : undefined;
        const group = job.devices[device.behindDeviceId ?? ''] ?? (own?.seat === 'board' ? own : undefined);
        stages.push({
          device,
          at: 'board',
          atOrigin,
          distanceM: from(index + 1),
          seated: { device, wiring: step, seat: 'end' },
          // Tapped ahead of the main it is behind nothing of its board.
          behind:
            settingIfEntered(device, 'mount').value === 'line-side'
              ? passed.filter((each) => !(step.endDevices as readonly Device[]).includes(each))
              : [...passed, ...(group !== undefined && stopsSurge(group) ? [group] : [])],
        });
      }
    }
    for (const device of wiring.pointDevices.filter(isSurge))
      stages.push({
        device,
        at: 'outlet',
        atOrigin: false,
        distanceM: known(0),
        behind: passed,
        seated: { device, wiring, seat: 'start' },
      });
    return stages;
  });
}
