import { showNumber } from '@/core/job/show';

/** A voltage in kV, three digits. */
export const kilovolts = (kV: number): string => `${showNumber(kV, 3)} kV`;
