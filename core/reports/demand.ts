import { ratedCurrent } from '../devices/bands';
import { type House, isOvercurrent } from '../house/facts';
import type { Maybe, Missing } from '../job/known';
import { factOf, ifStated } from '../job/readers';
import type { Job, Line } from '../job/sealed';
import { linesOf } from '../job/terms';
import { type Calculation, calculated, dwellingDemand } from '../loads/demand/calculated';
import type { DemandMethod } from '../loads/demand/taken';
import type { DesignCurrent } from '../loads/designCurrent';
import { LINES } from '../loads/lines';
import type { Wiring } from '../network/paths';
import { linesOpened } from '../network/poles';
import type { Study } from '../study/study';
import { FULL_SHARE } from '../tables/customary';
import { byPracticeA, diversityKind } from '../tables/diversityPractice';
import { type Basis, cite } from '../tables/source';
import { ofPercent } from '../units';

interface ShownDemandLine {
  id: string;
  what: string;
  factor: string;
  connected: number;
  /** Null where a later line takes it in. */
  demand: number | null;
  rule: string;
  basis: Basis;
}
export interface ShownCalculation {
  method: DemandMethod | 'diversity';
  /** Of the figures in its lines. */
  unit: 'VA' | 'A';
  lines: ShownDemandLine[];
  total: number;
  /** Spread over all lines, and on the fullest of them: that is what its device carries. */
  totalA: number;
  fullestA: number;
}
/** What a board is asked for: calculated line by line, against the device ahead of it, and how even its lines are. */
export interface DemandStudy {
  boardId: string;
  circuitId: string;
  calculation: ShownCalculation | null;
  missing: readonly Missing[];
  assumed: boolean;
  /** Why a chosen method may not be taken. */
  refused: string | null;
  /** What the other methods come to, whether they may be taken or not. */
  others: { method: DemandMethod; totalA: number }[];
  ratedA: number | null;
  /** The share of its rating the trade leaves free begins here. */
  fullShare: number;
  neutral: { va: number; balancedA: number; worstA: number; rule: string } | null;
  legs: { line: Line; currentA: number }[];
  unsaid: string[];
  move: { circuitId: string; number: string; name: string; to: Line; differenceA: number } | null;
  /** Under the IEC what its circuits come to by the trade's custom, and the share that would make of them. */
  practice: { totalA: number; share: number } | null;
  spaces: { present: number | null; used: number; wanted: number | null };
}

/** The demand of a board, by the job's own rules. @returns nothing where no circuit feeds such a board */
export function demandStudy(job: Job, study: Study, boardId: string): DemandStudy | null {
  const fed = study.circuits.find(({ facts }) => facts.circuit.toBoardId === boardId);
  if (fed === undefined) return null;
  const { facts } = fed;
  const { house, wiring } = facts;
  const ahead = facts.own.filter(isOvercurrent).at(-1) ?? facts.chain.filter(isOvercurrent).at(-1);
  const rated = ahead === undefined ? undefined : ratedCurrent(ahead.device);
  const base = {
    boardId,
    circuitId: fed.circuitId,
    fullShare: FULL_SHARE,
    spaces: spacesOf(job, house, boardId),
    ratedA: rated?.known === true ? rated.value : null,
  };
  const own = job.dialect === 'nec' ? byArticle(job, house, fed) : byDiversity(job, house, fed);
  return { ...base, ...own, circuitId: wiring.circuit.id };
}

type Own = Omit<DemandStudy, 'boardId' | 'circuitId' | 'ratedA' | 'fullShare' | 'spaces'>;
const NOTHING: Own = {
  calculation: null,
  missing: [],
  assumed: false,
  refused: null,
  others: [],
  neutral: null,
  legs: [],
  unsaid: [],
  move: null,
  practice: null,
};

const shown = ({ method, lines, totalVa, totalA, fullestA }: Calculation): ShownCalculation => ({
  method,
  unit: 'VA',
  total: totalVa,
  totalA,
  fullestA,
  lines: lines.map(({ id, what, factor, connectedVa, demandVa, rule }) => ({
    id,
    what,
    factor,
    connected: connectedVa,
    demand: demandVa,
    rule: cite(rule),
    basis: rule.basis,
  })),
});

const METHODS: readonly DemandMethod[] = ['standard', 'optional', 'existing', 'metered'];

function byArticle(job: Job, house: House, { facts }: Study['circuits'][number]): Own {
  const dwelling = house.dwellingOf(facts.wiring);
  const board = job.boards[facts.circuit.toBoardId ?? '']!;
  if (dwelling === undefined) {
    const area = factOf('boards', board, 'areaM2');
    return { ...NOTHING, missing: area.known ? [] : area.missing };
  }
  const demand = dwellingDemand(dwelling);
  if (!demand.known) return { ...NOTHING, missing: demand.missing };
  const { calculation, refused, neutral } = demand.value;
  const { legs, unsaid, move } = calculation;
  const whole = board.otherBuilding === true && board.areaM2 === undefined ? [] : METHODS;
  const others = whole
    .filter((method) => method !== calculation.method)
    .flatMap((method) => {
      const other = calculated(dwelling, method);
      return other.known ? [{ method, totalA: other.value.totalA }] : [];
    });
  return {
    calculation: shown(calculation),
    missing: [],
    assumed: demand.given.assumed,
    refused: refused ?? null,
    others,
    neutral: { va: neutral.va, balancedA: neutral.balancedA, worstA: neutral.worstA, rule: cite(neutral.rule) },
    legs: legs.map(({ line, currentA }) => ({ line, currentA })),
    unsaid: unsaid.map(({ number, name }) => `${number} ${name}`.trim()),
    practice: null,
    move:
      move === undefined
        ? null
        : {
            circuitId: move.circuit.id,
            number: move.circuit.number,
            name: move.circuit.name,
            to: move.to,
            differenceA: move.differenceA,
          },
  };
}

/** Under the IEC what its circuits ask, line by line, times the diversity somebody stands for: that is practice. */
function byDiversity(job: Job, house: House, { facts }: Study['circuits'][number]): Own {
  const below = house.below(facts.wiring).map((each) => ({ ...each, design: house.designOf(each.wiring) }));
  const missing = below.flatMap(({ design }) => (design.known ? [] : design.missing));
  const diversity = ifStated('circuits', facts.circuit, 'diversity', 'diversity');
  const whole = facts.design;
  if (missing.length > 0 || !whole.known) return { ...NOTHING, missing: whole.known ? missing : whole.missing };
  const share = diversity.value ?? 1;
  const lines = below.flatMap(({ wiring: { circuit }, design, lines: on }): ShownDemandLine[] =>
    design.known
      ? [
          {
            id: circuit.id,
            what: `${circuit.number} ${circuit.name}`.trim(),
            connected: design.value.ibA,
            demand: design.value.ibA * share,
            rule: 'IEC 60364-3 311',
            basis: 'practice' as const,
            factor: on.length === LINES.length ? 'every line' : on.join(', '),
          },
        ]
      : [],
  );
  const legs = linesOf(job.supply).map((line) => ({
    line,
    currentA: below.reduce(
      (sum, { design, lines: on }) => sum + (design.known && on.includes(line) ? design.value.ibA * share : 0),
      0,
    ),
  }));
  const unsaid =
    legs.length === 1
      ? []
      : below
          .filter(({ wiring: { startDevices }, lines: on }) => {
            const device = startDevices.at(-1);
            // Without a device nobody said what it hangs on either.
            return on.length === LINES.length && (device === undefined || linesOpened(device) === 1);
          })
          .map(({ wiring: { circuit } }) => `${circuit.number} ${circuit.name}`.trim());
  const totalA = whole.value.ibA;
  const practice = byPractice(house, below);
  const fullestA = Math.max(...legs.map(({ currentA }) => currentA));
  // What was entered, or the largest single circuit, may be more than they come to.
  if (totalA > fullestA + 1e-9)
    lines.push({
      id: 'greater',
      what: whole.value.formula,
      factor: 'the greater counts',
      connected: totalA,
      demand: totalA - fullestA,
      rule: 'IEC 60364-3 311',
      basis: 'practice',
    });
  return {
    ...NOTHING,
    calculation: { method: 'diversity', unit: 'A', lines, total: totalA, totalA, fullestA: totalA },
    assumed: whole.given.assumed,
    legs,
    unsaid,
    practice,
  };
}

/** What circuits come to by custom on the line that has most, and which share of them that is. */
function byPractice(
  house: House,
  below: readonly { wiring: Wiring; lines: readonly Line[]; design: Maybe<DesignCurrent> }[],
): DemandStudy['practice'] {
  const parts = below.flatMap(({ wiring: { circuit }, design, lines }) => {
    const appliances = house.loadsOf(circuit.id).map((load) => ifStated('loads', load, 'appliance').value);
    const known = appliances.filter((each) => each !== undefined);
    // A load nobody says anything of may be any.
    const kind = diversityKind(circuit.use, known.length === appliances.length ? known : []);
    return design.known
      ? [{ kind: circuit.kind === 'final' ? kind : ('other' as const), lines, currentA: design.value.ibA }]
      : [];
  });
  const kinds = [...new Set(parts.map(({ kind }) => kind))];
  const counted = kinds.flatMap((kind) => {
    const own = parts.filter((part) => part.kind === kind);
    return byPracticeA(
      kind,
      own.map(({ currentA }) => currentA),
    ).map((currentA, at) => ({ lines: own[at]!.lines, currentA }));
  });
  const most = (each: readonly { lines: readonly Line[]; currentA: number }[]) =>
    Math.max(
      0,
      ...LINES.map((line) => each.reduce((sum, { lines, currentA }) => sum + (lines.includes(line) ? currentA : 0), 0)),
    );
  const [totalA, wholeA] = [most(counted), most(parts)];
  return wholeA === 0 ? null : { totalA, share: Number((totalA / wholeA).toFixed(2)) };
}

/** Places of a board: how many there are, how many its circuits take by their poles, how many growth would want. */
function spacesOf(job: Job, { wirings }: House, boardId: string): DemandStudy['spaces'] {
  const used = (wirings.outgoing.get(boardId) ?? []).reduce((sum, { id }) => {
    const device = wirings.byCircuit.get(id)?.startDevices.at(-1);
    return sum + (device === undefined ? 0 : linesOpened(device));
  }, 0);
  const board = job.boards[boardId]!;
  const present = ifStated('boards', board, 'spaces', 'spaces').value ?? null;
  const growth = ifStated('boards', board, 'growthPercent', 'growth').value;
  return { present, used, wanted: growth === undefined ? null : Math.ceil(used * (1 + ofPercent(growth))) };
}
