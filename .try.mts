import { readFileSync } from 'node:fs';
import { parseJob } from './core/job/parse';
import { studyJob } from './core/study/study';
for (const n of ['skerry-light','bindery-yard','kiln-house']) {
  const job = parseJob(JSON.parse(readFileSync(`demo/${n}.json`,'utf8'))) as any;
  const study = studyJob(job.job ?? job);
  for (const c of study.circuits) for (const a of c.answers) if (['saves-person','stays-on'].includes(a.question)) {
    console.log(n, c.circuitId, a.question, a.verdict);
    for (const k of a.checks) if (/^(type|dc|alive|touched|leakage|nuisance|stay|inrush|start|pulse)/.test(k.id) || ['unknown'].includes(k.verdict)) console.log('     ', k.id, k.verdict, k.demand?.toFixed?.(2), k.limit?.toFixed?.(2), k.because.slice(0,160));
  }
}
