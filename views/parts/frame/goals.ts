import { factAt, factPaths } from '@/core/facts/read';
import { COLLECTIONS, type CollectionName } from '@/core/job/collections';
import { disputedIn } from '@/core/job/disputed';
import { QUANTITIES, type QuantityId } from '@/core/job/quantities';
import type { Job } from '@/core/job/schema/job';
import type { Cause } from '@/core/study/causes';
import { type JobPlace, placeOfFinding } from './places';
import { SCREENS, screenName } from './screens';

/** What can be done from the search, besides going somewhere. */
export type Act = 'ask' | 'findings' | 'undo' | 'redo' | 'keys' | 'print';
/** Something the search leads to: a place, something to do, or a quantity that is explained. */
export interface Goal {
  key: string;
  name: string;
  kind: string;
  to: { place: JobPlace } | { act: Act } | { quantity: string } | { ask: string };
}

const present = <T extends { state: string }>(rows: Record<string, T>): T[] =>
  Object.values(rows).filter((row) => row.state !== 'removed');
const desk = (circuitId: string): JobPlace => ({ step: 'circuits', circuitId });
const goal = (key: string, name: string, kind: string, place: JobPlace): Goal => ({ key, name, kind, to: { place } });

const ACTS: readonly (readonly [Act, string])[] = [
  ['ask', 'Ask one question at a time (A)'],
  ['findings', 'Findings (F)'],
  ['undo', 'Undo (Ctrl Z)'],
  ['redo', 'Redo (Ctrl Y)'],
  ['print', 'Print the protection report (P)'],
  ['keys', 'Help: all keys (?)'],
];

/** Everything with a name that one can go to, and what can be done. */
export function goalsOf(job: Job): Goal[] {
  return [
    ...SCREENS.flatMap((screen) =>
      screen.route === undefined
        ? []
        : [goal(`step ${screen.route}`, screenName(screen, job.dialect), 'step', { step: screen.route })],
    ),
    goal('card', 'Card and history', 'step', { step: '' }),
    ...ACTS.map(([act, name]): Goal => ({ key: `act ${act}`, name, kind: 'action', to: { act } })),
    ...present(job.circuits).map(({ id, number, name }) =>
      goal(`circuit ${id}`, `${number} ${name}`.trim(), 'circuit', desk(id)),
    ),
    ...present(job.devices).flatMap(({ id, name, circuitId }) =>
      circuitId === undefined ? [] : [goal(`device ${id}`, name, 'device', desk(circuitId))],
    ),
    ...Object.values(job.loads).map(({ id, name, circuitId }) => goal(`load ${id}`, name, 'load', desk(circuitId))),
    ...present(job.points).map(({ id, name, circuitId, roomId }) =>
      goal(`point ${id}`, `${name}${roomId === undefined ? '' : `, ${job.rooms[roomId]?.name ?? ''}`}`, 'point', desk(circuitId)),
    ),
    ...present(job.origins).map(({ id, name }) => goal(`origin ${id}`, name, 'source', { step: 'supply' })),
    ...(Object.keys(QUANTITIES) as QuantityId[]).map((id): Goal => {
      const { symbol, name } = QUANTITIES[id][job.dialect];
      return {
        key: `quantity ${id}`,
        name: symbol === name ? name : `${symbol}, ${name}`,
        kind: 'quantity',
        to: { quantity: name },
      };
    }),
    ...disputedIn(job.dialect).map(
      ({ id, title }): Goal => ({ key: `disputed ${id}`, name: title, kind: 'practitioners disagree', to: { quantity: title } }),
    ),
  ];
}

/** How many fields and findings of a search are shown, and from how many letters on. */
const SHOWN = 30;
const FROM = 2;
const wordsOf = (text: string): readonly string[] => text.trim().toLowerCase().split(/\s+/);
const holds = (text: string, words: readonly string[]): boolean => words.every((word) => text.includes(word));

/** Fields of the job whose label holds every word that was typed. */
export function fieldGoals(job: Job, text: string): Goal[] {
  if (text.trim().length < FROM) return [];
  const words = wordsOf(text);
  const found: Goal[] = [];
  for (const on of COLLECTIONS)
    for (const id of Object.keys(job[on]))
      for (const path of factPaths(job, on, id)) {
        const fact = factAt(job, path);
        if (fact === undefined || !holds(fact.label.toLowerCase(), words)) continue;
        const shown = fact.fact === undefined ? 'unknown' : fact.shown;
        found.push({ key: path, name: `${fact.label}: ${shown}`, kind: 'field', to: { place: placeOfField(job, on, id, path) } });
        if (found.length === SHOWN) return found;
      }
  return found;
}
function placeOfField(job: Job, on: CollectionName, id: string, path: string): JobPlace {
  const row = job[on][id] as { circuitId?: string };
  const circuitId = on === 'circuits' ? id : (row.circuitId ?? Object.keys(job.circuits)[0] ?? '');
  return on === 'boards' ? { step: 'board', circuitId, at: path } : placeOfFinding({ circuitId, question: 'carries-load', path });
}

/** Findings that cite a clause, or say what was typed. */
export function findingGoals(causes: readonly Cause[], text: string): Goal[] {
  if (text.trim().length < FROM) return [];
  const words = wordsOf(text);
  return causes
    .filter((cause) => holds(`${cause.lead.rule} ${cause.text} ${cause.circuits.join(' ')}`.toLowerCase(), words))
    .slice(0, SHOWN)
    .map((cause) => ({
      key: `finding ${cause.id}`,
      name: `${cause.lead.rule === '' ? '' : `${cause.lead.rule} · `}${cause.text}`,
      kind: 'finding',
      to: cause.paths.length > 1 && cause.lead.verdict === 'unknown' ? { ask: cause.id } : { place: placeOfFinding(cause.lead) },
    }));
}
