import type { Electrode } from '../job/schema/supply';
import { type Asks, asked } from './question';
import { length, quantity, type SpecsOf, size } from './spec';

/** Facts of electrodes, in the order they are asked. */
export const SPECS: SpecsOf<Electrode> = {
  conductorSize: size(() => 'conductor to it'),
  resistanceOhm: quantity('resistance', 'impedance'),
  lengthM: length('length in the soil'),
  spacingM: length('distance to the nearest other'),
  soilOhmM: quantity('resistivity of the soil', 'soil-resistivity'),
};

/** Each of them as it is asked. */
export const ASKED: Asks<typeof SPECS> = {
  conductorSize: asked('look', ['What size is the earthing conductor to {x}?', 'What size is the GEC to {x}?']),
  resistanceOhm: asked('measure', 'What is the resistance of {x}?', [
    'by an earth tester, lead off',
    'by a ground resistance tester, lead off',
  ]),
  lengthM: asked('look', 'How much of {x} is in the soil?'),
  spacingM: asked('measure', 'How far is {x} from the nearest other electrode?'),
  soilOhmM: asked('measure', 'What is the resistivity of the soil at {x}?'),
};
