import { opensOnOvercurrent, ratedCurrent } from '../devices/bands';
import { heldBy } from '../job/packs';
import type { Room, RoomUse } from '../job/schema/supply';
import type { Job, Point, RulePackId } from '../job/sealed';
import { rankOf, type Verdict } from '../judging/answer';
import type { Study } from '../study/study';
import { necCited } from '../tables/necCited';
import { cite, type Source } from '../tables/source';
import { IEC, NEC, said, type Walk } from './requiredRows';

/** Something a code wants of a dwelling that is not there, or of which nobody said whether it is. */
export interface Wanted {
  id: string;
  verdict: Exclude<Verdict, 'pass' | 'not-applicable'>;
  what: string;
  rule: string;
  basis: Source['basis'];
  /** Where it is put right: a circuit, a room, or nothing. */
  circuitId: string | null;
  roomId: string | null;
}

/** What is looked at, and what this version does not look at: said, so that an empty list is not taken for more than it is. */
export interface RequiredStudy {
  verdict: Verdict;
  wanted: Wanted[];
  notAssessed: string[];
}

const DIVISION: Readonly<Partial<Record<RulePackId, Source>>> = {
  'iec-60364': { standard: 'IEC 60364-1', edition: '2005', clause: '314, division of installation', basis: 'memory' },
  'bs-7671-2018-a2': { standard: 'BS 7671', edition: '2018+A2:2022', clause: '314', basis: 'memory' },
};

const NOT_ASSESSED: Readonly<Record<Job['dialect'], readonly string[]>> = {
  nec: [
    'where along walls, counters and islands outlets are',
    'hallways, foyers, service outlets for equipment',
    'smoke alarms: the building code asks for them',
  ],
  iec: ['isolators and emergency switching', 'heights and reach of outlets'],
};
const ALARMS: Readonly<Partial<Record<RulePackId, string>>> = {
  'iec-60364': 'smoke alarms: the building code asks for them',
  'bs-7671-2018-a2': 'smoke alarms: BS 5839-6 and the building regulations ask for them',
};

/** The circuits and outlets the job's rules want in a dwelling and that nobody entered, among the rooms there are; worst first. */
export function requiredStudy(job: Job, study: Study): RequiredStudy {
  const { house } = study;
  const rooms = Object.values(job.rooms as Readonly<Record<string, Room>>);
  const usedAs = (room: Room) => said<RoomUse>(room.use);
  const sockets = new Map<string, Point[]>();
  for (const point of Object.values(job.points))
    if (point.kind === 'socket' && point.state !== 'removed' && point.roomId !== undefined && stands(job, point))
      sockets.set(point.roomId, [...(sockets.get(point.roomId) ?? []), point]);
  const finals = [...house.wirings.byCircuit.values()].map(({ circuit }) => circuit).filter(({ kind }) => kind === 'final');
  const walk: Walk = {
    job,
    house,
    finals,
    roomsOf: (...uses) => rooms.filter((room) => uses.includes(usedAs(room)?.value ?? 'other')),
    socketsIn: (roomId) => sockets.get(roomId) ?? [],
    ratedA: (circuitId) => {
      const { startDevices } = house.wirings.byCircuit.get(circuitId)!;
      const device = startDevices.filter(({ settings }) => opensOnOvercurrent(settings)).at(-1);
      const rated = device === undefined ? undefined : ratedCurrent(device);
      return rated?.known === true && !rated.given.assumed ? rated.value : undefined;
    },
    asked: (purpose) =>
      finals.filter((circuit) => {
        const by = said<string>(circuit.purpose);
        return by !== undefined && !by.assumed && by.value === purpose;
      }),
  };
  const nec = job.dialect === 'nec';
  const rows = (nec ? NEC : IEC).filter(({ from }) => from === undefined || heldBy(job.pack, { [from]: true }) === true);
  const wanted = rows.flatMap(({ clause, look }) => {
    const source = nec ? necCited(clause)(job.pack) : (heldBy(job.pack, DIVISION) as Source);
    return look(walk).map(
      ({ circuitId, roomId, ...found }): Wanted => ({
        ...found,
        rule: cite(source),
        basis: source.basis,
        circuitId: circuitId ?? null,
        roomId: roomId ?? null,
      }),
    );
  });
  const unsaid = rooms.filter((room) => usedAs(room) === undefined);
  if (unsaid.length > 0)
    wanted.push({
      id: 'rooms',
      verdict: 'unknown',
      what: `what ${unsaid.map(({ name }) => name).join(', ')} ${unsaid.length === 1 ? 'is' : 'are'} used as`,
      rule: 'as entered',
      basis: 'published',
      circuitId: null,
      roomId: unsaid[0]!.id,
    });
  const guessed = rooms.filter((room) => usedAs(room)?.assumed === true);
  if (guessed.length > 0)
    wanted.push({
      id: 'rooms-assumed',
      verdict: 'caution',
      what: `assumed: what ${guessed.map(({ name }) => name).join(', ')} is used as`,
      rule: 'as entered',
      basis: 'published',
      circuitId: null,
      roomId: guessed[0]!.id,
    });
  if (rooms.length === 0)
    wanted.push({
      id: 'rooms',
      verdict: 'unknown',
      what: 'which rooms there are, and what they are used as',
      rule: 'as entered',
      basis: 'published',
      circuitId: null,
      roomId: null,
    });
  wanted.sort((a, b) => rankOf(a.verdict) - rankOf(b.verdict));
  const alarms = nec ? [] : [heldBy(job.pack, ALARMS) ?? ''];
  return { verdict: wanted[0]?.verdict ?? 'pass', wanted, notAssessed: [...NOT_ASSESSED[job.dialect], ...alarms] };
}

/** An outlet of a circuit that was taken out is none. */
const stands = (job: Job, { circuitId }: Point): boolean => job.circuits[circuitId]?.state !== 'removed';
