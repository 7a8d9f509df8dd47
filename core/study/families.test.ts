import { describe, expect, it } from 'vitest';
import type { DeviceSettings } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import { breaker, device, gg, jobWith, stated } from '../testing/jobs';
import { branch } from '../testing/reliefJobs';
import { ask } from './testing/ask';

const fuse = (system: Extract<DeviceSettings, { family: 'fuse' }>['system'], ratingA: number, more: object = {}) =>
  ({
    family: 'fuse',
    system,
    poles: '1P',
    ratingA: stated(ratingA),
    breakingA: stated(50_000),
    ...more,
  }) as DeviceSettings;
const adjustable: DeviceSettings = {
  family: 'mccb',
  poles: '1P',
  frameA: stated(100),
  irA: stated(40),
  iiA: stated(400),
  trS: stated(8),
  icuA: stated(25_000),
};
/** Behind a cut-out, on a cable that carries it. */
const metric = (settings: DeviceSettings, pack: Job['pack'] = 'iec-60364'): Job => {
  const job = jobWith([{ id: 'c', settings, lengthM: 10, line: 16, protective: 16, device: { grade: 'typical' } }]);
  job.pack = pack;
  job.circuits.c = { ...job.circuits.c!, designCurrentA: stated(2) };
  job.devices.cutout = device('cutout', 'service', gg(100), { grade: 'typical' });
  return job;
};
const american = (settings: DeviceSettings): Job => {
  const job = branch(15, '10AWG');
  job.devices.c = { ...job.devices.c!, grade: 'typical', settings };
  job.devices.main = { ...job.devices.main!, grade: 'typical' };
  return job;
};
const ASKED: readonly QuestionId[] = ['carries-load', 'protects-cable', 'breaks-fault', 'clears-in-time', 'only-one-trips'];
const verdicts = (job: Job) => Object.fromEntries(ASKED.map((question) => [question, ask(job, question).verdict]));

describe('every family answers every question that concerns it', () => {
  it.each<[string, DeviceSettings, Job['pack']]>([
    ['K', breaker('K' as 'B', 16), 'iec-60364'],
    ['Z', breaker('Z' as 'B', 16), 'iec-60364'],
    ['adjustable', adjustable, 'iec-60364'],
    ['gG 6 A', gg(6), 'iec-60364'],
    ['BS 88-3', fuse('BS88-3', 32), 'bs-7671-2018-a2'],
    ['BS 1361', fuse('BS1361', 15), 'bs-7671-2018-a2'],
    ['BS 1362', fuse('BS1362', 13), 'bs-7671-2018-a2'],
    ['rewireable', fuse('semi-enclosed', 15), 'bs-7671-2018-a2'],
  ])('%s', (_, settings, pack) => {
    const job = metric(settings, pack);
    for (const question of ASKED)
      for (const check of ask(job, question).checks) {
        expect(check.because, `${question} ${check.id}`).not.toMatch(/not assessed|times are known/);
      }
    const { 'only-one-trips': selective, ...rest } = verdicts(job);
    expect(Object.values(rest)).not.toContain('unknown');
    expect(selective).not.toBe('unknown');
  });
  it.each(['J', 'R', 'CC', 'G', 'plug'] as const)('class %s', (system) => {
    const job = american(fuse(system, 15, { timeDelay: stated(true), breakingA: stated(200_000) }));
    expect(Object.values(verdicts(job))).not.toContain('unknown');
  });

  it('a customary curve makes no disconnection pass', () => {
    const { verdict, because } = ask(metric(breaker('K' as 'B', 16)), 'clears-in-time');
    expect([verdict, because]).toEqual(['caution', expect.stringContaining('customary')]);
  });
  it('an adjustable breaker is held to its setting and to what surely opens it', () => {
    const checks = (more: object) => ask(metric({ ...adjustable, ...more } as DeviceSettings), 'protects-cable').checks;
    const of = (more: object, id: string) => checks(more).find((check) => check.id.startsWith(id))!;
    expect(of({}, 'in-iz').demand).toBe(40);
    expect(of({}, 'i2').demand).toBeCloseTo(1.3 * 40, 9);
    expect(ask(metric(adjustable), 'clears-in-time').checks[0]!.because).toContain('480 A');
    expect(ask(metric({ ...adjustable, irA: stated(101) } as DeviceSettings), 'carries-load').verdict).toBe('unknown');
  });
  it('a rewireable fuse is held to 0.725 of what its cable may carry', () => {
    const job = metric(fuse('semi-enclosed', 30), 'bs-7671-2018-a2');
    const i2 = ask(job, 'protects-cable').checks.find((check) => check.id.startsWith('i2'))!;
    expect(i2.demand).toBe(60);
  });
  it('at standard grade nothing is proven under a device known only in its overload range, and what is missing is named', () => {
    const job = metric(breaker('B', 16));
    job.devices.cutout = device('cutout', 'service', { ...adjustable, frameA: stated(160), irA: stated(160), iiA: stated(1600) });
    const pair = ask(job, 'only-one-trips').checks.find(({ id }) => id.startsWith('overcurrent:'))!;
    expect([pair.verdict, pair.missing[0]!.path]).toEqual(['unknown', 'devices.cutout.settings.curvePoints']);
  });
});
