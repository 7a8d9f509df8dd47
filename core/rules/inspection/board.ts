import type { INSPECTED } from '../../job/inspected';
import { type Item, p51, p52, p54, part } from './item';

/** What is looked at on a board, from outside in. */
export const BOARD_ITEMS: Readonly<Record<(typeof INSPECTED.boardId)[number], Item>> = {
  'space-depth': {
    ...{ zone: 'space', name: 'Depth before it', right: 'room to stand before it', weight: 'work', nec: '110.26(A)(1)' },
    fix: 'clear the space, or move what takes it',
  },
  'space-width': {
    ...{ zone: 'space', name: 'Width before it', right: 'room beside it, as wide as the panel where that is wider' },
    ...{ fix: 'clear the space, or move what takes it', weight: 'work', nec: '110.26(A)(2)' },
  },
  'space-height': {
    ...{
      zone: 'space',
      name: 'Height before it',
      right: 'headroom from the floor up',
      fix: 'find it another place',
      weight: 'work',
    },
    nec: '110.26(A)(3)',
  },
  'space-clear': {
    ...{ zone: 'space', name: 'Nothing kept before it', right: 'reached without moving anything', weight: 'work', code: 'C3' },
    ...{ fix: 'clear it, and say that it stays clear', nec: '110.26(B)', bs: '132.12, 513.1', iec: p51('513.1') },
  },
  'handle-height': {
    ...{
      zone: 'space',
      name: 'Highest handle',
      right: 'no handle out of reach',
      fix: 'lower it',
      weight: 'work',
      nec: '240.24(A), 404.8(A)',
    },
  },
  location: {
    ...{ zone: 'space', name: 'Its place', weight: 'work', code: 'C2' },
    right: {
      nec: 'not in a bathroom or clothes closet, not over steps, away from what burns easily',
      iec: 'in no zone of a bath or shower, away from water and what burns easily',
    },
    ...{ fix: 'move it', nec: '240.24(C), (D), (E), (F)', bs: '701.512.3, 512.2', iec: p51('512.2') },
  },
  'directory-legible': {
    ...{ zone: 'door', name: 'Directory', weight: 'work', code: 'C3', right: 'legible, complete, and true to what is there' },
    ...{
      fix: 'print it from the Handover step and fix it to the door',
      nec: '408.4(A)',
      bs: '514.8.1, 514.9.1',
      iec: p51('514.5'),
    },
  },
  'label-source': {
    optional: true,
    ...{ zone: 'door', name: 'What feeds it', right: 'marked with the place it is fed from', fix: 'mark it', weight: 'work' },
    ...{ nec: '408.4(B)', practice: 'iec' },
  },
  'label-service': {
    ...{
      zone: 'door',
      name: 'Service disconnect',
      right: 'the service disconnect is marked as one',
      fix: 'mark it',
      weight: 'work',
    },
    nec: '230.70(B), 230.66',
  },
  'label-sources': {
    optional: true,
    ...{ zone: 'door', name: 'Other sources', right: 'marked with every source that can feed it', weight: 'hazard', code: 'C2' },
    ...{ fix: 'mark where each source is switched off', nec: '705.10, 702.7', bs: '514.15.1', iec: part('5-55', '2011', '551') },
  },
  'label-residual': {
    optional: true,
    ...{
      zone: 'door',
      name: 'Notice to test',
      right: 'a notice to press the test button of each RCD',
      weight: 'work',
      code: 'C3',
    },
    ...{ fix: 'fix the notice beside it', bs: '514.12.2' },
  },
  'label-retest': {
    optional: true,
    ...{
      zone: 'door',
      name: 'Date of the next inspection',
      right: 'last and next inspection are on it',
      weight: 'work',
      code: 'C3',
    },
    ...{ fix: 'fix the notice', bs: '514.12.1' },
  },
  'label-colours': {
    optional: true,
    ...{
      zone: 'door',
      name: 'Two sets of colours',
      right: 'a notice where old and new conductor colours meet',
      weight: 'work',
      code: 'C3',
    },
    ...{ fix: 'fix the notice', bs: '514.14.1' },
  },
  'cover-fits': {
    ...{ zone: 'enclosure', name: 'Cover', right: 'closes all round, nothing live behind a gap', weight: 'hazard', code: 'C1' },
    ...{
      fix: 'fit the cover it was made with',
      nec: '408.38, 110.27(A)',
      bs: '416.2.1',
      iec: part('4-41', '2005+A1:2017', '416.2'),
    },
  },
  'cover-screws': {
    optional: true,
    ...{ zone: 'enclosure', name: 'Screws of the cover', weight: 'worth-saying', practice: 'both', code: 'C3' },
    right: 'all there, blunt, and made for it',
    fix: 'fit blunt screws of its own kind: a pointed one goes through insulation',
  },
  'knock-outs': {
    ...{ zone: 'enclosure', name: 'Knock-outs', right: 'every opening without a cable is closed', weight: 'hazard', code: 'C2' },
    ...{ fix: 'close it with a blank made for it', nec: '110.12(A)', bs: '416.2.1', iec: part('4-41', '2005+A1:2017', '416.2') },
  },
  bushings: {
    ...{ zone: 'enclosure', name: 'Bushings', weight: 'work', code: 'C3' },
    right: {
      nec: 'a bushing, clamp or connector wherever wires come in',
      iec: 'a gland, grommet or bush wherever wires come in',
    },
    fix: { nec: 'fit a connector of its size; on 4 AWG and larger a smooth insulating bushing', iec: 'fit one of its size' },
    ...{ nec: '300.4(G), 312.5', bs: '522.8.1', iec: p52('522.8.1') },
  },
  'cables-held': {
    ...{ zone: 'enclosure', name: 'Cables held', right: 'each cable is held where it comes in', weight: 'work', code: 'C3' },
    fix: {
      nec: 'clamp it at the cabinet; one connector holds as many as it is listed for',
      iec: 'clamp it: terminals carry no pull',
    },
    ...{ nec: '312.5(C)', bs: '522.8.5, 526.6', iec: p52('522.8, 526.6') },
  },
  'sheath-in': {
    optional: true,
    ...{ zone: 'enclosure', name: 'Sheath', right: 'the sheath goes into the enclosure', weight: 'work', code: 'C3' },
    fix: {
      nec: 'bring at least ¼ in. of sheath inside the connector',
      iec: 'bring the sheath inside: single insulation is not for outside',
    },
    ...{ nec: '312.5(C), 314.17(B)', bs: '526.8', iec: p52('526.8') },
  },
  'heat-marks': {
    ...{
      zone: 'enclosure',
      name: 'Heat',
      right: 'no burn, no melted or browned insulation, no smell',
      weight: 'hazard',
      code: 'C2',
    },
    ...{
      fix: 'find the loose or overloaded joint, replace what was hot',
      nec: '110.12(B)',
      bs: '526.1, 651.2',
      iec: p52('526.1'),
    },
  },
  damp: {
    ...{
      zone: 'enclosure',
      name: 'Damp and rust',
      right: 'dry, clean, no rust on bars or terminals',
      weight: 'hazard',
      code: 'C2',
    },
    ...{ fix: 'stop the water, then replace what rusted', nec: '110.12(B), 312.2', bs: '512.2, 522.3', iec: p52('522.3') },
  },
  'bonded-case': {
    optional: true,
    ...{ zone: 'enclosure', name: 'Metal of the enclosure', weight: 'hazard', code: 'C2' },
    right: { nec: 'bonded to the ground bar', iec: 'joined to the earth bar, or none of it is metal' },
    fix: {
      nec: 'fit the bar with its own screws on bare metal, and the bonding screw or strap it is listed with',
      iec: 'join it to the earth bar',
    },
    ...{ nec: '408.40, 250.12', bs: '411.3.1.1', iec: part('4-41', '2005+A1:2017', '411.3.1.1') },
  },
  'supply-barrier': {
    optional: true,
    ...{ zone: 'supply', name: 'Barrier before the line side', weight: 'work' },
    right: 'with the main off no live service part can be touched by chance',
    ...{ fix: 'fit the barrier made for it', nec: { 'nec-2017': '408.3(A)(2)', 'nec-2020': '230.62(C)' } },
  },
  'main-earth-whole': {
    ...{ zone: 'supply', weight: 'hazard', code: 'C2' },
    name: { nec: 'Grounding electrode conductor', iec: 'Main earthing conductor' },
    right: { nec: 'one piece from the electrode on, tight, nowhere cut', iec: 'whole, tight, nowhere cut' },
    fix: {
      nec: 'run it unbroken, or join it with an irreversible connector listed for that',
      iec: 'join it again with a clamp made for it',
    },
    ...{ nec: '250.64(C), 250.70', bs: '542.3.2, 542.4', iec: p54('542.3.2, 542.4') },
  },
  'main-earth-marked': {
    optional: true,
    ...{ zone: 'supply', name: 'Label of the main earth', right: '“Safety electrical connection – do not remove” at each clamp' },
    ...{ fix: 'fix the label', weight: 'work', code: 'C3', bs: '514.13.1' },
  },
  'bending-space': {
    ...{
      zone: 'supply',
      name: 'Bending space',
      right: 'room to bend the feeding wires',
      weight: 'work',
      nec: '312.6(B), 408.55',
    },
    fix: 'a deeper or wider cabinet, or lugs that turn the wire',
  },
  'joint-paste': {
    optional: true,
    ...{ zone: 'supply', weight: 'hazard', code: 'C2' },
    name: { nec: 'Aluminum ends', iec: 'Aluminium ends' },
    right: 'terminals marked for it, clean ends, joint compound where the terminal asks for it',
    ...{ fix: 'cut back, brush, compound, tighten to its torque', nec: '110.14, 110.14(A)', bs: '526.2', iec: p52('526.2') },
  },
  'neutrals-single': {
    ...{ zone: 'bars', name: 'Neutrals', right: 'each under a terminal of its own', weight: 'work', code: 'C3' },
    fix: { nec: 'one neutral to a terminal: it must stay when a neighbor is opened', iec: 'one neutral to a terminal' },
    ...{ nec: '408.41', bs: '526.1, 526.2', iec: p52('526.2') },
  },
  'earths-single': {
    ...{ zone: 'bars', weight: 'work', code: 'C3' },
    name: { nec: 'Equipment grounds', iec: 'Protective conductors' },
    right: { nec: 'no more under a terminal than it is listed for', iec: 'each under a terminal it can be taken from alone' },
    fix: { nec: 'move the others to free terminals, or fit another bar', iec: 'move the others to free terminals' },
    ...{ nec: '408.40, 110.14(A)', bs: '543.3, 526.2', iec: p54('543.3') },
  },
  'earths-joined': {
    optional: true,
    ...{ zone: 'bars', weight: 'hazard', code: 'C2' },
    name: { nec: 'Twisted grounds', iec: 'Twisted conductors' },
    right: 'none twisted together in the air: each landed, or joined by a connector made for it',
    fix: 'land each, or join them with a listed connector',
    ...{ nec: '250.8(A), 110.14(B)', bs: '526.1, 543.3.3', iec: p52('526.1') },
  },
  'devices-seated': {
    ...{
      zone: 'devices',
      name: 'Devices in their seat',
      right: 'each holds, none rocks or sits askew',
      weight: 'hazard',
      code: 'C2',
    },
    ...{
      fix: 'seat it; where the contact is burnt, another place or another bar',
      nec: '110.3(B), 110.12',
      bs: '526.1, 134.1.1',
    },
    iec: p51('511, 526'),
  },
  'handles-move': {
    ...{ zone: 'devices', name: 'Handles', right: 'each switches off and on by hand', weight: 'hazard', code: 'C2' },
    ...{ fix: 'replace the one that does not', practice: 'both' },
  },
  'strip-length': {
    ...{
      zone: 'wires',
      name: 'Strip length',
      right: 'stripped as the terminal asks, no strand cut or left out',
      weight: 'work',
      code: 'C3',
    },
    ...{ fix: 'cut back and strip by the gauge', nec: '110.3(B), 110.14(A)', bs: '526.2, 526.9', iec: p52('526.2, 526.9') },
  },
  'bare-copper': {
    ...{ zone: 'wires', name: 'Bare copper', right: 'insulation up to the terminal', weight: 'hazard', code: 'C2' },
    ...{ fix: 'cut back, or sleeve it', nec: '110.12, 110.14(A)', bs: '526.8, 416.1', iec: p52('526.8') },
  },
  'marked-hot': {
    optional: true,
    ...{ zone: 'wires', weight: 'work', code: 'C3' },
    name: { nec: 'White wires used hot', iec: 'Blue wires used as line' },
    right: 'marked anew at every end',
    ...{ fix: 'mark it with tape or paint, all round', nec: '200.7(C)', bs: '514.3, 514.4', iec: p51('514.3') },
  },
  tug: {
    ...{ zone: 'wires', name: 'Tug', right: 'each wire holds when tugged', weight: 'hazard', code: 'C2' },
    fix: 'tighten to its torque; a wire that was loose may be burnt: look',
    ...{ nec: '110.14(A), (D)', bs: '526.1', iec: p52('526.1') },
  },
  bends: {
    ...{
      zone: 'wires',
      name: 'Bends in it',
      right: 'no wire kinked, none forced round a corner',
      weight: 'worth-saying',
      code: 'C3',
    },
    fix: 'bend it wider: eight times its diameter is custom',
    practice: 'both',
  },
  traceable: {
    ...{ zone: 'wires', name: 'Looks', right: 'every wire can be followed with the eye', weight: 'worth-saying', code: 'C3' },
    ...{ fix: 'lay the wires by circuit', nec: '110.12', bs: '134.1.1', iec: part('1', '2005', '134.1.1') },
  },
};
