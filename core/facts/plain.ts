import { kindWords, placeWords, protectivePathWords } from '../job/cableWords';
import { constructionsOf } from '../job/fits';
import { Circuit, Segment } from '../job/schema/circuit';
import { wordOfUse } from '../job/terms';
import { choice, type Specs, yesNo } from './spec';

/** Fields that hold their value plain, without where it is from, and are chosen from a list like facts are. */
export const PLAIN = {
  circuits: {
    use: (job, row) =>
      choice(
        'use',
        Circuit.shape.use.unwrap().options.map((value) => ({ value, label: wordOfUse(job.dialect, value) })),
      )(job, row),
  },
  segments: {
    construction: (job, row) =>
      choice(
        'kind of cable',
        constructionsOf(job.dialect).map((value) => ({ value, label: kindWords(job.dialect, value) })),
      )(job, row),
    place: (job, row) =>
      choice(
        'place',
        Segment.shape.place.unwrap().options.map((value) => ({ value, label: placeWords(job.dialect, value) })),
      )(job, row),
    protectivePath: (job, row) =>
      choice(
        'fault return path',
        Segment.shape.protectivePath.unwrap().options.map((value) => ({ value, label: protectivePathWords(job.dialect)[value] })),
      )(job, row),
    inSun: yesNo('exposure to the sun', 'in the sun', 'none'),
  },
  points: {
    roomId: (job, row) =>
      choice(
        'room',
        Object.values(job.rooms).map(({ id, name }) => ({ value: id, label: name })),
      )(job, row),
  },
} as const satisfies Readonly<Record<string, Specs>>;

/** What a device is entered with on its own panel alone: texts of several points, and another device it is named with. */
export const ON_ITS_PANEL: ReadonlySet<string> = new Set([
  'devices.settings.makerLetThrough',
  'devices.settings.curvePoints',
  'devices.settings.conditionalWithDeviceId',
]);
