'use client';
import { useMemo, useState } from 'react';
import { word } from '@/core/job/terms';
import { Select } from '@/ui/Field';
import { useAnswer, useJobState } from '../../client/JobContext';

/** Before a box or an outlet is opened: everything to switch off, what may stay live, and to prove it dead. */
export function BeforeBox() {
  const job = useJobState((state) => state.job);
  const [chosen, setChosen] = useState('');
  const options = useMemo(() => {
    const boxes = new Set(
      Object.values(job.segments).flatMap(({ box, state }) => (box === undefined || state === 'removed' ? [] : [box])),
    );
    const points = Object.values(job.points).filter(
      ({ state, circuitId }) => state !== 'removed' && job.circuits[circuitId]?.state !== 'removed',
    );
    return [
      ...[...boxes].sort().map((box) => ({ value: `b:${box}`, label: `Box ${box}` })),
      ...points
        .map(({ id, name, circuitId, roomId }) => ({
          value: `p:${id}`,
          label: `${roomId === undefined ? '' : `${job.rooms[roomId]?.name ?? ''}: `}${name}, ${job.circuits[circuitId]?.number ?? ''}`,
        }))
        .sort((a, b) => a.label.localeCompare(b.label)),
    ];
  }, [job]);
  if (options.length === 0) return null;
  return (
    <section aria-label="Before this box is opened" data-testid="before-box" className="border-line border-t pt-3">
      <h2 className="mb-1 font-semibold">Before this box is opened</h2>
      <Select aria-label="Box or outlet" none="a box or an outlet" value={chosen} options={options} onChange={setChosen} />
      {chosen !== '' && <Steps at={chosen.startsWith('b:') ? { box: chosen.slice(2) } : { pointId: chosen.slice(2) }} />}
    </section>
  );
}

function Steps({ at }: { at: { box: string } | { pointId: string } }) {
  const earth = useJobState((state) => word(state.job.dialect, 'earth'));
  const found = useAnswer({ kind: 'beforeOpening', at });
  if (found === undefined) return null;
  if (found === null) return <p className="mt-2 text-[13px] text-quiet">No circuit passes it.</p>;
  const { open, sharing, live, neutrals } = found;
  return (
    <ol className="mt-2 grid list-inside list-decimal gap-1 text-[13px]">
      {open.map(({ deviceId, device, board, slot, circuit }) => (
        <li key={deviceId} className="font-semibold">
          Open {device}
          <span className="font-normal text-quiet">
            {' '}
            {slot === null ? '' : `at ${slot} `}in {board}, for {circuit}
          </span>
        </li>
      ))}
      <li>Lock it off, and mark it.</li>
      {sharing.length > 0 && <li>{sharing.join(', ')}: not in it, but its current comes home through a neutral that is.</li>}
      {live.length > 0 && <li className="font-semibold text-stop">{live.join(', ')}: may be live whatever is opened.</li>}
      {neutrals.length > 0 && (
        <li>The neutral of {neutrals.join(', ')} stays on the bar: it may carry what others leave on it.</li>
      )}
      <li>Prove dead every conductor in it, to each other and to {earth}, with a proven tester: this is a drawing.</li>
    </ol>
  );
}
