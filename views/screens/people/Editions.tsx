'use client';
import { useState } from 'react';
import { PACKS, packsOf } from '@/core/job/packs';
import type { RulePackId } from '@/core/job/schema/job';
import { Choice } from '@/ui/Choice';
import { Details } from '@/ui/Details';
import { useAnswer, useJobState } from '../../client/JobContext';

/** What the job's edition asks for otherwise than another of its code; an edition that is not shipped is named. */
export function Editions() {
  const pack = useJobState((state) => state.job.pack);
  const others = packsOf(PACKS[pack].dialect).filter((id) => id !== pack);
  const [open, setOpen] = useState(false);
  const [against, setAgainst] = useState(others[0]!);
  return (
    <Details open={open} setOpen={setOpen} className="mt-3 rounded border border-line bg-raised px-3 py-2" data-testid="editions">
      <summary className="cursor-pointer font-semibold pointer-coarse:min-h-11 pointer-coarse:py-2">
        What {PACKS[pack].name} asks for otherwise than other editions
      </summary>
      {open && (
        <>
          {others.length > 1 && (
            <Choice
              label="Edition"
              value={against}
              options={others.map((id) => ({ value: id, label: PACKS[id].name }))}
              onChange={(id) => setAgainst(id)}
            />
          )}
          <Compare against={against} key={against} />
          <p className="mt-2 text-[12px] text-quiet">
            {PACKS[pack].dialect === 'nec'
              ? 'NEC 2026 and editions before 2017 are not shipped: where one of them holds, this is not it.'
              : 'Amendment 3 of BS 7671 (2024) and other countries’ rules are not shipped: where one of them holds, this is not it.'}
          </p>
        </>
      )}
    </Details>
  );
}

const CHANGED = {
  new: 'required now',
  gone: 'no longer required',
  reach: 'holds elsewhere, or with other exceptions',
  clause: 'another clause',
  same: '',
};

function Compare({ against }: { against: RulePackId }) {
  const pack = useJobState((state) => state.job.pack);
  const rows = useAnswer({ kind: 'editions', against })?.filter(({ changed }) => changed !== 'same');
  if (rows === undefined) return null;
  const order = ['new', 'gone', 'reach', 'clause'];
  const sorted = [...rows].sort((a, b) => order.indexOf(a.changed) - order.indexOf(b.changed));
  return (
    <div className="mt-2 overflow-x-auto">
      <table className="w-full min-w-[520px] text-[13px]">
        <thead className="text-left text-[12px] text-quiet">
          <tr>
            <th className="py-1 font-normal">place</th>
            <th className="py-1 font-normal">{PACKS[against].name}</th>
            <th className="py-1 font-normal">{PACKS[pack].name}</th>
            <th className="py-1 font-normal">what changed</th>
          </tr>
        </thead>
        <tbody>
          {sorted.map(({ id, place, before, after, changed }) => (
            <tr key={id} className="border-line border-t align-top">
              <td className="py-1 pr-2 font-semibold">{place}</td>
              <td className="py-1 pr-2 text-quiet">{before ?? 'not required'}</td>
              <td className="py-1 pr-2">{after ?? 'not required'}</td>
              <td className="py-1 text-quiet">{CHANGED[changed]}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
