import type { Device } from '../schema/device';
import type { Job } from '../schema/job';
import { boardLayout, seatsOf } from './layout';

/** Sizes of boards as they are usually built, m. Custom, without a source. */
const MODULE_M = 0.018;
const RAIL_M = 0.125;
const SPACE_M = 0.0254;
/** From the last rail or space to the bars below, and what a hand leaves over at each end. */
const TO_BAR_M = 0.08;
const SLACK_M = 0.05;

/**
 * Length of the leads of a surge device by where it sits, m: from the main to it and from it to the earth bar below, in a row. On
 * columns of spaces it sits on the bars themselves, and only the way to the bar below counts.
 * @returns undefined where its place, or the main's, is not said
 */
export function leadsByPlace(job: Job, device: Device): number | undefined {
  const board = job.boards[device.boardId ?? ''];
  const layout = board === undefined ? undefined : boardLayout(job, board);
  if (board === undefined || layout === undefined) return undefined;
  const seats = seatsOf(job, board, layout);
  const place = seats.find((seat) => seat.device.id === device.id)?.place;
  if (place === undefined) return undefined;
  if (layout.kind === 'slots') return ((layout.halves - place.at) / 2) * SPACE_M + TO_BAR_M + SLACK_M;
  const main = seats.find(({ as, place: at }) => as === 'main' && at !== undefined)?.place;
  if (main === undefined) return undefined;
  const middle = (at: typeof place) => ((at.at + at.span / 2) / 2) * MODULE_M;
  const fromMain = Math.abs(middle(main) - middle(place)) + Math.abs(main.track - place.track) * RAIL_M;
  const toBar = (layout.tracks - 1 - place.track) * RAIL_M + TO_BAR_M;
  return fromMain + toBar + 2 * SLACK_M;
}
