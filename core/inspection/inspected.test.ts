import { describe, expect, it } from 'vitest';
import { look } from '../edits/inspection';
import { applyCommand } from '../job/commands';
import { type InspectedItem, ITEMS, itemOn } from '../job/inspected';
import { parseJobText } from '../job/parse';
import type { Segment } from '../job/schema/circuit';
import type { Inspection } from '../job/schema/inspection';
import { type Job, RulePackId } from '../job/schema/job';
import type { ShownCheck, Verdict } from '../judging/answer';
import { clauseOfItem, inWords } from '../rules/inspection/item';
import { ITEMS as RULES } from '../rules/inspection/items';
import { ask } from '../study/testing/ask';
import { boardInspected, buriedBranch, measured, panelInspected, right, seen, wrong } from '../testing/inspectedHouse';
import { stated } from '../testing/jobs';

type Came = Pick<Inspection, 'result'> | Pick<Inspection, 'value'>;
const INCH = 0.0254;
const SUBJECT = { boardId: 'board', deviceId: 'outlets-device', pointId: 'outlet', segmentId: 'outlets' } as const;
const BRITISH = { boardId: 'board', deviceId: 'c-device', pointId: 'outlet', segmentId: 'c-cable' } as const;

/** A house as it stands with one thing seen otherwise, on work of a state. */
function found(
  house: Job,
  subject: Record<keyof typeof SUBJECT, string>,
  item: InspectedItem,
  came: Came,
  state: 'new' | 'existing',
): ShownCheck[] {
  const job = structuredClone(house);
  for (const on of ['boards', 'devices', 'points', 'segments'] as const)
    for (const row of Object.values(job[on])) row.state = state;
  const id = subject[itemOn(item)];
  job.inspections[`${item}-${id}`] = seen(job, item, id, came);
  return Object.values(job.circuits).flatMap(({ id: circuitId }) =>
    ask(job, 'saves-person', circuitId).checks.filter((check) => /^(seen|inspection):/.test(check.id)),
  );
}
/** The verdict on an item; of devices that of the one looked at. */
const verdictOf = (checks: ShownCheck[], item: InspectedItem): Verdict | undefined =>
  checks.find(({ id }) => id.startsWith(`seen:${item}:`) && (itemOn(item) !== 'deviceId' || id.endsWith('outlets-device')))
    ?.verdict;

/**
 * What electricians write down on boards they open, and what it comes to on new and on existing work. Common practice, each held to
 * the item an inspector would put it under.
 */
const PANELS: readonly [
  says: string,
  item: InspectedItem,
  came: Came,
  onNew: Verdict | undefined,
  onExisting: Verdict | undefined,
][] = [
  ['shelves 30 in. before the panel', 'space-depth', measured(30 * INCH), 'stop', 'caution'],
  ['exactly three feet before it', 'space-depth', measured(36 * INCH), 'pass', 'pass'],
  ['half an inch short of three feet', 'space-depth', measured(35.5 * INCH), 'stop', 'caution'],
  ['between two studs 24 in. apart', 'space-width', measured(24 * INCH), 'stop', 'caution'],
  ['30 in. wide', 'space-width', measured(30 * INCH), 'pass', 'pass'],
  ['under a stair, 5 ft clear', 'space-height', measured(60 * INCH), 'stop', 'caution'],
  ['6½ ft clear', 'space-height', measured(78 * INCH), 'pass', 'pass'],
  ['a freezer stands before it', 'space-clear', wrong, 'stop', 'caution'],
  ['top handle at 6 ft 8 in.', 'handle-height', measured(80 * INCH), 'stop', 'caution'],
  ['top handle at 6 ft 7 in.', 'handle-height', measured(79 * INCH), 'pass', 'pass'],
  ['in a clothes closet', 'location', wrong, 'stop', 'caution'],
  ['directory says "lights", "plugs", "misc"', 'directory-legible', wrong, 'stop', 'caution'],
  ['directory in pencil, nobody can read it', 'directory-legible', wrong, 'stop', 'caution'],
  ['service disconnect not marked', 'label-service', wrong, 'stop', 'caution'],
  ['dead front does not close', 'cover-fits', wrong, 'stop', 'stop'],
  ['drywall screws in the cover', 'cover-screws', wrong, 'caution', 'caution'],
  ['two knock-outs open on top', 'knock-outs', wrong, 'stop', 'stop'],
  ['NM through a knock-out without a connector', 'bushings', wrong, 'stop', 'caution'],
  ['4 AWG over a sharp edge, no bushing', 'bushings', wrong, 'stop', 'caution'],
  ['three cables hang loose out of the top', 'cables-held', wrong, 'stop', 'caution'],
  ['sheath stripped off outside the cabinet', 'sheath-in', wrong, 'stop', 'caution'],
  ['bus stab burnt blue', 'heat-marks', wrong, 'stop', 'stop'],
  ['insulation melted at the main', 'heat-marks', wrong, 'stop', 'stop'],
  ['rust on the bars, water down the service cable', 'damp', wrong, 'stop', 'stop'],
  ['ground bar on paint with wood screws', 'bonded-case', wrong, 'stop', 'stop'],
  ['no barrier over the service lugs', 'supply-barrier', wrong, 'stop', 'caution'],
  ['grounding electrode conductor cut at the water pipe', 'main-earth-whole', wrong, 'stop', 'stop'],
  ['grounding electrode conductor spliced with a split bolt', 'main-earth-whole', wrong, 'stop', 'stop'],
  ['4 in. to bend 2/0 beside the lug', 'bending-space', measured(4 * INCH), 'caution', 'caution'],
  ['3 in. to bend 2/0', 'bending-space', measured(3 * INCH), 'stop', 'caution'],
  ['6 in. to bend 2/0', 'bending-space', measured(6 * INCH), 'pass', 'pass'],
  ['aluminum bare and grey at the lugs', 'joint-paste', wrong, 'stop', 'stop'],
  ['two neutrals under one screw', 'neutrals-single', wrong, 'stop', 'caution'],
  ['neutral and ground under one screw', 'neutrals-single', wrong, 'stop', 'caution'],
  ['four grounds under a screw listed for three', 'earths-single', wrong, 'stop', 'caution'],
  ['grounds twisted together behind the panel', 'earths-joined', wrong, 'stop', 'stop'],
  ['a breaker rocks on its stab', 'devices-seated', wrong, 'stop', 'stop'],
  ['a handle does not reset', 'handles-move', wrong, 'stop', 'stop'],
  ['an inch stripped for a terminal of half an inch', 'strip-length', wrong, 'stop', 'caution'],
  ['strands cut off to fit the lug', 'strip-length', wrong, 'stop', 'caution'],
  ['bare copper outside the breaker', 'bare-copper', wrong, 'stop', 'stop'],
  ['white wire on a breaker, not marked', 'marked-hot', wrong, 'stop', 'caution'],
  ['a wire came out when tugged', 'tug', wrong, 'stop', 'stop'],
  ['wires forced round the corner', 'bends', wrong, 'caution', 'caution'],
  ["a bird's nest of wires", 'traceable', wrong, 'caution', 'caution'],
  ['two wires under a breaker listed for two', 'wires', measured(2), 'pass', 'pass'],
  ['three wires under a breaker listed for two', 'wires', measured(3), 'stop', 'stop'],
  ['36 lb·in on a terminal of 4 N·m', 'torque', measured(36 * 0.1129848), 'pass', 'pass'],
  ['25 lb·in on it', 'torque', measured(25 * 0.1129848), 'stop', 'stop'],
  ['nine tenths of it', 'torque', measured(3.6), 'pass', 'pass'],
  ['a hair less', 'torque', measured(3.59), 'stop', 'stop'],
  ['a tenth over', 'torque', measured(4.4), 'pass', 'pass'],
  ['50 lb·in on it', 'torque', measured(50 * 0.1129848), 'caution', 'caution'],
  ['tightened by feel', 'torque', { result: stated('by-feel', 'measured') }, 'caution', 'caution'],
  ['hot and neutral swapped', 'polarity', wrong, 'stop', 'stop'],
  ['loop turned against the screw', 'screw-loop', wrong, 'caution', 'caution'],
  ['insulation under the screw', 'strip', wrong, 'stop', 'caution'],
  ['12 AWG pushed into the back', 'push-in', wrong, 'stop', 'stop'],
  ['bare copper beyond the wire connector', 'bare-out', wrong, 'stop', 'stop'],
  ['3 in. of wire in the box', 'free-length', measured(3 * INCH), 'stop', 'caution'],
  ['6 in. of wire in the box', 'free-length', measured(6 * INCH), 'pass', 'pass'],
  ['box loose in the drywall', 'box-held', wrong, 'stop', 'caution'],
  ['splices hang without a cover', 'box-covered', wrong, 'stop', 'stop'],
  ['ground screw of the box leads nowhere', 'box-path', wrong, 'stop', 'stop'],
  ['ground opens when the outlet is lifted out', 'box-joined', wrong, 'stop', 'caution'],
  ['outlet browned', 'heat', wrong, 'stop', 'stop'],
  ['NM bare on a garage wall at knee height', 'run-protected', wrong, 'stop', 'caution'],
  ['hole an inch from the edge, no plate', 'run-protected', wrong, 'stop', 'caution'],
  ['gnawed through to the copper', 'run-whole', wrong, 'stop', 'stop'],
  ['6 ft between staples', 'support-spacing', measured(1.83), 'stop', 'caution'],
  ['4½ ft between staples', 'support-spacing', measured(54 * INCH), 'pass', 'pass'],
  ['first staple at 18 in.', 'support-end', measured(18 * INCH), 'stop', 'caution'],
  ['first staple at 12 in.', 'support-end', measured(12 * INCH), 'pass', 'pass'],
  ['bent to four diameters', 'bend-radius', measured(0.04), 'stop', 'caution'],
  ['bent to five diameters', 'bend-radius', measured(0.05), 'pass', 'pass'],
];

describe('panels, outlets and cables as electricians write them down', () => {
  const house = panelInspected();
  it('are at least sixty, each a thing of its own', () => {
    expect(PANELS.length).toBeGreaterThanOrEqual(60);
    expect(new Set(PANELS.map(([says]) => says)).size).toBe(PANELS.length);
  });
  it.each(PANELS)('%s', (_, item, came, onNew, onExisting) => {
    expect(verdictOf(found(house, SUBJECT, item, came, 'new'), item)).toBe(onNew);
    expect(verdictOf(found(house, SUBJECT, item, came, 'existing'), item)).toBe(onExisting);
  });
  it('none of them when all is right', () => {
    const checks = Object.keys(house.circuits).flatMap((id) =>
      ask(house, 'saves-person', id).checks.filter((each) => each.id.startsWith('seen:') && each.verdict !== 'pass'),
    );
    expect(checks).toEqual([]);
  });
});

describe('boards by BS 7671', () => {
  const house = boardInspected();
  it.each([
    ['no notice to test the RCD', 'label-retest', 'stop', 'caution'],
    ['metal clip lacking, cable sags over the door', 'support', 'stop', 'caution'],
    ['main earth loose', 'main-earth-whole', 'stop', 'stop'],
    ['no label at the earth clamp', 'main-earth-marked', 'stop', 'caution'],
    ['blue used as line and not sleeved', 'marked-hot', 'stop', 'caution'],
    ['singles outside the enclosure', 'sheath-in', 'stop', 'caution'],
  ] as const)('%s', (_, item, onNew, onExisting) => {
    expect(verdictOf(found(house, BRITISH, item, wrong, 'new'), item)).toBe(onNew);
    expect(verdictOf(found(house, BRITISH, item, wrong, 'existing'), item)).toBe(onExisting);
  });
  it('eight diameters are custom, where no rule gives a figure', () => {
    expect(verdictOf(found(house, BRITISH, 'bend-radius', measured(0.08), 'new'), 'bend-radius')).toBe('pass');
    expect(verdictOf(found(house, BRITISH, 'bend-radius', measured(0.079), 'new'), 'bend-radius')).toBe('stop');
  });
});

describe('what nobody looked at', () => {
  const of = (job: Job, id = 'board', circuitId = 'service'): ShownCheck | undefined =>
    ask(job, 'saves-person', circuitId).checks.find((each) => each.id === `inspection:${id}`);
  it('says nothing while nobody began', () => {
    expect(of({ ...panelInspected(), inspections: {} })).toBeUndefined();
  });
  it('is not seen, and never right, as soon as one thing was', () => {
    const job = { ...panelInspected(), inspections: {} };
    const begun = applyCommand(
      job,
      look(job, { item: 'tug', on: 'boardId', id: 'board', says: 'Tug' }, { result: 'right' }, 'a', { from: 'measured' }),
    );
    expect(of(begun)).toMatchObject({ verdict: 'unknown', because: expect.stringContaining('Bushings, not inspected') });
  });
  it.each(['bushings-board', 'wires-main', 'torque-outlets-device', 'polarity-outlet', 'run-whole-outlets'])(
    '%s alone lacks, and all is unknown',
    (id) => {
      const job = panelInspected();
      const { [id]: gone, ...inspections } = job.inspections;
      expect(gone).toBeDefined();
      const subject = gone!.boardId ?? (gone!.deviceId === undefined ? (gone!.pointId ?? gone!.segmentId!) : 'board');
      const check = of({ ...job, inspections }, subject, subject === 'board' ? 'service' : 'outlets');
      expect(check?.verdict).toBe('unknown');
      expect(check?.missing).toHaveLength(1);
    },
  );
  it('all seen is a pass; one of them only assumed is not', () => {
    const job = panelInspected();
    expect(of(job)?.verdict).toBe('pass');
    job.inspections = {
      ...job.inspections,
      'tug-board': { ...job.inspections['tug-board']!, result: stated('right', 'assumed') },
    };
    expect(of(job)).toMatchObject({ verdict: 'caution', because: expect.stringContaining('assumed') });
  });
  it('something that is not there is seen', () => {
    const job = panelInspected();
    job.inspections = {
      ...job.inspections,
      'joint-paste-board': seen(job, 'joint-paste', 'board', { result: stated('not-applicable') }),
    };
    expect(of(job)?.verdict).toBe('pass');
  });
  it('what was written down counts, though nobody would ask it of a thing drawn so', () => {
    const job = panelInspected();
    job.segments.outlets = { ...job.segments.outlets!, place: 'buried' };
    const checks = found(job, SUBJECT, 'support-spacing', wrong, 'new');
    expect(verdictOf(checks, 'support-spacing')).toBe('stop');
  });
  it('what always is there cannot be left out', () => {
    const none = { result: stated('not-applicable' as const, 'measured') };
    expect(verdictOf(found(panelInspected(), SUBJECT, 'cover-fits', none, 'new'), 'cover-fits')).toBe('unknown');
    expect(verdictOf(found(panelInspected(), SUBJECT, 'box-covered', none, 'existing'), 'box-covered')).toBe('unknown');
    expect(verdictOf(found(panelInspected(), SUBJECT, 'box-path', none, 'new'), 'box-path')).toBeUndefined();
  });
  it('right by eye is no figure', () => {
    const checks = found(panelInspected(), SUBJECT, 'space-depth', right, 'new');
    expect(verdictOf(checks, 'space-depth')).toBe('unknown');
  });
  it('a figure of what is only looked at says nothing', () => {
    expect(verdictOf(found(panelInspected(), SUBJECT, 'tug', measured(3), 'new'), 'tug')).toBe('unknown');
  });
  it('looked at twice, the worse counts', () => {
    const job = panelInspected();
    job.inspections = { ...job.inspections, again: { ...seen(job, 'tug', 'board', wrong), id: 'again' } };
    expect(verdictOf(ask(job, 'saves-person', 'service').checks, 'tug')).toBe('stop');
  });
  it('a device that was changed is looked at again', () => {
    const job = panelInspected();
    const device = job.devices['outlets-device']!;
    job.devices['outlets-device'] = {
      ...device,
      settings: { ...device.settings, ratingA: stated(15) } as typeof device.settings,
    };
    expect(verdictOf(ask(job, 'saves-person', 'service').checks, 'torque')).toBe('unknown');
  });
  it('an item of another rule book is not asked by this one', () => {
    const job = { ...panelInspected(), pack: 'nec-2017' as const };
    job.inspections = { ...job.inspections, r: { ...seen(job, 'label-retest', 'board', right), id: 'r' } };
    expect(of(job)?.verdict).toBe('pass');
  });
  it('a board without what an item is about does not ask it', () => {
    const job = panelInspected();
    for (const { id } of Object.values(job.segments)) job.segments[id] = { ...job.segments[id]!, material: stated('Cu') };
    delete job.inspections['joint-paste-board'];
    expect(of({ ...job })?.verdict).toBe('pass');
    // Copper that is only assumed may be aluminum all the same.
    for (const { id } of Object.values(job.segments))
      job.segments = { ...job.segments, [id]: { ...job.segments[id]!, material: stated('Cu', 'assumed') } };
    expect(of({ ...job })?.verdict).toBe('unknown');
  });
  it('on every pack each item has its clause or its trade', () => {
    for (const pack of RulePackId.options)
      for (const item of ITEMS)
        if (clauseOfItem(pack, RULES[item]) !== undefined)
          expect([
            inWords(pack, RULES[item].name),
            inWords(pack, RULES[item].right),
            inWords(pack, RULES[item].fix),
          ]).not.toContain('');
  });
});

describe('the job file', () => {
  it('holds each item on its own kind of thing', () => {
    const job = panelInspected();
    const bad = {
      ...job,
      inspections: { a: { id: 'a', order: 'a', item: 'torque', boardId: 'board', result: stated('right') } },
    };
    const parsed = parseJobText(JSON.stringify(bad));
    expect(parsed).toMatchObject({ ok: false });
    expect(JSON.stringify(parsed)).toContain('names its deviceId');
  });
  it.each([
    ['nothing', {}],
    ['both', { result: stated('right'), value: stated(1) }],
    ['a bushing by feel', { result: stated('by-feel') }],
  ])('refuses %s', (_, came) => {
    const job = panelInspected();
    const bad = { ...job, inspections: { a: { id: 'a', order: 'a', item: 'bushings', boardId: 'board', ...came } } };
    expect(parseJobText(JSON.stringify(bad)).ok).toBe(false);
  });
  it('reads what was written before there were inspections', () => {
    const { inspections: _, ...before } = panelInspected();
    expect(parseJobText(JSON.stringify(before))).toMatchObject({ ok: true, job: { inspections: {} } });
  });
});

describe('in the soil and in raceways', () => {
  const cover = (metres: number, more: Partial<Segment>, plain = true): Verdict | undefined => {
    const job = buriedBranch();
    job.segments.outlets = { ...job.segments.outlets!, ...more };
    if (plain)
      job.devices['outlets-device'] = {
        ...job.devices['outlets-device']!,
        settings: panelInspected().devices['outlets-device']!.settings,
      };
    job.inspections['burial-depth-outlets'] = seen(job, 'burial-depth', 'outlets', measured(metres));
    return verdictOf(ask(job, 'saves-person', 'outlets').checks, 'burial-depth');
  };
  // NEC table 300.5(A): 24 in. for a cable, 18 in. in PVC, 6 in. in rigid or intermediate metal conduit, 12 in. for a small branch circuit.
  it.each<[string, number, Partial<Segment>, boolean]>([
    ['a cable', 24, {}, true],
    ['PVC', 18, { construction: 'singles', raceway: stated('PVC40') }, true],
    ['thick PVC', 18, { construction: 'singles', raceway: stated('PVC80') }, true],
    ['rigid metal', 6, { construction: 'singles', raceway: stated('RMC') }, true],
    ['intermediate metal', 6, { construction: 'singles', raceway: stated('IMC') }, true],
    ['what no column names', 24, { construction: 'singles', raceway: stated('EMT') }, true],
    ['a small branch circuit behind class A', 12, {}, false],
  ])('%s lies %d in. deep', (_, inches, more, plain) => {
    expect(cover(inches * INCH, more, plain)).toBe('pass');
    expect(cover(inches * INCH - 0.001, more, plain)).toBe('stop');
  });
  it('in what raceway, nobody said', () => {
    expect(cover(0.7, { construction: 'singles' })).toBe('unknown');
  });
  it('what is stripped out of a sheath is wrong in a raceway, whatever its age', () => {
    const job = panelInspected();
    job.segments.outlets = { ...job.segments.outlets!, place: 'raceway', construction: 'singles' };
    expect(verdictOf(found(job, SUBJECT, 'stripped', wrong, 'existing'), 'stripped')).toBe('stop');
  });
});
