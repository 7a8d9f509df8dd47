import { FaultNetwork } from '../core/network/faults';
import { wiringsOf } from '../core/network/paths';
import { splitHouse, star, threePhaseHouse } from '../core/testing/houses';
import { Netlist, type Ohm, ohmAtRatio, solve } from '../core/testing/simulator';
import { type Figure, spread } from './study.bench';

const TREES = 12;

/** Three phases, a service and a final circuit: the same tree for the program and for the simulator. */
const SERVICE: Ohm = [0.0105, 0.0016];
const CABLE: Ohm = [0.163, 0];

/** One fault on one tree: the program from the job's rows on, the simulator from its netlist on. */
export async function networkFigures(): Promise<Figure[]> {
  const ours: number[] = [];
  const theirs: number[] = [];
  for (let turn = 0; turn < 12 * TREES; turn++) {
    const job = turn % 2 === 0 ? threePhaseHouse(star()) : splitHouse();
    const circuit = turn % 2 === 0 ? 'far' : 'outlets';
    const from = performance.now();
    const wirings = wiringsOf(job);
    const fault = new FaultNetwork(wirings).leastAtEnd(wirings.byCircuit.get(circuit)!, 'L-PE');
    if (!fault.known) throw new Error('the fault is not known');
    const between = performance.now();
    const net = new Netlist(50);
    for (const [index, phase] of ['a', 'b', 'c'].entries())
      net.source(`e${phase}`, '0', 230, -120 * index).z(`e${phase}`, `b${phase}`, ohmAtRatio(0.07, 2), SERVICE);
    net.z('0', 'pe', SERVICE).z('ba', 'end', CABLE).z('pe', 'epe', CABLE).sense('f', 'end', 'epe');
    const { amperes } = await solve(net);
    if (!(amperes('f') > 0)) throw new Error('the simulator found no current');
    if (turn >= 4 * TREES) {
      ours.push(between - from);
      theirs.push(performance.now() - between);
    }
  }
  const [program, simulator] = [spread(ours).median, spread(theirs).median];
  const ratio = simulator / program;
  return [
    {
      what: 'a fault on a tree, program against circuit simulator',
      measured: `${program.toFixed(2)} ms against ${simulator.toFixed(2)} ms, ${ratio.toFixed(0)} times faster`,
      wanted: 'at least 20 times',
      ok: ratio >= 20,
    },
  ];
}
