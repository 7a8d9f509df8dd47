import { describe, expect, it } from 'vitest';
import { answerHeaders, type Knock, pagePolicy, refusalOf } from './door';

const ADDRESS = 'http://127.0.0.1:4310';
const ours = { host: '127.0.0.1:4310', origin: ADDRESS, 'content-type': 'application/json' };
const knock = (headers: Record<string, string>, more: Partial<Knock> = {}) =>
  refusalOf({ method: 'POST', path: '/api/jobs', headers: new Headers(headers), ...more }, ADDRESS, 1000);
const status = (...args: Parameters<typeof knock>) => knock(...args)?.status;

describe('the door', () => {
  it('lets in what our own pages send', () => {
    expect(knock(ours)).toBeUndefined();
    const { origin: _, ...bare } = ours;
    expect(knock({ ...bare, 'sec-fetch-site': 'same-origin' })).toBeUndefined();
    expect(knock({ ...ours, 'content-type': 'Application/JSON; charset=utf-8' })).toBeUndefined();
    expect(knock({ host: ours.host }, { method: 'GET', path: '/jobs/a%20b' })).toBeUndefined();
    expect(knock({ host: ours.host }, { method: 'HEAD' })).toBeUndefined();
  });

  it.each(['evil.example:4310', '127.0.0.1', '127.0.0.1:4311', '[::1]:4310', 'localhost:4311', ''])(
    'is no door for another name: %j',
    (host) => {
      expect(status({ ...ours, host })).toBe(421);
      expect(knock({ host }, { method: 'GET' })).toEqual({ status: 421, message: expect.stringContaining(ADDRESS) });
    },
  );

  it('shows the way from this machine’s other name, but for reading alone', () => {
    const host = 'localhost:4310';
    expect(knock({ host }, { method: 'GET', path: '/backups' })?.goTo).toBe(`${ADDRESS}/backups`);
    expect(knock({ ...ours, host })).toMatchObject({ status: 421 });
    expect(knock({ ...ours, host })?.goTo).toBeUndefined();
  });

  it.each(['cross-site', 'same-site'])(
    'has nothing read by a page of another site (%s), and lets its links lead here',
    (site) => {
      const read = (mode: string, dest: string, method = 'GET') =>
        status({ host: ours.host, 'sec-fetch-site': site, 'sec-fetch-mode': mode, 'sec-fetch-dest': dest }, { method });
      expect(read('navigate', 'document')).toBeUndefined();
      for (const [mode, dest] of [
        ['no-cors', 'image'],
        ['no-cors', 'script'],
        ['cors', 'empty'],
        ['navigate', 'iframe'],
        ['navigate', 'empty'],
      ] as const)
        expect(read(mode, dest)).toBe(403);
      expect(read('no-cors', 'empty', 'HEAD')).toBe(403);
    },
  );
  it.each(['same-origin', 'none'])('is read by our own pages and by whoever types the address (%s)', (site) => {
    expect(status({ host: ours.host, 'sec-fetch-site': site, 'sec-fetch-mode': 'cors' }, { method: 'GET' })).toBeUndefined();
  });

  it.each(['PUT', 'POST', 'PATCH', 'DELETE', 'OPTIONS'])('is shut to a %s from elsewhere', (method) => {
    expect(status({ ...ours, origin: 'http://evil.example' }, { method })).toBe(403);
    expect(status({ ...ours, origin: 'null' }, { method })).toBe(403);
    expect(status({ ...ours, origin: 'http://evil.example', 'sec-fetch-site': 'same-origin' }, { method })).toBe(403);
    for (const site of ['same-site', 'cross-site', 'none'])
      expect(status({ host: ours.host, 'content-type': 'application/json', 'sec-fetch-site': site }, { method })).toBe(403);
    expect(status({ host: ours.host, 'content-type': 'application/json' }, { method })).toBe(403);
  });

  it.each([
    'text/plain',
    'application/x-www-form-urlencoded',
    'multipart/form-data; boundary=x',
    'application/jsonp',
    'text/plain; a=application/json',
    '',
  ])('takes nothing that a form can send: %j', (kind) => {
    expect(status({ ...ours, 'content-type': kind })).toBe(415);
  });

  it('reads no address that is broken, nor a body that says it is too long', () => {
    for (const path of ['/jobs/%', '/jobs/%E0%A4%A', '/jobs/%00', '/jobs/a%00b', '/%ff'])
      expect(status({ host: ours.host }, { method: 'GET', path })).toBe(400);
    expect(status({ ...ours, 'content-length': '1000' })).toBeUndefined();
    expect(status({ ...ours, 'transfer-encoding': 'chunked' })).toBe(411);
    expect(knock({ ...ours, 'content-length': '1001000' })).toEqual({
      status: 413,
      message: '1.0 MB are too much here: at most 0.001 MB.',
    });
  });

  it('sends a policy along: scripts by nonce, nobody embeds, data is not kept', () => {
    const page = answerHeaders('/jobs/a/circuits', 'abc');
    expect(page['content-security-policy']).toBe(pagePolicy('abc'));
    expect(pagePolicy('abc')).toContain("script-src 'nonce-abc' 'strict-dynamic';");
    expect(pagePolicy('abc')).not.toMatch(/script-src[^;]*unsafe/);
    const data = answerHeaders('/api/jobs', 'abc');
    const fixed = answerHeaders('/_next/static/chunks/x.js', 'abc');
    for (const headers of [page, data, fixed]) {
      expect(headers['content-security-policy']).toContain("frame-ancestors 'none'");
      expect(headers).toMatchObject({ 'x-content-type-options': 'nosniff', 'cross-origin-resource-policy': 'same-origin' });
    }
    expect(data['content-security-policy']).toContain("default-src 'none'");
    expect([page['cache-control'], data['cache-control'], fixed['cache-control']]).toEqual(['no-store', 'no-store', undefined]);
  });
});
