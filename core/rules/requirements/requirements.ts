import { extendedBy, PACKS } from '../../job/packs';
import type { RulePackId } from '../../job/sealed';
import { necCited } from '../../tables/necCited';
import type { Source } from '../../tables/source';
import { BS_7671 } from './bs7671';
import { IEC_60364 } from './iec60364';
import { NEC_2017 } from './nec2017';
import { NEC_LATER } from './necLater';
import type { AskKind, Requirement, RequirementPack } from './row';
import type { Where } from './vocabulary';

const OWN: Readonly<Record<RulePackId, RequirementPack>> = {
  'iec-60364': IEC_60364,
  'bs-7671-2018-a2': BS_7671,
  'nec-2017': NEC_2017,
  ...NEC_LATER,
};

/** The rows that hold under a pack, those of the packs it extends with them. */
interface Requirements {
  names: Readonly<Record<string, Where>>;
  rows: ReadonlyMap<string, Requirement>;
}
const whole = new Map<RulePackId, Requirements>();

export function requirementsOf(pack: RulePackId): Requirements {
  let found = whole.get(pack);
  if (found === undefined) {
    const from = extendedBy(pack);
    const before: Requirements = from === undefined ? { names: {}, rows: new Map() } : requirementsOf(from);
    const own = OWN[pack];
    const rows = new Map(before.rows);
    for (const [id, row] of Object.entries(own.rows))
      if (row === null) rows.delete(id);
      else rows.set(id, { ...rows.get(id), ...row } as Requirement);
    found = { names: { ...before.names, ...own.names }, rows };
    whole.set(pack, found);
  }
  return found;
}

/** Parts of IEC 60364 by the first figures of their clauses. */
const PARTS: readonly [string, string, string][] = [
  ['41', '4-41', '2005+A1:2017'],
  ['42', '4-42', '2010+A1:2014'],
];

/** A row's clause in the edition of a pack, from memory of the publications. */
export function citeRow(pack: RulePackId, text: string): Source {
  const { dialect, standard, edition } = PACKS[pack];
  if (dialect === 'nec') return necCited(text)(pack);
  if (standard === 'BS 7671') return { standard, edition, clause: text, basis: 'memory' };
  const part = PARTS.find(([first]) => text.startsWith(first));
  return {
    standard: `IEC 60364-${part?.[1] ?? `7-${text.slice(0, 3)}`}`,
    edition: part?.[2] ?? '',
    clause: text,
    basis: 'memory',
  };
}

/** A row of two editions beside each other. */
export interface Compared {
  id: string;
  place: string;
  asks: AskKind;
  before: string | null;
  after: string | null;
  /** The clause, what it asks for or where it holds is another. */
  changed: 'same' | 'clause' | 'reach' | 'new' | 'gone';
}

/** What an edition says otherwise than another, row by row: `reach` where it asks for something else, elsewhere or with other exceptions. */
export function compareEditions(a: RulePackId, b: RulePackId): Compared[] {
  const [before, after] = [requirementsOf(a), requirementsOf(b)];
  const ids = new Set([...before.rows.keys(), ...after.rows.keys()]);
  return [...ids].map((id): Compared => {
    const [old, now] = [before.rows.get(id), after.rows.get(id)];
    const shown = (now ?? old)!;
    const changed =
      old === undefined
        ? 'new'
        : now === undefined
          ? 'gone'
          : reachOf(old, before.names) !== reachOf(now, after.names)
            ? 'reach'
            : old.clause !== now.clause
              ? 'clause'
              : 'same';
    return {
      id,
      place: shown.place,
      asks: shown.asks.kind,
      changed,
      before: old?.clause ?? null,
      after: now?.clause ?? null,
    };
  });
}

/** All that decides where a row holds and what it asks for, names written out. */
function reachOf({ asks, where, except, recommended, cordServes }: Requirement, names: Readonly<Record<string, Where>>): string {
  const written = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(written);
    if (typeof value !== 'object' || value === null) return value;
    if ('named' in value) return written(names[(value as { named: string }).named]);
    return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, key === 'says' ? '' : written(inner)]));
  };
  return JSON.stringify(written({ asks, where, except: except ?? [], recommended, cordServes }));
}
