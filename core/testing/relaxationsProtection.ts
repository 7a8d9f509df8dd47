import type { DeviceSettings } from '../job/schema/device';
import { soilHouse } from './houses';
import { buriedBranch } from './inspectedHouse';
import { device, stated } from './jobs';
import { leakyHouse, monitorOf } from './leakyHouse';
import { fact, type Relaxed, structure } from './relaxed';
import { all, backFed, leaky, series, set } from './reliefJobs';
import { rcbo } from './residuals';
import { surgeHouse, surgeIn } from './surgeHouse';

/** The relaxations of protection against shock and surges, each with the job in which it applies and what takes each condition away. */
export const RELAXED_PROTECTION: Readonly<Record<string, Relaxed>> = {
  'leakage-read': {
    job: () => {
      const job = leakyHouse({ a: { leakageMa: 20 } });
      job.devices.rccb = { ...job.devices.rccb!, standingMa: stated(4, 'measured'), standingAllOn: stated(true) };
      return job;
    },
    circuit: 'a',
    question: 'stays-on',
    check: 'leakage:',
    conditions: {
      measured: { no: set('devices.rccb.standingMa', stated(4)), missing: 'structure' },
      'all-on': fact('devices.rccb.standingAllOn', false),
    },
  },
  shallow: {
    job: buriedBranch,
    circuit: 'outlets',
    question: 'saves-person',
    check: 'seen:burial-depth',
    conditions: {
      branch: structure((job) => ({
        ...job,
        boards: { ...job.boards, shed: { ...job.boards.studio!, id: 'shed' } },
        circuits: { ...job.circuits, outlets: { ...job.circuits.outlets!, kind: 'distribution', toBoardId: 'shed' } },
      })),
      'one-line': structure((job) => ({
        ...job,
        segments: { ...job.segments, outlets: { ...job.segments.outlets!, roles: ['line', 'line2', 'neutral', 'protective'] } },
        devices: {
          ...job.devices,
          'outlets-device': {
            ...job.devices['outlets-device']!,
            lines: ['L1', 'L2'],
            settings: { ...job.devices['outlets-device']!.settings, poles: '2P' } as DeviceSettings,
          },
        },
      })),
      rated: fact('devices.outlets-device.settings.ratingA', 21),
      'ground-fault': structure(set('devices.outlets-device.settings.groundFault', 'none')),
    },
  },
  'dc-detection': {
    job: () => {
      const job = leakyHouse({ a: { waveform: 'smooth-dc', dcLeakageMa: 20 } });
      job.points.p = { id: 'p', circuitId: 'a', order: 'a', name: 'charger', kind: 'appliance', state: 'new' };
      job.loads.a = { ...job.loads.a!, pointId: 'p' };
      job.devices['a-monitor'] = { ...monitorOf('a'), seat: 'point', pointId: 'p' };
      delete job.devices['a-monitor'].circuitId;
      return job;
    },
    circuit: 'a',
    question: 'saves-person',
    check: 'dc:',
    conditions: {
      opens: structure(set('devices.a-monitor.settings.opens', false)),
      threshold: fact('devices.a-monitor.settings.thresholdA', 0.0061),
      place: structure((job) => ({
        ...job,
        points: { ...job.points, q: { ...job.points.p!, id: 'q', order: 'b' } },
        devices: { ...job.devices, 'a-monitor': { ...job.devices['a-monitor']!, pointId: 'q' } },
      })),
    },
  },
  residual: {
    job: leaky,
    circuit: 'c',
    question: 'clears-in-time',
    check: '',
    conditions: {
      lines: {
        ...structure((job) => ({
          ...job,
          supply: { ...job.supply, voltageSystem: 'three-phase-400-230' },
          segments: { 'c-cable': { ...job.segments['c-cable']!, roles: ['line', 'line2', 'neutral', 'protective'] } },
        })),
      },
      neutral: structure(() => {
        const job = soilHouse();
        job.devices['sauna-device'] = device('sauna-device', 'sauna', rcbo({ poles: '1P' }));
        return {
          ...job,
          circuits: { ...job.circuits, c: { ...job.circuits.sauna!, id: 'c' } },
          devices: { ...job.devices, c: { ...job.devices['sauna-device']!, id: 'c', circuitId: 'c' } },
          segments: { ...job.segments, c: { ...job.segments['sauna-cable']!, id: 'c', circuitId: 'c' } },
        };
      }),
      return: {
        no: set('segments.c-cable.protectivePath', 'pen'),
        missing: all(set('segments.c-cable.protectivePath', undefined), set('segments.c-cable.protectiveSize', undefined)),
      },
      direction: {
        no: () => ({ ...backFed({ bidirectional: stated(false) }) }),
        missing: () => backFed(),
      },
    },
  },
  'both-sides': {
    job: () => backFed({ bidirectional: stated(true) }),
    circuit: 'feeder',
    question: 'clears-in-time',
    check: '',
    conditions: { bidirectional: fact('devices.feed.settings.bidirectional', false) },
  },
  'residual-selective': {
    job: series,
    circuit: 'c',
    question: 'only-one-trips',
    check: 'residual:',
    conditions: {
      ratio: fact('devices.head.settings.residual.sensitivityA', 0.08),
      delayed: fact('devices.head.settings.residual.delay', 'general'),
      general: fact('devices.c-device.settings.residual.delay', 'S'),
      type: fact('devices.head.settings.residual.type', 'AC'),
    },
  },
  'type-3-near': {
    job: () => {
      const job = surgeHouse(5);
      job.points.p = { id: 'p', circuitId: 'c', order: 'a', name: 'outlet', kind: 'socket', state: 'new' };
      const { settings } = surgeIn('board', { type: stated('3'), nearAllowed: stated(true) });
      job.devices.fine = device('fine', 'c', settings, { seat: 'point', pointId: 'p', lines: [] });
      delete job.devices.fine.circuitId;
      return job;
    },
    circuit: 'c',
    question: 'rides-surge',
    check: 'surge-place:fine',
    conditions: { instructions: fact('devices.fine.settings.nearAllowed', false) },
  },
  'surge-declined': {
    job: () => {
      const job = surgeHouse();
      job.pack = 'bs-7671-2018-a2';
      delete job.devices.spd;
      job.origins.net = { ...job.origins.net!, surgeCosts: stated('no-more'), surgeDeclined: stated(true) };
      return job;
    },
    circuit: 'c',
    question: 'rides-surge',
    check: 'surge-need',
    conditions: {
      'no-more': { ...fact('origins.net.surgeCosts', 'life'), before: 'what could cost more is asked for whatever is declared' },
      declared: fact('origins.net.surgeDeclined', false),
    },
  },
};
