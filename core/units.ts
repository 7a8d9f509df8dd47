/** A quantity in thousandths of its unit: 0.03 A is 30 mA, 0.4 s is 400 ms, 0.00425 m is 4.25 mm. */
export const milli = (quantity: number): number => quantity * 1000;

/** A quantity in thousands of its unit: 6000 A is 6 kA, 11 000 W is 11 kW. */
export const kilo = (quantity: number): number => quantity / 1000;

/** The quantity whose thousandths these are: 30 mA is 0.03 A, 350 mΩ is 0.35 Ω. */
export const fromMilli = kilo;

/** The quantity whose thousands these are: 6 kA is 6000 A, 60 kcmil is 60 000 cmil. */
export const fromKilo = milli;

/** A share in hundredths: 0.8 is 80 %. */
export const inPercent = (share: number): number => share * 100;

/** The share so many hundredths are: 33 % is 0.33. */
export const ofPercent = (percent: number): number => percent / 100;
