'use client';
import { amend, withdraw } from '@/core/edits/amendments';
import type { Amendment } from '@/core/job/schema/records';
import { Button } from '@/ui/Button';
import { useJobState, useSession } from '../../client/JobContext';
import { AskMore } from './AskMore';

/** Row of an amendment that switches the customary schedule on. */
const SCHEDULE = 'schedule';

/** What was written over the rule book for this job, each taken back in one press; and the customary schedule, switched on or off. */
export function LocalRules({ circuitId }: { circuitId: string | null }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const rows = Object.values(job.amendments)
    .filter(({ row }) => row !== undefined)
    .sort((a, b) => (a.order < b.order ? -1 : 1));
  const schedule = rows.find(({ row, effect }) => row === SCHEDULE && effect === 'asks');
  return (
    <section aria-label="Local rules" data-testid="local-rules" className="mt-3 rounded border border-line bg-raised px-3 py-2">
      <h2 className="font-semibold">Local rules of this job</h2>
      <ul className="text-[13px]">
        {rows.map((row) => (
          <li key={row.id} className="flex items-start gap-3 border-line border-b py-1.5">
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{row.rule}</span> {SAYS[row.effect ?? 'asks']} {whereOf(row, job)}
              <span className="block text-quiet">
                {row.text === '' ? '' : `${row.text}: `}
                {row.reason}
                {row.by === undefined ? '' : `, ${row.by}`}
              </span>
            </span>
            <Button onClick={() => session.edit(withdraw(row))}>Take back</Button>
          </li>
        ))}
        {schedule === undefined && (
          <li className="flex items-start gap-3 py-1.5">
            <span className="min-w-0 flex-1">
              <span className="font-semibold">Sensitivity by kind of load</span>
              <span className="block text-quiet">
                common practice, no rule: wetter and more touched finer, larger coarser, fire pumps alarm and do not trip
              </span>
            </span>
            <Button
              onClick={() =>
                session.edit(
                  amend(job, {
                    id: crypto.randomUUID(),
                    rule: 'Sensitivity by kind of load',
                    text: 'common practice',
                    reason: 'switched on for this job',
                    effect: 'asks',
                    row: SCHEDULE,
                  }),
                )
              }
            >
              Switch on
            </Button>
          </li>
        )}
      </ul>
      <AskMore circuitId={circuitId} />
    </section>
  );
}
const SAYS = { asks: 'asks for it', lifts: 'lifts it', exception: 'an exception taken' } as const;

function whereOf(
  { circuitId, pointId, row }: Amendment,
  job: { circuits: Record<string, { name: string }>; points: Record<string, { name: string }> },
): string {
  const place = job.points[pointId ?? '']?.name ?? job.circuits[circuitId ?? '']?.name;
  return `${row === SCHEDULE ? '' : `(${row}) `}${place === undefined ? 'everywhere' : `at ${place}`}`;
}
