'use client';

import { connect } from '@/core/edits/sources';

import type { SourceState } from '@/core/job/schema/supply';
import { Choices } from '@/ui/Choice';
import { useJobState, useSession } from '../../client/JobContext';

const KIND_WORDS: Record<SourceState['kind'], string> = { grid: 'grid', island: 'island', generator: 'generator' };

/** The ways the house can be fed: for the most all sources of a state together, for the minimum each alone. */
export function SourceStates() {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const { sourceStates: states, origins } = job;
  const ordered = Object.values(states).sort((a, b) => (a.order < b.order ? -1 : 1));
  const sources = Object.values(origins).filter(({ state }) => state !== 'removed');
  return (
    <section aria-label="Source states" className="min-w-72 flex-[2] rounded border border-line bg-raised px-4 py-3">
      <h2 className="font-semibold">Source states</h2>
      <p className="mt-1 text-[13px] text-quiet">
        What is connected together. The maximum counts all sources of a state at once, the minimum each of them alone.
      </p>
      {ordered.length === 0 && <p className="mt-2 text-[13px] text-quiet">None: what feeds the house is unknown.</p>}
      <ul className="mt-1">
        {ordered.map((state) => (
          <li key={state.id} className="flex min-h-10 flex-wrap items-center gap-x-3 gap-y-1 border-line border-t py-1">
            <b className="min-w-32 font-semibold">{state.name}</b>
            <span className="w-20 text-[13px] text-quiet">{KIND_WORDS[state.kind]}</span>
            <Choices
              label={`Connected in ${state.name}`}
              value={state.originIds}
              options={sources.map((origin) => ({ value: origin.id, label: origin.name }))}
              onChange={(originIds) => session.edit(connect(job, state, originIds))}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
