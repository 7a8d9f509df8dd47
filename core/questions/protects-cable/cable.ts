import type { Ampacity } from '../../conductors/ampacity';
import type { Maybe } from '../../job/known';
import type { WorkingLine } from '../../judging/answer';
import { figure, line } from '../../judging/judge';

/** A length of cable with what it may carry where it lies. */
export interface Cable {
  id: string;
  name: string;
  iz: Maybe<Ampacity>;
}

/** Iz = table · temperature · grouping, as a line of working. */
export function ampacityLines(iz: Ampacity): WorkingLine[] {
  const { table, temperature, grouping, soil } = iz.sources;
  return [
    line(
      'I table',
      `${iz.sizeMm2} mm² ${iz.material} ${iz.column}, method ${iz.method}, ${iz.loaded} loaded`,
      `${iz.tabulatedA} A`,
      table,
    ),
    line('factor for temperature', '', String(iz.temperature), temperature),
    line('factor for circuits together', '', String(iz.grouping), grouping),
    ...(iz.soil === 1 ? [] : [line('factor for soil', '', String(iz.soil), soil)]),
    line(
      'Iz = I table · factors',
      [iz.tabulatedA, iz.temperature, iz.grouping, ...(iz.soil === 1 ? [] : [iz.soil])].join(' · '),
      `${figure(iz.izA)} A`,
      table,
    ),
  ];
}
