import type { CircuitFacts } from '../house/facts';
import { lack } from '../job/known';
import type { Reading } from '../job/sealed';
import type { Check } from '../judging/answer';
import { ruled, unknownCheck } from '../judging/judge';
import { keyed } from '../judging/keys';
import { clause } from '../rules/clauses';
import { isVoid, judgeReading, proves } from './tests';

const placeOf = ({ kind, deviceId, pointId }: Reading): string => `${kind} ${deviceId ?? pointId ?? ''}`;

function lastOf(readings: readonly Reading[]): Reading[] {
  const last = new Map<string, Reading>();
  for (const reading of readings) {
    const before = last.get(placeOf(reading));
    if (before === undefined || before.at <= reading.at) last.set(placeOf(reading), reading);
  }
  return [...last.values()];
}
const unsuperseded = (readings: readonly Reading[], by = readings): Reading[] => {
  const superseded = new Set(by.map((each) => each.supersedes));
  return readings.filter(({ id }) => !superseded.has(id));
};

/** What was entered last of a kind at a place, whether or not it proves anything. */
export const latestOf = (readings: readonly Reading[]): Reading[] => lastOf(unsuperseded(readings));

/**
 * The readings that count: of a kind at a place the last that proves something. One that proves nothing (not tested, impossible, without its
 * figure) takes the place of none: what failed before it has still failed.
 */
export function standingOf(facts: CircuitFacts, readings: readonly Reading[]): Reading[] {
  const proving = readings.filter((reading) => proves(facts, reading));
  return lastOf(unsuperseded(proving));
}

/** Readings of a circuit and of every residual device on its way, a group's too: it holds for all behind it. */
export function readingsOn({ house, circuit, ahead }: CircuitFacts): readonly Reading[] {
  const { devices } = house.job;
  // A device that was taken out has left with what was read of it.
  const own = house
    .readingsOf(circuit.id)
    .filter(({ deviceId }) => deviceId === undefined || devices[deviceId]?.state !== 'removed');
  const ofDevices = ahead.flatMap(({ device }) => house.readingsOn(device.id));
  return [...own, ...ofDevices.filter((reading) => !own.includes(reading))];
}

/** A ring that is one no longer is proved by what is read along it now. */
const isOvertaken = (facts: CircuitFacts, { kind, at }: Reading, standing: readonly Reading[]): boolean =>
  kind.startsWith('ring') &&
  facts.circuit.topology !== 'ring' &&
  standing.some((each) => each.kind === 'r1-r2' && each.at >= at && judgeReading(facts, each, standing)?.verdict === 'pass');

/**
 * What readings of a circuit and of its residual devices prove wrong: a device that holds at its test, or is too slow; insulation that is
 * too low; a conductor or a ring that is open; a polarity or a function that is not right. The last of a kind at a place counts. One that
 * proved something wrong before what it was read on was changed is to be taken again.
 */
export function readingChecks(facts: CircuitFacts): Check[] {
  const { job, circuit } = facts;
  const standing = standingOf(facts, readingsOn(facts));
  return standing.flatMap((reading): Check[] => {
    const place = job.devices[reading.deviceId ?? '']?.name ?? job.points[reading.pointId ?? '']?.name ?? circuit.name;
    const [id, title] = [keyed('tested', reading.id), `Test of ${place}`];
    if (isVoid(facts, reading)) {
      const { takenOn: _, ...as } = reading;
      const was = judgeReading(facts, as, standing);
      return was?.verdict === 'stop' && !isOvertaken(facts, reading, standing)
        ? [unknownCheck(id, title, [lack('inspection', `readings.${reading.id}`, `a test of ${place} since it was changed`)])]
        : [];
    }
    const found = judgeReading(facts, reading, standing);
    if (found === undefined || found.verdict === 'pass' || found.verdict === 'unknown' || found.practice === true) return [];
    return [ruled(id, title, found.verdict, found.because, clause(job.pack, 'tests'))];
  });
}
