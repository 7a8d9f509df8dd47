import type { Circuit, Device, Job, Line } from '../job/sealed';
import { linesOf } from '../job/terms';
import { pathTo, type Wiring, type Wirings, wiringsOf } from './paths';
import { polesOf } from './poles';

/** What stands along the run of a circuit, from the source to the far end, by id. */
export type RunStation =
  | { kind: 'source'; originId: string }
  /** A device; the cable of a circuit on the way is written below its first device. */
  | { kind: 'device'; deviceId: string; own: boolean; cable: readonly string[] }
  | { kind: 'cable'; segmentIds: readonly string[]; own: boolean }
  | { kind: 'board'; boardId: string }
  | { kind: 'end'; circuitId: string };

export type Conductor = Line | 'N' | 'PE';

/** One circuit's conductors, over the stations it spans. */
interface Span {
  conductors: readonly Conductor[];
  /** First and last station, by index. */
  from: number;
  to: number;
}

/** The run of a circuit: what stands along it, and which conductors run between. */
export interface Run {
  stations: readonly RunStation[];
  spans: readonly Span[];
  /** Conductors of the whole run, in the order they are drawn. */
  rows: readonly Conductor[];
  /** The way back goes through the soil somewhere. */
  tt: boolean;
}

/** The way the study takes; where nothing says what feeds a board on it, what is known of it, nearest last. */
function wayTo(wirings: Wirings, circuit: Circuit): Wiring[] {
  const path = pathTo(wirings, circuit);
  if (path.known) return path.value;
  const way: Wiring[] = [];
  let at: Circuit | undefined = circuit;
  while (at !== undefined && !way.some((step) => step.circuit === at)) {
    way.unshift(wirings.byCircuit.get(at.id)!);
    const feeds: readonly Circuit[] = wirings.incoming.get(at.fromBoardId ?? '') ?? [];
    at = feeds.length === 1 ? feeds[0] : undefined;
  }
  return way;
}

/** The conductors the study counts with, on the lines its device is said to hang on. */
function conductorsOf(job: Job, wiring: Wiring): Conductor[] {
  const system = linesOf(job.supply);
  const poles = polesOf(job, wiring);
  const { lines: count, neutral } = poles.known ? poles.value : { lines: 1, neutral: true };
  const hangsOn = [...wiring.startDevices, ...wiring.endDevices].find(({ lines }) => lines.length === count)?.lines;
  const lines = count === system.length ? system : (hangsOn ?? system.slice(0, count));
  const back =
    wiring.stretches.length === 0 ||
    wiring.stretches.some(({ facts: { returnPath: by } }) => !by.known || (by.value !== 'none' && by.value !== 'pen'));
  return [
    ...system.filter((line) => lines.includes(line)),
    ...(neutral ? (['N'] as const) : []),
    ...(back ? (['PE'] as const) : []),
  ];
}

/**
 * The run of a circuit as the study takes it: its way from the source, the poles of every circuit on it, what stands there.
 * @returns undefined for a circuit that is not there
 */
export function runOf(job: Job, circuitId: string): Run | undefined {
  const wirings = wiringsOf(job);
  const chosen = wirings.byCircuit.get(circuitId);
  if (chosen === undefined) return undefined;
  const stations: RunStation[] = [];
  const spans: Span[] = [];
  for (const wiring of wayTo(wirings, chosen.circuit)) {
    const { circuit, startDevices, endDevices, groupDevices, stretches } = wiring;
    const own = circuit.id === circuitId;
    const segmentIds = stretches.map(({ segment }) => segment.id);
    if (stations.length === 0) {
      const { fromOriginId, fromBoardId } = circuit;
      if (fromOriginId !== undefined) stations.push({ kind: 'source', originId: fromOriginId });
      else if (fromBoardId !== undefined && job.boards[fromBoardId] !== undefined)
        stations.push({ kind: 'board', boardId: fromBoardId });
    }
    const from = Math.max(0, stations.length - 1);
    const before: readonly Device[] = [...[...groupDevices].reverse(), ...startDevices];
    const after = own && circuit.kind === 'final' ? [] : endDevices;
    const all = [...before, ...after];
    const labelled = own ? -1 : Math.max(0, before.length - 1);
    stations.push(
      ...all.map(
        ({ id }, index): RunStation => ({
          kind: 'device',
          deviceId: id,
          own,
          cable: index === labelled ? segmentIds : [],
        }),
      ),
    );
    if (own || (all.length === 0 && segmentIds.length > 0)) {
      // Of the circuit itself every length has its place; of those on the way they share one.
      const lengths = own && segmentIds.length > 1 ? segmentIds.map((id) => [id]) : [segmentIds];
      stations.splice(
        stations.length - after.length,
        0,
        ...lengths.map((each): RunStation => ({ kind: 'cable', segmentIds: each, own })),
      );
    }
    if (circuit.toBoardId !== undefined && job.boards[circuit.toBoardId] !== undefined)
      stations.push({ kind: 'board', boardId: circuit.toBoardId });
    else if (own) stations.push({ kind: 'end', circuitId });
    spans.push({ conductors: conductorsOf(job, wiring), from, to: stations.length - 1 });
  }
  const present = new Set(spans.flatMap((span) => span.conductors));
  const rows = ([...linesOf(job.supply), 'N', 'PE'] as const).filter((conductor) => present.has(conductor));
  const isTT =
    job.supply.earthing === 'TT' &&
    stations.some((station) => station.kind === 'board' && wirings.electrodesAt.has(station.boardId));
  return { stations, spans, rows, tt: isTT };
}
