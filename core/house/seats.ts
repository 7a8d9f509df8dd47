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
import { all, both, type Known, known, list, type Maybe, map, unknown } from '../job/known';
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
interface SeatedBoard {
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

/** Where a device sits in its board; undefined where it names no place that is there. */
interface SeatTaken {
  layout: BoardLayout;
  place: Place | undefined;
  /** Devices that take some of the same place, by name. */
  others: readonly string[];
}

/** Places of the devices of a board, each with those it shares some of it with. */
const places = READ.cell(
  'places taken',
  (job: TrackedJob, boardId): Maybe<ReadonlyMap<string, SeatTaken>> =>
    map(seated(job, boardId), ({ seats, layout }) => {
      const taken = new Map<string, SeatedDevice[]>();
      const halves = ({ track, at, span }: Place) => Array.from({ length: span }, (_, half) => `${track} ${at + half}`);
      for (const each of seats)
        for (const half of each.place === undefined ? [] : halves(each.place))
          taken.set(half, [...(taken.get(half) ?? []), each]);
      return new Map(
        seats.map(({ device, place }): [string, SeatTaken] => {
          const sharing = new Set(place === undefined ? [] : halves(place).flatMap((half) => taken.get(half)!));
          const others = seats.length === sharing.size ? seats : [...sharing].sort((a, b) => seats.indexOf(a) - seats.indexOf(b));
          return [
            device.id,
            {
              layout,
              place,
              others: others.flatMap((each) => (each.device === device || !sharing.has(each) ? [] : each.device.name)),
            },
          ];
        }),
      );
    }),
);
const placeIn = READ.cell(
  'place of a device',
  (job: TrackedJob, deviceId): Maybe<SeatTaken> | undefined => {
    const board = boardOfDevice(job, job.devices[deviceId]!);
    const taken = board === undefined ? undefined : places(job, board.id);
    if (taken === undefined || !taken.known) return taken;
    const place = taken.value.get(deviceId);
    return place === undefined ? undefined : known(place, taken.given);
  },
  alike,
);
/** @returns undefined for a device that sits in no board, unknown where it is not said how that is built */
export const placeOfDevice = (job: TrackedJob, { id }: Device): Maybe<SeatTaken> | undefined => placeIn(job, id);

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
export const linesIn = (layout: BoardLayout, device: Device, place: Place): Line[] => linesAt(drawn(device), place, layout);
/** Whether its poles take half a space each. */
export const halfSize = (device: Device): boolean => poleStep(drawn(device), 'slots') === 1;
