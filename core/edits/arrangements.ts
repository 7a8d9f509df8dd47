import { spanOf } from '../job/board/layout';
import type { Command, Step } from '../job/commands';
import { MOUNTING } from '../job/families';
import { freeIn } from '../job/freeIds';
import type { Circuit } from '../job/schema/circuit';
import type { Device, DeviceSettings } from '../job/schema/device';
import type { Fact } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { edit, set } from './steps';

/** Ways of giving a whole board its residual protection. */
export const ARRANGEMENTS = ['one', 'two', 'hybrid', 'per-circuit', 'selective-main'] as const;
export type ArrangementKind = (typeof ARRANGEMENTS)[number];

/** How the circuits of a board hang on its residual devices: behind one of two shared ones, or on one of their own. */
export type Hanging = Readonly<Record<string, 0 | 1 | 'own'>>;

/** What the residual devices and breakers of a board are made of, and the modules of 18 mm they take. */
export interface Pieces {
  parts: { part: string; pieces: number }[];
  modules: number;
}

type ResidualType = 'AC' | 'A' | 'F' | 'B';
const TYPES: readonly ResidualType[] = ['AC', 'A', 'F', 'B'];
const stated = <T>(value: T): Fact<T> => ({ value, from: 'stated' });
const present = ({ state }: { state: string }): boolean => state !== 'removed';
const RCD_A = 0.03;
const MAIN_A = 0.1;
const OF_ANY_DEVICE: ReadonlySet<string> = new Set(MOUNTING);

/** Final circuits of a board that start with a breaker that can be an RCBO, in their order. */
export function arrangedCircuits(job: Job, boardId: string): { circuit: Circuit; device: Device }[] {
  return Object.values(job.circuits)
    .filter((each) => present(each) && each.kind === 'final' && each.fromBoardId === boardId)
    .sort((a, b) => (a.order < b.order ? -1 : 1))
    .flatMap((circuit) => {
      const device = Object.values(job.devices).find(
        (each) => each.circuitId === circuit.id && each.seat === 'start' && present(each) && isBreaker(each.settings),
      );
      return device === undefined ? [] : [{ circuit, device }];
    });
}
const isBreaker = ({ family }: DeviceSettings): boolean => family === 'mcb' || family === 'rcbo';

/** The least type that sees what some circuits can leak. */
export function typeFor(job: Job, circuitIds: readonly string[]): ResidualType {
  const needs = Object.values(job.loads)
    .filter(({ circuitId }) => circuitIds.includes(circuitId))
    .map(({ waveform, electronics }): ResidualType => {
      if (waveform?.value === 'smooth-dc') return 'B';
      if (waveform?.value === 'mixed-frequency') return 'F';
      return waveform?.value === 'sine' && electronics?.value !== true ? 'AC' : 'A';
    });
  // Type A at least: what will be plugged in tomorrow is not known today.
  return needs.reduce<ResidualType>((most, each) => (TYPES.indexOf(each) > TYPES.indexOf(most) ? each : most), 'A');
}

const residual = (sensitivityA: number, type: ResidualType, delay: 'general' | 'S' = 'general') => ({
  sensitivityA: stated(sensitivityA),
  type: stated(type),
  delay: stated(delay),
});

/** Steps that make a breaker an RCBO, or an RCBO a breaker; what was marked on the one there says nothing of another. */
function asFamily({ id, settings, grade, slot }: Device, own: ResidualType | undefined): Step[] {
  const {
    residual: _r,
    bidirectional: _b,
    makerLetThrough: _l,
    curvePoints: _p,
    icsA: _s,
    ...marked
  } = settings as Record<string, unknown>;
  const kept = Object.fromEntries(Object.entries(marked).filter(([field]) => !OF_ANY_DEVICE.has(field)));
  const poles = kept.poles === '1P' ? '1P+N' : kept.poles === '3P' ? '3P+N' : kept.poles;
  if (own === undefined && settings.family === 'mcb') return [];
  const to = own === undefined ? { ...kept, family: 'mcb' } : { ...kept, family: 'rcbo', poles, residual: residual(RCD_A, own) };
  const wider = spanOf({ settings: to as DeviceSettings }, { kind: 'rails' }) > spanOf({ settings }, { kind: 'rails' });
  return [
    ...(grade === 'maker' ? [set('devices', id, 'grade', 'standard')] : []),
    set('devices', id, 'settings', to),
    // A wider one no longer stands where the other stood.
    ...(wider && slot !== undefined ? [set('devices', id, 'slot', undefined)] : []),
  ];
}

const lineCount = (devices: readonly Device[]): number => new Set(devices.flatMap(({ lines }) => lines)).size;
/**
 * One arrangement of a board, drawn: its shared residual devices anew, its breakers and RCBOs as they then are.
 * @param hangs of each circuit; who is not named hangs behind the first
 */
export function arrange(job: Job, boardId: string, kind: ArrangementKind, hangs: Hanging): Command {
  const board = job.boards[boardId]!;
  const circuits = arrangedCircuits(job, boardId);
  const groups = sharedIn(job, boardId);
  const steps: Step[] = groups.map(({ id }) => set('devices', id, 'state', 'removed'));
  const put = (id: string, name: string, members: readonly { circuit: Circuit; device: Device }[], main: boolean) => {
    const lines = lineCount(members.map(({ device }) => device));
    const three = lines > 1;
    steps.push({
      do: 'put',
      on: 'devices',
      row: {
        id,
        order: 'z',
        name,
        state: 'new',
        seat: 'board',
        boardId,
        grade: 'standard',
        lines: three ? ['L1', 'L2', 'L3'] : (members[0]?.device.lines ?? ['L1']),
        settings: {
          family: 'rccb',
          poles: three ? '4P' : '2P',
          ratingA: stated(63),
          residual: residual(
            main ? MAIN_A : RCD_A,
            typeFor(
              job,
              members.map(({ circuit }) => circuit.id),
            ),
            main ? 'S' : 'general',
          ),
        },
      },
    });
  };
  const place = ({ id }: Circuit): 0 | 1 | 'own' =>
    kind === 'per-circuit' || kind === 'selective-main' ? 'own' : (hangs[id] ?? 0);
  const ids: [string, string] = [freeIn(job, `${boardId}-rcd-a`), freeIn(job, `${boardId}-rcd-b`)];
  for (const at of [0, 1] as const) {
    const members = circuits.filter(({ circuit }) => place(circuit) === at);
    if (members.length > 0) put(ids[at], `${board.name} RCD ${at === 0 ? 'A' : 'B'}`, members, false);
  }
  if (kind === 'selective-main' && circuits.length > 0) put(ids[0], `${board.name} main RCD`, circuits, true);
  for (const { circuit, device } of circuits) {
    const at = place(circuit);
    steps.push(...asFamily(device, at === 'own' ? typeFor(job, [circuit.id]) : undefined));
    const behind = at === 'own' ? (kind === 'selective-main' ? ids[0] : undefined) : ids[at];
    if (circuit.behindDeviceId !== behind) steps.push(set('circuits', circuit.id, 'behindDeviceId', behind));
  }
  return edit(`Arrange ${board.name}: ${LABELS[kind]}`, steps);
}
export function piecesOf(job: Job, boardId: string): Pieces {
  const circuits = arrangedCircuits(job, boardId).map(({ device }) => device);
  const shared = sharedIn(job, boardId);
  const rcbos = circuits.filter(({ settings }) => settings.family === 'rcbo').length;
  return {
    parts: [
      { part: 'RCD', pieces: shared.length },
      { part: 'RCBO', pieces: rcbos },
      { part: 'MCB', pieces: circuits.length - rcbos },
    ].filter(({ pieces }) => pieces > 0),
    modules: [...circuits, ...shared].reduce((sum, each) => sum + spanOf(each, { kind: 'rails' }) / 2, 0),
  };
}

const sharedIn = (job: Job, boardId: string): Device[] =>
  Object.values(job.devices).filter(
    (each) => present(each) && each.seat === 'board' && each.boardId === boardId && each.settings.family === 'rccb',
  );

export const LABELS: Readonly<Record<ArrangementKind, string>> = {
  one: 'one RCD for all',
  two: 'two RCDs',
  hybrid: 'two RCDs, some on RCBOs',
  'per-circuit': 'an RCBO for each',
  'selective-main': 'an RCBO for each under a delayed RCD',
};
