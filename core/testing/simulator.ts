import { Simulation } from 'eecircuit-engine';

/** Resistance and reactance in Ω. */
export type Ohm = readonly [r: number, x: number];

export const ohmAtRatio = (ohm: number, xOverR: number): Ohm => {
  const r = ohm / Math.hypot(1, xOverR);
  return [r, r * xOverR];
};

/** A network written node by node for the circuit simulator, one frequency. Node '0' is the reference. */
export class Netlist {
  private readonly lines: string[] = [];
  private count = 0;
  constructor(private readonly hertz = 50) {}

  private next(): number {
    this.count += 1;
    return this.count;
  }

  /** An impedance between two nodes. */
  z(a: string, b: string, ...parts: readonly Ohm[]): this {
    let from = a;
    for (const [index, [r, x]] of parts.entries()) {
      const id = this.next();
      const to = index === parts.length - 1 ? b : `x${id}`;
      this.lines.push(`R${id} ${from} m${id} ${Math.max(r, 1e-12)}`);
      this.lines.push(`L${id} m${id} ${to} ${Math.max(x, 1e-12) / (2 * Math.PI * this.hertz)}`);
      from = to;
    }
    return this;
  }

  /** A voltage source. */
  source(plus: string, minus: string, volts: number, degrees = 0): this {
    this.lines.push(`V${this.next()} ${plus} ${minus} DC 0 AC ${volts} ${degrees}`);
    return this;
  }

  /** A bolted connection whose current is read under a name. */
  sense(name: string, a: string, b: string): this {
    this.lines.push(`V${name} ${a} ${b} DC 0 AC 0`);
    return this;
  }

  /**
   * An ideal transformer: the secondary's voltage is `ratio` times the primary's, the primary's current `ratio` times the
   * secondary's.
   */
  ideal(p1: string, p2: string, s1: string, s2: string, ratio: number): this {
    const id = this.next();
    this.lines.push(`E${id} e${id} ${s2} ${p1} ${p2} ${ratio}`);
    this.lines.push(`Vt${id} e${id} ${s1} DC 0 AC 0`);
    this.lines.push(`F${id} ${p1} ${p2} Vt${id} ${ratio}`);
    return this;
  }

  text(): string {
    return ['network', ...this.lines, `.ac lin 1 ${this.hertz} ${this.hertz}`, '.end'].join('\n');
  }
}

let running: Promise<Simulation> | undefined;
/** The simulator, started once. */
export function simulator(): Promise<Simulation> {
  running ??= (async () => {
    const simulation = new Simulation();
    await simulation.start();
    return simulation;
  })();
  return running;
}

export interface Solved {
  /** Size of a sensed current, A. */
  amperes: (name: string) => number;
  /** Size of the voltage between two nodes, V. */
  volts: (a: string, b?: string) => number;
}

let asked = 0;
/** How often a network is run again where the engine answers with the one before: it does when its worker goes from file to file. */
const MOST_RUNS = 10;

/** Runs a network until the answer is its own: each has a node no other has. */
async function run(netlist: Netlist) {
  const simulation = await simulator();
  asked += 1;
  const mark = `q${asked}x${Math.floor(performance.now())}`;
  const text = netlist.text().replace(/\n\.ac /, `\nR${mark} ${mark} 0 1\n.ac `);
  for (let times = 0; times < MOST_RUNS; times += 1) {
    simulation.setNetList(text);
    const result = await simulation.runSim();
    if (result.variableNames.some((name) => name.includes(mark))) return result;
  }
  throw new Error(`the simulator does not answer: ${text}`);
}

/** Solves a network. */
export async function solve(netlist: Netlist): Promise<Solved> {
  const result = await run(netlist);
  const read = (name: string): { real: number; img: number } => {
    const found = result.data.find((each) => each.name === name);
    if (found === undefined) throw new Error(`${name} is not in the result`);
    return found.values[0] as { real: number; img: number };
  };
  return {
    amperes: (name) => {
      const { real, img } = read(`i(v${name.toLowerCase()})`);
      return Math.hypot(real, img);
    },
    volts: (a, b = '0') => {
      const at = (node: string) => (node === '0' ? { real: 0, img: 0 } : read(`v(${node.toLowerCase()})`));
      const [one, other] = [at(a), at(b)];
      return Math.hypot(one.real - other.real, one.img - other.img);
    },
  };
}
