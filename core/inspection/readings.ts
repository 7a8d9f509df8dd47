import type { CircuitFacts } from '../house/facts';
import { lack } from '../job/known';
import type { Reading } from '../job/sealed';
import type { Check } from '../judging/answer';
import { ruled, unknownCheck } from '../judging/judge';
import { keyed } from '../judging/keys';
import { clause } from '../rules/clauses';
import { isVoid, judgeReading } from './tests';

/** The last of a kind at a place, of readings that nothing supersedes. */
export function lastOf(readings: readonly Reading[]): Reading[] {
  const last = new Map<string, Reading>();
  for (const reading of readings) {
    const at = `${reading.kind} ${reading.deviceId ?? reading.pointId ?? ''}`;
    const before = last.get(at);
    if (before === undefined || before.at <= reading.at) last.set(at, reading);
  }
  return [...last.values()];
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
  const standing = lastOf(readingsOn(facts));
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
