import { boardsTo } from '../edits/standableSurge';
import { addSurge, backedBy } from '../edits/surge';
import type { Step } from '../job/commands';
import { FAMILIES } from '../job/families';
import type { Device } from '../job/schema/device';
import type { Fact } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { showLength } from '../job/show';
import { LEAD_M } from '../tables/surge';
import { type Candidate, maker } from './candidate';

const stated = <T>(value: T): Fact<T> => ({ value, from: 'stated' });
const present = ({ state }: { state: string }): boolean => state !== 'removed';
/** Lengths that are tried, m: as the standard has it, and as short as hands manage. */
const LEADS_M = [LEAD_M.best, 0.3, 0.15] as const;
/** A second stage as it is usually made: protection level in kV by nominal voltage. Custom, without a source. */
const STAGE = { high: { upKv: 1.0, ucV: 275 }, low: { upKv: 0.6, ucV: 150 } } as const;

/** Shorter leads, a new device for one that failed, a stage nearer to the circuit, a fuse that was listed with it. */
function surges(job: Job, circuitId: string): Candidate<'lead' | 'stage'>[] {
  const boards = boardsTo(job, circuitId);
  const stages = Object.values(job.devices).filter(
    (each) => present(each) && each.settings.family === 'spd' && boards.includes(each.boardId ?? ''),
  );
  const bare = boards.filter((id) => !stages.some(({ boardId }) => boardId === id));
  return [...stages.flatMap((each) => ofStage(job, each)), ...bare.map((id) => another(job, id))];
}

/** Overcurrent devices of what feeds a board. */
const feedersOf = (job: Job, boardId: string | undefined): string[] =>
  Object.values(job.devices)
    .filter(
      (each) =>
        present(each) &&
        FAMILIES[each.settings.family].opensSurge === true &&
        boardId !== undefined &&
        job.circuits[each.circuitId ?? '']?.toBoardId === boardId,
    )
    .map(({ id }) => id);

function ofStage(job: Job, { id, name, settings, boardId }: Device): Candidate<'lead' | 'stage'>[] {
  if (settings.family !== 'spd') return [];
  const setting = (field: string, to: unknown): Step => ({ do: 'set', on: 'devices', id, field: ['settings', field], to });
  const { leadM, indicator, backupDeviceId } = settings;
  const now = leadM?.value;
  const backup = job.devices[backupDeviceId ?? ''];
  return [
    ...LEADS_M.filter((metres) => now !== undefined && metres < now).map(
      (metres): Candidate<'lead'> => ({
        kind: 'lead',
        command: {
          label: `Lay the leads of ${name} within ${showLength(metres, job.dialect)}`,
          steps: [setting('leadM', stated(metres))],
        },
      }),
    ),
    ...(indicator?.value === 'failed'
      ? [
          {
            kind: 'stage',
            command: { label: `Fit ${name} anew`, steps: [setting('indicator', stated('good'))] },
          } satisfies Candidate<'stage'>,
        ]
      : []),
    // What feeds its board, named as it is now, where nothing opens it any more.
    ...(backup !== undefined && !present(backup)
      ? feedersOf(job, boardId).map((each): Candidate<'stage'> => ({ kind: 'stage', command: backedBy(job, id, each) }))
      : []),
    ...(backup !== undefined && present(backup)
      ? [{ kind: 'stage', command: backedBy(job, id, backup.id) } satisfies Candidate<'stage'>]
      : []),
  ];
}

/** Another stage with what such devices usually have; its plate is to be read. */
function another(job: Job, boardId: string): Candidate<'stage'> {
  const { label, steps } = addSurge(job, boardId);
  const usual = job.supply.u0V > 150 ? STAGE.high : STAGE.low;
  const filled = steps.map((step): Step => {
    if (step.do !== 'put' || step.on !== 'devices') return step;
    const row = step.row as Device;
    const more = {
      upKv: stated(usual.upKv),
      ucV: stated(usual.ucV),
      inKa: stated(20),
      sccrA: stated(25_000),
      leadM: stated(0.3),
      ownDisconnector: stated(true),
    };
    return { ...step, row: { ...row, settings: { ...row.settings, ...more } } } as Step;
  });
  return {
    kind: 'stage',
    command: {
      label: `${label}, ${job.dialect === 'nec' ? 'VPR' : 'Up'} ${usual.upKv} kV, leads of ${showLength(0.3, job.dialect)}`,
      steps: filled,
    },
  };
}

export const SURGES = maker({ lead: ['rides-surge'], stage: ['rides-surge'] }, surges);
