import type { Segment } from '../job/schema/circuit';
import type { Line } from '../job/schema/facts';

/** A circuit as far as a line of shop talk says it; what is absent was not said. SI. */
export interface QuickDraft {
  topology?: 'radial' | 'ring';
  family?: 'mcb' | 'rcbo' | 'fuse' | 'moulded-case-nec';
  curve?: 'B' | 'C' | 'D';
  ratingA?: number;
  poles?: '1P' | '1P+N' | '2P' | '3P' | '3P+N' | '4P';
  line?: Line;
  capacityA?: number;
  voltageMarking?: '120/240';
  energyClass?: '1' | '2' | '3';
  sensitivityA?: number;
  residualType?: 'AC' | 'A' | 'F' | 'B';
  delay?: 'general' | 'S';
  arcFault?: 'combination';
  groundFault?: 'class-A';
  lineSize?: string;
  neutralSize?: string;
  protectiveSize?: string;
  /** Cores of the cable beside the protective one. */
  cores?: number;
  construction?: NonNullable<Segment['construction']>;
  insulation?: NonNullable<Segment['insulation']>['value'];
  material?: 'Cu' | 'Al';
  method?: NonNullable<Segment['method']>['value'];
  place?: NonNullable<Segment['place']>;
  protectivePath?: 'none';
  lengthM?: number;
  ambientC?: number;
  grouped?: number;
  powerW?: number;
  plateV?: number;
  dcDetection?: boolean;
  cosPhi?: number;
  designA?: number;
  continuous?: boolean;
  motorHp?: number;
  minimumAmpacityA?: number;
  maximumDeviceA?: number;
  appliance?: 'range' | 'dryer' | 'water-heater';
  use?: 'lighting' | 'sockets' | 'fixed';
  number?: string;
  boardId?: string;
}
export type QuickField = keyof QuickDraft;

/** What a field is called when two words speak of it. */
export const FIELD_WORDS: Readonly<Record<QuickField, string>> = {
  topology: 'forms of circuit',
  family: 'kinds of device',
  curve: 'curves',
  ratingA: 'ratings',
  poles: 'numbers of poles',
  line: 'lines',
  capacityA: 'breaking capacities',
  voltageMarking: 'voltage markings',
  energyClass: 'energy classes',
  sensitivityA: 'sensitivities',
  residualType: 'residual types',
  delay: 'delays',
  arcFault: 'arc-fault words',
  groundFault: 'ground-fault words',
  lineSize: 'conductor sizes',
  neutralSize: 'neutral sizes',
  protectiveSize: 'protective sizes',
  cores: 'numbers of cores',
  construction: 'kinds of cable',
  insulation: 'insulations',
  material: 'materials',
  method: 'methods',
  place: 'places',
  protectivePath: 'ways back',
  lengthM: 'lengths',
  ambientC: 'temperatures',
  grouped: 'numbers of circuits together',
  powerW: 'powers',
  plateV: 'plate voltages',
  dcDetection: 'words on DC detection',
  cosPhi: 'power factors',
  designA: 'design currents',
  continuous: 'words on how long it runs',
  motorHp: 'motors',
  minimumAmpacityA: 'minimum ampacities',
  maximumDeviceA: 'MOCPs',
  appliance: 'appliances',
  use: 'uses',
  number: 'circuit numbers',
  boardId: 'boards',
};

/** Something is said of what it feeds that belongs to a load of its own. */
export const feedsLoad = ({ powerW, motorHp, minimumAmpacityA, maximumDeviceA, dcDetection }: QuickDraft): boolean =>
  [powerW, motorHp, minimumAmpacityA, maximumDeviceA, dcDetection].some((each) => each !== undefined);
