import { describe, expect, it } from 'vitest';
import { lackWords } from '../asking/asWords';
import { LACKS } from '../job/known';
import { demo } from '../testing/demos';
import { linedHouse } from '../testing/linedHouses';
import { refusals } from '../testing/refusedWords';
import { REACHES, sheetOf, usualOf } from './usual';

describe.each([
  ['nec', demo('kiln-house')],
  ['iec', demo('bindery-yard')],
] as const)('the usual sheet of the %s', (dialect, job) => {
  const entries = Object.values(sheetOf(job)).flat();

  it('says what is usual in the words of its trade, each with how far it reaches', () => {
    expect(entries.length).toBeGreaterThan(30);
    expect(refusals(entries.map(({ says }) => says).join('\n'), dialect)).toEqual([]);
    for (const { reach, says } of entries) expect([says, REACHES.includes(reach)]).toEqual([expect.stringMatching(/\S/), true]);
  });

  it('asks for things that are not there in them too', () => {
    expect(refusals(LACKS.map((lack) => lackWords({ dialect }, lack, 'X').text).join('\n'), dialect)).toEqual([]);
  });
});

describe('values', () => {
  const nec = linedHouse('nec-2023');
  const british = linedHouse('bs-7671-2018-a2');
  const valuesOf = (job: typeof nec, id: string) =>
    Object.values(job[id.split('.')[0] as 'points']).map(({ id: row, name }) => [name, usualOf(job, id, row)?.value]);

  it('of a receptacle follow its circuit: 15 A up to 20 A, the circuit’s own for one appliance', () => {
    const rated = Object.fromEntries(valuesOf(nec, 'points.ratedA'));
    expect(rated).toMatchObject({ 'Counter 1': 15, Dryer: 30, Range: 50 });
    expect(Object.fromEntries(valuesOf(nec, 'points.receptacles'))).toMatchObject({ 'Counter 1': 2, Dryer: 1 });
    expect(Object.fromEntries(valuesOf(nec, 'points.configuration'))).toMatchObject({
      'Counter 1': '5-15',
      Dryer: '14-30',
      Range: '14-50',
    });
    expect(Object.fromEntries(valuesOf(nec, 'points.serves'))).toMatchObject({
      'Counter 1': 'countertop',
      'Garage 1': 'general',
      Dryer: 'appliance',
    });
  });

  it('of a cable are the hottest place it is known to pass', () => {
    const byCircuit = (job: typeof nec) =>
      Object.fromEntries(
        Object.values(job.segments).map(({ id, circuitId }) => [
          job.circuits[circuitId ?? '']?.name,
          usualOf(job, 'segments.ambientC', id)?.value,
        ]),
      );
    expect(byCircuit(nec)).toMatchObject({ 'Kitchen counter': 30, Outdoors: 40 });
    expect(byCircuit(british)).toMatchObject({ Sockets: 30, 'Garden sockets': 40 });
  });

  it('of a British cable are alone for one large appliance, else three together', () => {
    const grouped = Object.fromEntries(
      Object.values(british.segments).map(({ id, circuitId }) => [
        british.circuits[circuitId ?? '']?.name,
        usualOf(british, 'segments.groupedCircuits', id)?.value,
      ]),
    );
    expect(grouped).toMatchObject({ Cooker: 1, Shower: 1, Immersion: 3, Sockets: 3 });
  });

  it('of British accessories are not those of other countries', () => {
    const other = { ...british, pack: 'iec-60364' as const };
    const [point] = Object.values(british.points);
    expect(usualOf(british, 'points.configuration', point!.id)?.value).toBe('BS1363');
    expect(usualOf(other, 'points.configuration', point!.id)).toBeUndefined();
  });

  it('of rooms are by their use, and of an unnamed one nothing', () => {
    const water = Object.fromEntries(
      Object.values(nec.rooms).map(({ id, name }) => [name, usualOf(nec, 'rooms.water', id)?.value]),
    );
    expect(water).toMatchObject({ Kitchen: 'sink', Bathroom: 'both', Bedroom: undefined });
    const wet = Object.fromEntries(
      Object.values(nec.rooms).map(({ id, name }) => [name, usualOf(nec, 'rooms.wetness', id)?.value]),
    );
    expect(wet).toMatchObject({ Patio: 'wet', Garage: 'damp', Bedroom: 'dry' });
  });
});
