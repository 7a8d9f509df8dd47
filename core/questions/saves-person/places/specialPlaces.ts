import type { CircuitFacts } from '../../../house/facts';
import { ifStated } from '../../../job/readers';
import type { Dialect } from '../../../job/terms';
import type { Check } from '../../../judging/answer';
import { notAssessed } from '../../../judging/judge';
import { keyed } from '../../../judging/keys';

interface Special {
  id: string;
  title: string;
  /** Rules of it that are not looked at, by their clauses. */
  rules: Readonly<Record<Dialect, string>>;
  is: (facts: CircuitFacts) => boolean;
}

const feeds =
  (...kinds: readonly string[]) =>
  ({ loads }: CircuitFacts): boolean =>
    loads.some((load) => kinds.includes(ifStated('loads', load, 'equipment').value ?? ''));
const within =
  (...uses: readonly string[]) =>
  ({ job, house, circuit }: CircuitFacts): boolean =>
    house.pointsOf(circuit.id).some(({ roomId }) => {
      const room = job.rooms[roomId ?? ''];
      return room !== undefined && uses.includes(ifStated('rooms', room, 'use').value ?? '');
    });
const outbuilding = ({ job, circuit, isTT: tt }: CircuitFacts): boolean =>
  job.dialect === 'iec' &&
  job.supply.earthing === 'TN-C-S' &&
  job.boards[circuit.toBoardId ?? '']?.otherBuilding === true &&
  !(tt.known && tt.value);
const fromInverter = ({ job, circuit }: CircuitFacts): boolean => job.origins[circuit.fromOriginId ?? '']?.kind === 'inverter';

/** A part of the house whose board says that it is no household's. */
const premises =
  (...kinds: readonly string[]) =>
  ({ job, circuit }: CircuitFacts): boolean => {
    const board = job.boards[circuit.fromBoardId ?? ''];
    return board !== undefined && kinds.includes(ifStated('boards', board, 'premises').value ?? '');
  };

/** Places and equipment with rules beyond those that are judged: said by name, so that none of them is taken for looked at. */
const SPECIAL: readonly Special[] = [
  {
    id: 'sources',
    title: 'Photovoltaics and storage',
    is: (facts) => fromInverter(facts) || feeds('inverter', 'battery')(facts),
    rules: {
      nec: '690.11, 690.12, 690.41, 705.11, 705.20, 706.15: arcs, shutdown and disconnects of their own side',
      iec: '712: insulation, residual types and isolation of the direct-current side',
    },
  },
  {
    id: 'pool',
    title: 'Pools and spas',
    is: (facts) => within('pool')(facts) || feeds('pool-pump', 'pool-light', 'spa')(facts),
    rules: {
      nec: '680.8, 680.9, 680.13, 680.22(B), (C), 680.23(B): clearances, luminaires by height, listed connectors of the grid',
      iec: '702.55, 702.52: fittings and wiring by zone',
    },
  },
  {
    id: 'buried',
    title: 'Buried cables',
    is: ({ wiring }) => wiring.stretches.some(({ segment }) => segment.place === 'buried'),
    rules: { nec: '300.5: cover and protection where they rise', iec: '522.8.10: depth, marking and protection' },
  },
  {
    id: 'temporary',
    title: 'Temporary wiring',
    is: ({ circuit }) => ifStated('circuits', circuit, 'temporary').value === true,
    rules: { nec: '590.3, 590.4: how long, and how it is run', iec: '704, 711, 740: building sites, shows and fairs' },
  },
  {
    id: 'boats',
    title: 'Boats and caravans',
    is: feeds('boat-supply', 'caravan-supply', 'boat-hoist'),
    rules: {
      nec: '551, 555: pedestals, leakage of berths, clearances to water',
      iec: '708.553, 709.553: heights and places of outlets',
    },
  },
  {
    id: 'outbuilding',
    title: 'Another building on a multiply earthed neutral',
    is: outbuilding,
    rules: { nec: '', iec: '411.3.1.2, 544.1: bonding of its metal by the supply’s neutral' },
  },
  {
    id: 'premises',
    title: 'Premises that are no household',
    is: premises('care', 'student'),
    rules: {
      nec: '210.12(C), (D), 210.60, 406.12, article 517: guest rooms, dormitories and patient care beyond the rules of a dwelling',
      iec: '422.2, 560, 710, 718: ways of escape, safety services and medical places beyond the rules of a household',
    },
  },
  {
    id: 'sauna',
    title: 'Saunas',
    is: within('sauna'),
    rules: { nec: '110.3(B): as the heater’s listing says', iec: '703.512: heat zones 1 to 3' },
  },
];

/** What of special places is not looked at. */
export const specialPlaces = (facts: CircuitFacts): Check[] =>
  SPECIAL.filter(({ is }) => is(facts)).map(({ id, title, rules }) =>
    notAssessed(keyed('special', id), title, `not assessed: ${rules[facts.job.dialect]}`),
  );
