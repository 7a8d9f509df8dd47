import { expose } from 'comlink';
import { timeAt } from '@/core/curves/edge';
import { overcurrentBand } from '@/core/devices/bands';
import { applyChanges, type RowChange } from '@/core/job/changes';
import type { Job } from '@/core/job/schema/job';
import type { Verdict } from '@/core/judging/answer';
import { type CircuitChart, circuitChart } from '@/core/study/chart';
import type { Finding } from '@/core/study/findings';
import type { Fix } from '@/core/study/fixes';
import { type Counts, type ShownCircuit, type Study, shownCircuit, studyJob } from '@/core/study/study';
import { type StepVerdicts, type SupplyStudy, stepVerdicts, supplyStudy } from '@/core/study/supply';

/** What the desk shows of a study: marks of every circuit, everything of the chosen one. */
export interface DeskStudy {
  verdict: Verdict;
  counts: Counts;
  marks: { circuitId: string; verdict: Verdict; answers: readonly Verdict[] }[];
  circuit: ShownCircuit | null;
  chart: CircuitChart | null;
  findings: readonly Finding[];
  supply: SupplyStudy;
  steps: StepVerdicts;
}

/** A circuit with all its answers and its curves. */
export interface CircuitReport {
  circuit: ShownCircuit;
  chart: CircuitChart;
}

/** When the bands of a circuit open at a current. */
export interface ProbeLine {
  deviceId: string;
  fastS: number;
  slowS: number;
}

let job: Job | undefined;
let study: Study | undefined;
/** Counts requests that change what is shown. */
let turn = 0;

function present(circuitId: string | null): DeskStudy {
  turn += 1;
  if (job === undefined) throw new Error('no job is open');
  study ??= studyJob(job);
  const { verdict, counts, circuits, findings } = study;
  const supply = supplyStudy(job, study);
  const chosen = circuits.find((circuit) => circuit.circuitId === circuitId);
  return {
    verdict,
    counts,
    findings,
    supply,
    steps: stepVerdicts(study, supply),
    marks: circuits.map((circuit) => ({
      circuitId: circuit.circuitId,
      verdict: circuit.verdict,
      answers: circuit.verdicts,
    })),
    circuit: chosen === undefined ? null : shownCircuit(chosen),
    chart: chosen === undefined ? null : circuitChart(chosen.facts),
  };
}

const worker = {
  /** A job as text: parsing it is quicker than having it copied. */
  open(jobText: string, circuitId: string | null): DeskStudy {
    job = JSON.parse(jobText) as Job;
    study = undefined;
    return present(circuitId);
  },
  change(changes: RowChange[], circuitId: string | null): DeskStudy {
    if (job === undefined) throw new Error('no job is open');
    job = applyChanges(job, changes);
    study = undefined;
    return present(circuitId);
  },
  choose(circuitId: string | null): DeskStudy {
    return present(circuitId);
  },
  /** Fixes of a circuit, or null where another request came in meanwhile: trying them all takes longer than a key press. */
  async fixes(circuitId: string): Promise<Fix[] | null> {
    if (job === undefined) throw new Error('no job is open');
    study ??= studyJob(job);
    const mine = turn;
    // Read when first wanted: commands bring the whole schema with them, and the first study needs none of it.
    const { tryFixes } = await import('@/core/study/fixes');
    if (mine !== turn) return null;
    const trying = tryFixes(job, study, circuitId);
    for (;;) {
      const step = trying.next();
      if (step.done === true) return step.value;
      await new Promise((resolve) => setTimeout(resolve));
      if (mine !== turn) return null;
    }
  },
  /** Everything of several circuits at once, for the print. */
  reports(circuitIds: string[]): CircuitReport[] {
    if (job === undefined) throw new Error('no job is open');
    study ??= studyJob(job);
    const byId = new Map(study.circuits.map((circuit) => [circuit.circuitId, circuit]));
    return circuitIds.flatMap((id) => {
      const circuit = byId.get(id);
      return circuit === undefined ? [] : [{ circuit: shownCircuit(circuit), chart: circuitChart(circuit.facts) }];
    });
  },
  probe(deviceIds: string[], currentA: number): ProbeLine[] {
    return deviceIds.flatMap((deviceId) => {
      const device = job?.devices[deviceId];
      const band = device === undefined ? undefined : overcurrentBand(device);
      if (band === undefined || !band.known) return [];
      const { fast, slow, holdsA } = band.value;
      return [
        {
          deviceId,
          fastS: currentA <= holdsA ? Number.POSITIVE_INFINITY : timeAt(fast, currentA),
          slowS: timeAt(slow, currentA),
        },
      ];
    });
  },
};

export type StudyWorker = typeof worker;
expose(worker);
