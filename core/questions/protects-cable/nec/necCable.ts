import type { NecAmpacity } from '../../../conductors/necAmpacity';
import { showSize } from '../../../job/edges';
import type { Maybe } from '../../../job/known';
import type { Device } from '../../../job/sealed';
import type { WorkingLine } from '../../../judging/answer';
import { figure, line } from '../../../judging/judge';
import type { Stretch } from '../../../network/paths';

/** A length of American cable, the device that protects it, and what it may carry. */
export interface NecCable {
  stretch: Stretch;
  device: Device;
  ampacity: Maybe<NecAmpacity>;
}

/** Both limits of a conductor, written out. */
export function ampacityLines({
  insulation,
  terminal,
  cable,
  conductors,
  size,
  material,
  ampacityA,
  sources,
}: NecAmpacity): WorkingLine[] {
  const { column, tableA, ambientC, inSun, ambient, bundling, nipple, correctedA } = insulation;
  return [
    line('ampacity of the insulation', `${showSize(size)} ${material}, ${column} °C column`, `${tableA} A`, sources.table),
    line('factor for ambient', `${ambientC} °C${inSun ? ' and 33 K for the sun' : ''}`, String(ambient), sources.ambient),
    line(
      'factor for conductors together',
      `${conductors} current-carrying${nipple ? ' in a nipple' : ''}`,
      String(bundling),
      sources.bundling,
    ),
    line('corrected', `${tableA} · ${ambient} · ${bundling}`, `${figure(correctedA)} A`, sources.table),
    line(
      'ampacity at the terminals',
      `${TERMINAL_WORDS[terminal.why]}: ${terminal.column} °C column`,
      `${terminal.tableA} A`,
      sources.terminal,
    ),
    ...(cable === undefined ? [] : [line('the cable may not pass its 60 °C column', '', `${cable.tableA} A`, cable.source)]),
    line('ampacity', 'the minimum of these', `${figure(ampacityA)} A`, sources.table),
  ];
}
const TERMINAL_WORDS = { marked: 'as marked', small: 'up to 100 A, not marked', large: 'above 100 A' } as const;
