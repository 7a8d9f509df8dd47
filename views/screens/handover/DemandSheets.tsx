'use client';
import { lineLetter } from '@/core/job/terms';
import { useAnswer, useJobState } from '../../client/JobContext';
import { demandFigure, METHOD_WORDS } from '../../parts/words/demandWords';
import { boardsOf } from './directory';
import type { PaperName } from './paper';
import { Sheet } from './Sheet';

/** The demand of every board, line by line with its clauses. */
export function DemandSheets({ paper }: { paper: PaperName }) {
  const job = useJobState((state) => state.job);
  const boards = boardsOf(job);
  return boards.map(({ id, name }, index) => (
    <Sheet key={id} paper={paper} title={`${name}: demand`} page={index + 1} pages={boards.length}>
      <OfBoard boardId={id} />
    </Sheet>
  ));
}

function OfBoard({ boardId }: { boardId: string }) {
  const job = useJobState((state) => state.job);
  const demand = useAnswer({ kind: 'demand', boardId });
  if (demand === undefined) return <p aria-busy="true">studying</p>;
  if (demand === null) return <p>Nothing feeds it.</p>;
  const { calculation, ratedA, missing, neutral, legs, refused, assumed } = demand;
  if (calculation === null) return <p>The demand is not known. Missing: {missing.map(({ what }) => what).join('; ')}.</p>;
  const { lines, unit, total, fullestA: totalA, method } = calculation;
  return (
    <>
      <p className="mb-2 text-[12px]">
        By {METHOD_WORDS[method]}
        {refused !== null && `; ${refused}`}
        {assumed && '; rests on what is assumed'}
      </p>
      <table className="w-full border-collapse text-[12px]">
        <thead>
          <tr className="border-ink border-b text-left text-[11px]">
            <th scope="col" className="py-1 pr-3 font-semibold">
              What
            </th>
            <th scope="col" className="py-1 pr-3 font-semibold">
              Counted
            </th>
            <th scope="col" className="py-1 pr-3 text-right font-semibold">
              Connected, {unit}
            </th>
            <th scope="col" className="py-1 pr-3 text-right font-semibold">
              Demand, {unit}
            </th>
            <th scope="col" className="py-1 font-semibold">
              Rule
            </th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.id} className="border-line-strong border-b align-baseline">
              <td className="py-1 pr-3">{line.what}</td>
              <td className="py-1 pr-3 text-quiet">{line.factor}</td>
              <td className="py-1 pr-3 text-right tabular-nums">{demandFigure(line.connected, unit)}</td>
              <td className="py-1 pr-3 text-right font-semibold tabular-nums">
                {line.demand === null ? '' : demandFigure(line.demand, unit)}
              </td>
              <td className="py-1 text-[11px] text-quiet">{line.rule}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 font-semibold text-[15px]">
        {unit === 'VA' && `${demandFigure(total, unit)} VA · `}
        {demandFigure(totalA, 'A')}
        {ratedA === null
          ? ' A'
          : ` / ${demandFigure(ratedA, 'A')} A, ${Math.round((100 * totalA) / ratedA)} % of the device ahead${unit === 'VA' ? ', on the heavier leg' : ''}`}
      </p>
      {legs.length > 1 && (
        <p className="text-[12px]">
          {legs.map(({ line, currentA }) => `${lineLetter(job.supply, line)} ${demandFigure(currentA, 'A')} A`).join(' · ')}
          {neutral !== null && ` · neutral ${demandFigure(neutral.worstA, 'A')} A (${neutral.rule})`}
        </p>
      )}
    </>
  );
}
