'use client';
import { useSearchParams } from 'next/navigation';
import { useEffect, useState } from 'react';
import { newJob } from '@/core/job/newJob';
import { packsOf } from '@/core/job/packs';
import type { Dialect } from '@/core/job/terms';
import { Pick } from '@/ui/Choice';
import { JobContext } from '../../client/JobContext';
import { JobSession } from '../../client/jobSession';
import { HomeFrame } from '../../parts/frame/HomeFrame';
import { CurvesScreen } from './CurvesScreen';

const DIALECTS = [
  { value: 'iec', label: 'IEC' },
  { value: 'nec', label: 'NEC' },
] as const;

/** A job nobody keeps, with nothing in it: devices are compared by themselves. */
const nothing = (dialect: Dialect) => ({
  ...newJob({ id: 'compare', name: 'Devices', dialect, pack: packsOf(dialect)[0]! }),
  circuits: {},
  segments: {},
  devices: {},
});

/** Any devices over each other, without a job. */
export function CompareScreen({ dialect: usual, trouble }: { dialect: Dialect; trouble: string | undefined }) {
  const said = useSearchParams().get('rules');
  const dialect: Dialect = said === 'iec' || said === 'nec' ? said : usual;
  const choose = (to: Dialect) => {
    const query = new URLSearchParams(window.location.search);
    query.set('rules', to);
    window.history.replaceState(null, '', `${window.location.pathname}?${query}`);
  };
  const [session, setSession] = useState<JobSession | null>(null);
  useEffect(() => {
    // Studied, never started: it asks no server and sends nothing.
    const opened = new JobSession(nothing(dialect), 0);
    setSession(opened);
    opened.study.afresh();
    return opened.stop;
  }, [dialect]);
  return (
    <HomeFrame current="Compare" trouble={trouble} wide>
      <div className="mb-3 flex items-center gap-3">
        <h2 className="font-semibold">Devices over each other, without a job</h2>
        <Pick label="Dialect" value={dialect} options={DIALECTS} onChange={choose} />
      </div>
      {session !== null && (
        <JobContext value={session}>
          <div className="rounded border border-line">
            <CurvesScreen framed />
          </div>
        </JobContext>
      )}
    </HomeFrame>
  );
}
