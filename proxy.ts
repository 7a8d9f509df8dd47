import { type NextRequest, NextResponse } from 'next/server';
import { MAX_JOB_BYTES } from '@/core/job/limits';
import { servedAddress } from '@/server/address';
import { answerHeaders, type Refusal, refusalOf } from '@/server/door';

/** The door: every page and route is behind it. */
export function proxy(request: NextRequest): Response {
  const { method, headers, nextUrl } = request;
  const path = new URL(request.url).pathname;
  const nonce = crypto.randomUUID().replaceAll('-', '');
  const answer = answerHeaders(path, nonce);
  const refusal = refusalOf({ method, path, headers }, servedAddress(), MAX_JOB_BYTES);
  if (refusal !== undefined) return refused(refusal, path, nextUrl.search, answer);
  // The nonce reaches what renders the page through the request.
  const inside = new Headers(headers);
  inside.set('content-security-policy', answer['content-security-policy']!);
  inside.set('x-nonce', nonce);
  const response = NextResponse.next({ request: { headers: inside } });
  for (const [name, value] of Object.entries(answer)) response.headers.set(name, value);
  return response;
}

function refused({ status, message, goTo }: Refusal, path: string, query: string, headers: Record<string, string>): Response {
  if (path.startsWith('/api/')) return Response.json({ problems: [{ path: '', message }] }, { status, headers });
  const text = { ...headers, 'content-type': 'text/plain; charset=utf-8' };
  // Not a redirect: the framework would make one to an address of ours relative, and so lead back to where it came from.
  return new Response(`${message}\n`, {
    status,
    headers: goTo === undefined ? text : { ...text, refresh: `0; url=${goTo}${query}` },
  });
}
