import { describe, expect, it } from 'vitest';
import { protectionOptions } from '../edits/protect';
import { triedFixes } from '../fixes/fixes';
import { triedOptions } from '../fixes/protectionOptions';
import { applyCommand } from '../job/commands';
import { studyJob } from '../study/study';
import { demo } from '../testing/demos';
import { stated } from '../testing/jobs';
import { peopleStudy } from './people';

const people = (job = demo('kiln-house')) => peopleStudy(job, studyJob(job));
const outlet = (id: string, job = demo('kiln-house')) =>
  people(job)
    .rooms.flatMap(({ points }) => points)
    .find((point) => point.id === id)!;

describe('the outlets of a house', () => {
  it('stand once each under their room, with what protects them in four ways', () => {
    const job = demo('kiln-house');
    const { rooms } = people(job);
    const ids = rooms.flatMap(({ points }) => points.map(({ id }) => id));
    const wanted = Object.values(job.points).filter(({ state, kind }) => state !== 'removed' && kind !== 'junction');
    expect([...ids].sort()).toEqual(wanted.map(({ id }) => id).sort());
    expect(new Set(ids).size).toBe(ids.length);
    const { columns } = outlet('glaze-point');
    expect([columns.overload.label, columns.groundFault.label, columns.arc.label]).toEqual(['20 A', 'class A', null]);
    expect(columns.groundFault.asked?.verdict).toBe('pass');
    expect(columns.arc.asked).toBeNull();
  });

  it('circuits of which nobody entered an outlet are counted: nothing is known of what is asked for there', () => {
    const job = demo('kiln-house');
    expect(people(job).bare).toBe(0);
    const finals = Object.values(job.circuits).filter(({ kind }) => kind === 'final').length;
    job.points = {};
    const loads = new Set(Object.values(job.loads).map(({ circuitId }) => circuitId)).size;
    expect(people(job).bare).toBe(finals - loads);
    job.loads = {};
    expect(people(job).bare).toBe(finals);
  });

  it('equipment nobody gave an outlet stands in no room', () => {
    const job = demo('bindery-yard');
    delete job.loads['cutter-load1']!.pointId;
    delete job.points['cutter-point'];
    expect(
      people(job)
        .rooms.find(({ roomId }) => roomId === null)
        ?.points.map(({ name }) => name),
    ).toEqual(['Cutter motor']);
  });

  it('a box in which something is joined is an outlet, an empty one is none', () => {
    const job = demo('kiln-house');
    job.points['booth-point'] = { ...job.points['booth-point']!, kind: 'junction' };
    const found = outlet('booth-point', job);
    expect([found.verdict, found.columns.groundFault.asked?.verdict]).toEqual(['stop', 'stop']);
    delete job.loads['booth-load1'];
    expect(outlet('booth-point', job)).toBeUndefined();
  });

  it('a test button kills what it opens and leaves what is pigtailed past it', () => {
    const job = demo('kiln-house');
    job.points['bath-point'] = { ...job.points['bath-point']!, onward: stated('pigtail') };
    job.devices.d = {
      id: 'd',
      order: 'a',
      name: 'Basin GFCI',
      state: 'new',
      seat: 'point',
      pointId: 'bath-point',
      lines: [],
      grade: 'standard',
      settings: { family: 'outlet-protection', groundFault: 'class-A', arcFault: 'none' },
    };
    const button = people(job).buttons.find(({ deviceId }) => deviceId === 'd')!;
    expect(button).toMatchObject({ where: 'Basin, Bath', reached: true, leaves: ['Hall 1', 'Hall 2'] });
    expect(button.kills).toEqual([{ circuitId: 'bath', name: '12 Bath and hall', points: ['Basin'] }]);
    job.points['bath-point'] = { ...job.points['bath-point'], behind: 'the linen press' };
    expect(people(job).buttons.find(({ deviceId }) => deviceId === 'd')).toMatchObject({ reached: false });
  });

  it('say what an ordinary breaker does at the current of an arc', () => {
    expect(people().arcs.pantry).toMatch(
      /^An arc in series .* carries that without tripping, an AFCI opens within 0.4 s\. .* at 75 A: .* takes .* s/,
    );
    expect(people(demo('skerry-light')).arcs.galley).toContain('an AFDD 0.5 s');
  });
});

describe('ways of giving a circuit its protection', () => {
  const ways = (circuitId: string, job = demo('kiln-house')) => triedOptions(job, studyJob(job), circuitId);
  const by = (circuitId: string, job = demo('kiln-house')) => new Map(ways(circuitId, job).map((way) => [way.kind, way]));

  it('each leave open what they do not give: one kind is never taken for the other', () => {
    const found = by('pantry');
    const left = (kind: Parameters<typeof found.get>[0]) => found.get(kind)?.remains.map(({ title }) => title);
    expect(left('now')).toEqual(['AFCI', 'weatherproof cover']);
    expect(left('combined-breaker')).toEqual(['weatherproof cover']);
    expect(left('arc-breaker')).toEqual(['GFCI, class A', 'weatherproof cover']);
    expect(left('first-outlet-both')).toEqual(['AFCI', 'weatherproof cover']);
    expect(found.get('first-outlet')).toMatchObject({ ground: 7, outlets: 7, reset: 'Counter 1, Pantry', reached: true });
    expect(found.has('ground-breaker')).toBe(false);
  });

  it('want a two-pole device where the neutral is shared', () => {
    expect(by('cold').get('combined-breaker')?.neutral).toBe('a two-pole one: the neutral is shared');
  });

  it('under the IEC are an RCBO, a shared RCD, one in the first socket-outlet, an AFDD', () => {
    const job = demo('skerry-light');
    expect([...by('galley', job).keys()]).toEqual(['now', 'rcbo', 'afdd', 'socket-rcd']);
    expect([...by('horn', job).keys()]).toEqual(['now', 'rcbo', 'shared-rcd', 'afdd']);
    expect(by('horn', job).get('shared-rcd')?.label).toBe('Hang Old fog-horn heater behind RCD 1');
  });

  it('are each one command that applies, and price what has a price', () => {
    const job = demo('kiln-house');
    job.prices.p = { id: 'p', order: 'a', part: 'GFCI breaker, 20 A', per: 'piece', amount: 58 };
    job.defaults.labourPerHour = 80;
    for (const id of Object.keys(job.circuits))
      for (const { command } of protectionOptions(job, id)) expect(() => applyCommand(job, command)).not.toThrow();
    expect(by('bath', job).get('ground-breaker')?.price).toBe(98);
    expect(by('bath', job).get('arc-breaker')?.price).toBeNull();
  });
});

describe('fixes of question 5', () => {
  const labels = (circuitId: string, job = demo('kiln-house')) =>
    triedFixes(job, studyJob(job), circuitId)
      .filter(({ question }) => question === 'saves-person')
      .map(({ command }) => command.label);
  it('settle one thing each and leave the rest no worse; a larger breaker is none', () => {
    expect(labels('pantry')).toEqual([
      'Fit a combined AFCI and GFCI breaker for Pantry counter',
      'Fit a cover for use at Back door',
    ]);
    expect(labels('booth')).toEqual(['Fit a GFCI breaker for Spray booth fan']);
    expect(labels('galley', demo('skerry-light'))).toEqual([
      'Fit an RCBO of 30 mA, type A, in its place',
      'Fit Origin RCD of type F',
      'Fit RCD 1 of type A',
      'Hang Galley sockets behind RCD 2 instead of RCD 1',
      'Give Galley sockets an RCBO of its own, off RCD 1',
      'Fit a socket-outlet with a residual device at Galley 1, the rest fed through it',
    ]);
  });
  it('swap wires that are reversed, and run a ground to a box that has none', () => {
    const job = demo('kiln-house');
    job.points['bath-p2'] = { ...job.points['bath-p2']!, earthTo: stated('unearthed-box') };
    expect(labels('bath', job)).toContain('Run an equipment ground to Hall 1');
  });
});
