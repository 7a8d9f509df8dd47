import type { CircuitFacts } from '../../house/facts';
import { word } from '../../job/terms';
import type { Check } from '../../judging/answer';
import { ruled } from '../../judging/judge';
import type { Source } from '../../tables/source';

const RULE = {
  nec: { standard: 'NEC', edition: '', clause: '210.21(B)', basis: 'memory' },
  iec: { standard: 'IEC 60364-5-51', edition: '2005', clause: '512.1.2', basis: 'memory' },
} as const satisfies Record<string, Source>;

/** What this question leaves open, said where it is open: outlets may be rated too low, or too high, for their circuit. */
export function outletsInfo({ circuit, house, job }: CircuitFacts): Check[] {
  const plugs = circuit.use === 'sockets' || circuit.use === 'mixed' || house.socketsOf(circuit.id).length > 0;
  if (circuit.kind !== 'final' || !plugs) return [];
  const outlets = `${word(job.dialect, 'socket')}s`;
  const title = `Ratings of the ${outlets}`;
  return [
    ruled('outlets', title, 'not-applicable', `not assessed yet: look whether the ${outlets} suit the device`, RULE[job.dialect]),
  ];
}
