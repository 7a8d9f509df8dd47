import { residualPart } from '../devices/residual';
import type { CircuitFacts } from '../house/facts';
import type { Reading } from '../job/sealed';
import type { Check, Verdict } from '../judging/answer';
import { fits, ruled } from '../judging/judge';
import { keyed } from '../judging/keys';
import { clause } from '../rules/clauses';
import { INSULATION_MOHM } from '../tables/insulation';
import { BREAK_S } from '../tables/residualTimes';
import { milli } from '../units';

/** Tests of what opens on a residual current: it is to trip. */
const TRIPS: ReadonlySet<Reading['kind']> = new Set(['gfci-trip', 'rcd-one', 'rcd-five', 'rcd-button']);

const CONTINUITY: ReadonlySet<Reading['kind']> = new Set(['r1-r2', 'r2', 'ring-r1', 'ring-rn', 'ring-r2']);

/**
 * What readings of a circuit and of its residual devices prove wrong: a device that holds at its test, or is too slow; insulation that is
 * too low; a conductor or a ring that is open; a polarity or a function that is not right. The last of a kind at a place counts.
 */
export function readingChecks(facts: CircuitFacts): Check[] {
  const { job, circuit, house } = facts;
  const last = new Map<string, Reading>();
  for (const reading of house.readingsOf(circuit.id)) {
    const at = `${reading.kind} ${reading.deviceId ?? reading.pointId ?? ''}`;
    const before = last.get(at);
    if (before === undefined || before.at <= reading.at) last.set(at, reading);
  }
  return [...last.values()].flatMap((reading): Check[] => {
    const found = wrongIn(facts, reading);
    if (found === undefined) return [];
    const place = job.devices[reading.deviceId ?? '']?.name ?? job.points[reading.pointId ?? '']?.name ?? circuit.name;
    return [ruled(keyed('tested', reading.id), `Test of ${place}`, found[0], found[1], clause(job.pack, 'tests'))];
  });
}

function wrongIn(
  { job }: CircuitFacts,
  { kind, value, unit, outcome, deviceId }: Reading,
): readonly [Verdict, string] | undefined {
  if (TRIPS.has(kind)) {
    if (outcome === 'holds') return ['stop', 'it did not open when it was tested'];
    const device = job.devices[deviceId ?? ''];
    const part = device === undefined ? undefined : residualPart(device);
    const limits = BREAK_S[part?.known === true ? part.value.delay : 'general'];
    const limitS = kind === 'rcd-one' ? limits.once : kind === 'rcd-five' ? limits.five : undefined;
    const limitMs = limitS === undefined ? undefined : milli(limitS);
    // An instrument shows milliseconds, and MΩ below, where nobody wrote the unit.
    const ms = unit === 's' && value !== undefined ? milli(value) : value;
    return ms !== undefined && limitMs !== undefined && !fits(ms, limitMs)
      ? ['stop', `it took ${ms} ms to open, of ${limitMs} ms`]
      : undefined;
  }
  if (kind === 'insulation') {
    const mohm = unit === 'Ω' && value !== undefined ? value / 1e6 : value;
    if (mohm === undefined || fits(INSULATION_MOHM, mohm)) return undefined;
    // The American code has no figure for it: what is usual is the same.
    return [job.dialect === 'nec' ? 'caution' : 'stop', `insulation ${mohm} MΩ, minimum ${INSULATION_MOHM} MΩ`];
  }
  // Beyond the instrument's scale: what is to be joined is open.
  if (CONTINUITY.has(kind) && (outcome === 'off-scale' || outcome === 'wrong'))
    return [
      'stop',
      kind === 'r2' || kind === 'r1-r2'
        ? `${job.dialect === 'nec' ? 'the ground-fault path' : 'the protective conductor'} is open`
        : 'the ring is open',
    ];
  if (outcome === 'wrong' && (kind === 'polarity' || kind === 'functional' || kind === 'phase-order'))
    return kind === 'polarity' ? ['stop', 'polarity found wrong'] : ['caution', 'found wrong when it was tried'];
  return undefined;
}
