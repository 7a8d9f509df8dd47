import { readFileSync } from 'node:fs';
import { parseJob } from './core/job/parse';
import { studyJob } from './core/study/study';
import { residualStudy, tryEvenings, shockStudy } from './core/study/residual';
import { triedArrangements } from './core/study/arrangements';
for (const n of ['skerry-light','bindery-yard','kiln-house']) {
  const job = (parseJob(JSON.parse(readFileSync(`demo/${n}.json`,'utf8'))) as any).job;
  const study = studyJob(job);
  let t=performance.now();
  const r = residualStudy(job, study); console.log(n,'residual',performance.now()-t);
  for (const d of r.devices) console.log(d.name,'|',d.label,'|',d.verdict,d.standing,d.worstMa?.toFixed(2),d.allOnMa?.toFixed(2),'cab',d.cableMa.toFixed(2),JSON.stringify(d.limits),'DC',d.dc.sumMa,d.dc.toleranceMa,d.dc.verdict,'| dark',d.dark.rooms.length,d.missing.map(m=>m.path).join(), d.half);
  t=performance.now(); const g=tryEvenings(study,1_000_000,1); let x; do{x=g.next()}while(!x.done); console.log('1e6', performance.now()-t, (x.value as any).map((c:any)=>c.chance&&[c.chance.share,c.chance.low,c.chance.high]));
  console.log(shockStudy(job,study,{deviceId:r.devices[0]!.deviceId,skin:'wet',path:'hand-to-feet'})?.sentence);
  console.log(shockStudy(job,study,{deviceId:r.devices[0]!.deviceId,skin:'dry',path:'hand-to-feet'})?.sentence);
  for (const b of Object.keys(job.boards)) { t=performance.now(); const a=triedArrangements(job,study,b); console.log(b,'arr',performance.now()-t); for (const k of a) console.log('  ',k.kind,'rooms',k.rooms,k.stairs,k.worstMa?.toFixed(1),'/',k.limitMa,k.leakage,JSON.stringify(k.nuisance),k.dc,'search',k.search,'mod',k.modules,k.price,'stops',k.stops,'unk',k.unknowns); }
}
