import { describe, expect, it } from 'vitest';
import { cableWords, plainWords } from '@/core/job/cableWords';
import { Construction, type Segment } from '@/core/job/schema/circuit';
import { DeviceSettings } from '@/core/job/schema/device';
import { coverOf, plainSettings } from './deviceWords';

const length = (more: Partial<Segment>): Segment => ({ id: 's', circuitId: 'c', order: 'a', state: 'new', ...more });
const stated = <T>(value: T) => ({ value, from: 'stated' as const });

describe('a length of cable in words', () => {
  it('says what is known of it and nothing else', () => {
    expect(cableWords('nec', length({}))).toBe('');
    expect(cableWords('nec', length({ inSun: false }))).toBe('');
    expect(
      cableWords(
        'nec',
        length({ construction: 'NM-B', place: 'roof-space', protectivePath: 'conductor', inSun: true, tap: 'outlet', box: 'K1' }),
      ),
    ).toBe(
      'NM-B · attic · fault return path: equipment grounding conductor · in the sun · tap to one outlet, up to 18 in · ends in box K1',
    );
  });
  it('leaves designations as they are', () =>
    expect(Construction.options.map(plainWords)).toEqual([
      'flat sheathed',
      'round sheathed',
      'armoured',
      'singles',
      'mineral',
      'NM-B',
      'UF-B',
      'AC',
      'MC',
      'SE',
    ]));
});

describe('a device in words', () => {
  it.each([
    [{ family: 'moulded-case-nec', poles: '1P', groundFault: 'class-A', arcFault: 'combination' }, 'AFCI + GFCI'],
    [{ family: 'moulded-case-nec', poles: '1P', groundFault: 'equipment-30mA' }, 'GFPE 30 mA'],
    [{ family: 'moulded-case-nec', poles: '1P', groundFault: 'none', arcFault: 'none' }, ''],
    [{ family: 'afdd', poles: '1P+N' }, 'AFDD'],
    [{ family: 'mcb', poles: '1P' }, ''],
    [{ family: 'rcbo', poles: '1P+N', residual: {} }, 'RCD ? mA ?'],
    [
      { family: 'rccb', poles: '2P', residual: { sensitivityA: stated(0.1), type: stated('A'), delay: stated('S') } },
      'RCD 100 mA A S',
    ],
  ])('%o covers %s', (settings, words) => expect(coverOf(DeviceSettings.parse(settings), 'iec')).toBe(words));

  it('every choice it offers is one the schema takes', () => {
    const devices = [
      { family: 'fuse', system: 'gG', poles: '1P' },
      { family: 'moulded-case-nec', poles: '2P' },
      { family: 'switch', duty: 'main', poles: '2P' },
      { family: 'mcb', poles: '1P' },
    ].map((settings) => DeviceSettings.parse(settings));
    for (const dialect of ['iec', 'nec'] as const)
      for (const settings of devices)
        for (const { field, options } of plainSettings(settings, dialect))
          for (const { value } of options)
            expect(DeviceSettings.safeParse({ ...settings, [field]: value }).success, value).toBe(true);
    expect(devices.map((settings) => plainSettings(settings, 'nec').map(({ field }) => field))).toEqual([
      ['system'],
      ['groundFault', 'arcFault'],
      ['duty'],
      [],
    ]);
  });

  it('keeps a fuse system of the other dialect in its list', () => {
    const [system] = plainSettings(DeviceSettings.parse({ family: 'fuse', system: 'gG', poles: '1P' }), 'nec');
    expect(system!.options.map(({ value }) => value)).toContain('gG');
    expect(system!.value).toBe('gG');
  });
});
