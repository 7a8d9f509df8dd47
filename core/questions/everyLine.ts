import type { CircuitFacts } from '../house/facts';
import type { Device } from '../job/schema/device';
import type { Check } from '../judging/answer';
import { ruled } from '../judging/judge';
import { linesOpened } from '../network/poles';
import type { Source } from '../tables/source';

const RULE = {
  iec: { standard: 'IEC 60364-4-43', edition: '2008', clause: '431.1', basis: 'memory' },
  nec: { standard: 'NEC', edition: '', clause: '240.15', basis: 'memory' },
} as const satisfies Record<string, Source>;

/** A device with fewer poles than its circuit has lines leaves one of them without protection, and live when it has opened. */
export function leavesALine({ job, poles }: CircuitFacts, device: Device, id: string, title: string): Check | undefined {
  if (!poles.known || linesOpened(device) >= poles.value.lines) return undefined;
  const words = `${device.name} opens ${linesOpened(device)} of ${poles.value.lines} lines: what is left has no protection and stays live`;
  return ruled(id, title, 'stop', words, RULE[job.dialect]);
}

/** With the cable: nothing where each line has its pole. */
export function everyLineCheck(facts: CircuitFacts, device: Device): Check[] {
  const leaves = leavesALine(facts, device, 'lines', `Every line through ${device.name}`);
  return leaves === undefined ? [] : [leaves];
}
