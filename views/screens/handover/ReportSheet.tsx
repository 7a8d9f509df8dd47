'use client';
import dynamic from 'next/dynamic';
import { useMemo } from 'react';
import { factAt, factPaths } from '@/core/facts/read';
import type { Job } from '@/core/job/schema/job';
import { showCurrent } from '@/core/job/show';
import { faultWord, fromWords, questionWords, VERDICT_WORDS, word } from '@/core/job/terms';
import type { ShownAnswer, ShownCheck } from '@/core/judging/answer';
import type { CircuitReport } from '@/core/queries/queries';
import type { FaultReading } from '@/core/study/study';
import { MarginBar } from '@/ui/MarginBar';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState } from '../../client/JobContext';
import { RunStrip } from '../../parts/run/Run';
import { chartModelOf } from '../../parts/words/chartModel';
import { FiguresText } from '../../parts/words/Figures';
import type { PaperName } from './paper';
import { Sheet } from './Sheet';

const TimeCurrentChart = dynamic(() => import('@/ui/charts/TimeCurrentChart').then((module) => module.TimeCurrentChart), {
  ssr: false,
  loading: () => <div className="h-full" aria-busy="true" />,
});

interface Props {
  report: CircuitReport;
  paper: PaperName;
  page: number;
  pages: number;
}

/** One circuit on one page: its run, its curves, the eight answers, what they rest on, and what was accepted. */
export function ReportSheet({ report: { circuit, chart }, paper, page, pages }: Props) {
  const job = useJobState((state) => state.job);
  const model = useMemo(() => chartModelOf(chart), [chart]);
  const board = circuit.boardId === null ? undefined : job.boards[circuit.boardId]?.name;
  const accepted = circuit.answers.flatMap((answer) =>
    answer.checks.flatMap((check) => (check.standing.kind === 'open' ? [] : [check])),
  );
  const grades = [...new Set(chart.bands.map((band) => band.grade))].join(' and ');
  return (
    <Sheet
      paper={paper}
      title={`${circuit.number} ${circuit.name}${board === undefined ? '' : `, ${board}`}`.trim()}
      page={page}
      pages={pages}
    >
      <RunStrip circuitId={circuit.circuitId} places={circuit.places} framed={false} fitted />
      <div className="mt-2 grid grid-cols-[minmax(0,1fr)_208px] gap-4">
        <div className="h-[292px]">
          {chart.bands.length === 0 ? (
            <p className="text-quiet">No band can be drawn. {chart.absent.map((each) => each.because).join('; ')}</p>
          ) : (
            <TimeCurrentChart model={model} onProbe={ignore} probeText={null} note={`${grades} bands`} paper />
          )}
        </div>
        <div>
          <Faults readings={circuit.faults} />
          <Entered job={job} circuitId={circuit.circuitId} />
        </div>
      </div>
      <table className="mt-2 w-full border-collapse text-[11.5px] leading-[15px]">
        <tbody>
          {circuit.answers.map((answer) => (
            <AnswerRow key={answer.question} answer={answer} />
          ))}
        </tbody>
      </table>
      {accepted.length > 0 && (
        <section className="mt-2 text-[11.5px] leading-[15px]">
          <h3 className="font-semibold">Accepted</h3>
          {accepted.map((check) => (
            <Accepted key={check.id} check={check} />
          ))}
        </section>
      )}
    </Sheet>
  );
}
const ignore = () => undefined;

function AnswerRow({ answer }: { answer: ShownAnswer }) {
  const { verdict, demand, limit, figures, because, rule, question } = answer;
  return (
    <tr className="border-line-strong border-t align-baseline">
      <td className="w-[104px] py-[5px] pr-2">
        <VerdictMark kind={verdict} size={11} /> <b className="font-semibold">{VERDICT_WORDS[verdict]}</b>
      </td>
      <td className="w-[186px] pr-3 font-semibold">{questionWords(question)}</td>
      <td className="w-[150px] pr-3">
        {figures !== null && (
          <>
            <FiguresText figures={figures} />
            <div className="mt-[2px] pb-[3px]">
              <MarginBar demand={demand!} limit={limit!} kind={verdict} />
            </div>
          </>
        )}
      </td>
      <td>
        {because}
        {rule !== '' && <span className="text-quiet"> · {rule}</span>}
      </td>
    </tr>
  );
}

function Accepted({ check: { title, standing, verdict } }: { check: ShownCheck }) {
  if (standing.kind === 'open') return null;
  const { by, on, reason } = standing.acceptance;
  return (
    <p>
      <b className="font-semibold">
        {title} ({VERDICT_WORDS[verdict]}):
      </b>{' '}
      {standing.kind === 'reopened' &&
        (standing.earlier ? 'open again: accepted under an earlier version. ' : 'open again, its inputs have changed since. ')}
      {reason} · {by}, {on}
    </p>
  );
}

function Faults({ readings }: { readings: readonly FaultReading[] }) {
  const dialect = useJobState((state) => state.job.dialect);
  return (
    <table className="w-full border-collapse text-[11.5px] leading-[15px]">
      <tbody>
        {readings.map(({ place, kind, currentA }) => (
          <tr key={`${place} ${kind}`} className="border-line-strong border-b">
            <td className="py-[2px]">
              {place === 'start' ? 'maximum at its start' : 'minimum at its far end'} {faultWord(dialect, kind)}
            </td>
            <td className="text-right font-semibold">{currentA === null ? 'unknown' : showCurrent(currentA)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The facts of the circuit, its device and its cable, and where each is from: `m` measured, `s` stated, `?` assumed. */
function Entered({ job, circuitId }: { job: Job; circuitId: string }) {
  const segments = Object.values(job.segments).filter(
    (segment) => segment.circuitId === circuitId && segment.state !== 'removed',
  );
  const paths = [
    ...factPaths(job, 'circuits', circuitId),
    ...Object.values(job.devices)
      .filter((device) => device.circuitId === circuitId && device.state !== 'removed')
      .flatMap((device) => factPaths(job, 'devices', device.id)),
    ...segments.flatMap((segment) => factPaths(job, 'segments', segment.id)),
  ];
  const facts = paths.flatMap((path) => {
    const place = factAt(job, path);
    return place?.fact === undefined ? [] : [{ ...place, fact: place.fact }];
  });
  return (
    <table className="mt-2 w-full border-collapse text-[10.5px] leading-[13px]">
      <caption className="sr-only">What was entered of device and {word(job.dialect, 'cable')}</caption>
      <tbody>
        {facts.map(({ path, name, shown, fact }) => (
          <tr key={path} className="border-line border-b">
            <td className="py-[1px] pr-2">{name}</td>
            <td className="text-right font-semibold">{shown}</td>
            <td className="w-12 pl-1 text-right text-quiet">{fromWords(fact)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
