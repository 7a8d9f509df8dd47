import { ratedCurrent } from '../../devices/bands';
import { identityOf } from '../../devices/identity';
import type { CircuitFacts, Seated } from '../../house/facts';
import { lacks, map, need } from '../../job/known';
import type { Combination, Device } from '../../job/sealed';
import { clause } from '../../rules/clauses';
import { rulesOf } from '../../rules/packs';
import { drawn, type Relaxation } from '../../rules/relaxation';
import { CONSUMER_UNIT_SOURCE, CUT_OUT_A } from '../../tables/consumerUnit';
import { fits } from '../../tables/rounding';

/** A tested combination as it stands in a circuit's way. */
export interface Combined {
  combination: Combination;
  /** Devices on the way, from the source. */
  chain: readonly Device[];
  device: Device;
}

const upstreamOf = ({ combination, chain, device }: Combined): Device | undefined =>
  chain.slice(0, chain.indexOf(device)).find(({ id }) => id === combination.upstreamDeviceId);

/** Two devices tested together break what the downstream one alone may not. */
export const COMBINATION: Relaxation<Combined> = {
  id: 'combination',
  name: 'listed combination',
  clause: (pack) => clause(pack, 'combination'),
  conditions: [
    {
      id: 'ahead',
      wants: 'wants its upstream device ahead of this one',
      holds: (about) => drawn(upstreamOf(about) !== undefined),
    },
    {
      id: 'upstream',
      wants: (about) => `names ${upstreamOf(about)?.name}, which is no longer that device`,
      holds: (about) => {
        const device = upstreamOf(about);
        return device === undefined ? drawn(false) : map(identityOf(device), (line) => line === about.combination.upstreamAs);
      },
    },
    {
      id: 'downstream',
      wants: ({ device }) => `names ${device.name}, which is no longer that device`,
      holds: ({ device, combination }) => map(identityOf(device), (line) => line === combination.downstreamAs),
    },
  ],
};

/** A residual switch with the overcurrent device it is rated with. */
interface Conditional {
  device: Device;
  backup: Device | undefined;
}

/** A residual switch breaks no short circuit: it stands one together with the very overcurrent device its rating names. */
export const CONDITIONAL: Relaxation<Conditional> = {
  id: 'conditional',
  name: 'conditional rating',
  clause: (pack) => clause(pack, 'conditional'),
  conditions: [
    {
      id: 'backup',
      wants: 'names the overcurrent device it holds with, on the way of the fault',
      holds: ({ device, backup }) =>
        backup === undefined
          ? lacks(
              'partner',
              `devices.${device.id}.settings.conditionalWithDeviceId`,
              `the overcurrent device the rating of ${device.name} holds with`,
            )
          : drawn(true),
    },
    {
      id: 'same',
      wants: ({ backup }) => `names ${backup?.name}, which is no longer that device`,
      holds: ({ device, backup }) => {
        const { settings } = device;
        const as = 'conditionalWithAs' in settings ? settings.conditionalWithAs : undefined;
        if (backup === undefined || as === undefined)
          return lacks(
            'partner',
            `devices.${device.id}.settings.conditionalWithDeviceId`,
            `what the device the rating of ${device.name} holds with was when it was named`,
          );
        return map(identityOf(backup), (line) => line === as);
      },
    },
  ],
};

/** A device in the board of a circuit. */
interface InBoard {
  facts: CircuitFacts;
  seated: Seated;
}

const boardOf = ({ facts, seated: { seat, wiring } }: InBoard) =>
  facts.job.boards[(seat === 'end' ? wiring.circuit.toBoardId : wiring.circuit.fromBoardId) ?? ''];

/** The cut-out: a fuse on the service, ahead of everything else. */
const cutOutOf = ({ facts }: InBoard): Device | undefined => {
  const first = facts.chain[0];
  return first?.wiring.circuit.kind === 'service' && first.device.settings.family === 'fuse' ? first.device : undefined;
};

/** A consumer unit marked by annex ZB holds its devices to 16 kA behind a cut-out fuse of at most 100 A. */
export const CONSUMER_UNIT: Relaxation<InBoard> = {
  id: 'consumer-unit',
  name: 'rating of the consumer unit',
  clause: () => CONSUMER_UNIT_SOURCE,
  conditions: [
    {
      id: 'pack',
      wants: 'is one of BS 7671',
      holds: ({ facts }) => drawn(rulesOf(facts.job.pack).consumerUnits),
    },
    {
      id: 'single-phase',
      wants: 'is for single-phase supplies',
      holds: ({ facts }) => drawn(facts.job.supply.voltageSystem === 'single-phase'),
    },
    {
      id: 'marked',
      wants: 'is for units so marked',
      holds: (about) => {
        const board = boardOf(about);
        return need(board?.annexZB, `boards.${board?.id}.annexZB`, `whether ${board?.name} is marked by annex ZB, 16 kA`);
      },
    },
    {
      id: 'cut-out',
      wants: 'is behind the supplier’s cut-out fuse',
      holds: (about) => drawn(cutOutOf(about) !== undefined),
    },
    {
      id: 'cartridge',
      wants: 'is behind a cut-out of BS 88-3 or BS 1361, no other fuse',
      holds: (about) => {
        const settings = cutOutOf(about)?.settings;
        return drawn(settings?.family === 'fuse' && (settings.system === 'BS88-3' || settings.system === 'BS1361'));
      },
    },
    {
      id: 'fuse',
      wants: `is behind a fuse of at most ${CUT_OUT_A} A`,
      holds: (about) => {
        const fuse = cutOutOf(about);
        return fuse === undefined ? drawn(false) : map(ratedCurrent(fuse), (ratedA) => fits(ratedA, CUT_OUT_A));
      },
    },
    {
      id: 'other-source',
      wants: 'is for faults of the network alone',
      holds: ({ facts }) =>
        drawn(facts.house.network.maxCases.every(({ origins }) => origins.every(({ kind }) => kind === 'network'))),
    },
  ],
};
