/** A request as the door sees it, before any page or route. */
export interface Knock {
  method: string;
  /** Path as it was sent, without the query. */
  path: string;
  headers: Pick<Headers, 'get'>;
}

/** Why a request is not let in. */
export interface Refusal {
  status: 400 | 403 | 411 | 413 | 415 | 421;
  message: string;
  /** It only asked by another name of this machine: where it is meant to go. */
  goTo?: string;
}

const ONLY_READS = new Set(['GET', 'HEAD']);
const JSON_BODY = /^application\/json\s*(;|$)/i;

/**
 * Who may come in: only what is asked of the very address that is served, so that no other name can be made to point here, and
 * what changes anything only from a page of our own, as JSON, so that no other site's page can send it.
 *
 * @param address the origin that is served, for instance `http://127.0.0.1:4310`
 * @param mostBytes a body that says it is longer is not read, nor one that does not say how long it is
 */
export function refusalOf({ method, path, headers }: Knock, address: string, mostBytes: number): Refusal | undefined {
  const { host, port } = new URL(address);
  const asked = headers.get('host');
  if (asked !== host) {
    const near = asked === `localhost:${port}` && ONLY_READS.has(method);
    return { status: 421, message: `Isotrip is at ${address} and at no other name.`, ...(near ? { goTo: address + path } : {}) };
  }
  if (!isReadable(path)) return { status: 400, message: 'This address cannot be read: its percent-encoding is broken.' };
  if (ONLY_READS.has(method)) return readFrom(headers);
  const origin = headers.get('origin');
  const ours = origin === null ? headers.get('sec-fetch-site') === 'same-origin' : origin === address;
  if (!ours) return { status: 403, message: `Only pages of ${address} may change anything here.` };
  if (!JSON_BODY.test(headers.get('content-type') ?? ''))
    return { status: 415, message: 'What changes anything is sent as application/json.' };
  const said = headers.get('content-length');
  // What is on its way is held in memory until it is let in: it has to say how much it is.
  if (said === null && headers.get('transfer-encoding') !== null)
    return { status: 411, message: 'A body has to say how long it is.' };
  return Number(said ?? 0) > mostBytes ? tooLarge(Number(said), mostBytes) : undefined;
}

/** Another site may send somebody here by a link, and have nothing read: not as a picture, a script, a frame or a request. */
function readFrom(headers: Knock['headers']): Refusal | undefined {
  const site = headers.get('sec-fetch-site');
  // Programs and old browsers say nothing; they carry nobody's page.
  if (site === null || site === 'same-origin' || site === 'none') return undefined;
  const followed = headers.get('sec-fetch-mode') === 'navigate' && headers.get('sec-fetch-dest') === 'document';
  return followed ? undefined : { status: 403, message: 'Pages of another site may lead here, and read nothing.' };
}

export const tooLarge = (bytes: number, mostBytes: number): Refusal => ({
  status: 413,
  message: `${(bytes / 1e6).toFixed(1)} MB are too much here: at most ${mostBytes / 1e6} MB.`,
});

function isReadable(path: string): boolean {
  try {
    return !decodeURIComponent(path).includes('\0');
  } catch {
    return false;
  }
}

/** What a page may load and run: scripts that carry its nonce and what they load, everything else from here alone. */
export const pagePolicy = (nonce: string): string =>
  [
    "default-src 'self'",
    `script-src 'nonce-${nonce}' 'strict-dynamic'`,
    // The chart and the menus set styles of their own.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');

/** What a script of ours may load when it runs as a worker. */
const WORKER_POLICY = "default-src 'none'; script-src 'self'; connect-src 'self'; frame-ancestors 'none'";
const DATA_POLICY = "default-src 'none'; frame-ancestors 'none'";

/** The headers of every answer but its content: nobody embeds it, guesses its kind, learns where one came from, or keeps data. */
export function answerHeaders(path: string, nonce: string): Record<string, string> {
  const fixed = path.startsWith('/_next/static/');
  const data = path.startsWith('/api/');
  return {
    'content-security-policy': fixed ? WORKER_POLICY : data ? DATA_POLICY : pagePolicy(nonce),
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'same-origin',
    'cross-origin-resource-policy': 'same-origin',
    'cross-origin-opener-policy': 'same-origin',
    ...(fixed ? {} : { 'cache-control': 'no-store' }),
  };
}
