import { inUnit, readQuantity, readSize, type Typed } from '../job/edges';
import { readWires, showWires } from '../job/wireList';
import type { FactKind, FactValue, Option } from './spec';

const sizeUnit = (how: Extract<FactKind, { kind: 'size' }>): 'mm2' | 'AWG' =>
  how.steps[0]?.endsWith('AWG') === true ? 'AWG' : 'mm2';

/**
 * Reads a typed fact: a quantity with or without its unit, a size, or a choice by its words or the beginning of them.
 * @returns the value in SI and how it was read, or a message that says what would be right
 */
export function readFact(how: FactKind, text: string): Typed<FactValue> {
  if (how.kind === 'size') return readSize(text, sizeUnit(how));
  if (how.kind === 'quantity') return readQuantity(text, how.edge, how.usual);
  if (how.kind === 'wires') return readWires(text, how.unit);
  const found = optionOf(how.options, text.trim().toLowerCase());
  if (found !== undefined) return { ok: true, value: found.value, readAs: found.label };
  return { ok: false, message: `"${text.trim()}" is none of ${how.options.map(({ label }) => label).join(', ')}` };
}

/** The option a text names: by its whole words, its value, or the beginning of one alone. */
function optionOf(options: readonly Option[], text: string): Option | undefined {
  const exact = options.find(({ label, value }) => label.toLowerCase() === text || String(value).toLowerCase() === text);
  if (exact !== undefined || text === '') return exact;
  const begun = options.filter(({ label }) => label.toLowerCase().startsWith(text));
  return begun.length === 1 ? begun[0] : undefined;
}

/** A value as it is typed: read again it gives the value back, to what six digits bear. */
export function entryText(how: FactKind, value: FactValue): string {
  if (how.kind === 'choice') return how.options.find((option) => option.value === value)?.label ?? String(value);
  if (how.kind === 'quantity') return inUnit(Number(value), how.edge, how.usual);
  if (how.kind === 'wires') return showWires(String(value)).replaceAll(how.unit === 'AWG' ? ' AWG' : ' mm²', '');
  return String(value).replace(sizeUnit(how), '');
}
