import type { Dialect } from '@/core/job/terms';

export type PaperName = 'A4' | 'Letter';
/** Sizes in mm (ISO 216; ANSI/ASME Y14.1 A). */
export const PAPERS: Readonly<Record<PaperName, { width: number; height: number }>> = {
  A4: { width: 210, height: 297 },
  Letter: { width: 215.9, height: 279.4 },
};
export const MARGIN_MM = 13;
export const usualPaper = (dialect: Dialect): PaperName => (dialect === 'nec' ? 'Letter' : 'A4');

const PX_PER_MM = 96 / 25.4;
export const px = (mm: number): number => mm * PX_PER_MM;

export type PrintKind =
  | 'directory'
  | 'labels'
  | 'inspection'
  | 'check'
  | 'tests'
  | 'events'
  | 'demand'
  | 'report'
  | 'reports'
  | 'conductors';
export const PRINTS: readonly { value: PrintKind; label: string }[] = [
  { value: 'directory', label: 'Circuit directory' },
  { value: 'labels', label: 'Labels' },
  { value: 'inspection', label: 'Inspection' },
  { value: 'check', label: 'To check' },
  { value: 'tests', label: 'Tests' },
  { value: 'events', label: 'Faults tried' },
  { value: 'demand', label: 'Demand' },
  { value: 'report', label: 'Circuit report' },
  { value: 'reports', label: 'All reports' },
  { value: 'conductors', label: 'Conductors' },
];
