import type { Point, Segment } from '../schema/circuit';
import type { Fact } from '../schema/facts';

/** Points as they were typed, in the order they are fed; what is not said stays unknown. */
export interface PointDraft {
  name: string;
  kind: Point['kind'];
  onward?: 'feed-through' | 'pigtail';
  receptacles?: number;
  ratedA?: number;
  wetness?: 'dry' | 'damp' | 'wet';
  readilyAccessible?: boolean;
  tamperResistant?: boolean;
  weatherResistant?: boolean;
  heightM?: number;
  /** A room of the job, or one to be made by this name. */
  roomId?: string;
  newRoom?: string;
  /** It is a device that protects what hangs behind it. */
  protects?: 'ground-fault' | 'arc-fault';
}

const stated = <T>(value: T | undefined): Fact<T> | undefined => (value === undefined ? undefined : { value, from: 'stated' });
const present = (fields: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined));

/** The facts of a drafted point: what was typed is stated. */
export const factsOfDraft = (draft: PointDraft): Partial<Point> =>
  present({
    onward: stated(draft.onward),
    receptacles: stated(draft.receptacles),
    ratedA: stated(draft.ratedA),
    wetness: stated(draft.wetness),
    readilyAccessible: stated(draft.readilyAccessible),
    tamperResistant: stated(draft.tamperResistant),
    weatherResistant: stated(draft.weatherResistant),
    heightM: stated(draft.heightM),
  }) as Partial<Point>;

/** The cable a new point hangs at: the one its neighbour hangs at, else the only one there is. */
export function cableFor(neighbour: Point | undefined, segments: readonly Segment[]): string | undefined {
  return neighbour?.segmentId ?? (segments.length === 1 ? segments[0]!.id : undefined);
}
