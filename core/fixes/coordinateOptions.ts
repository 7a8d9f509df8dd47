import { type Standable, standableAt, startOf } from '../edits/standable';
import { applyCommand, type Command, type Step } from '../job/commands';
import type { DeviceSettings } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { sizes } from './cableCandidates';

/** What is coordinated, and what may not change. */
export interface Coordinating {
  /** A circuit, all circuits of a board, or the whole job where neither is named. */
  circuitId?: string;
  boardId?: string;
  keepCables?: boolean;
  /** Existing circuits stay as they are. */
  onlyNew?: boolean;
  noTypeB?: boolean;
}

/** One thing a circuit may become. */
export interface Option {
  command: Command | undefined;
  steps: readonly Step[];
  says: readonly string[];
  part: string | undefined;
  /** A device of a higher rating than the one there: where a code asks less of it, nobody is protected by that. */
  raises: boolean;
  /** The same device on the cable that is there, where this is on a larger one. */
  fitted: Option | undefined;
}
const AS_IT_IS: Option = { command: undefined, steps: [], says: [], part: undefined, raises: false, fitted: undefined };

type Own = Extract<DeviceSettings, { residual: unknown }>['residual'];
const TYPES = ['AC', 'A', 'F', 'B'];
/** What protects on residual current at a circuit's start: its own device, or the one it is put behind. */
function residualAt(job: Job, circuitId: string): Own | undefined {
  const own = startOf(job, circuitId);
  const behind = job.devices[job.circuits[circuitId]?.behindDeviceId ?? ''];
  return (
    (own === undefined ? undefined : residualOf(own.settings)) ?? (behind === undefined ? undefined : residualOf(behind.settings))
  );
}
const isAsFine = (own: Own, other: Own | undefined): boolean => {
  const [coarse, fine] = [own.sensitivityA?.value, other?.sensitivityA?.value];
  const [from, to] = [own.type?.value, other?.type?.value];
  if (coarse === undefined || fine === undefined || from === undefined || to === undefined) return false;
  return fine <= coarse && TYPES.indexOf(to) >= TYPES.indexOf(from);
};
/** Whether a circuit's start protects at least as much as it did, asked for or not: on residual current as fine and of as good a type, for ground faults, for arcs. */
function keepsProtection(before: Job, after: Job, circuitId: string): boolean {
  const residual = residualAt(before, circuitId);
  if (residual !== undefined && residualAt(after, circuitId) !== residual && !isAsFine(residual, residualAt(after, circuitId)))
    return false;
  const [was, is] = [startOf(before, circuitId)?.settings, startOf(after, circuitId)?.settings];
  if (was === undefined || is === undefined) return was === is;
  return (['groundFault', 'arcFault'] as const).every((field) => {
    const [had, has] = [protectionOf(was, field), protectionOf(is, field)];
    return had === undefined || had === 'none' || (has !== undefined && has !== 'none');
  });
}
const residualOf = (settings: DeviceSettings): Own | undefined => ('residual' in settings ? settings.residual : undefined);
const protectionOf = (settings: DeviceSettings, field: 'groundFault' | 'arcFault'): string | undefined =>
  (settings as unknown as Record<string, string | undefined>)[field];

/** Everything a circuit may become: each device of its place, in each size of cable, from what is there up. */
export function optionsOf(job: Job, circuitId: string, how: Coordinating): Option[] {
  const now = standableAt(job, circuitId);
  const nowA = now.find(({ command }) => command === null)?.size ?? 0;
  const devices: (Standable | undefined)[] = [
    undefined,
    ...now.filter(({ command, besides }) => command !== null && !(how.noTypeB === true && /^B \d/.test(besides))),
  ];
  return devices.flatMap((device): Option[] => {
    const command = device?.command ?? undefined;
    const with1 = command === undefined ? job : applyCommand(job, command);
    if (command !== undefined && !keepsProtection(job, with1, circuitId)) return [];
    const fitted: Option =
      device === undefined || command === undefined
        ? AS_IT_IS
        : {
            command,
            steps: command.steps,
            says: [`${device.name} ${device.besides}`.trim()],
            part: device.part,
            raises: device.size > nowA,
            fitted: undefined,
          };
    const larger = how.keepCables === true ? [] : sizes(with1, circuitId);
    return [
      fitted,
      ...larger.map(
        ({ command: { label, steps } }): Option => ({
          command: { label, steps: [...fitted.steps, ...steps] },
          steps: [...fitted.steps, ...steps],
          says: [...fitted.says, label],
          part: fitted.part,
          raises: fitted.raises,
          fitted,
        }),
      ),
    ];
  });
}

/** A job with what its circuits are to become. */
export const withAll = (job: Job, chosen: ReadonlyMap<string, Option>): Job => {
  const steps = [...chosen.values()].flatMap((option) => option.steps);
  return steps.length === 0 ? job : applyCommand(job, { label: 'coordinated', steps });
};
