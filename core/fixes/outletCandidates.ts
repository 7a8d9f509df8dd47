import { type ProtectionKind, protectionOptions } from '../edits/protect';
import type { Step } from '../job/commands';
import { cutName } from '../job/ids';
import type { DeviceSettings } from '../job/schema/device';
import type { Fact } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { type Candidate, DEVICE, maker } from './candidate';

const stated = <T>(value: T): Fact<T> => ({ value, from: 'stated' });

/** Outlets found to be other than is asked for, put right each in its own way. */
function marks(job: Job, circuitId: string): Candidate<'mark'>[] {
  const points = Object.values(job.points).filter((point) => point.circuitId === circuitId && point.state !== 'removed');
  const refit = (says: string, of: typeof points, field: string, to: unknown): Candidate<'mark'>[] =>
    of.length === 0
      ? []
      : [
          {
            kind: 'mark',
            command: {
              label: cutName(`${says} ${of.map(({ name }) => name).join(', ')}`),
              steps: of.map(({ id }): Step => ({ do: 'set', on: 'points', id, field: [field], to: stated(to) })),
            },
          },
        ];
  const ids = new Set(points.map(({ id }) => id));
  const reversed = Object.values(job.devices).filter(
    ({ pointId, settings }) =>
      ids.has(pointId ?? '') && settings.family === 'outlet-protection' && settings.reversed?.value === true,
  );
  return [
    ...refit(
      'Fit a cover for use at',
      points.filter(({ cover, wetness }) => cover !== undefined && cover.value !== 'in-use' && wetness?.value !== 'dry'),
      'cover',
      'in-use',
    ),
    ...refit(
      'Fit tamper-resistant receptacles at',
      points.filter((each) => each.tamperResistant?.value === false),
      'tamperResistant',
      true,
    ),
    ...refit(
      'Fit weather-resistant ones at',
      points.filter((each) => each.weatherResistant?.value === false),
      'weatherResistant',
      true,
    ),
    ...refit(
      'Feed the next ones through',
      points.filter((each) => each.onward?.value === 'pigtail'),
      'onward',
      'feed-through',
    ),
    ...refit(
      job.dialect === 'nec' ? 'Run an equipment ground to' : 'Run a protective conductor to',
      points.filter(({ earthTo }) => earthTo !== undefined && WRONG_EARTH.has(earthTo.value)),
      'earthTo',
      'conductor',
    ),
    ...refit(
      'Part neutral and earth at',
      points.filter((each) => each.neutralTouchesEarth?.value === true),
      'neutralTouchesEarth',
      false,
    ),
    ...Object.values(job.devices).flatMap(({ id, circuitId: at, name, state, neutralAt, settings }): Candidate<'mark'>[] =>
      at !== circuitId || state === 'removed' || neutralAt === undefined || !landsWrong(neutralAt.value, settings)
        ? []
        : [
            {
              kind: 'mark',
              command: {
                label: `Land the neutral of its circuit on ${name}`,
                steps: [
                  { do: 'set', on: 'devices', id, field: ['neutralAt'], to: stated('this-device') },
                  { do: 'set', on: 'devices', id, field: ['neutralDeviceId'] },
                ],
              },
            },
          ],
    ),
    ...reversed.map(
      ({ id, name }): Candidate<'mark'> => ({
        kind: 'mark',
        command: {
          label: `Swap line and load wires of ${name}`,
          steps: [{ do: 'set', on: 'devices', id, field: ['settings', 'reversed'], to: stated(false) }],
        },
      }),
    ),
  ];
}

const WRONG_EARTH: ReadonlySet<string> = new Set(['unearthed-box', 'used-as-neutral', 'none']);
/** On another's device, or on the bar past one that compares line and neutral. */
const landsWrong = (at: 'bar' | 'this-device' | 'other-device', settings: DeviceSettings): boolean =>
  at === 'other-device' ||
  (at === 'bar' &&
    (settings.family === 'rcbo' ||
      (settings.family === 'moulded-case-nec' &&
        ((settings.groundFault ?? 'none') !== 'none' || (settings.arcFault ?? 'none') !== 'none'))));

/** Protection that is asked for and lacking, the least that may do first; an RCBO in a breaker's place is tried among the families. */
const protections = (job: Job, circuitId: string): Candidate<'protect'>[] =>
  protectionOptions(job, circuitId)
    .filter(({ kind }) => kind !== 'rcbo')
    .sort((a, b) => LEAST_FIRST.indexOf(a.kind) - LEAST_FIRST.indexOf(b.kind))
    .map(({ command }) => ({ kind: 'protect' as const, command }));
const LEAST_FIRST: readonly ProtectionKind[] = [
  ...(['ground-breaker', 'arc-breaker', 'combined-breaker', 'first-outlet', 'first-outlet-both', 'blank-face'] as const),
  ...(['shared-rcd', 'afdd', 'socket-rcd'] as const),
];

export const PROTECTIONS = maker({ protect: [...DEVICE, 'saves-person'] }, protections);
export const MARKS = maker({ mark: ['saves-person'] }, marks);
