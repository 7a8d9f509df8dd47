import { PACKS } from './packs';
import { Firm } from './schema/firm';
import { JOB_FORMAT, type Job, type RulePackId } from './schema/job';

/** What is known when a job is begun. */
export interface NewJob {
  id: string;
  name: string;
  dialect: Job['dialect'];
  pack: RulePackId;
}

/** Nominal supply a job of each dialect starts with; voltage factors of IEC 60909-0 for ±10 % (IEC), none for NEC. */
const SUPPLY: Readonly<Record<Job['dialect'], Job['supply']>> = {
  iec: { voltageSystem: 'single-phase', earthing: 'TN-C-S', u0V: 230, frequencyHz: 50, cMax: 1.1, cMin: 0.9 },
  nec: { voltageSystem: 'split-phase', earthing: 'TN-C-S', u0V: 120, frequencyHz: 60, cMax: 1, cMin: 1 },
};

/** BS 7671 411.4.4 takes 0.95 of the nominal voltage for the least fault, for its ±10 % and what is usual there (from memory). */
const BRITISH_C_MIN = 0.95;
const supplyOf = (dialect: Job['dialect'], pack: RulePackId): Job['supply'] => ({
  ...SUPPLY[dialect],
  ...(PACKS[pack].standard === 'BS 7671' && { cMin: BRITISH_C_MIN }),
});

/** A firm that has entered nothing yet. */
const NO_FIRM: Firm = Firm.parse({});

/**
 * A job with an origin, a board and the service between them, and not one fact: everything there is to know is unknown.
 * @param firm its usual parts and prices of the dialect are copied in
 */
export function newJob({ id, name, dialect, pack }: NewJob, firm: Firm = NO_FIRM): Job {
  const usual = firm[dialect];
  return {
    format: JOB_FORMAT,
    id,
    name,
    dialect,
    pack,
    card: {
      ...(firm.installer === undefined ? {} : { installer: firm.installer }),
      ...(firm.licence === undefined ? {} : { licence: firm.licence }),
    },
    defaults: { ...usual.defaults },
    supply: supplyOf(dialect, pack),
    origins: { network: { id: 'network', order: 'a', name: 'Network', kind: 'network', state: 'existing' } },
    sourceStates: { grid: { id: 'grid', order: 'a', name: 'Network', kind: 'grid', originIds: ['network'] } },
    electrodes: {},
    rooms: {},
    boards: { main: { id: 'main', order: 'a', name: dialect === 'nec' ? 'Main panel' : 'Main board', state: 'existing' } },
    circuits: {
      service: {
        id: 'service',
        order: 'a',
        number: '',
        name: dialect === 'nec' ? 'Service' : 'Supply intake',
        kind: 'service',
        state: 'existing',
        fromOriginId: 'network',
        toBoardId: 'main',
        topology: 'radial',
      },
    },
    segments: {},
    points: {},
    loads: {},
    devices: {},
    readings: {},
    acceptances: {},
    amendments: {},
    prices: Object.fromEntries(usual.prices.map((price) => [price.id, price])),
    combinations: {},
    inspections: {},
    logEntries: {},
    keptEvents: {},
  };
}

/** The same as new work: its board and service are made, not found. */
export const newWork = (job: Job): Job => ({
  ...job,
  boards: Object.fromEntries(Object.entries(job.boards).map(([id, board]) => [id, { ...board, state: 'new' as const }])),
  circuits: Object.fromEntries(Object.entries(job.circuits).map(([id, circuit]) => [id, { ...circuit, state: 'new' as const }])),
});

/**
 * A job like another one, for another house or another try: the design with all its facts. Readings, what was
 * looked at, what happened and accepted findings belong to the house they were made in and are left out, as are number and date.
 */
export function duplicateOf(job: Job, id: string, name: string): Job {
  const { number: _number, date: _date, ...card } = job.card;
  return { ...job, id, name, card, readings: {}, acceptances: {}, inspections: {}, logEntries: {} };
}

/** A job under another id. */
export const withId = (job: Job, id: string): Job => ({ ...job, id });
