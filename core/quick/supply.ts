import { set } from '../edits/steps';
import type { Step } from '../job/commands';
import { keyAfter } from '../job/order';
import type { Circuit } from '../job/schema/circuit';
import type { Provenance, WorkState } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import type { Supply } from '../job/schema/supply';
import { linesOf } from '../job/terms';

/** A piece of the line with what it was read as. */
export interface SupplyToken {
  text: string;
  start: number;
  kind: 'read' | 'wrong';
  shown: string;
}

interface Said {
  earthing?: Supply['earthing'];
  system?: Supply['voltageSystem'];
  u0V?: number;
  mainA?: number;
  /** What stands there: a breaker or switch that is the house's main, or the supplier's fuse. */
  main?: 'breaker' | 'fuse';
  /** Which fuse it is: never guessed. */
  fuse?: 'gG' | 'BS88-2' | 'BS88-3' | 'BS1361';
  faultA?: number;
  leastA?: number;
  zeOhm?: number;
  from?: Provenance;
  capacityA?: number;
  bonded?: boolean;
  premises?: 'household';
  state?: WorkState;
  electrode?: { kind?: 'rod' | 'foundation'; count: number; ohm?: number };
}

/** A line of what stands at the supply, as it was read. */
export interface SupplyReading {
  tokens: SupplyToken[];
  said: Said;
  ok: boolean;
}

/** Longest line that is read. */
export const MAX_SUPPLY = 200;

interface Matcher {
  pattern: string;
  /** @returns how it was read, or what is wrong with it */
  read: (match: RegExpExecArray, said: Said, job: Job) => string | { wrong: string };
}
const says = <K extends keyof Said>(pattern: string, field: K, value: Said[K], shown: string): Matcher => ({
  pattern,
  read: (_, said) => {
    if (said[field] !== undefined && said[field] !== value) return { wrong: 'said otherwise before' };
    said[field] = value;
    return shown;
  },
});
const number = (text: string | undefined): number => Number((text ?? '').replace(',', '.'));
const N = '(\\d+(?:[.,]\\d+)?)';
const amount = (
  pattern: string,
  field: 'faultA' | 'leastA' | 'zeOhm' | 'mainA' | 'capacityA' | 'u0V',
  times: number,
  [low, high, unit]: [number, number, string],
  shown: (value: string) => string,
): Matcher => ({
  pattern,
  read: ([, text], said) => {
    const value = number(text) * times;
    if (value < low || value > high) return { wrong: `must be within ${low} to ${high} ${unit}` };
    if (said[field] !== undefined && said[field] !== value) return { wrong: 'said otherwise before' };
    said[field] = value;
    return shown(text!);
  },
});

const MATCHERS: readonly Matcher[] = [
  says('TN-?S', 'earthing', 'TN-S', 'TN-S'),
  says('TN-?C-?S|PME', 'earthing', 'TN-C-S', 'TN-C-S'),
  says('TT', 'earthing', 'TT', 'TT'),
  says('split-?\\s?phase|120/240(?:\\s?V)?', 'system', 'split-phase', '120/240 V split-phase'),
  says('208/120(?:\\s?V)?|120/208(?:\\s?V)?', 'system', 'three-phase-208-120', '208/120 V three-phase'),
  says('400/230(?:\\s?V)?|230/400(?:\\s?V)?', 'system', 'three-phase-400-230', '400/230 V three-phase'),
  {
    pattern: '(?:three|3)-?\\s?ph(?:ase)?',
    read: (_, said, { dialect }) => {
      said.system = dialect === 'nec' ? 'three-phase-208-120' : 'three-phase-400-230';
      return dialect === 'nec' ? '208/120 V three-phase' : '400/230 V three-phase';
    },
  },
  says('(?:single|one|1)-?\\s?ph(?:ase)?', 'system', 'single-phase', 'single-phase'),
  amount(`${N}\\s?k?AIC`, 'capacityA', 1000, [1000, 200_000, 'A'], (text) => `its main breaks ${text} kA`),
  amount(
    `(?:at least|least|min(?:imum)?)\\s${N}\\s?kA`,
    'leastA',
    1000,
    [1, 200_000, 'A'],
    (text) => `at least ${text} kA into a fault`,
  ),
  amount(
    `(?:at least|least|min(?:imum)?)\\s${N}\\s?A`,
    'leastA',
    1,
    [1, 200_000, 'A'],
    (text) => `at least ${text} A into a fault`,
  ),
  amount(`${N}\\s?kA`, 'faultA', 1000, [1, 200_000, 'A'], (text) => `maximum fault current ${text} kA`),
  amount(`Ze\\s?${N}(?:\\s?(?:ohms?|Ω))?`, 'zeOhm', 1, [0.001, 5000, 'Ω'], (text) => `Ze ${text} Ω`),
  {
    pattern: `RA\\s?${N}(?:\\s?(?:ohms?|Ω))?`,
    read: ([, text], said) => {
      said.electrode = { count: 1, ...said.electrode, ohm: number(text) };
      return `electrode of ${text} Ω`;
    },
  },
  says('declared|stated|utility|by the utility|by the distributor', 'from', 'stated', 'as declared'),
  says('measured|read|tested', 'from', 'measured', 'as measured'),
  says('BS\\s?88-2', 'fuse', 'BS88-2', 'a BS 88-2 fuse'),
  says('BS\\s?88-3', 'fuse', 'BS88-3', 'a BS 88-3 fuse'),
  says('BS\\s?1361', 'fuse', 'BS1361', 'a BS 1361 fuse'),
  says('gG', 'fuse', 'gG', 'a gG fuse'),
  { pattern: 'BS\\s?88', read: () => ({ wrong: 'which part: BS 88-2 or BS 88-3' }) },
  says('cut-?\\s?out|service fuse', 'main', 'fuse', 'the supplier’s fuse'),
  says('main(?:\\s(?:breaker|switch))?|breaker', 'main', 'breaker', 'its main'),
  amount(`${N}\\s?A(?:mp)?`, 'mainA', 1, [6, 4000, 'A'], (text) => `${text} A`),
  amount(`${N}\\s?V`, 'u0V', 1, [100, 400, 'V'], (text) => `${text} V line to earth`),
  says('not\\s+bonded', 'bonded', false, 'neutral not bonded there'),
  says('bonded', 'bonded', true, 'neutral bonded at the service'),
  {
    pattern: '(?:(\\d)\\s)?(?:ground\\s)?(?:rods?)',
    read: ([, count], said) => {
      said.electrode = { ...said.electrode, kind: 'rod', count: Number(count ?? 1) };
      return `${count ?? 1} ground rod${Number(count ?? 1) > 1 ? 's' : ''}`;
    },
  },
  {
    pattern: 'ufer|concrete-encased(?:\\selectrode)?|foundation(?:\\selectrode)?',
    read: (_, said) => {
      said.electrode = { count: 1, ...said.electrode, kind: 'foundation' };
      return 'concrete-encased electrode';
    },
  },
  says('dwelling|household|home', 'premises', 'household', 'a dwelling'),
  says('new(?:\\s(?:house|build|service))?', 'state', 'new', 'new work'),
  says('existing(?:\\s(?:house|service))?', 'state', 'existing', 'existing work'),
];
const READ = MATCHERS.map((each) => ({ ...each, matcher: new RegExp(`(?:${each.pattern})(?=[\\s,;·]|$)`, 'iy') }));
/** Words that say how it comes in: no answer rests on them. */
const ASIDE = /(?:overhead|underground|service|drop|supply|lateral|at|the|with|by)(?=[\s,;·]|$)/iy;

/**
 * Reads what stands at a supply: `200 A main, 10 kA declared, bonded, new house`, `TT 100 A cut-out RA 21 measured`.
 * @returns every piece with what it was read as; never throws
 */
export function readSupplyLine(text: string, job: Job): SupplyReading {
  const tokens: SupplyToken[] = [];
  const said: Said = {};
  let at = 0;
  const gap = /[\s,;·]*/y;
  while (true) {
    gap.lastIndex = at;
    at += gap.exec(text)![0].length;
    if (at >= text.length) break;
    const token = nextToken(text, at, said, job);
    tokens.push(token);
    at += token.text.length;
  }
  return { tokens, said, ok: tokens.length > 0 && tokens.every(({ kind }) => kind === 'read') };
}

function nextToken(text: string, start: number, said: Said, job: Job): SupplyToken {
  for (const { matcher, read } of READ) {
    matcher.lastIndex = start;
    const match = matcher.exec(text);
    if (match === null) continue;
    const shown = read(match, said, job);
    return typeof shown === 'string'
      ? { text: match[0], start, kind: 'read', shown }
      : { text: match[0], start, kind: 'wrong', shown: shown.wrong };
  }
  ASIDE.lastIndex = start;
  const aside = ASIDE.exec(text);
  if (aside !== null) return { text: aside[0], start, kind: 'read', shown: 'no answer asks for it' };
  const word = /^[^\s,;·]+/.exec(text.slice(start))![0];
  return { text: word, start, kind: 'wrong', shown: 'not understood; for instance 200 A main, 10 kA declared' };
}

/** The service of a job that a line of its supply speaks of: the one from outside. */
const serviceOf = (job: Job): Circuit | undefined =>
  Object.values(job.circuits)
    .filter(({ kind, state, fromOriginId }) => kind === 'service' && state !== 'removed' && fromOriginId !== undefined)
    .sort((a, b) => (a.order < b.order ? -1 : 1))[0];

/** Steps that enter what a line of the supply says, its main and its electrodes made where none stands there. */
export function supplySteps(job: Job, { said }: SupplyReading, ids: () => string): Step[] {
  const service = serviceOf(job);
  const origin = job.origins[service?.fromOriginId ?? ''];
  const board = job.boards[service?.toBoardId ?? ''];
  if (service === undefined || origin === undefined || board === undefined) return [];
  const from = said.from ?? 'stated';
  const steps: Step[] = [];
  const ofSupply = (field: keyof Supply, to: unknown) => steps.push({ do: 'set-job', field: ['supply', field], to });
  if (said.earthing !== undefined) ofSupply('earthing', said.earthing);
  if (said.system !== undefined) ofSupply('voltageSystem', said.system);
  if (said.u0V !== undefined) ofSupply('u0V', said.u0V);
  // A measured current is that of the loop it was read in; a declared one is the greatest of any kind.
  if (said.faultA !== undefined)
    steps.push(set('origins', origin.id, from === 'measured' ? 'psccA' : 'maxFaultA', { value: said.faultA, from }));
  if (said.leastA !== undefined) steps.push(set('origins', origin.id, 'minFaultA', { value: said.leastA, from: 'stated' }));
  if (said.zeOhm !== undefined) steps.push(set('origins', origin.id, 'zeOhm', { value: said.zeOhm, from }));
  if (said.bonded !== undefined) steps.push(set('boards', board.id, 'neutralBonded', { value: said.bonded, from: 'stated' }));
  if (said.premises !== undefined) steps.push(set('boards', board.id, 'premises', { value: said.premises, from: 'stated' }));
  const state = said.state ?? board.state;
  if (said.state !== undefined)
    steps.push(set('boards', board.id, 'state', said.state), set('circuits', service.id, 'state', said.state));
  if (said.mainA !== undefined) steps.push(...mainSteps(job, service, said, state, ids));
  if (said.electrode !== undefined) steps.push(...electrodeSteps(job, board.id, said, state, ids));
  return steps;
}

function mainSteps(job: Job, service: Circuit, said: Said, state: WorkState, ids: () => string): Step[] {
  const system = said.system ?? job.supply.voltageSystem;
  const lines = linesOf({ ...job.supply, voltageSystem: system });
  const fuse = (said.main ?? (job.dialect === 'iec' ? 'fuse' : 'breaker')) === 'fuse';
  const seat = fuse ? 'start' : 'end';
  const there = Object.values(job.devices).find(
    (each) => each.circuitId === service.id && each.seat === seat && each.state !== 'removed',
  );
  const stated = <T>(value: T) => ({ value, from: 'stated' as const });
  if (there !== undefined) return [set('devices', there.id, ['settings', 'ratingA'], stated(said.mainA!))];
  // A cut-out whose fuse nobody said is asked for: its curve is not guessed.
  if (fuse && said.fuse === undefined) return [];
  const poles = lines.length === 3 ? '3P' : lines.length === 2 ? '2P' : '1P';
  const settings = fuse
    ? { family: 'fuse', system: said.fuse, ratingA: stated(said.mainA!), poles }
    : job.dialect === 'nec'
      ? {
          family: 'moulded-case-nec',
          ratingA: stated(said.mainA!),
          poles,
          ...(said.capacityA === undefined ? {} : { aicA: stated(said.capacityA) }),
          ...(system === 'split-phase' ? { voltageMarking: { value: '120/240', from: 'assumed', origin: 'usual' } } : {}),
        }
      : { family: 'switch', duty: 'main', ratingA: stated(said.mainA!), poles: lines.length === 3 ? '4P' : '2P' };
  const row = {
    id: ids(),
    order: 'a',
    name: fuse ? 'Cut-out fuse' : job.dialect === 'nec' ? 'Main breaker' : 'Main switch',
    // The supplier's own is there before any work begins.
    state: fuse ? 'existing' : state,
    seat,
    circuitId: service.id,
    lines: [...lines],
    grade: 'typical',
    settings,
  };
  return [{ do: 'put', on: 'devices', row }];
}

function electrodeSteps(job: Job, boardId: string, said: Said, state: WorkState, ids: () => string): Step[] {
  const { kind, count, ohm } = said.electrode!;
  let order: string | undefined = Object.values(job.electrodes)
    .map((each) => each.order)
    .sort()
    .at(-1);
  return Array.from({ length: count }, (_, at): Step => {
    order = keyAfter(order);
    const name =
      kind === 'foundation'
        ? 'Concrete-encased electrode'
        : `${kind === 'rod' ? 'Rod' : 'Electrode'}${count === 1 ? '' : ` ${at + 1}`}`;
    return {
      do: 'put',
      on: 'electrodes',
      row: {
        id: ids(),
        order,
        name,
        ...(kind === undefined ? {} : { kind }),
        boardId,
        state,
        ...(ohm === undefined || at > 0 ? {} : { resistanceOhm: { value: ohm, from: said.from ?? 'stated' } }),
      },
    };
  });
}
