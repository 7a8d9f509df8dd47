import { z } from 'zod';
import { jobs } from '@/app/data';
import { Command, CommandRefused } from '@/core/job/commands';
import { shapeProblems } from '@/core/job/parse';
import { StaleBase } from '@/server/jobs';

const MAX_BODY_BYTES = 1_000_000;
const Body = z.strictObject({ base: z.int().min(1), command: Command });

const refuse = (status: number, problems: { path: string; message: string }[], more: object = {}) =>
  Response.json({ problems, ...more }, { status });

/** The one way a job is changed: a command on a known revision, all of it or none. */
export async function POST(request: Request, { params }: { params: Promise<{ jobId: string }> }) {
  const text = await request.text();
  if (text.length > MAX_BODY_BYTES) return refuse(413, [{ path: '', message: 'a command is at most 1 MB' }]);
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return refuse(400, [{ path: '', message: 'the request is not JSON' }]);
  }
  const body = Body.safeParse(data);
  if (!body.success) return refuse(400, shapeProblems(body.error));
  const store = await jobs();
  const { jobId } = await params;
  if (!store.has(jobId)) return refuse(404, [{ path: '', message: 'There is no such job.' }]);
  try {
    const { revision } = store.apply(jobId, body.data.command, body.data.base);
    return Response.json({ revision });
  } catch (error) {
    if (error instanceof StaleBase) return refuse(409, [{ path: '', message: error.message }], { revision: error.revision });
    if (error instanceof CommandRefused) return refuse(422, error.problems);
    throw error;
  }
}
