import { afterAll, afterEach, beforeAll, expect } from 'vitest';
import { type App, startApp } from './app';

/** One application for a file of tests. What goes wrong in a page fails the test it went wrong in. */
export function appOfThisFile(): App {
  let started: App;
  beforeAll(async () => {
    started = await startApp();
  });
  afterAll(() => started.close());
  afterEach(() => {
    expect(started.problems.splice(0)).toEqual([]);
  });
  return new Proxy({} as App, { get: (_, member) => Reflect.get(started, member) });
}
