'use client';
import { useSearchParams } from 'next/navigation';
import { useMemo } from 'react';
import type { Job } from '@/core/job/schema/job';
import type { Query } from '@/core/queries/queries';
import { Button } from '@/ui/Button';
import { Pick } from '@/ui/Choice';
import { Select } from '@/ui/Field';
import { useAnswer, useJobState, useProgress } from '../../client/JobContext';
import { ConductorSheets } from './ConductorSheets';
import { DemandSheets } from './DemandSheets';
import { DirectorySheets } from './DirectorySheets';
import { boardsOf } from './directory';
import { EventSheets } from './EventSheets';
import { InspectionSheets } from './InspectionSheets';
import { LabelSheets } from './LabelSheets';
import { PanelSheets } from './PanelSheets';
import { PAPERS, type PaperName, PRINTS, type PrintKind, usualPaper } from './paper';
import { ReportSheet } from './ReportSheet';
import { TestSheets } from './TestSheets';
import { ToCheckSheets } from './ToCheckSheets';

/** Services, then the circuits of each board by their numbers. */
function circuitsOf(job: Job): { value: string; label: string }[] {
  const boards = boardsOf(job).map((board) => board.id);
  const place = (boardId: string | undefined): number => (boardId === undefined ? -1 : boards.indexOf(boardId));
  return Object.values(job.circuits)
    .filter((circuit) => circuit.state !== 'removed')
    .sort((a, b) => place(a.fromBoardId) - place(b.fromBoardId) || a.number.localeCompare(b.number, 'en', { numeric: true }))
    .map(({ id, number, name }) => ({ value: id, label: `${number} ${name}`.trim() }));
}

const isPaper = (name: string | null): name is PaperName => name === 'A4' || name === 'Letter';
const isPrint = (name: string | null): name is PrintKind => PRINTS.some(({ value }) => value === name);

/** What is handed over, as it will lie on paper; the browser prints it. The address holds what is chosen. */
export function HandoverScreen() {
  const search = useSearchParams();
  const job = useJobState((state) => state.job);
  const circuits = useMemo(() => circuitsOf(job), [job]);
  const [paperName, kindName, circuitName] = [search.get('paper'), search.get('print'), search.get('c')];
  const paper = isPaper(paperName) ? paperName : usualPaper(job.dialect);
  const kind = isPrint(kindName) ? kindName : 'directory';
  const circuitId =
    circuits.find(({ value }) => value === circuitName)?.value ??
    circuits.find(({ value }) => job.circuits[value]?.kind === 'final')?.value ??
    circuits[0]?.value;
  const go = (name: string, value: string) => {
    const query = new URLSearchParams(window.location.search);
    query.set(name, value);
    window.history.replaceState(null, '', `?${query}`);
  };
  const { width, height } = PAPERS[paper];
  return (
    <main className="min-w-0 flex-1 lg:overflow-y-auto">
      <style>{`@page { size: ${width}mm ${height}mm; margin: 0 }`}</style>
      <div
        data-screen
        className="sticky top-0 z-10 flex flex-wrap items-center gap-x-5 gap-y-2 border-line border-b bg-ground px-4 py-2"
      >
        <Pick label="What to print" value={kind} options={PRINTS} onChange={(to) => go('print', to)} />
        {(kind === 'report' || kind === 'conductors') && circuitId !== undefined && (
          <div className="w-60">
            <Select aria-label="Circuit" value={circuitId} options={circuits} onChange={(to) => go('c', to)} />
          </div>
        )}
        <Pick
          label="Paper"
          value={paper}
          options={Object.keys(PAPERS).map((value) => ({ value: value as PaperName, label: value }))}
          onChange={(to) => go('paper', to)}
        />
        <Button primary className="ml-auto" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: wider than a phone, scrolled by keyboard too */}
      <section aria-label="Sheets" tabIndex={0} className="relative overflow-x-auto p-4 print:p-0">
        {kind === 'directory' && (job.dialect === 'nec' ? <PanelSheets paper={paper} /> : <DirectorySheets paper={paper} />)}
        {kind === 'labels' && <LabelSheets paper={paper} />}
        {kind === 'inspection' && <InspectionSheets paper={paper} />}
        {kind === 'check' && <ToCheckSheets paper={paper} />}
        {kind === 'tests' && <TestSheets paper={paper} />}
        {kind === 'events' && <EventSheets paper={paper} />}
        {kind === 'demand' && <DemandSheets paper={paper} />}
        {kind === 'report' && circuitId !== undefined && <Reports key={circuitId} circuitIds={[circuitId]} paper={paper} />}
        {kind === 'conductors' && circuitId !== undefined && (
          <Reports key={`conductors ${circuitId}`} circuitIds={[circuitId]} paper={paper} conductors />
        )}
        {kind === 'reports' && <Reports circuitIds={circuits.map(({ value }) => value)} paper={paper} />}
      </section>
    </main>
  );
}

/** Reports of circuits, studied anew with every change of the job: what was studied before holds no longer. */
function Reports({ circuitIds, paper, conductors = false }: { circuitIds: string[]; paper: PaperName; conductors?: boolean }) {
  const query: Query = { kind: 'reports', circuitIds };
  const reports = useAnswer(query);
  const far = useProgress(query);
  if (reports === undefined)
    return (
      <p className="p-4 text-quiet" aria-busy="true">
        studying{far !== undefined && far.of > 1 && ` circuit ${far.done + 1} of ${far.of}`}
      </p>
    );
  const [only] = reports;
  if (conductors) return only === undefined ? null : <ConductorSheets circuit={only.circuit} paper={paper} />;
  return reports.map((report, index) => (
    <ReportSheet key={report.circuit.circuitId} report={report} paper={paper} page={index + 1} pages={reports.length} />
  ));
}
