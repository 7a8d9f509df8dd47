import type { CircuitFacts } from '../../house/facts';
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
  if (there === undefined) return [ruled(id, title, circuit.state === 'existing' ? 'caution' : 'stop', 'none drawn', rule)];
  const type = there.settings.family === 'spd' ? there.settings.type : undefined;
  if (type === undefined)
    return [unknownCheck(id, title, [{ path: `devices.${there.id}.settings.type`, what: `type of ${there.name}` }])];
  return [];
}
