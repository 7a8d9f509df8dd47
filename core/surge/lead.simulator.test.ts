import { describe, expect, it } from 'vitest';
import { LEAD_H_PER_M, LEAD_WAVES } from '../tables/surge';
import { simulator } from '../testing/simulator';

/** Time constant and size of an 8/20 wave as t³·exp(−t/τ), t in µs, of a peak of one. */
const TAU_US = 3.911;
const SIZE = 0.01243;
const PEAK_A = 10_000;

/** The greatest voltage over a metre of lead by an 8/20 wave, V, and the volt-seconds over its rise: the simulator's own integration. */
async function simulated(): Promise<{ mostV: number; meanV: number }> {
  const simulation = await simulator();
  const wave = `${SIZE * PEAK_A}*(time*1e6)*(time*1e6)*(time*1e6)*exp(0-time*1e6/${TAU_US})`;
  simulation.setNetList(
    ['lead', `B1 0 a I=${wave}`, `L1 a 0 ${LEAD_H_PER_M}`, 'Rlead a 0 1e9', '.tran 10n 40u 0 10n', '.end'].join('\n'),
  );
  for (let times = 0; times < 10; times += 1) {
    const result = await simulation.runSim();
    const of = (name: string) => result.data.find((each) => each.name === name)?.values as number[] | undefined;
    const [volts, time] = [of('v(a)'), of('time')];
    if (volts === undefined || time === undefined) continue;
    const rising = volts.findIndex((each, at) => at > 10 && each < 0);
    const area = volts.slice(1, rising).reduce((sum, each, at) => sum + each * (time[at + 1]! - time[at]!), 0);
    return { mostV: Math.max(...volts), meanV: area / 8e-6 };
  }
  throw new Error('the simulator does not answer');
}

describe('the drop of a lead under an 8/20 wave, by the circuit simulator', () => {
  it('is at its steepest what is judged with, and over its rise of 8 µs the mean that is named, each within 1 %', async () => {
    const { mostV, meanV } = await simulated();
    const of = (id: string) => LEAD_WAVES.find((each) => each.id === id)!.voltsPerM;
    expect(Math.abs(mostV / of('8-20-peak') - 1)).toBeLessThan(0.01);
    expect(Math.abs(meanV / of('8-20-mean') - 1)).toBeLessThan(0.01);
  });
});
