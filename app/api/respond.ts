import * as z from 'zod';
import type { CommandRefused } from '@/core/job/commands';
import { TOO_DEEP, tooDeep } from '@/core/job/limits';
import { shapeProblems } from '@/core/job/parse';
import { databaseFile, dataFolder } from '@/server/database';
import { tooLarge } from '@/server/door';
import type { Conflict, KeyTaken, StaleBase } from '@/server/refusals';
import { isOurs, isStoreError, type StoreProblem, storeProblem, type TroubleKind } from '@/server/trouble';

interface Problem {
  path: string;
  message: string;
}

/** A request that cannot be read, with its status and what is wrong. */
class BadRequest extends Error {
  constructor(
    readonly status: number,
    readonly problems: Problem[],
  ) {
    super(problems[0]?.message);
  }
}

const refuse = (status: number, problems: Problem[], more: object = {}) => Response.json({ problems, ...more }, { status });
const only = (message: string): Problem[] => [{ path: '', message }];

const STATUS: Record<TroubleKind, number> = {
  missing: 404,
  deleted: 410,
  fewer: 409,
  'second-place': 422,
  lost: 503,
  behind: 503,
  full: 507,
  locked: 503,
  'read-only': 503,
  newer: 503,
  damaged: 503,
  other: 500,
};

/**
 * Runs a route and turns what it throws into an answer with its status and `{problems: [{path, message}]}`. A conflict
 * brings along what happened meanwhile.
 */
export async function respond(run: () => Promise<Response | object>): Promise<Response> {
  try {
    const result = await run();
    return result instanceof Response ? result : Response.json(result);
  } catch (error) {
    if (error instanceof BadRequest) return refuse(error.status, error.problems);
    if (isOurs<Conflict>(error, 'Conflict'))
      return refuse(409, only(error.message), { conflict: true, revision: error.revision, entries: error.entries });
    if (isOurs<StaleBase>(error, 'StaleBase')) return refuse(409, only(error.message), { stale: true, revision: error.revision });
    if (isOurs<KeyTaken>(error, 'KeyTaken')) return refuse(422, only(error.message));
    if (isOurs<CommandRefused>(error, 'CommandRefused')) return refuse(422, error.problems);
    if (isOurs<StoreProblem>(error, 'StoreProblem') || isStoreError(error)) {
      const problem = storeProblem(error, databaseFile(dataFolder()));
      return refuse(STATUS[problem.kind], only(problem.message));
    }
    console.error(error);
    return refuse(500, only('the server met an error of its own; nothing was changed'));
  }
}

/** The text of a request, counted while it streams and cut off at a size. @throws a refusal with status 413 */
export async function textOf(request: Request, mostBytes: number): Promise<string> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  const reader = request.body?.getReader();
  const parts: string[] = [];
  let bytes = 0;
  try {
    for (;;) {
      const step = await reader?.read();
      if (step === undefined || step.done) break;
      bytes += step.value.byteLength;
      if (bytes > mostBytes) throw new BadRequest(413, only(tooLarge(bytes, mostBytes).message));
      parts.push(decoder.decode(step.value, { stream: true }));
    }
    parts.push(decoder.decode());
  } catch (error) {
    void reader?.cancel().catch(() => undefined);
    throw error instanceof TypeError ? new BadRequest(400, only('this is not UTF-8 text')) : error;
  }
  return parts.join('');
}

/** The body of a request as a schema wants it. @throws a refusal naming each field that does not fit */
export async function bodyOf<T extends z.ZodType>(request: Request, schema: T, mostBytes = 1_000_000): Promise<z.infer<T>> {
  const text = await textOf(request, mostBytes);
  if (tooDeep(text)) throw new BadRequest(400, only(TOO_DEEP));
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new BadRequest(400, only('the request is not JSON'));
  }
  const parsed = schema.safeParse(data);
  if (!parsed.success) throw new BadRequest(400, shapeProblems(parsed.error));
  return parsed.data;
}

/** Refuses a request whose contents do not fit. */
export function refuseRequest(status: number, problems: Problem[]): never {
  throw new BadRequest(status, problems);
}

/** What every action on a job carries: its own key, who does it, and the revision it was made on. */
export const ActionFields = {
  key: z.string().min(8, 'a key of 8 to 64 characters').max(64, 'a key of 8 to 64 characters'),
  author: z.string().min(1, 'who does it').max(64, 'at most 64 characters'),
  base: z.int('a revision').min(1, 'a revision'),
};
