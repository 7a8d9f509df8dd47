const OCCUPANCY = 'who lives there is not weighed yet';

/**
 * Facts that are kept and change no answer yet, by collection and field, each with why: said beside the field, so that nobody
 * takes for judged what is not.
 */
export const RECORDED: Readonly<Record<string, string>> = {
  'sourceStates.kind': 'a name: what feeds together is said by its sources',
  'rooms.wallM': 'outlets along walls are not judged yet',
  'rooms.counterM': 'outlets along counters are not judged yet',
  'rooms.zone': 'a name: what is asked for hangs on what the room is used as, and on the zone of each outlet',
  'boards.floors': OCCUPANCY,
  'boards.electronics': OCCUPANCY,
  'inspections.code': 'written on the inspection report: what is judged hangs on what was seen',
};

/** Why the fact at a path of the job, for instance `boards.main.spaces`, changes no answer; nothing where it does. */
export function recordedOnly(path: string): string | undefined {
  const [on, , ...field] = path.split('.');
  return RECORDED[[on, ...field].join('.')];
}
