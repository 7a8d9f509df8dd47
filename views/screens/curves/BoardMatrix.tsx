'use client';
import { showCurrent, showLength } from '@/core/job/show';
import { word } from '@/core/job/terms';
import type { SelectivityStudy, SeriesPair } from '@/core/reports/selectivity';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer, useJobState } from '../../client/JobContext';
import { type CurvesPlace, showCurves } from './place';

/** Every pair in series of the house: who is under whom, and how far only the lower one opens. */
export function BoardMatrix({ place }: { place: CurvesPlace }) {
  const study = useAnswer({ kind: 'selectivity' });
  if (study === undefined) return <main aria-busy className="flex-1 p-6 text-quiet" />;
  if (study.pairs.length === 0) return <main className="flex-1 p-6 text-quiet">No device of this job is under another.</main>;
  return (
    <main className="min-h-0 flex-1 overflow-auto p-3">
      <p className="mb-2 text-[13px] text-quiet">
        Each device under those ahead of it: up to which current only it opens. Press a pair to see its curves.
      </p>
      <Matrix study={study} place={place} />
    </main>
  );
}

function Matrix({ study: { upstream, downstream, pairs }, place }: { study: SelectivityStudy; place: CurvesPlace }) {
  const circuits = useJobState((state) => state.job.circuits);
  const look = (pair: SeriesPair) =>
    showCurves(place, { board: false, circuitId: pair.circuitId, items: [pair.downstreamId, pair.upstreamId] });
  return (
    <table data-testid="matrix" className="border-separate border-spacing-0 text-[13px]">
      <thead>
        <tr>
          <th
            scope="col"
            className="sticky top-0 left-0 z-10 border-line border-b bg-ground py-2 pr-4 text-left font-normal text-quiet"
          >
            under
          </th>
          {upstream.map(({ id, label, name }) => (
            <th key={id} scope="col" className="sticky top-0 border-line border-b border-l bg-ground px-3 py-2 text-left">
              <span className="block text-[15px]">{label}</span>
              <span className="block max-w-44 truncate font-normal text-quiet">{name}</span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {downstream.map(({ id, label, circuitId }) => (
          <tr key={id}>
            <th scope="row" className="sticky left-0 border-line border-b bg-ground py-1 pr-4 text-left">
              <span className="text-[15px]">{label}</span>
              <span className="block max-w-52 truncate font-normal text-quiet">
                {circuits[circuitId]?.number} {circuits[circuitId]?.name}
              </span>
            </th>
            {upstream.map((up) => {
              const pair = pairs.find(({ downstreamId, upstreamId }) => downstreamId === id && upstreamId === up.id);
              return (
                <td key={up.id} className="border-line border-b border-l p-0">
                  {pair !== undefined && <Cell pair={pair} onLook={() => look(pair)} />}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What comes of a fault to earth under two residual devices. */
const RESIDUAL_WORDS = {
  pass: 'total',
  'not-applicable': 'total',
  caution: 'both may trip',
  stop: 'both may trip',
  unknown: 'not known',
} as const;

function Cell({ pair, onLook }: { pair: SeriesPair; onLook: () => void }) {
  const dialect = useJobState((state) => state.job.dialect);
  const { verdict, limitA, maxA, sentence, fromM, overcurrent, residual } = pair;
  const total = limitA !== null && maxA !== null && limitA >= maxA;
  return (
    <button
      type="button"
      title={sentence}
      onClick={onLook}
      className="flex min-h-11 w-full items-center gap-2 px-3 py-1 text-left hover:bg-chosen"
    >
      <VerdictMark kind={verdict} label={verdict} />
      <span>
        <span className="block font-semibold text-[15px]">
          {!overcurrent
            ? RESIDUAL_WORDS[residual ?? 'unknown']
            : limitA === null
              ? 'not known'
              : total
                ? 'total'
                : `to ${showCurrent(limitA)}`}
        </span>
        {overcurrent && residual !== null && (
          <span className="block text-[12px] text-quiet">
            to {word(dialect, 'earth')}: {RESIDUAL_WORDS[residual]}
          </span>
        )}
        {!overcurrent && <span className="block text-[12px] text-quiet">to {word(dialect, 'earth')}</span>}
        {!total && maxA !== null && <span className="block text-[12px] text-quiet">of {showCurrent(maxA)}</span>}
        {fromM !== null && (
          <span className="block text-[12px] text-quiet">
            {dialect === 'nec' ? 'coordinated' : 'selective'} beyond {showLength(fromM, dialect)}
          </span>
        )}
      </span>
    </button>
  );
}
