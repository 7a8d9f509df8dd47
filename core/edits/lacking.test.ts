import { describe, expect, it } from 'vitest';
import { factAt } from '../facts/read';
import { applyCommand } from '../job/commands';
import { demo } from '../testing/demos';
import { breaker, jobWith } from '../testing/jobs';
import { othersLacking, setFacts } from './lacking';

const house = () => {
  const job = jobWith(
    ['a', 'b', 'd', 'e'].map((id) => ({ id, settings: breaker('B', 16), lengthM: 20, line: 2.5, protective: 1.5 })),
  );
  for (const id of ['a', 'b', 'd', 'e']) delete job.segments[`${id}-cable`]!.ambientC;
  return job;
};
const AMBIENT = 'segments.a-cable.ambientC';

describe('the others that lack a fact', () => {
  it('are those there, of the same kind, that have none', () => {
    const job = house();
    const cables = othersLacking(job, AMBIENT);
    expect(cables).toEqual(expect.arrayContaining(['segments.b-cable.ambientC', 'segments.d-cable.ambientC']));
    expect(cables).not.toContain(AMBIENT);
    job.segments['b-cable']!.ambientC = { value: 40, from: 'measured' };
    job.segments['d-cable']!.state = 'removed';
    job.circuits.e!.state = 'removed';
    const left = othersLacking(job, AMBIENT);
    for (const id of ['b', 'd', 'e']) expect(left).not.toContain(`segments.${id}-cable.ambientC`);
  });

  it('are none for what is each one’s own, or relieves', () => {
    const job = demo('kiln-house');
    for (const path of Object.values(job.segments).map(({ id }) => `segments.${id}.lengthM`))
      expect(othersLacking(job, path)).toEqual([]);
    for (const { id } of Object.values(job.devices))
      for (const field of ['ratingA', 'hundredPercentListed', 'unmarked', 'curve'])
        expect(othersLacking(job, `devices.${id}.settings.${field}`)).toEqual([]);
    for (const { id } of Object.values(job.loads)) expect(othersLacking(job, `loads.${id}.overloadProtected`)).toEqual([]);
    for (const { id } of Object.values(job.segments)) expect(othersLacking(job, `segments.${id}.terminalC`)).toEqual([]);
    expect(othersLacking(job, 'nothing.at.all')).toEqual([]);
  });

  it('are none whose conductors are said by their circuits', () => {
    const job = demo('kiln-house');
    for (const segment of Object.values(job.segments)) delete segment.loadedConductors;
    job.segments['kiln-cable']!.groupedCircuits = { value: 3, from: 'stated' };
    const others = othersLacking(job, 'segments.range-cable.loadedConductors');
    expect(others).toContain('segments.bath-cable.loadedConductors');
    expect(others).not.toContain('segments.kiln-cable.loadedConductors');
  });

  it('are only those the fact says something of: a method under the NEC says nothing, another family has another capacity', () => {
    const job = house();
    expect(othersLacking({ ...job, dialect: 'nec' }, 'segments.a-cable.method')).toEqual([]);
    for (const device of Object.values(job.devices)) if ('icnA' in device.settings) delete device.settings.icnA;
    job.devices['b-device']!.settings = { family: 'fuse', system: 'gG', ratingA: { value: 16, from: 'stated' } } as never;
    const others = othersLacking(job, 'devices.a-device.settings.icnA');
    expect(others).toContain('devices.d-device.settings.icnA');
    expect(others).not.toContain('devices.b-device.settings.icnA');
  });
});

describe('a fact set for all that lack it', () => {
  it('is one command with one source, and leaves what was known', () => {
    const job = house();
    job.segments['b-cable']!.ambientC = { value: 40, from: 'measured' };
    const paths = [AMBIENT, ...othersLacking(job, AMBIENT)];
    const command = setFacts(job, paths, { value: 25, from: 'assumed' });
    expect(command.label).toBe(`Ambient temperature: 25 °C, ${paths.length} times`);
    const after = applyCommand(job, command);
    for (const path of paths) expect(factAt(after, path)?.fact).toEqual({ value: 25, from: 'assumed' });
    expect(after.segments['b-cable']!.ambientC).toEqual({ value: 40, from: 'measured' });
    expect(othersLacking(after, AMBIENT)).toEqual([]);
  });
});
