'use client';
import { showNumber } from '@/core/job/show';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { CircuitTests, TestLine } from '@/core/reports/tests';
import { useAnswer } from '../../client/JobContext';
import type { PaperName } from './paper';
import { rowsOnPage, Sheet } from './Sheet';

/** Heights of a row and of what stands beside the rows, in px. */
const ROW_PX = 19;
const BESIDE_PX = 190;

/** The schedule of tests: what each is held to and what was read; what was not is left open to be written in. */
export function TestSheets({ paper }: { paper: PaperName }) {
  const study = useAnswer({ kind: 'tests' });
  if (study === undefined) return <p className="p-4 text-quiet">studying</p>;
  const pages = inPages(study.circuits, rowsOnPage(paper, ROW_PX, BESIDE_PX));
  return pages.map((circuits, index) => (
    <Sheet
      key={circuits[0]!.circuitId + circuits[0]!.lines[0]!.key}
      paper={paper}
      title="Schedule of tests"
      page={index + 1}
      pages={pages.length}
    >
      {index === 0 && (
        <p className="mb-2 text-[12px]">
          {study.done} of {study.of} tests done{study.stops > 0 && `, ${study.stops === 1 ? 'one stop' : `${study.stops} stops`}`}
          . Not tested is a limitation, never a pass.
        </p>
      )}
      <table className="w-full border-collapse text-[11.5px] leading-[15px]">
        <thead>
          <tr className="border-ink border-b text-left">
            {['Test', 'Held to', 'Read', 'Verdict', 'When, by'].map((head) => (
              <th key={head} scope="col" className="py-[1px] pr-2 font-semibold">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        {circuits.map((circuit) => (
          <tbody key={circuit.circuitId + circuit.lines[0]!.key}>
            <tr>
              <th scope="rowgroup" colSpan={5} className="border-line-strong border-b pt-1 text-left font-semibold">
                {circuit.number} {circuit.name} <span className="font-normal text-quiet">{circuit.label}</span>
              </th>
            </tr>
            {circuit.lines.map((line) => (
              <Row key={line.key} line={line} />
            ))}
          </tbody>
        ))}
      </table>
    </Sheet>
  ));
}

function Row({ line: { name, optional, limit, reading, verdict, because, unit } }: { line: TestLine }) {
  const wrong = verdict !== null && verdict !== 'pass';
  return (
    <tr className="border-line border-b align-top">
      <td className="w-[34%] py-[1px] pr-2 pl-3">
        {name}
        {optional && <span className="text-quiet"> · practice</span>}
      </td>
      <td className="w-[24%] py-[1px] pr-2 text-quiet">{limit}</td>
      <td className="w-[14%] whitespace-nowrap py-[1px] pr-2 font-semibold tabular-nums">
        {reading === null ? <span className="font-normal text-quiet">……… {unit}</span> : said(reading)}
      </td>
      <td className="py-[1px] pr-2">
        {verdict === null ? '' : VERDICT_WORDS[verdict]}
        {wrong && because !== '' && `: ${because}`}
      </td>
      <td className="w-[14%] py-[1px] text-quiet">
        {reading !== null && `${reading.at.slice(0, 10)}${reading.by === null ? '' : `, ${reading.by}`}`}
      </td>
    </tr>
  );
}

const said = ({ value, unit, outcome }: NonNullable<TestLine['reading']>): string => {
  if (value !== null) return `${outcome === 'off-scale' ? '> ' : ''}${showNumber(value)} ${unit}`;
  return (outcome ?? '').replace('-', ' ');
};

/** Circuits by the rows they take; one that fits on no page goes on on the next. */
function inPages(circuits: readonly CircuitTests[], most: number): CircuitTests[][] {
  const pages: CircuitTests[][] = [[]];
  let left = most;
  for (const circuit of circuits) {
    let lines = circuit.lines;
    while (lines.length > 0) {
      // A head alone at the foot of a page says nothing.
      if (left < Math.min(3, lines.length + 1)) {
        pages.push([]);
        left = most;
      }
      const here = lines.slice(0, Math.max(1, Math.floor(left) - 1));
      pages.at(-1)!.push({ ...circuit, lines: here });
      left -= here.length + 1.2;
      lines = lines.slice(here.length);
    }
  }
  return pages.filter((page) => page.length > 0);
}
