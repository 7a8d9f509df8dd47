import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { known, type Maybe, unknown } from '../../job/known';
import { RulePackId } from '../../job/schema/job';
import { citeRow, compareEditions, requirementsOf } from './requirements';
import { type Atom, type AtomValue, every, holdsFor, is, not, some, type Where } from './vocabulary';

const namesIn = (where: Where): string[] => {
  if ('named' in where) return [where.named];
  if ('every' in where) return where.every.flatMap(namesIn);
  if ('some' in where) return where.some.flatMap(namesIn);
  return 'not' in where ? namesIn(where.not) : [];
};

describe('the rows of a pack', () => {
  it.each(RulePackId.options)('%s: each is whole, cites a clause, and calls nothing that has no meaning', (pack) => {
    const { rows, names } = requirementsOf(pack);
    expect(rows.size).toBeGreaterThan(20);
    for (const [id, { asks, place, where, clause, except = [] }] of rows) {
      expect([id, asks?.kind, place, clause]).toEqual([
        id,
        expect.any(String),
        expect.stringMatching(/\S/),
        expect.stringMatching(/\d/),
      ]);
      for (const each of [where, ...except.map((one) => one.where), ...Object.values(names)])
        for (const name of namesIn(each)) expect(Object.keys(names), `${id}: ${name}`).toContain(name);
    }
  });

  it('cite the part and edition they stand in', () => {
    expect(citeRow('nec-2020', '210.8(F)')).toMatchObject({ standard: 'NEC', edition: '2020', clause: '210.8(F)' });
    expect(citeRow('iec-60364', '701.415.1')).toMatchObject({ standard: 'IEC 60364-7-701' });
    expect(citeRow('iec-60364', '411.3.4')).toMatchObject({ standard: 'IEC 60364-4-41', edition: '2005+A1:2017' });
    expect(citeRow('bs-7671-2018-a2', '421.1.7')).toMatchObject({ standard: 'BS 7671', edition: '2018+A2:2022' });
  });
});

describe('two editions beside each other', () => {
  const changed = (a: RulePackId, b: RulePackId, id: string) => compareEditions(a, b).find((row) => row.id === id)?.changed;
  it('tell what is new, gone, reaches elsewhere, or only stands elsewhere', () => {
    expect(changed('nec-2020', 'nec-2023', 'dryer')).toBe('new');
    expect(changed('nec-2023', 'nec-2020', 'dryer')).toBe('gone');
    // Which receptacles 210.8(A) is about is said once, and shows in every row of it.
    for (const id of ['bath', 'garage', 'laundry', 'basement']) expect(changed('nec-2017', 'nec-2020', id)).toBe('reach');
    expect(changed('nec-2020', 'nec-2023', 'outdoor-outlet')).toBe('reach');
    expect(changed('nec-2020', 'nec-2023', 'boathouse')).toBe('clause');
    expect(changed('nec-2020', 'nec-2023', 'spa')).toBe('same');
    expect(changed('iec-60364', 'bs-7671-2018-a2', 'arc-must')).toBe('new');
  });
  it('are the same as themselves', () => {
    for (const pack of RulePackId.options) expect(compareEditions(pack, pack).every((row) => row.changed === 'same')).toBe(true);
  });
});

describe('conditions of three values', () => {
  const ATOMS: readonly Atom[] = ['use', 'serves', 'wetness', 'work'];
  const leaf = fc.constantFrom(...ATOMS).map((atom) => is(atom, 'yes'));
  const where: fc.Arbitrary<Where> = fc.letrec((tie) => ({
    where: fc.oneof(
      { maxDepth: 4 },
      leaf,
      fc.array(tie('where') as fc.Arbitrary<Where>, { maxLength: 3 }).map((parts) => every(...parts)),
      fc.array(tie('where') as fc.Arbitrary<Where>, { maxLength: 3 }).map((parts) => some(...parts)),
      (tie('where') as fc.Arbitrary<Where>).map(not),
    ),
  })).where as fc.Arbitrary<Where>;
  type World = Record<string, 'yes' | 'no' | undefined>;
  const world = fc.record(
    Object.fromEntries(ATOMS.map((atom) => [atom, fc.constantFrom('yes', 'no', undefined)])),
  ) as fc.Arbitrary<World>;
  const asked =
    (facts: World) =>
    (atom: Atom): Maybe<AtomValue> =>
      facts[atom] === undefined ? unknown(atom, atom) : known(facts[atom]);

  it('what is known stays so whatever else turns out; what is not hangs on a fact that is missing', () => {
    fc.assert(
      fc.property(where, world, (condition, facts) => {
        const read = holdsFor(condition, asked(facts), {});
        const open = ATOMS.filter((atom) => facts[atom] === undefined);
        const filled = Array.from({ length: 2 ** open.length }, (_, bits) => ({
          ...facts,
          ...Object.fromEntries(open.map((atom, index) => [atom, (bits >> index) & 1 ? 'yes' : 'no'])),
        })) as World[];
        const outcomes = filled.map((each) => holdsFor(condition, asked(each), {}));
        for (const outcome of outcomes) expect(outcome.known).toBe(true);
        if (read.known) for (const outcome of outcomes) expect(outcome.known && outcome.value).toBe(read.value);
        else for (const { path } of read.missing) expect(open).toContain(path);
      }),
      { numRuns: 300 },
    );
  });
});
