import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { main } from './main';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'isotrip-cli-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const study = (...args: string[]) => {
  let [stdout, stderr] = ['', ''];
  const status = main(args, {
    out: (text) => {
      stdout += text;
    },
    err: (text) => {
      stderr += text;
    },
  });
  return { status, stdout, stderr };
};
/** The same as somebody calls it from a shell. */
const spawned = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync('node_modules/.bin/tsx', ['cli/study.ts', ...args], { encoding: 'utf8' });
  return { status, stdout, stderr };
};
const file = (name: string, text: string): string => {
  const at = path.join(folder, name);
  writeFileSync(at, text);
  return at;
};
const demo = readFileSync('demo/bindery-yard.json', 'utf8');

describe('npm run study', () => {
  it('compares devices of the job and others under each other', () => {
    const { status, stdout } = study('demo/bindery-yard.json', '--compare', 'hob-device', '--compare', 'C63');
    expect([status, stdout]).toEqual([
      0,
      'partial: up to 147.8 A only Kitchenette hob RCBO trips; above, C63 may trip too (typical)\n',
    ]);
    const wrong = study('demo/bindery-yard.json', '--compare', 'Q63');
    expect([wrong.status, wrong.stderr]).toEqual([2, expect.stringContaining('"Q63" is no device; for instance C16')]);
  });

  it('prints what covers each outlet, the ways to give it, and what another edition asks for', () => {
    const people = study('demo/kiln-house.json', '--people', '--ways', 'pantry', '--against', 'nec-2017');
    expect(people.status).toBe(0);
    expect(people.stdout).toMatch(/1 Range +50 A +50 A +- \(stop\)/);
    expect(people.stdout).toContain('stop     AFCI: Pantry counter breaker is GFCI, class A (NEC 2023 210.12(B))');
    expect(people.stdout).toMatch(
      /test button of Glaze sink breaker, class A, reset Studio panel: kills S9 Glaze sink \(Glaze sink\)/,
    );
    expect(people.stdout).toContain('Fit a combined AFCI and GFCI breaker for Pantry counter: ground 7/7, arc 7/7');
    expect(people.stdout).toContain('new     clothes dryers, ground-fault: - → 210.8(D)(11)');
    for (const [args, says] of [
      [['--ways', 'none'], 'no such final circuit'],
      [['--against', 'iec-60364'], 'one of nec-2023, nec-2020, nec-2017'],
    ] as const) {
      const refused = study('demo/kiln-house.json', ...args);
      expect(refused.status).toBe(2);
      expect(refused.stderr).toContain(says);
    }
  });
  it('prints what stands on each residual device, and the arrangements of a board', () => {
    const printed = study('demo/skerry-light.json', '--residual', '--arrange', 'lamp');
    expect(printed.status).toBe(0);
    expect(printed.stdout).toContain('stop     RCD 1, 63 A · 30 mA · AC: 9.39 mA of 9, may trip from 15');
    expect(printed.stdout).toContain('Kettle and oven 5.2, Water pump 3.5, cables 0.686');
    expect(printed.stdout).toContain('trips without a fault: < 0.01 % of evenings, 1000000 tried');
    expect(printed.stdout).toMatch(/smooth DC, stop: Boat charger 9 mA/);
    expect(printed.stdout).toMatch(/one RCD for all +6 +dark +23\.4\/9 stop/);
    expect(printed.stdout).toMatch(/an RCBO for each +1 +lit +5\.49\/9 pass/);
    for (const [file, board, says] of [
      ['skerry-light', 'none', 'no such board'],
      ['kiln-house', 'main', 'an IEC board'],
    ] as const) {
      const refused = study(`demo/${file}.json`, '--arrange', board);
      expect([refused.status, refused.stderr]).toEqual([2, expect.stringContaining(says)]);
    }
  });
  it('prints what comes down to the equipment of a circuit', () => {
    const printed = study('demo/bindery-yard.json', '--surge', 'water');
    expect(printed.status).toBe(0);
    expect(printed.stdout).toContain('6 kV from the line');
    expect(printed.stdout).toMatch(
      /1\.57 kV after Upper surge device, type 2, Upper board, leads 0\.25 m; at the equipment 1\.57 kV after 12 m/,
    );
    expect(printed.stdout).toContain('equipment of category II stands 2.5 kV');
    const refused = study('demo/bindery-yard.json', '--surge', 'none');
    expect([refused.status, refused.stderr]).toEqual([2, expect.stringContaining('no such circuit')]);
  });
  it('prints what happens when something goes wrong, and says what is wrong with how it was asked', () => {
    const { status, stdout } = study('demo/skerry-light.json', '--event', 'earth sauna');
    expect([status, stdout]).toEqual([
      0,
      expect.stringMatching(/^Line to earth, 4 Sauna at the far end, From the shore\nRCD 2 trips within 40 ms\./),
    ]);
    expect(stdout).toMatch(/caution +Loses supply: Store freezer/);
    expect(stdout).toMatch(/RCD 2 +residual 10.6 A: 0 to 40 ms; may be first/);
    const refused = (event: string) => study('demo/skerry-light.json', '--event', event).stderr;
    expect(refused('flood sauna')).toContain('"flood": one of earth, short');
    expect(refused('earth sauna ohm=-1')).toContain('ohm: a figure from 0 to 1000000, not "-1"');
    expect(refused('earth nowhere')).toContain('the job has no circuit nowhere');
    expect(refused('earth sauna attic')).toContain('no place attic; one of start, half, end');
    expect(refused('earth sauna stuck=x')).toContain('the job has no device x');
  });
  it('prints a board, what goes dark, and what to open before an outlet is worked on', () => {
    const board = study('demo/kiln-house.json', '--board', 'main', '--off', 'hall-device', '--before', 'loft-p2');
    expect(board.status).toBe(0);
    expect(board.stdout).toMatch(/^Main panel\n/);
    expect(board.stdout).toMatch(/8,10 +Heat pump breaker +L1 L2 +18.4 A/);
    expect(board.stdout).toMatch(/pass +Room in Main panel: 16 of 42 spaces used/);
    // Tied to it, another opens as well.
    expect(board.stdout).toContain(
      'open: Upper hall lights breaker, Cold store breaker\ndark: 13 Cold store, 15 Upper hall lights',
    );
    expect(board.stdout).toContain('meant to stay on: Cold store');
    expect(board.stdout).toContain('open Guest loft breaker at 14 in Main panel, for 14 Guest loft');
    for (const [flag, value] of [
      ['--board', 'none'],
      ['--off', 'nothing'],
      ['--before', 'nowhere'],
    ] as const) {
      const wrong = study('demo/kiln-house.json', flag, value);
      expect([wrong.status, wrong.stderr]).toEqual([2, expect.stringContaining(`${flag} "${value}"`)]);
    }
  });

  it('coordinates a circuit, keeps what is to be kept, and names what is no scope', () => {
    const taken = study('demo/bindery-yard.json', '--coordinate', 'guillotine');
    expect([taken.status, taken.stdout]).toEqual([0, expect.stringContaining('3 stop, 4 unknown, 10 caution  ->  1 stop')]);
    expect(taken.stdout).toMatch(/5 Guillotine bench +\.X\.X\.!\.\. -> \.{5}!\.\. {2}Run 6 mm² instead of 2\.5 mm²/);
    const kept = study('demo/bindery-yard.json', '--coordinate', 'guillotine', '--keep', 'cables');
    expect(kept.stdout).toMatch(
      /nothing is better\nopen: 5 Guillotine bench, Does it protect the cable\? In 32 A > Iz 22\.3 A.*every combination/s,
    );
    for (const args of [['nowhere'], ['all', '--keep', 'wires']]) {
      const wrong = study('demo/bindery-yard.json', '--coordinate', ...args);
      expect([wrong.status, wrong.stderr]).toEqual([2, expect.stringContaining(args.at(-1)!)]);
    }
  });

  it('prints isotrip.study/2, data without a sentence it could be read from, and /1 on request', () => {
    const two = JSON.parse(study('demo/bindery-yard.json', '--json').stdout);
    const one = JSON.parse(study('demo/bindery-yard.json', '--json=1').stdout);
    expect(two).toMatchObject({ format: 'isotrip.study/2', verdict: one.verdict, counts: one.counts });
    const [checks, before] = [two, one].map(({ circuits }) =>
      circuits.flatMap(({ answers }: { answers: { checks: object[] }[] }) => answers.flatMap((answer) => answer.checks)),
    );
    expect(checks).toHaveLength(before.length);
    const narrow = checks.find(
      ({ key, compared }: { key: string; compared: { margin: number } }) => key === 'in-iz' && compared?.margin < 0,
    );
    expect(narrow).toMatchObject({ verdict: 'stop', compared: { demand: 32, unit: 'A', figures: { relation: '>' } } });
    expect(narrow.facts).toContainEqual(expect.objectContaining({ value: 32, from: 'stated' }));
    for (const { missing } of checks)
      for (const each of missing) expect(each.fact ?? each.lack ?? each.text, each.path).toMatch(/\S/);
    expect(study('demo/bindery-yard.json', '--json=3')).toMatchObject({ status: 2, stderr: expect.stringContaining('1 or 2') });
  });

  it('prints isotrip.study/1 with the wrong device found and its fixes', () => {
    const { status, stdout } = study('demo/bindery-yard.json', '--json=1', '--fixes');
    const printed = JSON.parse(stdout);
    expect(status).toBe(0);
    expect(printed).toMatchObject({ format: 'isotrip.study/1', verdict: 'stop', counts: { stop: 3, caution: 10 } });
    expect(printed.findings.map((each: { circuitId: string }) => each.circuitId)).toContain('guillotine');
    expect(printed.boards.map(({ boardId }: { boardId: string }) => boardId)).toEqual(['upper', 'yard']);
    expect(printed.selectivity.pairs.length).toBeGreaterThan(10);
    expect(printed.fixes.map((fix: { circuitId: string }) => fix.circuitId)).toContain('guillotine');
  });

  it('prints the sheet of every circuit, with what has been read', () => {
    const job = JSON.parse(demo);
    const sheet = study('demo/bindery-yard.json', '--tests').stdout;
    expect(sheet).toMatch(/^0 of \d+ tests done$/m);
    expect(sheet).toMatch(
      /^5 Guillotine bench: C32 · 2\.5 mm²\n {2}not tested {5}Continuity R1 \+ R2 at the far end, by its length \d/m,
    );
    job.readings.low = {
      id: 'low',
      at: '2026-03-01T10:00:00Z',
      kind: 'insulation',
      value: 0.4,
      unit: 'MΩ',
      circuitId: 'guillotine',
    };
    const read = study(file('read.json', JSON.stringify(job)), '--tests').stdout;
    expect(read).toMatch(/^ {2}stop {11}Insulation, live conductors to earth, at least 1 MΩ: insulation 0\.4 MΩ, minimum 1 MΩ$/m);
  });

  it('prints text with demand before limit, and tries nothing unless it is asked to', () => {
    const { status, stdout, stderr } = spawned('demo/bindery-yard.json');
    expect([status, stderr]).toEqual([0, '']);
    expect(stdout).not.toContain('tried:');
    expect(study('demo/bindery-yard.json', '--fixes').stdout).toMatch(/tried: Fit .* improves \d+, worsens \d+/);
    expect(JSON.parse(study('demo/bindery-yard.json', '--json').stdout).fixes).toBeUndefined();
    expect(stdout).toMatch(/stop {11}Does it protect the cable\? +In 32 A > Iz 22\.3 A/);
    // The first that is spawned puts the program together first, on cores that others have.
  }, 120_000);

  it('puts a circuit on first from the quick line, says how it was read, and leaves the file alone', () => {
    const line = 'C16 mcb 2.5/1.5 flat method C 25C alone 30 m load 12A @Upper sander';
    const { status, stdout, stderr } = study('demo/bindery-yard.json', '--add', line);
    expect(status).toBe(0);
    expect(stderr).toContain('2.5/1.5: 2.5 mm², protective 1.5 mm²');
    expect(stderr).toMatch(/^taken: copper$/m);
    expect(stderr).toMatch(/^not said: breaking capacity$/m);
    expect(stdout).toMatch(/^\d+ Sander: /m);
    expect(readFileSync('demo/bindery-yard.json', 'utf8')).toBe(demo);
    const wrong = study('demo/bindery-yard.json', '--add', 'B16 C16');
    expect(wrong).toMatchObject({ status: 2, stdout: '' });
    expect(wrong.stderr).toContain('C16: two curves');
  });

  it('prints who accepted a finding, and when that no longer holds', () => {
    const job = JSON.parse(demo);
    const finding = JSON.parse(study('demo/bindery-yard.json', '--json=1').stdout)
      .circuits.find((each: { circuitId: string }) => each.circuitId === 'guillotine')
      .answers.find((each: { question: string }) => each.question === 'protects-cable');
    job.acceptances.a = {
      id: 'a',
      circuitId: 'guillotine',
      question: 'protects-cable',
      check: finding.id,
      inputsKey: finding.inputsKey,
      reason: 'The bench is fed from elsewhere until June',
      by: 'Ines Moor',
      on: '2026-05-02',
    };
    const accepted = study(file('accepted.json', JSON.stringify(job))).stdout;
    expect(accepted).toContain('accepted by Ines Moor, 2026-05-02: The bench is fed from elsewhere until June');
    job.segments['guillotine-cable'].ambientC.value = 30;
    expect(study(file('reopened.json', JSON.stringify(job))).stdout).toContain('open again, was accepted by Ines Moor');
  });

  describe('begins a job and asks', () => {
    const lines = [
      ...['--new', 'nec-2023', '--supply', '200 A main overhead, 10 kA declared, bonded, dwelling'],
      ...['--add', '12-2 NM 20A AF GF 45 ft kitchen counter', '--points', '1: 4 receptacles counter in Kitchen'],
    ];
    it('from lines alone, each word as it was read, and what their names say', () => {
      const { status, stdout, stderr } = study(...lines, '--ask');
      expect([status, stderr]).toEqual([0, expect.stringContaining('10 kA: maximum fault current 10 kA')]);
      expect(stderr).toContain('inferred: Kitchen: kitchen, from its name');
      expect(stdout).toMatch(/^\d+ of 16 answers unknown, \d+ with what is usual\n/);
      expect(stdout).toMatch(/1\. .*\? .*resolves \d+; usual: .* \[\S+\]/);
    });
    it('with what is usual, in figures', () => {
      const report = JSON.parse(study(...lines, '--usual=specified', '--ask=walk', '--json').stdout);
      expect(report.answers).toBe(16);
      expect(report.after.usual.unknown).toBeLessThan(report.after.lines.unknown / 2);
      expect(report.left.unknown).toBeLessThanOrEqual(report.after.usual.unknown);
      expect(report.left.toFindOut).toContain('How many spaces has Main panel?');
      // Taken as assumed, nothing more passes.
      const assumed = JSON.parse(study(...lines, '--usual', '--json').stdout);
      expect(assumed.left.counts.pass).toBe(JSON.parse(study(...lines, '--ask', '--json').stdout).left.counts.pass);
    });
    it('a walk answers what is usual and lists the rest by who can say it', () => {
      const { stdout } = study(...lines, '--ask=walk');
      expect(stdout).toMatch(/answers unknown, .*\d+ after \d+ questions/);
      expect(stdout).toContain('Look:\n');
    });
    it.each([
      [['--new', 'nec-1999'], 'one of iec-60364'],
      [['--new', 'nec-2023', '--supply', 'bananas'], 'see the words above'],
      [['--new', 'nec-2023', '--points', '9: 2 outlets'], 'the number or name of a circuit'],
      [['demo/bindery-yard.json', '--usual=perhaps'], 'assumed or specified'],
      [['demo/bindery-yard.json', '--ask=all'], 'list or walk'],
      [['demo/bindery-yard.json', '--new', 'nec-2023'], 'usage'],
    ])('%s is refused: %s', (args, says) => {
      const refused = study(...args);
      expect([refused.status, refused.stdout]).toEqual([2, '']);
      expect(refused.stderr).toContain(says);
    });
  });

  it('ends with 2 in a shell as well', () => {
    expect(spawned('demo/nowhere.json')).toEqual({ status: 2, stdout: '', stderr: 'demo/nowhere.json: there is no such file\n' });
  });

  it.each([
    ['none given', () => [], /usage/],
    ['an unknown option', () => ['x.json', '--quick'], /Unknown option '--quick'/],
    ['no such file', () => [path.join(folder, 'nowhere.json')], /nowhere.json: there is no such file/],
    ['a folder', () => [folder], /this is a folder/],
    ['junk', () => [file('junk.json', '{"format')], /junk.json: this is not JSON/],
    [
      'bytes that are no text',
      () => {
        const at = path.join(folder, 'bytes.json');
        writeFileSync(at, Buffer.from([0xff, 0xfe, 0x00, 0x80]));
        return [at];
      },
      /not UTF-8 text/,
    ],
    ['10 MB', () => [file('big.json', 'x'.repeat(10_000_000))], /big.json: the file is 10.0 MB; a job file is at most 5 MB/],
    [
      'a newer version',
      () => [file('newer.json', demo.replace('isotrip.job/1', 'isotrip.job/7'))],
      /newer.json: format: "isotrip.job\/7" was written by a newer version/,
    ],
    [
      'a bad value',
      () => [file('bad.json', demo.replace('"value": 8500', '"value": -8500'))],
      /bad.json: origins.street.maxFaultA.value: must be within 1 to 200000 A/,
    ],
  ])('%s: exit 2, the file, the path, the reason, no stack', (_, args, message) => {
    const { status, stdout, stderr } = study(...args());
    expect(status).toBe(2);
    expect(stdout).toBe('');
    expect(stderr).toMatch(message);
    expect(stderr).not.toMatch(/\n\s+at /);
  });
});
