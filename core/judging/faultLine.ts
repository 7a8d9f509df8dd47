import type { Fault } from '../network/fault';
import type { Source } from '../tables/source';
import type { WorkingLine } from './answer';
import { figure, line } from './judge';

const LOOP: Source = { standard: 'IEC 60909-0', edition: '2016', clause: 'table 1 voltage factors; I = c·U/Z', basis: 'memory' };

/** Working line of a fault current: every source that feeds it, with the cable from it. */
export function faultLine(fault: Fault): WorkingLine {
  const { feeds, said, state, when, currentA } = fault;
  const parts = feeds.map(({ source, cable }) => {
    const angle = source.z === undefined ? ', angle not known' : '';
    return `${figure(source.emfV)} V / |${figure(source.ohm)} Ω by ${source.from}${angle} + (${figure(cable.re)} + j${figure(cable.im)}) Ω|`;
  });
  return line(
    `I = U/|Z source + Z cable| (${said}, ${state === 'MAX' ? 'maximum' : 'minimum'}, ${when})`,
    parts.join(' + '),
    `${figure(currentA)} A, loop ${figure(fault.loopOhm)} Ω`,
    LOOP,
  );
}

export { LOOP as LOOP_SOURCE };
