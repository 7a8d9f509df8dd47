'use client';
import { showTime } from '@/core/job/show';
import { MARK_WORDS } from '@/core/job/terms';
import type { EventStudy, KeptShown, RacerShown } from '@/core/reports/event';
import { useAnswer } from '../../client/JobContext';
import type { PaperName } from './paper';
import { rowsOnPage, Sheet } from './Sheet';

/** Heights of a line of text and of what is at the head and the foot of a page, in px. */
const ROW_PX = 19;
const BESIDE_PX = 150;

/** Events kept with the job: what was tried, what comes of it, who trips and when. */
export function EventSheets({ paper }: { paper: PaperName }) {
  const kept = useAnswer({ kind: 'keptEvents' });
  if (kept === undefined) return <p className="p-4 text-quiet">working them out</p>;
  if (kept.length === 0)
    return (
      <p className="p-4 text-quiet" data-testid="no-events">
        No event is kept with this job. Try one on Faults and keep it.
      </p>
    );
  const pages = inPages(kept, rowsOnPage(paper, ROW_PX, BESIDE_PX));
  return pages.map((events, index) => (
    <Sheet key={events[0]!.id} paper={paper} title="Faults tried" page={index + 1} pages={pages.length}>
      {index === 0 && (
        <p className="mb-2 text-[12px]">
          Worked out with everything else as it is entered; figures of the body are for adults, 15 to 100 Hz, and reach no bath or
          pool. Nobody is safe because a device trips.
        </p>
      )}
      {events.map((each) => (
        <Event key={each.id} of={each} />
      ))}
    </Sheet>
  ));
}

function Event({ of: { event, on, study, wrong } }: { of: KeptShown }) {
  const told = `kept ${on}`;
  if (study === null)
    return (
      <section className="border-ink border-t py-2 text-[12px]">
        <b>{event}</b>: not worked out, {wrong}; {told}
      </section>
    );
  return (
    <section className="break-inside-avoid border-ink border-t py-2 text-[12px] leading-[19px]" data-event>
      <h3 className="flex justify-between gap-4 font-semibold text-[13px]">
        <span>
          {study.title}, {study.circuit} {study.where}
          {study.when === '' ? '' : `, ${study.when}`}
        </span>
        <span className="whitespace-nowrap font-normal text-[11.5px] text-quiet">{told}</span>
      </h3>
      <p>
        <b>{study.sentence}.</b> {study.why}
      </p>
      {study.missing.length > 0 && <p>Not known: {study.missing.map(({ what }) => what).join('; ')}.</p>}
      {study.lines.map(({ mark, label, value }) => (
        <p key={`${label} ${value}`}>
          {label}: {value}
          {mark !== null && <b> ({MARK_WORDS[mark]})</b>}
        </p>
      ))}
      {study.racers.map((racer) => (
        <p key={racer.deviceId}>{racerText(racer)}</p>
      ))}
    </section>
  );
}

const racerText = ({ name, sees, earliestS, latestS, notCounted }: RacerShown): string =>
  `${name}, ${sees}: ${
    earliestS === null
      ? 'does not trip'
      : `${earliestS === 0 ? '0 s' : showTime(earliestS)} to ${latestS === null ? 'perhaps never' : showTime(latestS)}`
  }${notCounted === null ? '' : `; not counted on: ${notCounted}`}`;

/** Letters on a line of the page, from which lines are counted. */
const LETTERS = 105;
const linesOf = (text: string): number => Math.ceil(text.length / LETTERS);
function rowsOf({ study }: KeptShown): number {
  if (study === null) return 2;
  const { sentence, why, lines, racers, missing }: EventStudy = study;
  return (
    2 +
    linesOf(`${sentence}. ${why}`) +
    (missing.length > 0 ? 1 : 0) +
    lines.reduce((sum, { label, value }) => sum + linesOf(`${label}: ${value}`), 0) +
    racers.reduce((sum, racer) => sum + linesOf(racerText(racer)), 0)
  );
}
function inPages(kept: readonly KeptShown[], rows: number): KeptShown[][] {
  const pages: KeptShown[][] = [[]];
  let left = rows - 2;
  for (const each of kept) {
    const needs = rowsOf(each);
    if (needs > left && pages.at(-1)!.length > 0) {
      pages.push([]);
      left = rows;
    }
    pages.at(-1)!.push(each);
    left -= needs;
  }
  return pages;
}
