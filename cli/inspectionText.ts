import type { Job } from '../core/job/schema/job';
import { showTorque } from '../core/job/show';
import { VERDICT_WORDS } from '../core/job/terms';
import type { CircuitInspection, InspectionStudy } from '../core/reports/inspection';
import type { InspectionRow } from '../core/reports/inspectionRows';
import type { LabelsStudy } from '../core/reports/labels';

/** An item in a line: what was seen of it, its figure, its rule; what was not looked at is not seen. */
function rowText({ name, verdict, because, value, rule, proposed, code }: InspectionRow): string {
  const said = verdict === null ? 'not inspected' : VERDICT_WORDS[verdict];
  const coded = code === null ? (proposed === null ? '' : `${proposed} proposed`) : code;
  const words = [value ?? '', because, coded, rule].filter((each) => each !== '').join('; ');
  return `  ${said.padEnd(15)} ${name}${words === '' ? '' : `: ${words}`}`;
}
const counted = ({ asked, seen, wrong }: { asked: number; seen: number; wrong: number }): string =>
  `${seen} of ${asked} inspected, ${wrong} defects`;

/** A board as it was inspected, with its devices, then each of its circuits, outlet by outlet. */
export function inspectionText(job: Job, study: InspectionStudy, circuits: readonly CircuitInspection[]): string {
  const devices = study.devices.flatMap(({ deviceId, name, label, rows }) => {
    const settings = job.devices[deviceId]!.settings;
    const marked = 'terminalTorqueNm' in settings ? settings.terminalTorqueNm?.value : undefined;
    return [
      `${name}, ${label}: ${marked === undefined ? 'no torque known to be marked' : `marked ${showTorque(marked)}`}`,
      ...rows.map(rowText),
    ];
  });
  const parts = circuits.flatMap(({ circuitId, parts: all }) =>
    all
      .filter(({ counts, rows }) => counts.seen > 0 || rows.some(({ kind, verdict }) => kind !== 'seen' && verdict !== null))
      .flatMap(({ name, room, rows, counts }) => [
        `${job.circuits[circuitId]!.name}: ${name}${room === null ? '' : `, ${room}`}: ${counted(counts)}`,
        ...rows.map(rowText),
      ]),
  );
  const lines = [
    `${job.boards[study.boardId]!.name}: ${counted(study.counts)}`,
    ...study.rows.map(rowText),
    ...devices,
    ...parts,
  ];
  return `${lines.join('\n')}\n`;
}

/** What the labels of outlets and appliances say, and what they cannot say yet. */
export function labelsText({ points, appliances }: LabelsStudy): string {
  const lacking = (lacks: readonly string[]): string => (lacks.length === 0 ? '' : `; not known: ${lacks.join(', ')}`);
  const where = (name: string, room: string | null): string => (room === null ? name : `${name}, ${room}`);
  return [
    ...points.map(
      ({ name, room, fedFrom, protectedBy, resetsAt, lacks }) =>
        `${where(name, room)}: fed from ${fedFrom}; protected by ${protectedBy.join(', ') || 'nothing'}${resetsAt === null ? '' : `; resets at ${resetsAt}`}${lacking(lacks)}\n`,
    ),
    ...appliances.map(
      ({ name, room, disconnectAt, lacks }) =>
        `${where(name, room)}: ${disconnectAt === null ? 'no disconnect' : `disconnect at ${disconnectAt}`}${lacking(lacks)}\n`,
    ),
  ].join('');
}
