import { describe, expect, it } from 'vitest';
import type { Point } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import type { Verdict } from '../judging/answer';
import { ask, check } from '../study/testing/ask';
import { splitHouse } from '../testing/houses';
import { breaker, jobWith, stated } from '../testing/jobs';
import { ungrounded } from '../testing/reliefJobs';

const outlet = (more: Partial<Point>): Point => ({
  id: 'p',
  circuitId: 'c',
  order: 'a',
  name: 'outlet',
  kind: 'socket',
  state: 'new',
  ...more,
});
const metric = (more: Partial<Point>): Job => ({
  ...jobWith([{ id: 'c', settings: breaker('B', 16) }]),
  points: { p: outlet(more) },
});
const american = (more: Partial<Point>): Job => ({ ...splitHouse(), points: { p: outlet({ circuitId: 'outlets', ...more }) } });
/** What questions 4 and 5 say of the contact. */
const said = (job: Job, circuitId: string): (Verdict | undefined)[] =>
  (['clears-in-time', 'saves-person'] as const).map(
    (question) => ask(job, question, circuitId).checks.find(({ id }) => /^(earth-contact|neutral-earthed)/.test(id))?.verdict,
  );
const BOTH = ['stop', 'stop'];
const NEITHER = [undefined, undefined];

describe('the earth contact of an outlet', () => {
  it.each(['none', 'used-as-neutral', 'unearthed-box'] as const)(
    'joined so (%s) stops, in both trades and whatever its age',
    (to) => {
      for (const state of ['new', 'existing'] as const) {
        expect(said(metric({ earthTo: stated(to), state }), 'c')).toEqual(BOTH);
        expect(said(american({ earthTo: stated(to), state }), 'outlets')).toEqual(BOTH);
      }
    },
  );
  it.each([
    ['joined to a conductor', { earthTo: stated('conductor') }],
    ['of which nobody said anything', {}],
    ['of SELV, joined to nothing by design', { earthTo: stated('none'), fedBy: stated('selv') }],
    ['of a switch, which has none for what is fed', { earthTo: stated('none'), kind: 'switch' }],
    ['that is not there', { earthTo: stated('used-as-neutral'), configuration: stated('10-30') }],
    ['with the neutral apart', { neutralTouchesEarth: stated(false) }],
  ] as const)('%s: nothing to say', (_, more) => {
    expect(said(metric(more as Partial<Point>), 'c')).toEqual(NEITHER);
  });
  it('a neutral that touches earth in a box stops, and a residual device ahead does not see it', () => {
    expect(said(metric({ neutralTouchesEarth: stated(true) }), 'c')).toEqual(BOTH);
    expect(said(american({ neutralTouchesEarth: stated(true), kind: 'junction' }), 'outlets')).toEqual(BOTH);
  });
  it('marked "no equipment ground" on a cable that has none is a replacement the code knows; on one that has one it is not', () => {
    const old = ungrounded();
    const [id] = Object.keys(old.points);
    const { circuitId } = old.points[id!]!;
    const bare: Job = { ...old, points: { ...old.points, [id!]: { ...old.points[id!]!, earthTo: stated('none') } } };
    expect(said(bare, circuitId)).toEqual(NEITHER);
    expect(said(american({ earthTo: stated('none'), noEarthMarked: stated(true) }), 'outlets')).toEqual(BOTH);
  });
});

describe('the contacts of an outlet against its circuit', () => {
  const verdict = (
    configuration: NonNullable<Point['configuration']>['value'],
    circuitId: string,
    state: Point['state'] = 'new',
  ) => {
    const job: Job = { ...splitHouse(), points: { p: outlet({ circuitId, configuration: stated(configuration), state }) } };
    return check(ask(job, 'carries-load', circuitId), 'contacts:')?.verdict;
  };
  it.each([
    // One line and the neutral.
    ['5-20', 'outlets', 'pass'],
    ['6-20', 'outlets', 'stop'],
    ['14-30', 'outlets', 'stop'],
    // Two lines and the neutral.
    ['5-15', 'range', 'pass'],
    ['14-50', 'range', 'pass'],
    ['6-50', 'range', 'pass'],
    // Two lines and no neutral.
    ['6-50', 'kiln', 'pass'],
    ['5-20', 'kiln', 'stop'],
    ['14-50', 'kiln', 'stop'],
  ] as const)('%s on %s: %s', (configuration, circuitId, expected) => {
    expect(verdict(configuration, circuitId)).toBe(expected);
  });
  it('one without a ground contact may only stay where it stood', () => {
    expect([verdict('10-50', 'range'), verdict('10-50', 'range', 'altered'), verdict('10-50', 'range', 'existing')]).toEqual([
      'stop',
      'stop',
      'pass',
    ]);
  });
  it('a three-phase one wants three lines and the neutral', () => {
    const metricOn = (configuration: '309-16-3' | '309-16-1') =>
      check(ask(metric({ configuration: stated(configuration) }), 'carries-load'), 'contacts:').verdict;
    expect([metricOn('309-16-1'), metricOn('309-16-3')]).toEqual(['pass', 'stop']);
  });
});
