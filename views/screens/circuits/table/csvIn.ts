import { parse } from 'papaparse';

/** A foreign table as text: its heads and its rows. */
export interface CsvTable {
  heads: string[];
  rows: string[][];
}

/** Larger files are refused before they are read; and more rows than a job holds circuits. */
export const MAX_TABLE_BYTES = 5_000_000;
export const MAX_TABLE_ROWS = 1000;

const UTF16 = { little: [0xff, 0xfe], big: [0xfe, 0xff] } as const;
const begins = (bytes: Uint8Array, [first, second]: readonly [number, number]): boolean =>
  bytes[0] === first && bytes[1] === second;

/** Bytes as text: UTF-8, UTF-16 with its mark, else the encoding old spreadsheets write. */
function textOf(bytes: Uint8Array): string {
  if (begins(bytes, UTF16.little)) return new TextDecoder('utf-16le').decode(bytes);
  if (begins(bytes, UTF16.big)) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/**
 * Reads comma-, semicolon- or tab-separated values: the first line holds the heads, empty lines are left out.
 * @returns the table, or why the file is none, with what would be right
 */
export function parseCsv(name: string, bytes: Uint8Array): CsvTable | { wrong: string } {
  if (bytes.length > MAX_TABLE_BYTES)
    return {
      wrong: `${name} has ${(bytes.length / 1e6).toFixed(1)} MB; a table of circuits has at most ${MAX_TABLE_BYTES / 1e6} MB`,
    };
  const text = textOf(bytes).replace(/^\uFEFF/, '');
  if (text.includes('\0')) return { wrong: `${name} is no text: save the sheet as CSV, that is comma-separated values` };
  // With one column there is no separator to find.
  const delimiter = /[,;\t|]/.test(text.split(/\r?\n/)[0] ?? '') ? '' : ',';
  const { data, errors } = parse<string[]>(text, {
    skipEmptyLines: 'greedy',
    delimiter,
    delimitersToGuess: [';', '\t', ',', '|'],
  });
  const torn = errors.find(({ type }) => type === 'Quotes');
  if (torn !== undefined)
    return {
      wrong: `${name}, line ${(torn.row ?? 0) + 1}: a quotation mark is not closed: write "..." round a text with quotes in it`,
    };
  const [heads, ...rows] = data;
  if (heads === undefined || rows.length === 0)
    return { wrong: `${name} holds no rows: the heads are wanted in its first line, a circuit in each other` };
  if (rows.length > MAX_TABLE_ROWS)
    return { wrong: `${name} holds ${rows.length} rows; a job holds at most ${MAX_TABLE_ROWS} circuits` };
  return { heads: heads.map((head) => head.trim()), rows };
}
