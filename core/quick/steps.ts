import type { Step } from '../job/commands';
import { cutName } from '../job/ids';
import { keyAfter, keyBetween } from '../job/order';
import type { Circuit, Segment } from '../job/schema/circuit';
import type { Device, DeviceSettings } from '../job/schema/device';
import type { Fact, Provenance } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import type { QuickCircuit } from './circuit';
import { feedsLoad, type QuickDraft } from './draft';
import { hasNeutral } from './poles';

/** Steps that make the circuit: one action, undone as one. */
export function quickSteps(job: Job, made: QuickCircuit, id: () => string): { circuitId: string; steps: Step[] } {
  const circuitId = id();
  const { draft, taken } = made;
  const from = new Map(taken.map((each) => [each.field, each.from]));
  const fact = <K extends keyof QuickDraft>(field: K): { value: NonNullable<QuickDraft[K]>; from: Provenance } | undefined => {
    const value = draft[field];
    return value === undefined ? undefined : { value: value as NonNullable<QuickDraft[K]>, from: from.get(field) ?? 'stated' };
  };
  const circuit: Circuit = pruned({
    id: circuitId,
    order: orderOn(job, made.boardId),
    number: made.number,
    name: made.name,
    kind: 'final',
    state: 'new',
    fromBoardId: made.boardId,
    topology: draft.topology ?? 'radial',
    use: draft.use,
    designCurrentA: fact('designA'),
    continuous: feedsLoad(draft) ? undefined : fact('continuous'),
  });
  const rows: Step[] = [{ do: 'put', on: 'circuits', row: circuit }];
  const segment = draft.lineSize === undefined && draft.lengthM === undefined ? undefined : cableOf(made, circuitId, id(), fact);
  if (segment !== undefined) rows.push({ do: 'put', on: 'segments', row: segment });
  const device: Device = {
    id: id(),
    order: 'a',
    name: cutName(`${made.name} ${DEVICE_WORDS[draft.family]}`),
    state: 'new',
    seat: 'start',
    circuitId,
    lines: [...made.lines],
    grade: 'typical',
    settings: settingsOf(draft, fact),
  };
  rows.push({ do: 'put', on: 'devices', row: device });
  if (feedsLoad(draft))
    rows.push({
      do: 'put',
      on: 'loads',
      row: pruned({
        id: id(),
        circuitId,
        order: 'a',
        name: made.name,
        powerW: fact('powerW'),
        plateV: fact('plateV'),
        dcDetection: fact('dcDetection'),
        appliance: fact('appliance'),
        motorHp: fact('motorHp'),
        minimumAmpacityA: fact('minimumAmpacityA'),
        maximumDeviceA: fact('maximumDeviceA'),
        cosPhi: fact('cosPhi'),
        continuous: fact('continuous'),
        // What hangs on outlets is plugged in: the words say so.
        fastened:
          job.dialect === 'nec' && draft.use === 'sockets' && draft.appliance === undefined
            ? { value: false, from: 'stated' }
            : undefined,
      }),
    });
  return { circuitId, steps: rows };
}

const DEVICE_WORDS = { mcb: 'breaker', rcbo: 'RCBO', fuse: 'fuse', 'moulded-case-nec': 'breaker' } as const;

/** Leaves out what is absent. */
const pruned = <T extends object>(row: { [K in keyof T]: T[K] | undefined }): T =>
  Object.fromEntries(Object.entries(row).filter(([, value]) => value !== undefined)) as T;

type FactOf = <K extends keyof QuickDraft>(field: K) => Fact<NonNullable<QuickDraft[K]>> | undefined;

function cableOf({ draft, lines }: QuickCircuit, circuitId: string, id: string, fact: FactOf): Segment {
  const neutral = hasNeutral(draft, lines.length);
  const roles = ['line', 'line2', 'line3'].slice(0, lines.length) as NonNullable<Segment['roles']>;
  const spare = (draft.cores ?? 0) > lines.length + (neutral ? 1 : 0);
  return pruned<Segment>({
    id,
    circuitId,
    order: 'a',
    state: 'new',
    lengthM: fact('lengthM'),
    lineSize: fact('lineSize'),
    neutralSize: neutral ? (fact('neutralSize') ?? fact('lineSize')) : undefined,
    protectiveSize: fact('protectiveSize'),
    material: fact('material'),
    insulation: fact('insulation'),
    construction: draft.construction,
    place: draft.place,
    method: fact('method'),
    ambientC: fact('ambientC'),
    groupedCircuits: fact('grouped'),
    protectivePath:
      draft.protectivePath ?? (draft.place === 'raceway' && draft.protectiveSize === undefined ? 'raceway' : 'conductor'),
    roles: [
      ...roles,
      ...(neutral ? (['neutral'] as const) : []),
      ...(spare ? (['switched'] as const) : []),
      ...(draft.protectivePath === 'none' ? [] : (['protective'] as const)),
    ],
  });
}

function settingsOf(draft: QuickCircuit['draft'], fact: FactOf): DeviceSettings {
  const { poles } = draft;
  const ratingA = fact('ratingA');
  if (draft.family === 'moulded-case-nec')
    return pruned<DeviceSettings & { family: 'moulded-case-nec' }>({
      family: 'moulded-case-nec',
      ratingA,
      poles,
      aicA: fact('capacityA'),
      voltageMarking: fact('voltageMarking'),
      arcFault: draft.arcFault,
      groundFault: draft.groundFault,
    });
  if (draft.family === 'fuse')
    return pruned<DeviceSettings & { family: 'fuse' }>({
      family: 'fuse',
      system: 'gG',
      ratingA,
      poles,
      breakingA: fact('capacityA'),
    });
  const breaker = { ratingA, curve: fact('curve'), poles, icnA: fact('capacityA'), energyClass: fact('energyClass') };
  if (draft.family === 'mcb') return pruned<DeviceSettings & { family: 'mcb' }>({ family: 'mcb', ...breaker });
  const residual = pruned({
    sensitivityA: fact('sensitivityA'),
    type: fact('residualType'),
    delay: draft.sensitivityA === undefined ? undefined : { value: draft.delay ?? ('general' as const), from: 'stated' as const },
  });
  return pruned<DeviceSettings & { family: 'rcbo' }>({ family: 'rcbo', ...breaker, residual });
}

/** After the last circuit of its board, before the next board's. */
function orderOn(job: Job, boardId: string): string {
  const ordered = Object.values(job.circuits).sort((a, b) => (a.order < b.order ? -1 : 1));
  const last = ordered.findLastIndex((circuit) => circuit.fromBoardId === boardId || circuit.toBoardId === boardId);
  if (last < 0) return keyAfter(ordered.at(-1)?.order);
  return keyBetween(ordered[last]!.order, ordered[last + 1]?.order);
}
