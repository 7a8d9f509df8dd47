import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { heldBy, PACKS } from '../job/packs';
import { RulePackId } from '../job/schema/job';
import { shownStudy, studyJob } from '../study/study';
import { RANGE_DEVICE, SPACE_HEATING } from '../tables/appliances';
import { standardRatingsA } from '../tables/necAmpacity';
import { tapSource } from '../tables/necTaps';
import { demo } from '../testing/demos';
import { clause } from './clauses';
import { rulesOf } from './packs';

describe('rule packs', () => {
  it('a later edition says what changed, and holds the rest of the one before', () => {
    expect(heldBy('nec-2020', { 'nec-2017': 'a', 'nec-2023': 'b' })).toBe('a');
    expect(heldBy('nec-2023', { 'nec-2017': 'a', 'nec-2023': 'b' })).toBe('b');
    expect(heldBy('bs-7671-2018-a2', { 'iec-60364': 'a' })).toBe('a');
    expect(heldBy('iec-60364', { 'bs-7671-2018-a2': 'b' })).toBeUndefined();
    expect(heldBy('nec-2017', { 'nec-2020': 'b' })).toBeUndefined();
  });

  it('only BS 7671 has ring finals, consumer units and tables of its own', () => {
    expect(RulePackId.options.filter((pack) => rulesOf(pack).ringFinals)).toEqual(['bs-7671-2018-a2']);
    expect(RulePackId.options.filter((pack) => rulesOf(pack).consumerUnits)).toEqual(['bs-7671-2018-a2']);
    expect(RulePackId.options.filter((pack) => rulesOf(pack).flatCableTable)).toEqual(['bs-7671-2018-a2']);
    expect(RulePackId.options.filter((pack) => rulesOf(pack).tabulatedLoops)).toEqual(['bs-7671-2018-a2']);
    expect(RulePackId.options.filter((pack) => rulesOf(pack).bondingByNeutral)).toEqual(['bs-7671-2018-a2']);
    expect(RulePackId.options.filter((pack) => !rulesOf(pack).penBehindSupply)).toEqual(['bs-7671-2018-a2']);
  });

  it('clauses that moved are cited where the edition has them', () => {
    const moved = (pack: RulePackId) => [
      RANGE_DEVICE(pack).clause,
      SPACE_HEATING(pack).clause,
      tapSource('cooking', pack).clause,
      tapSource('outlet', pack).clause,
      clause(pack, 'secondBond').clause,
      standardRatingsA(pack)[0],
    ];
    expect(moved('nec-2017')).toEqual([
      '210.19(A)(3)',
      '424.3(B)',
      '210.19(A)(3) exception 1',
      '210.19(A)(4) exception 1',
      '250.24(A)(5), 250.142(B)',
      15,
    ]);
    expect(moved('nec-2020')[1]).toBe('424.4(B)');
    expect([0, 2, 3, 4, 5].map((at) => moved('nec-2020')[at])).toEqual([0, 2, 3, 4, 5].map((at) => moved('nec-2017')[at]));
    expect(moved('nec-2023')).toEqual([
      '210.19(C)',
      '424.4(B)',
      '210.19(C) exception 1',
      '210.19(D) exception 1',
      '250.24(B), 250.142(B)',
      10,
    ]);
  });

  it.each(['nec-2017', 'nec-2020', 'nec-2023'] as const)('under %s everything cites that edition', (pack) => {
    const text = JSON.stringify(shownStudy(studyJob({ ...demo('kiln-house'), pack })).circuits);
    expect(new Set(text.match(/NEC 20\d\d/g))).toEqual(new Set([PACKS[pack].name]));
  });

  it('nothing else asks which pack it is', () => {
    const asks = readdirSync('core', { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith('.ts') && !/\.(test|deep)\.ts$|(^|\/)testing\//.test(file))
      .filter((file) => /\bpack\s*[!=]==|\bpack\.(startsWith|slice|includes)/.test(readFileSync(`core/${file}`, 'utf8')));
    expect(asks).toEqual([]);
  });
});
