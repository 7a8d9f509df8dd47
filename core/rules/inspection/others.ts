import type { INSPECTED } from '../../job/inspected';
import { type Item, p52, p54, part } from './item';

/** What is looked at on each device of a board. */
export const DEVICE_ITEMS: Readonly<Record<(typeof INSPECTED.deviceId)[number], Item>> = {
  wires: {
    ...{
      zone: 'devices',
      name: 'Wires under it',
      right: 'no more under a terminal than it is listed for',
      weight: 'hazard',
      code: 'C3',
    },
    fix: 'join them with a connector, and bring one wire to the terminal',
    ...{ nec: '110.14(A), 110.3(B)', bs: '526.2', iec: p52('526.2') },
  },
  torque: {
    optional: true,
    ...{ zone: 'devices', name: 'Torque', right: 'tightened to the torque marked, with a tool', weight: 'hazard', code: 'C3' },
    ...{ fix: 'tighten to the torque marked', nec: '110.14(D)', bs: '134.1.1, 526.1', iec: p52('526.1') },
  },
};

/** What is looked at on an outlet or connection with its box open. */
export const POINT_ITEMS: Readonly<Record<(typeof INSPECTED.pointId)[number], Item>> = {
  polarity: {
    ...{ name: 'Polarity', weight: 'hazard', code: 'C2' },
    right: {
      nec: 'hot on brass, neutral on silver, ground on green',
      iec: 'line, neutral and protective conductor on their terminals',
    },
    ...{ fix: 'put each on its own terminal', nec: '200.9, 200.10(B), 200.11', bs: '643.6', iec: part('6', '2016', '6.4.3.6') },
  },
  'screw-loop': {
    optional: true,
    ...{
      name: 'Loop at the screw',
      right: 'clockwise, three quarters round, under the head',
      weight: 'worth-saying',
      practice: 'nec',
    },
    fix: 'bend it again the way the screw turns',
  },
  strip: {
    ...{ name: 'Strip length', right: 'by the gauge on the back: no insulation under the screw', weight: 'work', code: 'C3' },
    ...{ fix: 'strip it by the gauge', nec: '110.3(B), 110.14(A)', bs: '526.2', iec: p52('526.2') },
  },
  'push-in': {
    optional: true,
    ...{ name: 'Push-in terminals', weight: 'hazard', code: 'C3' },
    right: { nec: 'solid 14 AWG copper alone is pushed in', iec: 'only wires of the size and kind marked are pushed in' },
    fix: { nec: 'use the screws', iec: 'use the terminal made for it' },
    ...{ nec: '110.3(B), 110.14(A)', bs: '526.2', iec: p52('526.2') },
  },
  'bare-out': {
    ...{ name: 'Bare copper outside', weight: 'hazard', code: 'C2' },
    right: {
      nec: 'none outside a terminal or connector but the ground',
      iec: 'none outside a terminal or connector but the protective conductor',
    },
    ...{ fix: 'cut back and make it anew', nec: '110.14(B)', bs: '526.8', iec: p52('526.8') },
  },
  'free-length': {
    optional: true,
    ...{
      name: 'Free length',
      right: 'wire to work with',
      fix: 'splice on a longer end, with room for the splice',
      weight: 'work',
      nec: '300.14',
    },
  },
  'box-held': {
    optional: true,
    ...{ name: 'Box', right: 'held by itself, flush with what burns', weight: 'work', code: 'C3' },
    ...{ fix: 'fasten it; an extender brings it flush', nec: '314.20, 314.23', bs: '134.1.1', iec: part('1', '2005', '134.1.1') },
  },
  'box-covered': {
    ...{ name: 'Cover', right: 'covered, plate whole, nothing live to touch', weight: 'hazard', code: 'C1' },
    ...{ fix: 'fit a cover or a plate', nec: '314.25, 406.6', bs: '416.2.1', iec: part('4-41', '2005+A1:2017', '416.2') },
  },
  'box-path': {
    optional: true,
    ...{ weight: 'hazard', code: 'C2' },
    name: { nec: 'Ground of the box', iec: 'Earth of the box' },
    right: {
      nec: 'a metal box has a way back that is there: a wire, or metal all the way to the panel; its ground screw leads to it',
      iec: 'a metal box is joined to the protective conductor, and that leads back',
    },
    fix: { nec: 'bring an equipment ground to it, or protect and mark by 406.4(D)', iec: 'join it to the protective conductor' },
    ...{ nec: '250.118, 250.146, 250.148(C)', bs: '543.2.7, 411.3.1.1', iec: p54('543.2') },
  },
  'box-joined': {
    optional: true,
    ...{ weight: 'work', code: 'C3' },
    name: { nec: 'Grounds in the box', iec: 'Protective conductors in the box' },
    right: 'all joined, so that taking the device off opens none',
    ...{ fix: 'join them, and bring a tail to the device', nec: '250.148', bs: '543.3, 526.1', iec: p54('543.3') },
  },
  heat: {
    ...{ name: 'Heat', right: 'no crack, no brown or melted place', weight: 'hazard', code: 'C2' },
    ...{ fix: 'find the loose joint, replace what was hot', nec: '110.12(B)', bs: '526.1, 651.2', iec: p52('526.1') },
  },
};

/** What is looked at along a cable or raceway. */
export const CABLE_ITEMS: Readonly<Record<(typeof INSPECTED.segmentId)[number], Item>> = {
  'run-protected': {
    ...{ name: 'Kept from damage', weight: 'work', code: 'C3' },
    right: {
      nec: 'follows the building, guarded where it can be hit; 1¼ in. from the edge of framing, or a plate',
      iec: 'guarded where it can be hit, outside the reach of nails or in a safe zone',
    },
    ...{ fix: 'a guard, a plate, or another way', nec: '334.15, 300.4', bs: '522.6', iec: p52('522.6') },
  },
  'run-whole': {
    ...{ name: 'Sheath whole', right: 'no cut, crush, gnawed or browned place', weight: 'hazard', code: 'C2' },
    ...{ fix: 'replace the length', nec: '110.12(B), 300.4', bs: '522.6, 134.1.1', iec: p52('522') },
  },
  'support-spacing': {
    optional: true,
    ...{ name: 'Between supports', right: 'held often enough', fix: 'put a support between', weight: 'work' },
    nec: '334.30, 340.10, 320.30, 330.30, 338.10',
  },
  'support-end': {
    optional: true,
    ...{ name: 'To the last support', right: 'held near each box', fix: 'put a support near the box', weight: 'work' },
    nec: '334.30, 340.10, 320.30, 330.30, 338.10',
  },
  support: {
    optional: true,
    ...{ name: 'Support', weight: 'work', code: 'C3', bs: '522.8.5, 521.10.202', iec: p52('522.8.5') },
    right: 'held often enough, and by what does not let go in a fire',
    fix: 'more clips, of metal',
  },
  'bend-radius': {
    optional: true,
    ...{ name: 'Bend radius', right: 'bent no sharper than the cable takes', fix: 'bend it wider', weight: 'work' },
    ...{ nec: '334.24, 340.24, 338.24, 320.24, 330.24', practice: 'iec' },
  },
  'burial-depth': {
    ...{
      name: 'Cover in the ground',
      right: 'deep enough',
      fix: 'dig deeper, or a raceway that may lie there',
      weight: 'work',
      nec: '300.5(A), table 300.5',
    },
  },
  burial: {
    ...{ name: 'In the soil', weight: 'work', code: 'C3', bs: '522.8.10', iec: p52('522.8.10') },
    right: 'deep enough, on sand, tape or tiles above it',
    fix: 'dig deeper or cover it',
  },
  stripped: {
    ...{ weight: 'hazard', code: 'C2' },
    name: { nec: 'Wires in the raceway', iec: 'Wires in the conduit' },
    right: 'each bears its own marking: none stripped out of a sheathed cable',
    fix: {
      nec: 'pull THHN or the like; what comes out of a sheath is not marked and not made for it',
      iec: 'pull wires made for it',
    },
    ...{ nec: { 'nec-2017': '310.120, 110.3(B)', 'nec-2020': '310.8, 110.3(B)' }, practice: 'iec' },
  },
};
