import { cutName } from '../job/ids';
import type { Job } from '../job/schema/job';
import { FIELD_WORDS, type QuickDraft, type QuickField } from './draft';
import type { Said, WordKind } from './wordKind';
import { feeds, isAppliance, WORDS } from './words';

/** A piece of the line, where it stands in the text, and how it was read. */
interface QuickToken {
  text: string;
  start: number;
  end: number;
  kind: 'read' | 'name' | 'wrong';
  shown: string;
  /** Read, but with something to look at: a size of the other dialect. */
  warns: boolean;
}

/** A line of shop talk as it was read. */
export interface QuickReading {
  tokens: QuickToken[];
  draft: QuickDraft;
  /** The words that are none of the others. */
  name: string;
  /** Of those, the ones with a figure in them: they may be sizes nobody could read. */
  unread: readonly string[];
  ok: boolean;
}

const GAP = /[\s,;·]*/y;
const ENDS = '(?=[\\s,;·]|$)';
/** Longest line that is read. */
export const MAX_QUICK = 300;

const MATCHERS = WORDS.map((kind) => ({ kind, matcher: new RegExp(`(?:${kind.pattern})${ENDS}`, 'iy') }));

/**
 * Reads a line of shop talk: `ring B32 2.5/1.5 flat 38 m workshop sockets`, `12-2 NM 20A AF 45ft loft`. The order of words
 * does not matter; what is no word of the trade is the circuit's name. Two words that contradict each other are wrong, and
 * nothing is made of the line until they agree.
 * @returns every piece of the text with what it was read as; never throws
 */
export function readQuickLine(text: string, job: Job): QuickReading {
  const tokens: QuickToken[] = [];
  const draft: QuickDraft = {};
  const context: Said = { draft, last: undefined, rest: '' };
  const matchers = MATCHERS.filter(({ kind }) => kind.dialect === undefined || kind.dialect === job.dialect);
  let at = 0;
  while (true) {
    GAP.lastIndex = at;
    at += GAP.exec(text)![0].length;
    if (at >= text.length) break;
    const token = nextToken(text, at, job, matchers, context);
    tokens.push(token);
    at = token.end;
  }
  const words = tokens.filter(({ kind }) => kind === 'name').map((token) => token.text);
  const name = words.join(' ');
  const unread = words.filter((each) => /\d/.test(each));
  return { tokens, draft, name: cutName(capital(name)), unread, ok: tokens.every(({ kind }) => kind !== 'wrong') };
}

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function nextToken(
  text: string,
  start: number,
  job: Job,
  matchers: readonly { kind: WordKind; matcher: RegExp }[],
  context: Said,
): QuickToken {
  const { draft } = context;
  for (const { kind, matcher } of matchers) {
    matcher.lastIndex = start;
    const match = matcher.exec(text);
    if (match === null || match[0] === '') continue;
    context.rest = `${text.slice(0, start)} ${text.slice(start + match[0].length)}`;
    const read = kind.read(match, job, context);
    if (read === undefined) continue;
    const place = { text: match[0], start, end: start + match[0].length };
    if ('name' in read) {
      context.last = undefined;
      return { ...place, kind: 'name', shown: 'name', warns: false };
    }
    if ('problem' in read) return { ...place, kind: 'wrong', shown: read.problem, warns: false };
    const clash = take(draft, read.sets);
    if (clash !== undefined) return { ...place, kind: 'wrong', shown: `two ${FIELD_WORDS[clash]}`, warns: false };
    context.last = read.sets;
    return { ...place, kind: 'read', shown: read.shown, warns: read.warns === true };
  }
  context.last = undefined;
  const two = job.dialect === 'nec' ? /^[^\s,;·]+\s[^\s,;·]+/.exec(text.slice(start))?.[0] : undefined;
  const one = /^[^\s,;·]+/.exec(text.slice(start))![0];
  const word = two !== undefined && isAppliance(two) !== undefined ? two : one;
  const appliance = job.dialect === 'nec' ? isAppliance(word) : undefined;
  if (appliance !== undefined && draft.appliance === undefined) draft.appliance = appliance;
  const use = feeds(word);
  if (use !== undefined && draft.use === undefined) draft.use = use;
  return { text: word, start, end: start + word.length, kind: 'name', shown: 'name', warns: false };
}

/** Takes in what a word says. @returns the field another word has said otherwise, if there is one; then nothing is taken */
function take(draft: QuickDraft, sets: QuickDraft): QuickField | undefined {
  const fields = Object.keys(sets) as QuickField[];
  const clash = fields.find(
    (field) => draft[field] !== undefined && draft[field] !== sets[field] && !refines(draft, sets, field),
  );
  if (clash === undefined) for (const field of fields) (draft as Record<string, unknown>)[field] = sets[field];
  return clash;
}

/** A three-phase breaker with its poles named twice, or a breaker that turns out to be an RCBO, is no contradiction. */
const refines = (draft: QuickDraft, sets: QuickDraft, field: QuickField): boolean =>
  field === 'poles' && draft.poles === '3P' && (sets.poles === '3P+N' || sets.poles === '4P');
