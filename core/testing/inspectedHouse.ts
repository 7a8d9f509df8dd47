import { asHeld } from '../devices/identity';
import { measuredIn } from '../facts/inspections';
import { INSPECTED, type InspectedItem, type InspectedOn, itemOn } from '../job/inspected';
import type { Inspection } from '../job/schema/inspection';
import type { Job } from '../job/schema/job';
import { asked } from '../rules/inspection/items';
import { american, mouldedCase, splitHouse } from './houses';
import { breaker, jobWith, stated } from './jobs';

/** A row of what was seen. */
export function seen(
  job: Job,
  item: InspectedItem,
  id: string,
  came: Pick<Inspection, 'result'> | Pick<Inspection, 'value'>,
): Inspection {
  const on: InspectedOn = itemOn(item);
  const device = on === 'deviceId' ? { deviceAs: asHeld(job.devices[id]!).value } : {};
  return { id: `${item}-${id}`, order: 'a', item, [on]: id, ...came, ...device };
}
export const right = { result: stated('right', 'measured') } as const satisfies Pick<Inspection, 'result'>;
export const wrong = { result: stated('wrong', 'measured') } as const satisfies Pick<Inspection, 'result'>;
export const measured = (value: number): Pick<Inspection, 'value'> => ({ value: stated(value, 'measured') });

/** A figure that is in order, of each item that has one. */
const GOOD: Partial<Record<InspectedItem, number>> = {
  'space-depth': 1.2,
  'space-width': 0.9,
  'space-height': 2.2,
  'handle-height': 1.7,
  'bending-space': 0.2,
  wires: 1,
  torque: 4,
  'free-length': 0.2,
  'support-spacing': 1.2,
  'support-end': 0.2,
  'bend-radius': 0.1,
  'burial-depth': 0.7,
};

/** Of cables in the soil and in raceways, which these houses have where they say so. */
const ELSEWHERE: ReadonlySet<InspectedItem> = new Set(['burial-depth', 'burial', 'stripped']);

/** Every item of a board, of the devices in it, of outlets and cables looked at and in order. */
export function allRight(job: Job): Job {
  const rows: Inspection[] = [];
  const put = (on: InspectedOn, ids: readonly string[]) => {
    for (const id of ids)
      for (const item of asked(job.pack, INSPECTED[on]).filter((each) => !ELSEWHERE.has(each)))
        rows.push(seen(job, item, id, measuredIn(item) === undefined ? right : measured(GOOD[item]!)));
  };
  put('boardId', ['board']);
  put(
    'deviceId',
    Object.values(job.devices)
      .filter(({ circuitId }) => circuitId !== 'kiln')
      .map(({ id }) => id),
  );
  put('pointId', Object.keys(job.points));
  put(
    'segmentId',
    Object.values(job.segments)
      .filter(({ construction }) => construction !== undefined)
      .map(({ id }) => id),
  );
  return { ...job, inspections: Object.fromEntries(rows.map((row) => [row.id, row])) };
}

const torque = { terminalTorqueNm: stated(4), terminalWires: stated(2) };

/** An American house with one outlet, its panel inspected and in order. */
export function panelInspected(): Job {
  const job = splitHouse();
  job.segments.drop = { ...job.segments.drop!, lineSize: stated('2/0AWG') };
  job.segments.outlets = american('outlets', 'outlets', 27.432, '12AWG', '12AWG', '12AWG', {
    construction: 'NM-B',
    place: 'in-wall',
    diameterM: stated(0.01),
  });
  job.points.outlet = {
    id: 'outlet',
    circuitId: 'outlets',
    order: 'a',
    name: 'outlet',
    kind: 'socket',
    state: 'new',
    ...box(18, '4x12AWG', '2x12AWG', 1, false, 0),
  };
  for (const device of Object.values(job.devices))
    job.devices[device.id] = { ...device, settings: { ...device.settings, ...torque } as typeof device.settings };
  return allRight(job);
}

/** A box with what is in it. @param in3 its volume */
export const box = (in3: number, wires: string, earths: string, gangs: number, clamps: boolean, fittings: number) => ({
  boxVolumeCm3: stated(in3 * 16.387064),
  boxWires: stated(wires),
  boxEarths: stated(earths),
  boxGangs: stated(gangs),
  boxClamps: stated(clamps),
  boxFittings: stated(fittings),
});

/** A British board with one outlet, inspected and in order. */
export function boardInspected(): Job {
  const job = jobWith([{ id: 'c', settings: breaker('B', 16, torque), lengthM: 20, segment: { diameterM: stated(0.01) } }]);
  job.pack = 'bs-7671-2018-a2';
  job.segments['c-cable'] = { ...job.segments['c-cable']!, construction: 'flat-sheathed', place: 'exposed' };
  job.points.outlet = { id: 'outlet', circuitId: 'c', order: 'a', name: 'outlet', kind: 'socket', state: 'new' };
  return allRight(job);
}

/** A branch circuit of 120 V and 20 A behind a class A device, 14 in. deep in the soil. */
export function buriedBranch(): Job {
  const buried = panelInspected();
  buried.segments.outlets = { ...buried.segments.outlets!, construction: 'UF-B', place: 'buried' };
  buried.devices['outlets-device'] = {
    ...buried.devices['outlets-device']!,
    settings: mouldedCase(20, '1P', { groundFault: 'class-A', ...torque }),
  };
  buried.inspections['burial-depth-outlets'] = seen(buried, 'burial-depth', 'outlets', measured(0.35));
  return buried;
}

/** Jobs in which what was looked at counts: panels, boxes, raceways, sheaths, what lies in the soil. */
export function inspectedJobs(): Job[] {
  const raceway = panelInspected();
  raceway.segments.outlets = {
    ...american('outlets', 'outlets', 0.5, '12AWG', '12AWG', '12AWG', { construction: 'singles', place: 'raceway' }),
    raceway: stated('EMT'),
    racewaySize: stated('1/2'),
    racewayWires: stated('9x12AWG'),
  };
  raceway.inspections['stripped-outlets'] = seen(raceway, 'stripped', 'outlets', right);
  const longer = structuredClone(raceway);
  longer.segments.outlets = { ...longer.segments.outlets!, lengthM: stated(20), racewayWires: stated('10x12AWG') };
  const sheath = panelInspected();
  sheath.segments.outlets = { ...sheath.segments.outlets!, jacket: stated('white') };
  const buried = buriedBranch();
  const conduit = structuredClone(buried);
  conduit.segments.outlets = { ...conduit.segments.outlets!, construction: 'singles', raceway: stated('PVC40') };
  return [panelInspected(), boardInspected(), raceway, longer, sheath, buried, conduit];
}
