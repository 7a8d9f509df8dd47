'use client';
import { factAt, factPaths } from '@/core/facts/read';
import { cableWords } from '@/core/job/cableWords';
import { fromWords, VERDICT_WORDS } from '@/core/job/terms';
import type { ShownCheck } from '@/core/judging/answer';
import type { ShownCircuit } from '@/core/study/study';
import { MarginBar } from '@/ui/MarginBar';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState } from '../../client/JobContext';
import { FiguresText } from '../../parts/words/Figures';
import { BASIS_WORDS } from '../../parts/words/labels';
import type { PaperName } from './paper';
import { Sheet } from './Sheet';

/** Checks on one sheet before the next begins. */
const CHECKS_A_SHEET = 3;

interface Part {
  title: string;
  segmentId: string | undefined;
  checks: readonly ShownCheck[];
}

/** The whole working of a circuit's conductors: every check of question 2 with each table cell and factor cited, length by length. */
export function ConductorSheets({ circuit, paper }: { circuit: ShownCircuit; paper: PaperName }) {
  const job = useJobState((state) => state.job);
  const checks = circuit.answers.find((answer) => answer.question === 'protects-cable')?.checks ?? [];
  const segments = Object.values(job.segments)
    .filter((segment) => segment.circuitId === circuit.circuitId && segment.state !== 'removed')
    .sort((a, b) => (a.order < b.order ? -1 : 1));
  const of = (segmentId: string) => checks.filter(({ about }) => about.segment === segmentId);
  const rest = checks.filter(({ about }) => !segments.some(({ id }) => about.segment === id));
  const name = `${circuit.number} ${circuit.name}`.trim();
  const parts: Part[] = [
    ...segments.flatMap((segment, index) =>
      inSheets(of(segment.id)).map((some, page): Part => {
        const which = segment.name ?? (segments.length > 1 ? `length ${index + 1}` : 'cable');
        return {
          title: `${name}: ${which}${page === 0 ? '' : ', continued'}`,
          segmentId: page === 0 ? segment.id : undefined,
          checks: some,
        };
      }),
    ),
    ...inSheets(rest).map((some): Part => ({ title: `${name}: the circuit`, segmentId: undefined, checks: some })),
  ];
  return parts.map(({ title, segmentId, checks: some }, index) => (
    <Sheet key={`${title} ${some[0]?.id ?? ''}`} paper={paper} title={title} page={index + 1} pages={parts.length}>
      {segmentId !== undefined && <SegmentFacts segmentId={segmentId} />}
      {some.map((check) => (
        <CheckBlock key={check.id} check={check} />
      ))}
    </Sheet>
  ));
}

const inSheets = (checks: readonly ShownCheck[]): ShownCheck[][] =>
  Array.from({ length: Math.ceil(checks.length / CHECKS_A_SHEET) }, (_, page) =>
    checks.slice(page * CHECKS_A_SHEET, (page + 1) * CHECKS_A_SHEET),
  );

/** What is entered of a length of cable, in two columns. */
function SegmentFacts({ segmentId }: { segmentId: string }) {
  const job = useJobState((state) => state.job);
  const facts = factPaths(job, 'segments', segmentId).flatMap((path) => factAt(job, path) ?? []);
  const segment = job.segments[segmentId];
  return (
    <>
      <p className="mb-1 text-[11.5px]">{segment === undefined ? '' : cableWords(job.dialect, segment)}</p>
      <dl className="mb-3 columns-2 gap-6 text-[11.5px] leading-[15px]">
        {facts.map(({ path, name, shown, fact }) => (
          <div key={path} className="flex break-inside-avoid gap-2 border-line border-b py-[2px]">
            <dt className="min-w-0 flex-1">{name}</dt>
            <dd className="font-semibold">{shown}</dd>
            <dd className="w-14 text-right text-quiet">{fact === undefined ? '' : fromWords(fact)}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}

function CheckBlock({ check }: { check: ShownCheck }) {
  const { figures } = check;
  return (
    <section className="mb-2 break-inside-avoid border-line-strong border-t pt-1 text-[11.5px] leading-[15px]">
      <h3 className="flex items-baseline gap-2">
        <VerdictMark kind={check.verdict} size={11} />
        <b className="font-semibold">{check.title}</b>
        <span>{VERDICT_WORDS[check.verdict]}</span>
        {figures !== null && (
          <span className="ml-auto">
            <FiguresText figures={figures} />
          </span>
        )}
      </h3>
      {figures !== null && check.demand !== null && check.limit !== null && (
        <div className="my-[3px]">
          <MarginBar demand={check.demand} limit={check.limit} kind={check.verdict} />
        </div>
      )}
      <p>
        {check.because}
        {check.rule !== '' && (
          <span className="text-quiet">
            {check.because === '' ? '' : ' · '}
            {check.rule}
          </span>
        )}
      </p>
      <table className="w-full">
        <tbody>
          {check.working.map((line) => (
            <tr key={`${line.formula} ${line.values}`} className="align-baseline">
              <td className="w-[34%] pr-2">{line.formula}</td>
              <td className="pr-2 text-quiet">{line.values}</td>
              <td className="whitespace-nowrap pr-3 text-right font-semibold">{line.result}</td>
              <td className="w-[34%] text-[10.5px] text-quiet">
                {line.source} · {BASIS_WORDS[line.basis]}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
