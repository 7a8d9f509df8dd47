import { hasResidual } from '../devices/residual';
import type { CircuitFacts } from '../house/facts';
import { latestOf, readingsOn } from '../inspection/readings';
import { isVoid } from '../inspection/tests';
import { monthsLater } from '../job/instants';
import type { Device } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import type { Study } from '../study/study';

/** Something that is to be done by a date, or at once. */
export interface Due {
  id: string;
  what: string;
  /** `YYYY-MM-DD`; null where it is due now. */
  on: string | null;
  why: string;
  circuitId: string | null;
}

/**
 * Months between two presses of a test button: twice a year under the IEC (as the notice of BS 7671 514.12.2 says; from memory), every month
 * for ground-fault devices under the NEC (as their instructions say; common practice).
 */
export const BUTTON_MONTHS = { iec: 6, nec: 1 } as const;
const BUTTON: ReadonlySet<string> = new Set(['rcd-button', 'gfci-trip']);

/** All that is due, what is due now first: tests whose readings no longer prove anything, test buttons, warranties. */
export function dueStudy(job: Job, study: Study): Due[] {
  return [...retests(study), ...datesDue(job, (id) => study.circuits.find(({ circuitId }) => circuitId === id)?.facts)];
}

/** Readings taken on a device or a cable that is another now; those of a device ahead where they were taken, and nowhere else. */
function retests(study: Study): Due[] {
  return study.circuits.flatMap(({ circuitId, number, name, facts }): Due[] => {
    const many = latestOf(readingsOn(facts)).filter((each) => each.circuitId === circuitId && isVoid(facts, each)).length;
    const circuit = `${number} ${name}`.trim();
    return many === 0
      ? []
      : [
          {
            id: `retest-${circuitId}`,
            what: `Test ${circuit} again`,
            on: null,
            why: `${many === 1 ? 'one reading' : `${many} readings`} taken on what is changed now`,
            circuitId,
          },
        ];
  });
}

/** The facts of a circuit by its id, where it is still there. */
type FactsOf = (circuitId: string) => CircuitFacts | undefined;

/** What is due by a date, and what has none and is due now: test buttons from when they were last pressed, warranties to their end. */
export function datesDue(job: Job, factsOf: FactsOf): Due[] {
  const devices = Object.values(job.devices).filter(({ state }) => state !== 'removed');
  const due = [...buttonsOf(job, devices.filter(hasResidual), factsOf), ...devices.flatMap(warrantiesOf)];
  const at = ({ on }: Due): string => on ?? '';
  return due.sort((a, b) => (at(a) === at(b) ? (a.id < b.id ? -1 : 1) : at(a) < at(b) ? -1 : 1));
}

/** Test buttons that are due on one day are one errand. */
function buttonsOf(job: Job, devices: readonly Device[], factsOf: FactsOf): Due[] {
  const superseded = new Set(Object.values(job.readings).map(({ supersedes }) => supersedes));
  const every = BUTTON_MONTHS[job.dialect];
  const byDate = new Map<string, Device[]>();
  for (const device of devices) {
    const pressed = Object.values(job.readings)
      .filter((reading) => {
        const { id, kind, deviceId, outcome } = reading;
        if (!BUTTON.has(kind) || deviceId !== device.id || outcome !== 'trips' || superseded.has(id)) return false;
        return isOfThis(reading, factsOf);
      })
      .map(({ at }) => at.slice(0, 10))
      .sort()
      .at(-1);
    const on = pressed === undefined ? '' : monthsLater(pressed, every);
    byDate.set(on, [...(byDate.get(on) ?? []), device]);
  }
  return [...byDate].map(([on, those]) => ({
    id: `buttons-${on === '' ? 'now' : on}`,
    what: those.length === 1 ? `Test button of ${those[0]!.name}` : `Test buttons of ${those.length} devices`,
    on: on === '' ? null : on,
    why: on === '' ? 'no press is entered' : every === 1 ? 'every month' : `every ${every} months`,
    circuitId: those.length === 1 ? (those[0]!.circuitId ?? null) : null,
  }));
}

/** Whether a press was of the device that is there now: of another one, or where nobody can tell, it does not count. */
function isOfThis(reading: Job['readings'][string], factsOf: FactsOf): boolean {
  if (reading.takenOn === undefined) return true;
  const facts = reading.circuitId === undefined ? undefined : factsOf(reading.circuitId);
  return facts !== undefined && !isVoid(facts, reading);
}

const warrantiesOf = (device: Device): Due[] =>
  device.settings.family !== 'spd'
    ? []
    : (device.settings.warranties ?? []).flatMap(({ of, until }, at): Due[] =>
        until === undefined
          ? []
          : [
              {
                id: `warranty-${device.id}-${at}`,
                what: `Warranty ends: ${of === 'product' ? device.name : `equipment behind ${device.name}`}`,
                on: until,
                why: 'as entered beside the device',
                circuitId: device.circuitId ?? null,
              },
            ],
      );
