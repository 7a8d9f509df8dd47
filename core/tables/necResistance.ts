/**
 * Conductors in American sizes: direct-current resistance at 75 °C, uncoated copper and aluminium, Ω per 1000 ft.
 * Where the table lists a solid and a stranded conductor, both: `[solid, stranded]`.
 */

type PerKft = number | readonly [solid: number, stranded: number];

export const NEC_RESISTANCE_OHM_PER_KFT: Readonly<Record<'Cu' | 'Al', Readonly<Record<string, PerKft>>>> = {
  Cu: {
    '18AWG': [7.77, 7.95],
    '16AWG': [4.89, 4.99],
    '14AWG': [3.07, 3.14],
    '12AWG': [1.93, 1.98],
    '10AWG': [1.21, 1.24],
    '8AWG': [0.764, 0.778],
    '6AWG': 0.491,
    '4AWG': 0.308,
    '3AWG': 0.245,
    '2AWG': 0.194,
    '1AWG': 0.154,
    '1/0AWG': 0.122,
    '2/0AWG': 0.0967,
    '3/0AWG': 0.0766,
    '4/0AWG': 0.0608,
    '250kcmil': 0.0515,
    '300kcmil': 0.0429,
    '350kcmil': 0.0367,
    '400kcmil': 0.0321,
    '500kcmil': 0.0258,
    '600kcmil': 0.0214,
    '750kcmil': 0.0171,
  },
  Al: {
    '12AWG': [3.18, 3.25],
    '10AWG': [2.0, 2.04],
    '8AWG': [1.26, 1.28],
    '6AWG': 0.808,
    '4AWG': 0.508,
    '3AWG': 0.403,
    '2AWG': 0.319,
    '1AWG': 0.253,
    '1/0AWG': 0.201,
    '2/0AWG': 0.159,
    '3/0AWG': 0.126,
    '4/0AWG': 0.1,
    '250kcmil': 0.0847,
    '300kcmil': 0.0707,
    '350kcmil': 0.0605,
    '400kcmil': 0.0529,
    '500kcmil': 0.0424,
    '600kcmil': 0.0353,
    '750kcmil': 0.0282,
  },
};

/** Reactance at 60 Hz, Ω per 1000 ft: in a plastic raceway or cable, and in a steel raceway. */

export const NEC_REACTANCE_OHM_PER_KFT: Readonly<Record<string, readonly [plastic: number, steel: number]>> = {
  '14AWG': [0.058, 0.073],
  '12AWG': [0.054, 0.068],
  '10AWG': [0.05, 0.063],
  '8AWG': [0.052, 0.065],
  '6AWG': [0.051, 0.064],
  '4AWG': [0.048, 0.06],
  '3AWG': [0.047, 0.059],
  '2AWG': [0.045, 0.057],
  '1AWG': [0.046, 0.057],
  '1/0AWG': [0.044, 0.055],
  '2/0AWG': [0.043, 0.054],
  '3/0AWG': [0.042, 0.052],
  '4/0AWG': [0.041, 0.051],
  '250kcmil': [0.041, 0.052],
  '300kcmil': [0.041, 0.051],
  '350kcmil': [0.04, 0.05],
  '400kcmil': [0.04, 0.049],
  '500kcmil': [0.039, 0.048],
  '600kcmil': [0.039, 0.048],
  '750kcmil': [0.038, 0.048],
};

/**
 * Alternating-current resistance at 75 °C and 60 Hz, three singles in a raceway, Ω per 1000 ft: plastic, steel. What skin
 * and steel add to the large sizes; the cells of smaller ones are those of table 8 in two figures, and left out.
 */
export const NEC_AC_OHM_PER_KFT: Readonly<
  Record<'Cu' | 'Al', Readonly<Record<string, readonly [plastic: number, steel: number]>>>
> = {
  Cu: {
    '3/0AWG': [0.077, 0.079],
    '4/0AWG': [0.062, 0.063],
    '250kcmil': [0.052, 0.054],
    '300kcmil': [0.044, 0.045],
    '350kcmil': [0.038, 0.039],
    '400kcmil': [0.033, 0.035],
    '500kcmil': [0.027, 0.029],
    '600kcmil': [0.023, 0.025],
    '750kcmil': [0.019, 0.021],
  },
  Al: {
    '250kcmil': [0.085, 0.086],
    '300kcmil': [0.071, 0.072],
    '350kcmil': [0.061, 0.063],
    '400kcmil': [0.054, 0.055],
    '500kcmil': [0.043, 0.045],
    '600kcmil': [0.036, 0.038],
    '750kcmil': [0.029, 0.031],
  },
};

/** Change of resistance per kelvin from 75 °C (note 2 to table 8). */
export const NEC_COEFFICIENT_PER_K = { Cu: 0.00323, Al: 0.0033 } as const;
/** Feet in a kilofoot, in metres. */
export const M_PER_KFT = 304.8;
