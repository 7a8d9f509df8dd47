import type { Step } from '../job/commands';
import type { Device, DeviceSettings } from '../job/schema/device';
import type { Fact } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { showLength } from '../job/show';
import { type Standable, whole } from './standable';
import { edit, set } from './steps';
import { addSurge } from './surge';

type Surge = Extract<DeviceSettings, { family: 'spd' }>;

/** Protection levels surge devices are made with, kV: of those preferred by IEC 61643-11, and of the ratings of UL 1449 (both from memory). */
const LEVELS_KV = { iec: [1.0, 1.2, 1.5, 2.0], nec: [0.6, 0.7, 1.0, 1.2] } as const;
/** Types that stand in a board of a dwelling. */
const TYPES = ['2', '1+2'] as const;
/** Leads as short as hands manage, m: what another place in the board may give. */
const SHORT_LEADS_M = 0.3;
/** What such devices usually have: continuous voltage, discharge and impulse current, short-circuit rating. Custom, without a source. */
const USUAL = { iec: { ucV: 275 }, nec: { ucV: 150 }, inKa: 20, iimpKa: 12.5, sccrA: 25_000 } as const;

const specified = <T>(value: T): Fact<T> => ({ value, from: 'stated', origin: 'specified' });
const known = <T>(fact: Fact<T> | undefined, usual: T): Fact<T> =>
  fact === undefined ? specified(usual) : fact.from === 'assumed' ? fact : specified(fact.value);

/** Boards from a circuit to the source, the nearest first. */
export function boardsTo(job: Job, circuitId: string): string[] {
  const found: string[] = [];
  let at = job.circuits[circuitId]?.toBoardId ?? job.circuits[circuitId]?.fromBoardId;
  while (at !== undefined && !found.includes(at)) {
    found.push(at);
    at = Object.values(job.circuits).find((each) => each.state !== 'removed' && each.toBoardId === at)?.fromBoardId;
  }
  return found;
}

/**
 * The surge device nearest to a circuit in its types, protection levels and with shorter leads; where no board on its way has one, one put in
 * the nearest. Marks of the series are taken as specified; what was seen of the very device (its window, its warranties) is not.
 */
export function surgesAt(job: Job, circuitId: string): Standable[] {
  const boards = boardsTo(job, circuitId);
  const standing = boards.flatMap((boardId) =>
    Object.values(job.devices).filter(
      (each) => each.settings.family === 'spd' && each.boardId === boardId && each.state !== 'removed',
    ),
  )[0];
  if (standing !== undefined) return others(job, standing, standing.settings as Surge);
  const [nearest] = boards;
  if (nearest === undefined) return [];
  const { label, steps } = addSurge(job, nearest);
  const none: Standable = { id: 'now', name: 'none', besides: '', part: '', size: 0, command: null };
  const put = steps.find((step): step is Extract<Step, { do: 'put' }> => step.do === 'put')!;
  const row = put.row as Device;
  return [
    none,
    ...series(job, row.settings as Surge, SHORT_LEADS_M).map(({ settings, ...of }) => ({
      ...of,
      command: edit(`${label}: ${whole(of)}`, [{ ...put, row: { ...row, settings } } as Step]),
    })),
  ];
}

function others(job: Job, device: Device, now: Surge): Standable[] {
  const leadsM = [...new Set([now.leadM?.value, SHORT_LEADS_M])].filter(
    (metres): metres is number => metres !== undefined && metres <= (now.leadM?.value ?? SHORT_LEADS_M),
  );
  const could = leadsM.flatMap((leadM) =>
    series(job, now, leadM).map(({ settings, ...of }): Standable => {
      const isNow =
        now.type?.value === settings.type?.value && now.upKv?.value === settings.upKv?.value && now.leadM?.value === leadM;
      return {
        ...of,
        command: isNow
          ? null
          : edit(`Fit ${whole(of)} as ${device.name}`, [
              set('devices', device.id, 'settings', settings),
              ...(device.grade === 'maker' ? [set('devices', device.id, 'grade', 'standard')] : []),
              ...(device.state === 'existing' ? [set('devices', device.id, 'state', 'new')] : []),
            ]),
      };
    }),
  );
  if (could.some(({ command }) => command === null)) return could;
  return [{ id: 'now', name: device.name, besides: 'as it is', part: '', size: now.upKv?.value ?? 0, command: null }, ...could];
}

type Made = Omit<Standable, 'command'> & { settings: Surge };
function series({ dialect }: Job, now: Surge, leadM: number): Made[] {
  const { connection, mount, npeInKa, npeIimpKa, iimpKa } = now;
  return TYPES.flatMap((type) =>
    LEVELS_KV[dialect].map((upKv): Made => {
      const name = dialect === 'nec' ? `${Math.round(upKv * 1000)} V` : `${upKv} kV`;
      const besides = `type ${type}, leads ${showLength(leadM, dialect)}`;
      return {
        id: whole({ name, besides }),
        name,
        besides,
        part: 'surge device',
        size: upKv,
        settings: {
          family: 'spd',
          ...(connection === undefined ? {} : { connection }),
          ...(mount === undefined ? {} : { mount: known(mount, mount.value) }),
          ...(npeInKa === undefined ? {} : { npeInKa: known(npeInKa, npeInKa.value) }),
          ...(npeIimpKa === undefined ? {} : { npeIimpKa: known(npeIimpKa, npeIimpKa.value) }),
          type: specified(type),
          upKv: specified(upKv),
          ucV: known(now.ucV, USUAL[dialect].ucV),
          inKa: known(now.inKa, USUAL.inKa),
          ...(type === '1+2' ? { iimpKa: known(iimpKa, USUAL.iimpKa) } : {}),
          sccrA: known(now.sccrA, USUAL.sccrA),
          leadM: specified(leadM),
          // What the one there was listed with says nothing of another.
          ownDisconnector: specified(true),
        },
      };
    }),
  );
}
