import { andThen, both, known, type Maybe, map, need, unknown } from '../job/known';
import type { ConductorSize, InstallationMethod, Insulation, Segment } from '../job/sealed';
import { type Dialect, word } from '../job/terms';
import { LIMIT_C } from '../tables/correction';
import type { Metal } from './wire';

export type ReturnPath = NonNullable<Segment['protectivePath']>;
export type ConductorName = 'lineSize' | 'neutralSize' | 'protectiveSize';

const SIZE_WORDS = { lineSize: 'line', neutralSize: 'neutral', protectiveSize: 'protectiveConductor' } as const;

const kept = new WeakMap<Segment, SegmentFacts>();

/** The facts of a segment under a name, made once for each state of it. */
export function factsOf(segment: Segment, name: string, dialect: Dialect = 'iec'): SegmentFacts {
  const present = kept.get(segment);
  if (present !== undefined && present.name === name && present.dialect === dialect) return present;
  const facts = new SegmentFacts(segment, name, dialect);
  kept.set(segment, facts);
  return facts;
}

/** The facts of one segment, each read once: they are asked for many times over, for every fault and check. */
export class SegmentFacts {
  private readonly read = new Map<string, unknown>();
  constructor(
    readonly segment: Segment,
    /** What it is called in words. */
    readonly name: string,
    /** Whose words what is missing is named in. */
    readonly dialect: Dialect = 'iec',
  ) {}

  /** Path of one of its fields in the job. */
  at(field: keyof Segment): string {
    return `segments.${this.segment.id}.${field}`;
  }

  /** What is worked out of this segment alone, under a key, worked out once. */
  once<T>(key: string, make: () => T): T {
    const present = this.read.get(key);
    if (present !== undefined) return present as T;
    const found = make();
    this.read.set(key, found);
    return found;
  }

  get lengthM(): Maybe<number> {
    return this.once('lengthM', () => need(this.segment.lengthM, this.at('lengthM'), `length of ${this.name}`));
  }
  get material(): Maybe<Metal> {
    return this.once('material', () => need(this.segment.material, this.at('material'), `material of ${this.name}`));
  }
  /** Metal of the protective conductor: that of the cable, unless another is entered. */
  get protectiveMaterial(): Maybe<Metal> {
    return this.once('protective material', () =>
      this.segment.protectiveMaterial === undefined
        ? this.material
        : need(
            this.segment.protectiveMaterial,
            this.at('protectiveMaterial'),
            `metal of the ${word(this.dialect, 'protectiveConductor')} in ${this.name}`,
          ),
    );
  }
  /** Metal of a conductor of the cable. */
  metalOf(conductor: ConductorName): Maybe<Metal> {
    return conductor === 'protectiveSize' ? this.protectiveMaterial : this.material;
  }
  /**
   * What carries an earth fault back: as entered; else the conductors listed say it, or a size entered for a protective one. A
   * cable that lists its conductors and lists no protective one has none.
   */
  get returnPath(): Maybe<ReturnPath> {
    return this.once('return path', () => {
      const { protectivePath, protectiveSize, roles } = this.segment;
      if (protectivePath !== undefined && protectivePath !== 'conductor') return known<ReturnPath>(protectivePath);
      if (roles?.includes('line') === true) return known<ReturnPath>(roles.includes('protective') ? 'conductor' : 'none');
      if (protectivePath === 'conductor' || protectiveSize !== undefined) return known<ReturnPath>('conductor');
      return unknown(
        this.at('protectivePath'),
        `what carries ${this.dialect === 'nec' ? 'a ground' : 'an earth'} fault back along ${this.name}`,
      );
    });
  }
  /** Whether nothing carries an earth fault back; what is not said is not taken for nothing. */
  get lacksReturn(): boolean {
    return this.returnPath.known && this.returnPath.value === 'none';
  }
  /** Insulation, of the kinds the metric tables know. */
  get insulation(): Maybe<Extract<Insulation, 'PVC70' | 'XLPE90'>> {
    return this.once('insulation', () =>
      andThen(need(this.segment.insulation, this.at('insulation'), `insulation of ${this.name}`), (insulation) =>
        insulation === 'PVC70' || insulation === 'XLPE90'
          ? known(insulation)
          : unknown(this.at('insulation'), `${insulation} is not assessed yet`),
      ),
    );
  }
  /** Limit temperature of the conductors, °C. */
  get limitC(): Maybe<number> {
    return this.once('limitC', () => andThen(this.insulation, (insulation) => known(LIMIT_C[insulation])));
  }
  get method(): Maybe<InstallationMethod> {
    return this.once('method', () => need(this.segment.method, this.at('method'), `installation method of ${this.name}`));
  }
  get ambientC(): Maybe<number> {
    return this.once('ambientC', () => need(this.segment.ambientC, this.at('ambientC'), `ambient temperature of ${this.name}`));
  }
  get groupedCircuits(): Maybe<number> {
    return this.once('grouped', () =>
      need(this.segment.groupedCircuits, this.at('groupedCircuits'), `circuits grouped with ${this.name}`),
    );
  }
  /**
   * Current-carrying conductors in its raceway or bundle (NEC 310.15(C)(1)): as counted, never fewer than its own; or its own as
   * many times as circuits are entered, each taken for one like it. Where both are entered the more counts: neither drops the other.
   * @param own of this circuit
   */
  conductorsTogether(own: number): Maybe<number> {
    const { loadedConductors, groupedCircuits } = this.segment;
    const what = `current-carrying conductors in the raceway or bundle of ${this.name}`;
    const counted = map(need(loadedConductors, this.at('loadedConductors'), what), (count) => Math.max(count, own));
    if (groupedCircuits === undefined) return counted;
    const circuits = need(groupedCircuits, this.at('groupedCircuits'), `circuits together with ${this.name}`);
    const like = map(circuits, (count) => count * own);
    return loadedConductors === undefined ? like : both(counted, like, Math.max);
  }
  /** Thermal resistivity of the soil, K·m/W; where nothing is entered the one the tables stand for. */
  get soilKmPerW(): Maybe<number> {
    return this.once('soil', () =>
      this.segment.soilKmPerW === undefined
        ? known(2.5)
        : need(this.segment.soilKmPerW, this.at('soilKmPerW'), `soil around ${this.name}`),
    );
  }
  /** Insulation by its American name. */
  get americanInsulation(): Maybe<Insulation> {
    return this.once('american insulation', () =>
      need(this.segment.insulation, this.at('insulation'), `insulation of ${this.name}`),
    );
  }
  /** What the terminals at both ends are marked for; undefined where nothing is entered. */
  get markedTerminalC(): Maybe<number | undefined> {
    return this.once('marked terminal', () =>
      this.segment.terminalC === undefined
        ? known<number | undefined>(undefined)
        : need(this.segment.terminalC, this.at('terminalC'), `terminal temperature of ${this.name}`),
    );
  }
  /** Terminals not known to take 90 °C are taken at 70 °C, the lower of the two: no fact is lent. */
  get terminalC(): Maybe<number> {
    return this.once('terminalC', () =>
      this.segment.terminalC === undefined
        ? known(70)
        : need(this.segment.terminalC, this.at('terminalC'), `terminal temperature of ${this.name}`),
    );
  }
  /** Resistance of a raceway or armour that carries a fault back, mΩ/m at 20 °C. */
  get returnMohmPerM(): Maybe<number> {
    return this.once('return', () =>
      need(
        this.segment.returnMohmPerM,
        this.at('returnMohmPerM'),
        `resistance of the ${this.segment.protectivePath} of ${this.name}`,
      ),
    );
  }
  /** A conductor's size as designated. */
  size(conductor: ConductorName): Maybe<ConductorSize> {
    return this.once(conductor, () =>
      need(this.segment[conductor], this.at(conductor), `${word(this.dialect, SIZE_WORDS[conductor])} size of ${this.name}`),
    );
  }
  /** Section of a conductor of metric size, mm². */
  mm2(conductor: ConductorName): Maybe<number> {
    return this.once(`${conductor} mm2`, () =>
      andThen(this.size(conductor), (size) =>
        size.endsWith('mm2')
          ? known(Number(size.slice(0, -3)))
          : unknown(this.at(conductor), `${size}: American sizes are not assessed here yet`),
      ),
    );
  }
}
