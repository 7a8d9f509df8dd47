'use client';
import { useState } from 'react';
import type { Circuit, Point } from '@/core/job/schema/circuit';
import type { Job } from '@/core/job/schema/job';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { PeopleAsked, PeoplePoint, PeopleStudy } from '@/core/reports/people';
import { Details } from '@/ui/Details';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState, useOwnAnswer } from '../../client/JobContext';
import { FactRows } from '../../parts/facts/FactRows';
import { FixCard } from '../../parts/facts/FixCard';
import { PointFacts } from '../../parts/facts/PointPanel';
import { LocalRule } from './LocalRule';
import { ProtectionOptions } from './ProtectionOptions';
import type { PeoplePlace } from './place';
import { ResetFigure } from './signs';

/** What is asked for at the chosen outlets, what mends it, the ways to give it, and what each test button kills. */
export function Chosen({ study, place }: { study: PeopleStudy; place: PeoplePlace }) {
  const job = useJobState((state) => state.job);
  const circuit = job.circuits[place.circuitId ?? ''];
  if (circuit === undefined) return <aside className="border-line lg:border-l" />;
  const all = study.rooms.flatMap(({ points }) => points).filter(({ circuitId }) => circuitId === circuit.id);
  const point = place.pointId === null ? undefined : job.points[place.pointId];
  const shown = point === undefined ? all : all.filter(({ pointId }) => pointId === point.id);
  return (
    <aside
      id="what-is-asked"
      aria-label="What is required"
      className="grid content-start gap-5 border-line p-3 max-lg:border-t lg:overflow-y-auto lg:border-l"
    >
      <section aria-label="Asked for" data-testid="asked">
        <h2 className="font-semibold text-[17px] leading-tight">
          {point === undefined ? `${circuit.number} ${circuit.name}`.trim() : point.name}
        </h2>
        <p className="mb-2 text-[13px] text-quiet">{saidOf(shown, job, circuit, point)}</p>
        <AskedList points={shown} circuitId={circuit.id} pointId={place.pointId} />
        {shown.some(({ columns }) => columns.arc.asked !== null) && study.arcs[circuit.id] !== undefined && (
          <p className="py-2 text-[13px] text-quiet" data-testid="arc-sentence">
            {study.arcs[circuit.id]}
          </p>
        )}
        {point !== undefined && <Ungrounded point={point} />}
        {point !== undefined && <OutletFacts point={point} key={point.id} />}
      </section>
      <Mends circuitId={circuit.id} />
      <ProtectionOptions circuitId={circuit.id} />
      <Buttons study={study} circuitId={circuit.id} />
    </aside>
  );
}

function saidOf(points: readonly PeoplePoint[], job: Job, { name, number }: Circuit, point: Point | undefined): string {
  if (point !== undefined) {
    const room = job.rooms[point.roomId ?? '']?.name;
    return [room, `on ${number} ${name}`.trim()].filter((each) => each !== undefined).join(', ');
  }
  const outlets = points.length === 1 ? '1 outlet' : `${points.length} outlets`;
  const rooms = new Set(points.map(({ pointId }) => job.points[pointId ?? '']?.roomId));
  return `${outlets} in ${rooms.size === 1 ? '1 room' : `${rooms.size} rooms`}`;
}

const ORDER = ['stop', 'unknown', 'caution', 'pass', 'not-applicable'] as const;

/** Of each kind the worst, with the outlets it is of. */
function AskedList({
  points,
  circuitId,
  pointId,
}: {
  points: readonly PeoplePoint[];
  circuitId: string;
  pointId: string | null;
}) {
  const byKind = new Map<string, { asked: PeopleAsked; points: PeoplePoint[] }[]>();
  for (const point of points)
    for (const asked of point.asked) {
      // What is in order stands together, whatever rules ask for it.
      const key = `${asked.word} ${asked.verdict} ${asked.because} ${asked.verdict === 'pass' ? '' : asked.rule}`;
      byKind.set(key, [...(byKind.get(key) ?? []), { asked, points: [point] }]);
    }
  const rows = [...byKind.values()]
    .map((each) => ({ asked: each[0]!.asked, points: each.flatMap((one) => one.points), all: each.map((one) => one.asked) }))
    .sort((a, b) => ORDER.indexOf(a.asked.verdict) - ORDER.indexOf(b.asked.verdict));
  if (rows.length === 0)
    return <p className="border-line border-t py-2 text-[13px]">No additional protection is required here.</p>;
  return (
    <ul className="border-line border-t">
      {rows.map(({ asked, points: of, all }) => (
        <li key={`${asked.kind} ${asked.verdict} ${asked.because}`} className="border-line border-b py-2 text-[13px]">
          <div className="flex items-start gap-2">
            <span className="mt-0.5">
              <VerdictMark kind={asked.verdict} label={VERDICT_WORDS[asked.verdict]} />
            </span>
            <div className="min-w-0 flex-1">
              <p className="font-semibold">{asked.word}</p>
              {asked.verdict !== 'unknown' && asked.because !== asked.word && <p>{asked.because}</p>}
              {pointId === null && of.length > 0 && <p className="text-quiet">{of.map(({ name }) => name).join(', ')}</p>}
              <p className="text-[12px] text-quiet">{rulesOf(all)}</p>
            </div>
            {asked.verdict !== 'pass' && asked.rows.length > 0 && (
              <LocalRule asked={asked} circuitId={circuitId} pointId={pointId} />
            )}
          </div>
          {asked.verdict === 'unknown' && <Missing asked={all} />}
        </li>
      ))}
    </ul>
  );
}

/** Clauses, each once, the edition said once. */
const rulesOf = (asked: readonly PeopleAsked[]): string => [...new Set(asked.map(({ rule }) => rule))].join('; ');

/** What is missing, entered where it is read. */
function Missing({ asked }: { asked: readonly PeopleAsked[] }) {
  const missing = [...new Map(asked.flatMap((each) => each.missing).map((each) => [each.path, each])).values()];
  return <FactRows rows={missing} className="mt-1 ml-6" />;
}

/** What may stand in the place of an outlet without an equipment ground, and the words it then bears. */
function Ungrounded({ point }: { point: Point }) {
  const nec = useJobState((state) => state.job.dialect === 'nec');
  const to = point.earthTo?.value;
  if (!nec || point.kind !== 'socket' || (to !== 'none' && to !== 'unearthed-box')) return null;
  return (
    <div className="border-line border-b py-2 text-[13px]" data-testid="ungrounded">
      <p className="font-semibold">No equipment ground: permitted in its place</p>
      <ul className="list-disc pl-5">
        <li>a receptacle without a ground contact</li>
        <li>a GFCI receptacle marked “No Equipment Ground”</li>
        <li>one with a ground contact behind a GFCI, marked “GFCI Protected” and “No Equipment Ground”</li>
      </ul>
      <p className="text-[12px] text-quiet">406.4(D)(2); nothing is connected to its ground contact, from it or onward</p>
    </div>
  );
}

function OutletFacts({ point }: { point: Point }) {
  const [open, setOpen] = useState(false);
  return (
    <Details open={open} setOpen={setOpen} className="pt-2">
      <summary className="cursor-pointer text-[13px] text-quiet pointer-coarse:min-h-11 pointer-coarse:py-3">
        Facts of {point.name}
      </summary>
      {open && <PointFacts point={point} />}
    </Details>
  );
}

/** Fixes tried by studying the whole job with each. */
function Mends({ circuitId }: { circuitId: string }) {
  const fixes = useOwnAnswer({ kind: 'fixes', circuitId })?.filter(({ question }) => question === 'saves-person') ?? [];
  if (fixes.length === 0) return null;
  return (
    <section aria-label="Remedies" data-testid="mends">
      <h2 className="mb-1 font-semibold">Remedies</h2>
      {fixes.map((fix) => (
        <FixCard key={fix.command.label} fix={fix} />
      ))}
    </section>
  );
}

/** What each test button of the circuit kills, what it leaves, and where its reset is. */
function Buttons({ study, circuitId }: { study: PeopleStudy; circuitId: string }) {
  const job = useJobState((state) => state.job);
  const buttons = study.buttons.filter(({ kills }) => kills.some((each) => each.circuitId === circuitId));
  return (
    <section aria-label="Test buttons" data-testid="buttons">
      <h2 className="mb-1 font-semibold">What each test button kills</h2>
      {buttons.length === 0 && <p className="text-[13px] text-quiet">No device with a test button is on the way.</p>}
      <ul className="grid gap-3">
        {buttons.map(({ deviceId, name, label, where, reached, kills, leaves }) => {
          const point = job.points[job.devices[deviceId]?.pointId ?? ''];
          return (
            <li key={deviceId} className="flex gap-3 border-line border-t pt-2 text-[13px]">
              <ResetFigure
                heightM={point?.heightM?.value}
                behind={point?.behind}
                reached={reached}
                inBoard={point === undefined}
              />
              <div className="min-w-0">
                <p className="font-semibold">
                  {name} <span className="font-normal text-quiet">{label}</span>
                </p>
                <p className={reached === false ? 'font-semibold text-stop' : 'text-quiet'}>
                  reset: {where}
                  {reached === null ? ', reach not said' : reached ? '' : ', out of reach'}
                </p>
                {kills.map((each) => (
                  <p key={each.circuitId}>{each.circuitId === circuitId ? each.points.join(', ') : `all of ${each.name}`}</p>
                ))}
                {leaves.length > 0 && (
                  <p>
                    <span className="font-semibold">stays alive:</span> {leaves.join(', ')}
                  </p>
                )}
              </div>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
