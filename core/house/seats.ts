import { alike } from '../cells/alike';
import {
  type BoardLayout,
  boardLayout,
  boardOf,
  linesAt,
  type Place,
  poleStep,
  type Seat,
  seatsOf,
  spanOf,
} from '../job/board/layout';
import { all, both, type Known, known, list, type Maybe, unknown } from '../job/known';
import { factOf, ifStated, settingIfEntered } from '../job/readers';
import type { Board, Device, Job, Line } from '../job/sealed';
import { READ, type TrackedJob } from '../job/tracked';

/** A device in a board, as the questions see it. */
export interface SeatedDevice {
  device: Device;
  as: Seat['as'];
  place: Seat['place'];
}
/** A board with where its devices sit. */
export interface SeatedBoard {
  board: Board;
  layout: BoardLayout;
  seats: readonly SeatedDevice[];
}

/** The drawing reads values as they stand; what they rest on is said here. */
type DrawnJob = Parameters<typeof seatsOf>[0];
type DrawnBoard = Parameters<typeof seatsOf>[1];
type DrawnDevice = Parameters<typeof boardOf>[1];

/**
 * Where the devices of a board sit, and on which lines its spaces are.
 * @returns unknown where it is not said how many spaces it has
 */
export const seatedBoard = (job: TrackedJob, { id }: Board): Maybe<SeatedBoard> => seated(job, id);

const seated = READ.cell(
  'board as it is built',
  (job: TrackedJob, boardId): Maybe<SeatedBoard> => {
    const board = job.boards[boardId]!;
    const rests = all({
      spaces: factOf('boards', board, 'spaces'),
      rails: ifStated('boards', board, 'rails', `rails of ${board.name}`),
      jumper: ifStated('boards', board, 'oneLineJumper'),
    });
    const layout = boardLayout(job as unknown as DrawnJob, board as unknown as DrawnBoard);
    if (layout === undefined) return rests.known ? unknown(`boards.${board.id}.spaces`, `spaces of ${board.name}`) : rests;
    const seats = devicesIn(job, board);
    const wide = list(
      seats.map(({ device }) => all({ space: widthSaid(device, 'spaceUse'), rail: widthSaid(device, 'widthModules') })),
    );
    return both(rests, wide, () => ({ board, layout, seats }));
  },
  alike,
);

/** How wide a device is said to be; nothing where its family is not asked. */
const widthSaid = (device: Device, field: 'spaceUse' | 'widthModules'): Known<unknown> =>
  field in device.settings ? settingIfEntered(device, field) : known(undefined);

/** Devices of a board, whether or not it is known where they sit. */
export const devicesIn = (job: TrackedJob, { id }: Board): readonly SeatedDevice[] => inBoard(job, id);

const inBoard = READ.cell(
  'devices of a board',
  (job: TrackedJob, boardId): readonly SeatedDevice[] =>
    seatsOf(job as unknown as DrawnJob, job.boards[boardId] as unknown as DrawnBoard),
  alike,
);

/** The board a device sits in. */
export const boardOfDevice = (job: Job, device: Device): Board | undefined =>
  boardOf(job as unknown as DrawnJob, drawn(device)) as Board | undefined;

const drawn = (device: Device) => device as unknown as DrawnDevice;
/** Halves of a space or module a device takes. */
export const spanIn = ({ layout }: SeatedBoard, device: Device): number => spanOf(drawn(device), layout);
/** The line of each of its poles where it sits. */
export const linesIn = ({ layout }: SeatedBoard, device: Device, place: Place): Line[] => linesAt(drawn(device), place, layout);
/** Whether its poles take half a space each. */
export const halfSize = (device: Device): boolean => poleStep(drawn(device), 'slots') === 1;
