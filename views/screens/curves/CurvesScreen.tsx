'use client';
import { useSearchParams } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { ShownGrade } from '@/core/reports/curves';
import { useAnswer, useJobState } from '../../client/JobContext';
import { shownCircuit } from '../../parts/frame/shownCircuit';
import { BoardMatrix } from './BoardMatrix';
import { CurvesChart } from './CurvesChart';
import { CurvesHead } from './CurvesHead';
import { DevicesPanel } from './DevicesPanel';
import { FaultPlace } from './FaultPlace';
import { PairsPanel } from './PairsPanel';
import type { CurvesPlace } from './place';
import { gradeOf, itemsOf, keepShare, modeOf, shareOf } from './place';

/**
 * Curves over each other: those of a circuit, or any; or every pair in series of the whole house. `framed`: on a page that is a place
 * of its own already.
 */
export function CurvesScreen({ framed = false }: { framed?: boolean }) {
  const search = useSearchParams();
  const wanted = search.get('c');
  const circuitId = useJobState((state) => shownCircuit(state.job, wanted));
  const place: CurvesPlace = useMemo(
    () => ({
      circuitId,
      items: itemsOf(search.get('d')),
      grade: gradeOf(search.get('g')),
      mode: modeOf(search.get('m')),
      multiples: search.get('x') === 'in',
      board: search.get('view') === 'board',
      share: shareOf(search.get('at')),
    }),
    [circuitId, search],
  );
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <CurvesHead place={place} />
      {place.board ? <BoardMatrix place={place} /> : <Bands place={place} framed={framed} />}
    </div>
  );
}

/** Until somebody chooses, those on the way of the circuit, the nearest first. */
function Bands({ place, framed }: { place: CurvesPlace; framed: boolean }) {
  const Frame = framed ? 'div' : 'main';
  const { circuitId, grade } = place;
  const chart = useAnswer({ kind: 'chart', circuitId: circuitId ?? '' });
  const own = useMemo(
    () => [...(chart?.bands.map(({ deviceId }) => deviceId) ?? []), ...(chart?.absent.map(({ deviceId }) => deviceId) ?? [])],
    [chart],
  );
  const items = place.items ?? own;
  const labels = useMemo(() => new Map(chart?.bands.map(({ deviceId, label }) => [deviceId, label])), [chart]);
  const study = useCurves(items, grade, circuitId);
  const [moved, setMoved] = useState({ circuitId, share: place.share });
  const share = moved.circuitId === circuitId ? moved.share : 1;
  const along = useAnswer({ kind: 'faultsAlong', circuitId: circuitId ?? '', share });
  const there = share === 1 || place.mode !== 'time' ? undefined : (along ?? undefined);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 max-lg:content-start lg:grid-cols-[236px_minmax(0,1fr)_344px]">
      <Frame className="order-1 flex min-w-0 flex-col gap-[10px] p-3 lg:order-2 lg:overflow-y-auto">
        {circuitId !== null && (
          <FaultPlace
            circuitId={circuitId}
            share={share}
            along={along}
            labels={labels}
            onShare={(at) => {
              setMoved({ circuitId, share: at });
              keepShare(at);
            }}
          />
        )}
        <CurvesChart place={place} items={items} study={study} there={there} />
      </Frame>
      <DevicesPanel place={place} items={items} study={study} />
      <PairsPanel place={place} study={study} />
    </div>
  );
}

const useCurves = (items: readonly string[], grade: ShownGrade, circuitId: string | null) =>
  useAnswer({ kind: 'curves', items, grade, circuitId });
