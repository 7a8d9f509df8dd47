import { necCited } from './necCited';

/** Full-load currents of motors, A, written down from memory of the published tables; 115 V also serves 120 V, 230 V also 240 V. */
const HP = [1 / 6, 1 / 4, 1 / 3, 1 / 2, 3 / 4, 1, 1.5, 2, 3, 5, 7.5, 10] as const;
const ONE_PHASE = {
  115: [4.4, 5.8, 7.2, 9.8, 13.8, 16, 20, 24, 34, 56, 80, 100],
  208: [2.4, 3.2, 4, 5.4, 7.6, 8.8, 11, 13.2, 18.7, 30.8, 44, 55],
  230: [2.2, 2.9, 3.6, 4.9, 6.9, 8, 10, 12, 17, 28, 40, 50],
} as const;
/** Three phases at 208 V; motors below 1/2 hp are not listed. */
const THREE_PHASE_208 = [0, 0, 0, 2.4, 3.5, 4.6, 6.6, 7.5, 10.6, 16.7, 24.2, 30.8] as const;

export const MOTOR_TABLE = { one: necCited('430.6(A)(1), table 430.248'), three: necCited('430.6(A)(1), table 430.250') };
/** Conductors of one motor carry 1.25 times its table current. */
export const MOTOR_CONDUCTORS = necCited('430.22');
export const MOTOR_DEVICE = necCited('430.52(C)(1), table 430.52; 240.4(G)');
/** Equipment marked with what its conductors carry and its device may be. */
export const MARKED_CONDUCTORS = necCited('440.4(B), 440.35');
/** Motors of more than one horsepower in continuous duty. */
export const MOTOR_OVERLOAD = necCited('430.32(A)');
export const MARKED_DEVICE = necCited('440.22(C), 110.3(B); 240.4(G)');

/** Times its table current a motor's branch-circuit device may be, before the next standard rating. */
export const MOTOR_DEVICE_TIMES = { breaker: 2.5, fuse: 3, 'time-delay fuse': 1.75 } as const;

/**
 * Full-load current by the table.
 * @param hp within a hundredth of a listed rating, since fractions are typed
 * @param volts that of the circuit's lines
 * @returns A, or undefined where no such motor is listed
 */
export function motorTableA(hp: number, volts: number, lines: 1 | 2 | 3): number | undefined {
  const at = HP.findIndex((listed) => Math.abs(listed - hp) <= 0.01);
  const column =
    lines === 3
      ? near(volts, 208)
        ? THREE_PHASE_208
        : undefined
      : near(volts, 115)
        ? ONE_PHASE[115]
        : near(volts, 208)
          ? ONE_PHASE[208]
          : near(volts, 230)
            ? ONE_PHASE[230]
            : undefined;
  const cell = at < 0 ? undefined : column?.[at];
  return cell === 0 ? undefined : cell;
}
/** The tables' columns stand for 110 to 120, 208, and 220 to 240 V. */
const near = (volts: number, column: number): boolean =>
  column === 208 ? Math.abs(volts - 208) < 1 : volts >= column - 10 && volts <= column + 10;
