'use client';
import { useMemo, useState } from 'react';
import { cutName } from '@/core/job/ids';
import type { Job } from '@/core/job/schema/job';
import { MAX_SUPPLY, readSupplyLine, supplySteps } from '@/core/quick/supply';
import { Button } from '@/ui/Button';
import { useJobState, useSession } from '../../client/JobContext';
import { AsRead } from '../../parts/line/AsRead';
import { LINE_BOX, LineInput } from '../../parts/line/LineInput';
import { useTyped } from '../../parts/line/useTyped';

const EXAMPLE: Record<Job['dialect'], string> = {
  iec: 'TT 100 A cut-out BS 88-3, 1.2 kA, Ze 21 measured',
  nec: '200 A main, 10 kA declared, bonded, 2 rods',
};

/** What is at the supply, in shop talk: every word shows how it was read before Enter enters it. */
export function SupplyLine() {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const [text, setText] = useTyped(`supply ${job.id}`);
  const [answered, setAnswered] = useState('');
  const reading = useMemo(() => readSupplyLine(text, job), [text, job]);
  const typed = text.trim() !== '';
  const enter = () => {
    if (!reading.ok) return;
    const steps = supplySteps(job, reading, () => crypto.randomUUID());
    if (steps.length === 0) return setAnswered('nothing of it can be entered: there is no service');
    const problem = session.edit({ label: cutName(`Supply: ${text}`), steps });
    setAnswered(problem ?? `entered: ${text}`);
    if (problem === undefined) setText('');
  };
  return (
    <form
      aria-label="Supply line"
      data-testid="supply-line"
      onSubmit={(event) => {
        event.preventDefault();
        enter();
      }}
      className={LINE_BOX}
    >
      <div className="flex items-center gap-2 pr-1">
        <LineInput
          text={text}
          setText={(to) => {
            setText(to);
            setAnswered('');
          }}
          maxLength={MAX_SUPPLY}
          aria-label="What is at the supply, in shop talk"
          aria-describedby="supply-reading"
          placeholder={answered === '' ? EXAMPLE[job.dialect] : answered}
          className="min-h-10"
        />
        {typed && (
          <Button primary type="submit" disabled={!reading.ok} className="disabled:opacity-40">
            Enter it
          </Button>
        )}
      </div>
      <div id="supply-reading" role="status">
        {typed && (
          <div className="px-3 pb-2">
            <AsRead words={reading.tokens} />
          </div>
        )}
      </div>
    </form>
  );
}
