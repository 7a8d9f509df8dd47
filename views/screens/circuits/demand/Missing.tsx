'use client';
import { dialectName } from '@/core/job/terms';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer, useJobState } from '../../../client/JobContext';
import { Panel } from '../../../parts/facts/Panel';
import { RoomFacts } from '../../../parts/facts/RoomPanel';
import { goToCircuit } from '../../../parts/frame/places';

/** Circuits and outlets the code wants in a dwelling and that nobody entered, worst first; and what is not looked at. */
export function Missing() {
  const required = useAnswer({ kind: 'required' });
  const job = useJobState((state) => state.job);
  if (required === undefined) return null;
  return (
    <section aria-label="Required, not found" className="grid gap-2">
      <h2 className="font-semibold text-[15px]">Required, not found</h2>
      {required.wanted.length === 0 ? (
        <p className="text-[13px] text-quiet">
          Nothing of what is looked at under the {dialectName(job.dialect)}, in the rooms entered.
        </p>
      ) : (
        <ul className="grid gap-2">
          {required.wanted.map(({ id, verdict, what, rule, circuitId, roomId }) => {
            const room = roomId === null ? undefined : job.rooms[roomId];
            return (
              <li
                key={id}
                data-wanted={verdict}
                className="grid grid-cols-[16px_minmax(0,1fr)] items-baseline gap-x-2 text-[13px] leading-[17px]"
              >
                <VerdictMark kind={verdict} />
                <span>
                  {circuitId !== null && job.circuits[circuitId] !== undefined ? (
                    <button
                      type="button"
                      className="text-left hover:text-copper pointer-coarse:min-h-11"
                      onClick={() => goToCircuit(job.id, circuitId)}
                    >
                      {what}
                    </button>
                  ) : room !== undefined ? (
                    <Panel label={what} trigger={what} around="text-left">
                      <RoomFacts room={room} />
                    </Panel>
                  ) : (
                    what
                  )}
                  <span className="block text-[12px] text-quiet">{rule}</span>
                </span>
              </li>
            );
          })}
        </ul>
      )}
      <p className="text-[12px] text-quiet">Not assessed: {required.notAssessed.join('; ')}.</p>
    </section>
  );
}
