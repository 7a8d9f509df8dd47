import { all, andThen, known, lacks, type Maybe, map, unknown } from '../../job/known';
import { factOf } from '../../job/readers';
import type { Appliance, Circuit, Job, Line, Load } from '../../job/sealed';
import { linesOf } from '../../job/terms';
import type { Poles } from '../../network/states';
import { GENERAL_TO_A } from '../../tables/demand';
import { drawnCurrent, voltsFor } from '../drawn';
import { type LoadLines, loadLines } from '../lines';
import { sizedBy } from '../sized';

/** How article 220 takes a load: `general` is in the volt-amperes of the floor area, `plain` counts as it is. */
export type DemandKind = Exclude<Appliance, 'other'> | 'motor' | 'general' | 'plain';

/** Ways to calculate a demand: part III of article 220, and those that may be taken instead. */
export type DemandMethod = 'standard' | 'optional' | 'existing' | 'metered';

/** A load as it is counted. */
export interface TakenLoad {
  load: Load;
  circuit: Circuit;
  kind: DemandKind;
  va: number;
  /** Lines it hangs on; none where it hangs on one and nobody said on which. */
  lines: readonly Line[];
  /** Between a line and the neutral. */
  onNeutral: boolean;
  /** It is or has a motor without a factor of its own in its volt-amperes. */
  motor: boolean;
  continuous: boolean;
  isNew: boolean;
}

/** A final circuit below a board with what it takes to count its loads. */
export interface CircuitBelow {
  circuit: Circuit;
  loads: readonly Load[];
  poles: Maybe<Poles>;
  /** Lines of its device, where they are said. */
  lines: readonly Line[];
  /** Rating of its device. */
  ratedA: Maybe<number>;
  /** It lies in a building the floor area of the dwelling leaves out. */
  apart: boolean;
  /** Of a feeder taken as a whole: what it carries, where not all that hangs below it is listed. */
  wholeA?: Maybe<number>;
}

/** What no factor of a dwelling makes less: chargers whole, heating against cooling by the weather. */
const COUNTED_APART: ReadonlySet<Appliance> = new Set(['vehicle-charger', 'heat-pump', 'cooling']);
const MOTORS: ReadonlySet<DemandKind> = new Set(['motor', 'cooling', 'heat-pump']);
const GENERAL_USES: ReadonlySet<Circuit['use']> = new Set(['lighting', 'sockets', 'mixed']);

/** Every load of a circuit as it is counted, or what is missing to count it. */
export function takenOn(job: Job, below: CircuitBelow): Maybe<TakenLoad>[] {
  const { circuit, loads, apart, wholeA } = below;
  if (wholeA !== undefined) return [takenWhole(job, below, wholeA)];
  // Outlets and lights of the dwelling are in its floor area; of anything else somebody has to say what hangs there.
  if (loads.length === 0 && (apart || !GENERAL_USES.has(circuit.use)))
    return [lacks('loads', `circuits.${circuit.id}`, `the loads of ${circuit.name}`)];
  return loads.map((load) => {
    const lines = loadLines(below.circuit, below.loads, load, below.poles);
    const own = map(lines, (on) => on.poles);
    return andThen(all({ kind: kindOf(below, load, lines), lines, own }), ({ kind, lines: on, own: poles }): Maybe<TakenLoad> => {
      const at = linesOn(job, below, on.at, poles.lines);
      const unsaid = on.unsaid === undefined ? at : [];
      const parts = all({ va: voltAmperes(job, load, kind, poles), continuous: isContinuous(load, kind) });
      return map(parts, ({ va, continuous }) => ({
        load,
        circuit: below.circuit,
        kind,
        va: va.va,
        lines: unsaid,
        continuous,
        onNeutral: poles.lines === 1,
        motor: (MOTORS.has(kind) || load.motorHp !== undefined) && !va.factored,
        isNew: isNew(below.circuit),
      }));
    });
  });
}

/** A feeder to another building by the current somebody stands for: it counts as it is. */
const takenWhole = (job: Job, below: CircuitBelow, wholeA: Maybe<number>): Maybe<TakenLoad> => {
  const { circuit, poles: own } = below;
  const parts = all({ own, wholeA, continuous: factOf('circuits', circuit, 'continuous') });
  return map(parts, ({ own: poles, wholeA: currentA, continuous }) => ({
    load: { id: circuit.id, circuitId: circuit.id, order: circuit.order, name: circuit.name },
    circuit,
    kind: 'plain',
    va: currentA * voltsFor(poles, job),
    continuous,
    lines: linesOn(job, below, [], poles.lines),
    onNeutral: poles.neutral,
    motor: false,
    isNew: isNew(circuit),
  }));
};

const isNew = ({ state }: Circuit): boolean => state === 'new' || state === 'altered';

/** New lights or outlets of the dwelling: nobody knows yet what they will carry. */
export const newOutletsOn = ({ circuit, apart }: CircuitBelow): boolean =>
  isNew(circuit) && !apart && GENERAL_USES.has(circuit.use);

/** The lines of a load: its own, all of the system, or those of its circuit's device; none where nobody said. */
function linesOn(job: Job, { lines }: CircuitBelow, at: readonly Line[], count: 1 | 2 | 3): readonly Line[] {
  if (at.length === count) return at;
  const system = linesOf(job.supply);
  if (system.length === count) return system;
  return lines.length === count ? lines : [];
}

/**
 * What a load is to the article. One that is plugged in or gives light on a circuit of a dwelling's outlets is in its floor area;
 * in a building that area leaves out it counts as it is.
 * @returns unknown where it is not said what it is
 */
function kindOf({ circuit, apart, ratedA }: CircuitBelow, load: Load, on: Maybe<LoadLines>): Maybe<DemandKind> {
  if (load.appliance !== undefined) {
    const appliance = factOf('loads', load, 'appliance');
    if (!appliance.known) return appliance;
    const { value } = appliance;
    // What stands in another building is none of the dwelling's appliances: it has no share in their factors.
    if (apart && !COUNTED_APART.has(value)) return known('plain', appliance.given);
    if (value !== 'other') return known(value, appliance.given);
    return map(appliance, () => (load.motorHp === undefined ? 'plain' : 'motor'));
  }
  if (load.motorHp !== undefined) return known(apart ? 'plain' : 'motor');
  if (!GENERAL_USES.has(circuit.use)) return factOf('loads', load, 'appliance') as Maybe<never>;
  if (apart) return known('plain');
  // A light is fastened in place and in the area all the same.
  const fastened = circuit.use === 'lighting' ? NO : factOf('loads', load, 'fastened');
  const parts = all({ fastened, ratedA, on });
  return andThen(parts, ({ fastened: is, ratedA: rating, on: { poles, unsaid } }): Maybe<DemandKind> => {
    if (is) return known('fixed');
    // What may hang between two lines is not in the area before somebody says it does not.
    if (unsaid !== undefined) return unknown(unsaid.path, unsaid.what);
    return known(poles.lines === 1 && rating <= GENERAL_TO_A ? 'general' : 'plain');
  });
}

/** What is in the floor area has no power to be known; a heater or cooker is taken by its plate whatever its power factor. */
const RESISTIVE: ReadonlySet<DemandKind> = new Set(['range', 'cooking-unit', 'dryer', 'water-heater', 'space-heating']);

function voltAmperes(job: Job, load: Load, kind: DemandKind, poles: Poles): Maybe<{ va: number; factored: boolean }> {
  if (kind === 'general') return known({ va: 0, factored: true });
  if (RESISTIVE.has(kind) && load.currentA === undefined)
    return map(factOf('loads', load, 'powerW'), (va) => ({ va, factored: true }));
  const volts = voltsFor(poles, job);
  const drawn = load.motorHp === undefined ? drawnCurrent(job, load, known(poles)) : undefined;
  if (drawn !== undefined) return map(drawn, (currentA) => ({ va: currentA * volts, factored: false }));
  const sized = sizedBy(job, load, known(poles));
  if (sized === undefined) return unknown(`loads.${load.id}.powerW`, `power or current of ${load.name}`);
  // What is marked holds its motor's quarter already.
  return map(sized, ({ currentA }) => ({ va: currentA * volts, factored: load.minimumAmpacityA !== undefined }));
}

const FACTORED_APART: ReadonlySet<DemandKind> = new Set(['fixed', 'plain', 'vehicle-charger']);
const isContinuous = (load: Load, kind: DemandKind): Maybe<boolean> =>
  !FACTORED_APART.has(kind) ? NO : kind === 'vehicle-charger' ? YES : factOf('loads', load, 'continuous');
const NO = known(false);
const YES = known(true);
