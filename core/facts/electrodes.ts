import type { Electrode } from '../job/schema/supply';
import { length, quantity, type SpecsOf, size } from './spec';

/** Facts of electrodes, in the order they are asked. */
export const SPECS: SpecsOf<Electrode> = {
  conductorSize: size(() => 'conductor to it'),
  resistanceOhm: quantity('resistance', 'impedance'),
  lengthM: length('length in the soil'),
  spacingM: length('distance to the nearest other'),
  soilOhmM: quantity('resistivity of the soil', 'soil-resistivity'),
};
