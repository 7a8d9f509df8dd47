import type { InspectionStudy } from '@/core/reports/inspection';
import type { InspectionRow } from '@/core/reports/inspectionRows';
import type { Zone } from '@/core/rules/inspection/item';
import type { MarkKind } from '@/ui/VerdictMark';
import type { BoardPlace } from '../place';

/** Places on a board, from outside in. */
export const ZONE_WORDS: Readonly<Record<Zone, { iec: string; nec: string }>> = {
  space: { iec: 'Before it', nec: 'Before it' },
  door: { iec: 'Door and labels', nec: 'Door and labels' },
  enclosure: { iec: 'Enclosure', nec: 'Enclosure' },
  supply: { iec: 'Supply and earthing', nec: 'Supply and bonding' },
  bars: { iec: 'Bars', nec: 'Bars' },
  devices: { iec: 'Devices', nec: 'Breakers' },
  wires: { iec: 'Wires', nec: 'Wires' },
};

/** Everything looked at in a zone, of the devices with what is seen on each. */
export const rowsIn = ({ rows, devices }: InspectionStudy, zone: Zone): InspectionRow[] => [
  ...rows.filter((row) => row.zone === zone),
  ...(zone === 'devices' ? devices.flatMap((device) => device.rows) : []),
];

/** The mark of a zone: what is wrong before what nobody looked at. */
export function markOf(rows: readonly InspectionRow[]): MarkKind {
  if (rows.some(({ verdict }) => verdict === 'stop')) return 'stop';
  if (rows.some(({ verdict }) => verdict === null || verdict === 'unknown')) return 'unknown';
  if (rows.some(({ verdict }) => verdict === 'caution')) return 'caution';
  return rows.length === 0 ? 'not-applicable' : 'pass';
}

/** The zone an address names, or that of the item it goes to; else the first where something is wrong, or the outermost. */
export function zoneOf(study: InspectionStudy, { zone, at }: BoardPlace): Zone {
  if (zone !== null) return zone;
  const item = at?.split('.')[2];
  const named = study.rows.find((row) => row.item === item)?.zone;
  const wrong = study.rows.find(({ verdict }) => verdict === 'stop')?.zone;
  return named ?? wrong ?? 'space';
}
