/** American gauges of building wire, the thinnest first: NEC chapter 9, table 8 (from memory). */
export const BUILDING_GAUGES = [
  '14AWG',
  '12AWG',
  '10AWG',
  '8AWG',
  '6AWG',
  '4AWG',
  '3AWG',
  '2AWG',
  '1AWG',
  '1/0AWG',
  '2/0AWG',
  '3/0AWG',
  '4/0AWG',
] as const;
