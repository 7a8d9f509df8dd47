import type { Command, Step } from '../job/commands';
import { MOUNTING } from '../job/families';
import { freeIn } from '../job/freeIds';
import { keyAfter } from '../job/order';
import { placedPoints } from '../job/points/tree';
import type { Circuit } from '../job/schema/circuit';
import type { Device } from '../job/schema/device';
import type { Fact } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { edit, set } from './steps';

/** Schools of giving protection to a circuit; none is hidden. */
export const WAYS = [
  ...(['combined-breaker', 'ground-breaker', 'arc-breaker', 'first-outlet', 'first-outlet-both', 'blank-face'] as const),
  ...(['rcbo', 'shared-rcd', 'socket-rcd', 'afdd'] as const),
] as const;
export type ProtectionKind = (typeof WAYS)[number];

/** A way drawn up as one edit. */
export interface ProtectionOption {
  kind: ProtectionKind;
  command: Command;
  /** Pieces it takes, each with a word that a price may be entered under. */
  parts: { part: string; pieces: number }[];
  /** Usual time to fit it, h: custom, without a source. */
  hours: number;
}

const stated = <T>(value: T): Fact<T> => ({ value, from: 'stated' });
const present = ({ state }: { state: string }): boolean => state !== 'removed';
/** Without its article. */
const bare = (says: string): string => says.replace(/^an? /, '');
const RCD_A = 0.03;
/** What protective receptacles carry through, and the largest circuits arc-fault breakers are made for, A: common practice. */
const OUTLET_A = 20;
const RESIDUAL = { sensitivityA: stated(RCD_A), type: stated('A' as const), delay: stated('general' as const) };

/** Overcurrent device a circuit starts with. */
const startBreaker = (job: Job, circuitId: string): Device | undefined =>
  Object.values(job.devices).find((each) => each.circuitId === circuitId && each.seat === 'start' && present(each));

/** Every way that can be drawn for a circuit as it stands. */
export function protectionOptions(job: Job, circuitId: string): ProtectionOption[] {
  const circuit = job.circuits[circuitId];
  if (circuit === undefined || circuit.kind !== 'final') return [];
  return job.dialect === 'nec' ? american(job, circuit) : metric(job, circuit);
}

function american(job: Job, circuit: Circuit): ProtectionOption[] {
  const breaker = startBreaker(job, circuit.id);
  const ways: ProtectionOption[] = [];
  if (breaker?.settings.family === 'moulded-case-nec') {
    const breakerOf = (
      kind: ProtectionKind,
      says: string,
      more: { arcFault: string; groundFault: string },
    ): ProtectionOption => ({
      kind,
      hours: 0.5,
      parts: [{ part: `${bare(says)} breaker`, pieces: 1 }],
      command: edit(
        `Fit ${says} breaker for ${circuit.name}`,
        // What was marked on the one there says nothing of another.
        [
          ...Object.entries(more).map(([field, to]) => set('devices', breaker.id, ['settings', field], to)),
          ...(['curvePoints', 'listedHere'] as const).flatMap((field): Step[] =>
            field in breaker.settings ? [set('devices', breaker.id, ['settings', field], undefined)] : [],
          ),
          ...(breaker.grade === 'maker' ? [set('devices', breaker.id, 'grade', 'standard')] : []),
        ],
      ),
    });
    const now = breaker.settings;
    const isNow = ({ arcFault, groundFault }: { arcFault: string; groundFault: string }): boolean =>
      (now.arcFault ?? 'none') === arcFault && (now.groundFault ?? 'none') === groundFault;
    const breakers = (
      [
        ['combined-breaker', 'a combined AFCI and GFCI', { arcFault: 'combination', groundFault: 'class-A' }],
        ['ground-breaker', 'a GFCI', { arcFault: 'none', groundFault: 'class-A' }],
        ['arc-breaker', 'an AFCI', { arcFault: 'combination', groundFault: 'none' }],
      ] as const
    ).filter(
      ([, , more]) =>
        // Against arcs none is made above the usual outlet circuits.
        !isNow(more) && (more.arcFault === 'none' || (now.ratingA?.value ?? 0) <= OUTLET_A),
    );
    ways.push(...breakers.map(([kind, says, more]) => breakerOf(kind, says, more)));
  }
  const ratingA = breaker !== undefined && 'ratingA' in breaker.settings ? breaker.settings.ratingA : undefined;
  // One that carries through what its breaker lets in is what is fitted.
  const carries = ratingA === undefined || ratingA.value > OUTLET_A ? {} : { ratingA: stated(OUTLET_A) };
  const protection = { family: 'outlet-protection', groundFault: 'class-A', arcFault: 'none', ...carries } as const;
  ways.push(
    ...atFirstOutlet(job, circuit, 'first-outlet', 'a GFCI receptacle', protection),
    ...atFirstOutlet(job, circuit, 'first-outlet-both', 'an AFCI and GFCI receptacle', { ...protection, arcFault: 'outlet' }),
    ...blankFace(job, circuit, protection),
  );
  return ways;
}

function metric(job: Job, circuit: Circuit): ProtectionOption[] {
  const breaker = startBreaker(job, circuit.id);
  const ways: ProtectionOption[] = [];
  if (breaker !== undefined && (breaker.settings.family === 'mcb' || breaker.settings.family === 'rcbo')) {
    const { makerLetThrough: _l, curvePoints: _p, icsA: _s, ...marked } = breaker.settings;
    const kept = Object.fromEntries(Object.entries(marked).filter(([field]) => !OF_ANY_DEVICE.has(field)));
    const poles = marked.poles === '1P' ? '1P+N' : marked.poles === '3P' ? '3P+N' : marked.poles;
    ways.push({
      kind: 'rcbo',
      hours: 0.4,
      parts: [{ part: 'RCBO', pieces: 1 }],
      command: edit(`Fit an RCBO of 30 mA for ${circuit.name}`, [
        ...(breaker.grade === 'maker' ? [set('devices', breaker.id, 'grade', 'standard')] : []),
        set('devices', breaker.id, 'settings', { ...kept, family: 'rcbo', poles, residual: RESIDUAL }),
        ...(circuit.behindDeviceId === undefined ? [] : [set('circuits', circuit.id, 'behindDeviceId', undefined)]),
      ]),
    });
    ways.push(...sharedRcd(job, circuit, marked.poles));
    const ratingA = marked.ratingA;
    ways.push({
      kind: 'afdd',
      hours: 0.5,
      parts: [{ part: 'AFDD', pieces: 1 }],
      command: edit(`Fit an AFDD beside ${breaker.name}`, [
        {
          do: 'put',
          on: 'devices',
          row: {
            id: freeIn(job, `${circuit.id}-afdd`),
            order: keyAfter(breaker.order),
            name: `${circuit.name} AFDD`,
            state: 'new',
            seat: 'start',
            circuitId: circuit.id,
            lines: breaker.lines,
            grade: 'standard',
            settings: { family: 'afdd', poles, ...(ratingA === undefined ? {} : { ratingA }) },
          },
        },
      ]),
    });
  }
  ways.push(
    ...atFirstOutlet(job, circuit, 'socket-rcd', 'a socket-outlet with a residual device', {
      family: 'outlet-protection',
      groundFault: 'residual',
      arcFault: 'none',
      residual: RESIDUAL,
    }),
  );
  return ways;
}
const OF_ANY_DEVICE: ReadonlySet<string> = new Set(MOUNTING);

/** One residual switch ahead of this circuit and of every other of its board that has none. */
function sharedRcd(job: Job, circuit: Circuit, poles: string): ProtectionOption[] {
  const board = job.boards[circuit.fromBoardId ?? ''];
  if (board === undefined) return [];
  const already = Object.values(job.devices).find(
    ({ seat, boardId, settings, ...device }) =>
      seat === 'board' && boardId === board.id && present(device) && settings.family === 'rccb' && sensitive(settings),
  );
  if (already !== undefined)
    return already.id === circuit.behindDeviceId
      ? []
      : [
          {
            kind: 'shared-rcd',
            hours: 0.5,
            parts: [],
            command: edit(`Hang ${circuit.name} behind ${already.name}`, [
              set('circuits', circuit.id, 'behindDeviceId', already.id),
            ]),
          },
        ];
  const three = poles.startsWith('3') || poles === '4P';
  const id = freeIn(job, `${board.id}-rcd`);
  return [
    {
      kind: 'shared-rcd',
      hours: 1,
      parts: [{ part: 'RCD', pieces: 1 }],
      command: edit(`Fit an RCD of 30 mA in ${board.name} ahead of ${circuit.name}`, [
        {
          do: 'put',
          on: 'devices',
          row: {
            id,
            order: 'z',
            name: `${board.name} RCD`,
            state: 'new',
            seat: 'board',
            boardId: board.id,
            grade: 'standard',
            lines: three ? ['L1', 'L2', 'L3'] : ['L1'],
            settings: { family: 'rccb', poles: three ? '4P' : '2P', ratingA: stated(63), residual: RESIDUAL },
          },
        },
        set('circuits', circuit.id, 'behindDeviceId', id),
      ]),
    },
  ];
}
const sensitive = ({ residual }: { residual: { sensitivityA?: Fact<number> | undefined } }): boolean =>
  residual.sensitivityA !== undefined && residual.sensitivityA.value <= RCD_A;

/** Protection in the first outlet of the line, the rest fed through it. */
function atFirstOutlet(
  job: Job,
  circuit: Circuit,
  kind: ProtectionKind,
  says: string,
  settings: Device['settings'],
): ProtectionOption[] {
  const placed = placedPoints(job.points, circuit.id);
  const first = placed.find(({ parent }) => parent === undefined)?.point;
  if (first === undefined || first.kind !== 'socket') return [];
  const roots = placed.filter(({ parent }) => parent === undefined);
  // One outlet protects one line of outlets; where several leave the panel it would leave the others bare.
  if (roots.length > 1) return [];
  const there = Object.values(job.devices).filter((each) => each.pointId === first.id && each.seat === 'point' && present(each));
  const same = (one: Device['settings']): boolean =>
    one.family === 'outlet-protection' &&
    settings.family === 'outlet-protection' &&
    one.groundFault === settings.groundFault &&
    one.arcFault === settings.arcFault;
  if (there.some((each) => same(each.settings))) return [];
  return [
    {
      kind,
      hours: 0.5,
      parts: [{ part: bare(says), pieces: 1 }],
      command: edit(`Fit ${says} at ${first.name}, the rest fed through it`, [
        ...there.map(({ id }): Step => set('devices', id, 'state', 'removed')),
        {
          do: 'put',
          on: 'devices',
          row: {
            id: freeIn(job, `${first.id}-protection`),
            order: 'a',
            name: `${first.name} ${bare(says)}`,
            state: 'new',
            seat: 'point',
            pointId: first.id,
            lines: [],
            grade: 'standard',
            settings,
          },
        },
        ...(placed.length > 1 ? [set('points', first.id, 'onward', stated('feed-through'))] : []),
        ...(first.state === 'existing' ? [set('points', first.id, 'state', 'altered')] : []),
      ]),
    },
  ];
}

/** A device without contacts beside the panel, all of the circuit fed through it. */
function blankFace(job: Job, circuit: Circuit, settings: Device['settings']): ProtectionOption[] {
  const placed = placedPoints(job.points, circuit.id);
  const roots = placed.filter(({ parent }) => parent === undefined).map(({ point }) => point);
  const board = job.boards[circuit.fromBoardId ?? ''];
  const blank = roots.some(
    ({ id: at, kind }) =>
      kind === 'junction' &&
      Object.values(job.devices).some((each) => each.pointId === at && each.seat === 'point' && present(each)),
  );
  if (roots.length === 0 || board === undefined || blank) return [];
  const id = freeIn(job, `${circuit.id}-blank`);
  const roomId = board.roomId ?? roots[0]!.roomId;
  return [
    {
      kind: 'blank-face',
      hours: 0.8,
      parts: [{ part: 'blank-face GFCI', pieces: 1 }],
      command: edit(`Fit a blank-face GFCI by ${board.name} for ${circuit.name}`, [
        {
          do: 'put',
          on: 'points',
          row: {
            id,
            circuitId: circuit.id,
            order: '0',
            name: `Blank-face GFCI by ${board.name}`,
            kind: 'junction',
            state: 'new',
            ...(roomId === undefined ? {} : { roomId }),
            readilyAccessible: stated(true),
            onward: stated('feed-through'),
          },
        },
        ...roots.map((point): Step => set('points', point.id, 'parentPointId', id)),
        {
          do: 'put',
          on: 'devices',
          row: {
            id: freeIn(job, `${id}-device`),
            order: 'a',
            name: `Blank-face GFCI of ${circuit.name}`,
            state: 'new',
            seat: 'point',
            pointId: id,
            lines: [],
            grade: 'standard',
            settings,
          },
        },
      ]),
    },
  ];
}
