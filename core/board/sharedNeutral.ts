import { hasResidual } from '../devices/residual';
import type { CircuitFacts } from '../house/facts';
import { boardOfDevice, placeOfDevice } from '../house/seats';
import { numberAt } from '../job/board/layout';
import { type Givens, join, NO_GIVENS } from '../job/known';
import { factOf, ifStated } from '../job/readers';
import type { Circuit, Device, Load } from '../job/sealed';
import type { Check } from '../judging/answer';
import { ruled, unknownCheck } from '../judging/judge';
import { keyed } from '../judging/keys';
import { saidCheck } from '../judging/said';
import type { Wiring } from '../network/paths';
import { clause } from '../rules/clauses';
import { rulesOf } from '../rules/packs';

/** A circuit on a shared neutral, with the device that opens its line. */
interface Member {
  circuit: Circuit;
  wiring: Wiring;
  device: Device | undefined;
}

/**
 * A neutral that several circuits share: on lines of their own, opened together, by a common trip where something hangs between
 * them, through one residual device if any, going on without the outlet, lying with its lines, told from others.
 */
export function sharedNeutralChecks(facts: CircuitFacts): Check[] {
  const { job, circuit, house } = facts;
  const group = house.wirings.neutralGroups.get(circuit.id);
  if (group === undefined) return [];
  const members = group.map((each): Member => {
    const wiring = house.wirings.byCircuit.get(each.id)!;
    return { circuit: each, wiring, device: wiring.startDevices.at(-1) };
  });
  const others = members.filter((member) => member.circuit.id !== circuit.id).map((member) => member.circuit.name);
  const title = `Neutral shared with ${others.join(', ')}`;
  if (rulesOf(job.pack).ownNeutrals)
    return [
      ruled(
        keyed('shared', 'own'),
        title,
        'stop',
        'each final circuit requires its own neutral',
        clause(job.pack, 'sharedDisconnect'),
      ),
    ];
  return [
    onLinesOfTheirOwn(facts, members, title),
    openedTogether(facts, members, title),
    ...protectedTogether(facts, members, title),
    ...(job.dialect === 'nec' ? asLaid(facts, title) : []),
    ...toldFromOthers(facts, title),
  ];
}

function onLinesOfTheirOwn({ job }: CircuitFacts, members: readonly Member[], title: string): Check {
  const rule = clause(job.pack, 'sharedLines');
  const lacking = members.find(({ device }) => device === undefined || device.lines.length === 0);
  if (lacking !== undefined)
    return unknownCheck(keyed('shared', 'lines'), title, [
      { path: `circuits.${lacking.circuit.id}`, what: `the line ${lacking.circuit.name} hangs on` },
    ]);
  const lines = members.flatMap(({ device }) => device!.lines);
  const twice = lines.find((each, at) => lines.indexOf(each) !== at);
  return twice === undefined
    ? ruled(keyed('shared', 'lines'), title, 'pass', `on ${lines.join(' and ')}`, rule)
    : ruled(
        keyed('shared', 'lines'),
        title,
        'stop',
        `two of them on ${twice}: neutral currents add, without overcurrent protection: move one`,
        rule,
      );
}

/** Devices by ties, each with the kind that holds it to the others. */
function tieOf(members: readonly Member[]): 'none' | 'unsaid' | 'handle' | 'common-trip' {
  const devices = members.map(({ device }) => device!);
  const [first] = devices;
  const reached = new Set([first!]);
  const kinds = new Set<string>();
  for (const each of reached)
    for (const other of devices) {
      const holder = each.tiedTo === other.id ? each : other.tiedTo === each.id ? other : undefined;
      if (holder === undefined || reached.has(other)) continue;
      reached.add(other);
      const tie = factOf('devices', holder, 'tie');
      kinds.add(tie.known && !tie.given.assumed ? tie.value : 'unsaid');
    }
  if (reached.size < devices.length) return 'none';
  return kinds.has('unsaid') ? 'unsaid' : kinds.has('handle') ? 'handle' : 'common-trip';
}

function openedTogether(facts: CircuitFacts, members: readonly Member[], title: string): Check {
  const { job, house } = facts;
  const rule = clause(job.pack, 'sharedDisconnect');
  const id = keyed('shared', 'together');
  const lacking = members.find(({ device }) => device === undefined);
  if (lacking !== undefined)
    return unknownCheck(id, title, [{ path: `circuits.${lacking.circuit.id}`, what: `a device for ${lacking.circuit.name}` }]);
  const devices = members.map(({ device }) => device!);
  if (new Set(devices.map((device) => device.id)).size === 1) return ruled(id, title, 'pass', 'opened by one device', rule);
  const tie = tieOf(members);
  if (tie === 'none')
    return ruled(
      id,
      title,
      'stop',
      job.dialect === 'nec'
        ? 'no handle tie: with one off, the neutral still carries the current of the other'
        : 'poles not linked: with one off, the neutral still carries the current of the other',
      rule,
    );
  if (tie === 'unsaid')
    return unknownCheck(
      id,
      title,
      devices.map((device) => ({ path: `devices.${device.id}.tie`, what: `how ${device.name} is tied` })),
    );
  const apart = standApart(facts, devices);
  if (apart !== undefined) return ruled(id, title, 'stop', apart, rule);
  const loads = members.flatMap(({ circuit }) => house.loadsOf(circuit.id)).map((load) => ({ load, ...isAcross(load) }));
  const between = loads.find(({ across }) => across)?.load;
  const given = loads.reduce((all, each) => join(all, each.given), NO_GIVENS);
  return between !== undefined && tie === 'handle'
    ? ruled(
        id,
        title,
        'stop',
        `${between.name} is connected between the lines: a handle tie opens by hand alone, a common trip is required`,
        clause(job.pack, 'commonTrip'),
      )
    : ruled(id, title, 'pass', tie === 'handle' ? 'tied by their handles' : 'trip together', rule, given);
}

/** A load between two lines, or one that may be; what may go either way is not told apart here. */
function isAcross(load: Load): { across: boolean; given: Givens } {
  const [lines, voltages] = [ifStated('loads', load, 'lines'), ifStated('loads', load, 'voltages')];
  const across = (lines.value !== undefined && lines.value.length > 2) || voltages.value === 'line-line';
  return { across, given: join(lines.given, voltages.given) };
}

/** Tied devices sit beside each other: a handle tie does not reach farther. */
function standApart({ job, circuit }: CircuitFacts, devices: readonly Device[]): string | undefined {
  const boards = devices.map((device) => boardOfDevice(job, device)?.id);
  if (new Set(boards).size > 1) return 'tied, and yet in different places';
  if (boards[0] !== circuit.fromBoardId) return undefined;
  const seats = devices.map((device) => placeOfDevice(job, device));
  const first = seats[0];
  if (first === undefined || !first.known) return undefined;
  const { layout } = first.value;
  const places = seats.flatMap((seat) => (seat?.known === true ? (seat.value.place ?? []) : []));
  if (places.length < devices.length) return undefined;
  const row = [...places].sort((a, b) => a.track - b.track || a.at - b.at);
  const gap = row.slice(1).some((place, at) => place.track !== row[at]!.track || place.at !== row[at]!.at + row[at]!.span);
  return gap ? `tied, and yet apart: at ${row.map((place) => numberAt(place, layout)).join(' and ')}` : undefined;
}

/** Residual and arc-fault devices that see the line of one and not the neutral of the other. */
function protectedTogether({ job }: CircuitFacts, members: readonly Member[], title: string): Check[] {
  const watching = members.map(({ wiring }) =>
    [...wiring.groupDevices, ...wiring.startDevices]
      .filter((device) => hasResidual(device) || seesArcs(device))
      .map(({ id }) => id),
  );
  if (watching.every((each) => each.length === 0)) return [];
  const same = watching.every((each) => each.join() === watching[0]!.join());
  const rule = clause(job.pack, 'sharedProtected');
  return [
    same
      ? ruled(keyed('shared', 'watched'), title, 'pass', 'line and neutral of all pass one device', rule)
      : ruled(
          keyed('shared', 'watched'),
          title,
          'stop',
          `${job.dialect === 'nec' ? 'GFCI or AFCI' : 'RCD or AFDD'} on a shared neutral: one 2-pole device required`,
          rule,
        ),
  ];
}
const seesArcs = ({ settings }: Device): boolean =>
  settings.family === 'afdd' || (settings.family === 'moulded-case-nec' && (settings.arcFault ?? 'none') !== 'none');

function asLaid({ job, circuit }: CircuitFacts, title: string): Check[] {
  return [
    saidCheck({
      id: keyed('shared', 'pigtail'),
      title,
      rule: clause(job.pack, 'pigtailed'),
      fact: factOf('circuits', circuit, 'neutralPigtailed'),
      judge: (pigtailed) =>
        pigtailed
          ? ['pass', 'neutral pigtailed']
          : [
              'stop',
              'neutral through the terminals of the outlets: with one removed the loads of both are in series: pigtail it',
            ],
    }),
    saidCheck({
      id: keyed('shared', 'grouped'),
      title,
      rule: clause(job.pack, 'grouped'),
      fact: factOf('circuits', circuit, 'neutralGrouped'),
      judge: (grouped) => (grouped ? ['pass', 'grouped with its lines'] : ['stop', 'not grouped with its lines in the panel']),
    }),
  ];
}

/** Where a board has more than one shared neutral, each is told from the others. */
function toldFromOthers({ job, circuit, house }: CircuitFacts, title: string): Check[] {
  const here = new Set(
    (house.wirings.outgoing.get(circuit.fromBoardId ?? '') ?? []).flatMap(({ id }) => {
      const group = house.wirings.neutralGroups.get(id);
      return group === undefined
        ? []
        : [
            group
              .map((each) => each.id)
              .sort()
              .join(' '),
          ];
    }),
  );
  if (here.size < 2) return [];
  return [
    saidCheck({
      id: keyed('shared', 'told'),
      title,
      rule: clause(job.pack, 'grouped'),
      fact: factOf('circuits', circuit, 'neutralMark'),
      judge: (mark) =>
        mark === 'none'
          ? ['caution', `one of ${here.size} shared neutrals here, and none is marked`]
          : ['pass', `told from the other${here.size === 2 ? '' : 's'} by ${mark}`],
    }),
  ];
}
