import { readFileSync } from 'node:fs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { RowChange } from '@/core/job/changes';
import { parseJobText } from '@/core/job/parse';
import type { Query } from '@/core/queries/queries';
import type { Progress } from '@/core/study/progress';
import { keyOf, NOTHING_STUDIED, type ShownStudy, StudyClient } from './studyClient';

const parsed = parseJobText(readFileSync('demo/bindery-yard.json', 'utf8'));
if (!parsed.ok) throw new Error('the demo job is not valid');
const { job } = parsed;

const HOUSE: Query = { kind: 'house' };
const HOB: Query = { kind: 'circuit', circuitId: 'hob' };
const WATER: Query = { kind: 'circuit', circuitId: 'water' };
const FIXES: Query = { kind: 'fixes', circuitId: 'hob' };
const EDIT: RowChange[] = [];

type Told = 'open' | 'change' | Query['kind'];
/** A worker as a test wants it: told everything asked of it, it answers, throws or keeps silent. */
type Behaviour = (told: Told, revision: number, goOn?: (far: Progress) => boolean) => unknown;
/** Says what it was asked and about which revision. */
const good: Behaviour = (told, revision) => `${told} ${revision}`;
const never = () => new Promise(() => undefined);

function withWorkers(...workers: Behaviour[]) {
  const deaths: ((error: Error) => void)[] = [];
  const unlikes: ((what: string) => void)[] = [];
  const stopped: number[] = [];
  const told: string[] = [];
  let begun = 0;
  let state: ShownStudy = NOTHING_STUDIED;
  const study = new StudyClient({
    startWorker: () => {
      const index = begun++;
      const behave = workers[Math.min(index, workers.length - 1)]!;
      const died = new Promise<never>((_, reject) => deaths.push(reject));
      died.catch(() => undefined);
      const tell = async (...[what, revision, goOn]: Parameters<Behaviour>) => {
        told.push(`${what} ${revision}`);
        return behave(what, revision, goOn);
      };
      const remote = {
        open: (revision: number) => tell('open', revision),
        change: (revision: number) => tell('change', revision),
        ask: async (revision: number, query: Query, goOn?: (far: Progress) => boolean) => {
          const answer = await tell(query.kind, revision, goOn);
          return answer === null ? null : { answer };
        },
      };
      return { study: remote as never, died, unlike: (say) => void unlikes.push(say), stop: () => void stopped.push(index) };
    },
    job: () => job,
    show: (shown) => {
      state = { ...state, ...shown };
    },
    shown: () => undefined,
  });
  study.afresh();
  return {
    study,
    deaths,
    unlikes,
    stopped,
    told,
    state: () => state,
    shown: (query: Query) => state.answers.get(keyOf(query)),
    begun: () => begun,
  };
}
const settled = () => vi.advanceTimersByTimeAsync(0);

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('what is watched', () => {
  it('is asked, all in one go, and anew after every edit; nothing else is computed', async () => {
    const { study, told, shown } = withWorkers(good);
    study.watch(HOUSE);
    study.watch(HOUSE);
    study.watch(HOB);
    await settled();
    expect(told).toEqual(['open 1', 'house 1', 'circuit 1']);
    expect([shown(HOUSE), shown(HOB)]).toEqual(['house 1', 'circuit 1']);
    study.change(EDIT);
    await settled();
    expect(told.slice(3)).toEqual(['change 2', 'house 2', 'circuit 2']);
    expect([shown(HOUSE), shown(HOB)]).toEqual(['house 2', 'circuit 2']);
  });

  it('before another is not shown for long where the other does not come', async () => {
    const { study, shown } = withWorkers((told, revision) => (told === 'supply' ? never() : good(told, revision)));
    study.watch(HOUSE);
    const leave = study.watch(HOB);
    await settled();
    leave();
    study.watch({ kind: 'supply' });
    await vi.advanceTimersByTimeAsync(1400);
    expect([shown(HOB), shown(HOUSE)]).toEqual(['circuit 1', 'house 1']);
    await vi.advanceTimersByTimeAsync(200);
    expect([shown(HOB), shown(HOUSE)]).toEqual([undefined, 'house 1']);
  });

  it('by several is asked until the last of them is gone', async () => {
    const { study, told } = withWorkers(good);
    const ends = [study.watch(HOUSE), study.watch(HOUSE)];
    await settled();
    for (const [index, wanted] of [['change 2', 'house 2'], ['change 3']].entries()) {
      ends[index]!();
      told.length = 0;
      study.change(EDIT);
      await settled();
      expect(told).toEqual(wanted);
    }
  });

  it('later is asked alone; what was looked at before stays until it is there, and is asked again if it comes back', async () => {
    const { study, told, shown } = withWorkers(good);
    const leave = study.watch(HOB);
    await settled();
    leave();
    const leaveWater = study.watch(WATER);
    expect(shown(HOB)).toBe('circuit 1');
    await settled();
    expect([shown(HOB), shown(WATER)]).toEqual([undefined, 'circuit 1']);
    leaveWater();
    study.watch(HOB);
    await settled();
    expect(shown(HOB)).toBe('circuit 1');
    expect(told).toEqual(['open 1', 'circuit 1', 'circuit 1', 'circuit 1']);
  });

  it('before an edit is not shown where the answer arrives after it', async () => {
    const arrive: ((answer: string) => void)[] = [];
    const { study, shown } = withWorkers((told) => (told === 'house' ? new Promise((resolve) => arrive.push(resolve)) : null));
    study.watch(HOUSE);
    await settled();
    study.change(EDIT);
    await settled();
    arrive[1]!('of now');
    await settled();
    arrive[0]!('of before');
    await settled();
    expect(shown(HOUSE)).toBe('of now');
  });

  it('asked once is answered once', async () => {
    const { study, told } = withWorkers(good);
    await settled();
    expect(await study.ask(HOUSE)).toBe('house 1');
    study.change(EDIT);
    await settled();
    expect(told).toEqual(['open 1', 'house 1', 'change 2']);
  });
});

describe('what takes long', () => {
  it('is asked when the rest is shown, says how far it has come, and is dropped by an edit at once', async () => {
    let finish = (_: string) => {};
    const { study, told, shown, state } = withWorkers((what, revision, goOn) => {
      if (what !== 'fixes') return good(what, revision);
      expect(goOn!({ done: 2, of: 9 })).toBe(true);
      return new Promise((resolve) => (finish = resolve));
    });
    study.watch(FIXES);
    study.watch(HOUSE);
    await settled();
    expect(told).toEqual(['open 1', 'house 1', 'fixes 1']);
    expect(state().progress.get(keyOf(FIXES))).toEqual({ done: 2, of: 9 });
    finish('some');
    await settled();
    expect(shown(FIXES)).toBe('some');
    expect(state().progress.size).toBe(0);
    study.change(EDIT);
    expect([shown(FIXES), shown(HOUSE)]).toEqual([undefined, 'house 1']);
  });

  it('is given up where nobody waits for it any more, and begun again where somebody does', async () => {
    let go = () => {};
    const { study, shown } = withWorkers(async (what, revision, goOn) => {
      if (what !== 'fixes') return good(what, revision);
      await new Promise<void>((resolve) => (go = resolve));
      return goOn!({ done: 1, of: 2 }) ? 'all' : null;
    });
    const leave = study.watch(FIXES);
    await settled();
    leave();
    go();
    await settled();
    expect(shown(FIXES)).toBeUndefined();
    study.watch(FIXES);
    await settled();
    go();
    await settled();
    expect(shown(FIXES)).toBe('all');
  });

  it('is not dead as long as it moves', async () => {
    let beat = () => {};
    const { study, state } = withWorkers((what, revision, goOn) => {
      if (what !== 'fixes') return good(what, revision);
      beat = () => goOn!({ done: 1, of: 2 });
      return never();
    });
    study.watch(FIXES);
    await vi.advanceTimersByTimeAsync(59_000);
    beat();
    await vi.advanceTimersByTimeAsync(59_000);
    expect(state().failed).toBeNull();
    await vi.advanceTimersByTimeAsync(1000);
    expect(state().failed).toBe('the study has not answered for 60 s');
  });
});

describe('a study that breaks off', () => {
  it('clears what is shown, starts another worker and studies the whole job once more', async () => {
    const { study, shown, state, stopped, told } = withWorkers((what, revision) => {
      if (what === 'change') throw new Error('out of range');
      return good(what, revision);
    }, good);
    study.watch(HOUSE);
    await settled();
    expect(shown(HOUSE)).toBe('house 1');
    study.change(EDIT);
    await settled();
    expect(stopped).toEqual([0]);
    expect(told.slice(-2)).toEqual(['open 3', 'house 3']);
    expect(shown(HOUSE)).toBe('house 3');
    expect(state().failed).toBeNull();
    study.change(EDIT);
    await settled();
    expect(told.slice(-2)).toEqual(['change 4', 'house 4']);
  });

  it('shows nothing and says why where it breaks off again; asked anew, it shows what comes', async () => {
    let broken = true;
    const { study, shown, state, begun } = withWorkers((what, revision) => {
      if (broken && what === 'house') throw new Error('out of range');
      return good(what, revision);
    });
    study.watch(HOUSE);
    await settled();
    expect(state()).toEqual({ ...NOTHING_STUDIED, failed: 'out of range' });
    expect(begun()).toBe(3);
    study.watch(HOB);
    await settled();
    expect(begun()).toBe(3);
    broken = false;
    study.afresh();
    await settled();
    expect([shown(HOUSE), shown(HOB)]).toEqual([expect.stringMatching(/house/), expect.stringMatching(/circuit/)]);
    expect(state().failed).toBeNull();
  });

  it('that was carried on unlike one from nothing is said and asked for anew, of the worker there is', async () => {
    const said = vi.spyOn(console, 'error').mockImplementation(() => undefined);
    const { study, unlikes, told, begun, shown } = withWorkers(good);
    study.watch(HOUSE);
    await settled();
    unlikes[0]!('hob: protects-cable');
    await settled();
    expect(said).toHaveBeenCalledWith(expect.stringContaining('hob: protects-cable'));
    expect([told.slice(2), shown(HOUSE), begun()]).toEqual([['open 2', 'house 2'], 'house 2', 1]);
    study.stop();
    unlikes[0]!('hob: stays-on');
    await settled();
    expect(told).toHaveLength(4);
    said.mockRestore();
  });
  it('a worker that dies without an answer, or keeps silent, is no verdict either', async () => {
    const dead = withWorkers(never, good);
    dead.study.watch(HOUSE);
    await settled();
    dead.deaths[0]!(new Error('the study stopped'));
    await settled();
    expect(dead.shown(HOUSE)).toBe('house 2');
    expect(dead.state().failed).toBeNull();
    const silent = withWorkers(never);
    await vi.advanceTimersByTimeAsync(59_000);
    expect(silent.begun()).toBe(1);
    await vi.advanceTimersByTimeAsync(61_000);
    expect(silent.state()).toEqual({ ...NOTHING_STUDIED, failed: 'the study has not answered for 60 s' });
  });

  it('is not waited for: 1.5 s after an edit the answers of before are gone, whatever was edited since', async () => {
    const { study, shown } = withWorkers((what, revision) => (revision === 1 ? good(what, revision) : never()));
    study.watch(HOUSE);
    await settled();
    study.change(EDIT);
    await vi.advanceTimersByTimeAsync(1400);
    study.change(EDIT);
    expect(shown(HOUSE)).toBe('house 1');
    await vi.advanceTimersByTimeAsync(100);
    expect(shown(HOUSE)).toBeUndefined();
  });
});
