import { describe, expect, it } from 'vitest';
import { countsOf, found, type Shelf, theLatest } from './listed';

const job = (name: string, shelf: Shelf = 'active', address: string | null = null, client: string | null = null) => ({
  name,
  shelf,
  address,
  client,
});

describe('the list of jobs', () => {
  it('finds by every word, in name, address or client, whatever its case', () => {
    const jobs = [job('Bindery Yard', 'active', '4 Quay', null), job('Kiln House', 'active', null, 'A. Quayle'), job('Barn')];
    const names = (find: string) => found(jobs, find).map(({ name }) => name);
    expect(names('')).toEqual(['Bindery Yard', 'Kiln House', 'Barn']);
    expect(names('  quay ')).toEqual(['Bindery Yard', 'Kiln House']);
    expect(names('house QUAY')).toEqual(['Kiln House']);
    expect(names('null')).toEqual([]);
  });
  it('shows so many of each shelf, the first of them', () => {
    const jobs = [1, 2, 3].flatMap((at) => [job(`a${at}`), job(`d${at}`, 'deleted')]);
    expect(theLatest(jobs, 2).map(({ name }) => name)).toEqual(['a1', 'd1', 'a2', 'd2']);
    expect(theLatest(jobs, 3)).toEqual(jobs);
    expect(countsOf(jobs)).toEqual({ active: 3, archived: 0, deleted: 3 });
  });
});
