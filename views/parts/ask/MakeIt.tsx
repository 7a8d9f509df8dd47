import Link from 'next/link';
import { type ReactNode, useRef } from 'react';
import type { Asking } from '@/core/asking/asking';
import { addDevice } from '@/core/edits/parts';
import { addElectrode } from '@/core/edits/sources';
import type { Command } from '@/core/job/commands';
import { endOfLine, placedPoints } from '@/core/job/points/tree';
import type { Circuit, Point } from '@/core/job/schema/circuit';
import type { Job } from '@/core/job/schema/job';
import { hangPoints } from '@/core/quick/walk';
import { Button } from '@/ui/Button';
import { useJobState, useSession } from '../../client/JobContext';
import { AddAppliance } from '../facts/LoadPanel';
import { RoomChoice } from '../facts/PointPanel';
import { hrefOf, placeOfFinding } from '../frame/places';
import { PointsLine } from '../line/PointsLine';

type Give = (command: Command) => void;

/** What is not there yet is made here; what cannot be is led to. */
export function MakeIt({ asking, give }: { asking: Asking; give: Give }) {
  const job = useJobState((state) => state.job);
  const made = makerOf(job, asking, give);
  return <div className="mt-4 grid max-w-[560px] gap-3">{made ?? <Elsewhere asking={asking} />}</div>;
}

function makerOf(job: Job, { lack, paths }: Asking, give: Give): ReactNode {
  const [on, id] = (paths[0] ?? '').split('.') as [string, string];
  const point = on === 'points' ? job.points[id] : undefined;
  const circuit = job.circuits[on === 'circuits' ? id : (point?.circuitId ?? '')];
  switch (lack) {
    case 'outlets':
      return circuit === undefined ? undefined : <Outlets circuit={circuit} />;
    case 'room':
      return point === undefined ? undefined : <RoomChoice point={point} />;
    case 'loads':
    case 'feeds':
      if (circuit === undefined || circuit.kind !== 'final') return undefined;
      return <AddAppliance circuit={circuit} {...(point === undefined ? {} : { pointId: point.id })} give={give} />;
    case 'device':
      return circuit === undefined ? undefined : (
        <Make words="Put a device at its start" run={() => give(addDevice(job, circuit, crypto.randomUUID()))} />
      );
    case 'electrode':
      return on !== 'boards' ? undefined : (
        <Make words="There is one" run={() => give(addElectrode(job, id, crypto.randomUUID()))} />
      );
    default:
      return undefined;
  }
}

const Make = ({ words, run }: { words: string; run: () => void }) => (
  <Button primary className="min-h-11 justify-self-start" onClick={run}>
    {words}
  </Button>
);

/** Outlets in shop talk, after those that are there. The question stays until they are enough to answer it. */
function Outlets({ circuit }: { circuit: Circuit }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const line = useRef<HTMLInputElement>(null);
  const last: Point | undefined = endOfLine(placedPoints(job.points, circuit.id));
  return (
    <div className="min-h-40">
      <PointsLine
        job={job}
        circuitId={circuit.id}
        after={last?.name}
        box={line}
        make={(drafts, branch) => session.edit(hangPoints(job, circuit, drafts, { branch }, () => crypto.randomUUID()).command)}
        leave={() => line.current?.blur()}
        goOn={undefined}
      />
    </div>
  );
}

function Elsewhere({ asking }: { asking: Asking }) {
  const jobId = useJobState((state) => state.job.id);
  const first = asking.settles[0];
  const path = asking.paths[0]!;
  const [on, id] = path.split('.');
  const circuitId = on === 'circuits' ? id! : (first?.circuitId ?? '');
  const place = placeOfFinding({ circuitId, question: first?.question ?? 'carries-load', path });
  return (
    <Link
      href={hrefOf(jobId, place, false)}
      prefetch={false}
      className="inline-flex min-h-11 items-center justify-self-start rounded bg-copper px-4 font-semibold text-on-copper"
    >
      Enter it where it stands
    </Link>
  );
}
