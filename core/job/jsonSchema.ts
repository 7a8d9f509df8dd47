import * as z from 'zod';
import { JOB_FORMAT, Job } from './schema/job';

/** The job file's JSON Schema (draft 2020-12), generated from the one Zod schema. References between rows are beyond it. */
export function jobJsonSchema(): object {
  return {
    $id: JOB_FORMAT,
    title: 'Isotrip job',
    ...z.toJSONSchema(Job, { io: 'input', unrepresentable: 'any', reused: 'ref' }),
  };
}
