import { showSize } from '../job/edges';
import type { Line, Provenance } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { linesOf, word } from '../job/terms';
import { kilo } from '../units';
import { feedsLoad, type QuickDraft } from './draft';
import { hasNeutral, LINE_COUNT } from './poles';
import type { QuickReading } from './read';

/** Grounding conductor of non-metallic-sheathed cable by its make, UL 719 (from memory): with the line up to 10 AWG, then 10 AWG. */
const NM_GROUND: Readonly<Record<string, string>> = {
  '14AWG': '14AWG',
  '12AWG': '12AWG',
  '10AWG': '10AWG',
  '8AWG': '10AWG',
  '6AWG': '10AWG',
};
/** Kinds of cable whose name says copper in the sizes of final circuits. */
const COPPER: ReadonlySet<string> = new Set(['flat-sheathed', 'round-sheathed', 'NM-B', 'UF-B', 'mineral']);
/** Insulation that goes with the name of a cable. */
const INSULATION: Readonly<Record<string, QuickDraft['insulation']>> = {
  'flat-sheathed': 'PVC70',
  'round-sheathed': 'PVC70',
  'NM-B': 'THHN90',
  'UF-B': 'THHN90',
};

/** Something the line did not say and that was taken: shown before it is made. */
export interface Taken {
  field: keyof QuickDraft;
  words: string;
  /** Stated where the words said imply it or the firm usually fits it; assumed where it is merely likely. */
  from: Provenance;
}

/** What a line comes to: its draft filled up, what was taken for that, and what stays unknown. */
export interface QuickCircuit {
  draft: QuickDraft & { family: NonNullable<QuickDraft['family']>; poles: NonNullable<QuickDraft['poles']> };
  name: string;
  number: string;
  boardId: string;
  lines: readonly Line[];
  taken: readonly Taken[];
  lacks: readonly string[];
  /** Why nothing can be made of it, though each word is read. */
  wrong: string | undefined;
}

/**
 * Fills up what a line said with what its words imply and the firm usually fits. Nothing that decides a verdict is filled
 * in beyond that: it stays unknown, and is listed.
 * @param boardId the board looked at, where the line names none
 * @returns undefined where the job has no board
 */
export function completeQuick(
  job: Job,
  { draft: said, name, unread }: QuickReading,
  boardId: string | undefined,
): QuickCircuit | undefined {
  const onto = said.boardId ?? boardId ?? firstBoard(job);
  if (onto === undefined) return undefined;
  const filled = new Filled(said);
  const { draft, taken } = filled;
  fillDevice(filled, job, unread);
  fillCable(filled, job, unread);
  filled.take('poles', polesOf(job, draft), `poles ${polesOf(job, draft)}`);
  if (job.dialect === 'nec' && job.supply.voltageSystem === 'split-phase')
    filled.take('voltageMarking', '120/240', 'marked 120/240 V', 'assumed');
  const complete = draft as QuickCircuit['draft'];
  const number = draft.number ?? nextNumber(job, onto);
  const lines = linesFor(job, onto, complete);
  if (linesOf(job.supply).length > lines.length && draft.line === undefined)
    taken.push({ field: 'line', words: `on ${lines.join(' and ')}`, from: 'stated' });
  return {
    draft: complete,
    name: name === '' ? `Circuit ${number}` : name,
    number,
    boardId: onto,
    lines,
    taken,
    lacks: [...unread.map((each) => `what “${each}” says`), ...lacking(job, draft)],
    wrong: tooManyPoles(job, complete) ?? tooFewCores(complete, lines.length),
  };
}

/** What a line said, and what was taken besides with the words for it. */
class Filled {
  readonly taken: Taken[] = [];
  readonly draft: QuickDraft;
  constructor(said: QuickDraft) {
    this.draft = { ...said };
  }
  /** Takes a value where the line said none. */
  take<K extends keyof QuickDraft>(field: K, value: QuickDraft[K] | undefined, words: string, from: Provenance = 'stated'): void {
    if (this.draft[field] !== undefined || value === undefined) return;
    this.draft[field] = value;
    this.taken.push({ field, words, from });
  }
}

/** A figure nobody could read may be the size: then nothing usual is taken in its place. */
const usually = ({ defaults }: Job, unread: readonly string[]): Job['defaults'] => (unread.length > 0 ? {} : defaults);
const usual = (words: string): string => `${words}, as usual here`;

function fillDevice(filled: Filled, job: Job, unread: readonly string[]): void {
  const defaults = usually(job, unread);
  if (job.dialect === 'nec') filled.draft.family = 'moulded-case-nec';
  else if (defaults.family === 'rcbo') filled.take('family', 'rcbo', usual('RCBO'));
  filled.take('family', 'mcb', 'circuit-breaker');
  filled.take('capacityA', defaults.breakingA, usual(`breaks ${kilo(defaults.breakingA ?? 0)} kA`));
}

function fillCable(filled: Filled, job: Job, unread: readonly string[]): void {
  const { draft } = filled;
  const { lineSize, construction: make, insulation, method } = usually(job, unread);
  if (lineSize !== undefined) filled.take('lineSize', lineSize, usual(showSize(lineSize)));
  if (draft.lineSize === undefined) return;
  filled.take('construction', make, usual(`${make} cable`));
  const construction = draft.construction ?? '';
  const copper = COPPER.has(construction);
  if (unread.length === 0 || copper) filled.take('material', 'Cu', 'copper', copper ? 'stated' : 'assumed');
  const american = construction === 'NM-B' || construction === 'UF-B';
  filled.take('insulation', INSULATION[construction], american ? '90 °C conductors' : 'PVC 70 °C');
  filled.take('insulation', insulation, usual(`${insulation} insulation`));
  if (job.dialect === 'iec') filled.take('method', method, usual(`method ${method}`));
  const ground = construction === 'NM-B' ? NM_GROUND[draft.lineSize] : undefined;
  filled.take('protectiveSize', ground, `ground ${showSize(ground ?? '')}, by the make of the cable`);
}

function tooManyPoles({ supply, dialect }: Job, { poles }: QuickCircuit['draft']): string | undefined {
  const has = linesOf(supply).length;
  const wanted = LINE_COUNT[poles](dialect);
  return wanted <= has ? undefined : `${poles} wants ${wanted} lines; this supply has ${has}`;
}

/** A cable said to have fewer live conductors than the device's poles ask of it. */
function tooFewCores(draft: QuickCircuit['draft'], lines: number): string | undefined {
  const wanted = lines + (hasNeutral(draft, lines) ? 1 : 0);
  if (draft.cores === undefined || draft.cores >= wanted) return undefined;
  return `${draft.poles} wants ${wanted} conductors besides the protective one; this cable has ${draft.cores}`;
}

function firstBoard(job: Job): string | undefined {
  return Object.values(job.boards)
    .filter((board) => board.state !== 'removed')
    .sort((a, b) => (a.order < b.order ? -1 : 1))[0]?.id;
}

/** Poles by the cable's cores, else those of a circuit between one line and neutral. */
function polesOf({ dialect, supply }: Job, { cores, family }: QuickDraft): NonNullable<QuickDraft['poles']> {
  const lines = linesOf(supply).length;
  if (dialect === 'nec') return cores === 3 && lines > 1 ? '2P' : cores === 4 && lines === 3 ? '3P' : '1P';
  if (lines === 3 && cores === 4) return '3P+N';
  if (lines === 3 && cores === 3) return '3P';
  return family === 'rcbo' ? '1P+N' : '1P';
}

/** The line asked for, or those with the fewest circuits of this board on them. */
function linesFor(job: Job, boardId: string, { poles, line }: QuickCircuit['draft']): readonly Line[] {
  const all = linesOf(job.supply);
  const count = Math.min(LINE_COUNT[poles](job.dialect), all.length);
  if (count === all.length) return all;
  if (line !== undefined && count === 1) return [line];
  const onBoard = new Set(
    Object.values(job.circuits).flatMap((circuit) => (circuit.fromBoardId === boardId ? [circuit.id] : [])),
  );
  const used = (each: Line): number =>
    Object.values(job.devices).filter(
      ({ circuitId, lines }) =>
        circuitId !== undefined && onBoard.has(circuitId) && lines.length < all.length && lines.includes(each),
    ).length;
  const chosen = [...all].sort((a, b) => used(a) - used(b)).slice(0, count);
  return all.filter((each) => chosen.includes(each));
}

/** The number after the greatest on a board, with the letters that board's numbers begin with. */
export function nextNumber(job: Job, boardId: string): string {
  const numbers = Object.values(job.circuits).flatMap((circuit) => {
    const match = circuit.fromBoardId === boardId && circuit.state !== 'removed' ? /^(\D*)(\d+)$/.exec(circuit.number) : null;
    return match === null ? [] : [{ letters: match[1]!, value: Number(match[2]) }];
  });
  const last = numbers.sort((a, b) => b.value - a.value)[0];
  return last === undefined ? '1' : `${last.letters}${last.value + 1}`;
}

function lacking({ dialect }: Job, draft: QuickDraft): string[] {
  const wanted: (readonly [keyof QuickDraft, string])[] = [
    ['ratingA', 'rating'],
    ...(dialect === 'iec' && draft.family !== 'fuse' ? ([['curve', 'curve']] as const) : []),
    ['capacityA', word(dialect, 'breakingCapacity')],
    ...(draft.family === 'rcbo'
      ? ([
          ['sensitivityA', 'sensitivity'],
          ['residualType', 'residual type'],
        ] as const)
      : []),
    ['lineSize', 'cable'],
    ['protectiveSize', `${word(dialect, 'protective')} size`],
    ['insulation', 'insulation'],
    ['lengthM', 'length'],
    ...(dialect === 'iec' ? ([['method', 'method']] as const) : []),
    ['ambientC', 'ambient temperature'],
    ['grouped', dialect === 'nec' ? 'conductors in the raceway or bundle' : 'grouping'],
  ];
  const lacks = wanted.flatMap(([field, words]) => (draft[field] === undefined ? [words] : []));
  return draft.designA === undefined && !feedsLoad(draft) ? [...lacks, 'load'] : lacks;
}
