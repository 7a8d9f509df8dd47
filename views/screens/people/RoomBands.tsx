'use client';
import type { Job } from '@/core/job/schema/job';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { Given, PeoplePoint, PeopleRoom, PeopleStudy } from '@/core/reports/people';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState } from '../../client/JobContext';
import { Panel } from '../../parts/facts/Panel';
import { RoomFacts } from '../../parts/facts/RoomPanel';
import type { PeoplePlace } from './place';
import { OutletSign } from './signs';
import { COLUMN_WORDS, COLUMNS } from './words';

const GRID = 'grid grid-cols-[minmax(0,1fr)_repeat(4,44px)] sm:grid-cols-[minmax(0,1fr)_repeat(4,92px)] items-center gap-x-1';

/** Rooms under each other, their outlets with what protects each in four ways; never one kind in the place of another. */
export function RoomBands({
  study,
  place,
  choose,
}: {
  study: PeopleStudy;
  place: PeoplePlace;
  choose: (place: Pick<PeoplePlace, 'circuitId' | 'pointId'>) => void;
}) {
  const job = useJobState((state) => state.job);
  return (
    <section aria-label="Outlets by room" data-testid="bands" className="rounded border border-line bg-raised">
      <div
        className={cx(
          GRID,
          'sticky top-0 z-10 rounded-t lg:-top-3 border-line border-b bg-raised px-3 py-1.5 text-[12px] text-quiet',
        )}
      >
        <span>outlet</span>
        {COLUMNS.map((column) => (
          <span key={column} className="text-center leading-tight">
            {column === 'groundFault' && job.dialect === 'nec'
              ? 'ground fault'
              : column === 'groundFault'
                ? 'residual'
                : COLUMN_WORDS[column].short}
          </span>
        ))}
      </div>
      {study.rooms.map((room) => (
        <Band key={room.roomId ?? 'none'} job={job} room={room} place={place} choose={choose} />
      ))}
    </section>
  );
}

function Band({
  job,
  room,
  place,
  choose,
}: {
  job: Job;
  room: PeopleRoom;
  place: PeoplePlace;
  choose: (place: Pick<PeoplePlace, 'circuitId' | 'pointId'>) => void;
}) {
  const row = job.rooms[room.roomId ?? ''];
  return (
    <section aria-label={room.name} data-room={room.roomId ?? 'none'} className="border-line border-b last:border-b-0">
      <h2 className="flex items-baseline gap-2 bg-sunk px-3 py-0.5 text-[13px] pointer-coarse:items-center">
        {row === undefined ? (
          <span className="font-semibold italic">{room.name}</span>
        ) : (
          <Panel
            label={`Room ${room.name}`}
            trigger={room.name}
            className="border-line-strong border-b border-dotted font-semibold"
          >
            <RoomFacts room={row} />
          </Panel>
        )}
        <span className="truncate text-[12px] text-quiet">
          {[row?.use?.value.replaceAll('-', ' '), room.floor]
            .filter((each) => each != null && each.toLowerCase() !== room.name.toLowerCase())
            .join(' · ')}
        </span>
      </h2>
      <ul>
        {room.points.map((point) => (
          <li key={point.id} className="border-line border-t first:border-t-0">
            <button
              type="button"
              data-outlet={point.id}
              data-verdict={point.verdict}
              aria-pressed={place.pointId === point.pointId && point.pointId !== null}
              onClick={() => choose({ circuitId: point.circuitId, pointId: point.pointId })}
              className={cx(
                GRID,
                'min-h-9 w-full border-l-[3px] px-3 text-left pointer-coarse:min-h-11',
                point.circuitId === place.circuitId ? 'border-copper bg-chosen' : 'border-transparent hover:bg-sunk',
                point.pointId !== null && place.pointId === point.pointId && 'outline-2 outline-copper -outline-offset-2',
              )}
            >
              <span className="flex min-w-0 items-center gap-2">
                <OutletSign kind={point.kind} />
                <span className="min-w-0 leading-tight">
                  <span className="block truncate font-semibold text-[13px]">{point.name}</span>
                  <span className="block truncate text-[12px] text-quiet">
                    {[point.number, point.loads.join(', ')].filter((each) => each !== '').join(' · ')}
                  </span>
                </span>
                {marksOpen(point) && (
                  <span className="ml-auto">
                    <VerdictMark kind={worstMark(point)} label={`marks and place: ${VERDICT_WORDS[worstMark(point)]}`} />
                  </span>
                )}
              </span>
              {COLUMNS.map((column) => (
                <Cell key={column} given={point.columns[column]} job={job} own={point.pointId} />
              ))}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

const ofMarks = ({ asked }: PeoplePoint) => asked.filter(({ column, verdict }) => column === null && verdict !== 'pass');
const marksOpen = (point: PeoplePoint): boolean => ofMarks(point).length > 0;
const ORDER = ['stop', 'unknown', 'caution'] as const;
const worstMark = (point: PeoplePoint) =>
  ORDER.find((verdict) => ofMarks(point).some((each) => each.verdict === verdict)) ?? 'caution';

/** What protects in one way; with a mark only where something is asked for. */
function Cell({ given, job, own }: { given: Given; job: Job; own: string | null }) {
  const { label, asked, resetPointId, unsure } = given;
  const reset =
    resetPointId === null ? undefined : resetPointId === own ? 'reset here' : `reset ${job.points[resetPointId]?.name ?? ''}`;
  const says = label ?? (unsure ? '?' : asked === null ? '–' : asked.verdict === 'unknown' ? '?' : 'none');
  return (
    <span
      className="grid justify-items-center leading-tight"
      title={asked === null ? undefined : `${asked.rule}: ${asked.because}`}
    >
      <span className="flex max-w-full items-center gap-1">
        {asked !== null && <VerdictMark kind={asked.verdict} label={VERDICT_WORDS[asked.verdict]} />}
        <span
          className={cx(
            'truncate text-[12px] max-sm:sr-only',
            label === null ? 'text-quiet' : 'font-semibold',
            asked?.verdict === 'stop' && 'font-semibold text-stop',
          )}
        >
          {says}
        </span>
        {asked === null && <span className="text-[12px] text-quiet sm:hidden">{label === null ? '–' : '•'}</span>}
      </span>
      {reset !== undefined && <span className="max-w-full truncate text-[12px] text-quiet max-sm:sr-only">{reset}</span>}
    </span>
  );
}
