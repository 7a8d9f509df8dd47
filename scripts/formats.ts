// Writes the JSON Schema of the job file into docs/formats; with --check only compares.
import { readFileSync, writeFileSync } from 'node:fs';
import { jobJsonSchema } from '../core/job/jsonSchema';

const FILE = 'docs/formats/isotrip.job.1.schema.json';
const text = `${JSON.stringify(jobJsonSchema(), null, 2)}\n`;
if (process.argv.includes('--check')) {
  if (readFileSync(FILE, 'utf8') !== text) throw new Error(`${FILE} is not current: npm run formats`);
} else writeFileSync(FILE, text);
