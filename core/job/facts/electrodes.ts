import { quantity, type Specs, size } from './spec';

/** Facts of electrodes, in the order they are asked. */
export const SPECS: Specs = {
  conductorSize: size(() => 'conductor to it'),
  resistanceOhm: quantity('resistance', 'impedance'),
};
