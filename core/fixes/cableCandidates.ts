import { cableSizes } from '../edits/cableSizes';
import { madeAs } from '../edits/standableCable';
import { showFact } from '../facts/read';
import type { Step } from '../job/commands';
import { showSize, sizeMm2 } from '../job/edges';
import type { Segment } from '../job/schema/circuit';
import type { ConductorSize, Fact } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { protectiveWord } from '../job/terms';
import { egcSize } from '../tables/equipmentGrounding';
import { CABLE, type Candidate, maker } from './candidate';

/** Most sizes up that are tried; beyond that another route is the better fix. */
const SIZES_UP = 4;

const stated = <T>(value: T): Fact<T> => ({ value, from: 'stated' });

const upFrom = (size: ConductorSize): readonly ConductorSize[] =>
  cableSizes(size, 'Cu')
    .filter((each) => sizeMm2(each) > sizeMm2(size) * (1 + 1e-9))
    .slice(0, SIZES_UP);
const thinnestOf = (sizes: readonly ConductorSize[]): ConductorSize | undefined =>
  [...sizes].sort((a, b) => sizeMm2(a) - sizeMm2(b))[0];

export const segmentsOf = (job: Job, circuitId: string): Segment[] =>
  Object.values(job.segments).filter((segment) => segment.circuitId === circuitId && segment.state !== 'removed');
const sized = (id: string, field: string, size: ConductorSize): Step => ({
  do: 'set',
  on: 'segments',
  id,
  field: [field],
  to: stated(size),
});

/** Protective conductors thinner than a size brought up to it, the lines left as they are, which none of them outgrows. */
function protectiveSizes(job: Job, circuitId: string): Candidate<'protective'>[] {
  const segments = segmentsOf(job, circuitId);
  const own = segments.flatMap(({ id, protectiveSize }) =>
    protectiveSize === undefined ? [] : [{ id, size: protectiveSize.value }],
  );
  const thinnest = thinnestOf(own.map(({ size }) => size));
  const line = thinnestOf(segments.flatMap(({ lineSize }) => lineSize?.value ?? []));
  if (thinnest === undefined || line === undefined) return [];
  return upFrom(thinnest)
    .filter((size) => sizeMm2(size) <= sizeMm2(line))
    .map((size) => ({
      kind: 'protective',
      command: {
        label: `Run ${showSize(size)} ${protectiveWord(job)} instead of ${showSize(thinnest)}`,
        steps: own.filter((each) => sizeMm2(each.size) < sizeMm2(size)).map(({ id }) => sized(id, 'protectiveSize', size)),
      },
    }));
}

/** All of the circuit's segments thinner than a size brought up to it; the protective conductor keeps at least its share. */
export function sizes(job: Job, circuitId: string): Candidate<'size'>[] {
  const segments = segmentsOf(job, circuitId);
  const thinnest = thinnestOf(segments.flatMap(({ lineSize }) => lineSize?.value ?? []));
  if (thinnest === undefined) return [];
  const wanted = groundWanted(job, circuitId);
  return upFrom(thinnest).map((size) => ({
    kind: 'size',
    command: {
      label: `Run ${showSize(size)} instead of ${showSize(thinnest)}`,
      steps: segments.flatMap(({ id, lineSize, neutralSize, protectiveSize, construction }): Step[] => {
        if (lineSize === undefined || sizeMm2(lineSize.value) >= sizeMm2(size)) return [];
        const times = sizeMm2(size) / sizeMm2(lineSize.value);
        const made = madeAs(construction);
        return [
          sized(id, 'lineSize', size),
          ...(neutralSize === undefined ? [] : [sized(id, 'neutralSize', size)]),
          ...(protectiveSize === undefined
            ? []
            : [
                sized(
                  id,
                  'protectiveSize',
                  (made?.(lineSize.value) === protectiveSize.value ? made(size) : null) ??
                    grown(atLeast(protectiveSize.value, wanted), times) ??
                    size,
                ),
              ]),
        ];
      }),
    },
  }));
}

/** By the NEC the grounding conductor wanted behind the circuit's device: one too thin is not grown from what it is. */
function groundWanted({ dialect, devices }: Job, circuitId: string): ConductorSize | undefined {
  if (dialect !== 'nec') return undefined;
  const settings = Object.values(devices).find((each) => each.circuitId === circuitId && each.state !== 'removed')?.settings;
  const ratedA = settings !== undefined && 'ratingA' in settings ? settings.ratingA?.value : undefined;
  return ratedA === undefined ? undefined : egcSize(ratedA, 'Cu');
}
const atLeast = (size: ConductorSize, least: ConductorSize | undefined): ConductorSize =>
  least !== undefined && sizeMm2(least) > sizeMm2(size) ? least : size;

/** The thinnest size of at least so many times the section of another. */
const grown = (size: ConductorSize, times: number): ConductorSize | undefined =>
  cableSizes(size, 'Cu').find((each) => sizeMm2(each) >= sizeMm2(size) * times * (1 - 1e-9));

/** Air the ampacity tables stand in, °C: out of the heat. */
const COOL_C = 30;
/** Methods that let a cable breathe, or lie in the ground: nothing is gained by the wall. */
const OPEN_METHODS = new Set(['C', 'D1', 'D2', 'E', 'F']);

type Place = 'apart' | 'heat' | 'method';
/** The cable laid another way: apart from others, out of the heat, on the wall. */
function places(job: Job, circuitId: string): Candidate<Place>[] {
  const segments = segmentsOf(job, circuitId);
  const change = (
    kind: Place,
    label: string,
    field: string,
    to: unknown,
    which: (segment: Segment) => boolean,
  ): Candidate<Place>[] => {
    const steps = segments
      .filter(which)
      .map(({ id }): Step => ({ do: 'set', on: 'segments', id, field: [field], to: stated(to) }));
    return steps.length === 0 ? [] : [{ kind, command: { label, steps } }];
  };
  const cool = showFact(job.dialect, { kind: 'quantity', edge: 'temperature' }, COOL_C);
  return [
    ...change(
      'apart',
      'Lay it apart from the others',
      'groupedCircuits',
      1,
      ({ groupedCircuits }) => (groupedCircuits?.value ?? 1) > 1,
    ),
    ...change(
      'heat',
      `Lay it out of the heat, ${cool} around it`,
      'ambientC',
      COOL_C,
      ({ ambientC }) => (ambientC?.value ?? 0) > COOL_C,
    ),
    ...(job.dialect === 'nec'
      ? []
      : change(
          'method',
          'Lay it on the wall, method C',
          'method',
          'C',
          ({ method }) => method !== undefined && !OPEN_METHODS.has(method.value),
        )),
  ];
}

export const SIZES = maker({ size: CABLE }, sizes);
export const PROTECTIVE_SIZES = maker({ protective: CABLE }, protectiveSizes);
export const PLACES = maker({ apart: ['protects-cable'], heat: ['protects-cable'], method: ['protects-cable'] }, places);
