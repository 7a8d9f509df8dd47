import type { CollectionName } from '../job/collections';
import type { EdgeKind } from '../job/edges';
import { PACKS } from '../job/packs';
import type { Fact } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { lengthUnit } from '../job/show';
import { type Dialect, type Word, word } from '../job/terms';
import { sizesOf } from './preferred';

export type FactValue = number | string | boolean;
export interface Option {
  value: FactValue;
  label: string;
}
/** How a fact is typed, and the values the arrow keys walk through. */
export type FactKind =
  | { kind: 'quantity'; edge: EdgeKind; usual?: string; steps?: readonly number[] }
  | { kind: 'size'; steps: readonly string[] }
  | { kind: 'wires'; unit: 'mm2' | 'AWG' }
  | { kind: 'choice'; options: readonly Option[] };

export interface Spec {
  label: string;
  how: FactKind;
}
export type Row = Job[CollectionName][string];
export type SpecOf = (job: Job, row: Row) => Spec;

/** Facts of a collection by field, in the order they are asked. */
export type Specs = Readonly<Record<string, SpecOf>>;
/** Names of the facts of a row, those inside others by their whole path. */
type FactFields<R> = R extends readonly unknown[]
  ? never
  : R extends object
    ? {
        [K in keyof R & string]: NonNullable<R[K]> extends Fact<unknown> ? K : `${K}.${FactFields<NonNullable<R[K]>>}`;
      }[keyof R & string]
    : never;
/** A spec for every fact of a row, but for those that something else on the screen enters: these are named. */
export type SpecsOf<R, Beside extends FactFields<R> = never> = Readonly<Record<Exclude<FactFields<R>, Beside>, SpecOf>>;

export const quantity =
  (label: string, edge: EdgeKind, usual?: string): SpecOf =>
  () => ({ label, how: { kind: 'quantity', edge, ...(usual === undefined ? {} : { usual }) } });
export const named =
  (label: (dialect: Dialect) => string, edge: EdgeKind, usual?: string): SpecOf =>
  (job, row) =>
    quantity(label(job.dialect), edge, usual)(job, row);
/** A length in the unit of the job's dialect. */
export const length =
  (label: string): SpecOf =>
  ({ dialect }) => ({ label, how: { kind: 'quantity', edge: 'length', usual: lengthUnit(dialect) } });
/** A quantity by its word in the job's dialect. */
export const said = (name: Word, edge: EdgeKind, usual?: string): SpecOf => named((dialect) => word(dialect, name), edge, usual);
export const choice =
  (label: string, options: readonly (FactValue | Option)[]): SpecOf =>
  () => ({
    label,
    how: {
      kind: 'choice',
      options: options.map((each) => (typeof each === 'object' ? each : { value: each, label: `${each}` })),
    },
  });
/** A choice by what each trade calls it. */
export const choiceIn =
  (iecLabel: string, necLabel: string, options: readonly (FactValue | Option)[]): SpecOf =>
  (job, row) =>
    choice(job.dialect === 'nec' ? necLabel : iecLabel, options)(job, row);
export const yesNo = (label: string, yes = 'yes', no = 'no'): SpecOf =>
  choice(label, [
    { value: true, label: yes },
    { value: false, label: no },
  ]);
export const size =
  (name: (dialect: Dialect) => string): SpecOf =>
  ({ dialect }) => ({ label: `size of the ${name(dialect)}`, how: { kind: 'size', steps: sizesOf(dialect) } });

/** Wires counted by size. */
export const wires =
  (label: string): SpecOf =>
  ({ dialect }) => ({ label, how: { kind: 'wires', unit: dialect === 'nec' ? 'AWG' : 'mm2' } });

export type AppliesTo = (job: Job, row: Row) => boolean;
export const iec: AppliesTo = ({ dialect }) => dialect === 'iec';
export const nec: AppliesTo = ({ dialect }) => dialect === 'nec';
export const british: AppliesTo = ({ pack }) => PACKS[pack].standard === 'BS 7671';
/** Where a fact says something, by field; one that is not named says something everywhere. */
export type Applies = Readonly<Record<string, AppliesTo>>;
