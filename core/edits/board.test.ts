import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boardLayout, linesAt, overlap, placeOf, seatsOf, spanOf } from '../job/board/layout';
import { applyChanges, inverseOf, type RowChange } from '../job/changes';
import { applyCommand, carriedOut } from '../job/commands';
import { parseJobText } from '../job/parse';
import type { Circuit } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { mouldedCase, splitHouse } from '../testing/houses';
import { device, stated } from '../testing/jobs';
import { arranged } from './arrange';
import { liftDevice, putDevice, type Tried, tieDevices } from './board';

/** A panel of 20 spaces: 2P at 1, 1P at 5, 7 and 2, one without a place. */
function panel(spaces = 20): Job {
  const job = splitHouse();
  job.boards.board = { ...job.boards.board!, spaces: stated(spaces), halfFrom: stated(11) };
  job.circuits = { service: job.circuits.service! };
  job.devices = {};
  job.segments = {};
  const seat = (id: string, slot: string | undefined, poles: '1P' | '2P' | '3P' = '1P', more: object = {}, lines = ['L1']) => {
    job.circuits[id] = {
      id,
      order: `b${id}`,
      number: slot ?? '',
      name: id,
      kind: 'final',
      state: 'new',
      fromBoardId: 'board',
      topology: 'radial',
    } as Circuit;
    job.devices[`${id}-d`] = device(`${id}-d`, id, mouldedCase(20, poles, more), {
      ...(slot === undefined ? {} : { slot }),
      lines: lines as ('L1' | 'L2')[],
    });
  };
  seat('range', '1', '2P', {}, ['L1', 'L2']);
  seat('a', '5');
  seat('b', '7', '1P', {}, ['L2']);
  seat('c', '2');
  seat('loose', undefined);
  seat('twin', '13a', '1P', { spaceUse: stated('twin') });
  return job;
}
const done = (job: Job, tried: Tried): Job => {
  if (!tried.ok) throw new Error(tried.because);
  return applyCommand(job, tried.command);
};
const seated = (job: Job) =>
  Object.fromEntries(Object.values(job.devices).map(({ id, slot, lines }) => [id, [slot, lines.join()]]));
/** Space 9 is row 4 of the left column. */
const at = (text: string) => placeOf(text, { kind: 'slots', tracks: 2, halves: 20, bus: [] }, 1)!;

describe('a device put to a place', () => {
  it('goes there, on the leg of that space, and its circuit takes the number', () => {
    const job = done(panel(), putDevice(panel(), 'loose-d', at('8')));
    expect(seated(job)['loose-d']).toEqual(['8', 'L2']);
    expect(job.circuits.loose!.number).toBe('8');
    const two = done(job, putDevice(job, 'range-d', at('9')));
    expect(seated(two)['range-d']).toEqual(['9', 'L1,L2']);
    expect(two.circuits.range!.number).toBe('9');
  });
  it('changes places with one as wide; of others it is told who is there', () => {
    const job = panel();
    const swapped = done(job, putDevice(job, 'a-d', at('7')));
    expect(seated(swapped)).toMatchObject({ 'a-d': ['7', 'L2'], 'b-d': ['5', 'L1'] });
    expect(putDevice(job, 'range-d', at('5'))).toEqual({ ok: false, because: 'a-d, b-d are there' });
    expect(putDevice(job, 'a-d', at('3'))).toEqual({ ok: false, because: 'range-d is there' });
    expect(putDevice(job, 'loose-d', at('5'))).toEqual({ ok: false, because: 'a-d is there' });
    expect(putDevice(job, 'a-d', at('5'))).toEqual({ ok: false, because: 'a-d is there' });
  });
  it('ends within the board, and half-size only where the board takes it', () => {
    const job = panel();
    expect(putDevice(job, 'range-d', at('19'))).toMatchObject({ ok: false, because: expect.stringContaining('does not end') });
    expect(putDevice(job, 'twin-d', at('9b'))).toEqual({ ok: false, because: 'space 9 takes no half-size device' });
    const halved = done(job, putDevice(job, 'twin-d', at('12b')));
    expect(seated(halved)['twin-d']).toEqual(['12b', 'L2']);
    expect(halved.circuits.twin!.number).toBe('12b');
    const unsaid = panel();
    delete unsaid.boards.board!.spaces;
    expect(putDevice(unsaid, 'a-d', at('9'))).toMatchObject({ ok: false, because: expect.stringContaining('how many spaces') });
  });
  it('what is tied goes along', () => {
    const job = applyCommand(panel(), tieDevices(panel().devices['a-d']!, panel().devices['b-d']!, 'handle'));
    const moved = done(job, putDevice(job, 'a-d', at('15')));
    expect(seated(moved)).toMatchObject({ 'a-d': ['15', 'L2'], 'b-d': ['17', 'L1'] });
    expect(putDevice(job, 'a-d', at('19'))).toMatchObject({ ok: false });
    const across = applyCommand(panel(), tieDevices(panel().devices['a-d']!, panel().devices['c-d']!, 'handle'));
    expect(putDevice(across, 'a-d', at('1'))).toMatchObject({ ok: false });
    expect(putDevice(across, 'a-d', at('15'))).toMatchObject({ ok: true });
    const [a, b] = [job.devices['a-d']!, job.devices['b-d']!];
    for (const free of [tieDevices(a, b, undefined), tieDevices(b, a, undefined)]) {
      const loose = applyCommand(job, free).devices['a-d']!;
      expect([loose.tiedTo, loose.tie]).toEqual([undefined, undefined]);
    }
  });
  it('is lifted off its place and stays in the job', () => {
    expect(seated(applyCommand(panel(), liftDevice(panel().devices['a-d']!)))['a-d']).toEqual([undefined, 'L1']);
  });
});

describe('any sequence of moves', () => {
  const step = fc.record({
    id: fc.constantFrom('range-d', 'a-d', 'b-d', 'c-d', 'loose-d', 'twin-d'),
    track: fc.integer({ min: -1, max: 2 }),
    at: fc.integer({ min: -1, max: 22 }),
    what: fc.constantFrom('put', 'put', 'put', 'lift', 'tie', 'arrange'),
  });
  it('keeps one device to a space, poles on the legs of their spaces, and is undone to the very same board', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
        let job = panel();
        const undone: { before: Job; changes: RowChange[] }[] = [];
        for (const { id, track, at: to, what } of steps) {
          const command =
            what === 'lift'
              ? liftDevice(job.devices[id]!)
              : what === 'tie'
                ? tieDevices(job.devices[id]!, job.devices['c-d']!, id === 'c-d' ? undefined : 'handle')
                : what === 'arrange'
                  ? arranged(job, 'board', () => 5)
                  : (() => {
                      const tried = putDevice(job, id, { track, at: to });
                      return tried.ok ? tried.command : undefined;
                    })();
          if (command === undefined) continue;
          const after = carriedOut(job, command);
          undone.push({ before: job, changes: inverseOf(after.changes) });
          job = after.job;
          const layout = boardLayout(job, job.boards.board!)!;
          const places = seatsOf(job, job.boards.board!).flatMap((seat) => (seat.place === undefined ? [] : [seat]));
          for (const [index, one] of places.entries()) {
            for (const other of places.slice(index + 1)) expect(overlap(one.place!, other.place!)).toBe(false);
            if (what === 'put' || what === 'arrange')
              expect([...one.device.lines].sort()).toEqual([...new Set(linesAt(one.device, one.place!, layout))].sort());
          }
          expect(parseJobText(JSON.stringify(job)).ok).toBe(true);
        }
        for (const { before, changes } of undone.reverse()) {
          job = applyChanges(job, changes);
          expect(job).toEqual(before);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('a board laid out anew', () => {
  const amps = (id: string) => ({ 'range-d': 40, 'a-d': 16, 'b-d': 12, 'c-d': 9, 'loose-d': 7, 'twin-d': 4 })[id];
  const legs = (job: Job) => {
    const sum = { L1: 0, L2: 0, L3: 0 };
    for (const { id, lines } of Object.values(job.devices)) for (const line of lines) sum[line] += amps(id) ?? 0;
    return sum;
  };
  it('the great ones first, twins where they may be, the legs even to a tenth', () => {
    const job = applyCommand(panel(), arranged(panel(), 'board', amps)!);
    expect(seated(job)['range-d']).toEqual(['1', 'L1,L2']);
    expect(Number.parseInt(job.devices['twin-d']!.slot!, 10)).toBeGreaterThanOrEqual(11);
    const { L1, L2 } = legs(job);
    expect(Math.abs(L1 - L2)).toBeLessThanOrEqual(0.1 * Math.max(L1, L2));
    expect(arranged(job, 'board', amps)).toBeUndefined();
  });
  it('circuits on one neutral come under each other, on both legs', () => {
    const job = panel();
    job.circuits.c = { ...job.circuits.c!, sharesNeutralWith: 'a' };
    const after = applyCommand(job, arranged(job, 'board', amps)!);
    const [a, c] = [after.devices['a-d']!, after.devices['c-d']!];
    expect(Math.abs(Number(a.slot) - Number(c.slot))).toBe(2);
    expect(a.lines).not.toEqual(c.lines);
  });
  it('without room for all of it nothing is moved', () => {
    expect(arranged(panel(4), 'board', amps)).toBeUndefined();
    expect(arranged(panel(), 'none', amps)).toBeUndefined();
  });
  it('on rails what hangs behind a group device comes after it', () => {
    const job = panel();
    job.boards.board = { ...job.boards.board!, layout: 'rails', rails: stated(1) };
    job.devices.group = device('group', '', { family: 'rccb', poles: '2P', residual: {} }, { seat: 'board', boardId: 'board' });
    delete job.devices.group.circuitId;
    job.circuits.b = { ...job.circuits.b!, behindDeviceId: 'group' };
    const after = applyCommand(job, arranged(job, 'board', amps)!);
    const layout = boardLayout(after, after.boards.board!)!;
    const place = (id: string) => placeOf(after.devices[id]!.slot, layout, spanOf(after.devices[id]!, layout))!;
    expect(place('group')).toEqual({ track: 0, at: 0, span: 4 });
    expect(place('b-d').at).toBe(4);
  });
  it('on rails the circuits of one line are dealt to three lines, the greatest first, each to the lightest', () => {
    const job = panel();
    job.supply = { ...job.supply, voltageSystem: 'three-phase-400-230' };
    job.boards.board = { ...job.boards.board!, layout: 'rails', rails: stated(2) };
    const after = applyCommand(job, arranged(job, 'board', amps)!);
    // The range takes 40 A of two lines; 16, 12, 9 and 7 fill the third to 44, the last goes beside the range.
    const { L1, L2, L3 } = legs(after);
    expect([L1, L2, L3].sort((a, b) => a - b)).toEqual([40, 44, 44]);
  });
});
