import type { Dialect } from '@/core/job/terms';
import type { StepVerdicts } from '@/core/reports/supply';

/** What may be chosen at a place. */
export type PlacePart = 'circuitId' | 'question' | 'at' | 'print' | 'view';

/** A step of the work with its screen; without a route it is not built yet. */
export interface Screen {
  name: string;
  /** What it is called under the NEC, where that is another word. */
  nec?: string;
  /** Pressed after `g` to go there. */
  key: string;
  route?: string;
  /** What of a place its address holds. */
  query?: readonly PlacePart[];
  verdict?: keyof StepVerdicts;
}

/** The ten steps of the work, in its order. */
export const SCREENS: readonly Screen[] = [
  { name: 'Supply', key: '1', route: 'supply', query: ['at'], verdict: 'supply' },
  { name: 'Circuits', key: '2', route: 'circuits', query: ['circuitId', 'question', 'at', 'view'], verdict: 'circuits' },
  { name: 'Board', nec: 'Panel', key: '3', route: 'board', query: ['circuitId', 'at'], verdict: 'board' },
  { name: 'Curves', key: '4', route: 'curves', query: ['circuitId'], verdict: 'curves' },
  { name: 'People', key: '5', route: 'people', query: ['circuitId', 'at'], verdict: 'people' },
  { name: 'Surge', key: '6', route: 'surge', query: ['circuitId'], verdict: 'surge' },
  { name: 'Faults', key: '7', route: 'faults', query: ['circuitId'] },
  { name: 'Tests', key: '8', route: 'tests', query: ['circuitId'] },
  { name: 'Log', key: '9', route: 'log', query: ['circuitId'] },
  { name: 'Handover', key: '0', route: 'handover', query: ['circuitId', 'print'] },
];

/** A step by its name in a dialect. */
export const screenName = ({ name, nec }: Screen, dialect: Dialect): string => (dialect === 'nec' ? (nec ?? name) : name);
