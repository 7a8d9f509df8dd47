import { sameItems } from '../../cells/alike';
import { residualPart } from '../../devices/residual';
import { behindOf } from '../../house/behind';
import { type CircuitFacts, isResidual, type Seated } from '../../house/facts';
import { all, type Maybe, map } from '../../job/known';
import { ifStated } from '../../job/readers';
import type { Device, Load } from '../../job/sealed';
import { word } from '../../job/terms';
import { READ, rowsOf, type TrackedJob } from '../../job/tracked';
import type { Check } from '../../judging/answer';
import { ruled, unknownCheck } from '../../judging/judge';
import { type CheckName, keyed } from '../../judging/keys';
import { pathTo, type Wiring } from '../../network/paths';
import { clause } from '../../rules/clauses';
import { applies } from '../../rules/relaxation';
import { RESIDUAL_SELECTIVE } from '../../selectivity/relaxations';

/** What must stay on, and what goes dark with the trip of another circuit: a shared residual device, or a common trip. */
export function mustStayChecks(facts: CircuitFacts): Check[] {
  const { loads, circuit } = facts;
  const kept = loads.filter((load) => load.mustStayOn === true || load.safetyService === true);
  if (circuit.kind !== 'final' || kept.length === 0) return [];
  return [...facts.ahead.filter(isResidual).flatMap((seated) => byEarthFault(facts, seated, kept)), ...byCommonTrip(facts, kept)];
}

function lost(facts: CircuitFacts, id: CheckName, title: string, kept: readonly Load[], why: string): Check {
  const safety = kept.some((load) => load.safetyService === true);
  const names = kept.map(({ name }) => name).join(', ');
  return ruled(
    id,
    title,
    safety ? 'stop' : 'caution',
    `${why}: ${names} ${kept.length === 1 ? 'loses' : 'lose'} ${word(facts.job.dialect, 'power')}`,
    clause(facts.job.pack, 'mustStay'),
  );
}

/** Another circuit behind the same device whose earth fault may open it. */
function byEarthFault(facts: CircuitFacts, seated: Seated, kept: readonly Load[]): Check[] {
  const { house, circuit } = facts;
  const { device } = seated;
  const aFault = facts.job.dialect === 'nec' ? 'a ground fault' : 'an earth fault';
  const behind = behindOf(house, seated);
  const others = (behind.known ? behind.value.circuits : []).filter(
    (wiring) => wiring.circuit.kind === 'final' && wiring.circuit.id !== circuit.id,
  );
  if (others.length === 0) return [];
  const id = keyed('stay', device.id);
  const title = `Other circuits on ${device.name}`;
  const missing: Check[] = [];
  for (const other of others) {
    const alone = opensAlone(device, below(facts, device, other));
    if (alone === undefined) return [lost(facts, id, title, kept, `${aFault} on ${other.circuit.name} trips ${device.name}`)];
    if (!alone.known) missing.push(unknownCheck(id, title, alone.missing));
    else if (!alone.value)
      return [lost(facts, id, title, kept, `${aFault} on ${other.circuit.name} may trip ${device.name} too`)];
  }
  return missing.length > 0
    ? missing.slice(0, 1)
    : [
        ruled(
          id,
          title,
          'pass',
          `every other circuit behind ${device.name} has its own device, which trips alone`,
          clause(facts.job.pack, 'mustStay'),
        ),
      ];
}

/** Whether some residual device below one opens by itself; undefined where there is none below it. */
function opensAlone(above: Device, there: Maybe<readonly Device[]>): Maybe<boolean> | undefined {
  if (!there.known) return there;
  const nearest = there.value.at(-1);
  if (nearest === undefined) return undefined;
  const parts = all({ up: residualPart(above)!, down: residualPart(nearest)! });
  if (!parts.known) return parts;
  return map(applies(RESIDUAL_SELECTIVE, { ...parts.value, below: nearest.name }), ({ applies: is }) => is);
}

/** Residual devices on the way of another circuit, below one that both hang behind. */
function below({ house }: CircuitFacts, above: Device, other: Wiring): Maybe<readonly Device[]> {
  return map(pathTo(house.wirings, other.circuit), (way) => {
    const chain = way.flatMap((wiring) => [
      ...[...wiring.groupDevices].reverse(),
      ...wiring.startDevices,
      ...(wiring === other ? [] : wiring.endDevices),
    ]);
    return chain.slice(chain.indexOf(above) + 1).filter((device) => residualPart(device) !== undefined);
  });
}

/** Devices tied to one, or that it is tied to. */
const tiedWith = READ.cell(
  'tied with a device',
  (job: TrackedJob, id): readonly Device[] => ties(job, '').get(id) ?? [],
  sameItems,
);
const ties = READ.cell('ties', (job: TrackedJob): ReadonlyMap<string, readonly Device[]> => {
  const all = rowsOf(job.devices);
  const place = new Map(all.map(({ id }, at) => [id, at]));
  const found = new Map<string, Set<number>>();
  const put = (id: string, other: string) => {
    const at = place.get(other);
    if (at !== undefined && all[at]!.state !== 'removed') found.set(id, (found.get(id) ?? new Set()).add(at));
  };
  for (const { id, tiedTo } of all)
    if (tiedTo !== undefined) {
      put(tiedTo, id);
      put(id, tiedTo);
    }
  return new Map([...found].map(([id, others]) => [id, [...others].sort((a, b) => a - b).map((at) => all[at]!)]));
});

/** A common trip opens this one with its neighbour; of a tie nobody described that may be so. */
function byCommonTrip(facts: CircuitFacts, kept: readonly Load[]): Check[] {
  const { job, wiring, circuit } = facts;
  return wiring.startDevices.flatMap((device) => {
    const tied = tiedWith(job, device.id).filter(({ circuitId }) => circuitId !== circuit.id && circuitId !== undefined);
    return tied.flatMap((other) => {
      // A handle tie opens by hand alone.
      const tie = ifStated('devices', device.tiedTo === other.id ? device : other, 'tie');
      if (tie.value === 'handle' && !tie.given.assumed) return [];
      return [
        lost(
          facts,
          keyed('stay', device.id, other.id),
          `${device.name} tied to ${other.name}`,
          kept,
          `a fault on the neighbour opens ${device.name} as well`,
        ),
      ];
    });
  });
}
