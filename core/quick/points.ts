import { readQuantity } from '../job/edges';
import type { PointDraft } from '../job/points/draft';
import type { Point } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { lengthUnit } from '../job/show';
import { capital } from './read';
import { roomUseOf } from './roomNames';

/** A piece of the line with what it was read as. */
interface PointToken {
  text: string;
  start: number;
  kind: 'read' | 'name' | 'wrong';
  shown: string;
}

/** A line of points as it was read: what Enter makes of it. */
export interface PointReading {
  tokens: PointToken[];
  drafts: PointDraft[];
  ok: boolean;
}

/** Longest line that is read, and most points made at once. */
export const MAX_POINTS_LINE = 200;
export const MAX_POINTS = 40;

/** Words for what is there, singular; the plural adds an s or es. */
const KINDS: Readonly<Record<string, Point['kind']>> = {
  outlet: 'socket',
  receptacle: 'socket',
  socket: 'socket',
  'socket-outlet': 'socket',
  light: 'light',
  luminaire: 'light',
  lamp: 'light',
  downlight: 'light',
  spotlight: 'light',
  pendant: 'light',
  sconce: 'light',
  switch: 'switch',
  spur: 'spur',
  connection: 'appliance',
  appliance: 'appliance',
  junction: 'junction',
  box: 'junction',
  isolator: 'isolator',
  disconnect: 'isolator',
};
const KIND = Object.keys(KINDS)
  .sort((a, b) => b.length - a.length)
  .join('|');

interface Taken {
  draft: Partial<PointDraft>;
  count: number;
  kind: Point['kind'];
  first: Partial<PointDraft>;
}

interface Matcher {
  pattern: RegExp;
  /** @returns what it was read as, or what is wrong with it */
  read: (match: RegExpExecArray, taken: Taken, job: Job) => string | { wrong: string };
}

const ENDS = '(?=[\\s,;·]|$)';
const says = <F extends keyof PointDraft>(pattern: string, field: F, value: PointDraft[F], shown: string): Matcher => ({
  pattern: new RegExp(`(?:${pattern})${ENDS}`, 'iy'),
  read: (_, { draft }) => {
    if (draft[field] !== undefined && draft[field] !== value) return { wrong: 'said otherwise before' };
    draft[field] = value;
    return shown;
  },
});

const MATCHERS: readonly Matcher[] = [
  {
    pattern: new RegExp(`(\\d{1,3})\\s*(?:x\\s*)?(?=(?:${KIND})(?:e?s)?${ENDS})`, 'iy'),
    read: ([, count], taken) => {
      const number = Number(count);
      if (number < 1 || number > MAX_POINTS) return { wrong: `1 to ${MAX_POINTS} at once` };
      taken.count = number;
      return `${number} of them`;
    },
  },
  {
    // A number alone: outlets.
    pattern: /(\d{1,3})(?=\s|$)(?!\s*A\b)/iy,
    read: ([, count], taken) => {
      const number = Number(count);
      if (number < 1 || number > MAX_POINTS) return { wrong: `1 to ${MAX_POINTS} at once` };
      if (taken.count !== 1) return { wrong: 'said otherwise before' };
      taken.count = number;
      return `${number} of them`;
    },
  },
  {
    pattern: new RegExp(`first\\s+(?:(?:with|is)\\s+)?(?:(ground-?\\s?fault|gfci|gf)|(arc-?\\s?fault|afci|af))${ENDS}`, 'iy'),
    read: ([, ground], taken, { dialect }) => {
      if (dialect !== 'nec') return { wrong: 'an outlet that protects is one of the NEC' };
      taken.first.protects = ground === undefined ? 'arc-fault' : 'ground-fault';
      return ground === undefined ? 'the first protects by AFCI' : 'the first protects by GFCI';
    },
  },
  {
    pattern: /(?:in|at)\s+(?:the\s+)?([^,;·]+)/iy,
    read: ([, text], { draft }, job) => {
      const name = text!.trim();
      const height = /^\d/.test(name) ? readQuantity(name, 'length', lengthUnit(job.dialect)) : undefined;
      if (height !== undefined) {
        if (!height.ok) return { wrong: height.message };
        draft.heightM = height.value;
        return `height ${height.readAs}`;
      }
      const room = Object.values(job.rooms).find((each) => each.name.toLowerCase() === name.toLowerCase());
      if (room !== undefined) draft.roomId = room.id;
      else draft.newRoom = capital(name);
      return room === undefined ? `a new room, ${capital(name)}` : `in ${room.name}`;
    },
  },
  {
    pattern: new RegExp(`(\\d+(?:[.,]\\d+)?)\\s*A${ENDS}`, 'iy'),
    read: ([, amps], { draft }) => {
      draft.ratedA = Number(amps!.replace(',', '.'));
      return `rated ${draft.ratedA} A`;
    },
  },
  {
    pattern: new RegExp(`(?:(ground-?\\s?fault|gfci|gf)|(arc-?\\s?fault|afci|af))(?=\\s+(?:${KIND})(?:e?s)?${ENDS})`, 'iy'),
    read: ([, ground], { draft }, { dialect }) => {
      if (dialect !== 'nec') return { wrong: 'an outlet that protects is one of the NEC' };
      draft.protects = ground === undefined ? 'arc-fault' : 'ground-fault';
      return ground === undefined ? 'protects by AFCI' : 'protects by GFCI';
    },
  },
  says('feed-?\\s?through|through|FT', 'onward', 'feed-through', 'feed-through'),
  says('pigtail(?:s|ed)?|PT', 'onward', 'pigtail', 'pigtailed'),
  says('single', 'receptacles', 1, 'single'),
  says('duplex|double|twin', 'receptacles', 2, 'two on one yoke'),
  says('wet', 'wetness', 'wet', 'wet'),
  says('damp', 'wetness', 'damp', 'damp'),
  says('dry', 'wetness', 'dry', 'dry'),
  says('TR', 'tamperResistant', true, 'tamper-resistant'),
  says('WR', 'weatherResistant', true, 'weather-resistant'),
  says('not\\s+readily(?:\\s+accessible)?', 'readilyAccessible', false, 'not readily accessible'),
  says('readily(?:\\s+accessible)?', 'readilyAccessible', true, 'readily accessible'),
  {
    pattern: new RegExp(`(${KIND})(?:e?s)?${ENDS}`, 'iy'),
    read: ([, word], taken) => {
      taken.kind = KINDS[word!.toLowerCase()]!;
      return 'kind';
    },
  },
];

const GAP = /[\s,;·]*/y;

/**
 * Reads a line that makes points: `4 outlets counter feed-through, first ground-fault`, `light in Hall`, `2 sockets twin at 0.45 m`.
 * What is no word of the trade is their name; several of one name are numbered.
 * @returns every piece with what it was read as; never throws
 */
export function readPointsLine(text: string, job: Job): PointReading {
  const tokens: PointToken[] = [];
  const taken: Taken = { draft: {}, count: 1, kind: 'socket', first: {} };
  let at = 0;
  while (true) {
    GAP.lastIndex = at;
    at += GAP.exec(text)![0].length;
    if (at >= text.length) break;
    const token = nextToken(text, at, taken, job);
    tokens.push(token);
    at = token.start + token.text.length;
  }
  const said = capital(
    tokens
      .filter(({ kind }) => kind === 'name')
      .map((token) => token.text)
      .join(' '),
  );
  // A name that is a room's says where it is as well.
  if (taken.draft.roomId === undefined && taken.draft.newRoom === undefined && roomUseOf(said) !== undefined) {
    taken.draft.newRoom = said;
    for (const token of tokens) if (token.kind === 'name') token.shown = `name, and its room: ${said}`;
  }
  const name = (said === '' ? usualName(taken.kind, job) : said).slice(0, 190);
  const drafts = Array.from(
    { length: taken.count },
    (_, index): PointDraft => ({
      ...taken.draft,
      ...(index === 0 ? taken.first : {}),
      name: taken.count === 1 ? name : `${name} ${index + 1}`,
      kind: taken.kind,
    }),
  );
  return { tokens, drafts, ok: tokens.length > 0 && tokens.every(({ kind }) => kind !== 'wrong') };
}

/** A room of the job by its name, the longest that stands here. */
function roomHere(text: string, start: number, job: Job): { id: string; name: string } | undefined {
  const rest = text.slice(start).toLowerCase();
  return Object.values(job.rooms)
    .filter(({ name }) => name !== '' && rest.startsWith(name.toLowerCase()) && !/^[^\s,;·]/.test(rest.slice(name.length)))
    .sort((a, b) => b.name.length - a.name.length)[0];
}

function nextToken(text: string, start: number, taken: Taken, job: Job): PointToken {
  const room = taken.draft.roomId === undefined && taken.draft.newRoom === undefined ? roomHere(text, start, job) : undefined;
  if (room !== undefined) {
    taken.draft.roomId = room.id;
    return { text: text.slice(start, start + room.name.length), start, kind: 'read', shown: `in ${room.name}` };
  }
  for (const { pattern, read } of MATCHERS) {
    pattern.lastIndex = start;
    const match = pattern.exec(text);
    if (match === null || match[0] === '') continue;
    const shown = read(match, taken, job);
    const word = match[0].trimEnd();
    return typeof shown === 'string'
      ? { text: word, start, kind: 'read', shown }
      : { text: word, start, kind: 'wrong', shown: shown.wrong };
  }
  const word = /^[^\s,;·]+/.exec(text.slice(start))![0];
  return { text: word, start, kind: 'name', shown: 'name' };
}

/** What a point without a name is called. */
const usualName = (kind: Point['kind'], { dialect }: Job): string => {
  if (kind === 'socket') return dialect === 'nec' ? 'Receptacle' : 'Socket';
  return capital(kind);
};
