import type { Finder } from '../facts/question';
import { factAt } from '../facts/read';
import type { CollectionName } from '../job/collections';
import type { Lack } from '../job/known';
import type { Job } from '../job/schema/job';
import type { Dialect } from '../job/terms';

/** What several rows of a collection are called. */
const MANY: Readonly<Record<CollectionName, readonly [iec: string, nec: string]>> = {
  origins: ['sources', 'sources'],
  sourceStates: ['source states', 'source states'],
  rooms: ['rooms', 'rooms'],
  boards: ['boards', 'panels'],
  electrodes: ['electrodes', 'electrodes'],
  circuits: ['circuits', 'circuits'],
  segments: ['cables', 'cables'],
  points: ['points', 'outlets'],
  loads: ['loads', 'loads'],
  devices: ['devices', 'breakers'],
  readings: ['readings', 'readings'],
  acceptances: ['acceptances', 'acceptances'],
  amendments: ['amendments', 'amendments'],
  prices: ['prices', 'prices'],
  combinations: ['combinations', 'series ratings'],
  inspections: ['inspections', 'inspections'],
  logEntries: ['log entries', 'log entries'],
  keptEvents: ['events', 'events'],
};

/** What one thing is called, or how many there are: "cable of Hob", "these 12 breakers". */
export function rowsWords(job: Job, on: CollectionName, paths: readonly string[]): string {
  const rows = new Set(paths.map((path) => path.split('.')[1]));
  if (rows.size === 1) {
    const path = paths[0]!;
    const owner = factAt(job, path)?.owner ?? nameOf(job, path);
    return owner ?? `the ${MANY[on]?.[0]?.replace(/s$/, '') ?? on}`;
  }
  return `these ${rows.size} ${MANY[on]![job.dialect === 'nec' ? 1 : 0]}`;
}
function nameOf(job: Job, path: string): string | undefined {
  const [on, id] = path.split('.') as [CollectionName, string];
  const row = job[on]?.[id] as { name?: string } | undefined;
  return row?.name;
}

type Words = readonly [iec: string, nec: string];
/** Things that are not there, as they are asked for. */
const LACK: Readonly<Record<Lack, { ask: Words; by: Finder }>> = {
  device: { ask: ['Which overcurrent device protects {x}?', 'Which OCPD protects {x}?'], by: 'look' },
  'device-ahead': { ask: ['Which overcurrent device is ahead of {x}?', 'Which OCPD is ahead of {x}?'], by: 'look' },
  partner: {
    ask: ['Which device does the rating of {x} hold with?', 'Which device does the rating of {x} hold with?'],
    by: 'plate',
  },
  cable: { ask: ['Which cable feeds {x}?', 'Which conductors feed {x}?'], by: 'look' },
  outlets: { ask: ['Which points are on {x}?', 'Which outlets are on {x}?'], by: 'look' },
  loads: { ask: ['What does {x} feed?', 'Which loads are on {x}?'], by: 'look' },
  feeds: { ask: ['What does {x} feed?', 'What does {x} feed?'], by: 'look' },
  room: { ask: ['Which room is {x} in?', 'Which room is {x} in?'], by: 'look' },
  electrode: { ask: ['Which earth electrode has {x}?', 'Which grounding electrode has {x}?'], by: 'look' },
  date: { ask: ['What is the date of the job?', 'What is the date of the job?'], by: 'design' },
  'let-through': { ask: ['How much does {x} let through?', 'How much does {x} let through?'], by: 'plate' },
  'makers-word': {
    ask: ['What does the maker of {x} say of peaks under 10 ms?', 'What does the maker of {x} say of peaks under 10 ms?'],
    by: 'plate',
  },
  inspection: { ask: ['What was seen at {x}?', 'What was seen at {x}?'], by: 'look' },
};
export function lackWords({ dialect }: { dialect: Dialect }, lack: Lack, of: string): { text: string; by: Finder } {
  const { ask, by } = LACK[lack];
  return { text: ask[dialect === 'nec' ? 1 : 0].replace('{x}', of), by };
}
