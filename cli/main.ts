import { readFileSync, statSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { takeSheet } from '../core/asking/taking';
import { triedArrangements } from '../core/fixes/arrangements';
import { triedFixes } from '../core/fixes/fixes';
import { triedOptions } from '../core/fixes/protectionOptions';
import { type Selected, triedSelect } from '../core/fixes/select';
import { applyCommand } from '../core/job/commands';
import { PLACES, readEvent } from '../core/job/events';
import { MAX_JOB_BYTES } from '../core/job/limits';
import { newJob, newWork } from '../core/job/newJob';
import { PACKS } from '../core/job/packs';
import { parseJobText, problemLine } from '../core/job/parse';
import { type Job, RulePackId } from '../core/job/schema/job';
import { completeQuick } from '../core/quick/circuit';
import { readDeviceLine } from '../core/quick/deviceLine';
import { readPointsLine } from '../core/quick/points';
import { readSupplyLine, supplySteps } from '../core/quick/supply';
import { hangPoints, readWalkLine, walkSteps } from '../core/quick/walk';
import { boardStudy, boxStudy, darkStudy } from '../core/reports/board';
import { curvesStudy } from '../core/reports/curves';
import { demandStudy } from '../core/reports/demand';
import { dueStudy } from '../core/reports/due';
import { eventStudy, keptEvents } from '../core/reports/event';
import { circuitInspection, inspectionStudy } from '../core/reports/inspection';
import { labelsStudy } from '../core/reports/labels';
import { logStudy } from '../core/reports/log';
import { peopleStudy } from '../core/reports/people';
import { requiredStudy } from '../core/reports/required';
import { residualStudy, triedEvenings } from '../core/reports/residual';
import { selectivityStudy } from '../core/reports/selectivity';
import { studyData } from '../core/reports/studyData';
import { surgeStudy } from '../core/reports/surge';
import { testsStudy } from '../core/reports/tests';
import { compareEditions } from '../core/rules/requirements/requirements';
import { type Study, shownStudy, studyJob } from '../core/study/study';
import { type AskCall, asked, askedText } from './asked';
import { boardText, boxText, darkText } from './boardText';
import { coordinateText, coordinatingOf } from './coordinateText';
import { eventText } from './eventText';
import { inspectionText, labelsText } from './inspectionText';
import { logText } from './logText';
import { editionsText, peopleText, waysText } from './peopleText';
import { arrangementsText, residualText, surgeText } from './residualText';
import { selectText } from './selectText';
import { studyText } from './studyText';
import { testsText } from './testsText';

const USAGE = [
  'usage: npm run study -- FILE|--new PACK [--json[=1]] [--fixes] [--add LINE]... [--compare DEVICE]... [--board ID] [--off DEVICE]... [--before BOX] [--people] [--ways CIRCUIT] [--select CIRCUIT[:cable|:surge]] [--coordinate CIRCUIT|BOARD|all [--keep cables,existing,type-b]] [--against EDITION] [--residual] [--arrange BOARD] [--surge CIRCUIT] [--inspect BOARD] [--labels] [--tests] [--log] [--event EVENT] [--supply LINE] [--points "CIRCUIT: LINE"]... [--usual[=specified]] [--ask[=walk]]',
  '',
  'Studies a job file. Prints text, or isotrip.study/2 with --json (isotrip.study/1 with --json=1). Each --add puts a circuit on first, written as on',
  'the quick line ("ring B32 2.5/1.5 flat 38 m workshop sockets"); the file itself is not changed. With --fixes what mends a failing',
  'answer is tried, each on the whole job, and printed under it.',
  'With --compare devices are compared under each other instead, each of the job by its id or as it is called ("C63").',
  'With --board a board is printed, its places and what is judged of it; with --off what goes dark when devices, by their ids,',
  'are opened; with --before what to open before a box, by its label, or an outlet, by its id, is worked on.',
  'With --people every outlet is printed with what covers it and what is asked for there; with --ways the ways of giving a circuit,',
  "by its id, its protection; with --against what the job's edition asks for otherwise than another (nec-2017, nec-2020, ...).",
  'With --select what could stand at the start of a circuit, by its id, with :cable lie as its cable, with :surge protect it from surges, each tried on the whole job: its eight answers, what is nearest to a limit.',
  'With --coordinate devices and sizes of a circuit, of all circuits of a board, or of all, chosen together so that nothing is worse; --keep cables, existing work, or no type B.',
  'With --residual every residual device is printed with what leaks through it, how often it opens on that alone and what goes dark;',
  'with --log what happened, what may be behind it and which test tells most;',
  'with --tests the sheet of every circuit: what is tested, what it is held to, what was read;',
  'with --event what happens when something goes wrong ("earth sauna end ohm=100 stuck=rcd2"): who opens, by when, what goes off;',
  'with --arrange the ways to arrange the residual devices of a board, by its id, each tried on the whole job.',
  'With --surge what comes down to the equipment of a circuit, by its id, is printed, stage by stage.',
  'With --inspect what was looked at on a board, by its id, and along its circuits; with --labels what the labels of outlets and appliances say.',
  'With --new a job of new work is begun instead (nec-2023, bs-7671-2018-a2, ...); --supply enters what stands at its supply, written as on the',
  'quick line ("200 A main, 10 kA declared, bonded"); --points hangs outlets on a circuit, by its number. With --usual the usual sheet is taken,',
  'as assumed or as specified; --ask lists the questions, the most answers settled first; --ask=walk answers each with what is usual.',
  'Exit: 0 studied, 2 the file or the call cannot be used.',
].join('\n');

/** Where a call writes to. */
interface Io {
  out: (text: string) => void;
  err: (text: string) => void;
}

/** A call that cannot be used, with why in plain words. */
class Refused extends Error {
  constructor(readonly lines: readonly string[]) {
    super(lines.join('\n'));
  }
}
function refuse(...lines: string[]): never {
  throw new Refused(lines);
}

function readJobFile(file: string): string {
  try {
    const { size } = statSync(file);
    if (size > MAX_JOB_BYTES)
      refuse(`${file}: the file is ${(size / 1e6).toFixed(1)} MB; a job file is at most ${MAX_JOB_BYTES / 1e6} MB`);
    return new TextDecoder('utf-8', { fatal: true }).decode(readFileSync(file));
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    const reason = { ENOENT: 'there is no such file', EACCES: 'it may not be read', EISDIR: 'this is a folder' }[code ?? ''];
    refuse(`${file}: ${reason ?? (error instanceof TypeError ? 'the file is not UTF-8 text' : (error as Error).message)}`);
  }
}

/** The job with circuits from the quick line, each word said as it was read. */
function withLines(job: Job, lines: readonly string[], { err }: Io): Job {
  return lines.reduce((before, text, index) => {
    const { circuit: reading, outlets } = readWalkLine(text, before);
    for (const token of [...reading.tokens, ...(outlets?.tokens ?? [])]) err(`${token.text}: ${token.shown}\n`);
    const circuit = completeQuick(before, reading, undefined);
    for (const { words, from } of circuit?.taken ?? []) err(`taken: ${words}${from === 'assumed' ? ' (assumed)' : ''}\n`);
    for (const words of circuit?.lacks ?? []) err(`not said: ${words}\n`);
    if (!reading.ok || outlets?.ok === false || circuit === undefined || circuit.wrong !== undefined)
      refuse(
        `--add ${JSON.stringify(text)}: ${circuit === undefined ? 'the job has no board' : (circuit.wrong ?? 'see the words above')}`,
      );
    let count = 0;
    const { steps, words } = walkSteps(before, circuit, outlets, () => `added-${index + 1}-${++count}`);
    for (const each of words) err(`inferred: ${each}\n`);
    return applyCommand(before, { label: 'added', steps });
  }, job);
}

function read(args: string[]) {
  try {
    return parseArgs({
      // Each may be written alone.
      args: args.map((arg) => ({ '--usual': '--usual=assumed', '--ask': '--ask=list', '--json': '--json=2' })[arg] ?? arg),
      allowPositionals: true,
      options: {
        json: { type: 'string' },
        fixes: { type: 'boolean' },
        add: { type: 'string', multiple: true },
        compare: { type: 'string', multiple: true },
        board: { type: 'string' },
        off: { type: 'string', multiple: true },
        before: { type: 'string' },
        people: { type: 'boolean' },
        ways: { type: 'string' },
        select: { type: 'string' },
        coordinate: { type: 'string' },
        keep: { type: 'string' },
        against: { type: 'string' },
        residual: { type: 'boolean' },
        arrange: { type: 'string' },
        surge: { type: 'string' },
        inspect: { type: 'string' },
        labels: { type: 'boolean' },
        tests: { type: 'boolean' },
        log: { type: 'boolean' },
        event: { type: 'string' },
        new: { type: 'string' },
        supply: { type: 'string' },
        points: { type: 'string', multiple: true },
        usual: { type: 'string' },
        ask: { type: 'string' },
      },
    });
  } catch (error) {
    refuse((error as Error).message, USAGE);
  }
}

/** Each pair of the devices in a sentence, with the grade it rests on. */
function compared(job: Job, study: Study, named: readonly string[]): string {
  const items = named.map((each) => {
    if (job.devices[each] !== undefined) return each;
    const typed = readDeviceLine(each, job.dialect);
    return typed.ok ? typed.value.id : refuse(`--compare ${JSON.stringify(each)}: no device of the job; ${typed.message}`);
  });
  const { pairs, absent } = curvesStudy(job, study, items, 'own', null);
  const lines = [
    ...absent.map(({ name, because }) => `${name}: not known: ${because}`),
    ...pairs.map(({ sentence, grade }) => `${sentence} (${grade})`),
  ];
  return `${lines.join('\n')}\n`;
}

function fromFile(file: string): Job {
  const parsed = parseJobText(readJobFile(file));
  return parsed.ok ? parsed.job : refuse(...parsed.problems.map((problem) => `${file}: ${problemLine(problem)}`));
}

/** A job of new work under a rule book, with nothing known of it. */
function begun(text: string): Job {
  const pack = RulePackId.safeParse(text);
  if (!pack.success) refuse(`--new ${JSON.stringify(text)}: one of ${RulePackId.options.join(', ')}`);
  return newWork(newJob({ id: 'new', name: 'New job', dialect: PACKS[pack.data].dialect, pack: pack.data }));
}

/** The job with what a line says of its supply. */
function withSupply(job: Job, text: string, { err }: Io): Job {
  const reading = readSupplyLine(text, job);
  for (const token of reading.tokens) err(`${token.text}: ${token.shown}\n`);
  if (!reading.ok) refuse(`--supply ${JSON.stringify(text)}: see the words above`);
  let count = 0;
  const steps = supplySteps(job, reading, () => `supply-${++count}`);
  return steps.length === 0 ? job : applyCommand(job, { label: 'supply', steps });
}

/** Outlets hung on a circuit, named by its number or name before a colon. */
function withPoints(job: Job, text: string, at: number, { err }: Io): Job {
  const [of = '', ...line] = text.split(':');
  const circuit = Object.values(job.circuits).find(({ number, name }) => [number, name].includes(of.trim()) && of.trim() !== '');
  if (circuit === undefined || line.length === 0)
    refuse(`--points ${JSON.stringify(text)}: the number or name of a circuit of the job, a colon, its outlets`);
  const reading = readPointsLine(line.join(':'), job);
  for (const token of reading.tokens) err(`${token.text}: ${token.shown}\n`);
  if (!reading.ok) refuse(`--points ${JSON.stringify(text)}: see the words above`);
  let count = 0;
  const ids = () => `point-${at + 1}-${++count}`;
  const { command, words } = hangPoints(job, circuit, reading.drafts, {}, ids);
  for (const each of words) err(`inferred: ${each}\n`);
  return applyCommand(job, command);
}

function askCall(usual: string | undefined, ask: string | undefined): AskCall {
  if (usual !== undefined && usual !== 'assumed' && usual !== 'specified') refuse(`--usual=${usual}: assumed or specified`);
  if (ask !== undefined && ask !== 'list' && ask !== 'walk') refuse(`--ask=${ask}: list or walk`);
  return { usual, ask };
}

/** @returns the exit code: 0 studied, 2 the file or the call cannot be used, and why is written */
export function main(args: string[], io: Io): 0 | 2 {
  try {
    io.out(printed(args, io));
    return 0;
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    for (const line of error.lines) io.err(`${line}\n`);
    return 2;
  }
}

function printed(args: string[], io: Io): string {
  const { values, positionals } = read(args);
  const { json } = values;
  if (json !== undefined && json !== '1' && json !== '2') refuse(`--json=${json}: 1 or 2, the version of the format`);
  if (positionals.length !== (values.new === undefined ? 1 : 0)) refuse(USAGE);
  const given = values.new === undefined ? fromFile(positionals[0]!) : begun(values.new);
  const supplied = values.supply === undefined ? given : withSupply(given, values.supply, io);
  const added = withLines(supplied, values.add ?? [], io);
  const call = askCall(values.usual, values.ask);
  const whole = (values.points ?? []).reduce((on, text, at) => withPoints(on, text, at, io), added);
  if (call.ask !== undefined || (call.usual !== undefined && json !== undefined)) {
    const { job, study, report } = asked(whole, call);
    return json !== undefined ? `${JSON.stringify(report, null, 2)}\n` : askedText(job, study, report, call);
  }
  const job = call.usual === undefined ? whole : takeSheet(whole, studyJob(whole), call.usual).job;
  const study = studyJob(job);
  const { compare, board, off, before, people, ways, select, against, residual, arrange, surge, inspect, labels } = values;
  if (compare !== undefined) return compared(job, study, compare);
  if (board !== undefined || off !== undefined || before !== undefined) return ofBoard(job, study, { board, off, before });
  if (people === true || ways !== undefined || against !== undefined) return ofPeople(job, study, { people, ways, against });
  if (select !== undefined) return selectText(selectedAt(job, study, select));
  if (values.coordinate !== undefined) {
    const how = coordinatingOf(job, values.coordinate, values.keep);
    return 'wrong' in how ? refuse(how.wrong) : coordinateText(job, study, how);
  }
  if (values.tests === true) return testsText(testsStudy(job, study));
  if (values.log === true) return logText(logStudy(job, study), dueStudy(job, study));
  if (values.event !== undefined) return ofEvent(job, study, values.event);
  if (residual === true || arrange !== undefined) return ofResidual(job, study, { residual: residual === true, arrange });
  if (surge !== undefined)
    return surgeText(surgeStudy(job, study, surge) ?? refuse(`--surge ${JSON.stringify(surge)}: the job has no such circuit`));
  if (inspect !== undefined || labels === true) return ofInspection(job, study, inspect, labels === true);
  return answered(job, study, json, values.fixes === true);
}

/** A board, what goes dark, what to open first: what is asked of them. */
function ofBoard(
  job: Job,
  study: Study,
  { board, off, before }: { board: string | undefined; off: string[] | undefined; before: string | undefined },
): string {
  const drawn =
    board === undefined
      ? undefined
      : (boardStudy(job, study, board) ?? refuse(`--board ${JSON.stringify(board)}: the job has no such board`));
  for (const id of off ?? [])
    if (job.devices[id] === undefined) refuse(`--off ${JSON.stringify(id)}: the job has no such device`);
  const box =
    before === undefined
      ? undefined
      : (boxStudy(job, study, job.points[before] === undefined ? { box: before } : { pointId: before }) ??
        refuse(`--before ${JSON.stringify(before)}: no box or outlet of the job, or no circuit passes it`));
  return [
    drawn === undefined ? '' : boardText(job, drawn),
    off === undefined ? '' : darkText(darkStudy(job, study, off)),
    box === undefined ? '' : boxText(box),
  ].join('');
}

/** What covers each outlet, the ways to give a circuit its protection, what another edition asks for: what is asked of them. */
function ofPeople(
  job: Job,
  study: Study,
  { people, ways, against }: { people: boolean | undefined; ways: string | undefined; against: string | undefined },
): string {
  if (ways !== undefined && job.circuits[ways]?.kind !== 'final')
    refuse(`--ways ${JSON.stringify(ways)}: the job has no such final circuit`);
  const edition = against === undefined ? undefined : RulePackId.safeParse(against);
  if (edition?.success === false || (edition !== undefined && PACKS[edition.data].dialect !== job.dialect))
    refuse(
      `--against ${JSON.stringify(against)}: one of ${RulePackId.options.filter((id) => PACKS[id].dialect === job.dialect).join(', ')}`,
    );
  return [
    people === true ? peopleText(peopleStudy(job, study)) : '',
    ways === undefined ? '' : waysText(triedOptions(job, study, ways)),
    edition === undefined ? '' : editionsText(compareEditions(edition.data, job.pack)),
  ].join('');
}

/** Events kept with the job, as they come out now. */
function keptText(job: Job, study: Study): string {
  const trying = keptEvents(job, study);
  for (;;) {
    const step = trying.next();
    if (step.done === true)
      return step.value
        .map(({ event, study: came, wrong }) => (came === null ? `${event}: ${wrong}\n` : eventText(came)))
        .join('\n');
  }
}

function ofEvent(job: Job, study: Study, text: string): string {
  if (text === 'kept') return keptText(job, study);
  const asked = readEvent(text);
  if ('wrong' in asked) return refuse(`--event ${JSON.stringify(text)}: ${asked.wrong}`);
  const event =
    eventStudy(job, study, asked) ?? refuse(`--event ${JSON.stringify(text)}: the job has no circuit ${asked.circuitId}`);
  if (!(asked.place in PLACES) && event.places.every(({ id }) => id !== asked.place))
    return refuse(
      `--event ${JSON.stringify(text)}: no place ${asked.place}; one of ${[...Object.keys(PLACES), ...event.places.map(({ id }) => id)].join(', ')}`,
    );
  for (const id of asked.stuck ?? [])
    if (job.devices[id] === undefined) refuse(`--event ${JSON.stringify(text)}: the job has no device ${id}`);
  return eventText(event);
}

/** What could stand at the start of a circuit, or with `:cable` or `:surge` after its id lie as its cable, protect it from surges. */
function selectedAt(job: Job, study: Study, text: string): Selected[] {
  const [circuitId, of = 'device'] = text.split(':') as [string, string?];
  const refused = (why: string) => refuse(`--select ${JSON.stringify(text)}: ${why}`);
  if (of !== 'device' && of !== 'cable' && of !== 'surge') return refused('after the circuit comes device, cable or surge');
  if (job.circuits[circuitId] === undefined) return refused('the job has no such circuit');
  const rows = triedSelect(job, study, circuitId, of);
  if (rows.length > 0) return rows;
  return refused(
    {
      device: 'its start has no breaker or fuse of a known rating',
      cable: 'no part of its cable has a known size',
      surge: 'no board is ahead of it',
    }[of],
  );
}

/** What was looked at, and what labels say: what is asked of them. */
function ofInspection(job: Job, study: Study, inspect: string | undefined, labels: boolean): string {
  const board =
    inspect === undefined
      ? undefined
      : (inspectionStudy(job, study, inspect) ??
        refuse(`--inspect ${JSON.stringify(inspect)}: the job has no such board, or nothing feeds it`));
  const circuits = board?.circuits.map(({ circuitId }) =>
    circuitInspection(job, study.circuits.find((each) => each.circuitId === circuitId)!),
  );
  return [
    board === undefined ? '' : inspectionText(job, board, circuits ?? []),
    labels ? labelsText(labelsStudy(job, study)) : '',
  ].join('');
}

/** Evenings tried for each device. */
const EVENINGS = 1_000_000;

/** Residual devices and their arrangements: what is asked of them. */
function ofResidual(job: Job, study: Study, { residual, arrange }: { residual: boolean; arrange: string | undefined }): string {
  if (arrange !== undefined && job.boards[arrange] === undefined)
    refuse(`--arrange ${JSON.stringify(arrange)}: the job has no such board`);
  const rows = arrange === undefined ? [] : triedArrangements(job, study, arrange);
  if (arrange !== undefined && rows.length === 0)
    refuse(`--arrange ${JSON.stringify(arrange)}: an IEC board with two final circuits on breakers is wanted`);
  return [
    residual ? residualText(residualStudy(job, study).devices, triedEvenings(study, EVENINGS, 1)) : '',
    arrange === undefined ? '' : arrangementsText(rows),
  ].join('');
}

/** All the answers, with fixes, demands, what is missing and who is under whom. */
function answered(job: Job, study: Study, format: '1' | '2' | undefined, withFixes: boolean): string {
  const fixes = (withFixes ? study.circuits : []).flatMap(({ circuitId }) =>
    triedFixes(job, study, circuitId).map((fix) => ({ circuitId, ...fix })),
  );
  const demands = Object.values(job.boards)
    .filter(({ state }) => state !== 'removed')
    .flatMap(({ id, name }) => {
      const demand = demandStudy(job, study, id);
      return demand === null ? [] : [{ ...demand, board: name }];
    });
  const required = requiredStudy(job, study);
  const boards = Object.keys(job.boards).flatMap((id) => boardStudy(job, study, id) ?? []);
  if (format === undefined) return studyText(study, fixes, demands, required);
  const written = format === '1' ? shownStudy(study) : studyData(job, study);
  const all = { ...written, ...(withFixes ? { fixes } : {}), demands, required, boards };
  return `${JSON.stringify({ ...all, selectivity: selectivityStudy(study) }, null, 2)}\n`;
}
