import type { Entry } from '@/core/job/changes';

/** Others have changed the same rows since; nothing was done. */
export class Conflict extends Error {
  override readonly name = 'Conflict' as const;
  constructor(
    message: string,
    readonly revision: number,
    readonly entries: Entry[],
  ) {
    super(message);
  }
}

/** What the client has seen is not part of this job's history any more: it has to open the job again. */
export class StaleBase extends Error {
  override readonly name = 'StaleBase' as const;
  constructor(readonly revision: number) {
    super('the job was put back to another state; it has to be opened again');
  }
}

/** A key that has been used for something else: what is asked now was never carried out, and is not answered as if it had been. */
export class KeyTaken extends Error {
  override readonly name = 'KeyTaken' as const;
  constructor() {
    super('this key was used for another action: every action has a key of its own');
  }
}
