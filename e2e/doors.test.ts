import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, request, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import type { BrowserContext } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sendJson } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();

interface Answer {
  status: number;
  headers: Record<string, unknown>;
  text: string;
}

/** A request as it is written here: any host, any path, a body in pieces. */
const raw = (method: string, path: string, headers: Record<string, string> = {}, body: readonly (string | Buffer)[] = []) =>
  new Promise<Answer>((resolve, reject) => {
    const { hostname, port, host } = new URL(app.url);
    const length =
      body.length > 0 && !('transfer-encoding' in headers) ? { 'content-length': String(Buffer.byteLength(body.join(''))) } : {};
    const sent = request({ hostname, port, method, path, headers: { host, ...length, ...headers } }, (response) => {
      const parts: Buffer[] = [];
      response.on('data', (part: Buffer) => parts.push(part));
      response.on('end', () =>
        resolve({ status: response.statusCode ?? 0, headers: response.headers, text: Buffer.concat(parts).toString() }),
      );
    });
    sent.on('error', reject);
    for (const part of body) sent.write(part);
    sent.end();
  });
const ours = () => ({ origin: app.url, 'content-type': 'application/json' });
const jobs = async () => Object.keys((await (await fetch(`${app.url}/api/jobs/bindery-yard`)).json()) as object);

/** Runs a start of the server that is expected to end by itself; what it printed. */
const startEnds = (command: string, args: string[], env: Record<string, string>) => {
  const { ISOTRIP_ADDRESS: _, ...rest } = process.env;
  const done = spawnSync(command, args, { encoding: 'utf8', timeout: 30_000, env: { ...rest, ...env } as NodeJS.ProcessEnv });
  return { status: done.status, said: done.stdout + done.stderr };
};

describe('a second start', () => {
  const start = (env: Record<string, string>) => startEnds(process.execPath, ['scripts/start.mjs'], env);
  it('on the same folder says where the first one is', () => {
    const { status, said } = start({ ISOTRIP_DATA: app.data, PORT: '4999' });
    expect(said).toContain(`is served already, at ${app.url}`);
    expect(status).toBe(1);
  });

  it('on a port that is taken says so, and does not wander', () => {
    const empty = mkdtempSync(path.join(os.tmpdir(), 'isotrip-empty-'));
    const { port } = new URL(app.url);
    expect(start({ ISOTRIP_DATA: empty, PORT: port }).said).toMatch(
      new RegExp(`Port ${port} is taken by another program.*PORT=`),
    );
    expect(start({ ISOTRIP_DATA: empty, PORT: 'soon' }).said).toMatch(/PORT is a number/);
    rmSync(empty, { recursive: true });
  });

  it('around the launcher ends with a sentence', () => {
    const { status, said } = startEnds('node_modules/.bin/next', ['start', '-H', '127.0.0.1', '-p', '4998'], {});
    expect(said).toMatch(/Start Isotrip with "npm start"/);
    expect(status).toBe(1);
  });
});

describe('by raw requests', () => {
  it('another name is not answered, this machine’s other name is sent to the right address', async () => {
    for (const host of ['evil.example', `evil.example:${new URL(app.url).port}`, '127.0.0.1'])
      for (const path of ['/', '/api/jobs/bindery-yard', '/_next/static/x.js'])
        expect((await raw('GET', path, { host })).status).toBe(421);
    const near = await raw('GET', '/jobs/hob?c=1', { host: `localhost:${new URL(app.url).port}` });
    expect(near).toMatchObject({ status: 421, text: expect.stringContaining(app.url) });
    expect(near.headers.refresh).toBe(`0; url=${app.url}/jobs/hob?c=1`);
  });

  it('nothing is changed from elsewhere, nor by what a form can send', async () => {
    const body = ['{"to":"deleted"}'];
    const at = '/api/jobs/bindery-yard/shelf';
    expect((await raw('POST', at, { ...ours(), origin: 'http://evil.example' }, body)).status).toBe(403);
    expect((await raw('POST', at, { 'content-type': 'application/json' }, body)).status).toBe(403);
    expect((await raw('POST', at, { ...ours(), 'content-type': 'text/plain' }, body)).status).toBe(415);
    expect((await raw('POST', '/jobs/bindery-yard', { ...ours(), origin: 'null' }, body)).status).toBe(403);
    await expect.poll(() => jobs()).toContain('job');
  });

  it('broken encoding, NUL, depth and length are told in a sentence', async () => {
    for (const path of ['/jobs/%E0%A4%A', '/api/jobs/a%00b', '/jobs/%ff/circuits']) {
      const answer = await raw('GET', path);
      expect([path, answer.status]).toEqual([path, 400]);
      expect(answer.text).toMatch(/percent-encoding/);
    }
    const deep = await raw('POST', '/api/jobs/file', ours(), ['['.repeat(200_000)]);
    expect(deep).toMatchObject({ status: 422, text: expect.stringMatching(/deeper than 64 levels/) });
    const closed = await raw('POST', '/api/jobs', ours(), ['['.repeat(100_000) + ']'.repeat(100_000)]);
    expect(closed).toMatchObject({ status: 400, text: expect.stringMatching(/problems/) });
    const nul = await sendJson(app.url, '/api/jobs', { from: 'demo', id: 'x', demo: 'a\0b' });
    expect(nul.status).toBe(400);
  });

  it('no redirect is made of an address ahead of the door', async () => {
    const host = 'evil.example';
    for (const path of ['//evil.example/', '//', '/jobs//bindery-yard', '/\\evil.example', 'http://evil.example/']) {
      const answer = await raw('GET', path, { host });
      expect([path, answer.status, answer.headers.location]).toEqual([path, 400, undefined]);
      expect(answer.headers).toMatchObject({ 'x-content-type-options': 'nosniff', 'cache-control': 'no-store' });
      expect(answer.headers['content-security-policy']).toMatch(/frame-ancestors 'none'/);
    }
    for (const path of ['/backups/', '/api/jobs/bindery-yard/']) {
      expect((await raw('GET', path, { host })).status).toBe(421);
      const { status, headers } = await raw('GET', path);
      expect([path, status]).toEqual([path, 200]);
      expect(headers['content-security-policy']).toMatch(/frame-ancestors 'none'/);
    }
    expect((await raw('GET', '/backups?back=//there')).status).toBe(200);
  });

  it('a body is cut off at the limit, said or not', async () => {
    const said = await raw('POST', '/api/jobs/file', { ...ours(), 'content-length': '6000000' }, [Buffer.alloc(6_000_000, 32)]);
    expect(said).toMatchObject({ status: 413, text: expect.stringMatching(/at most 5 MB/) });
    const pieces = Array.from({ length: 12 }, () => Buffer.alloc(1_000_000, 32));
    const unsaid = await raw('POST', '/api/jobs/file', { ...ours(), 'transfer-encoding': 'chunked' }, pieces);
    expect(unsaid).toMatchObject({ status: 411, text: expect.stringMatching(/how long it is/) });
  });

  it('a job that was deleted is gone for edits, and a key says one thing', async () => {
    const id = 'gone-house';
    await sendJson(app.url, '/api/jobs', { from: 'dialect', id, name: 'Gone', dialect: 'iec', pack: 'iec-60364' });
    const rename = (name: string, key = 'the-same-key') =>
      sendJson(app.url, `/api/jobs/${id}/commands`, {
        key,
        author: 'x',
        base: 1,
        command: { label: name, steps: [{ do: 'set-job', field: ['name'], to: name }] },
      });
    expect((await rename('One')).status).toBe(200);
    expect((await rename('One')).status).toBe(200);
    expect((await rename('Two')).status).toBe(422);
    await sendJson(app.url, `/api/jobs/${id}/shelf`, { to: 'deleted' });
    const refused = await rename('Three', 'another-key');
    expect(refused.status).toBe(410);
    expect(await refused.text()).toMatch(/was deleted: have it back/);
    expect((await fetch(`${app.url}/api/jobs/${id}/changes?after=1&author=x`)).status).toBe(410);
  });

  it('every answer carries its policy; data is not kept', async () => {
    for (const path of ['/', '/jobs/bindery-yard/circuits', '/api/jobs/bindery-yard', '/nowhere', '/api/events?x']) {
      const { headers } = path.startsWith('/api/events') ? await raw('HEAD', path) : await raw('GET', path);
      expect(headers).toMatchObject({ 'x-content-type-options': 'nosniff', 'referrer-policy': 'same-origin' });
      expect(headers['content-security-policy']).toMatch(/frame-ancestors 'none'/);
      expect(headers['cache-control']).toMatch(/no-store/);
    }
    const [one, two] = [await raw('GET', '/'), await raw('GET', '/')];
    expect(one.headers['content-security-policy']).not.toBe(two.headers['content-security-policy']);
  });
});

describe('from a foreign page in the browser', () => {
  let foreign: Server;
  let context: BrowserContext;
  beforeAll(async () => {
    foreign = createServer((_, response) => response.setHeader('content-type', 'text/html').end('<title>elsewhere</title>'));
    await new Promise<void>((resolve) => foreign.listen(0, '127.0.0.1', resolve));
    context = await app.browser.createBrowserContext();
  });
  afterAll(async () => {
    await context.close();
    foreign.close();
  });
  const elsewhere = async () => {
    const page = await context.newPage();
    await page.goto(`http://127.0.0.1:${(foreign.address() as AddressInfo).port}/`);
    return page;
  };

  it('no request changes a job, whatever it is sent as', async () => {
    const page = await elsewhere();
    await page.evaluate(async (url) => {
      const at = `${url}/api/jobs/bindery-yard/shelf`;
      const body = '{"to":"deleted"}';
      await fetch(at, { method: 'POST', mode: 'no-cors', body }).catch(() => undefined);
      await fetch(at, { method: 'POST', body, headers: { 'content-type': 'application/json' } }).catch(() => undefined);
      navigator.sendBeacon(at, body);
      const form = document.body.appendChild(document.createElement('form'));
      Object.assign(form, { method: 'post', enctype: 'text/plain', action: at, target: 'there' });
      const field = form.appendChild(document.createElement('input'));
      Object.assign(field, { name: '{"to":"deleted","x":"', value: '"}' });
      document.body.appendChild(Object.assign(document.createElement('iframe'), { name: 'there' }));
      form.submit();
      await new Promise((resolve) => setTimeout(resolve, 500));
    }, app.url);
    await expect.poll(() => jobs()).toContain('job');
    const list = await app.open('/');
    await list.waitForSelector('[data-job=bindery-yard]');
    await list.close();
    await page.close();
  });

  it('nothing is read, embedded or run', async () => {
    const page = await elsewhere();
    const read = await page.evaluate(async (url) => {
      const text = await fetch(`${url}/api/jobs/bindery-yard`).then(
        (response) => response.text(),
        () => 'refused',
      );
      const frame = document.body.appendChild(document.createElement('iframe'));
      frame.src = `${url}/`;
      await new Promise((resolve) => setTimeout(resolve, 1000));
      return text;
    }, app.url);
    expect(read).toBe('refused');
    const framed = page.frames().find((frame) => frame !== page.mainFrame())!;
    expect(await framed.evaluate(() => document.body?.textContent ?? '').catch(() => '')).not.toMatch(/Bindery/);
    await page.close();
  });

  it('a name that is made to point here reads nothing', async () => {
    const page = await context.newPage();
    const answer = await page.goto(`http://evil.example:${new URL(app.url).port}/`);
    expect(answer?.status()).toBe(421);
    await expect.poll(() => page.evaluate(() => document.body.textContent)).not.toMatch(/Bindery/);
    await page.close();
  });
});

describe('a page of ours', () => {
  it('runs no script that was written into it', async () => {
    const page = await app.open('/jobs/bindery-yard/circuits?c=hob');
    const ran = await page.evaluate(async () => {
      document.body.insertAdjacentHTML('beforeend', '<img src="data:," onerror="window.ran = 1">');
      const script = document.createElement('div');
      script.innerHTML = '<iframe srcdoc="<script>parent.ran = 2</script>"></iframe>';
      document.body.append(script);
      await new Promise((resolve) => setTimeout(resolve, 500));
      return (window as unknown as { ran?: number }).ran;
    });
    expect(ran).toBeUndefined();
    // The browser says that it refused them: that is what is wanted here.
    expect(app.problems.splice(0).every((problem) => /Content Security Policy|data:,/.test(problem))).toBe(true);
    await page.close();
  });
});
