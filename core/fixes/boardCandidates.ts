import { putDevice, tieDevices } from '../edits/board';
import { boardLayout, boardOf, linesAt, placeOf, spanOf } from '../job/board/layout';
import type { Step } from '../job/commands';
import { cutName } from '../job/ids';
import type { Device } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { CABLE, type Candidate, maker, RESIDUAL } from './candidate';

/** The device a circuit starts with. */
export const startDevice = (job: Job, circuitId: string): Device | undefined =>
  Object.values(job.devices).find((each) => each.circuitId === circuitId && each.seat === 'start' && each.state !== 'removed');

/** A shared neutral put right: its devices tied, beside each other and on lines of their own; or a neutral of its own. */
function sharedNeutral(job: Job, circuitId: string): Candidate<'tie' | 'leg' | 'neutral'>[] {
  const circuit = job.circuits[circuitId];
  const holder = (id: string | undefined) =>
    Object.values(job.circuits).find((each) => each.id === id && each.state !== 'removed');
  const partner =
    holder(circuit?.sharesNeutralWith) ??
    Object.values(job.circuits).find((each) => each.sharesNeutralWith === circuitId && each.state !== 'removed');
  const [own, other] = [startDevice(job, circuitId), partner === undefined ? undefined : startDevice(job, partner.id)];
  if (circuit === undefined || partner === undefined || own === undefined || other === undefined) return [];
  const ties = (['handle', 'common-trip'] as const).map(
    (kind): Candidate<'tie'> => ({ kind: 'tie', command: tieDevices(own, other, kind) }),
  );
  const board = job.boards[circuit.fromBoardId ?? ''];
  const layout = board === undefined ? undefined : boardLayout(job, board);
  const place = layout === undefined ? undefined : placeOf(other.slot, layout, spanOf(other, layout));
  const beside =
    place === undefined || layout === undefined
      ? []
      : [place.at + place.span, place.at - spanOf(own, layout)].flatMap((at): Candidate<'leg'>[] => {
          // Moved first, and tied then: tied, the other would go along.
          const tried = putDevice(own.tiedTo === undefined ? job : untied(job, own), own.id, { track: place.track, at });
          if (!tried.ok) return [];
          const { label, steps } = tried.command;
          const tie = tieDevices(own, other, 'common-trip');
          return [
            {
              kind: 'leg',
              command: { label: cutName(`${label}, tripping with ${other.name}`), steps: [...steps, ...tie.steps] },
            },
          ];
        });
  const neutral: Step = {
    do: 'set',
    on: 'circuits',
    id: circuit.sharesNeutralWith === undefined ? partner.id : circuitId,
    field: ['sharesNeutralWith'],
  };
  return [
    ...ties,
    ...beside,
    { kind: 'neutral', command: { label: `Run a neutral of its own for ${circuit.name}`, steps: [neutral] } },
  ];
}
const untied = (job: Job, { id, tiedTo: _, tie: _t, ...device }: Device): Job => ({
  ...job,
  devices: { ...job.devices, [id]: { id, ...device } },
});

/** The lines a device is on by where it sits, where something else is said of it. */
function asItSits(job: Job, circuitId: string): Candidate<'leg'>[] {
  const device = startDevice(job, circuitId);
  const board = device === undefined ? undefined : boardOf(job, device);
  const layout = board === undefined ? undefined : boardLayout(job, board);
  const place = device === undefined || layout === undefined ? undefined : placeOf(device.slot, layout, spanOf(device, layout));
  if (device === undefined || layout === undefined || place === undefined) return [];
  const lines = [...new Set(linesAt(device, place, layout))].sort();
  if (lines.length === 0 || lines.join() === [...device.lines].sort().join()) return [];
  const step: Step = { do: 'set', on: 'devices', id: device.id, field: ['lines'], to: lines };
  return [{ kind: 'leg', command: { label: `Take it for what it is: on ${lines.join(' and ')}, as it sits`, steps: [step] } }];
}

export const ON_A_BOARD = maker(
  {
    tie: [...CABLE, ...RESIDUAL, 'saves-person'],
    leg: [...CABLE, ...RESIDUAL, 'carries-load', 'saves-person'],
    neutral: [...CABLE, ...RESIDUAL, 'saves-person'],
  },
  sharedNeutral,
  asItSits,
);
