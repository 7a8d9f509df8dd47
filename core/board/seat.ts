import type { CircuitFacts } from '../house/facts';
import { boardOfDevice, halfSize, linesIn, placeOfDevice } from '../house/seats';
import { isPlaceText, numberAt, type Place } from '../job/board/layout';
import { factOf } from '../job/readers';
import type { Board, Device, Job, Line } from '../job/sealed';
import type { Check } from '../judging/answer';
import { ruled } from '../judging/judge';
import { keyed } from '../judging/keys';
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
    const stop = (id: 'seat' | 'leg', because: string, by = rule) => [
      ruled(keyed(id, device.id), title, 'stop', because, by, given),
    ];
    if (place === undefined)
      // A place written in words of one's own is none, and nothing is held against it.
      return isPlaceText(device.slot, layout.kind) ? stop('seat', `${board.name} has no room for it at ${device.slot}`) : [];
    if (others.length > 0)
      return stop('seat', `${numberAt(place, layout)} of ${board.name} is also that of ${others.join(', ')}`);
    const half = layout.kind === 'slots' && halfSize(device);
    const halves = half ? [halfTaken(job, board, place, device, title)] : [];
    if (!('poles' in device.settings)) return halves;
    const wrong = wrongLegs(device, linesIn(layout, device, place), layout.bus.length);
    if (wrong === undefined) return halves;
    return stop('leg', `at ${numberAt(place, layout)} of ${board.name} ${wrong}`, clause(job.pack, 'oneLeg'));
  });
}

/** What is wrong with the legs a device is on in its place; nothing where they are those it is said to be on. */
function wrongLegs(device: Device, lines: readonly Line[], bars: number): string | undefined {
  if (lines.length === 0) return undefined;
  if (new Set(lines).size < Math.min(lines.length, bars) || (lines.length > 1 && bars === 1))
    return `all its poles are on ${lines[0]}: there is nothing between them`;
  const said = [...device.lines].sort().join(', ');
  const there = [...new Set(lines)].sort().join(', ');
  return said === '' || said === there ? undefined : `it is on ${there}, and said to be on ${said}`;
}

/** Half-size and twin devices go where the board is made for them. */
function halfTaken(job: Job, board: Board, { track, at }: Place, device: Device, title: string): Check {
  const number = 2 * Math.floor(at / 2) + 1 + track;
  return saidCheck({
    id: keyed('half', device.id),
    title,
    rule: clause(job.pack, 'boardRoom'),
    fact: factOf('boards', board, 'halfFrom'),
    judge: (from) =>
      from > 0 && number >= from
        ? ['pass', `space ${number} takes half-size devices`]
        : ['stop', `space ${number} of ${board.name} takes no half-size device`],
  });
}
