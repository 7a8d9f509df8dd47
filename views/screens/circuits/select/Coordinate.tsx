'use client';
import { X } from 'lucide-react';
import { useId, useState } from 'react';
import type { Coordinated } from '@/core/fixes/coordinate';
import type { Coordinating } from '@/core/fixes/coordinateOptions';
import { MARK_WORDS, questionWords } from '@/core/job/terms';
import { Button } from '@/ui/Button';
import { Pick } from '@/ui/Choice';
import { IconButton } from '@/ui/IconButton';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState, useOwnAnswer, useProgress, useSession } from '../../../client/JobContext';
import { EightMarks } from '../../../parts/words/EightMarks';

type Scope = 'circuit' | 'board' | 'job';
type Kept = Pick<Coordinating, 'keepCables' | 'onlyNew' | 'noTypeB'>;
const KEPT: readonly { field: keyof Kept; says: string }[] = [
  { field: 'keepCables', says: 'keep the cables' },
  { field: 'onlyNew', says: 'only new work' },
  { field: 'noTypeB', says: 'no type B' },
];

/** Devices and sizes of several circuits chosen together: what may change is said first, then it is worked out, and taken whole or not. */
export function Coordinate({ circuitId, leave }: { circuitId: string; leave: () => void }) {
  const job = useJobState((state) => state.job);
  const circuit = job.circuits[circuitId];
  const board = job.boards[circuit?.fromBoardId ?? ''];
  const [scope, setScope] = useState<Scope>('circuit');
  const [kept, setKept] = useState<Kept>({});
  const [running, setRunning] = useState(false);
  const scopes = [
    { value: 'circuit' as const, label: `${circuit?.number} ${circuit?.name}`.trim() },
    ...(board === undefined ? [] : [{ value: 'board' as const, label: board.name }]),
    { value: 'job' as const, label: 'the whole job' },
  ];
  const how: Coordinating = {
    ...kept,
    ...(scope === 'circuit' ? { circuitId } : scope === 'board' && board !== undefined ? { boardId: board.id } : {}),
  };
  const change = (to: () => void) => {
    setRunning(false);
    to();
  };
  return (
    <main className="min-w-0 p-3 lg:col-span-2 lg:overflow-y-auto">
      <section aria-label="Coordinate" data-testid="coordinate" className="rounded border border-line bg-raised">
        <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-line border-b px-3 py-2">
          <h2 className="min-w-0 flex-1 font-semibold text-base">
            Coordinate{' '}
            <span className="font-normal text-[13px] text-quiet">devices and sizes together, nothing worse anywhere</span>
          </h2>
          <IconButton name="Leave the choice" onClick={leave}>
            <X size={16} aria-hidden />
          </IconButton>
        </header>
        <div className="flex flex-wrap items-center gap-x-5 gap-y-2 border-line border-b px-3 py-3">
          <Pick label="What is coordinated" value={scope} options={scopes} onChange={(to) => change(() => setScope(to))} />
          {KEPT.filter(({ field }) => field !== 'noTypeB' || job.dialect === 'iec').map(({ field, says }) => (
            <Keep
              key={field}
              says={says}
              checked={kept[field] === true}
              change={(to) => change(() => setKept({ ...kept, [field]: to }))}
            />
          ))}
          {!running && (
            <Button primary className="ml-auto" onClick={() => setRunning(true)}>
              Work it out
            </Button>
          )}
        </div>
        {running ? (
          <Worked how={how} cancel={() => setRunning(false)} leave={leave} />
        ) : (
          <p className="max-w-[70ch] p-3 text-quiet">
            Every device of its place in ratings around the one there, and larger cables, tried on the whole job: fewest stops
            first, then unknown, cautions, selectivity, price. Protection that is there stays, asked for or not. Mains, feeders
            and the arrangement of the board stay as they are.
          </p>
        )}
      </section>
    </main>
  );
}

function Keep({ says, checked, change }: { says: string; checked: boolean; change: (to: boolean) => void }) {
  const id = useId();
  return (
    <span className="flex min-h-9 items-center gap-2 text-[13px] pointer-coarse:min-h-11">
      <input
        id={id}
        type="checkbox"
        checked={checked}
        onChange={(event) => change(event.target.checked)}
        className="size-4 accent-copper pointer-coarse:size-11"
      />
      <label htmlFor={id}>{says}</label>
    </span>
  );
}

function Worked({ how, cancel, leave }: { how: Coordinating; cancel: () => void; leave: () => void }) {
  const session = useSession();
  const query = { kind: 'coordinate', ...how } as const;
  const found = useOwnAnswer(query);
  const far = useProgress(query);
  const [refusal, setRefusal] = useState<string>();
  if (found === undefined)
    return (
      <p className="flex items-center gap-4 p-3 text-quiet" role="status">
        {far === undefined
          ? 'trying each on the whole job'
          : `${Math.round((100 * far.done) / Math.max(1, far.of))} %${far.stops === undefined ? '' : `; best so far ${far.stops} ${far.stops === 1 ? 'stop' : 'stops'} in the whole job`}`}
        <Button onClick={cancel}>Cancel</Button>
      </p>
    );
  const take = () => {
    const problem = found.command === null ? undefined : session.edit(found.command);
    if (problem === undefined) leave();
    else setRefusal(problem);
  };
  return (
    <div className="grid gap-4 p-3" data-testid="coordinated">
      <Totals found={found} />
      {found.circuits.length > 0 && <Changes found={found} />}
      {found.left.length > 0 && <Left found={found} />}
      {refusal !== undefined && (
        <p role="alert" className="font-semibold text-stop">
          {refusal}
        </p>
      )}
      <p className="text-[12px] text-quiet">
        {found.exact
          ? `Every combination was tried: ${found.tried}.`
          : `${found.tried} choices tried, circuit by circuit. ${found.gap === 0 ? 'No circuit alone could have it better.' : `One by one ${found.gap} more answers could be settled.`}`}
        {found.circuits.length > 0 &&
          ' Marks of a device nobody has seen are taken as specified: to be checked when it is fitted.'}
      </p>
      {found.command !== null && (
        <Button primary className="min-h-11 justify-self-start" onClick={take}>
          Take {found.circuits.length === 1 ? 'it' : `all ${found.circuits.length}`}
        </Button>
      )}
    </div>
  );
}

const COUNTED = ['stop', 'unknown', 'caution'] as const;
const MANY = { stop: 'stops', unknown: 'unknown', caution: 'cautions' } as const;
function Totals({ found: { before, after, price, command } }: { found: Coordinated }) {
  return (
    <p className="flex flex-wrap items-center gap-x-6 gap-y-1">
      {command === null && <b className="font-semibold">Nothing of these is better.</b>}
      {COUNTED.map((verdict) => (
        <span key={verdict} className="flex items-center gap-2">
          <VerdictMark kind={verdict} size={15} label={MARK_WORDS[verdict]} />
          <span className="text-quiet">
            {before[verdict]} → <b className="font-semibold text-[19px] text-ink">{after[verdict]}</b> {MANY[verdict]}
          </span>
        </span>
      ))}
      {price !== null && price > 0 && (
        <span className="ml-auto text-quiet">
          devices <b className="font-semibold text-ink">{Math.round(price)}</b>
        </span>
      )}
    </p>
  );
}

function Changes({ found: { circuits } }: { found: Coordinated }) {
  return (
    <table className="w-full border-collapse text-[13px]">
      <caption className="sr-only">What each circuit becomes, its eight answers now and then</caption>
      <thead className="text-left text-[12px] text-quiet max-sm:hidden">
        <tr>
          {['circuit', 'becomes', 'now', 'then'].map((head) => (
            <th key={head} scope="col" className="pb-1 font-normal">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {circuits.map(({ circuitId, circuit, says, before, after }) => (
          <tr key={circuitId} data-coordinated={circuitId} className="border-line border-t max-sm:grid max-sm:py-2">
            <td className="py-2 pr-3 font-semibold max-sm:py-0">{circuit}</td>
            <td className="py-2 pr-3 max-sm:py-0">{says.join('; ')}</td>
            <td className="py-2 pr-3 max-sm:hidden">
              <EightMarks answers={before} />
            </td>
            <td className="py-2">
              <EightMarks answers={after} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Left({ found: { left } }: { found: Coordinated }) {
  return (
    <section aria-label="What no choice mends" className="text-[13px]">
      <h3 className="mb-1 font-semibold">No choice of these mends</h3>
      <ul>
        {left.map(({ circuitId, circuit, question, says, tried }) => (
          <li key={`${circuitId} ${question}`} className="flex gap-2 border-line border-t py-2">
            <span className="pt-[3px]">
              <VerdictMark kind="stop" size={13} />
            </span>
            <span>
              <b className="font-semibold">{circuit}</b>, {questionWords(question)} {says}
              <span className="block text-[12px] text-quiet">{tried} choices tried</span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
