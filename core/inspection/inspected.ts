import { asHeld } from '../devices/identity';
import { hasResidual } from '../devices/residual';
import type { CircuitFacts } from '../house/facts';
import { devicesIn } from '../house/seats';
import { INSPECTED } from '../job/inspected';
import type { Board, InspectedItem, Point, Segment } from '../job/sealed';
import { READ, rowsOf, type TrackedJob } from '../job/tracked';
import type { Check } from '../judging/answer';
import type { Stretch } from '../network/paths';
import { asked } from '../rules/inspection/items';
import { boxFill, jacketClue, racewayFill } from './fill';
import { boardLimits, cableLimits, deviceLimits, pointLimits } from './limits';
import { type Looked, lookedAt, type Subject, together } from './looked';

/** What is looked at on a board and on each device in it. */
interface BoardLooked {
  subject: Subject;
  own: Looked[];
  devices: { subject: Subject; looked: Looked[] }[];
}

/** A board as somebody inspected it; asked with the circuit that feeds it first. */
export function boardLooked(facts: CircuitFacts, board: Board): BoardLooked {
  const { job } = facts;
  const subject: Subject = { on: 'boardId', id: board.id, name: board.name, state: board.state };
  const devices = devicesIn(job, board)
    .map(({ device }) => device)
    .filter(({ settings }) => 'poles' in settings)
    .map((device) => {
      const of: Subject = { on: 'deviceId', id: device.id, name: device.name, state: device.state, as: asHeld(device) };
      return { subject: of, looked: lookedAt(job, of, asked(job.pack, INSPECTED.deviceId), deviceLimits(job, device)) };
    });
  return { subject, own: lookedAt(job, subject, boardItems(facts, board), boardLimits(facts)), devices };
}

/** Items of a board that are there to be looked at. */
function boardItems({ job, circuit, house }: CircuitFacts, board: Board): InspectedItem[] {
  const service = circuit.kind === 'service';
  const sources = rowsOf(job.origins).filter(({ state }) => state !== 'removed').length;
  const cables = [circuit, ...(house.wirings.outgoing.get(board.id) ?? [])].flatMap(
    ({ id }) => house.wirings.byCircuit.get(id)?.stretches ?? [],
  );
  const here: Partial<Record<InspectedItem, boolean>> = {
    'label-source': !service,
    'label-service': service,
    'label-sources': sources > 1,
    'label-residual': devicesIn(job, board).some(({ device }) => hasResidual(device)),
    'supply-barrier': service,
    'main-earth-whole': service || board.otherBuilding === true,
    'main-earth-marked': service,
    // Known to be copper alone, there is none.
    'joint-paste':
      cables.length === 0 ||
      cables.some(({ facts: { material } }) => !material.known || material.value === 'Al' || material.given.assumed),
  };
  return asked(job.pack, INSPECTED.boardId).filter((item) => here[item] !== false);
}

/** An outlet or connection as somebody inspected it. */
export function pointLooked(job: TrackedJob, point: Point): { subject: Subject; looked: Looked[] } {
  const subject: Subject = { on: 'pointId', id: point.id, name: point.name, state: point.state };
  const terminals = point.kind === 'socket' || point.kind === 'switch' || point.kind === 'light' || point.kind === 'spur';
  const here: Partial<Record<InspectedItem, boolean>> = {
    polarity: point.kind !== 'junction',
    'screw-loop': terminals,
    strip: terminals,
    'push-in': terminals,
  };
  const items = asked(job.pack, INSPECTED.pointId).filter((item) => here[item] !== false);
  return { subject, looked: lookedAt(job, subject, items, pointLimits(job)) };
}

/** A cable as somebody inspected it. */
export function cableLooked(facts: CircuitFacts, { segment, facts: cable }: Stretch): { subject: Subject; looked: Looked[] } {
  const subject: Subject = { on: 'segmentId', id: segment.id, name: cable.name, state: segment.state };
  const items = asked(facts.job.pack, INSPECTED.segmentId).filter((item) => hereAlong(segment)[item] !== false);
  return { subject, looked: lookedAt(facts.job, subject, items, cableLimits(facts, cable)) };
}

/** What there is to look at along a cable, by how it lies. */
function hereAlong({ place, construction }: Segment): Partial<Record<InspectedItem, boolean>> {
  const [buried, inRaceway, singles] = [place === 'buried', place === 'raceway', construction === 'singles'];
  const held = !buried && !inRaceway && !singles;
  return {
    'run-protected': !buried,
    'support-spacing': held,
    'support-end': held,
    support: held,
    'bend-radius': !singles,
    'burial-depth': buried,
    burial: buried,
    stripped: inRaceway || singles,
  };
}

const nothingSeen = READ.cell('nothing inspected', ({ inspections }: TrackedJob) => rowsOf(inspections).length === 0);

/** What somebody found on the board a circuit feeds, on its own outlets and along its cables. */
export function inspectedChecks(facts: CircuitFacts): Check[] {
  const { job, circuit, wiring, house } = facts;
  const board = job.boards[circuit.toBoardId ?? ''];
  const first = board !== undefined && house.wirings.incoming.get(board.id)?.[0]?.id === circuit.id;
  // A house nobody inspected, the usual one while it is planned, costs nothing.
  const none = nothingSeen(job, '');
  const seen = (make: () => { subject: Subject; looked: Looked[] }): Check[] => {
    if (none) return [];
    const { subject, looked } = make();
    return [...together(job, subject, looked), ...looked.flatMap(({ check }) => (isOpen(check) ? [check] : []))];
  };
  return [
    ...(first
      ? seen(() => {
          const { subject, own, devices } = boardLooked(facts, board);
          return { subject, looked: [...own, ...devices.flatMap(({ looked }) => looked)] };
        })
      : []),
    ...house.pointsOf(circuit.id).flatMap((point) => [...seen(() => pointLooked(job, point)), ...boxFill(facts, point)]),
    ...wiring.stretches.flatMap((stretch) => [
      ...seen(() => cableLooked(facts, stretch)),
      ...racewayFill(facts, stretch),
      ...jacketClue(facts, stretch),
    ]),
  ];
}

/** What passes because somebody saw it stands in the sum alone; a figure is shown by itself. */
const isOpen = (check: Check | undefined): check is Check =>
  check !== undefined && (check.demand !== null || (check.verdict !== 'pass' && check.verdict !== 'not-applicable'));
