import { describe, expect, it } from 'vitest';
import type { Job } from '../../../job/schema/job';
import { ask, check } from '../../../study/testing/ask';
import { mouldedCase, splitHouse } from '../../../testing/houses';
import { stated, withField } from '../../../testing/jobs';

/** A utility of which nothing is known but what it delivers at most. */
const unsaid = (job: Job): Job => ({
  ...job,
  origins: { net: { id: 'net', order: 'a', name: 'Net', kind: 'network', state: 'existing', maxFaultA: stated(10_000) } },
});

describe('where only the utility has not said what it drives at least', () => {
  const asked = (job: Job, id = 'outlets') => ask(job, 'clears-in-time', id);
  const house = unsaid(splitHouse());

  it('conductors of code size are a caution, not worked out, and never a pass', () => {
    expect(asked(house)).toMatchObject({ verdict: 'caution', because: expect.stringContaining('sized by the code') });
    expect(check(asked(house), 'ground:outlets-device')).toMatchObject({ demand: null, limit: null });
  });

  it('a ground too thin stops, and one nobody knows is not known', () => {
    const thin = withField(house, 'segments', 'range', ['protectiveSize'], stated('12AWG'));
    expect(check(asked(thin, 'range'), 'grounding:range').verdict).toBe('stop');
    expect(asked(withField(house, 'segments', 'outlets', ['protectiveSize'], undefined)).verdict).toBe('unknown');
    expect(asked(withField(house, 'segments', 'outlets', ['lengthM'], undefined)).verdict).toBe('unknown');
  });

  it('the circuit’s own loop stops by itself where it is too long even for a supply without impedance', () => {
    expect(asked(withField(house, 'segments', 'outlets', ['lengthM'], stated(380))).verdict).toBe('stop');
    expect(asked(withField(house, 'segments', 'outlets', ['lengthM'], stated(120))).verdict).toBe('caution');
  });

  it.each(['generator', 'inverter'] as const)('a %s says its own minimum', (kind) => {
    const job = withField(house, 'origins', 'net', ['kind'], kind);
    expect(asked({ ...job, origins: { net: { ...job.origins.net!, neutralBond: stated(true) } } }).verdict).toBe('unknown');
  });
});

describe('clears-in-time by the NEC', () => {
  it('passes where the fault reaches the upper instantaneous bound over a ground of code size', () => {
    const answer = ask(withField(splitHouse(), 'segments', 'outlets', ['lengthM'], stated(15)), 'clears-in-time', 'outlets');
    expect(answer).toMatchObject({ verdict: 'pass' });
    expect(check(answer, 'ground:outlets-device')).toMatchObject({ demand: 300, unit: 'A' });
  });

  it('cautions below it where the device surely opens, with what stands on the metal meanwhile, and stops where it may not', () => {
    const far = (lengthM: number) =>
      ask(withField(splitHouse(), 'segments', 'outlets', ['lengthM'], stated(lengthM)), 'clears-in-time', 'outlets');
    expect(far(40).verdict).toBe('caution');
    expect(far(40).because).toMatch(/trips within \d.*typical curve/);
    expect(far(40).because).toMatch(/metal at [\d.]+ V until then/);
    expect(far(120).verdict).toBe('caution');
    // Below 1.35 times the rating nothing surely opens.
    expect(far(300).verdict).toBe('caution');
    expect(far(380).verdict).toBe('stop');
  });

  it('stops on a ground thinner than table 250.122 wants, which need not be thicker than the line', () => {
    const thin = withField(splitHouse(), 'segments', 'range', ['protectiveSize'], stated('12AWG'));
    expect(check(ask(thin, 'clears-in-time', 'range'), 'grounding:range')).toMatchObject({ verdict: 'stop' });
    expect(ask(splitHouse(), 'clears-in-time', 'range').verdict).toBe('pass');
    const small = withField(
      withField(splitHouse(), 'devices', 'outlets-device', ['settings', 'ratingA'], stated(30)),
      'segments',
      'outlets',
      ['lengthM'],
      stated(5),
    );
    expect(check(ask(small, 'clears-in-time', 'outlets'), 'grounding:outlets').verdict).toBe('pass');
  });

  it('stops where earth itself would be the way back, unless ungrounded outlets are marked and behind class A', () => {
    const job = withField(
      withField(splitHouse(), 'segments', 'outlets', ['protectivePath'], 'none'),
      'circuits',
      'outlets',
      ['state'],
      'existing',
    );
    expect(ask(job, 'clears-in-time', 'outlets').verdict).toBe('stop');
    const outlet = {
      id: 'p',
      circuitId: 'outlets',
      order: 'a',
      name: 'Old outlet',
      kind: 'socket' as const,
      state: 'existing' as const,
    };
    const marked = { ...job, points: { p: { ...outlet, noEarthMarked: stated(true) } } };
    expect(ask(marked, 'clears-in-time', 'outlets').verdict).toBe('stop');
    const covered = { ...marked, devices: { ...marked.devices } };
    covered.devices['outlets-device'] = {
      ...covered.devices['outlets-device']!,
      settings: mouldedCase(20, '1P', { groundFault: 'class-A' }),
    };
    expect(ask(covered, 'clears-in-time', 'outlets').verdict).toBe('caution');
    expect(ask({ ...covered, points: { p: outlet } }, 'clears-in-time', 'outlets').verdict).toBe('unknown');
    const unmarked = { p: { ...outlet, noEarthMarked: stated(false) } };
    expect(ask({ ...covered, points: unmarked }, 'clears-in-time', 'outlets').verdict).toBe('stop');
    expect(ask(withField(covered, 'circuits', 'outlets', ['state'], 'new'), 'clears-in-time', 'outlets').verdict).toBe('stop');
  });

  it('leaves the service to the supplier', () => {
    const of = (id: string) =>
      ask(splitHouse(), 'clears-in-time', 'service').checks.find((each) => each.id.startsWith(id))?.verdict;
    expect([of('device'), of('bond')]).toEqual(['not-applicable', 'pass']);
  });
});
