import { edit, set } from '../edits/steps';
import { NEC_RATINGS } from '../facts/preferred';
import type { Command, Step } from '../job/commands';
import { applyCommand } from '../job/commands';
import type { Device, DeviceSettings } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { type Verdict, worstVerdict } from '../judging/answer';
import { fits } from '../judging/judge';
import { type CheckName, keyed } from '../judging/keys';
import { type CircuitStudy, type Study, studyJob } from '../study/study';
import { demandStudy } from './demand';

/** A load on one line or between two, with what its circuit then comes to. */
export interface Supplied {
  lines: 1 | 2;
  volts: number;
  currentA: number;
  /** Smallest standard rating that carries it. */
  ratingA: number;
  dropPercent: number | null;
  /** Of the load and of the cable as it is. */
  verdict: Verdict;
  spaces: number;
  /** Of its breaker, by the prices of the job; null where there is none for so many poles. */
  price: number | null;
  /** How far apart the two lines of its board then are; null where the demand is not known. */
  apartA: number | null;
  /** What makes it so. */
  command: Command;
}

/** Both ways beside each other, or why they cannot be compared. */
export type BothWays = { ways: readonly [Supplied, Supplied] } | { why: string };

/**
 * A load that takes either voltage of a split-phase supply, studied on one line and between two: the whole job anew each time, with the
 * smallest standard rating that carries it and the cable as it is.
 */
export function bothWays(job: Job, loadId: string, before?: Study): BothWays {
  const load = job.loads[loadId];
  if (load === undefined) return { why: 'there is no such load' };
  const circuit = job.circuits[load.circuitId]!;
  if (job.dialect !== 'nec' || job.supply.voltageSystem !== 'split-phase') return { why: 'the supply has one voltage' };
  const of = <T extends { circuitId?: string | undefined; state: string }>(rows: Record<string, T>) =>
    Object.values(rows).filter((row) => row.circuitId === circuit.id && row.state !== 'removed');
  const [devices, cables] = [of(job.devices), of(job.segments)];
  if (Object.values(job.loads).some((other) => other.circuitId === circuit.id && other.id !== loadId))
    return { why: `other loads are on ${circuit.name}` };
  const [device, cable] = [devices[0], cables[0]];
  if (device === undefined || devices.length > 1 || !('poles' in device.settings))
    return { why: `${circuit.name} is to have one breaker` };
  if (cable === undefined || cables.length > 1) return { why: `${circuit.name} is to have one length of cable` };
  const way = (lines: 1 | 2): Supplied | string => {
    const start = stepsTo(job, device, cable.id, lines);
    const first = studied(applyCommand(job, edit('one way', start)), circuit.id, before);
    const asked = checkOf(first, 'carries-load', keyed('carries', device.id))?.demand;
    if (asked === undefined || asked === null) return `what ${load.name} draws is not known`;
    const ratingA = NEC_RATINGS.find((each) => fits(asked, each));
    if (ratingA === undefined) return `no standard rating carries ${load.name}`;
    const command = edit(`${circuit.name}: ${lines === 1 ? 'one line' : 'two lines'}, ${ratingA} A`, [
      ...stepsTo(job, device, cable.id, lines, ratingA),
    ]);
    const other = applyCommand(job, command);
    const study = studied(other, circuit.id, before);
    const legs = demandStudy(other, study.whole, circuit.fromBoardId ?? '')?.legs ?? [];
    return {
      lines,
      volts: lines * job.supply.u0V,
      ratingA,
      spaces: lines,
      price: priceOf(job, lines),
      command,
      currentA: study.circuit.facts.design.known ? study.circuit.facts.design.value.ibA : 0,
      dropPercent: checkOf(study, 'protects-cable', keyed('drop'))?.demand ?? null,
      verdict: worstVerdict([study.circuit.verdictOf('carries-load'), study.circuit.verdictOf('protects-cable')]),
      apartA: legs.length === 2 ? Math.abs(legs[0]!.currentA - legs[1]!.currentA) : null,
    };
  };
  const ways = [way(1), way(2)] as const;
  for (const each of ways) if (typeof each === 'string') return { why: each };
  return { ways: ways as readonly [Supplied, Supplied] };
}

interface Studied {
  whole: Study;
  circuit: CircuitStudy;
}
function studied(job: Job, circuitId: string, before: Study | undefined): Studied {
  const whole = studyJob(job, before);
  return { whole, circuit: whole.circuits.find((each) => each.circuitId === circuitId)! };
}
const checkOf = ({ circuit }: Studied, question: 'carries-load' | 'protects-cable', { id }: CheckName) =>
  circuit.answerTo(question).checks.find((check) => check.id === id);

/** Its breaker and cable on one line and the neutral, or on two lines. */
function stepsTo(job: Job, device: Device, cableId: string, lines: 1 | 2, ratingA?: number): Step[] {
  const { lineSize } = job.segments[cableId]!;
  const settings = {
    ...device.settings,
    poles: lines === 1 ? '1P' : '2P',
    ...(ratingA === undefined ? {} : { ratingA: { value: ratingA, from: 'stated' } }),
  } as DeviceSettings;
  return [
    set('devices', device.id, 'settings', settings),
    set('devices', device.id, 'lines', lines === 1 ? [device.lines[0] ?? 'L1'] : ['L1', 'L2']),
    set('segments', cableId, 'roles', lines === 1 ? ['line', 'neutral', 'protective'] : ['line', 'line2', 'protective']),
    set('segments', cableId, 'neutralSize', lines === 1 ? lineSize : undefined),
  ];
}

/** The price of a breaker of so many poles, by what its part is called: `1P breaker`, `2-pole breaker`. */
function priceOf({ prices }: Job, poles: number): number | null {
  const called = new RegExp(`\\b${poles}(p\\b|[- ]?pole)`, 'i');
  return (
    Object.values(prices).find(({ part, per }) => per === 'piece' && called.test(part) && /breaker/i.test(part))?.amount ?? null
  );
}
