import type { StepVerdicts } from '@/core/study/supply';

/** A step of the work; without a place it is not built yet. */
export interface WorkStep {
  name: string;
  at?: string;
  verdict?: keyof StepVerdicts;
}

/** The ten steps of the work, in its order. */
export const STEPS: readonly WorkStep[] = [
  { name: 'Supply', at: 'supply', verdict: 'supply' },
  { name: 'Circuits', at: 'circuits', verdict: 'circuits' },
  { name: 'Board', verdict: 'board' },
  { name: 'Curves', verdict: 'curves' },
  { name: 'People', verdict: 'people' },
  { name: 'Surge', verdict: 'surge' },
  { name: 'Faults' },
  { name: 'Tests' },
  { name: 'Log' },
  { name: 'Handover', at: 'handover' },
];
