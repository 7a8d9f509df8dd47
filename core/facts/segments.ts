import type { Segment } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { lengthUnit } from '../job/show';
import { protectiveWord, word } from '../job/terms';
import type { PLAIN } from './plain';
import { type Asks, asked } from './question';
import {
  type Applies,
  type AppliesTo,
  british,
  choice,
  iec,
  nec,
  type Option,
  quantity,
  type Row,
  type Spec,
  type SpecOf,
  type SpecsOf,
  said,
  size,
  wires,
  yesNo,
} from './spec';

const INSULATIONS = {
  iec: [
    { value: 'PVC70', label: 'PVC 70 °C' },
    { value: 'XLPE90', label: 'XLPE 90 °C' },
  ],
  nec: [
    { value: 'THHN90', label: 'THHN 90 °C, dry or damp' },
    { value: 'THWN2-90', label: 'THWN-2 90 °C' },
    { value: 'XHHW2-90', label: 'XHHW-2 90 °C' },
    { value: 'USE2-90', label: 'USE-2 90 °C' },
    { value: 'THW75', label: 'THW 75 °C' },
    { value: 'THWN75', label: 'THWN 75 °C' },
    { value: 'TW60', label: 'TW 60 °C' },
  ],
} as const;

/** Methods of IEC 60364-5-52 table B.52.1 in a word or two; 100 to 103 are the flat-cable methods of BS 7671 table 4D5. */
const METHODS: readonly Option[] = [
  { value: 'A1', label: 'A1 conduit in insulation' },
  { value: 'A2', label: 'A2 cable in insulation' },
  { value: 'B1', label: 'B1 singles in conduit' },
  { value: 'B2', label: 'B2 cable in conduit' },
  { value: 'C', label: 'C on the wall' },
  { value: 'D1', label: 'D1 duct in the soil' },
  { value: 'D2', label: 'D2 in the soil' },
  { value: 'E', label: 'E in free air' },
  { value: 'F', label: 'F singles in free air' },
  { value: '100', label: '100 over ceiling, thin insulation' },
  { value: '101', label: '101 over ceiling, thick insulation' },
  { value: '102', label: '102 stud wall, touching' },
  { value: '103', label: '103 stud wall, in insulation' },
];

/** Where armour or a raceway leads a fault back, its section stands in the protective conductor's place. */
function protectiveSection(job: Job, row: Row): Spec {
  const path = 'protectivePath' in row ? row.protectivePath : undefined;
  const steel = path === 'armour' || path === 'raceway';
  const spec = size(() => protectiveWord(job))(job, row);
  return steel ? { ...spec, label: `section of the ${word(job.dialect, path)}` } : spec;
}

const ofSegment =
  (applies: (segment: Segment) => boolean): AppliesTo =>
  (_, row) =>
    applies(row as Segment);
const metals =
  (label: (job: Job) => string): SpecOf =>
  (job, row) =>
    choice(label(job), [
      { value: 'Cu', label: 'copper' },
      { value: 'Al', label: word(job.dialect, 'aluminium') },
    ])(job, row);

/** Facts of segments, in the order they are asked. */
export const SPECS: SpecsOf<Segment> = {
  lengthM: ({ dialect }) => ({
    label: 'length',
    how: { kind: 'quantity', edge: 'length', usual: lengthUnit(dialect) },
  }),
  lineSize: size((dialect) => word(dialect, 'line')),
  neutralSize: size((dialect) => word(dialect, 'neutral')),
  protectiveSize: protectiveSection,
  material: metals(() => 'material'),
  protectiveMaterial: metals((job) => `material of the ${protectiveWord(job)}`),
  insulation: ({ dialect }) => ({ label: 'insulation', how: { kind: 'choice', options: INSULATIONS[dialect] } }),
  method: choice('installation method', METHODS),
  ambientC: ({ dialect }) => ({
    label: 'ambient temperature',
    how: { kind: 'quantity', edge: 'temperature', usual: dialect === 'nec' ? '°F' : '°C' },
  }),
  groupedCircuits: said('grouped', 'count'),
  loadedConductors: quantity('current-carrying conductors in the raceway or bundle', 'count'),
  soilKmPerW: quantity('thermal resistivity of the soil', 'soil'),
  terminalC: choice('temperature the terminals may take', [
    { value: 60, label: '60 °C' },
    { value: 70, label: '70 °C' },
    { value: 75, label: '75 °C' },
    { value: 90, label: '90 °C' },
  ]),
  concealed: choice('cable concealment', [
    { value: 'shallow', label: 'less than 50 mm deep, in the zones' },
    { value: 'off-zones', label: 'less than 50 mm deep, outside the zones' },
    { value: 'deep', label: '50 mm deep or more' },
    { value: 'protected', label: 'in earthed metal, or behind it' },
    { value: 'metal-partition', label: 'in a partition with metal parts' },
    { value: 'not', label: 'in none' },
  ]),
  throughBath: yesNo('passes through zone 1 or 2 of a bath', 'passes through', 'not'),
  jacket: choice('colour of the sheath', ['white', 'yellow', 'orange', 'black', 'other']),
  diameterM: ({ dialect }) => ({
    label: 'outside, the wider way',
    how: { kind: 'quantity', edge: 'length', usual: dialect === 'nec' ? 'in' : 'mm' },
  }),
  raceway: choice('raceway', [
    'EMT',
    'RMC',
    'IMC',
    'FMC',
    { value: 'PVC40', label: 'PVC schedule 40' },
    { value: 'PVC80', label: 'PVC schedule 80' },
  ]),
  racewaySize: choice('trade size', ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2']),
  racewayWires: wires('every wire in the raceway'),
  returnMohmPerM: quantity('resistance of the metal that carries a fault back', 'resistance-per-length'),
};

const inRaceway: AppliesTo = (job, row) =>
  nec(job, row) && ((row as Segment).place === 'raceway' || (row as Segment).construction === 'singles');

/** Where a fact says something; one that is not named here does everywhere. */
export const APPLIES: Applies = {
  // Under the NEC what is counted are conductors; circuits only where they were entered before.
  groupedCircuits: ({ dialect }, row) => dialect === 'iec' || (row as Segment).groupedCircuits !== undefined,
  loadedConductors: nec,
  protectiveMaterial: ofSegment(({ protectivePath }) => (protectivePath ?? 'conductor') === 'conductor'),
  method: iec,
  concealed: (job, row) => british(job, row) && ['in-wall', 'raceway', 'wet', undefined].includes((row as Segment).place),
  throughBath: british,
  soilKmPerW: ofSegment(({ place, method }) => place === 'buried' || method?.value === 'D1' || method?.value === 'D2'),
  // Sheaths have colours by size in the American trade alone.
  jacket: (job, row) => nec(job, row) && ['NM-B', 'UF-B'].includes((row as Segment).construction ?? ''),
  // Of singles only where somebody looked at how they are bent.
  diameterM: ({ inspections }, row) =>
    (row as Segment).construction !== 'singles' ||
    Object.values(inspections).some(({ segmentId, item }) => segmentId === row.id && item === 'bend-radius'),
  raceway: inRaceway,
  racewaySize: inRaceway,
  racewayWires: inRaceway,
  returnMohmPerM: ofSegment(({ protectivePath }) => protectivePath === 'raceway' || protectivePath === 'armour'),
};

/** Each of them as it is asked. */
export const ASKED: Asks<typeof SPECS> & Asks<typeof PLAIN.segments> = {
  lengthM: asked('measure', 'How long is {x}?', 'paced out or by tape, with what goes up and down'),
  lineSize: asked(
    'look',
    ['What size are the line conductors of {x}?', 'What size are the hots of {x}?'],
    'printed on the sheath',
  ),
  neutralSize: asked('look', 'What size is the neutral of {x}?', 'printed on the sheath'),
  protectiveSize: asked('look', [
    'What size is the protective conductor of {x}?',
    'What size is the grounding conductor of {x}?',
  ]),
  material: asked(
    'look',
    ['Is {x} copper or aluminium?', 'Is {x} copper or aluminum?'],
    'the colour of a bared end, or the print on the sheath',
  ),
  protectiveMaterial: asked('look', [
    'Is the protective conductor of {x} copper or aluminium?',
    'Is the grounding conductor of {x} copper or aluminum?',
  ]),
  insulation: asked('look', 'Which insulation has {x}?', 'printed on the sheath or the conductors'),
  method: asked('look', 'How is {x} installed?', 'where it runs for the worst of its length'),
  ambientC: asked('design', 'How warm does it get where {x} runs?', [
    'the hottest place on its way: a loft, a boiler room',
    'the hottest place on its way: an attic, a boiler room',
  ]),
  groupedCircuits: asked('look', 'How many loaded circuits run together with {x}?', [
    'itself counted; where they are bunched closest',
    'itself counted; where they are bundled closest',
  ]),
  loadedConductors: asked(
    'look',
    ['How many loaded conductors run together with {x}?', 'How many current-carrying conductors run together with {x}?'],
    'its own counted; no grounds, and no neutral that carries only the unbalance',
  ),
  soilKmPerW: asked('design', 'What is the thermal resistivity of the soil round {x}?'),
  terminalC: asked('plate', 'Which temperature do the terminals of {x} take?', 'marked by the terminals'),
  concealed: asked('look', 'Where in the wall does {x} run?'),
  throughBath: asked('look', 'Does {x} pass through zone 1 or 2 of a bath?'),
  jacket: asked('look', 'Which colour has the sheath of {x}?'),
  diameterM: asked('measure', 'How wide is {x} outside, the wider way?'),
  raceway: asked('look', 'Which kind of raceway does {x} run through?'),
  racewaySize: asked('look', 'Which trade size has the raceway of {x}?'),
  racewayWires: asked('look', 'Which wires are in the raceway of {x}?', 'every one counted, by size'),
  returnMohmPerM: asked('plate', 'What resistance has the metal that carries a fault of {x} back?', "its maker's data"),
  construction: asked('look', 'Which kind of cable is {x}?'),
  place: asked('look', 'Where does {x} run?'),
  protectivePath: asked('look', ['By what does an earth fault on {x} return?', 'By what does a ground fault on {x} return?']),
  inSun: asked('look', 'Is {x} exposed to the sun?'),
};
