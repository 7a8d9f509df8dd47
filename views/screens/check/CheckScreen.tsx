'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { CHECK, newCheck } from '@/core/edits/check';
import { PACK_IDS, packsOf } from '@/core/job/packs';
import type { Job, RulePackId } from '@/core/job/schema/job';
import { type Dialect, packName } from '@/core/job/terms';
import { Button } from '@/ui/Button';
import { Select } from '@/ui/Field';
import { startStudyWorker } from '@/workers/client';
import { JobContext, useJobState } from '../../client/JobContext';
import { JobSession } from '../../client/jobSession';
import { sendFile } from '../../client/jobsLink';
import { localLink } from '../../client/localLink';
import { HomeFrame } from '../../parts/frame/HomeFrame';
import { Entries } from './Entries';
import { Four } from './Four';

const KEPT = 'isotrip-quick-check';

/** What was entered last in this browser, where it still reads; nothing is lost by a reload. */
async function lastCheck(): Promise<Job | undefined> {
  try {
    const text = localStorage.getItem(KEPT);
    if (text === null) return undefined;
    const { parseJobText } = await import('@/core/job/parse');
    const parsed = parseJobText(text);
    return parsed.ok && parsed.job.circuits[CHECK.circuit] !== undefined ? parsed.job : undefined;
  } catch {
    return undefined;
  }
}
const keep = (job: Job): void => {
  try {
    localStorage.setItem(KEPT, JSON.stringify(job));
  } catch {
    // Without storage the page alone holds it.
  }
};

/** A session that nobody keeps but this browser. */
const sessionOf = (job: Job): JobSession =>
  new JobSession(job, 0, {
    startWorker: startStudyWorker,
    link: localLink(job, keep),
    onTicks: () => () => undefined,
    commands: () => import('@/core/job/commands'),
  });

/** One circuit without a job: device, cable, length and fault level against questions 1 to 4. */
export function CheckScreen({ dialect, trouble }: { dialect: Dialect; trouble: string | undefined }) {
  const [session, setSession] = useState<JobSession | null>(null);
  const [begun, begin] = useState<Job>();
  useEffect(() => {
    let gone = false;
    void lastCheck().then((last) => {
      if (!gone) begin(last ?? newCheck(packsOf(dialect)[0]!));
    });
    return () => {
      gone = true;
    };
  }, [dialect]);
  useEffect(() => {
    if (begun === undefined) return;
    const opened = sessionOf(begun);
    setSession(opened);
    opened.study.afresh();
    return opened.stop;
  }, [begun]);
  const anew = (pack: RulePackId) => {
    const job = newCheck(pack);
    keep(job);
    begin(job);
  };
  return (
    <HomeFrame current="Check" trouble={trouble}>
      {session !== null && (
        <JobContext value={session}>
          <Check anew={anew} />
        </JobContext>
      )}
    </HomeFrame>
  );
}

function Check({ anew }: { anew: (pack: RulePackId) => void }) {
  const pack = useJobState((state) => state.job.pack);
  const failed = useJobState((state) => state.failed);
  return (
    <div className="grid gap-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,420px)]">
      <div className="order-2 lg:order-1">
        <div className="mb-3 flex flex-wrap items-end gap-2">
          <div className="min-w-52 flex-1">
            <Select
              aria-label="Rules"
              value={pack}
              options={PACK_IDS.map((value) => ({ value, label: packName(value) }))}
              onChange={(to: RulePackId) => anew(to)}
            />
          </div>
          <Button onClick={() => anew(pack)}>Begin anew</Button>
        </div>
        <Entries />
        <KeepAsJob />
      </div>
      <div className="sticky top-0 z-10 order-1 lg:top-4 lg:order-2 lg:self-start">
        {failed === null ? <Four /> : <p className="font-semibold text-stop">Nothing is judged: {failed}</p>}
      </div>
    </div>
  );
}

/** What was checked becomes a job of its own, to go on with. */
function KeepAsJob() {
  const job = useJobState((state) => state.job);
  const router = useRouter();
  const [problem, setProblem] = useState<string>();
  const keepIt = async () => {
    const name = `Check of ${new Date().toISOString().slice(0, 10)}`;
    const made = await sendFile(new File([JSON.stringify({ ...job, name })], 'check.json', { type: 'application/json' }));
    if (made.ok) router.push(`/jobs/${made.value.id}/circuits?c=${CHECK.circuit}`);
    else setProblem(made.problem);
  };
  return (
    <div className="mt-4" data-testid="keep">
      <p className="mb-2 text-[13px] text-quiet lg:hidden">
        People, selectivity, unwanted trips and surge are not checked here: they take the whole house.
      </p>
      <Button onClick={() => void keepIt()}>Keep as a job</Button>
      {problem !== undefined && <p className="mt-1 font-semibold text-[13px] text-stop">{problem}</p>}
    </div>
  );
}
