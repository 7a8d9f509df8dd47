import { readFileSync } from 'node:fs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { changesBetween, type Entry } from '@/core/job/changes';
import * as rules from '@/core/job/commands';
import { applyCommand, type Command } from '@/core/job/commands';
import { parseJobText } from '@/core/job/parse';
import type { Job } from '@/core/job/schema/job';
import type { Answer } from './jobLink';
import { JobSession, type Surroundings } from './jobSession';
import type { TickListener } from './ticks';

const parsed = parseJobText(readFileSync('demo/bindery-yard.json', 'utf8'));
if (!parsed.ok) throw new Error('the demo job is not valid');
const demo: Job = parsed.job;

const lengthOf = (job: Job, id: string) => job.segments[id]!.lengthM!.value;
const length = (id: string, metres: number): Command => ({
  label: `${id} ${metres} m`,
  steps: [{ do: 'set', on: 'segments', id, field: ['lengthM'], to: { value: metres, from: 'stated' } }],
});

/** A server of one job that answers when it is told to, in the ways a real one does. */
class FakeServer {
  job = demo;
  revision = 1;
  log: Entry[] = [];
  /** What is asked, in order. */
  asked: { key: string; base: number; what: string }[] = [];
  /** Answers instead of the usual one, each used once. */
  instead: Answer[] = [];

  /** Somebody's command taken in. */
  happens(command: Command, key = `other-${this.revision}`): Entry {
    const next = applyCommand(this.job, command);
    this.revision += 1;
    const entry: Entry = {
      revision: this.revision,
      key,
      author: 'x',
      kind: 'do',
      label: command.label,
      at: '2026-11-02T10:00:00.000Z',
      changes: changesBetween(this.job, next),
    };
    this.job = next;
    this.log.push(entry);
    return entry;
  }
  done(base: number): Answer {
    const entries = this.log.filter((entry) => entry.revision > base);
    return { kind: 'done', outcome: { revision: this.revision, entries, reach: { undo: 'something', redo: null } } };
  }
  readonly link: Surroundings['link'] = {
    command: async (key, base, command) => {
      this.asked.push({ key, base, what: command.label });
      const instead = this.instead.shift();
      if (instead !== undefined) return instead;
      try {
        if (!this.log.some((entry) => entry.key === key)) this.happens(command, key);
      } catch (error) {
        if (!(error instanceof rules.CommandRefused)) throw error;
        return { kind: 'refused', because: error.message, entries: this.log.filter((entry) => entry.revision > base) };
      }
      return this.done(base);
    },
    turn: async (key, base, kind) => {
      this.asked.push({ key, base, what: kind });
      return this.instead.shift() ?? this.done(base);
    },
    changesAfter: async (base) => this.instead.shift() ?? this.done(base),
    open: async () => ({ job: this.job, revision: this.revision }),
  };
}

let server: FakeServer;
let listener: TickListener;
let studied: string[];
let kept: Map<string, string>;

function opened(job = demo, commands: Surroundings['commands'] = async () => rules, revision = 1) {
  const study = {
    open: async () => undefined,
    change: async (_: number, changes: { id: string }[]) => void studied.push(...changes.map((change) => change.id)),
    ask: async () => ({ answer: null }),
  };
  const session = new JobSession(job, revision, {
    startWorker: () => ({
      study: study as never,
      died: new Promise<never>(() => undefined),
      unlike: () => undefined,
      stop: () => undefined,
    }),
    link: server.link,
    onTicks: (to) => {
      listener = to;
      return () => undefined;
    },
    commands,
  });
  session.start();
  session.study.watch({ kind: 'house' });
  return session;
}
const shown = (session: ReturnType<typeof opened>, id = 'hob-cable') => lengthOf(session.store.getState().job, id);
const settled = () => vi.advanceTimersByTimeAsync(0);
const said = (session: ReturnType<typeof opened>) => session.store.getState().notices.map((notice) => notice.text);

beforeEach(() => {
  vi.useFakeTimers();
  server = new FakeServer();
  studied = [];
  kept = new Map();
  const storage = {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, value: string) => void kept.set(name, value),
    removeItem: (name: string) => void kept.delete(name),
  };
  // Object.keys(localStorage) lists what is kept, as in a browser.
  vi.stubGlobal(
    'localStorage',
    new Proxy(storage, {
      ownKeys: () => [...kept.keys()],
      getOwnPropertyDescriptor: (_, name) => ({ enumerable: true, configurable: true, value: kept.get(String(name)) }),
    }),
  );
  vi.stubGlobal('window', { addEventListener: () => undefined, removeEventListener: () => undefined });
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

describe('an edit', () => {
  it('shows at once, is studied, and is sent in order, each on what was confirmed before it', async () => {
    const session = opened();
    await settled();
    expect(session.edit(length('hob-cable', 21))).toBeUndefined();
    session.edit(length('hob-cable', 22));
    expect(shown(session)).toBe(22);
    expect(session.store.getState().saved.kind).toBe('saving');
    await settled();
    expect(server.asked.map(({ base, what }) => `${what} on ${base}`)).toEqual(['hob-cable 21 m on 1', 'hob-cable 22 m on 2']);
    expect(lengthOf(server.job, 'hob-cable')).toBe(22);
    expect(session.store.getState()).toMatchObject({ saved: { kind: 'saved' }, reach: { undo: 'something' } });
    expect(studied).toEqual(['hob-cable', 'hob-cable']);
    expect(kept.size).toBe(0);
    session.stop();
  });

  it('made before the rules of editing are there is carried out when they are, or its refusal told', async () => {
    const session = opened();
    expect(session.edit(length('hob-cable', 21))).toBeUndefined();
    expect(session.edit(length('hob-cable', -3))).toBeUndefined();
    expect(shown(session)).toBe(14);
    await settled();
    expect(shown(session)).toBe(21);
    expect(said(session)).toEqual([expect.stringMatching(/^"hob-cable -3 m" was not kept: .*must be within 0.01 to 5000 m$/)]);
    expect(lengthOf(server.job, 'hob-cable')).toBe(21);
  });

  it('made where the rules of editing cannot be loaded is kept at once, sent, and shown when the server has it', async () => {
    let loads = 0;
    const session = opened(demo, async () => {
      loads += 1;
      throw new Error('ChunkLoadError');
    });
    server.instead = [{ kind: 'later', because: 'no link' }];
    expect(session.edit(length('hob-cable', 21))).toBeUndefined();
    expect([...kept.values()].join()).toContain('hob-cable 21 m');
    expect(session.store.getState().saved.kind).toBe('saving');
    await settled();
    expect([shown(session), session.store.getState().saved.kind]).toEqual([14, 'waiting']);
    session.edit(length('hob-cable', 22));
    await vi.advanceTimersByTimeAsync(600);
    expect([shown(session), lengthOf(server.job, 'hob-cable'), session.store.getState().saved.kind]).toEqual([22, 22, 'saved']);
    expect(kept.size).toBe(0);
    expect(loads).toBeGreaterThan(1);
    expect(said(session)).toEqual([expect.stringContaining('could not be loaded')]);
    // What the server refuses is said in its words.
    server.instead = [{ kind: 'refused', because: 'there is no such segment', entries: [] }];
    session.edit(length('hob-cable', 23));
    await settled();
    expect(said(session).at(-1)).toBe('"hob-cable 23 m" was not kept: there is no such segment');
    expect([shown(session), kept.size]).toEqual([22, 0]);
    session.stop();
  });

  it('left unsent is sent by the next visit though the rules cannot be loaded there', async () => {
    const first = opened();
    await settled();
    server.instead = [{ kind: 'later', because: 'no link' }];
    first.edit(length('hob-cable', 24));
    await settled();
    first.stop();
    const second = opened(demo, () => Promise.reject(new Error('ChunkLoadError')));
    await settled();
    expect([shown(second), server.log.length, kept.size]).toEqual([24, 1, 0]);
    second.stop();
  });

  it('is refused once the job is no longer in the store: it can only be read', async () => {
    const session = opened();
    await settled();
    server.instead = [{ kind: 'gone', because: 'there is no such job' }];
    session.edit(length('hob-cable', 21));
    await settled();
    expect(session.store.getState().saved.kind).toBe('gone');
    const before = session.store.getState().job;
    expect(session.edit(length('hob-cable', 22))).toContain('read only');
    expect(session.store.getState().job).toBe(before);
  });

  it('that cannot be carried out says why and changes nothing', async () => {
    const session = opened();
    await settled();
    const before = session.store.getState().job;
    expect(session.edit(length('hob-cable', -3))).toMatch(/0.01 to 5000 m/);
    expect(session.store.getState().job).toBe(before);
    await settled();
    expect(server.asked).toEqual([]);
    session.stop();
  });

  it('on its way can be undone already, by a turn sent after it', async () => {
    const session = opened();
    await settled();
    session.edit(length('hob-cable', 21));
    expect(session.store.getState().reach).toEqual({ undo: 'hob-cable 21 m', redo: null });
    session.undo();
    await settled();
    expect(server.asked.map(({ what }) => what)).toEqual(['hob-cable 21 m', 'undo']);
    session.stop();
  });

  it('confirmed is what undo reaches, whatever an answer it has overtaken says', async () => {
    const session = opened();
    await settled();
    let arrive = (_: Answer) => {};
    server.link.changesAfter = () => new Promise((resolve) => (arrive = resolve));
    listener.linked();
    session.edit(length('hob-cable', 21));
    await settled();
    arrive({ kind: 'done', outcome: { revision: 1, entries: [], reach: { undo: null, redo: null } } });
    await settled();
    expect(session.store.getState().reach.undo).toBe('something');
    session.stop();
  });

  it('that cannot be undone is passed over, and the next in reach asked for', async () => {
    const session = opened();
    await settled();
    server.instead = [
      { kind: 'refused', because: 'changed again since', entries: [] },
      { kind: 'done', outcome: { revision: 1, entries: [], reach: { undo: 'the one before', redo: null } } },
    ];
    session.undo();
    await settled();
    expect(said(session)).toEqual(['changed again since']);
    expect(session.store.getState().reach.undo).toBe('the one before');
    session.stop();
  });

  it('without a link is kept, said to be waiting, and sent again under the same key', async () => {
    const session = opened();
    await settled();
    server.instead = [
      { kind: 'later', because: 'no link' },
      { kind: 'later', because: 'no link' },
    ];
    session.edit(length('hob-cable', 23));
    await settled();
    expect(session.store.getState().saved).toEqual({ kind: 'waiting', because: 'no link' });
    expect(shown(session)).toBe(23);
    await vi.advanceTimersByTimeAsync(500);
    expect(session.store.getState().saved.kind).toBe('waiting');
    await vi.advanceTimersByTimeAsync(1000);
    expect(session.store.getState().saved.kind).toBe('saved');
    expect(new Set(server.asked.map(({ key }) => key)).size).toBe(1);
    expect(server.asked).toHaveLength(3);
    session.stop();
  });

  it('left unsent by an earlier visit is taken up by the next one, once', async () => {
    const first = opened();
    await settled();
    server.instead = [{ kind: 'later', because: 'no link' }];
    first.edit(length('hob-cable', 24));
    await settled();
    first.stop();
    const second = opened();
    await settled();
    expect(shown(second)).toBe(24);
    expect(lengthOf(server.job, 'hob-cable')).toBe(24);
    expect(server.log).toHaveLength(1);
    second.stop();
  });

  it('taken on an earlier visit that ended before the answer is not said to be lost', async () => {
    const away: Command = { label: 'Take the load away', steps: [{ do: 'drop', on: 'loads', id: 'hob-load1' }] };
    const first = opened();
    await settled();
    server.instead = [{ kind: 'later', because: 'the answer is lost' }];
    first.edit(away);
    await settled();
    first.stop();
    server.happens(away, server.asked[0]!.key);
    const answer = server.link.command;
    server.link.command = async (...asked) => {
      await new Promise((resolve) => setTimeout(resolve, 100));
      return answer(...asked);
    };
    const second = opened(server.job, undefined, server.revision);
    await vi.advanceTimersByTimeAsync(1000);
    expect(said(second)).toEqual([]);
    expect(second.store.getState()).toMatchObject({ saved: { kind: 'saved' } });
    expect(second.store.getState().job.loads['hob-load1']).toBeUndefined();
    expect([server.log.length, kept.size]).toEqual([1, 0]);
    second.stop();
  });

  it('acknowledged but not heard of is not carried out twice', async () => {
    const session = opened();
    await settled();
    // The server carries it out, the answer is lost.
    const carriedOut = server.link.command;
    let lost = true;
    server.link.command = async (key, base, command) => {
      const answer = await carriedOut(key, base, command);
      if (!lost) return answer;
      lost = false;
      return { kind: 'later', because: 'no link' };
    };
    session.edit(length('hob-cable', 25));
    await vi.advanceTimersByTimeAsync(600);
    expect(server.log).toHaveLength(1);
    expect(shown(session)).toBe(25);
    expect(session.store.getState().saved.kind).toBe('saved');
    session.stop();
  });

  it('that is refused is taken back in words, with what others did meanwhile', async () => {
    const session = opened();
    await settled();
    const entry = server.happens(length('hob-cable', 40));
    server.instead = [{ kind: 'refused', because: 'somebody has changed it', entries: [entry] }];
    session.edit(length('hob-cable', 26));
    await settled();
    expect(shown(session)).toBe(40);
    expect(said(session)).toEqual(['"hob-cable 26 m" was not kept: somebody has changed it']);
    expect(session.store.getState().saved.kind).toBe('saved');
    session.stop();
  });
});

describe('what others do', () => {
  it('shows under what is still on its way', async () => {
    const session = opened();
    await settled();
    server.instead = [{ kind: 'later', because: 'no link' }];
    session.edit(length('hob-cable', 27));
    await settled();
    server.happens(length('water-cable', 33));
    listener.tick({ jobId: demo.id, revision: server.revision });
    await settled();
    expect(shown(session, 'water-cable')).toBe(33);
    expect(shown(session)).toBe(27);
    await vi.advanceTimersByTimeAsync(1000);
    expect(lengthOf(server.job, 'hob-cable')).toBe(27);
    expect(lengthOf(server.job, 'water-cable')).toBe(33);
    session.stop();
  });

  it('on another job is none of this one', async () => {
    const session = opened();
    await settled();
    server.happens(length('water-cable', 33));
    listener.tick({ jobId: 'another', revision: 9 });
    listener.tick({ jobs: true });
    await settled();
    expect(shown(session, 'water-cable')).toBe(lengthOf(demo, 'water-cable'));
    session.stop();
  });

  it('with a step missing is not applied out of order', async () => {
    const session = opened();
    await settled();
    server.happens(length('water-cable', 33));
    const later = server.happens(length('water-cable', 34));
    server.instead = [{ kind: 'done', outcome: { revision: 3, entries: [later], reach: { undo: null, redo: null } } }];
    listener.linked();
    await settled();
    expect(shown(session, 'water-cable')).toBe(lengthOf(demo, 'water-cable'));
    listener.linked();
    await settled();
    expect(shown(session, 'water-cable')).toBe(34);
    session.stop();
  });

  it('takes the ground from an edit on its way: it is said and let go', async () => {
    const session = opened();
    await settled();
    server.instead = [{ kind: 'later', because: 'no link' }];
    const more = { value: 2000, from: 'stated' };
    session.edit({ label: 'More power', steps: [{ do: 'set', on: 'loads', id: 'hob-load1', field: ['powerW'], to: more }] });
    await settled();
    server.happens({ label: 'Take the load away', steps: [{ do: 'drop', on: 'loads', id: 'hob-load1' }] });
    listener.linked();
    await settled();
    expect(session.store.getState().job.loads['hob-load1']).toBeUndefined();
    await vi.advanceTimersByTimeAsync(10_000);
    expect(said(session).join()).toMatch(/"More power" was not kept/);
    expect(said(session)).toHaveLength(1);
    expect(server.log).toHaveLength(1);
    expect(session.store.getState().saved.kind).toBe('saved');
    session.stop();
  });
});

describe('a job put back or taken away', () => {
  it('is opened again as it is kept now', async () => {
    const session = opened();
    await settled();
    server.job = applyCommand(demo, length('hob-cable', 50));
    server.revision = 9;
    server.log = [];
    server.instead = [{ kind: 'stale' }];
    listener.linked();
    await settled();
    expect(shown(session)).toBe(50);
    expect(said(session).join()).toContain('put back to an earlier state');
    session.edit(length('hob-cable', 51));
    await settled();
    expect(server.asked.at(-1)).toMatchObject({ base: 9 });
    session.stop();
  });

  it('stays gone with nothing unsent', async () => {
    const session = opened();
    await settled();
    server.instead = [{ kind: 'gone', because: 'there is no such job' }];
    listener.linked();
    await settled();
    expect(session.store.getState().saved.kind).toBe('gone');
    session.stop();
  });

  it('says that it is gone and keeps what is unsent', async () => {
    const session = opened();
    await settled();
    server.instead = [{ kind: 'gone', because: 'no such job' }];
    session.edit(length('hob-cable', 29));
    await settled();
    expect(session.store.getState().saved).toEqual({ kind: 'gone', because: 'no such job' });
    expect([...kept.keys()].filter((name) => name.startsWith('isotrip-unsent:'))).toHaveLength(1);
    session.stop();
  });
});
