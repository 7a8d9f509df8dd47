import { type Edge, makeEdge } from '../curves/edge';
import { known, type Maybe, map } from '../job/known';
import type { Device } from '../job/sealed';
import { ARC_TIMES } from '../tables/arcTimes';
import { CLASS_A, NON_OPERATING, NOT_BEFORE_S, RESIDUAL_SOURCE } from '../tables/residualTimes';
import { cite } from '../tables/source';
import { milli } from '../units';
import { CLASS_A_MAXIMUM, type ResidualPart, residualPart } from './residual';

/** A band on an axis of its own: of residual current, or of the current of an arc. */
export interface OtherBand {
  label: string;
  minimum: Edge;
  maximum: Edge;
  source: string;
}

/** Below half its sensitivity a residual device never opens; one of type S holds a while above it. */
function residualMinimum({ sensitivityA, delay }: ResidualPart): Edge {
  const never = { currentA: NON_OPERATING.share * sensitivityA, timeS: 10_000 };
  if (delay === 'general') return makeEdge('minimum', [never], 'staircase', 'open');
  const { once, twice, five } = NOT_BEFORE_S;
  return makeEdge(
    'minimum',
    [
      never,
      { currentA: sensitivityA, timeS: once },
      { currentA: 2 * sensitivityA, timeS: twice },
      { currentA: 5 * sensitivityA, timeS: five },
    ],
    'staircase',
    'constant-time',
  );
}

const CLASS_A_MINIMUM = makeEdge('minimum', [{ currentA: NON_OPERATING.classA, timeS: 10_000 }], 'staircase', 'open');
const CLASS_A_BAND: OtherBand = {
  label: 'class A',
  minimum: CLASS_A_MINIMUM,
  maximum: CLASS_A_MAXIMUM,
  source: `UL 943 from ${milli(CLASS_A.fromA)} mA`,
};

/** The band of a device's residual part; nothing where it has none. */
export function residualBand(device: Device): Maybe<OtherBand> | undefined {
  const { settings } = device;
  if (settings.family === 'outlet-protection' && settings.groundFault === 'class-A') return known(CLASS_A_BAND);
  if (settings.family === 'moulded-case-nec' && settings.groundFault === 'class-A') return known(CLASS_A_BAND);
  const part = residualPart(device);
  if (part === undefined) return undefined;
  return map(part, (of) => ({
    label: `${Number(milli(of.sensitivityA).toPrecision(3))} mA${of.delay === 'S' ? ' S' : ''}`,
    minimum: residualMinimum(of),
    maximum: of.maximum,
    source: cite(RESIDUAL_SOURCE),
  }));
}

/**
 * The longest times a device opens in on a series arc; nothing where it sees none, as one of the branch/feeder kind, which is for arcs across two
 * conductors (UL 1699, from memory). How soon it may, no standard says.
 */
export function arcBand({ settings }: Device): OtherBand | undefined {
  const american =
    (settings.family === 'moulded-case-nec' && settings.arcFault === 'combination') ||
    (settings.family === 'outlet-protection' && settings.arcFault === 'outlet');
  if (settings.family !== 'afdd' && !american) return undefined;
  const { gates, source } = ARC_TIMES[american ? 'afci' : 'afdd'];
  const edge = gates.map(([currentA, timeS]) => ({ currentA, timeS }));
  return {
    label: american ? 'AFCI' : 'AFDD',
    source: cite(source),
    maximum: makeEdge('maximum', edge, 'staircase', 'constant-time'),
    minimum: makeEdge('minimum', [{ currentA: edge[0]!.currentA, timeS: edge[0]!.timeS }], 'staircase', 'open'),
  };
}
