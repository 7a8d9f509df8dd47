import type { Command, Step } from '../job/commands';
import { newJob, newWork } from '../job/newJob';
import { PACKS } from '../job/packs';
import type { Circuit, Point, Segment } from '../job/schema/circuit';
import type { Device, DeviceSettings } from '../job/schema/device';
import type { Fact, Provenance } from '../job/schema/facts';
import type { Job, RulePackId } from '../job/schema/job';
import type { Electrode } from '../job/schema/supply';
import type { Dialect } from '../job/terms';

/** The rows of a quick check: one circuit on a board whose fault level is entered, and nothing else. */
export const CHECK = {
  circuit: 'check',
  device: 'check-device',
  cable: 'check-cable',
  point: 'check-point',
  origin: 'network',
  board: 'main',
  electrode: 'check-electrode',
} as const;

const fact = <T>(value: T, from: Provenance = 'stated'): Fact<T> => ({ value, from });

/** A cable as it is bought: its line conductors, and the protective one that comes with them. */
export interface CheckCable {
  label: string;
  line: string;
  protective: string;
}
const metric = (line: number, protective: number): CheckCable => ({
  label: `${line}/${protective}`,
  line: `${line}mm2`,
  protective: `${protective}mm2`,
});
const gauge = (line: number, protective: number): CheckCable => ({
  label: `${line} AWG`,
  line: `${line}AWG`,
  protective: `${protective}AWG`,
});
/** Flat cable with its protective conductor by BS 6004, non-metallic-sheathed cable with its ground by UL 719 (both from memory). */
export const CHECK_CABLES: Readonly<Record<Dialect, readonly CheckCable[]>> = {
  iec: [metric(1, 1), metric(1.5, 1), metric(2.5, 1.5), metric(4, 1.5), metric(6, 2.5), metric(10, 4), metric(16, 6)],
  nec: [gauge(14, 14), gauge(12, 12), gauge(10, 10), gauge(8, 10), gauge(6, 10)],
};
/** The same with a protective conductor as large as the line, as most of the world wires. */
export const CHECK_EQUAL: readonly CheckCable[] = [1.5, 2.5, 4, 6, 10, 16].map((size) => metric(size, size));

export const cablesOf = (pack: RulePackId): readonly CheckCable[] => {
  const { dialect, standard } = PACKS[pack];
  return dialect === 'nec' || standard === 'BS 7671' ? CHECK_CABLES[dialect] : CHECK_EQUAL;
};

export type CheckFamily = 'mcb' | 'rcbo' | 'fuse' | 'moulded-case-nec';
export const familiesOf = (dialect: Dialect): readonly CheckFamily[] =>
  dialect === 'nec' ? ['moulded-case-nec'] : ['mcb', 'rcbo', 'fuse'];

/** What a circuit feeds, as far as questions 1 to 4 go by it. */
export const CHECK_USES = ['sockets', 'lighting', 'fixed'] as const;
export type CheckUse = (typeof CHECK_USES)[number];

/**
 * A job of one circuit about which nothing is known but how such a circuit is usually installed, which stands as assumed until it is said.
 * The service has no cable: the fault level is entered where the circuit begins.
 * @example newCheck('bs-7671-2018-a2').circuits.check → { kind: 'final', fromBoardId: 'main', use: 'sockets', … }
 */
export function newCheck(pack: RulePackId): Job {
  const { dialect } = PACKS[pack];
  const begun = newWork(newJob({ id: 'quick-check', name: 'Quick check', dialect, pack }));
  const circuit: Circuit = {
    id: CHECK.circuit,
    order: 'b',
    number: '1',
    name: 'Circuit',
    kind: 'final',
    state: 'new',
    fromBoardId: CHECK.board,
    topology: 'radial',
    use: 'sockets',
  };
  const device: Device = {
    id: CHECK.device,
    order: 'a',
    name: dialect === 'nec' ? 'Breaker' : 'Device',
    state: 'new',
    seat: 'start',
    circuitId: CHECK.circuit,
    lines: ['L1'],
    grade: 'standard',
    settings: settingsOf(familiesOf(dialect)[0]!, undefined),
  };
  return {
    ...begun,
    supply: { ...begun.supply, ...(dialect === 'nec' ? {} : { earthing: 'TN-S' as const }) },
    boards: {
      main: {
        ...begun.boards.main!,
        premises: fact('household'),
        deviceFactor: fact(1, 'assumed'),
      },
    },
    circuits: { ...begun.circuits, [circuit.id]: circuit },
    devices: { [device.id]: device },
    points: { [CHECK.point]: socketOf() },
    segments: { [CHECK.cable]: cableRow(dialect) },
  };
}

const socketOf = (): Point => ({
  id: CHECK.point,
  circuitId: CHECK.circuit,
  order: 'a',
  name: 'Outlets',
  kind: 'socket',
  serves: fact('general'),
  state: 'new',
});

/** Clipped along a wall or under plaster by itself, at the temperature the tables are made for: assumed until it is said. */
function cableRow(dialect: Dialect): Segment {
  const nec = dialect === 'nec';
  return {
    id: CHECK.cable,
    circuitId: CHECK.circuit,
    order: 'a',
    state: 'new',
    material: fact('Cu'),
    insulation: fact(nec ? 'THHN90' : 'PVC70'),
    construction: nec ? 'NM-B' : 'flat-sheathed',
    ...(nec ? {} : { method: fact('C' as const, 'assumed') }),
    ambientC: fact(30, 'assumed'),
    groupedCircuits: fact(1, 'assumed'),
    protectivePath: 'conductor',
    roles: ['line', 'neutral', 'protective'],
  };
}

/** Settings of a family; what both families have is taken over, the rest is as usual and assumed. */
function settingsOf(family: CheckFamily, before: DeviceSettings | undefined): DeviceSettings {
  const kept = (field: string): Record<string, unknown> =>
    before !== undefined && field in before ? { [field]: (before as Record<string, unknown>)[field] } : {};
  const ratingA = kept('ratingA');
  if (family === 'moulded-case-nec')
    return {
      family,
      poles: '1P',
      voltageMarking: fact('120/240', 'assumed'),
      aicA: fact(10_000, 'assumed'),
      ...ratingA,
    } as DeviceSettings;
  if (family === 'fuse')
    return { family, system: 'gG', poles: '1P', breakingA: fact(50_000, 'assumed'), ...ratingA } as DeviceSettings;
  const breaker = {
    curve: fact('B', 'assumed'),
    icnA: fact(6000, 'assumed'),
    energyClass: fact('3', 'assumed'),
    ...kept('curve'),
    ...kept('icnA'),
    ...kept('energyClass'),
    ...ratingA,
  };
  if (family === 'mcb') return { family, poles: '1P', ...breaker } as DeviceSettings;
  const residual = { sensitivityA: fact(0.03), type: fact('A', 'assumed'), delay: fact('general') };
  return { family, poles: '1P+N', ...breaker, residual } as DeviceSettings;
}

const set = (on: 'segments' | 'circuits' | 'origins', id: string, field: string[], to: unknown): Step => ({
  do: 'set',
  on,
  id,
  field,
  ...(to === undefined ? {} : { to: to as never }),
});

/** Another family at the start of the circuit. */
export function asFamily(job: Job, family: CheckFamily): Command {
  const device = job.devices[CHECK.device]!;
  return {
    label: 'another device',
    steps: [{ do: 'put', on: 'devices', row: { ...device, settings: settingsOf(family, device.settings) } }],
  };
}

/** Another cable, with the conductors it comes with. */
export const asCable = ({ label, line, protective }: CheckCable): Command => ({
  label: `cable ${label}`,
  steps: [
    set('segments', CHECK.cable, ['lineSize'], fact(line)),
    set('segments', CHECK.cable, ['neutralSize'], fact(line)),
    set('segments', CHECK.cable, ['protectiveSize'], fact(protective)),
  ],
});

/** What it feeds: outlets of a dwelling for anything are bounded by their device, anything else by the load that is entered. */
export function asUse(job: Job, use: CheckUse): Command {
  const steps: Step[] = [set('circuits', CHECK.circuit, ['use'], use)];
  const there = job.points[CHECK.point] !== undefined;
  if (use === 'sockets') {
    steps.push(set('circuits', CHECK.circuit, ['designCurrentA'], undefined));
    if (!there) steps.push({ do: 'put', on: 'points', row: socketOf() });
  } else if (there) steps.push({ do: 'drop', on: 'points', id: CHECK.point });
  return { label: `feeds ${use}`, steps };
}

/** Whichever TN it is: the loop is read at the board, whose neutral and earth are apart. */
export type CheckEarthing = 'TN-S' | 'TT';
/** The earthing of the supply; in TT an electrode, whose resistance is then entered. */
export function asEarthing(job: Job, earthing: CheckEarthing): Command {
  const { electrodes } = job;
  const steps: Step[] = [{ do: 'set-job', field: ['supply', 'earthing'], to: earthing }];
  const there = electrodes[CHECK.electrode] !== undefined;
  if (earthing === 'TT' && !there) {
    const row: Electrode = {
      id: CHECK.electrode,
      order: 'a',
      name: 'Electrode',
      kind: 'rod',
      boardId: CHECK.board,
      state: 'new',
    };
    steps.push({ do: 'put', on: 'electrodes', row });
  }
  if (earthing !== 'TT' && there) steps.push({ do: 'drop', on: 'electrodes', id: CHECK.electrode });
  return { label: earthing, steps };
}
