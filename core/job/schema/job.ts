import * as z from 'zod';
import type { CollectionName } from '../collections';
import { PACK_IDS } from '../packs';
import { Circuit, Construction, InstallationMethod, Insulation, Load, Point, Segment } from './circuit';
import { Combination, Device } from './device';
import { DateText, Id, quantity, ShortText } from './facts';
import { Inspection } from './inspection';
import { KeptEvent, LogEntry } from './log';
import { Acceptance, Amendment, Price, Reading } from './records';
import { Board, Electrode, Origin, Room, SourceState, Supply } from './supply';

/** The format this program writes. A later change of shape is a migration. */
export const JOB_FORMAT = 'isotrip.job/1';

export const Dialect = z.enum(['iec', 'nec']);
export const RulePackId = z.enum(PACK_IDS);
export type RulePackId = z.infer<typeof RulePackId>;

export const JobCard = z.strictObject({
  address: ShortText.optional(),
  client: ShortText.optional(),
  installer: ShortText.optional(),
  licence: ShortText.optional(),
  number: ShortText.optional(),
  date: DateText.optional(),
});
export type JobCard = z.infer<typeof JobCard>;

/** An entry of the usual sheet changed for a job or a firm: `segments.loadedConductors=20`; `=ask` where it is not usual here. */
const SheetChange = z
  .string()
  .regex(/^[a-z]+(\.[A-Za-z0-9]+)+=[A-Za-z0-9.+-]{1,40}$/, 'a fact and what is usual for it, as segments.loadedConductors=20');

/** What the firm usually fits; offered when something new is made, never used to judge. */
export const JobDefaults = z.strictObject({
  lineSize: ShortText.optional(),
  construction: Construction.optional(),
  insulation: Insulation.optional(),
  method: InstallationMethod.optional(),
  family: ShortText.optional(),
  breakingA: quantity(100, 200_000, 'A').optional(),
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, 'a currency is three capital letters')
    .optional(),
  labourPerHour: quantity(0, 10_000, '').optional(),
  /** What the usual sheet says otherwise than the one that ships. */
  sheet: z.array(SheetChange).max(200, 'at most 200 entries').optional(),
});

const table = <T extends z.ZodType>(row: T) => z.record(Id, row);

export type JobDefaults = z.infer<typeof JobDefaults>;

/** One job: every collection is keyed by id and mirrors a table of the store. */
export const Job = z.strictObject({
  format: z.literal(JOB_FORMAT),
  id: Id,
  name: ShortText.min(1, 'a job needs a name'),
  dialect: Dialect,
  pack: RulePackId,
  card: JobCard,
  defaults: JobDefaults,
  supply: Supply,
  origins: table(Origin),
  sourceStates: table(SourceState),
  electrodes: table(Electrode),
  rooms: table(Room),
  boards: table(Board),
  circuits: table(Circuit),
  segments: table(Segment),
  points: table(Point),
  loads: table(Load),
  devices: table(Device),
  readings: table(Reading),
  acceptances: table(Acceptance),
  amendments: table(Amendment),
  prices: table(Price).default({}),
  combinations: table(Combination).default({}),
  inspections: table(Inspection).default({}),
  logEntries: table(LogEntry).default({}),
  keptEvents: table(KeptEvent).default({}),
});
export type Job = z.infer<typeof Job>;

export type Row<C extends CollectionName> = Job[C][string];
