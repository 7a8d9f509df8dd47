import type { InspectedItem } from '../job/inspected';
import type { Job } from '../job/schema/job';
import type { Spec } from './spec';

/** Items that are measured or counted, and in what. */
const MEASURED: Readonly<Partial<Record<InspectedItem, 'length' | 'torque' | 'count'>>> = {
  ...({ 'space-depth': 'length', 'space-width': 'length', 'space-height': 'length', 'handle-height': 'length' } as const),
  ...({ 'bending-space': 'length', 'free-length': 'length', 'support-spacing': 'length', 'support-end': 'length' } as const),
  ...({ 'bend-radius': 'length', 'burial-depth': 'length', torque: 'torque', wires: 'count' } as const),
};
/** What an item is measured in; nothing where it is only looked at. */
export const measuredIn = (item: InspectedItem): 'length' | 'torque' | 'count' | undefined => MEASURED[item];

/** How the figure of an item is typed. */
export function howMeasured({ dialect }: Pick<Job, 'dialect'>, item: InspectedItem): Extract<Spec['how'], { kind: 'quantity' }> {
  const edge = measuredIn(item) ?? 'count';
  const usual = edge === 'length' ? { nec: 'in', iec: 'mm' } : edge === 'torque' ? { nec: 'lb·in', iec: 'N·m' } : undefined;
  return { kind: 'quantity', edge, ...(usual === undefined ? {} : { usual: usual[dialect] }) };
}
