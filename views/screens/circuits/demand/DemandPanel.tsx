'use client';
import { Fragment, memo, useState } from 'react';
import { setFact } from '@/core/edits/rows';
import { factPaths } from '@/core/facts/read';
import type { Job } from '@/core/job/schema/job';
import { showNumber } from '@/core/job/show';
import { lineLetter, word } from '@/core/job/terms';
import type { DemandStudy, ShownCalculation } from '@/core/reports/demand';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { Select } from '@/ui/Field';
import { MarginBar } from '@/ui/MarginBar';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer, useJobState, useSession } from '../../../client/JobContext';
import { FactLine, Facts } from '../../../parts/facts/Panel';
import { goToCircuit } from '../../../parts/frame/places';
import { COLOURS } from '../../../parts/run/RunDrawing';
import { demandFigure, METHOD_WORDS } from '../../../parts/words/demandWords';
import { Missing } from './Missing';

const byOrder = (a: { order: string }, b: { order: string }): number => (a.order < b.order ? -1 : 1);

/** Facts of a board that its demand goes by, and those of who lives there, which stay folded. */
const ASKED = ['areaM2', 'demandMethod', 'meteredVa', 'managedA', 'growthPercent'];
const OCCUPANCY = ['floors', 'people', 'electronics'];

/** Beside the circuits: what a board is asked for, line by line, and what the code wants that is not there. */
export const DemandPanel = memo(function DemandPanel({ circuitId }: { circuitId: string | undefined }) {
  const job = useJobState((state) => state.job);
  const boards = Object.values(job.boards)
    .filter(({ state }) => state !== 'removed')
    .sort(byOrder);
  const [wanted, setWanted] = useState<string>();
  const circuit = circuitId === undefined ? undefined : job.circuits[circuitId];
  const boardId = wanted ?? circuit?.toBoardId ?? circuit?.fromBoardId ?? boards[0]?.id;
  const board = boards.find(({ id }) => id === boardId) ?? boards[0];
  if (board === undefined) return null;
  return (
    <aside
      aria-label="Demand, and what is missing"
      data-testid="demand"
      className="flex flex-col gap-4 border-line bg-raised p-3 max-lg:border-t lg:w-[328px] lg:shrink-0 lg:overflow-y-auto lg:border-l"
    >
      <section aria-label={`Demand of ${board.name}`} className="grid gap-2">
        <div className="flex items-center justify-between gap-2">
          <h2 className="font-semibold text-[15px]">Demand</h2>
          {boards.length > 1 ? (
            <div className="min-w-0 max-w-44">
              <Select
                aria-label={`${word(job.dialect, 'board')} whose demand is shown`}
                value={board.id}
                options={boards.map(({ id, name }) => ({ value: id, label: name }))}
                onChange={setWanted}
              />
            </div>
          ) : (
            <span className="text-[13px] text-quiet">{board.name}</span>
          )}
        </div>
        <OfBoard job={job} boardId={board.id} />
      </section>
      <Missing />
    </aside>
  );
});

function OfBoard({ job, boardId }: { job: Job; boardId: string }) {
  const demand = useAnswer({ kind: 'demand', boardId });
  const among = (fields: readonly string[]) =>
    factPaths(job, 'boards', boardId).filter((path) => fields.includes(path.split('.')[2] ?? ''));
  const current = demand?.boardId === boardId ? demand : undefined;
  if (demand === null) return <p className="text-[13px] text-quiet">Nothing feeds it.</p>;
  return (
    <>
      {current === undefined ? (
        <div className="min-h-40" aria-busy="true" />
      ) : current.calculation === null ? (
        <Lacking demand={current} />
      ) : (
        <Calculated job={job} demand={current} calculation={current.calculation} />
      )}
      <dl>
        {among(ASKED).map((path) => (
          <FactLine key={path} path={path} />
        ))}
      </dl>
      <details className="text-[13px]">
        <summary className="cursor-pointer text-quiet pointer-coarse:min-h-11 pointer-coarse:py-3">Who lives there</summary>
        <Facts paths={among(OCCUPANCY)} />
      </details>
    </>
  );
}

/** What is missing to say it. */
function Lacking({ demand }: { demand: DemandStudy }) {
  return (
    <div className="grid grid-cols-[16px_minmax(0,1fr)] items-baseline gap-2 text-[13px]">
      <VerdictMark kind="unknown" />
      <p>
        <b className="font-semibold">The demand is not known.</b> Missing: {demand.missing.map(({ what }) => what).join('; ')}.
      </p>
    </div>
  );
}

const amount = (value: number): string => showNumber(value);

function Calculated({ job, demand, calculation }: { job: Job; demand: DemandStudy; calculation: ShownCalculation }) {
  const { lines, total, unit, method } = calculation;
  // What its device carries: its fullest pole.
  const totalA = calculation.fullestA;
  const { ratedA, fullShare } = demand;
  const full = ratedA !== null && totalA > fullShare * ratedA;
  const kind = ratedA === null ? 'unknown' : totalA > ratedA ? 'stop' : full || demand.assumed ? 'caution' : 'pass';
  return (
    <>
      <div className="flex items-baseline justify-between gap-2">
        <span
          className={cx('font-semibold text-[22px]', kind === 'stop' ? 'text-stop' : kind === 'caution' ? 'text-caution' : '')}
        >
          {amount(totalA)}
          {ratedA === null ? ' A' : ` / ${amount(ratedA)} A`}
        </span>
        {unit === 'VA' && (
          <span className="text-[13px] text-quiet">
            {demandFigure(total, unit)} {unit}
          </span>
        )}
      </div>
      {ratedA !== null && (
        <>
          <MarginBar demand={totalA} limit={ratedA} kind={kind} />
          <p className="text-[13px] text-quiet">
            {Math.round((100 * totalA) / ratedA)} % of the device ahead{unit === 'VA' && ', on the heavier leg'}
            {totalA > ratedA ? ': more than it is rated for' : full ? ': above the customary 80 %' : ''}
            {demand.assumed ? '; rests on what is assumed' : ''}
          </p>
        </>
      )}
      <p className="text-[13px] text-quiet">{METHOD_WORDS[method]}</p>
      <table className="w-full border-collapse text-[13px]">
        <tbody>
          {lines.map((line) => (
            <tr key={line.id} className="border-line border-b align-baseline" title={line.rule}>
              <th scope="row" className={cx('py-[5px] pr-2 text-left font-normal', line.demand === null && 'text-quiet')}>
                {line.what}
                <span className="block text-[12px] text-quiet">{line.factor}</span>
              </th>
              <td
                className={cx(
                  'whitespace-nowrap py-[5px] text-right tabular-nums',
                  line.demand === null ? 'text-quiet' : 'font-semibold',
                )}
              >
                {demandFigure(line.demand ?? line.connected, unit)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {demand.practice !== null && <Practice demand={demand} practice={demand.practice} />}
      {demand.refused !== null && <p className="text-[13px] text-caution">{demand.refused}</p>}
      {demand.others.length > 0 && (
        <p className="text-[12px] text-quiet">
          {demand.others.map((other) => `${METHOD_WORDS[other.method]} ${amount(other.totalA)} A`).join(' · ')}
        </p>
      )}
      {demand.legs.length > 1 && <Legs job={job} demand={demand} />}
      {demand.neutral !== null && (
        <p className="text-[13px]" title={demand.neutral.rule}>
          Neutral <b className="font-semibold">{amount(demand.neutral.worstA)} A</b>
          <span className="text-quiet">, {amount(demand.neutral.balancedA)} A were its loads spread evenly</span>
        </p>
      )}
      <Spaces job={job} demand={demand} />
    </>
  );
}

/** The diversity that is stated, and what the trade's custom would make of these circuits: to be taken, as assumed. */
function Practice({ demand, practice }: { demand: DemandStudy; practice: NonNullable<DemandStudy['practice']> }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const path = `circuits.${demand.circuitId}.diversity`;
  const taken = job.circuits[demand.circuitId]?.diversity?.value === practice.share;
  return (
    <div className="grid gap-1 text-[13px]">
      <dl>
        <FactLine path={path} />
      </dl>
      <p className="flex flex-wrap items-center justify-between gap-2 text-quiet">
        <span>
          by common practice {amount(practice.totalA)} A, that is {practice.share}
        </span>
        {!taken && (
          <Button
            onClick={() =>
              session.edit(setFact(job, path, { value: Math.max(0.05, Math.min(1, practice.share)), from: 'assumed' }))
            }
          >
            Assume it
          </Button>
        )}
      </p>
    </div>
  );
}

/** Current of each line, in its colour, and what would even them. */
function Legs({ job, demand: { legs, unsaid, move } }: { job: Job; demand: DemandStudy }) {
  const most = Math.max(...legs.map(({ currentA }) => currentA), 1);
  return (
    <div className="grid gap-1">
      <h3 className="font-semibold text-[13px]">{job.dialect === 'nec' ? 'Legs' : 'Phases'}</h3>
      <div className="grid grid-cols-[24px_minmax(0,1fr)_auto] items-center gap-x-2 gap-y-1 text-[13px]">
        {legs.map(({ line, currentA }) => (
          <Fragment key={line}>
            <span>{lineLetter(job.supply, line)}</span>
            <span
              className="h-3 rounded-sm border border-line-strong"
              style={{ width: `${(100 * currentA) / most}%`, background: COLOURS[job.dialect][line] }}
              aria-hidden
            />
            <span className="text-right tabular-nums">{amount(currentA)} A</span>
          </Fragment>
        ))}
      </div>
      {move !== null && (
        <p className="text-[13px] text-quiet">
          Moving{' '}
          <button
            type="button"
            className="font-semibold text-ink underline decoration-dotted underline-offset-4 hover:text-copper pointer-coarse:min-h-11"
            onClick={() => goToCircuit(job.id, move.circuitId)}
          >
            {`${move.number} ${move.name}`.trim()}
          </button>{' '}
          to {move.to} brings them to {amount(move.differenceA)} A apart.
        </p>
      )}
      {unsaid.length > 0 && <p className="text-[12px] text-quiet">On no line yet: {unsaid.join(', ')}.</p>}
    </div>
  );
}

/** Places taken of those there are, and what growth would want. */
function Spaces({ job, demand: { spaces } }: { job: Job; demand: DemandStudy }) {
  const { present, used, wanted } = spaces;
  const places = word(job.dialect, 'spaces');
  const short = present !== null && wanted !== null && wanted > present;
  return (
    <p className={cx('text-[13px]', short ? 'text-caution' : 'text-quiet')}>
      {present === null
        ? `${used} poles in use; how many ${places} there are is not said`
        : `${present} ${places} · ${used} poles in use`}
      {wanted !== null && ` · ${wanted} with growth`}
    </p>
  );
}
