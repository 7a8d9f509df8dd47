import type { CircuitFacts } from '../../house/facts';
import { need } from '../../job/known';
import { heldBy } from '../../job/packs';
import type { Check } from '../../judging/answer';
import { ruled, unknownCheck } from '../../judging/judge';
import { clause } from '../../rules/clauses';

/** A surge device at the service of a dwelling: asked for since the NEC of 2020, of what is new, altered or replaced. */
export function surgeAtService({ job, circuit, wiring }: CircuitFacts): Check[] {
  const board = job.boards[circuit.toBoardId ?? ''];
  const from = job.origins[circuit.fromOriginId ?? '']?.kind;
  if (board === undefined || circuit.kind !== 'service' || (from !== 'network' && from !== 'transformer')) return [];
  if (heldBy(job.pack, { 'nec-2020': true }) !== true) return [];
  const id = `surge-at:${board.id}`;
  const title = `Surge device at ${board.name}`;
  const rule = clause(job.pack, 'surgeAtService');
  const there = [
    ...wiring.startDevices,
    ...wiring.endDevices,
    ...Object.values(job.devices).filter(({ boardId, state }) => boardId === board.id && state !== 'removed'),
  ].find(({ settings }) => settings.family === 'spd');
  const verdict = circuit.state === 'existing' ? 'caution' : 'stop';
  if (there === undefined) return [ruled(id, title, verdict, 'none drawn', rule)];
  const at = `devices.${there.id}.settings.type`;
  const type = need(there.settings.family === 'spd' ? there.settings.type : undefined, at, `type of ${there.name}`);
  if (!type.known) return [unknownCheck(id, title, type.missing)];
  const why = 'of type 3: at a service type 1 or 2 is asked for';
  return type.value === '3' ? [ruled(id, title, verdict, why, rule, type.given)] : [];
}
