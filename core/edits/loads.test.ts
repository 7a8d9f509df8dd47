import { describe, expect, it } from 'vitest';
import { CONTACTS, plugFits } from '../facts/configurations';
import { applyCommand } from '../job/commands';
import { Configuration } from '../job/schema/circuit';
import { studyJob } from '../study/study';
import { demo } from '../testing/demos';
import { APPLIANCES, appliancesOf } from './catalogue/appliances';
import { addAppliance } from './loads';

const kettle = APPLIANCES.find(({ id }) => id === 'kettle')!;
const charger = APPLIANCES.find(({ id }) => id === 'charger')!;

describe('a load of the catalogue', () => {
  it.each(['kiln-house', 'bindery-yard'] as const)('%s: each is taken whole, its values assumed, its kind stated', (name) => {
    const job = demo(name);
    const circuit = Object.values(job.circuits).find(({ kind, use }) => kind === 'final' && use === 'sockets')!;
    for (const appliance of appliancesOf(job.dialect)) {
      const load = applyCommand(job, addAppliance(job, circuit, undefined, appliance, 'new')).loads.new!;
      const { appliance: kind, ...rest } = load;
      expect(kind).toEqual(appliance.kind === undefined ? undefined : { value: appliance.kind, from: 'stated' });
      for (const value of Object.values(rest)) if (typeof value === 'object') expect(value.from).toBe('assumed');
      expect(load.powerW?.value ?? load.currentA?.value).toBe(appliance.currentA ?? appliance.powerW);
    }
  });
  it('draws at starting and switching on what its multiples come to', () => {
    const job = demo('kiln-house');
    const fridge = APPLIANCES.find(({ id }) => id === 'refrigerator')!;
    const load = applyCommand(job, addAppliance(job, job.circuits.pantry!, 'pantry-p3', fridge, 'f')).loads.f!;
    // 150 W at 0.75 and 120 V: 1.667 A; six times, and √2 times eight times.
    expect(load.startCurrentA?.value).toBe(10);
    expect(load.inrushPeakA?.value).toBe(18.9);
    expect(load).toMatchObject({ pointId: 'pantry-p3', mustStayOn: true, plug: { value: '5-15' } });
    const ev = applyCommand(job, addAppliance(job, job.circuits.kiln!, undefined, charger, 'e')).loads.e!;
    expect(ev.startCurrentA).toBeUndefined();
  });
  it('never makes a pass of what is only assumed', () => {
    const job = demo('kiln-house');
    const loaded = applyCommand(job, addAppliance(job, job.circuits.wheel!, undefined, { ...kettle, powerW: 100 }, 'k'));
    const answer = (of: typeof job) =>
      studyJob(of)
        .circuits.find(({ circuitId }) => circuitId === 'wheel')!
        .answers.find(({ question }) => question === 'carries-load')!.verdict;
    expect(answer(job)).toBe('pass');
    expect(answer(loaded)).toBe('caution');
  });
});

describe('plugs and outlets', () => {
  it('fit their own; the plugs of 15 A the outlets of 20 A, and never the reverse', () => {
    for (const each of Configuration.options) expect(plugFits(each, each)).toBe(true);
    expect([plugFits('5-15', '5-20'), plugFits('5-20', '5-15')]).toEqual([true, false]);
    expect([plugFits('6-15', '6-20'), plugFits('6-20', '6-15'), plugFits('6-15', '5-20')]).toEqual([true, false, false]);
    expect([plugFits('C5', 'C2b'), plugFits('C2b', 'C5'), plugFits('BS1363', 'C2b')]).toEqual([true, false, false]);
  });
  it('are of one dialect each, and rated as they are called', () => {
    for (const [id, { ratedA }] of Object.entries(CONTACTS)) {
      const called = /(?:-|309-)(\d+)/.exec(id)?.[1];
      if (called !== undefined && !id.startsWith('309')) expect(ratedA).toBe(Number(called));
      if (id.startsWith('309')) expect(ratedA).toBe(Number(id.split('-')[1]));
    }
  });
});
