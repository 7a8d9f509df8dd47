import type { CircuitFacts } from '../house/facts';
import { devicesIn, halfSize, type SeatedDevice, seatedBoard, spanIn } from '../house/seats';
import { layoutOf } from '../job/board/layout';
import { partsWhenOpen } from '../job/families';
import { all, join, type Known, known, list, type Maybe, map } from '../job/known';
import { heldBy } from '../job/packs';
import { factOf, ifStated, settingIfEntered, settingOf } from '../job/readers';
import type { Board, Device } from '../job/sealed';
import { word } from '../job/terms';
import type { Check } from '../judging/answer';
import { type Comparison, figure, holds, judge, line, ruled, unknownCheck } from '../judging/judge';
import { keyed } from '../judging/keys';
import { asFor, ifSaid, saidCheck } from '../judging/said';
import { linesOpened } from '../network/poles';
import { clause } from '../rules/clauses';
import { rulesOf } from '../rules/packs';
import { ofPercent } from '../units';

/** What is asked of a board as it is built, with the circuit that feeds it first. */
export function boardChecks(facts: CircuitFacts): Check[] {
  const { job, circuit, house } = facts;
  const board = job.boards[circuit.toBoardId ?? ''];
  if (board === undefined || house.wirings.incoming.get(board.id)?.[0]?.id !== circuit.id) return [];
  const devices = devicesIn(job, board);
  return [
    ...room(facts, board),
    ...standing(facts, board),
    ...listed(facts, board, devices),
    openings(facts, board),
    ...enclosure(facts, board),
    ...jumper(facts, board, devices),
    ...mainOf(facts, board, devices),
    switchedOff(facts, board, devices.filter(switchesOff)),
    ...terminals(facts, board, devices),
  ];
}

/** What its devices take of the spaces there are, with what is kept free. */
function room({ job }: CircuitFacts, board: Board): Check[] {
  const rule = clause(job.pack, 'boardRoom');
  const spaces = word(job.dialect, 'spaces');
  const id = keyed('board-room', board.id);
  const halfSized = layoutOf(job, board) === 'slots' && devicesIn(job, board).some(({ device }) => halfSize(device));
  const parts = all({
    spaces: factOf('boards', board, 'spaces'),
    seated: seatedBoard(job, board),
    growth: ifStated('boards', board, 'growthPercent'),
    // Half a space is only where the board is made for it.
    halfFrom: halfSized ? factOf('boards', board, 'halfFrom') : known(1),
  });
  const comparison = map(parts, ({ spaces: limit, seated, growth, halfFrom }): Comparison => {
    // A main of its own place takes none of the spaces of a panel; one that sits among them does, and on rails every one.
    const used = seated.seats
      .filter(({ as, place }) => seated.layout.kind === 'rails' || as !== 'main' || place !== undefined)
      .reduce((sum, { device }) => sum + (spanIn(seated, device) / 2) * (halfFrom === 0 && halfSize(device) ? 2 : 1), 0);
    const wanted = used * (1 + ofPercent(growth ?? 0));
    return {
      demand: used,
      limit,
      unit: spaces,
      of: ['waysUsed', 'ways'],
      rule,
      secondary: true,
      // What is kept free beyond what the devices take is good practice.
      advice: wanted > limit + 1e-9 ? 'room' : undefined,
      because: () =>
        // A module a pole is custom: what a device takes on its rail is seen on it.
        `${figure(used)} of ${limit} ${spaces} used${seated.layout.kind === 'rails' && seated.seats.some(({ device }) => !saysWidth(device)) ? ', one module a pole where no width is entered' : ''}${wanted > limit + 1e-9 ? `: ${figure(growth ?? 0)} % spare would need ${figure(Math.ceil(wanted))}` : ''}`,
      working: () => [line(`${spaces} taken ≤ there are`, `${figure(used)} ≤ ${limit}`, holds(used, limit), rule)],
    };
  });
  return [judge(id, `Room in ${board.name}`, comparison)];
}

const saysWidth = ({ settings }: Device): boolean => 'widthModules' in settings && settings.widthModules !== undefined;

/** Rooms a panel may not stand in by the NEC, with what each is to it. */
const NO_ROOM_FOR_IT: Readonly<Record<string, string>> = { bath: 'a bathroom', closet: 'a clothes closet' };

/** Where a panel may not stand: in the bathroom of a dwelling, with the service disconnect in none; in no clothes closet, and over no steps. */
function standing({ job, circuit }: CircuitFacts, board: Board): Check[] {
  const room = job.rooms[board.roomId ?? ''];
  if (job.dialect !== 'nec') return [];
  const use = room === undefined ? undefined : ifStated('rooms', room, 'use');
  const id = keyed('board-place', board.id);
  const title = `Place of ${board.name}`;
  const rule = clause(job.pack, 'boardPlace');
  const where = NO_ROOM_FOR_IT[use?.value ?? ''];
  const premises = ifStated('boards', board, 'premises');
  // Of a place of work the bathrooms may hold a panel, as long as it does not switch off the service.
  const mayStand = use?.value === 'bath' && premises.value === 'work' && circuit.kind !== 'service';
  if (where !== undefined && !mayStand) {
    const because = `it is in ${where}, ${room!.name}`;
    return [ruled(id, title, asFor(board.state), because, rule, join(use!.given, premises.given))];
  }
  if (use?.value !== 'stairs' && board.overSteps === undefined) return [];
  return [
    saidCheck({
      id,
      title,
      rule,
      fact: factOf('boards', board, 'overSteps'),
      judge: (over) => (over ? [asFor(board.state), 'it is over the steps'] : ['pass', 'it is beside the steps']),
    }),
  ];
}

const MADE_FOR = { iec: 'verified for', nec: 'listed for' } as const;

/** Every device belongs in the board it sits in. */
function listed({ job }: CircuitFacts, board: Board, devices: readonly SeatedDevice[]): Check[] {
  const inside = devices.filter(({ device }) => 'poles' in device.settings);
  if (inside.length === 0) return [];
  const id = keyed('board-listed', board.id);
  const title = `Devices for ${board.name}`;
  const rule = clause(job.pack, 'listedHere');
  const said = inside.map(({ device }) => ({ device, fact: settingOf(device, 'listedHere') }));
  const foreign = said.filter(({ fact }) => fact.known && !fact.value);
  if (foreign.length > 0) {
    const names = foreign.map(({ device }) => device.name).join(', ');
    return [ruled(id, title, 'stop', `${names}: not ${MADE_FOR[job.dialect]} ${board.name}`, rule)];
  }
  const fact = all(Object.fromEntries(said.map(({ device, fact: of }) => [device.id, of])));
  return [saidCheck({ id, title, rule, fact, judge: () => ['pass', `all ${inside.length} ${MADE_FOR[job.dialect]} it`] })];
}

function openings({ job }: CircuitFacts, board: Board): Check {
  return saidCheck({
    id: keyed('board-openings', board.id),
    title: `Openings of ${board.name}`,
    rule: clause(job.pack, 'openings'),
    fact: factOf('boards', board, 'openingsClosed'),
    judge: (closed) =>
      // A hazard by itself, whatever its age.
      closed
        ? ['pass', job.dialect === 'nec' ? 'every unused space closed' : 'every unused way closed']
        : [
            'stop',
            job.dialect === 'nec'
              ? 'open space, live parts accessible: fit a filler plate'
              : 'way open, live parts accessible: fit a blank',
          ],
  });
}

function enclosure({ job }: CircuitFacts, board: Board): Check[] {
  if (!rulesOf(job.pack).consumerUnits) return [];
  return [
    saidCheck({
      id: keyed('board-enclosure', board.id),
      title: `Enclosure of ${board.name}`,
      rule: clause(job.pack, 'enclosure'),
      fact: factOf('boards', board, 'nonCombustible'),
      judge: (holds) => (holds ? ['pass', 'non-combustible'] : [asFor(board.state), 'combustible']),
    }),
  ];
}

/** Behind a jumper that makes every space one leg there is nothing between two poles, and shared neutrals add up. */
function jumper({ job, house }: CircuitFacts, board: Board, devices: readonly SeatedDevice[]): Check[] {
  return ifSaid({
    id: keyed('board-jumper', board.id),
    title: `Bars of ${board.name}`,
    rule: clause(job.pack, 'oneLeg'),
    fact: ifStated('boards', board, 'oneLineJumper'),
    judge: (fitted) => {
      if (!fitted) return ['pass', 'on the lines of the supply'];
      const linesOf = ({ device }: SeatedDevice): number => {
        const wiring = house.wirings.byCircuit.get(device.circuitId ?? '');
        const poles = wiring === undefined ? undefined : house.polesOf(wiring);
        return Math.max(device.lines.length, linesOpened(device), poles?.known === true ? poles.value.lines : 0);
      };
      const several = devices.filter((each) => each.as === 'branch' && linesOf(each) > 1);
      const shared = devices.filter(
        ({ as, device }) => as === 'branch' && house.wirings.neutralGroups.has(device.circuitId ?? ''),
      );
      const names = [...new Set([...several, ...shared].map(({ device }) => device.name))];
      return names.length === 0
        ? ['pass', 'all on one leg, and nothing on it needs two']
        : ['stop', `all on one leg: ${names.join(', ')} ${names.length === 1 ? 'needs' : 'need'} two`];
    },
  });
}

/** Most devices that may switch off a service or a building together. */
const MOST_TOGETHER = 6;

/**
 * What switches the board off. A main among the spaces that is fed from its load side is held to the bars; a board without a main is
 * switched off by all its devices, of which there may be six, and of a service since the NEC of 2020 one to a board.
 */
function mainOf({ job, circuit }: CircuitFacts, board: Board, devices: readonly SeatedDevice[]): Check[] {
  if (job.dialect !== 'nec') return [];
  const mains = devices.filter(switchesOff);
  const checks = mains.flatMap(({ device }) => {
    // In a space like any other it can only be fed from behind.
    const backFed = device.slot === undefined ? ifStated('devices', device, 'backFed') : known(true);
    if (backFed.value !== true) return [];
    return [
      saidCheck({
        id: keyed('board-fastened', device.id),
        title: `Fastening of ${device.name}`,
        rule: clause(job.pack, 'backFed'),
        fact: factOf('devices', device, 'fastened'),
        judge: (held) =>
          held
            ? ['pass', 'held to the bars']
            : ['stop', 'fed from its load side and held by nothing: pulled off, its blades are live'],
      }),
    ];
  });
  const building = board.otherBuilding === true && circuit.kind === 'distribution';
  const service = circuit.kind === 'service' && fromTheNetwork(job, circuit.id);
  if (!service && !building) return checks;
  // What parts a source of the house's own from its panel is none of the service.
  const own = building ? mains : mains.filter(({ device }) => fromTheNetwork(job, device.circuitId));
  const count = own.length > 0 ? own.length : devices.filter(({ as }) => as === 'branch').length;
  const most = service && heldBy(job.pack, { 'nec-2017': MOST_TOGETHER, 'nec-2020': 1 }) === 1 ? 1 : MOST_TOGETHER;
  const rule = clause(job.pack, building ? 'buildingDisconnects' : 'serviceDisconnects');
  const title = `Disconnects of ${board.name}`;
  const id = keyed('board-disconnects', board.id);
  // Whether the NEC of 2023 still lets a building have more than one in one enclosure is not known for sure here.
  const doubtful = building && count > 1 && heldBy(job.pack, { 'nec-2017': false, 'nec-2023': true }) === true;
  if (count === 0) return [...checks, unknownCheck(id, title, [{ path: `boards.${board.id}`, what: `a main of ${board.name}` }])];
  const because = own.length > 0 ? `${count} in it` : `no main: ${count} device${count === 1 ? '' : 's'}`;
  return [
    ...checks,
    ruled(
      id,
      title,
      count > most ? asFor(board.state) : doubtful ? 'caution' : 'pass',
      `${because}; up to ${most} permitted in one enclosure`,
      rule,
    ),
  ];
}

/** A circuit that brings the supplier's power. */
const fromTheNetwork = ({ circuits, origins }: CircuitFacts['job'], circuitId: string | undefined): boolean => {
  const origin = origins[circuits[circuitId ?? '']?.fromOriginId ?? ''];
  return origin?.kind === 'network' || origin?.kind === 'transformer';
};

/** A main that parts the board from what feeds it: a surge device or a contactor beside it does not. */
const switchesOff = ({ as, device: { settings } }: SeatedDevice): boolean => as === 'main' && partsWhenOpen(settings);

/** Where a board is switched off as a whole. */
function switchedOff({ job, house }: CircuitFacts, board: Board, mains: readonly SeatedDevice[]): Check {
  const rule = clause(job.pack, 'boardDisconnect');
  const id = keyed('board-off', board.id);
  const title = `${word(job.dialect, 'isolation')} of ${board.name}`;
  // Whatever else feeds it is switched off too, or it is not.
  const feeds = house.wirings.incoming.get(board.id) ?? [];
  const own = feeds.map(({ id: circuitId }) => mains.find(({ device }) => device.circuitId === circuitId)?.device.name);
  if (own.every((name) => name !== undefined)) return ruled(id, title, 'pass', `${own.join(' and ')} in it`, rule);
  return saidCheck({
    id,
    title,
    rule,
    fact: factOf('boards', board, 'disconnect'),
    judge: (where) => {
      if (where === 'own-main') return ['unknown', 'said to have a main, and none is drawn for each of its feeds'];
      return where === 'remote' ? [asFor(board.state), 'ahead of it, neither within sight nor lockable'] : ['pass', SAID[where]];
    },
  });
}
const SAID = { 'in-sight': 'ahead of it, within sight', lockable: 'ahead of it, lockable' } as const;

/** A terminal for every neutral, and for every protective conductor. */
function terminals({ job, house }: CircuitFacts, board: Board, devices: readonly SeatedDevice[]): Check[] {
  const fed = house.wirings.outgoing.get(board.id) ?? [];
  const feeds = house.wirings.incoming.get(board.id) ?? [];
  const landing = list(
    fed.map(({ id }) => all({ poles: house.polesOf(house.wirings.byCircuit.get(id)!), plugs: plugsOn(board, devices, id) })),
  );
  const neutrals = map(landing, (each) => feeds.length + each.filter(({ poles, plugs }) => poles.neutral && !plugs).length);
  const neutral = ifStated('boards', board, 'neutralTerminals');
  const earth = ifStated('boards', board, 'earthTerminals');
  const perTerminal = ifStated('boards', board, 'earthWiresPerTerminal');
  const compare = (
    id: 'board-neutrals' | 'board-earths',
    title: string,
    taken: Maybe<number>,
    there: Maybe<number>,
    rule: ReturnType<typeof clause>,
  ) =>
    judge(
      keyed(id, board.id),
      title,
      map(
        all({ taken, there }),
        ({ taken: demand, there: limit }): Comparison => ({
          demand,
          limit,
          unit: 'wires',
          of: ['conductors', 'terminals'],
          rule,
          secondary: true,
          because: () => '',
          working: () => [line('wires ≤ what the terminals take', `${demand} ≤ ${limit}`, holds(demand, limit), rule)],
        }),
      ),
    );
  const bars: Check[] = [];
  if (neutral.value !== undefined)
    bars.push(
      compare(
        'board-neutrals',
        `Neutral bar of ${board.name}`,
        neutrals,
        map(neutral, (each) => each ?? 0),
        clause(job.pack, 'neutralTerminal'),
      ),
    );
  if (earth.value !== undefined) {
    // More than one to a terminal only where it is listed for that.
    const takes = map(all({ earth, perTerminal }), (of) => (of.earth ?? 0) * (of.perTerminal ?? 1));
    const title = `${word(job.dialect, 'earth')} bar of ${board.name}`;
    bars.push(
      compare(
        'board-earths',
        `${title.charAt(0).toUpperCase()}${title.slice(1)}`,
        known(fed.length + feeds.length),
        takes,
        clause(job.pack, 'earthTerminal'),
      ),
    );
  }
  return bars;
}

/** Whether the neutral of a circuit reaches the bar by a device that plugs onto it: only where the board has something to plug on to. */
function plugsOn(board: Board, devices: readonly SeatedDevice[], circuitId: string): Known<boolean> {
  const device = devices.find((each) => each.as === 'branch' && each.device.circuitId === circuitId)?.device;
  if (device === undefined || !('neutralLead' in device.settings)) return known(false);
  const [plugs, lead] = [ifStated('boards', board, 'plugOnNeutral'), settingIfEntered(device, 'neutralLead')];
  return known(plugs.value === true && lead.value === 'plug-on', join(plugs.given, lead.given));
}
