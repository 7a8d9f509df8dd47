import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import { readLetThrough, showLetThrough } from '../job/letThroughText';
import { mouldedCase, splitHouse } from '../testing/houses';
import { breaker, device, jobWith } from '../testing/jobs';
import { addBoard, addDevice, addGroupDevice, addOutlet, listTogether, ratedWith } from './parts';
import { takeOut } from './rows';
import { addElectrode } from './sources';

const carriedOut = applyCommand;
const one = () => jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20 }]);

describe('new parts', () => {
  it('a group device goes ahead of a circuit, and the next one ahead of that', () => {
    const job = one();
    const first = carriedOut(job, addGroupDevice(job, job.circuits.c!, 'g1'));
    expect(first.circuits.c!.behindDeviceId).toBe('g1');
    expect(first.devices.g1).toMatchObject({ seat: 'board', boardId: job.circuits.c!.fromBoardId, settings: { family: 'rccb' } });
    const second = carriedOut(first, addGroupDevice(first, first.circuits.c!, 'g2'));
    expect(second.circuits.c!.behindDeviceId).toBe('g2');
    expect(second.devices.g2!.behindDeviceId).toBe('g1');
  });

  it('a circuit becomes the feeder of a new board', () => {
    const job = one();
    const made = carriedOut(job, addBoard(job, job.circuits.c!, 'shed'));
    expect(made.circuits.c).toMatchObject({ kind: 'distribution', toBoardId: 'shed' });
    expect(made.boards.shed!.name).toBe(`${job.circuits.c!.name} board`);
  });

  it('a board goes with the feeders that lead to it, those taken out before left as they are', () => {
    const job = one();
    const shed = carriedOut(job, addBoard(job, job.circuits.c!, 'shed'));
    const old = { ...shed.circuits.c!, id: 'old', number: '9', state: 'removed' as const };
    const made = { ...shed, circuits: { ...shed.circuits, old } };
    expect(takeOut(made, 'boards', 'shed').steps).toEqual([
      { do: 'set', on: 'boards', id: 'shed', field: ['state'], to: 'removed' },
      { do: 'set', on: 'circuits', id: 'c', field: ['state'], to: 'removed' },
    ]);
  });

  it('the first device of a service sits where its disconnect is', () => {
    const nec = splitHouse();
    expect(addDevice(nec, nec.circuits.service!, 'd')).toMatchObject({ steps: [{ row: { seat: 'end' } }] });
    const iec = one();
    expect(addDevice(iec, iec.circuits.service!, 'd')).toMatchObject({ steps: [{ row: { seat: 'start' } }] });
  });

  it('a residual switch names the device it is rated with as that is, and the rating is void when it is another', () => {
    const job = one();
    const group = carriedOut(job, addGroupDevice(job, job.circuits.c!, 'g'));
    const named = carriedOut(group, ratedWith(group.devices.g!, group.devices['c-device']!));
    expect(named.devices.g!.settings).toMatchObject({
      conditionalWithDeviceId: 'c-device',
      conditionalWithAs: 'mcb B16 1P+N 6000 A',
    });
  });

  it('an outlet goes after those that are there', () => {
    const job = one();
    const first = carriedOut(job, addOutlet(job, job.circuits.c!, 'p1'));
    const second = carriedOut(first, addOutlet(first, first.circuits.c!, 'p2'));
    expect(second.points.p2).toMatchObject({ name: 'Socket 2', kind: 'socket' });
    expect(second.points.p2!.order > second.points.p1!.order).toBe(true);
  });

  it('a combination names both devices as they are', () => {
    const job = splitHouse();
    job.devices.up = device('up', 'service', mouldedCase(200, '2P'), { seat: 'end' });
    const down = Object.values(job.devices).find(({ circuitId }) => circuitId === 'range')!;
    const made = carriedOut(job, listTogether(job, job.devices.up, down, { id: 'k', capacityA: 22_000, reference: 'table 3' }));
    expect(made.combinations.k).toMatchObject({ upstreamAs: expect.stringContaining('200 A'), capacityA: { value: 22_000 } });
    expect(() =>
      carriedOut(job, listTogether(job, job.devices.up!, down, { id: 'k', capacityA: 22_000, reference: '' })),
    ).toThrow(/listing/);
  });

  it('electrodes of a board are told apart', () => {
    const job = one();
    const first = carriedOut(job, addElectrode(job, 'board', 'a'));
    const second = carriedOut(first, addElectrode(first, 'board', 'b'));
    expect(Object.values(second.electrodes).map(({ name }) => name)).toEqual(['Electrode', 'Electrode 2']);
  });
});

describe('let-through as it is typed', () => {
  it.each([
    [
      '3 kA 12 kA²s; 6 kA 24 kA²s',
      [
        { upToA: 3000, letThroughA2s: 12_000 },
        { upToA: 6000, letThroughA2s: 24_000 },
      ],
    ],
    ['6000 A: 24000 A2s', [{ upToA: 6000, letThroughA2s: 24_000 }]],
    ['1,5 kA, 9.5 kA²s;', [{ upToA: 1500, letThroughA2s: 9500 }]],
  ])('%s', (text, points) => expect(readLetThrough(text)).toMatchObject({ ok: true, value: points }));

  it.each(['', '6 kA', '6 kA many', 'x y', '6 kA 3 kA', '6 kA 24 kA²s 7'])(
    'refuses "%s" and says what would be right',
    (text) => {
      const read = readLetThrough(text);
      expect(read.ok).toBe(false);
      if (!read.ok) expect(read.message.length).toBeGreaterThan(10);
    },
  );

  it('reads what it shows', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ upToA: fc.integer({ min: 1, max: 200_000 }), letThroughA2s: fc.integer({ min: 1, max: 999_999 }) }),
          {
            minLength: 1,
            maxLength: 8,
          },
        ),
        (points) => {
          const read = readLetThrough(showLetThrough(points));
          expect(read.ok && read.value.map(({ upToA }) => Math.round(upToA))).toEqual(points.map(({ upToA }) => upToA));
          expect(read.ok && read.value.map((each) => Math.round(each.letThroughA2s))).toEqual(
            points.map(({ letThroughA2s }) => letThroughA2s),
          );
        },
      ),
    ));
});
