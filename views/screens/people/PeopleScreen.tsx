'use client';
import { useSearchParams } from 'next/navigation';
import { useMemo } from 'react';
import type { PeopleStudy } from '@/core/reports/people';
import { useNarrow } from '@/ui/useMedia';
import { useAnswer, useJobState } from '../../client/JobContext';
import { Chosen } from './Chosen';
import { DevicesView } from './devices/DevicesView';
import { Editions } from './Editions';
import { FootButton } from './FootButton';
import { LocalRules } from './LocalRules';
import { PeopleViews } from './PeopleViews';
import { type PeoplePlace, peoplePlace, showPeople } from './place';
import { RoomBands } from './RoomBands';
import { Totals } from './Totals';

/** Who is protected: outlet by outlet, or device by device. */
export function PeopleScreen() {
  const search = useSearchParams();
  const job = useJobState((state) => state.job);
  const place = useMemo(() => peoplePlace(job, search), [job, search]);
  return place.view === 'devices' ? <DevicesView place={place} /> : <Outlets place={place} />;
}

/** Every outlet by room with its four kinds of protection, what is asked for there, and the ways to give it. */
function Outlets({ place }: { place: PeoplePlace }) {
  const study = useAnswer({ kind: 'people' });
  if (study === undefined) return <main aria-busy className="flex-1" />;
  const chosen = place.circuitId === null ? { ...place, circuitId: firstWanting(study) } : place;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 max-lg:content-start lg:grid-cols-[minmax(0,1fr)_404px]">
      <main className="min-w-0 p-3 lg:overflow-y-auto">
        <PeopleViews view="outlets" />
        <Totals study={study} />
        {study.rooms.length === 0 ? (
          <p className="rounded border border-line bg-raised p-4 text-quiet">
            No outlet is entered yet: they are drawn with their rooms on the Circuits screen.
          </p>
        ) : (
          <RoomBands study={study} place={chosen} choose={showPeople} />
        )}
        <LocalRules circuitId={chosen.circuitId} />
        <Editions />
        <Below study={study} place={chosen} />
      </main>
      <Chosen study={study} place={chosen} />
    </div>
  );
}

/** On a phone what is asked for stands below all rooms: in a word at the foot, with the way there. */
function Below({ study, place }: { study: PeopleStudy; place: PeoplePlace }) {
  const narrow = useNarrow();
  const job = useJobState((state) => state.job);
  const name = job.points[place.pointId ?? '']?.name ?? job.circuits[place.circuitId ?? '']?.name;
  if (!narrow || name === undefined) return null;
  const shown = study.rooms
    .flatMap(({ points }) => points)
    .filter(({ circuitId, pointId }) => circuitId === place.circuitId && (place.pointId === null || pointId === place.pointId));
  const open = shown.flatMap(({ asked }) => asked).filter(({ verdict }) => verdict === 'stop').length;
  return <FootButton to="what-is-asked" name={name} says={open === 0 ? 'nothing lacks' : `${open} lacking`} />;
}

/** The circuit of the outlet that wants it sooner: the first stop, else the first there is. */
function firstWanting({ rooms }: PeopleStudy): PeoplePlace['circuitId'] {
  const points = rooms.flatMap((room) => room.points);
  return (points.find(({ verdict }) => verdict === 'stop') ?? points[0])?.circuitId ?? null;
}
