import type { CircuitFacts } from '../house/facts';
import type { Device } from '../job/sealed';
import type { Check } from '../judging/answer';
import { ruled } from '../judging/judge';
import { linesOpened } from '../network/poles';
import { clause } from '../rules/clauses';

/** A device that opens fewer lines than its circuit has leaves one of them without protection, and live when it has opened. */
export function leavesALine({ job, poles }: CircuitFacts, device: Device, id: string, title: string): Check | undefined {
  const opened = linesOpened(device);
  if (!poles.known || opened >= poles.value.lines) return undefined;
  const sits = device.lines.length === 1 ? `${device.name} sits on ${device.lines[0]} alone and opens` : `${device.name} opens`;
  const words = `${sits} ${opened} of ${poles.value.lines} lines: what is left has no protection and stays live`;
  return ruled(id, title, 'stop', words, clause(job.pack, 'everyLine'));
}

/** With the cable: nothing where each line has its pole. */
export function everyLineCheck(facts: CircuitFacts, device: Device): Check[] {
  const leaves = leavesALine(facts, device, 'lines', `Every line through ${device.name}`);
  return leaves === undefined ? [] : [leaves];
}
