'use client';
import { useState } from 'react';
import { word } from '@/core/job/terms';
import type { CircuitInspection, InspectedPart, InspectionStudy, Seen } from '@/core/reports/inspection';
import { cx } from '@/ui/cx';
import { Details } from '@/ui/Details';
import { useNarrow } from '@/ui/useMedia';
import { useAnswer, useJobState } from '../../../client/JobContext';
import { FactRows } from '../../../parts/facts/FactRows';
import { useArrival } from '../../../parts/frame/useArrival';
import { BoardSelect } from '../BoardSelect';
import { type BoardPlace, showBoard } from '../place';
import { ShowPick } from '../ShowPick';
import { Cabinet } from './Cabinet';
import { DeviceTable } from './DeviceTable';
import { Items } from './Items';
import { SeenBy } from './SeenBy';
import { ZONE_WORDS, zoneOf } from './zones';

/** A board as somebody inspects it: drawn from outside in, item by item, and on along its circuits to every outlet. */
export function InspectionView({ place }: { place: BoardPlace }) {
  const job = useJobState((state) => state.job);
  const study = useAnswer({ kind: 'inspection', boardId: place.boardId ?? '' });
  const walk = useAnswer({ kind: 'inspectedCircuit', circuitId: place.walkId ?? '' });
  const narrow = useNarrow();
  useArrival();
  if (study === undefined) return <main aria-busy className="flex-1" />;
  const zone = study === null || place.walkId !== null ? null : zoneOf(study, place);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <section
        aria-label={word(job.dialect, 'board')}
        className="flex flex-wrap items-center gap-x-4 gap-y-2 border-line border-b bg-raised px-3 py-2"
      >
        <BoardSelect place={place} />
        <ShowPick place={place} />
        {study !== null && <Total counts={study.counts} />}
        <span className="flex-1" />
        {!narrow && <SeenBy />}
      </section>
      {study === null ? (
        <main className="p-6 text-quiet">Nothing feeds it yet: what it is inspected for depends on that.</main>
      ) : (
        <div className="grid min-h-0 flex-1 grid-cols-1 max-lg:content-start lg:grid-cols-[396px_minmax(0,1fr)]">
          <nav aria-label="Where to look" className="min-w-0 border-line p-3 lg:overflow-y-auto lg:border-r">
            <Cabinet study={study} zone={zone} choose={(to) => showBoard(place, { zone: to, walkId: null })} />
            <p className="mt-2 text-[12px] text-quiet">
              Before the cover comes off: switch off what can be, lock it off, prove dead with a proven tester. The line side of a
              main stays live.
            </p>
            {!(narrow && zone !== null) && <Circuits study={study} place={place} />}
          </nav>
          <main className="min-w-0 p-3 lg:overflow-y-auto">
            {zone !== null && (
              <section aria-label={ZONE_WORDS[zone][job.dialect]} data-testid="inspection-items">
                <h2 className="mb-2 font-semibold text-[17px]">{ZONE_WORDS[zone][job.dialect]}</h2>
                <Items rows={study.rows.filter((row) => row.zone === zone)} codes={study.codes} whose={null} />
                {zone === 'devices' && <DeviceTable devices={study.devices} codes={study.codes} />}
              </section>
            )}
            {place.walkId !== null && walk !== undefined && walk !== null && (
              <Walk key={walk.circuitId} walk={walk} at={place.at} />
            )}
            {narrow && (
              <div className="mt-3">
                <SeenBy />
              </div>
            )}
            {narrow && zone !== null && <Circuits study={study} place={place} />}
          </main>
        </div>
      )}
    </div>
  );
}

/** How much of it was seen, and how much of that is wrong: what whoever opens the cover wants to know first. */
function Total({ counts: { asked, seen, wrong } }: { counts: Seen }) {
  return (
    <p className="flex flex-wrap items-baseline gap-x-3" data-testid="inspection-counts">
      <span className={cx('font-semibold text-[17px]', wrong > 0 && 'text-stop')}>
        {seen === 0 ? 'Not begun' : wrong === 1 ? 'one defect' : `${wrong} defects`}
      </span>
      <span className="text-quiet">
        {seen === 0 ? `${asked} items to inspect` : `${seen} of ${asked} inspected`}
        {seen > 0 && seen < asked && <span className="font-semibold text-ink">, {asked - seen} not inspected</span>}
      </span>
    </p>
  );
}

/** The circuits of the board, each with how far its outlets and cables were looked at. */
function Circuits({ study, place }: { study: InspectionStudy; place: BoardPlace }) {
  return (
    <section aria-label="Along the circuits" className="mt-3">
      <h2 className="mb-1 font-semibold">Along the circuits</h2>
      <ul className="rounded border border-line bg-raised text-[13px]">
        {study.circuits
          .filter(({ asked }) => asked > 0)
          .map(({ circuitId, number, name, asked, seen, wrong }) => (
            <li key={circuitId} className="border-line border-b last:border-b-0">
              <button
                type="button"
                aria-pressed={place.walkId === circuitId}
                onClick={() => showBoard(place, { walkId: circuitId, zone: null })}
                className={cx(
                  'flex min-h-8 w-full items-center gap-2 px-2 text-left pointer-coarse:min-h-11',
                  place.walkId === circuitId ? 'bg-chosen shadow-[inset_3px_0_0_var(--copper)]' : 'hover:bg-sunk',
                )}
              >
                <span className="w-7 shrink-0 font-semibold">{number}</span>
                <span className="min-w-0 flex-1 truncate">{name}</span>
                {wrong > 0 && <span className="font-semibold text-stop">{wrong} wrong</span>}
                <span className="whitespace-nowrap text-quiet">{seen === 0 ? 'not begun' : `${seen} of ${asked}`}</span>
              </button>
            </li>
          ))}
      </ul>
    </section>
  );
}

/** Outlets and cables of a circuit, in the order they are fed; what nobody began folds away. */
function Walk({ walk, at }: { walk: CircuitInspection; at: string | null }) {
  const circuit = useJobState((state) => state.job.circuits[walk.circuitId]);
  const first = walk.parts.find(({ counts }) => counts.seen > 0) ?? walk.parts[0];
  return (
    <div data-testid="inspection-items">
      <h2 className="mb-2 font-semibold text-[17px]">
        {circuit?.number} {circuit?.name}
      </h2>
      {walk.parts.map((part) => {
        const place = `${part.on === 'pointId' ? 'points' : 'segments'}.${part.id}`;
        const open = part === first || part.counts.seen > 0 || at?.startsWith(place) === true;
        return <Part key={part.id} part={part} place={place} codes={walk.codes} begun={open} />;
      })}
    </div>
  );
}

function Part({ part, place, codes, begun }: { part: InspectedPart; place: string; codes: boolean; begun: boolean }) {
  const { name, room, rows, counts, facts } = part;
  const [open, setOpen] = useState(begun);
  return (
    <Details open={open} setOpen={setOpen} data-part={part.id} data-fact={place} tabIndex={-1} className="mb-3">
      <summary className="flex cursor-pointer items-baseline gap-2 py-1 pointer-coarse:min-h-11 pointer-coarse:py-3">
        <span className="font-semibold first-letter:uppercase">{name}</span>
        {room !== null && <span className="text-[13px] text-quiet">{room}</span>}
        {counts.wrong > 0 && <span className="font-semibold text-[13px] text-stop">{counts.wrong} wrong</span>}
        <span className="ml-auto text-[13px] text-quiet">
          {counts.seen === 0 ? 'not begun' : `${counts.seen} of ${counts.asked} seen`}
        </span>
      </summary>
      {open && (
        <>
          <Items rows={rows} codes={codes} whose={name} />
          {facts.length > 0 && (
            <FactRows className="mt-1 max-w-[560px] px-3 pointer-coarse:gap-y-1" rows={facts.map((path) => ({ path }))} />
          )}
        </>
      )}
    </Details>
  );
}
