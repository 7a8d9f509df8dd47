import { factAt, factPaths } from '../../facts/read';
import type { FactKind } from '../../facts/spec';
import { entryText } from '../../facts/typed';
import { perRow } from '../../job/perRow';
import type { Circuit } from '../../job/schema/circuit';
import type { Provenance } from '../../job/schema/facts';
import type { Job } from '../../job/schema/job';
import { type Dialect, word } from '../../job/terms';

/** What stands in a cell of the table of circuits: a fact, a text of the circuit's own, or what is not edited there, with why. */
export type Cell =
  | { kind: 'fact'; path: string; how: FactKind; shown: string; entry: string; from: Provenance | undefined }
  | { kind: 'text'; field: 'number' | 'name'; shown: string; entry: string }
  | { kind: 'fixed'; shown: string; entry: string; why: string };

export interface GridColumn {
  id: string;
  head: string;
  /** Figures stand to the right. */
  figures: boolean;
  cell: (job: Job, circuit: Circuit) => Cell;
}

const fixed = (shown: string, why: string): Cell => ({ kind: 'fixed', shown, entry: shown, why });

function factCell(job: Job, path: string): Cell {
  const place = factAt(job, path);
  if (place === undefined) return fixed('', 'there is nothing to enter here');
  const { how, fact, shown } = place;
  return {
    kind: 'fact',
    path,
    how,
    shown: fact === undefined ? '' : shown,
    entry: fact === undefined ? '' : entryText(how, fact.value),
    from: fact?.from,
  };
}

type OfCircuits = Job['segments'] | Job['devices'] | Job['loads'];
type Held = OfCircuits[string];

/** The rows of a collection by their circuit, those taken out left aside: looked up for every cell that is drawn. */
const byCircuit = perRow((rows: OfCircuits): ReadonlyMap<string, Held[]> => {
  const found = new Map<string, Held[]>();
  for (const row of Object.values<Held>(rows)) {
    if (row.circuitId === undefined || ('state' in row && row.state === 'removed')) continue;
    found.set(row.circuitId, [...(found.get(row.circuitId) ?? []), row]);
  }
  return found;
});
/** The rows of a collection on a circuit, those taken out left aside. */
export const rowsOfCircuit = <T extends OfCircuits>(rows: T, id: string): T[string][] =>
  (byCircuit(rows).get(id) ?? []) as T[string][];

/** A fact of the one row of a kind a circuit has; several are told one from another on its run. */
function ofOne(
  job: Job,
  on: 'segments' | 'devices' | 'loads',
  rows: readonly { id: string }[],
  several: string,
  fields: readonly string[],
): Cell {
  const [only] = rows;
  if (only === undefined) return fixed('', `there is no ${several.replace(/s$/, '')} yet: it is made on the desk`);
  if (rows.length > 1) return fixed(`${rows.length} ${several}`, 'each is edited on the desk');
  const wanted = fields.map((field) => `${on}.${only.id}.${field}`);
  const path = factPaths(job, on, only.id).find((each) => wanted.includes(each));
  return path === undefined ? fixed('', 'says nothing here') : factCell(job, path);
}

const cable =
  (field: string) =>
  (job: Job, { id }: Circuit) =>
    ofOne(job, 'segments', rowsOfCircuit(job.segments, id), 'lengths', [field]);
const device =
  (...fields: string[]) =>
  (job: Job, { id, kind }: Circuit) => {
    // The device of a service sits where its lead ends; that of any other circuit where it begins.
    const own = rowsOfCircuit(job.devices, id).filter(({ seat }) => (kind === 'service' ? seat !== 'point' : seat === 'start'));
    return ofOne(
      job,
      'devices',
      own,
      'devices',
      fields.map((field) => `settings.${field}`),
    );
  };
const load =
  (field: string) =>
  (job: Job, { id }: Circuit) =>
    ofOne(job, 'loads', rowsOfCircuit(job.loads, id), 'loads', [field]);
const own =
  (field: string) =>
  (job: Job, { id }: Circuit) => {
    const path = `circuits.${id}.${field}`;
    return factPaths(job, 'circuits', id).includes(path) ? factCell(job, path) : fixed('', 'says nothing here');
  };
const text =
  (field: 'number' | 'name') =>
  (_: Job, circuit: Circuit): Cell => ({ kind: 'text', field, shown: circuit[field], entry: circuit[field] });

const column = (id: string, head: string, cell: GridColumn['cell'], figures = true): GridColumn => ({ id, head, cell, figures });

/** The columns of the table of circuits, in the order they are read out in. */
export function gridColumns(dialect: Dialect): readonly GridColumn[] {
  const iec = dialect === 'iec';
  return [
    column('number', 'No.', text('number'), false),
    column('name', 'Name', text('name'), false),
    column(
      'board',
      iec ? 'Board' : 'Panel',
      (job, { fromBoardId }) => fixed(job.boards[fromBoardId ?? '']?.name ?? '', 'a circuit is moved in the list of the desk'),
      false,
    ),
    column(
      'use',
      'Use',
      (job, { id, kind }) =>
        kind === 'final'
          ? factCell(job, `circuits.${id}.use`)
          : fixed(kind === 'service' ? word(dialect, 'service') : 'feeder', `it feeds a ${word(dialect, 'board')}`),
      false,
    ),
    ...(iec ? [column('curve', 'Curve', device('curve'), false)] : []),
    column('rating', 'Rating', device('ratingA')),
    column('breaking', iec ? 'Breaking' : 'Interrupting', device('icnA', 'aicA', 'breakingA')),
    ...(iec ? [column('residual', 'Residual', device('residual.sensitivityA'))] : []),
    column('size', iec ? 'Line' : 'Hot', cable('lineSize')),
    column('protective', iec ? 'PE' : 'Ground', cable('protectiveSize')),
    column('length', 'Length', cable('lengthM')),
    ...(iec ? [column('method', 'Method', cable('method'), false)] : []),
    column('insulation', 'Insulation', cable('insulation'), false),
    column('ambient', 'Ambient', cable('ambientC')),
    iec ? column('grouped', 'Grouped', cable('groupedCircuits')) : column('grouped', 'Conductors', cable('loadedConductors')),
    column('current', iec ? 'Design current' : 'Load current', own('designCurrentA')),
    column('power', 'Power', load('powerW')),
    column('continuous', 'Continuous', own('continuous'), false),
  ];
}
