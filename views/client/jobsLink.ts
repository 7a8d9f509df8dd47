/** A refusal in words, or nothing. */
async function problemOf(response: Response): Promise<string | undefined> {
  if (response.ok) return undefined;
  const body = (await response.json().catch(() => ({}))) as { problems?: { path: string; message: string }[] };
  const problems = (body.problems ?? []).map(({ path, message }) => (path === '' ? message : `${path}: ${message}`));
  return problems.length === 0 ? `the server answered ${response.status}` : problems.join('; ');
}

export type Made<T> = { ok: true; value: T } | { ok: false; problem: string };

async function ask<T>(url: string, init: RequestInit): Promise<Made<T>> {
  try {
    const response = await fetch(url, init);
    const problem = await problemOf(response.clone());
    return problem === undefined ? { ok: true, value: (await response.json()) as T } : { ok: false, problem };
  } catch {
    return { ok: false, problem: 'no link to the server; nothing was changed' };
  }
}

export const sendJson = <T>(url: string, body: object, method: 'POST' | 'PUT' = 'POST'): Promise<Made<T>> =>
  ask(url, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

/** What the server keeps there. */
export const fetchJson = <T>(url: string): Promise<Made<T>> => ask(url, {});

/** Opens a job file on the server. */
export const sendFile = (file: File): Promise<Made<{ id: string; name: string; renamed: boolean }>> =>
  ask('/api/jobs/file', { method: 'POST', headers: { 'content-type': 'application/json' }, body: file });
