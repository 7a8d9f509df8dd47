import { type CollectionName, isCollection } from '../job/collections';
import type { Step } from '../job/commands';
import { showSize, unitSymbol } from '../job/edges';
import { FAMILIES } from '../job/families';
import type { Segment } from '../job/schema/circuit';
import type { Fact, FactOrigin, Provenance } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { showArea, showCurrent, showLength, showNumber, showPower, showSmall, showTorque } from '../job/show';
import type { Dialect } from '../job/terms';
import { showWires } from '../job/wireList';
import { kilo, milli } from '../units';
import * as boards from './boards';
import * as circuits from './circuits';
import * as combinations from './combinations';
import * as devices from './devices';
import * as electrodes from './electrodes';
import * as loads from './loads';
import * as origins from './origins';
import { ON_ITS_PANEL, PLAIN } from './plain';
import * as points from './points';
import * as rooms from './rooms';
import * as segments from './segments';
import type { Applies, FactKind, FactValue, Row, SpecOf, Specs } from './spec';

/** A fact of the job at its place: what it is called, how it is typed, what stands there now. */
interface FactAt {
  path: string;
  /** What it is, without and with whose it is. */
  name: string;
  label: string;
  /** Whose it is; nothing where that has no name. */
  owner: string | undefined;
  how: FactKind;
  fact: Fact<FactValue> | undefined;
  /** Nobody keeps where it is from. */
  plain: boolean;
  shown: string;
}

/** Facts that are typed somewhere on the screen, by collection. */
const FACTS: Readonly<Partial<Record<CollectionName, { SPECS: Specs; APPLIES?: Applies }>>> = {
  segments,
  circuits,
  loads,
  boards,
  devices,
  origins,
  points,
  rooms,
  electrodes,
  combinations,
};

/** The parts of a path: collection, id, fields. */
function placeOf(path: string): { on: CollectionName; id: string; field: string[] } | undefined {
  const [on, id, ...field] = path.split('.');
  return isCollection(on) && id !== undefined ? { on, id, field } : undefined;
}

/**
 * Paths of every fact of a row that can be typed, absent ones too: of a device those its family has, of a cable those that
 * say something in the job's dialect and at its place.
 */
export function factPaths(job: Job, on: CollectionName, id: string): string[] {
  const row = job[on][id];
  if (row === undefined) return [];
  const family = 'settings' in row ? new Set(FAMILIES[row.settings.family].fields) : undefined;
  const { SPECS = {}, APPLIES = {} } = FACTS[on] ?? {};
  return Object.keys(SPECS).flatMap((field) => {
    const [first, second] = field.split('.');
    if (family !== undefined && first === 'settings' && !family.has(second!)) return [];
    return APPLIES[field]?.(job, row) === false ? [] : [`${on}.${id}.${field}`];
  });
}

const at = (holder: unknown, name: string): unknown =>
  typeof holder === 'object' && holder !== null && Object.hasOwn(holder, name)
    ? (holder as Record<string, unknown>)[name]
    : undefined;

/**
 * The fact at a path of the job, for instance `segments.tails.lengthM`, whether it is there or absent.
 * @returns undefined where the path leads to no fact that can be typed
 */
export function factAt(job: Job, path: string): FactAt | undefined {
  const place = placeOf(path);
  if (place === undefined) return undefined;
  const plainly = plainSpec(place);
  const spec = FACTS[place.on]?.SPECS[place.field.join('.')] ?? plainly;
  const row = job[place.on][place.id];
  if (spec === undefined || row === undefined) return undefined;
  const { label, how } = spec(job, row);
  const there = place.field.reduce<unknown>(at, row) as FactValue | Fact<FactValue> | undefined;
  const plain = plainly !== undefined;
  const fact = plain && there !== undefined ? { value: there as FactValue, from: 'stated' as const } : (there as Fact<FactValue>);
  const owner = 'name' in row && row.name !== undefined && row.name !== '' ? row.name : nameOfCable(job, row);
  return {
    path,
    name: label,
    label: `${label}${owner === undefined ? '' : ` of ${owner}`}`,
    owner,
    how,
    fact,
    plain,
    shown: fact === undefined ? 'unknown' : showFact(job.dialect, how, fact.value),
  };
}

/** How a fact is typed that is typed alike in every row. */
export const plainKind = (job: Job, on: CollectionName, field: string): FactKind =>
  (FACTS[on]?.SPECS[field] ?? plainSpec({ on, field: field.split('.') }))!(job, {} as Row).how;

const plainSpec = ({ on, field }: { on: CollectionName; field: readonly string[] }): SpecOf | undefined =>
  (PLAIN as Readonly<Partial<Record<CollectionName, Specs>>>)[on]?.[field.join('.')];

/**
 * What opens for a path of the job that an answer lacks: the fact's own field, the panel of its device, or the row.
 * @returns undefined where nothing on the screen enters it
 */
export function fieldFor(job: Job, path: string): 'fact' | 'panel' | 'row' | undefined {
  const [on, id, ...field] = path.split('.') as [string, string?, ...string[]];
  if (path === 'card.date') return 'row';
  if (!isCollection(on)) return undefined;
  if (id === undefined) return 'row';
  const row = job[on][id];
  if (row === undefined) return undefined;
  if (field.length === 0) return 'row';
  if (plainSpec({ on, field }) !== undefined || factPaths(job, on, id).includes(path)) return 'fact';
  return onItsPanel(path) ? 'panel' : undefined;
}
/** Whether what a path leads to is entered on the panel of its device alone. */
export const onItsPanel = (path: string): boolean => {
  const [on, , ...field] = path.split('.');
  return ON_ITS_PANEL.has([on, ...field].join('.'));
};

/** A cable without a name of its own is called by its circuit. */
const nameOfCable = (job: Job, row: Row): string | undefined => {
  const circuit = 'circuitId' in row && row.circuitId !== undefined ? job.circuits[row.circuitId]?.name : undefined;
  return circuit === undefined ? undefined : `the cable of ${circuit}`;
};

/** A value as people of the dialect read it, with its unit. */
export function showFact(dialect: Dialect, how: FactKind, value: FactValue): string {
  if (how.kind === 'choice') return how.options.find((option) => option.value === value)?.label ?? String(value);
  if (how.kind === 'wires') return showWires(String(value));
  if (typeof value !== 'number') return how.kind === 'size' ? showSize(String(value)) : String(value);
  if (how.kind === 'size') return String(value);
  switch (how.edge) {
    case 'length':
      return how.usual === 'in' || how.usual === 'mm' ? showSmall(value, dialect) : showLength(value, dialect);
    case 'torque':
      return showTorque(value);
    case 'volume':
      return dialect === 'nec' ? `${showNumber(value / 16.387064)} in³` : `${showNumber(value)} cm³`;
    case 'area':
      return showArea(value, dialect);
    case 'kilovolts':
      return how.usual === 'V' ? `${showNumber(value * 1000)} V` : `${showNumber(value)} kV`;
    case 'current':
      return how.usual === 'mA' ? `${showNumber(milli(value))} mA` : showCurrent(value);
    case 'power':
      return value >= 1000 ? `${showNumber(kilo(value))} kW` : `${showNumber(value)} W`;
    case 'apparent-power':
      return showPower(value);
    case 'temperature':
      return dialect === 'nec' ? `${showNumber((value * 9) / 5 + 32)} °F` : `${showNumber(value)} °C`;
    default: {
      const symbol = unitSymbol(how.edge);
      return `${showNumber(value, 4)}${symbol === '' ? '' : ` ${symbol}`}`;
    }
  }
}

/** A value as it is set: where it is from, and how it came there where nobody entered it by itself. */
export interface SetTo {
  value: FactValue;
  from: Provenance;
  origin?: FactOrigin;
}

/**
 * Steps that give a fact another value, with what goes with it: the neutral follows its line while the two are of one size;
 * the protective conductor stays, since nothing says it was changed. Without a value the fact becomes unknown.
 * @throws RangeError for a path that leads to no fact
 */
export function stepsToSet(job: Job, path: string, to: SetTo | undefined): Step[] {
  const place = placeOf(path);
  if (place === undefined) throw new RangeError(`${path} leads to no fact`);
  const { on, id, field } = place;
  if (plainSpec(place) !== undefined) return [{ do: 'set', on, id, field, ...(to === undefined ? {} : { to: to.value }) }];
  const inner = field.length > 1 ? at(job[on][id], field[0]!) : undefined;
  if (to === undefined && field[0] === 'transformer' && Object.keys(inner ?? {}).length === 1)
    return [{ do: 'set', on, id, field: ['transformer'] }];
  const steps: Step[] = [{ do: 'set', on, id, field, ...(to === undefined ? {} : { to }) }];
  if (field[0] === 'transformer' && inner === undefined && to !== undefined)
    return [{ do: 'set', on, id, field: ['transformer'], to: { [field[1]!]: to } }];
  if (on === 'segments' && field[0] === 'lineSize' && to !== undefined) {
    const { lineSize, neutralSize } = job.segments[id] as Segment;
    if (neutralSize !== undefined && neutralSize.value === lineSize?.value)
      steps.push({ do: 'set', on, id, field: ['neutralSize'], to: { ...to, from: neutralSize.from } });
  }
  return steps;
}
