import { setField, takeOut } from '@/core/edits/rows';
import { factPaths } from '@/core/facts/read';
import type { Board } from '@/core/job/schema/supply';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { KeptText } from '@/ui/Field';
import { useJobState, useSession } from '../../client/JobContext';
import { Facts } from './Panel';

/** Everything there is to say of a board. */
export function BoardFacts({ board }: { board: Board }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const { id, name } = board;
  const edit = (label: string, field: string, to: unknown) => session.edit(setField(job, 'boards', id, field, to, label));
  const circuits = Object.values(job.circuits).filter((circuit) => circuit.state !== 'removed');
  const feeders = circuits.filter((circuit) => circuit.toBoardId === id);
  const spare = circuits.every((circuit) => circuit.fromBoardId !== id) && feeders.every(({ kind }) => kind === 'distribution');
  return (
    <div className="grid gap-2">
      <KeptText label="Name" value={name} keep={(text) => edit(`name ${text}`, 'name', text)} />
      <KeptText
        label="Where it is"
        value={board.place ?? ''}
        keep={(text) => edit(`in ${text}`, 'place', text === '' ? undefined : text)}
      />
      <Choice
        label="Building"
        value={board.otherBuilding === true ? 'other' : 'same'}
        options={[
          { value: 'same', label: 'in this building' },
          { value: 'other', label: 'in another building' },
        ]}
        onChange={(to) => edit(`${to} building`, 'otherBuilding', to === 'other')}
      />
      <Facts paths={factPaths(job, 'boards', id)} />
      {spare && <Button onClick={() => session.edit(takeOut(job, 'boards', id))}>Delete, with its feeder</Button>}
    </div>
  );
}
