'use client';
import { type Came, confirmCode, type Looking, look, unlook } from '@/core/edits/inspection';
import { howMeasured } from '@/core/facts/inspections';
import { readFact } from '@/core/facts/typed';
import type { ObservationCode } from '@/core/job/inspected';
import type { InspectionRow } from '@/core/reports/inspectionRows';
import { useJobState, useSession } from '../../../client/JobContext';
import { seenNow } from './SeenBy';

/** What a row of an inspection is looked at as; nothing where nobody looks at it by hand. */
function lookingOf({ item, on, id, name }: InspectionRow, whose: string | null): Looking | undefined {
  return item === null || on === null ? undefined : { item, on, id, says: whose === null ? name : `${name}, ${whose}` };
}

/** Keeping what was seen; each says what is wrong with what it was given, if anything is. */
export function useLook(row: InspectionRow, whose: string | null) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const looking = lookingOf(row, whose);
  const keep = (came: Came): string | undefined =>
    looking === undefined ? undefined : session.edit(look(job, looking, came, crypto.randomUUID(), seenNow(job.card.installer)));
  return {
    see: (result: 'right' | 'wrong' | 'not-applicable' | 'by-feel') => keep({ result }),
    /** A figure as it is typed, with or without its unit; without any the row is not seen. */
    measure: (text: string): string | undefined => {
      if (text === '') return clear();
      const typed = readFact(howMeasured(job, row.item ?? 'wires'), text);
      if (!typed.ok) return typed.message;
      return typeof typed.value === 'number' ? keep({ value: typed.value }) : 'a number is wanted here';
    },
    clear,
    code: (to: ObservationCode | undefined) => {
      const kept = job.inspections[row.rowId ?? ''];
      if (kept !== undefined) session.edit(confirmCode(kept, to, looking?.says ?? row.name));
    },
  };
  function clear(): string | undefined {
    const command = looking === undefined ? undefined : unlook(job, looking);
    return command === undefined ? undefined : session.edit(command);
  }
}
