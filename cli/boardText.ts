import { boardLayout, numberAt, seatsOf } from '../core/job/board/layout';
import { lineSums } from '../core/job/board/sums';
import type { Job } from '../core/job/schema/job';
import { showCurrent } from '../core/job/show';
import { linesOf } from '../core/job/terms';
import type { BoardStudy, BoxStudy, DarkStudy } from '../core/reports/board';

/** A board in text: its places, what its lines carry, its shared neutrals and what is judged of it. */
export function boardText(job: Job, study: BoardStudy): string {
  const board = job.boards[study.boardId]!;
  const layout = boardLayout(job, board);
  const of = new Map(study.devices.map((each) => [each.deviceId, each]));
  const seats = seatsOf(job, board, layout);
  const inOrder = [...seats].sort(
    (a, b) => (a.place?.track ?? -1) - (b.place?.track ?? -1) || (a.place?.at ?? -1) - (b.place?.at ?? -1),
  );
  const places = inOrder.map(({ device, place }) => {
    const where = place === undefined || layout === undefined ? '' : numberAt(place, layout);
    const amps = of.get(device.id)?.amps;
    return `  ${where.padEnd(12)} ${device.name.padEnd(36)} ${device.lines.join(' ').padEnd(9)} ${amps == null ? '' : showCurrent(amps)}`.trimEnd();
  });
  const sums = lineSums(
    seats
      .filter(({ as }) => as === 'branch')
      .map(({ device }) => ({
        lines: device.lines,
        amps: of.get(device.id)?.amps ?? null,
        toNeutral: of.get(device.id)?.toNeutral ?? false,
        cosPhi: of.get(device.id)?.cosPhi ?? null,
      })),
    linesOf(job.supply),
  );
  const carried = sums.lines.map(({ line, amps }) => `${line} ${showCurrent(amps)}`).join(', ');
  const shared = study.shared.map(({ circuits, neutralA, opened }) => {
    const worst = opened.reduce((most, each) => Math.max(most, each.worstV), 0);
    return `  shared neutral of ${circuits.map(({ name }) => name).join(', ')}: ${neutralA === null ? 'not known' : showCurrent(neutralA)}; opened, up to ${Math.round(worst)} V on a load`;
  });
  return [
    board.name,
    ...places,
    `  ${carried}${sums.neutralA === null ? '' : `, N ${showCurrent(sums.neutralA)}, ${Math.round(100 * sums.apart)} % apart`}`,
    ...shared,
    ...study.checks.map(({ check }) => `  ${check.verdict.padEnd(15)} ${check.title}: ${check.because}`),
    '',
  ].join('\n');
}

/** What goes dark, in text. */
export const darkText = ({ opened, circuits, rooms, safety, mustStayOn, unsaid, fedElsewhere }: DarkStudy): string =>
  [
    `open: ${opened.join(', ')}`,
    `dark: ${circuits.map(({ number, name }) => `${number} ${name}`.trim()).join(', ') || 'nothing'}`,
    ...rooms
      .filter(({ lost }) => lost.length > 0)
      .map(({ name, state, lost }) => `  ${name}, ${state === 'dark' ? 'dark' : 'in part'}: ${lost.join(', ')}`),
    ...(safety.length > 0 ? [`safety services off: ${safety.join(', ')}`] : []),
    ...(mustStayOn.length > 0 ? [`meant to stay on: ${mustStayOn.join(', ')}`] : []),
    ...(unsaid.length > 0 ? [`what hangs on it is not entered: ${unsaid.join(', ')}`] : []),
    ...(fedElsewhere.length > 0 ? [`may be fed by another source, not dead: ${fedElsewhere.join(', ')}`] : []),
    '',
  ].join('\n');

/** What to open first, in text. */
export const boxText = ({ circuits, open, sharing, live, neutrals }: BoxStudy): string =>
  [
    `in it: ${circuits.join(', ')}`,
    ...open.map(
      ({ device, board, slot, circuit }) => `open ${device}${slot === null ? '' : ` at ${slot}`} in ${board}, for ${circuit}`,
    ),
    ...(sharing.length > 0 ? [`not in it, but on its neutral: ${sharing.join(', ')}`] : []),
    ...(live.length > 0 ? [`may be live whatever is opened: ${live.join(', ')}`] : []),
    ...(neutrals.length > 0 ? [`neutral stays on the bar: ${neutrals.join(', ')}`] : []),
    'lock off, and prove dead',
    '',
  ].join('\n');
