export type Shelf = 'active' | 'archived' | 'deleted';

/** Jobs of each shelf that are listed until somebody asks for all: nobody reads on, he looks for one. */
export const LISTED = 60;

interface Named {
  name: string;
  address: string | null;
  client: string | null;
}

/** The jobs that have every word of what is looked for in their name, address or client. */
export function found<J extends Named>(jobs: readonly J[], find: string): readonly J[] {
  const words = find
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  return jobs.filter((job) => {
    const text = [job.name, job.address, job.client].join(' ').toLowerCase();
    return words.every((word) => text.includes(word));
  });
}

export const countsOf = (jobs: readonly { shelf: Shelf }[]): Record<Shelf, number> => {
  const counts = { active: 0, archived: 0, deleted: 0 };
  for (const { shelf } of jobs) counts[shelf] += 1;
  return counts;
};

/** The first of each shelf, in their order. */
export function theLatest<J extends { shelf: Shelf }>(jobs: readonly J[], most = LISTED): readonly J[] {
  const taken = { active: 0, archived: 0, deleted: 0 };
  return jobs.filter(({ shelf }) => {
    taken[shelf] += 1;
    return taken[shelf] <= most;
  });
}
