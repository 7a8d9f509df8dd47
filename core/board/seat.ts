import type { CircuitFacts } from '../house/facts';
import { boardOfDevice, halfSize, linesIn, placeOfDevice } from '../house/seats';
import { isPlaceText, numberAt, type Place } from '../job/board/layout';
import { factOf } from '../job/readers';
import type { Board, Device, Job } from '../job/sealed';
import type { Check } from '../judging/answer';
import { ruled } from '../judging/judge';
import { saidCheck } from '../judging/said';
import { clause } from '../rules/clauses';

/**
 * Each device of a circuit in its place: one that is there, that nothing else stands in, on the lines it is said to be on. Two poles
 * in one space, or behind a jumper, are on one leg whatever is written on them.
 */
export function seatChecks({ job, own }: CircuitFacts): Check[] {
  return own.flatMap(({ device, seat }): Check[] => {
    const board = boardOfDevice(job, device);
    const seated = board === undefined || seat === 'group' ? undefined : placeOfDevice(job, device);
    if (board === undefined || seated === undefined || !seated.known || device.slot === undefined) return [];
    const { layout, place, others } = seated.value;
    const { given } = seated;
    const rule = clause(job.pack, 'boardRoom');
    const title = `Place of ${device.name}`;
    const stop = (id: string, because: string, by = rule) => [ruled(`${id}:${device.id}`, title, 'stop', because, by, given)];
    if (place === undefined)
      // A place written in words of one's own is none, and nothing is held against it.
      return isPlaceText(device.slot, layout.kind) ? stop('seat', `${board.name} has no room for it at ${device.slot}`) : [];
    if (others.length > 0)
      return stop('seat', `${numberAt(place, layout)} of ${board.name} is also that of ${others.join(', ')}`);
    const half = layout.kind === 'slots' && halfSize(device);
    const halves = half ? [halfTaken(job, board, place, device, title)] : [];
    if (!('poles' in device.settings)) return halves;
    const lines = linesIn(layout, device, place);
    if (lines.length === 0) return halves;
    const where = `at ${numberAt(place, layout)} of ${board.name}`;
    if (new Set(lines).size < Math.min(lines.length, layout.bus.length) || (lines.length > 1 && layout.bus.length === 1))
      return stop('leg', `${where} all its poles are on ${lines[0]}: there is nothing between them`, clause(job.pack, 'oneLeg'));
    const said = [...device.lines].sort().join(', ');
    const there = [...new Set(lines)].sort().join(', ');
    return said === '' || said === there
      ? halves
      : stop('leg', `${where} it is on ${there}, and said to be on ${said}`, clause(job.pack, 'oneLeg'));
  });
}

/** Half-size and twin devices go where the board is made for them. */
function halfTaken(job: Job, board: Board, { track, at }: Place, device: Device, title: string): Check {
  const number = 2 * Math.floor(at / 2) + 1 + track;
  return saidCheck({
    ...{ id: `half:${device.id}`, title, rule: clause(job.pack, 'boardRoom'), fact: factOf('boards', board, 'halfFrom') },
    judge: (from) =>
      from > 0 && number >= from
        ? ['pass', `space ${number} takes half-size devices`]
        : ['stop', `space ${number} of ${board.name} takes no half-size device`],
  });
}
